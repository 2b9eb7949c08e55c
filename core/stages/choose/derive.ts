/**
 * Wants from what the design already knows: problems, the switch map, points that are placed, templates by
 * type of room.
 */
import { withRows } from "../../design/kept";
import { byId, type Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import { WANT_FUNCTIONS, type WantFunction, type WantNeed, type WantRow } from "../../design/rows/choose";
import type { ProblemRow } from "../../design/rows/brief";
import type { RoomRow } from "../../design/rows/house-structure";
import { answeringPoints } from "../brief/problems";
import { azimuthDeg } from "../house";
import { FUNCTIONS } from "./functions";

export type WantSource = "problems" | "switch map" | "points" | "template";

export interface Proposal {
  source: WantSource;
  /** Why it is proposed, in words. */
  because: string;
  want: Omit<WantRow, "id">;
}

/** The function a kind of point does; the first that stands for it. */
export function functionOfKind(kind: string): WantFunction | undefined {
  const base = kind.replace(/--.*$/, "");
  return WANT_FUNCTIONS.find((fn) => FUNCTIONS[fn].point === base);
}

interface Hint {
  words: RegExp;
  wants: { fn: WantFunction; needs?: WantNeed[] }[];
}

/**
 * What a problem's own words point to, for problems that nothing answers yet. A designer ticks what is
 * right.
 */
const HINTS: readonly Hint[] = [
  { words: /dark|stair|stumble|fall/i, wants: [{ fn: "light" }, { fn: "presence" }] },
  { words: /overheat|hot|heating left|cold|draught/i, wants: [{ fn: "climate sensing" }] },
  { words: /heating left|radiator|lodger's heat/i, wants: [{ fn: "radiator" }] },
  { words: /gate|door|window|left open/i, wants: [{ fn: "opening" }] },
  { words: /damp|leak|water|pump/i, wants: [{ fn: "leak" }] },
  {
    words: /washing|standby|power|appliance|left on/i,
    wants: [{ fn: "socket", needs: ["energy metering"] }],
  },
  { words: /glare|sleep|shade|blind/i, wants: [{ fn: "shade", needs: ["quiet"] }] },
  {
    words: /awning|storm|wind/i,
    wants: [
      { fn: "awning", needs: ["outdoor"] },
      { fn: "weather", needs: ["outdoor"] },
    ],
  },
  { words: /key|lock|code/i, wants: [{ fn: "lock" }] },
  { words: /bell|visitor|parcel/i, wants: [{ fn: "door station", needs: ["outdoor"] }] },
];

const withOutdoor = (
  room: RoomRow | undefined,
  fn: WantFunction,
  needs: readonly WantNeed[] = [],
): WantNeed[] => {
  const outside =
    room?.outdoor &&
    [
      "light",
      "presence",
      "opening",
      "climate sensing",
      "socket",
      "shade",
      "awning",
      "weather",
      "lock",
    ].includes(fn);
  return outside && !needs.includes("outdoor") ? [...needs, "outdoor"] : [...needs];
};

/** Wants of a set of points, by room and function. */
function wantsOfPoints(
  design: Design,
  points: Iterable<string>,
  extra: (room: string, fn: WantFunction) => Partial<WantRow>,
): Omit<WantRow, "id">[] {
  const found = new Map<string, Omit<WantRow, "id">>();
  for (const id of points) {
    const point = byId(design, "points").get(id);
    const fn = point && functionOfKind(point.kind);
    // Lights are wanted by the leg they hang on; the switch map says which.
    if (!fn || (fn === "light" && design.lamps.some((lamp) => lamp.room === point.room && lamp.leg)))
      continue;
    const key = `${point.room} ${fn}`;
    const known = found.get(key);
    if (known) {
      known.count += 1;
      known.points.push(id);
    } else
      found.set(key, {
        room: point.room,
        function: fn,
        count: 1,
        needs: withOutdoor(byId(design, "rooms").get(point.room), fn),
        points: [id],
        ...extra(point.room, fn),
      });
  }
  return [...found.values()];
}

const safety = (problem: ProblemRow) =>
  problem.kind === "safety" ? { critical: true, localOnly: true } : {};

function fromProblems(design: Design): Proposal[] {
  return design.problems.flatMap((problem): Proposal[] => {
    const points = answeringPoints(design, problem);
    const because = `“${problem.name}”`;
    const answered = wantsOfPoints(design, points, () => ({ problem: problem.id, ...safety(problem) }));
    if (answered.length) return answered.map((want) => ({ source: "problems", because, want }));
    const hints = HINTS.filter((hint) => hint.words.test(problem.name)).flatMap((hint) => hint.wants);
    return problem.rooms.flatMap((room) =>
      hints.map(({ fn, needs }): Proposal => ({
        source: "problems",
        because: `${because}, by its words`,
        want: {
          room,
          function: fn,
          count: 1,
          needs: withOutdoor(byId(design, "rooms").get(room), fn, needs),
          points: [],
          problem: problem.id,
          ...safety(problem),
        },
      })),
    );
  });
}

function fromSwitchMap(design: Design): Proposal[] {
  return design.legs.flatMap((leg): Proposal[] => {
    const lamps = design.lamps.filter((lamp) => lamp.leg === leg.id);
    if (!lamps.length) return [];
    const count = lamps.reduce((sum, lamp) => sum + lamp.count, 0);
    const loadW = lamps.reduce((sum, lamp) => sum + lamp.count * (lamp.watts ?? 0), 0);
    const colour = lamps.some((lamp) => lamp.colour === "colour")
      ? (["colour"] as const)
      : lamps.some((lamp) => lamp.colour === "tunable white")
        ? (["tunable white"] as const)
        : [];
    const { room } = lamps[0]!;
    const row = byId(design, "rooms").get(room);
    // Where it is the only leg of its room, the lamps that stand there are its lamps.
    const only = !design.lamps.some(
      (lamp) => lamp.room === room && lamp.leg !== undefined && lamp.leg !== leg.id,
    );
    const points = only
      ? design.points
          .filter((point) => point.room === room && functionOfKind(point.kind) === "light")
          .map((point) => point.id)
      : [];
    return [
      {
        source: "switch map",
        because: `${leg.name}: ${count} ${count === 1 ? "lamp" : "lamps"} on ${leg.switches.length === 1 ? "one switch" : `${leg.switches.length} switches`}`,
        want: {
          room,
          function: "light",
          count: 1,
          needs: withOutdoor(row, "light", colour),
          lampsEach: count,
          ...(loadW ? { loadW } : {}),
          leg: leg.id,
          guest: true,
          points,
        },
      },
    ];
  });
}

const fromPoints = (design: Design): Proposal[] =>
  wantsOfPoints(
    design,
    design.points.map((point) => point.id),
    () => ({}),
  ).map((want) => ({
    source: "points",
    because: want.count === 1 ? "a point is placed for it" : `${want.count} points are placed for it`,
    want,
  }));

interface TemplateLine {
  fn: WantFunction;
  needs?: WantNeed[];
  /** One for each window, or so many. */
  count: number | "windows";
  critical?: boolean;
  guest?: boolean;
}

/** What a room of a type usually asks for. */
export const ROOM_TEMPLATES: Readonly<Record<RoomRow["type"], readonly TemplateLine[]>> = {
  living: [
    { fn: "light", needs: ["dim"], count: 1, guest: true },
    { fn: "presence", count: 1 },
    { fn: "climate sensing", count: 1 },
    { fn: "shade", count: "windows" },
    { fn: "remote", needs: ["hold to dim"], count: 1 },
  ],
  sleeping: [
    { fn: "light", needs: ["dim"], count: 1, guest: true },
    { fn: "climate sensing", count: 1 },
    { fn: "shade", needs: ["quiet"], count: "windows" },
    { fn: "opening", count: "windows" },
  ],
  wet: [
    { fn: "light", count: 1, guest: true },
    { fn: "leak", count: 1 },
    { fn: "climate sensing", count: 1 },
  ],
  kitchen: [
    { fn: "light", needs: ["dim"], count: 1, guest: true },
    { fn: "leak", count: 1 },
    { fn: "socket", needs: ["energy metering"], count: 1 },
  ],
  circulation: [
    { fn: "light", count: 1, guest: true, critical: true },
    { fn: "presence", count: 1 },
  ],
  work: [
    { fn: "light", count: 1, guest: true },
    { fn: "socket", needs: ["energy metering"], count: 2 },
    { fn: "climate sensing", count: 1 },
  ],
  store: [
    { fn: "light", count: 1, guest: true },
    { fn: "presence", count: 1 },
  ],
  plant: [
    { fn: "leak", count: 1, critical: true },
    { fn: "climate sensing", count: 1 },
    { fn: "light", count: 1, guest: true },
  ],
  outdoor: [
    { fn: "light", needs: ["outdoor"], count: 1, guest: true },
    { fn: "presence", needs: ["outdoor"], count: 1 },
  ],
};

/** Windows of a room: openings in walls along its outline that look outdoors. */
export function windowsOf(design: Design, room: RoomRow): number {
  const near = (x: number, y: number) =>
    room.outline.some(([ax, ay], i) => {
      const [bx, by] = room.outline[(i + 1) % room.outline.length]!;
      const length = Math.hypot(bx - ax, by - ay) || 1;
      const along = ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / length;
      return (
        along > 0 && along < length && Math.abs((x - ax) * (by - ay) - (y - ay) * (bx - ax)) / length < 0.5
      );
    });
  return design.openings.filter((opening) => {
    const wall = byId(design, "walls").get(opening.wall);
    if (
      opening.kind !== "window" ||
      !wall ||
      wall.level !== room.level ||
      azimuthDeg(design, opening) === undefined
    )
      return false;
    const length = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay) || 1;
    const at = (opening.offsetM + opening.widthM / 2) / length;
    return near(wall.ax + (wall.bx - wall.ax) * at, wall.ay + (wall.by - wall.ay) * at);
  }).length;
}

function fromTemplates(design: Design): Proposal[] {
  return design.rooms.flatMap((room) =>
    ROOM_TEMPLATES[room.type].flatMap(({ fn, needs, count, critical, guest }): Proposal[] => {
      const n = count === "windows" ? windowsOf(design, room) : count;
      if (!n) return [];
      return [
        {
          source: "template",
          because: `usual in a room for ${room.type}`,
          want: {
            room: room.id,
            function: fn,
            count: n,
            needs: withOutdoor(room, fn, needs),
            points: [],
            ...(critical ? { critical } : {}),
            ...(guest ? { guest } : {}),
          },
        },
      ];
    }),
  );
}

/** How much a source has to read from, and what is missing where it has nothing. */
const MATERIAL: Record<WantSource, { of(design: Design): number; missing: string; silent: string }> = {
  problems: {
    of: (design) => design.problems.length,
    missing: "No problem is written down yet: Brief is where they go.",
    silent: "The problems name no room, or nothing that their points or words point to.",
  },
  "switch map": {
    of: (design) => design.legs.length,
    missing: "No switch leg is mapped yet: House, Switch map, is where they go.",
    silent: "No lamp hangs on the switch legs yet.",
  },
  points: {
    of: (design) => design.points.length,
    missing: "No point is placed yet: House and Runs are where they go.",
    silent: "The points are of kinds that no want stands for.",
  },
  template: {
    of: (design) => design.rooms.length,
    missing: "No room is drawn yet: House is where they are.",
    silent: "The rooms are of types that ask for nothing by themselves.",
  },
};

/**
 * Why nothing is proposed from a source: it has nothing to read, what it has points to nothing, or all of it is wanted
 * already. Undefined where it does propose something.
 */
export function whyNothing(design: Design, source: WantSource): string | undefined {
  if (proposeWants(design, [source]).length) return undefined;
  const { of, missing, silent } = MATERIAL[source];
  if (of(design) === 0) return missing;
  const all = proposeWants(withRows(design, { wants: [] }), [source]).length;
  return all ? `All ${all} it would propose are wanted already.` : silent;
}

/** Same room and function, and the same leg where there is one. */
const sameWant = (a: Omit<WantRow, "id">, b: Omit<WantRow, "id">) =>
  a.room === b.room && a.function === b.function && (a.leg ?? "") === (b.leg ?? "");

/**
 * Wants that could be put down, from each source named, in that order. A want the design has, or an earlier
 * source has proposed, is not proposed again; where a later one has more to say (a problem, being
 * critical), the first keeps it.
 */
export function proposeWants(design: Design, sources: readonly WantSource[]): Proposal[] {
  const make: Record<WantSource, (of: Design) => Proposal[]> = {
    problems: fromProblems,
    "switch map": fromSwitchMap,
    points: fromPoints,
    template: fromTemplates,
  };
  const found: Proposal[] = [];
  for (const source of sources) {
    for (const proposal of make[source](design)) {
      if (design.wants.some((want) => sameWant(want, proposal.want))) continue;
      // A template's light is one too many where the switch map knows the room's legs.
      if (
        source !== "switch map" &&
        proposal.want.function === "light" &&
        [...design.wants, ...found.map((one) => one.want)].some(
          (want) => want.room === proposal.want.room && want.function === "light",
        )
      )
        continue;
      const known = found.find((one) => sameWant(one.want, proposal.want));
      if (!known) {
        found.push(proposal);
        continue;
      }
      known.want = {
        ...known.want,
        ...(proposal.want.critical ? { critical: true, localOnly: true } : {}),
        problem: known.want.problem ?? proposal.want.problem,
        count: Math.max(known.want.count, proposal.want.count),
        points: [...new Set([...known.want.points, ...proposal.want.points])],
      };
      if (known.want.problem === undefined) delete known.want.problem;
    }
  }
  return found;
}

/** Put proposals down as wants. `newId` gives ids that are not in use. */
export const addWants = (proposals: readonly Proposal[], newId: () => string): Change[] =>
  proposals.map(({ want }) => ({ in: "wants", put: { id: newId(), ...want } }));
