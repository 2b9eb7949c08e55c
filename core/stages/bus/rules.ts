/** Which devices may share a segment, by the rules of the design. */
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { PointRow } from "../../design/rows/runs";
import type { RuleSide, SegmentRuleRow } from "../../design/rows/bus";

/** All that rules look at. */
type Ruled = Pick<Design, "segmentRules" | "rooms">;

/** Does a rule's side speak of this point? */
export function isOn(design: Ruled, side: RuleSide, point: PointRow): boolean {
  if (side.kinds && !side.kinds.some((kind) => kind === baseKind(point.kind))) return false;
  if (!side.place) return true;
  const outdoors = byId(design, "rooms").get(point.room)?.outdoor === true;
  return (side.place === "outdoors") === outdoors;
}

/** A variant of a kind (`keypad--radio`) is one of that kind. */
const baseKind = (kind: string) => kind.split("--")[0]!;

/** Devices of one class are the same to every rule: sides they are on, as bits. */
export function classOf(design: Ruled, rules: readonly SegmentRuleRow[], point: PointRow): string {
  return rules
    .map(
      (rule) =>
        `${Number(isOn(design, rule.one, point))}${Number(!!rule.other && isOn(design, rule.other, point))}`,
    )
    .join("");
}

/** Do two points stand on the two sides of a rule, either way round? */
function across(design: Ruled, rule: SegmentRuleRow, a: PointRow, b: PointRow): boolean {
  if (!rule.other) return isOn(design, rule.one, a) !== isOn(design, rule.one, b);
  return (
    (isOn(design, rule.one, a) && isOn(design, rule.other, b)) ||
    (isOn(design, rule.one, b) && isOn(design, rule.other, a))
  );
}

/** Rules that keep two points apart; none where one says that they may share. */
export function rulesBetween(
  design: Ruled,
  a: PointRow,
  b: PointRow,
  rules: readonly SegmentRuleRow[] = design.segmentRules,
): SegmentRuleRow[] {
  const hit = rules.filter((rule) => {
    // Two readers at one entrance are on both sides of "entrance never with indoors", and belong together.
    if (rule.rule !== "never together" || !rule.other) return across(design, rule, a, b);
    const [both, other] = [isOn(design, rule.one, a), isOn(design, rule.one, b)];
    return across(design, rule, a, b) && !(both && other);
  });
  return hit.some((rule) => rule.rule === "may share") ? [] : hit;
}

/** Pairs of classes are asked over and over: their answers, kept. */
export const apartOf = memo("apartOf", ({ segmentRules, rooms }) => {
  const known = new Map<string, SegmentRuleRow[]>();
  return (a: PointRow, b: PointRow): SegmentRuleRow[] => {
    const key = `${a.kind}/${a.room}+${b.kind}/${b.room}`;
    let rules = known.get(key);
    if (!rules) known.set(key, (rules = rulesBetween({ segmentRules, rooms }, a, b)));
    return rules;
  };
});
