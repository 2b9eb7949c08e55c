/** Files of older versions, kept as they were written: read, they are this version's, and mean the same. */
import { readFileSync } from "node:fs";
import { fireTimes, sentenceText } from "../stages/automations";
import { FILE_VERSION, readFile, writeFile } from "./file";
import { upgradedRow } from "./upgrades";

const kept = (version: number) => readFileSync(`tests/core/kept/version-${version}.zinc.json`, "utf8");

test("version 1: shades to a position become things that are set", () => {
  const before = JSON.parse(kept(1)) as { version: number; automations: { id: string; moves: object[] }[] };
  expect(before.version).toBe(1);
  expect(before.automations.map(({ moves }) => moves[0])).toEqual([
    expect.objectContaining({ kind: "shade", positionPct: 0 }),
    expect.objectContaining({ kind: "shade", positionPct: 40 }),
    expect.objectContaining({ kind: "shade", positionPct: 100 }),
    expect.objectContaining({ kind: "shade", positionPct: 60 }),
  ]);
  const design = readFile(kept(1));
  expect(design.automations.map(({ id, moves }) => [id, moves])).toEqual([
    [
      "dusk",
      [
        {
          kind: "set",
          points: ["nurse-shd-1", "nurse-shd-2", "carpenter-shd-1", "teen-shd-1"],
          aspect: "position",
          to: { say: "shut" },
        },
      ],
    ],
    ["glare", [{ kind: "set", points: ["office-shd-2"], aspect: "position", to: { say: "40 %" } }]],
    [
      "morning",
      [
        {
          kind: "set",
          points: ["dining-shd-1", "dining-shd-2"],
          aspect: "position",
          to: { say: "open" },
        },
      ],
    ],
    ["summer-dawn", [{ kind: "set", points: ["kitchen-shd-1"], aspect: "position", to: { say: "60 %" } }]],
  ]);
  expect(sentenceText(design, design.automations[1]!)).toBe(
    "3 h 20 min after solar noon, provided it is Mon to Fri: bring Office west shade to 40 %.",
  );
  // What is no part of the change is what it was: cues, guards, and when they fire.
  expect(
    fireTimes(design.design, design.automations[0]!, { year: 2026, month: 11, day: 24 }, 1).map(({ at }) =>
      new Date(at).toISOString(),
    ),
  ).toEqual(["2026-11-24T15:27:25.097Z"]);
});

test("written again it is this version's, and reads as itself", () => {
  const text = writeFile(readFile(kept(1)));
  expect(text).toContain(`"version": ${FILE_VERSION},`);
  expect(writeFile(readFile(text))).toBe(text);
});

test("what is this version's already stays the object it is, and so does what is not understood", () => {
  const row = { id: "a", moves: [{ kind: "set", points: [], aspect: "on", to: { say: "on" } }] };
  expect(upgradedRow("automations", row)).toBe(row);
  const strange = { id: "a", moves: [null, 3, { kind: "shade" }] };
  expect(upgradedRow("automations", strange)).toBe(strange);
  const other = { id: "a", moves: [{ kind: "shade", points: [], positionPct: 0 }] };
  expect(upgradedRow("requirements", other)).toBe(other);
});
