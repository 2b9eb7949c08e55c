/** The phase plan on a track: zones in order, as wide as their hours, with cost, and who signed off. */
import {
  bestOrder,
  orderPhases,
  phaseSums,
  nextOrder,
  phaseWorking,
  problemsOf,
  unphased,
} from "#core/stages/brief";
import { putRow } from "#core/design/row-changes";
import { costWorking } from "#core/stages/runs/cost";
import { byId } from "#core/design/collections";
import { groupDigits } from "#core/design/units";
import { sumWorking } from "#core/desk/working";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { Worked } from "../../inspect/parts";

export function Phases() {
  const design = useDesign();
  const { select, selection, readOnly } = useDesk();
  const edit = useEdit();
  const sums = phaseSums(design);
  const rest = unphased(design);
  const whole = Math.max(
    1,
    sums.reduce((sum, line) => sum + line.hours, 0),
  );
  const currency = design.design.currency;
  let done = 0;
  const shift = (id: string, by: number) =>
    edit((d) => {
      const order = phaseSums(d).map((line) => line.phase);
      const at = order.findIndex((phase) => phase.id === id);
      const [phase] = order.splice(at, 1);
      order.splice(Math.max(0, at + by), 0, phase!);
      return orderPhases(d, order);
    });
  const add = () => {
    const id = newRowId("ph");
    edit((d) => putRow("phases", { id, name: "New phase", order: nextOrder(d), rooms: [], disruption: 3 }));
    select({ in: "phases", id, made: true });
  };
  return (
    <>
      <div className="flex h-9 shrink-0 items-center gap-3 border-b border-rule bg-pane px-3" data-chrome>
        <span className="truncate text-small text-soft">
          First one problem where a failure hurts least; a phase opens when the one before is signed off.
        </span>
        {!readOnly && sums.length > 1 && (
          <button
            type="button"
            className="button ml-auto h-6"
            onClick={() => edit((d) => orderPhases(d, bestOrder(d)))}
          >
            Order by score ÷ disruption
          </button>
        )}
        {!readOnly && (
          <button
            type="button"
            className={`button button-main h-6 ${sums.length > 1 ? "" : "ml-auto"}`}
            onClick={add}
          >
            New phase
          </button>
        )}
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="region" aria-label="Phases">
        {sums.length === 0 && (
          <Empty text="There is no phase yet. Start with one problem in one quiet zone, and widen once the household trusts it.">
            <button type="button" className="button button-main" onClick={add}>
              New phase
            </button>
          </Empty>
        )}
        <ol>
          {sums.map(({ phase, hours, cost, score, open, points, drops }, i) => {
            const start = done;
            done += hours;
            const state = phase.signedOffOn ? "signed off" : open ? "open" : "waits";
            return (
              <li
                key={phase.id}
                className={`border-b border-rule px-3.5 py-2 ${selection?.id === phase.id ? "bg-wash" : ""}`}
              >
                <div className="flex items-baseline gap-2.5">
                  <span className="measure w-5 text-soft">{phase.order}</span>
                  <h3 className="font-semibold">
                    <button
                      type="button"
                      className="hover:underline"
                      onClick={() => select({ in: "phases", id: phase.id })}
                    >
                      {phase.name}
                    </button>
                  </h3>
                  <span className="text-small text-soft">
                    {state}
                    {phase.signedOffBy && ` by ${phase.signedOffBy}`} · disruption {phase.disruption} of 5 ·
                    score {groupDigits(score, 0)}
                  </span>
                  <span className="ml-auto text-small">
                    <Worked working={() => phaseWorking(design, phase.id, "hours")}>
                      {hours.toFixed(1)} h
                    </Worked>{" "}
                    ·{" "}
                    <Worked working={() => phaseWorking(design, phase.id, "cost")}>
                      {groupDigits(cost, 0)} {currency}
                    </Worked>
                  </span>
                  {!readOnly && !phase.signedOffOn && (
                    <span className="flex gap-1">
                      <button
                        type="button"
                        className="button h-5 px-1.5"
                        disabled={i === 0}
                        aria-label={`${phase.name} earlier`}
                        onClick={() => shift(phase.id, -1)}
                      >
                        ↑
                      </button>
                      <button
                        type="button"
                        className="button h-5 px-1.5"
                        disabled={i === sums.length - 1}
                        aria-label={`${phase.name} later`}
                        onClick={() => shift(phase.id, 1)}
                      >
                        ↓
                      </button>
                    </span>
                  )}
                </div>
                <div className="mt-1.5 ml-7.5 h-3 bg-ground" aria-hidden="true">
                  <div
                    className={`h-full ${phase.signedOffOn ? "bg-accent" : open ? "bg-accent/60" : "bg-soft/35"}`}
                    style={{
                      marginLeft: `${(100 * start) / whole}%`,
                      width: `${Math.max(0.4, (100 * hours) / whole)}%`,
                    }}
                  />
                </div>
                <p className="mt-1 ml-7.5 truncate text-small text-soft">
                  {problemsOf(design, phase.id)
                    .map((problem) => problem.name)
                    .join("; ") || "no problem"}{" "}
                  —{" "}
                  {phase.rooms.map((id) => byId(design, "rooms").get(id)?.name ?? id).join(", ") || "no room"}{" "}
                  · {points} points, {drops} drops
                </p>
              </li>
            );
          })}
        </ol>
      </div>
      {sums.length > 0 && (
        <footer className="flex h-8 shrink-0 items-center justify-between border-t border-rule px-3.5 font-semibold">
          <span>
            All phases
            {rest.total > 0 && (
              <span className="font-normal text-soft">
                , and in none of them{" "}
                <Worked working={() => costWorking(design, "Cost of what is in no phase", rest)}>
                  {groupDigits(rest.total, 0)} {currency}
                </Worked>
              </span>
            )}
          </span>
          <span>
            <Worked
              working={() =>
                sumWorking(
                  "Hours by phase",
                  "h",
                  sums.map((line) => ({ name: line.phase.name, value: line.hours })),
                  "phase plan",
                )
              }
            >
              {groupDigits(
                sums.reduce((sum, line) => sum + line.hours, 0),
                1,
              )}{" "}
              h
            </Worked>{" "}
            ·{" "}
            <Worked
              working={() =>
                sumWorking(
                  "Cost by phase",
                  currency,
                  sums.map((line) => ({ name: line.phase.name, value: line.cost })),
                  "phase plan",
                )
              }
            >
              {groupDigits(
                sums.reduce((sum, line) => sum + line.cost, 0),
                0,
              )}{" "}
              {currency}
            </Worked>
          </span>
        </footer>
      )}
    </>
  );
}
