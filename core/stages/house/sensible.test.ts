/** What cannot be is said at once, with the value that would be sensible. */
import { changesOf } from "../../desk/findings";
import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import type { OpeningRow } from "../../design/rows/house-structure";
import { blankDesign, point, testDesign } from "../../test-design";
import { houseChecks } from "./checks";
import { addOpening, changeOpening } from "./openings";
import { findRooms } from "./rooms";

/** One room of 6 × 4 m inside four walls, the first at the top walked left to right. */
function boxed(): Design {
  const base = blankDesign();
  const corners = [
    [0, 0],
    [6, 0],
    [6, 4],
    [0, 4],
  ] as const;
  base.walls = corners.map(([ax, ay], i) => {
    const [bx, by] = corners[(i + 1) % 4]!;
    return { id: `w${i}`, level: "g", ax, ay, bx, by, thicknessM: 0.2, material: "brick-single" };
  });
  let n = 0;
  return applyChanges(base, findRooms(base, "g", () => `r${(n += 1)}`).changes);
}
const opening = (rest: Partial<OpeningRow>): OpeningRow => ({
  id: "o",
  wall: "w0",
  kind: "window",
  offsetM: 1,
  widthM: 1,
  heightM: 1.2,
  sillM: 0.9,
  outsideIs: "left",
  ...rest,
});
const found = (design: Design, code: string) => houseChecks(design).filter((one) => one.code === code);
const fixed = (design: Design, code: string) =>
  applyChanges(design, changesOf(found(design, code)[0]!.fix!, design));

describe("openings", () => {
  const having = (...openings: OpeningRow[]): Design => ({ ...boxed(), openings });
  test.each(["door", "gate", "gap"] as const)(
    "a %s with a sill: the floor is offered; a threshold of 5 cm is none",
    (kind) => {
      const design = having(opening({ kind, sillM: 0.9 }));
      expect(found(design, "house.door-sill")[0]).toMatchObject({ measured: 0.9, limit: 0.05 });
      expect(fixed(design, "house.door-sill").openings[0]!.sillM).toBe(0);
      expect(found(having(opening({ kind, sillM: 0.05 })), "house.door-sill")).toEqual([]);
      expect(found(having(opening({})), "house.door-sill")).toEqual([]);
    },
  );
  test("a window that becomes a door loses its sill, unless one is given with it", () => {
    const design = having(opening({}));
    expect(changeOpening(design, "o", { kind: "door" })[0]).toMatchObject({
      put: { kind: "door", sillM: 0 },
    });
    expect(changeOpening(design, "o", { kind: "door", sillM: 0.02 })[0]).toMatchObject({
      put: { sillM: 0.02 },
    });
    expect(changeOpening(design, "o", { heightM: 1 })[0]).toMatchObject({ put: { sillM: 0.9 } });
  });
  test("one that reaches above its level is cut at the ceiling", () => {
    // Ceiling 2.5 m and a void of 0.2 m.
    expect(found(having(opening({ heightM: 1.8 })), "house.opening-above-ceiling")).toEqual([]);
    const high = having(opening({ heightM: 1.9 }));
    expect(found(high, "house.opening-above-ceiling")[0]).toMatchObject({
      measured: expect.closeTo(2.8, 9),
      limit: 2.7,
    });
    expect(fixed(high, "house.opening-above-ceiling").openings[0]!.heightM).toBe(1.6);
  });
  test("the outside is known for every opening of an outside wall, doors too", () => {
    expect(addOpening(boxed(), "d", "w0", "door", 3)[0]).toMatchObject({ put: { outsideIs: "left" } });
    const unsaid = having(opening({ kind: "door", sillM: 0, outsideIs: "none" }));
    expect(found(unsaid, "house.outside-unknown")[0]).toMatchObject({ severity: "note" });
    expect(fixed(unsaid, "house.outside-unknown").openings[0]!.outsideIs).toBe("left");
    expect(found(having(opening({ outsideIs: "none" })), "house.outside-unknown")[0]).toMatchObject({
      severity: "mend",
    });
  });
  test("where rooms say nothing, another opening of the wall does; where nobody knows, nothing is said", () => {
    const bare = {
      ...having(
        opening({ outsideIs: "none" }),
        opening({ id: "p", kind: "door", sillM: 0, offsetM: 3, outsideIs: "right" }),
      ),
      rooms: [],
    };
    expect(fixed(bare, "house.outside-unknown").openings.find((row) => row.id === "o")!.outsideIs).toBe(
      "right",
    );
    expect(found({ ...bare, openings: [opening({ outsideIs: "none" })] }, "house.outside-unknown")).toEqual(
      [],
    );
  });
});

describe("points", () => {
  const at = (z: number, kind = "camera"): Design => ({
    ...testDesign(),
    points: [point("p", kind, "g", "hall", 5, 1, z)],
  });
  test("hang between the floor's slab and the void; what does not is offered its usual height", () => {
    for (const z of [-0.2, 0, 2.5, 2.7]) expect(found(at(z), "house.point-height")).toEqual([]);
    expect(found(at(2.71), "house.point-height")[0]).toMatchObject({
      title: "p hangs above the ceiling of Ground",
      measured: 2.71,
      limit: 2.7,
    });
    expect(found(at(-0.21), "house.point-height")[0]).toMatchObject({
      title: "p hangs under the floor of Ground",
      limit: -0.2,
    });
    // A camera usually hangs at 2.6 m, above this ceiling: then at the ceiling.
    expect(fixed(at(3.4), "house.point-height").points[0]!.z).toBe(2.5);
    expect(fixed(at(3.4, "panel"), "house.point-height").points[0]!.z).toBe(
      testDesign().kinds.find((kind) => kind.id === "panel")!.mountHeightM,
    );
  });
  test("out of doors there is no ceiling, and a mast stands above it", () => {
    const outdoors = at(6);
    expect(
      found(
        { ...outdoors, rooms: outdoors.rooms.map((room) => ({ ...room, outdoor: true })) },
        "house.point-height",
      ),
    ).toEqual([]);
    const mast = testDesign().kinds.find((kind) => kind.id === "weather-mast")!;
    expect(found(at(mast.mountHeightM, "weather-mast"), "house.point-height")).toEqual([]);
    expect(found(at(mast.mountHeightM + 0.1, "weather-mast"), "house.point-height")).toHaveLength(1);
  });
});
