/**
 * No result outlives what it hangs on: after any change of any field, what was kept equals what is computed
 * anew.
 */
import { larkspurWeir } from "../../demo/larkspur-weir";
import { ropewalkCourt } from "../../demo/ropewalk-court";
import { sentenceText } from "../stages/automations";
import { phaseSums, rankedProblems } from "../stages/brief";
import { allCandidates } from "../stages/choose/candidates";
import { carriersOf } from "../stages/choose/carriers";
import { cableCost } from "../stages/choose/site";
import {
  byId,
  FILE_ORDER,
  ROW_CLASSES,
  type AnyRow,
  type CollectionName,
  type Design,
} from "../design/collections";
import { applyChanges, type Change } from "../design/edit";
import { fields, type Field, type RowClass } from "../design/fields";
import { removeRows } from "../design/remove";
import { allGangs } from "../stages/house/switches";
import { ledgerOf } from "./ledger";
import { dropsOf, runsJson } from "../stages/runs";
import { labelsOf } from "../stages/runs/labels";
import { legendOf } from "../stages/runs/legend";
import { punchList } from "../stages/runs/site";
import { stretchesOf } from "../stages/runs/thickness";
import { STAGE_LIST } from "./list";
import { allFindings, allPapers, facetsOf } from "./summary";

/** A drawing says when it was made. */
const withoutDates = (text: string) => text.replace(/\$T[^$]*\n[^\n]*\n[^\n]*\n/g, "");

/** What the screens, the papers and the command line show. */
const papers = await allPapers();
const RESULTS: Record<string, (design: Design) => unknown> = {
  findings: allFindings,
  facets: facetsOf,
  ledger: ledgerOf,
  // Of every stage that is built, and of every one that comes.
  ...Object.fromEntries(
    STAGE_LIST.flatMap(({ stage, cells }) =>
      (cells ?? []).map(({ cell, working }) => [`${stage}: working of ${cell}`, working]),
    ),
  ),
  ...Object.fromEntries(Object.entries(papers.tables).map(([name, write]) => [`table ${name}`, write])),
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

const written = (value: unknown) =>
  JSON.stringify(value, (_key, inner: unknown) =>
    inner instanceof Map ? [...inner] : inner instanceof Set ? [...inner] : inner,
  );

/** Other values a field may hold, one or two of them. */
function others(design: Design, field: Field, value: unknown): unknown[] {
  if (
    value === undefined &&
    (field.kind === "text" || field.kind === "one" || field.kind === "many" || field.kind === "xy")
  )
    return [];
  const gone = field.optional && value !== undefined ? [undefined] : [];
  const ids = field.to ? design[field.to as CollectionName].map((row) => row.id) : [];
  switch (field.kind) {
    case "text":
      return field.pattern ? gone : [`${String(value)} x`, ...gone];
    case "number":
    case "integer": {
      const [min, max] = [field.min ?? -1e6, field.max ?? 1e6];
      const now = typeof value === "number" ? value : Math.max(min, 0);
      const next = now + (field.kind === "integer" ? 1 : 0.37);
      return [next <= max ? next : Math.max(min, now - 1), ...gone];
    }
    case "flag":
      return [!value];
    case "choice":
      return [field.choices!.find((choice) => choice !== value)!, ...gone];
    case "ref":
      return [...ids.filter((id) => id !== value).slice(0, 1), ...gone];
    case "refs": {
      const list = (value as string[] | undefined) ?? [];
      return [list.slice(1), [...new Set([...list, ...ids.slice(0, 1)])]];
    }
    case "texts":
      return field.choices ? [field.choices.slice(0, 1)] : gone;
    case "integers":
      return [(value as number[]).slice(0, 1)];
    case "xy":
      return [(value as [number, number][]).map(([x, y], i) => (i === 0 ? [x + 0.31, y] : [x, y]))];
    case "one":
      return [...nestedOthers(design, field.nested as RowClass, value as object), ...gone];
    case "many": {
      const list = value as object[];
      const first = list[0];
      if (!first) return [];
      const nested =
        typeof field.nested === "function"
          ? field.nested
          : field.nested!.classes[(first as Record<string, string>)[field.nested!.by]!]!;
      const by = typeof field.nested === "function" ? undefined : field.nested!.by;
      return [
        list.slice(1),
        ...nestedOthers(design, nested, first, by).map((changed) => [changed, ...list.slice(1)]),
      ];
    }
  }
}

const nestedOthers = (design: Design, rowClass: RowClass, value: object, by?: string): object[] =>
  fields(rowClass)
    .filter((field) => field.name !== by)
    .flatMap((field) =>
      others(design, field, (value as Record<string, unknown>)[field.name]).map((other) => ({
        ...value,
        [field.name]: other,
      })),
    );

const without = (row: object, name: string, value: unknown): object =>
  Object.fromEntries(Object.entries({ ...row, [name]: value }).filter(([, one]) => one !== undefined));

/** Every change of one field of one row of a collection; of what most hangs on, of two rows. */
function changesOf(
  design: Design,
  collection: CollectionName | "design",
): { what: string; change: Change }[] {
  const rows: object[] = collection === "design" ? [design.design] : design[collection];
  const picked = [
    ...new Set(
      ["points", "kinds", "drops"].includes(collection)
        ? [rows[0], rows[rows.length >> 1]]
        : [rows[rows.length >> 1]],
    ),
  ].filter((row) => row !== undefined);
  return picked.flatMap((row) =>
    fields(ROW_CLASSES[collection])
      .filter((field) => field.name !== "id")
      .flatMap((field) =>
        others(design, field, (row as Record<string, unknown>)[field.name]).map((value) => ({
          what: `${collection}/${(row as { id?: string }).id ?? ""} ${field.name} = ${JSON.stringify(value)?.slice(0, 60)}`,
          change: { in: collection, put: without(row, field.name, value) as AnyRow } as Change,
        })),
      ),
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
  return applyChanges({ ...small, roomKits: [], noGo: [] }, [
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

function staleAfter(base: Design, changes: readonly Change[]): string[] {
  for (const result of Object.values(RESULTS)) result(base);
  const warm = applyChanges(base, changes);
  const cold = structuredClone(warm);
  return Object.entries(RESULTS)
    .filter(([, result]) => written(result(warm)) !== written(result(cold)))
    .map(([name]) => name);
}

describe("kept results follow every field of every collection", () => {
  const house = corner();
  test.each(["design", ...FILE_ORDER] as const)(
    "%s",
    (collection) => {
      const changes = changesOf(house, collection);
      if (collection !== "underlays") expect(changes.length).toBeGreaterThan(0);
      expect(
        changes
          .map(({ what, change }) => ({ what, stale: staleAfter(house, [change]) }))
          .filter(({ stale }) => stale.length),
      ).toEqual([]);
    },
    120_000,
  );
  test("rows put in and taken out, in a flat as well", () => {
    for (const design of [house, ropewalkCourt()]) {
      for (const collection of FILE_ORDER) {
        const row = design[collection].at(-1);
        if (!row) continue;
        expect({
          collection,
          stale: staleAfter(design, removeRows(design, [{ in: collection, id: row.id }])),
        }).toEqual({ collection, stale: [] });
      }
    }
  }, 120_000);
});
