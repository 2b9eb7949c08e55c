/** The twelve stages: what each answers, its checks, and how far the design meets them. */
import { byId, FILE_ORDER, type Design } from "../design/collections";
import { memoByParts } from "../design/kept";
import { automationChecks } from "../stages/automations";
import { briefChecks, isQuestioned } from "../stages/brief";
import { chooseChecks } from "../stages/choose/checks";
import { STAGES, sortFindings, type Check, type Finding, type Stage } from "./findings";
import { houseChecks } from "../stages/house";
import { registerChecks } from "../stages/register";
import { dropsOf, runsChecks } from "../stages/runs";

export interface StageInfo {
  stage: Stage;
  name: string;
  /** What the stage answers, in one line. */
  answers: string;
  built: boolean;
}

const info = (stage: Stage, name: string, built: boolean, answers: string): StageInfo => ({
  stage,
  name,
  answers,
  built,
});

export const STAGE_INFO: readonly StageInfo[] = [
  info(
    "brief",
    "Brief",
    true,
    "Which problems does this house have, whom do they hurt, and which of them is worth solving first?",
  ),
  info(
    "house",
    "House",
    true,
    "Where is everything: levels, rooms, walls, ways for cable and points of use?",
  ),
  info(
    "choose",
    "Choose",
    true,
    "Which hubs, protocols and devices meet every want at the least cost, and why not the others?",
  ),
  info(
    "runs",
    "Runs",
    true,
    "How long is every cable, which way does it go, how many reels, and what does it cost?",
  ),
  info(
    "bus",
    "Bus",
    false,
    "Which devices share a bus segment, in what order, and how low does the voltage fall at its end?",
  ),
  info(
    "rack",
    "Rack",
    false,
    "What goes where in the rack, how warm does it get, and how long does the battery last?",
  ),
  info(
    "mesh",
    "Mesh",
    false,
    "Will the radio reach every device, and what breaks when one router is unplugged?",
  ),
  info(
    "register",
    "Register",
    true,
    "What is every device called, where is it, how does it talk, and what has been done to it?",
  ),
  info(
    "bridges",
    "Bridges",
    false,
    "Which device is shown to which ecosystem, under which name, and what is lost on the way?",
  ),
  info(
    "automations",
    "Automations",
    true,
    "What does the house do by itself, and when exactly will it do it?",
  ),
  info(
    "rehearse",
    "Rehearse",
    false,
    "What happens on any day of the year, and what still works when something is broken?",
  ),
  info(
    "handover",
    "Handover",
    false,
    "Which papers does the household need, and what is missing before they can be signed?",
  ),
];

/** Checks by stage; a stage that is not built yet has none. */
export const CHECKS: Partial<Record<Stage, Check>> = {
  brief: briefChecks,
  house: houseChecks,
  choose: chooseChecks,
  runs: runsChecks,
  register: registerChecks,
  automations: automationChecks,
};

const EVERYTHING = ["design", ...FILE_ORDER] as const;

/** All findings of a design, most severe first. */
export const allFindings = memoByParts(EVERYTHING, (design): Finding[] =>
  sortFindings(STAGES.flatMap((stage) => CHECKS[stage]?.(design) ?? [])),
);

/** A lamp worked by its switch says nothing itself. */
const isPlainLamp = (design: Design, { point }: Design["devices"][number]) =>
  byId(design, "kinds").get(byId(design, "points").get(point)?.kind ?? "")?.glyph === "lights";

export interface Facet {
  name: string;
  met: boolean;
}

/** The four facets of a built stage: what it has to have before it can be called whole. */
export const facetsOf = memoByParts(EVERYTHING, (design): Partial<Record<Stage, Facet[]>> => {
  const clear = (...codes: string[]) => !allFindings(design).some((finding) => codes.includes(finding.code));
  const drops = dropsOf(design);
  return {
    brief: [
      { name: "Problems are listed", met: design.problems.length > 0 },
      {
        name: "Something answers every problem",
        met: design.problems.length > 0 && clear("brief.problem-unanswered"),
      },
      {
        name: "Every requirement was questioned",
        met: design.requirements.length > 0 && design.requirements.every(isQuestioned),
      },
      {
        name: "The first phase is one problem in a quiet zone",
        met: design.phases.length > 0 && clear("brief.first-phase-wide", "brief.first-phase-disruptive"),
      },
    ],
    house: [
      { name: "Levels and rooms are drawn", met: design.levels.length > 0 && design.rooms.length > 0 },
      {
        name: "Walls are drawn, and agree with what was measured",
        met:
          design.walls.length > 0 &&
          clear("house.wall-zero", "house.opening-beyond-wall", "house.measure-off", "house.room-open"),
      },
      { name: "Ways for cable are drawn", met: design.trunks.length > 0 && design.closets.length > 0 },
      {
        name: "Every point stands in its room",
        met: design.points.length > 0 && clear("house.point-outside-room"),
      },
    ],
    choose: [
      { name: "Wants are put down", met: design.wants.length > 0 },
      {
        name: "A plan is accepted, and meets them all",
        met: design.plans.length > 0 && clear("choose.want-unmet"),
      },
      {
        name: "Every device has a controller that takes it",
        met:
          design.hubs.length > 0 &&
          clear("choose.not-carried", "choose.unsupported-pairing", "choose.radio-limit"),
      },
      {
        name: "Nothing critical hangs on a cloud, a cut feed or too small a part",
        met:
          design.plans.length > 0 &&
          clear(
            "choose.critical-on-cloud",
            "choose.behind-switch",
            "choose.neutral-missing",
            "choose.overload",
          ),
      },
    ],
    runs: [
      {
        name: "Every drop has a closet and a way to it",
        met: drops.length > 0 && clear("runs.no-closet", "runs.no-route"),
      },
      { name: "Every kit names its cables", met: drops.length > 0 && clear("runs.kit-without-cable") },
      {
        name: "Every link is short enough",
        met: drops.length > 0 && clear("runs.data-link-long", "runs.cut-too-long"),
      },
      {
        name: "Every load gets its voltage",
        met: drops.length > 0 && clear("runs.voltage-drop", "runs.poe-no-start"),
      },
    ],
    register: [
      {
        name: "Every point has a device",
        met: design.points.length > 0 && clear("register.point-without-device"),
      },
      {
        name: "No two devices share a name",
        met: design.devices.length > 0 && clear("register.name-repeated"),
      },
      {
        name: "Every device that talks has a protocol",
        met:
          design.devices.length > 0 &&
          design.devices.every((device) => device.protocol !== "none" || isPlainLamp(design, device)),
      },
      {
        name: "Every device has a price",
        met: design.devices.length > 0 && design.devices.every((device) => device.cost !== undefined),
      },
    ],
    automations: [
      { name: "There is an automation", met: design.automations.length > 0 },
      {
        name: "Every one has a cue",
        met: design.automations.length > 0 && clear("automations.no-cue", "automations.never-comes"),
      },
      {
        name: "Every one moves something",
        met: design.automations.length > 0 && clear("automations.no-move", "automations.not-a-shade"),
      },
      {
        name: "No guard stops one for good",
        met: design.automations.length > 0 && clear("automations.guard-never-holds"),
      },
    ],
  };
});
