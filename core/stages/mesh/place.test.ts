/** Routers, coordinators and access points put: against every choice there is, and as one edit after which it holds. */
import { changesOf } from "../../desk/findings";
import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import { seeded } from "../house/generate";
import { RADIO_PROFILE_TABLE } from "../house/radio-table";
import { CABLE_TABLE, KIND_TABLE } from "../house/tables";
import { dropsOf } from "../runs";
import { meshHouse, PROFILE, putRadio } from "../../test-mesh";
import { meshChecks } from "./checks";
import { bandsOf } from "./links";
import { candidatesOf, proposeRouters, wanting, withRadios, type Candidate } from "./place";
import { proposePoints, ROAM_DBM, servedByOf, TURNS_DBM, usesOf } from "./points";
import { buildingsOf, remediesOf } from "./remedies";
import { reachOf } from "./routes";

type Xy = [number, number];
const box = (x0: number, y0: number, x1: number, y1: number): Xy[] => [
  [x0, y0],
  [x1, y0],
  [x1, y1],
  [x0, y1],
];

/** A row of small rooms with thick walls between them, radios here and there: few places, some of them needed. */
function row(seed: number): Design {
  const of = seeded(seed);
  const rooms = 3 + Math.floor(3 * of());
  const design = meshHouse(
    [["g", 0]],
    Array.from({ length: rooms - 1 }, (_, i) => [
      `w${i}`,
      "g",
      4 * (i + 1),
      -1,
      4 * (i + 1),
      4,
      of() < 0.5 ? "rubble-500" : "brick-double",
    ]),
  );
  design.kinds = [...KIND_TABLE];
  design.radioProfiles = [{ ...PROFILE, sensitivityDbm: -78 }];
  const [like] = design.rooms;
  design.rooms = Array.from({ length: rooms }, (_, i) => ({
    ...like!,
    ...{ id: `r${i}`, name: `Room ${i}`, code: `R${i}` },
    // Narrow: one place at the ceiling and few at the walls.
    outline: box(4 * i + 0.2, 0, 4 * i + 3.8, 0.75),
  }));
  putRadio(design, "hub", ["g", 1, 0.4, 1], { coordinator: true, sensitivityDbm: -78 });
  for (let i = 0; i < 4; i++)
    putRadio(design, `d${i}`, ["g", 1 + of() * (4 * rooms - 2), 0.4, 1], {
      routes: of() < 0.2,
      supply: of() < 0.5 ? "mains" : "battery",
      sensitivityDbm: -78,
    });
  return design;
}

const band = (design: Design) => bandsOf(design)[0]!;

/** The fewest places that do as well as all tried of that number or fewer can. */
function fewest(design: Design, candidates: readonly Candidate[], goal: number, most: number): number {
  const own = band(design);
  const all: Candidate[][] = [[]];
  for (let size = 0; size <= most; size++) {
    const sized = all.filter((one) => one.length === size);
    if (sized.some((one) => wanting(withRadios(design, own, one), undefined) <= goal + 1e-9)) return size;
    for (const one of sized)
      for (const next of candidates)
        if (!one.length || candidates.indexOf(next) > candidates.indexOf(one.at(-1)!))
          all.push([...one, next]);
  }
  return Infinity;
}

describe("routers", () => {
  let needed = 0;
  it.each(Array.from({ length: 16 }, (_, i) => i + 1))("row %i: no fewer than by trying all", (seed) => {
    const design = row(seed);
    const own = band(design);
    const candidates = candidatesOf(design, own);
    if (wanting(own, undefined) === 0) {
      expect(() => proposeRouters(design, own)).toThrow("not needed");
      return;
    }
    const proposal = proposeRouters(design, own);
    const goal = wanting(withRadios(design, own, proposal.routers), undefined);
    const { length } = proposal.routers;
    needed += Number(length > 1);
    expect(proposal.bound).toBeLessThanOrEqual(length);
    expect(proposal.exact).toBe(proposal.bound === length);
    if (length > 3) return;
    const least = fewest(design, candidates, goal, length);
    expect(least).toBeLessThanOrEqual(length);
    expect(proposal.bound).toBeLessThanOrEqual(least);
    if (proposal.exact) expect(length).toBe(least);
  });
  it("some of the rows needed more than one", () => expect(needed).toBeGreaterThan(2));

  it("too many choices to try them: each group that hears nobody needs one, though it is of several radios", () => {
    const design = withSheds();
    const own = band(design);
    const { routers, bound, exact, before, after } = proposeRouters(design, own);
    // Pairs alone would be six thousand. Two routers a shed are put, so that nothing hangs on one.
    expect(candidatesOf(design, own).length).toBeGreaterThan(100);
    expect({ routers: routers.length, bound, exact, before, after }).toEqual({
      ...{ routers: 6, bound: 3, exact: false, before: 0, after: 6 },
    });
  });
});

/** A long house, and three brick sheds well off it, each with a lamp that passes on and a sensor that does not. */
function withSheds(): Design {
  const far = 11;
  const sheds: Xy[] = [
    [-far - 4, 0],
    [13, 4 + far],
    [30 + far, 0],
  ];
  const design = meshHouse(
    [["g", 0]],
    sheds.flatMap(([x, y], i): [string, string, number, number, number, number, string][] =>
      box(x, y, x + 4, y + 4).map(([ax, ay], side, corners) => {
        const [bx, by] = corners[(side + 1) % 4]!;
        return [`s${i}-${side}`, "g", ax, ay, bx, by, "brick-double"];
      }),
    ),
  );
  design.kinds = [...KIND_TABLE];
  design.radioProfiles = [{ ...PROFILE, sensitivityDbm: -80 }];
  const [like] = design.rooms;
  const room = (id: string, outline: Xy[]) => ({ ...like!, id, name: id, code: id.toUpperCase(), outline });
  design.rooms = [
    ...Array.from({ length: 12 }, (_, i) => room(`r${i}`, box(2.5 * i, 0, 2.5 * i + 2.4, 4))),
    ...sheds.map(([x, y], i) => room(`s${i}`, box(x, y, x + 4, y + 4))),
  ];
  putRadio(design, "hub", ["g", 15, 2, 1], { coordinator: true, sensitivityDbm: -80 });
  sheds.forEach(([x, y], i) => {
    putRadio(design, `lamp-${i}`, ["g", x + 1, y + 2, 2], { routes: true, sensitivityDbm: -80 });
    putRadio(design, `sensor-${i}`, ["g", x + 3, y + 2, 2], { supply: "battery", sensitivityDbm: -80 });
  });
  return design;
}

/** A house with a shed twenty metres off behind sheet metal, three lamps in it. */
function withShed(): Design {
  const design = meshHouse(
    [["g", 0]],
    [
      ["shed-w", "g", 26, 0, 26, 4, "sheet-metal"],
      ["shed-n", "g", 26, 0, 30, 0, "sheet-metal"],
      ["shed-e", "g", 30, 0, 30, 4, "sheet-metal"],
      ["shed-s", "g", 26, 4, 30, 4, "sheet-metal"],
    ],
  );
  design.kinds = [...KIND_TABLE];
  const [like] = design.rooms;
  design.rooms = [
    { ...like!, id: "hall", name: "Hall", code: "H", type: "circulation", outline: box(0, 0, 4, 4) },
    { ...like!, id: "living", name: "Living room", code: "L", type: "living", outline: box(4.1, 0, 9, 4) },
    { ...like!, id: "shed", name: "Shed", code: "S", type: "work", outline: box(26, 0, 30, 4) },
  ];
  design.cableTypes = [...CABLE_TABLE];
  design.closets = [
    {
      id: "board",
      name: "Board",
      level: "g",
      room: "hall",
      x: 1,
      y: 1,
      z: 1.5,
      kind: "board",
    } as Design["closets"][number],
  ];
  design.radioProfiles = [{ ...PROFILE, id: "mesh", sensitivityDbm: -80 }];
  putRadio(design, "hub", ["g", 1, 1, 1], { coordinator: true, sensitivityDbm: -80 });
  putRadio(design, "lamp", ["g", 6, 1, 2], { sensitivityDbm: -80 });
  for (let i = 0; i < 3; i++)
    putRadio(design, `shed-${i}`, ["g", 27 + i, 2, 2], { routes: i === 0, sensitivityDbm: -80 });
  design.points = design.points.map((point) => (point.x > 20 ? { ...point, room: "shed" } : point));
  return design;
}

describe("what can be done", () => {
  it("buildings are rooms that stand together, the largest first", () => {
    const design = withShed();
    expect(buildingsOf(design).map((rooms) => rooms.map(({ id }) => id))).toEqual([
      ["hall", "living"],
      ["shed"],
    ]);
    // A wall apart is one building, 1.2 m is not.
    const nearer = (gap: number) => ({
      ...design,
      rooms: design.rooms.map((room) =>
        room.id === "shed" ? { ...room, outline: box(9 + gap, 0, 12, 4) } : room,
      ),
    });
    expect(buildingsOf(nearer(1.19))).toHaveLength(1);
    expect(buildingsOf(nearer(1.21))).toHaveLength(2);
    // Rooms without a roof are none.
    expect(
      buildingsOf({
        ...design,
        rooms: design.rooms.map((room) => ({ ...room, outdoor: room.id === "shed" })),
      }),
    ).toHaveLength(1);
  });
  it("each remedy is one edit that does what it says, whole cures first and cheap ones before dear ones", () => {
    const design = withShed();
    const remedies = remediesOf(design, "mesh");
    expect(remedies.map(({ kind }) => kind).sort()).toEqual(["moved", "outbuilding", "routers"]);
    const order = remedies.map(({ whole, sound, cost }) => [Number(!whole), -sound, cost]);
    expect(order).toEqual([...order].sort((a, b) => a[0]! - b[0]! || a[1]! - b[1]! || a[2]! - b[2]!));
    for (const one of remedies) {
      const next = applyChanges(design, [...one.changes]);
      const reach = reachOf(band(next));
      const sound = [...reach.values()].filter(({ marginDb }) => marginDb >= 10).length;
      expect(sound).toBe(one.sound);
      expect(one.sound).toBeGreaterThan(1);
      if (one.lowDb !== undefined)
        expect(Math.min(...[...reach.values()].map(({ marginDb }) => marginDb))).toBeCloseTo(one.lowDb, 9);
    }
  });
  it("a coordinator for the shed brings its own data cable, powered by it, and costs what that costs", () => {
    const design = withShed();
    const one = remediesOf(design, "mesh").find(({ kind }) => kind === "outbuilding")!;
    expect(one.name).toBe("A coordinator for Shed");
    const next = applyChanges(design, [...one.changes]);
    expect(dropsOf(next)).toHaveLength(dropsOf(design).length + 1);
    expect(next.points.find(({ kind }) => kind === "hub--cabled")).toMatchObject({
      room: "shed",
      z: 2.4,
      closet: "board",
    });
    expect(next.radios.filter(({ coordinator }) => coordinator)).toHaveLength(2);
    expect(one.cost).toBeGreaterThan(68);
    // The kind is put once: a second one uses it.
    expect(next.kinds).toHaveLength(design.kinds.length + 1);
  });
  it("a coordinator that moves leaves its metal and its readings behind", () => {
    const design = withShed();
    const [hub, ...others] = design.radios;
    design.radios = [{ ...hub!, metalDb: 12, gainDbi: -10 }, ...others];
    design.readings = [
      { id: "of-hub", at: { x: 3, y: 3 }, level: "g", dbm: -60, from: "hub" },
      { id: "by-hub", at: { x: 3, y: 3 }, level: "g", dbm: -60, from: "lamp", by: "hub" },
      { id: "of-lamp", at: { x: 3, y: 3 }, level: "g", dbm: -60, from: "lamp" },
    ];
    const one = remediesOf(design, "mesh").find(({ kind }) => kind === "moved")!;
    expect(one.what).toContain("2 readings of its old place go");
    const next = applyChanges(design, [...one.changes]);
    expect(next.readings.map(({ id }) => id)).toEqual(["of-lamp"]);
    const moved = next.radios.find(({ id }) => id === "hub")!;
    expect(moved.gainDbi).toBe(2);
    expect(moved.metalDb).toBeUndefined();
    expect(moved.device).not.toBe("d-hub");
  });
  it("where all is sound and nothing better is to be had there is nothing to do", () => {
    const design = meshHouse([["g", 0]]);
    design.kinds = [...KIND_TABLE];
    expect(remediesOf(design, "mesh")).toEqual([]);
    expect(remediesOf(design, "no such")).toEqual([]);
  });
});

/** A wide house of three rooms in a row, stone between them; a hall nobody sits in. */
function networked(): Design {
  const design = meshHouse(
    [["g", 0]],
    [
      ["a", "g", 6, -2, 6, 6, "rubble-500"],
      ["b", "g", 12, -2, 12, 6, "rubble-500"],
    ],
  );
  design.kinds = [...KIND_TABLE];
  const [like] = design.rooms;
  const room = (id: string, type: Design["rooms"][number]["type"], x: number) => ({
    ...like!,
    ...{ id, name: `Room ${id}`, code: id.toUpperCase(), type, outline: box(x, 0, x + 5.8, 4) },
  });
  design.rooms = [room("a", "living", 0.1), room("b", "circulation", 6.1), room("c", "work", 12.1)];
  design.radioProfiles = RADIO_PROFILE_TABLE.map((one) => ({ ...one }));
  return design;
}

const put = (design: Design, id: string, x: number, channel?: number) =>
  putRadio(design, id, ["g", x, 2, 2.4], {
    coordinator: true,
    profile: "network-5000",
    txDbm: 18,
    gainDbi: 0,
    sensitivityDbm: -80,
    ...(channel === undefined ? {} : { channel }),
  });

describe("access points", () => {
  it("places of use: a metre apart in rooms people sit in, a small room's middle", () => {
    const design = networked();
    expect(new Set(usesOf(design).map(({ room }) => room.id))).toEqual(new Set(["a", "c"]));
    expect(usesOf(design)).toHaveLength(2 * 5 * 4);
    const small = { ...design, rooms: [{ ...design.rooms[0]!, outline: box(0, 0, 0.5, 0.5) }] };
    expect(usesOf(small).map(({ at }) => at)).toEqual([{ x: 0.25, y: 0.25, z: 1 }]);
  });
  it("a room is served to the share of its places that hear enough, by whom, and what comes next", () => {
    const design = networked();
    put(design, "ap", 3);
    const one = servedByOf(design).get("network-5000")!;
    const [a, c] = one.rooms;
    expect([a!.share, a!.by!.row.id, a!.next]).toEqual([1, "ap", 0]);
    expect(c!.share).toBe(0);
    expect(c!.worstDbm).toBeLessThan(-67);
    const two = networked();
    put(two, "ap", 3, 36);
    put(two, "ap-2", 15, 36);
    const both = servedByOf(two).get("network-5000")!;
    expect(both.rooms.map(({ share, by }) => [share, by!.row.id])).toEqual([
      [1, "ap"],
      [1, "ap-2"],
    ]);
    expect(both.points.map(({ carried }) => carried)).toEqual([0, 0]);
    two.people = ["p", "q"].map((id) => ({ id, role: id, needs: [] }) as unknown as Design["people"][number]);
    expect(
      servedByOf({ ...two })
        .get("network-5000")!
        .points.map(({ carried }) => carried),
    ).toEqual([3, 3]);
    expect(ROAM_DBM).toBeLessThan(both.targetDbm);
  });
  it("those that hear one another on one channel take turns until they are spread", () => {
    const design = networked();
    put(design, "ap", 1, 36);
    put(design, "ap-2", 5, 36);
    put(design, "far", 200, 36);
    const turns = () => meshChecks({ ...design }).find(({ code }) => code === "mesh.turns");
    expect(turns()!.measured).toBeGreaterThan(TURNS_DBM);
    expect(turns()!.about.map(({ id }) => id)).toEqual(["ap", "ap-2", "p-ap"]);
    const next = applyChanges(design, changesOf(turns()!.fix!, design));
    expect(new Set(next.radios.slice(0, 2).map(({ channel }) => channel)).size).toBe(2);
    expect(meshChecks(next).find(({ code }) => code === "mesh.turns")).toBeUndefined();
  });
  it("the fewest more serve every room, with a data drop, both bands and a channel of their own", () => {
    const design = networked();
    put(design, "ap", 3, 36);
    const finding = meshChecks(design).find(({ code }) => code === "mesh.use")!;
    expect(finding.severity).toBe("mend");
    const proposal = proposePoints(design, "network-5000");
    expect([proposal.rooms.map(({ id }) => id), proposal.bound, proposal.exact]).toEqual([["c"], 1, true]);
    expect([proposal.before, proposal.after, proposal.of]).toEqual([20, 40, 40]);
    const next = applyChanges(design, proposal.changes);
    const left = meshChecks(next).filter(({ code }) => code === "mesh.use");
    expect(left.map(({ title }) => title)).toEqual([expect.stringContaining("Network 2.4 GHz: Room a")]);
    const own = next.radios.slice(1);
    expect(own.map(({ profile, channel }) => [profile, channel])).toEqual([
      ["network-2400", 1],
      ["network-5000", 44],
    ]);
    expect(dropsOf(next).length).toBeGreaterThan(dropsOf(design).length);
    expect(() => proposePoints(next, "network-5000")).toThrow("are enough");
    expect(() => proposePoints({ ...design, kinds: [] }, "network-5000")).toThrow("access-point");
  });
  it("a room that only the slower band serves is a note; one with more than it may hold is found", () => {
    const design = networked();
    put(design, "ap", 3, 36);
    putRadio(design, "slow", ["g", 15, 2, 2.4], {
      coordinator: true,
      profile: "network-2400",
      txDbm: 15,
      gainDbi: 0,
    });
    const fast = meshChecks(design).filter(({ code }) => code === "mesh.use");
    expect(fast.find(({ title }) => title.includes("5 GHz"))!.severity).toBe("note");
    const full = {
      ...design,
      radioProfiles: design.radioProfiles.map((one) => ({ ...one, maxChildren: 5 })),
    };
    const people = ["p", "q", "r", "s"].map(
      (id) => ({ id, role: id, needs: [] }) as unknown as Design["people"][number],
    );
    expect(
      meshChecks({ ...full, people }).filter(({ code }) => code === "mesh.clients").length,
    ).toBeGreaterThan(0);
    expect(meshChecks({ ...full, people: [] }).filter(({ code }) => code === "mesh.clients")).toEqual([]);
  });
});
