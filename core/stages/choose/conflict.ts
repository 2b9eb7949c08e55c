/**
 * When not everything can be had: the smallest set of wants that cannot be met together, and what to give
 * up.
 */
import { type Design, rowOf } from "../../design/collections";
import { applyChanges, type Change } from "../../design/edit";
import { removeRows } from "../../design/remove";
import type { WantNeed, WantRow } from "../../design/rows/choose";
import { candidatesOf, impossibleWants, wantName } from "./candidates";
import { reasonsAgainst, upfront } from "./fits";
import type { Highs } from "./mip";
import { feasible } from "./plans";
import { settingsOf } from "./settings";

export interface GiveUp {
  /** As a sentence: "Let go of “colour” for light, Hall". */
  text: string;
  /** What does it, as one edit. */
  changes: Change[];
  /** Id of the want whose budget it raises. */
  raise?: string;
}

/** The want as it would be. */
const eased = (text: string, want: WantRow): GiveUp => ({ text, changes: [{ in: "wants", put: want }] });

export interface Conflict {
  wants: string[];
  /** Proven smallest, or only such that no want can be left out of it. */
  smallest: boolean;
  /** Why, in words: the reasons against each option, the most frequent first. */
  reasons: { text: string; options: number; names: string[] }[];
  giveUp: GiveUp[];
}

/** Reasons against everything that serves a want's function, with the options each rules out. */
export function reasonCounts(design: Design, want: WantRow): Conflict["reasons"] {
  const counts = new Map<string, string[]>();
  for (const option of design.options) {
    if (!option.serves.includes(want.function)) continue;
    const [first] = reasonsAgainst(design, want, option);
    const text = first ?? `no controller carries ${option.protocol} for it`;
    counts.set(text, [...(counts.get(text) ?? []), option.name]);
  }
  return [...counts]
    .map(([text, names]) => ({ text, options: names.length, names }))
    .sort((a, b) => b.options - a.options);
}

/**
 * How many raised budgets are tried: what costs more than that many others is not what somebody on a budget
 * takes.
 */
const MOST_RAISES = 4;

/** The budget raised to what the next dearer options cost, up to a whole unit of money, the least first. */
function raisedBudgets(design: Design, want: WantRow): GiveUp[] {
  if (want.budget === undefined) return [];
  const { budget, ...free } = want;
  const sums = candidatesOf(design, free as WantRow, true)
    .map((one) => ({ one, sum: Math.ceil(upfront(want, one.split) - 1e-9) }))
    .filter(({ sum }) => sum > budget)
    .sort((a, b) => a.sum - b.sum);
  const steps = sums.filter(({ sum }, i) => i === 0 || sum !== sums[i - 1]!.sum).slice(0, MOST_RAISES);
  return steps.map(({ one, sum }) => ({
    raise: want.id,
    ...eased(
      `Raise the budget of ${wantName(design, want)} from ${budget} to ${sum}, for ${one.option.name}${one.companion ? ` with ${one.companion.name}` : ""}`,
      { ...want, budget: sum },
    ),
  }));
}

/** The want with one thing less asked of it, each way there is. */
export function relaxations(design: Design, want: WantRow): GiveUp[] {
  const name = wantName(design, want);
  const without = (field: keyof WantRow, text: string): GiveUp[] => {
    if (want[field] === undefined || want[field] === false) return [];
    const next = Object.fromEntries(
      Object.entries(want).filter(([key]) => key !== field),
    ) as unknown as WantRow;
    return [eased(text, next)];
  };
  return [
    ...want.needs.map((need: WantNeed) =>
      eased(`Let go of “${need}” for ${name}`, {
        ...want,
        needs: want.needs.filter((other) => other !== need),
      }),
    ),
    ...without("option", `Leave the choice for ${name} open`),
    ...without("critical", `Let ${name} not be critical`),
    ...without("localOnly", `Let ${name} use the internet`),
    ...without("guest", `Let ${name} be without a guest's hand`),
    ...raisedBudgets(design, want),
    ...without("budget", `Take the budget off ${name}`),
  ];
}

/**
 * Smallest set of wants that hits every set of `sets`; sets hold ids. Branches on the first set not yet
 * hit.
 */
export function smallestHitting(sets: readonly (readonly string[])[]): string[] {
  let best: string[] | undefined;
  const walk = (chosen: string[]) => {
    if (best && chosen.length >= best.length) return;
    const open = sets.filter((set) => !set.some((id) => chosen.includes(id)));
    if (!open.length) {
      best = chosen;
      return;
    }
    const [next] = [...open].sort((a, b) => a.length - b.length);
    for (const id of next!) walk([...chosen, id]);
  };
  walk([]);
  return best ?? [];
}

/** Takes wants out while the rest still cannot be met: nothing can be left out of what remains. */
function irreducible(highs: Highs, design: Design, wants: readonly WantRow[]): WantRow[] {
  let left = [...wants];
  for (const want of wants) {
    const fewer = left.filter((other) => other.id !== want.id);
    if (!feasible(highs, design, fewer)) left = fewer;
  }
  return left;
}

/**
 * The smallest set of wants that cannot be met together, found by hitting sets: whatever set can be met is
 * grown as far as it goes; what is left out of it must be hit by every conflict; the smallest set that hits
 * all of those is either a conflict, and then none is smaller, or can be met, and gives one more set to
 * hit. After `rounds` without an answer the irreducible set is returned instead. Undefined where all can be
 * met.
 */
export function smallestConflict(
  highs: Highs,
  design: Design,
  wants: readonly WantRow[],
  rounds = 60,
): { wants: WantRow[]; smallest: boolean } | undefined {
  if (feasible(highs, design, wants)) return undefined;
  const toHit: string[][] = [];
  for (let round = 0; round < rounds; round += 1) {
    const hitting = new Set(smallestHitting(toHit));
    const core = wants.filter((want) => hitting.has(want.id));
    if (core.length && !feasible(highs, design, core)) return { wants: core, smallest: true };
    const met = [...core];
    for (const want of wants)
      if (!met.includes(want) && feasible(highs, design, [...met, want])) met.push(want);
    toHit.push(wants.filter((want) => !met.includes(want)).map((want) => want.id));
  }
  return { wants: irreducible(highs, design, wants), smallest: false };
}

const without = (design: Design, want: WantRow): GiveUp => ({
  text: `Do without ${wantName(design, want)}`,
  changes: removeRows(design, [{ in: "wants", id: want.id }]),
});

/** Most controllers a design may be limited to. */
const MOST_HUBS = 12;

/** Of several budgets for one want that would do, the least: they come in that order. */
const leastRaise = (ways: readonly GiveUp[]) =>
  ways.filter((way, i) => !way.raise || !ways.slice(0, i).some((other) => other.raise === way.raise));

/** What letting go of one thing would make the whole house possible. */
function waysOut(
  highs: Highs,
  design: Design,
  conflict: readonly WantRow[],
  possible: readonly WantRow[],
): GiveUp[] {
  const rest = (id: string) => possible.filter((want) => want.id !== id);
  const ways: GiveUp[] = [];
  for (const want of conflict) {
    for (const way of relaxations(design, want)) {
      const trial = applyChanges(design, way.changes);
      if (
        feasible(
          highs,
          trial,
          trial.wants.filter((other) => possible.some((one) => one.id === other.id)),
        )
      )
        ways.push(way);
    }
    if (feasible(highs, design, rest(want.id))) ways.push(without(design, want));
  }
  const { maxHubs } = settingsOf(design);
  // The least limit with which all of it can be had.
  for (let most = (maxHubs ?? MOST_HUBS) + 1; most <= MOST_HUBS; most += 1) {
    const more: Design = {
      ...design,
      design: { ...design.design, choosing: { ...settingsOf(design), maxHubs: most } },
    };
    if (!feasible(highs, more, possible)) continue;
    ways.push({
      text: `Raise the limit to ${most} controllers instead of ${maxHubs}`,
      changes: [{ in: "design", put: more.design }],
    });
    break;
  }
  return leastRaise(ways);
}

/** Every want that nothing can meet by itself, and the smallest clash of the others. */
export function conflictsOf(highs: Highs, design: Design): Conflict[] {
  const impossible = impossibleWants(design);
  const alone = impossible.map((want): Conflict => ({
    wants: [want.id],
    smallest: true,
    reasons: reasonCounts(design, want),
    giveUp: leastRaise([
      ...relaxations(design, want).filter((way) => {
        const trial = applyChanges(design, way.changes);
        return candidatesOf(trial, rowOf(trial, "wants", want.id)).length > 0;
      }),
      without(design, want),
    ]),
  }));
  const possible = design.wants.filter((want) => !impossible.includes(want));
  const clash = smallestConflict(highs, design, possible);
  if (!clash) return alone;
  const { maxHubs } = settingsOf(design);
  const reasons = clash.wants.map((want) => {
    const own = candidatesOf(design, want);
    const hubs = [...new Set(own.map((one) => one.option.protocol))];
    const names = [...new Set(own.map((one) => one.option.name))];
    return {
      text: `${wantName(design, want)} goes by ${hubs.slice(0, 4).join(", ")}`,
      options: names.length,
      names,
    };
  });
  return [
    ...alone,
    {
      wants: clash.wants.map((want) => want.id),
      smallest: clash.smallest,
      reasons: [
        ...(maxHubs === undefined
          ? [{ text: "the controllers hold fewer devices than are wanted of them", options: 0, names: [] }]
          : [
              {
                text: `at most ${maxHubs === 1 ? "one controller" : `${maxHubs} controllers`}, and none carries all of these`,
                options: 0,
                names: [],
              },
            ]),
        ...reasons,
      ],
      giveUp: waysOut(highs, design, clash.wants, possible),
    },
  ];
}

/** Names of the wants that cannot be met together. */
export const conflictNames = (design: Design, conflict: Conflict) =>
  conflict.wants.map((id) => wantName(design, rowOf(design, "wants", id)));
