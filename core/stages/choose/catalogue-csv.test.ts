import { testDesign } from "../../test-design";
import { CATALOGUE, catalogueIn } from "./catalogue";
import { catalogueCsv, readCatalogue, takeIn } from "./catalogue-csv";

const design = { ...testDesign(), options: [...CATALOGUE] };
const csv = catalogueCsv(design);
const lines = csv.split("\r\n");
/** The file with one cell of one row changed. */
const column = (name: string) => lines[0]!.replace("\uFEFF", "").split(",").indexOf(name);
const file = (row: Record<string, string>) => {
  const cells = lines[0]!
    .replace("\uFEFF", "")
    .split(",")
    .map(
      (name) =>
        ({
          id: "own",
          kind: "plug",
          name: "Own plug",
          protocol: "Zigbee",
          serves: "socket",
          supply: "mains",
          "price (EUR)": "10",
          labourMin: "5",
          watts: "0.4",
          local: "yes",
          cloud: "no",
          account: "no",
          routes: "yes",
          updates: "none",
          supportYears: "7",
          source: "yours",
          ...row,
        })[name] ?? "",
    );
  return `${lines[0]}\r\n${cells.join(",")}\r\n`;
};

describe("the catalogue as CSV", () => {
  it("goes out and comes back the same", () => {
    expect(CATALOGUE.length).toBeGreaterThanOrEqual(150);
    const { rows, faults } = readCatalogue(design, csv);
    expect(faults).toEqual([]);
    expect(rows).toEqual(CATALOGUE);
    expect(takeIn({ ...design, options: CATALOGUE.slice(0, 10) }, rows)).toMatchObject({
      added: CATALOGUE.length - 10,
      replaced: 10,
    });
  });

  it("a file of few rows whose cells hold lists is parted where its heading is, by comma, semicolon or tab", () => {
    // Row by row: some cells hold lists, one a name with a comma in it.
    for (const [i, row] of lines.slice(1, 30).entries())
      expect(readCatalogue(design, `${lines[0]}\r\n${row}\r\n`)).toEqual({
        rows: [CATALOGUE[i]],
        faults: [],
      });
    const own = file({ "price (EUR)": "10" });
    for (const delimiter of [";", "\t"])
      expect(readCatalogue(design, own.replaceAll(",", delimiter))).toMatchObject({
        rows: [{ id: "own", price: 10 }],
        faults: [],
      });
  });
  it("a file of more rows than a catalogue takes is refused at once", () => {
    const { rows, faults } = readCatalogue(design, `${lines[0]}\r\n${`${lines[1]}\r\n`.repeat(10_001)}`);
    expect([rows, faults]).toEqual([
      [],
      [{ row: 10_002, column: "", reason: "the file has 10001 rows: a catalogue takes at most 10000" }],
    ]);
  });

  it("takes a row of one's own", () => {
    expect(readCatalogue(design, file({})).rows).toMatchObject([
      { id: "own", price: 10, can: [], local: true },
    ]);
  });

  it.each([
    [{ "price (EUR)": "a lot" }, "price", `must be a number with a point, not "a lot"`],
    [{ "price (EUR)": "-3" }, "price", "must be at least 0 money"],
    [{ kind: "toaster" }, "kind", expect.stringMatching(/^must be one of hub/)],
    [{ local: "maybe" }, "local", `must be yes or no, not "maybe"`],
    [{ serves: "socket; tea" }, "serves", expect.stringMatching(/^must hold only/)],
    [
      { "controls.radios": "Zigbee 200" },
      "controls.radios",
      `must list radios as "Zigbee:200", not "Zigbee 200"`,
    ],
    [{ name: "" }, "name", expect.anything()],
  ])("names row, column and reason: %j", (row, name, reason) => {
    const { rows, faults } = readCatalogue(design, file(row as Record<string, string>));
    expect(rows).toEqual([]);
    expect(faults[0]).toEqual({ row: 2, column: name, reason });
    expect(column("price (EUR)")).toBeGreaterThan(0);
  });

  it("refuses another currency, a column it does not know, a missing one, and an id that is there twice", () => {
    expect(
      readCatalogue({ ...design, design: { ...design.design, currency: "GBP" } }, csv).faults[0],
    ).toMatchObject({ row: 1, reason: "is in EUR, and the design counts in GBP" });
    expect(readCatalogue(design, `${lines[0]},colour of box\r\n`).faults[0]).toMatchObject({
      column: "colour of box",
      reason: "is no column of a catalogue",
    });
    expect(readCatalogue(design, "id,kind\r\na,hub\r\n").faults).toContainEqual({
      row: 1,
      column: "name",
      reason: "is missing",
    });
    expect(readCatalogue(design, `${lines[0]}\r\n${lines[1]}\r\n${lines[1]}`).faults).toEqual([
      { row: 3, column: "id", reason: expect.stringMatching(/is in row 2 already/) },
    ]);
    expect(readCatalogue(design, "").faults[0]!.reason).toBe("the file is empty");
  });

  it("names no line twice and takes prices in another money", () => {
    expect(new Set(CATALOGUE.map((row) => row.id)).size).toBe(CATALOGUE.length);
    const plug = catalogueIn(1.2).find((row) => row.id === "plug-zb-13")!;
    expect(plug.price).toBe(22.8);
  });

  it("names rows as a spreadsheet shows them: blank lines count", () => {
    const text = file({ price: "", "price (EUR)": "ten" });
    const [head, row] = text.split("\r\n");
    const spread = `\r\n${head}\r\n,,,\r\n\r\n${row}\r\n`;
    expect(readCatalogue(design, spread).faults).toMatchObject([{ row: 5 }]);
    expect(
      readCatalogue(design, `\r\n\r\n${head!.replace("kind", "sort")}\r\n`).faults.map((fault) => fault.row),
    ).toEqual(expect.arrayContaining([3]));
    const twice = `${head}\r\n${file({}).split("\r\n")[1]}\r\n\r\n${file({}).split("\r\n")[1]}\r\n`;
    expect(readCatalogue(design, twice).faults[0]).toMatchObject({
      row: 4,
      reason: expect.stringContaining("in row 2 already"),
    });
  });

  it("reads a heading of two million spaces, brackets and all, at once", () => {
    const start = Date.now();
    for (const head of [
      " ".repeat(2e6),
      `a${" ".repeat(2e6)}(`,
      `(${" ".repeat(2e6)}`,
      "(".repeat(2e6),
      `${" ( ".repeat(5e5)})`,
    ])
      expect(readCatalogue(design, `${head},id\r\n`).faults.length).toBeGreaterThan(0);
    expect(Date.now() - start).toBeLessThan(5000);
  });
});
