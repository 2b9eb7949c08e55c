import { applyChanges, type Change } from "../../design/edit";
import type { Design } from "../../design/collections";
import { cabinetOf } from "./cabinet";
import {
  freeChannel,
  giveChannel,
  moveChannel,
  moveModule,
  nearestPlace,
  stepChannel,
  stepModule,
} from "./channel-edit";
import { modulesOf } from "./channels";
import { freshIds } from "./fixes";
import { loadsOf } from "./loads";
import { addLoad, addRoom, loadDesign } from "./test-channels";

/** Two relays, a dimmer and a shutter module; lamps a and b on the first relay, a shade on the shutter. */
function design(): Design {
  const own = loadDesign();
  own.closets = own.closets.map((row) => ({ ...row, cabinetRows: 4, rowUnits: 12 }));
  for (const id of ["a", "b", "c"]) {
    addRoom(own, `r${id}`, "wet");
    addLoad(own, id, "lamp", `r${id}`);
  }
  addLoad(own, "shade", "shade", "store");
  addLoad(own, "valve", "water-valve", "store");
  own.modules = [
    { id: "m", name: "One", kind: "relay-4", closet: "c", row: 1, slot: 1 },
    { id: "n", name: "Two", kind: "relay-4", closet: "c", row: 1, slot: 9 },
    { id: "s", name: "Shut", kind: "shutter-4", closet: "c", row: 2, slot: 1 },
    { id: "in", name: "In", kind: "input-8", closet: "c", row: 2, slot: 5 },
  ];
  own.channels = [
    { id: "ca", module: "m", number: 1, load: "a", circuit: "lights" },
    { id: "cb", module: "m", number: 3, load: "b" },
    { id: "cs", module: "s", number: 1, load: "shade" },
    { id: "ci", module: "in", number: 1, control: "a" },
  ];
  own.links = [
    { id: "l1", channel: "ci", output: "ca" },
    { id: "l2", channel: "ci", output: "cb" },
  ];
  return own;
}

const places = (own: Design, changes: readonly Change[]) =>
  Object.fromEntries(
    applyChanges(own, changes).channels.map(({ id, module, number }) => [id, `${module}${number}`]),
  );

describe("channels are moved", () => {
  test("to a free one with its circuit; to a taken one the two change places", () => {
    const own = design();
    expect(places(own, moveChannel(own, "ca", "n", 2))).toMatchObject({ ca: "n2", cb: "m3" });
    expect(applyChanges(own, moveChannel(own, "ca", "n", 2)).channels[0]).toMatchObject({
      circuit: "lights",
    });
    expect(places(own, moveChannel(own, "ca", "m", 3))).toMatchObject({ ca: "m3", cb: "m1" });
    expect(moveChannel(own, "ca", "m", 1)).toEqual([]);
  });

  test("not where the other module cannot drive it, nor past its channels, nor between inputs and outputs", () => {
    const own = design();
    expect(() => moveChannel(own, "ca", "s", 2)).toThrow("Load a cannot hang on Shut: a shutter channel");
    expect(() => moveChannel(own, "cs", "m", 1)).toThrow(/Load shade cannot hang on One/);
    expect(() => moveChannel(own, "ca", "n", 5)).toThrow("Two has channels 1 to 4");
    expect(() => moveChannel(own, "ci", "n", 1)).toThrow(/outputs drive, inputs read/);
    expect(() => moveChannel(own, "gone", "n", 1)).toThrow("channel is gone");
  });

  test("mains does not come on a module that carries low voltage, unless what carries it leaves", () => {
    const own = design();
    own.channels.push({ id: "cv", module: "n", number: 1, load: "valve" });
    expect(() => moveChannel(own, "ca", "n", 2)).toThrow("Two carries low voltage, Load a wants mains");
    const alone = structuredClone(own);
    alone.channels = alone.channels.filter(({ id }) => id !== "cb");
    expect(places(alone, moveChannel(alone, "ca", "n", 1))).toMatchObject({ ca: "n1", cv: "m1" });
  });

  test("a step goes on over modules that bear the load, and stops at the last", () => {
    const own = design();
    expect(places(own, stepChannel(own, "ca", 1)).ca).toBe("m2");
    expect(places(own, stepChannel(own, "cb", 1)).cb).toBe("m4");
    const last = applyChanges(own, moveChannel(own, "cb", "m", 4));
    expect(places(last, stepChannel(last, "cb", 1)).cb).toBe("n1");
    const end = applyChanges(own, moveChannel(own, "cb", "n", 4));
    expect(stepChannel(end, "cb", 1)).toEqual([]);
    expect(stepChannel(own, "ca", -1)).toEqual([]);
  });

  test("a load is given a free channel, not a taken one; freed, its links go too", () => {
    const own = design();
    const load = loadsOf(own).find(({ id }) => id === "c")!;
    const given = applyChanges(own, giveChannel(own, load, "n", 2, freshIds(own)));
    expect(given.channels.find((row) => row.load === "c")).toMatchObject({ module: "n", number: 2 });
    expect(() => giveChannel(own, load, "m", 1, freshIds(own))).toThrow(
      "Channel 1 of One is taken by Load a",
    );
    expect(() => giveChannel(own, load, "s", 2, freshIds(own))).toThrow(/cannot hang on Shut/);
    expect(applyChanges(own, freeChannel(own, "ca")).links.map(({ id }) => id)).toEqual(["l2"]);
    expect(applyChanges(own, freeChannel(own, "ci")).links).toEqual([]);
  });
});

describe("modules are moved", () => {
  const at = (own: Design, changes: readonly Change[], id: string) => {
    const { row, slot } = applyChanges(own, changes).modules.find((one) => one.id === id)!;
    return [row, slot];
  };
  test("to where they may stand, and nowhere else", () => {
    const own = design();
    expect(at(own, moveModule(own, "m", 3, 4), "m")).toEqual([3, 4]);
    expect(moveModule(own, "m", 1, 1)).toEqual([]);
    expect(() => moveModule(own, "m", 1, 7)).toThrow("One cannot stand there: Two stands there");
    expect(() => moveModule(own, "in", 1, 5)).toThrow(/mains and low voltage do not share a row/);
    const bare = structuredClone(own);
    delete bare.closets[0]!.cabinetRows;
    expect(() => moveModule(bare, "m", 1, 2)).toThrow(/no wall cabinet/);
  });

  test("by arrows: along the row over what stands there, and to the next row that has room", () => {
    const own = design();
    expect(at(own, stepModule(own, "m", "right"), "m")).toEqual([1, 2]);
    const tight = applyChanges(own, moveModule(own, "m", 1, 5));
    // Two stands at 9: there is no place further right.
    expect(stepModule(tight, "m", "right")).toEqual([]);
    expect(stepModule(own, "m", "left")).toEqual([]);
    // Row 2 is of low voltage; the terminals are in row 4.
    expect(at(own, stepModule(own, "n", "down"), "n")).toEqual([3, 9]);
    expect(stepModule(own, "n", "up")).toEqual([]);
    expect(stepModule(applyChanges(own, moveModule(own, "n", 3, 9)), "n", "down")).toEqual([]);
  });

  test("the nearest place to where one is dropped", () => {
    const own = design();
    const cabinet = cabinetOf(own, "c")!;
    const module = modulesOf(own).find(({ row }) => row.id === "m")!;
    expect(nearestPlace(cabinet, module, 1, 8)).toEqual({ row: 1, slot: 5 });
    expect(nearestPlace(cabinet, module, 2, 3)).toEqual({ row: 1, slot: 3 });
    expect(nearestPlace(cabinet, module, 3, 12)).toEqual({ row: 3, slot: 9 });
  });
});
