/** Templates for light, and for the keys and remotes that work it. */
import { LEAVE } from "./shades";
import type { Parameter, Template } from "./template";

export const LAMPS: Parameter = {
  name: "lamps",
  about: "lamps",
  is: "things",
  of: "room",
  sets: ["on"],
  kinds: ["lamp", "stair-tread"],
  only: true,
};
const DIMMED: Parameter = { ...LAMPS, about: "lamps that dim", sets: ["level"] } as Parameter;
export const SENSOR: Parameter = {
  name: "sensor",
  about: "who sees whether somebody is there",
  is: "thing",
  of: "room",
  reads: ["presence"],
  kinds: ["motion"],
  only: true,
};
export const KEYS: Parameter = {
  name: "keys",
  about: "the keypad or remote",
  is: "thing",
  of: "room",
  kinds: ["keypad", "remote", "wall-switch"],
  only: true,
};
const key = (value: string): Parameter => ({ name: "key", about: "which key of it", is: "value", value });

export const lightTemplates: readonly Template[] = [
  {
    id: "passage",
    name: "Low light by night, full by day",
    subject: "light",
    about:
      "Somebody passes: little light by night so that nobody wakes up for good, full light else; off once nobody is there.",
    priority: "comfort",
    parameters: [
      DIMMED,
      SENSOR,
      { name: "low", about: "level by night", is: "value", value: "8 %" },
      { name: "full", about: "level else", is: "value", value: "80 %" },
      { name: "after", about: "off after nobody for", is: "value", value: "3 min" },
      LEAVE,
    ],
    lines: [
      "cue comes: when {sensor} sees somebody",
      "cue gone: when {sensor} sees nobody any more and stays so for {after}",
      "unless the flag {leave} is on",
      "do choose",
      "  when [gone] cued it",
      "    do switch off {lamps}",
      "  where the clock is between 22:30 and 06:30",
      "    do set the level of {lamps} to {low} over 1 s",
      "  otherwise",
      "    do set the level of {lamps} to {full}",
    ],
  },
  {
    id: "dark-stair",
    name: "Dark stair",
    subject: "safety",
    about:
      "Nobody meets a dark stair: light as soon as somebody comes near and the sun is down, and long enough to get up it. It puts none out: “Off in an empty room” does, which a hand goes before.",
    priority: "safety",
    parameters: [
      LAMPS,
      {
        ...SENSOR,
        name: "sensors",
        about: "who sees somebody near it",
        is: "things",
        of: "house",
        named: /stair|landing|hall/i,
      } as Parameter,
      { name: "after", about: "kept on for", is: "value", value: "4 min" },
    ],
    lines: [
      "cue near: when one of {sensors} sees somebody",
      "provided the sun stands below 3°",
      // Nothing of safety puts a light out on a stair: a rule of lower rank does, which a hand goes before.
      "do switch on {lamps}, for {after}",
    ],
  },
  {
    id: "night-path",
    name: "Path by night",
    subject: "light",
    about: "Whoever gets up at night finds a way that is lit low, and nothing that wakes the others.",
    priority: "comfort",
    parameters: [
      SENSOR,
      { ...DIMMED, about: "lamps along the way", of: "house", named: /landing|bath/i } as Parameter,
      { name: "low", about: "level", is: "value", value: "6 %" },
    ],
    lines: [
      "cue up: when {sensor} sees somebody",
      "provided the clock is between 22:00 and 06:30",
      "do set the level of {lamps} to {low}, for 6 min",
      "do wait 6 min",
      "do switch off {lamps}",
      "do let go of {lamps}",
    ],
  },
  {
    id: "empty-off",
    name: "Off in an empty room",
    subject: "energy",
    about: "Lamps nobody needs go off; the sensor must see people who sit still, or it goes off on somebody.",
    priority: "saving",
    parameters: [LAMPS, SENSOR, { name: "after", about: "nobody for", is: "value", value: "20 min" }, LEAVE],
    lines: [
      "cue empty: when {sensor} sees nobody any more and stays so for {after}",
      "unless the flag {leave} is on",
      "do switch off {lamps}",
    ],
  },
  {
    id: "dim-by-steps",
    name: "Hold to dim, in steps",
    subject: "light",
    about:
      "A held key dims from where the lamp is, up and down by turns: two remotes never come apart. The better of the two ways.",
    priority: "hand",
    parameters: [
      KEYS,
      key("1"),
      DIMMED,
      { name: "step", about: "step", is: "value", value: "5" },
      { name: "every", about: "every, in milliseconds", is: "value", value: "200" },
    ],
    lines: [
      "cue held: when key {key} of {keys} is held",
      "do dim {lamps} the other way while it is held, {step} % every {every} ms from where it is",
    ],
  },
  {
    id: "dim-remembered",
    name: "Hold to dim, by the remembered level",
    subject: "light",
    about:
      "For remotes that send levels: they begin from what they remember. Where somebody else has moved the lamp since, it jumps by as much.",
    priority: "hand",
    parameters: [KEYS, key("2"), DIMMED],
    lines: [
      "cue held: when key {key} of {keys} is held",
      "do dim {lamps} the other way while it is held, 5 % every 200 ms from the level the remote remembers",
    ],
  },
  {
    id: "cycle-scenes",
    name: "One key cycles scenes",
    subject: "light",
    about: "Each press puts on the next scene; held, all lamps go off.",
    priority: "hand",
    parameters: [KEYS, key("1"), { name: "scenes", about: "scenes, in their order", is: "scenes" }, LAMPS],
    lines: [
      "cue next: when key {key} of {keys} is pressed once",
      "cue off: when key {key} of {keys} is held",
      "do choose",
      "  when [next] cued it",
      "    do put on the next scene of {scenes}",
      "  otherwise",
      "    do switch off {lamps}",
    ],
  },
  {
    id: "four-keys",
    name: "Four keys of one remote",
    subject: "light",
    about: "One sentence serves all four: on, off, brighter, darker.",
    priority: "hand",
    parameters: [KEYS, DIMMED],
    lines: [
      "cue on: when key 1 of {keys} is pressed once",
      "cue off: when key 2 of {keys} is pressed once",
      "cue up: when key 3 of {keys} is pressed once",
      "cue down: when key 4 of {keys} is pressed once",
      "do choose",
      "  when [on] cued it",
      "    do set the level of {lamps} to 80 %",
      "  when [off] cued it",
      "    do switch off {lamps}",
      "  when [up] cued it",
      "    do change the level of {lamps} by 15 % over 300 ms",
      "  otherwise",
      "    do change the level of {lamps} by −15 % over 300 ms",
    ],
  },
  {
    id: "all-off",
    name: "Everything off at the door",
    subject: "household",
    about: "Three presses by the door on the way out; one press stays what it was.",
    priority: "hand",
    parameters: [
      KEYS,
      key("1"),
      {
        ...LAMPS,
        about: "what goes off",
        of: "house",
        kinds: ["lamp", "loudspeaker", "television"],
      } as Parameter,
    ],
    lines: ["cue out: when key {key} of {keys} is pressed three times", "do switch off {lamps}"],
  },
  {
    id: "alarm-light",
    name: "Light after the alarm clock",
    subject: "household",
    about: "Ten minutes after the alarm clock, and only where its owner is at home.",
    priority: "comfort",
    parameters: [
      DIMMED,
      { name: "person", about: "whose alarm clock", is: "person", only: "sleeps here" },
      { name: "after", about: "so long after it", is: "value", value: "10 min" },
    ],
    lines: [
      "cue alarm: {after} after the alarm clock of {person}",
      "provided {person} is at home",
      "do set the level of {lamps} to 60 % over 2 min",
    ],
  },
  {
    id: "look-alike",
    name: "Somebody seems to be home",
    subject: "household",
    about:
      "While all are away, lamps of some rooms go on and off in the evening, on other days at other times.",
    priority: "looks",
    parameters: [
      { ...LAMPS, of: "house", about: "lamps that are seen from outside", kinds: ["lamp"] } as Parameter,
      { name: "until", about: "not later than", is: "value", value: "22:45" },
    ],
    lines: [
      "cue dusk: 10 min after sunset",
      "provided all the while everybody is away",
      "do choose",
      "  where it is Mon, Wed, Fri and Sun",
      "    do wait 7 min",
      "  otherwise",
      "    do wait 19 min",
      "do repeat every 52 min, at most 5 times, until the clock is between {until} and 04:00",
      "  do switch on {lamps}",
      "  do wait 34 min",
      "  do switch off {lamps}",
    ],
  },
];
