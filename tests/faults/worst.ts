/** What hurts each reader of what people send most: 2 MB of it. Shared by the tests and by `npm run faults`. */
import { emptyDesign } from "../../core/design/collections";
import { readFile } from "../../core/design/file";
import { InputError } from "../../core/design/input-error";
import { parseLength } from "../../core/design/units";
import { parseDay } from "../../core/design/local-time";
import { readCatalogue } from "../../core/stages/choose/catalogue-csv";
import { readDxf } from "../../core/files/dxf-in";
import { readSvg } from "../../core/files/svg-in";
import { parseSides } from "../../core/stages/house/traverse";
import { guessMapping, planImport, readTable } from "../../core/stages/register/import-table";
import { readSenml } from "../../core/stages/register/series";
import { isSvg } from "../../db/pictures";

const MB = 1_000_000;
/** As often as it takes to come to `bytes`. */
const filled = (piece: string, bytes: number) => piece.repeat(Math.max(1, Math.floor(bytes / piece.length)));
const svg = (inner: string, head = "") =>
  `${head}<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9">${inner}</svg>`;
const design = emptyDesign({
  name: "House",
  latitudeDeg: 50,
  longitudeDeg: 0,
  zone: "Europe/London",
  northDeg: 0,
  units: "metric",
  currency: "EUR",
  mainsV: 230,
  ambientC: 20,
  slackPointM: 0.5,
  slackClosetM: 3,
  wastePct: 10,
});
const project = (inner: string) =>
  `{"format":"zinc-lattice-design","version":1,"design":${JSON.stringify(design.design)},${inner}}`;

const INPUTS: Readonly<
  Record<string, { read: (text: string) => unknown; worst: Record<string, (bytes: number) => string> }>
> = {
  "is it a picture": {
    read: isSvg,
    worst: {
      "comments that never end": (n) => `<!--${filled("-- -", n)}`,
      "many comments": (n) => filled("<!-- -->", n),
      "comments half closed": (n) => filled("<!---->-", n),
      "a document type of brackets": (n) => `<!DOCTYPE svg [${filled("[", n)}`,
      blanks: (n) => filled(" \t", n),
      instructions: (n) => filled("<?x ?", n),
    },
  },
  "SVG drawing": {
    read: readSvg,
    worst: {
      "matrix( and no end": (n) =>
        svg(`<g transform="${filled("matrix(", n)}"><line x1="0" y1="0" x2="4" y2="0"/></g>`),
      "matrix of blanks": (n) =>
        svg(`<g transform="matrix(${filled(" ", n)}"><line x1="0" y1="0" x2="4" y2="0"/></g>`),
      "many document types": (n) => svg("", filled("<!DOCTYPE ", n)),
      "a document type of entities": (n) => svg("&a;", `<!DOCTYPE svg [${filled('<!ENTITY a "aaaa">', n)}]>`),
      comments: (n) => svg(filled("<!-- ", n)),
      "one path of digits": (n) => svg(`<path d="M${filled("1", n)}"/>`),
      "one path of minus signs": (n) => svg(`<path d="M0 0${filled("-", n)}"/>`),
      "a polyline of dots": (n) => svg(`<polyline points="${filled(".", n)}"/>`),
      "many groups in each other": (n) => svg(filled("<g>", n)),
      "many small lines": (n) => svg(filled('<line x1="0" y1="0" x2="1" y2="1"/>', n)),
    },
  },
  "DXF drawing": {
    read: readDxf,
    worst: {
      zeros: (n) => filled("0\nLINE\n", n),
      "line breaks": (n) => filled("\r\n", n),
      "one long number": (n) => `0\nSECTION\n10\n${filled("1", n)}\n`,
      "one polyline": (n) =>
        `0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n8\nA\n${filled("10\n1.0\n20\n2.0\n", n)}0\nENDSEC\n0\nEOF\n`,
      blanks: (n) => filled(" ", n),
    },
  },
  "a table of devices": {
    read: (text) => {
      const table = readTable(text);
      const plan = planImport(design, table, guessMapping(table.head), "2026-11-27");
      if (plan.faults.length)
        throw new InputError([{ path: `Row ${plan.faults[0]!.row}`, reason: plan.faults[0]!.reason }]);
      return plan;
    },
    worst: {
      "a heading of brackets": (n) => `name,${filled("(", n)}\na,b`,
      "a heading of blanks": (n) => `name,a${filled(" \t", n)}b\na,b`,
      quotes: (n) => filled('"', n),
      "a cost of letters": (n) => `name,cost\na,${filled("a", n)}1`,
      "a cost of dots": (n) => `name,cost\na,${filled(".", n)}`,
      "a code of figures": (n) => `name,code\na,MT:${filled("0", n)}`,
      "many rows": (n) => `name,kind,room\n${filled("a,b,c\n", Math.min(n, 60_000))}`,
    },
  },
  "readings as SenML": {
    read: (text) => readSenml(design, text, "2026-11-27"),
    worst: {
      brackets: (n) => filled("[", n),
      "many records": (n) => `[${filled('{"n":"a/b","v":1},', Math.min(n, 160_000))}{"v":1}]`,
      "a name of strokes": (n) => `[{"n":"${filled("/", n)}","v":1}]`,
    },
  },
  "taped sides": {
    read: (text) => parseSides(text),
    worst: {
      digits: (n) => filled("1", n),
      blanks: (n) => `4.2${filled(" ", n)}x`,
      separators: (n) => filled("; ", n),
      primes: (n) => filled("1' ", n),
      sides: (n) => filled("4.20 right\n", n),
    },
  },
  "a length": {
    read: (text) => parseLength(text),
    worst: {
      digits: (n) => filled("1", n),
      blanks: (n) => `4${filled(" ", n)}x`,
      fractions: (n) => filled("1/", n),
      feet: (n) => filled("1' 1\" ", n),
    },
  },
  "a day": {
    read: (text) => parseDay(text),
    worst: { digits: (n) => filled("1", n), dashes: (n) => filled("1-", n) },
  },
  "project file": {
    read: readFile,
    worst: {
      brackets: (n) => filled("[", n),
      "rows of nothing": (n) => project(`"points":[${filled("{},", n)}{}]`),
      "one long id": (n) => project(`"points":[{"id":"${filled("a", n)}"}]`),
      "an outline of corners": (n) =>
        project(
          `"rooms":[{"id":"r","level":"g","name":"R","code":"R","type":"store","outline":[${filled("[0,0],", n)}[0,0]]}]`,
        ),
      "an outline of texts": (n) => project(`"rooms":[{"id":"r","outline":[${filled('"a",', n)}"a"]}]`),
      "unknown fields": (n) =>
        project(
          `"points":[{${Array.from({ length: Math.floor(n / 12) }, (_, i) => `"f${i}":1`).join(",")}}]`,
        ),
    },
  },
  "catalogue as CSV": {
    read: (text) => readCatalogue(design, text),
    worst: {
      "a heading of blanks": (n) => `id,${filled(" ", n)}x,kind\n1,2,3\n`,
      "a heading of brackets": (n) => `id,price ${filled("(", n)},kind\n1,2,3\n`,
      "quotes that never end": (n) => `id,kind\n"${filled('a""', n)}`,
      "many columns": (n) => `${filled("id,", n)}id\n`,
      "many rows": (n) => `id,kind\n${filled("a,b\n", n)}`,
      "blank lines": (n) => `id,kind\n${filled("\n", n)}`,
    },
  },
};

export interface Read {
  reader: string;
  what: string;
  ms: number;
  /** The sentence it was refused with, where it was. */
  refused?: string;
}

/**
 * Every reader on `bytes` of each of its worst, one after the other. What is thrown and is no refusal in
 * words is thrown on.
 */
export function* readWorst(bytes = 2 * MB): Generator<Read> {
  for (const [reader, { read, worst }] of Object.entries(INPUTS)) {
    for (const [what, make] of Object.entries(worst)) {
      const text = make(bytes);
      const from = performance.now();
      let refused: string | undefined;
      try {
        read(text);
      } catch (error) {
        if (!(error instanceof InputError)) throw error;
        refused = error.message;
      }
      yield { reader, what, ms: performance.now() - from, ...(refused === undefined ? {} : { refused }) };
    }
  }
}
