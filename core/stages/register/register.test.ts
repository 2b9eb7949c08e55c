import Papa from "papaparse";
import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import { point, testDesign } from "../../test-design";
import { writeCsv } from "../../files/csv";
import { type Finding, changesOf, countBySeverity, sortFindings } from "../../desk/findings";
import { addDevice, changeDevice, deviceCostWorking, registerCsv, registerLines } from ".";
import { registerChecks } from "./checks";

const codes = (design: Design) =>
  registerChecks(design)
    .map((finding) => finding.code)
    .sort();

describe("devices", () => {
  it("are listed by label, with where they are", () => {
    const design = {
      ...testDesign(),
      devices: [
        ...testDesign().devices,
        {
          id: "d-up",
          point: "cam-up",
          name: "Loft camera",
          status: "wanted" as const,
          protocol: "PoE" as const,
        },
      ],
    };
    expect(
      registerLines(design).map(({ label, kind, room, level, closet }) => [label, kind, room, level, closet]),
    ).toEqual([
      ["0-HALL-CAM-01", "Camera", "Hall", "Ground", "Cabinet"],
      ["1-LOFT-CAM-01", "Camera", "Loft", "Upper", "Cabinet"],
    ]);
  });

  it("a value of undefined takes the field away; a device that is gone is named", () => {
    const [change] = changeDevice(testDesign(), "d-cam", { cost: undefined, status: "ordered" });
    expect(change).toEqual({
      in: "devices",
      put: { id: "d-cam", point: "cam", name: "Hall camera", status: "ordered", protocol: "PoE" },
    });
    expect(() => changeDevice(testDesign(), "nobody", {})).toThrow(/"nobody" does not exist/);
  });

  it.each([
    ["camera", "PoE"],
    ["keypad", "house bus"],
    ["plug", "none"],
  ])("a new one at a %s starts with %s", (kind, protocol) => {
    const design = {
      ...testDesign(),
      points: [...testDesign().points, point("new", kind, "g", "hall", 1, 1, 1)],
    };
    expect(addDevice(design, "d-new", "new")).toEqual([
      { in: "devices", put: { id: "d-new", point: "new", name: "new", status: "wanted", protocol } },
    ]);
    expect(() => addDevice(design, "d", "nowhere")).toThrow(/"nowhere" does not exist/);
  });

  it("their cost is summed by kind, and what has no price is said", () => {
    const design = {
      ...testDesign(),
      devices: [
        ...testDesign().devices,
        {
          id: "a",
          point: "cam-up",
          name: "A",
          status: "wanted" as const,
          protocol: "PoE" as const,
          cost: 59.5,
        },
        { id: "b", point: "cam-up", name: "B", status: "wanted" as const, protocol: "PoE" as const },
      ],
    };
    const working = deviceCostWorking(design);
    expect(working).toMatchObject({ value: 159.5, unit: "EUR" });
    expect(working.steps).toEqual([
      { formula: "Camera", with: "2 devices", gives: "159.50 EUR", source: "register" },
      { formula: "Sum", with: "1 device without a price yet", gives: "159.50 EUR", source: "" },
    ]);
  });

  it("go out as a table that a spreadsheet reads back, formulas made harmless", () => {
    const design = {
      ...testDesign(),
      devices: [{ ...testDesign().devices[0]!, name: `=HYPERLINK("x"), the "hall"`, address: "10.0.0.4" }],
    };
    const { data } = Papa.parse<Record<string, string>>(registerCsv(design).replace("\uFEFF", ""), {
      header: true,
      skipEmptyLines: true,
    });
    expect(data).toEqual([
      {
        Label: "0-HALL-CAM-01",
        Name: `'=HYPERLINK("x"), the "hall"`,
        Kind: "Camera",
        Room: "Hall",
        Level: "Ground",
        Closet: "Cabinet",
        Protocol: "PoE",
        Status: "chosen",
        Address: "10.0.0.4",
        Serial: "",
        "Cost (EUR)": "100",
      },
    ]);
  });
});

describe("findings of the register", () => {
  it("two of one name, whatever the case: the fix finds a name that is free", () => {
    const design: Design = {
      ...testDesign(),
      devices: [
        { id: "a", point: "cam", name: "Camera", status: "chosen", protocol: "PoE" },
        { id: "b", point: "cam-up", name: "camera", status: "chosen", protocol: "PoE" },
        { id: "c", point: "cam-up", name: "Camera 2", status: "chosen", protocol: "PoE" },
      ],
    };
    expect(codes(design)).toEqual(["register.name-repeated", "register.point-shared"]);
    const repeated = registerChecks(design).find((finding) => finding.code === "register.name-repeated")!;
    expect(repeated.fix!.label).toBe("Call this one camera 3");
    const after = applyChanges(design, changesOf(repeated.fix!, design));
    expect(new Set(after.devices.map((device) => device.name)).size).toBe(3);
    expect(codes(after)).not.toContain("register.name-repeated");
  });

  it("points without a device are counted in one sentence", () => {
    expect(registerChecks(testDesign())).toMatchObject([
      { code: "register.point-without-device", title: "cam-up has no device yet", measured: 1 },
    ]);
    expect(registerChecks({ ...testDesign(), devices: [] })[0]!.title).toBe("2 points have no device yet");
    expect(registerChecks({ ...testDesign(), devices: [], points: [] })).toEqual([]);
  });
});

describe("lists of findings", () => {
  const finding = (severity: Finding["severity"], stage: Finding["stage"], title: string): Finding => ({
    code: `${stage}.x`,
    stage,
    severity,
    title,
    why: "",
    about: [],
  });
  it("stand by severity, then stage, then title", () => {
    const list = [
      finding("note", "brief", "a"),
      finding("mend", "runs", "b"),
      finding("stop", "register", "c"),
      finding("mend", "house", "d"),
      finding("mend", "house", "a"),
    ];
    expect(sortFindings(list).map((one) => `${one.severity} ${one.stage} ${one.title}`)).toEqual([
      "stop register c",
      "mend house a",
      "mend house d",
      "mend runs b",
      "note brief a",
    ]);
    expect(countBySeverity(list)).toEqual({ stop: 1, mend: 3, note: 1 });
  });
});

describe("CSV", () => {
  it.each([
    ["plain", "plain"],
    ["a,b", `"a,b"`],
    [`say "x"`, `"say ""x"""`],
    ["two\nlines", `"two\nlines"`],
    ["=1+1", "'=1+1"],
    ["-3 m", "'-3 m"],
    ["@all", "'@all"],
    [-3, "-3"],
    [undefined, ""],
    ["", ""],
  ])("%j becomes %s", (value, text) =>
    expect(
      writeCsv(["x"], [[value as string]])
        .split("\r\n")
        .slice(1, -1)
        .join("\r\n"),
    ).toBe(text),
  );
  it("starts with a byte-order mark and ends with a line end", () =>
    expect(writeCsv(["a", "b"], [])).toBe("\uFEFFa,b\r\n"));
});
