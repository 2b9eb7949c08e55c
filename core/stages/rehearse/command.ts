/** `rehearse` on the command line: what happens, because of what, and what it comes to. */
import type { Command } from "../../desk/command";
import { textTable } from "../../desk/command";
import { byId, type Design } from "../../design/collections";
import { fail } from "../../design/input-error";
import {
  addDays,
  checkZone,
  dayStart,
  dayText,
  isoLocal,
  localParts,
  parseDay,
} from "../../design/local-time";
import { round3 } from "../../geometry/round";
import { readBreak, withEmptyBattery, type Break } from "./play/breaks";
import type { Annoyance, Line } from "./play/log";
import { rehearse } from "./play/rehearse";
import { FIRST_SEED } from "./play/random";
import { readWeather } from "./play/weather-file";
import { houseOf } from "./house-of";
import { lineText } from "./line-text";
import { mendsOf, RUN_IN_MS } from "./run";
import { Causes, troubleKey } from "./trouble";

const MOST_DAYS = 3660;
const MOST_SEED = 2 ** 32 - 1;
/** Readings of weather are many, and no doings: text for people leaves them out. */
const READINGS = new Set(["temperature", "humidity", "light", "wind", "power", "battery"]);
/** So many lines are printed for people; `--json` has them all. */
const MOST_LINES = 200;

function wholeNumber(
  name: string,
  text: string | undefined,
  usual: number,
  least: number,
  most: number,
): number {
  const value = text === undefined ? usual : Number(text);
  if (!Number.isInteger(value) || value < least || value > most)
    fail(`--${name}`, `must be a whole number from ${least} to ${most}`);
  return value;
}

export const rehearseCommand: Command = {
  prints: "what happens in the house, because of what, and what annoys",
  options: {
    from: "2026-11-24",
    days: "1",
    seed: "7",
    weather: "FILE",
    break: "internet@2026-11-24T12:00+360",
  },
  files: ["weather"],
  several: ["break"],
  run(design, options, { now }) {
    const { zone } = design.design;
    checkZone(zone, "design.zone");
    const first = parseDay(options.from ?? dayText(localParts(zone, now)), "--from");
    const days = wholeNumber("days", options.days, 1, 1, MOST_DAYS);
    const seed = wholeNumber("seed", options.seed, FIRST_SEED, 0, MOST_SEED);
    const house = houseOf(design);
    const breaks = (options.break ?? "")
      .split("\n")
      .filter((text) => text !== "")
      .flatMap((text) => withEmptyBattery(readBreak(text, zone, house), house));
    const lines: Line[] = [];
    const annoyances: Annoyance[] = [];
    const by = new Causes();
    const causes: (string | undefined)[] = [];
    const sums = rehearse(
      house,
      {
        from: dayStart(zone, first),
        to: dayStart(zone, addDays(first, days)),
        seed,
        breaks,
        runInMs: RUN_IN_MS,
        ...(options.weather === undefined ? {} : { weather: readWeather(options.weather, zone) }),
      },
      {
        line: (line) => {
          lines.push(line);
          by.hear(line);
        },
        annoyance: (one) => {
          annoyances.push(one);
          causes.push(by.of(one.because));
        },
      },
    );
    const deviceOf = new Map(house.things.map(({ id, device }) => [id, device ?? id]));
    const json = {
      events: lines.map(({ n, at, what, point, value, by, because }) => ({
        n,
        at: isoLocal(zone, at),
        what,
        ...(point === undefined ? {} : { device: deviceOf.get(point) ?? point }),
        value,
        by,
        because,
      })),
      sums: Object.fromEntries(Object.entries(sums).map(([name, value]) => [name, round3(value)])),
      annoyances: annoyances.map(({ at, what, who, room, because }) => ({
        at: isoLocal(zone, at),
        what,
        who,
        room,
        because,
      })),
    };
    return { json, text: textOf(design, lines, annoyances, causes, breaks, json.sums) };
  },
};

function textOf(
  design: Design,
  lines: readonly Line[],
  annoyances: readonly Annoyance[],
  causes: readonly (string | undefined)[],
  breaks: readonly Break[],
  sums: Readonly<Record<string, number>>,
): string {
  const { zone } = design.design;
  const when = (ms: number) => isoLocal(zone, ms).slice(0, 19).replace("T", " ");
  const doings = lines.filter(({ what }) => !READINGS.has(what));
  const shown = doings.slice(0, MOST_LINES);
  const rows = shown.map((line) => [
    String(line.n),
    when(line.at),
    lineText(design, line),
    line.because === undefined ? "" : `because of ${line.because}`,
  ]);
  const more = doings.length - shown.length;
  const role = (id: string) => byId(design, "people").get(id)?.role ?? id;
  const room = (id: string) => byId(design, "rooms").get(id)?.name ?? id;
  const whom = ({ what, who, room: of }: Pick<Annoyance, "what" | "who" | "room">) =>
    `${what}: ${role(who)}, ${room(of)}`;
  const by = (id: string | undefined) => {
    const row = id === undefined ? undefined : byId(design, "automations").get(id);
    return row ? `, by ${row.name}` : "";
  };
  const mends = mendsOf(design, { annoyances, causes, breaks });
  const told = new Set<string>();
  const ended = annoyances.flatMap((one, i) => {
    const key = troubleKey({ ...one, by: causes[i] });
    const mend = mends[key];
    if (!mend || told.has(key)) return [];
    told.add(key);
    return [`${whom(one)}${by(causes[i])}. ${mend.label}`];
  });
  return [
    rows.length ? textTable(rows, [0]) : "Nothing happens.",
    ...(more ? [`… and ${more} more: --json has them all.`] : []),
    "",
    textTable(
      Object.entries(sums).map(([name, value]) => [name, String(value)]),
      [1],
    ),
    "",
    ...(annoyances.length
      ? annoyances.map(
          (one) =>
            `${when(one.at)}  ${whom(one)}${one.because === undefined ? "" : `, because of ${one.because}`}`,
        )
      : ["Nobody is annoyed."]),
    ...(ended.length ? ["", "What would end it:", ...ended] : []),
  ].join("\n");
}
