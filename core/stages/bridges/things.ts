/** What a device is to an ecosystem: its type, and what can be asked of it. */
import { byId, type Design } from "../../design/collections";
import { memo, memoAnywhere } from "../../design/kept";
import type { DeviceRow } from "../../design/rows/register";
import type { KindRow } from "../../design/rows/runs";
import { closed, TYPE_CAN, type Capability, type ShownType } from "./capabilities";
import type { Danger } from "../../design/rows/bridges";

export interface Thing {
  device: DeviceRow;
  /** Absent: it is nothing that could be shown, such as a hub or a loudspeaker's cable. */
  type?: ShownType;
  can: readonly Capability[];
  /** Works while the internet is down. */
  local: boolean;
  /** What somebody could do by a word that nobody should. */
  danger?: Danger;
}

/** Kinds of point of the tables, by id; a kind of a design's own goes by its glyph. */
const OF_KIND: Readonly<Record<string, ShownType>> = {
  // Shown as a switch: on is armed.
  "alarm-panel": "switch",
  awning: "cover",
  camera: "camera",
  contact: "contact sensor",
  "door-reader": "button",
  "door-station": "door station",
  garage: "cover",
  "glass-break": "contact sensor",
  intercom: "door station",
  keypad: "button",
  lamp: "on/off light",
  leak: "leak sensor",
  lock: "door lock",
  loudspeaker: "loudspeaker",
  "loudspeaker-pair": "loudspeaker",
  manifold: "thermostat",
  mirror: "on/off light",
  motion: "occupancy sensor",
  plug: "plug",
  radiator: "thermostat",
  relay: "switch",
  remote: "button",
  shade: "cover",
  "stair-tread": "on/off light",
  television: "television",
  temperature: "climate sensor",
  valve: "valve",
  "wall-switch": "switch",
  "water-valve": "valve",
  "weather-mast": "weather sensor",
};

const OF_GLYPH: Readonly<Partial<Record<string, ShownType>>> = {
  lights: "on/off light",
  keys: "button",
  sees: "camera",
  moves: "cover",
};

/** What can be asked of a type as it comes; of some a maker's can do more: shades that tilt, plugs that meter. */
const AS_IT_COMES: Readonly<Record<ShownType, readonly Capability[]>> = {
  ...TYPE_CAN,
  cover: ["position"],
  plug: ["on and off"],
};

/** What a device is that its name says, where its kind does not: a relay may hold a gate or an oven. */
const BY_NAME: Readonly<Record<"en" | "de", readonly (readonly [RegExp, Danger])[]>> = {
  en: [
    [/\b(garage|gates?)\b/i, "open a gate or garage"],
    [/\b(ovens?|hob|cooker|stove|grill|fryer)\b/i, "oven"],
  ],
  de: [
    [/(garage|tor)\b/i, "open a gate or garage"],
    [/(ofen|herd|kochfeld|grill)\b/i, "oven"],
  ],
};
/** Types that can be told to do so: a lamp at the gate opens nothing. */
const WORKS = new Set<ShownType>(["cover", "plug", "switch", "valve"]);

const LIGHT: Readonly<Record<string, ShownType>> = {
  colour: "colour light",
  "tunable white": "tunable light",
  level: "dimmable light",
};

/** Points and legs whose lamps hang on a channel that dims. */
const dimmed = memo("dimmed", (design): ReadonlySet<string> => {
  const modules = byId(design, "modules");
  const types = byId(design, "moduleTypes");
  return new Set(
    design.channels.flatMap(({ module, load }) =>
      load !== undefined && types.get(modules.get(module)?.kind ?? "")?.drives === "dimmer" ? [load] : [],
    ),
  );
});

/** Every device as ecosystems see it. */
export const thingsOf = memoAnywhere(
  "thingsOf",
  (design): ReadonlyMap<string, Thing> =>
    new Map(design.devices.map((device) => [device.id, thingOf(design, device)])),
);

// A kind made of another keeps its name before two hyphens.
const baseOf = (kind: KindRow | undefined) => kind?.id.split("--")[0] ?? "";

/** What a point of the kind is before anything is chosen for it; undefined where nobody could tell it anything. */
export const typeOfKind = (kind: KindRow | undefined): ShownType | undefined =>
  OF_KIND[baseOf(kind)] ?? OF_GLYPH[kind?.glyph ?? ""];

function thingOf(design: Design, device: DeviceRow): Thing {
  const point = byId(design, "points").get(device.point);
  const kind = byId(design, "kinds").get(point?.kind ?? "");
  const base = baseOf(kind);
  const option = device.option === undefined ? undefined : byId(design, "options").get(device.option);
  let type = typeOfKind(kind);
  if (!type) return { device, can: [], local: option ? option.local && !option.cloud : true };
  const able: Capability[] = [];
  if (type === "on/off light") {
    const most = option?.can.includes("colour")
      ? "colour"
      : option?.can.includes("tunable white")
        ? "tunable white"
        : option?.can.includes("dim") || device.protocol === "DALI" || dimmed(design).has(device.point)
          ? "level"
          : "on and off";
    type = LIGHT[most] ?? type;
    able.push(most);
  }
  if (type === "plug" && option?.can.includes("energy metering")) able.push("energy");
  const can = closed([...(type.endsWith("light") ? [] : AS_IT_COMES[type]), ...able]);
  const named = BY_NAME[design.design.language === "de" ? "de" : "en"].find(([words]) =>
    words.test(device.name),
  );
  const danger: Danger | undefined =
    type === "door lock"
      ? "unlock"
      : base === "garage"
        ? "open a gate or garage"
        : base === "alarm-panel"
          ? "disarm"
          : named && WORKS.has(type)
            ? named[1]
            : undefined;
  return {
    device,
    type,
    can,
    local: option ? option.local && !option.cloud : true,
    ...(danger ? { danger } : {}),
  };
}
