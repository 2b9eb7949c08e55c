/** Beside the mounting sheet: what stands too near to what, and which pairs are kept symmetric. */
import { X } from "lucide-react";
import { dropRow } from "#core/design/row-changes";
import { rowOf } from "#core/design/collections";
import { formatLength } from "#core/design/units";
import { useDesign, useDesk, useEdit, useResult } from "../../desk/desk";
import { FindingCard } from "../../desk/finding-card";

const CODES = new Set(["runs.collision", "runs.boxes-crowded", "runs.pair-off"]);

export default function TradesSummary() {
  const design = useDesign();
  const { select, preferences, readOnly } = useDesk();
  const { units } = preferences;
  const edit = useEdit();
  const findings = useResult("findings").filter((finding) => CODES.has(finding.code));
  return (
    <>
      <h3 className="border-b border-rule px-3.5 py-2 font-semibold">Too near to one another</h3>
      {findings.map((finding) => (
        <FindingCard key={finding.key} finding={finding} onGo={() => undefined} />
      ))}
      {findings.length === 0 && (
        <p className="px-3.5 py-2 text-soft">
          Nothing stands in another trade's way, and every box has its room.
        </p>
      )}
      <h3 className="border-b border-rule px-3.5 py-2 font-semibold">Symmetric pairs</h3>
      <ul>
        {design.symmetries.map((pair) => {
          const [left, right] = [rowOf(design, "points", pair.left), rowOf(design, "points", pair.right)];
          return (
            <li
              key={pair.id}
              className="flex items-start gap-2 border-b border-rule/60 px-3.5 py-1.5 text-small"
            >
              <span className="min-w-0 flex-1">
                <button
                  type="button"
                  className="hover:underline"
                  onClick={() => select({ in: "points", id: left.id })}
                >
                  {left.name}
                </button>{" "}
                and{" "}
                <button
                  type="button"
                  className="hover:underline"
                  onClick={() => select({ in: "points", id: right.id })}
                >
                  {right.name}
                </button>
                <span className="block text-soft">
                  about {pair.axis === "across" ? "x" : "y"} ={" "}
                  <span className="measure">{formatLength(pair.atM, units)}</span>
                </span>
              </span>
              {!readOnly && (
                <button
                  type="button"
                  className="text-soft hover:text-stop"
                  aria-label={`No longer a pair: ${left.name} and ${right.name}`}
                  onClick={() => edit(() => dropRow("symmetries", pair.id))}
                >
                  <X size={13} />
                </button>
              )}
            </li>
          );
        })}
        {design.symmetries.length === 0 && (
          <li className="px-3.5 py-2 text-soft">
            None. Select two points on the plan with Shift, and keep them symmetric in the inspector.
          </li>
        )}
      </ul>
    </>
  );
}
