/** The order of joining on a phone, in the hand of whoever goes from phone to phone; works without a network. */
import { byId, type Design } from "#core/design/collections";
import type { Change } from "#core/design/edit";
import { joinList } from "#core/stages/bridges/joins";
import { useDesign } from "../../../desk/desk";
import { siteData } from "../../../site/site-data";
import { SitePage } from "../../../site/site-page";
import JoiningList, { JoinedSoFar } from "../joining-list";
import type { Route } from "./+types/join";

export const loader = ({ request, params }: Route.LoaderArgs) => siteData(request, params.design);

export const shouldRevalidate = () => false;

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `Join · ${loaderData?.name ?? "Design"} · Zinc Lattice` },
];

const describe = (change: Change) => {
  if (!("put" in change)) return change.in;
  if (change.in === "bridges") return `who joined ${change.put.name}`;
  return change.in === "exposures" ? `room of ${change.put.spokenName ?? change.put.device}` : change.in;
};

export default function Join({ loaderData }: Route.ComponentProps) {
  return (
    <SitePage data={loaderData} page="join" title="Join" desk="bridges?view=joining" describe={describe}>
      <List />
    </SitePage>
  );
}

const nothing = (design: Design) => !joinList(design).steps.length && !byId(design, "exposures").size;

function List() {
  const design = useDesign();
  return (
    <main className="flex-1 px-4 pt-3 pb-10 text-base">
      {nothing(design) ? (
        <p className="text-soft">Nothing to join yet: no device is shown to an ecosystem in this design.</p>
      ) : (
        <>
          <JoinedSoFar design={design} />
          <JoiningList large />
        </>
      )}
    </main>
  );
}
