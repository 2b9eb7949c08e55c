/** Cable by type: metres, reels with the bound, cost; and the cutting plan as bars. */
import { X } from "lucide-react";
import { useState } from "react";
import { putRow } from "#core/design/row-changes";
import type { Design } from "#core/design/collections";
import { fail } from "#core/design/input-error";
import { removeRows } from "#core/design/remove";
import { formatTotal, groupDigits } from "#core/design/units";
import {
  cableCostWorking,
  cableTotals,
  cutsWorking,
  dropsOf,
  leftOverWorking,
  reelsWorking,
  type CableTotal,
} from "#core/stages/runs";
import { sumWorking, type Working } from "#core/desk/working";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { LengthField } from "../../kit/fields";
import { Worked } from "../../inspect/parts";
import { ReelBars } from "./reel-bars";

function dropsWorking(design: Design, total: CableTotal): Working {
  const kinds = new Map<string, number>();
  for (const drop of dropsOf(design))
    if (drop.cableType?.id === total.cableType.id && drop.lengthM !== undefined)
      kinds.set(drop.kind.name, (kinds.get(drop.kind.name) ?? 0) + 1);
  return sumWorking(
    `Drops of ${total.cableType.name}`,
    "drops",
    [...kinds].map(([name, value]) => ({ name, value })),
    "kits",
    0,
  );
}

export default function Reels() {
  const design = useDesign();
  const { preferences, results } = useDesk();
  const totals = cableTotals(design);
  const [chosen, setChosen] = useState<string>();
  const shown = totals.find((total) => total.cableType.id === chosen) ?? totals[0];
  const currency = design.design.currency;
  if (!totals.length)
    return (
      <Empty text="No cable yet: the totals come from the pull schedule.">
        <ToSheet stage="runs" text="To plan and schedule" />
      </Empty>
    );
  const sum = (value: (total: CableTotal) => number) => totals.reduce((all, total) => all + value(total), 0);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_15.5rem] max-lg:grid-cols-1">
      <div className="relative min-h-0 overflow-auto" tabIndex={0} role="region" aria-label="Cable by type">
        <table className="w-full [&_td]:pl-2 [&_th+th]:pl-3 [&_th]:whitespace-nowrap [&_td]:whitespace-nowrap">
          <thead className="sticky top-0 bg-pane text-small text-soft">
            <tr className="h-7 border-b border-rule text-right">
              <th className="px-3 text-left font-normal">Cable</th>
              <th className="font-normal">Drops</th>
              <th className="font-normal">Length</th>
              <th className="font-normal" title="New reels to buy">
                Reels
              </th>
              <th className="font-normal">Bound</th>
              <th className="font-normal">Left over</th>
              <th className="px-3 font-normal">Cost</th>
            </tr>
          </thead>
          <tbody>
            {totals.map((total) => (
              <tr
                key={total.cableType.id}
                className={`h-7 border-b border-rule/60 text-right ${total === shown ? "bg-wash" : "hover:bg-pane"}`}
              >
                <th scope="row" className="px-3 text-left font-normal">
                  <button
                    type="button"
                    className="text-left whitespace-nowrap hover:underline"
                    aria-pressed={total === shown}
                    onClick={() => setChosen(total.cableType.id)}
                  >
                    {total.cableType.name}
                  </button>
                </th>
                <td>
                  <Worked working={() => dropsWorking(design, total)}>{total.drops}</Worked>
                </td>
                <td>
                  <Worked working={() => cutsWorking(total)}>
                    {formatTotal(total.lengthM, preferences.units, 2)}
                  </Worked>
                </td>
                <td>
                  <Worked working={() => reelsWorking(total)}>{total.cutting.newReels}</Worked>
                </td>
                <td className="text-soft">
                  <Worked working={() => reelsWorking(total)}>{total.cutting.bound}</Worked>
                </td>
                <td>
                  <Worked working={() => leftOverWorking(total)}>
                    {formatTotal(total.cutting.wasteM, preferences.units)}
                  </Worked>
                </td>
                <td className="px-3">
                  <Worked working={() => cableCostWorking(total, currency)}>
                    {groupDigits(total.cost, 2)}
                  </Worked>
                </td>
              </tr>
            ))}
          </tbody>
          <tfoot>
            <tr className="h-7 text-right font-semibold">
              <th scope="row" className="px-3 text-left">
                All
              </th>
              <td>
                <Worked working={() => results.cell("drops")}>{sum((t) => t.drops)}</Worked>
              </td>
              <td>
                <Worked working={() => results.cell("cableM")}>
                  {formatTotal(
                    sum((t) => t.lengthM),
                    preferences.units,
                    2,
                  )}
                </Worked>
              </td>
              <td>
                <Worked working={() => results.cell("reels")}>{sum((t) => t.cutting.newReels)}</Worked>
              </td>
              <td className="measure">{sum((t) => t.cutting.bound)}</td>
              <td className="measure">
                {formatTotal(
                  sum((t) => t.cutting.wasteM),
                  preferences.units,
                )}
              </td>
              <td className="px-3">
                <Worked
                  working={() =>
                    sumWorking(
                      "Cost of cable",
                      currency,
                      totals.map((t) => ({ name: t.cableType.name, value: t.cost })),
                      "whole reels bought",
                    )
                  }
                >
                  {groupDigits(
                    sum((t) => t.cost),
                    2,
                  )}{" "}
                  {currency}
                </Worked>
              </td>
            </tr>
          </tfoot>
        </table>
      </div>
      {shown && (
        <div
          className="flex min-h-0 flex-col overflow-y-auto border-l border-rule bg-pane max-lg:border-l-0"
          tabIndex={0}
          role="region"
          aria-label="Reels of the cable chosen"
        >
          <ReelBars total={shown} />
          <Stock cableType={shown.cableType.id} />
        </div>
      )}
    </div>
  );
}

/** Part-used reels of a cable type: what is left on each, as measured. */
function Stock({ cableType }: { cableType: string }) {
  const design = useDesign();
  const { readOnly } = useDesk();
  const edit = useEdit();
  const reels = design.reels.filter((reel) => reel.cableType === cableType);
  return (
    <section className="border-t border-rule bg-pane px-3 py-2">
      <h3 className="flex items-center justify-between text-small font-semibold">
        Part-used in stock
        {!readOnly && (
          <button
            type="button"
            className="button h-6"
            onClick={() => {
              const id = newRowId("reel");
              edit(() => putRow("reels", { id, cableType, remainingM: 50 }));
            }}
          >
            Add one
          </button>
        )}
      </h3>
      {reels.map((reel) => (
        <div key={reel.id} className="mt-1 flex items-center gap-1 [&>div]:flex-1">
          <LengthField
            label={reel.id}
            metres={reel.remainingM}
            take={(remainingM) =>
              edit(() =>
                putRow("reels", {
                  ...reel,
                  remainingM:
                    remainingM >= 0 && remainingM <= 10_000
                      ? remainingM
                      : fail("Left on it", "must be from 0 to 10 000 m"),
                }),
              )
            }
          />
          {!readOnly && (
            <button
              type="button"
              className="text-soft hover:text-stop"
              aria-label={`Take out reel ${reel.id}`}
              onClick={() => edit((d) => removeRows(d, [{ in: "reels", id: reel.id }]))}
            >
              <X size={13} />
            </button>
          )}
        </div>
      ))}
      {reels.length === 0 && <p className="text-small text-soft">None: all of it is bought new.</p>}
    </section>
  );
}
