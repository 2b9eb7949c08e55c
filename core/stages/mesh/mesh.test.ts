/** Radios of a design: links, what is found, what is put right, what is unplugged. */
import { changesOf } from "../../desk/findings";
import type { Design } from "../../design/collections";
import { applyChanges } from "../../design/edit";
import { KIND_TABLE } from "../house/tables";
import { RADIO_PROFILE_TABLE } from "../house/radio-table";
import { larkspurWeir } from "../../../tests/core/houses";
import { meshHouse, PROFILE, putRadio } from "../../test-mesh";
import { meshChecks } from "./checks";
import { bandsOf, radiosOf } from "./links";
import { openDb } from "./loss";
import { candidatesOf, proposeRouters, withRadios } from "./place";
import { missingRadios, putRadios, silentDevices } from "./put-radios";
import { reachesOf, reachOf, treesOf } from "./routes";
import { allPulls } from "./unplug";
import { linkWorking } from "./workings";

const codes = (design: Design) => meshChecks(design).map(({ code }) => code);
const found = (design: Design, code: string) => meshChecks(design).find((one) => one.code === code);
const band = (design: Design) => bandsOf(design)[0]!;

/** A hub and something 10 m off it: 8 + 2 + 2 − 60.23 − (−100) = 51.77 dB above, 43.77 dB of margin. */
function pair(more: Parameters<typeof putRadio>[3] = {}): Design {
  const design = meshHouse([["g", 0]]);
  putRadio(design, "hub", ["g", 0, 0, 1], { coordinator: true });
  putRadio(design, "far", ["g", 10, 0, 1], { routes: false, ...more });
  return design;
}

describe("links", () => {
  it("levels and margin by hand, of the weaker direction", () => {
    const [link] = band(pair()).links;
    expect(link!.receivedDbm).toBeCloseTo(8 + 2 + 2 - 60.23, 2);
    expect(link!.aboveDb).toBeCloseTo(51.77, 2);
    expect(link!.marginDb).toBeCloseTo(43.77, 2);
    // One that whispers, and one that is hard of hearing.
    const quiet = band(pair({ txDbm: -2 })).links[0]!;
    expect([quiet.receivedDbm, quiet.marginDb]).toEqual([
      expect.closeTo(-58.23, 2) as number,
      expect.closeTo(33.77, 2) as number,
    ]);
    const deaf = band(pair({ sensitivityDbm: -70 })).links[0]!;
    expect([deaf.receivedDbm, deaf.marginDb]).toEqual([
      expect.closeTo(-48.23, 2) as number,
      expect.closeTo(13.77, 2) as number,
    ]);
    expect(deaf.etx).toBeCloseTo(1 / (deaf.ab * deaf.ba), 12);
  });
  it("what one does not hear at all is no link", () => {
    // 60.23 dB of loss: at a tx of −28.2 dBm exactly 15.57 dB above −100… and just under the ear.
    expect(band(pair({ txDbm: -43.7 })).links).toHaveLength(1);
    expect(band(pair({ txDbm: -43.8 })).links).toHaveLength(0);
  });
  it("a reading counts in place of the model, in the other direction too", () => {
    const design = pair({ txDbm: 4 });
    design.readings = [
      { id: "r1", at: { x: 10, y: 0 }, level: "g", dbm: -70, from: "hub", by: "far" },
      { id: "r2", at: { x: 10, y: 0 }, level: "g", dbm: -74, from: "hub", by: "far" },
      { id: "r3", at: { x: 5, y: 0 }, level: "g", dbm: -20, from: "hub" },
    ];
    const link = band(design).links[0]!;
    // −72 dBm there, 4 dB less back.
    expect(link.receivedDbm).toBeCloseTo(-76, 9);
    expect(link.modelledDbm).toBeCloseTo(4 + 4 - 60.23, 2);
    expect(link.marginDb).toBeCloseTo(16, 9);
  });
  it("a radio that did not change is the same object, and so is the list", () => {
    const design = pair();
    const before = radiosOf(design);
    const next = applyChanges(design, [{ in: "points", put: { ...design.points[0]!, id: "p-else" } }]);
    expect(radiosOf(next)).toBe(before);
    const moved = applyChanges(design, [{ in: "points", put: { ...design.points[1]!, x: 11 } }]);
    expect(radiosOf(moved).get("hub")).toBe(before.get("hub"));
    expect(radiosOf(moved).get("far")).not.toBe(before.get("far"));
    expect(band(moved).links[0]!.distanceM).toBe(11);
  });
  it("the working of a margin adds up to it", () => {
    const design = meshHouse([["g", 0]], [["w", "g", 5, -9, 5, 9, "brick-single"]]);
    putRadio(design, "hub", ["g", 0, 0, 1], { coordinator: true });
    putRadio(design, "far", ["g", 10, 0, 1], { txDbm: 3 });
    const link = band(design).links[0]!;
    const { steps, value } = linkWorking(design, PROFILE, link);
    const figure = (gives: string) => Number(/[−-]?[\d.]+/.exec(gives)![0].replace("−", "-"));
    const [sent, open, wall, received] = steps.map(({ gives }) => figure(gives));
    // The far one sends less: it is its direction that is shown.
    expect(sent).toBe(7);
    expect(sent! + open! + wall!).toBeCloseTo(received!, 1);
    expect(value).toBeCloseTo(received! + 100 - 8, 1);
  });
});

describe("what is found", () => {
  it("nothing in a sound house", () => expect(codes(pair())).toEqual([]));
  it.each([
    [18, [], "sound"],
    [18.01, ["mesh.thin"], "thin"],
    [24, ["mesh.thin"], "thin"],
    [24.01, ["mesh.weak"], "dead"],
    [28, ["mesh.weak"], "dead"],
    [60.1, ["mesh.orphan"], "not heard"],
  ])("a margin less by %d dB: %j", (less, expected) => {
    // What leaves 28 dB of margin, less so much.
    const spare = 8 + 2 + 2 - openDb(2450, 2, 10) + 100 - 8 - 28;
    const design = pair({ gainDbi: 2 - spare - less + 1e-9 });
    expect(codes(design)).toEqual(expected);
  });
  it("says who hangs on a weak link in one sentence", () => {
    const design = meshHouse([["g", 0]]);
    putRadio(design, "hub", ["g", 0, 0, 1], { coordinator: true, gainDbi: -34 });
    putRadio(design, "a", ["g", 10, 0, 1]);
    putRadio(design, "b", ["g", 49, 0, 1], { routes: false });
    const [finding] = meshChecks(design);
    expect(finding!.title).toBe("Device a is heard thinly by Device hub, and 1 device through it");
    expect(finding!.measured).toBeCloseTo(7.77, 2);
  });
  it("no coordinator, limits, metal, a switched router, one that others hang on", () => {
    const none = pair();
    none.radios = none.radios.map((row) => ({ ...row, coordinator: undefined }));
    expect(codes(none)).toEqual(["mesh.no-coordinator"]);

    const far = meshHouse([["g", 0]]);
    far.radioProfiles = [{ ...PROFILE, maxHops: 1 }];
    putRadio(far, "hub", ["g", 0, 0, 1], { coordinator: true, sensitivityDbm: -58, gainDbi: -10, txDbm: 0 });
    putRadio(far, "a", ["g", 2, 0, 1]);
    putRadio(far, "b", ["g", 30, 0, 1], { routes: false });
    expect(codes(far)).toContain("mesh.limits");
    far.radioProfiles = [{ ...PROFILE, maxHops: 2 }];
    expect(codes(structuredClone(far))).not.toContain("mesh.limits");
    const single = found(structuredClone(far), "mesh.single")!;
    expect(single.title).toBe("Device b hangs on Device a alone");
    expect(single.severity).toBe("note");
    far.radios[2] = { ...far.radios[2]!, critical: true };
    expect(found(structuredClone(far), "mesh.single")!.severity).toBe("mend");

    const metal = pair();
    metal.radios[0] = { ...metal.radios[0]!, gainDbi: -8, metalDb: 10 };
    const fix = found(metal, "mesh.metal")!.fix!;
    const [row] = applyChanges(metal, changesOf(fix, metal)).radios.filter(({ id }) => id === "hub");
    expect(row).toEqual({ ...metal.radios[0], gainDbi: 2, metalDb: undefined });

    const cut = pair({ routes: true });
    cut.switches = [
      { id: "s", level: "g", room: "room-g", name: "Switch", x: 0, y: 0, z: 1, gangs: 1, neutral: "yes" },
    ];
    cut.radios[1] = { ...cut.radios[1]!, switch: "s" };
    expect(codes(cut)).toEqual(["mesh.cut-off"]);
    expect(codes(applyChanges(cut, changesOf(found(cut, "mesh.cut-off")!.fix!, cut)))).toEqual([]);
  });
});

describe("radios of devices that have none", () => {
  it("each gets what is usual of its kind, an access point one a band, once", () => {
    const design = meshHouse([["g", 0]]);
    design.kinds = [...KIND_TABLE];
    design.radioProfiles = [...RADIO_PROFILE_TABLE];
    const put = (id: string, kind: string, protocol: Design["devices"][number]["protocol"]) => {
      design.points.push({ id, kind, level: "g", room: "room-g", x: 0, y: 0, z: 1, name: id });
      design.devices.push({ id: `d-${id}`, point: id, name: id, status: "wanted", protocol });
    };
    put("lamp", "lamp", "Zigbee");
    put("remote", "remote", "Zigbee");
    put("valve", "radiator", "868 MHz");
    put("ap", "access-point", "PoE");
    put("key", "keypad", "house bus");
    const rows = missingRadios(design).map(({ row }) => row);
    expect(
      rows.map(({ id, profile, routes, supply, coordinator }) => [id, profile, routes, supply, coordinator]),
    ).toEqual([
      ["r-lamp", "mesh-2400", true, "mains", undefined],
      ["r-remote", "mesh-2400", false, "battery", undefined],
      ["r-valve", "mesh-868", false, "battery", undefined],
      ["r-ap", "network-2400", false, "cable", true],
      ["r-ap-2", "network-5000", false, "cable", true],
    ]);
    expect(rows[2]).toMatchObject({ txDbm: 4, sensitivityDbm: -100 });
    expect(found(design, "mesh.unplanned")!.measured).toBe(4);
    const next = applyChanges(design, putRadios(missingRadios(design)));
    expect(silentDevices(next)).toEqual([]);
    expect(missingRadios(next)).toEqual([]);
    // What was chosen decides, whatever is usual of the kind: a lamp on cells, a remote on the mains that passes on.
    const chosen = (id: string, supply: "mains" | "battery", routes: boolean) => {
      const option = {
        ...larkspurWeir().options[0]!,
        id: `o-${id}`,
        protocol: "Zigbee" as const,
        supply,
        routes,
      };
      design.options.push(option);
      design.devices = design.devices.map((row) =>
        row.id === `d-${id}` ? { ...row, option: option.id } : row,
      );
    };
    chosen("lamp", "battery", false);
    chosen("remote", "mains", true);
    expect(
      missingRadios(structuredClone(design))
        .map(({ row }) => [row.id, row.routes, row.supply])
        .slice(0, 2),
    ).toEqual([
      ["r-lamp", false, "battery"],
      ["r-remote", true, "mains"],
    ]);
  });
});

/** Two rooms with metal between them, and a third beside both behind plasterboard. */
function apart(): Design {
  const design = meshHouse(
    [["g", 0]],
    [
      ["metal", "g", 5, 0, 5, 4, "sheet-metal"],
      ["metal-2", "g", 5, -60, 5, 0, "sheet-metal"],
      ["board", "g", -60, 4, 60, 4, "plasterboard"],
    ],
  );
  design.kinds = [...KIND_TABLE];
  design.radioProfiles = [{ ...PROFILE, sensitivityDbm: -75 }];
  const room = (id: string, x0: number, y0: number, x1: number, y1: number) => ({
    ...design.rooms[0]!,
    ...{ id, name: `Room ${id}`, code: id.toUpperCase() },
    outline: [
      [x0, y0],
      [x1, y0],
      [x1, y1],
      [x0, y1],
    ] as [number, number][],
  });
  design.rooms = [room("a", 0, 0, 5, 4), room("b", 5, 0, 10, 4), room("c", 0, 4, 10, 8)];
  putRadio(design, "hub", ["g", 1, 1, 1], { coordinator: true, sensitivityDbm: -75 });
  putRadio(design, "far", ["g", 9, 1, 1], { routes: false, sensitivityDbm: -75 });
  return design;
}

describe("routers", () => {
  it("the fewest that make it sound, as one edit after which nothing is found", () => {
    const design = apart();
    const before = reachesOf(design).get("mesh")!.get("far");
    expect(before?.marginDb ?? -99).toBeLessThan(10);
    const proposal = proposeRouters(design, band(design));
    expect(proposal.routers.map(({ name }) => name)).toEqual(["a socket in Room c"]);
    expect(proposal).toMatchObject({ before: 0, after: 1, of: 1 });
    const next = applyChanges(design, proposal.changes);
    expect(next.devices.at(-1)).toMatchObject({ name: "Router, room c", status: "wanted" });
    expect(reachesOf(next).get("mesh")!.get("far")!.marginDb).toBeGreaterThanOrEqual(10);
    expect(codes(next).filter((code) => code !== "mesh.single")).toEqual([]);
  });
  it("no fewer would do, against every choice of one place", () => {
    const design = apart();
    const own = band(design);
    const good = candidatesOf(design, own).filter(
      (one) => (reachOf(withRadios(design, own, [one])).get("far")?.marginDb ?? -99) >= 10,
    );
    expect(good.length).toBeGreaterThan(0);
    expect(good.filter(({ name }) => !name.endsWith("Room c"))).toEqual([]);
  });
  it("a device that is there and could route is taken before one is bought", () => {
    const design = apart();
    putRadio(design, "lamp", ["g", 5, 6, 1], { routes: false, supply: "mains", sensitivityDbm: -75 });
    const { routers, changes } = proposeRouters(design, band(design), ["far"]);
    expect(routers.map(({ name }) => name)).toEqual(["Device lamp"]);
    expect(changes).toEqual([{ in: "radios", put: { ...design.radios[2], routes: true } }]);
  });
  it("says so where none is needed, or none would help", () => {
    expect(() => proposeRouters(pair(), band(pair()))).toThrow("not needed");
    const alone = pair({ sensitivityDbm: -10, txDbm: -60 });
    alone.kinds = [];
    expect(() => proposeRouters(alone, band(alone))).toThrow("nowhere");
  });
});

test("unplugged: devices, switches, circuits and levels, what costs most first; cells go on", () => {
  const design = meshHouse([
    ["g", 0],
    ["u", 2.7],
  ]);
  design.radioProfiles = [{ ...PROFILE, sensitivityDbm: -62, fadeDb: 0 }];
  const at = { sensitivityDbm: -62 };
  putRadio(design, "hub", ["g", 0, 0, 1], { ...at, coordinator: true });
  putRadio(design, "mid", ["g", 20, 0, 1], { ...at, switch: "s", circuit: "c", supply: "mains" });
  putRadio(design, "end", ["u", 38, 0, 0.5], { ...at, routes: false, supply: "battery" });
  design.switches = [
    { id: "s", level: "g", room: "room-g", name: "Hall switch", x: 0, y: 0, z: 1, gangs: 1, neutral: "yes" },
  ];
  design.circuits = [{ id: "c", name: "Lights", breakerA: 10 } as Design["circuits"][number]];
  expect(treesOf(design)[0]!.ways.get("end")?.parent.row.id).toBe("mid");
  const pulls = allPulls(design).get("mesh")!;
  expect(
    pulls.map(({ kind, name, off, lost }) => [kind, name, off.length, lost.map(({ row }) => row.id)]),
  ).toEqual([
    ["device", "Device hub", 1, ["mid", "end"]],
    ["level", "Level g", 2, ["end"]],
    ["device", "Device mid", 1, ["end"]],
    ["switch", "Hall switch", 1, ["end"]],
    ["circuit", "Lights", 1, ["end"]],
  ]);
});
