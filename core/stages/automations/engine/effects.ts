/** What an automation sets when it is cued by one of its cues, and what that may cue in turn. */
import type {
  AutomationRow,
  Aspect,
  Cue,
  Doing,
  Guard,
  Move,
  SceneRow,
} from "../../../design/rows/automations";
import { valueIn } from "./amounts";
import { TWO } from "./aspects";
import { channelOf } from "./state";
import type { Value } from "./world";

export interface Sets {
  /** Point and channel: "snug-shd-1 position"; or a dial: "dial bedtime". */
  thing: string;
  aspect?: Aspect;
  /** Absent where it hangs on something else. */
  value?: Value;
}

export interface Rows {
  scenes: readonly SceneRow[];
  groups: readonly { id: string; points: readonly string[] }[];
}

const nothingKnown = () => undefined;

/** All that its moves may set after a cue; those of branches for other keys are left out. */
export function setsAfter(rows: Rows, row: AutomationRow, cue: string): Sets[] {
  const all: Sets[] = [];
  const points = ({
    points: own,
    groups = [],
  }: {
    points: readonly string[];
    groups?: readonly string[];
  }) => [
    ...new Set([
      ...own,
      ...groups.flatMap((id) => rows.groups.find((group) => group.id === id)?.points ?? []),
    ]),
  ];
  const add = (point: string, aspect: Aspect, value?: Value) =>
    all.push({ thing: `${point} ${channelOf(aspect)}`, aspect, ...(value === undefined ? {} : { value }) });
  const scene = (id: string) => {
    for (const { point, aspect, to } of rows.scenes.find((one) => one.id === id)?.settings ?? [])
      add(point, aspect, valueIn({ say: to }, aspect, nothingKnown));
  };
  const walk = (moves: readonly Move[]): void => {
    for (const move of moves)
      switch (move.kind) {
        case "set":
          for (const point of points(move))
            add(point, move.aspect, valueIn(move.to, move.aspect, nothingKnown));
          break;
        case "step":
        case "toggle":
          for (const point of points(move)) add(point, move.aspect);
          break;
        case "dim":
          for (const point of points(move)) add(point, "level");
          break;
        case "scene":
          scene(move.scene);
          break;
        case "cycle":
          for (const id of move.scenes) scene(id);
          break;
        case "dial": {
          const say = move.to.say.toLowerCase();
          all.push({
            thing: `dial ${move.dial}`,
            ...(say === "on" ? { value: true } : say === "off" ? { value: false } : {}),
          });
          break;
        }
        case "choose":
          for (const branch of move.branches)
            if (!branch.keys?.length || branch.keys.includes(cue)) walk(branch.moves);
          if (move.otherwise) walk(move.otherwise);
          break;
        case "repeat":
          walk(move.moves);
          break;
        default:
      }
  };
  walk(row.moves);
  return all;
}

/** Can the same happening come to both: the same key pressed, the same state changed, the same person come? */
export function sameHappening(a: Cue, b: Cue): boolean {
  if (a.kind !== b.kind) return false;
  switch (a.kind) {
    case "press": {
      const other = b as typeof a;
      return a.point === other.point && a.button === other.button && a.press === other.press;
    }
    case "state": {
      const other = b as typeof a;
      return (
        a.aspect === other.aspect &&
        a.points.some((point) => other.points.includes(point)) &&
        (a.to === undefined || other.to === undefined || a.to === other.to)
      );
    }
    case "threshold": {
      const other = b as typeof a;
      return (
        a.aspect === other.aspect &&
        a.way === other.way &&
        a.points.some((point) => other.points.includes(point))
      );
    }
    case "presence": {
      const other = b as typeof a;
      const way = (how: string) => how.split(" ")[0];
      return (
        way(a.how) === way(other.how) &&
        (!a.people.length || !other.people.length || a.people.some((id) => other.people.includes(id)))
      );
    }
    case "dial": {
      const other = b as typeof a;
      return (
        a.dial === other.dial && (a.turn === "changes" || other.turn === "changes" || a.turn === other.turn)
      );
    }
    case "automation": {
      const other = b as typeof a;
      return a.automation === other.automation && a.edge === other.edge;
    }
    case "alarm":
      return a.person === (b as typeof a).person && Math.abs(a.offsetMin - (b as typeof a).offsetMin) <= 10;
    case "start":
      return true;
    default:
      return false;
  }
}

const OPPOSITE: Readonly<Record<Doing, Doing>> = {
  "at home": "away",
  away: "at home",
  asleep: "awake",
  awake: "asleep",
};

/** Do two guards never hold together, whatever the house is like? */
export function exclude(a: Guard, b: Guard): boolean {
  if (a.kind !== b.kind) return false;
  const plain = ({ not: _not, whole: _whole, ...rest }: Guard) => JSON.stringify(rest);
  if (plain(a) === plain(b)) return (a.not === true) !== (b.not === true);
  if (a.kind === "state" && b.kind === "state" && !a.not && !b.not)
    return (
      a.aspect === b.aspect &&
      a.is !== b.is &&
      a.points.length === 1 &&
      b.points.length === 1 &&
      !a.groups &&
      !b.groups &&
      a.points[0] === b.points[0]
    );
  if (a.kind === "presence" && b.kind === "presence" && !a.not && !b.not)
    return (
      a.people.length === 1 &&
      b.people.length === 1 &&
      a.people[0] === b.people[0] &&
      a.doing === OPPOSITE[b.doing]
    );
  return false;
}

/** Does what is set come to the cue? */
export function comesTo({ thing, aspect, value }: Sets, cue: Cue): boolean {
  if (cue.kind === "dial")
    return (
      thing === `dial ${cue.dial}` &&
      (cue.turn === "changes" || value === undefined || value === (cue.turn === "is switched on"))
    );
  if (cue.kind === "state" || cue.kind === "threshold") {
    if (aspect !== cue.aspect || !cue.points.some((point) => thing === `${point} ${channelOf(cue.aspect)}`))
      return false;
    if (cue.kind === "state")
      return cue.to === undefined || value === undefined || value === (TWO[cue.aspect]?.yes === cue.to);
    const limit = valueIn(cue.limit, cue.aspect, nothingKnown);
    return (
      typeof value !== "number" ||
      typeof limit !== "number" ||
      (cue.way === "above" ? value > limit : value < limit)
    );
  }
  return false;
}
