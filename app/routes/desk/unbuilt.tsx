import { STAGE_NAMES } from "#core/design/stage-names";
import { useParams } from "react-router";
import { isBuilt, type Shown } from "../../desk/parts";
import { Heading } from "../../inspect/parts";
import type { Route } from "./+types/unbuilt";

export function loader({ params }: Route.LoaderArgs) {
  if (!STAGE_NAMES.some(({ stage }) => stage === params.stage && !isBuilt(stage)))
    throw new Response("There is no such stage.", { status: 404 });
  return null;
}

/** Nothing is known of it yet. */
function Summary() {
  const { stage } = useParams();
  const info = STAGE_NAMES.find((one) => one.stage === stage)!;
  return <Heading title={info.name} text="Not built yet" />;
}
export const handle: Shown = { Summary };

export default function Unbuilt({ params }: Route.ComponentProps) {
  const info = STAGE_NAMES.find((stage) => stage.stage === params.stage)!;
  return (
    <div className="grid flex-1 place-items-center bg-ground p-8">
      <div className="max-w-md border-l-2 border-rule pl-5">
        <h1 className="text-lg font-semibold text-soft">{info.name}</h1>
        <p className="mt-1 text-soft">Not built yet. It will answer:</p>
        <p className="mt-3 text-base">{info.answers}</p>
      </div>
    </div>
  );
}
