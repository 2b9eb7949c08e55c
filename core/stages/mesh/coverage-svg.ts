/** The coverage of a level as an SVG file of its own: the plan with bands of margin under it, and their scale. */
import { byId, type Design } from "../../design/collections";
import { fail } from "../../design/input-error";
import { escapeXml } from "../../files/xml";
import { levelBox, planSvg } from "../runs/plan-svg";
import { bandShapes } from "./bands";
import { gridOver, lossField, marginsOf, placesOf } from "./coverage";
import { AT_M, budgetDb, FILLS, senders, stepsOf } from "./covered";
import { bandsOf, type Band } from "./links";
import { sceneOf } from "./scene";

export interface CoverageOf {
  profile: string;
  level: string;
  /** The best of all that send, or the second best. */
  show?: "best" | "second";
  /** Only this radio. */
  only?: string;
  stepM?: number;
}

const STEP_M = 0.25;
const SWATCH_M = 0.9;
const LEGEND_M = 1.3;

/** The scale under the plan: a swatch a band with where it begins. */
function legend(band: Band, x: number, y: number, note: string): string {
  const unit = band.profile.targetDbm === undefined ? "margin, dB" : "heard, dBm";
  const swatches = stepsOf(band).map(
    (from, i) =>
      `<rect x="${(x + 2 + i * SWATCH_M).toFixed(2)}" y="${y.toFixed(2)}" width="${SWATCH_M}" height="0.25" fill="${FILLS[i]}" opacity="0.6"/><text x="${(x + 2 + i * SWATCH_M).toFixed(2)}" y="${(y + 0.52).toFixed(2)}" font-size="0.22">${from}</text>`,
  );
  return `<g id="scale" fill="#15201f"><text x="${x.toFixed(2)}" y="${(y + 0.22).toFixed(2)}" font-size="0.22">${unit}</text>${swatches.join("")}<text x="${x.toFixed(2)}" y="${(y + 0.9).toFixed(2)}" font-size="0.2" fill="#566361">${escapeXml(note)}</text></g>`;
}

/**
 * A level's coverage drawn over its plan.
 * @throws InputError for a profile that has no radios, or a level that is not there
 */
export function coverageSvg(design: Design, asked: CoverageOf): string {
  const { profile, level, show = "best", only, stepM = STEP_M } = asked;
  const row = byId(design, "levels").get(level) ?? fail("level", `"${level}" does not exist`);
  const band =
    bandsOf(design).find((one) => one.profile.id === profile) ??
    fail("band", `"${profile}" has no radio with a place`);
  const box = levelBox(design, level);
  const around = { x0: box.x0 - 1, y0: box.y0 - 1, x1: box.x1 + 1, y1: box.y1 + 1 };
  const grid = gridOver(around, row.elevationM + AT_M, stepM);
  const { mhz, n, floorDb } = band.profile;
  const own = senders(band).filter((radio) => only === undefined || radio.row.id === only);
  const margins = marginsOf(
    placesOf(grid),
    own.map((radio) => ({
      lossDb: lossField(sceneOf(design), { mhz, n, floorDb }, radio, grid),
      budgetDb: budgetDb(band, radio),
    })),
  );
  const shapes = bandShapes(show === "best" ? margins.best : margins.second, grid, stepsOf(band));
  const drawn = [
    '<g id="coverage" opacity="0.6">',
    ...shapes.map(
      ({ path, from }, i) =>
        `<path d="${path}" fill="${FILLS[i]}" fill-rule="evenodd"><title>from ${from}</title></path>`,
    ),
    "</g>",
    '<g id="numbers" font-size="0.22" fill="#15201f">',
    ...shapes
      .slice(0, 3)
      .flatMap(({ from, labels }) =>
        labels.map(([x, y]) => `<text x="${x.toFixed(2)}" y="${y.toFixed(2)}">${from}</text>`),
      ),
    "</g>",
  ];
  const whose = only === undefined ? (show === "best" ? "best of all" : "second best") : "one radio";
  const note = `${band.profile.name}, ${row.name}, ${whose}, ${AT_M.toFixed(1)} m above the floor`;
  const [x, y, width, height] = [box.x0 - 1, box.y0 - 1, box.x1 - box.x0 + 2, box.y1 - box.y0 + 2];
  const tall = height + LEGEND_M;
  return planSvg(design, level)
    .replace(
      /viewBox="[^"]*" width="[^"]*" height="[^"]*"/,
      `viewBox="${x.toFixed(3)} ${y.toFixed(3)} ${width.toFixed(3)} ${tall.toFixed(3)}" width="${(width * 20).toFixed(1)}mm" height="${(tall * 20).toFixed(1)}mm"`,
    )
    .replace(/<\/title>\n/, (end) => `${end}${drawn.join("\n")}\n`)
    .replace(/<\/svg>\n$/, `${legend(band, x + 0.3, y + height + 0.15, note)}\n</svg>\n`);
}

/** Drawings of every level, of the best of each mesh: names of files and what they hold. */
export const coverageDrawings = (design: Design): [name: string, svg: string][] =>
  bandsOf(design)
    .filter(({ profile }) => profile.form === "mesh")
    .flatMap(({ profile }) =>
      design.levels.map(({ id }): [string, string] => [
        `coverage-${profile.id}-${id}`,
        coverageSvg(design, { profile: profile.id, level: id, stepM: 0.5 }),
      ]),
    );
