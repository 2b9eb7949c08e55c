/**
 * No result outlives what it hangs on: after any change of any field, what was kept equals what is computed
 * anew.
 */
import { acceptFindings } from "../../core/desk/accept";
import { larkspurWeir } from "../../demo/larkspur-weir";
import { changesOf } from "./changes";
import { sentenceText } from "../../core/stages/automations";
import { phaseSums, rankedProblems } from "../../core/stages/brief";
import { allCandidates } from "../../core/stages/choose/candidates";
import { carriersOf } from "../../core/stages/choose/carriers";
import { cableCost } from "../../core/stages/choose/site";
import {
  byId,
  FILE_ORDER,
  type AnyRow,
  type CollectionName,
  type Design,
} from "../../core/design/collections";
import { applyChanges, type Change } from "../../core/design/edit";
import { memoByParts } from "../../core/design/kept";
import { removeRows } from "../../core/design/remove";
import { allGangs } from "../../core/stages/house/switches";
import { ledgerOf } from "../../core/desk/ledger";
import { dropsOf, runsJson } from "../../core/stages/runs";
import { labelsOf } from "../../core/stages/runs/labels";
import { dayAsked } from "../../core/stages/register/steps";
import { legendOf } from "../../core/stages/runs/legend";
import { punchList } from "../../core/stages/runs/site";
import { stretchesOf } from "../../core/stages/runs/thickness";
import { STAGE_LIST } from "../../core/desk/list";
import { allFindings, allPapers, facetsOf } from "../../core/desk/summary";

/** A drawing says when it was made. */
const withoutDates = (text: string) => text.replace(/\$T[^$]*\n[^\n]*\n[^\n]*\n/g, "");

type Results = Readonly<Record<string, (design: Design) => unknown>>;

/** What the screens, the papers and the command line show. */
export async function shownResults(): Promise<Results> {
  const papers = await allPapers();
  return {
  findings: allFindings,
  facets: facetsOf,
  ledger: ledgerOf,
  // Of every stage that is built, and of every one that comes.
  ...Object.fromEntries(
    STAGE_LIST.flatMap(({ stage, cells }) =>
      (cells ?? []).map(({ cell, working }) => [`${stage}: working of ${cell}`, working]),
    ),
  ),
  // A day of commissioning is planned anew each time it is asked for, and takes longest of all: what it is asked is
  // looked at in its place.
  ...Object.fromEntries(
    Object.entries(papers.tables)
      .filter(([name]) => name !== "day-plan")
      .map(([name, write]) => [`table ${name}`, write]),
  ),
  day: (design) => dayAsked(design).steps,
  ...Object.fromEntries(
    Object.entries(papers.plans).map(([kind, write]) => [
      `plan as ${kind}`,
      (design: Design) => design.levels.map((level) => withoutDates(write(design, level.id))),
    ]),
  ),

  phases: phaseSums,
  problems: rankedProblems,
  runs: runsJson,
  labels: (design) => labelsOf(design).map(({ label, here, there }) => [label, here, there]),
  legend: legendOf,
  punch: punchList,
  thickness: stretchesOf,
  gangs: allGangs,
  candidates: (design) => [...allCandidates(design)],
  carriers: carriersOf,
  cable: (design) => cableCost(design, "access-point"),
  sentences: (design) => design.automations.map((row) => sentenceText(design, row)),
  };
}

const isObject = (value: unknown): value is object => typeof value === "object" && value !== null;

/** "Map", "Set", "Array" or "Object", of whichever side of the test's own fence it was made. */
const sortOf = (value: object): string => Object.prototype.toString.call(value).slice(8, -1);

/** Its parts by name; a property that is not there is one that is undefined. What is in a Set or Map stands in order. */
function partsOf(value: object): [unknown, unknown][] {
  const sort = sortOf(value);
  return sort === "Map" || sort === "Set"
    ? [...(value as Iterable<unknown>)].map((part, n) => [n, part])
    : Object.entries(value).filter(([, part]) => part !== undefined && typeof part !== "function");
}

/**
 * Whether two results say the same. Written out and compared as text it takes longer than working them out: parts
 * that were held against one another once, and are alike, are not again.
 */
function alike(a: unknown, b: unknown, held: Map<object, object>): boolean {
  if (Object.is(a, b)) return true;
  if (!isObject(a) || !isObject(b)) return typeof a === "function" && typeof b === "function";
  if (held.get(a) === b) return true;
  if (sortOf(a) !== sortOf(b)) return false;
  // It has no parts that could differ.
  if (sortOf(a) === "Date") return Number(a) === Number(b);
  // Before its parts, for what holds itself again.
  held.set(a, b);
  const same =
    Array.isArray(a) && Array.isArray(b)
      ? a.length === b.length && a.every((part, n) => alike(part, b[n], held))
      : sameParts(partsOf(a), partsOf(b), held);
  if (!same) held.delete(a);
  return same;
}

function sameParts(
  left: readonly [unknown, unknown][],
  right: readonly [unknown, unknown][],
  held: Map<object, object>,
): boolean {
  return (
    left.length === right.length &&
    left.every(([name, part], n) => right[n]![0] === name && alike(part, right[n]![1], held))
  );
}

/** Takes rows out, with all that cannot stand without them. */
const taken = (design: Design, collection: CollectionName, rows: readonly AnyRow[]) =>
  applyChanges(
    design,
    removeRows(
      design,
      rows.map((row) => ({ in: collection, id: row.id })),
    ),
  );

/** The first rows of every group only. */
function few<Row extends AnyRow>(rows: readonly Row[], groupOf: (row: Row) => string, most: number): Row[] {
  const seen = new Map<string, number>();
  return rows.filter((row) => {
    const count = (seen.get(groupOf(row)) ?? 0) + 1;
    seen.set(groupOf(row), count);
    return count > most;
  });
}

/**
 * A corner of the demo house: a point or two of every kind, an option of every sort, with all that they
 * hang on.
 */
function corner(): Design {
  const whole = larkspurWeir();
  const named = new Set([
    ...whole.devices.map((row) => row.option),
    ...whole.hubs.map((row) => row.option),
    ...whole.wants.map((row) => row.option),
  ]);
  const options = few(whole.options, (row) => row.kind, 1).filter((row) => !named.has(row.id));
  const wants = few(whole.wants, (row) => row.function, 1);
  const points = whole.points.filter((point) => !byId(whole, "kinds").get(point.kind)!.grouped);
  const treads = whole.points.filter((point) => byId(whole, "kinds").get(point.kind)!.grouped).slice(4);
  const smaller = taken(
    taken(taken(whole, "points", [...few(points, (row) => row.kind, 1), ...treads]), "options", options),
    "wants",
    wants,
  );
  const small = taken(
    taken(smaller, "lamps", smaller.lamps.slice(6)),
    "automations",
    smaller.automations.slice(3),
  );
  const [first, second] = small.points.filter((point) =>
    dropsOf(small).some((drop) => drop.point.id === point.id && drop.cableType && drop.closet),
  );
  const reel = small.reels[0]!;
  const drop = dropsOf(small).find((one) => one.point.id === first!.id && one.cableType)!;
  const kind = byId(small, "kinds").get(second!.kind)!;
  // In the way of the first point's own stub, so that every corner of it counts.
  const [x, y] = [first!.x, first!.y];
  const measured = allFindings(small).find((finding) => finding.measured !== undefined)!;
  return applyChanges({ ...small, roomKits: [], noGo: [] }, [
    ...acceptFindings(small, [measured], { reason: "agreed", by: "Designer", on: "2026-11-26" }, () => "ok"),
    {
      in: "pairs",
      put: { id: "own", left: small.devices[0]!.id, right: small.devices[1]!.id, way: "both" },
    },
    {
      in: "roomKits",
      put: {
        id: "own",
        room: second!.room,
        kind: second!.kind,
        drops: kind.drops.map((line) => ({ ...line, count: line.count + 1 })),
        box: "double, deep",
      },
    },
    {
      in: "noGo",
      put: {
        id: "shaft",
        level: first!.level,
        name: "Shaft",
        outline: [
          [x - 0.4, y - 0.4],
          [x + 0.4, y - 0.4],
          [x + 0.4, y + 0.4],
          [x - 0.4, y + 0.4],
        ],
        why: "Flue",
      },
    },
    {
      in: "drops",
      put: {
        id: "noted",
        point: first!.id,
        index: drop.index,
        state: "pulled",
        cableType: reel.cableType,
        reel: reel.id,
        markStartM: 120,
        markEndM: 101.5,
        on: "2026-10-01",
        route: { trunks: small.trunks.slice(0, 1).map((row) => row.id), risers: [] },
      },
    },
    // The one access point that is left stands in the middle of the house and is loud: no place for another has to
    // be looked for at each of hundreds of changes.
    ...small.points
      .filter(({ id }) => id === "boathouse-ap-1")
      .map((point): Change => ({
        in: "points",
        put: { ...point, room: "hall", level: "ground", x: 5.5, y: 2.7, z: 2.4 },
      })),
    ...small.radios
      .filter(({ device }) => device === "d-boathouse-ap-1")
      .map((radio): Change => ({ in: "radios", put: { ...radio, txDbm: 130 } })),
    { in: "symmetries", put: { id: "pair", left: first!.id, right: second!.id, axis: "across", atM: 3 } },
    {
      in: "plans",
      put: whole.plans[0] ?? {
        id: "taken",
        name: "least cost",
        on: "2026-10-01",
        why: "Cheapest",
        controllers: [],
        picks: [],
      },
    },
  ] as Change[]);
}

function staleAfter(base: Design, changes: readonly Change[], results: Results): string[] {
  for (const result of Object.values(results)) result(base);
  const warm = applyChanges(base, changes);
  const cold = structuredClone(warm);
  const held = new Map<object, object>();
  return Object.entries(results)
    .filter(([, result]) => !alike(result(warm), result(cold), held))
    .map(([name]) => name);
}

/** Each hangs on the levels, and what keeps it is not told so; the last is told. */
const KEPT_TOO_LONG = {
  list: memoByParts(["rooms"], ({ levels }) => levels.map(({ name }) => name)),
  map: memoByParts(["rooms"], ({ levels }) => new Map(levels.map(({ id, name }) => [id, { name }]))),
  set: memoByParts(["rooms"], ({ levels }) => ({ names: new Set(levels.map(({ name }) => name)) })),
  absent: memoByParts(["rooms"], ({ levels }) => levels.map(({ name }) => (name === "Deck" ? { name } : {}))),
  day: memoByParts(["rooms"], ({ levels }) => levels.map(({ name }) => new Date(name.length))),
  told: memoByParts(["rooms", "levels"], ({ levels }) => levels.map(({ name }) => name)),
};

/** All changes together take ten minutes; each so many of them are tried, none of a collection left out. */
const EACH = 12;

/** No result outlives what it was worked out from: after a change of a field, what was kept equals what is computed anew. */
export function staleTests(): void {
  const house = corner();
  test("kept results follow fields of every collection", async () => {
    const results = await shownResults();
    const changes = (["design", ...FILE_ORDER] as const)
      .flatMap((collection) => changesOf(house, collection).map((one, n) => ({ ...one, n, collection })))
      .filter(({ n, collection }, i) => n === 0 || (i % EACH === 0 && collection !== "points"));
    expect(new Set(changes.map(({ collection }) => collection)).size).toBe(FILE_ORDER.length);
    expect(
      changes
        .map(({ what, change }) => ({ what, stale: staleAfter(house, [change], results) }))
        .filter(({ stale }) => stale.length),
    ).toEqual([]);
  });
  test("what is kept too long is found, in whatever it stands", () => {
    const level = house.levels[0]!;
    const renamed = [{ in: "levels", put: { ...level, name: "Deck" } }] as Change[];
    expect(staleAfter(house, renamed, KEPT_TOO_LONG)).toEqual(["list", "map", "set", "absent", "day"]);
  });
}
