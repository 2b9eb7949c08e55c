/**
 * How each sort of device is put to work, step by step: minutes, whose hands, tools, the caution at the place, and
 * what proves it. Minutes are typical. The order matters: charged before it is fitted, paired where it can be
 * reached and before a ceiling closes, dead before a box is opened, ends set before anything moves by itself.
 */
import type { StepNeed, StepSort, StepTemplateRow } from "../../design/rows/register";

interface Line extends Pick<StepTemplateRow, "name" | "minutes" | "proof"> {
  needs: StepNeed[];
  how?: string;
  tools?: string[];
  caution?: string;
}

const MAINS =
  "Mains: switch off, lock off, prove dead; nothing is opened live. Local codes and a licensed electrician decide.";
const HEIGHT =
  "Work at height and drilling into unknown walls: a proper ladder, and look for pipes and cables first.";
const CHAIN =
  "A looped chain is held taut by a tensioner or the drive: a child can be strangled in a slack one. Local codes decide.";
const DOOR =
  "A door on the way out opens by hand without power and without the hub. Try it before the door is shut on anybody; local codes and a licensed locksmith decide.";
const HEAT =
  "Heating: floors no warmer than the usual 29 °C (33 °C at edges and in baths), frost protection stays, a pump never against closed valves. Local codes and a licensed fitter decide.";
const CELLS = "Cells and chargers as their makers say; charged where it can be watched, never covered.";
const WATER =
  "Know where the stop tap is before the valve is tried; medical or fire supplies are not shut. A licensed plumber decides.";
const FILMED = "Tell those who are filmed; least exposure.";

const step = (
  name: string,
  minutes: number,
  needs: StepNeed[],
  how?: string,
  extra: Partial<Line> = {},
): Line => ({ name, minutes, needs, proof: "word", ...(how ? { how } : {}), ...extra });

const pair = (
  how = "Hold its button until the lamp blinks, with the controller's window open. Done where it can still be reached, before a ceiling or a box closes.",
) => step("Pair", 5, ["people", "windows"], how);
const report = (minutes = 4) =>
  step(
    "Wait for the first report",
    minutes,
    [],
    "It reads unknown for some minutes, and that is no fault: go on with the next one.",
  );
const hidden = step(
  "Switch on hidden readings",
  2,
  ["people"],
  "Battery, link quality and some measures start switched off: switch on those that upkeep asks for.",
);
const name = step("Name it", 1, ["people"], "As the register has it, so that plan, label and voice agree.");
const mount = (minutes: number, how?: string, extra: Partial<Line> = {}) =>
  step("Mount", minutes, ["people"], how, extra);
const hand = step("Test by hand", 1, ["people"], "A hand works it as before, without looking for a phone.");
const hub = step("Test by the hub", 2, ["people"], "Each function once, and what it reports.");
const without = step(
  "Test without the hub",
  3,
  ["people"],
  "With the hub off: what a hand and a direct link still do is what the house has then.",
);
const remote = step("Test by remote", 2, ["people"], "Every button, pressed, held and released.");
const voice = step(
  "Expose and test by voice",
  3,
  ["people"],
  "Under the name the household says; rooms may have to be set again there.",
);
const label = step(
  "Label and photograph",
  2,
  ["people"],
  "Label on, code square legible, one picture of it in its place.",
  {
    proof: "photo",
  },
);
const dead = step(
  "Switch off and prove dead",
  5,
  ["people"],
  "At the board, locked off, with a tester that was proved before and after.",
  {
    caution: MAINS,
    tools: ["voltage tester", "lock for the breaker"],
  },
);
const live = step(
  "Close up and switch on",
  3,
  ["people"],
  "Cover on, then power; nothing is worked on live.",
  { caution: MAINS },
);

const LINES: Readonly<Record<StepSort, readonly Line[]>> = {
  "shade on cells": [
    step("Charge fully", 360, ["chargers"], "Before it is fitted, until its lamp shows full.", {
      caution: CELLS,
    }),
    pair(),
    report(),
    hidden,
    name,
    mount(20, "Brackets level; the roller in last.", {
      tools: ["drill", "level", "ladder"],
      caution: HEIGHT,
    }),
    step("Direction", 1, ["people"], "Up is up: turn it round in its settings before the ends are set."),
    step("End stops", 6, ["people"], "Lower end, then upper end; a few centimetres short of the sill."),
    step("Speed and favourite position", 3, ["people"], "Quiet where somebody sleeps."),
    remote,
    hub,
    without,
    voice,
    label,
  ],
  "wired shade": [
    dead,
    mount(25, "Brackets level; lead to its box without strain.", {
      tools: ["drill", "level", "ladder"],
      caution: `${HEIGHT} ${MAINS}`,
    }),
    live,
    pair("Join it to its line: address or button as its maker says, while it can still be reached."),
    report(),
    name,
    step("Direction", 1, ["people"], "Up is up."),
    step("End stops", 6, ["people"], "Lower end, then upper end."),
    step("Speed and favourite position", 3, ["people"], "Quiet where somebody sleeps."),
    hand,
    hub,
    without,
    voice,
    label,
  ],
  "chain drive": [
    step("Charge fully", 300, ["chargers"], "Before it is fitted, until its lamp shows full.", {
      caution: CELLS,
    }),
    pair(),
    report(),
    hidden,
    name,
    mount(15, "Below the chain, on the wall.", { tools: ["drill", "level"], caution: HEIGHT }),
    step(
      "Chain adapter and tension",
      5,
      ["people"],
      "The adapter for its beads; taut, and it turns freely.",
      { caution: CHAIN },
    ),
    step("Direction", 1, ["people"], "Up is up."),
    step("End stops", 6, ["people"], "Lower end, then upper end."),
    step("Speed and favourite position", 3, ["people"]),
    remote,
    hub,
    without,
    voice,
    label,
  ],
  "curtain runner": [
    step("Charge fully", 240, ["chargers"], "Before it is hung, until its lamp shows full.", {
      caution: CELLS,
    }),
    pair(),
    report(),
    hidden,
    name,
    mount(10, "On the rail, its hooks and clips as the rail has them.", {
      tools: ["ladder"],
      caution: HEIGHT,
    }),
    step("Direction", 1, ["people"]),
    step("End stops", 4, ["people"], "Closed, then open."),
    step("Speed and favourite position", 3, ["people"], "Quiet where somebody sleeps."),
    remote,
    hub,
    without,
    voice,
    label,
  ],
  awning: [
    dead,
    mount(60, "Two people; arms under spring stay tied until it hangs.", {
      tools: ["ladder", "drill", "level"],
      caution: `${HEIGHT} ${MAINS} Arms are under spring.`,
    }),
    live,
    pair(),
    report(),
    name,
    step("Direction and end stops", 10, ["people"], "In, then out."),
    step(
      "Wind test",
      5,
      ["people"],
      "The wind sensor draws it in, whatever else is asked: wind outranks rain and sun.",
    ),
    hand,
    hub,
    without,
    label,
  ],
  "sensor on cells": [
    pair("Pull the tab from its cells, hold its button until the lamp blinks, with the window open."),
    report(5),
    hidden,
    name,
    mount(5, "Where the plan has it; not behind metal.", { tools: ["ladder"], caution: HEIGHT }),
    hub,
    label,
  ],
  "wired sensor": [
    mount(10, "On its cable; drop tested before.", { tools: ["ladder"], caution: HEIGHT }),
    report(2),
    name,
    hub,
    label,
  ],
  lamp: [
    step("Switch the lamp off", 1, ["people"], "Off at the wall and cool, before it is turned out.", {
      caution: MAINS,
    }),
    mount(3, "Into its holder, the wall switch on afterwards.", { tools: ["ladder"], caution: HEIGHT }),
    pair("On at the wall, then as its maker says: off and on some times, or with its code."),
    report(2),
    name,
    hand,
    hub,
    without,
    voice,
    label,
  ],
  plug: [
    pair("In a socket near the controller first; its button until the lamp blinks."),
    report(2),
    hidden,
    name,
    mount(2, "Into its own socket; no heater or motor beyond its rating, none run unattended.", {
      caution:
        "Heaters and motors on remote control unattended are a fire risk: plan to 80 % of the rating, less for motors.",
    }),
    hand,
    hub,
    voice,
    label,
  ],
  insert: [
    step("Note its code", 1, ["people"], "Before the box is closed: afterwards nobody can read it."),
    dead,
    mount(15, "Into the box, conductors as marked, nothing pinched.", {
      tools: ["insulated tools"],
      caution: MAINS,
    }),
    live,
    pair(
      "At the switch: as many presses as its maker says. Done before the ceiling or the box is plastered.",
    ),
    report(2),
    hidden,
    name,
    hand,
    hub,
    without,
    voice,
    label,
  ],
  keypad: [
    mount(8, "On its cable or plate."),
    pair("Its address on the bus, or its buttons as its maker says."),
    report(1),
    name,
    hand,
    hub,
    without,
    label,
  ],
  remote: [
    pair("Close to the controller: hold the button its maker names, about ten seconds."),
    report(1),
    hidden,
    name,
    remote,
    without,
    label,
  ],
  lock: [
    step(
      "Try the door by hand",
      3,
      ["people"],
      "It shuts and opens with the key as before, without touching the drive.",
      { caution: DOOR },
    ),
    mount(20, "Drive on the inside; the key still turns outside.", { tools: ["screwdriver"], caution: DOOR }),
    step("Open from inside without power", 2, ["people"], "Cells out: it opens by hand, at once.", {
      caution: DOOR,
      proof: "photo",
    }),
    step("Turns to lock and unlock", 4, ["people"], "Taught with the door open, then shut.", {
      caution: DOOR,
    }),
    pair(),
    report(3),
    hidden,
    name,
    hub,
    without,
    step(
      "Codes and who holds them",
      5,
      ["people"],
      "One code a person; none is written on a label. Voice never unlocks without a second factor.",
      { caution: DOOR },
    ),
    label,
  ],
  valve: [
    mount(8, "Adapter first; hand tight.", { caution: HEAT }),
    pair(),
    step("Let it find its ends", 6, [], "It drives to both ends by itself."),
    report(4),
    hidden,
    name,
    hand,
    hub,
    step("Frost protection", 2, ["people"], "With the hub off it holds its least temperature.", {
      caution: HEAT,
    }),
    label,
  ],
  "water valve": [
    mount(20, "On the valve, its handle free to turn by hand.", { tools: ["spanner"], caution: WATER }),
    pair(),
    report(3),
    name,
    step("Shut and open, watched", 5, ["people"], "A tap runs meanwhile: it stops, and runs again.", {
      caution: WATER,
    }),
    hand,
    without,
    label,
  ],
  camera: [
    step(
      "Address and password",
      5,
      ["people"],
      "Its address from the plan; a password of its own, kept as a key.",
      { caution: FILMED },
    ),
    step("Firmware", 10, [], "Brought up to date before it is out of reach."),
    mount(15, "On its cable, drop tested before.", { tools: ["ladder", "drill"], caution: HEIGHT }),
    name,
    step("Aim and zones", 5, ["people"], "Nobody else's windows or ground.", {
      caution: FILMED,
      proof: "photo",
    }),
    hub,
    label,
  ],
  "access point": [
    step("Address and password", 5, ["people"]),
    step("Firmware", 10, []),
    mount(10, "On its cable, under the ceiling.", { tools: ["ladder"], caution: HEIGHT }),
    step("Channel and power", 3, ["people"], "As the mesh stage has them."),
    name,
    label,
  ],
  controller: [
    step("Address and password", 5, ["people"], "A password of its own, kept as a key."),
    step("Firmware", 15, []),
    mount(10, "In its place; antenna clear of metal."),
    step("Copy of its settings", 5, ["people"], "Saved off it, and once brought back."),
    hub,
    step(
      "After a cut of the mains",
      6,
      ["people"],
      "Off and on again: what comes back by itself, and in which state.",
    ),
    label,
  ],
  reader: [
    mount(15, "On its own cable.", { tools: ["screwdriver"] }),
    step("Address on the bus", 3, ["people"]),
    report(1),
    name,
    step("One tag in, one tag out", 4, ["people"], "One that opens, one that must not.", { caution: DOOR }),
    step("Without network and hub", 3, ["people"], "It still opens for those who live there.", {
      caution: DOOR,
    }),
    label,
  ],
  alarm: [
    mount(20, "On its own supply.", {
      caution: `Smoke, gas and carbon monoxide alarms stay independent: the automation may only listen. Local codes decide. ${MAINS}`,
    }),
    step("Each line once", 10, ["people"]),
    step("Alone", 3, ["people"], "It sounds with hub and network off."),
    name,
    label,
  ],
  other: [mount(10), pair(), report(3), name, hub, label],
};

/** The table of steps a new design begins with. */
export const STEP_TABLE: readonly StepTemplateRow[] = Object.entries(LINES).flatMap(([sort, lines]) =>
  lines.map((line, n): StepTemplateRow => {
    const { name: text, minutes, needs, how, tools, caution, proof } = line;
    return {
      id: `${sort.replace(/ /g, "-")}-${n + 1}`,
      sort: sort as StepSort,
      order: n + 1,
      name: text,
      minutes,
      needs: [...needs],
      ...(how ? { how } : {}),
      ...(tools ? { tools } : {}),
      ...(caution ? { caution } : {}),
      proof,
    };
  }),
);
