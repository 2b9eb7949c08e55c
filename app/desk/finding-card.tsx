/** One finding: what, measured against limit, why, go there, fix. */
import { groupDigits } from "#core/design/units";
import type { Finding } from "#core/desk/findings";
import { useDesk, useEdit } from "./desk";
import { SeverityMark } from "../kit/severity";

export function FindingCard({ finding, onGo }: { finding: Finding; onGo?: () => void }) {
  const { goTo, open, readOnly } = useDesk();
  const edit = useEdit();
  const { measured, limit, unit, working, fix } = finding;
  const words =
    measured === undefined
      ? ""
      : `${groupDigits(measured, Number.isInteger(measured) ? 0 : 2)}${limit === undefined ? "" : ` of ${groupDigits(limit, Number.isInteger(limit) ? 0 : 2)}`} ${unit ?? ""}`;
  return (
    <article className="border-b border-rule px-3.5 py-3" data-finding={finding.code}>
      <h3 className="flex items-baseline gap-2 font-semibold">
        <SeverityMark severity={finding.severity} />
        <span>{finding.title}</span>
      </h3>
      {words && (
        <p className="mt-1 text-small">
          {working ? (
            <button type="button" className="worked" onClick={() => open(working)}>
              {words}
            </button>
          ) : (
            <span className="measure">{words}</span>
          )}
          {finding.source && <span className="text-soft"> · {finding.source}</span>}
        </p>
      )}
      <p className="mt-1 text-small text-soft">{finding.why}</p>
      <div className="mt-2 flex flex-wrap gap-1.5">
        {fix && !readOnly && (
          <button
            type="button"
            className="button button-main h-auto min-h-7 shrink py-0.5 text-left whitespace-normal"
            onClick={() => edit(() => fix.changes)}
          >
            {fix.label}
          </button>
        )}
        {onGo && (
          <button
            type="button"
            className="button"
            onClick={() => {
              goTo(finding);
              onGo();
            }}
          >
            Show
          </button>
        )}
      </div>
    </article>
  );
}
