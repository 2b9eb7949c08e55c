/**
 * The sheet an electrician takes along for one leg: does the new fitting go where the old one was, what is
 * done in which order, what to take.
 */
import { byId, type Design } from "../../../design/collections";
import type { OptionRow } from "../../../design/rows/choose";
import type { LampRow, SwitchRow } from "../../../design/rows/house-survey";
import { gangName } from "../../house";
import { adviseLeg, type LegAdvice, type LegAsk, type LegWay, type LegWayName } from "./leg";
import { counted } from "../../../design/words";

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

/**
 * Does a fitting let into the ceiling cover and fill the old hole? Its hole and bezel in mm, as its maker
 * gives them.
 */
export function fitChecks({ oldHoleMm, voidMm, fireMin }: HoleInput, option: OptionRow): FitCheck[] {
  const { holeMm, bezelMm, depthMm } = option.fit ?? {};
  const checks: FitCheck[] = [];
  if (holeMm !== undefined && bezelMm !== undefined) {
    const covers = bezelMm >= oldHoleMm + 2 * OVERLAP_MM;
    checks.push(
      oldHoleMm < holeMm
        ? { what: "hole", verdict: "with work", text: `Cut the hole from ${oldHoleMm} to ${holeMm} mm` }
        : oldHoleMm <= holeMm + SLACK_MM
          ? {
              what: "hole",
              verdict: "goes",
              text: `The hole of ${oldHoleMm} mm takes it: it is made for ${holeMm} mm`,
            }
          : covers
            ? {
                what: "hole",
                verdict: "with work",
                text: `The hole of ${oldHoleMm} mm is too wide for its springs (${holeMm} mm), and its bezel of ${bezelMm} mm covers it: take an adapter ring`,
              }
            : {
                what: "hole",
                verdict: "does not go",
                text: `Its bezel of ${bezelMm} mm does not cover a hole of ${oldHoleMm} mm: ${bezelMm - oldHoleMm < 0 ? `${oldHoleMm - bezelMm} mm are open` : `${OVERLAP_MM} mm of overlap are needed all round`}`,
              },
    );
  }
  if (depthMm !== undefined) {
    const needs = depthMm + ABOVE_MM;
    checks.push(
      voidMm >= needs
        ? {
            what: "depth",
            verdict: "goes",
            text: `${voidMm} mm of void for ${depthMm} mm of fitting and ${ABOVE_MM} mm of air`,
          }
        : {
            what: "depth",
            verdict: "does not go",
            text: `${voidMm} mm of void, and ${depthMm} mm of fitting with ${ABOVE_MM} mm of air need ${needs} mm`,
          },
    );
  }
  if (fireMin > 0) {
    const rated = option.ratings?.fireMin ?? 0;
    checks.push(
      rated >= fireMin
        ? { what: "fire", verdict: "goes", text: `Rated ${rated} min for a ceiling of ${fireMin} min` }
        : {
            what: "fire",
            verdict: "with work",
            text: `The ceiling has to keep ${fireMin} min, and the fitting is rated ${rated ? `${rated} min` : "for none"}: a fire hood over it, as the local code asks`,
          },
    );
  }
  return checks;
}

/** One switch position of a leg: what becomes of it, and what it takes. */
export interface Position {
  row: SwitchRow;
  /**
   * `device`: the new device sits here; `linked`: its wires are joined so that nothing here cuts the lamps
   * off.
   */
  role: "device" | "linked";
  /** What is done with its wires, and what is put in its place. */
  wires: string;
  plate?: string;
  materials: { count: number; what: string }[];
}

export interface Step {
  text: string;
  safety?: boolean;
}

export interface RetrofitSheet {
  advice: LegAdvice;
  way: LegWay;
  /** First point fed from the switch: where an in-line device goes. */
  firstPoint?: LampRow;
  firstSwitch?: SwitchRow;
  checks: FitCheck[];
  hole?: HoleInput;
  /** Nobody has measured the hole or the void: the checks are reckoned with usual sizes. */
  holeAssumed?: true;
  positions: Position[];
  labels: string[];
  keep: string[];
  steps: Step[];
  tests: string[];
  beforeClosing: string[];
  materials: { count: number; what: string }[];
}

/**
 * The lamp nearest to the first switch on the plan. The order of the wires is found by testing; this is
 * where to look first.
 */
function nearest(lamps: readonly LampRow[], at: SwitchRow | undefined): LampRow | undefined {
  if (!at) return lamps[0];
  return [...lamps].sort(
    (a, b) =>
      Number(a.level !== at.level) - Number(b.level !== at.level) ||
      Math.hypot(a.x - at.x, a.y - at.y) - Math.hypot(b.x - at.x, b.y - at.y),
  )[0];
}

const isInset = (option: OptionRow | undefined) => option?.fit?.holeMm !== undefined;

/** What fits the ceiling as it is now, from what is known of the leg's lamps and its level. */
export function holeOf(design: Design, lamps: readonly LampRow[]): HoleInput | undefined {
  const lamp = lamps.find((one) => one.holeMm !== undefined);
  if (!lamp) return undefined;
  return {
    oldHoleMm: lamp.holeMm!,
    voidMm: Math.round((byId(design, "levels").get(lamp.level)?.voidAboveM ?? 0) * 1000),
    fireMin: lamp.fireMin ?? 0,
  };
}

/** A hole and a void where nobody has measured: what most ceilings of a house have. */
const USUAL_HOLE: HoleInput = { oldHoleMm: 80, voidMm: 150, fireMin: 0 };

const BATTERY_SWITCH = { count: 1, what: "Battery switch, 2 keys" };
const BLANK_PLATE = { count: 1, what: "Blank plate" };
const connectors = (count: number) => ({ count, what: "Lever connectors, 3 wires" });

/** What becomes of every position of a leg, the one the feed comes to first. */
function positionsOf(way: LegWay, switches: readonly SwitchRow[]): Position[] {
  const device = way.option?.name ?? "the new device";
  const linked = (row: SwitchRow, wires: string, plate: string, key: boolean): Position => ({
    row,
    role: "linked",
    wires,
    plate,
    materials: [connectors(2), BLANK_PLATE, ...(key ? [BATTERY_SWITCH] : [])],
  });
  const through =
    "join the one strapping wire that is used and the line to the lamps in a connector, so that nothing here cuts them off; end the other strapping wire in a connector of its own";
  return switches.map((row, i): Position => {
    const isLast = i === switches.length - 1;
    if (way.name === "in-line dimmer at the lamp") {
      return linked(
        row,
        i === 0
          ? "join the feed and the line to the lamps in a connector: it is always live from now on"
          : `${through}: always live from now on`,
        "a battery switch over a blank plate",
        true,
      );
    }
    if (way.name === "smart lamps")
      return linked(
        row,
        i === 0
          ? "join the feed and the line to the lamps in a connector: the lamps are always live"
          : `${through}: always live`,
        "a blank plate",
        false,
      );
    if (i > 0)
      return linked(
        row,
        isLast ? through : `${through}, in and out`,
        "a battery switch over a blank plate",
        true,
      );
    if (way.name === "smart lamps and a decoupled switch") {
      return {
        row,
        role: "device",
        wires: `join the feed and the line to the lamps in a connector, and take a tail of the feed to ${way.companion?.name ?? "the decoupled switch"}: the lamps are always live`,
        plate: `${way.companion?.name ?? "the decoupled switch"}, set to speak only`,
        materials: [connectors(3)],
      };
    }
    const onward =
      switches.length > 1
        ? "its output goes on the one strapping wire that is used"
        : "its output goes on the line to the lamps";
    return way.name === "insert behind the switch"
      ? {
          row,
          role: "device",
          wires: `mark feed, line and strapping wires; the feed goes to ${device}, ${onward}, the old switch to its input and to nothing else`,
          plate: `${device} behind the old switch`,
          materials: [connectors(3)],
        }
      : {
          row,
          role: "device",
          wires: `mark feed, line and strapping wires; the feed goes to ${device}, ${onward}`,
          plate: `${device} in place of the old switch`,
          materials: [connectors(2)],
        };
  });
}

/**
 * Isolation and proof before any box is opened; wiring before electronics; the insulation test with none of
 * it connected.
 */
function stepsOf(
  way: LegWay,
  advice: LegAdvice,
  positions: readonly Position[],
  circuit: string,
  first: LampRow | undefined,
  fitting: OptionRow | undefined,
): Step[] {
  const inline = way.name === "in-line dimmer at the lamp";
  const lamps = way.name.startsWith("smart lamps");
  const box = positions[0]?.row.name ?? "the switch";
  const at = first
    ? `at ${first.name}, the first point fed from ${box}`
    : "at the first point fed from the switch";
  const many = positions.length > 1;
  const lampsTo = counted(advice.lampCount, "lamp");
  const neutral = (way.option?.fit?.neutral || way.companion?.fit?.neutral) && !inline;
  return [
    {
      text: `From outside, with nothing opened: note which gang works which lamps${many ? ", at every position" : ""}`,
    },
    {
      text: `Switch ${circuit} off at the board, lock it off, keep the key in the pocket, hang the notice`,
      safety: true,
    },
    {
      text: "Try the tester on a point known to be live; then prove dead at a lamp of this leg, between line, neutral and earth; then try the tester again",
      safety: true,
    },
    ...(positions.length ? positions : [undefined]).flatMap((position, i): Step[] => [
      {
        text: `${i === 0 ? "Only now open" : "Then open"} ${position?.row.name ?? "the switch"}, as if it were live, and prove dead between all its conductors and earth before one is touched${i > 0 ? ": it may be fed from another circuit too" : ""}. Anything live: close it, find that circuit, isolate and lock it as well`,
        safety: true,
      },
    ]),
    { text: "Photograph every open box, and mark every wire, before a terminal is loosened" },
    ...(neutral
      ? [
          {
            text: `Prove that the neutral in ${box} belongs to ${circuit} and to no other: a borrowed one becomes live when its own circuit is on`,
            safety: true,
          },
        ]
      : []),
    ...positions.map((position): Step => ({ text: `At ${position.row.name}: ${position.wires}` })),
    ...(positions.length
      ? []
      : [{ text: "No switch of this leg is known: trace it before anything is changed", safety: true }]),
    {
      text: `Take out the old lamps, and leave every electronic part off: ${[...new Set([way.option?.name, way.companion?.name, fitting?.name].filter((name) => name !== undefined))].join(", ") || "the new devices"}. Then insulation resistance of the fixed wiring and continuity of its earth, by whoever is licensed to`,
      safety: true,
    },
    ...(inline
      ? [
          {
            text: `Set ${way.option?.name ?? "the in-line dimmer"} in a box ${at}, from a steady platform; the lamps of this leg, and no others, on its output`,
          },
        ]
      : []),
    ...positions
      .filter((position) => position.plate)
      .map((position): Step => ({ text: `Close ${position.row.name} with ${position.plate}` })),
    ...(fitting
      ? [
          {
            text: `From a steady platform: make the hole fit${fitting.fit?.holeMm === undefined ? "" : ` (${fitting.fit.holeMm} mm)`} and put ${advice.lampCount} × ${fitting.name} in; look above for cable, pipe and beam before anything is cut`,
            safety: true,
          },
        ]
      : lamps
        ? [{ text: `Put the ${lampsTo} in` }]
        : []),
    {
      text: "Tug every wire; no strand outside a terminal; every box closes without force; no bare end is left",
    },
    {
      text: "Take the lock off last, switch on, and have polarity and the trip tested by whoever is licensed to",
      safety: true,
    },
  ];
}

/** What proves the way itself, beside what every leg is tested for. */
const WAY_TESTS: Readonly<Record<LegWayName, string>> = {
  "wall switch or dimmer":
    "The key on the wall works the lamps with the hub off; what the hub sends shows at the lamps and on the key",
  "insert behind the switch":
    "The old switch works the lamps at each of its positions, after the hub has switched them as well as before",
  "in-line dimmer at the lamp":
    "Each battery switch reaches the in-line device; no lamp of another leg dims with it; taking a battery switch off the wall changes nothing",
  "smart lamps":
    "Nothing on the wall can cut the lamps off any more; every lamp answers after the board was off and on",
  "smart lamps and a decoupled switch":
    "Working the wall switch cuts nothing: each lamp still answers the hub afterwards; with the hub off the switch reaches the lamps directly, or the household knows that it does not",
};

/** Counts of one thing put together, in the order they first come. */
function together(list: readonly { count: number; what: string }[]): { count: number; what: string }[] {
  const sums = new Map<string, number>();
  for (const { count, what } of list) if (count > 0) sums.set(what, (sums.get(what) ?? 0) + count);
  return [...sums].map(([what, count]) => ({ count, what }));
}

/**
 * The sheet for one leg, by the way named or the one advised. Throws InputError where the leg does not
 * exist.
 */
export function retrofitSheet(
  design: Design,
  legId: string,
  ask: LegAsk & { way?: LegWayName; hole?: HoleInput; option?: string } = {},
): RetrofitSheet {
  const advice = adviseLeg(design, legId, ask);
  const way = advice.ways.find((one) => one.name === ask.way) ?? advice.best ?? advice.ways[0]!;
  const box = advice.switches[0];
  const first = nearest(advice.lamps, box);
  const circuit =
    advice.leg.circuit === undefined
      ? "the circuit of this leg"
      : `circuit “${byId(design, "circuits").get(advice.leg.circuit)?.name ?? advice.leg.circuit}”`;
  const fitting =
    ask.option === undefined
      ? isInset(way.option)
        ? way.option
        : undefined
      : byId(design, "options").get(ask.option);
  const known = ask.hole ?? holeOf(design, advice.lamps);
  // What is to go into a ceiling is held against its hole at once, measured or not.
  const hole = known ?? (isInset(fitting) ? USUAL_HOLE : undefined);
  const gangs = advice.leg.switches.flatMap(({ switch: id, gang }) => {
    const row = byId(design, "switches").get(id);
    return row ? [gangName({ switch: row, gang })] : [];
  });
  const always = way.name === "in-line dimmer at the lamp" || way.name.startsWith("smart lamps");
  const lamps = way.name.startsWith("smart lamps");
  const positions = positionsOf(way, advice.switches);
  const linked = positions.filter((position) => position.role === "linked");
  return {
    advice,
    way,
    ...(first ? { firstPoint: first } : {}),
    ...(box ? { firstSwitch: box } : {}),
    ...(hole ? { hole } : {}),
    ...(hole && !known ? { holeAssumed: true as const } : {}),
    positions,
    checks: hole && fitting ? fitChecks(hole, fitting) : [],
    labels: [
      ...gangs.map((name) => `${name}: “${advice.leg.name}”`),
      ...(always
        ? [
            `Inside ${box?.name ?? "the switch box"}: “always live, linked through for ${advice.leg.name}”`,
            `At the board: “${advice.leg.name}: always live”`,
          ]
        : []),
      ...linked
        .filter((position) => !always || position.row !== box)
        .map(
          (position) =>
            `Inside ${position.row.name}: “linked through for ${advice.leg.name}, ${always ? "always live" : "live with it"}”`,
        ),
      "On the device: its name in the register and its pairing code",
    ],
    keep: [
      `${positions.length > 1 ? "The old switches and their plates" : "The old switch and its plate"} in a bag with the leg's name: the next owner may want them back`,
      "The pairing code as a picture in the register",
      ...(lamps ? ["One of the old lamps, to tell a dead lamp from a dead feed"] : []),
    ],
    steps: stepsOf(way, advice, positions, circuit, first, fitting),
    tests: [
      ...(advice.switches.length
        ? advice.switches.map((row) =>
            way.name === "smart lamps"
              ? `At ${row.name}: nothing is left that cuts the lamps off`
              : `From ${row.name}: every lamp of the leg and no other${advice.switches.length > 1 ? ", whatever was pressed elsewhere before" : ""}`,
          )
        : ["Every lamp of the leg, and no other"]),
      WAY_TESTS[way.name],
      ...(advice.want.needs.includes("dim")
        ? ["From least to full without a flicker; the least is still seen"]
        : []),
      "After the circuit was off and on again: what does it come back as?",
    ],
    beforeClosing: [
      "Pair it, and see it in the register under its name",
      "Note its node or address, its signal and who it talks through",
      "Update it: later it may be out of reach",
      "Leave a slack loop of cable and a way in: nothing with a radio behind a closed ceiling that cannot be opened",
    ],
    materials: together([
      // A fitting that was picked for the hole takes the lamp's place, or comes beside the device at the
      // switch.
      ...(way.option && !(lamps && fitting)
        ? [{ count: lamps ? advice.lampCount : 1, what: way.option.name }]
        : []),
      ...(fitting ? [{ count: advice.lampCount, what: fitting.name }] : []),
      ...(way.companion ? [{ count: 1, what: way.companion.name }] : []),
      ...positions.flatMap((position) => position.materials),
      ...(way.name === "in-line dimmer at the lamp"
        ? [{ count: 1, what: "Connection box with cord grip" }, connectors(3)]
        : []),
      ...(hole && fitting && oldTooWide(hole, fitting)
        ? [{ count: advice.lampCount, what: `Adapter ring for ${hole.oldHoleMm} mm` }]
        : []),
      ...(hole && fitting && hole.fireMin > (fitting.ratings?.fireMin ?? 0)
        ? [{ count: advice.lampCount, what: "Fire hood" }]
        : []),
      { count: gangs.length + linked.length + (always ? 1 : 0) + 1, what: "Labels" },
    ]),
  };
}

const oldTooWide = (hole: HoleInput, option: OptionRow) =>
  fitChecks(hole, option).some(
    (check) =>
      check.what === "hole" && check.verdict === "with work" && hole.oldHoleMm > (option.fit?.holeMm ?? 0),
  );
