/** The working of a number: formula, values put in, what it gives, source, limit. */
import { X } from "lucide-react";
import { figureIn } from "#core/design/said-lengths";
import { groupDigits } from "#core/design/units";
import type { Verdict, Working } from "#core/desk/working";
import { useDesk } from "../desk/desk";
import { useWorded } from "../desk/worded";

const VERDICT: Record<Verdict, string> = {
  holds: "holds",
  tight: "holds, within a tenth of the limit",
  fails: "does not hold",
  none: "",
};

export function WorkingPanel({ working, onClose }: { working: Working; onClose?: () => void }) {
  const worded = useWorded();
  const { units } = useDesk().preferences;
  const value = figureIn(working.value, working.unit, units);
  const whole = Number.isInteger(working.value);
  return (
    <section aria-label="Working" className="border-b border-rule px-3.5 py-3">
      <div className="flex items-start justify-between gap-2">
        <h2 className="font-semibold">{worded(working.title)}</h2>
        {onClose && (
          <button
            type="button"
            className="-mt-1 -mr-1 p-1 text-soft hover:text-ink"
            onClick={onClose}
            aria-label="Close working"
          >
            <X size={14} />
          </button>
        )}
      </div>
      <ol className="mt-2 border border-l-2 border-rule border-l-accent bg-raised text-small">
        {working.steps.map((step, i) => (
          <li key={i} className="border-b border-rule/60 px-2.5 py-1.5 last:border-b-0">
            <div className="flex justify-between gap-3">
              <span>{worded(step.formula)}</span>
              <span className="measure text-right">{worded(step.gives)}</span>
            </div>
            {(step.with || step.source) && (
              <div className="text-tiny text-soft">
                {worded([step.with, step.source].filter(Boolean).join(" · "))}
              </div>
            )}
          </li>
        ))}
      </ol>
      <p className="mt-2 flex flex-wrap justify-between gap-x-3 text-small">
        <span className="measure font-semibold">
          = {value?.text ?? groupDigits(working.value, whole ? 0 : 2)} {value?.unit ?? working.unit}
        </span>
        {working.limit && (
          <span className="text-soft">
            limit {worded(`${working.limit.value} ${working.limit.unit}`)}, {worded(working.limit.source)}
          </span>
        )}
      </p>
      {working.verdict !== "none" && (
        <p
          className={`text-small font-medium ${working.verdict === "fails" ? "text-stop" : working.verdict === "tight" ? "text-mend" : "text-accent"}`}
        >
          It {VERDICT[working.verdict]}.
        </p>
      )}
    </section>
  );
}
