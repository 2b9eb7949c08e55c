/** The best plan with at most one, two and three hubs, worked out by the solver. */
import { Play } from "lucide-react";
import { useCallback, useEffect, useRef, useState } from "react";
import type { HubCountAdvice } from "#core/stages/choose/advise/hubs";
import { sameParts } from "#core/stages/choose/parts";
import { byId, type Design } from "#core/design/collections";
import { groupDigits } from "#core/design/units";
import { askWorker } from "./choice";
import { useDesign } from "../../desk/desk";
import { Advice } from "./advice";

export default function AdviseHubs() {
  const design = useDesign();
  const [answer, setAnswer] = useState<{ advice: HubCountAdvice; design: Design }>();
  const [working, setWorking] = useState(false);
  const [failed, setFailed] = useState<string>();
  const end = useRef<() => void>(undefined);
  const run = useCallback((of: Design) => {
    end.current?.();
    setWorking(true);
    setFailed(undefined);
    end.current = askWorker({ design: of, what: "hubs" }, (reply) => {
      if ("hubs" in reply) setAnswer({ advice: reply.hubs, design: of });
      else if ("failed" in reply) setFailed(reply.failed);
      else return;
      setWorking(false);
      end.current?.();
    });
  }, []);
  const ready = design.wants.length > 0 && design.options.length > 0;
  // Once, when the page opens; a later design is worked out on demand.
  const first = useRef(ready ? design : undefined);
  useEffect(() => {
    if (first.current) run(first.current);
    return () => end.current?.();
  }, [run]);
  if (!ready) return <p className="p-4 text-soft">Put wants down and take a catalogue in first.</p>;
  if (!answer)
    return (
      <p className="p-4 text-soft" role="status">
        {failed
          ? `It could not be worked out: ${failed}.`
          : "Working out the best plan with one, two and three hubs…"}
      </p>
    );
  const { advice } = answer;
  const stale = !sameParts(answer.design, design);
  const top = Math.max(1, ...advice.rows.map((row) => row.plan?.weighed ?? 0));
  const { currency } = answer.design.design;
  return (
    <Advice
      title="One hub or several"
      verdict={advice.verdict}
      fields={
        <>
          <button type="button" className="button" disabled={working} onClick={() => run(design)}>
            <Play size={12} /> {working ? "Working…" : "Work it out again"}
          </button>
          {stale && <span className="text-mend">The design has changed since.</span>}
        </>
      }
      reasons={[
        "Every link between two controllers is another thing to fail, to update and to pay for: each further one counts with the penalty of the settings",
        "Several are right where one line is closed, or where one radio cannot hold all devices",
        "Two hubs that both give orders to one device fight: one decides, the other only shows",
      ]}
      drawing={
        <ul className="grid gap-3">
          {advice.rows.map((row) => (
            <li key={row.most} className="grid grid-cols-[8rem_minmax(0,1fr)] items-center gap-x-3">
              <span className="font-semibold">{row.most === 1 ? "one hub" : `up to ${row.most}`}</span>
              {row.plan ? (
                <div>
                  <div className="flex h-4 items-stretch bg-ground">
                    <span
                      className={row.missed > 0 && Number.isFinite(row.missed) ? "bg-mend/60" : "bg-accent"}
                      style={{ width: `${(100 * row.plan.cost) / top}%` }}
                    />
                    <span className="bg-power" style={{ width: `${(100 * row.plan.penalty) / top}%` }} />
                  </div>
                  <p className="mt-0.5 text-small">
                    <span className="measure">{groupDigits(row.plan.weighed, 0)}</span> {currency},{" "}
                    <span className="measure">{groupDigits(row.plan.penalty, 0)}</span> of it penalty ·{" "}
                    {row.plan.hubs
                      .map((hub) => byId(answer.design, "options").get(hub.option)?.name)
                      .join(", ") || "none needed"}
                    {row.plan.addons.length
                      ? ` with ${row.plan.addons.map((addon) => byId(answer.design, "options").get(addon.option)?.name).join(", ")}`
                      : ""}
                  </p>
                  {row.missed > 0 && (
                    <p className="text-small text-stop">
                      {row.missed} {row.missed === 1 ? "unit" : "units"} not met
                    </p>
                  )}
                </div>
              ) : (
                <span className="text-stop">no plan</span>
              )}
            </li>
          ))}
        </ul>
      }
    />
  );
}
