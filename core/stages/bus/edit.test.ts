import { applyChanges, type Change } from "../../design/edit";
import { byId, type Design } from "../../design/collections";
import { removeRows } from "../../design/remove";
import { point } from "../../test-design";
import { stopsOf } from "../../points/lines";
import {
  addToSegment,
  changeForm,
  changeLimit,
  hangOn,
  moveStop,
  newSegment,
  nextAddress,
  orderAnew,
  renumber,
  splitSegment,
  takeStops,
} from "./edit";
import { freshIds } from "./fixes";
import { segmentsOf } from "./segments";
import { busDesign } from "./test-bus";

const after = (design: Design, changes: Change[]) => applyChanges(design, changes);
const points = (design: Design, segment = "s") => stopsOf(design, segment).map((stop) => stop.point);

describe("the stops of a segment", () => {
  test("are put in the shortest order; those in place are left be", () => {
    const design = busDesign();
    design.stops.forEach((stop, i) => (stop.order = [3, 1, 4, 2][i]!));
    expect(points(design)).toEqual(["k2", "k4", "k1", "k3"]);
    expect(points(after(design, orderAnew(design, "s")))).toEqual(["k1", "k2", "k3", "k4"]);
    expect(orderAnew(busDesign(), "s")).toEqual([]);
    expect(orderAnew(busDesign({ topology: "star" }), "s")).toEqual([]);
  });

  test("one that cannot be reached is said", () => {
    const design = busDesign();
    design.risers = [];
    design.points.find((row) => row.id === "k4")!.level = "u";
    expect(() => orderAnew(design, "s")).toThrow("stops cannot all be reached from its closet");
  });

  test.each([
    ["s1", 2, ["k2", "k3", "k1", "k4"]],
    ["s4", 0, ["k4", "k1", "k2", "k3"]],
    ["s2", 99, ["k1", "k3", "k4", "k2"]],
    ["s3", -5, ["k3", "k1", "k2", "k4"]],
  ] as const)("%s moved to %i", (id, to, order) => {
    const design = busDesign();
    expect(points(after(design, moveStop(design, id, to)))).toEqual(order);
  });

  test("a tree is the least one, and no stop hangs on what hangs on it", () => {
    const design = busDesign();
    const tree = after(design, changeForm(design, "s", "tree"));
    expect(tree.segments[0]!.topology).toBe("tree");
    expect(tree.stops.map(({ parent }) => parent)).toEqual([undefined, "s1", "s2", "s3"]);
    expect(() => hangOn(tree, "s1", "s4")).toThrow("Comes from must not be a stop that hangs on this one.");
    expect(() => hangOn(tree, "s1", "s1")).toThrow();
    expect(after(tree, hangOn(tree, "s4", "s1")).stops[3]!.parent).toBe("s1");
    expect(after(tree, hangOn(tree, "s4", undefined)).stops[3]).not.toHaveProperty("parent");
    expect(orderAnew(tree, "s")).toEqual([]);
  });

  test("points come in where they make the line least longer, with the next free address", () => {
    const design = busDesign();
    design.points.push(
      point("x", "keypad", "g", "store", 5, 3, 1.6),
      point("y", "keypad", "g", "store", 1, 3, 1.6),
    );
    const added = ["x", "y"].map((id) => byId(design, "points").get(id)!);
    const next = after(design, addToSegment(design, "s", added, freshIds(design)));
    expect(points(next)).toEqual(["y", "k1", "k2", "x", "k3", "k4"]);
    expect(stopsOf(next, "s").map(({ order }) => order)).toEqual([1, 2, 3, 4, 5, 6]);
    expect(stopsOf(next, "s").map(({ address }) => address)).toEqual([6, 1, 2, 5, 3, 4]);
    expect(addToSegment(design, "s", [byId(design, "points").get("k1")!], freshIds(design))).toEqual([]);
  });

  test("what is on another line leaves it", () => {
    const design = busDesign();
    const made = after(
      design,
      newSegment(
        design,
        { profile: "house-bus", name: "Two", closet: "c" },
        ["k4", "k2"].map((id) => byId(design, "points").get(id)!),
        freshIds(design),
      ),
    );
    expect(points(made)).toEqual(["k1", "k3"]);
    const two = made.segments.find((row) => row.name === "Two")!;
    expect(points(made, two.id)).toEqual(["k2", "k4"]);
    expect(two).toMatchObject({ topology: "line", cableType: "bus-4" });
    expect(stopsOf(made, two.id).map(({ address }) => address)).toEqual([1, 2]);
  });

  test("stops that go leave what hung on them on what they hung on, and take their supply along", () => {
    const design = busDesign({ topology: "tree", supplies: [{ stop: "s2", volts: 24, maxA: 1 }] });
    design.stops.forEach((stop, i) => i && (stop.parent = `s${i}`));
    const next = after(design, takeStops(design, ["s2", "s3"]));
    expect(next.stops.map(({ id, parent }) => [id, parent])).toEqual([
      ["s1", undefined],
      ["s4", "s1"],
    ]);
    expect(next.segments[0]).not.toHaveProperty("supplies");
    expect(segmentsOf(next)[0]!.loose).toEqual([]);
  });

  test("a point that is taken out takes its stop's point along, and the line goes on without it", () => {
    const design = busDesign();
    const next = after(design, removeRows(design, [{ in: "points", id: "k2" }]));
    expect(segmentsOf(next)[0]!.nodes.map(({ name }) => name)).toEqual(["Cabinet", "k1", "k3", "k4"]);
  });
});

describe("a segment", () => {
  test("is split where it is asked, else in the middle; supplies go with their stops", () => {
    const design = busDesign({ supply: "p", supplies: [{ stop: "s4", volts: 24, maxA: 1 }] });
    design.busSupplies.push({ id: "p", name: "Supply", closet: "c", volts: 24, maxA: 2 });
    const next = after(design, splitSegment(design, "s", freshIds(design)));
    const far = next.segments.find((row) => row.id !== "s")!;
    expect([points(next), points(next, far.id)]).toEqual([
      ["k1", "k2"],
      ["k3", "k4"],
    ]);
    expect(far).toMatchObject({ name: "Keys, far part", supplies: [{ stop: "s4" }] });
    expect(far).not.toHaveProperty("supply");
    expect(next.segments.find((row) => row.id === "s")).not.toHaveProperty("supplies");
    expect(points(after(design, splitSegment(design, "s", freshIds(design), 3)))).toEqual(["k1", "k2", "k3"]);
    expect(() => splitSegment(busDesign({}, 1), "s", freshIds(design))).toThrow("too few stops");
  });

  test("of a tree a branch goes, with what hangs on it", () => {
    const design = busDesign({ topology: "tree" });
    design.stops[1]!.parent = "s1";
    design.stops[3]!.parent = "s3";
    const next = after(design, splitSegment(design, "s", freshIds(design)));
    const far = next.segments.find((row) => row.id !== "s")!;
    expect(points(next, far.id)).toEqual(["k1", "k2"]);
    expect(stopsOf(next, far.id)[1]!.parent).toBe("s1");
    expect(segmentsOf(next).every((segment) => !segment.loose.length)).toBe(true);
  });

  test("is numbered in the order of its stops; only what changes is put", () => {
    const design = busDesign();
    expect(renumber(design, "s")).toEqual([]);
    const moved = after(design, moveStop(design, "s4", 0));
    expect(stopsOf(after(moved, renumber(moved, "s")), "s").map(({ address }) => address)).toEqual([
      1, 2, 3, 4,
    ]);
    expect(renumber(busDesign({ profile: "contact-loop" }), "s")).toEqual([]);
  });

  test("the next free address, while there is one", () => {
    const profile = { addressFrom: 0, addressTo: 2 };
    expect(nextAddress(profile, new Set([0, 2, undefined]))).toBe(1);
    expect(nextAddress(profile, new Set([0, 1, 2]))).toBeUndefined();
    expect(nextAddress({}, new Set())).toBeUndefined();
  });

  test("a limit that is changed is yours; one taken out has no source either", () => {
    const design = busDesign();
    const row = (changes: Change[]) => byId(after(design, changes), "busProfiles").get("house-bus")!;
    expect(row(changeLimit(design, "house-bus", "totalM", 200))).toMatchObject({
      limits: { totalM: 200, devices: 50 },
      sources: { totalM: "yours", devices: "typical" },
    });
    const without = row(changeLimit(design, "house-bus", "totalM", undefined));
    expect(without.limits).not.toHaveProperty("totalM");
    expect(without.sources).not.toHaveProperty("totalM");
  });
});
