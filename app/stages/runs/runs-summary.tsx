/** Stage 4 in short: what ends at each closet, and what all lengths hang on. */
import { useMemo } from "react";
import type { Design } from "#core/design/collections";
import { counted } from "#core/design/words";
import { formatTotal } from "#core/design/units";
import { dropsOf } from "#core/stages/runs";
import { closetWorking } from "#core/stages/runs/workings";
import { CableLengths } from "../../inspect/cable-lengths";
import { Worked } from "../../inspect/parts";
import { useDesk } from "../../desk/desk";

export default function RunsSummary({ design }: { design: Design }) {
  const { select, preferences, readOnly } = useDesk();
  const { units } = preferences;
  const drops = dropsOf(design);
  const closets = useMemo(
    () =>
      design.closets.map((closet) => {
        const own = drops.filter((drop) => drop.closet === closet.id);
        return {
          closet,
          drops: own.length,
          lengthM: own.reduce((sum, drop) => sum + (drop.lengthM ?? 0), 0),
        };
      }),
    [design.closets, drops],
  );
  return (
    <>
      <section className="border-b border-rule px-3.5 py-3">
        <h3 className="font-semibold">Where the cables end</h3>
        <ul className="mt-1.5 grid gap-1">
          {closets.map(({ closet, drops: count, lengthM }) => (
            <li key={closet.id} className="grid grid-cols-[minmax(0,1fr)_auto_5rem] items-baseline gap-3">
              <button
                type="button"
                className="truncate text-left hover:underline"
                onClick={() => select({ in: "closets", id: closet.id })}
              >
                {closet.name}
              </button>
              <span className="text-soft">{counted(count, "drop")}</span>
              <span className="text-right">
                <Worked working={() => closetWorking(design, closet.id, "cable")}>
                  {formatTotal(lengthM, units)}
                </Worked>
              </span>
            </li>
          ))}
          {closets.length === 0 && (
            <li className="text-soft">
              No closet yet: a cable ends at a closet, the place of the panel or rack. It is placed on the
              plan of House.
            </li>
          )}
        </ul>
      </section>
      <CableLengths design={design} />
      <p className="px-3.5 py-3 text-small text-soft">
        {readOnly
          ? "You may look at this design but not change it."
          : "Press a point or a row to see its cables. Drag a point, or nudge it with the arrows, and the ledger below says what that costs."}
      </p>
    </>
  );
}
