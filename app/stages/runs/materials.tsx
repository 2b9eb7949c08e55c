/** Bill of materials: what is bought for the cables, by group, with its cost where it is known. */
import { groupDigits } from "#core/design/units";
import { billOf, GROUPS, type MaterialLine } from "#core/stages/runs";
import { billWorking, isOrdered } from "#core/stages/runs/materials";
import { costsOf, costWorking } from "#core/stages/runs/cost";
import { capital, counted } from "#core/design/words";
import { sumWorking } from "#core/desk/working";
import { useDesign, useDesk } from "../../desk/desk";
import { useWorded } from "../../desk/worded";
import { Empty, ToSheet } from "../../desk/empty";
import { Worked } from "../../inspect/parts";

export default function Materials() {
  const worded = useWorded();
  const design = useDesign();
  const { url } = useDesk();
  const bill = billOf(design);
  const { currency } = design.design;
  if (!bill.length)
    return (
      <Empty text="Nothing to buy yet: the bill comes from the points, their kits and their devices.">
        <ToSheet stage="runs" text="To plan and schedule" />
      </Empty>
    );
  const costOf = (rows: readonly MaterialLine[]) => rows.reduce((sum, row) => sum + (row.cost ?? 0), 0);
  const ordered = bill.filter(isOrdered);
  const open = bill.filter((row) => row.cost === undefined).length;
  return (
    <div
      className="relative min-h-0 flex-1 overflow-auto"
      tabIndex={0}
      role="region"
      aria-label="Bill of materials"
    >
      <table className="w-full">
        <thead className="sticky top-0 bg-pane text-small text-soft">
          <tr className="h-7 border-b border-rule text-left">
            <th className="px-3 font-normal">What</th>
            <th className="text-right font-normal">Count</th>
            <th className="pl-1 font-normal">
              <span className="sr-only">Unit</span>
            </th>
            <th className="text-right font-normal">Price</th>
            <th className="px-3 text-right font-normal">Cost, {currency}</th>
            <th className="font-normal">
              From{" "}
              <a className="button ml-3 h-5" href={`${url}/csv/materials`} download>
                Order as CSV
              </a>
            </th>
          </tr>
        </thead>
        {GROUPS.filter((group) => bill.some((row) => row.group === group)).map((group) => {
          const rows = bill.filter((row) => row.group === group);
          return (
            <tbody key={group}>
              <tr className="h-7 bg-ground">
                <th scope="rowgroup" colSpan={4} className="px-3 text-left font-semibold">
                  {capital(group)}
                </th>
                <td className="px-3 text-right">
                  <Worked
                    working={() =>
                      sumWorking(
                        capital(group),
                        currency,
                        rows.map((row) => ({ name: `${row.count} × ${row.what}`, value: row.cost ?? 0 })),
                        "bill of materials",
                      )
                    }
                  >
                    {groupDigits(costOf(rows), 2)}
                  </Worked>
                </td>
                <td />
              </tr>
              {rows.map((row) => (
                <tr
                  key={`${row.what}${row.had ? ", had" : ""}`}
                  className="h-7 border-b border-rule/60 hover:bg-pane"
                >
                  <th scope="row" className="px-3 text-left font-normal">
                    {worded(row.what)}
                  </th>
                  <td className="text-right">
                    <Worked working={() => billWorking(row, currency)}>
                      {row.unit === "hour" ? row.count.toFixed(2) : row.count}
                    </Worked>
                  </td>
                  <td className="pl-1 text-small text-soft">
                    {row.unit === "piece" ? "" : row.unit === "hour" ? "h" : row.unit}
                  </td>
                  <td className="measure text-right">
                    {row.price === undefined ? (
                      <span className="text-soft">–</span>
                    ) : (
                      groupDigits(row.price, 2)
                    )}
                  </td>
                  <td className="px-3 text-right">
                    {row.cost === undefined ? (
                      <span className="text-soft">–</span>
                    ) : (
                      <Worked working={() => billWorking(row, currency)}>{groupDigits(row.cost, 2)}</Worked>
                    )}
                  </td>
                  <td className="max-w-64 truncate text-small text-soft" title={worded(row.from)}>
                    {worded(row.from)}
                  </td>
                </tr>
              ))}
            </tbody>
          );
        })}
        <tfoot>
          <tr className="h-8">
            <th scope="row" colSpan={4} className="px-3 text-left font-normal">
              Of it to order: no labour, nothing that is there or on its way
            </th>
            <td className="px-3 text-right">
              <Worked
                working={() =>
                  sumWorking(
                    "To order",
                    currency,
                    ordered.map((row) => ({ name: `${row.count} × ${row.what}`, value: row.cost ?? 0 })),
                    "bill of materials",
                  )
                }
              >
                {groupDigits(costOf(ordered), 2)}
              </Worked>
            </td>
            <td />
          </tr>
          <tr className="h-8 font-semibold">
            <th scope="row" colSpan={4} className="px-3 text-left">
              All
              {open ? (
                <span className="font-normal text-soft">, {counted(open, "line")} without a price</span>
              ) : (
                ""
              )}
            </th>
            <td className="px-3 text-right">
              <Worked working={() => costWorking(design, "Cost", costsOf(design))}>
                {groupDigits(costOf(bill), 2)}
              </Worked>
            </td>
            <td />
          </tr>
        </tfoot>
      </table>
    </div>
  );
}
