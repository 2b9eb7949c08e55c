import { changesOf } from "../desk/findings";
import { larkspurWeir } from "../../tests/core/houses";
import { applyChanges } from "../design/edit";
import { movePoint } from "../stages/house";
import { ledgerJson, ledgerOf, ledgerValue, ledgerWorking } from "./ledger";
import { STAGE_LIST } from "./list";
import { STAGE_NAMES } from "../design/stage-names";
import { addDevice, changeDevice, registerCsv, registerLines } from "../stages/register";
import { registerChecks } from "../stages/register/checks";
import { dropsOf } from "../stages/runs";
import { allFindings, facetsOf } from "./summary";
import { testDesign } from "../test-design";

describe("ledger", () => {
  const design = testDesign();
  test("adds up by hand", () => {
    const ledger = ledgerJson(design) as {
      cableM: number;
      cost: number;
      poeW: number;
      costs: { labour: number };
    };
    const lengths = dropsOf(design).map((drop) => drop.lengthM!);
    expect(ledger).toMatchObject({
      devices: 1,
      points: 2,
      drops: 2,
      reels: 1,
      findings: { stop: 0, mend: 0, note: 1 },
    });
    expect(ledger.cableM).toBeCloseTo(lengths[0]! + lengths[1]!);
    // One 305 m reel at 0.46, the camera at 100; boxes 2 × 5.80, jacks 2 × 3.40, ports 2 × 2.60, labels ⌈4
    // × 1.1⌉ × 0.09, and hours: two drops, their metres in the house, one device, at 45.
    const metres = dropsOf(design).reduce((sum, drop) => sum + drop.installedM!, 0);
    const labour = 45 * (2 * 0.4 + 0.012 * metres) + 45 * 0.5;
    expect(ledger.costs).toEqual({
      devices: 100,
      cable: 140.3,
      parts: 24.05,
      labour: expect.closeTo(labour, 1),
    });
    expect(ledger.cost).toBeCloseTo(140.3 + 100 + 24.05 + ledger.costs.labour, 9);
    expect(ledger.poeW).toBeGreaterThan(2 * 11.5);
  });
  test("moving a point two metres farther from the trunk costs two metres and their waste", () => {
    const moved = applyChanges(design, movePoint(design, "cam", { x: 5, y: 0 }));
    expect(ledgerValue(moved, "cableM")! - ledgerValue(design, "cableM")!).toBeCloseTo(1.1, 1);
  });
  test("every cell's working comes to what the cell shows", () => {
    const demo = larkspurWeir();
    const { cells } = ledgerOf(demo);
    expect(cells.map(({ cell }) => cell)).toEqual([
      ...[
        "devices",
        "points",
        "drops",
        "cableM",
        "reels",
        "poeW",
        "busLowV",
        "rackU",
        "meshLowDb",
        "shown",
        "weakest",
        "cost",
      ],
    ]);
    for (const { cell, value, about } of cells) {
      const working = ledgerWorking(demo, cell)!;
      if (cell === "weakest") expect(working.title).toContain(about);
      else expect(working.value).toBeCloseTo(value, 1);
    }
  });
  test("what is not known is absent", () => {
    expect(ledgerJson({ ...design, points: [], devices: [] })).toEqual({
      devices: 0,
      points: 0,
      drops: 0,
      cableM: 0,
      reels: 0,
      cost: 0,
      costs: { devices: 0, cable: 0, parts: 0, labour: 0 },
      findings: { stop: 0, mend: 0, note: 0 },
    });
  });
});

describe("register", () => {
  test("lines say where a device is, and CSV has them all", () => {
    const demo = larkspurWeir();
    expect(registerLines(demo).find((line) => line.device.id === "d-boot-cam-1")).toMatchObject({
      label: "0-BOOT-CAM-01",
      kind: "Camera",
      room: "Boot room",
      level: "Ground",
      closet: "Cellar cabinet",
    });
    expect(registerCsv(demo).trim().split("\r\n")).toHaveLength(demo.devices.length + 1);
  });
  test("a name twice is found, and the fix makes it once", () => {
    const design = testDesign();
    design.devices.push({ ...design.devices[0]!, id: "d2", point: "cam-up" });
    const finding = registerChecks(design).find((one) => one.code === "register.name-repeated")!;
    expect(registerChecks(applyChanges(design, changesOf(finding.fix!, design)))).toEqual([]);
  });
  test("an undefined value takes a field away", () => {
    const design = testDesign();
    expect(changeDevice(design, "d-cam", { cost: undefined })[0]).toEqual({
      in: "devices",
      put: { id: "d-cam", point: "cam", name: "Hall camera", status: "chosen", protocol: "PoE" },
    });
    expect(addDevice(design, "n", "cam-up")[0]).toMatchObject({ put: { protocol: "PoE", status: "wanted" } });
  });
});

describe("stages", () => {
  test("twelve, and each built one has checks and four facets", () => {
    expect(STAGE_NAMES).toHaveLength(12);
    const facets = facetsOf(larkspurWeir());
    expect(Object.keys(facets)).toEqual(STAGE_LIST.map(({ stage }) => stage));
    for (const own of Object.values(facets)) expect(own).toHaveLength(4);
  });
  test("findings of the demo house: most severe first, each with a fix or somebody who decides", () => {
    const findings = allFindings(larkspurWeir());
    expect(findings.map((finding) => finding.code).sort()).toEqual([
      "automations.clash",
      "automations.critical-on-cloud",
      "automations.cut-off",
      "automations.cut-off",
      "automations.cut-off",
      "automations.cut-off",
      "automations.cut-off",
      "automations.cut-off",
      "automations.cut-off",
      "automations.guard-never-holds",
      "automations.loop",
      "automations.never-comes",
      "automations.no-hand",
      "automations.no-hand",
      "automations.no-wind-rule",
      "automations.unreachable-flag",
      "automations.wakes-sleeper",
      "bridges.alike",
      "bridges.loop",
      "bridges.port-clash",
      "bridges.rooms",
      "bridges.rooms",
      "bridges.stale",
      "brief.automated-unquestioned",
      "brief.box-to-keep",
      "brief.device-unasked",
      ...Array<string>(5).fill("brief.problem-unanswered"),
      "bus.channel-circuit",
      "bus.code-near",
      "bus.contact-wrong",
      "bus.dark",
      "bus.hub-only",
      "bus.low-volts",
      "bus.no-link",
      "bus.no-link",
      "bus.no-link",
      "bus.no-segment",
      "bus.open-end",
      "bus.pin-wild",
      "bus.reader-through",
      "bus.supply-shared",
      "choose.behind-switch",
      "choose.critical-on-cloud",
      "choose.neutral-missing",
      "choose.overload",
      "choose.want-unmet",
      "house.lamp-unknown",
      "house.measure-off",
      "house.neutral-unknown",
      "house.switch-unknown",
      "mesh.calibrate",
      "mesh.channel",
      "mesh.cut-off",
      "mesh.metal",
      "mesh.use",
      "mesh.weak",
      "rack.circuit",
      "rack.hot",
      "rack.one-switch",
      "register.address-clash",
      "register.cells-past",
      "register.code-bad",
      "register.firmware-old",
      "register.name-repeated",
      "register.name-says-nothing",
      "register.point-without-device",
      "rehearse.dark-without-hub",
      "rehearse.fails-unsafe",
      "rehearse.fails-unsafe",
      "rehearse.fails-unsafe",
      "rehearse.fails-unsafe",
      "rehearse.fails-unsafe",
      "rehearse.guest-dark",
      "rehearse.guest-want",
      "rehearse.one-part",
      "rehearse.one-part",
      "rehearse.one-part",
      "rehearse.one-part",
      "rehearse.shut-out",
      "runs.collision",
      "runs.data-link-long",
      "runs.drop-blocked",
      "runs.fire-crossings",
      "runs.kit-without-cable",
      "runs.near-mains",
      "runs.no-closet",
      "runs.pull-long",
      "runs.pull-long",
      "runs.voltage-drop",
    ]);
    const ranks = findings.map((finding) => ["stop", "mend", "note"].indexOf(finding.severity));
    expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
    expect(new Set(ranks)).toEqual(new Set([0, 1, 2]));
    for (const finding of findings)
      expect(finding.fix ?? /designer|installer|household|licensed person/i.exec(finding.why)).toBeTruthy();
  });
  test("every fix of the demo house makes its finding go", () => {
    const design = larkspurWeir();
    for (const finding of allFindings(design)) {
      if (!finding.fix) continue;
      const { checks } = STAGE_LIST.find(({ stage }) => stage === finding.stage)!;
      const left = checks(applyChanges(design, changesOf(finding.fix, design)));
      expect(
        left.some((other) => other.code === finding.code && other.about[0]!.id === finding.about[0]!.id),
      ).toBe(false);
    }
  });
});
