/**
 * Lines and polylines of a text DXF file. The file is pairs of lines, a group code and its value; an entity
 * is what stands from one code 0 to the next. Read in one pass, so that no file however spoilt can hold it
 * up.
 */
import { fail } from "../design/input-error";
import { LeftOut, type DrawnLine, type Drawing } from "./drawing";

/** $INSUNITS: metres in one unit. */
const UNITS: Readonly<Record<number, number>> = {
  1: 0.0254,
  2: 0.3048,
  4: 0.001,
  5: 0.01,
  6: 1,
  7: 1000,
  10: 0.9144,
  14: 0.1,
};

const WHY: Readonly<Record<string, string>> = {
  ARC: "a curve, not a straight line",
  CIRCLE: "a curve, not a straight line",
  ELLIPSE: "a curve, not a straight line",
  SPLINE: "a curve, not a straight line",
  TEXT: "a text",
  MTEXT: "a text",
  DIMENSION: "a dimension",
  INSERT: "a block: explode it in the drawing first",
  ATTDEF: "a text of a block",
  POINT: "a point",
  SOLID: "a filled area",
  "3DFACE": "a face in space",
  HATCH: "a hatch",
};

interface Pair {
  code: number;
  value: string;
}

function pairsOf(text: string): Pair[] {
  const lines = text.split(/\r\n|\r|\n/);
  const pairs: Pair[] = [];
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const code = Number(lines[i]!.trim());
    if (!Number.isInteger(code) || lines[i]!.trim() === "")
      fail(
        "File",
        `is not a DXF file: line ${i + 1} should be a group code but is "${lines[i]!.trim().slice(0, 20)}"`,
      );
    pairs.push({ code, value: lines[i + 1]!.trim() });
    if (code === 0 && lines[i + 1]!.trim() === "EOF") break;
  }
  return pairs;
}

/** Value of the first pair with this code. */
const first = (pairs: readonly Pair[], code: number) => pairs.find((pair) => pair.code === code)?.value;
const number = (value: string | undefined) =>
  value === undefined || value === "" || !Number.isFinite(Number(value)) ? undefined : Number(value);

interface Corner {
  x?: number;
  y?: number;
  bulge: number;
}

/** Corners of a light polyline: each code 10 starts one. */
function cornersOf(pairs: readonly Pair[]): Corner[] {
  const corners: Corner[] = [];
  for (const { code, value } of pairs) {
    const last = corners[corners.length - 1];
    if (code === 10) corners.push({ x: number(value), bulge: 0 });
    else if (code === 20 && last) last.y = number(value);
    else if (code === 42 && last) last.bulge = number(value) ?? 0;
  }
  return corners;
}

class Reader {
  readonly left = new LeftOut();
  readonly layers = new Map<string, DrawnLine[]>();
  #open?: { layer: string; closed: boolean; corners: Corner[] };

  line(layer: string, a: Corner, b: Corner): void {
    if (a.x === undefined || a.y === undefined || b.x === undefined || b.y === undefined)
      return this.left.add("line", "has an end without a place");
    if (a.bulge) return this.left.add("arc of a polyline", "a curve, not a straight line");
    const lines = this.layers.get(layer) ?? [];
    // Drawings have y up, plans y down.
    lines.push({ a: [a.x, -a.y + 0], b: [b.x, -b.y + 0] });
    this.layers.set(layer, lines);
  }

  ring(layer: string, corners: readonly Corner[], closed: boolean): void {
    for (let i = 1; i < corners.length; i++) this.line(layer, corners[i - 1]!, corners[i]!);
    if (closed && corners.length > 2) this.line(layer, corners[corners.length - 1]!, corners[0]!);
  }

  entity(type: string, pairs: readonly Pair[]): void {
    const layer = first(pairs, 8) ?? "0";
    const closed = ((number(first(pairs, 70)) ?? 0) & 1) === 1;
    if (type === "VERTEX")
      return void this.#open?.corners.push({
        x: number(first(pairs, 10)),
        y: number(first(pairs, 20)),
        bulge: number(first(pairs, 42)) ?? 0,
      });
    if (this.#open) {
      this.ring(this.#open.layer, this.#open.corners, this.#open.closed);
      this.#open = undefined;
    }
    if (type === "SEQEND" || type === "ENDSEC") return;
    if (type === "LINE")
      this.line(
        layer,
        { x: number(first(pairs, 10)), y: number(first(pairs, 20)), bulge: 0 },
        { x: number(first(pairs, 11)), y: number(first(pairs, 21)), bulge: 0 },
      );
    else if (type === "LWPOLYLINE") this.ring(layer, cornersOf(pairs), closed);
    else if (type === "POLYLINE") this.#open = { layer, closed, corners: [] };
    else this.left.add(type, WHY[type] ?? "is not a line");
  }
}

/**
 * Read a DXF file. Throws InputError where it is none. Without units `metresPerUnit` is absent and the
 * person has to say.
 */
export function readDxf(text: string): Drawing {
  if (/^[\w ]{0,20}Binary DXF/.test(text)) fail("File", "is a binary DXF: save it as text DXF and try again");
  const pairs = pairsOf(text);
  if (
    !pairs.some(
      (pair, i) => pair.code === 2 && pair.value === "ENTITIES" && pairs[i - 1]?.value === "SECTION",
    )
  )
    fail("File", "is not a DXF file: it has no entities");
  const reader = new Reader();
  let section = "";
  let unit: number | undefined;
  for (let i = 0; i < pairs.length;) {
    let end = i + 1;
    while (end < pairs.length && pairs[end]!.code !== 0) end += 1;
    const own = pairs.slice(i + 1, end);
    const type = pairs[i]!.code === 0 ? pairs[i]!.value : "";
    if (type === "SECTION") section = first(own, 2) ?? "";
    if (section === "HEADER") {
      const at = own.findIndex((pair) => pair.code === 9 && pair.value === "$INSUNITS");
      if (at >= 0) unit = UNITS[number(own[at + 1]?.value) ?? 0];
    } else if (section === "ENTITIES" && type !== "SECTION" && type !== "EOF") reader.entity(type, own);
    if (type === "ENDSEC") section = "";
    i = end;
  }
  reader.entity("ENDSEC", []);
  if (!reader.layers.size) fail("File", "holds no line and no polyline");
  return {
    ...(unit === undefined ? {} : { metresPerUnit: unit }),
    layers: [...reader.layers]
      .map(([name, lines]) => ({ name, lines }))
      .sort((a, b) => b.lines.length - a.lines.length),
    leftOut: reader.left.list(),
  };
}
