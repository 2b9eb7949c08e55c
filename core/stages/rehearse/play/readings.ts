/** What a weather mast tells of the sky, and how far it must have moved to be told again. */
import type { Value } from "../../automations/engine/world";
import type { Aspect } from "../../../design/rows/automations-words";
import type { Sky } from "./weather";

const moved: Readonly<Partial<Record<Aspect, (before: number, now: number) => boolean>>> = {
  temperature: (before, now) => Math.abs(now - before) >= 0.5,
  humidity: (before, now) => Math.abs(now - before) >= 3,
  wind: (before, now) => Math.abs(now - before) >= 0.5,
  light: (before, now) => Math.abs(now - before) > Math.max(5, 0.15 * before),
};

export function hasMoved(aspect: Aspect, before: Value | undefined, now: Value): boolean {
  if (before === now) return false;
  return typeof now === "number" && typeof before === "number" ? moved[aspect]!(before, now) : true;
}

export const skyValue = (sky: Sky, aspect: Aspect): Value | undefined => {
  switch (aspect) {
    case "temperature":
      return Math.round(sky.temperatureC * 10) / 10;
    case "humidity":
      return Math.round(sky.humidityPct);
    case "wind":
      return Math.round(sky.windMS * 10) / 10;
    case "light":
      return Math.round(sky.lightLx);
    case "rain":
      return sky.rain;
    default:
      return undefined;
  }
};
