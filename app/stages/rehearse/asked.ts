/** What is rehearsed, as the address has it: the day, the seed, what is broken. A link leads to the same run. */
import { useCallback, useMemo } from "react";
import { useSearchParams } from "react-router";
import { addDays, dayText, localParts, parseDay } from "#core/design/local-time";
import { FIRST_SEED } from "#core/stages/rehearse/play/random";
import type { RunAsk } from "#core/stages/rehearse/run";
import { useRows } from "../../desk/desk";
import { useNow } from "../../kit/now";
import { WEATHER_WEEKS, weatherText } from "./weather-choice";

const MOST_SEED = 2 ** 32 - 1;

export interface Asked {
  /** Today at the site where the address does not say; nothing until the page runs. */
  on: string;
  seed: number;
  breaks: readonly string[];
  /** "seed", or the name of a week or a file. */
  weather: string;
  put(values: { on?: string; seed?: number; breaks?: readonly string[]; weather?: string }): void;
}

const isDay = (text: string | null): text is string => {
  try {
    return text !== null && dayText(parseDay(text, "From")) === text;
  } catch {
    return false;
  }
};

export function useAsked(): Asked {
  const [params, setParams] = useSearchParams();
  const { zone } = useRows("design");
  const asked = params.get("on");
  const now = useNow();
  const on = isDay(asked) ? asked : now === undefined ? "" : dayText(localParts(zone, now));
  const number = Number(params.get("seed") ?? FIRST_SEED);
  const seed = Number.isInteger(number) && number >= 0 && number <= MOST_SEED ? number : FIRST_SEED;
  const broken = params.getAll("broken").join("\n");
  const breaks = useMemo(() => broken.split("\n").filter(Boolean), [broken]);
  const weather = params.get("weather") ?? "seed";
  const put = useCallback(
    (values: Parameters<Asked["put"]>[0]) =>
      setParams(
        (now) => {
          if (values.on !== undefined) now.set("on", values.on);
          if (values.seed !== undefined) now.set("seed", String(values.seed));
          if (values.weather !== undefined)
            if (values.weather === "seed") now.delete("weather");
            else now.set("weather", values.weather);
          if (values.breaks !== undefined) {
            now.delete("broken");
            for (const one of values.breaks) now.append("broken", one);
          }
          return now;
        },
        { replace: true, preventScrollReset: true },
      ),
    [setParams],
  );
  return useMemo(() => ({ on, seed, breaks, weather, put }), [on, seed, breaks, weather, put]);
}

export const dayAfter = (on: string, days: number) => dayText(addDays(parseDay(on, "From"), days));

/** The Monday of a day's week. */
export function weekOf(on: string): string {
  const day = parseDay(on, "From");
  const weekday = (new Date(Date.UTC(day.year, day.month - 1, day.day)).getUTCDay() + 6) % 7;
  return dayText(addDays(day, -weekday));
}

/** The question a view asks; none until the day is known. */
export function askFor(asked: Asked, days: number): RunAsk | undefined {
  if (!asked.on) return undefined;
  const from = days === 7 ? weekOf(asked.on) : days > 7 ? `${asked.on.slice(0, 4)}-01-01` : asked.on;
  // A week of weather says nothing of the rest of a year.
  const weather = days > 7 && asked.weather in WEATHER_WEEKS ? undefined : weatherText(asked.weather);
  return {
    from,
    days: days > 7 ? daysOfYear(asked.on) : days,
    seed: asked.seed,
    breaks: asked.breaks,
    ...(weather === undefined ? {} : { weather }),
  };
}

const daysOfYear = (on: string) => {
  const year = Number(on.slice(0, 4));
  return (Date.UTC(year + 1, 0, 1) - Date.UTC(year, 0, 1)) / 86_400_000;
};
