/** What stands where nothing is yet: why that is, and the press that fills it. */
import type { ReactNode } from "react";
import { Link } from "react-router";
import type { Stage } from "#core/design/stage-names";
import { useDesk, type Tool } from "./desk";

export function Empty({ text, children }: { text: ReactNode; children?: ReactNode }) {
  const { readOnly } = useDesk();
  return (
    <div className="p-5">
      <p className="max-w-prose whitespace-normal text-soft">{text}</p>
      {children && !readOnly && <p className="mt-3 flex flex-wrap gap-1.5">{children}</p>}
    </div>
  );
}

/** Leads to the sheet where it is done, with the tool for it in hand. */
export function ToSheet({
  stage,
  view,
  tool,
  text,
}: {
  stage: Stage;
  /** Of the stage; its first where left out. */
  view?: string;
  tool?: Tool;
  text: string;
}) {
  const { url, leaveFor, setTool } = useDesk();
  return (
    <Link
      className="button button-main"
      to={`${url}/${stage}${view ? `?view=${view}` : ""}`}
      onClick={() => {
        leaveFor(stage);
        if (tool) setTool(tool);
      }}
    >
      {text}
    </Link>
  );
}
