/** When a threshold cues. */
import { due, heard, UNHEARD, type Crossing, type Threshold } from "./threshold";

const WIND: Threshold = { way: "above", limit: 10, hysteresis: 2, holdMs: 60_000 };

/** Times at which it cues, of values as they are heard: seconds and value. */
function cuesOf(rule: Threshold, values: readonly (readonly [number, number | undefined])[]): number[] {
  let crossing: Crossing = UNHEARD;
  let dueAt: number | undefined;
  const cues: number[] = [];
  for (const [second, value] of [...values, [1e6, undefined] as const]) {
    if (dueAt !== undefined && dueAt <= second * 1000) {
      const now = due(rule, crossing, dueAt);
      crossing = now.crossing;
      if (now.cues) cues.push(dueAt / 1000);
    }
    ({ crossing, dueAt } = { dueAt: undefined, ...heard(rule, crossing, value, second * 1000) });
  }
  return cues;
}

test.each<[string, (readonly [number, number | undefined])[], number[]]>([
  [
    "after its hold time",
    [
      [0, 5],
      [10, 12],
    ],
    [70],
  ],
  [
    "a break begins it anew",
    [
      [0, 5],
      [10, 12],
      [50, 9.5],
      [60, 12],
    ],
    [120],
  ],
  [
    "heard again while it lasts, from the first time",
    [
      [0, 5],
      [10, 12],
      [40, 15],
      [60, 11],
    ],
    [70],
  ],
  [
    "equal is not past",
    [
      [0, 5],
      [10, 10],
    ],
    [],
  ],
  [
    "standing from the start is no crossing",
    [
      [0, 12],
      [30, 13],
    ],
    [],
  ],
  [
    "and is one once it went back",
    [
      [0, 12],
      [30, 8],
      [40, 12],
    ],
    [100],
  ],
  [
    "back above the hysteresis does not count again",
    [
      [0, 5],
      [10, 12],
      [80, 9],
      [90, 12],
    ],
    [70],
  ],
  [
    "back to the hysteresis does",
    [
      [0, 5],
      [10, 12],
      [80, 8],
      [90, 12],
    ],
    [70, 150],
  ],
  [
    "not between limit and hysteresis from the start",
    [
      [0, 9],
      [10, 12],
    ],
    [],
  ],
  [
    "what is unknown for a while is a break",
    [
      [0, 5],
      [10, 12],
      [40, undefined],
      [50, 12],
    ],
    [110],
  ],
  [
    "and cues nothing meanwhile",
    [
      [0, 5],
      [10, 12],
      [40, undefined],
    ],
    [],
  ],
  [
    "too short",
    [
      [0, 5],
      [10, 12],
      [69, 5],
    ],
    [],
  ],
  [
    "just long enough",
    [
      [0, 5],
      [10, 12],
      [70, 5],
    ],
    [70],
  ],
])("%s", (_, values, cues) => expect(cuesOf(WIND, values)).toEqual(cues));

test("below is the same upside down, and no hold time cues at once", () => {
  const frost: Threshold = { way: "below", limit: 3, hysteresis: 1, holdMs: 0 };
  expect(
    cuesOf(frost, [
      [0, 5],
      [10, 2],
      [20, 3.5],
      [30, 2],
      [40, 4],
      [50, 2.9],
    ]),
  ).toEqual([10, 50]);
  expect(
    cuesOf(frost, [
      [0, 5],
      [10, 3],
    ]),
  ).toEqual([]);
});
