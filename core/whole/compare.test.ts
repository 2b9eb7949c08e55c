import { larkspurWeir } from "../../tests/core/houses";
import { checkChanges } from "../design/check-edit";
import { FILE_ORDER, type Design } from "../design/collections";
import { applyChanges } from "../design/edit";
import { removeRows } from "../design/remove";
import { changeRow } from "../design/row-changes";
import { compareFindingLists, compareLedgers, compareRows, takeOver } from "./compare";
import { firstAnswer } from "./engine";
import { STAGES } from "../design/stage-names";

const demo = larkspurWeir();
const [first, second] = demo.points;
const lighter = applyChanges(demo, [
  ...removeRows(demo, [{ in: "points", id: first!.id }]),
  ...changeRow(demo, "rooms", demo.rooms[0]!.id, { name: "Study" }),
]);
const rowsOf = (design: Design) => FILE_ORDER.map((name) => [name, design[name]]);

test("rows that differ, by stage, with the fields that do", () => {
  expect(compareRows(demo, demo)).toEqual([]);
  const parts = compareRows(demo, lighter);
  const house = parts.find((part) => part.stage === "house")!;
  expect(house.rows).toEqual([
    {
      ...{ in: "rooms", id: demo.rooms[0]!.id, differ: ["name"] },
      ...{ here: demo.rooms[0], there: { ...demo.rooms[0], name: "Study" } },
    },
  ]);
  const points = parts.flatMap((part) => part.rows).filter((row) => row.in === "points");
  expect(points).toEqual([{ in: "points", id: first!.id, here: first, differ: [] }]);
  const back = compareRows(lighter, demo).flatMap((part) => part.rows);
  expect(back.find((row) => row.in === "points")).toEqual({
    in: "points",
    id: first!.id,
    there: first,
    differ: [],
  });
  const order = parts.map((part) => STAGES.indexOf(part.stage));
  expect(order).toEqual([...order].sort((a, b) => a - b));
  expect(order.length).toBeGreaterThan(2);
});

test("totals side by side; what only one knows is absent in the other", () => {
  const cell = (name: string, value: number) => ({ cell: name, name, digits: 0, value });
  expect(
    compareLedgers([cell("a", 1), { ...cell("b", 2), unit: "m" }], [cell("a", 3), cell("c", 4)]),
  ).toEqual([
    { cell: "a", name: "a", digits: 0, here: 1, there: 3 },
    { cell: "b", name: "b", digits: 0, unit: "m", here: 2 },
    { cell: "c", name: "c", digits: 0, there: 4 },
  ]);
});

test("open findings one has and the other has not; how much is no difference", () => {
  const { findings } = firstAnswer(demo);
  const [one, ...rest] = findings;
  const accepted = { id: "x", code: one!.code, about: [], reason: "so", by: "me", on: "2026-11-26" };
  expect(compareFindingLists(findings, rest)).toEqual({ here: [one], there: [] });
  expect(compareFindingLists(rest, findings)).toEqual({ here: [], there: [one] });
  expect(compareFindingLists(findings, [{ ...one!, accepted }, ...rest])).toEqual({ here: [one], there: [] });
  expect(
    compareFindingLists(
      findings,
      findings.map((f) => ({ ...f, measured: (f.measured ?? 0) + 1 })),
    ),
  ).toEqual({ here: [], there: [] });
});

test("all that differs taken over makes one design of the other, either way", () => {
  for (const [here, there] of [
    [demo, lighter],
    [lighter, demo],
  ] as const) {
    const picks = compareRows(here, there).flatMap((part) => part.rows);
    const changes = takeOver(here, there, picks);
    expect(() => checkChanges(changes)).not.toThrow();
    expect(rowsOf(applyChanges(here, changes))).toEqual(rowsOf(there));
  }
});

test("one row taken over brings what it names and is missing here", () => {
  const device = demo.devices.find((row) => row.point === first!.id)!;
  const changes = takeOver(lighter, demo, [{ in: "devices", id: device.id }]);
  const after = applyChanges(lighter, changes);
  expect(after.devices).toContainEqual(device);
  expect(after.points).toContainEqual(first);
  // What it names and is here stays as it is here.
  expect(after.rooms[0]!.name).toBe("Study");
});

test("a row taken out takes along what hangs on it, but not what stands otherwise there", () => {
  const room = demo.rooms.find((row) => row.id === second!.room)!;
  const elsewhere = demo.rooms.find((row) => row.id !== room.id && row.level === room.level)!;
  const moved = applyChanges(demo, changeRow(demo, "points", second!.id, { room: elsewhere.id }));
  const there = applyChanges(moved, removeRows(moved, [{ in: "rooms", id: room.id }]));
  const after = applyChanges(demo, takeOver(demo, there, [{ in: "rooms", id: room.id }]));
  expect(after.rooms.some((row) => row.id === room.id)).toBe(false);
  expect(after.points.find((row) => row.id === second!.id)!.room).toBe(elsewhere.id);
  expect(after.points.some((row) => row.room === room.id)).toBe(false);
});

test("what neither has is passed over", () =>
  expect(takeOver(demo, lighter, [{ in: "points", id: "nowhere" }])).toEqual([]));
