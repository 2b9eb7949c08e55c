/** What a segment takes the place of, in metres and money: the difference a designer looks at first. */
import { byId, type Design, rowOf } from "../../design/collections";
import { LABOUR, labourRate } from "../../design/labour";
import { kitOf } from "../../points/kits";
import { pointOfStop, replacedIndex } from "../../points/lines";
import { formsOf, lengthAs } from "./order";
import { TOPOLOGIES, type Topology } from "../../design/rows/bus";
import type { Segment } from "./segments";

export interface Form {
  name: "home runs" | Topology;
  lengthM: number;
  /** Cable with its waste, and the hours it takes to draw it in. */
  money: number;
  /** As the segment is laid now. */
  now: boolean;
  /** Its profile can be of this form. */
  allowed: boolean;
}

const EPSILON_M = 1e-6;

/**
 * Home runs, as their kits have them; the segment as it is; and each other form its profile can have. A line or ring
 * is of the best order unless the segment is laid so now.
 */
export function replacesOf(design: Design, segment: Segment): Form[] {
  const { row, profile } = segment;
  const types = byId(design, "cableTypes");
  const waste = 1 + design.design.wastePct / 100;
  const money = (metres: number, cableType: string | undefined) =>
    metres * waste * (types.get(cableType ?? "")?.costPerM ?? 0) +
    metres * LABOUR.perDropM * labourRate(design);
  const forms = formsOf(design, row);
  let homeMoney = 0;
  forms.stops.forEach((stop, i) => {
    const point = pointOfStop(design, stop)!;
    const kind = rowOf(design, "kinds", point.kind);
    const kit = kitOf(design, point, kind);
    const index = replacedIndex(kit, types);
    const own = kit.find((cable) => cable.index === index)?.line.cableType;
    homeMoney += money(forms.metric[0]![i + 1]!, own ?? row.cableType);
  });
  const best = {
    line: forms.line?.lengthM,
    ring: forms.ring?.lengthM,
    tree: forms.tree.lengthM,
    star: forms.starM,
  };
  const others = TOPOLOGIES.map((form): Form => {
    const now = form === row.topology;
    const lengthM = now ? segment.lengthM : (best[form] ?? lengthAs(forms, form) ?? 0);
    return {
      name: form,
      lengthM,
      money: money(lengthM, row.cableType),
      now,
      allowed: profile.topologies.includes(form),
    };
  });
  return [
    { name: "home runs", lengthM: forms.starM, money: homeMoney, now: false, allowed: true },
    // A star is home runs in another cable.
    ...others.filter((form) => form.now || (form.allowed && form.name !== "star")),
  ];
}

/** Metres an order anew would save; nothing below a decimetre. */
export function savedByOrder(design: Design, segment: Segment): number {
  const forms = formsOf(design, segment.row);
  const best = segment.row.topology === "ring" ? forms.ring : forms.line;
  if (!best || (segment.row.topology !== "line" && segment.row.topology !== "ring")) return 0;
  const saved = (lengthAs(forms, segment.row.topology) ?? 0) - best.lengthM;
  return saved > 0.1 + EPSILON_M ? saved : 0;
}
