/** Stage 9 on the demo house: what is shown, what is lost, what its faults are, and that each can be mended. */
import { larkspurWeir, ropewalkCourt } from "../../../tests/core/houses";
import { checkRow } from "../../design/check-row";
import { applyChanges } from "../../design/edit";
import { byId, type Design } from "../../design/collections";
import { type Finding, changesOf } from "../../desk/findings";
import { callIt } from "./call-it";
import { bridgeChecks } from "./checks";
import { laidOpen } from "./crossing";
import { againAfter, joinList, roomsToDo } from "./joins";
import { bridgeStates, exposuresOf, filterResult, freePort, seenOf } from "./matrix";
import { exposuresCsv, matrixCsv, readExposures, readMatrix, takeExposures } from "./matrix-csv";
import { bridgeJson } from "./output";
import { pairLines, pairMasters } from "./pairs";
import { PROFILES } from "./profiles";
import type { BridgeFilter, BridgeRow, EcosystemRow, ExposureRow, PairRow } from "../../design/rows/bridges";
import { hideFrom, saveBridge, showTo } from "./save";
import { alikeIn, betterNames, mistakable, sayIt } from "./spoken";
import { bridges as stage } from "./stage";
import { thingsOf } from "./things";

const house = larkspurWeir();
const codes = (design: Design) => bridgeChecks(design).map(({ code }) => code);
const found = (design: Design, code: string): Finding =>
  bridgeChecks(design).find((one) => one.code === code)!;
const mended = (design: Design, finding: Finding) => applyChanges(design, changesOf(finding.fix!, design));
const put = <K extends "ecosystems" | "bridges" | "exposures" | "pairs" | "devices" | "rooms">(
  design: Design,
  collection: K,
  id: string,
  values: object,
) =>
  applyChanges(design, [
    { in: collection, put: { ...byId(design, collection).get(id)!, ...values } } as never,
  ]);
const one = (design: Design, id: string) => exposuresOf(design).find(({ row }) => row.id === id)!;

/** A house of its own rows: a few devices of the demo, as ecosystems and bridges are wanted. */
function small(parts: {
  ecosystems?: Partial<EcosystemRow>[];
  bridges?: Partial<BridgeRow>[];
  exposures?: Partial<ExposureRow>[];
  pairs?: Partial<PairRow>[];
}): Design {
  return {
    ...house,
    ecosystems: (parts.ecosystems ?? [{}]).map((row, n) => ({
      id: `e${n + 1}`,
      name: `Ecosystem ${n + 1}`,
      accepts: ["on/off light", "dimmable light", "cover", "door lock", "plug", "camera"],
      uncertified: "takes it",
      speech: "in the house",
      ...row,
    })),
    bridges: (parts.bridges ?? [{}]).map((row, n) => ({
      id: `b${n + 1}`,
      name: `Bridge ${n + 1}`,
      host: "house-hub",
      port: 5600 + n,
      ...row,
    })),
    exposures: (parts.exposures ?? []).map((row, n) => ({
      id: `x${n + 1}`,
      device: "d-snug-lmp-1",
      ecosystem: "e1",
      bridge: "b1",
      ...row,
    })),
    pairs: (parts.pairs ?? []).map((row, n) => ({
      id: `p${n + 1}`,
      left: "d-snug-lmp-1",
      right: "d-hall-lmp-1",
      ...row,
    })),
  };
}

describe("what a device is", () => {
  test.each([
    ["d-snug-shd-1", "cover", ["open and close", "position"]],
    ["d-sail-loft-lkb-1", "door lock", ["lock and unlock"]],
    ["d-gran-rad-1", "thermostat", ["set temperature", "readings"]],
    ["d-quay-cam-1", "camera", ["picture"]],
    ["d-hall-mot-1", "occupancy sensor", ["readings"]],
    ["d-kitchen-plg-1", "plug", ["on and off"]],
    ["d-plant-room-hub-1", undefined, []],
  ])("%s: %s", (id, type, can) => {
    expect(thingsOf(house).get(id)!.type).toBe(type);
    expect(thingsOf(house).get(id)!.can).toEqual(can);
  });
  test("a lamp is what its option can, or what dims it", () => {
    const lamps = [...thingsOf(house).values()].filter(({ type }) => type?.endsWith("light"));
    expect(new Set(lamps.map(({ type }) => type))).toEqual(
      new Set(["on/off light", "dimmable light", "tunable light"]),
    );
    const tunable = lamps.find(({ type }) => type === "tunable light")!;
    expect(byId(house, "options").get(tunable.device.option!)!.can).toContain("tunable white");
    expect(
      thingsOf(put(house, "devices", "d-hall-lmp-1", { protocol: "DALI", option: undefined })).get(
        "d-hall-lmp-1",
      )!.type,
    ).toBe("dimmable light");
  });
  test("what can be opened by a word", () => {
    expect(thingsOf(house).get("d-sail-loft-lkb-1")!.danger).toBe("unlock");
    expect(thingsOf(house).get("d-snug-shd-1")!.danger).toBeUndefined();
  });
});

describe("filter and saving", () => {
  const filtered = (filter: BridgeFilter) =>
    filterResult(house, { id: "b", name: "B", host: "h", port: 1, filter });
  test("label, room, kind or device, less the exceptions", () => {
    expect(filtered({ rooms: ["stair-head"] })).toEqual(["d-stair-head-lmp-1", "d-stair-head-trd-1"]);
    expect(filtered({ kinds: ["awning"] })).toEqual(["d-quay-awn-1"]);
    expect(
      [
        ...filtered({ devices: ["d-quay-cam-1"], rooms: ["stair-head"], except: ["d-stair-head-trd-1"] }),
      ].sort(),
    ).toEqual(["d-quay-cam-1", "d-stair-head-lmp-1"]);
    expect(filtered({ labels: ["shown"] })).toContain("d-snug-lmp-1");
    expect(filtered({ labels: ["nobody has it"] })).toEqual([]);
    expect(filtered({})).toEqual([]);
  });
  test("without a filter a bridge takes what goes through it", () => {
    const design = small({ exposures: [{}, { device: "d-hall-lmp-1" }] });
    expect([...filterResult(design, design.bridges[0]!)].sort()).toEqual(["d-hall-lmp-1", "d-snug-lmp-1"]);
  });
  test("the demo's bridge A is stale by the devices that changed, exactly", () => {
    const state = bridgeStates(house).get("bridge-a")!;
    expect([state.stale, state.added, state.gone]).toEqual([
      true,
      ["d-laundry-plg-1", "d-plant-house-shd-1"],
      ["d-kitchen-plg-2"],
    ]);
    expect(bridgeStates(house).get("bridge-b")!.stale).toBe(false);
  });
  test("a device that is gone from the house is still there until the bridge is saved", () => {
    const { added, gone } = bridgeStates(
      small({ bridges: [{ savedAs: ["d-snug-lmp-1", "nobody"] }], exposures: [{}] }),
    ).get("b1")!;
    expect([added, gone]).toEqual([[], ["nobody"]]);
  });
  test("saved, it is stale no longer; and its devices are shown", () => {
    const saved = applyChanges(
      house,
      saveBridge(house, byId(house, "bridges").get("bridge-a")!, "2026-11-27"),
    );
    expect(bridgeStates(saved).get("bridge-a")).toMatchObject({ stale: false, added: [], gone: [] });
    expect(byId(saved, "bridges").get("bridge-a")!.savedOn).toBe("2026-11-27");
    expect(one(house, "ha-laundry-plg-1").state).toBe("stale");
    expect(one(saved, "ha-laundry-plg-1").state).toBe("shown");
  });
});

describe("the matrix", () => {
  const state = (design: Design, id = "x1") => {
    const { state: is, why } = one(design, id);
    return why === undefined ? [is] : [is, why];
  };
  const saved = { savedAs: ["d-snug-lmp-1"] };
  test("shown, stale either way, refused for each reason", () => {
    expect(state(small({ bridges: [saved], exposures: [{}] }))).toEqual(["shown"]);
    expect(state(small({ exposures: [{}] }))).toEqual(["stale", "Bridge 1 was not saved since it came"]);
    expect(state(small({ bridges: [{ ...saved, filter: {} }], exposures: [{}] }))).toEqual([
      "stale",
      "Bridge 1 was not saved since it went",
    ]);
    expect(state(small({ bridges: [{ filter: {} }], exposures: [{}] }))).toEqual([
      "refused",
      "the filter of Bridge 1 leaves it out",
    ]);
    expect(state(small({ bridges: [saved], ecosystems: [{ accepts: ["plug"] }], exposures: [{}] }))).toEqual([
      "refused",
      "Ecosystem 1 takes no tunable light",
    ]);
    expect(
      state(small({ bridges: [saved], ecosystems: [{ uncertified: "refuses" }], exposures: [{}] })),
    ).toEqual(["refused", "Ecosystem 1 takes certified bridges only"]);
    expect(
      state(
        small({
          bridges: [{ ...saved, certified: true }],
          ecosystems: [{ uncertified: "refuses" }],
          exposures: [{}],
        }),
      ),
    ).toEqual(["shown"]);
    expect(state(small({ bridges: [saved], ecosystems: [{ port: 5600 }], exposures: [{}] }))).toEqual([
      "shown",
    ]);
    expect(state(small({ bridges: [saved], ecosystems: [{ port: 5601 }], exposures: [{}] }))).toEqual([
      "refused",
      "Ecosystem 1 looks at port 5601 alone",
    ]);
  });
  test("over its limit the later ones are refused; a device twice counts once", () => {
    const rows = ["d-snug-lmp-1", "d-hall-lmp-1", "d-hall-lmp-2"].map((device) => ({ device }));
    const bridge = { savedAs: rows.map(({ device }) => device) };
    expect(
      exposuresOf(small({ bridges: [bridge], ecosystems: [{ maxDevices: 2 }], exposures: rows })).map(
        (own) => own.state,
      ),
    ).toEqual(["shown", "shown", "refused"]);
    expect(exposuresOf(small({ bridges: [{ ...bridge, maxDevices: 2 }], exposures: rows })).at(-1)!.why).toBe(
      "Bridge 1 holds 2 devices",
    );
    expect(
      exposuresOf(
        small({
          bridges: [bridge],
          ecosystems: [{ maxDevices: 2 }],
          exposures: [rows[0]!, rows[0]!, rows[1]!],
        }),
      ).every((own) => own.state === "shown"),
    ).toBe(true);
  });
  test("what is lost: by the type it is shown as, by what the ecosystem keeps, or all of it", () => {
    const lost = (ecosystem: Partial<EcosystemRow>, exposure: Partial<ExposureRow> = {}) =>
      one(
        small({
          bridges: [{ savedAs: ["d-snug-lmp-1", "d-sail-loft-lkb-1"] }],
          ecosystems: [ecosystem],
          exposures: [exposure],
        }),
        "x1",
      );
    const all = ["on and off", "level", "tunable white"];
    expect(lost({ accepts: ["tunable light"] }).lost).toEqual([]);
    expect(lost({ accepts: ["dimmable light"] })).toMatchObject({
      type: "dimmable light",
      lost: ["tunable white"],
    });
    expect(lost({ accepts: ["tunable light"], keeps: ["on and off"] }).lost).toEqual([
      "level",
      "tunable white",
    ]);
    expect(lost({ accepts: ["plug"] }).lost).toEqual(all);
    const lock = { device: "d-sail-loft-lkb-1" };
    expect(lost({ accepts: ["scene"] }, lock)).toMatchObject({ state: "refused", byStandIn: "scene" });
    expect(lost({ accepts: ["scene"] }, { ...lock, as: "scene" })).toMatchObject({
      state: "shown",
      can: ["on and off"],
      lost: ["lock and unlock"],
    });
  });
  test("offline only where ecosystem and device both are, and it is shown", () => {
    const offline = (design: Design) => one(design, "x1").offline;
    const parts = { bridges: [saved], ecosystems: [{ local: true }], exposures: [{}] };
    expect(offline(small(parts))).toBe(true);
    expect(offline(small({ ...parts, ecosystems: [{}] }))).toBe(false);
    expect(offline(small({ ...parts, ecosystems: [{ local: true, accepts: ["plug"] }] }))).toBe(false);
    const cloudy = {
      ...small(parts),
      options: house.options.map((row) =>
        row.id === byId(house, "devices").get("d-snug-lmp-1")!.option ? { ...row, cloud: true } : row,
      ),
    };
    expect(offline(cloudy)).toBe(false);
  });
  test("shown and hidden in bulk", () => {
    const design = applyChanges(
      house,
      showTo(house, ["d-laundry-lmp-1", "d-snug-lmp-1"], "slate-home", "bridge-a"),
    );
    expect(design.exposures.length).toBe(house.exposures.length + 1);
    const without = applyChanges(design, hideFrom(design, ["d-laundry-lmp-1", "d-snug-lmp-1"], "slate-home"));
    expect(without.exposures.length).toBe(house.exposures.length - 1);
    // A lock is asked for a second factor from the first; a name said elsewhere is said here.
    const bare = applyChanges(house, hideFrom(house, ["d-sail-loft-lkb-1"], "slate-home"));
    const again = applyChanges(bare, showTo(bare, ["d-sail-loft-lkb-1"], "slate-home", "bridge-a"));
    expect(
      again.exposures.find((row) => row.device === "d-sail-loft-lkb-1" && row.ecosystem === "slate-home"),
    ).toMatchObject({
      factor: true,
      spokenName: "Loft door",
    });
  });
  test("what a filter leaves out it takes once it is shown through it", () => {
    const filter = (design: Design, bridge: string) => byId(design, "bridges").get(bridge)!.filter;
    const shown = (device: string, bridge: string, label?: string) =>
      applyChanges(house, showTo(house, [device], "field-panel", bridge, label));
    // By its label, where it is shown by that; else by itself, and no longer left out.
    const quiet = house.devices.find(({ id }) => id === "d-laundry-lmp-1")!;
    const labelled = put(house, "devices", quiet.id, { tags: ["guests"] });
    const by = applyChanges(labelled, showTo(labelled, [quiet.id], "field-panel", "bridge-a", "guests"));
    expect(filter(by, "bridge-a")).toEqual({ labels: ["shown", "guests"] });
    expect(filter(shown(quiet.id, "bridge-a"), "bridge-a")).toEqual({
      labels: ["shown"],
      devices: [quiet.id],
    });
    const except = shown("d-gran-tel-1", "bridge-b");
    expect(filter(except, "bridge-b")).toEqual({ rooms: filter(house, "bridge-b")!.rooms });
    expect(bridgeStates(except).get("bridge-b")!.added).toEqual(["d-gran-tel-1"]);
    // A label that not all of them have takes those that do; the others come by themselves.
    const two = applyChanges(
      labelled,
      showTo(labelled, [quiet.id, "d-laundry-plg-2"], "field-panel", "bridge-a", "guests"),
    );
    expect(filter(two, "bridge-a")!.devices).toEqual(["d-laundry-plg-2"]);
    // What is taken already changes no filter.
    expect(filter(shown("d-snug-mot-1", "bridge-b"), "bridge-b")).toEqual(filter(house, "bridge-b"));
  });
});

describe("findings of the demo, each mended by its fix", () => {
  test("two bridges at one port", () => {
    const finding = found(house, "bridges.port-clash");
    expect(finding).toMatchObject({
      severity: "stop",
      fix: { label: "Put Bridge B at port 5641" },
    });
    expect(codes(mended(house, finding))).not.toContain("bridges.port-clash");
    expect(freePort(house, "house-hub", 5640)).toBe(5641);
    expect(freePort(house, "elsewhere", 5640)).toBe(5640);
  });
  test("a stale bridge", () => {
    const finding = found(house, "bridges.stale");
    expect(finding).toMatchObject({ measured: 3, title: "Bridge A was not saved since 3 devices changed" });
    expect(finding.why).toContain("Fridge");
    expect(codes(mended(house, finding))).not.toContain("bridges.stale");
  });
  test("two names that sound alike: another name, in every ecosystem", () => {
    const finding = found(house, "bridges.alike");
    expect(finding.title).toMatch(/^(Star|Stair) lamp and (Star|Stair) lamp sound alike$/);
    // What is alike about them as a share of one, to the hundredth.
    const [pair] = alikeIn(house);
    expect(finding.measured).toBe(Number(pair!.score.toFixed(2)));
    expect(finding.measured).toBeGreaterThan(0.5);
    expect(finding.measured).toBeLessThanOrEqual(1);
    const after = mended(house, finding);
    expect(codes(after)).not.toContain("bridges.alike");
    expect(alikeIn(after)).toEqual([]);
  });
  test("a loop", () => {
    const finding = found(house, "bridges.loop");
    expect(finding.title).toBe(
      "What one says comes back to it: Dining room lamp → Kitchen lamp, table → Snug lamp → Dining room lamp",
    );
    expect(codes(mended(house, finding))).not.toContain("bridges.loop");
  });
  test("rooms that do not carry over are to be put in by hand", () => {
    expect(found(house, "bridges.rooms").severity).toBe("note");
    expect(roomsToDo(house).every(({ ecosystem }) => !ecosystem.roomsCarry)).toBe(true);
    const before = roomsToDo(house).length;
    expect(roomsToDo(put(house, "exposures", roomsToDo(house)[0]!.row.id, { placed: true }))).toHaveLength(
      before - 1,
    );
  });
  test("and nothing else is wrong", () => {
    expect([...new Set(codes(house))].sort()).toEqual([
      "bridges.alike",
      "bridges.loop",
      "bridges.port-clash",
      "bridges.rooms",
      "bridges.stale",
    ]);
    let design = house;
    for (const code of ["bridges.port-clash", "bridges.stale", "bridges.alike", "bridges.loop"])
      design = mended(design, found(design, code));
    const left = codes(design);
    expect(new Set(left)).toEqual(new Set(["bridges.rooms", "bridges.masters"]));
    expect(
      stage.facets(design, (...own) => !own.some((code) => left.includes(code))).every(({ met }) => met),
    ).toBe(true);
    expect(
      stage
        .facets(house, (...own) => !own.some((code) => codes(house).includes(code)))
        .some(({ met }) => met),
    ).toBe(false);
  });
  test("the flat's ecosystem looks at another port than its bridge is at", () => {
    const flat = ropewalkCourt();
    const finding = found(flat, "bridges.port");
    expect(finding.title).toBe("Harbour voice sees nothing of Bridge of the flat");
    expect(codes(mended(flat, finding))).not.toContain("bridges.port");
    expect(seenOf(flat)).toEqual([]);
  });
});

describe("other findings", () => {
  const saved = { savedAs: ["d-snug-lmp-1", "d-sail-loft-lkb-1", "d-quay-cam-1"] };
  test("a lock that opens by a word alone: told to ask, or not shown where nobody can ask", () => {
    const lock = { device: "d-sail-loft-lkb-1" };
    const asks = small({ bridges: [saved], ecosystems: [{ factorFor: ["unlock"] }], exposures: [lock] });
    expect(found(asks, "bridges.danger").fix!.label).toBe("Ask for a second factor");
    expect(codes(mended(asks, found(asks, "bridges.danger")))).not.toContain("bridges.danger");
    const cannot = small({ bridges: [saved], exposures: [{ ...lock, factor: true }] });
    expect(found(cannot, "bridges.danger").fix!.label).toBe("Do not show it to Ecosystem 1");
    expect(mended(cannot, found(cannot, "bridges.danger")).exposures).toEqual([]);
    // Shown as what can only be read, there is nothing to open.
    const read = small({ bridges: [saved], ecosystems: [{ keeps: ["readings"] }], exposures: [lock] });
    expect(codes(read)).not.toContain("bridges.danger");
  });
  test("cameras: least exposed, and worse where it leaves the house", () => {
    const camera = (local: boolean) =>
      found(
        small({ bridges: [saved], ecosystems: [{ local }], exposures: [{ device: "d-quay-cam-1" }] }),
        "bridges.seen",
      ).severity;
    expect([camera(true), camera(false)]).toEqual(["note", "mend"]);
  });
  test("networks that differ, by name or id; and multicast held back", () => {
    const design = (network?: string) =>
      small({
        bridges: [{ ...saved, network: "house" }],
        ecosystems: [network ? { network } : {}],
        exposures: [{}],
      });
    expect(codes(design("things"))).toContain("bridges.network");
    expect(codes(design("House"))).not.toContain("bridges.network");
    expect(codes(design())).not.toContain("bridges.network");
    expect(codes(mended(design("things"), found(design("things"), "bridges.network")))).not.toContain(
      "bridges.network",
    );
    expect(codes(small({ bridges: [{ ...saved, multicast: false }], exposures: [{}] }))).toContain(
      "bridges.multicast",
    );
  });
  test("uncertified: refused, warned of, taken", () => {
    const by = (uncertified: EcosystemRow["uncertified"]) =>
      codes(small({ bridges: [saved], ecosystems: [{ uncertified }], exposures: [{}] }));
    expect(by("refuses")).toContain("bridges.uncertified");
    expect(by("warns")).toContain("bridges.warns");
    expect(by("takes it")).not.toContain("bridges.warns");
  });
  test("refused ones are taken out, or shown by what stands in for them", () => {
    const out = small({ bridges: [saved], ecosystems: [{ accepts: ["plug"] }], exposures: [{}] });
    expect(mended(out, found(out, "bridges.refused")).exposures).toEqual([]);
    const by = small({ bridges: [saved], ecosystems: [{ accepts: ["scene"] }], exposures: [{}] });
    const after = mended(by, found(by, "bridges.refused"));
    expect([after.exposures[0]!.as, codes(after).includes("bridges.refused")]).toEqual(["scene", false]);
  });
  test("nobody lets it in", () => {
    const design = small({
      bridges: [saved],
      ecosystems: [{ byShare: true, byCode: false }],
      exposures: [{}],
    });
    expect(codes(design)).toContain("bridges.no-way-in");
    expect(joinList(design).left.map(({ of }) => of.id)).toEqual(["e1"]);
  });
  test("pairs with nothing in common, and two masters outside a loop", () => {
    const apart = small({ pairs: [{ right: "d-sail-loft-lkb-1" }] });
    expect(codes(apart)).toEqual(["bridges.pair-apart"]);
    expect(mended(apart, found(apart, "bridges.pair-apart")).pairs).toEqual([]);
    const masters = small({
      pairs: [
        { right: "d-hall-lmp-2", way: "left to right" },
        { left: "d-hall-lmp-1", right: "d-hall-lmp-2", way: "left to right" },
      ],
    });
    expect(codes(masters)).toEqual(["bridges.masters"]);
    expect(pairMasters(masters)).toEqual([
      { device: "d-hall-lmp-2", masters: ["d-hall-lmp-1", "d-snug-lmp-1"] },
    ]);
    expect(pairLines(small({ pairs: [{}] }))[0]).toMatchObject({
      both: ["on and off"],
      lost: ["level", "tunable white"],
    });
  });
  test("names a listener takes for something else", () => {
    const design = small({ bridges: [saved], exposures: [{ spokenName: "Snug" }] });
    expect(found(design, "bridges.mistakable").title).toBe("Snug is taken for a room");
    expect(mistakable(mended(design, found(design, "bridges.mistakable")))).toEqual([]);
    expect(
      mistakable(
        small({ ecosystems: [{ speech: "none" }], bridges: [saved], exposures: [{ spokenName: "Snug" }] }),
      ),
    ).toEqual([]);
  });
});

describe("names", () => {
  test("better ones clash with nothing that is shown where it is shown", () => {
    const clash = alikeIn(house)[0]!;
    const names = betterNames(house, clash.b);
    expect(names.length).toBeGreaterThan(0);
    for (const name of names)
      expect(alikeIn(applyChanges(house, callIt(house, clash.b.device.id, name)))).toEqual([]);
  });
  test("only those of one ecosystem are held against each other, and none where nobody speaks", () => {
    const two = (speech: EcosystemRow["speech"], ecosystem: string) =>
      alikeIn(
        small({
          ecosystems: [{ speech }, {}],
          bridges: [{ savedAs: ["d-snug-lmp-1", "d-hall-lmp-1"] }],
          exposures: [
            { spokenName: "Star lamp" },
            { device: "d-hall-lmp-1", spokenName: "Stair lamp", ecosystem },
          ],
        }),
      );
    expect(two("elsewhere", "e1")).toHaveLength(1);
    expect(two("elsewhere", "e2")).toEqual([]);
    expect(two("none", "e1")).toEqual([]);
  });
  test("the same sentence, ecosystem by ecosystem", () => {
    expect(
      sayIt(house, "close the snug shade").map(({ ecosystem, heard }) => [
        ecosystem,
        heard.reached,
        heard.asks,
      ]),
    ).toEqual([
      ["field-panel", ["d-snug-shd-1", "d-snug-shd-2"], []],
      ["harbour-voice", [], ["d-snug-shd-1", "d-snug-shd-2"]],
    ]);
    // Slate home does not listen; Harbour knows no room of what nobody put into one.
    expect(sayIt(house, "turn off the lights in the hall")[1]!.heard.reached).toEqual([]);
    expect(sayIt(house, "unlock the loft door")[1]!.heard).toMatchObject({
      reached: ["d-sail-loft-lkb-1"],
      factor: true,
    });
  });
});

describe("joining", () => {
  test("the demo: by code, by share from it, and the panel at its own bridge", () => {
    expect(
      joinList(house).steps.map(({ step, bridge, of, from, minutes, done, phones }) => [
        step,
        bridge.id,
        of.id,
        from?.id,
        minutes,
        done,
        phones.join(),
      ]),
    ).toEqual([
      [1, "bridge-a", "harbour-voice", undefined, 6, true, "Boat carpenter"],
      [2, "bridge-a", "slate-home", "harbour-voice", 11, false, "Nurse on night shifts,Boat carpenter"],
      [3, "bridge-b", "field-panel", undefined, 2, false, ""],
    ]);
  });
});

describe("files", () => {
  test("for scripts", () => {
    const json = bridgeJson(house);
    expect(json.exposures).toHaveLength(house.exposures.length);
    expect(
      json.exposures.find(({ device, ecosystem }) => device === "d-snug-lmp-1" && ecosystem === "slate-home"),
    ).toEqual({
      device: "d-snug-lmp-1",
      ecosystem: "slate-home",
      bridge: "bridge-a",
      port: 5640,
      type: "dimmable light",
      spokenName: "Snug lamp",
      state: "shown",
      lost: ["tunable white"],
      offline: true,
    });
    expect(json.joining[1]).toMatchObject({ step: 2, of: "slate-home", with: "harbour-voice" });
    expect(json.joining[0]).not.toHaveProperty("with");
    expect(json.loops).toEqual([["d-dining-lmp-1", "d-kitchen-lmp-2", "d-snug-lmp-1"]]);
    expect(json.alike).toEqual([
      {
        ecosystem: "harbour-voice",
        a: "d-stair-head-lmp-1",
        b: "d-teen-lmp-1",
        score: 0.925,
        why: "sounds alike",
      },
    ]);
  });
  test("exposures go out and come in unchanged; a fault is named, and nothing is taken", () => {
    const csv = exposuresCsv(house);
    const { rows, faults } = readExposures(house, csv);
    expect(faults).toEqual([]);
    expect(rows).toEqual(house.exposures);
    expect(takeExposures(house, rows)).toMatchObject({ added: 0, replaced: house.exposures.length });
    expect(
      readExposures(house, csv.replace("dimmable", "shiny").replace(/,yes/, ",perhaps")).faults[0],
    ).toMatchObject({
      column: expect.any(String),
    });
  });
  test("the matrix as it is read", () => {
    const [head, ...lines] = matrixCsv(house).trim().split("\r\n");
    expect(head).toContain("Harbour voice,Harbour voice: through,Harbour voice: room,Harbour voice: as");
    expect(lines.find((line) => line.startsWith("d-snug-lmp-1,Snug lamp,Snug,"))).toContain(
      "Snug lamp,Bridge A,Snug,dimmable light,shown,tunable white,yes",
    );
    expect(lines.find((line) => line.startsWith("d-laundry-plg-1,"))).toContain(
      "stale: Bridge A was not saved since it came",
    );
    // What could be shown stands there too, with empty cells.
    expect(lines.find((line) => line.startsWith("d-plant-room-"))).toMatch(/,,,,,,$/);
    expect(matrixCsv(put(house, "rooms", "snug", { name: "=1+1" }))).toContain(",'=1+1,");
  });
});

describe("the matrix read again", () => {
  const table = (rows: readonly (readonly string[])[]) => rows.map((row) => row.join(",")).join("\r\n");
  const after = (design: Design, text: string) => applyChanges(design, readMatrix(design, text).changes);

  test("as it went out it changes nothing", () => {
    expect(readMatrix(house, matrixCsv(house))).toEqual({
      faults: [],
      changes: [],
      added: 0,
      gone: 0,
      changed: 0,
    });
  });
  test("a name shows, an empty cell hides, what the file leaves out stays", () => {
    const text = table([
      ["Id", "Harbour voice", "Field panel", "Field panel: through"],
      ["d-laundry-lmp-1", "Wash light", "", ""],
      ["d-hall-lmp-1", "", "Entrance lamp", "Bridge A"],
      ["d-sail-loft-lkb-1", "Loft door", "Loft door", ""],
    ]);
    const { faults, added, gone, changed } = readMatrix(house, text);
    expect([faults, added, gone, changed]).toEqual([[], 2, 1, 1]);
    const rows = after(house, text).exposures;
    const of = (device: string) =>
      Object.fromEntries(rows.filter((row) => row.device === device).map((row) => [row.ecosystem, row]));
    // Through the bridge that the ecosystem's others go through.
    expect(of("d-laundry-lmp-1")).toEqual({
      "harbour-voice": {
        id: expect.stringMatching(/^ha-laundry-lmp-1/),
        device: "d-laundry-lmp-1",
        ecosystem: "harbour-voice",
        bridge: "bridge-a",
        spokenName: "Wash light",
      },
    });
    expect(Object.keys(of("d-hall-lmp-1")).sort()).toEqual(["field-panel", "slate-home"]);
    expect(of("d-hall-lmp-1")["field-panel"]).toMatchObject({
      bridge: "bridge-a",
      spokenName: "Entrance lamp",
    });
    // A lock asks for a second factor from the first.
    expect(of("d-sail-loft-lkb-1")["field-panel"]).toMatchObject({ factor: true, bridge: "bridge-b" });
    expect(rows).toHaveLength(house.exposures.length + 1);
  });
  test("rooms: its own is none of the exposure's, another is; semicolons and a byte order mark", () => {
    const text = "\uFEFFid;slate home;Slate home: Room\nd-hall-lmp-1;Hall lamp;Landing\n";
    const moved = after(house, text);
    const row = moved.exposures.find(
      ({ device, ecosystem }) => device === "d-hall-lmp-1" && ecosystem === "slate-home",
    )!;
    expect([row.room, row.spokenName]).toEqual(["landing", undefined]);
    const back = after(moved, text.replace("Landing", "Hall"));
    expect(back.exposures.find(({ id }) => id === row.id)!.room).toBeUndefined();
  });
  test.each([
    ["", "row 1 Id: the file is empty"],
    ["Device,Harbour voice\nx,y", "row 1 Id: is missing"],
    ["Id,Harbor voice\n", "row 1 Harbor voice: is no column of a matrix, nor an ecosystem"],
    ["Id,Id\n", "row 1 Id: is there twice"],
    ["Id,Harbour voice\nd-none,Lamp", 'row 2 Id: "d-none" is no device of the register'],
    ["Id,Harbour voice\nd-hall-lmp-1,a\n\nd-hall-lmp-1,b", 'row 4 Id: "d-hall-lmp-1" is in row 2 already'],
    ["Id,Harbour voice\nd-hall-lmp-1,a,b", "row 2 : has 3 cells, and the heading has 2"],
    [
      `Id,Harbour voice\nd-hall-lmp-1,${"a".repeat(81)}`,
      "row 2 Harbour voice: must be at most 80 characters",
    ],
    [
      "Id,Harbour voice,Harbour voice: through\nd-hall-lmp-1,a,Bridge C",
      'row 2 Harbour voice: through: "Bridge C" is no bridge, or several are called so',
    ],
    [
      "Id,Harbour voice,Harbour voice: room\nd-hall-lmp-1,a,Cellar",
      'row 2 Harbour voice: room: "Cellar" is no room, or several are called so',
    ],
  ])("%j: %s, and nothing is taken", (text, said) => {
    const { faults, changes } = readMatrix(house, text);
    expect(faults.map(({ row, column, reason }) => `row ${row} ${column}: ${reason}`)).toContain(said);
    expect(changes).toEqual([]);
  });
  test("new, and several bridges to choose from: the file must say which", () => {
    const bare = small({ bridges: [{}, {}] });
    const text = "Id,Ecosystem 1\nd-hall-lmp-1,Lamp";
    expect(readMatrix(bare, text).faults[0]!.reason).toBe(
      "is missing: the design has several bridges, or none",
    );
    expect(readMatrix(small({}), text).faults).toEqual([]);
  });
  test("two ecosystems of one name are told apart by id", () => {
    const twice = small({ ecosystems: [{ name: "Voice" }, { name: "Voice" }] });
    expect(matrixCsv(twice)).toContain("Voice [e1],Voice [e1]: through");
    const { added } = readMatrix(twice, "Id,Voice [e2]\nd-hall-lmp-1,Lamp");
    expect(added).toBe(1);
  });
});

describe("what a name says of a device", () => {
  const named = (name: string, device = "d-kitchen-plg-1", language?: "de") =>
    thingsOf({
      ...put(house, "devices", device, { name }),
      design: { ...house.design, ...(language ? { language } : {}) },
    }).get(device)!.danger;
  test.each([
    ["Oven", "oven"],
    ["Kitchen hob switch", "oven"],
    ["Gate motor", "open a gate or garage"],
    ["Navigate", undefined],
    ["Washer", undefined],
  ])("%s: %s", (name, danger) => expect(named(name)).toBe(danger));
  test("in the design's language, and only of what can be told to", () => {
    expect(named("Backofen", undefined, "de")).toBe("oven");
    expect(named("Backofen")).toBeUndefined();
    // A lamp at the gate opens nothing.
    expect(named("Gate lamp", "d-hall-lmp-1")).toBeUndefined();
  });
  test("an oven shown to somebody who cannot ask is a stop, and says why", () => {
    const oven = put(
      small({
        ecosystems: [{ factorFor: ["unlock"] }],
        exposures: [{ device: "d-kitchen-plg-1" }],
        bridges: [{ savedAs: ["d-kitchen-plg-1"] }],
      }),
      "devices",
      "d-kitchen-plg-1",
      { name: "Oven" },
    );
    const finding = found(oven, "bridges.danger");
    expect([finding.severity, finding.title]).toEqual(["stop", "Ecosystem 1 would heat Oven without asking"]);
    expect(finding.why).toContain("heat comes on with nobody in the kitchen");
  });
});

describe("what crossing networks lays open", () => {
  const parted: Design = {
    ...small({ ecosystems: [{ network: "house" }], bridges: [{ network: "Things" }], exposures: [{}] }),
    networks: [
      { id: "house", name: "House", cidr: "192.168.1.0/24", carries: [] },
      { id: "things", name: "Things", cidr: "192.168.2.0/24", carries: [] },
    ],
    devices: house.devices.map(({ address: _, ...row }) =>
      row.id === "d-boot-cam-1"
        ? { ...row, address: "192.168.2.20" }
        : row.id === "d-sail-loft-lkb-1"
          ? { ...row, address: "192.168.2.21" }
          : row.id === "d-snug-tel-1" || row.id === "d-hall-ap-1"
            ? { ...row, address: `192.168.1.${row.id === "d-hall-ap-1" ? 3 : 4}` }
            : row,
    ),
  };
  test("counted on both sides, with what nobody should find named", () => {
    expect(
      laidOpen(parted, "things")
        .devices.map(({ id }) => id)
        .sort(),
    ).toEqual(["d-boot-cam-1", "d-sail-loft-lkb-1"]);
    expect(laidOpen(parted, "Things").guarded.slice().sort()).toEqual(["1 camera", "1 lock"]);
    expect(laidOpen(parted, "nowhere")).toEqual({ devices: [], guarded: [] });
    const { why } = found(parted, "bridges.network");
    expect(why).toMatch(
      /Carried across, 2 devices of Things \((1 lock, 1 camera|1 camera, 1 lock) among them\)/,
    );
    expect(why).toMatch(/could be found from House, and [12] devices? of House could be found from Things\./);
  });
  test("in one network, by its id and by its name, nothing is said", () => {
    const one = put(parted, "bridges", "b1", { network: "House" });
    expect(codes(one)).not.toContain("bridges.network");
  });
});

describe("the code a bridge is joined by", () => {
  test("one that fails its check is found, whether it is here or kept apart", () => {
    const bridge = (values: Partial<BridgeRow>) => codes(small({ bridges: [values] }));
    const { code } = byId(house, "bridges").get("bridge-a")!;
    expect(bridge({ code: code! })).not.toContain("bridges.code");
    expect(bridge({ code: code!.slice(0, -1) + ((Number(code!.at(-1)) + 1) % 10) })).toContain(
      "bridges.code",
    );
    expect(bridge({ codeCheck: "bad" })).toContain("bridges.code");
    expect(bridge({ codeCheck: "ok" })).not.toContain("bridges.code");
  });
});

describe("what is done again once a bridge is saved", () => {
  test("in each ecosystem that has joined: what comes with name and room, what goes", () => {
    expect(
      againAfter(house).map(({ bridge, ecosystem, come, gone }) => [
        bridge.id,
        ecosystem.id,
        come.map(({ device, spokenName }) => [device.id, spokenName]).sort(),
        gone,
      ]),
    ).toEqual([
      [
        "bridge-a",
        "harbour-voice",
        [
          ["d-laundry-plg-1", "Washing"],
          ["d-plant-house-shd-1", "Roof vent"],
        ],
        ["d-kitchen-plg-2"],
      ],
    ]);
  });
  test("nothing where nobody has joined, where it is as it was saved, and where it never was", () => {
    const stale = { filter: { devices: ["d-snug-lmp-1"] }, savedAs: ["d-hall-lmp-1"] };
    const again = (bridge: Partial<BridgeRow>) =>
      againAfter(small({ bridges: [bridge], exposures: [{}] })).length;
    expect(again({ ...stale, joined: ["e1"] })).toBe(1);
    expect(again(stale)).toBe(0);
    expect(again({ ...stale, joined: ["e1"], savedAs: ["d-snug-lmp-1"] })).toBe(0);
    expect(again({ filter: stale.filter, joined: ["e1"] })).toBe(0);
  });
});

test("a profile to start from is an ecosystem that passes its own rules", () => {
  for (const [n, profile] of PROFILES.entries())
    expect(checkRow("ecosystems", { ...profile, id: `e${n}` }, "row")).toMatchObject({ name: profile.name });
});
