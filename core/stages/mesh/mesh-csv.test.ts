/** Readings and scans out of a table: all of it, or every fault by row and column and nothing taken. */
import { readFileSync } from "node:fs";
import { applyChanges } from "../../design/edit";
import { meshHouse, putRadio } from "../../test-mesh";
import { readingsCsv, readReadings } from "./readings-csv";
import { readScan, scanCsv } from "./scan-csv";

const TODAY = "2026-11-27";

function house() {
  const design = meshHouse([
    ["0", 0],
    ["1", 2.9],
  ]);
  putRadio(design, "hub", ["0", 1, 2, 1], { coordinator: true });
  putRadio(design, "lamp", ["1", 4, 5, 2]);
  // A second radio in the hub's device, of another band.
  design.radioProfiles.push({ ...design.radioProfiles[0]!, id: "low", name: "Low", mhz: 868.42 });
  design.radios.push({ ...design.radios[0]!, id: "hub-low", profile: "low" });
  return design;
}

const faults = (text: string) =>
  readReadings(house(), text, TODAY).faults.map(({ row, column, reason }) => `${row} ${column}: ${reason}`);

test("readings by hand and by a device, in any order of columns, as people write figures", () => {
  const { changes, faults: found } = readReadings(
    house(),
    'dBm,On,Level,y,x,Heard,Band,By,LQI\n−71,12 Mar 2026,level 0,"3,5",6,Device hub,mesh,,\n,,,,,hub,,device LAMP,100\n',
    TODAY,
  );
  expect(found).toEqual([]);
  expect(changes).toEqual([
    {
      in: "readings",
      put: { id: "reading", level: "0", at: { x: 6, y: 3.5 }, dbm: -71, from: "hub", on: "2026-03-12" },
    },
    {
      in: "readings",
      put: {
        id: "reading-2",
        level: "1",
        at: { x: 4, y: 5, z: 2 },
        dbm: -87,
        lqi: 100,
        from: "hub",
        by: "lamp",
      },
    },
  ]);
});

test.each([
  ["", "1 : the file is empty"],
  ["dbm\n-70", "1 : must have the columns heard"],
  ["heard,dbm,dbm\nhub,1,2", "1 : has the column dbm twice"],
  ["heard,level,x,y,dbm\nsnug,0,1,1,-70", '2 heard: "snug" is no radio of this design'],
  [
    "heard,level,x,y,dbm\nDevice hub,0,1,1,-70",
    "2 heard: Device hub is 2 radios: say which in the column band",
  ],
  [
    "heard,band,level,x,y,dbm\nDevice hub,high,0,1,1,-70",
    '2 band: "high" is no radio profile of this design',
  ],
  ["heard,level,x,y,dbm\nhub,attic,1,1,-70", '2 level: "attic" is no level of this design'],
  ["heard,level,x,y,dbm\n\nhub,0,,1,-70", "3 x: says where it was read, in metres"],
  ["heard,level,x,y,dbm\nhub,0,1,,-70", "2 y: says where it was read, in metres"],
  ["heard,level,x,y,dbm\nhub,0,one,1,-70", '2 x: must be a number, not "one"'],
  ["heard,level,x,y,dbm\nhub,0,1,1,", "2 dbm: or lqi has to say what was read"],
  ["heard,level,x,y,dbm\nhub,0,1,1,70", "2 dbm: must be -160 to 30, not 70"],
  ["heard,level,x,y,lqi\nhub,0,1,1,90", "2 by: says which device reported that link quality"],
  ["heard,by,lqi\nhub,lamp,90.5", "2 lqi: must be a whole number"],
  ["heard,by,lqi\nhub,hub,90", '2 by: "hub" is no radio of this design'],
  ["heard,by,dbm\nhub-low,lamp,-70", '2 by: "lamp" is no radio of this design'],
  [
    "heard,level,x,y,dbm,on\nhub,0,1,1,-70,the day",
    "2 on: must be a day such as 2026-10-31 or 31 Oct 2026, not “the day”",
  ],
])("%j is refused: %s", (text, fault) => {
  expect(faults(text)).toEqual([fault]);
  expect(readReadings(house(), text, TODAY).changes).toEqual([]);
});

test("one bad row of three takes none in, and two bad ones are both named", () => {
  const text = "heard,level,x,y,dbm\nhub,0,1,1,-70\nhub,9,1,1,-70\nhub,0,1,1,loud";
  expect(faults(text)).toEqual([
    '3 level: "9" is no level of this design',
    '4 dbm: must be a number, not "loud"',
  ]);
  expect(readReadings(house(), text, TODAY).changes).toEqual([]);
});

test("written out and read in again nothing is new; a formula stays harmless", () => {
  const design = house();
  design.devices[0]!.name = "=hub()";
  const once = readReadings(
    design,
    "heard,level,x,y,z,dbm,on\nhub,0,6,3,1.2,-71,2026-03-12\nhub,1,6,3,,-80.5,",
    TODAY,
  );
  const taken = applyChanges(design, once.changes);
  expect(readingsCsv(taken)).toContain("'=hub()");
  const again = readReadings(taken, readingsCsv(taken), TODAY);
  expect([again.faults, again.changes, again.known]).toEqual([[], [], 2]);
});

test("a scan adds what is new and hears what is known anew", () => {
  const design = meshHouse([["0", 0]]);
  design.neighbours = [{ id: "n", name: "lane", form: "network", channel: 6, dbm: -81 }];
  const { changes, added, replaced } = readScan(
    design,
    "Name;Channel;dBm;Width;Room\nlane;6;-77;;\n;11;-70;40;room 0\n".replaceAll(";", ","),
  );
  expect([added, replaced]).toEqual([1, 1]);
  expect(changes).toEqual([
    { in: "neighbours", put: { id: "n", name: "lane", form: "network", channel: 6, dbm: -77 } },
    {
      in: "neighbours",
      put: { id: "neighbour", form: "network", channel: 11, widthMhz: 40, dbm: -70, room: "room-0" },
    },
  ]);
  const taken = applyChanges(design, changes);
  expect(readScan(taken, scanCsv(taken)).faults).toEqual([]);
});

test.each([
  ["channel,dbm\n,-70", "2 channel: says where it sends"],
  ["channel,dbm\n6,", "2 dbm: says how loud it is, such as -70"],
  ["channel,dbm\n6.5,-70", "2 channel: must be a whole number"],
  ["channel,dbm\n0,-70", "2 channel: must be 1 to 250, not 0"],
  ["channel,dbm\n6,3", "2 dbm: must be -120 to 0, not 3"],
  ["channel,dbm,form\n6,-70,radio", '2 form: must be network or mesh, not "radio"'],
  ["channel,dbm,room\n6,-70,attic", '2 room: "attic" is no room of this design'],
  [`name,channel,dbm\n${"x".repeat(61)},6,-70`, "2 name: must be at most 60 characters"],
])("a scan with %j is refused: %s", (text, fault) => {
  const { faults: found, changes } = readScan(meshHouse([["0", 0]]), text);
  expect(found.map(({ row, column, reason }) => `${row} ${column}: ${reason}`)).toEqual([fault]);
  expect(changes).toEqual([]);
});

test("the scan that ships can be read", () => {
  const { faults: found, added } = readScan(
    meshHouse([["0", 0]]),
    readFileSync("demo/larkspur-scan.csv", "utf8"),
  );
  expect([found, added]).toEqual([[], 2]);
});
