/** One finding: what, measured against limit, why, go there, fix. */
import { useState } from "react";
import { InputError } from "#core/design/input-error";
import { figureIn } from "#core/design/said-lengths";
import { groupDigits, type Units } from "#core/design/units";
import type { ShownFinding } from "#core/whole/engine";
import { takeAcceptanceBack } from "#core/desk/accept";
import { AcceptForm } from "./accept-form";
import { useDesign, useDesk, useEdit } from "./desk";
import { useWorded } from "./worded";
import { SeverityMark } from "../kit/severity";

const figure = (value: number) => groupDigits(value, Number.isInteger(value) ? 0 : 2);

/** Measured against limit, in words; nothing where nothing was measured. */
function measuredText({ measured, limit, unit = "" }: ShownFinding, units: Units): string {
  if (measured === undefined) return "";
  const own = figureIn(measured, unit, units);
  if (own) {
    const most = limit === undefined ? "" : ` of ${figureIn(limit, unit, units)!.text}`;
    return `${own.text}${most} ${own.unit}`.trim();
  }
  return [figure(measured), limit === undefined ? "" : `of ${figure(limit)}`, unit].filter(Boolean).join(" ");
}

/** Who decided to live with it, when, and why. */
export function Accepted({ by }: { by: NonNullable<ShownFinding["accepted"]> }) {
  return (
    <p className="mt-1 text-small" data-accepted>
      Accepted by {by.by} on <span className="measure">{by.on}</span>: {by.reason}
    </p>
  );
}

/** What putting it right adds to the cost of the house, or takes off. */
export function CostOfFix({ cost }: { cost?: number }) {
  const { currency } = useDesign().design;
  if (cost === undefined) return null;
  const whole = Math.round(cost);
  return (
    <span
      className="measure text-small whitespace-nowrap text-soft"
      title="What putting it right adds to the cost"
    >
      {whole === 0
        ? "costs nothing"
        : `${whole > 0 ? "+" : "−"}${groupDigits(Math.abs(whole), 0)} ${currency}`}
    </span>
  );
}

export function FindingCard({
  finding,
  cost,
  onGo,
}: {
  finding: ShownFinding;
  /** Of putting it right, where it is known. */
  cost?: number;
  onGo?: () => void;
}) {
  const [accepting, setAccepting] = useState(false);
  const { goTo, open, readOnly, results, preferences } = useDesk();
  const worded = useWorded();
  const edit = useEdit();
  const [said, setSaid] = useState("");
  const words = measuredText(finding, preferences.units);
  // Worked out now, on the design as it is: what was right when the finding came may not be any more.
  const fix = async () => {
    try {
      const changes = await results.fix(finding.key);
      if (changes) edit(() => changes);
      setSaid(changes ? "" : "The design has changed meanwhile: look again.");
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      setSaid(problem.message);
    }
  };
  return (
    <article className="border-b border-rule px-3.5 py-3" data-finding={finding.code}>
      <h3 className="flex items-baseline gap-2 font-semibold">
        <SeverityMark severity={finding.severity} />
        <span>{worded(finding.title)}</span>
      </h3>
      {words && (
        <p className="mt-1 text-small">
          {finding.worked ? (
            <button type="button" className="worked" onClick={() => open(results.working(finding.key))}>
              {words}
            </button>
          ) : (
            <span className="measure">{words}</span>
          )}
          {finding.source && <span className="text-soft"> · {worded(finding.source)}</span>}
        </p>
      )}
      <p className="mt-1 text-small text-soft">{worded(finding.why)}</p>
      {finding.accepted && <Accepted by={finding.accepted} />}
      {said && (
        <p className="mt-1 text-small text-mend" role="status">
          {worded(said)}
        </p>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-1.5">
        {finding.fixLabel && !readOnly && !finding.accepted && (
          <button
            type="button"
            className="button button-main h-auto min-h-7 shrink py-0.5 text-left whitespace-normal"
            onClick={() => void fix()}
          >
            {worded(finding.fixLabel)}
          </button>
        )}
        {!finding.accepted && <CostOfFix cost={cost} />}
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
        {!readOnly && !finding.accepted && !accepting && (
          <button type="button" className="button" onClick={() => setAccepting(true)}>
            Accept
          </button>
        )}
        {!readOnly && finding.accepted && (
          <button
            type="button"
            className="button"
            onClick={() => edit(() => takeAcceptanceBack(finding.accepted!.id))}
          >
            Take the acceptance back
          </button>
        )}
      </div>
      {accepting && <AcceptForm findings={[finding]} done={() => setAccepting(false)} />}
    </article>
  );
}
