/**
 * When not everything can be had: which wants stand in each other's way, why, and one press for each way
 * out.
 */
import { conflictNames } from "#core/stages/choose/conflict";
import type { Solved } from "./choice";
import { useDesk, useEdit } from "../../desk/desk";
import { SeverityMark } from "../../kit/severity";

export function Conflicts({ solved }: { solved: Solved }) {
  const { readOnly, select } = useDesk();
  const edit = useEdit();
  return (
    <section aria-label="What cannot be met" className="border-b border-rule">
      {solved.conflicts.map((conflict) => {
        const names = conflictNames(solved.design, conflict);
        return (
          <article
            key={conflict.wants.join()}
            className="border-b border-rule bg-raised px-3.5 py-2.5 last:border-b-0"
            data-conflict={conflict.wants.join(" ")}
          >
            <h3 className="flex items-baseline gap-2 font-semibold">
              <SeverityMark severity="stop" />
              <span>
                {conflict.wants.length === 1
                  ? "Nothing meets this: "
                  : `These ${conflict.wants.length} cannot be met together${conflict.smallest ? ", and no fewer stand in each other's way" : ""}: `}
                {conflict.wants.map((id, i) => (
                  <span key={id}>
                    {i > 0 && "; "}
                    <button
                      type="button"
                      className="underline decoration-dotted underline-offset-[3px] hover:text-accent"
                      onClick={() => select({ in: "wants", id })}
                    >
                      {names[i]}
                    </button>
                  </span>
                ))}
              </span>
            </h3>
            <ul className="mt-1 pl-5.5 text-small text-soft">
              {conflict.reasons.slice(0, 5).map((reason) => (
                <li key={reason.text}>
                  {reason.options > 0 && conflict.wants.length === 1
                    ? `${reason.options} ${reason.options === 1 ? "option" : "options"}: `
                    : ""}
                  {reason.text}
                  {reason.names.length > 0 && (
                    <span title={reason.names.join(", ")}>
                      {" "}
                      ({reason.names.slice(0, 3).join(", ")}
                      {reason.names.length > 3 ? ` and ${reason.names.length - 3} more` : ""})
                    </span>
                  )}
                </li>
              ))}
            </ul>
            {!readOnly && conflict.giveUp.length > 0 && (
              <div className="mt-1.5 flex flex-wrap gap-1.5 pl-5.5">
                {conflict.giveUp.slice(0, 8).map((way) => (
                  <button
                    key={way.text}
                    type="button"
                    className="button h-auto min-h-7 py-0.5 text-left whitespace-normal"
                    onClick={() => edit(() => way.changes)}
                  >
                    {way.text}
                  </button>
                ))}
              </div>
            )}
          </article>
        );
      })}
    </section>
  );
}
