/** The guest test: what somebody can work who has no telephone and was told nothing. */
import { byId, type Design } from "../../../design/collections";
import { memo } from "../../../design/kept";
import { pointsAnywhere } from "../../../points/anywhere";
import { cutBy, fedRadios } from "../../mesh/cut-off";
import { movedBy } from "../../../design/walk";
import { type HouseFunction } from "./functions";
import { readyOf } from "./table";
import { kindOf } from "./parts";

export interface GuestVerdict {
  of: HouseFunction;
  can: boolean;
  /** What they do, or why they cannot. */
  how: string;
}

/** What a guest is to work at all: a leak sensor warns, an alarm panel is for those who live there. */
const FOR_GUESTS = new Set(["light", "shade", "power", "heat", "lock", "door", "sound and picture"]);
/** Controls on a wall of the room that can be seen and tried. */
const SEEN = new Set(["keypad", "wall-switch", "panel"]);

const KNOBS: Readonly<Partial<Record<string, string>>> = {
  radiator: "turns the knob of the radiator",
  plug: "presses its button, or pulls the plug",
  lock: "turns the thumb-turn from inside; a key opens it from outside",
  television: "presses its own button",
  "wall-switch": "presses the switch",
  "door-station": "presses the bell",
};

/** By point: devices whose key moves it, past the hub or through a sentence. */
function keysFor(design: Design): Map<string, Set<string>> {
  const found = new Map<string, Set<string>>();
  const note = (point: string, by: string) => {
    const own = found.get(point);
    if (own) own.add(by);
    else found.set(point, new Set([by]));
  };
  const channels = byId(design, "channels");
  for (const { input, output } of design.links) {
    const load = channels.get(output)?.load;
    if (load !== undefined && input !== undefined) note(load, input);
  }
  for (const row of design.automations) {
    if (!row.enabled) continue;
    const pressed = row.cues.flatMap((cue) => (cue.kind === "press" ? [cue.point] : []));
    if (pressed.length) for (const point of movedBy(design, row)) for (const by of pressed) note(point, by);
  }
  return found;
}

export const guestTest = memo("guestTest", (design): readonly GuestVerdict[] => {
  const ready = readyOf(design);
  const points = pointsAnywhere(design);
  const keys = keysFor(design);
  const radios = new Map(fedRadios(design).map((radio) => [radio.device.id, radio]));
  return ready.functions.flatMap((of, i): GuestVerdict[] => {
    if (!FOR_GUESTS.has(of.deed)) return [];
    const point = points.get(of.point)!;
    const base = kindOf(point.kind);
    // A reader lets in who has a tag: a guest rings. Nor has one any business among the plant.
    if (base === "door-reader" || byId(design, "rooms").get(of.room)?.type === "plant") return [];
    const can = (how: string): GuestVerdict[] => [{ of, can: true, how }];
    if (ready.before[i]!.byHand) {
      const knob = KNOBS[base];
      if (knob) return can(knob);
      if (of.deed === "light") {
        const radio = radios.get(of.device);
        const cut = radio && cutBy(design, radio);
        const by = cut === undefined ? undefined : byId(design, "switches").get(cut)?.name;
        return can(
          by === undefined
            ? "presses the wall switch of the room"
            : `presses ${by}; while it is off, nothing else lights the lamp`,
        );
      }
      return can("works it at the thing itself");
    }
    if (base === "door-station") return can(KNOBS[base]!);
    const by = [...(keys.get(of.point) ?? [])].flatMap((id) => points.get(id) ?? []);
    const here = by.find(({ room, kind }) => room === of.room && SEEN.has(kindOf(kind)));
    if (here) return can(`tries the keys of ${here.name}`);
    const elsewhere = by.find(({ kind }) => SEEN.has(kindOf(kind)));
    return [
      {
        of,
        can: false,
        how: elsewhere
          ? `its key is not in the room: ${elsewhere.name}`
          : by.length
            ? `only ${by[0]!.name} works it, which somebody has to hand over`
            : "nothing in the room works it: it wants a telephone, a voice or a sentence",
      },
    ];
  });
});
