/** The brief of Larkspur Weir: who lives there, what troubles them, what binds. All invented. */
import type { Design } from "../core/design/collections";
import type { ProblemRow, RequirementRow } from "../core/design/rows/brief";

type Links = Partial<
  Pick<ProblemRow, "points" | "devices" | "automations" | "evidence" | "effortH" | "phase">
>;

export function addBrief(design: Design): void {
  design.people.push(
    {
      id: "nurse",
      role: "Nurse on night shifts",
      sleepsFrom: "08:30",
      sleepsTo: "15:30",
      schedule: "Nights, four in eight days; sleeps by day after one",
      needs: ["sleeps by day"],
    },
    {
      id: "carpenter",
      role: "Boat carpenter",
      sleepsFrom: "22:30",
      sleepsTo: "06:00",
      schedule: "In the boathouse from 07:00, big motors and fine dust",
      needs: ["works at home"],
    },
    {
      id: "teenager",
      role: "Teenager",
      sleepsFrom: "23:30",
      sleepsTo: "07:30",
      schedule: "At school on weekdays",
      needs: ["child"],
    },
    {
      id: "grandmother",
      role: "Grandmother",
      sleepsFrom: "21:30",
      sleepsTo: "06:30",
      schedule: "At home; up twice a night",
      needs: ["poor sight", "walks badly"],
    },
    {
      id: "lodger",
      role: "Lodger",
      sleepsFrom: "00:30",
      sleepsTo: "08:00",
      schedule: "Comes and goes by his own code",
      needs: [],
    },
    { id: "guests", role: "Summer guests", schedule: "July and August", needs: ["guest"] },
    { id: "dog", role: "Dog in the plant house", needs: ["pet"] },
  );
  design.phases.push(
    { id: "stair", name: "The dark stair", order: 1, rooms: ["stair-head", "landing"], disruption: 1 },
    { id: "nurse-sleep", name: "Sleep by day", order: 2, rooms: ["nurse"], disruption: 1 },
    {
      id: "water",
      name: "Cellar and laundry",
      order: 3,
      rooms: ["plant-room", "store", "laundry"],
      disruption: 3,
    },
    {
      id: "outside",
      name: "Yard, quay and plant house",
      order: 4,
      rooms: ["yard-open", "quay", "towpath", "plant-house", "boathouse"],
      disruption: 4,
    },
    {
      id: "living",
      name: "Living rooms",
      order: 5,
      rooms: ["hall", "office", "snug", "kitchen", "dining", "shower", "lobby", "boot"],
      disruption: 5,
    },
    {
      id: "upstairs",
      name: "Bedrooms and loft",
      order: 6,
      rooms: ["carpenter", "teen", "gran", "bath", "dressing", "sail-loft", "loft-shower"],
      disruption: 4,
    },
  );
  const problem = (
    id: string,
    name: string,
    kind: ProblemRow["kind"],
    rooms: string[],
    people: string[],
    severity: number,
    perWeek: number,
    links: Links = {},
  ) =>
    design.problems.push({
      id,
      name,
      kind,
      rooms,
      people,
      severity,
      perWeek,
      points: [],
      devices: [],
      automations: [],
      ...links,
    });
  problem(
    "switches",
    "Eleven switches nobody has identified",
    "upkeep",
    ["hall", "kitchen", "landing"],
    ["nurse", "carpenter", "grandmother", "lodger"],
    2,
    10,
    { effortH: 6, evidence: "Tried in turn on a Sunday; the list on the fridge has gaps." },
  );
  problem(
    "stair-dark",
    "Stair dark from the loft",
    "safety",
    ["stair-head", "landing"],
    ["grandmother", "lodger"],
    5,
    14,
    {
      phase: "stair",
      points: ["stair-head-lmp-1"],
      evidence: "The switch is at the foot; two missteps in March.",
    },
  );
  problem(
    "plant-heat",
    "Plant house overheats with the dog in it",
    "safety",
    ["plant-house"],
    ["dog"],
    5,
    3,
    {
      phase: "outside",
      points: ["plant-house-lmp-1"],
      evidence: "41 °C on the maximum thermometer in June.",
    },
  );
  problem("west-glare", "West glare in the lock office", "comfort", ["office"], ["carpenter"], 2, 5, {
    phase: "living",
    points: ["office-shd-2"],
    automations: ["glare"],
  });
  problem("awning", "Awning torn in a storm", "cost", ["quay"], ["carpenter", "guests"], 3, 0.1, {
    phase: "outside",
    points: ["quay-awn-1"],
    evidence: "Repaired twice in two winters.",
  });
  problem("washing", "Washing forgotten in the machine", "upkeep", ["laundry"], ["nurse", "teenager"], 1, 4, {
    phase: "water",
    points: ["laundry-plg-1"],
  });
  problem(
    "cellar-damp",
    "Cellar damp, and nobody hears the sump pump stop",
    "upkeep",
    ["plant-room", "store"],
    ["carpenter"],
    4,
    1,
    { phase: "water", points: ["plant-room-lek-1", "plant-room-plg-1"] },
  );
  problem("lodger-heat", "Lodger's heating left on", "energy", ["sail-loft"], ["lodger"], 2, 5, {
    effortH: 4,
  });
  problem("gate", "Gate left open", "safety", ["yard-open", "towpath"], ["dog", "grandmother"], 4, 3, {
    effortH: 5,
  });
  problem(
    "day-sleep",
    "Day-sleep broken by shades that open with the sun",
    "comfort",
    ["nurse"],
    ["nurse"],
    4,
    4,
    { phase: "nurse-sleep", points: ["nurse-shd-1", "nurse-shd-2"] },
  );
  problem("standby", "Standby power of the workshop", "energy", ["boathouse"], ["carpenter"], 1, 7, {
    effortH: 2,
  });
  problem("radio", "The radio is dead in the boathouse", "comfort", ["boathouse"], ["carpenter"], 3, 12, {
    phase: "outside",
    effortH: 8,
  });
  const requirement = (
    id: string,
    name: string,
    askedBy: string,
    step: RequirementRow["step"],
    rest: Partial<RequirementRow> = {},
  ) =>
    design.requirements.push({ id, name, problems: [], askedBy, step, moves: [], automations: [], ...rest });
  requirement("stair-lamps", "Light on the stair before a foot is on it", "grandmother", "automate", {
    problems: ["stair-dark"],
    ifNot: "Somebody falls.",
    moves: [
      { to: "simplify", on: "2026-09-02" },
      { to: "automate", on: "2026-09-16" },
    ],
  });
  requirement("fridge-screen", "A screen on the fridge", "teenager", "delete", {
    ifNot: "Nobody would notice.",
    moves: [
      { to: "delete", on: "2026-09-02", why: "The list on paper works, and it works with dirty hands." },
    ],
  });
  requirement("music", "Music in every room", "teenager", "simplify", {
    ifNot: "It stays in the snug and the dining room.",
    moves: [
      { to: "delete", on: "2026-09-02", why: "Most rooms are slept in." },
      { to: "simplify", on: "2026-09-20", why: "The dining room is missed on feast days." },
    ],
  });
  requirement("shades-dusk", "Bedroom shades down at dusk", "nurse", "automate", {
    problems: ["day-sleep"],
    automations: ["dusk"],
    moves: [{ to: "automate", on: "2026-09-20" }],
  });
  requirement("gate-close", "The gate shuts by itself", "grandmother", "question", { problems: ["gate"] });
  requirement("voice", "Talk to the house", "teenager", "question", {});
  requirement("sump", "Be told when the sump pump stops", "carpenter", "speed up", {
    problems: ["cellar-damp"],
    ifNot: "The store stands in water before anybody looks.",
    moves: [{ to: "speed up", on: "2026-09-16" }],
  });
  design.constraints.push(
    {
      id: "listed",
      name: "The canal front is listed",
      kind: "listed building",
      rooms: [],
      walls: ["g-out-s", "f-out-s"],
    },
    {
      id: "budget",
      name: "What the household can spend",
      kind: "budget",
      amount: 27000,
      rooms: [],
      walls: [],
    },
    {
      id: "langs",
      name: "Sheets for the household and its guests",
      kind: "languages",
      languages: ["English", "Welsh"],
      rooms: [],
      walls: [],
    },
    {
      id: "summer",
      name: "Ready before the guests come",
      kind: "date",
      by: "2027-06-30",
      rooms: [],
      walls: [],
    },
    {
      id: "sail-loft",
      name: "The sail loft's ceiling stays closed",
      kind: "keep",
      rooms: ["sail-loft"],
      walls: [],
    },
  );
  design.uses.push(
    { id: "use-dusk", automation: "dusk", lastOn: "2026-11-23" },
    { id: "use-glare", automation: "glare", lastOn: "2026-09-12" },
    { id: "use-panel", device: "d-hall-alm-1", lastOn: "2025-08-30", note: "The old panel's record." },
    { id: "use-desk", device: "d-office-plg-1", lastOn: "2025-06-02" },
  );
}
