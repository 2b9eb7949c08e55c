/** The outage table: what still works, and for whom, without one part of the house, or without several. */
import { byId, type Design } from "../../../design/collections";
import { fail } from "../../../design/input-error";
import { memo } from "../../../design/kept";
import { graphOf, standing, type Graph, type Part } from "../../../outage/graph";
import { scoreOf, works, type Ways, type Weighed } from "../../../outage/score";
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

export interface Failure {
  /** "internet", "device:d-hall-lmp-1"; several joined by "+". */
  what: string;
  /** Of all functions of the house, in their order. */
  outcomes: readonly Outcome[];
  score: number;
}

/** A house ready to have its parts taken out. */
export interface Ready {
  graph: Graph;
  functions: readonly HouseFunction[];
  weights: readonly number[];
  /** Part numbers of each function's ways; −1 where it has no such way. */
  ways: readonly (readonly [hand: number, link: number, hub: number])[];
  /** Part number of "this is safe"; −1 where nothing can be unsafe. */
  safe: readonly number[];
  /** With everything in order. */
  before: readonly Ways[];
  safeBefore: readonly boolean[];
}

/** @param changed parts instead of those of the same id: what would be built otherwise */
export function readyFor(design: Design, parts: readonly Part[] = partsOfHouse(design).parts): Ready {
  const functions = functionsOf(design);
  const safety: Part[] = functions.flatMap(({ id, danger }) =>
    danger ? [{ id: `safe:${id}`, needs: danger.needs }] : [],
  );
  const graph = graphOf([...parts, ...safety]);
  const number = (id: string) => graph.numbers.get(id) ?? -1;
  const ways = functions.map(
    ({ id }) => [number(`hand:${id}`), number(`link:${id}`), number(`hub way:${id}`)] as const,
  );
  const safe = functions.map(({ id }) => number(`safe:${id}`));
  const all = standing(graph);
  return {
    graph,
    functions,
    weights: functions.map(({ weight }) => weight),
    ways,
    safe,
    before: ways.map((own) => waysAt(all, own)),
    safeBefore: safe.map((part) => part < 0 || all[part] === 1),
  };
}

const waysAt = (stands: Uint8Array, [hand, link, hub]: readonly [number, number, number]): Ways => ({
  byHand: hand >= 0 && stands[hand] === 1,
  byLink: link >= 0 && stands[link] === 1,
  byHub: hub >= 0 && stands[hub] === 1,
});

/** @param what parts that are gone, by id */
export function failureOf(ready: Ready, what: readonly string[]): Failure {
  const stands = standing(
    ready.graph,
    what.map((id) => ready.graph.numbers.get(id)!),
  );
  const outcomes = ready.functions.map((of, i): Outcome => {
    const { danger } = of;
    const part = ready.safe[i]!;
    const unsafe = danger && ready.safeBefore[i] && stands[part] !== 1;
    return {
      of,
      before: ready.before[i]!,
      now: waysAt(stands, ready.ways[i]!),
      ...(unsafe ? { unsafe: danger.says, ...(danger.shutOut ? { shutOut: true } : {}) } : {}),
    };
  });
  return { what: what.join("+"), outcomes, score: scoreOf(weighed(outcomes)) };
}

export const weighed = (outcomes: readonly Outcome[]): Weighed[] =>
  outcomes.map(({ of, before, now }) => ({ weight: of.weight, before, now }));

/** The score alone, and what has become unsafe: for the many failures of pairs and of changes. */
export function scoreWithout(ready: Ready, what: readonly number[]): number {
  const stands = standing(ready.graph, what);
  return scoreOf(
    ready.ways.map((ways, i) => ({
      weight: ready.weights[i]!,
      before: ready.before[i]!,
      now: waysAt(stands, ways),
    })),
  );
}

const readyOf = memo("readyOf", (design) => readyFor(design));
export { readyOf };

/** Whole mains with the racks' batteries empty as well: what a long cut comes to. */
export function longCut(design: Design): string[] {
  const batteries = [...readyOf(design).graph.numbers.keys()].filter((id) => id.startsWith("battery:"));
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
  const { numbers } = ready.graph;
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
export const isPart = (design: Design, what: string): boolean => isPartOf(readyOf(design).graph, what);

/** The same of the graph of a house. */
export const isPartOf = ({ numbers }: Graph, what: string): boolean => NAMED.test(what) && numbers.has(what);

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
  return groups.flatMap(({ id, name, has }): ShareScore[] => {
    const places =
      failures[0]?.outcomes.flatMap(({ of, before }, i) => (has(of) && works(before) ? [i] : [])) ?? [];
    if (!places.length) return [];
    const scores = failures.map(({ outcomes }) => scoreOf(weighed(places.map((i) => outcomes[i]!))));
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
