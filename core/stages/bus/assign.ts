/**
 * Loads to channels: same kind and voltage, as few modules as will do with the spare share left, and dealt so that no
 * single module that dies darkens a whole room or the whole way out.
 */
import { applyChanges, type Change } from "../../design/edit";
import type { Design } from "../../design/collections";
import { inMoney } from "../../design/labour";
import { removeRows } from "../../design/remove";
import { putRow } from "../../design/row-changes";
import { byName, capital } from "../../design/words";
import { MODULE_TYPE_TABLE } from "../house/module-table";
import { placeModules } from "./cabinet";
import {
  carriesOf,
  freeNumbers,
  isOutput,
  modulesOf,
  openLoads,
  togetherOf,
  type Together,
} from "./channels";
import type { NewId } from "./edit";
import { loadKey, whyNotOn, type Load } from "./loads";
import type { ModuleRow, ModuleTypeRow } from "../../design/rows/bus";
import { sparePct } from "./segmenting";

export interface ChannelProposal {
  changes: Change[];
  placed: number;
  /** Modules it adds. */
  modules: ModuleRow[];
  /** What no kind of module can drive, and why. */
  left: { load: Load; why: string }[];
  /** Rooms and ways that one module could darken all the same: they have no second lamp that fits elsewhere. */
  unspread: string[];
}

/** The usual kinds of module, their prices in the design's money. */
export const shippedTypes = (design: Design): ModuleTypeRow[] =>
  MODULE_TYPE_TABLE.map((type) => ({ ...type, price: inMoney(design, type.price) }));

/** A module that loads are dealt to. */
interface Bin {
  id: string;
  type: ModuleTypeRow;
  free: number[];
  /** Keys of the loads on it, those that were there before included. */
  keys: Set<string>;
}

/** Kinds that may drive a load: those it wants; a relay for a lamp that no dimmer holds. */
function kindsFor(types: readonly ModuleTypeRow[], load: Load): ModuleTypeRow[] {
  const good = types.filter((type) => type.channels > 0 && whyNotOn(type, load) === undefined);
  const wanted = good.filter((type) => type.drives === load.wants);
  if (wanted.length) return wanted;
  return load.wants === "dimmer" ? good.filter((type) => type.drives === "relay") : [];
}

/** Why none of the kinds drives it: as the one says that comes nearest. */
function whyNone(types: readonly ModuleTypeRow[], load: Load): string {
  const near = types.filter((type) => type.drives === load.wants).sort((a, b) => b.channels - a.channels)[0];
  return near ? whyNotOn(near, load)! : `there is no kind of module that is a ${load.wants}`;
}

/** Counts of each kind, `count` modules in all. */
function mixes(kinds: readonly ModuleTypeRow[], count: number): ModuleTypeRow[][] {
  if (count === 0) return [[]];
  return kinds.flatMap((kind, i) => mixes(kinds.slice(i), count - 1).map((rest) => [kind, ...rest]));
}

const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);
const priceOf = (types: readonly ModuleTypeRow[]) =>
  sum(types.map(({ price, units }) => price ?? units * 20));
/** More modules of one group than this are all of its largest kind: every mix of so many would be dear to try. */
const MIXED_MOST = 8;

/** Sets whose loads are all on one module. */
const broken = (sets: readonly Together[], bins: readonly Bin[]) =>
  sets.filter(({ loads }) => bins.some((bin) => [...loads].every((key) => bin.keys.has(key))));

/** Deal loads over bins, evenly and one after another, then mend what one bin holds alone. */
function deal(loads: readonly Load[], bins: readonly Bin[], sets: readonly Together[]): Bin[] | undefined {
  if (sum(bins.map(({ free }) => free.length)) < loads.length) return undefined;
  const made = bins.map((bin): Bin => ({ ...bin, keys: new Set(bin.keys) }));
  const room = made.map((bin) => bin.free.length);
  const own = new Map<string, number>();
  for (const load of loads) {
    let best = -1;
    made.forEach((bin, i) => {
      if (!room[i]) return;
      if (best < 0 || room[i] / bin.free.length > room[best]! / made[best]!.free.length + 1e-9) best = i;
    });
    room[best]! -= 1;
    made[best]!.keys.add(loadKey(load));
    own.set(loadKey(load), best);
  }
  const move = (key: string, to: number) => {
    made[own.get(key)!]!.keys.delete(key);
    room[own.get(key)!]! += 1;
    made[to]!.keys.add(key);
    room[to]! -= 1;
    own.set(key, to);
  };
  /** One step that leaves fewer sets on one bin: a load to a free channel, or two loads changed over. */
  const mend = (): boolean => {
    const before = broken(sets, made);
    for (const { loads: together } of before)
      for (const key of together) {
        const from = own.get(key);
        if (from === undefined) continue;
        for (let to = 0; to < made.length; to++) {
          if (to === from) continue;
          if (room[to]! > 0) {
            move(key, to);
            if (broken(sets, made).length < before.length) return true;
            move(key, from);
          }
          for (const other of [...made[to]!.keys]) {
            if (!own.has(other)) continue;
            move(key, to);
            move(other, from);
            if (broken(sets, made).length < before.length) return true;
            move(other, to);
            move(key, from);
          }
        }
      }
    return false;
  };
  while (mend());
  return made;
}

/**
 * Channels for the loads that have none: free ones of modules that are there, then new modules.
 * @param anew every output module and its channels are taken out first, and all is dealt again
 */
export function proposeChannels(design: Design, newId: NewId, anew = false): ChannelProposal {
  const changes: Change[] = [];
  if (!design.moduleTypes.length)
    changes.push(...shippedTypes(design).flatMap((type) => putRow("moduleTypes", type)));
  if (anew)
    changes.push(
      ...removeRows(
        design,
        modulesOf(design).flatMap(({ row, type }) =>
          isOutput(type) ? [{ in: "modules" as const, id: row.id }] : [],
        ),
      ),
    );
  const start = applyChanges(design, changes);
  const types = start.moduleTypes;
  const sets = togetherOf(start);
  const spare = 1 - sparePct(start) / 100;
  const groups = new Map<string, { loads: Load[]; kinds: ModuleTypeRow[] }>();
  const left: ChannelProposal["left"] = [];
  for (const load of openLoads(start)) {
    const kinds = kindsFor(types, load);
    if (load.closet === undefined) left.push({ load, why: "there is no closet its cable could end at" });
    else if (!kinds.length) left.push({ load, why: whyNone(types, load) });
    else {
      const key = [load.closet, load.carries, ...kinds.map(({ id }) => id)].join(" ");
      const group = groups.get(key) ?? { loads: [], kinds };
      groups.set(key, group);
      group.loads.push(load);
    }
  }
  const names = new Set(start.modules.map(({ name }) => name));
  const modules: ModuleRow[] = [];
  const circulation = new Set(start.rooms.flatMap(({ id, type }) => (type === "circulation" ? [id] : [])));
  const unspread = new Set<string>();
  /** What this proposal has put on modules so far: a module that was empty carries that from here on. */
  const given = new Map<string, { carries: Load["carries"]; numbers: Set<number>; keys: string[] }>();
  let placed = 0;
  for (const { loads, kinds } of groups.values()) {
    const { closet, carries } = loads[0]!;
    // Lamps of one set one after another, so that they are dealt to different modules.
    const order = (load: Load) => `${circulation.has(load.room) ? 0 : 1} ${load.room}`;
    loads.sort((a, b) => byName(order(a), order(b)) || byName(a.name, b.name));
    const standing = modulesOf(start).filter((module) => {
      const now = given.get(module.row.id)?.carries ?? carriesOf(module);
      return (
        module.row.closet === closet &&
        kinds.some(({ id }) => id === module.type.id) &&
        (now === carries || now === "either")
      );
    });
    const bins = standing.map((module): Bin => {
      const more = given.get(module.row.id);
      const keys = module.channels.flatMap(({ load }) => (load ? [loadKey(load)] : []));
      return {
        id: module.row.id,
        type: module.type,
        free: freeNumbers(module).filter((number) => !more?.numbers.has(number)),
        keys: new Set([...keys, ...(more?.keys ?? [])]),
      };
    });
    const dealt = dealWithFewest(loads, bins, kinds, sets, spare);
    for (const bin of dealt) {
      let { id } = bin;
      if (id.startsWith("new")) {
        id = newId("module");
        const row: ModuleRow = { id, name: nextName(names, bin.type), kind: bin.type.id, closet: closet! };
        modules.push(row);
        changes.push(...putRow("modules", row));
      }
      const numbers = [...bin.free];
      const own = given.get(id) ?? { carries, numbers: new Set<number>(), keys: [] };
      for (const load of loads) {
        if (!bin.keys.has(loadKey(load))) continue;
        placed += 1;
        const number = numbers.shift()!;
        const of = load.in === "points" ? { load: load.id } : { leg: load.id };
        changes.push(...putRow("channels", { id: newId("channel"), module: id, number, ...of }));
        own.numbers.add(number);
        own.keys.push(loadKey(load));
        given.set(id, own);
      }
    }
    for (const { name } of broken(sets, dealt)) unspread.add(name);
  }
  changes.push(...placeModules(applyChanges(design, changes)));
  return { changes, placed, modules, left, unspread: [...unspread] };
}

/** The fewest new modules, then the cheapest, over which the loads can be dealt with nothing on one alone. */
function dealWithFewest(
  loads: readonly Load[],
  bins: readonly Bin[],
  kinds: readonly ModuleTypeRow[],
  sets: readonly Together[],
  spare: number,
): Bin[] {
  const largest = Math.max(...kinds.map(({ channels }) => channels));
  const free = sum(bins.map((bin) => bin.free.length));
  const before = broken(sets, bins).length;
  let fallback: Bin[] | undefined;
  const fresh = (mix: readonly ModuleTypeRow[]) => [
    ...bins,
    ...mix.map((type, i): Bin => ({
      id: `new ${i}`,
      type,
      free: Array.from({ length: type.channels }, (_, n) => n + 1),
      keys: new Set(),
    })),
  ];
  const taken = sum(bins.map((bin) => bin.type.channels - bin.free.length));
  const all = sum(bins.map((bin) => bin.type.channels));
  for (let count = 0, more = 0; ; count++) {
    const own =
      count <= MIXED_MOST
        ? mixes(kinds, count)
        : [Array<ModuleTypeRow>(count).fill(kinds.find(({ channels }) => channels === largest)!)];
    const good = own
      .filter((mix) => {
        const added = sum(mix.map(({ channels }) => channels));
        if (free + added < loads.length) return false;
        return count === 0 || (all + added) * spare + 1e-9 >= taken + loads.length;
      })
      .sort((a, b) => priceOf(a) - priceOf(b));
    for (const mix of good) {
      const dealt = deal(loads, fresh(mix), sets);
      if (!dealt) continue;
      if (broken(sets, dealt).length <= before) return dealt;
      fallback ??= dealt;
    }
    // A module more may part what one holds alone; two that do not will not be helped by a third.
    if (fallback && ++more > 2) return fallback;
  }
}

function nextName(names: Set<string>, type: ModuleTypeRow): string {
  for (let i = 1; ; i++) {
    const name = `${capital(type.drives)} ${i}`;
    if (names.has(name)) continue;
    names.add(name);
    return name;
  }
}
