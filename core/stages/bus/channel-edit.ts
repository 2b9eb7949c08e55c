/** What a person asks of channels and modules: each one list of changes, each undone as one. */
import { byId, type Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import { fail } from "../../design/input-error";
import { putRow } from "../../design/row-changes";
import { cabinetOf, whyNotAt, type Cabinet } from "./cabinet";
import { isOutput, modulesOf, type Channel, type Module } from "./channels";
import type { NewId } from "./edit";
import { whyNotOn, type Load } from "./loads";

const moduleOf = (design: Design, id: string): Module =>
  modulesOf(design).find(({ row }) => row.id === id) ?? fail("module", "is gone: somebody took it out");

/** Why a load cannot come on a module; `but`: a channel that leaves it at the same time. */
export function whyNotHere(module: Module, load: Load, watts: number, but?: string): string | undefined {
  const why = whyNotOn(module.type, load, watts);
  if (why) return why;
  const other = module.channels.find(
    (one) => one.load && one.row.id !== but && one.load.carries !== load.carries,
  );
  return other && `${module.row.name} carries ${other.load!.carries}, ${load.name} wants ${load.carries}`;
}

/**
 * A load and all that belongs to its channel go to another channel; what hangs there comes here.
 * @throws InputError where one of the two cannot be driven by the other's module
 */
export function moveChannel(design: Design, id: string, to: string, number: number): Change[] {
  const row = byId(design, "channels").get(id) ?? fail("channel", "is gone: somebody took it out");
  const [from, target] = [moduleOf(design, row.module), moduleOf(design, to)];
  if (row.module === to && row.number === number) return [];
  if (number < 1 || number > target.type.channels)
    fail(target.row.name, `has channels 1 to ${target.type.channels}`);
  const own = from.channels.find((one) => one.row.id === id)!;
  const there = target.channels.find((one) => one.row.number === number);
  const check = (module: Module, channel: Channel, but?: string) => {
    const why = channel.load && whyNotHere(module, channel.load, channel.watts, but);
    if (why) fail(channel.load!.name, `cannot hang on ${module.row.name}: ${why}`);
  };
  if (from !== target) {
    check(target, own, there?.row.id);
    if (there) check(from, there, own.row.id);
    if (isOutput(from.type) !== isOutput(target.type))
      fail(target.row.name, "is no module of the same sort: outputs drive, inputs read");
  }
  return [
    ...putRow("channels", { ...row, module: to, number }),
    ...(there ? putRow("channels", { ...there.row, module: row.module, number: row.number }) : []),
  ];
}

/** Where the load of a channel would go one step up or down: over the channels of all modules of its closet that bear it. */
export function stepChannel(design: Design, id: string, step: 1 | -1): Change[] {
  const row = byId(design, "channels").get(id) ?? fail("channel", "is gone: somebody took it out");
  const own = moduleOf(design, row.module);
  const load = own.channels.find((one) => one.row.id === id)?.load;
  const places = modulesOf(design)
    .filter((module) => module.row.closet === own.row.closet && isOutput(module.type) === isOutput(own.type))
    .flatMap((module) =>
      Array.from({ length: module.type.channels }, (_, i) => ({ module: module.row.id, number: i + 1 })),
    );
  const at = places.findIndex((place) => place.module === row.module && place.number === row.number);
  for (let i = at + step; i >= 0 && i < places.length; i += step) {
    const { module, number } = places[i]!;
    if (load && module !== row.module && whyNotOn(moduleOf(design, module).type, load)) continue;
    return moveChannel(design, id, module, number);
  }
  return [];
}

/**
 * A load on a free channel.
 * @throws InputError where it cannot hang there, or something does already
 */
export function giveChannel(design: Design, load: Load, to: string, number: number, newId: NewId): Change[] {
  const module = moduleOf(design, to);
  const there = module.channels.find((one) => one.row.number === number);
  if (there?.load) fail(`Channel ${number} of ${module.row.name}`, `is taken by ${there.load.name}`);
  const why = whyNotHere(module, load, load.watts);
  if (why) fail(load.name, `cannot hang on ${module.row.name}: ${why}`);
  const of = load.in === "points" ? { load: load.id } : { leg: load.id };
  const { load: _load, leg: _leg, ...rest } = there?.row ?? { id: newId("channel"), module: to, number };
  return putRow("channels", { ...rest, ...of });
}

/** Nothing hangs on a channel any more; its direct links go with it. */
export const freeChannel = (design: Design, id: string): Change[] => [
  ...design.links.flatMap((link): Change[] =>
    link.output === id || link.channel === id ? [{ in: "links", drop: link.id }] : [],
  ),
  { in: "channels", drop: id },
];

/** The place nearest to a row and a slot where a module may stand: along that row first, then in others. */
export function nearestPlace(
  cabinet: Cabinet,
  module: Module,
  row: number,
  slot: number,
): { row: number; slot: number } | undefined {
  let best: { row: number; slot: number; far: number } | undefined;
  for (const there of cabinet.rows)
    for (let at = 1; at <= there.units; at++) {
      const far = Math.abs(there.number - row) * 100 + Math.abs(at - slot);
      if ((best && far >= best.far) || whyNotAt(cabinet, module, there.number, at)) continue;
      best = { row: there.number, slot: at, far };
    }
  return best && { row: best.row, slot: best.slot };
}

/**
 * A module stands at a place of its cabinet.
 * @throws InputError where it cannot
 */
export function moveModule(design: Design, id: string, row: number, slot: number): Change[] {
  const module = moduleOf(design, id);
  if (module.row.row === row && module.row.slot === slot) return [];
  const cabinet =
    cabinetOf(design, module.row.closet) ?? fail(module.row.name, "is in a closet that has no wall cabinet");
  const why = whyNotAt(cabinet, module, row, slot);
  if (why) fail(module.row.name, `cannot stand there: ${why}`);
  return putRow("modules", { ...module.row, row, slot });
}

/** One step of the arrows: to the next place along its row where it may stand, or in the next row that has one. */
export function stepModule(design: Design, id: string, way: "left" | "right" | "up" | "down"): Change[] {
  const module = moduleOf(design, id);
  const cabinet = cabinetOf(design, module.row.closet);
  const { row, slot } = module.row;
  if (!cabinet || row === undefined || slot === undefined) return [];
  const along = way === "left" || way === "right";
  const step = way === "left" || way === "up" ? -1 : 1;
  if (along) {
    for (let at = slot + step; at >= 1 && at <= (cabinet.rows[row - 1]?.units ?? 0); at += step)
      if (!whyNotAt(cabinet, module, row, at)) return moveModule(design, id, row, at);
    return [];
  }
  for (let next = row + step; next >= 1 && next <= cabinet.rows.length; next += step) {
    const { units } = cabinet.rows[next - 1]!;
    const slots = Array.from({ length: units }, (_, i) => i + 1).sort(
      (a, b) => Math.abs(a - slot) - Math.abs(b - slot) || a - b,
    );
    const at = slots.find((one) => !whyNotAt(cabinet, module, next, one));
    if (at !== undefined) return moveModule(design, id, next, at);
  }
  return [];
}
