/** May this option meet that want at its place? Every reason against it, in words. */
import { byId, type Design } from "../../design/collections";
import type { OptionRow, WantNeed, WantRow } from "../../design/rows/choose";
import { barred } from "./carriers";
import { unitCost, type Split } from "./cost";
import { FUNCTIONS } from "./functions";
import { loadClassOf, plannedW } from "./loads";
import { cableBan, inTheWiring, isCutOff, leaseOf, needsCable, switchesOf } from "./site";

const LACKS: Readonly<Record<WantNeed, string>> = {
  dim: "does not dim",
  "tunable white": "has one white only",
  colour: "has no colour",
  "hold to dim": "does not dim while a button is held",
  "energy metering": "does not meter",
  "battery only": "needs a supply, and there is none",
  outdoor: "is not made for outdoors",
  quiet: "is heard when it works",
  fast: "answers too slowly",
};

/**
 * Money for all units of a want before anything runs: bought and fitted, cable and a switch beside it
 * included.
 */
export const upfront = (want: WantRow, unit: Split) => (unit.buy + unit.fit) * want.count;

/** A want's budget covers all of it together. */
export const withinBudget = (want: WantRow, unit: Split) =>
  want.budget === undefined || upfront(want, unit) <= want.budget + 1e-9;

/** Load of one unit against what may be planned on the option. */
function loadAgainst(design: Design, want: WantRow, option: OptionRow): string[] {
  if (want.loadW === undefined) return [];
  const reasons: string[] = [];
  const planned = plannedW(option, design.design.mainsV, loadClassOf(want.function));
  if (planned && want.loadW > planned.limitW)
    reasons.push(
      `holds ${Math.round(planned.limitW)} W (${planned.source}), and the load is ${want.loadW} W`,
    );
  const least = option.kind === "lamp" ? undefined : option.ratings?.minW;
  if (least !== undefined && want.loadW < least)
    reasons.push(`needs at least ${least} W, and the load is ${want.loadW} W`);
  return reasons;
}

/** What the box at the want's switch says against an option that goes into it. */
function boxAgainst(design: Design, want: WantRow, option: OptionRow): string[] {
  if (!option.fit || option.kind === "lamp" || option.kind === "in-line dimmer") return [];
  const reasons: string[] = [];
  for (const row of switchesOf(design, want)) {
    if (option.fit.neutral && row.neutral !== "yes")
      reasons.push(
        row.neutral === "no"
          ? `needs a neutral, and ${row.name} has none`
          : `needs a neutral, and nobody knows whether ${row.name} has one`,
      );
    if (
      option.fit.boxDepthMm !== undefined &&
      row.boxDepthMm !== undefined &&
      row.boxDepthMm < option.fit.boxDepthMm
    )
      reasons.push(`needs a box ${option.fit.boxDepthMm} mm deep, and ${row.name} has ${row.boxDepthMm} mm`);
    if (reasons.length) break;
  }
  return reasons;
}

/** What an option is in a unit: all of it, a lamp with a switch in decoupled mode beside it, or that switch. */
export type Role = "alone" | "with a switch" | "beside a lamp";

const AT_THE_SWITCH = new Set<OptionRow["kind"]>(["insert", "switch", "dimmer"]);

function schoolAgainst(design: Design, want: WantRow, option: OptionRow, role: Role): string[] {
  const { schools } = design.design;
  const reasons: string[] = [];
  const bar = barred(design, option);
  if (bar) reasons.push(bar);
  if (
    role !== "beside a lamp" &&
    want.function === "light" &&
    schools?.lampOrSwitch === "lamps everywhere" &&
    option.kind !== "lamp"
  )
    reasons.push("is no lamp, and this design puts smart lamps everywhere");
  const colour = want.needs.includes("colour") || want.needs.includes("tunable white");
  if (
    want.function === "light" &&
    schools?.lampOrSwitch === "switch where it is enough" &&
    option.kind === "lamp" &&
    !colour
  )
    reasons.push("is a lamp where a switch is enough");
  const remembers = option.dimming === "remembered level";
  if (want.function === "remote" && schools?.remoteDimming === "steps" && remembers)
    reasons.push("remembers the level itself, and this design takes relative steps");
  if (
    want.function === "remote" &&
    schools?.remoteDimming === "remembered level" &&
    want.needs.includes("hold to dim") &&
    !remembers
  )
    reasons.push("does not remember the level, and this design's remotes do");
  if (
    ["shade", "chain shade", "curtain"].includes(want.function) &&
    schools?.shadePower &&
    schools.shadePower !== "any" &&
    option.supply !== schools.shadePower
  )
    reasons.push(`is fed by ${option.supply}, and this design's shades by ${schools.shadePower}`);
  return reasons;
}

/**
 * Reasons why `option` cannot meet `want` in its role, none where it can. Carriers are another question
 * (carriers.ts).
 */
export function reasonsAgainst(
  design: Design,
  want: WantRow,
  option: OptionRow,
  role: Role = "alone",
): string[] {
  if (!option.serves.includes(want.function)) return [`is no ${FUNCTIONS[want.function].name}`];
  const reasons: string[] = [];
  if (want.option !== undefined && want.option !== option.id)
    reasons.push(`${byId(design, "options").get(want.option)?.name ?? want.option} is settled for it`);
  // A lamp outdoors is worked by what sits at its switch indoors.
  const indoors = want.function === "light" && AT_THE_SWITCH.has(option.kind);
  for (const need of want.needs)
    if (!option.can.includes(need) && !(need === "outdoor" && indoors)) reasons.push(LACKS[need]);
  if ((want.critical || want.localOnly) && (option.cloud || !option.local))
    reasons.push("needs the internet, and this must work without");
  if (want.guest && FUNCTIONS[want.function].byHand && !option.can.includes("by hand") && role === "alone")
    reasons.push("leaves nothing on the wall a guest could use");
  if (role === "alone" && isCutOff(design, want, option))
    reasons.push("would be cut off by the switch that works its leg");
  reasons.push(...boxAgainst(design, want, option), ...loadAgainst(design, want, option));
  const ban = needsCable(option) ? cableBan(design, want.room) : undefined;
  if (ban) reasons.push(`needs new cable, and none may be laid there (${ban})`);
  const lease = inTheWiring(option) ? leaseOf(design) : undefined;
  if (lease) reasons.push(`goes into the fixed wiring, and that stays as it is (${lease})`);
  // A lamp with a switch is held against the budget with that switch, when it is known which (candidates.ts).
  if (want.budget !== undefined && role !== "beside a lamp") {
    const unit = unitCost(design, want, option);
    if (!withinBudget(want, unit))
      reasons.push(
        `costs ${upfront(want, unit).toFixed(0)} to buy and fit${needsCable(option) ? ", its cable included" : ""}, over its budget of ${want.budget.toFixed(0)}`,
      );
  }
  reasons.push(...schoolAgainst(design, want, option, role));
  return reasons;
}
