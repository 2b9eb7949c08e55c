import { changesOf } from "../desk/findings";
import { byId, type Design } from "../design/collections";
import { applyChanges } from "../design/edit";
import { KIND_TABLE } from "../stages/house/tables";
import { point, testDesign } from "../test-design";
import { dropsOf } from "../stages/runs/drops";
import { changeKit, kitOf, mountOf } from "./kits";
import { legendChecks, legendLine, legendOf, LEGEND_DEFAULTS, withLegendLine } from "../stages/runs/legend";
import { runsChecks } from "../stages/runs/checks";
import { SERVICES } from "../design/vocabulary";

function withShade(
  schools: Design["design"]["schools"],
  supply?: "battery" | "low voltage",
  protocol: "RS-485" | "Zigbee" = "Zigbee",
): Design {
  const design = testDesign();
  design.design = { ...design.design, ...(schools ? { schools } : {}) };
  design.points = [point("sh", "shade", "g", "hall", 4, 1, 2.2)];
  if (supply) {
    design.options = [
      {
        id: "motor",
        kind: "shade motor",
        name: "Motor",
        protocol,
        serves: ["shade"],
        can: [],
        supply,
        price: 1,
        labourMin: 1,
        watts: 0,
        local: true,
        cloud: false,
        account: false,
        routes: false,
        updates: "local",
        supportYears: 5,
        source: "yours",
      } as never,
    ];
    design.devices = [{ id: "d", point: "sh", option: "motor", name: "Shade", status: "chosen", protocol }];
  }
  return design;
}
const kitSizes = (design: Design) => dropsOf(design).map((drop) => `${drop.index} ${drop.cableType!.medium}`);

describe("kits", () => {
  test("every kind the trade wires has its kit", () => {
    const kit = (id: string) =>
      KIND_TABLE.find((kind) => kind.id === id)!
        .drops.map((line) => `${line.count} ${line.cableType}`)
        .join(" + ");
    expect(kit("camera")).toBe("1 cat6");
    expect(kit("access-point")).toBe("2 cat6a");
    expect(kit("television")).toBe("2 coax + 1 cat6");
    expect(kit("shade")).toBe("1 cat6 + 1 power-4x13");
    expect(kit("loudspeaker")).toBe("1 speaker-2");
    expect(kit("loudspeaker-pair")).toBe("1 speaker-4");
    expect(kit("subwoofer")).toBe("1 coax + 1 speaker-2");
    expect(kit("glass-break")).toBe("1 contact-4");
    expect(kit("garage")).toBe("1 cat6");
    expect(kit("stair-tread")).toBe("1 power-4x13 + 1 power-2x1");
    expect(kit("spare")).toBe("1 cat6");
    expect(KIND_TABLE.find((kind) => kind.id === "mirror")!.mainsLines).toEqual([
      "always live",
      "fan",
      "light",
    ]);
    expect(new Set(KIND_TABLE.map((kind) => kind.code)).size).toBe(KIND_TABLE.length);
  });
  test("a shade pocket by its school: both cables, what the motor asks, none", () => {
    expect(kitSizes(withShade(undefined))).toEqual(["1 data", "2 power"]);
    expect(kitSizes(withShade({ shadeCable: "none" }))).toEqual([]);
    // Nothing chosen yet: both, whatever the school.
    expect(kitSizes(withShade({ shadeCable: "what the motor needs" }))).toEqual(["1 data", "2 power"]);
    expect(kitSizes(withShade({ shadeCable: "what the motor needs" }, "battery"))).toEqual([]);
    // A drop keeps its index for life, whatever else the kit leaves out.
    expect(kitSizes(withShade({ shadeCable: "what the motor needs" }, "low voltage"))).toEqual(["2 power"]);
    expect(kitSizes(withShade({ shadeCable: "what the motor needs" }, "low voltage", "RS-485"))).toEqual([
      "1 data",
      "2 power",
    ]);
  });
  test("a spare with every data cable is one drop more, left in the box", () => {
    const design = testDesign();
    design.design = { ...design.design, schools: { spareDrops: "a spare with every data cable" } };
    const cam = dropsOf(design).filter((drop) => drop.point.id === "cam");
    expect(cam.map((drop) => drop.line.purpose)).toEqual(["data", "spare"]);
    expect(cam[1]!.load).toBeUndefined();
  });
  test("a room's own kit, box and height; the rest of the house keeps the design's", () => {
    const design = testDesign();
    const camera = byId(design, "kinds").get("camera")!;
    const changes = changeKit(
      design,
      "camera",
      0,
      { ...camera.drops[0]!, count: 3 },
      { id: "loft", newId: "rk" },
    );
    const after = applyChanges(design, changes);
    expect(
      kitOf(
        after,
        after.points.find((row) => row.id === "cam-up")!,
        camera,
      ),
    ).toHaveLength(3);
    expect(
      kitOf(
        after,
        after.points.find((row) => row.id === "cam")!,
        camera,
      ),
    ).toHaveLength(1);
    const own = applyChanges(after, [
      { in: "roomKits", put: { ...after.roomKits[0]!, box: "socket", mountHeightM: 0.3 } },
    ]);
    expect(mountOf(own, { room: "loft" }, camera)).toEqual({ box: "socket", mountHeightM: 0.3 });
    expect(mountOf(own, { room: "hall" }, camera).box).toBe(camera.box);
  });
  test("a line is added at the end and taken out again", () => {
    const design = testDesign();
    const line = { cableType: "coax", count: 1, purpose: "antenna", end: "panel" as const };
    const more = applyChanges(design, changeKit(design, "camera", 1, line));
    expect(dropsOf(more).filter((drop) => drop.point.id === "cam")).toHaveLength(2);
    expect(applyChanges(more, changeKit(more, "camera", 1, undefined)).kinds).toEqual(design.kinds);
  });
  test("a lead ends at the nearest thing it feeds, and says so where there is none", () => {
    const design = testDesign();
    design.points = [
      point("sh", "shade", "g", "hall", 4, 1, 2.2),
      { ...point("sun", "solar-panel", "g", "hall", 6, 2, 2.4), closet: undefined as never },
    ];
    const lead = dropsOf(design).find((drop) => drop.point.id === "sun")!;
    expect(lead.to).toBe("sh");
    expect(lead.route!.pathM).toBeCloseTo(3);
    expect(lead.installedM).toBeCloseTo(3 + 0.2 + 1);
    expect(runsChecks(design).some((finding) => finding.code === "runs.no-closet")).toBe(false);
    // It follows what it ends at.
    const moved = {
      ...design,
      points: design.points.map((row) => (row.id === "sh" ? { ...row, x: 5 } : row)),
    };
    expect(dropsOf(moved).find((drop) => drop.point.id === "sun")!.route!.pathM).toBeCloseTo(2);
    expect(runsChecks({ ...design, points: [design.points[1]!] }).map((finding) => finding.code)).toContain(
      "runs.lead-nowhere",
    );
  });
});

describe("legend", () => {
  test("the defaults name every service once and clash nowhere", () => {
    expect(LEGEND_DEFAULTS.map((line) => line.service)).toEqual(SERVICES);
    const design = testDesign();
    design.points = design.kinds
      .filter((kind) => kind.drops.length)
      .map((kind, i) => point(`p${i}`, kind.id, "g", "hall", 1, 1, 1));
    expect(legendChecks(design)).toEqual([]);
  });
  test("two services of one colour, and two alike with one mark, are found; the step offered puts it right", () => {
    const design = testDesign();
    design.points = [point("a", "camera", "g", "hall", 1, 1, 1), point("b", "keypad", "g", "hall", 2, 1, 1)];
    for (const line of [
      { service: "bus", colour: "black", mark: "two rings" },
      { service: "bus", colour: "brown", mark: "plain" },
    ] as const) {
      const clash = applyChanges(design, withLegendLine(design, line));
      const [finding] = legendChecks(clash);
      expect(finding!.code).toBe("runs.legend-clash");
      const fixed = applyChanges(clash, changesOf(finding!.fix!, clash));
      expect(legendChecks(fixed)).toEqual([]);
      expect(legendLine(fixed, "bus")).not.toEqual(line);
      expect(legendOf(fixed)).toHaveLength(SERVICES.length);
    }
  });
});
