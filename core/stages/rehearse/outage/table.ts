/** The outage table: what still works, and for whom, without one part of the house, or without several. */
import { byId, type Design } from "../../../design/collections";
import { fail } from "../../../design/input-error";
import { memo } from "../../../design/kept";
import { fallen, graphOf, standing, type Part, type Standing } from "./graph";
import { pointsLeft, twelfthsLost, works, type Ways, type Weighed } from "./score";
import { functionsOf, type HouseFunction } from "./functions";
import { partsOfHouse } from "./parts";

export interface Outcome {
  of: HouseFunction;
  before: Ways;
  now: Ways;
  /** What is dangerous now and was not before. */
  unsafe?: string;
  /** That somebody is shut out, rather than in danger. */
  shutOut?: true;
}

/** What one failure comes to. What it touches is kept; all functions of a house are listed when somebody asks. */
export class Failure {
  constructor(
    private readonly ready: Ready,
    /** "internet", "device:d-hall-lmp-1"; several joined by "+". */
    readonly what: string,
    /** By its place among the functions of the house, each that loses a way or is unsafe now; in their order. */
    private readonly by: ReadonlyMap<number, Outcome>,
    readonly score: number,
  ) {}

  /** The functions that lose a way or are unsafe now. */
  get touched(): Outcome[] {
    return [...this.by.values()];
  }

  /** Functions that go on by such a way, of those that do so in order. */
  left(way: keyof Ways): readonly [left: number, of: number] {
    const gone = this.touched.filter(({ before, now }) => before[way] && !now[way]).length;
    return [this.ready.had[way] - gone, this.ready.had[way]];
  }

  /** Of all functions of the house, in their order. */
  get outcomes(): Outcome[] {
    return this.ready.untouched.map((one, place) => this.by.get(place) ?? one);
  }
}

/** A house ready to have its parts taken out. */
export interface Ready {
  whole: Standing;
  functions: readonly HouseFunction[];
  /** Of all functions that work, together. */
  weights: number;
  /** Part numbers of each function's ways; −1 where it has no such way. */
  ways: readonly (readonly [hand: number, link: number, hub: number])[];
  /** Part number of "this is safe"; −1 where nothing can be unsafe. */
  safe: readonly number[];
  /** By part number: the place of the function of which it is a way or its safety; −1 of all others. */
  functionAt: Int32Array;
  /** With everything in order. */
  before: readonly Ways[];
  /** How many functions have each of the ways then. */
  had: Readonly<Record<keyof Ways, number>>;
  untouched: readonly Outcome[];
}

/** @param changed parts instead of those of the same id: what would be built otherwise */
export function readyFor(design: Design, parts: readonly Part[] = partsOfHouse(design).parts): Ready {
  const functions = functionsOf(design);
  const safety: Part[] = functions.flatMap(({ id, danger }) =>
    danger ? [{ id: `safe:${id}`, needs: danger.needs }] : [],
  );
  const whole = standing(graphOf([...parts, ...safety]));
  const { numbers, ids } = whole.graph;
  const number = (id: string) => numbers.get(id) ?? -1;
  const ways = functions.map(
    ({ id }) => [number(`hand:${id}`), number(`link:${id}`), number(`hub way:${id}`)] as const,
  );
  const safe = functions.map(({ id }) => number(`safe:${id}`));
  const functionAt = new Int32Array(ids.length).fill(-1);
  for (const place of functions.keys())
    for (const part of [...ways[place]!, safe[place]!]) if (part >= 0) functionAt[part] = place;
  const before = ways.map((own) => waysAt(whole, new Set(), own));
  const count = (way: keyof Ways) => before.filter((ways) => ways[way]).length;
  return {
    whole,
    functions,
    weights: functions.reduce((sum, { weight }, i) => sum + (works(before[i]!) ? weight : 0), 0),
    ways,
    safe,
    functionAt,
    before,
    had: { byHand: count("byHand"), byLink: count("byLink"), byHub: count("byHub") },
    untouched: functions.map((of, i) => ({ of, before: before[i]!, now: before[i]! })),
  };
}

const isUp = ({ turn }: Standing, down: ReadonlySet<number>, part: number) =>
  part >= 0 && turn[part]! >= 0 && !down.has(part);

const waysAt = (
  whole: Standing,
  down: ReadonlySet<number>,
  [hand, link, hub]: readonly [number, number, number],
): Ways => ({
  byHand: isUp(whole, down, hand),
  byLink: isUp(whole, down, link),
  byHub: isUp(whole, down, hub),
});

/** Is a part of the house up? What is no part of it fails with nothing. */
export const upWithout = ({ whole }: Ready, down: ReadonlySet<number>, id: string): boolean => {
  const number = whole.graph.numbers.get(id);
  return number === undefined || isUp(whole, down, number);
};

/** What is down without some parts, by id. */
export const downWithout = ({ whole }: Ready, what: readonly string[]): ReadonlySet<number> =>
  fallen(
    whole,
    what.map((id) => whole.graph.numbers.get(id)!),
  );

/** Places of the functions that have something among what is down. */
function touchedBy({ functionAt }: Ready, down: ReadonlySet<number>): number[] {
  const places = new Set<number>();
  for (const part of down) if (functionAt[part]! >= 0) places.add(functionAt[part]!);
  return [...places].sort((a, b) => a - b);
}

/** @param what parts that are gone, by id */
export function failureOf(ready: Ready, what: readonly string[]): Failure {
  const down = downWithout(ready, what);
  const touched = touchedBy(ready, down).map((place): [number, Outcome] => {
    const of = ready.functions[place]!;
    const safe = ready.safe[place]!;
    const unsafe = of.danger && isUp(ready.whole, new Set(), safe) && down.has(safe);
    return [
      place,
      {
        of,
        before: ready.before[place]!,
        now: waysAt(ready.whole, down, ready.ways[place]!),
        ...(unsafe ? { unsafe: of.danger!.says, ...(of.danger!.shutOut ? { shutOut: true } : {}) } : {}),
      },
    ];
  });
  const lost = touched.reduce((sum, [, one]) => sum + one.of.weight * twelfthsLost(one), 0);
  return new Failure(ready, what.join("+"), new Map(touched), pointsLeft(lost, ready.weights));
}

export const weighed = (outcomes: readonly Outcome[]): Weighed[] =>
  outcomes.map(({ of, before, now }) => ({ weight: of.weight, before, now }));

/** The score alone: for the many failures of pairs and of changes. */
export function scoreWithout(ready: Ready, what: readonly number[]): number {
  const down = fallen(ready.whole, what);
  let lost = 0;
  for (const place of touchedBy(ready, down))
    lost +=
      ready.functions[place]!.weight *
      twelfthsLost({ before: ready.before[place]!, now: waysAt(ready.whole, down, ready.ways[place]!) });
  return pointsLeft(lost, ready.weights);
}

const readyOf = memo("readyOf", (design) => readyFor(design));
export { readyOf };

/** Whole mains with the racks' batteries empty as well: what a long cut comes to. */
export function longCut(design: Design): string[] {
  const batteries = readyOf(design).whole.graph.ids.filter((id) => id.startsWith("battery:"));
  return batteries.length ? ["mains", ...batteries] : [];
}

/** All single failures, and the mains with the racks' batteries empty; the worst first. */
export const singleFailures = memo("singleFailures", (design): readonly Failure[] => {
  const ready = readyOf(design);
  const long = longCut(design);
  const all = [...partsOfHouse(design).failing.map((id) => [id]), ...(long.length ? [long] : [])];
  return all
    .map((what, i) => ({ failure: failureOf(ready, what), i }))
    .sort((a, b) => a.failure.score - b.failure.score || a.i - b.i)
    .map(({ failure }) => failure);
});

/** Two parts gone at once that cost more than both of them by themselves. */
export interface Pair {
  what: readonly [string, string];
  score: number;
  /** Points lost beyond what each of them costs. */
  more: number;
}

const LEAST_MORE = 0.05;

/** Pairs that stand in for one another; those that cost most together first. */
export function pairsOf(design: Design, most = 60, progress?: (share: number) => void): Pair[] {
  const ready = readyOf(design);
  const { numbers } = ready.whole.graph;
  const { failing } = partsOfHouse(design);
  const alone = failing.map((id) => 100 - scoreWithout(ready, [numbers.get(id)!]));
  const found: Pair[] = [];
  for (let i = 0; i < failing.length; i++) {
    progress?.(i / failing.length);
    const a = numbers.get(failing[i]!)!;
    for (let k = i + 1; k < failing.length; k++) {
      const score = scoreWithout(ready, [a, numbers.get(failing[k]!)!]);
      const more = 100 - score - alone[i]! - alone[k]!;
      if (more > LEAST_MORE) found.push({ what: [failing[i]!, failing[k]!], score, more });
    }
  }
  return found.sort((a, b) => b.more - a.more || a.score - b.score).slice(0, most);
}

/** Kinds of parts that can be named from outside; others are only how the house is worked out. */
const NAMED =
  /^(?:internet|cloud|mains|(?:hub|coordinator|switch|circuit|supply|cut|module|device|cells|battery):.+)$/;

/** Is it a part of this house that can fail? */
export const isPart = (design: Design, what: string): boolean => isPartOf(readyOf(design), what);

/** The same of the graph of a house. */
export const isPartOf = ({ whole }: Ready, what: string): boolean =>
  NAMED.test(what) && whole.graph.numbers.has(what);

/** @throws InputError where nothing of this house is called so */
export const knownPart = (design: Design, what: string, path: string): string =>
  isPart(design, what)
    ? what
    : fail(
        path,
        `"${what}" must be internet, cloud, mains, or KIND:ID of hub, coordinator, switch, circuit, supply, cut, module, device, cells or battery in this house`,
      );

/** A share of a house: a room, or what somebody uses. */
export interface ShareScore {
  id: string;
  name: string;
  /** By failure, in the order they were given; absent of no functions. */
  scores: readonly number[];
  mean: number;
  worst: { what: string; score: number };
}

function shares(
  failures: readonly Failure[],
  groups: readonly { id: string; name: string; has(one: HouseFunction): boolean }[],
): ShareScore[] {
  const all = failures[0]?.outcomes.map(({ of, before }) => (works(before) ? of : undefined)) ?? [];
  return groups.flatMap(({ id, name, has }): ShareScore[] => {
    const own = new Set(all.filter((of) => of !== undefined && has(of)));
    if (!own.size) return [];
    const weights = [...own].reduce((sum, of) => sum + of!.weight, 0);
    const scores = failures.map(({ touched }) => {
      const lost = touched.reduce(
        (sum, one) => sum + (own.has(one.of) ? one.of.weight * twelfthsLost(one) : 0),
        0,
      );
      return pointsLeft(lost, weights);
    });
    let worst = 0;
    for (const [i, score] of scores.entries()) if (score < scores[worst]!) worst = i;
    return [
      {
        id,
        name,
        scores,
        mean: scores.reduce((sum, score) => sum + score, 0) / scores.length,
        worst: { what: failures[worst]!.what, score: scores[worst]! },
      },
    ];
  });
}

export const roomScores = (design: Design, failures: readonly Failure[]): ShareScore[] =>
  shares(
    failures,
    design.rooms.map(({ id, name }) => ({ id, name, has: (one) => one.room === id })),
  );

/** Rooms that everybody of the house uses: all but those somebody sleeps in. */
export function roomsOfPerson(design: Design, person: string): ReadonlySet<string> {
  const own = byId(design, "people").get(person)?.room;
  const bedrooms = new Set(design.people.flatMap(({ room }) => (room === undefined ? [] : [room])));
  return new Set(design.rooms.filter(({ id }) => id === own || !bedrooms.has(id)).map(({ id }) => id));
}

export const personScores = (design: Design, failures: readonly Failure[]): ShareScore[] =>
  shares(
    failures,
    design.people
      .filter(({ room }) => room !== undefined)
      .map(({ id, role }) => {
        const rooms = roomsOfPerson(design, id);
        return { id, name: role, has: (one: HouseFunction) => rooms.has(one.room) };
      }),
  );
