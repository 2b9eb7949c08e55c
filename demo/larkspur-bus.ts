/** The bus lines of Larkspur Weir, with the faults left in them for the checks to find. All invented. */
import type { Design } from "../core/design/collections";
import { BOARD_PINS, BUS_PROFILE_TABLE, SEGMENT_RULE_TABLE } from "../core/stages/house/bus-tables";
import { MODULE_TYPE_TABLE } from "../core/stages/house/module-table";
import type { SegmentRow, StopRow } from "../core/design/rows/bus";

const CELLAR = "cellar-cabinet";

/** Stops in the order the cable visits them: a point, and what it draws where that is not what its kind does. */
type Line = (string | [point: string, currentA: number])[];

export function addBus(design: Design): void {
  design.busProfiles.push(...BUS_PROFILE_TABLE.map((row) => structuredClone(row)));
  design.segmentRules.push(...SEGMENT_RULE_TABLE.map((row) => structuredClone(row)));
  design.moduleTypes.push(...MODULE_TYPE_TABLE.map((row) => structuredClone(row)));
  design.busSupplies.push(
    { id: "bus-supply-1", name: "Bus supply 1", closet: CELLAR, volts: 24, maxA: 2.5, circuit: "sockets-g" },
    { id: "bus-supply-2", name: "Bus supply 2", closet: CELLAR, volts: 24, maxA: 1.5, circuit: "sockets-g" },
  );
  const line = (row: Omit<SegmentRow, "closet" | "topology">, stops: Line, from = 1) => {
    design.segments.push({ closet: CELLAR, topology: "line", ...row });
    stops.forEach((stop, i) => {
      const [point, currentA] = typeof stop === "string" ? [stop] : stop;
      const made: StopRow = {
        id: `${row.id}-${String(i + 1).padStart(2, "0")}`,
        segment: row.id,
        point,
        order: i + 1,
      };
      if (currentA !== undefined) made.currentA = currentA;
      if (from >= 0) made.address = from + i;
      design.stops.push(made);
    });
  };
  const bus = { profile: "house-bus", cableType: "bus-4" };
  line({ id: "b1", name: "B1 keys, ground", ...bus, supply: "bus-supply-1" }, [
    "hall-key-1",
    "snug-key-1",
    "snug-tmp-1",
    "office-key-1",
    "office-tmp-1",
    "kitchen-key-1",
    "dining-key-1",
    "dining-tmp-1",
    "shower-tmp-1",
  ]);
  // All the way from the cellar, with the keypad that has a screen at its end: nobody asked how low its volts fall.
  line({ id: "b2", name: "B2 keys, first floor and loft", ...bus, supply: "bus-supply-2" }, [
    "landing-key-1",
    "gran-key-1",
    "carpenter-tmp-1",
    "nurse-tmp-1",
    "nurse-key-1",
    "sail-loft-tmp-1",
    ["sail-loft-key-1", 0.25],
  ]);
  line({ id: "b3", name: "B3 ceiling sensors", ...bus }, [
    "store-mot-1",
    "hall-mot-1",
    "snug-mot-1",
    "dining-mot-1",
  ]);
  // One supply for valves and keys: a valve that shorts takes the keys with it.
  line({ id: "b4", name: "B4 floor valves", ...bus, supply: "bus-supply-1" }, [
    ...Array.from({ length: 9 }, (_, i) => `plant-room-flv-${i + 1}`),
    ["plant-room-vlv-1", 0.03],
    "plant-room-tmp-1",
  ]);
  line({ id: "b5", name: "B5 entrance", ...bus }, [
    "hall-rdr-1",
    ["quay-wx-1", 0.06],
    ["yard-open-con-1", 0.005],
  ]);
  // Closed at the cabinet, forgotten at the other end.
  line({ id: "shades", name: "Shades, ground", profile: "rs-485", cableType: "cat6", closedAtCloset: true }, [
    "snug-shd-2",
    "snug-shd-1",
    "office-shd-1",
    "office-shd-2",
    "kitchen-shd-2",
    "kitchen-shd-1",
    "dining-shd-1",
    "dining-shd-2",
  ]);
  line(
    { id: "lights", name: "Lights, galley and dining", profile: "dali", cableType: "power-2x1" },
    ["kitchen-lmp-1", "kitchen-lmp-2", "dining-lmp-1"],
    0,
  );
  // The reader of the boot room borrows the door station's cable.
  design.points.find((row) => row.id === "boot-rdr-1")!.through = "hall-dor-1";
  addBoards(design);
  addRemotes(design);
}

const RELAYS = [
  "Workshop lamp",
  "Bench lamp",
  "Table saw",
  "Dust extractor",
  "Frost heater",
  "Roof vent",
  "Yard lamp",
  "Charger",
];
const COLOURS = ["white", "brown", "green", "yellow", "grey", "pink", "blue", "red"];

/** What the carpenter built for the boathouse: eight relays, eight keys, a receiver, and one of them on a bad pin. */
function addBoards(design: Design): void {
  design.boards.push(
    {
      id: "boathouse-board",
      name: "Boathouse board",
      room: "boathouse",
      closet: "boathouse-wall",
      has: BOARD_PINS.map((row) => structuredClone(row)),
      supplyV: 5,
      supplyW: 10,
      ownW: 1.2,
      upkeepH: 14,
    },
    {
      id: "garden-controller",
      name: "Garden controller",
      room: "plant-house",
      has: BOARD_PINS.slice(3, 15).map((row) => structuredClone(row)),
      supplyV: 5,
      supplyW: 5,
      ownW: 0.8,
      stationsMost: 6,
      upkeepH: 2,
    },
  );
  RELAYS.forEach((does, i) =>
    design.pins.push({
      id: `bp-relay-${i + 1}`,
      board: "boathouse-board",
      demand: "relay",
      does,
      at: `relay ${i + 1}`,
      // The saw's relay is on the pin that says the start-up log.
      pin: does === "Table saw" ? "1" : String(i + 4),
      colour: COLOURS[i]!,
      contact: "normally open",
      ...(does === "Yard lamp" ? { wantedOnFailure: "on" as const } : {}),
    }),
  );
  COLOURS.forEach((colour, i) =>
    design.pins.push({
      id: `bp-key-${i + 1}`,
      board: "boathouse-board",
      demand: "switch",
      does: `Key ${i + 1}`,
      at: `key plate, ${i + 1}`,
      pin: ["12", "13", "14", "15", "18", "19", "20", "21"][i]!,
      colour,
    }),
  );
  design.pins.push({
    id: "bp-receiver",
    board: "boathouse-board",
    demand: "receiver",
    does: "Receiver, 433.92 MHz",
    at: "receiver, data",
    pin: "22",
    colour: "violet",
  });
}

/** Two sets of hand remotes, two codes nearly the same; six garden valves, one after another. */
function addRemotes(design: Design): void {
  const remote = (id: string, name: string, set: string, on: number, off: number, load?: string) =>
    design.remotes.push({
      id,
      name,
      set,
      mhz: 433.92,
      on,
      off,
      bits: 24,
      pulseUs: 350,
      repeats: 8,
      ...(load ? { load } : {}),
    });
  remote("quay-1", "Quay lights, steps", "Quay lights", 5_526_784, 5_526_796);
  remote("quay-2", "Quay lights, mooring", "Quay lights", 5_527_040, 5_527_052);
  remote("quay-3", "Quay lights, gangway", "Quay lights", 5_529_856, 5_529_868);
  remote("shop-1", "Workshop sockets, bench", "Workshop sockets", 9_830_416, 9_830_428, "boathouse-plg-1");
  // Set by hand on its switches, one of which is one off from that of the steps.
  remote("shop-2", "Workshop sockets, kettle", "Workshop sockets", 5_526_786, 9_831_437, "boathouse-plg-2");
  const beds = ["Herb bed", "Fruit cage", "Rose bed", "Lawn, east", "Lawn, west", "Plant house"];
  beds.forEach((name, i) =>
    design.stations.push({
      id: `st-${i + 1}`,
      name,
      board: "garden-controller",
      mode: "in turn",
      order: i + 1,
      minutes: i > 2 && i < 5 ? 20 : 12,
      gapMin: 1,
      ...(i ? {} : { startAt: "05:30" }),
    }),
  );
  design.stations.push({
    id: "st-quay",
    name: "Quay lights",
    mode: "together",
    order: 7,
    minutes: 45,
    startAt: "06:00",
  });
}
