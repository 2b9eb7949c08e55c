/**
 * What is kept says all that it hangs on: while a result is worked out it reads no collection that its memo does not name.
 * The tests of kept results change a field and look what stays; this one looks on while all is worked out, so that a part
 * that is missing is seen in any house where it is read at all.
 */
import { jest } from "@jest/globals";
import type { Design } from "../design/collections";
import type * as Kept from "../design/kept";

type Part = Kept.Part;
type Compute = (design: Design, ...rest: never[]) => unknown;

/** Work that is being done, and what of a design it has read so far. */
interface Frame {
  read: Set<string>;
}

const frames: Frame[] = [];
const reads = (name: string) => {
  for (const frame of frames) frame.read.add(name);
};

/** By what a memo gives out: the collections it names, those of memos among its parts too. */
const named = new WeakMap<object, ReadonlySet<string>>();

function collectionsOf(parts: readonly Part[]): Set<string> {
  const all = new Set<string>();
  for (const part of parts)
    if (typeof part !== "function") all.add(part);
    else for (const one of named.get(part) ?? []) all.add(one);
  return all;
}

/** By file: what is read and need not be named. */
const WITH_REASON: Readonly<Record<string, readonly string[]>> = {
  // Radios are taken out with what names them; no sentence names a radio.
  "core/stages/choose/at-home.ts": ["automations", "calendars", "dials", "groups", "scenes"],
  // A point's own stop comes as the extra value of its row.
  "core/stages/runs/drops.ts": ["segments", "stops"],
};

/** By file: what none of these houses has. */
const NOT_HERE = [
  // Lamps that were surveyed where no point is planned for them.
  "core/stages/bus/loads.ts",
  // Two sentences that do the same by other cues.
  "core/stages/automations/house-checks/needless.ts",
];

/** By where the memo stands: what it read and does not name. */
const missing = new Map<string, Set<string>>();
/** Where a memo stands that nobody has asked for yet. */
const unasked = new Set<string>();

/** File and line of whoever makes a memo. */
function placeOf(): string {
  const lines = new Error().stack!.split("\n");
  const own = lines.find(
    (line) => /\/core\//.test(line) && !/declared\.test|design\/kept|tests\//.test(line),
  );
  const place = /(core\/[^:)]+:\d+)/.exec(own ?? "")?.[1];
  // The test's own memos of what is kept too long.
  if (place === undefined) return "a test";
  unasked.add(place);
  return place;
}

function watched<F extends Compute>(parts: readonly Part[], place: string, compute: F): F {
  return ((design: Design, ...rest: never[]) => {
    unasked.delete(place);
    const frame: Frame = { read: new Set() };
    frames.push(frame);
    try {
      return compute(design, ...rest);
    } finally {
      frames.pop();
      const own = collectionsOf(parts);
      const left = [...frame.read].filter((name) => !own.has(name));
      if (left.length) missing.set(place, new Set([...(missing.get(place) ?? []), ...left]));
    }
  }) as F;
}

/** Whoever asks for what is kept hangs on all that it hangs on, worked out anew or not. */
function asked<F extends Compute>(parts: readonly Part[], memo: F): F {
  const own = ((design: Design, ...rest: never[]) => {
    for (const name of collectionsOf(parts)) reads(name);
    return memo(design, ...rest);
  }) as F;
  return own;
}

const real = await import("../design/kept");

jest.unstable_mockModule("../design/kept", () => ({
  ...real,
  memoByParts: (parts: readonly Part[], compute: Compute) => {
    const own = asked(parts, real.memoByParts(parts, watched(parts, placeOf(), compute)));
    named.set(own, collectionsOf(parts));
    return own;
  },
  memoSame: (parts: readonly Part[], compute: Compute, equal: (a: unknown, b: unknown) => boolean) => {
    const own = asked(parts, real.memoSame(parts, watched(parts, placeOf(), compute), equal));
    named.set(own, collectionsOf(parts));
    return own;
  },
  memoByRow: (parts: readonly Part[], compute: Compute) => {
    const one = real.memoByRow(parts, watched(parts, placeOf(), compute) as never);
    return Object.assign(asked(parts, one as Compute), {
      all: asked(parts, one.all as Compute),
    });
  },
}));

/** A design that says which of its collections is read. Whoever copies it whole reads none of them by that. */
function seenThrough(design: Design): Design {
  let copied = 0;
  return new Proxy(design, {
    ownKeys: (target) => {
      const keys = Reflect.ownKeys(target);
      copied = keys.length;
      return keys;
    },
    get: (target, key) => {
      if (copied > 0) copied -= 1;
      else if (typeof key === "string") reads(key);
      return Reflect.get(target, key) as unknown;
    },
  });
}

/** What screens alone ask for. */
async function shownOf(): Promise<((design: Design) => unknown)[]> {
  const { acceptanceOf } = await import("./accept");
  const { houseOf } = await import("../stages/rehearse/house-of");
  const { aspectTopics, keyTopics } = await import("../stages/rehearse/topics");
  const { pairOf } = await import("../points/symmetry");
  const { pointsInOrder } = await import("../points/labels");
  const { openingName, wallNames } = await import("../stages/house/wall-names");
  const { leftByRoom } = await import("../stages/register/steps");
  const { cellVisitsOf } = await import("../stages/register/cells");
  const { nextOf } = await import("../stages/automations/fires");
  const { hubRoom } = await import("../stages/choose/site");
  const { keptControllers } = await import("../stages/choose/model");
  const { againAfter } = await import("../stages/bridges/joins");
  const { bandsOf } = await import("../stages/mesh/links");
  const { candidatesOf } = await import("../stages/mesh/place");
  return [
    houseOf,
    aspectTopics,
    keyTopics,
    leftByRoom,
    cellVisitsOf,
    hubRoom,
    keptControllers,
    againAfter,
    wallNames,
    (design) => acceptanceOf(design, { code: "none", about: [] }),
    (design) => pairOf(design, design.points[0]!.id),
    (design) => design.levels.map(({ id }) => pointsInOrder(design, id)),
    (design) => design.automations.map((row) => nextOf(design, row, Date.UTC(2026, 10, 26))),
    (design) => bandsOf(design).map((band) => candidatesOf(design, band)),
    (design) => design.openings.map((row) => openingName(design, row)),
  ];
}

test("a result names all the collections it reads", async () => {
  const { shownResults } = await import("../../tests/core/stale");
  const { larkspurWeir } = await import("../../demo/larkspur-weir");
  const { ropewalkCourt } = await import("../../demo/ropewalk-court");
  const shown = await shownOf();
  for (const design of [larkspurWeir(), ropewalkCourt()].map(seenThrough))
    for (const result of [...Object.values(await shownResults()), ...shown]) result(design);
  const found = [...missing].map(([place, names]) => {
    const file = place.slice(0, place.indexOf(":"));
    return [place, [...names].filter((name) => !WITH_REASON[file]?.includes(name)).sort()] as const;
  });
  expect(Object.fromEntries(found.filter(([, names]) => names.length))).toEqual({});
  // A memo that nothing here asks for would never be found out: whoever makes one asks for it above.
  expect([...unasked].filter((place) => !NOT_HERE.some((file) => place.startsWith(`${file}:`)))).toEqual([]);
});
