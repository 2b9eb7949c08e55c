import { changesOf } from "../../desk/findings";
import { readFileSync } from "node:fs";
import Ajv from "ajv";
import { larkspurWeir } from "../../../tests/core/houses";
import type { Design } from "../../design/collections";
import { readFile, writeFile } from "../../design/file";
import { applyChanges } from "../../design/edit";
import { point, testDesign } from "../../test-design";
import { registerChecks } from "./checks";
import { registerJson } from "./output";
import { leftOut, partSecrets, withSecrets } from "./secrets";
import { sortOf } from "./sorts";
import { STEP_TABLE } from "./step-table";
import {
  commissioningOf,
  dayAsked,
  dayPlanOf,
  forgetStep,
  leftByRoom,
  noteStep,
  ownSteps,
  resourcesOf,
  stepsBySort,
} from "./steps";
import { STEP_SORTS, type DeviceRow } from "../../design/rows/register";
import { thingFiles, thingOf } from "./thing";

const weir = larkspurWeir();

function house(kind: string, values: Partial<DeviceRow> = {}): Design {
  const design = testDesign();
  return {
    ...design,
    points: [...design.points, point("x", kind, "g", "hall", 1, 1, 1)],
    devices: [{ id: "d", point: "x", name: "Thing", status: "chosen", protocol: "Zigbee", ...values }],
  };
}
const stepsOf = (design: Design) =>
  commissioningOf(design)
    .get("d")!
    .steps.map(({ step }) => step.name);

describe("the table of steps", () => {
  it("has steps for each sort, whose orders count up and whose ids are its own", () => {
    for (const sort of STEP_SORTS) {
      const own = STEP_TABLE.filter((row) => row.sort === sort);
      expect(own.map(({ order }) => order)).toEqual(own.map((_, n) => n + 1));
      expect(own.length).toBeGreaterThan(3);
      expect(new Set(own.map(({ name }) => name)).size).toBe(own.length);
    }
    expect(new Set(STEP_TABLE.map(({ id }) => id)).size).toBe(STEP_TABLE.length);
  });
  it.each([
    ["shade on cells", "Charge fully", "Mount"],
    ["shade on cells", "Pair", "Mount"],
    ["shade on cells", "Direction", "End stops"],
    ["shade on cells", "End stops", "Test by the hub"],
    ["chain drive", "Charge fully", "Mount"],
    ["chain drive", "Chain adapter and tension", "End stops"],
    ["insert", "Note its code", "Mount"],
    ["insert", "Switch off and prove dead", "Mount"],
    ["insert", "Mount", "Close up and switch on"],
    ["insert", "Close up and switch on", "Pair"],
    ["wired shade", "Switch off and prove dead", "Mount"],
    ["awning", "Switch off and prove dead", "Mount"],
    ["awning", "Mount", "Close up and switch on"],
    ["lamp", "Switch the lamp off", "Mount"],
    ["lock", "Try the door by hand", "Mount"],
    ["lock", "Mount", "Open from inside without power"],
    ["lock", "Open from inside without power", "Turns to lock and unlock"],
    ["sensor on cells", "Pair", "Mount"],
    ["camera", "Firmware", "Mount"],
  ] as const)("%s: %s is before %s", (sort, before, after) => {
    const names = STEP_TABLE.filter((row) => row.sort === sort).map(({ name }) => name);
    expect(names).toContain(before);
    expect(names.indexOf(before)).toBeLessThan(names.indexOf(after));
  });
  it("nothing that is mains, at a height, a chain or a door lacks its caution", () => {
    for (const [name, said] of [
      ["Switch off and prove dead", /lock off, prove dead/],
      ["Close up and switch on", /prove dead/],
      ["Chain adapter and tension", /strangled/],
      ["Open from inside without power", /by hand/],
    ] as const)
      for (const row of STEP_TABLE.filter((one) => one.name === name)) expect(row.caution).toMatch(said);
    for (const row of STEP_TABLE.filter(({ tools }) => tools?.includes("ladder")))
      expect(row.caution).toMatch(/height/);
  });
  it("waits keep nobody busy, and say that they are no fault", () => {
    for (const row of STEP_TABLE.filter(({ name }) => name === "Wait for the first report")) {
      expect(row.needs).toEqual([]);
      expect(row.how).toMatch(/no fault/);
    }
  });
});

describe("sorts", () => {
  it.each([
    ["shade", {}, "wired shade"],
    ["shade", { cell: "18650" }, "shade on cells"],
    ["leak", {}, "wired sensor"],
    ["leak", { cell: "AA" }, "sensor on cells"],
    ["lock", { cell: "AA" }, "lock"],
    ["access-point", {}, "access point"],
    ["radiator", {}, "valve"],
    ["loudspeaker", {}, "other"],
  ] as const)("a %s with %j is a %s", (kind, values, sort) => {
    const design = house(kind, values);
    expect(sortOf(design, design.devices[0]!)).toBe(sort);
  });
  it("what was chosen goes before its kind; a kind made of another is of its sort", () => {
    const design = house("plug", { option: "o" });
    design.options = [{ ...weir.options.find(({ id }) => id === "leak-wf")!, id: "o" }];
    expect(sortOf(design, design.devices[0]!)).toBe("sensor on cells");
    const lock = weir.devices.find(({ id }) => id === "d-sail-loft-lkb-1")!;
    expect(sortOf(weir, lock)).toBe("lock");
  });
});

describe("steps of a device", () => {
  it("are its sort's; a design's own go before the table's", () => {
    const design = house("water-valve");
    expect(stepsOf(design)).toEqual(
      stepsBySort(design)
        .get("water valve")!
        .map(({ name }) => name),
    );
    const own = applyChanges(design, ownSteps(design, "water valve"));
    expect(stepsOf(own)).toEqual(stepsOf(design));
    expect(ownSteps(own, "water valve")).toEqual([]);
    own.stepTemplates = own.stepTemplates.slice(0, 2);
    expect(stepsOf({ ...own })).toHaveLength(2);
  });
  it("are noted one by one: fitted when mounted, commissioned with the last", () => {
    let design = house("keypad");
    const note = (step: string, extra = {}) =>
      (design = applyChanges(
        design,
        noteStep(design, "d", step, `t-${step}`, {
          state: "done",
          at: "2026-01-01T10:00Z",
          by: "Ada",
          ...extra,
        }),
      ));
    const status = () => design.devices[0]!.status;
    note("Mount");
    expect(status()).toBe("fitted");
    for (const step of stepsOf(design).slice(1, -1)) note(step);
    expect(status()).toBe("fitted");
    expect(
      commissioningOf(design)
        .get("d")!
        .left.map(({ step }) => step.name),
    ).toEqual(["Label and photograph"]);
    expect(() => note("Label and photograph")).toThrow(/wants a photo/);
    note("Label and photograph", { photo: "a".repeat(64) });
    expect(status()).toBe("commissioned");
    expect(commissioningOf(design).get("d")!.left).toEqual([]);
    expect(design.taskRuns.at(-1)).toMatchObject({ by: "Ada", state: "done", endedAt: "2026-01-01T10:00Z" });
    design = applyChanges(design, forgetStep(design, "d", "Mount"));
    expect(status()).toBe("fitted");
    expect(commissioningOf(design).get("d")!.left).toHaveLength(1);
    expect(forgetStep(design, "d", "Mount")).toEqual([]);
  });
  it("a step begun keeps its beginning; one that failed is left", () => {
    let design = house("keypad");
    design = applyChanges(
      design,
      noteStep(design, "d", "Mount", "t", { state: "running", at: "2026-01-01T10:00Z" }),
    );
    expect(commissioningOf(design).get("d")!.left).toHaveLength(stepsOf(design).length);
    design = applyChanges(
      design,
      noteStep(design, "d", "Mount", "other", { state: "failed", at: "2026-01-01T10:05Z", note: "No power" }),
    );
    expect(design.taskRuns).toEqual([
      {
        ...{ id: "t", device: "d", step: "Mount", state: "failed", note: "No power" },
        startedAt: "2026-01-01T10:00Z",
        endedAt: "2026-01-01T10:05Z",
      },
    ]);
    expect(design.devices[0]!.status).toBe("chosen");
    expect(commissioningOf(design).get("d")!.left).toHaveLength(stepsOf(design).length);
  });
  it("one skipped is over without a proof; a faulty device stays so", () => {
    let design = house("keypad", { status: "faulty" });
    for (const step of stepsOf(design))
      design = applyChanges(
        design,
        noteStep(design, "d", step, `t-${step}`, { state: "skipped", at: "2026-01-01T10:00Z" }),
      );
    expect(commissioningOf(design).get("d")!.left).toEqual([]);
    expect(design.devices[0]!.status).toBe("faulty");
  });
  it("nothing is done before a step with a caution that comes first, unless that was skipped with a word", () => {
    let design = house("wall-switch");
    const note = (step: string, state: "done" | "skipped" | "running") =>
      (design = applyChanges(
        design,
        noteStep(design, "d", step, `t-${step}`, { state, at: "2026-01-01T10:00Z", note: "it is dead" }),
      ));
    note("Note its code", "done");
    expect(() => note("Mount", "done")).toThrow(/comes after “Switch off and prove dead”/);
    note("Mount", "running");
    note("Switch off and prove dead", "skipped");
    note("Mount", "done");
    expect(() => note("Pair", "done")).toThrow(/comes after “Close up and switch on”/);
  });
  it("what is no device or no step is named", () => {
    const note = { state: "done" as const, at: "2026-01-01" };
    expect(() => noteStep(house("keypad"), "x", "Mount", "t", note)).toThrow(/"x" does not exist/);
    expect(() => noteStep(house("keypad"), "d", "Fly", "t", note)).toThrow(/"Fly" is none/);
  });
  it("called commissioned without proofs is found, and taken back", () => {
    const design = house("keypad", { status: "commissioned" });
    const finding = registerChecks(design).find(({ code }) => code === "register.proof-missing")!;
    expect(finding.measured).toBe(stepsOf(design).length);
    const after = applyChanges(design, changesOf(finding.fix!, design));
    expect(registerChecks(after).map(({ code }) => code)).not.toContain("register.proof-missing");
  });
});

describe("the day", () => {
  it("of the demo is within a tenth of its bound, and keeps to it", () => {
    const { steps, minutes, boundMinutes } = dayPlanOf(weir);
    expect(minutes).toBeGreaterThanOrEqual(boundMinutes);
    expect(minutes).toBeLessThanOrEqual(1.1 * boundMinutes);
    const asked = dayAsked(weir);
    expect(steps).toHaveLength(asked.steps.length);
    // Nobody is in two places, no device in two steps, and its steps are in order.
    for (const { id, count } of asked.resources) {
      const edges = steps
        .filter(({ needs }) => needs.includes(id))
        .flatMap(({ start, end }) => [
          [start, 1],
          [end, -1],
        ])
        .sort((a, b) => a[0]! - b[0]! || a[1]! - b[1]!);
      let busy = 0;
      for (const [, by] of edges) expect((busy += by!)).toBeLessThanOrEqual(count);
    }
    const until = new Map<string, number>();
    for (const { device, start, end, minutes: takes } of [...steps].sort((a, b) => a.index - b.index)) {
      expect(start).toBeGreaterThanOrEqual(until.get(device) ?? 0);
      expect(end - start).toBeCloseTo(takes, 9);
      until.set(device, end);
    }
  });
  it("holds the rooms that are asked for, and nothing that is commissioned", () => {
    const ids = new Set(["d-snug-lmp-1", "d-hall-lmp-1"]);
    expect(new Set(dayAsked(weir, ids).steps.map(({ device }) => device))).toEqual(new Set(["d-snug-lmp-1"]));
    const open = new Set(dayAsked(weir).steps.map(({ device }) => device));
    expect(open.has("d-hall-lmp-1")).toBe(false);
    expect(open.has("d-snug-lmp-1")).toBe(true);
  });
  it("people, chargers and windows are the design's; a window a controller where it does not say", () => {
    expect(resourcesOf(testDesign()).map(({ id, count }) => [id, count])).toEqual([
      ["people", 2],
      ["chargers", 4],
      ["windows", 1],
    ]);
    expect(resourcesOf({ ...testDesign(), hubs: [weir.hubs[0]!, weir.hubs[0]!] })[2]!.count).toBe(2);
  });
  it("what is left is told by room", () => {
    const rooms = leftByRoom(weir);
    expect(rooms.find(({ room }) => room === "hall")).toMatchObject({
      steps: 0,
      minutes: 0,
      devices: 15,
      done: 15,
    });
    const snug = rooms.find(({ room }) => room === "snug")!;
    expect(snug.minutes).toBeGreaterThan(100);
  });
});

describe("Thing Descriptions", () => {
  const schema = JSON.parse(
    readFileSync("node_modules/wot-thing-description-types/schema/td-json-schema-validation.json", "utf8"),
  ) as object;
  const validate = new Ajv({ strict: false, validateFormats: false }).compile(schema);
  it("are valid against the published schema, one a device", () => {
    const files = thingFiles(weir);
    expect(files).toHaveLength(weir.devices.length);
    for (const [name, text] of files) {
      const valid = validate(JSON.parse(text));
      expect([name, valid ? [] : validate.errors]).toEqual([name, []]);
    }
    expect(validate({ title: "no context" })).toBe(false);
  });
  it("say what a thing does by its topic, and nothing secret", () => {
    const lamp = weir.devices.find(({ id }) => id === "d-snug-lmp-1")!;
    expect(thingOf(weir, lamp)).toMatchObject({
      title: "Snug lamp",
      properties: {
        on: { readOnly: false, type: "boolean" },
        level: {
          forms: [
            {
              op: ["observeproperty", "unobserveproperty"],
              href: "mqtt://broker.invalid/ground/snug/lamp/level",
            },
            { op: ["writeproperty"], href: "mqtt://broker.invalid/ground/snug/lamp/level/set" },
          ],
        },
      },
    });
    const all = thingFiles(weir)
      .map(([, text]) => text)
      .join("");
    for (const { code } of weir.devices) if (code) expect(all).not.toContain(code);
  });
});

describe("secrets", () => {
  it("are parted from what is written, and the row says how they are", () => {
    const rows = weir.devices.filter(({ code }) => code !== undefined);
    expect(rows).toHaveLength(2);
    const { changes, found } = partSecrets([
      ...rows.map((put) => ({ in: "devices" as const, put })),
      ...weir.keys.map((put) => ({ in: "keys" as const, put })),
      ...weir.bridges.map((put) => ({ in: "bridges" as const, put })),
      { in: "devices", drop: "x" },
    ]);
    expect(found.map(({ in: collection, id }) => `${collection}/${id}`).sort()).toEqual([
      "bridges/bridge-a",
      "devices/d-kitchen-lek-1",
      "devices/d-plant-room-hub-1",
      "keys/camera-password",
      "keys/lodger-code",
      "keys/mesh-key",
    ]);
    const text = JSON.stringify(changes);
    for (const { value } of found) expect(text).not.toContain(value);
    expect(changes).toContainEqual({
      in: "devices",
      put: expect.objectContaining({ id: "d-kitchen-lek-1", codeCheck: "bad" }),
    });
    expect(changes).toContainEqual({
      in: "keys",
      put: expect.objectContaining({ id: "mesh-key", kept: true }),
    });
    const parted = applyChanges(weir, changes.slice(0, -1));
    expect(registerChecks(parted).map(({ title }) => title)).toEqual(
      registerChecks(weir).map(({ title }) => title),
    );
    expect(leftOut(parted)).toEqual([
      "pairing codes of 2 devices",
      "joining codes of 1 bridge",
      "values of 3 keys",
    ]);
    expect(leftOut(weir)).toEqual([]);
    const file = writeFile(parted, leftOut(parted));
    expect(file).toContain(
      '"leftOut": [\n    "pairing codes of 2 devices",\n    "joining codes of 1 bridge",\n    "values of 3 keys"\n  ]',
    );
    for (const { value } of found) expect(file).not.toContain(value);
    expect(readFile(file).devices).toHaveLength(weir.devices.length);
    const back = withSecrets(parted, found);
    expect(back.bridges).toEqual(weir.bridges);
    expect(back.devices.find(({ id }) => id === "d-kitchen-lek-1")!.code).toBe(
      weir.devices.find(({ id }) => id === "d-kitchen-lek-1")!.code,
    );
  });
});

it("the command line's shape", () => {
  const json = registerJson(weir);
  expect(json.devices).toHaveLength(weir.devices.length);
  expect(json.devices.find(({ id }) => id === "d-kitchen-lek-1")).toEqual({
    id: "d-kitchen-lek-1",
    label: "0-KIT-LEK-01",
    name: "Leak sensor, kitchen sink",
    room: "kitchen",
    address: "192.168.20.60",
    topic: "ground/galley-kitchen/leak-sensor",
    code: "bad",
    battery: { cell: "AAA", count: 2, years: 1, nextChange: "2027-05-04" },
  });
  expect(json.devices.find(({ id }) => id === "d-plant-room-hub-1")!.code).toBe("ok");
  for (const { code } of weir.devices) if (code) expect(JSON.stringify(json)).not.toContain(code);
  expect(json.visits[0]).toEqual({ on: "2025-08-18", devices: ["d-sail-loft-lkb-1"], cells: { AA: 4 } });
  expect(json.plan.resources).toEqual([
    { id: "people", count: 2 },
    { id: "chargers", count: 4 },
    { id: "windows", count: 2 },
  ]);
});
