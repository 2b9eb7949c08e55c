/**
 * Ways a device can be carried: a radio or wired port of a hub, of a coordinator in it, or of a bridge
 * behind it.
 */
import { type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { TrialRow } from "../../design/rows/register";
import { lastTrials } from "../register/trials";
import type { Ability, OptionRow, WantRow } from "../../design/rows/choose";
import { FUNCTIONS } from "./functions";

export interface Carrier {
  /** Stable: "hub protocol" or "hub+addon protocol". */
  key: string;
  hub: OptionRow;
  /** Coordinator or bridge in between. */
  via?: OptionRow;
  protocol: OptionRow["protocol"];
  /** Devices it can hold. */
  devices: number;
  /** What was found when options were tried with it, by option; absent where nothing was. */
  tried?: ReadonlyMap<string, TrialRow>;
}

/** Works with the internet down. */
export const carrierIsLocal = ({ hub, via }: Carrier) =>
  hub.local && !hub.cloud && (!via || (via.local && !via.cloud));

/** Which school the design follows on parts that nobody supports as a finished product. */
const ownParts = (design: Design) => design.design.schools?.bespoke === "own parts, upkeep counted";

/** Why an option is out of the question in this design, whatever the want; undefined where it is not. */
export const barred = (design: Design, option: OptionRow): string | undefined =>
  (option.upkeepH ?? 0) > 0 && !ownParts(design)
    ? `takes ${option.upkeepH} h of upkeep a year, and this design keeps to supported parts`
    : undefined;

/** Every controller of the catalogue that the design's school lets in, and those that stand in the house. */
export const controllersOf = memo("controllersOf", (design): OptionRow[] => {
  const standing = new Set(design.hubs.map((row) => row.option));
  return design.options.filter(
    (option) => option.controls && (standing.has(option.id) || !barred(design, option)),
  );
});

/** Can this coordinator or bridge belong to that hub? */
export const belongs = (addon: OptionRow, hub: OptionRow) =>
  addon.kind === "coordinator"
    ? (hub.controls!.sticks ?? 0) > 0
    : addon.kind === "bridge" && hub.controls!.bridges === true;

/** All carriers that can be had. */
export const carriersOf = memo("carriersOf", (design): Carrier[] => {
  const found = foundOf(design);
  return bareCarriers(design).map((carrier) => {
    // Both count: the one it was paired with, and the hub behind it.
    const own = [carrier.hub, ...(carrier.via ? [carrier.via] : [])].flatMap(({ id }) => [
      ...(found.get(id) ?? []),
    ]);
    return own.length ? { ...carrier, tried: new Map(own) } : carrier;
  });
});

/** Trials that found something lacking, by controller and option. */
function foundOf(design: Design): ReadonlyMap<string, ReadonlyMap<string, TrialRow>> {
  const found = new Map<string, Map<string, TrialRow>>();
  for (const row of lastTrials(design).values()) {
    if (row.result === "works") continue;
    const own = found.get(row.with) ?? new Map<string, TrialRow>();
    own.set(row.option, row);
    found.set(row.with, own);
  }
  return found;
}

function bareCarriers(design: Design): Carrier[] {
  const controllers = controllersOf(design);
  const hubs = controllers.filter((option) => option.kind === "hub");
  const addons = controllers.filter((option) => option.kind !== "hub");
  return hubs.flatMap((hub) => [
    ...hub.controls!.radios.map((radio): Carrier => ({
      key: `${hub.id} ${radio.protocol}`,
      hub,
      protocol: radio.protocol,
      devices: radio.devices,
    })),
    ...addons
      .filter((via) => belongs(via, hub))
      .flatMap((via) =>
        via.controls!.radios.map((radio): Carrier => ({
          key: `${hub.id}+${via.id} ${radio.protocol}`,
          hub,
          via,
          protocol: radio.protocol,
          devices: radio.devices,
        })),
      ),
  ]);
}

/** Why a carrier cannot carry this option for this want; undefined where it can. */
export function carrierAgainst(carrier: Carrier, want: WantRow, option: OptionRow): string | undefined {
  const { hub, via } = carrier;
  const last = via ?? hub;
  if (carrier.protocol !== option.protocol) return `${last.name} does not speak ${option.protocol}`;
  if (last.controls!.closed && option.line !== last.line) return `${last.name} takes only its own line`;
  if (FUNCTIONS[want.function].engine && !hub.controls!.engine) return `${hub.name} runs no automations`;
  if ((want.critical || want.localOnly) && !carrierIsLocal(carrier))
    return `${carrier.via && !carrier.via.local ? carrier.via.name : hub.name} needs the internet`;
  const keeps = via?.kind === "bridge" ? (via.controls!.keeps ?? []) : undefined;
  const lost = keeps && want.needs.find((need) => option.can.includes(need) && !keeps.includes(need));
  if (lost) return `${via!.name} loses “${lost}” on the way`;
  const trial = carrier.tried?.get(option.id);
  if (trial?.result === "does not pair")
    return `did not pair with ${last.name} when it was tried on ${trial.on}`;
  const lacking = trial && want.needs.find((need) => trial.lost.includes(need));
  if (lacking) return `lost “${lacking}” with ${last.name} when it was tried on ${trial.on}`;
  return undefined;
}

/** Abilities an option still has behind a carrier. */
export const abilitiesBehind = (option: OptionRow, carrier?: Carrier): Ability[] => {
  const keeps = carrier?.via?.kind === "bridge" ? (carrier.via.controls!.keeps ?? []) : undefined;
  const lost = carrier?.tried?.get(option.id)?.lost ?? [];
  return (keeps ? option.can.filter((ability) => keeps.includes(ability)) : option.can).filter(
    (ability) => !lost.includes(ability),
  );
};
