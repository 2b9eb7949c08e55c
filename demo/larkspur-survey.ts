/**
 * What the survey of Larkspur Weir found: circuits, switches and lamps, other trades' things, tape
 * readings. All invented.
 */
import type { Design } from "../core/design/collections";
import type { SwitchRow } from "../core/design/rows/house-survey";

export function addSurvey(design: Design): void {
  design.circuits.push(
    { id: "lights-g", name: "Lights, ground", breakerA: 6, phase: "L1", residualMa: 30 },
    { id: "lights-f", name: "Lights, first and loft", breakerA: 6, phase: "L1", residualMa: 30 },
    { id: "sockets-g", name: "Sockets, ground", breakerA: 32, phase: "L1", residualMa: 30 },
    { id: "cooker", name: "Cooker", breakerA: 32, phase: "L1" },
  );
  design.mainsRuns.push(
    {
      id: "mains-kitchen",
      level: "ground",
      name: "Cooker supply",
      path: [
        [4.35, 4.9],
        [4.35, 8.5],
        [1.2, 8.5],
      ],
      heightM: 2.7,
      circuit: "cooker",
    },
    {
      id: "mains-hall",
      level: "ground",
      name: "Lighting ring, hall",
      path: [
        [5.1, 0.6],
        [5.1, 4.8],
      ],
      heightM: 2.7,
      circuit: "lights-g",
    },
  );
  design.noGo.push({
    id: "chimney",
    level: "ground",
    name: "Chimney breast",
    outline: [
      [10.6, 5.4],
      [11.6, 5.4],
      [11.6, 6.1],
      [10.6, 6.1],
    ],
    why: "Live flue behind it",
  });
  design.fixtures.push(
    {
      id: "boiler",
      level: "cellar",
      name: "Boiler",
      kind: "plant",
      outline: [
        [4.9, 4.2],
        [5.8, 4.2],
        [5.8, 5.1],
        [4.9, 5.1],
      ],
      clearanceM: 0.5,
    },
    {
      id: "tank",
      level: "cellar",
      name: "Water tank",
      kind: "plant",
      outline: [
        [0.4, 3.4],
        [1.2, 3.4],
        [1.2, 4.2],
        [0.4, 4.2],
      ],
      clearanceM: 0.3,
    },
    {
      id: "outlet-dining",
      level: "ground",
      name: "Fresh-air outlet, dining room",
      kind: "outlet",
      outline: [
        [10.7, 7.9],
        [11, 7.9],
        [11, 8.2],
        [10.7, 8.2],
      ],
      clearanceM: 0.3,
    },
    {
      id: "beam-snug",
      level: "ground",
      name: "Oak beam, snug",
      kind: "beam",
      outline: [
        [8.5, 0.3],
        [8.7, 0.3],
        [8.7, 3.8],
        [8.5, 3.8],
      ],
      clearanceM: 0,
      lowM: 2.25,
      highM: 2.6,
    },
    {
      id: "pergola",
      level: "yard",
      name: "Quay pergola",
      kind: "structure",
      outline: [
        [1, 11.2],
        [5, 11.2],
        [5, 13.4],
        [1, 13.4],
      ],
      clearanceM: 0,
    },
  );
  const switches = (
    id: string,
    room: string,
    name: string,
    x: number,
    y: number,
    gangs: number,
    neutral: SwitchRow["neutral"],
    boxDepthMm: number,
    level = "ground",
  ) => design.switches.push({ id, level, room, name, x, y, z: 1.1, gangs, boxDepthMm, neutral });
  switches("sw-front", "hall", "Front door switch", 4.75, 0.32, 3, "no", 35);
  switches("sw-stair-foot", "hall", "Foot of stair switch", 4.33, 3.7, 2, "no", 35);
  switches("sw-office", "office", "Office switch", 4.08, 2.3, 1, "yes", 47);
  switches("sw-snug", "snug", "Snug switch", 6.92, 2.55, 2, "no", 35);
  switches("sw-kitchen", "kitchen", "Kitchen switch", 4.08, 5.8, 4, "unknown", 35);
  switches("sw-dining", "dining", "Dining switch", 4.9, 5.32, 2, "no", 35);
  switches("sw-shower", "shower", "Shower switch", 8.3, 4.02, 1, "no", 25);
  switches("sw-lobby", "lobby", "Lobby switch", 9.32, 4.3, 2, "unknown", 35);
  switches("sw-laundry", "laundry", "Laundry switch", 13.2, 3.88, 1, "yes", 47);
  switches("sw-stair-head", "landing", "Head of stair switch", 4.33, 2.2, 2, "no", 35, "first");
  switches("sw-nurse", "nurse", "Nurse's room switch", 4.08, 3.1, 1, "no", 35, "first");
  switches("sw-loft", "stair-head", "Loft stair switch", 8.3, 4.7, 1, "unknown", 35, "loft");
  const lamp = (
    id: string,
    room: string,
    name: string,
    x: number,
    y: number,
    leg: string | undefined,
    count: number,
    watts: number,
    cap = "E27",
    level = "ground",
  ) =>
    design.lamps.push({
      id,
      level,
      room,
      name,
      x,
      y,
      ...(leg ? { leg } : {}),
      count,
      cap,
      watts,
      colour: "white",
    });
  const leg = (id: string, name: string, gangs: [string, number][], circuit = "lights-g") =>
    design.legs.push({
      id,
      name,
      switches: gangs.map(([row, gang]) => ({ switch: row, gang })),
      circuit,
      feed: "switched",
    });
  leg("leg-hall", "Hall lamps", [
    ["sw-front", 1],
    ["sw-stair-foot", 1],
  ]);
  leg(
    "leg-stair",
    "Stair lamps",
    [
      ["sw-stair-foot", 2],
      ["sw-stair-head", 1],
      ["sw-loft", 1],
    ],
    "lights-f",
  );
  leg("leg-office", "Office lamp", [["sw-office", 1]]);
  leg("leg-snug", "Snug lamp", [["sw-snug", 1]]);
  leg("leg-kitchen", "Kitchen lamps", [["sw-kitchen", 1]]);
  leg("leg-laundry", "Laundry lamp", [["sw-laundry", 1]]);
  leg("leg-shower", "Shower lamp", [["sw-shower", 1]]);
  lamp("la-hall", "hall", "Hall pendant", 5.8, 1.8, "leg-hall", 1, 9);
  lamp("la-stair", "landing", "Stair lamps", 5.8, 3.2, "leg-stair", 3, 5, "E14", "first");
  lamp("la-office", "office", "Office lamp", 2.6, 2.4, "leg-office", 1, 12);
  lamp("la-snug", "snug", "Snug spots", 9.0, 2.6, "leg-snug", 6, 5, "GU10");
  lamp("la-kitchen", "kitchen", "Kitchen tubes", 1.6, 6.2, "leg-kitchen", 2, 18, "G5");
  lamp("la-laundry", "laundry", "Laundry lamp", 13.2, 2.6, "leg-laundry", 1, 9);
  lamp("la-shower", "shower", "Shower lamp", 7.6, 4.7, "leg-shower", 1, 7);
  lamp("la-dining", "dining", "Dining pendant", 7.2, 7.6, undefined, 5, 4, "E14");
  lamp("la-yard", "yard-open", "Lamp over the yard door", 16.2, 4.8, undefined, 1, 10, "E27", "yard");
  // The snug's spots are let into a ceiling with a bedroom above it.
  Object.assign(
    design.lamps.find((row) => row.id === "la-snug")!,
    { holeMm: 80, fireMin: 30 },
  );
  design.traces.push(
    { id: "tr-1", switch: "sw-front", gang: 2, on: "2026-09-06", result: "nothing seen", lamps: [] },
    {
      id: "tr-2",
      switch: "sw-kitchen",
      gang: 2,
      on: "2026-09-06",
      result: "something else",
      lamps: [],
      note: "The extractor behind the hob.",
    },
    { id: "tr-3", switch: "sw-kitchen", gang: 1, on: "2026-09-06", result: "lamps", lamps: ["la-kitchen"] },
  );
  design.measurements.push(
    {
      id: "ms-office-n",
      room: "office",
      side: 0,
      of: "length",
      typed: "3.89m",
      metres: 3.89,
      on: "2026-09-05",
    },
    {
      id: "ms-office-win",
      opening: "g-out-w-1",
      of: "width",
      typed: `4' 1"`,
      metres: 1.2446,
      on: "2026-09-05",
    },
    { id: "ms-snug-h", room: "snug", of: "height", typed: "2.60", metres: 2.6, on: "2026-09-05" },
  );
}
