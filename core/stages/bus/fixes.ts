/**
 * Steps that put a segment right, each tried on the design before it is taken. In a house of few lines they are tried
 * before they are offered, so that the button says which it is; where lines are many or long, when it is pressed.
 */
import { byId, type Design } from "../../design/collections";
import { keptFor } from "../../design/kept";
import { applyChanges, type Change } from "../../design/edit";
import { fail } from "../../design/input-error";
import { type Fix, changesOf } from "../../desk/findings";
import { pointOfStop, stopsOf } from "../../points/lines";
import type { PointRow } from "../../design/rows/runs";
import { addToSegment, newSegment, orderAnew, splitSegment, type NewId } from "./edit";
import { formsOf, lengthAs } from "./order";
import { apartOf, isOn } from "./rules";
import type { SegmentRow, SegmentRuleRow } from "../../design/rows/bus";
import { segmentsOf, supplyOf, type Segment } from "./segments";

/** Ids of rows a fix makes: the first ones nobody has, so that the same fix asked twice says the same. */
export function freshIds(design: Design): NewId {
  const taken = new Set(
    [
      ...design.segments,
      ...design.stops,
      ...design.busSupplies,
      ...design.modules,
      ...design.channels,
      ...design.links,
    ].map((row) => row.id),
  );
  return (prefix) => {
    let n = 1;
    while (taken.has(`${prefix}-${n}`)) n += 1;
    taken.add(`${prefix}-${n}`);
    return `${prefix}-${n}`;
  };
}

/** Steps already tried, by segment: trying one works the whole house out again. */
const tried = keptFor(() => new WeakMap<Segment, Map<string, { keys: readonly unknown[]; fix?: Fix }>>());

/** What `make` found for this segment, as long as its rows and those whose ids it looked at are the same. */
function once(design: Design, segment: Segment, name: string, make: () => Fix | undefined): Fix | undefined {
  const store = tried(design);
  const own = store.get(segment) ?? new Map<string, { keys: readonly unknown[]; fix?: Fix }>();
  store.set(segment, own);
  const keys = [design.segments, design.stops, design.busSupplies, design.cableTypes];
  const known = own.get(name);
  if (known?.keys.every((key, i) => key === keys[i])) return known.fix;
  const fix = make();
  own.set(name, { keys, fix });
  return fix;
}

/** A trial works out the drops of the whole house: of so few lines, each so short, all are tried at every edit. */
const FEW_LINES = 12;
const SHORT_LINE = 24;

const isQuick = (design: Design, { row }: Segment) =>
  design.segments.length <= FEW_LINES && stopsOf(design, row.id).length <= SHORT_LINE;

/** `make`'s step: at once where that is quick, else found when it is asked for, under a name that promises no more. */
function tryNowOrWhenAsked(
  design: Design,
  segment: Segment,
  label: string,
  make: (design: Design) => Fix | undefined,
): Fix | undefined {
  if (isQuick(design, segment)) return make(design);
  return {
    label,
    changes: (design: Design) => {
      const fix = make(design);
      if (fix) return changesOf(fix, design);
      return fail(
        segment.row.name,
        "is put right by no single step: other orders, thicker cable, a second supply and two segments were tried.",
      );
    },
  };
}

const putSegment = (row: SegmentRow): Change[] => [{ in: "segments", put: row }];

/** Segments after some changes, by id. */
const after = (design: Design, changes: readonly Change[]) =>
  new Map(segmentsOf(applyChanges(design, changes)).map((segment) => [segment.row.id, segment]));

const holds = (segment: Segment | undefined) => segment !== undefined && segment.verdict !== "fails";

/** A shorter order, where there is one by a metre or more. */
function betterOrder(design: Design, { row }: Segment): Change[] {
  if (row.topology === "star") return [];
  const forms = formsOf(design, row);
  const best = row.topology === "ring" ? forms.ring : row.topology === "line" ? forms.line : undefined;
  const now = lengthAs(forms, row.topology);
  if (!best || now === undefined || best.lengthM > now - 1) return [];
  return orderAnew(design, row.id);
}

/** Cables of the same medium with thicker conductors, the thinnest of them first. */
function thicker(design: Design, row: SegmentRow) {
  const own = byId(design, "cableTypes").get(row.cableType);
  if (!own?.ohmPerKm) return [];
  return design.cableTypes
    .filter(
      (type) =>
        type.medium === own.medium &&
        type.conductors >= own.conductors &&
        type.ohmPerKm !== undefined &&
        type.ohmPerKm < own.ohmPerKm!,
    )
    .sort((a, b) => b.ohmPerKm! - a.ohmPerKm!);
}

/** More volts at the far end: another order, a thicker conductor, a second supply there, or two segments. */
export const forVolts = (design: Design, segment: Segment): Fix | undefined =>
  once(design, segment, "volts", () =>
    tryNowOrWhenAsked(design, segment, "Take the lightest step that gives it its volts", (design) =>
      moreVolts(design, segment),
    ),
  );

function moreVolts(design: Design, segment: Segment): Fix | undefined {
  const { row, low, nodes, supplies } = segment;
  const order = betterOrder(design, segment);
  if (order.length && holds(after(design, order).get(row.id)))
    return { label: "Visit its stops in the shortest order", changes: order };
  for (const type of thicker(design, row)) {
    const changes = putSegment({ ...row, cableType: type.id });
    if (holds(after(design, changes).get(row.id))) return { label: `Lay it in ${type.name}`, changes };
  }
  // Of a line that collapses no node is the lowest: its far end is as good.
  const at = nodes[low ?? nodes.length - 1]?.stop;
  if (at && supplies[0]) {
    const changes = putSegment({
      ...row,
      supplies: [...(row.supplies ?? []), { stop: at.id, volts: supplies[0].volts, maxA: 1 }],
    });
    const then = after(design, changes).get(row.id);
    if (holds(then) && !then!.supplies.some((supply) => (supply.amps ?? 0) < 0))
      return { label: `A second supply at ${nodes[low ?? nodes.length - 1]!.name}`, changes };
  }
  return split(design, segment, (parts) => parts.every(holds));
}

function split(
  design: Design,
  { row }: Segment,
  good: (parts: (Segment | undefined)[]) => boolean,
): Fix | undefined {
  const count = stopsOf(design, row.id).length;
  for (let part = Math.ceil(count / 2); part >= 1; part--) {
    if (count < 2) return undefined;
    const changes = splitSegment(design, row.id, freshIds(design), part);
    const made = changes.find((change) => change.in === "segments" && "put" in change);
    const id = made && "put" in made ? (made.put as SegmentRow).id : "";
    const then = after(design, changes);
    if (good([then.get(row.id), then.get(id)]))
      return { label: "Split it in two, each with its own supply", changes };
  }
  return undefined;
}

/** Fewer metres or devices on one line: another order, or two segments. */
export const forLength = (design: Design, segment: Segment, name: Reach): Fix | undefined =>
  once(design, segment, name, () =>
    tryNowOrWhenAsked(design, segment, "Take the lightest step that makes it fit", (design) =>
      shorter(design, segment, name),
    ),
  );

type Reach = "totalM" | "supplyToDeviceM" | "deviceToDeviceM" | "devices";

function shorter(design: Design, segment: Segment, name: Reach): Fix | undefined {
  const limit = segment.profile.limits[name]!;
  const value = (one: Segment) =>
    name === "totalM" ? one.lengthM : name === "devices" ? one.nodes.length - 1 : one[name];
  const fits = (one: Segment | undefined) => one !== undefined && value(one) <= limit;
  const order = name === "devices" ? [] : betterOrder(design, segment);
  if (order.length && fits(after(design, order).get(segment.row.id)))
    return { label: "Visit its stops in the shortest order", changes: order };
  return split(design, segment, (parts) => parts.every(fits));
}

/** Half of a line goes to a supply of its own. */
export const forCurrent = (design: Design, segment: Segment): Fix | undefined =>
  once(design, segment, "current", () =>
    tryNowOrWhenAsked(design, segment, "Split it in two, each with its own supply", (design) =>
      split(design, segment, (parts) =>
        parts.every((one) => one && (one.supplies[0]?.amps ?? 0) <= (one.supplies[0]?.maxA ?? 0)),
      ),
    ),
  );

/** A supply of its own at its closet, of the volts it has now. */
export function ownSupply(design: Design, { row, profile }: Segment): Fix {
  const { supply: _supply, ...rest } = row;
  const feed = supplyOf(design, row);
  const id = freshIds(design)("supply");
  return {
    label: `Give ${row.name} a supply of its own`,
    changes: [
      {
        in: "busSupplies",
        put: {
          id,
          name: `Supply of ${row.name}`.slice(0, 60),
          closet: row.closet,
          volts: feed?.volts ?? profile.supplyV ?? 24,
          maxA: profile.limits.maxA ?? feed?.maxA ?? 1,
        },
      },
      ...putSegment({ ...rest, supply: id }),
    ],
  };
}

/** The lesser part of those a rule keeps apart goes to a segment that may have it, or to a new one. */
export function unmixed(design: Design, segment: Segment, rule: SegmentRuleRow): Fix {
  const points = segment.nodes.flatMap(({ stop }) => (stop ? (pointOfStop(design, stop) ?? []) : []));
  const one = points.filter((point) => isOn(design, rule.one, point));
  const rest = points.filter((point) => !one.includes(point));
  const moving = one.length <= rest.length ? one : rest;
  const room = (design: Design) =>
    roomFor(design, moving, segment.profile.id, segment.row.closet, segment.row.id);
  const known = isQuick(design, segment) ? { other: room(design) } : undefined;
  const name = (moving === one ? rule.one.name : (rule.other?.name ?? "Others")).toLowerCase();
  return {
    label: !known
      ? `Put ${name} where they may be`
      : known.other
        ? `Put ${name} on ${known.other.row.name}`
        : `Put ${name} on a segment of their own`,
    changes: (design: Design) => {
      const { other } = known ?? { other: room(design) };
      return other
        ? addToSegment(design, other.row.id, moving, freshIds(design))
        : newSegment(
            design,
            {
              profile: segment.profile.id,
              name: `${segment.row.name.slice(0, 40)}, ${name}`,
              closet: segment.row.closet,
            },
            moving,
            freshIds(design),
          );
    },
  };
}

/** A segment of a profile that may have these points by every rule, and still holds with them. */
function roomFor(
  design: Design,
  points: readonly PointRow[],
  profile: string,
  closet?: string,
  not?: string,
): Segment | undefined {
  const apart = apartOf(design);
  return segmentsOf(design)
    .filter(
      ({ row }) =>
        row.profile === profile && row.id !== not && (closet === undefined || row.closet === closet),
    )
    .flatMap((segment) => {
      const there = segment.nodes.flatMap(({ stop }) => (stop ? (pointOfStop(design, stop) ?? []) : []));
      if (!there.length || there.some((a) => points.some((b) => apart(a, b).length))) return [];
      const then = after(design, addToSegment(design, segment.row.id, points, freshIds(design))).get(
        segment.row.id,
      );
      if (!then || !holds(then) || then.loose.length > segment.loose.length) return [];
      const { limits } = then.profile;
      if (then.lengthM > (limits.totalM ?? Infinity) || then.nodes.length - 1 > (limits.devices ?? Infinity))
        return [];
      return [{ segment, moreM: then.lengthM - segment.lengthM }];
    })
    .sort((a, b) => a.moreM - b.moreM)[0]?.segment;
}

/** A bus cable of its own for a point that hangs on another: the segment it makes least longer, else a new one. */
export function ownLine(design: Design, point: PointRow): Fix | undefined {
  const profile = byId(design, "kinds").get(point.kind)?.needs?.busProfile;
  if (profile === undefined || !byId(design, "busProfiles").has(profile)) return undefined;
  const { closet } = point;
  if (design.segments.length <= FEW_LINES) return lineFor(design, point, profile);
  if (closet === undefined) return undefined;
  return {
    label: "Give it a bus cable of its own",
    changes: (design: Design) => changesOf(lineFor(design, point, profile)!, design),
  };
}

function lineFor(design: Design, point: PointRow, profile: string): Fix | undefined {
  const { through: _through, ...free } = point;
  const own: Change = { in: "points", put: free };
  const freed = applyChanges(design, [own]);
  const segment = roomFor(freed, [free], profile, point.closet);
  if (segment) {
    const changes = [own, ...addToSegment(freed, segment.row.id, [free], freshIds(design))];
    const moreM = after(design, changes).get(segment.row.id)!.lengthM - segment.lengthM;
    return { label: `Put it on ${segment.row.name}, +${moreM.toFixed(1)} m`, changes };
  }
  if (point.closet === undefined) return undefined;
  return {
    label: "Give it a segment of its own",
    changes: [
      own,
      ...newSegment(
        freed,
        { profile, name: `${point.name.slice(0, 50)}, own line`, closet: point.closet },
        [free],
        freshIds(design),
      ),
    ],
  };
}
