/** Beside a weather mast: how rain, sun and wind reach it, and better places for it. */
import { useMemo } from "react";
import { byId, type Design } from "#core/design/collections";
import { changeRow } from "#core/design/row-changes";
import { candidatesFor, GOOD, sitingAt } from "#core/stages/bus/siting";
import type { PointRow } from "#core/design/rows/runs";
import { formatLength } from "#core/design/units";
import { useDesk, useEdit } from "../../desk/desk";
import { Caution } from "../../inspect/parts";

const MARKS = [
  ["rain", "Rain falls on it"],
  ["light", "The year's sun"],
  ["wind", "Free wind"],
] as const;

export default function MastSiting({ design, point }: { design: Design; point: PointRow }) {
  const { readOnly, preferences } = useDesk();
  const edit = useEdit();
  const here = useMemo(() => sitingAt(design, point), [design, point]);
  const places = useMemo(() => candidatesFor(design, point), [design, point]);
  return (
    <section aria-label="Siting" className="border-t border-rule px-3.5 py-3">
      <h3 className="font-semibold">Where it stands</h3>
      <dl className="mt-1.5 grid gap-1">
        {MARKS.map(([name, text]) => (
          <div key={name} className="grid grid-cols-[7rem_1fr_3rem] items-center gap-2">
            <dt className="text-small text-soft">{text}</dt>
            <dd className="h-1.5 bg-ground">
              <span
                className={`block h-full ${here[name] < GOOD[name] ? "bg-mend" : "bg-accent"}`}
                style={{ width: `${100 * here[name]}%` }}
              />
            </dd>
            <dd className={`measure text-right ${here[name] < GOOD[name] ? "text-mend" : ""}`}>
              {(100 * here[name]).toFixed(0)} %
            </dd>
          </div>
        ))}
      </dl>
      <h3 className="mt-3 font-semibold">Other places, the best first</h3>
      <ul className="mt-1 grid gap-1 text-small">
        {places.map((place) => (
          <li key={`${place.room} ${place.x} ${place.y}`} className="flex items-center justify-between gap-2">
            <span>
              {byId(design, "rooms").get(place.room)?.name},{" "}
              <span className="measure">
                {formatLength(place.x, preferences.units)}, {formatLength(place.y, preferences.units)}
              </span>{" "}
              <span className="text-soft">
                {(100 * place.rain).toFixed(0)} · {(100 * place.light).toFixed(0)} ·{" "}
                {(100 * place.wind).toFixed(0)} %
              </span>
            </span>
            {!readOnly && (
              <button
                type="button"
                className="button h-6"
                onClick={() =>
                  edit((d) =>
                    changeRow(d, "points", point.id, {
                      x: place.x,
                      y: place.y,
                      room: place.room,
                      level: place.level,
                    }),
                  )
                }
              >
                Move it
              </button>
            )}
          </li>
        ))}
      </ul>
      <p className="mt-1.5 text-tiny text-soft">
        Rain, sun and wind at its height, by the rooms of the plan as blocks, eaves of 0.6 m.
      </p>
      <div className="-mx-3.5 mt-2">
        <Caution text="Work at height, and lightning: a mast is bonded and a fall prevented as local codes ask; a licensed person decides." />
      </div>
    </section>
  );
}
