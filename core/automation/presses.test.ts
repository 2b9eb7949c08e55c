/** What a finger on a key means. */
import {
  letGo,
  pressed,
  PRESSES,
  UNTOUCHED,
  waited,
  type KeySettings,
  type KeyState,
  type Press,
} from "./presses";

const ALL = new Set(PRESSES);
const key = (knows: Iterable<Press> = ALL): KeySettings => ({
  knows: new Set(knows),
  windowMs: 300,
  heldMs: 500,
});

/** What is said and when, of a finger that is down from, to … in milliseconds. */
function said(settings: KeySettings, downs: readonly (readonly [number, number])[]): string[] {
  let state: KeyState = UNTOUCHED;
  const all: string[] = [];
  const take = (step: typeof pressed, at: number) => {
    const { state: next, says } = step(settings, state, at);
    state = next;
    all.push(...says.map((one) => `${one} ${at}`));
  };
  const until = (at: number) => {
    while (state.wakeAt !== undefined && state.wakeAt <= at) take(waited, state.wakeAt);
  };
  for (const [from, to] of downs) {
    until(from);
    take(pressed, from);
    until(to);
    take(letGo, to);
  }
  until(Infinity);
  return all;
}

test.each<[string, Iterable<Press>, (readonly [number, number])[], string[]]>([
  ["one, once the window for a second has passed", ALL, [[0, 100]], ["single 400"]],
  ["one at once, where no second is known", ["single", "held"], [[0, 100]], ["single 100"]],
  [
    "two",
    ["single", "double"],
    [
      [0, 100],
      [200, 280],
    ],
    ["double 280"],
  ],
  [
    "two, where three could come",
    ALL,
    [
      [0, 100],
      [200, 280],
    ],
    ["double 580"],
  ],
  [
    "a second too late is another first",
    ALL,
    [
      [0, 100],
      [401, 450],
    ],
    ["single 400", "single 750"],
  ],
  [
    "three",
    ["single", "double", "triple"],
    [
      [0, 50],
      [100, 150],
      [200, 250],
    ],
    ["triple 250"],
  ],
  [
    "four are many",
    ALL,
    [
      [0, 50],
      [100, 150],
      [200, 250],
      [300, 350],
    ],
    ["many 350"],
  ],
  [
    "three of a key that knows two: two, and one",
    ["single", "double"],
    [
      [0, 50],
      [100, 150],
      [200, 250],
    ],
    ["double 150", "single 550"],
  ],
  [
    "two of a key that knows one and three: the most it knows",
    ["single", "triple"],
    [
      [0, 50],
      [100, 150],
    ],
    ["single 450"],
  ],
  ["held and let go", ALL, [[0, 800]], ["held 500", "released 800"]],
  ["held to the moment", ALL, [[0, 500]], ["held 500", "released 500"]],
  ["let go just before", ALL, [[0, 499]], ["single 799"]],
  [
    "pressed, then held: both are meant",
    ALL,
    [
      [0, 100],
      [200, 900],
    ],
    ["single 700", "held 700", "released 900"],
  ],
  ["a key that knows no hold counts it as a press", ["single"], [[0, 900]], ["single 900"]],
  ["a key that tells no release", ["held"], [[0, 900]], ["held 500"]],
])("%s", (_, knows, downs, expected) => expect(said(key(knows), downs)).toEqual(expected));

test("what a key says twice is not heard twice", () => {
  const first = pressed(key(), UNTOUCHED, 0).state;
  expect(pressed(key(), first, 50)).toEqual({ state: first, says: [] });
  expect(letGo(key(), UNTOUCHED, 50)).toEqual({ state: UNTOUCHED, says: [] });
});
