/** The demo house with parts of it broken: what the outage table says is what a rehearsal does. */
import { larkspurWeir } from "../../../tests/core/houses";
import { clockInstant, dayStart, addDays, parseDay } from "../../design/local-time";
import { readBreak, withEmptyBattery } from "./play/breaks";
import type { Annoyance, Line } from "./play/log";
import { rehearse } from "./play/rehearse";
import { houseOf } from "./house-of";
import { lineText } from "./line-text";

const demo = larkspurWeir();
const house = houseOf(demo);
const { zone } = demo.design;
const DAY = parseDay("2026-11-26", "");
const at = (clock: string) => clockInstant(zone, DAY, clock);

function played(...breaks: string[]) {
  const lines: Line[] = [];
  const annoyances: Annoyance[] = [];
  rehearse(
    house,
    {
      from: dayStart(zone, DAY),
      to: dayStart(zone, addDays(DAY, 1)),
      seed: 7,
      breaks: breaks.flatMap((text) => withEmptyBattery(readBreak(text, zone, house), house)),
    },
    { line: (line) => lines.push(line), annoyance: (one) => annoyances.push(one) },
  );
  return { lines, annoyances, texts: lines.map((line) => lineText(demo, line)) };
}

test("a circuit takes its lamps, and those that light up by themselves do so when it is back", () => {
  const { lines } = played("circuit:lights-f@2026-11-26T18:00+60");
  const lamps = new Set(["landing-lmp-1", "landing-lmp-2", "gran-lmp-1"]);
  const during = lines.filter(
    ({ point, at: ms, what }) =>
      lamps.has(point ?? "") && ms > at("18:00") && ms < at("19:00") && what === "on",
  );
  expect(during).toEqual([]);
  const back = lines.find(({ what, value }) => what === "back" && value === "circuit:lights-f")!;
  expect(back.at).toBe(at("19:00"));
  const lit = lines.filter(
    ({ what, value, because }) => what === "on" && value === true && because === back.n,
  );
  expect(lit.map(({ point }) => point)).toContain("landing-lmp-1");
  expect(lit.map(({ point }) => point)).not.toContain("hall-lmp-1");
});

test("a cut line keeps its keys from being heard, and what is before the cut goes on", () => {
  const stops = demo.stops.filter(({ segment }) => segment === "b4").sort((a, b) => a.order - b.order);
  const hit = house.hitBy!(`cut:${stops[3]!.id}`)!;
  expect(hit.dead.has(stops[3]!.point!)).toBe(true);
  expect(hit.dead.has(stops[2]!.point!)).toBe(false);
  expect(hit.hub).toBe(false);
});

test("the rack's battery carries the hub until it is empty; then nothing fires until the mains are back", () => {
  const { lines, texts } = played("mains@2026-11-26T06:00+720");
  const empty = at("06:00") + house.hubOnBatteryMs;
  expect(empty).toBeLessThan(at("18:00"));
  const fires = lines.filter(({ what }) => what === "fires");
  expect(fires.some(({ at: ms }) => ms > at("06:00") && ms < empty)).toBe(true);
  expect(fires.filter(({ at: ms }) => ms > empty && ms < at("18:00"))).toEqual([]);
  expect(fires.some(({ at: ms }) => ms > at("18:00"))).toBe(true);
  expect(texts).toContain("the rack's battery is empty");
  expect(texts).toContain("the hub fails");
  expect(texts).toContain("the mains is back");
});

test("with the hub down a key still works what is bound to it, and who has no such key stays in the dark", () => {
  const { lines, annoyances } = played("hub:house-hub@2026-11-26T00:01+1438");
  expect(lines.filter(({ what, at: ms }) => what === "fires" && ms >= at("00:01"))).toEqual([]);
  const pressed = lines.filter(({ what }) => what === "press");
  expect(pressed.length).toBeGreaterThan(0);
  const lit = lines.filter(({ what, because }) => what === "on" && pressed.some(({ n }) => n === because));
  expect(lit.length).toBeGreaterThan(0);
  expect(annoyances.some(({ what }) => what === "left in the dark")).toBe(true);
});

test("what is no part of this house is not broken", () => {
  for (const what of ["hub:none", "heard:d-hall-lmp-1", "circuit:"])
    expect(() => readBreak(`${what}@2026-11-26T12:00+5`, zone, house)).toThrow(/--break/);
});
