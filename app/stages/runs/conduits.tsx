/** Conduits, ducts and risers with a bore: how full each is, and its section drawn to one scale. */
import { useState } from "react";
import { formatTotal } from "#core/design/units";
import {
  BORES_MM,
  containmentOf,
  fillWorking,
  innerMm,
  layCircles,
  MOST_BENDS_DEG,
  type Containment,
} from "#core/stages/runs";
import { sectionWorking } from "#core/stages/runs/containment";
import { bundlesOf, inBundles, traysOf, trayWorking } from "#core/stages/runs/tray";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { useWorded } from "../../desk/worded";
import { Empty, ToSheet } from "../../desk/empty";
import { Worked } from "../../inspect/parts";
import { counted } from "#core/design/words";
import { changeRow } from "#core/design/row-changes";
import { Choice } from "../../kit/choice";

const MEDIA = {
  data: "fill-cable/35 stroke-cable",
  coax: "fill-structure/30 stroke-structure",
  power: "fill-power/35 stroke-power",
  bus: "fill-bus/35 stroke-bus",
  speaker: "fill-control/35 stroke-control",
  control: "fill-radio/30 stroke-radio",
  fibre: "fill-note/30 stroke-note",
} as const;

export default function Conduits() {
  const worded = useWorded();
  const design = useDesign();
  const { preferences, select, readOnly } = useDesk();
  const edit = useEdit();
  const ways = containmentOf(design);
  const [chosen, setChosen] = useState<string>();
  const shown = ways.find((one) => one.row.id === chosen) ?? ways[0];
  const trays = traysOf(design);
  if (!shown && !trays.length)
    return (
      <Empty text="No conduit, duct or riser has a bore yet, and no tray a width. Give one in stage 2, House, and what lies in it is drawn here.">
        <ToSheet stage="house" tool="trunk" text="Draw a trunk" />
      </Empty>
    );
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_15rem] max-lg:grid-cols-1">
      <div
        className="relative min-h-0 overflow-auto"
        tabIndex={0}
        role="region"
        aria-label="Conduits, ducts and risers"
      >
        <table className="w-full">
          <thead className="sticky top-0 z-10 bg-pane text-small text-soft">
            <tr className="h-7 border-b border-rule text-left">
              <th className="px-3 font-normal">Way</th>
              <th className="font-normal">Bore</th>
              <th className="text-right font-normal">Cables</th>
              <th className="pl-4 font-normal">Fill</th>
              <th className="text-right font-normal">Bends</th>
              <th className="text-right font-normal">Length</th>
              <th className="px-3 text-right font-normal" title="From box to box, the longest">
                Box to box
              </th>
            </tr>
          </thead>
          <tbody>
            {ways.map((one) => {
              const over = one.fillPct > one.limitPct;
              return (
                <tr
                  key={one.row.id}
                  className={`h-8 border-b border-rule/60 ${one === shown ? "bg-wash" : "hover:bg-pane"}`}
                  data-way={one.row.id}
                >
                  <th scope="row" className="px-3 text-left font-normal">
                    <button
                      type="button"
                      className="text-left whitespace-nowrap hover:underline"
                      aria-pressed={one === shown}
                      onClick={() => {
                        setChosen(one.row.id);
                        select({ in: one.in, id: one.row.id });
                      }}
                    >
                      {one.row.name}
                    </button>
                  </th>
                  <td>
                    <Choice
                      label={`Bore of ${one.row.name}`}
                      className="h-6 w-24 text-small"
                      disabled={readOnly}
                      value={String(one.boreMm)}
                      options={[...new Set([...BORES_MM, one.boreMm])]
                        .sort((a, b) => a - b)
                        .map((bore) => ({ value: String(bore), text: worded(`${bore} mm`) }))}
                      take={(bore) => edit((d) => changeRow(d, one.in, one.row.id, { boreMm: Number(bore) }))}
                    />
                  </td>
                  <td className="measure text-right">{one.drops.length}</td>
                  <td className="pl-4">
                    <div className="flex items-center gap-2">
                      <div className="relative h-2 w-16 bg-ground">
                        <span
                          className={`absolute inset-y-0 left-0 ${over ? "bg-stop" : "bg-accent"}`}
                          style={{ width: `${Math.min(100, one.fillPct)}%` }}
                        />
                        <span
                          className="absolute -inset-y-0.5 w-px bg-ink"
                          style={{ left: `${one.limitPct}%` }}
                        />
                      </div>
                      <span className={over ? "font-semibold text-stop" : ""}>
                        <Worked working={() => fillWorking(one)}>{one.fillPct.toFixed(0)} %</Worked>
                      </span>
                    </div>
                  </td>
                  <td className={`text-right ${one.bendsDeg > MOST_BENDS_DEG ? "text-mend" : ""}`}>
                    {one.sections.length ? (
                      <Worked working={() => sectionWorking(one, "bends")}>{one.bendsDeg.toFixed(0)}°</Worked>
                    ) : (
                      <span className="measure">0°</span>
                    )}
                  </td>
                  <td className="measure pl-3 text-right whitespace-nowrap">
                    {formatTotal(one.lengthM, preferences.units, 1)}
                  </td>
                  <td
                    className={`px-3 text-right whitespace-nowrap ${one.sections.some((section) => section.lengthM > section.limitM + 1e-6) ? "text-mend" : ""}`}
                  >
                    {one.sections.length ? (
                      <Worked working={() => sectionWorking(one, "length")}>
                        {formatTotal(
                          Math.max(...one.sections.map((section) => section.lengthM)),
                          preferences.units,
                          1,
                        )}
                      </Worked>
                    ) : (
                      ""
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
        {trays.length > 0 && (
          <table className="mt-2 w-full">
            <thead className="bg-pane text-left text-small text-soft">
              <tr className="h-7 border-y border-rule">
                <th className="px-3 font-normal">Tray</th>
                <th className="font-normal">Width × sides</th>
                <th className="text-right font-normal">Cables</th>
                <th className="px-3 text-right font-normal">Fill</th>
              </tr>
            </thead>
            <tbody>
              {trays.map((tray) => (
                <tr
                  key={tray.row.id}
                  className="h-7 border-b border-rule/60 hover:bg-pane"
                  data-tray={tray.row.id}
                >
                  <th scope="row" className="px-3 text-left font-normal">
                    <button
                      type="button"
                      className="hover:underline"
                      onClick={() => select({ in: "trunks", id: tray.row.id })}
                    >
                      {tray.row.name}
                    </button>
                  </th>
                  <td className="measure">{worded(`${tray.widthMm} mm × ${tray.depthMm} mm`)}</td>
                  <td className="measure text-right">{tray.drops.length}</td>
                  <td
                    className={`px-3 text-right ${tray.fillPct > tray.limitPct ? "font-semibold text-stop" : ""}`}
                  >
                    <Worked working={() => trayWorking(tray)}>
                      {tray.fillPct.toFixed(0)} of {tray.limitPct} %
                    </Worked>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <Bundles />
      </div>
      {shown && <Section one={shown} />}
    </div>
  );
}

/** Powered data cables side by side: how many warm each other. */
function Bundles() {
  const design = useDesign();
  const { select, readOnly } = useDesk();
  const edit = useEdit();
  const bundles = bundlesOf(design);
  if (!bundles.length) return null;
  return (
    <table className="mt-2 w-full">
      <thead className="bg-pane text-left text-small text-soft">
        <tr className="h-7 border-y border-rule">
          <th className="px-3 font-normal">Powered data cables on</th>
          <th className="text-right font-normal">Side by side</th>
          <th className="pl-4 font-normal">Tied in</th>
          <th className="px-3 text-right font-normal">In one bundle</th>
        </tr>
      </thead>
      <tbody>
        {bundles.map((bundle) => (
          <tr key={bundle.row.id} className="h-7 border-b border-rule/60 hover:bg-pane">
            <th scope="row" className="px-3 text-left font-normal">
              <button
                type="button"
                className="hover:underline"
                onClick={() => select({ in: "trunks", id: bundle.row.id })}
              >
                {bundle.row.name}
              </button>
            </th>
            <td className="measure text-right">{bundle.powered}</td>
            <td className="pl-4">
              <Choice
                label={`Bundles on ${bundle.row.name}`}
                className="h-6 w-28 text-small"
                disabled={readOnly}
                value={String(bundle.row.bundles ?? 1)}
                options={Array.from({ length: 8 }, (_, i) => ({
                  value: String(i + 1),
                  text: counted(i + 1, "bundle"),
                }))}
                take={(count) =>
                  edit((d) => inBundles(d, { in: bundle.in, id: bundle.row.id }, Number(count)))
                }
              />
            </td>
            <td
              className={`measure px-3 text-right ${bundle.each > bundle.most ? "font-semibold text-stop" : ""}`}
            >
              {bundle.each} of {bundle.most}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** A section to scale: the bore, and the cables in it as they lie. */
function Section({ one }: { one: Containment }) {
  const worded = useWorded();
  const circles = layCircles(one.diametersMm, one.insideMm);
  const out = one.drops.length - circles.length;
  const names = [...new Set(one.drops.map((drop) => drop.cableType!.name))];
  const wall = one.insideMm * 0.045;
  const half = one.insideMm / 2 + 2 * wall;
  return (
    <figure
      tabIndex={0}
      className="flex min-h-0 flex-col overflow-y-auto border-l border-rule bg-pane p-3 max-lg:border-l-0"
      aria-label={`Section of ${one.row.name}`}
    >
      <svg
        viewBox={`${-half} ${-half} ${2 * half} ${2 * half}`}
        className="mx-auto h-40 w-40 shrink-0"
        role="img"
        aria-label={worded(
          `${counted(one.drops.length, "cable")} in ${one.insideMm} mm, ${one.fillPct.toFixed(0)} % full, ${one.limitPct} % allowed`,
        )}
      >
        <circle r={one.insideMm / 2 + wall} className="fill-structure" />
        <circle r={one.insideMm / 2} className="fill-raised" />
        {circles.map((circle) => {
          const drop = one.drops[circle.cable]!;
          return (
            <circle
              key={drop.key}
              cx={circle.x}
              cy={circle.y}
              r={circle.r - 0.15}
              className={MEDIA[drop.cableType!.medium]}
              strokeWidth={0.3}
            >
              <title>{drop.label}</title>
            </circle>
          );
        })}
      </svg>
      <svg viewBox={`0 0 ${2 * half} ${half / 8}`} className="mx-auto h-2.5 w-40 shrink-0" aria-hidden="true">
        <line
          x1={half - 5}
          x2={half + 5}
          y1={half / 24}
          y2={half / 24}
          className="stroke-ink"
          strokeWidth={half / 40}
        />
      </svg>
      <p className="text-center text-tiny text-soft">{worded("10 mm")}</p>
      <figcaption className="mt-2 text-small">
        <p>
          <span className="font-semibold">{one.row.name}</span>,{" "}
          <span className="measure">{worded(`${one.boreMm} mm`)}</span> nominal,{" "}
          <span className="measure">{worded(`${innerMm(one.boreMm)} mm`)}</span> inside, at its fullest place
        </p>
        {out > 0 && (
          <p className="text-stop">
            {out} {out === 1 ? "cable finds" : "cables find"} no room.
          </p>
        )}
        {one.jam !== undefined && (
          <p className="text-soft">
            Jam ratio <span className="measure">{one.jam.toFixed(2)}</span>: three of one size wedge between
            2.8 and 3.2.
          </p>
        )}
        <ul className="mt-1.5">
          {names.map((name) => (
            <li key={name} className="flex justify-between gap-2">
              <span>{name}</span>
              <span className="measure">
                {one.drops.filter((drop) => drop.cableType!.name === name).length} ×{" "}
                {worded(`${one.drops.find((drop) => drop.cableType!.name === name)!.cableType!.outerMm} mm`)}
              </span>
            </li>
          ))}
        </ul>
      </figcaption>
    </figure>
  );
}
