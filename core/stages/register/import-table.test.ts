import { larkspurWeir } from "../../../tests/core/houses";
import { anyText } from "../../files/any-text";
import { applyChanges } from "../../design/edit";
import { checkWhole } from "../../design/check-edit";
import { seeded } from "../house/generate";
import { guessMapping, planImport, readAmount, readTable, type Target } from "./import-table";
import { registerCsv } from "./register";

const weir = larkspurWeir();
const TODAY = "2026-11-27";
const plan = (text: string, design = weir, mapping?: (Target | undefined)[]) => {
  const table = readTable(text);
  return planImport(design, table, mapping ?? guessMapping(table.head), TODAY);
};
const said = (text: string) =>
  plan(text).faults.map(({ row, column, reason }) => `${row}/${column ?? "-"} ${reason}`);

describe("text whatever wrote it", () => {
  const words = "Name;Räum\nCafé lamp;Küche";
  it.each([
    ["utf-8", Buffer.from(words, "utf8")],
    ["utf-8", Buffer.from(`\uFEFF${words}`, "utf8")],
    ["utf-16le", Buffer.from(`\uFEFF${words}`, "utf16le")],
    ["utf-16be", Buffer.from(`\uFEFF${words}`, "utf16le").swap16()],
    ["windows-1252", Buffer.from(words, "latin1")],
  ] as const)("%s", (encoding, bytes) =>
    expect(anyText(new Uint8Array(bytes))).toEqual({ text: words, encoding }),
  );
});

describe("the table", () => {
  it.each([",", ";", "\t", "|"])("parted by %j", (mark) => {
    const table = readTable(
      ["Name,Room,Notes", '"Lamp, big",Hall,"a ""b"""', "", "x,Hall,"]
        .join("\r\n")
        .replace(/,(?=(?:[^"]*"[^"]*")*[^"]*$)/g, mark),
    );
    expect(table).toMatchObject({
      head: ["Name", "Room", "Notes"],
      lines: [
        { row: 2, cells: ["Lamp, big", "Hall", 'a "b"'] },
        { row: 4, cells: ["x", "Hall", ""] },
      ],
      delimiter: mark,
    });
  });
  it.each([
    ["", /is empty/],
    ["name,room\n", /no row below/],
    [`name\n${"x\n".repeat(10_001)}`, /10001 rows: at most 10000/],
    [`${"a,".repeat(200)}a\nx`, /201 columns/],
  ])("%#", (text, wrong) => expect(() => readTable(text)).toThrow(wrong));
  it("headings are known whatever their case, each field once", () =>
    expect(guessMapping(["Device Name", "IP_Address", "Price (EUR)", "Colour", "Area", "Name"])).toEqual([
      undefined,
      "address",
      "cost",
      undefined,
      "room",
      "name",
    ]));
  it.each([
    ["1234.5", 1234.5],
    ["1 234,50", 1234.5],
    ["1,234.50", 1234.5],
    ["1.234,50", 1234.5],
    ["1.234.567", 1234567],
    ["£ 12,5", 12.5],
    ["−3", -3],
    ["12,5 EUR", 12.5],
    ["twelve", undefined],
    ["", undefined],
    ["1-2", undefined],
  ])("%j is %p", (text, value) => expect(readAmount(text)).toBe(value));
});

describe("what a table does", () => {
  it("the register's own table changes nothing", () => {
    const own = plan(registerCsv(weir));
    expect(own.faults).toEqual([]);
    expect(own.changes).toEqual([]);
    expect(own.lines.every(({ same }) => same)).toBe(true);
  });
  it("known devices are changed by name, label or serial; others are new, each at a place of its room", () => {
    const text = [
      "name;label;serial;kind;room;cost;warranty;protocol;status",
      "Snug lamp;;SN-1;;;12,50;31.12.2028;;",
      ";0-HALL-AP-01;;;;;;;ordered",
      ";;LW-0021;;;;;;",
      "Porch lamp;;;lamp;Hall;9;;zigbee;chosen",
      "Porch plug;;;PLG;hall;;;;",
    ].join("\n");
    const own = plan(text.replace(";;LW-0021;;;;;;\n", ""));
    expect(own.faults).toEqual([]);
    expect([own.added, own.changed]).toEqual([2, 2]);
    const after = applyChanges(weir, own.changes);
    checkWhole(after, own.changes);
    expect(after.devices.find(({ id }) => id === "d-snug-lmp-1")).toMatchObject({
      serial: "SN-1",
      cost: 12.5,
      warrantyUntil: "2028-12-31",
      name: "Snug lamp",
    });
    expect(after.devices.find(({ id }) => id === "d-hall-ap-1")!.status).toBe("ordered");
    const porch = after.devices.find(({ name }) => name === "Porch lamp")!;
    expect(porch).toMatchObject({ protocol: "Zigbee", status: "chosen", cost: 9 });
    const spot = after.points.find(({ id }) => id === porch.point)!;
    expect(spot).toMatchObject({ room: "hall", level: "ground", kind: "lamp", number: 3 });
    expect(
      weir.points.every(({ room, x, y }) => room !== "hall" || Math.hypot(x - spot.x, y - spot.y) >= 0.3),
    ).toBe(true);
  });
  it.each([
    ["name\nSnug lamp\nsnug LAMP", "3/0 is the device of row 2 already"],
    ["name\nLanding lamp", '2/0 "Landing lamp" is 2 devices: say which by its label'],
    ["name,room\nSnug lamp,Hall", "2/1 it is in Snug: it is moved on the plan, not by a table"],
    ["name,kind\nSnug lamp,camera", "2/1 it is a lamp on the plan"],
    ["name,kind,room\nNew,lamp,Nowhere", '2/2 "Nowhere" is no room of this design'],
    ["name,kind,room\nNew,zeppelin,Hall", '2/1 "zeppelin" is no kind of this design'],
    ["name,kind,room\nNew,,Hall", "2/1 is missing: a new device needs one"],
    ["name,kind\nNew,lamp", "2/- is missing: a new device needs one"],
    ["name,kind,room\n,lamp,Hall", "2/0 is missing: a new device needs one"],
    ["name,kind,room\nNew,lamp,Hall\nnew,lamp,Hall", '3/0 "new" is in row 2 already'],
    ["name,kind,room,level\nNew,lamp,Hall,Loft", '2/2 "Hall" is not on Loft'],
    ["name,kind,room,level\nNew,lamp,Hall,Moon", '2/3 "Moon" is no level of this design'],
    ["name,cost\nSnug lamp,much", '2/1 must be a number, not "much"'],
    ["name,cost\nSnug lamp,-4", expect.stringMatching(/^2\/1 must/)],
    [
      "name,protocol\nSnug lamp,Pigeon",
      expect.stringMatching(/^2\/1 must be one of Zigbee, .* not "Pigeon"$/),
    ],
    ["name,status\nSnug lamp,lost", expect.stringMatching(/^2\/1 must be one of wanted/)],
    ["name,option\nSnug lamp,none such", '2/1 "none such" is not in the catalogue'],
    ["name,warranty\nSnug lamp,31 Feb 2027", expect.stringMatching(/^2\/1 /)],
    ["name,host\nSnug lamp,a b", expect.stringMatching(/^2\/1 must be small letters/)],
    [`name,serial\nSnug lamp,${"x".repeat(61)}`, expect.stringMatching(/^2\/1 /)],
    ["room\nHall", expect.stringMatching(/^1\/- has no column put to name/)],
  ])("%j is refused", (text, fault) => {
    expect(said(text)).toContainEqual(fault);
    expect(plan(text).changes).toEqual([]);
  });
  it("a column put to a field that another has is told", () =>
    expect(plan("a,b\nSnug lamp,x", weir, ["name", "name"]).faults[0]).toMatchObject({ row: 1, column: 1 }));
  it("a mark before a formula falls away", () => {
    const own = plan("name,notes\nSnug lamp,'=1+1");
    expect(own.changes).toEqual([{ in: "devices", put: expect.objectContaining({ notes: "=1+1" }) }]);
  });
});

it("whatever comes in, either all of it holds together or nothing is taken", () => {
  const of = seeded(11);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(of() * list.length)]!;
  const odd = [
    "",
    "Snug lamp",
    "Hall",
    "lamp",
    "\u0000",
    "=cmd",
    "'",
    '"',
    "a;b",
    "9".repeat(40),
    "−1",
    "2026-02-30",
    "🦔",
    "x".repeat(300),
    "192.168.10.41",
    "Zigbee",
  ];
  let taken = 0;
  for (let round = 0; round < 400; round++) {
    const more = ["cost", "label", "status", "notes", "junk", "code", "tags", "cells"].filter(
      () => of() < 0.3,
    );
    const head = [
      ...(of() < 0.8 ? ["name", "kind", "room"] : ["name"]),
      ...more,
      ...(of() < 0.1 ? ["name"] : []),
    ];
    const rows = Array.from({ length: 1 + Math.floor(of() * 6) }, () =>
      head.map((word) =>
        of() < 0.9
          ? ({
              name: `N${Math.floor(of() * 1e6)}`,
              kind: "lamp",
              room: "Hall",
              cost: "5",
              cells: "2",
              status: "chosen",
            }[word] ?? "")
          : pick(odd),
      ),
    );
    const text = [head, ...rows]
      .map((row) => row.map((cell) => `"${cell.replaceAll('"', '""')}"`).join(","))
      .join("\n");
    let own;
    try {
      own = plan(text);
    } catch (error) {
      expect(error).toMatchObject({ problems: expect.any(Array) });
      continue;
    }
    if (own.faults.length) {
      expect(own.changes).toEqual([]);
      continue;
    }
    const after = applyChanges(weir, own.changes);
    checkWhole(after, own.changes);
    expect(after.devices.length).toBe(weir.devices.length + own.added);
    taken += own.changes.length ? 1 : 0;
  }
  expect(taken).toBeGreaterThan(10);
});
