/**
 * The language of automations: every cue, guard and move with its wording. The household, the text form and the engine
 * read the same. docs/automations.md lists it.
 */
import { ASPECT_NAMES, MEASURED, TWO } from "../engine/aspects";
import { ASPECTS } from "../../../design/rows/automations-words";
import type { Guard } from "../../../design/rows/automations-guards";
import {
  Cursor,
  MISS,
  readPhrase,
  writePhrase,
  type Phrase,
  type Piece,
  type Read,
  type Word,
} from "./grammar";
import {
  amountOf,
  amountSlot,
  clockSlot,
  listed,
  nameSlot,
  namesSlot,
  numberSlot,
  saidSlot,
  shiftSlot,
  thingsSlot,
  weekdaysSlot,
  wholeSlot,
  wordSlot,
  type Names,
  type NamesSlot,
} from "./slots";

type P = Phrase<Names>;
type Pieces = readonly Piece<Names>[];

const TWOS = ASPECTS.filter((aspect) => TWO[aspect]);
const NUMBERS = ASPECTS.filter((aspect) => MEASURED[aspect]);

const duration = (field: string, example = "10 min") => amountSlot(field, { example });
const over: Piece<Names> = { maybe: [" over ", duration("over")] };

const SUN_SAYS = { rise: "sunrise", set: "sunset", dawn: "dawn", dusk: "dusk", noon: "solar noon" };
const TURNS = {
  "is switched on": "is switched on",
  "is switched off": "is switched off",
  changes: "is changed",
};
const PRESS_SAYS = {
  single: "is pressed once",
  double: "is pressed twice",
  triple: "is pressed three times",
  many: "is pressed many times",
  held: "is held",
  released: "is let go after being held",
};
const WAY_SAYS = { above: "above", below: "below" };

const shifted = (kind: string, of: Pieces): P => ({ says: { kind }, pieces: [shiftSlot(), ...of] });

/** Of several things one is enough to cue. */
const oneOf = (of: Pieces): Pieces => ["one of ", thingsSlot, ...of];

/** A single thing is named, of several one is enough: `when [A] …`, `when one of [A] and [B] …`. */
function things(which: "single" | "several"): NamesSlot {
  return {
    write(row, names) {
      const count =
        ((row.points as unknown[] | undefined)?.length ?? 0) +
        ((row.groups as unknown[] | undefined)?.length ?? 0);
      return (count === 1 && !row.groups) === (which === "single") ? thingsSlot.write(row, names) : undefined;
    },
    read(cursor, names) {
      const own = thingsSlot.read(cursor, names);
      if (own === MISS || which === "several") return own;
      return (own.points as unknown[]).length === 1 && !own.groups ? own : MISS;
    },
  };
}

const person = (which: "single" | "several"): NamesSlot => {
  const slot = namesSlot("people", "people", "");
  return {
    write(row, names) {
      const count = (row.people as unknown[]).length;
      return count && (count === 1) === (which === "single") ? slot.write(row, names) : undefined;
    },
    read(cursor, names) {
      const own = slot.read(cursor, names);
      if (own === MISS || which === "several") return own;
      return (own.people as unknown[]).length === 1 ? own : MISS;
    },
  };
};
/** Nobody is named: the whole household. */
const nobodyNamed: NamesSlot = {
  write: (row) => ((row.people as unknown[]).length ? undefined : []),
  read: () => ({ people: [] }),
};

const hold: Piece<Names> = { maybe: [" and stays so for ", duration("hold")] };

function stateCues(): P[] {
  const some = (of: Pieces): Pieces[] => [
    ["when ", things("single"), ...of],
    ["when ", ...oneOf(of)],
  ];
  const two = TWOS.flatMap((aspect) => {
    const { becomes, yes, no } = TWO[aspect]!;
    return [yes, no].flatMap((to, i) =>
      some([` ${becomes[i]}`, hold]).map((pieces): P => ({ says: { kind: "state", aspect, to }, pieces })),
    );
  });
  const any = ASPECTS.flatMap((aspect) =>
    [things("single"), thingsSlot].map((slot, i): P => ({
      says: { kind: "state", aspect, to: undefined },
      pieces: [
        `when the ${ASPECT_NAMES[aspect]} of ${i ? "one of " : ""}`,
        i ? slot : slot,
        " changes",
        hold,
      ],
    })),
  );
  return [...two, ...any];
}

const thresholds = NUMBERS.flatMap((aspect) =>
  (["single", "several"] as const).map((which): P => ({
    says: { kind: "threshold", aspect },
    pieces: [
      `when the ${ASPECT_NAMES[aspect]} of ${which === "several" ? "one of " : ""}`,
      things(which),
      " goes ",
      wordSlot("way", WAY_SAYS),
      " ",
      amountOf("limit", aspect),
      { maybe: [" for ", duration("hold")] },
      { maybe: [", again only once it went back by ", amountOf("hysteresis", aspect)] },
    ],
  })),
);

function presenceCues(): P[] {
  const phrase = (how: string, pieces: Pieces): P => ({ says: { kind: "presence", how }, pieces });
  const doing = (how: string, verb: string): P[] => [
    phrase(how, ["when ", person("single"), ` ${verb}`]),
    phrase(how, ["when one of ", person("several"), ` ${verb}`]),
    phrase(how, [nobodyNamed, `when somebody ${verb}`]),
  ];
  return [
    ...doing("arrives", "arrives"),
    ...doing("leaves", "leaves"),
    ...doing("falls asleep", "falls asleep"),
    ...doing("wakes", "wakes"),
    phrase("arrives first", [nobodyNamed, "when the first of the household arrives"]),
    phrase("arrives first", ["when the first of ", namesSlot("people", "people", ""), " arrives"]),
    phrase("leaves last", [nobodyNamed, "when the last of the household leaves"]),
    phrase("leaves last", ["when the last of ", namesSlot("people", "people", ""), " leaves"]),
  ];
}

export const CUE_PHRASES: readonly P[] = [
  { says: { kind: "time" }, pieces: ["at ", clockSlot("at")] },
  shifted("sun", [" ", wordSlot("event", SUN_SAYS)]),
  shifted("dial time", [" the time of ", nameSlot("dial", "dials")]),
  shifted("alarm", [" the alarm clock of ", nameSlot("person", "people")]),
  {
    says: { kind: "calendar" },
    pieces: [
      shiftSlot(),
      " the ",
      wordSlot("edge", { begins: "beginning", ends: "end" }),
      " of ",
      nameSlot("calendar", "calendars"),
    ],
  },
  ...stateCues(),
  ...thresholds,
  {
    says: { kind: "press" },
    pieces: [
      "when key ",
      wholeSlot("button"),
      " of ",
      nameSlot("point", "points"),
      " ",
      wordSlot("press", PRESS_SAYS),
    ],
  },
  ...presenceCues(),
  { says: { kind: "dial" }, pieces: ["when ", nameSlot("dial", "dials"), " ", wordSlot("turn", TURNS)] },
  {
    says: { kind: "automation" },
    pieces: [
      "when the automation ",
      nameSlot("automation", "automations"),
      " ",
      wordSlot("edge", { starts: "starts", ends: "ends" }),
    ],
  },
  { says: { kind: "start" }, pieces: ["when the hub starts"] },
];

const DOING_SAYS = { "at home": "at home", away: "away", asleep: "asleep", awake: "awake" };
const WHICH_SAYS = { any: "one of ", all: "each of " };

/** A single one has no which: any and all come to the same, and it is kept as any. */
const stateGuards = TWOS.flatMap((aspect) => {
  const { is, yes, no } = TWO[aspect]!;
  return [yes, no].flatMap((word, i): P[] => [
    { says: { kind: "state", aspect, is: word, which: "any" }, pieces: [things("single"), ` ${is[i]}`] },
    {
      says: { kind: "state", aspect, is: word },
      pieces: [wordSlot("which", WHICH_SAYS), thingsSlot, ` ${is[i]}`],
    },
  ]);
});

const ends = (edge: "from" | "to"): Piece<Names>[] => [
  { maybe: ["the time of ", nameSlot(`${edge}Dial`, "dials"), ", or "] },
  clockSlot(edge),
];

const guardSlot = (field: string, between: string): NamesSlot => ({
  write(row, names) {
    const guards = row[field] as readonly Guard[];
    if (!guards.length) return undefined;
    return guards.flatMap((guard, i) => [
      ...(i ? [{ text: between, field }] : []),
      ...innerGuard(guard, names).map((word) => ({ ...word, field })),
    ]);
  },
  read(cursor, names) {
    const guards: unknown[] = [];
    for (;;) {
      const one = readInner(cursor, names);
      if (one === MISS) return MISS;
      guards.push(one);
      const at = cursor.at;
      if (!cursor.literal(between)) return { [field]: guards };
      // What follows may be of the sentence around it: " and stays", for one.
      const next = cursor.at;
      if (readInner(cursor, names) === MISS) {
        cursor.at = at;
        return { [field]: guards };
      }
      cursor.at = next;
    }
  },
});

export const GUARD_PHRASES: readonly P[] = [
  {
    says: { kind: "window" },
    pieces: ["the clock is between ", ...ends("from"), " and ", ...ends("to")],
  },
  { says: { kind: "weekdays" }, pieces: ["it is ", weekdaysSlot] },
  { says: { kind: "calendar" }, pieces: [nameSlot("calendar", "calendars"), " is under way"] },
  {
    says: { kind: "presence", which: "any" },
    pieces: [person("single"), " is ", wordSlot("doing", DOING_SAYS)],
  },
  {
    says: { kind: "presence" },
    pieces: [wordSlot("which", WHICH_SAYS), person("several"), " is ", wordSlot("doing", DOING_SAYS)],
  },
  {
    says: { kind: "presence" },
    pieces: [
      nobodyNamed,
      wordSlot("which", { any: "somebody", all: "everybody" }),
      " is ",
      wordSlot("doing", DOING_SAYS),
    ],
  },
  { says: { kind: "flag" }, pieces: ["the flag ", nameSlot("dial", "dials"), " is on"] },
  ...stateGuards,
  {
    says: { kind: "sun" },
    pieces: [
      "the sun stands ",
      wordSlot("way", WAY_SAYS),
      " ",
      numberSlot("elevationDeg"),
      "°",
      { maybe: [" and between ", numberSlot("fromDeg"), "° and ", numberSlot("toDeg"), "°"] },
    ],
  },
  {
    says: { kind: "value" },
    pieces: [
      amountSlot("value", { example: "the temperature of [Hall]" }),
      " is ",
      wordSlot("way", WAY_SAYS),
      " ",
      amountSlot("limit", { example: "26 °C" }),
    ],
  },
  { says: { kind: "either" }, pieces: ["either ", guardSlot("guards", " or ")] },
];

/** A guard among others: turned round by "not", in brackets where it holds others itself. */
function innerGuard(guard: Guard, names: Names): Word[] {
  const words = writePhrase(GUARD_PHRASES, guard, names) ?? [{ text: "?" }];
  if (guard.not) return [{ text: "not (" }, ...words, { text: ")" }];
  return guard.kind === "either" ? [{ text: "(" }, ...words, { text: ")" }] : words;
}

function readInner(cursor: Cursor, names: Names): Read<object> {
  const not = cursor.literal("not (");
  const bracket = not || cursor.literal("(");
  const own = readPhrase(GUARD_PHRASES, cursor, names);
  if (own === MISS || (bracket && !cursor.literal(")"))) return MISS;
  return not ? { kind: own.kind, not: true, ...own } : own;
}

const THINGS_SETTING = TWOS.filter((aspect) => TWO[aspect]!.tell);

const stands: Piece<Names>[] = [
  { maybe: [", for ", duration("time")] },
  {
    maybe: [
      ", ",
      wordSlot("stands", {
        "while the guards hold": "while its guards hold",
        "until seen": "until somebody has seen it",
      }),
    ],
  },
];

const setTwo = THINGS_SETTING.flatMap((aspect) => {
  const { tell, yes, no } = TWO[aspect]!;
  return [yes, no].map((word, i): P => {
    const fixed: NamesSlot = {
      write: (row) => {
        const to = row.to as { say: string; of?: unknown };
        return to.say === word && !to.of ? [] : undefined;
      },
      read: () => ({ to: { say: word } }),
    };
    return { says: { kind: "set", aspect }, pieces: [fixed, `${tell![i]} `, thingsSlot, ...stands] };
  });
});

const setNumber = NUMBERS.map((aspect): P => ({
  says: { kind: "set", aspect },
  pieces:
    aspect === "position"
      ? ["bring ", thingsSlot, " to ", amountOf("to", aspect), over, ...stands]
      : [`set the ${ASPECT_NAMES[aspect]} of `, thingsSlot, " to ", amountOf("to", aspect), over, ...stands],
}));

export const MOVE_PHRASES: readonly P[] = [
  ...setTwo,
  ...setNumber,
  {
    says: { kind: "set", aspect: "colour" },
    pieces: [
      "set the colour of ",
      thingsSlot,
      " to ",
      {
        write: (row) => [{ text: (row.to as { say: string }).say, field: "to" }],
        read(cursor) {
          const found = cursor.match(/^#[0-9a-f]{6}/i, { what: "value", text: "#ffaa00" });
          return found ? { to: { say: found[0].toLowerCase() } } : MISS;
        },
      } satisfies NamesSlot,
      over,
      ...stands,
    ],
  },
  ...NUMBERS.map((aspect): P => ({
    says: { kind: "step", aspect },
    pieces: [`change the ${ASPECT_NAMES[aspect]} of `, thingsSlot, " by ", amountOf("by", aspect), over],
  })),
  ...THINGS_SETTING.map((aspect): P => ({
    says: { kind: "toggle", aspect },
    pieces: [`turn the ${ASPECT_NAMES[aspect]} of `, thingsSlot, " the other way"],
  })),
  {
    says: { kind: "dim" },
    pieces: [
      "dim ",
      thingsSlot,
      " ",
      wordSlot("way", { up: "up", down: "down", "the other way": "the other way" }),
      " while it is held, ",
      numberSlot("stepPct"),
      " % every ",
      numberSlot("intervalMs"),
      " ms ",
      wordSlot("by", {
        steps: "from where it is",
        "remembered level": "from the level the remote remembers",
      }),
    ],
  },
  { says: { kind: "let go" }, pieces: ["let go of ", thingsSlot] },
  {
    says: { kind: "dial" },
    pieces: [
      "turn ",
      nameSlot("dial", "dials"),
      " to ",
      amountSlot("to", { words: ["on", "off", "the other way"], example: "40 %" }),
    ],
  },
  { says: { kind: "scene" }, pieces: ["put on the scene ", nameSlot("scene", "scenes"), over] },
  {
    says: { kind: "cycle" },
    pieces: ["put on the next scene of ", namesSlot("scenes", "scenes", "none yet"), over],
  },
  { says: { kind: "capture" }, pieces: ["keep in mind how ", thingsSlot, " is"] },
  { says: { kind: "give back" }, pieces: ["give back what was kept in mind", over] },
  {
    says: { kind: "say" },
    pieces: [
      "say ",
      saidSlot("text"),
      " on ",
      namesSlot("points", "points", "no panel"),
      " and to ",
      namesSlot("people", "people", "nobody"),
    ],
  },
  { says: { kind: "wait" }, pieces: ["wait ", duration("time", "5 min")] },
  {
    says: { kind: "until" },
    pieces: [
      "wait until ",
      guardSlot("guards", " and "),
      {
        maybe: [
          ", at most ",
          duration("limit"),
          { maybe: [", then it ", wordSlot("then", { "goes on": "goes on", ends: "ends" })] },
        ],
      },
    ],
  },
  {
    says: { kind: "stop" },
    pieces: ["stop what runs of ", namesSlot("automations", "automations", "none yet")],
  },
];

/** Heads of the moves that hold moves; what they hold stands under them. */
export const BRANCH_HEAD: readonly P[] = [
  {
    says: {},
    pieces: [
      "when ",
      {
        write(row) {
          const keys = row.keys as readonly string[] | undefined;
          return keys?.length
            ? listed(
                keys.map((text) => ({ text, field: "keys", names: { in: "cues", id: text } })),
                "keys",
              )
            : undefined;
        },
        read(cursor) {
          const keys: string[] = [];
          for (;;) {
            const found = cursor.match(/^\[([^[\]]{1,20})\]/, { what: "name", text: "cues" });
            if (!found) return MISS;
            keys.push(found[1]!);
            const between = /^(?:, | and )(?=\[)/.exec(cursor.rest);
            if (!between) return { keys };
            cursor.at += between[0].length;
          }
        },
      } satisfies NamesSlot,
      " cued it",
      { maybe: [" and ", guardSlot("guards", " and ")] },
    ],
  },
  { says: {}, pieces: ["where ", guardSlot("guards", " and ")] },
  { says: {}, pieces: ["always"] },
];

export const REPEAT_HEAD: readonly P[] = [
  {
    says: { kind: "repeat" },
    pieces: [
      "repeat every ",
      duration("every"),
      ", at most ",
      wholeSlot("most"),
      " times",
      { maybe: [", until ", guardSlot("guards", " and ")] },
    ],
  },
];
