/** Straight lines of an SVG file. Nothing in it is run or fetched: it is read as text. */
import { XMLParser, XMLValidator } from "fast-xml-parser";
import { fail } from "../design/input-error";
import type { Xy } from "../geometry/segment";
import { LeftOut, type DrawnLine, type Drawing } from "./drawing";

/** a b c d e f of an SVG matrix. */
type Matrix = [number, number, number, number, number, number];
const SAME: Matrix = [1, 0, 0, 1, 0, 0];
const times = (m: Matrix, n: Matrix): Matrix => [
  m[0] * n[0] + m[2] * n[1],
  m[1] * n[0] + m[3] * n[1],
  m[0] * n[2] + m[2] * n[3],
  m[1] * n[2] + m[3] * n[3],
  m[0] * n[4] + m[2] * n[5] + m[4],
  m[1] * n[4] + m[3] * n[5] + m[5],
];
const apply = (m: Matrix, [x, y]: Xy): [number, number] => [
  m[0] * x + m[2] * y + m[4],
  m[1] * x + m[3] * y + m[5],
];
const numbers = (text: string | undefined) =>
  (text?.match(/[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi) ?? []).map(Number);

/** `name(inside)` one after another, from left to right; what is not closed ends it. */
function calls(text: string): [name: string, inside: string][] {
  const found: [string, string][] = [];
  for (let at = 0; at < text.length;) {
    const open = text.indexOf("(", at);
    const shut = open < 0 ? -1 : text.indexOf(")", open);
    if (shut < 0) break;
    found.push([
      text
        .slice(at, open)
        .replace(/^[\s,]+/, "")
        .trimEnd(),
      text.slice(open + 1, shut),
    ]);
    at = shut + 1;
  }
  return found;
}

/** Does a text declare entities of its own? Each part of it is looked at once. */
function declaresEntities(text: string): boolean {
  const lower = text.toLowerCase();
  if (lower.includes("<!entity")) return true;
  let bracket = lower.indexOf("[");
  for (
    let at = lower.indexOf("<!doctype");
    at >= 0 && bracket >= 0;
    at = lower.indexOf("<!doctype", at + 9)
  ) {
    const end = lower.indexOf(">", at);
    if (bracket < at) bracket = lower.indexOf("[", at);
    if (bracket >= 0 && (end < 0 || bracket < end)) return true;
    if (end < 0) break;
    at = end - 9;
  }
  return false;
}

function transformOf(text: string | undefined): Matrix {
  let matrix = SAME;
  for (const [name, inside] of calls(text ?? "")) {
    const [a = 0, b, c = 0, d = 0, e = 0, f = 0] = numbers(inside);
    if (name === "matrix") matrix = times(matrix, [a, b ?? 0, c, d, e, f]);
    else if (name === "translate") matrix = times(matrix, [1, 0, 0, 1, a, b ?? 0]);
    else if (name === "scale") matrix = times(matrix, [a, 0, 0, b ?? a, 0, 0]);
    else if (name === "rotate") {
      const [sin, cos] = [Math.sin((a * Math.PI) / 180), Math.cos((a * Math.PI) / 180)];
      matrix = times(times(times(matrix, [1, 0, 0, 1, b ?? 0, c]), [cos, sin, -sin, cos, 0, 0]), [
        1,
        0,
        0,
        1,
        -(b ?? 0),
        -c,
      ]);
    }
  }
  return matrix;
}

/** Corners of a path's straight parts; curves are jumped over and counted. */
function pathRuns(d: string, curve: () => void): Xy[][] {
  const runs: Xy[][] = [];
  let run: [number, number][] = [];
  let [x, y] = [0, 0];
  let start: [number, number] = [0, 0];
  const finish = () => {
    if (run.length > 1) runs.push(run);
    run = [];
  };
  for (const [, letter, rest] of d.matchAll(/([a-z])([^a-z]*(?:e[-+]?\d+[^a-z]*)*)/gi)) {
    const own = numbers(rest);
    const relative = letter === letter!.toLowerCase();
    const size = { m: 2, l: 2, h: 1, v: 1, c: 6, s: 4, q: 4, t: 2, a: 7, z: 0 }[letter!.toLowerCase()];
    if (size === undefined) continue;
    if (size === 0) {
      run.push(start);
      [x, y] = start;
      finish();
      continue;
    }
    for (let i = 0; i + size <= own.length; i += size) {
      const part = own.slice(i, i + size);
      const kind = letter!.toLowerCase();
      const before: [number, number] = [x, y];
      if (kind === "h") x = (relative ? x : 0) + part[0]!;
      else if (kind === "v") y = (relative ? y : 0) + part[0]!;
      else [x, y] = [(relative ? x : 0) + part[size - 2]!, (relative ? y : 0) + part[size - 1]!];
      if (kind === "m" && i === 0) {
        finish();
        start = [x, y];
        run = [[x, y]];
      } else if ("mlhv".includes(kind)) {
        if (!run.length) run = [before];
        run.push([x, y]);
      } else {
        curve();
        finish();
      }
    }
  }
  finish();
  return runs;
}

type Node = Record<string, unknown> & { ":@"?: Record<string, string> };
const MOST_DEEP = 200;
const HIDDEN = new Set([
  "defs",
  "symbol",
  "clipPath",
  "mask",
  "pattern",
  "marker",
  "metadata",
  "style",
  "title",
  "desc",
]);
const UNIT_M: Readonly<Record<string, number>> = { mm: 0.001, cm: 0.01, m: 1, in: 0.0254 };

function parse(text: string): Node[] {
  try {
    return new XMLParser({
      preserveOrder: true,
      ignoreAttributes: false,
      attributeNamePrefix: "",
      processEntities: false,
      maxNestedTags: MOST_DEEP,
    }).parse(text) as Node[];
  } catch (problem) {
    return fail(
      "File",
      /nested/i.test((problem as Error).message)
        ? "is nested too deep"
        : `is not an SVG file that can be read (${(problem as Error).message})`,
    );
  }
}

/**
 * Read an SVG file. Throws InputError where it is none. A drawing whose page has a size in mm, cm or in
 * brings its scale on paper along.
 */
export function readSvg(text: string): Drawing {
  if (declaresEntities(text)) fail("File", "declares entities of its own and is not read");
  const valid = XMLValidator.validate(text);
  if (valid !== true)
    fail("File", `is not an SVG file that can be read (line ${valid.err.line}: ${valid.err.msg})`);
  const tree = parse(text);
  const root = tree.find((node) => "svg" in node);
  if (!root) fail("File", "is not an SVG file");
  const left = new LeftOut();
  const layers = new Map<string, DrawnLine[]>();
  const add = (layer: string, matrix: Matrix, corners: readonly Xy[], closed: boolean) => {
    const lines = layers.get(layer) ?? [];
    const places = corners.map((corner) => apply(matrix, corner));
    if (closed && places.length > 2) places.push(places[0]!);
    for (let i = 1; i < places.length; i++) {
      const [a, b] = [places[i - 1]!, places[i]!];
      if ([...a, ...b].every(Number.isFinite) && (a[0] !== b[0] || a[1] !== b[1])) lines.push({ a, b });
    }
    layers.set(layer, lines);
  };
  const pairs = (list: readonly number[]) =>
    Array.from({ length: Math.floor(list.length / 2) }, (_, i): Xy => [list[2 * i]!, list[2 * i + 1]!]);
  const visit = (nodes: readonly Node[], layer: string, matrix: Matrix, depth: number) => {
    if (depth > MOST_DEEP) fail("File", "is nested too deep");
    for (const node of nodes) {
      const name = Object.keys(node).find((key) => key !== ":@")!;
      const own = node[":@"] ?? {};
      const here = times(matrix, transformOf(own.transform));
      const n = (key: string) => Number.parseFloat(own[key] ?? "0") || 0;
      const children = (node[name] ?? []) as Node[];
      if (name === "script" || name === "foreignObject") left.add(name, "is never run or shown");
      else if (HIDDEN.has(name)) continue;
      else if (name === "g" || name === "svg" || name === "a")
        visit(children, name === "g" ? (own.label ?? own.id ?? layer) : layer, here, depth + 1);
      else if (name === "line")
        add(
          layer,
          here,
          [
            [n("x1"), n("y1")],
            [n("x2"), n("y2")],
          ],
          false,
        );
      else if (name === "polyline" || name === "polygon")
        add(layer, here, pairs(numbers(own.points)), name === "polygon");
      else if (name === "rect")
        add(
          layer,
          here,
          [
            [n("x"), n("y")],
            [n("x") + n("width"), n("y")],
            [n("x") + n("width"), n("y") + n("height")],
            [n("x"), n("y") + n("height")],
          ],
          true,
        );
      else if (name === "path")
        for (const run of pathRuns(own.d ?? "", () =>
          left.add("part of a path", "a curve, not a straight line"),
        ))
          add(layer, here, run, false);
      else if (name === "circle" || name === "ellipse") left.add(name, "a curve, not a straight line");
      else if (name === "text") left.add("text", "a text");
      else if (name === "image" || name === "use")
        left.add(name, name === "image" ? "a picture" : "a repeated part: turn it into lines first");
    }
  };
  visit(root!["svg"] as Node[], "drawing", SAME, 0);
  const filled = [...layers].filter(([, lines]) => lines.length);
  if (!filled.length) fail("File", "holds no straight line");
  const page = root![":@"] ?? {};
  const sized = /^([\d.]+)\s*(mm|cm|m|in)$/.exec(page.width ?? "");
  const across = numbers(page.viewBox)[2];
  return {
    ...(sized && across ? { metresPerUnit: (Number(sized[1]) * UNIT_M[sized[2]!]!) / across } : {}),
    layers: filled.map(([name, lines]) => ({ name, lines })).sort((a, b) => b.lines.length - a.lines.length),
    leftOut: left.list(),
  };
}
