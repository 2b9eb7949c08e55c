import { larkspurWeir } from "../../../tests/core/houses";
import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import { patchIds } from "./checks";
import { portsCsv } from "./output";
import { patchesOf } from "./patching";
import { readPorts } from "./ports-csv";

const demo = larkspurWeir();
const read = (text: string, design: Design = demo) => readPorts(design, text, patchIds(design));
const lines = portsCsv(demo).replace("\uFEFF", "").split("\r\n");
/** The table with one cell of one row another. */
function changed(row: number, column: string, value: string): string {
  const at = lines[0]!.split(",").indexOf(column);
  return lines
    .map((line, i) => {
      const cells = line.match(/("([^"]|"")*"|[^,]*)(,|$)/g)!.map((cell) => cell.replace(/,$/, ""));
      if (i === row) cells[at] = `"${value}"`;
      return i === row ? cells.slice(0, lines[0]!.split(",").length).join(",") : line;
    })
    .join("\r\n");
}
const column = (name: string) => lines[0]!.split(",").indexOf(name);
const cell = (row: number, name: string) =>
  lines[row]!.match(/("([^"]|"")*"|[^,]*)(,|$)/g)!
    [column(name)]!.replace(/,$/, "")
    .replace(/^"|"$/g, "");

test("the table that goes out comes in as nothing new", () => {
  expect(read(lines.join("\r\n"))).toEqual({ faults: [], changes: [] });
  expect(read(`\uFEFF${lines.join("\n")}`)).toEqual({ faults: [], changes: [] });
});

test("a network and a port are changed, and taken off by an empty cell", () => {
  const [first] = patchesOf(demo);
  const other = read(changed(1, "network", "guests"));
  expect(other.faults).toEqual([]);
  const after = applyChanges(demo, other.changes);
  expect(patchesOf(after)[0]).toMatchObject({ network: "guests", panelPort: first!.panelPort });
  const none = applyChanges(demo, read(changed(1, "switch port", "")).changes);
  expect(patchesOf(none)[0]!.switchPort).toBeUndefined();
  expect(patchesOf(none)[0]!.panelPort).toBe(first!.panelPort);
  // A row with nothing left goes.
  const short = `label,panel port,switch port,network\r\n${first!.drop.label},,,`;
  const gone = applyChanges(demo, read(short).changes);
  expect(gone.patches).toHaveLength(demo.patches.length - 1);
});

test("columns that are not there leave what is known; a cable without a row gets one", () => {
  const [first] = patchesOf(demo);
  const bare = { ...demo, patches: demo.patches.filter((row) => row.drop !== first!.drop.key) };
  const text = `label,panel port\r\n${first!.drop.label},${cell(1, "panel port")}`;
  const { changes } = readPorts(bare, text, () => "new");
  expect(changes).toEqual([
    { in: "patches", put: { id: "new", drop: first!.drop.key, panelPort: first!.panelPort } },
  ]);
  expect(read(text).changes).toEqual([]);
});

test("what is wrong is named by row and column, and nothing is taken in", () => {
  const fault = (text: string) => {
    const { faults, changes } = read(text);
    expect(changes).toEqual([]);
    return faults[0];
  };
  expect(fault("name,port\r\na,b")).toEqual({
    row: 1,
    column: "",
    reason: "must have the columns label and panel port",
  });
  expect(fault(changed(1, "label", "X-1"))).toMatchObject({
    row: 2,
    column: "label",
    reason: expect.stringMatching(/no cable/),
  });
  expect(fault(changed(2, "label", cell(1, "label")))).toMatchObject({
    row: 3,
    reason: expect.stringMatching(/row 2 already/),
  });
  expect(fault(changed(1, "panel port", "Shelf 9"))).toMatchObject({
    column: "panel port",
    reason: expect.stringMatching(/no port/),
  });
  expect(fault(changed(1, "panel port", cell(2, "panel port")))).toMatchObject({
    row: 3,
    column: "panel port",
    reason: expect.stringMatching(/row 2 already/),
  });
  const powered = lines.findIndex((_, i) => i > 0 && cell(i, "power class") !== "");
  expect(fault(changed(powered, "panel port", cell(powered, "switch port")))).toMatchObject({
    reason: "must be a port of a panel",
  });
  expect(fault(changed(powered, "switch port", cell(powered, "panel port")))).toMatchObject({
    reason: "must be a port of a switch",
  });
  expect(fault(changed(1, "network", "n".repeat(31)))).toMatchObject({
    column: "network",
    reason: expect.stringMatching(/30/),
  });
  // A cable the file leaves out keeps its port.
  const two = [lines[0], lines[1]!.replace(cell(1, "panel port"), cell(2, "panel port"))].join("\r\n");
  expect(fault(two)).toMatchObject({ row: 2, reason: expect.stringContaining(cell(2, "label")) });
});
