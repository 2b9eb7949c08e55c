/** The sheet an electrician takes along for one leg: does the new fitting go where the old one was, what is done in which order, what to take. */
import { byId, type Design } from "../../design/collections";
import type { OptionRow } from "../../design/rows-choose";
import type { LampRow, SwitchRow } from "../../design/rows-survey";
import { gangName } from "../../house";
import { adviseLeg, type LegAdvice, type LegAsk, type LegWay, type LegWayName } from "./leg";
import { counted } from "../../words";

export interface HoleInput {
  /** Diameter of the hole in the ceiling now. */
  oldHoleMm: number;
  /** Clear height above the ceiling. */
  voidMm: number;
  /** Fire resistance the ceiling must keep; 0 where none is asked. */
  fireMin: number;
}

export interface FitCheck {
  what: "hole" | "depth" | "fire";
  verdict: "goes" | "with work" | "does not go";
  text: string;
}

/** Overlap of the bezel on the ceiling, all round, so that the edge of the hole is not seen. */
export const OVERLAP_MM = 4;
/** Air above the fitting for its heat, and for the cable's bend. */
export const ABOVE_MM = 25;
/** A hole may be so much larger than what the springs are made for. */
export const SLACK_MM = 3;

/** Does a fitting let into the ceiling cover and fill the old hole? Its hole and bezel in mm, as its maker gives them. */
export function fitChecks({ oldHoleMm, voidMm, fireMin }: HoleInput, option: OptionRow): FitCheck[] {
  const { holeMm, bezelMm, depthMm } = option.fit ?? {};
  const checks: FitCheck[] = [];
  if (holeMm !== undefined && bezelMm !== undefined) {
    const covers = bezelMm >= oldHoleMm + 2 * OVERLAP_MM;
    checks.push(
      oldHoleMm < holeMm ? { what: "hole", verdict: "with work", text: `Cut the hole from ${oldHoleMm} to ${holeMm} mm` }
        : oldHoleMm <= holeMm + SLACK_MM ? { what: "hole", verdict: "goes", text: `The hole of ${oldHoleMm} mm takes it: it is made for ${holeMm} mm` }
          : covers ? { what: "hole", verdict: "with work", text: `The hole of ${oldHoleMm} mm is too wide for its springs (${holeMm} mm), and its bezel of ${bezelMm} mm covers it: take an adapter ring` }
            : { what: "hole", verdict: "does not go", text: `Its bezel of ${bezelMm} mm does not cover a hole of ${oldHoleMm} mm: ${bezelMm - oldHoleMm < 0 ? `${oldHoleMm - bezelMm} mm are open` : `${OVERLAP_MM} mm of overlap are needed all round`}` },
    );
  }
  if (depthMm !== undefined) {
    const needs = depthMm + ABOVE_MM;
    checks.push(voidMm >= needs ? { what: "depth", verdict: "goes", text: `${voidMm} mm of void for ${depthMm} mm of fitting and ${ABOVE_MM} mm of air` } : { what: "depth", verdict: "does not go", text: `${voidMm} mm of void, and ${depthMm} mm of fitting with ${ABOVE_MM} mm of air need ${needs} mm` });
  }
  if (fireMin > 0) {
    const rated = option.ratings?.fireMin ?? 0;
    checks.push(rated >= fireMin ? { what: "fire", verdict: "goes", text: `Rated ${rated} min for a ceiling of ${fireMin} min` } : { what: "fire", verdict: "with work", text: `The ceiling has to keep ${fireMin} min, and the fitting is rated ${rated ? `${rated} min` : "for none"}: a fire hood over it, as the local code asks` });
  }
  return checks;
}

export interface RetrofitSheet {
  advice: LegAdvice;
  way: LegWay;
  /** First point fed from the switch: where an in-line device goes. */
  firstPoint?: LampRow;
  firstSwitch?: SwitchRow;
  checks: FitCheck[];
  hole?: HoleInput;
  labels: string[];
  keep: string[];
  steps: { text: string; safety?: boolean }[];
  tests: string[];
  beforeClosing: string[];
  materials: { count: number; what: string }[];
}

/** The lamp nearest to the first switch on the plan. The order of the wires is found by testing; this is where to look first. */
function nearest(lamps: readonly LampRow[], at: SwitchRow | undefined): LampRow | undefined {
  if (!at) return lamps[0];
  return [...lamps].sort((a, b) => Number(a.level !== at.level) - Number(b.level !== at.level) || Math.hypot(a.x - at.x, a.y - at.y) - Math.hypot(b.x - at.x, b.y - at.y))[0];
}

const isInset = (option: OptionRow | undefined) => option?.fit?.holeMm !== undefined;

/** What fits the ceiling as it is now, from what is known of the leg's lamps and its level. */
export function holeOf(design: Design, lamps: readonly LampRow[]): HoleInput | undefined {
  const lamp = lamps.find((one) => one.holeMm !== undefined);
  if (!lamp) return undefined;
  return { oldHoleMm: lamp.holeMm!, voidMm: Math.round((byId(design, "levels").get(lamp.level)?.voidAboveM ?? 0) * 1000), fireMin: lamp.fireMin ?? 0 };
}

function stepsOf(way: LegWay, advice: LegAdvice, circuit: string, first: LampRow | undefined, box: SwitchRow | undefined): RetrofitSheet["steps"] {
  const at = first ? `at ${first.name}, the first point fed from ${box?.name ?? "the switch"}` : "at the first point fed from the switch";
  const where = box?.name ?? "the switch";
  const work: Record<LegWayName, string[]> = {
    "wall switch or dimmer": [`Take the old switch out of ${where}; mark feed, switched line and strapping wires before a terminal is loosened`, `Fit ${way.option?.name ?? "the new switch"} in its place`],
    "insert behind the switch": [`Draw the old switch forward at ${where}; mark every wire`, `Set ${way.option?.name ?? "the insert"} behind it: feed and switched line to the insert, the old switch to its input`],
    "in-line dimmer at the lamp": [`At ${where} link feed and switched line through in a connector: the lamps are always live from now on`, `Set ${way.option?.name ?? "the in-line dimmer"} in a box ${at}; the lamps of this leg, and no others, on its output`, `Put a battery switch or a keypad on the wall in place of ${where}, over a blank plate`],
    "smart lamps": [`At ${where} link feed and switched line through, or leave the switch on and cover it`, `Put the ${counted(advice.lampCount, "lamp")} in`],
    "smart lamps and a decoupled switch": [`At ${where} link feed and switched line through: the lamps are always live`, `Fit ${way.companion?.name ?? "the decoupled switch"} on the same feed, set to speak only`, `Put the ${counted(advice.lampCount, "lamp")} in`],
  };
  return [
    { text: "Note which gang works which lamps, and photograph the open box" },
    { text: `Switch ${circuit} off at the board, lock it off, keep the key in the pocket, hang the notice`, safety: true },
    { text: `Prove dead at ${where} and at the lamps with a tester that was tried on a live point before and after`, safety: true },
    ...(advice.switches.length > 1 ? [{ text: `Open all ${advice.switches.length} positions: ${advice.switches.map((row) => row.name).join(", ")}. One of them may be fed from another circuit: prove dead at each`, safety: true }] : []),
    ...work[way.name].map((text) => ({ text })),
    { text: "Tug every wire; no strand outside a terminal; the box closes without force" },
    { text: "Insulation and polarity tested by whoever is licensed to, then switched on", safety: true },
  ];
}

/** The sheet for one leg, by the way named or the one advised. Throws InputError where the leg does not exist. */
export function retrofitSheet(design: Design, legId: string, ask: LegAsk & { way?: LegWayName; hole?: HoleInput; option?: string } = {}): RetrofitSheet {
  const advice = adviseLeg(design, legId, ask);
  const way = advice.ways.find((one) => one.name === ask.way) ?? advice.best ?? advice.ways[0]!;
  const box = advice.switches[0];
  const first = nearest(advice.lamps, box);
  const circuit = advice.leg.circuit === undefined ? "the circuit of this leg" : `circuit “${byId(design, "circuits").get(advice.leg.circuit)?.name ?? advice.leg.circuit}”`;
  const hole = ask.hole ?? holeOf(design, advice.lamps);
  const fitting = ask.option === undefined ? (isInset(way.option) ? way.option : undefined) : byId(design, "options").get(ask.option);
  const gangs = advice.leg.switches.flatMap(({ switch: id, gang }) => {
    const row = byId(design, "switches").get(id);
    return row ? [gangName({ switch: row, gang })] : [];
  });
  const always = way.name === "in-line dimmer at the lamp" || way.name.startsWith("smart lamps");
  const lamps = way.name.startsWith("smart lamps");
  return {
    advice, way, ...(first ? { firstPoint: first } : {}), ...(box ? { firstSwitch: box } : {}), ...(hole ? { hole } : {}),
    checks: hole && fitting ? fitChecks(hole, fitting) : [],
    labels: [
      ...gangs.map((name) => `${name}: “${advice.leg.name}”`),
      ...(always ? [`Inside ${box?.name ?? "the switch box"}: “always live, linked through for ${advice.leg.name}”`, `At the board: “${advice.leg.name}: always live”`] : []),
      "On the device: its name in the register and its pairing code",
    ],
    keep: ["The old switch and its plate in a bag with the leg's name: the next owner may want it back", "The pairing code as a picture in the register", ...(lamps ? ["One of the old lamps, to tell a dead lamp from a dead feed"] : [])],
    steps: stepsOf(way, advice, circuit, first, box),
    tests: ["Each switch position works every lamp of the leg, and no other", "By hand with the hub off", ...(advice.want.needs.includes("dim") ? ["From least to full without a flicker; the least is still seen"] : []), ...(advice.switches.length > 1 ? ["From every position, whatever the others are at"] : []), "After the circuit was off and on again: what does it come back as?"],
    beforeClosing: ["Pair it, and see it in the register under its name", "Note its node or address, its signal and who it talks through", "Update it: later it may be out of reach", "Leave a slack loop of cable and a way in: nothing with a radio behind a closed ceiling that cannot be opened"],
    materials: [
      // A fitting that was picked for the hole takes the lamp's place, or comes beside the device at the switch.
      ...(way.option && !(lamps && fitting) ? [{ count: lamps ? advice.lampCount : 1, what: way.option.name }] : []),
      ...(fitting ? [{ count: advice.lampCount, what: fitting.name }] : []),
      ...(way.companion ? [{ count: 1, what: way.companion.name }] : []),
      ...(way.name === "in-line dimmer at the lamp" ? [{ count: 1, what: "Battery switch, 2 keys" }, { count: 1, what: "Blank plate" }, { count: 1, what: "Connection box with cord grip" }] : []),
      { count: always ? 3 : 5, what: "Lever connectors, 3 wires" },
      ...(hole && fitting && oldTooWide(hole, fitting) ? [{ count: advice.lampCount, what: `Adapter ring for ${hole.oldHoleMm} mm` }] : []),
      ...(hole && fitting && hole.fireMin > (fitting.ratings?.fireMin ?? 0) ? [{ count: advice.lampCount, what: "Fire hood" }] : []),
      { count: gangs.length + (always ? 2 : 0) + 1, what: "Labels" },
    ],
  };
}

const oldTooWide = (hole: HoleInput, option: OptionRow) => fitChecks(hole, option).some((check) => check.what === "hole" && check.verdict === "with work" && hole.oldHoleMm > (option.fit?.holeMm ?? 0));
