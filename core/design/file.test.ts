import Ajv from "ajv/dist/2020";
import { readFileSync } from "node:fs";
import { larkspurWeir } from "../../tests/core/houses";
import { generateHouse } from "../stages/house";
import { FILE_ORDER } from "./collections";
import { readFile, writeFile } from "./file";
import { InputError } from "./input-error";
import { designSchema } from "./schema";

const text = writeFile(larkspurWeir());

type Loose = Record<string, unknown>;
/** Row `i` of a collection of a parsed file. */
const rowOf = (file: Loose, name: string, i: number) => (file[name] as Loose[])[i]!;

function spoilt(change: (file: Loose) => void): string {
  const file = JSON.parse(text) as Loose;
  change(file);
  return JSON.stringify(file);
}

const refusal = (broken: string) => {
  try {
    readFile(broken);
  } catch (error) {
    if (error instanceof InputError) return error.message;
    throw error;
  }
  return "taken";
};

describe("project file", () => {
  test("write, read and write again gives the same bytes", () => {
    expect(writeFile(readFile(text))).toBe(text);
    const generated = writeFile(generateHouse({ points: 60, seed: 3 }));
    expect(writeFile(readFile(generated))).toBe(generated);
  });

  test("rows of a file in any order are read sorted by id, so that what is reckoned does not hang on it", () => {
    const shuffled = spoilt((file) => {
      for (const name of FILE_ORDER) if (Array.isArray(file[name])) (file[name] as Loose[]).reverse();
    });
    const design = readFile(shuffled);
    expect(design.points.map((row) => row.id)).toEqual(design.points.map((row) => row.id).sort());
    expect(design.points.length).toBeGreaterThan(100);
    expect(writeFile(design)).toBe(text);
  });

  test("collections, rows and keys stand in the order of the format, with two spaces and a last newline", () => {
    const file = JSON.parse(text) as Record<string, { id: string }[]>;
    expect(Object.keys(file)).toEqual(["format", "version", "design", ...FILE_ORDER]);
    for (const name of FILE_ORDER)
      expect(file[name]!.map((row) => row.id)).toEqual(file[name]!.map((row) => row.id).sort());
    expect(Object.keys(file.points![0]!).slice(0, 3)).toEqual(["id", "kind", "level"]);
    expect(text.startsWith('{\n  "format": "zinc-lattice-design",\n  "version": 2,')).toBe(true);
    expect(text.endsWith("\n")).toBe(true);
    expect(text).not.toContain("null");
  });

  test("rows in any order are taken", () => {
    expect(writeFile(readFile(spoilt((file) => (file.points as unknown[]).reverse())))).toBe(text);
  });

  test.each([
    ["not JSON", "{", /^The file is not JSON/],
    [
      "another format",
      spoilt((f) => Object.assign(f, { format: "plan" })),
      /^format must be "zinc-lattice-design"\.$/,
    ],
    [
      "a version before the first",
      spoilt((f) => Object.assign(f, { version: 0 })),
      /^version must be 1 to 2/,
    ],
    [
      "a version that is no number",
      spoilt((f) => Object.assign(f, { version: "1" })),
      /^version must be 1 to 2/,
    ],
    ["a newer version", spoilt((f) => Object.assign(f, { version: 3 })), /^version must be 1 to 2/],
    [
      "a number as text",
      spoilt((f) => Object.assign(rowOf(f, "points", 3), { x: "4" })),
      /^points\[3\]\.x must be a number\.$/,
    ],
    [
      "a field nobody knows",
      spoilt((f) => Object.assign(rowOf(f, "walls", 0), { colour: "red" })),
      /^walls\[0\]\.colour is not a field of this row\.$/,
    ],
    [
      "a missing room",
      spoilt((f) => Object.assign(rowOf(f, "points", 0), { room: "attic" })),
      /^points\[0\]\.room names rooms "attic", which does not exist\.$/,
    ],
    [
      "a repeated id",
      spoilt((f) => (f.rooms as Loose[]).push(rowOf(f, "rooms", 0))),
      /^rooms\[\d+\]\.id repeats "[\w-]+" of rooms\[0\]\.$/,
    ],
    [
      "a shade that is not there",
      spoilt((f) => ((rowOf(f, "automations", 0).moves as { points: string[] }[])[0]!.points[0] = "ghost")),
      /^automations\[0\]\.moves\[0\]\.points\[0\] names points "ghost"/,
    ],
    ["a strange collection", spoilt((f) => Object.assign(f, { tides: [] })), /^tides is not a collection/],
    ["no settings", spoilt((f) => delete f.design), /^design must be an object\.$/],
  ])("%s is refused with its place", (_what, broken, sentence) => expect(refusal(broken)).toMatch(sentence));
});

describe("JSON Schema", () => {
  const schema = designSchema();
  const ajv = new Ajv({ strict: false });
  const validate = ajv.compile(schema);

  test("the published one is the one made from the row classes", () => {
    expect(readFileSync("docs/design.schema.json", "utf8")).toBe(`${JSON.stringify(schema, null, 2)}\n`);
  });
  test("takes what the reader takes", () => expect(validate(JSON.parse(text))).toBe(true));
  test.each([
    ["a text for a number", (f: Loose) => Object.assign(rowOf(f, "points", 0), { x: "4" })],
    ["an unknown field", (f: Loose) => Object.assign(rowOf(f, "devices", 0), { colour: "red" })],
    ["a wrong choice", (f: Loose) => Object.assign(rowOf(f, "devices", 0), { status: "lost" })],
    ["a value out of range", (f: Loose) => Object.assign(f.design as Loose, { latitudeDeg: 91 })],
    [
      "a cue of no kind",
      (f: Loose) => Object.assign(rowOf(f, "automations", 0), { cues: [{ kind: "tide" }] }),
    ],
  ])("refuses %s, as the reader does", (_what, change) => {
    const broken = spoilt(change);
    expect(validate(JSON.parse(broken))).toBe(false);
    expect(refusal(broken)).not.toBe("taken");
  });
});
