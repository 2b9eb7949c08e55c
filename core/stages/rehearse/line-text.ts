/** A line of the log as a person reads it. */
import { byId, type Design } from "../../design/collections";
import { ASPECT_NAMES, TWO } from "../automations/engine/aspects";
import type { Value } from "../automations/engine/world";
import type { Line } from "./play/log";
import { valueSaid } from "../automations/value-said";
import { partText } from "./outage/words";
import { ASPECTS, type Aspect } from "../../design/rows/automations-words";

const isAspect = (what: string): what is Aspect => (ASPECTS as readonly string[]).includes(what);

/** "Hall lamp: on", "Weather mast, wind: 7.2 m/s" */
const isSo = (thing: string, aspect: Aspect, value: Value): string =>
  `${thing}${TWO[aspect] || aspect === "position" ? "" : `, ${ASPECT_NAMES[aspect]}`}: ${valueSaid(aspect, value)}`;

/** ", Snug" */
const placeOf = (design: Design, room: string | undefined): string =>
  room === undefined ? "" : `, ${byId(design, "rooms").get(room)?.name ?? room}`;

export function lineText(design: Design, { what, point, room, value = "", aspect, by }: Line): string {
  const thing = point === undefined ? "" : (byId(design, "points").get(point)?.name ?? point);
  const automation = by === undefined ? "" : (byId(design, "automations").get(by)?.name ?? by);
  if (isAspect(what)) return isSo(thing, what, value);
  switch (what) {
    case "fires":
      return `${automation} fires`;
    case "told":
      return `${isSo(thing, aspect!, value)} is told`;
    case "moves":
      return `${thing} sets off for ${valueSaid("position", value)}`;
    case "press":
      return `${thing}: key ${String(value).split(" ")[0]!} is pressed`;
    case "by hand":
      if (point !== undefined) return `${isSo(thing, aspect!, value)}, wished on the panel`;
      return `a hand puts the light ${value === true ? "on" : "out"}${placeOf(design, room)}`;
    case "no answer":
      return `${thing} does not answer`;
    case "dial":
      return `${automation} turns a dial to ${typeof value === "boolean" ? (value ? "on" : "off") : value}`;
    case "says":
      return `“${String(value)}” is said`;
    case "loop":
      return "automations cue one another and are cut";
    case "seen":
      return "somebody has seen what safety did";
    case "rings":
      return `somebody rings at ${thing}`;
    case "starts":
      return `${byId(design, "people").get(String(value))?.role ?? String(value)} starts ${thing}`;
    case "is done":
      return `${thing} is done`;
    case "pumps":
      return `${thing} starts to pump`;
    case "pumped out":
      return `${thing} stops pumping`;
    case "runs over":
      return `water runs over at ${thing}`;
    case "cells empty":
      return `cells of ${thing} are empty`;
    case "broken":
      if (String(value).startsWith("water:")) return `${partText(design, String(value))} comes up`;
      return `${partText(design, String(value))} ${value === "battery" ? "is empty" : "fails"}`;
    case "back":
      if (String(value).startsWith("water:")) return `${partText(design, String(value))} has gone`;
      return `${partText(design, String(value))} is back`;
    default:
      return `${byId(design, "people").get(String(value))?.role ?? String(value)} ${what}`;
  }
}
