import { cautionsOf } from "./cautions";
import type { Move } from "../../design/rows/automations";

const set = (aspect: "locked" | "on" | "position" | "level"): Move => ({
  kind: "set",
  points: ["p"],
  aspect,
  to: { say: "on" },
});

test("a caution for doors, for loads, for what moves; those of moves within others; none for a level of light", () => {
  const first = (moves: Move[]) => cautionsOf({ moves }).map((text) => text.split(" ").slice(0, 2).join(" "));
  expect(first([set("level")])).toEqual([]);
  expect(first([set("locked")])).toEqual(["A door"]);
  expect(first([set("position"), set("on")])).toEqual(["Heaters and", "What moves"]);
  const within: Move = { kind: "choose", branches: [{ guards: [], moves: [set("locked")] }] };
  expect(first([within])).toEqual(["A door"]);
});
