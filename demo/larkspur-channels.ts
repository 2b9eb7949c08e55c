/** Two wall cabinets of Larkspur Weir: loads on modules, direct links, with faults left in for the checks to find. */
import { FILE_ORDER, type Design } from "../core/design/collections";
import { applyChanges, type Change } from "../core/design/edit";
import { proposeChannels } from "../core/stages/bus/assign";
import { placeModules } from "../core/stages/bus/cabinet";
import { modulesOf } from "../core/stages/bus/channels";
import { proposeLinks } from "../core/stages/bus/links";
import type { ChannelRow } from "../core/design/rows/bus";

const CELLAR = "cellar-cabinet";
const LANDING = "landing-cupboard";

/** Ids that say what they are of: "module-03". */
function counter() {
  const counts = new Map<string, number>();
  return (prefix: string) => {
    const n = (counts.get(prefix) ?? 0) + 1;
    counts.set(prefix, n);
    return `${prefix}-${String(n).padStart(2, "0")}`;
  };
}

export function addChannels(design: Design): void {
  const newId = counter();
  const closet = (id: string, rows: number, units: number) =>
    Object.assign(
      design.closets.find((row) => row.id === id)!,
      { cabinetRows: rows, rowUnits: units },
    );
  closet(CELLAR, 5, 24);
  closet(LANDING, 4, 18);
  // The carpenter's board switches the lamp of the workshop: no channel for it.
  design.pins.find((row) => row.does === "Workshop lamp")!.load = "boathouse-lmp-1";
  // The two supplies of the bus stand on its rails, and the switches of the stair are read by an input module.
  design.modules.push(
    { id: "supply-1", name: "Bus supply 1", kind: "bus-supply", closet: CELLAR, supply: "bus-supply-1" },
    { id: "supply-2", name: "Bus supply 2", kind: "bus-supply", closet: CELLAR, supply: "bus-supply-2" },
    { id: "stair-inputs", name: "Stair inputs", kind: "input-8", closet: LANDING },
  );
  [
    ["sw-stair-foot", 2],
    ["sw-stair-head", 1],
    ["sw-loft", 1],
  ].forEach(([plate, gang], i) =>
    design.channels.push({
      id: `stair-input-${i + 1}`,
      module: "stair-inputs",
      number: i + 1,
      switch: plate as string,
      gang: gang as number,
    }),
  );
  // A copy: what is worked out of a design is kept with it, and this one is still being built.
  let now: Design = { ...design };
  const take = (changes: readonly Change[]) => (now = applyChanges(now, changes));
  take(proposeChannels(now, newId).changes);
  take(placeModules(now));
  const all = modulesOf(now).flatMap(({ channels }) => channels);
  const of = (load: string) => all.find((channel) => channel.row.load === load)!;
  // Nobody linked the lamp at the head of the stair.
  const linked = all.filter((channel) => channel.row.load !== "stair-head-lmp-1");
  take(proposeLinks(now, linked, newId));
  // Both lamps of the hall on one module, because their cables lay side by side.
  const [hall, foot] = [of("hall-lmp-1"), of("hall-lmp-2")];
  const beside = all.find(
    ({ row, load }) =>
      row.module === hall.row.module && load && load.room !== "hall" && row.number !== hall.row.number,
  )!;
  const swapped = (to: ChannelRow, from: ChannelRow): Change => ({
    in: "channels",
    put: { ...from, module: to.module, number: to.number },
  });
  take([swapped(beside.row, foot.row), swapped(foot.row, beside.row)]);
  // The survey found no lamp on the loft's and the cellar's own legs; the breakers say what feeds them.
  const rooms = new Map(now.rooms.map((row) => [row.id, row]));
  const feed: Record<string, string> = { loft: "lights-f", cellar: "lights-g" };
  take(
    all.flatMap(({ row, load }): Change[] => {
      const circuit = load?.carries === "mains" && !load.circuit && feed[rooms.get(load.room)!.level];
      const standing = now.channels.find((one) => one.id === row.id)!;
      return circuit ? [{ in: "channels", put: { ...standing, circuit } }] : [];
    }),
  );
  // New lists: what was worked out of these is kept with them, and more rows are to come.
  for (const collection of FILE_ORDER) Object.assign(design, { [collection]: [...now[collection]] });
}
