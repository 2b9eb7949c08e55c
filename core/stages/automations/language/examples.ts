/** A worked example of every statement of the language: the text, and the row it stands for. */
const point = (id: string, aspect: string) => ({ point: id, aspect });

export const CUES: readonly (readonly [string, object])[] = [
  ["at 07:00", { kind: "time", at: "07:00" }],
  ["at sunrise", { kind: "sun", event: "rise", offsetMin: 0 }],
  ["25 min before sunset", { kind: "sun", event: "set", offsetMin: -25 }],
  ["1 h 30 min after dusk", { kind: "sun", event: "dusk", offsetMin: 90 }],
  ["2 h before solar noon", { kind: "sun", event: "noon", offsetMin: -120 }],
  ["10 min after dawn", { kind: "sun", event: "dawn", offsetMin: 10 }],
  ["at the time of [Bedtime]", { kind: "dial time", dial: "bed", offsetMin: 0 }],
  ["10 min before the time of [Bedtime]", { kind: "dial time", dial: "bed", offsetMin: -10 }],
  ["10 min after the alarm clock of [Teenager]", { kind: "alarm", person: "teen", offsetMin: 10 }],
  ["at the beginning of [School term]", { kind: "calendar", calendar: "term", edge: "begins", offsetMin: 0 }],
  [
    "1 h before the end of [School term]",
    { kind: "calendar", calendar: "term", edge: "ends", offsetMin: -60 },
  ],
  ["when [Boot room door] is opened", { kind: "state", points: ["door"], aspect: "open", to: "open" }],
  [
    "when [Boot room door] is shut and stays so for 10 min",
    { kind: "state", points: ["door"], aspect: "open", to: "shut", hold: { say: "10 min" } },
  ],
  [
    "when one of [Hall lamp], [Stair strip] and [All ground floor lamps] goes off",
    { kind: "state", points: ["lamp", "strip"], groups: ["downs"], aspect: "on", to: "off" },
  ],
  [
    "when [Hall sensor] sees somebody",
    { kind: "state", points: ["see"], aspect: "presence", to: "somebody" },
  ],
  [
    "when [Hall sensor] sees nobody any more and stays so for 5 min",
    { kind: "state", points: ["see"], aspect: "presence", to: "nobody", hold: { say: "5 min" } },
  ],
  ["when [Cellar probe] gets wet", { kind: "state", points: ["leak"], aspect: "wet", to: "wet" }],
  [
    "when [Weather mast] feels rain no longer",
    { kind: "state", points: ["mast"], aspect: "rain", to: "dry" },
  ],
  [
    "when [Front door lock] is unlocked",
    { kind: "state", points: ["lock"], aspect: "locked", to: "unlocked" },
  ],
  ["when [Alarm panel] is armed", { kind: "state", points: ["alarm"], aspect: "armed", to: "armed" }],
  ["when [Vacuum] stops running", { kind: "state", points: ["vac"], aspect: "running", to: "standing" }],
  ["when [Cellar probe] falls silent", { kind: "state", points: ["leak"], aspect: "online", to: "silent" }],
  ["when the position of [Snug shade left] changes", { kind: "state", points: ["left"], aspect: "position" }],
  [
    "when the state of one of [Hall lamp] and [Stair strip] changes",
    { kind: "state", points: ["lamp", "strip"], aspect: "on" },
  ],
  [
    "when the wind of [Weather mast] goes above 12 m/s for 30 s, again only once it went back by 2 m/s",
    {
      kind: "threshold",
      points: ["mast"],
      aspect: "wind",
      way: "above",
      limit: { say: "12 m/s" },
      hold: { say: "30 s" },
      hysteresis: { say: "2 m/s" },
    },
  ],
  [
    "when the power of [Washer plug] goes below 5 W for 3 min",
    {
      kind: "threshold",
      points: ["washer"],
      aspect: "power",
      way: "below",
      limit: { say: "5 W" },
      hold: { say: "3 min" },
    },
  ],
  [
    "when the battery of one of [Cellar probe] and [Boot room door] goes below 15 %",
    { kind: "threshold", points: ["leak", "door"], aspect: "battery", way: "below", limit: { say: "15 %" } },
  ],
  [
    "when the temperature of [Plant house sensor] goes above [Heat limit] + 2 K",
    {
      kind: "threshold",
      points: ["plant"],
      aspect: "temperature",
      way: "above",
      limit: { say: "$1 + 2 K", of: [{ dial: "limit" }] },
    },
  ],
  ["when key 2 of [Hall keys] is pressed once", { kind: "press", button: 2, point: "keys", press: "single" }],
  [
    "when key 1 of [Hall keys] is pressed twice",
    { kind: "press", button: 1, point: "keys", press: "double" },
  ],
  [
    "when key 1 of [Hall keys] is pressed three times",
    { kind: "press", button: 1, point: "keys", press: "triple" },
  ],
  [
    "when key 4 of [Hall keys] is pressed many times",
    { kind: "press", button: 4, point: "keys", press: "many" },
  ],
  ["when key 4 of [Hall keys] is held", { kind: "press", button: 4, point: "keys", press: "held" }],
  [
    "when key 4 of [Hall keys] is let go after being held",
    { kind: "press", button: 4, point: "keys", press: "released" },
  ],
  ["when [Teenager] arrives", { kind: "presence", people: ["teen"], how: "arrives" }],
  ["when somebody leaves", { kind: "presence", people: [], how: "leaves" }],
  [
    "when one of [Teenager] and [Nurse on night shifts] falls asleep",
    { kind: "presence", people: ["teen", "nurse"], how: "falls asleep" },
  ],
  ["when [Nurse on night shifts] wakes", { kind: "presence", people: ["nurse"], how: "wakes" }],
  ["when the first of the household arrives", { kind: "presence", people: [], how: "arrives first" }],
  ["when the last of the household leaves", { kind: "presence", people: [], how: "leaves last" }],
  [
    "when the last of [Teenager] and [Nurse on night shifts] leaves",
    { kind: "presence", people: ["teen", "nurse"], how: "leaves last" },
  ],
  ["when [Leave the snug be] is switched on", { kind: "dial", dial: "leave", turn: "is switched on" }],
  ["when [Evening level] is changed", { kind: "dial", dial: "evening", turn: "changes" }],
  ["when the automation [Dusk] ends", { kind: "automation", automation: "b", edge: "ends" }],
  ["when the hub starts", { kind: "start" }],
];

export const GUARDS: readonly (readonly [string, object])[] = [
  ["provided the clock is between 16:00 and 22:30", { kind: "window", from: "16:00", to: "22:30" }],
  [
    "provided the clock is between the time of [Bedtime], or 22:00 and 07:00",
    { kind: "window", from: "22:00", to: "07:00", fromDial: "bed" },
  ],
  ["provided it is Mon to Fri", { kind: "weekdays", days: [1, 2, 3, 4, 5] }],
  ["unless it is Sat and Sun", { kind: "weekdays", not: true, days: [6, 7] }],
  ["provided it is Mon, Wed and Fri", { kind: "weekdays", days: [1, 3, 5] }],
  ["provided it is any day", { kind: "weekdays", days: [1, 2, 3, 4, 5, 6, 7] }],
  ["provided [School term] is under way", { kind: "calendar", calendar: "term" }],
  [
    "unless [Nurse on night shifts] is asleep",
    { kind: "presence", not: true, people: ["nurse"], which: "any", doing: "asleep" },
  ],
  [
    "provided each of [Teenager] and [Nurse on night shifts] is away",
    { kind: "presence", people: ["teen", "nurse"], which: "all", doing: "away" },
  ],
  ["provided somebody is at home", { kind: "presence", people: [], which: "any", doing: "at home" }],
  ["provided everybody is awake", { kind: "presence", people: [], which: "all", doing: "awake" }],
  ["unless the flag [Leave the snug be] is on", { kind: "flag", not: true, dial: "leave" }],
  [
    "provided all the while [Boot room door] is open",
    { kind: "state", whole: true, points: ["door"], which: "any", aspect: "open", is: "open" },
  ],
  [
    "provided one of [Hall lamp] and [Stair strip] is on",
    { kind: "state", points: ["lamp", "strip"], which: "any", aspect: "on", is: "on" },
  ],
  [
    "provided each of [Hall lamp] and [West shades] is off",
    { kind: "state", points: ["lamp"], groups: ["shades"], which: "all", aspect: "on", is: "off" },
  ],
  [
    "provided [Weather mast] feels no rain",
    { kind: "state", points: ["mast"], which: "any", aspect: "rain", is: "dry" },
  ],
  [
    "provided the temperature of [Plant house sensor] is above 26 °C",
    {
      kind: "value",
      value: { say: "$1", of: [point("plant", "temperature")] },
      way: "above",
      limit: { say: "26 °C" },
    },
  ],
  [
    "unless max(the temperature of [Plant house sensor]; 20 °C) is below [Heat limit] − 1 K",
    {
      kind: "value",
      not: true,
      value: { say: "max($1; 20 °C)", of: [point("plant", "temperature")] },
      way: "below",
      limit: { say: "$1 − 1 K", of: [{ dial: "limit" }] },
    },
  ],
  ["provided the sun stands above 10°", { kind: "sun", way: "above", elevationDeg: 10 }],
  [
    "provided the sun stands below −0.5° and between 200° and 290°",
    { kind: "sun", way: "below", elevationDeg: -0.5, fromDeg: 200, toDeg: 290 },
  ],
  [
    "provided either it is Sat and Sun or not ([School term] is under way) or (either everybody is away or it is Mon)",
    {
      kind: "either",
      guards: [
        { kind: "weekdays", days: [6, 7] },
        { kind: "calendar", not: true, calendar: "term" },
        {
          kind: "either",
          guards: [
            { kind: "presence", people: [], which: "all", doing: "away" },
            { kind: "weekdays", days: [1] },
          ],
        },
      ],
    },
  ],
];

export const MOVES: readonly (readonly [string, object])[] = [
  ["switch on [Hall lamp]", { kind: "set", points: ["lamp"], aspect: "on", to: { say: "on" } }],
  [
    "switch off [Hall lamp] and [All ground floor lamps], for 2 h",
    {
      kind: "set",
      points: ["lamp"],
      groups: ["downs"],
      aspect: "on",
      to: { say: "off" },
      time: { say: "2 h" },
    },
  ],
  [
    "shut [Water valve], until somebody has seen it",
    { kind: "set", points: ["valve"], aspect: "open", to: { say: "shut" }, stands: "until seen" },
  ],
  ["lock [Front door lock]", { kind: "set", points: ["lock"], aspect: "locked", to: { say: "locked" } }],
  ["disarm [Alarm panel]", { kind: "set", points: ["alarm"], aspect: "armed", to: { say: "disarmed" } }],
  ["start [Vacuum]", { kind: "set", points: ["vac"], aspect: "running", to: { say: "running" } }],
  [
    "bring [Snug shade left] and [Snug shade right] to 40 %",
    { kind: "set", points: ["left", "right"], aspect: "position", to: { say: "40 %" } },
  ],
  [
    "bring [West shades] to open, while its guards hold",
    {
      kind: "set",
      points: [],
      groups: ["shades"],
      aspect: "position",
      to: { say: "open" },
      stands: "while the guards hold",
    },
  ],
  ["bring nothing yet to shut", { kind: "set", points: [], aspect: "position", to: { say: "shut" } }],
  [
    "set the level of [Hall lamp] to [Evening level] × 0.5 over 10 min, for 1 h",
    {
      kind: "set",
      points: ["lamp"],
      aspect: "level",
      to: { say: "$1 × 0.5", of: [{ dial: "evening" }] },
      over: { say: "10 min" },
      time: { say: "1 h" },
    },
  ],
  [
    "set the target temperature of [Plant house sensor] to 18 °C",
    { kind: "set", points: ["plant"], aspect: "target", to: { say: "18 °C" } },
  ],
  [
    "set the colour of [Stair strip] to #ff8800 over 3 s",
    { kind: "set", points: ["strip"], aspect: "colour", to: { say: "#ff8800" }, over: { say: "3 s" } },
  ],
  [
    "set the white of [Ceiling lamp #twin2] to 2700 K",
    { kind: "set", points: ["twin2"], aspect: "white", to: { say: "2700 K" } },
  ],
  ["switch on [#odd]", { kind: "set", points: ["odd"], aspect: "on", to: { say: "on" } }],
  [
    "change the level of [Hall lamp] by −10 % over 200 ms",
    { kind: "step", points: ["lamp"], aspect: "level", by: { say: "−10 %" }, over: { say: "200 ms" } },
  ],
  ["turn the state of [Hall lamp] the other way", { kind: "toggle", points: ["lamp"], aspect: "on" }],
  [
    "dim [Hall lamp] up while it is held, 5 % every 200 ms from where it is",
    { kind: "dim", points: ["lamp"], way: "up", stepPct: 5, intervalMs: 200, by: "steps" },
  ],
  [
    "dim [Hall lamp] the other way while it is held, 2.5 % every 100 ms from the level the remote remembers",
    {
      kind: "dim",
      points: ["lamp"],
      way: "the other way",
      stepPct: 2.5,
      intervalMs: 100,
      by: "remembered level",
    },
  ],
  ["let go of [West shades]", { kind: "let go", points: [], groups: ["shades"] }],
  [
    "turn [Leave the snug be] to the other way",
    { kind: "dial", dial: "leave", to: { say: "the other way" } },
  ],
  [
    "turn [Evening level] to [Evening level] + 10 %",
    { kind: "dial", dial: "evening", to: { say: "$1 + 10 %", of: [{ dial: "evening" }] } },
  ],
  ["put on the scene [Film] over 4 s", { kind: "scene", scene: "film", over: { say: "4 s" } }],
  ["put on the next scene of [Film] and [Dinner]", { kind: "cycle", scenes: ["film", "dinner"] }],
  ["keep in mind how [Hall lamp] and [Stair strip] is", { kind: "capture", points: ["lamp", "strip"] }],
  ["give back what was kept in mind over 2 s", { kind: "give back", over: { say: "2 s" } }],
  [
    "say “The plant house is at {the temperature of [Plant house sensor]}: \\“open\\” it, it costs $5” on [Hall panel] and to [Teenager]",
    {
      kind: "say",
      text: {
        say: "The plant house is at $1: “open” it, it costs $$5",
        of: [point("plant", "temperature")],
      },
      points: ["panel"],
      people: ["teen"],
    },
  ],
  [
    "say “Dinner” on no panel and to nobody",
    { kind: "say", text: { say: "Dinner" }, points: [], people: [] },
  ],
  ["wait 5 min", { kind: "wait", time: { say: "5 min" } }],
  [
    "wait until [Boot room door] is shut and somebody is at home, at most 10 min, then it ends",
    {
      kind: "until",
      guards: [
        { kind: "state", points: ["door"], which: "any", aspect: "open", is: "shut" },
        { kind: "presence", people: [], which: "any", doing: "at home" },
      ],
      limit: { say: "10 min" },
      then: "ends",
    },
  ],
  ["stop what runs of [Morning in steps] and [Dusk]", { kind: "stop", automations: ["a", "b"] }],
];
