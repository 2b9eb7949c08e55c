/**
 * A drawing read and nothing kept: the command line's `draw`. The readers are heavy; screens take theirs
 * one by one.
 */
import { fail } from "../../../design/input-error";
import { area } from "../../../geometry/polygon";
import { facesOf } from "../faces";
import type { Drawing } from "../../../files/drawing";
import { wallsFrom } from "./walls-from";
import { readDxf } from "../../../files/dxf-in";
import { readSvg } from "../../../files/svg-in";

/** Metres in one unit. */
const UNITS: Readonly<Record<string, number>> = { m: 1, cm: 0.01, mm: 0.001, ft: 0.3048, in: 0.0254 };
/** Typical of a partition: what a wall is drawn with where only its centre line is given. */
const WALL_M = 0.12;
const WAYS: Readonly<Record<string, "centres" | "faces">> = { lines: "centres", faces: "faces" };

export interface DrawOptions {
  /** What one unit of the drawing is; needed where the file does not say. */
  units?: string;
  /** Its lines are centre lines of walls, or pairs of faces. */
  as?: string;
}

/** What kind of drawing a text is, by how it begins. */
export const readDrawing = (text: string): Drawing =>
  text.trimStart().startsWith("<") ? readSvg(text) : readDxf(text);

const oneOf = <T>(table: Readonly<Record<string, T>>, name: string, path: string): T =>
  Object.hasOwn(table, name)
    ? table[name]!
    : fail(path, `must be one of ${Object.keys(table).join(", ")}, not "${name}"`);

/**
 * `zinc draw --json`: every layer of a DXF or SVG drawing as walls in metres, the closed
 * spaces between them, and what made no wall. Throws InputError for a file that is no drawing, or one of
 * unknown scale.
 */
export function drawJson(text: string, { units, as = "lines" }: DrawOptions) {
  const lines = oneOf(WAYS, as, "--as");
  const asked = units === undefined ? undefined : oneOf(UNITS, units, "--units");
  const drawing = readDrawing(text);
  const metresPerUnit =
    asked ??
    drawing.metresPerUnit ??
    fail("--units", `is needed: the file does not say what one unit is (${Object.keys(UNITS).join(", ")})`);
  const { walls, leftOut } = wallsFrom(drawing, {
    metresPerUnit,
    layers: drawing.layers.map((layer) => layer.name),
    lines,
    thicknessM: WALL_M,
    material: "",
    at: [0, 0],
  });
  const { faces } = facesOf(walls.map((wall, i) => ({ id: `w${i + 1}`, level: "", material: "", ...wall })));
  return {
    units:
      Object.keys(UNITS).find((name) => Math.abs(UNITS[name]! - metresPerUnit) < 1e-12) ??
      `${metresPerUnit} m`,
    walls: walls.map(({ ax, ay, bx, by, thicknessM }) => ({ ax, ay, bx, by, thicknessM })),
    rooms: faces.map((face) => ({
      areaM2: Number(area(face.outline).toFixed(3)),
      outline: face.outline.map(([x, y]) => [Number(x.toFixed(3)), Number(y.toFixed(3))]),
    })),
    left: [...drawing.leftOut, ...leftOut],
  };
}
