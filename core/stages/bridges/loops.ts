/**
 * Loops among pairs kept in step: what one side says comes back to it over others, and the two chase each other; and
 * devices that two others command.
 */
export interface Tie {
  id: string;
  left: string;
  right: string;
  /** Left commands right, right commands left, or both. */
  way: "both" | "to right" | "to left";
}

export interface Loops {
  /** Devices of each loop, from the one that comes first in the alphabet; each loop once. */
  loops: readonly (readonly string[])[];
  /** There are more than were looked for. */
  more: boolean;
}

/** More are of no use to anybody: the first that is cut changes all. */
export const MOST_LOOPS = 500;

interface Arc {
  to: string;
  tie: string;
}

/**
 * Every simple loop once, of any length. One pair by itself is none: a command and its echo over the same link end
 * there. A loop that goes round either way is one.
 *
 * From each device only those after it in the alphabet are entered, so that a loop is met from its first device alone;
 * and only within its knot (devices that reach one another), so that no dead end is walked into.
 */
export function loopsOf(ties: readonly Tie[]): Loops {
  const arcs = new Map<string, Arc[]>();
  const add = (from: string, to: string, tie: string) =>
    arcs.set(from, [...(arcs.get(from) ?? []), { to, tie }]);
  for (const { id, left, right, way } of ties) {
    if (way !== "to left") add(left, right, id);
    if (way !== "to right") add(right, left, id);
  }
  const knot = knotsOf(arcs);
  const found = new Map<string, readonly string[]>();
  let more = false;
  for (const start of [...arcs.keys()].sort()) {
    const path = [start];
    const used = new Set<string>();
    const on = new Set([start]);
    const walk = (from: string) => {
      for (const { to, tie } of arcs.get(from) ?? []) {
        if (more) return;
        if (used.has(tie) || knot.get(to) !== knot.get(start) || to < start) continue;
        if (to === start) {
          const key = keyOf(path, arcs, [...used, tie]);
          if (found.has(key)) continue;
          if (found.size === MOST_LOOPS) more = true;
          else found.set(key, key.split(" "));
        } else if (!on.has(to)) {
          path.push(to);
          on.add(to);
          used.add(tie);
          walk(to);
          path.pop();
          on.delete(to);
          used.delete(tie);
        }
      }
    };
    walk(start);
  }
  return { loops: [...found.values()], more };
}

/** One key for a loop, whichever way round it is gone if the same pairs carry it both ways. */
function keyOf(path: readonly string[], arcs: ReadonlyMap<string, readonly Arc[]>, ties: readonly string[]) {
  const back = [path[0]!, ...path.slice(1).reverse()];
  const own = new Set(ties);
  const goes = back.every((from, n) =>
    arcs.get(from)?.some(({ to, tie }) => to === back[(n + 1) % back.length] && own.has(tie)),
  );
  const [here, there] = [path.join(" "), back.join(" ")];
  return goes && there < here ? there : here;
}

/** Knots: devices that reach one another, by the number of their knot (Tarjan 1972, without recursion on its stack). */
function knotsOf(arcs: ReadonlyMap<string, readonly Arc[]>): ReadonlyMap<string, number> {
  const index = new Map<string, number>();
  const low = new Map<string, number>();
  const knot = new Map<string, number>();
  const stack: string[] = [];
  let count = 0;
  for (const root of arcs.keys()) {
    if (index.has(root)) continue;
    const calls: { at: string; next: number }[] = [{ at: root, next: 0 }];
    while (calls.length) {
      const call = calls.at(-1)!;
      const { at } = call;
      if (call.next === 0) {
        index.set(at, index.size);
        low.set(at, index.get(at)!);
        stack.push(at);
      }
      const arc = arcs.get(at)?.[call.next];
      call.next += 1;
      if (arc) {
        if (!index.has(arc.to)) calls.push({ at: arc.to, next: 0 });
        else if (!knot.has(arc.to)) low.set(at, Math.min(low.get(at)!, index.get(arc.to)!));
        continue;
      }
      calls.pop();
      const before = calls.at(-1);
      if (before) low.set(before.at, Math.min(low.get(before.at)!, low.get(at)!));
      if (low.get(at) !== index.get(at)) continue;
      for (let one = stack.pop(); one !== undefined; one = stack.pop()) {
        knot.set(one, count);
        if (one === at) break;
      }
      count += 1;
    }
  }
  return knot;
}

/** Devices that more than one other commands, with who does. */
export function mastersOf(ties: readonly Tie[]): { device: string; masters: readonly string[] }[] {
  const masters = new Map<string, Set<string>>();
  const add = (device: string, master: string) =>
    masters.set(device, (masters.get(device) ?? new Set()).add(master));
  for (const { left, right, way } of ties) {
    if (way !== "to left") add(right, left);
    if (way !== "to right") add(left, right);
  }
  return [...masters]
    .filter(([, own]) => own.size > 1)
    .map(([device, own]) => ({ device, masters: [...own].sort() }))
    .sort((a, b) => (a.device < b.device ? -1 : 1));
}
