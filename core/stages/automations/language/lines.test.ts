/** Parts of an automation as lines, put back in their place. */
import { larkspurWeir } from "../../../../tests/core/houses";
import { byId } from "../../../design/collections";
import type { AutomationRow } from "../../../design/rows/automations";
import { partText, withPartText } from "./lines";

const design = larkspurWeir();
const row: AutomationRow = {
  ...byId(design, "automations").get("glare")!,
  moves: [
    {
      kind: "choose",
      branches: [{ keys: ["glare"], guards: [], moves: [{ kind: "wait", time: { say: "5 min" } }] }],
    },
    { kind: "let go", points: ["snug-lmp-1"] },
  ],
};

test("each part as it is typed, and back to the same row", () => {
  expect(partText(design, row, "cues", 0)).toBe("3 h 20 min after solar noon");
  expect(partText(design, row, "guards", 0)).toBe("provided it is Mon to Fri");
  expect(partText(design, row, "moves", 0)).toBe("choose\n  when [glare] cued it\n    do wait 5 min");
  expect(partText(design, row, "moves", 1)).toBe("let go of [Snug lamp]");
  for (const part of ["cues", "guards", "moves"] as const)
    row[part].forEach((_, index) =>
      expect(
        JSON.parse(
          JSON.stringify(withPartText(design, row, part, index, partText(design, row, part, index))),
        ),
      ).toEqual(row),
    );
});

test("a part is written anew in its place; its key stays, its head may be typed", () => {
  const next = withPartText(design, row, "cues", 0, "at 07:00");
  expect(next.cues).toEqual([{ kind: "time", key: "glare", at: "07:00" }]);
  expect(next.moves).toBe(row.moves);
  expect(withPartText(design, row, "moves", 1, "do wait 1 h").moves[1]).toMatchObject({ kind: "wait" });
  expect(withPartText(design, row, "moves", 2, "wait 1 h").moves).toHaveLength(3);
  expect(withPartText(design, row, "guards", 0, "unless it is Sat").guards).toEqual([
    { kind: "weekdays", not: true, days: [6] },
  ]);
});

test("what is wrong is one sentence, and two parts are no part", () => {
  expect(() => withPartText(design, row, "cues", 0, "at noonish")).toThrow(
    /^Sentence must have a value such as 07:00/,
  );
  expect(() => withPartText(design, row, "moves", 1, "wait 1 h\ndo wait 2 h")).toThrow(/one of its kind/);
  expect(() => withPartText(design, row, "moves", 0, "choose\n  when [glare] cued it\n    do dance")).toThrow(
    /^Sentence line 3: must have/,
  );
});
