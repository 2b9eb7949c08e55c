import fc from "fast-check";
import { joinOrder, type Joiner } from "./joining";

const joiner = (id: string, more: Partial<Joiner> = {}): Joiner => ({
  id,
  byCode: true,
  shares: true,
  byShare: true,
  joinMin: 5,
  openMin: 2,
  ...more,
});

describe("order of joining", () => {
  test("the first by code, the others let in by it", () => {
    expect(joinOrder([joiner("voice"), joiner("home"), joiner("panel")])).toEqual({
      steps: [
        { of: "voice", minutes: 5 },
        { of: "home", from: "voice", minutes: 7 },
        { of: "panel", from: "voice", minutes: 7 },
      ],
      minutes: 19,
      left: [],
    });
  });
  test("who opens quicker begins; where it cannot read a code, it comes second and opens for the rest", () => {
    const all = [
      joiner("slow", { openMin: 9 }),
      joiner("quick", { openMin: 1 }),
      joiner("other", { openMin: 9 }),
    ];
    expect(joinOrder(all).steps.map(({ of, from }) => [of, from])).toEqual([
      ["quick", undefined],
      ["slow", "quick"],
      ["other", "quick"],
    ]);
    all[1]!.byCode = false;
    expect(joinOrder(all).steps.map(({ of, from }) => [of, from])).toEqual([
      ["slow", undefined],
      ["quick", "slow"],
      ["other", "quick"],
    ]);
    expect(joinOrder(all).minutes).toBe(5 + (5 + 9) + (5 + 1));
  });
  test("who can share is not put off by one that cannot, though that is quicker", () => {
    const plan = joinOrder([joiner("mute", { shares: false, joinMin: 1 }), joiner("able")]);
    expect(plan.steps.map(({ of }) => of)).toEqual(["able", "mute"]);
    expect(plan.left).toEqual([]);
  });
  test("who cannot join is said", () => {
    expect(joinOrder([joiner("a", { byShare: false }), joiner("b", { byShare: false })])).toMatchObject({
      left: ["b"],
    });
    expect(joinOrder([joiner("a", { byCode: false })])).toEqual({ steps: [], minutes: 0, left: ["a"] });
    expect(joinOrder([])).toEqual({ steps: [], minutes: 0, left: [] });
  });

  /** Every order and every choice of who opens. */
  function bruteForce(joiners: readonly Joiner[]): { left: number; minutes: number } {
    let best = { left: joiners.length, minutes: 0 };
    const grow = (joined: Joiner[], minutes: number) => {
      const left = joiners.length - joined.length;
      if (left < best.left || (left === best.left && minutes < best.minutes)) best = { left, minutes };
      for (const next of joiners) {
        if (joined.includes(next)) continue;
        if (!joined.length) {
          if (next.byCode) grow([next], next.joinMin);
        } else if (next.byShare)
          for (const from of joined)
            if (from.shares) grow([...joined, next], minutes + next.joinMin + from.openMin);
      }
    };
    grow([], 0);
    return best;
  }
  test("no order of all is shorter or lets more in", () => {
    const one = fc.record({
      byCode: fc.boolean(),
      shares: fc.boolean(),
      byShare: fc.boolean(),
      joinMin: fc.integer({ min: 0, max: 9 }),
      openMin: fc.integer({ min: 0, max: 9 }),
    });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 4 }), (rows) => {
        const all = rows.map((row, n) => ({ ...row, id: `e${n}` }));
        const plan = joinOrder(all);
        expect({ left: plan.left.length, minutes: plan.minutes }).toEqual(bruteForce(all));
        const joined = new Set<string>();
        for (const { of, from } of plan.steps) {
          expect(from === undefined ? joined.size === 0 : joined.has(from)).toBe(true);
          joined.add(of);
        }
        expect(joined.size + plan.left.length).toBe(all.length);
      }),
      { numRuns: 400 },
    );
  });
});
