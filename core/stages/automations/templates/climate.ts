/** Templates for heat, air and water. */
import type { Parameter, Template } from "./template";

const HEAT: Parameter = {
  name: "heat",
  about: "what heats the room",
  is: "things",
  of: "room",
  sets: ["target"],
  kinds: ["radiator"],
};
export const PANELS: Parameter = {
  name: "panels",
  about: "where it is said",
  is: "things",
  of: "house",
  kinds: ["panel", "keypad", "alarm-panel", "loudspeaker"],
  only: true,
  named: /hall|landing|kitchen/i,
};
const FELT: Parameter = {
  name: "felt",
  about: "who feels the warmth",
  is: "thing",
  of: "room",
  reads: ["temperature"],
  kinds: ["temperature"],
  only: true,
};

export const climateTemplates: readonly Template[] = [
  {
    id: "window-heating",
    name: "Window open stops heating",
    subject: "climate",
    about:
      "While a window stands open the heat is set back; when it is shut, what was wished before counts again.",
    priority: "saving",
    parameters: [
      HEAT,
      {
        name: "window",
        about: "contact of the window",
        is: "thing",
        of: "room",
        reads: ["open"],
        kinds: ["contact"],
        only: true,
      },
      { name: "after", about: "open for", is: "value", value: "2 min" },
    ],
    lines: [
      "cue open: when {window} is opened and stays so for {after}",
      "provided {window} is open",
      "do set the target temperature of {heat} to 7 °C, while its guards hold",
    ],
  },
  {
    id: "frost",
    name: "Frost",
    subject: "climate",
    about: "Below a limit the room is heated, whatever saves energy: pipes and plants must not freeze.",
    priority: "safety",
    parameters: [
      { ...HEAT, is: "thing" } as Parameter,
      FELT,
      { name: "limit", about: "colder than", is: "value", value: "5 °C" },
    ],
    lines: [
      "cue cold: when the temperature of {felt} goes below {limit} for 10 min, again only once it went back by 2 K",
      // What is set warmer already must not be set back by it; where nobody knows, it heats.
      "do choose",
      "  where the target temperature of {heat} is above 8 °C",
      "    do wait 1 s",
      "  otherwise",
      "    do set the target temperature of {heat} to 8 °C, until somebody has seen it",
    ],
  },
  {
    id: "pets-heat",
    name: "Animals in the heat",
    subject: "climate",
    about: "Vent first, and tell somebody at once: an open vent alone saves no animal.",
    priority: "safety",
    parameters: [
      FELT,
      {
        name: "vents",
        about: "vents and shades that keep it cool",
        is: "things",
        of: "room",
        sets: ["position"],
      },
      { name: "limit", about: "warmer than", is: "value", value: "28 °C" },
      PANELS,
    ],
    lines: [
      "cue hot: when the temperature of {felt} goes above {limit} for 3 min, again only once it went back by 2 K",
      "do bring {vents} to open",
      "do repeat every 15 min, at most 8 times, until the temperature of {felt} is below {limit}",
      "  do say “It is {the temperature of {felt}}: see to the animals” on {panels} and to nobody",
    ],
  },
  {
    id: "away-heat",
    name: "Heat off while a room is empty",
    subject: "climate",
    about:
      "The room of somebody who is away is kept at a low temperature; it is warm again before they are due.",
    priority: "saving",
    parameters: [
      HEAT,
      { name: "person", about: "whose room it is", is: "person", only: "sleeps here" },
      { name: "at", about: "looked at every day at", is: "value", value: "09:00" },
      { name: "low", about: "kept at", is: "value", value: "12 °C" },
    ],
    lines: [
      "cue gone: when {person} leaves",
      "cue day: at {at}",
      "provided {person} is away",
      "do set the target temperature of {heat} to {low}, while its guards hold",
    ],
  },
  {
    id: "night-set-back",
    name: "Set back by night",
    subject: "climate",
    about: "Cooler from bedtime on; the morning's temperature is wished in time for the alarm clock.",
    priority: "saving",
    parameters: [
      HEAT,
      {
        name: "bedtime",
        about: "the household's bedtime",
        is: "dial",
        kind: "time",
        of: "house",
        called: "Bedtime",
        value: "22:30",
      },
      { name: "night", about: "by night", is: "value", value: "16 °C" },
      { name: "day", about: "by day", is: "value", value: "20 °C" },
      { name: "morning", about: "warm again at", is: "value", value: "05:45" },
    ],
    lines: [
      "cue night: at the time of {bedtime}",
      "cue day: at {morning}",
      "do choose",
      "  when [night] cued it",
      "    do set the target temperature of {heat} to {night}",
      "  otherwise",
      "    do set the target temperature of {heat} to {day}",
    ],
  },
  {
    id: "damp-room",
    name: "Damp room",
    subject: "climate",
    about: "After a shower, or in a cellar, air is moved until it is dry enough.",
    priority: "comfort",
    parameters: [
      { ...FELT, name: "damp", about: "who feels the damp", reads: ["humidity"] } as Parameter,
      {
        name: "fan",
        about: "fan or dryer",
        is: "things",
        of: "room",
        sets: ["on"],
        kinds: ["relay", "plug", "wall-switch"],
        only: true,
      },
      { name: "limit", about: "damper than", is: "value", value: "70 %" },
    ],
    lines: [
      "cue damp: when the humidity of {damp} goes above {limit} for 2 min, again only once it went back by 8 %",
      "do switch on {fan}",
      "do wait until the humidity of {damp} is below 60 %, at most 3 h",
      "do switch off {fan}",
    ],
  },
  {
    id: "leak-valve",
    name: "Leak shuts the valve",
    subject: "water and weather",
    about:
      "Water where none should be shuts the main valve until a person has seen it. Only sensors and a valve that need no cloud.",
    priority: "safety",
    parameters: [
      { name: "probes", about: "leak sensors", is: "things", of: "house", reads: ["wet"] },
      {
        name: "valve",
        about: "the water's valve",
        is: "thing",
        of: "house",
        sets: ["open"],
        kinds: ["water-valve"],
        only: true,
      },
      PANELS,
    ],
    lines: [
      "cue wet: when one of {probes} gets wet",
      "do shut {valve}, until somebody has seen it",
      "do repeat every 10 min, at most 6 times",
      "  do say “Water: the main valve is shut. Look before it is opened again.” on {panels} and to nobody",
    ],
  },
  {
    id: "pump-runs",
    name: "Pump runs too long",
    subject: "water and weather",
    about: "A sump pump that does not stop has a stuck float, or water that comes in faster than it goes.",
    priority: "safety",
    parameters: [
      {
        name: "pump",
        about: "the pump's metered plug",
        is: "thing",
        of: "house",
        reads: ["power"],
        named: /pump/i,
        surely: true,
      },
      { name: "for", about: "runs for", is: "value", value: "20 min" },
      PANELS,
    ],
    lines: [
      "cue long: when the power of {pump} goes above 100 W for {for}, again only once it went back by 50 W",
      "do say “The pump has run for {for}” on {panels} and to nobody",
    ],
  },
];
