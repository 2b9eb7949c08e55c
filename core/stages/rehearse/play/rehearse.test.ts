/** Days of a small house worked out by hand, event for event; and what must be so of any house. */
import { MILD, NURSE, smallHouse, THINGS, type Given } from "../../../test-house";
import { WEATHER } from "../../automations/language/small-world";
import { readBreak } from "./breaks";
import { NOTHING, type Annoyance, type Line } from "./log";
import { rehearse, Rehearsal, type Ask } from "./rehearse";
import type { Sky } from "./weather";

const DAY_MS = 86_400_000;
const at = (clock: string, day = "2026-11-24") =>
  Date.parse(`${day}T${clock.length === 5 ? `${clock}:00` : clock}Z`);

function played(given: Given = {}, ask: Partial<Ask> = {}) {
  const house = smallHouse(given);
  const lines: Line[] = [];
  const annoyances: Annoyance[] = [];
  // With this seed the light is put out each of the three times somebody leaves a room.
  const from = ask.from ?? at("00:00");
  const sums = rehearse(
    house,
    { from, to: from + DAY_MS, seed: 3, weather: MILD, ...ask },
    { line: (line) => lines.push(line), annoyance: (one) => annoyances.push(one) },
  );
  const clock = (ms: number) =>
    new Date(ms)
      .toISOString()
      .slice(11, 23)
      .replace(/\.000$/, "");
  const said = lines.map(
    ({ n, at: ms, what, point, value, by, because }) =>
      `${n} ${[
        clock(ms),
        what,
        point,
        value === undefined ? undefined : String(value),
        by && `by ${by}`,
        because && `because ${because}`,
      ]
        .filter(Boolean)
        .join(" ")}`,
  );
  const doings = said.filter((line) => !/ (wind|light|temperature|rain) mast /.test(line));
  return { house, lines, annoyances, sums, said, doings };
}

/** The clock times of what was said, without its numbers. */
const bare = (lines: readonly string[]) =>
  lines.map((line) => line.replace(/^\d+ /, "").replace(/ because \d+$/, ""));

describe("a day by hand", () => {
  const TEXT = `automation a: A
  cue k: when [Hall sensor] sees somebody
  do set the level of [Hall lamp] to 60 %, for 30 min
automation b: B
  cue k: at 12:00
  do bring [Snug shade right] to 25 %`;

  test("every event, its time to the millisecond, and what it came of", () => {
    expect(played({ text: TEXT }).doings).toEqual([
      "5 07:00:00 wakes nurse",
      "6 07:00:00 presence see true",
      "7 07:00:00 fires k by a because 6",
      "8 07:00:00 told lamp 60 by a because 7",
      "9 07:00:00.150 on lamp true by a because 8",
      "10 07:00:00.150 level lamp 60 by a because 8",
      "12 09:00:00 leaves nurse",
      "13 09:00:00 open door true",
      "14 09:00:00 by hand false",
      "15 09:00:00.150 on lamp false because 14",
      "16 09:00:08 open door false",
      "17 09:01:30 presence see false",
      "18 12:00:00 fires k by b",
      "19 12:00:00 told right 25 by b because 18",
      "20 12:00:00.400 moves right 25 because 19",
      "21 12:00:15.400 position right 25 by b because 19",
      "23 17:00:00 arrives nurse",
      "24 17:00:00 open door true",
      "25 17:00:00 presence see true",
      "26 17:00:00 fires k by a because 25",
      "27 17:00:00 told lamp 60 by a because 26",
      "28 17:00:00.150 on lamp true by a because 27",
      "29 17:00:08 open door false",
      "30 22:00:00 falls asleep nurse",
      "31 22:00:00 by hand false",
      "32 22:00:00.150 on lamp false because 31",
      "33 22:01:30 presence see false",
    ]);
  });

  test("what it comes to: presses, moves, switchings, fires, and what the lamp used", () => {
    const { sums, annoyances } = played({ text: TEXT });
    // The lamp is on from 07:00 to 09:00 and from 17:00 to 22:00: seven hours of 12 W.
    const round = (kWh: number) => Math.round(kWh * 1e6) / 1e6;
    expect({ ...sums, kWh: round(sums.kWh), boughtKWh: round(sums.boughtKWh) }).toEqual({
      ...NOTHING,
      presses: 2,
      moves: 1,
      switchings: 4,
      fires: 3,
      unanswered: 0,
      kWh: 0.084,
      boughtKWh: 0.084,
    });
    expect(annoyances).toEqual([]);
  });

  test("where nothing lights the dark hall somebody works the switch, once they have waited", () => {
    const { doings } = played();
    expect(bare(doings).slice(0, 4)).toEqual([
      "07:00:00 wakes nurse",
      "07:00:00 presence see true",
      "07:00:04 by hand true",
      "07:00:04.150 on lamp true",
    ]);
  });

  test("without a switch and without keys they are left in the dark, and by daylight they are not", () => {
    const bare = (windows: boolean) =>
      played({ rooms: smallHouse().rooms.map((row) => ({ ...row, windows, switched: false, keys: [] })) });
    expect(bare(false).annoyances).toEqual([
      { at: at("07:00:10"), what: "left in the dark", who: "nurse", room: "hall" },
      { at: at("17:00:10"), what: "left in the dark", who: "nurse", room: "hall" },
    ]);
    // At seven it is dark outside as well.
    const light = played({
      people: [
        {
          ...NURSE,
          times: [
            { doing: "in a room", room: "hall", from: "08:00", to: "15:00" },
            { doing: "away", from: "15:00", to: "08:00" },
          ],
        },
      ],
      rooms: smallHouse().rooms.map((row) => ({ ...row, windows: true, switched: false, keys: [] })),
    });
    expect(light.annoyances).toEqual([]);
  });
});

describe("annoyances", () => {
  test("a shade that moves over a sleeper, and a lamp that is bright; not a low one, not in another room", () => {
    const text = (moves: string) => `automation a: A\n  cue k: at 05:00\n  do ${moves}`;
    const of = (moves: string) =>
      played({ text: text(moves) }).annoyances.map(({ what, who, because }) => [what, who, because]);
    expect(of("bring [Snug shade left] to shut")).toEqual([
      ["moved over a sleeper", "nurse", expect.any(Number)],
    ]);
    expect(of("bring [Snug shade right] to shut")).toEqual([]);
    expect(of("set the level of [Stair strip] to 30 %")).toEqual([
      ["lit a sleeper", "nurse", expect.any(Number)],
    ]);
    expect(of("set the level of [Stair strip] to 20 %")).toEqual([]);
  });

  test("the light goes off on somebody: they are annoyed, and put it on again", () => {
    const { annoyances, doings } = played({
      text: "automation a: A\n  cue k: at 20:00\n  do switch off [Hall lamp]",
    });
    expect(annoyances.map(({ what, at: ms }) => [what, ms])).toEqual([
      ["light off on somebody", at("20:00:00.150")],
    ]);
    expect(bare(doings)).toContain("20:00:04.150 by hand true");
  });
});

describe("what is broken", () => {
  const TEXT = `automation a: A
  cue k: at 10:00
  do bring [Snug shade right] to shut
automation b: B
  cue k: at 10:05
  do switch on [Hall lamp]
automation c: C
  cue k: when [Cellar probe] gets wet
  do shut [Water valve]`;
  const broken = (...texts: string[]) => {
    const house = smallHouse({ text: TEXT });
    return played({ text: TEXT }, { breaks: texts.map((one) => readBreak(one, "Europe/London", house)) });
  };

  test("a thing that is cut off from everything does nothing, and what it is told is not answered", () => {
    const { lines, sums, doings } = broken("device:d-right@2026-11-24T09:30+60");
    expect(lines.filter(({ point }) => point === "right").map(({ what }) => what)).toEqual([
      "told",
      "no answer",
    ]);
    expect(sums.unanswered).toBe(1);
    expect(bare(doings)).toContain("09:30:00 broken device:d-right");
    expect(bare(doings)).toContain("10:30:00 back device:d-right");
    expect(lines.filter(({ point, what }) => point === "lamp" && what === "on").length).toBeGreaterThan(0);
  });

  test("without the hub no automation fires; the wall switch works; when it is back it goes on with the day", () => {
    const { lines, doings } = broken("hub@2026-11-24T09:30+33");
    expect(lines.filter(({ what }) => what === "fires").map(({ by }) => by)).toEqual(["b"]);
    expect(bare(doings)).toContain("10:05:00.150 on lamp true by b");
    const all = broken("hub@2026-11-24T00:01+1439");
    expect(all.sums.fires).toBe(0);
    expect(bare(all.doings)).toContain("07:00:04.150 on lamp true");
  });

  test("without mains lamps are dark and no hand lights them; what is on cells goes on", () => {
    const { doings, annoyances, lines } = broken("mains@2026-11-24T06:00+120");
    expect(annoyances).toEqual([
      { at: at("07:00:10"), what: "left in the dark", who: "nurse", room: "hall" },
    ]);
    expect(lines.some(({ point, at: ms }) => point === "lamp" && ms > at("06:00") && ms < at("08:00"))).toBe(
      false,
    );
    expect(bare(doings)).toContain("07:00:00 wakes nurse");
  });

  test("a battery carries the hub for its time; then it is down until the mains are back", () => {
    const cells = smallHouse().things.map((one) =>
      one.id === "right" ? { ...one, supply: "battery" as const } : one,
    );
    const given = { text: TEXT, things: cells, hubOnBatteryMs: 62 * 60_000 };
    const { doings, lines } = played(given, {
      breaks: [readBreak("mains@2026-11-24T09:00+180", "Europe/London", smallHouse(given))],
    });
    // At 10:00 the hub still runs, at 10:02 it does no longer: the lamp of 10:05 is told nothing.
    expect(lines.filter(({ what }) => what === "fires").map(({ by }) => by)).toEqual(["a"]);
    expect(bare(doings)).toContain("10:00:20.400 position right 0 by a");
    expect(bare(doings)).toContain("10:02:00 broken hub");
    expect(bare(doings)).toContain("12:00:00 back mains");
    // Where it lasts as long as the mains are away it never goes.
    const long = played(
      { ...given, hubOnBatteryMs: 180 * 60_000 },
      { breaks: [readBreak("mains@2026-11-24T09:00+180", "Europe/London", smallHouse(given))] },
    );
    expect(long.lines.filter(({ what }) => what === "fires").map(({ by }) => by)).toEqual(["a", "b"]);
    expect(long.sums.unanswered).toBe(1);
  });

  test("a lamp that the mains put out wakes a sleeper once more when it is lit again", () => {
    const text = `automation a: A
  cue k: at 01:00
  cue l: at 04:00
  do set the level of [Stair strip] to 50 %`;
    const { annoyances } = played(
      { text },
      { breaks: [readBreak("mains@2026-11-24T02:00+60", "Europe/London", smallHouse({ text }))] },
    );
    expect(annoyances.filter(({ what }) => what === "lit a sleeper").map(({ at: ms }) => ms)).toEqual([
      at("01:00:00.150"),
      at("04:00:00.150"),
    ]);
  });

  test("a telephone left at home: the house hears of who left once it is found", () => {
    const text = `automation a: A
  cue k: when somebody leaves
  do switch on [Stair strip]`;
    const phone = readBreak("phone:nurse@2026-11-24T00:01+600", "Europe/London", smallHouse({ text }));
    const fires = (breaks: (typeof phone)[]) =>
      played({ text }, { breaks })
        .lines.filter(({ what }) => what === "fires")
        .map((line) => line.at);
    expect(fires([])).toEqual([at("09:00")]);
    expect(fires([phone])).toEqual([at("10:01")]);
    expect(bare(played({ text }, { breaks: [phone] }).doings)).toContain("09:00:00 leaves nurse");
  });

  test("with the hub down a key works the lamp that is bound to it, and no other", () => {
    const rooms = smallHouse().rooms.map((row) =>
      row.id === "hall" ? { ...row, switched: false, keys: ["keys"] } : row,
    );
    const day = (linked: boolean) => {
      const things = THINGS.map((one) => (one.id === "lamp" ? { ...one, linked } : one));
      const house = { text: TEXT, rooms, things };
      return played(house, {
        breaks: [readBreak("hub@2026-11-24T06:00+120", "Europe/London", smallHouse(house))],
      });
    };
    expect(bare(day(true).doings)).toContain("07:00:04.150 on lamp true");
    expect(day(true).annoyances.filter(({ what }) => what === "left in the dark")).toEqual([]);
    expect(bare(day(false).doings)).not.toContain("07:00:04.150 on lamp true");
    expect(day(false).annoyances.map(({ what }) => what)).toContain("left in the dark");
    expect(day(true).sums.presses).toBeGreaterThan(0);
  });

  test("a lamp that lights up by itself does so when the mains are back, and only then", () => {
    const things = THINGS.map((one) => (one.id === "lamp" ? { ...one, comesBack: "on" as const } : one));
    const house = { text: TEXT, things };
    const { lines, doings } = played(house, {
      breaks: [readBreak("mains@2026-11-24T02:00+60", "Europe/London", smallHouse(house))],
    });
    expect(bare(doings)).toContain("03:00:00 on lamp true");
    const back = lines.find(({ what }) => what === "back")!;
    expect(lines.find(({ what, point }) => what === "on" && point === "lamp")!.because).toBe(back.n);
    const others = played(
      { text: TEXT },
      {
        breaks: [readBreak("mains@2026-11-24T02:00+60", "Europe/London", smallHouse({ text: TEXT }))],
      },
    );
    expect(bare(others.doings)).not.toContain("03:00:00 on lamp true");
  });

  test("a wall switch works no lamp that it does not feed", () => {
    const things = THINGS.map((one) => (one.id === "lamp" ? { ...one, hand: false } : one));
    const { lines } = played({ things });
    expect(lines.some(({ what }) => what === "by hand")).toBe(true);
    expect(lines.some(({ point, what }) => point === "lamp" && what === "on")).toBe(false);
  });

  test("whoever is woken by a sentence of their own alarm clock is not annoyed", () => {
    const text = (cue: string) => `automation a: A
  cue k: ${cue}
  do bring [Snug shade left] to shut`;
    const people = [{ ...NURSE, times: [...NURSE.times!, { doing: "alarm clock" as const, from: "06:30" }] }];
    const over = (cue: string) => {
      const { annoyances, sums } = played({ text: text(cue), people });
      expect(sums.moves).toBe(1);
      return annoyances.filter(({ what }) => what === "moved over a sleeper").length;
    };
    expect(over("at 06:20")).toBe(1);
    expect(over("10 min before the alarm clock of [Nurse on night shifts]")).toBe(0);
  });

  test("without the internet only what hangs on it is silent", () => {
    const { sums, lines } = broken("internet@2026-11-24T00:01+1439");
    expect(sums.unanswered).toBe(0);
    expect(lines.some(({ point }) => point === "right")).toBe(true);
    const mast = THINGS.map((one) => (one.id === "right" ? { ...one, local: false } : one));
    const house = { text: TEXT, things: mast };
    const cut = played(house, {
      breaks: [readBreak("internet@2026-11-24T00:01+1439", "Europe/London", smallHouse(house))],
    });
    expect(cut.sums.unanswered).toBe(1);
  });

  test.each([
    ["internet", "must be WHAT@TIME+MINUTES"],
    ["internet@2026-11-24T25:00+5", '"25:00" is no time of day'],
    ["internet@2026-11-24T12:00+0", "must last 1 to"],
    ["gas@2026-11-24T12:00+5", "must be internet, cloud, mains, hub"],
    ["device:nobody@2026-11-24T12:00+5", "is nothing of this house"],
  ])("%s is refused: %s", (text, sentence) => {
    expect(() => readBreak(text, "Europe/London", smallHouse())).toThrow(sentence);
  });
});

describe("of any run", () => {
  const TEXT = `${WEATHER}
automation one: O
  cue k: when [Hall lamp] goes on
  do switch on [Stair strip]
automation two: T
  cue k: when [Stair strip] goes on
  do switch off [Stair strip]`;
  const run = (seed: number) =>
    played({ text: TEXT }, { seed, weather: undefined, to: at("00:00", "2026-12-08") });

  test("the same seed tells the same lines, another one others", () => {
    expect(run(3).said).toEqual(run(3).said);
    expect(run(3).said).not.toEqual(run(4).said);
  });

  test.each([1, 2, 3])(
    "seed %i: no event before its cause, times never run back, numbers have no gap",
    (seed) => {
      const { lines } = run(seed);
      expect(lines.length).toBeGreaterThan(500);
      lines.forEach(({ n, at: ms, because }, i) => {
        expect(n).toBe(i + 1);
        if (i) expect(ms).toBeGreaterThanOrEqual(lines[i - 1]!.at);
        if (because === undefined) return;
        expect(because).toBeLessThan(n);
        expect(lines[because - 1]!.at).toBeLessThanOrEqual(ms);
      });
    },
  );

  test("in a storm with rain the wind is followed: no shade is shut by rain while it blows", () => {
    const storm = (ms: number): Sky => ({
      ...MILD(ms),
      windMS: ms > at("10:00") ? 20 : 3,
      rain: ms > at("10:30"),
    });
    const { lines } = played({ text: TEXT }, { weather: storm });
    const after = lines.filter(({ what, at: ms }) => what === "told" && ms > at("10:00"));
    expect(after.filter(({ point }) => point === "left" || point === "right").map(({ by }) => by)).toEqual([
      "wind",
      "wind",
    ]);
    expect(lines.filter(({ what, by }) => what === "fires" && by === "rain")).toHaveLength(1);
  });

  test("without anything that changes nothing is told", () => {
    const still = played({ people: [], text: "" }, { weather: (ms) => ({ ...MILD(ms), lightLx: 0 }) });
    // What the mast says at first, and no more.
    expect(still.lines.map(({ what }) => what)).toEqual(["wind", "rain", "light", "temperature"]);
  });
});

test("alarm clocks: before, after, and the next one", () => {
  const people = [
    {
      ...NURSE,
      times: [...NURSE.times!, { doing: "alarm clock" as const, from: "06:40" }],
    },
  ];
  const { lines } = played(
    {
      people,
      text: "automation a: A\n  cue k: 10 min before the alarm clock of [Nurse on night shifts]\n  cue l: 10 min after the alarm clock of [Nurse on night shifts]\n  do switch on [Hall lamp]",
    },
    { to: at("00:00", "2026-11-26") },
  );
  expect(
    lines
      .filter(({ what }) => what === "fires")
      .map(({ at: ms, value }) => [new Date(ms).toISOString().slice(8, 16), value]),
  ).toEqual([
    ["24T06:30", "k"],
    ["24T06:50", "l"],
    ["25T06:30", "k"],
    ["25T06:50", "l"],
  ]);
});

describe("one that is watched", () => {
  const TEXT = `automation a: A
  for comfort
  cue k: at 12:00
  do switch off [Hall lamp]`;
  const from = at("00:00");
  const going = (breaks: Ask["breaks"] = []) => {
    const lines: Line[] = [];
    const rehearsal = new Rehearsal(
      smallHouse({ text: TEXT }),
      { from, to: from + DAY_MS, seed: 3, weather: MILD, breaks },
      { line: (line) => lines.push(line) },
    );
    rehearsal.begin();
    return { rehearsal, lines };
  };

  test("by steps it tells what it tells at once, however long they are", () => {
    const whole = played({ text: TEXT }).lines;
    const { rehearsal, lines } = going();
    for (let ms = from; ms < from + DAY_MS; ms += 47_123) rehearsal.advance(ms);
    rehearsal.advance(from + DAY_MS);
    expect(lines).toEqual(whole);
  });

  test("what is wished is told, stands as a hand's word, and is counted", () => {
    const { rehearsal, lines } = going();
    rehearsal.advance(at("11:00"));
    expect(rehearsal.wish("lamp", "on", true)).toBe(true);
    rehearsal.advance(at("11:00:01"));
    expect(rehearsal.values().get("lamp on")).toBe(true);
    // The sentence of noon waits below the hand for its two hours.
    rehearsal.advance(at("12:30"));
    expect(rehearsal.values().get("lamp on")).toBe(true);
    rehearsal.advance(at("13:01"));
    expect(rehearsal.values().get("lamp on")).toBe(false);
    const wish = lines.find(({ what, point }) => what === "by hand" && point === "lamp")!;
    expect(lines.find(({ what, because }) => what === "on" && because === wish.n)).toMatchObject({
      value: true,
    });
  });

  test("nothing is wished of what cannot do it, or does not answer", () => {
    expect(going().rehearsal.wish("mast", "on", true)).toBe(false);
    expect(going().rehearsal.wish("nobody", "on", true)).toBe(false);
    const house = smallHouse({ text: TEXT });
    const { rehearsal, lines } = going([readBreak("hub@2026-11-24T09:00+180", "Europe/London", house)]);
    rehearsal.advance(at("10:00"));
    expect(rehearsal.wish("lamp", "on", true)).toBe(false);
    expect(rehearsal.turn("any", true)).toBe(false);
    expect(lines.at(-1)).toMatchObject({ what: "no answer", point: "lamp" });
    expect(rehearsal.sums.unanswered).toBe(1);
  });

  test("what draws is counted up to now, once", () => {
    const { rehearsal } = going();
    rehearsal.advance(at("10:00"));
    rehearsal.count();
    const before = rehearsal.sums.kWh;
    rehearsal.wish("lamp", "on", true);
    rehearsal.advance(at("11:00"));
    rehearsal.count();
    rehearsal.count();
    // 12 W for an hour less the 150 ms until it lights.
    expect(rehearsal.sums.kWh - before).toBeCloseTo(0.012 * (1 - 0.15 / 3600), 9);
  });
});
