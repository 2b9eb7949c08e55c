/**
 * What happens on site: noting it drop by drop, what is left to do, and how what was built differs from
 * what was planned.
 */
import { round1, round3 } from "../../geometry/round";
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { Change } from "../../design/edit";
import { checkRow } from "../../design/check-row";
import { fail } from "../../design/input-error";
import { DROP_STATES, type DropRow, type DropTest, type PointRow, type TRADES } from "../../design/rows/runs";
import { writeCsv } from "../../files/csv";
import { movePoint } from "../house/points";
import { putDrop, rowOfDrop } from "./drop-row";
import { collisionsOf } from "./clearance";
import { dropsOf, type Drop } from "./drops";
import { pointLabel } from "../../points/labels";
import { routeGraph } from "../../ways/graph";
import { routeTo } from "../../ways/route";

export type DropState = (typeof DROP_STATES)[number];
export type Trade = (typeof TRADES)[number];

/** The order in which a drop gets on; the other states are where it stopped. */
export const PROGRESS: readonly DropState[] = ["planned", "pulled", "tested", "terminated"];

export interface SiteNote {
  state?: DropState;
  markStartM?: number;
  markEndM?: number;
  /** Row id of the reel it came off. */
  reel?: string;
  test?: DropTest;
  trade?: Trade;
  note?: string;
  photo?: string;
}

const trueM = (row?: Pick<DropRow, "markStartM" | "markEndM">) =>
  row?.markStartM === undefined || row.markEndM === undefined
    ? undefined
    : Math.abs(row.markEndM - row.markStartM);

/**
 * Note what was seen of a drop on a day. With both jacket marks and a reel, what is left on that reel
 * follows: it loses what came off it, and gets back what an earlier note had taken. Throws InputError where
 * marks or a test do not fit what is noted.
 */
export function noteDrop(design: Design, key: string, note: SiteNote, on: string): Change[] {
  const drop = dropsOf(design).find((one) => one.key === key) ?? fail("drop", `"${key}" does not exist`);
  const before = rowOfDrop(drop);
  const after: DropRow = { ...before, ...note, on };
  // The conductor of a home run is worked out; once it lies in the wall it stays what it was.
  if (drop.home && PROGRESS.indexOf(after.state) > 0) after.cableType ??= drop.cableType?.id;
  const length = trueM(after);
  if (after.state === "pulled" && (after.markStartM === undefined) !== (after.markEndM === undefined))
    fail("marks", "need both ends: the jacket's metre mark at the point and at the closet");
  if (length !== undefined && length < 0.1) fail("marks", "give no length: the two ends bear the same mark");
  if (after.state === "tested" && !after.test) fail("test", "has to say how it was tested and what came out");
  if (after.test?.result === "fail" && (after.state === "tested" || after.state === "terminated"))
    fail("test", "failed: note it as missing or blocked, or test again");
  const changes: Change[] = [];
  const reels = new Map<string, number>();
  const add = (reel: string | undefined, metres: number | undefined) =>
    reel && metres !== undefined && reels.set(reel, (reels.get(reel) ?? 0) + metres);
  add(before.reel, trueM(before));
  add(after.reel, length === undefined ? undefined : -length);
  for (const [id, metres] of reels) {
    const reel = byId(design, "reels").get(id);
    if (!reel || Math.abs(metres) < 1e-9) continue;
    const remainingM = round3(reel.remainingM + metres);
    if (remainingM < 0)
      fail("reel", `has ${reel.remainingM} m left, less than the ${length!.toFixed(2)} m that came off it`);
    changes.push({ in: "reels", put: { ...reel, remainingM } });
  }
  const doubt =
    length === undefined ? undefined : marksDoubt(design, drop, after.markStartM!, after.markEndM!);
  if (doubt?.impossible) fail("marks", doubt.said);
  const clean = Object.fromEntries(Object.entries(after).filter(([, value]) => value !== undefined));
  return [...changes, putDrop(checkRow("drops", clean, "") as DropRow)];
}

/**
 * Slack, coils and detours may make a cable this much longer than planned before it is doubted, and before
 * it is not believed.
 */
const DOUBTED = { times: 2, moreM: 10 };
const UNBELIEVED = { times: 3, moreM: 20 };
/** A tape and a jacket differ by so much. */
const SHORT_M = 0.5;

export interface MarksDoubt {
  /** What cannot be, or hardly, and the mark that would fit. */
  said: string;
  /** No cable there can be that long, or that short. */
  impossible: boolean;
  lengthM: number;
  /** A mark at the closet that would give about the planned length. */
  fitsM: number;
  leastM: number;
  mostM: number;
}

/**
 * Marks that give a length no cable on this way can have: shorter than the straight line, or many times as
 * long as the way. Undefined where they may be right, or nothing is known of the way.
 */
export function marksDoubt(design: Design, drop: Drop, startM: number, endM: number): MarksDoubt | undefined {
  const lengthM = round3(Math.abs(endM - startM));
  const reelM = Math.max(
    drop.cableType?.reelM ?? 0,
    ...design.reels.filter((reel) => reel.cableType === drop.cableType?.id).map((reel) => reel.remainingM),
  );
  const plannedM = drop.route && drop.route.pathM + drop.route.riseM + drop.slackM;
  if (plannedM === undefined) return undefined;
  const floor = (level: string) => byId(design, "levels").get(level)?.elevationM ?? 0;
  const [first, last] = [drop.route!.places[0]!, drop.route!.places.at(-1)!];
  const straightM = Math.hypot(
    first[1] - last[1],
    first[2] - last[2],
    floor(first[0]) + first[3] - floor(last[0]) - last[3],
  );
  const leastM = Math.max(0, straightM - SHORT_M);
  const most = (by: typeof DOUBTED) => by.times * plannedM + by.moreM;
  const impossible =
    lengthM < leastM || lengthM > most(UNBELIEVED) || (reelM > 0 && lengthM > reelM + SHORT_M);
  if (!impossible && lengthM <= most(DOUBTED)) return undefined;
  const fitsM = round1(endM < startM && startM >= plannedM ? startM - plannedM : startM + plannedM);
  const way =
    lengthM < leastM
      ? `the straight line alone is ${straightM.toFixed(1)} m`
      : `the way with its slack is ${plannedM.toFixed(1)} m`;
  return {
    said: `${startM} and ${endM} give ${lengthM.toFixed(1)} m, but ${way}: ${fitsM} m at the closet would fit`,
    impossible,
    lengthM,
    fitsM,
    leastM,
    mostM: most(DOUBTED),
  };
}

/**
 * A point found elsewhere than drawn: it stands there now, and where it was drawn is kept with the day and
 * the reason.
 */
export function movedOnSite(
  design: Design,
  id: string,
  to: { x: number; y: number; z?: number },
  on: string,
  why?: string,
): Change[] {
  const point = byId(design, "points").get(id) ?? fail("point", `"${id}" does not exist`);
  const drawn = point.drawn ?? { x: point.x, y: point.y, z: point.z, on, ...(why ? { why } : {}) };
  return movePoint(design, id, to).map((change) =>
    "put" in change && change.in === "points" && change.put.id === id
      ? {
          in: "points",
          put: {
            ...change.put,
            ...(to.z === undefined ? {} : { z: to.z }),
            drawn: { ...drawn, on, ...(why ? { why } : {}) },
          },
        }
      : change,
  );
}

export interface PunchItem {
  room: string;
  level: string;
  trade: Trade;
  point: PointRow;
  drop?: Drop;
  /** What has to be done. */
  what: string;
  on?: string;
  note?: string;
}

/** Whose thing stands in the way, by what it is. */
const TRADE_OF: Readonly<Record<string, Trade>> = {
  light: "electrician",
  sprinkler: "plumber",
  pipe: "plumber",
  duct: "heating",
  outlet: "heating",
  plant: "heating",
  beam: "builder",
  structure: "builder",
  "door leaf": "joiner",
  furniture: "household",
  obstacle: "builder",
};

/** What is wrong or in somebody's way, by room and trade. What simply is not done yet is not on it. */
export const punchList = memo("punchList", (design): PunchItem[] => {
  const place = (point: PointRow) => ({
    room: byId(design, "rooms").get(point.room)?.name ?? point.room,
    level: byId(design, "levels").get(point.level)?.name ?? point.level,
  });
  const items: PunchItem[] = [];
  for (const drop of dropsOf(design)) {
    const { row } = drop;
    if (!row) continue;
    const item = (trade: Trade, what: string) =>
      items.push({
        ...place(drop.point),
        trade: row.trade ?? trade,
        point: drop.point,
        drop,
        what,
        on: row.on,
        note: row.note,
      });
    if (drop.state === "missing") item("own", `Pull ${drop.label} again: it is not there`);
    else if (drop.state === "blocked") item("builder", `Clear the way of ${drop.label}`);
    else if (drop.state === "moved")
      item("own", `Find ${drop.label} its place: it does not end where it is drawn`);
    if (row.test?.result === "fail")
      item(
        "own",
        `Test ${drop.label} again: ${row.test.method} failed${row.test.measured ? `, ${row.test.measured}` : ""}`,
      );
  }
  for (const point of design.points) {
    for (const collision of collisionsOf(design, point).slice(0, 1)) {
      items.push({
        ...place(point),
        trade: TRADE_OF[collision.thing.kind] ?? "own",
        point,
        what:
          collision.farM === 0
            ? `${collision.thing.name} is where ${point.name} is: ${collision.why}`
            : `${collision.thing.name} is ${Math.round(collision.farM * 1000)} mm from ${point.name}, ${Math.round(collision.neededM * 1000)} mm wanted: ${collision.why}`,
      });
    }
  }
  return items.sort(
    (a, b) =>
      a.level.localeCompare(b.level, "en") ||
      a.room.localeCompare(b.room, "en") ||
      a.trade.localeCompare(b.trade, "en") ||
      (a.what < b.what ? -1 : 1),
  );
});

export const PUNCH_HEADER = ["Level", "Room", "Trade", "Point", "Label", "What", "Since", "Note"];
/** The punch list, a row an item. */
export const punchCsv = (design: Design): string =>
  writeCsv(
    PUNCH_HEADER,
    punchList(design).map((item) => [
      item.level,
      item.room,
      item.trade,
      item.point.name,
      item.drop?.label ?? pointLabel(design, item.point),
      item.what,
      item.on,
      item.note,
    ]),
  );

/** How far a room, or the house, has got: drops by state. */
export function progressOf(drops: readonly Drop[]): {
  done: number;
  all: number;
  byState: Partial<Record<DropState, number>>;
} {
  const byState: Partial<Record<DropState, number>> = {};
  for (const drop of drops) byState[drop.state] = (byState[drop.state] ?? 0) + 1;
  return { done: byState.terminated ?? 0, all: drops.length, byState };
}

export interface AsBuilt {
  drop: Drop;
  /** Cable in the house as planned, from where the point was drawn; and as the jacket marks have it. */
  plannedM?: number;
  builtM: number;
  diffM?: number;
  /** How far its point was moved on site. */
  movedM?: number;
  why?: string;
}

/** Every drop that has been measured or whose point was moved, the largest difference first. */
export function asBuiltOf(design: Design): AsBuilt[] {
  const graph = routeGraph(design);
  const slackM = design.design.slackPointM + design.design.slackClosetM;
  return dropsOf(design)
    .flatMap((drop): AsBuilt[] => {
      const { drawn } = drop.point;
      if ((!drop.marked && !drawn) || drop.lengthM === undefined) return [];
      const route =
        drawn && drop.closet
          ? routeTo(graph, { level: drop.point.level, ...drawn }, drop.closet)
          : drop.route;
      const plannedM = route && route.pathM + route.riseM + (drop.to ? drop.slackM : slackM);
      const builtM = drop.installedM ?? drop.lengthM;
      return [
        {
          drop,
          builtM,
          ...(plannedM === undefined ? {} : { plannedM, diffM: round3(builtM - plannedM) }),
          ...(drawn
            ? {
                movedM: round3(
                  Math.hypot(drop.point.x - drawn.x, drop.point.y - drawn.y, drop.point.z - drawn.z),
                ),
                why: drawn.why,
              }
            : {}),
        },
      ];
    })
    .sort(
      (a, b) => Math.abs(b.diffM ?? 0) - Math.abs(a.diffM ?? 0) || (a.drop.label < b.drop.label ? -1 : 1),
    );
}
