/**
 * Two weeks of weather for the demo, hour by hour: a stormy one in November, a hot one in July. Written once by
 * `npx tsx demo/weather-weeks.ts`; what they are like is invented.
 */
import { writeFileSync } from "node:fs";
import { numbersOf } from "../core/stages/rehearse/play/random";

const HOURS = 7 * 24;
const two = (n: number) => String(n).padStart(2, "0");
const bump = (hour: number, top: number, width: number) => Math.exp(-(((hour - top) / width) ** 2));

function week(
  first: string,
  at: (hour: number, day: number, noise: number) => Record<string, number>,
): string {
  const [year, month, day] = first.split("-").map(Number) as [number, number, number];
  const rows = Array.from({ length: HOURS }, (_, h) => {
    const date = new Date(Date.UTC(year, month - 1, day + Math.floor(h / 24)));
    const time = `${date.getUTCFullYear()}-${two(date.getUTCMonth() + 1)}-${two(date.getUTCDate())}T${two(h % 24)}:00`;
    const values = at(h, h % 24, numbersOf(26, first)(h) - 0.5);
    return [time, ...Object.values(values).map((value) => String(Math.round(value * 10) / 10))].join(",");
  });
  return ["time,temperatureC,windMS,lightLx,rain,humidityPct", ...rows, ""].join("\n");
}

/** Daylight between two hours of the day, lx. */
const light = (day: number, rise: number, set: number, most: number) =>
  day <= rise || day >= set ? 0 : most * Math.sin((Math.PI * (day - rise)) / (set - rise));

/** The wind rises on Tuesday night, blows a gale on Thursday, and has rain before and behind it. */
export const stormyWeek = week("2026-11-23", (h, day, noise) => {
  const storm = bump(h, 83, 11) + 0.55 * bump(h, 40, 8);
  return {
    temperatureC:
      7.5 +
      2 * Math.cos((2 * Math.PI * (day - 14)) / 24) +
      2.5 * bump(h, 80, 20) -
      3 * bump(h, 120, 20) +
      noise,
    windMS: Math.max(0.5, 3.5 + 20 * storm + 3 * noise),
    lightLx: light(day, 7.6, 16, 14_000 * (1 - 0.6 * Math.min(1, storm + bump(h, 70, 12)))),
    rain: (h > 64 && h < 84 && noise > -0.32) || (h > 34 && h < 40) || (h > 100 && h < 106) ? 1 : 0,
    humidityPct: Math.min(99, 80 + 14 * storm + 8 * noise),
  };
});

/** Still and hotter every day until a thunderstorm on Saturday evening. */
export const hotWeek = week("2026-07-13", (h, day, noise) => ({
  temperatureC:
    20 + (h / HOURS) * 7 + 6.5 * Math.cos((2 * Math.PI * (day - 15.5)) / 24) - 7 * bump(h, 142, 8) + noise,
  windMS: Math.max(0.3, 1.8 + 11 * bump(h, 138.5, 2) + noise),
  lightLx: light(day, 4.2, 20.6, 92_000 * (1 - 0.75 * bump(h, 138, 5))),
  rain: h > 137 && h < 142 ? 1 : 0,
  humidityPct: Math.max(
    25,
    55 - 15 * Math.cos((2 * Math.PI * (day - 5)) / 24) * -1 + 30 * bump(h, 140, 6) + 5 * noise,
  ),
}));

if (process.argv[1]?.endsWith("weather-weeks.ts")) {
  writeFileSync("demo/stormy-november-week.csv", stormyWeek);
  writeFileSync("demo/hot-july-week.csv", hotWeek);
}
