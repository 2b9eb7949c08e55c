/**
 * Accepting a plan. One edit: every unit gets a point with a device by its option, kits follow from how the
 * option is fed and how it talks (so that drops follow), controllers are put down, and the plan is kept
 * with its reason. What has been ordered or fitted already, or whose cable is pulled, is not touched.
 */
import { round2 } from "../../geometry/round";
import { applyChanges, keyOf, type Change } from "../../design/edit";
import { byId, type Design, rowOf, rowIn } from "../../design/collections";
import type { HubRow, OptionRow, PlanRow, WantRow } from "../../design/rows/choose";
import type { RoomRow } from "../../design/rows/house-structure";
import type { DeviceRow } from "../../design/rows/register";
import type { KindRow, PointRow } from "../../design/rows/runs";
import { removeRows } from "../../design/remove";
import { contains, edgeDistance } from "../../geometry/polygon";
import { addPoint, changePoint, freeNumber } from "../house";
import { shippedKind } from "../house/tables";
import { addDevice } from "../register";
import { closetsFor } from "../runs";
import { FUNCTIONS } from "./functions";
import type { Pick, Plan } from "./plans";
import { settingsOf } from "./settings";
import { hubRoom, isWired } from "./site";

/** Marks a device, and its point, that a plan put there: another plan may take it away again. */
export const PLAN_TAG = "from a plan";

interface Slot {
  kind: string;
  option: OptionRow;
  /** Where it belongs, if the switch map says so. */
  at?: { level: string; room: string; x: number; y: number };
}

interface How {
  newId(prefix: string): string;
  /** Day it is accepted, YYYY-MM-DD. */
  on: string;
  why?: string;
}

export interface Accepted {
  changes: Change[];
  devices: number;
  newPoints: number;
  controllers: number;
}

const BEFORE_BOUGHT: readonly DeviceRow["status"][] = ["wanted", "chosen"];

/** Kind of point a light is met at: the lamp, the switch position or a box in between. */
function lightKind(option: OptionRow): string {
  if (option.kind === "lamp" || option.kind === "in-line dimmer") return "lamp";
  return option.kind === "relay" ? "relay" : "wall-switch";
}

/** The devices one unit of a pick is made of. */
export function slotsOf(design: Design, want: WantRow, pick: Pick): Slot[] {
  const option = rowOf(design, "options", pick.option);
  const companion = pick.companion === undefined ? undefined : byId(design, "options").get(pick.companion);
  // The hub's own emitter is the hub.
  if (option.controls) return [];
  if (want.function !== "light") return [{ kind: FUNCTIONS[want.function].point, option }];
  const lamps = design.lamps.filter((lamp) => lamp.leg !== undefined && lamp.leg === want.leg);
  const first = want.leg === undefined ? undefined : byId(design, "legs").get(want.leg)?.switches[0];
  const box = first && byId(design, "switches").get(first.switch);
  const kind = lightKind(option);
  const slots: Slot[] = [];
  if (option.kind === "lamp") {
    const places = lamps.flatMap((lamp) =>
      Array.from({ length: lamp.count }, (_, i) => ({
        level: lamp.level,
        room: lamp.room,
        x: lamp.x + i * 0.3,
        y: lamp.y,
      })),
    );
    for (let i = 0; i < (want.lampsEach ?? 1); i += 1)
      slots.push({ kind, option, ...(places[i] ? { at: places[i] } : {}) });
  } else
    slots.push({
      kind,
      option,
      ...(kind === "wall-switch" && box
        ? { at: box }
        : kind !== "wall-switch" && lamps[0]
          ? { at: lamps[0] }
          : {}),
    });
  if (companion) slots.push({ kind: "wall-switch", option: companion, ...(box ? { at: box } : {}) });
  return slots;
}

/** What of a kit an option needs: all of it, another cable in its place, only its supply, or nothing. */
export function kitOf(base: KindRow, option: OptionRow): KindRow {
  const variant = (
    suffix: string,
    letter: string,
    name: string,
    drops: KindRow["drops"],
    needs: boolean,
  ): KindRow => {
    const { needs: own, ...rest } = base;
    return {
      ...rest,
      id: `${base.id}--${suffix}`,
      name: `${base.name}, ${name}`,
      code: `${base.code.slice(0, 3)}${letter}`,
      drops,
      ...(needs && own ? { needs: own } : {}),
    };
  };
  const has = (...purposes: string[]) => base.drops.some((line) => purposes.includes(line.purpose));
  if (!isWired(option) && option.supply !== "PoE" && option.supply !== "bus") {
    if (!base.drops.length) return base;
    const supply = base.drops.filter((line) => line.end === "supply");
    return option.supply === "low voltage" && supply.length
      ? variant("power", "P", "radio, fed by cable", supply, true)
      : variant("radio", "R", "radio", [], false);
  }
  if (option.protocol === "house bus" && !has("bus"))
    return variant(
      "bus",
      "B",
      "house bus",
      [
        { cableType: "bus-4", count: 1, purpose: "bus", end: "terminals" },
        ...base.drops.filter((line) => line.end === "supply"),
      ],
      base.drops.some((line) => line.end === "supply"),
    );
  if ((option.protocol === "PoE" || option.protocol === "Ethernet") && !has("data")) {
    const kind = variant(
      "data",
      "D",
      "data cable",
      [{ cableType: "cat6", count: 1, purpose: "data", end: "panel" }],
      false,
    );
    return option.supply === "PoE"
      ? {
          ...kind,
          needs: { poeClass: option.watts > 13 ? 4 : option.watts > 6.5 ? 3 : 2, watts: option.watts },
        }
      : kind;
  }
  return base;
}

/** A free place in a room, as far as can be from its walls and from what stands there. */
export function freePlace(design: Design, room: RoomRow): { x: number; y: number } {
  const xs = room.outline.map(([x]) => x);
  const ys = room.outline.map(([, y]) => y);
  const taken = design.points.filter((point) => point.room === room.id);
  let best: { x: number; y: number; clear: number } | undefined;
  const step = Math.max(
    0.25,
    Math.max(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)) / 24,
  );
  for (let x = Math.min(...xs) + step / 2; x < Math.max(...xs); x += step) {
    for (let y = Math.min(...ys) + step / 2; y < Math.max(...ys); y += step) {
      if (!contains(room.outline, [x, y])) continue;
      const clear = Math.min(
        edgeDistance(room.outline, [x, y]),
        ...taken.map((point) => Math.hypot(point.x - x, point.y - y)),
      );
      if (!best || clear > best.clear + 1e-9) best = { x, y, clear };
    }
  }
  const [x, y] = room.outline[0]!;
  return best ?? { x, y };
}

/** The edit while it grows: changes so far, and the design with them. */
class Draft {
  readonly changes: Change[] = [];
  newPoints = 0;
  devices = 0;
  constructor(
    public now: Design,
    readonly how: How,
  ) {}

  add(changes: readonly Change[]) {
    this.changes.push(...changes);
    this.now = applyChanges(this.now, changes);
  }

  kind(base: string, option: OptionRow): KindRow {
    let row = byId(this.now, "kinds").get(base);
    if (!row) this.add([{ in: "kinds", put: (row = shippedKind(this.now, base)) }]);
    const kit = kitOf(row, option);
    if (kit !== row && !byId(this.now, "kinds").has(kit.id)) {
      const known = new Set(byId(this.now, "cableTypes").keys());
      // A cable the design does not have is left open: the runs stage asks for it.
      this.add([
        {
          in: "kinds",
          put: {
            ...kit,
            drops: kit.drops.map(({ cableType, ...rest }) =>
              cableType !== undefined && known.has(cableType) ? { cableType, ...rest } : rest,
            ),
          },
        },
      ]);
    }
    return rowOf(this.now, "kinds", kit.id);
  }

  /** A new point of a kind, where the slot says or where there is room. */
  point(kind: KindRow, room: string, at?: Slot["at"]): PointRow {
    const row = rowOf(this.now, "rooms", at?.room ?? room);
    const id = this.how.newId("p");
    const place = at ?? freePlace(this.now, row);
    const [change] = addPoint(this.now, id, kind.id, row.level, place) as [{ in: "points"; put: PointRow }];
    // On a wall between two rooms the nearest one is a guess; what the plan is about is not.
    this.add([
      { in: "points", put: { ...change.put, room: row.id, number: freeNumber(this.now, kind.id, row.id) } },
    ]);
    this.newPoints += 1;
    return rowOf(this.now, "points", id);
  }

  /** Give a point its option: kit, device, price. */
  fit(id: string, kind: KindRow, option: OptionRow, made: boolean) {
    const point = rowOf(this.now, "points", id);
    const device = this.now.devices.find((one) => one.point === id);
    if (device && !BEFORE_BOUGHT.includes(device.status)) return;
    if (point.kind !== kind.id && !cablePulled(this.now, id)) {
      const closet = kind.drops.length
        ? (point.closet ??
          closetsFor(applyChanges(this.now, changePoint(this.now, id, { kind: kind.id })), {
            ...point,
            kind: kind.id,
          })[0]?.closet)
        : undefined;
      this.add(
        changePoint(this.now, id, {
          kind: kind.id,
          number: freeNumber(this.now, kind.id, point.room, id),
          closet,
        }),
      );
    }
    const base = device ?? (addDevice(this.now, this.how.newId("d"), id)[0] as { put: DeviceRow }).put;
    this.add([
      {
        in: "devices",
        put: {
          ...base,
          option: option.id,
          protocol: option.protocol,
          status: "chosen",
          cost: option.price,
          ...(made ? { tags: [...new Set([...(base.tags ?? []), PLAN_TAG])] } : {}),
        },
      },
    ]);
    this.devices += 1;
  }
}

const cablePulled = (design: Design, point: string) =>
  design.drops.some(
    (drop) => drop.point === point && ["pulled", "tested", "terminated"].includes(drop.state),
  );

const baseKind = (kind: string) => kind.replace(/--.*$/, "");

/** Devices of one want, point by point. */
function acceptWant(draft: Draft, want: WantRow, picks: readonly Pick[], claimed: Set<string>) {
  const slots = picks.flatMap((pick) =>
    Array.from({ length: pick.count }, () => slotsOf(draft.now, want, pick)).flat(),
  );
  const deviceAt = new Map(draft.now.devices.map((device) => [device.point, device]));
  const free = want.points.filter((id) => byId(draft.now, "points").has(id));
  // A point somebody placed without saying what for, of the kind that is wanted, in the room that wants it.
  const spare = draft.now.points
    .filter(
      (point) =>
        point.room === want.room && !claimed.has(point.id) && deviceAt.get(point.id)?.option === undefined,
    )
    .map((point) => point.id);
  const points: string[] = [];
  for (const slot of slots) {
    const fits = (id: string) =>
      !points.includes(id) && baseKind(rowOf(draft.now, "points", id).kind) === slot.kind;
    const kept = free.find(fits) ?? spare.find(fits);
    const kind = draft.kind(slot.kind, slot.option);
    const id = kept ?? draft.point(kind, want.room, slot.at).id;
    claimed.add(id);
    points.push(id);
    draft.fit(id, kind, slot.option, kept === undefined);
  }
  const left = free.filter((id) => !points.includes(id));
  const gone = left.filter((id) => {
    const device = deviceAt.get(id);
    return (
      device?.tags?.includes(PLAN_TAG) &&
      BEFORE_BOUGHT.includes(device.status) &&
      !rowOf(draft.now, "points", id).settled &&
      !cablePulled(draft.now, id)
    );
  });
  if (gone.length)
    draft.add(
      removeRows(
        draft.now,
        gone.map((id) => ({ in: "points", id })),
      ),
    );
  const stays = left.filter((id) => !gone.includes(id));
  // What hung on the want before and is not what the plan takes: a lamp behind an insert is a plain lamp again.
  for (const id of stays) {
    const device = deviceAt.get(id);
    if (!device || !BEFORE_BOUGHT.includes(device.status)) continue;
    const { option: _option, ...plain } = device;
    draft.add([{ in: "devices", put: { ...plain, protocol: "none" } }]);
  }
  draft.add([{ in: "wants", put: { ...rowOf(draft.now, "wants", want.id), points: [...points, ...stays] } }]);
  const leg = want.leg === undefined ? undefined : byId(draft.now, "legs").get(want.leg);
  if (leg?.switches.length) {
    // A lamp that has to stay on the network needs its feed always; the switch beside it only speaks.
    const feed = picks.some((pick) => pick.companion !== undefined)
      ? "always"
      : picks.some((pick) =>
            ["insert", "switch", "dimmer", "relay"].includes(rowOf(draft.now, "options", pick.option).kind),
          )
        ? "switched"
        : leg.feed;
    if (feed !== leg.feed) draft.add([{ in: "legs", put: { ...leg, feed } }]);
  }
}

function acceptControllers(draft: Draft, plan: Plan) {
  const stands = new Set<string>();
  const claim = (option: string, of?: string): HubRow | undefined =>
    draft.now.hubs.find(
      (row) =>
        row.option === option &&
        !stands.has(row.id) &&
        (of === undefined || row.hub === undefined || row.hub === of),
    );
  const names = new Set(draft.now.hubs.map((row) => row.name));
  const put = (option: OptionRow, of?: string): HubRow => {
    const known = claim(option.id, of);
    const { option: _o, name: _n, ...rest } = known ?? { id: draft.how.newId("hub") };
    let name = known?.name ?? option.name.slice(0, 56);
    for (let n = 2; !known && names.has(name); n += 1) name = `${option.name.slice(0, 56)} ${n}`;
    names.add(name);
    const row: HubRow = { ...rest, option: option.id, name, ...(of === undefined ? {} : { hub: of }) };
    // A stick has no place of its own.
    if (row.point === undefined && option.supply !== "bus") {
      const rooms = byId(draft.now, "rooms");
      const room = hubRoom(draft.now) ?? draft.now.rooms.find((one) => !one.outdoor)?.id;
      const used = new Set(draft.now.hubs.map((one) => one.point));
      const empty = draft.now.points.find(
        (point) => point.kind === "hub" && !used.has(point.id) && point.room === room,
      );
      if (room && rooms.has(room)) {
        const kind = draft.kind("hub", option);
        const id = empty?.id ?? draft.point(kind, room).id;
        row.point = id;
        draft.fit(id, kind, option, empty === undefined);
      }
      const closet = draft.now.closets.find((one) => one.room === room);
      if (closet) row.closet = closet.id;
    }
    stands.add(row.id);
    draft.add([{ in: "hubs", put: row }]);
    return row;
  };
  const options = byId(draft.now, "options");
  const hubs = new Map(plan.hubs.map((hub) => [hub.option, put(rowIn(options, hub.option, "options")).id]));
  for (const addon of plan.addons) put(rowIn(options, addon.option, "options"), hubs.get(addon.of!));
  const gone = draft.now.hubs.filter((row) => !row.keep && !stands.has(row.id));
  const deviceAt = new Map(draft.now.devices.map((device) => [device.point, device]));
  const points = gone.flatMap((row) =>
    row.point !== undefined &&
    deviceAt.get(row.point)?.tags?.includes(PLAN_TAG) &&
    BEFORE_BOUGHT.includes(deviceAt.get(row.point)!.status)
      ? [row.point]
      : [],
  );
  if (gone.length)
    draft.add(
      removeRows(draft.now, [
        ...gone.map((row) => ({ in: "hubs" as const, id: row.id })),
        ...points.map((id) => ({ in: "points" as const, id })),
      ]),
    );
}

/** The next free id of a plan: plan-001, plan-002, … */
function planId(design: Design): string {
  const last = Math.max(0, ...design.plans.map((row) => Number(/^plan-(\d+)$/.exec(row.id)?.[1] ?? 0)));
  return `plan-${String(last + 1).padStart(3, "0")}`;
}

/** Only the last word on each row, in the order rows were first spoken of. */
function lastWords(before: Design, changes: readonly Change[]): Change[] {
  const last = new Map<string, Change>();
  for (const change of changes) last.set(keyOf(change), change);
  return [...last.values()].filter(
    (change) => change.in === "design" || "put" in change || byId(before, change.in).has(change.drop),
  );
}

/** Take a plan as the design's own. Whatever the plan leaves unmet stays as it is. */
export function acceptPlan(design: Design, plan: Plan, how: How): Accepted {
  const draft = new Draft(design, how);
  acceptControllers(draft, plan);
  const claimed = new Set([
    ...design.wants.flatMap((want) => want.points),
    ...draft.now.hubs.flatMap((hub) => hub.point ?? []),
  ]);
  for (const want of design.wants) {
    const picks = plan.picks.filter((pick) => pick.want === want.id);
    if (picks.length) acceptWant(draft, want, picks, claimed);
  }
  const row: PlanRow = {
    id: planId(design),
    name: plan.name,
    acceptedOn: how.on,
    ...(how.why ? { why: how.why } : {}),
    years: settingsOf(design).years,
    cost: round2(plan.cost),
    bound: round2(plan.bound),
    picks: plan.picks.map(({ want, option, companion, hub, via, count }) => ({
      want,
      option,
      ...(companion ? { companion } : {}),
      ...(hub ? { hub } : {}),
      ...(via ? { via } : {}),
      count,
    })),
  };
  draft.add([{ in: "plans", put: row }]);
  return {
    changes: lastWords(design, draft.changes),
    devices: draft.devices,
    newPoints: draft.newPoints,
    controllers: plan.hubs.length + plan.addons.length,
  };
}
