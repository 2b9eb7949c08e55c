/**
 * The loads of this house wired three ways: every cable back to a cabinet, small actuators in boxes beside the loads,
 * radio behind the switches that are there. Metres, boxes, modules, hours and money side by side, and what those who
 * work one way hold against the others.
 */
import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import { inMoney, labourRate } from "../../design/labour";
import { counted } from "../../design/words";
import type { Step, Working } from "../../desk/working";
import { routeGraph } from "../../ways/graph";
import { routeTo } from "../../ways/route";
import { memo } from "../../design/kept";
import { proposeChannels } from "./assign";
import { isOutput } from "./channels";
import { orderOfLine, treeOf } from "./line-order";
import { loadsOf, type Load } from "./loads";
import { metricOf } from "./order";

export const WAYS = ["central", "decentral", "radio"] as const;

/** What is reckoned with, in the money of the samples. Typical. */
export const TYPICAL = {
  /** Three-core mains cable, a metre of it bought and laid. */
  cablePerM: 1.35,
  minutesPerM: 2.2,
  /** Two-wire bus cable beside it. */
  busPerM: 0.7,
  busMinutesPerM: 1.4,
  /** One load ended and tried at either end. */
  endMinutes: 8,
  /** A deep box with an actuator of two channels in it. */
  boxPrice: 3.1,
  boxMinutes: 14,
  actuatorPrice: 66,
  actuatorChannels: 2,
  actuatorMinutes: 16,
  /** From such a box on to the load. */
  lastM: 1.5,
  /** A radio insert for one load. */
  insertPrice: 48,
  insertMinutes: 24,
};

/** Above so many loads at one closet, metres between them are taken across and down, not along the drawn ways. */
const ROUTED_MOST = 60;

export interface Way {
  way: (typeof WAYS)[number];
  /** Cable to loads, and bus cable. */
  cableM: number;
  busM: number;
  boxes: number;
  modules: number;
  hours: number;
  cost: number;
  /** What the parts of the cost are. */
  working: Working;
  /** Something it cannot do here, in words. */
  but: readonly string[];
}

/** What practitioners of the other schools say of it. */
export const HELD_AGAINST: Readonly<Record<(typeof WAYS)[number], readonly string[]>> = {
  central: [
    "Thick bundles of mains cable: wide chases, more fire seals, more copper.",
    "A lamp that is to be dimmed apart later wants another cable through the finished house.",
    "A wall of modules that needs room, air and somebody who understands it.",
  ],
  decentral: [
    "Electronics behind plaster and above ceilings: the one that fails is the one behind the wardrobe.",
    "Mains and bus in one box want a deep box, a barrier and care at every single one.",
    "Many small parts are many faults to look for, each in another room.",
  ],
  radio: [
    "Walls, neighbours and a moved router decide whether a light comes on, and when.",
    "Old boxes are shallow and have no neutral; inserts run warm in them.",
    "Cells and radio standards age sooner than copper: count on changing all of it once.",
  ],
};

interface Reach {
  loads: Load[];
  /** Along the drawn ways from the closet to each; those no way leads to are in no sum. */
  starM: number;
  treeM: number;
  lineM: number;
  unreached: number;
}

/** Metres from a closet to its loads: each on its own, as a tree, in one line. */
function reachOf(design: Design, closet: string, loads: readonly Load[]): Reach {
  const graph = routeGraph(design);
  const { slackPointM, slackClosetM } = design.design;
  const metres = loads.map((load) => {
    const route = routeTo(graph, load, closet);
    return route ? route.pathM + route.riseM + slackPointM + slackClosetM : Infinity;
  });
  const own = loads.filter((_, i) => Number.isFinite(metres[i]));
  const starM = metres.reduce((sum, one) => sum + (Number.isFinite(one) ? one : 0), 0);
  const metric = own.length <= ROUTED_MOST ? metricOf(design, closet, own) : acrossMetric(own, metres);
  const lineM = orderOfLine(metric)?.lengthM ?? treeOf(metric).lengthM;
  return { loads: own, starM, treeM: treeOf(metric).lengthM, lineM, unreached: loads.length - own.length };
}

function acrossMetric(loads: readonly Load[], fromCloset: readonly number[]): number[][] {
  const reached = fromCloset.filter(Number.isFinite);
  const levelM = 3;
  return [
    [0, ...reached],
    ...loads.map((a, i) => [
      reached[i]!,
      ...loads.map(
        (b) => Math.abs(a.x - b.x) + Math.abs(a.y - b.y) + (a.level === b.level ? 0 : levelM + Math.abs(a.z - b.z)), // oxfmt-ignore
      ),
    ]),
  ];
}

/** The three ways for the loads of a house that want driving. */
export const waysToWire = memo("waysToWire", (design): Way[] => {
  const loads = loadsOf(design).filter((load) => !load.byHandOnly && load.closet !== undefined);
  const byCloset = new Map<string, Load[]>();
  for (const load of loads) byCloset.set(load.closet!, [...(byCloset.get(load.closet!) ?? []), load]);
  const reaches = [...byCloset].map(([closet, own]) => reachOf(design, closet, own));
  const sum = (of: (reach: Reach) => number) => reaches.reduce((all, reach) => all + of(reach), 0);
  const unreached = sum((reach) => reach.unreached);
  const but = unreached
    ? [`No drawn way leads to ${counted(unreached, "load")}: in no sum of metres here.`]
    : [];
  return [
    central(
      design,
      loads,
      sum((reach) => reach.starM),
      but,
    ),
    decentral(
      design,
      loads,
      sum((reach) => reach.treeM),
      sum((reach) => reach.lineM),
      but,
    ),
    radio(design, loads, byCloset, but),
  ];
});

/** Parts bought and minutes worked, as one working. */
function priced(
  design: Design,
  title: string,
  list: readonly { what: string; count: number; unit: string; price: number; minutes: number; own?: true }[],
): { cost: number; hours: number; working: Working } {
  // A kind of module has its price in the design's money; the typical ones are in that of the samples.
  const parts = list.map((part) => ({ ...part, price: part.own ? part.price : inMoney(design, part.price) }));
  const rate = labourRate(design);
  const { currency } = design.design;
  const money = (value: number) => `${value.toFixed(0)} ${currency}`;
  const hours = parts.reduce((sum, { count, minutes }) => sum + (count * minutes) / 60, 0);
  const bought = parts.reduce((sum, { count, price }) => sum + count * price, 0);
  const cost = bought + hours * rate;
  const steps: Step[] = parts
    .filter(({ count }) => count > 0)
    .map(({ what, count, unit, price, minutes }) => ({
      formula: what,
      with: `${count.toFixed(unit === "m" ? 1 : 0)} ${unit} · (${price.toFixed(2)} ${currency}, ${minutes} min)`,
      gives: `${money(count * price)}, ${((count * minutes) / 60).toFixed(1)} h`,
      source: "typical",
    }));
  steps.push({
    formula: "Parts + hours · rate",
    with: `${money(bought)} + ${hours.toFixed(1)} h · ${rate.toFixed(2)} ${currency}/h`,
    gives: money(cost),
    source: "labour of the design",
  });
  return { cost, hours, working: { title, value: cost, unit: currency, verdict: "none", steps } };
}

function central(design: Design, loads: readonly Load[], cableM: number, but: readonly string[]): Way {
  let n = 0;
  const proposal = proposeChannels(design, (prefix) => `${prefix}-wiring-${(n += 1)}`, true);
  const then = applyChanges(design, proposal.changes);
  const kinds = new Map(then.moduleTypes.map((type) => [type.id, type]));
  const modules = then.modules.flatMap(({ kind }) => {
    const type = kinds.get(kind);
    return type && isOutput(type) ? [type] : [];
  });
  const list = new Map<string, number>();
  for (const { id } of modules) list.set(id, (list.get(id) ?? 0) + 1);
  const { left } = proposal;
  return {
    ...{ way: "central", cableM, busM: 0, boxes: 0, modules: modules.length },
    ...priced(design, "Every cable back to a cabinet", [
      {
        ...{ what: "Cable to each load", count: cableM, unit: "m" },
        ...{ price: TYPICAL.cablePerM, minutes: TYPICAL.minutesPerM },
      },
      {
        ...{ what: "Ends", count: 2 * loads.length, unit: "ends" },
        ...{ price: 0.5, minutes: TYPICAL.endMinutes },
      },
      ...[...list].map(([id, count]) => ({
        ...{ what: kinds.get(id)!.name, count, unit: "modules" },
        ...{ price: kinds.get(id)!.price ?? 0, minutes: kinds.get(id)!.minutes ?? 0, own: true as const },
      })),
    ]),
    but: [...but, ...left.map(({ load, why }) => `${load.name}: ${why}.`)],
  };
}

function decentral(
  design: Design,
  loads: readonly Load[],
  treeM: number,
  busM: number,
  but: readonly string[],
): Way {
  const rooms = new Map<string, number>();
  for (const load of loads) {
    const key = `${load.room} ${load.wants}`;
    rooms.set(key, (rooms.get(key) ?? 0) + 1);
  }
  const boxes = [...rooms.values()].reduce(
    (sum, count) => sum + Math.ceil(count / TYPICAL.actuatorChannels),
    0,
  );
  const cableM = treeM + TYPICAL.lastM * loads.length;
  return {
    ...{ way: "decentral", cableM, busM, boxes, modules: boxes },
    ...priced(design, "Actuators in boxes near the loads", [
      {
        ...{ what: "Mains from box to box, and on to each load", count: cableM, unit: "m" },
        ...{ price: TYPICAL.cablePerM, minutes: TYPICAL.minutesPerM },
      },
      {
        ...{ what: "Bus cable from box to box", count: busM, unit: "m" },
        ...{ price: TYPICAL.busPerM, minutes: TYPICAL.busMinutesPerM },
      },
      {
        ...{ what: "Deep boxes", count: boxes, unit: "boxes" },
        ...{ price: TYPICAL.boxPrice, minutes: TYPICAL.boxMinutes },
      },
      {
        ...{ what: "Actuators of two channels", count: boxes, unit: "actuators" },
        ...{ price: TYPICAL.actuatorPrice, minutes: TYPICAL.actuatorMinutes },
      },
      {
        ...{ what: "Ends", count: loads.length, unit: "ends" },
        ...{ price: 0.5, minutes: TYPICAL.endMinutes },
      },
    ]),
    but,
  };
}

function radio(
  design: Design,
  loads: readonly Load[],
  byCloset: ReadonlyMap<string, readonly Load[]>,
  but: readonly string[],
): Way {
  // Lamps of rooms whose lamps were surveyed have their wires; all else wants a feed.
  const wired = new Set(design.lamps.flatMap(({ leg, room }) => (leg === undefined ? [] : [room])));
  const isFed = (load: Load) => load.nature === "lamp" && load.rooms.some((room) => wired.has(room));
  const unfed = loads.filter((load) => !isFed(load));
  const reaches = [...byCloset].map(([closet, own]) =>
    reachOf(
      design,
      closet,
      own.filter((load) => !isFed(load)),
    ),
  );
  const cableM = reaches.reduce((sum, { treeM }) => sum + treeM, 0);
  const bare = design.switches.filter(({ neutral }) => neutral !== "yes").length;
  return {
    ...{ way: "radio", cableM, busM: 0, boxes: 0, modules: loads.length },
    ...priced(design, "Radio behind the switches that are there", [
      {
        ...{ what: "Feeds for loads that have no wire yet", count: cableM, unit: "m" },
        ...{ price: TYPICAL.cablePerM, minutes: TYPICAL.minutesPerM },
      },
      {
        ...{ what: "Inserts", count: loads.length, unit: "inserts" },
        ...{ price: TYPICAL.insertPrice, minutes: TYPICAL.insertMinutes },
      },
    ]),
    but: [
      ...but,
      ...(unfed.length
        ? [
            `${counted(unfed.length, "load")} ${unfed.length === 1 ? "has no wire today and wants" : "have no wire today and want"} a feed.`,
          ]
        : []),
      ...(bare
        ? [
            `${counted(bare, "switch", "switches")} of the survey ${bare === 1 ? "has" : "have"} no neutral, or nobody knows.`,
          ]
        : []),
    ],
  };
}
