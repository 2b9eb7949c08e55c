import { larkspurWeir } from "../../../tests/core/houses";
import { testDesign } from "../../test-design";
import { thumbnailOf } from "./thumbnail";

const small = () => ({ ...testDesign(), rooms: [], walls: [] });
const wall = { thicknessM: 0.1, material: "brick-100" };

test("nothing drawn yet has no picture", () => expect(thumbnailOf(small())).toBeUndefined());

test("the picture holds all of the level, with a margin", () => {
  const design = {
    ...small(),
    walls: [{ id: "w", level: "g", ax: 1, ay: 2, bx: 4, by: 2.126, ...wall }],
  };
  expect(thumbnailOf(design)).toEqual({ viewBox: "0.6 1.6 3.8 0.93", rooms: "", walls: "M1 2L4 2.13" });
});

test("the level with the most rooms is shown; those outdoors do not count", () => {
  const room = (id: string, level: string, outdoor = false) => ({
    ...{ id, level, code: id, name: id, type: "living" as const, outdoor },
    outline: [
      [0, 0],
      [1, 0],
      [1, 1],
    ] as [number, number][],
  });
  const design = { ...small(), rooms: [room("a", "g", true), room("b", "g", true), room("c", "u")] };
  expect(thumbnailOf(design)!.rooms).toBe("M0 0L1 0L1 1Z");
  expect(thumbnailOf(larkspurWeir())!.walls.length).toBeGreaterThan(100);
});
