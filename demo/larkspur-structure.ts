/** Larkspur Weir as built: levels, walls, rooms and the ways for cable. All invented. */
import type { Design } from "../core/design/collections";
import { door, outsideDoor, room, shell, wall, window } from "./build-house";

export function addStructure(design: Design): void {
  design.levels.push(
    {
      id: "cellar",
      name: "Cellar",
      code: "C",
      order: -1,
      elevationM: -2.5,
      ceilingHeightM: 2.2,
      slabThicknessM: 0.2,
      slabMaterial: "slab",
      voidAboveM: 0,
    },
    {
      id: "ground",
      name: "Ground",
      code: "0",
      order: 0,
      elevationM: 0,
      ceilingHeightM: 2.6,
      slabThicknessM: 0.2,
      slabMaterial: "slab",
      voidAboveM: 0.22,
      slabFireMin: 60,
    },
    {
      id: "first",
      name: "First",
      code: "1",
      order: 1,
      elevationM: 2.9,
      ceilingHeightM: 2.4,
      slabThicknessM: 0.25,
      slabMaterial: "timber-floor",
      voidAboveM: 0.2,
      slabFireMin: 30,
    },
    {
      id: "loft",
      name: "Loft",
      code: "2",
      order: 2,
      elevationM: 5.6,
      ceilingHeightM: 2.2,
      slabThicknessM: 0.22,
      slabMaterial: "timber-floor",
      voidAboveM: 0.1,
    },
    {
      id: "yard",
      name: "Yard",
      code: "Y",
      order: 3,
      elevationM: -0.15,
      ceilingHeightM: 3.2,
      slabThicknessM: 0.15,
      slabMaterial: "slab",
      voidAboveM: 0,
    },
  );
  cellar(design);
  ground(design);
  first(design);
  loft(design);
  yard(design);
  ways(design);
}

function cellar(design: Design): void {
  shell(design, "c-out", "cellar", [0, 0, 12, 5.45], 0.5, "rubble-500", {
    n: [window(2.2, 0.6), window(8.4, 0.6)],
  });
  wall(design, "c-mid", "cellar", [6, 0.25, 6, 5.2], 0.12, "brick-single", [door(3.4)]);
  room(design, "plant-room", "cellar", "Plant room", "PLANT", "plant", [0.25, 0.25, 6, 5.2]);
  room(design, "store", "cellar", "Store", "STORE", "store", [6, 0.25, 11.75, 5.2]);
}

function ground(design: Design): void {
  shell(design, "g-out", "ground", [0, 0, 12, 9], 0.5, "rubble-500", {
    n: [window(1.4, 1.4), outsideDoor(5, 1), window(8.6, 1.6)],
    e: [door(4.1, 0.9)],
    s: [window(1.6, 1.8), window(5.2, 1.2), window(9, 1.6)],
    w: [window(1.2, 1.2), window(6.4, 1.4)],
  });
  wall(design, "g-office", "ground", [4.2, 0.25, 4.2, 8.75], 0.12, "brick-single", [door(2.4), door(5.9)]);
  wall(design, "g-kitchen", "ground", [0.25, 3.9, 4.2, 3.9], 0.12, "brick-single");
  wall(design, "g-snug", "ground", [6.8, 0.25, 6.8, 5.2], 0.1, "plasterboard", [door(2.6)]);
  wall(design, "g-shower", "ground", [6.8, 3.9, 11.75, 3.9], 0.1, "plasterboard", [door(3.2)]);
  wall(design, "g-dining", "ground", [4.2, 5.2, 11.75, 5.2], 0.12, "brick-single", [door(0.9), door(5.6)]);
  wall(design, "g-lobby", "ground", [9.2, 3.9, 9.2, 5.2], 0.1, "plasterboard", [door(0.25, 0.75)]);
  shell(design, "x-out", "ground", [12.35, 1.3, 15, 6.8], 0.2, "foil-insulation", {
    n: [window(0.8, 1)],
    e: [window(0.6, 1), outsideDoor(3.6)],
  });
  wall(design, "x-mid", "ground", [12.45, 4, 14.9, 4], 0.1, "plasterboard", [door(0.5)]);
  room(design, "office", "ground", "Lock office", "LOCK", "work", [0.25, 0.25, 4.2, 3.9]);
  room(design, "hall", "ground", "Hall", "HALL", "circulation", [4.2, 0.25, 6.8, 5.2]);
  room(design, "snug", "ground", "Snug", "SNUG", "living", [6.8, 0.25, 11.75, 3.9]);
  room(design, "kitchen", "ground", "Galley kitchen", "KIT", "kitchen", [0.25, 3.9, 4.2, 8.75]);
  room(design, "dining", "ground", "Dining room", "DIN", "living", [4.2, 5.2, 11.75, 8.75]);
  room(design, "shower", "ground", "Shower", "SHOW", "wet", [6.8, 3.9, 9.2, 5.2]);
  room(design, "lobby", "ground", "Back lobby", "LOB", "circulation", [9.2, 3.9, 11.75, 5.2]);
  room(design, "laundry", "ground", "Laundry", "LAUN", "wet", [12.45, 1.4, 14.9, 4]);
  room(design, "boot", "ground", "Boot room", "BOOT", "circulation", [12.45, 4, 14.9, 6.7]);
}

function first(design: Design): void {
  shell(design, "f-out", "first", [0, 0, 12, 9], 0.5, "rubble-500", {
    n: [window(1.4, 1.2), window(5, 0.9), window(8.6, 1.4)],
    e: [window(1.2, 1), window(6.4, 1.2)],
    s: [window(1.6, 1.4), window(5.2, 1.4), window(9, 1.2)],
    w: [window(1.4, 1.2), window(6, 1.2)],
  });
  wall(design, "f-west", "first", [4.2, 0.25, 4.2, 8.75], 0.1, "plasterboard", [door(2.8), door(4.4)]);
  wall(design, "f-nurse", "first", [0.25, 4.4, 4.2, 4.4], 0.12, "brick-single");
  wall(design, "f-east", "first", [6.8, 0.25, 6.8, 5.2], 0.1, "plasterboard", [door(1.6), door(3.6)]);
  wall(design, "f-bath", "first", [6.8, 3.2, 11.75, 3.2], 0.1, "plasterboard");
  wall(design, "f-dress", "first", [9.4, 3.2, 9.4, 5.2], 0.1, "plasterboard");
  wall(design, "f-south", "first", [4.2, 5.2, 11.75, 5.2], 0.12, "brick-single", [door(1), door(6.2)]);
  room(design, "nurse", "first", "Nurse's room", "NURSE", "sleeping", [0.25, 0.25, 4.2, 4.4]);
  room(design, "carpenter", "first", "Carpenter's room", "CARP", "sleeping", [0.25, 4.4, 4.2, 8.75]);
  room(design, "landing", "first", "Landing", "LAND", "circulation", [4.2, 0.25, 6.8, 5.2]);
  room(design, "teen", "first", "Teenager's room", "TEEN", "sleeping", [6.8, 0.25, 11.75, 3.2]);
  room(design, "bath", "first", "Bath", "BATH", "wet", [6.8, 3.2, 9.4, 5.2]);
  room(design, "dressing", "first", "Dressing room", "DRES", "store", [9.4, 3.2, 11.75, 5.2]);
  room(design, "gran", "first", "Grandmother's room", "GRAN", "sleeping", [4.2, 5.2, 11.75, 8.75]);
}

function loft(design: Design): void {
  shell(design, "l-out", "loft", [1.4, 1.4, 10.6, 7.6], 0.2, "foil-insulation", {
    n: [window(2.6, 1)],
    s: [window(2.4, 1), window(6.2, 1)],
    w: [window(2.4, 1.2)],
  });
  wall(design, "l-mid", "loft", [8.6, 1.5, 8.6, 7.5], 0.1, "plasterboard", [door(3.6)]);
  wall(design, "l-shower", "loft", [8.6, 4, 10.5, 4], 0.1, "plasterboard", [door(0.5, 0.7)]);
  room(design, "sail-loft", "loft", "Sail loft", "SAIL", "sleeping", [1.5, 1.5, 8.6, 7.5]);
  room(design, "loft-shower", "loft", "Loft shower", "LSHO", "wet", [8.6, 1.5, 10.5, 4]);
  room(design, "stair-head", "loft", "Stair head", "STAIR", "circulation", [8.6, 4, 10.5, 7.5]);
}

function yard(design: Design): void {
  shell(design, "y-boat", "yard", [26.1, 0, 34, 6], 0.2, "sheet-metal", {
    w: [outsideDoor(2, 2.6)],
    s: [window(3, 1.6)],
  });
  shell(design, "y-plant", "yard", [16, 10, 20, 14], 0.08, "glass-clear", { n: [outsideDoor(1.5, 0.9)] });
  room(design, "boathouse", "yard", "Boathouse workshop", "BOAT", "work", [26.2, 0.1, 33.9, 5.9]);
  room(design, "plant-house", "yard", "Plant house", "GLAS", "outdoor", [16.05, 10.05, 19.95, 13.95]);
  room(design, "quay", "yard", "Quay", "QUAY", "outdoor", [0, 9.25, 14.5, 12.4], true);
  room(design, "yard-open", "yard", "Yard", "YARD", "outdoor", [15.1, -1, 26, 9.2], true);
  room(design, "towpath", "yard", "Towpath", "TOW", "outdoor", [34.1, 6.4, 73, 9.2], true);
}

function ways(design: Design): void {
  const trunk = (
    id: string,
    level: string,
    name: string,
    kind: "tray" | "conduit" | "void" | "duct",
    heightM: number,
    path: [number, number][],
    boreMm?: number,
  ) => design.trunks.push({ id, level, name, kind, path, heightM, ...(boreMm ? { boreMm } : {}) });
  // The wall between boiler and store keeps a fire from the stair.
  for (const row of design.walls) if (row.id.startsWith("c-mid")) row.fireMin = 60;
  trunk("t-cellar", "cellar", "Cellar tray", "tray", 2, [
    [0.8, 4.4],
    [11.4, 4.4],
  ]);
  trunk("t-cellar-n", "cellar", "Plant branch", "tray", 2, [
    [3, 4.4],
    [3, 0.8],
  ]);
  for (const row of design.trunks) Object.assign(row, { widthMm: 150, depthMm: 60 });
  trunk("t-hall", "ground", "Hall trunk", "void", 2.7, [
    [5.2, 0.8],
    [5.2, 8.2],
  ]);
  trunk("t-office", "ground", "Office trunk", "void", 2.7, [
    [5.2, 2.2],
    [0.7, 2.2],
  ]);
  trunk("t-snug", "ground", "Snug trunk", "void", 2.7, [
    [5.2, 2.2],
    [11.4, 2.2],
  ]);
  trunk(
    "t-boot",
    "ground",
    "Boot trunk",
    "conduit",
    2.7,
    [
      [11.4, 2.2],
      [13.6, 2.2],
      [13.6, 6.2],
    ],
    40,
  );
  trunk("t-kitchen", "ground", "Kitchen trunk", "void", 2.7, [
    [5.2, 6.4],
    [0.7, 6.4],
  ]);
  trunk("t-dining", "ground", "Dining trunk", "void", 2.7, [
    [5.2, 6.4],
    [11.3, 6.4],
  ]);
  trunk("t-landing", "first", "Landing trunk", "void", 2.5, [
    [5.6, 0.8],
    [5.6, 8.3],
  ]);
  trunk("t-west", "first", "West bedroom trunk", "void", 2.5, [
    [5.6, 4.1],
    [0.7, 4.1],
  ]);
  trunk("t-east", "first", "East trunk", "void", 2.5, [
    [5.6, 3],
    [11.3, 3],
  ]);
  trunk("t-south", "first", "South trunk", "void", 2.5, [
    [5.6, 7],
    [11.3, 7],
  ]);
  trunk("t-loft", "loft", "Ridge trunk", "void", 2.1, [
    [2, 4.6],
    [10.2, 4.6],
  ]);
  trunk(
    "t-yard",
    "yard",
    "Yard duct",
    "duct",
    -0.6,
    [
      [12.4, 8.2],
      [15.6, 8.2],
      [15.6, 5],
      [25.4, 5],
      [25.4, 3],
      [33.6, 3],
    ],
    110,
  );
  trunk(
    "t-tow",
    "yard",
    "Towpath duct",
    "duct",
    -0.6,
    [
      [33.6, 3],
      [33.6, 7.8],
      [71, 7.8],
    ],
    63,
  );
  trunk(
    "t-glass",
    "yard",
    "Plant house duct",
    "duct",
    -0.6,
    [
      [18, 5],
      [18, 12.5],
    ],
    50,
  );
  trunk(
    "t-quay",
    "yard",
    "Quay duct",
    "duct",
    -0.6,
    [
      [12.4, 8.2],
      [12.4, 10.6],
      [1, 10.6],
    ],
    63,
  );
  design.risers.push(
    { id: "r-main", name: "Main riser", x: 6.5, y: 4.8, fromLevel: "cellar", toLevel: "loft", boreMm: 150 },
    { id: "r-yard", name: "Yard entry", x: 12.4, y: 8.2, fromLevel: "cellar", toLevel: "yard", boreMm: 110 },
  );
  design.closets.push(
    {
      id: "cellar-cabinet",
      level: "cellar",
      room: "plant-room",
      name: "Cellar cabinet",
      kind: "rack",
      x: 1.2,
      y: 4.8,
      z: 1.4,
      wallWidthM: 2.4,
      ambientC: 27,
      poeBudgetW: 240,
      poePorts: 16,
    },
    {
      id: "landing-cupboard",
      level: "first",
      room: "landing",
      name: "Landing cupboard",
      kind: "cupboard",
      x: 4.6,
      y: 4.7,
      z: 1.5,
      wallWidthM: 0.9,
      ambientC: 22,
      poeBudgetW: 65,
      poePorts: 8,
    },
    {
      id: "boathouse-wall",
      level: "yard",
      room: "boathouse",
      name: "Boathouse board",
      kind: "board",
      x: 26.4,
      y: 3.4,
      z: 1.5,
      wallWidthM: 1.2,
      ambientC: 14,
    },
  );
}
