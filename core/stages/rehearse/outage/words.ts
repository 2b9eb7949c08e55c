/** What has failed, as a person calls it. */
import { byId, type Design } from "../../../design/collections";
import { capital, listed } from "../../../design/words";
import { pointOfStop } from "../../../points/lines";

/** "device:d-hall-lmp-1" by its name, "cut:b2-03" by where the cable is cut; "internet" as "the internet". */
export function partText(design: Design, what: string): string {
  const at = what.indexOf(":");
  const kind = at < 0 ? what : what.slice(0, at);
  const id = what.slice(at + 1);
  const named = (
    collection: "hubs" | "rackItems" | "circuits" | "devices" | "modules" | "rooms" | "levels" | "points",
  ) => (byId(design, collection).get(id) as { name: string } | undefined)?.name ?? id;
  switch (kind) {
    case "internet":
    case "cloud":
    case "mains":
      return `the ${kind}`;
    case "hub":
      return at < 0 ? "the hub" : named("hubs");
    case "switch":
      return `network switch ${named("rackItems")}`;
    case "battery":
      return at < 0 ? "the rack's battery" : `the battery of the rack (${named("rackItems")})`;
    case "circuit":
      return `circuit ${named("circuits")}`;
    case "supply": {
      const supply = byId(design, "busSupplies").get(id)?.name;
      return supply ?? `the supply of ${byId(design, "segments").get(id)?.name ?? id}`;
    }
    case "cut": {
      const stop = byId(design, "stops").get(id);
      const segment = byId(design, "segments").get(stop?.segment ?? "");
      const point = stop && pointOfStop(design, stop);
      return `${segment?.name ?? "the line"}, cut before ${point?.name ?? `stop ${stop?.order ?? id}`}`;
    }
    case "coordinator": {
      const radio = byId(design, "radios").get(id);
      const profile = byId(design, "radioProfiles").get(radio?.profile ?? "")?.name;
      return `the coordinator of ${profile ?? id}`;
    }
    case "cells":
      return `the cells of ${byId(design, "devices").get(id)?.name ?? id}`;
    case "device":
      return named("devices");
    case "module":
      return named("modules");
    case "phone":
      return `the telephone of ${byId(design, "people").get(id)?.role ?? id}, left at home`;
    case "water":
      return `water at ${named("points")}`;
    case "point":
      return named("points");
    case "room":
      return `all in ${named("rooms")}`;
    default:
      return what;
  }
}

/** Several at once, joined. */
export const failureText = (design: Design, what: string): string =>
  capital(
    what.startsWith("mains+battery:")
      ? "the mains, and the rack's battery is empty"
      : listed(
          what.split("+").map((one) => partText(design, one)),
          "and",
          6,
        ),
  );

/** What kind of part it is, for lists that are sorted by it. */
export const SORTS = [
  "from outside",
  "hub and network",
  "mains",
  "bus and cabinet",
  "access point",
  "router",
  "a device",
  "cells",
  "water",
] as const;
export type Sort = (typeof SORTS)[number];

export function sortOf(design: Design, what: string): Sort {
  const kind = what.split(/[:+]/, 1)[0]!;
  if (kind === "internet" || kind === "cloud") return "from outside";
  if (kind === "hub" || kind === "coordinator" || kind === "switch") return "hub and network";
  if (kind === "mains" || kind === "circuit" || kind === "battery") return "mains";
  if (kind === "supply" || kind === "cut" || kind === "module") return "bus and cabinet";
  if (kind === "water") return "water";
  if (kind === "cells") return "cells";
  // What others are heard through stands apart: it takes them with it.
  const id = what.slice(what.indexOf(":") + 1);
  const point = byId(design, "points").get(byId(design, "devices").get(id)?.point ?? "");
  if (point?.kind.split("--")[0] === "access-point") return "access point";
  return design.radios.some(({ device, routes }) => routes && device === id) ? "router" : "a device";
}
