/** What sort of thing a device is, by what is done to put it to work. */
import { byId, type Design } from "../../design/collections";
import type { OptionKind } from "../../design/rows/choose";
import type { DeviceRow, StepSort } from "../../design/rows/register";

const OF_OPTION: Readonly<Record<OptionKind, StepSort>> = {
  hub: "controller",
  coordinator: "controller",
  bridge: "controller",
  lamp: "lamp",
  insert: "insert",
  switch: "insert",
  dimmer: "insert",
  "in-line dimmer": "insert",
  relay: "insert",
  plug: "plug",
  keypad: "keypad",
  remote: "remote",
  "presence sensor": "sensor on cells",
  "contact sensor": "sensor on cells",
  "leak sensor": "sensor on cells",
  "climate sensor": "sensor on cells",
  "shade motor": "wired shade",
  "chain drive": "chain drive",
  "curtain runner": "curtain runner",
  "awning motor": "awning",
  lock: "lock",
  "door station": "camera",
  "access reader": "reader",
  "heating valve": "valve",
  "valve board": "valve",
  "water valve": "water valve",
  "weather mast": "wired sensor",
  panel: "controller",
  "infrared emitter": "other",
  "controller board": "controller",
};

/** Kinds of point of the tables, by id; a kind of a design's own goes by its glyph. */
const OF_KIND: Readonly<Record<string, StepSort>> = {
  "access-point": "access point",
  "alarm-panel": "alarm",
  awning: "awning",
  board: "controller",
  camera: "camera",
  contact: "wired sensor",
  "door-reader": "reader",
  "door-station": "camera",
  garage: "other",
  "glass-break": "wired sensor",
  hub: "controller",
  intercom: "camera",
  keypad: "keypad",
  lamp: "lamp",
  leak: "wired sensor",
  lock: "lock",
  manifold: "valve",
  mirror: "lamp",
  motion: "wired sensor",
  panel: "controller",
  plug: "plug",
  radiator: "valve",
  relay: "insert",
  remote: "remote",
  shade: "wired shade",
  "stair-tread": "lamp",
  temperature: "wired sensor",
  valve: "valve",
  "wall-switch": "insert",
  "water-valve": "water valve",
  "weather-mast": "wired sensor",
};

const OF_GLYPH: Readonly<Record<string, StepSort>> = {
  senses: "wired sensor",
  lights: "lamp",
  keys: "keypad",
  sees: "camera",
  decides: "controller",
  moves: "wired shade",
  supplies: "plug",
};

const ON_CELLS: Readonly<Partial<Record<StepSort, StepSort>>> = {
  "wired sensor": "sensor on cells",
  "wired shade": "shade on cells",
  "sensor on cells": "sensor on cells",
};

const WIRED: Readonly<Partial<Record<StepSort, StepSort>>> = { "sensor on cells": "wired sensor" };
const CELLS = new Set(["battery", "rechargeable", "solar"]);

/** Of what was chosen, else of its kind of point; what runs on cells is another sort than what is wired. */
export function sortOf(design: Design, device: DeviceRow): StepSort {
  const option = device.option === undefined ? undefined : byId(design, "options").get(device.option);
  const kind = byId(design, "kinds").get(byId(design, "points").get(device.point)?.kind ?? "");
  // A kind made of another keeps its name before two hyphens.
  const base =
    (option && OF_OPTION[option.kind]) ??
    OF_KIND[kind?.id.split("--")[0] ?? ""] ??
    OF_GLYPH[kind?.glyph ?? ""] ??
    "other";
  const onCells = option ? CELLS.has(option.supply) : device.cell !== undefined;
  return (onCells ? ON_CELLS : WIRED)[base] ?? base;
}
