/** Values and spans of time in the words of the household. */
import { MEASURED, TWO } from "./engine/aspects";
import type { Value } from "./engine/world";
import type { Aspect } from "../../design/rows/automations-words";

/** A value of an aspect: "40 %", "shut", "on". */
export function valueSaid(aspect: Aspect, value: Value): string {
  if (typeof value === "boolean") return value ? (TWO[aspect]?.yes ?? "on") : (TWO[aspect]?.no ?? "off");
  const own = MEASURED[aspect];
  if (typeof value !== "number" || !own) return String(value);
  const word = Object.entries(own.words ?? {}).find(([, is]) => is === value)?.[0];
  return word ?? `${Math.round(value * 10) / 10} ${own.unit}`;
}

/** "10 min", "1 h 30 min", "4 s". */
export function spanSaid(ms: number): string {
  const seconds = ms < 2000 ? Math.round(ms / 100) / 10 : Math.round(ms / 1000);
  if (seconds < 120) return `${seconds} s`;
  const minutes = Math.round(seconds / 60);
  const [h, min] = [Math.floor(minutes / 60), minutes % 60];
  return [h ? `${h} h` : "", min || !h ? `${min} min` : ""].filter(Boolean).join(" ");
}
