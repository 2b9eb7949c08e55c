/** What stage 9 gives the desk. */
import { byId } from "#core/design/collections";
import type { StageParts } from "../../desk/parts";
import { lazily } from "../../kit/lazily";
import { BridgesSummary } from "./summary";

export const parts: StageParts = {
  stage: "bridges",
  Summary: BridgesSummary,
  inspectors: { exposures: lazily(() => import("./exposure-inspector")) },
  rows: {
    ecosystems: {
      names: {
        accepts: "Takes",
        keeps: "Lets people do",
        port: "Looks at port",
        uncertified: "A bridge that is not certified",
        maxDevices: "Most devices",
        roomsCarry: "Rooms carry over",
        speech: "Speech worked out",
        local: "Works without the internet",
        factorFor: "Can ask a second factor for",
        several: "Where several are meant",
        byCode: "Joins by a bridge's code",
        byShare: "Can be let in by another",
        shares: "Can let others in",
        joinMin: "To join",
        openMin: "To open it for another",
        holder: "Whose phone",
      },
      hints: {
        keeps: "All that its types can, where nothing is ticked",
        network: "The network it must be in, by name",
        maxDevices: "Empty: no limit is known",
      },
    },
    bridges: {
      only: [
        "name",
        "host",
        "port",
        "network",
        "filter",
        "certified",
        "multicast",
        "maxDevices",
        "watchdog",
        "restart",
        "joined",
      ],
      names: {
        host: "Runs on",
        multicast: "Multicast and IPv6 get through",
        maxDevices: "Most devices",
        watchdog: "Started again when it hangs",
        restart: "Started anew",
        joined: "Who has joined",
      },
      hints: {
        host: "A controller or device: two bridges on one host want a port each",
        filter: "Without one it takes what the matrix shows through it",
      },
      Extra: lazily(() => import("./bridge-extra")),
    },
    pairs: {
      title: (design, row) =>
        `${byId(design, "devices").get(row.left)?.name} and ${byId(design, "devices").get(row.right)?.name}`,
      names: {
        left: "One",
        right: "Other",
        way: "Goes",
        ecosystem: "Over",
        leftDown: "One, while the link is down",
        rightDown: "Other, while the link is down",
      },
      words: () => ({
        way: {
          both: "both ways",
          "left to right": "one commands the other",
          "right to left": "other commands the one",
        },
      }),
      Extra: lazily(() => import("./pair-extra")),
      caution: () => "Locks, doors and heat are not kept in step over somebody else's computers.",
    },
  },
  commands: [
    { text: "Order of joining", hint: "view of Bridges", path: "bridges?view=joining" },
    { text: "Pairs kept in step", hint: "view of Bridges", path: "bridges?view=pairs" },
    {
      text: "Spoken names, and what a sentence reaches",
      hint: "view of Bridges",
      path: "bridges?view=names",
    },
    { text: "Bridges and ecosystems", hint: "view of Bridges", path: "bridges?view=bridges" },
    { text: "Save who sees what as CSV", hint: "command", path: "csv/who-sees-what", file: true },
  ],
  finds: (design) => [
    ...design.ecosystems.map(({ id, name }) => ({
      in: "ecosystems" as const,
      id,
      text: name,
      hint: "ecosystem",
    })),
    ...design.bridges.map(({ id, name }) => ({ in: "bridges" as const, id, text: name, hint: "bridge" })),
  ],
};
