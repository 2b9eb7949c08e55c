/** Values as they stand in sentences: clock times, shifts, names, amounts, lists of days. */
import { expressionIn } from "../engine/amounts";
import { writeExpression } from "../engine/expression";
import { ASPECT_NAMES, MEASURED, wordsOf } from "../engine/aspects";
import { weekdayName } from "../../../design/local-time";
import { ASPECTS, type Aspect } from "../../../design/rows/automations-words";
import type { Amount, Reading } from "../../../design/rows/automations-amount";
import { Cursor, MISS, type Expected, type Read, type Slot, type Word } from "./grammar";

/** What a sentence may name. The screen draws names by kind, the text form sets them in brackets. */
export interface Names {
  /** What a row is called; undefined where there is none. */
  nameOf(collection: string, id: string): string | undefined;
  /** The row of that name; "several" where it is not the only one. */
  idOf(collection: string, name: string): string | "several" | undefined;
  has(collection: string, id: string): boolean;
}

export type NamesSlot = Slot<Names>;
type AnyRow = Record<string, unknown>;

const value = (text: string): Expected => ({ what: "value", text });

/** A field of one word or number, by its form. */
export function formSlot(
  field: string,
  pattern: RegExp,
  example: string,
  write: (own: unknown) => string = String,
  read: (text: string) => unknown = (text) => text,
): NamesSlot {
  return {
    write: (row) => (row[field] === undefined ? undefined : [{ text: write(row[field]), field }]),
    read(cursor) {
      const found = cursor.match(pattern, value(example));
      return found ? { [field]: read(found[0]) } : MISS;
    },
  };
}

export const clockSlot = (field: string) => formSlot(field, /^(?:[01]\d|2[0-3]):[0-5]\d/, "07:00");

export const wholeSlot = (field: string) => formSlot(field, /^\d+/, "3", String, Number);

export const numberSlot = (field: string) =>
  formSlot(
    field,
    /^[-−]?\d+(?:\.\d+)?/,
    "10",
    (own) => String(own).replace("-", "−"),
    (text) => Number(text.replace("−", "-")),
  );

/** One of several words, each said in its own way. */
export function wordSlot(field: string, says: Readonly<Record<string, string>>): NamesSlot {
  const longest = Object.entries(says).sort((a, b) => b[1].length - a[1].length);
  return {
    write(row) {
      const own = says[String(row[field])];
      return row[field] === undefined || own === undefined ? undefined : [{ text: own, field }];
    },
    read(cursor) {
      for (const [word, text] of longest) if (cursor.literal(text)) return { [field]: word };
      return MISS;
    },
  };
}

/** `25 min before `, `1 h 30 min after `; `at ` where it is nothing. */
export function shiftText(offsetMin: number): string {
  if (offsetMin === 0) return "at";
  const size = Math.abs(offsetMin);
  const [hours, minutes] = [Math.floor(size / 60), Math.round((size % 60) * 1000) / 1000];
  const amount = [hours ? `${hours} h` : "", minutes || !hours ? `${minutes} min` : ""].filter(Boolean);
  return `${amount.join(" ")} ${offsetMin < 0 ? "before" : "after"}`;
}

export const shiftSlot = (field = "offsetMin"): NamesSlot => ({
  write: (row) => [{ text: shiftText(Number(row[field])), field }],
  read(cursor) {
    if (cursor.literal("at")) return { [field]: 0 };
    const found = cursor.match(
      /^(?:(\d+) h ?)?(?:(\d+(?:\.\d+)?) min )?(before|after)/,
      value("25 min before"),
    );
    if (!found || (found[1] === undefined && found[2] === undefined)) return MISS;
    const minutes = Number(found[1] ?? 0) * 60 + Number(found[2] ?? 0);
    return { [field]: found[3] === "before" ? -minutes : minutes };
  },
});

// A name that could be read as something else is written with its id alone.
const plainName = (name: string) => !/[[\]#]/.test(name) && name.trim() === name && name !== "?";

/** A name in brackets, with its id behind a # where the name does not say which. */
export function bracketed(names: Names, collections: readonly string[], word: Word): string {
  const { id, in: own } = word.names!;
  if (id === undefined) return "[?]";
  const name = names.nameOf(own, id);
  const alone =
    name !== undefined &&
    plainName(name) &&
    collections.every((one) =>
      one === own ? names.idOf(one, name) === id : names.idOf(one, name) === undefined,
    );
  return alone ? `[${name}]` : `[${name !== undefined && plainName(name) ? `${name} ` : ""}#${id}]`;
}

/** Which collections share a pair of brackets: a group stands where a thing may. */
export const TOGETHER: Readonly<Record<string, readonly string[]>> = {
  points: ["points", "groups"],
  groups: ["points", "groups"],
};

/** Reads a name of one of the collections. The id is undefined where it says that it was removed. */
export function readName(
  cursor: Cursor,
  names: Names,
  collections: readonly string[],
): Read<{ in: string; id: string | undefined }> {
  const from = cursor.at;
  const wanted: Expected = { what: "name", text: collections[0]! };
  const found = cursor.match(/^\[([^[\]]*)\]/, wanted);
  if (!found) return MISS;
  const inner = found[1]!.trim();
  if (inner === "?") return { in: collections[0]!, id: undefined };
  const byId = /#([A-Za-z0-9][A-Za-z0-9_-]*)$/.exec(inner);
  for (const collection of collections) {
    if (byId) {
      if (names.has(collection, byId[1]!)) return { in: collection, id: byId[1]! };
      continue;
    }
    const id = names.idOf(collection, inner);
    if (id !== undefined && id !== "several") return { in: collection, id };
  }
  cursor.at = from;
  // Behind the bracket: what follows it is wrong, not that there is one.
  return cursor.miss(wanted, from + 1);
}

/** One named row. */
export function nameSlot(field: string, collection: string): NamesSlot {
  return {
    write(row, names) {
      const id = row[field] as string | undefined;
      if (id === undefined) return undefined;
      return [{ text: names.nameOf(collection, id) ?? id, field, names: { in: collection, id } }];
    },
    read(cursor, names) {
      const own = readName(cursor, names, [collection]);
      return own === MISS || own.id === undefined ? MISS : { [field]: own.id };
    },
  };
}

/** Names with commas and an "and" between them. */
export function listed(all: readonly Word[], field: string): Word[] {
  return all.flatMap((word, i) =>
    i === 0 ? [word] : [{ text: i === all.length - 1 ? " and " : ", ", field }, word],
  );
}

/** Several named rows of one collection, or none: then it says so. */
export function namesSlot(field: string, collection: string, nobody: string): NamesSlot {
  return {
    write(row, names) {
      const ids = row[field] as readonly string[];
      if (!ids.length) return [{ text: nobody, field }];
      return listed(
        ids.map((id) => ({ text: names.nameOf(collection, id) ?? id, field, names: { in: collection, id } })),
        field,
      );
    },
    read(cursor, names) {
      const all = readNames(cursor, names, [collection], nobody);
      return all === MISS ? MISS : { [field]: all.map(({ id }) => id) };
    },
  };
}

function readNames(
  cursor: Cursor,
  names: Names,
  collections: readonly string[],
  nobody: string,
): Read<{ in: string; id: string }[]> {
  if (nobody && cursor.literal(nobody)) return [];
  const all: { in: string; id: string }[] = [];
  for (;;) {
    const own = readName(cursor, names, collections);
    if (own === MISS || own.id === undefined) return MISS;
    all.push({ in: own.in, id: own.id });
    const between = /^(?:, | and )(?=\[)/.exec(cursor.rest);
    if (!between) {
      cursor.miss({ what: "words", text: " and " });
      return all;
    }
    cursor.at += between[0].length;
  }
}

export const NOTHING_YET = "nothing yet";

/** Single things, then groups of them. */
export const thingsSlot: NamesSlot = {
  write(row, names) {
    const words = (["points", "groups"] as const).flatMap((collection) =>
      ((row[collection] as readonly string[] | undefined) ?? []).map((id) => ({
        text: names.nameOf(collection, id) ?? id,
        field: "points",
        names: { in: collection, id },
      })),
    );
    return words.length ? listed(words, "points") : [{ text: NOTHING_YET, field: "points" }];
  },
  read(cursor, names) {
    const all = readNames(cursor, names, ["points", "groups"], NOTHING_YET);
    if (all === MISS) return MISS;
    const of = (collection: string) => all.filter((one) => one.in === collection).map(({ id }) => id);
    const groups = of("groups");
    return { points: of("points"), ...(groups.length ? { groups } : {}) };
  },
};

/** The days of a week: `Mon to Fri`, `Sat and Sun`, `every day`. */
export function weekdaysText(days: readonly number[]): string {
  const sorted = [...new Set(days)].sort((a, b) => a - b);
  if (sorted.length === 7) return "any day";
  const run = sorted.length > 2 && sorted.every((day, i) => i === 0 || day === sorted[i - 1]! + 1);
  if (run) return `${weekdayName(sorted[0]!)} to ${weekdayName(sorted.at(-1)!)}`;
  const names = sorted.map(weekdayName);
  return names.length < 2 ? names.join("") : `${names.slice(0, -1).join(", ")} and ${names.at(-1)}`;
}

const DAY_NAMES = [1, 2, 3, 4, 5, 6, 7].map(weekdayName);
const DAY = `(?:${DAY_NAMES.join("|")})`;

export const weekdaysSlot: NamesSlot = {
  write: (row) => [{ text: weekdaysText(row.days as number[]), field: "days" }],
  read(cursor) {
    const found = cursor.match(
      new RegExp(`^(?:any day|${DAY} to ${DAY}|${DAY}(?:, ${DAY})* and ${DAY}|${DAY})`, "i"),
      value("Mon to Fri"),
    );
    if (!found) return MISS;
    if (/any day/i.test(found[0])) return { days: [1, 2, 3, 4, 5, 6, 7] };
    const own = [...found[0].matchAll(new RegExp(DAY, "gi"))].map(
      ([name]) => DAY_NAMES.findIndex((day) => day.toLowerCase() === name.toLowerCase()) + 1,
    );
    if (!/ to /i.test(found[0])) return { days: [...new Set(own)].sort((a, b) => a - b) };
    const [first, last] = own as [number, number];
    if (first > last) return cursor.miss(value("Mon to Fri"));
    return { days: Array.from({ length: last - first + 1 }, (_, i) => first + i) };
  },
};

/** How a reading is said within an amount: `the temperature of [Plant house]`; a dial by its name alone. */
const READING = new RegExp(
  `^the (${ASPECTS.map((aspect) => ASPECT_NAMES[aspect])
    .sort((a, b) => b.length - a.length)
    .join("|")}) of (?=\\[)`,
);

export const aspectOf = (name: string): Aspect | undefined =>
  ASPECTS.find((aspect) => ASPECT_NAMES[aspect] === name);

function readingWords(reading: Reading, names: Names, field: string): Word[] {
  if (reading.aspect !== undefined)
    return [
      { text: `the ${ASPECT_NAMES[reading.aspect]} of `, field },
      {
        text: reading.point === undefined ? "?" : (names.nameOf("points", reading.point) ?? reading.point),
        field,
        names: { in: "points", id: reading.point },
      },
    ];
  return [
    {
      text: reading.dial === undefined ? "?" : (names.nameOf("dials", reading.dial) ?? reading.dial),
      field,
      names: { in: "dials", id: reading.dial },
    },
  ];
}

function readReading(cursor: Cursor, names: Names): Read<Reading> {
  const from = cursor.at;
  const aspect = READING.exec(cursor.rest);
  if (aspect) {
    cursor.at += aspect[0].length;
    const own = readName(cursor, names, ["points"]);
    if (own !== MISS)
      return { ...(own.id === undefined ? {} : { point: own.id }), aspect: aspectOf(aspect[1]!)! };
  } else {
    const own = readName(cursor, names, ["dials"]);
    if (own !== MISS) return own.id === undefined ? {} : { dial: own.id };
  }
  cursor.at = from;
  return MISS;
}

const key = ({ dial, point, aspect }: Reading) => `${dial ?? ""}/${point ?? ""}/${aspect ?? ""}`;

/** The words of an amount: $1, $2 … are what they stand for. */
export function amountWords({ say, of = [] }: Amount, names: Names, field: string): Word[] {
  return say.split(/(\$\d+)/).flatMap((text): Word[] => {
    if (!text) return [];
    const place = /^\$(\d+)$/.exec(text);
    if (!place) return [{ text, field }];
    return readingWords(of[Number(place[1]) - 1] ?? {}, names, field);
  });
}

/**
 * An amount: one of the words, or an expression. It is read as far as an expression goes, so that the sentence may go on
 * behind it.
 */
export function amountSlot(
  field: string,
  { words = [], example }: { words?: readonly string[]; example: string },
): NamesSlot {
  return {
    write(row, names) {
      const own = row[field] as Amount | undefined;
      return own && amountWords(own, names, field);
    },
    read(cursor, names) {
      const from = cursor.at;
      for (const word of [...words].sort((a, b) => b.length - a.length)) {
        const found = cursor.rest.toLowerCase().startsWith(word);
        if (found && !/^[\p{L}\p{N}]/u.test(cursor.rest.slice(word.length))) {
          cursor.at += word.length;
          return { [field]: { say: word } };
        }
        cursor.miss({ what: "words", text: word });
      }
      const of: Reading[] = [];
      let say = "";
      // Pieces of an expression one after the other, for as long as they make one.
      let good: { at: number; say: string; of: Reading[] } | undefined;
      for (;;) {
        const space = /^\s*/.exec(cursor.rest)![0];
        cursor.at += space.length;
        const sign =
          /^(?:\d+(?:[.,]\d+)?(?:\s*(?:km\/h|kWh|mph|m\/s|hPa|ppm|min|°C|°F|Wh|kW|ms|cm|mm|ft|lx|Pa|[shdmWK%°])(?![\p{L}\p{N}]))?|[-+−*×/÷();,]|(?:min|max)(?=\s*\())/iu.exec(
            cursor.rest,
          );
        if (sign) {
          cursor.at += sign[0].length;
          say += `${space}${sign[0]}`;
        } else {
          const reading = readReading(cursor, names);
          if (reading === MISS) break;
          let place = of.findIndex((one) => key(one) === key(reading));
          if (place < 0) place = of.push(reading) - 1;
          say += `${space}$${place + 1}`;
        }
        const expression = expressionIn({ say: say.trim(), of });
        if (expression) good = { at: cursor.at, say: writeExpression(expression), of: [...of] };
      }
      if (!good) {
        cursor.at = from;
        return cursor.miss(value(example));
      }
      cursor.at = good.at;
      return { [field]: { say: good.say, ...(good.of.length ? { of: good.of } : {}) } satisfies Amount };
    },
  };
}

/** The words and an example of what an aspect may be set to or compared with. */
export function amountOf(field: string, aspect: Aspect): NamesSlot {
  const { unit, words } = MEASURED[aspect] ?? {};
  return amountSlot(field, {
    words: words ? Object.keys(words) : wordsOf(aspect),
    example: unit ? `40 ${unit}` : (wordsOf(aspect)[0] ?? "40 %"),
  });
}

/** Text in quotation marks, with dials and readings in braces. */
export const saidSlot = (field: string): NamesSlot => ({
  write(row, names) {
    const own = row[field] as Amount;
    const words = own.say.split(/(\$\$|\$\d+)/).flatMap((text): Word[] => {
      const place = /^\$(\d+)$/.exec(text);
      if (text === "$$") return [{ text: "$", field }];
      if (place)
        return [
          { text: "{", field },
          ...readingWords(own.of?.[Number(place[1]) - 1] ?? {}, names, field),
          { text: "}", field },
        ];
      return text ? [{ text: text.replace(/[\\“”{}]/g, (sign) => `\\${sign}`), field }] : [];
    });
    return [{ text: "“", field }, ...words, { text: "”", field }];
  },
  read(cursor, names) {
    const from = cursor.at;
    if (!cursor.match(/^[“"]/, value("“The washer is done”"))) return MISS;
    const of: Reading[] = [];
    let say = "";
    for (;;) {
      const plain = /^(?:[^\\“”"{}]|\\.)+/.exec(cursor.rest);
      if (plain) {
        cursor.at += plain[0].length;
        // A sign of money is no place for a reading.
        say += plain[0].replace(/\\(.)/g, "$1").replace(/\$/g, "$$$$");
      } else if (cursor.rest.startsWith("{")) {
        cursor.at += 1;
        const reading = readReading(cursor, names);
        if (reading === MISS || !cursor.literal("}")) return MISS;
        let place = of.findIndex((one) => key(one) === key(reading));
        if (place < 0) place = of.push(reading) - 1;
        say += `$${place + 1}`;
      } else break;
    }
    if (!say || !cursor.match(/^[”"]/, value("”"))) {
      cursor.at = from;
      return MISS;
    }
    return { [field]: { say, ...(of.length ? { of } : {}) } satisfies Amount };
  },
});

export type { AnyRow };
