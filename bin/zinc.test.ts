import { XMLValidator } from "fast-xml-parser";
import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { jest } from "@jest/globals";
import type { Design } from "../core/design/collections";
import { readFile } from "../core/design/file";
import { main as run } from "./zinc";

/** Files that were read: the same text is the same design, and what is known of it is not worked out for each command. */
const read = new Map<string, Design>();
function readOnce(text: string): Design {
  const known = read.get(text) ?? readFile(text);
  read.set(text, known);
  return known;
}
const main = (args: string[]) => run(args, readOnce);

const DEMO = "demo/larkspur-weir.zinc.json";
let out: string[] = [];
let err: string[] = [];

beforeEach(() => {
  out = [];
  err = [];
  jest.spyOn(console, "log").mockImplementation((text: string) => void out.push(text));
  jest.spyOn(console, "error").mockImplementation((text: string) => void err.push(text));
});
afterEach(() => jest.restoreAllMocks());

const json = async (...args: string[]) => {
  expect(await main([...args, "--json"])).toBe(0);
  return JSON.parse(out.join("\n")) as Record<string, never>;
};

test("check", async () => {
  const { findings } = (await json("check", DEMO)) as unknown as {
    findings: { code: string; stage: string; severity: string; title: string; about: object[] }[];
  };
  expect(findings[0]).toEqual(
    expect.objectContaining({
      code: expect.stringMatching(/^\w+\./),
      severity: "stop",
      about: expect.arrayContaining([{ in: expect.any(String), id: expect.any(String) }]),
    }),
  );
});

test("ledger", async () =>
  expect(await json("ledger", DEMO)).toEqual(
    expect.objectContaining({
      devices: 144,
      points: 151,
      drops: 130,
      busLowV: expect.closeTo(22.2047, 4),
      cableM: expect.any(Number),
      findings: { stop: 15, mend: 57, note: 21 },
    }),
  ));

test("register: devices with codes and cells, visits, and a plan that is never under its bound", async () => {
  const register = (await json("register", DEMO)) as unknown as {
    devices: { id: string; code?: string; battery?: { nextChange?: string } }[];
    visits: { on: string; devices: string[] }[];
    plan: { minutes: number; boundMinutes: number; steps: { start: number; end: number; needs: string[] }[] };
  };
  expect(register.devices.filter(({ code }) => code).map(({ id, code }) => [id, code])).toEqual([
    ["d-kitchen-lek-1", "bad"],
    ["d-plant-room-hub-1", "ok"],
  ]);
  expect(register.visits.map(({ on }) => on)).toEqual([...register.visits.map(({ on }) => on)].sort());
  const { plan } = register;
  expect(plan.minutes).toBe(Math.max(...plan.steps.map(({ end }) => end)));
  expect(plan.minutes).toBeGreaterThanOrEqual(plan.boundMinutes);
});

describe("choose", () => {
  interface Choice {
    plans: {
      name: string;
      cost: number;
      weighed: number;
      bound: number;
      gap: number;
      controllers: { option: string }[];
      picks: { want: string; option: string; hub?: string; count: number }[];
    }[];
    conflicts?: { wants: string[]; giveUp: string[] }[];
  }

  test("three plans, each at its bound, every want met", async () => {
    const { plans, conflicts } = (await json("choose", DEMO)) as unknown as Choice;
    expect(plans.map((plan) => plan.name)).toEqual([
      "Least cost",
      "Fewest controllers",
      "Least that can fail",
    ]);
    expect(conflicts).toBeUndefined();
    const { wants } = JSON.parse(readFileSync(DEMO, "utf8")) as { wants: { id: string; count: number }[] };
    for (const plan of plans) {
      expect(plan.gap).toBeLessThan(1e-6);
      expect(plan.bound).toBeCloseTo(plan.weighed, 1);
      for (const want of wants)
        expect(
          plan.picks.filter((pick) => pick.want === want.id).reduce((sum, pick) => sum + pick.count, 0),
        ).toBe(want.count);
    }
    expect(plans[1]!.cost).toBeGreaterThanOrEqual(plans[0]!.cost);
  });

  test("the rented flat: one hub, and nothing that needs cable", async () => {
    const { plans } = (await json("choose", "demo/ropewalk-court.zinc.json")) as unknown as Choice;
    for (const plan of plans) expect(plan.controllers).toHaveLength(1);
    expect(plans[0]!.picks.some((pick) => /wired|bus|poe|insert/.test(pick.option))).toBe(false);
  });

  test("a want made impossible is named, with what to give up", async () => {
    const design = JSON.parse(readFileSync(DEMO, "utf8")) as {
      wants: {
        id: string;
        room: string;
        function: string;
        count: number;
        needs: string[];
        points: string[];
      }[];
    };
    design.wants.push({
      id: "x",
      room: "hall",
      function: "leak",
      count: 1,
      needs: ["colour", "outdoor"],
      points: [],
    });
    const file = join(mkdtempSync(join(tmpdir(), "zinc-")), "x.zinc.json");
    writeFileSync(file, JSON.stringify(design));
    const { plans, conflicts } = (await json("choose", file)) as unknown as Choice;
    expect(plans.length).toBe(3);
    expect(conflicts).toMatchObject([{ wants: ["x"] }]);
    expect(conflicts![0]!.giveUp.at(-1)).toMatch(/^Do without leak sensing/);
    out = [];
    expect(await main(["choose", file])).toBe(0);
    expect(out.join("\n")).toMatch(/Not met: leak sensing[\s\S]*Cannot be met together: leak sensing/);
  });

  test("needs wants", async () => {
    const design = JSON.parse(readFileSync(DEMO, "utf8")) as { wants: unknown[]; plans: unknown[] };
    const file = join(mkdtempSync(join(tmpdir(), "zinc-")), "x.zinc.json");
    writeFileSync(file, JSON.stringify({ ...design, wants: [] }));
    expect(await main(["choose", file])).toBe(2);
    expect(err[0]).toMatch(/^zinc: wants is empty/);
  });
});

test("runs", async () => {
  const runs = (await json("runs", DEMO)) as unknown as {
    drops: { label: string; route: unknown[][]; lengthM: number }[];
  };
  const drop = runs.drops.find((one) => one.label === "0-BOOT-CAM-01/1")!;
  expect(drop.route[0]).toEqual(["ground", 14.75, 6.4, 2.6]);
  expect(drop.lengthM).toBeGreaterThan(20);
});

test("house: areas, azimuths and what each gang works", async () => {
  const house = (await json("house", DEMO)) as unknown as {
    rooms: { id: string; level: string; areaM2: number; perimeterM: number; closingM?: number }[];
    openings: { id: string; azimuthDeg?: number }[];
    switches: { switch: string; gang: number; works: string[] }[];
  };
  const design = JSON.parse(readFileSync(DEMO, "utf8")) as {
    rooms: { id: string; outline: [number, number][] }[];
    openings: { id: string; outsideIs: string }[];
    switches: { id: string; gangs: number }[];
    legs: { id: string; switches: { switch: string; gang: number }[] }[];
    lamps: { id: string; leg?: string }[];
  };
  for (const room of design.rooms) {
    const twice = room.outline.reduce(
      (sum, [x, y], i) =>
        sum +
        x * room.outline[(i + 1) % room.outline.length]![1] -
        room.outline[(i + 1) % room.outline.length]![0] * y,
      0,
    );
    expect(house.rooms.find((one) => one.id === room.id)!.areaM2).toBeCloseTo(Math.abs(twice) / 2, 2);
  }
  expect(house.openings.filter((one) => one.azimuthDeg === undefined).map((one) => one.id)).toEqual(
    design.openings.filter((one) => one.outsideIs === "none").map((one) => one.id),
  );
  expect(house.switches).toHaveLength(design.switches.reduce((sum, one) => sum + one.gangs, 0));
  for (const { switch: id, gang, works } of house.switches) {
    const leg = design.legs.find((one) => one.switches.some((own) => own.switch === id && own.gang === gang));
    expect(works).toEqual(
      leg
        ? design.lamps
            .filter((lamp) => lamp.leg === leg.id)
            .map((lamp) => lamp.id)
            .sort()
        : [],
    );
  }
});

describe("draw", () => {
  const write = (name: string, text: string | Uint8Array) => {
    const file = join(mkdtempSync(join(tmpdir(), "zinc-")), name);
    writeFileSync(file, text);
    return file;
  };
  const line = (x1: number, y1: number, x2: number, y2: number) =>
    `<line x1="${x1}" y1="${y1}" x2="${x2}" y2="${y2}"/>`;
  const ring = (x0: number, y0: number, x1: number, y1: number) =>
    line(x0, y0, x1, y0) + line(x1, y0, x1, y1) + line(x1, y1, x0, y1) + line(x0, y1, x0, y0);
  const svg = (inner: string) =>
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><g>${inner}</g></svg>`;
  interface Drawn {
    units: string;
    walls: { ax: number; ay: number; bx: number; by: number; thicknessM: number }[];
    rooms: { areaM2: number; outline: number[][] }[];
    left: { what: string; count: number; why: string }[];
  }

  test("centre lines in millimetres: walls, the room between them, and what was left out", async () => {
    const drawn = (await json(
      "draw",
      write("a.svg", svg(`${ring(0, 0, 4000, 3000)}<circle cx="1" cy="1" r="5"/>`)),
      "--units",
      "mm",
    )) as unknown as Drawn;
    expect(drawn.units).toBe("mm");
    expect(drawn.walls).toHaveLength(4);
    expect(drawn.walls[0]).toEqual({ ax: 0, ay: 0, bx: 4, by: 0, thicknessM: 0.12 });
    // Inside faces: half a wall off each side.
    expect(drawn.rooms).toEqual([{ areaM2: 11.174, outline: expect.any(Array) }]);
    expect(drawn.left).toEqual([{ what: "circle", count: 1, why: expect.any(String) }]);
  });
  test("faces in metres: thickness from their distance", async () => {
    const drawn = (await json(
      "draw",
      write("a.svg", svg(ring(0, 0, 5, 4) + ring(0.3, 0.3, 4.7, 3.7))),
      "--units",
      "m",
      "--as",
      "faces",
    )) as unknown as Drawn;
    expect(drawn.walls.map((wall) => wall.thicknessM)).toEqual([0.3, 0.3, 0.3, 0.3]);
    expect(drawn.rooms[0]!.areaM2).toBeCloseTo(4.4 * 3.4, 2);
  });
  test("what cannot be: no scale, an unknown unit, bytes that are no text", async () => {
    const file = write("a.svg", svg(ring(0, 0, 4, 3)));
    expect(await main(["draw", file])).toBe(2);
    expect(await main(["draw", file, "--units", "miles"])).toBe(2);
    expect(await main(["draw", file, "--units", "m", "--as", "areas"])).toBe(2);
    expect(
      await main(["draw", write("b.dxf", new Uint8Array([0x30, 0x0a, 0xff, 0xfe])), "--units", "m"]),
    ).toBe(2);
    expect(err).toEqual([
      "zinc: --units is needed: the file does not say what one unit is (m, cm, mm, ft, in).",
      'zinc: --units must be one of m, cm, mm, ft, in, not "miles".',
      'zinc: --as must be one of lines, faces, not "areas".',
      "zinc: FILE is not UTF-8 text: save it as UTF-8 and try again.",
    ]);
  });
  test("a project file with a byte order mark is read", async () => {
    expect(await main(["ledger", write("a.zinc.json", `\ufeff${readFileSync(DEMO, "utf8")}`)])).toBe(0);
  });
});

test("check: figures are rounded to what they mean", async () => {
  const { findings } = (await json("check", DEMO)) as unknown as {
    findings: { measured?: number; limit?: number }[];
  };
  for (const figure of findings.flatMap((one) => [one.measured, one.limit]))
    if (figure !== undefined) expect(String(figure)).toMatch(/^-?\d+(\.\d{1,4})?$/);
});

test("sun and fires, in the site's zone", async () => {
  const sun = (await json("sun", DEMO, "--date", "2026-11-24")) as unknown as {
    rise: string;
    positions: unknown[];
  };
  expect(sun.rise).toMatch(/^2026-11-24T07:59:\d\d\+00:00$/);
  expect(sun.positions).toHaveLength(24);
  out = [];
  const fires = (await json("fires", DEMO, "--from", "2026-10-24", "--days", "2")) as unknown as {
    automations: { id: string; times: string[] }[];
  };
  expect(fires.automations.find((one) => one.id === "dusk")!.times).toEqual([
    expect.stringMatching(/\+01:00$/),
    expect.stringMatching(/\+00:00$/),
  ]);
});

test("convert writes every table", async () => {
  const folder = mkdtempSync(join(tmpdir(), "zinc-"));
  const { files } = (await json("convert", DEMO, "--to", "csv", "--out", folder)) as unknown as {
    files: string[];
  };
  expect(files).toHaveLength(25);
  for (const file of files) expect(readFileSync(file, "utf8")).toContain("\r\n");
});

test("convert writes a plan a level, as SVG and as DXF, and as SVG each line, cabinet, board and rack", async () => {
  for (const kind of ["svg", "dxf"]) {
    out = [];
    const { files } = (await json(
      "convert",
      DEMO,
      "--to",
      kind,
      "--out",
      mkdtempSync(join(tmpdir(), "zinc-")),
    )) as unknown as { files: string[] };
    expect(files).toHaveLength(kind === "svg" ? 5 + 7 + 2 + 2 + 2 + 10 : 5);
    if (kind === "svg") {
      const drawn = (name: string) =>
        readFileSync(
          files.find((file) => file.endsWith(`-${name}.svg`))!,
          "utf8",
        );
      expect(drawn("segment-b2")).toMatch(/^<svg[\s\S]*least any device may have, 22\.80 V[\s\S]*22\.20 V/);
      expect(drawn("cabinet-cellar-cabinet")).toMatch(/^<svg[\s\S]*Relay 2[\s\S]*terminals, mains/);
      expect(drawn("rack-cellar-rack")).toMatch(/^<svg[\s\S]*15 of 27 U[\s\S]*Patch panel A/);
      expect(drawn("coverage-mesh-2400-ground")).toMatch(
        /^<svg[\s\S]*<g id="coverage"[\s\S]*from 18[\s\S]*Galley kitchen[\s\S]*margin, dB[\s\S]*best of all/,
      );
      for (const file of files) expect(XMLValidator.validate(readFileSync(file, "utf8"))).toBe(true);
    }
    expect(
      readFileSync(
        files.find((file) => file.includes("-ground."))!,
        "utf8",
      ),
    ).toMatch(
      kind === "svg"
        ? /^<svg[\s\S]*Galley kitchen[\s\S]*<\/svg>\n$/
        : /ENTITIES[\s\S]*Galley kitchen[\s\S]*EOF/,
    );
  }
});

interface Rehearsed {
  events: { n: number; at: string; what: string; device?: string; by?: string; because?: number }[];
  sums: Record<string, number>;
  annoyances: { at: string; what: string; who: string; because?: number }[];
}

test("rehearse: what happens, because of what; the same seed once more, a break, weather from a file", async () => {
  const day = ["--from", "2026-11-03", "--seed", "7"];
  const first = (await json("rehearse", DEMO, ...day)) as unknown as Rehearsed;
  const { events, sums, annoyances } = first;
  expect(events.length).toBeGreaterThan(300);
  events.forEach(({ n, because }, i) => {
    expect(n).toBe(i + 1);
    if (because !== undefined) expect(because).toBeLessThan(n);
  });
  expect(sums.moves).toBe(events.filter(({ what }) => what === "moves").length);
  expect(sums.fires).toBe(events.filter(({ what }) => what === "fires").length);
  // The nurse sleeps after a night: the shade that rises in steps moves over her, and the chain says why.
  const nurse = annoyances.find(({ who }) => who === "nurse")!;
  expect([nurse.at, nurse.what]).toEqual(["2026-11-03T09:30:00+00:00", "moved over a sleeper"]);
  const chain = [events[nurse.because! - 1]!];
  while (chain[0]!.because !== undefined) chain.unshift(events[chain[0]!.because - 1]!);
  expect(chain.map(({ what }) => what)).toEqual(["fires", "told", "moves"]);
  out = [];
  expect(await json("rehearse", DEMO, ...day)).toEqual(first);
  out = [];
  const broken = (await json(
    "rehearse",
    DEMO,
    ...day,
    "--break",
    "device:d-nurse-shd-2@2026-11-03T09:00+120",
    "--break",
    "hub@2026-11-03T20:00+60",
  )) as unknown as Rehearsed;
  expect(broken.events.filter(({ what }) => what === "broken" || what === "back")).toHaveLength(4);
  out = [];
  const file = join(mkdtempSync(join(tmpdir(), "zinc-")), "storm.csv");
  writeFileSync(file, "time,windMS\n2026-11-03T00:00,3\n2026-11-03T12:00,25\n");
  const storm = (await json("rehearse", DEMO, ...day, "--weather", file)) as unknown as Rehearsed;
  expect(storm.events.some(({ what, by }) => what === "fires" && by === "storm-plant-house")).toBe(true);
  out = [];
  expect(await main(["rehearse", DEMO, ...day])).toBe(0);
  const told = out.join("\n");
  expect(told).toContain("moved over a sleeper: Nurse on night shifts, Nurse's room, because of");
  // What ends it stands below, once, however often it annoyed.
  const mends = told.split("What would end it:\n")[1]!.split("\n");
  expect(mends.filter((line) => line.startsWith("moved over a sleeper: Nurse on night shifts"))).toHaveLength(
    1,
  );
  expect(new Set(mends).size).toBe(mends.length);
});

interface Outage {
  failures: {
    what: string;
    functions: {
      id: string;
      room: string;
      device: string;
      byHand: boolean;
      byLink: boolean;
      byHub: boolean;
      unsafe?: string;
    }[];
    score: number;
  }[];
}

test("outage: all single failures; several named are one entry, worse than each alone", async () => {
  const all = (await json("outage", DEMO)) as unknown as Outage;
  const whats = all.failures.map(({ what }) => what);
  for (const what of [
    "internet",
    "cloud",
    "mains",
    "hub:house-hub",
    "circuit:lights-g",
    "device:d-hall-lmp-1",
  ])
    expect(whats).toContain(what);
  const [first] = all.failures;
  for (const { functions } of all.failures) expect(functions).toHaveLength(first!.functions.length);
  out = [];
  const both = (await json(
    "outage",
    DEMO,
    "--fail",
    "hub:house-hub",
    "--fail",
    "supply:bus-supply-1",
  )) as unknown as Outage;
  expect(both.failures.map(({ what }) => what)).toEqual(["hub:house-hub+supply:bus-supply-1"]);
  const alone = (what: string) => all.failures.find((one) => one.what === what)!.score;
  expect(both.failures[0]!.score).toBeLessThan(
    Math.min(alone("hub:house-hub"), alone("supply:bus-supply-1")),
  );
  const lamp = both.failures[0]!.functions.find(({ device }) => device === "d-hall-lmp-1");
  expect(lamp).toMatchObject({ room: "hall", byHand: false, byLink: false, byHub: false });
  expect(both.failures[0]!.functions.some(({ unsafe }) => unsafe !== undefined)).toBe(true);
  out = [];
  expect(await main(["outage", DEMO, "--fail", "internet"])).toBe(0);
  expect(out.join("\n")).toContain("The internet");
});

test("text for people", async () => {
  for (const command of ["check", "ledger", "house", "runs", "sun", "fires"])
    expect(await main([command, DEMO])).toBe(0);
  expect(out.join("\n")).toContain("25 min before sunset: bring");
  expect(await main([])).toBe(0);
});

test.each([
  [["paint", DEMO], "COMMAND must be one of check, ledger"],
  [["check"], "FILE must be one project file"],
  [["check", "nowhere.json"], '"nowhere.json" does not exist'],
  [["sun", DEMO, "--date", "2026-02-30"], "--date must be a date"],
  [["fires", DEMO, "--days", "0"], "--days must be a whole number"],
  [["convert", DEMO, "--to", "pdf"], '--to must be one of csv, svg, dxf, graphml, ics, td, txt, not "pdf"'],
  [["check", DEMO, "--colour"], "Unknown option"],
  [["rehearse", DEMO, "--days", "0"], "--days must be a whole number from 1 to 3660"],
  [["rehearse", DEMO, "--seed", "-1"], "--seed must be a whole number from 0 to 4294967295"],
  [["rehearse", DEMO, "--seed", "one"], "--seed must be a whole number from 0 to 4294967295"],
  [["rehearse", DEMO, "--break", "internet"], '--break "internet" must be WHAT@TIME+MINUTES'],
  [
    ["rehearse", DEMO, "--break", "hub:none@2026-11-03T12:00+5"],
    '--break "hub:none" must be internet, cloud, mains, hub, or KIND:ID',
  ],
  [["outage", DEMO, "--fail", "gas"], '--fail "gas" must be internet, cloud, mains, or KIND:ID'],
  [["rehearse", DEMO, "--weather", "nowhere.csv"], '--weather "nowhere.csv" does not exist'],
  [["rehearse", DEMO, "--weather", DEMO], "--weather must be EPW, or CSV with a column time"],
])("%j exits 2 with one line", async (args, sentence) => {
  expect(await main(args)).toBe(2);
  expect(err).toHaveLength(1);
  expect(err[0]).toContain(sentence);
  expect(out).toEqual([]);
});

test("convert writes each band as a graph: its radios by name, its links with their margins", async () => {
  const { files } = (await json(
    "convert",
    DEMO,
    "--to",
    "graphml",
    "--out",
    mkdtempSync(join(tmpdir(), "zinc-")),
  )) as unknown as { files: string[] };
  expect(files).toHaveLength(6);
  const mesh = readFileSync(
    files.find((file) => file.endsWith("-band-mesh-2400.graphml"))!,
    "utf8",
  );
  expect(XMLValidator.validate(mesh)).toBe(true);
  out = [];
  const { bands } = (await json("mesh", DEMO)) as unknown as {
    bands: { profile: string; radios: unknown[]; links: unknown[] }[];
  };
  const band = bands.find(({ profile }) => profile === "mesh-2400")!;
  expect(mesh.match(/<node /g)).toHaveLength(band.radios.length);
  expect(mesh.match(/<edge /g)).toHaveLength(band.links.length);
  expect(mesh).toContain('<data key="label">House hub</data>');
});

test("a broken file: the path in it and the reason", async () => {
  const file = join(mkdtempSync(join(tmpdir(), "zinc-")), "broken.zinc.json");
  writeFileSync(file, readFileSync(DEMO, "utf8").replace('"x": 14.75', '"x": "14.75"'));
  expect(await main(["runs", file])).toBe(2);
  expect(err[0]).toMatch(/^zinc: points\[\d+\]\.x must be a number\.$/);
});

test("the bundled command says what its sources say", async () => {
  const bundled = spawnSync(process.execPath, ["bin/zinc.mjs", "ledger", DEMO, "--json"], {
    encoding: "utf8",
  });
  expect({ status: bundled.status, error: bundled.stderr }).toEqual({ status: 0, error: "" });
  expect(JSON.parse(bundled.stdout)).toEqual(await json("ledger", DEMO));
  const wrong = spawnSync(process.execPath, ["bin/zinc.mjs", "ledger", "no-such-file"], { encoding: "utf8" });
  expect({ status: wrong.status, said: wrong.stderr }).toEqual({
    status: 2,
    said: 'zinc: FILE "no-such-file" does not exist.\n',
  });
});
