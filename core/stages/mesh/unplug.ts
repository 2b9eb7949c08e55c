/** What can be pulled or switched off, and who is lost by it. */
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import { circuitOf, cutBy } from "./cut-off";
import { bandsOf, type Band, type Radio } from "./links";
import { lostWithout } from "./routes";

export interface Pull {
  kind: "device" | "switch" | "circuit" | "level";
  id: string;
  name: string;
  /** What goes dark itself. */
  off: readonly Radio[];
  /** Who hears nothing any more, beside those. */
  lost: readonly Radio[];
}

function pullsOf(design: Design, band: Band): Pull[] {
  const groups: Omit<Pull, "lost">[] = band.radios
    .filter(({ row }) => row.routes || row.coordinator === true)
    .map((radio) => ({ kind: "device" as const, id: radio.row.id, name: radio.device.name, off: [radio] }));
  const by = (
    kind: Pull["kind"],
    of: (radio: Radio) => string | undefined,
    nameOf: (id: string) => string | undefined,
  ) => {
    const found = new Map<string, Radio[]>();
    for (const radio of band.radios) {
      const id = of(radio);
      if (id === undefined) continue;
      const list = found.get(id);
      if (list) list.push(radio);
      else found.set(id, [radio]);
    }
    for (const [id, off] of found) groups.push({ kind, id, name: nameOf(id) ?? id, off });
  };
  by(
    "switch",
    (radio) => cutBy(design, radio),
    (id) => byId(design, "switches").get(id)?.name,
  );
  by(
    "circuit",
    (radio) => circuitOf(design, radio),
    (id) => byId(design, "circuits").get(id)?.name,
  );
  // A level goes dark with its breaker: what runs on cells goes on.
  by(
    "level",
    ({ row, point }) => (row.supply === "battery" ? undefined : point.level),
    (id) => byId(design, "levels").get(id)?.name,
  );
  return groups
    .map((group) => ({ ...group, lost: lostWithout(band, new Set(group.off.map(({ row }) => row.id))) }))
    .sort(
      (a, b) => b.lost.length - a.lost.length || b.off.length - a.off.length || (a.name < b.name ? -1 : 1),
    );
}

/** Everything that can be pulled, of every band, what costs most first. */
export const allPulls = memo(
  "allPulls",
  (design): ReadonlyMap<string, readonly Pull[]> =>
    new Map(bandsOf(design).map((band) => [band.profile.id, pullsOf(design, band)])),
);
