/**
 * Things as W3C Thing Descriptions 1.1 (JSON-LD): one a device, with what it does by what was chosen, over the topics
 * of the register. Nothing secret is in one.
 */
import { byId, type Design, rowOf } from "../../design/collections";
import { pointLabel } from "../../points/labels";
import { topicsOf } from "./naming";
import { sortOf } from "./sorts";
import type { DeviceRow, StepSort } from "../../design/rows/register";

interface Affordance {
  title: string;
  type: "boolean" | "number" | "integer" | "string";
  unit?: string;
  minimum?: number;
  maximum?: number;
  enum?: string[];
  /** What it is told, beside what it says. */
  set?: boolean;
}

const ON: Affordance = { title: "On", type: "boolean", set: true };
const LEVEL: Affordance = {
  title: "Level",
  type: "number",
  unit: "percent",
  minimum: 0,
  maximum: 100,
  set: true,
};
const POSITION: Affordance = { ...LEVEL, title: "Position, open at 100" };
const BATTERY: Affordance = { title: "Battery", type: "number", unit: "percent", minimum: 0, maximum: 100 };

const DOES: Readonly<Partial<Record<StepSort, Record<string, Affordance>>>> = {
  lamp: { on: ON, level: LEVEL },
  plug: { on: ON, power: { title: "Power", type: "number", unit: "watt" } },
  insert: { on: ON },
  "shade on cells": { position: POSITION },
  "wired shade": { position: POSITION },
  "chain drive": { position: POSITION },
  "curtain runner": { position: POSITION },
  awning: { position: POSITION },
  lock: { locked: { title: "Locked", type: "boolean", set: true } },
  valve: {
    target: { title: "Target", type: "number", unit: "degree Celsius", minimum: 5, maximum: 30, set: true },
    temperature: { title: "Temperature", type: "number", unit: "degree Celsius" },
  },
  "water valve": { open: { title: "Open", type: "boolean", set: true } },
};

/** What a sensor or a key says, by its kind of point. */
const SAYS: Readonly<Record<string, Record<string, Affordance>>> = {
  contact: { open: { title: "Open", type: "boolean" } },
  leak: { wet: { title: "Wet", type: "boolean" } },
  motion: { present: { title: "Somebody is there", type: "boolean" } },
  temperature: { temperature: { title: "Temperature", type: "number", unit: "degree Celsius" } },
  "glass-break": { broken: { title: "Broken", type: "boolean" } },
  "weather-mast": {
    wind: { title: "Wind", type: "number", unit: "metre per second" },
    rain: { title: "Rain", type: "boolean" },
  },
};

/** A device as a Thing Description; parses as JSON, ends in a newline. */
export function thingOf(design: Design, device: DeviceRow): object {
  const point = rowOf(design, "points", device.point);
  const kind = rowOf(design, "kinds", point.kind);
  const option = device.option === undefined ? undefined : byId(design, "options").get(device.option);
  const room = byId(design, "rooms").get(point.room);
  const topic = topicsOf(design).get(device.id)!;
  const sort = sortOf(design, device);
  const own = {
    ...(DOES[sort] ?? SAYS[kind.id.split("--")[0]!] ?? {}),
    ...((device.cell ?? option?.cell) ? { battery: BATTERY } : {}),
  };
  const dims = sort !== "lamp" || !option || option.can.includes("dim");
  const form = (op: string[], last: string, control: string) => ({
    href: `mqtt://broker.invalid/${topic.split("/").map(encodeURIComponent).join("/")}/${last}`,
    op,
    contentType: "application/json",
    "mqv:controlPacket": control,
  });
  const affordances = Object.entries(own).filter(([key]) => key !== "level" || dims);
  const properties = Object.fromEntries(
    affordances.map(([key, { set, ...shown }]) => [
      key,
      {
        ...shown,
        readOnly: !set,
        observable: true,
        forms: [
          form(["observeproperty", "unobserveproperty"], key, "subscribe"),
          ...(set ? [form(["writeproperty"], `${key}/set`, "publish")] : []),
        ],
      },
    ]),
  );
  const says =
    sort === "keypad" || sort === "remote"
      ? {
          events: {
            pressed: {
              title: "Pressed",
              data: { type: "string", enum: ["single", "double", "triple", "held", "released"] },
              forms: [form(["subscribeevent", "unsubscribeevent"], "pressed", "subscribe")],
            },
          },
        }
      : {};
  return {
    // Both, the older first: consumers of 1.0 read it too (Thing Description 1.1, 5.3.1.1).
    "@context": [
      "https://www.w3.org/2019/wot/td/v1",
      "https://www.w3.org/2022/wot/td/v1.1",
      { mqv: "https://www.w3.org/2019/wot/mqtt#", zinc: "urn:zinc-lattice:terms#" },
    ],
    "@type": "Thing",
    id: `urn:zinc-lattice:${encodeURIComponent(device.id)}`,
    title: device.name,
    description: [kind.name, room && `in ${room.name}`, option?.name].filter(Boolean).join(", "),
    ...(device.firmware ? { version: { instance: device.firmware } } : {}),
    securityDefinitions: { broker: { scheme: "basic" } },
    security: "broker",
    properties,
    ...says,
    "zinc:label": pointLabel(design, point),
    "zinc:protocol": device.protocol,
    ...(device.serial ? { "zinc:serial": device.serial } : {}),
  };
}

/** One a device, under the name of its file. */
export const thingFiles = (design: Design): [name: string, text: string][] =>
  design.devices.map((device) => [device.id, `${JSON.stringify(thingOf(design, device), null, 2)}\n`]);
