/** The twelve stages by name, and what each answers. Light: whoever only names a stage needs no check of it. */
export const STAGES = [
  "brief",
  "house",
  "choose",
  "runs",
  "bus",
  "rack",
  "mesh",
  "register",
  "bridges",
  "automations",
  "rehearse",
  "handover",
] as const;
export type Stage = (typeof STAGES)[number];

export interface StageName {
  stage: Stage;
  name: string;
  /** What the stage answers, in one line. */
  answers: string;
}

const ANSWERS: Readonly<Record<Stage, string>> = {
  brief: "Which problems does this house have, whom do they hurt, and which of them is worth solving first?",
  house: "Where is everything: levels, rooms, walls, ways for cable and points of use?",
  choose: "Which hubs, protocols and devices meet every want at the least cost, and why not the others?",
  runs: "How long is every cable, which way does it go, how many reels, and what does it cost?",
  bus: "Which devices share a bus segment, in what order, and how low does the voltage fall at its end?",
  rack: "What goes where in the rack, how warm does it get, and how long does the battery last?",
  mesh: "Will the radio reach every device, and what breaks when one router is unplugged?",
  register: "What is every device called, where is it, how does it talk, and what has been done to it?",
  bridges: "Which device is shown to which ecosystem, under which name, and what is lost on the way?",
  automations: "What does the house do by itself, and when exactly will it do it?",
  rehearse: "What happens on any day of the year, and what still works when something is broken?",
  handover: "Which papers does the household need, and what is missing before they can be signed?",
};

export const STAGE_NAMES: readonly StageName[] = STAGES.map((stage) => ({
  stage,
  // Below everything else: not even the words are.
  name: `${stage.charAt(0).toUpperCase()}${stage.slice(1)}`,
  answers: ANSWERS[stage],
}));

/** What people call a stage. */
export const stageName = (stage: Stage): string => STAGE_NAMES[STAGES.indexOf(stage)]!.name;

/** In which order the rows of the stages stand in a project file. */
export const FILE_STAGES: readonly Stage[] = [
  "house",
  "brief",
  "runs",
  "choose",
  "register",
  "bus",
  "rack",
  "mesh",
  "bridges",
  "automations",
  "rehearse",
  "handover",
];
