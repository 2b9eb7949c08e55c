/** What becomes of a plan when a maker stops, the internet is down, a hub fails, or twenty more are wanted. */
import { byId, type Design } from "../../design/collections";
import type { OptionRow, WantRow } from "../../design/rows/choose";
import { wantName } from "./candidates";
import type { Pick, Plan } from "./plans";

export interface Loss {
  want: string;
  name: string;
  critical: boolean;
  /** What happens, in words. */
  text: string;
  /** It stops; else it goes on with something less. */
  stops: boolean;
}

const option = (design: Design, id: string | undefined): OptionRow | undefined =>
  id === undefined ? undefined : byId(design, "options").get(id);

function losses(
  design: Design,
  plan: Plan,
  of: (pick: Pick, want: WantRow) => { text: string; stops: boolean } | undefined,
): Loss[] {
  return plan.picks
    .flatMap((pick) => {
      const want = byId(design, "wants").get(pick.want);
      const found = want && of(pick, want);
      return found
        ? [{ want: pick.want, name: wantName(design, want), critical: want.critical === true, ...found }]
        : [];
    })
    .sort(
      (a, b) =>
        Number(b.stops) - Number(a.stops) ||
        Number(b.critical) - Number(a.critical) ||
        a.name.localeCompare(b.name, "en"),
    );
}

/** Which wants stop with the internet. */
export const internetDown = (design: Design, plan: Plan): Loss[] =>
  losses(design, plan, (pick) => {
    if (!pick.offline) return undefined;
    const own = option(design, pick.option)!;
    const hand = own.can.includes("by hand") || pick.companion !== undefined;
    return {
      stops: true,
      text: `${own.cloud ? own.name : (option(design, pick.via ?? pick.hub)?.name ?? own.name)} works through somebody else's computers${hand ? "; by hand it still works" : ""}`,
    };
  });

/** Which wants stop with a hub, by the hub's option; with none named, with whichever carries them. */
export const hubDown = (design: Design, plan: Plan, hub?: string): Loss[] =>
  losses(design, plan, (pick) => {
    if (!pick.hub || (hub !== undefined && pick.hub !== hub && pick.via !== hub)) return undefined;
    const own = option(design, pick.option)!;
    if (!pick.hubless)
      return {
        stops: false,
        text: `${own.name}${pick.companion ? " and its switch" : ""} still ${pick.companion ? "work" : "works"} by hand; what the house did by itself stops`,
      };
    return {
      stops: true,
      text: `nothing acts on ${own.name} any more${own.can.includes("direct link") ? ", save what is linked to it directly" : ""}`,
    };
  });

/** Product lines in a plan, with how many things of each. */
export function linesOf(design: Design, plan: Plan): { line: string; units: number }[] {
  const units = new Map<string, number>();
  const add = (id: string | undefined, count: number) => {
    const line = option(design, id)?.line;
    if (line) units.set(line, (units.get(line) ?? 0) + count);
  };
  for (const pick of plan.picks) {
    add(pick.option, pick.count);
    add(pick.companion, pick.count);
  }
  for (const controller of [...plan.hubs, ...plan.addons]) add(controller.option, 1);
  return [...units]
    .map(([line, count]) => ({ line, units: count }))
    .sort((a, b) => b.units - a.units || a.line.localeCompare(b.line));
}

/**
 * What becomes of each want when the maker of a line stops: gone with its computers, or on without updates
 * and spares.
 */
export const makerStops = (design: Design, plan: Plan, line: string): Loss[] =>
  losses(design, plan, (pick) => {
    const parts = [pick.option, pick.companion, pick.via, pick.hub]
      .flatMap((id) => option(design, id) ?? [])
      .filter((one) => one.line === line);
    const [first] = parts;
    if (!first) return undefined;
    const cloud = parts.find((one) => one.cloud || one.account);
    if (cloud) return { stops: true, text: `${cloud.name} stops when its maker's computers do` };
    const closed = parts.find((one) => one.controls?.closed);
    if (closed)
      return { stops: false, text: `${closed.name} takes only its own line: what breaks cannot be replaced` };
    return {
      stops: false,
      text: `${first.name} goes on without updates${first.controls ? "" : `; another ${first.protocol} device can take its place`}`,
    };
  });

export interface Room {
  controller: string;
  protocol: OptionRow["protocol"];
  devices: number;
  holds: number;
  /** With the further devices on it. */
  after: number;
  fits: boolean;
}

/** Can each radio of a plan hold so many more? */
export const addMore = (design: Design, plan: Plan, more: number): Room[] =>
  [...plan.hubs, ...plan.addons]
    .flatMap((controller) => {
      const row = option(design, controller.option)!;
      return (row.controls?.radios ?? []).map((radio) => {
        const used = controller.radios.find((one) => one.protocol === radio.protocol)?.devices ?? 0;
        return {
          controller: row.name,
          protocol: radio.protocol,
          devices: used,
          holds: radio.devices,
          after: used + more,
          fits: used + more <= radio.devices,
        };
      });
    })
    .filter(
      (room) => room.devices > 0 || ["Zigbee", "Z-Wave", "Thread", "house bus"].includes(room.protocol),
    );
