/** The sample house with one fault of every sort put into it, for checks the worn houses do not set off. */
import { larkspurWeir } from "../../demo/larkspur-weir";
import type { Design } from "../../core/design/collections";
import { applyChanges, type Change } from "../../core/design/edit";
import { dropsOf } from "../../core/stages/runs";

/** Faults by what is wrong; each makes changes for the design as the ones before it left it. */
const FAULTS: Readonly<Record<string, (design: Design) => Change[]>> = {
  "a test failed, a cable is missing, others wait for a trade": (design) =>
    dropsOf(design)
      .filter((drop) => !drop.to && !drop.row && drop.cableType)
      .slice(0, 4)
      .map(({ point, index }, i) => ({
        in: "drops",
        put: {
          id: `faulty-${i}`,
          point: point.id,
          index,
          ...([
            {
              state: "tested",
              test: { method: "wire map", result: "fail", measured: "open pair" },
              trade: "electrician",
            },
            { state: "missing", trade: "builder" },
            { state: "blocked", trade: "plumber", note: "Pipe in the way", on: "2026-09-01" },
            {
              state: "planned",
              cableType: design.cableTypes[0]!.id,
              route: { trunks: [design.trunks[0]!.id], risers: [] },
            },
          ][i] as object),
        } as Design["drops"][number],
      })),
  "a switch with two ports, and one without watts": (design) =>
    design.closets.map((row, i) => ({ in: "closets", put: { ...row, poePorts: 2, poeBudgetW: i ? 5 : 60 } })),
  "conduits of many bends, nearly as wide as three cables, and a tray too small": (design) =>
    design.trunks.map((row) => {
      const [[x, y]] = row.path as [[number, number]];
      return {
        in: "trunks",
        put:
          row.kind === "tray"
            ? { ...row, widthMm: 25, depthMm: 12, bundles: 2 }
            : {
                ...row,
                boreMm: 25,
                path: [
                  [x - 0.6, y],
                  [x - 0.6, y + 0.4],
                  [x - 0.3, y + 0.4],
                  [x - 0.3, y],
                  [x, y],
                  ...row.path.slice(1),
                ],
              },
      } as Change;
    }),
  "boxes on top of one another": ({ points }) =>
    points
      .filter(
        (point) => point.kind === "wall-switch" || point.kind === "keypad" || point.kind === "data-outlet",
      )
      .slice(0, 2)
      .flatMap((point, i, [first]) =>
        i && first
          ? [
              {
                in: "points",
                put: {
                  ...point,
                  level: first.level,
                  room: first.room,
                  x: first.x,
                  y: first.y + 0.03,
                  z: first.z,
                },
              },
            ]
          : [],
      ),
  "two services look alike": (design) => [
    {
      in: "design",
      put: {
        ...design.design,
        legend: [
          { service: "network", colour: "green", mark: "plain" },
          { service: "shade", colour: "green", mark: "one ring" },
          { service: "sound", colour: "green", mark: "plain" },
        ],
      },
    },
  ],
  "a room that crosses itself, two of one code, and a way through what is barred": (design) => [
    ...design.rooms.slice(0, 2).map((row, i): Change => {
      const [a, b, ...rest] = row.outline as [[number, number], [number, number]];
      return {
        in: "rooms",
        put: i
          ? { ...row, code: design.rooms[0]!.code, level: design.rooms[0]!.level }
          : { ...row, outline: [b, a, ...rest] },
      };
    }),
    ...design.noGo.map((row): Change => {
      const trunk = design.trunks[0]!;
      const [x, y] = trunk.path[1]!;
      return {
        in: "noGo",
        put: {
          ...row,
          level: trunk.level,
          outline: [
            [x - 1, y - 1],
            [x + 1, y - 1],
            [x + 1, y + 1],
            [x - 1, y + 1],
          ],
        },
      };
    }),
  ],
  "a wall of no length": (design) => [
    { in: "walls", put: { ...design.walls[3]!, bx: design.walls[3]!.ax, by: design.walls[3]!.ay } },
  ],
  "phases out of order, late, and the loudest first": (design) =>
    design.phases.map((row) => ({
      in: "phases",
      put:
        row.order === 1
          ? { ...row, disruption: 5, rooms: design.rooms.map(({ id }) => id) }
          : { ...row, signedOffBy: "Sam", signedOffOn: "2027-05-01" },
    })),
  "constraints that nothing keeps": (design) => [
    ...design.constraints.map((row): Change => ({
      in: "constraints",
      put: { ...row, amount: 90, by: "2026-01-01", languages: [] },
    })),
    ...(["keep", "date", "tenure", "no new cable"] as const).map((kind): Change => ({
      in: "constraints",
      put: {
        id: `faulty-${kind.replaceAll(" ", "-")}`,
        name: `It says ${kind}`,
        kind,
        tenure: "tenant",
        by: "2026-02-01",
        rooms: design.rooms.slice(0, 5).map(({ id }) => id),
        walls: design.openings.filter((opening) => opening.kind === "gap").map(({ wall }) => wall),
      },
    })),
  ],
  "everything deleted, nothing came back": (design) =>
    design.requirements.map((row) => ({
      in: "requirements",
      put: { ...row, step: "delete", moves: [{ to: "delete", on: "2026-05-02", why: "Not needed" }] },
    })),
  "sentences without a cue": (design) =>
    design.automations.slice(0, 2).map((row) => ({ in: "automations", put: { ...row, cues: [] } })),
  "no device has a place in the catalogue's reach": (design) =>
    design.options.map((row) => ({
      in: "options",
      put: row.controls
        ? {
            ...row,
            controls: {
              ...row.controls,
              radios: (row.controls as { radios?: object[] }).radios?.map((radio) => ({ ...radio, most: 1 })),
            },
          }
        : row,
    })) as Change[],
};

export function faultyHouse(): Design {
  return Object.values(FAULTS).reduce((design, fault) => applyChanges(design, fault(design)), larkspurWeir());
}

/** A house where the sun neither rises in winter nor sets in summer. */
export const polarHouse = (): Design => {
  const design = larkspurWeir();
  return {
    ...design,
    design: { ...design.design, latitudeDeg: 78.2, longitudeDeg: 15.6, zone: "Europe/Oslo" },
  };
};
