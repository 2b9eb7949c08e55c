/** Other trades in a generated house: with them every check has something to do, as in a real one. */
import { applyChanges, type Change } from "../../design/edit";
import type { Design } from "../../design/collections";
import type { FixtureRow } from "../../design/rows/house-survey";
import { seeded } from "./generate";

const box = (x: number, y: number, wide: number, deep: number): [number, number][] => [
  [x, y],
  [x + wide, y],
  [x + wide, y + deep],
  [x, y + deep],
];

const KINDS: readonly FixtureRow["kind"][] = ["duct", "sprinkler", "beam", "furniture"];

/**
 * The house with a fixture, a lamp behind a switch and a door in every room, a mains run along every
 * corridor beside its trunk and one across it, a no-go area on every level, fire in its walls, shades whose
 * motors say what they need, and pairs of points kept symmetric. The same seed gives the same house.
 */
export function furnished(design: Design, seed: number): Design {
  const random = seeded(seed);
  const changes: Change[] = [
    { in: "design", put: { ...design.design, schools: { shadeCable: "what the motor needs" } } },
    { in: "circuits", put: { id: "lights", name: "Lights", breakerA: 10, phase: "L1" } },
  ];
  for (const level of design.levels) {
    const trunk = design.trunks.find((row) => row.level === level.id)!;
    const [[x0, y], [x1]] = [trunk.path[0]!, trunk.path.at(-1)!];
    const run = (id: string, path: [number, number][]): Change => ({
      in: "mainsRuns",
      put: { id: `${level.id}${id}`, level: level.id, name: `Mains ${id} ${level.code}`, path, heightM: 2.6 },
    });
    changes.push(
      run("along", [
        [x0, y + 0.15],
        [(x0 + x1) / 2, y + 0.15],
      ]),
    );
    changes.push(
      run("across", [
        [x1 / 3, y - 6],
        [x1 / 3, y + 6],
      ]),
    );
    const outline = box(x1 - 7, y - 3, 1.5, 1.5);
    changes.push({ in: "noGo", put: { id: `${level.id}stack`, level: level.id, name: "Stack", outline } });
  }
  for (const wall of design.walls)
    if (random() < 0.2) changes.push({ in: "walls", put: { ...wall, fireMin: 60 } });
  for (const room of design.rooms) {
    const { id, level } = room;
    const [x, y] = room.outline[0]!;
    const kind = KINDS[Math.floor(random() * KINDS.length)]!;
    const outline = box(x + 1 + 2 * random(), y + 1 + 2 * random(), 0.6, 0.4);
    changes.push(
      { in: "fixtures", put: { id: `${id}f`, level, name: `A ${kind}`, kind, outline, clearanceM: 0.3 } },
      {
        in: "switches",
        put: {
          ...{ id: `${id}s`, level, room: id, name: "Switch", x: x + 0.1, y: y + 1.2, z: 1.1 },
          ...{ gangs: 1, boxDepthMm: 40, neutral: "no" as const },
        },
      },
      {
        in: "legs",
        put: {
          id: `${id}g`,
          name: "Light",
          switches: [{ switch: `${id}s`, gang: 1 }],
          circuit: "lights",
          feed: "switched",
        },
      },
      {
        in: "lamps",
        put: {
          id: `${id}l`,
          level,
          room: id,
          name: "Lamp",
          x: x + 2.5,
          y: y + 2.5,
          leg: `${id}g`,
          count: 1,
          watts: 9,
        },
      },
    );
    const wall = design.walls.find((row) => row.id === `${id}w0`);
    if (wall)
      changes.push({
        in: "openings",
        put: {
          ...{ id: `${id}o`, wall: wall.id, kind: "door" as const, offsetM: 1, widthM: 0.9, heightM: 2 },
          ...{ sillM: 0, outsideIs: "none" as const, hinge: "start" as const },
        },
      });
    const [left, right] = design.points.filter((point) => point.room === id && point.kind === "loudspeaker");
    if (left && right)
      changes.push({
        in: "symmetries",
        put: { id: `${id}p`, left: left.id, right: right.id, axis: "across", atM: (left.x + right.x) / 2 },
      });
  }
  const motor = {
    ...{
      kind: "shade motor" as const,
      name: "Tube motor",
      protocol: "RS-485" as const,
      serves: ["shade" as const],
    },
    ...{
      can: [],
      supply: "low voltage" as const,
      price: 240,
      labourMin: 60,
      watts: 40,
      local: true,
      cloud: false,
    },
    ...{
      account: false,
      routes: false,
      updates: "none" as const,
      supportYears: 5,
      source: "typical" as const,
    },
  };
  changes.push({ in: "options", put: { id: "tube", ...motor } });
  const shades = new Set(design.points.filter((point) => point.kind === "shade").map((point) => point.id));
  for (const device of design.devices)
    if (shades.has(device.point)) changes.push({ in: "devices", put: { ...device, option: "tube" } });
  return applyChanges(design, changes);
}
