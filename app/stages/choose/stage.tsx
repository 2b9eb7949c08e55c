/** What stage 3 gives the desk. */
import { byId } from "#core/design/collections";
import { capital } from "#core/design/words";
import { FUNCTIONS } from "#core/stages/choose/functions";
import type { StageParts } from "../../desk/parts";
import { lazily, lazilyFrom } from "../../kit/lazily";

const ChooseSummary = lazily(() => import("./choose-summary"));
const inspector = () => import("./choose-inspector");

const LOADS =
  "Plan to 80 % of a rating, lower for motors and heaters; a heater or a motor that anything can switch on " +
  "unattended is a fire risk. Local codes and a licensed person decide.";
const LOCKS =
  "A release opens without power where codes ask for escape; no unlocking by voice without a second factor. " +
  "Local codes and a licensed person decide.";
const CHAINS = "A looped chain strangles: a tensioner or the drive holds it taut. Local codes decide.";
const MAINS =
  "Mains: isolate, lock off and prove dead before work. Local codes and a licensed person decide.";

/** Where what is wanted or bought can hurt. */
const CAUTIONS: Readonly<Record<string, string>> = {
  ...{ socket: LOADS, "fixed load": LOADS, relay: LOADS, plug: LOADS },
  ...{ lock: LOCKS, "access reader": LOCKS, "chain shade": CHAINS },
  ...{ insert: MAINS, switch: MAINS, dimmer: MAINS, "in-line dimmer": MAINS },
};

export const parts: StageParts = {
  stage: "choose",
  Summary: ChooseSummary,
  rows: {
    wants: {
      only: [
        ...["room", "count", "needs", "critical", "localOnly", "guest", "budget", "lampsEach", "loadW"],
        ...["leg", "problem", "option", "points"],
      ],
      names: {
        localOnly: "in the house, without the internet",
        guest: "guests work it by hand",
        budget: "At most",
        lampsEach: "Lamps each",
        loadW: "Load each",
        option: "Settled on",
      },
      hints: { option: "Every plan takes this one for it, whatever it costs." },
      title: (design, want) =>
        `${capital(FUNCTIONS[want.function].name)}, ${byId(design, "rooms").get(want.room)?.name ?? want.room}`,
      caution: (want) => CAUTIONS[want.function],
      Extra: lazilyFrom(inspector, (file) => file.WantWhy),
    },
    hubs: {
      only: ["name", "option", "keep", "closet", "point", "hub"],
      names: { keep: "it stands there and stays", hub: "Belongs to" },
      Extra: lazilyFrom(inspector, (file) => file.HubFacts),
    },
    plans: { only: ["name", "why"], Extra: lazilyFrom(inspector, (file) => file.PlanFacts) },
    options: {
      names: {
        can: "Can",
        labourMin: "Labour",
        watts: "Own power",
        upkeepH: "Upkeep",
        batteryMah: "Battery",
        batteryYears: "Cells last",
        yearly: "Subscription",
        supportYears: "Support",
        local: "works without the internet",
        cloud: "through somebody else's computers",
        account: "needs an account",
        routes: "passes messages on",
      },
      caution: (option) => CAUTIONS[option.kind],
      Extra: lazilyFrom(inspector, (file) => file.OptionFacts),
    },
  },
  commands: [{ text: "Save the catalogue as CSV", hint: "command", path: "csv/catalogue", file: true }],
  finds: (design) => [
    ...design.wants.map((want) => ({
      in: "wants" as const,
      id: want.id,
      text: `${FUNCTIONS[want.function].name}, ${byId(design, "rooms").get(want.room)?.name ?? want.room}`,
      hint: "want",
    })),
    ...design.options.map(({ id, name, kind }) => ({
      in: "options" as const,
      id,
      text: name,
      hint: `option, ${kind}`,
    })),
  ],
};
