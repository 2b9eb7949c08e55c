/**
 * Trays and bundles: how full a tray is where it is fullest, and how many powered data cables warm each
 * other.
 */
import { type Design, rowOf } from "../../design/collections";
import { memo } from "../../design/kept";
import type { Change } from "../../design/edit";
import type { RiserRow, TrunkRow } from "../../design/rows/house-structure";
import { verdictUnder, type Working } from "../../desk/working";
import type { Drop } from "./drops";
import { runSettings } from "./settings";
import { fullestOf, spansByWay } from "./spans";
import { counted } from "../../design/words";

export interface Tray {
  row: TrunkRow;
  widthMm: number;
  depthMm: number;
  drops: readonly Drop[];
  /** Share of its section that is cable, %, against what the design fills a tray to. */
  fillPct: number;
  limitPct: number;
}

/** Cable area in mm². */
const areaMm2 = (drop: Drop) => (Math.PI / 4) * drop.cableType!.outerMm ** 2;

/** Trays that have a width and sides; the fullest first. */
export const traysOf = memo("traysOf", (design): Tray[] =>
  design.trunks
    .filter((row) => row.kind === "tray" && row.widthMm && row.depthMm)
    .map((row): Tray => {
      const drops = fullestOf(spansByWay(design).get(`trunks/${row.id}`), areaMm2);
      const most = drops.reduce((all, drop) => all + areaMm2(drop), 0);
      return {
        row,
        widthMm: row.widthMm!,
        depthMm: row.depthMm!,
        drops,
        fillPct: (100 * most) / (row.widthMm! * row.depthMm!),
        limitPct: runSettings(design).trayFillPct,
      };
    })
    .sort((a, b) => b.fillPct - a.fillPct),
);

/** The next width, in steps of 50 mm, that holds what lies in a tray. */
export const trayWidthFor = (tray: Tray) =>
  Math.ceil(((tray.fillPct / tray.limitPct) * tray.widthMm) / 50 - 1e-9) * 50;

/** How the fill of a tray came about: cross-sections of its cables over its own, %. */
export function trayWorking(tray: Tray): Working {
  const sum = tray.drops.reduce((all, drop) => all + areaMm2(drop), 0);
  return {
    title: `Fill of ${tray.row.name}`,
    value: tray.fillPct,
    unit: "%",
    limit: { value: tray.limitPct, unit: "%", source: "share of a tray's section, this design" },
    verdict: verdictUnder(tray.fillPct, tray.limitPct),
    steps: [
      {
        formula: "Σ π/4 · d²",
        with: `${counted(tray.drops.length, "cable")} at the fullest place`,
        gives: `${sum.toFixed(0)} mm²`,
        source: "cable types",
      },
      {
        formula: "Width × depth",
        with: `${tray.widthMm} mm × ${tray.depthMm} mm`,
        gives: `${(tray.widthMm * tray.depthMm).toFixed(0)} mm²`,
        source: "tray",
      },
      { formula: "Cable ÷ tray", with: "", gives: `${tray.fillPct.toFixed(1)} %`, source: "" },
    ],
  };
}

export interface Bundle {
  in: "trunks" | "risers";
  row: TrunkRow | RiserRow;
  /** Powered data cables side by side where they are most, in one bundle of so many. */
  powered: number;
  drops: Drop[];
  each: number;
  most: number;
}

/** Whether a drop warms others: 1 or 0. */
const powered = (drop: Drop) => (drop.load?.poeClass ? 1 : 0);

/** Trunks and risers on which more than one powered data cable lies; the fullest bundle first. */
export const bundlesOf = memo("bundlesOf", (design): Bundle[] => {
  const { bundleMost } = runSettings(design);
  return [...spansByWay(design)]
    .flatMap(([key, edges]): Bundle[] => {
      const [where, id] = key.split("/") as ["trunks" | "risers", string];
      const row = rowOf(design, where, id);
      const drops = fullestOf(edges, powered).filter(powered);
      return drops.length > 1
        ? [
            {
              in: where,
              row,
              powered: drops.length,
              drops,
              each: Math.ceil(drops.length / (row.bundles ?? 1)),
              most: bundleMost,
            },
          ]
        : [];
    })
    .sort((a, b) => b.each - a.each || (a.row.name < b.row.name ? -1 : 1));
});

/** A change that ties the cables of a trunk or riser in so many bundles. */
export const inBundles = (
  design: Design,
  { in: where, id }: { in: "trunks" | "risers"; id: string },
  bundles: number,
): Change[] =>
  where === "trunks"
    ? [{ in: "trunks", put: { ...rowOf(design, "trunks", id), bundles } }]
    : [{ in: "risers", put: { ...rowOf(design, "risers", id), bundles } }];
