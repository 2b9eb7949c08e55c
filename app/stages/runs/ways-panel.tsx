/** Ways a point's cables can go, side by side, and pinning them to one by hand. */
import { useMemo, useState } from "react";
import { byId, type Design, rowOf } from "#core/design/collections";
import type { PointRow } from "#core/design/rows/runs";
import { formatLength } from "#core/design/units";
import { alternativesOf, capacityWorking, pinRoute, wayWorking } from "#core/stages/runs/alternatives";
import { dropsOfPoint } from "#core/stages/runs";
import type { Place } from "#core/ways/route";
import { useDesk, useEdit } from "../../desk/desk";
import { Worked } from "../../inspect/parts";
import { RefsField } from "../../inspect/row-form";

export default function WaysPanel({ design, point }: { design: Design; point: PointRow }) {
  const { preferences, readOnly, showPreview } = useDesk();
  const edit = useEdit();
  const [byHand, setByHand] = useState(false);
  /** The way whose button is pressed: it stays on the plan while the pointer looks at others. */
  const [held, setHeld] = useState<readonly Place[]>();
  const ways = useMemo(() => alternativesOf(design, point), [design, point]);
  const drops = dropsOfPoint(design, point).filter((drop) => !drop.to && !drop.segment);
  const pin = drops.find((drop) => drop.row?.route)?.row?.route;
  const taken = ways.find((way) => way.taken);
  const { units } = preferences;
  if (!ways.length) return null;
  const put = (part: { trunks?: string[]; risers?: string[] }) => {
    const now = pin ?? taken?.pin ?? { trunks: [], risers: [] };
    const next = { trunks: part.trunks ?? now.trunks, risers: part.risers ?? now.risers };
    edit((d) =>
      pinRoute(d, rowOf(d, "points", point.id), next.trunks.length || next.risers.length ? next : undefined),
    );
  };
  return (
    <section className="border-b border-rule px-3.5 py-3" data-ways>
      <h3 className="flex items-baseline justify-between font-semibold">
        Ways it can go{pin && <span className="text-small font-normal text-accent">pinned by hand</span>}
      </h3>
      <ul className="mt-1 grid gap-1.5">
        {ways.map((way) => {
          const more = taken ? way.installedM - taken.installedM : 0;
          return (
            <li
              key={`${way.closet} ${way.pin.trunks.join()} ${way.pin.risers.join()}`}
              className={`border px-2 py-1.5 text-small ${way.taken ? "border-2 border-accent bg-raised" : "border-rule bg-raised"}`}
              onMouseEnter={() => showPreview(way.taken ? held : way.route.places)}
              onMouseLeave={() => showPreview(held)}
            >
              <p className="flex justify-between gap-2">
                <span>
                  {way.closet !== point.closet && (
                    <span className="font-semibold">{byId(design, "closets").get(way.closet)?.name}: </span>
                  )}
                  {way.capacity.map((one) => one.name).join(", ") || "through the void"}
                </span>
                <span className="shrink-0">
                  <Worked working={() => wayWorking(design, way)}>
                    {formatLength(way.installedM, units)}
                  </Worked>
                </span>
              </p>
              <p className="text-soft">
                {way.taken ? "taken" : `${more >= 0 ? "+" : "−"}${formatLength(Math.abs(more), units)}`} ·{" "}
                {way.route.bends} {way.route.bends === 1 ? "bend" : "bends"} ·{" "}
                <span className="measure">{formatLength(way.route.stubM, units)}</span> off the trunks
                {way.capacity
                  .filter((one) => one.fillPct !== undefined)
                  .map((one) => (
                    <span key={one.id} className={one.fillPct! > one.limitPct! ? "text-stop" : ""}>
                      {" "}
                      · {one.name}{" "}
                      <Worked working={() => capacityWorking(one)}>
                        {one.fillPct!.toFixed(0)} of {one.limitPct} %
                      </Worked>
                    </span>
                  ))}
                {way.capacity
                  .filter((one) => one.fillPct === undefined)
                  .map((one) => (
                    <span key={one.id}>
                      {" "}
                      · {one.name} ×{one.cables}
                    </span>
                  ))}
                {way.besideMainsM > 0.5 && (
                  <span className="text-mend">
                    {" "}
                    · {formatLength(way.besideMainsM, units, 1)} beside mains
                  </span>
                )}
                {way.fireCrossings > 0 &&
                  ` · through ${way.fireCrossings} fire-rated ${way.fireCrossings === 1 ? "part" : "parts"}`}
              </p>
              <div className="mt-1 flex gap-1.5">
                {!readOnly && !way.taken && (
                  <button
                    type="button"
                    className="button h-6"
                    onClick={() => {
                      setHeld(undefined);
                      showPreview(undefined);
                      edit((d) =>
                        pinRoute(
                          d,
                          rowOf(d, "points", point.id),
                          way.closet === point.closet ? way.pin : undefined,
                          way.closet,
                        ),
                      );
                    }}
                  >
                    Take this way
                  </button>
                )}
                {!way.taken && (
                  <button
                    type="button"
                    className="button h-6"
                    aria-pressed={held === way.route.places}
                    onClick={() => {
                      const places = held === way.route.places ? undefined : way.route.places;
                      setHeld(places);
                      showPreview(places);
                    }}
                  >
                    Show it
                  </button>
                )}
                {!readOnly && way.taken && pin && (
                  <button
                    type="button"
                    className="button h-6"
                    onClick={() => edit((d) => pinRoute(d, rowOf(d, "points", point.id), undefined))}
                  >
                    Take the pin off
                  </button>
                )}
              </div>
            </li>
          );
        })}
      </ul>
      {!readOnly && (
        <button
          type="button"
          className="mt-1.5 text-small text-soft underline hover:text-ink"
          aria-expanded={byHand}
          onClick={() => setByHand(!byHand)}
        >
          choose its ways one by one
        </button>
      )}
      {byHand && (
        <div className="mt-1.5 grid gap-1.5">
          <RefsField
            label="Trunks"
            chosen={pin?.trunks ?? taken?.pin.trunks ?? []}
            options={design.trunks.map((row) => ({
              value: row.id,
              text: `${row.name}, ${byId(design, "levels").get(row.level)?.name.toLowerCase()}`,
            }))}
            put={(trunks) => put({ trunks })}
          />
          <RefsField
            label="Risers"
            chosen={pin?.risers ?? taken?.pin.risers ?? []}
            options={design.risers.map((row) => ({ value: row.id, text: row.name }))}
            put={(risers) => put({ risers })}
          />
          <p className="text-tiny text-soft">
            It keeps to these and goes the shortest way along them. Where they do not lead to its closet, a
            finding says so.
          </p>
        </div>
      )}
    </section>
  );
}
