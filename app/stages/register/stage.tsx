/** What stage 8 gives the desk. */
import { byId } from "#core/design/collections";
import type { StageParts } from "../../desk/parts";
import { RegisterSummary } from "./summary";
import { lazily } from "../../kit/lazily";

export const parts: StageParts = {
  stage: "register",
  Summary: RegisterSummary,
  inspectors: { devices: lazily(() => import("./device-inspector")) },
  rows: {
    networks: {
      names: { cidr: "Addresses", vlan: "VLAN", poolFrom: "Given out from", poolTo: "Given out to" },
      hints: {
        cidr: "First address and length: 192.168.10.0/24",
        poolFrom: "By the router, to whoever asks: no fixed address lies in it",
      },
    },
    reservations: { names: { device: "For the device" } },
    keys: {
      only: ["name", "kind", "device", "person"],
      names: { person: "Whose it is" },
      caution: () =>
        "Least exposure: one a person, none on a label; no voice unlock without a second factor.",
    },
    stepTemplates: {
      names: { needs: "Keeps busy", how: "What to do" },
      caution: (row) => row.caution,
    },
    trials: {
      title: (design, row) =>
        `${byId(design, "options").get(row.option)?.name} with ${byId(design, "options").get(row.with)?.name}`,
      names: { with: "Tried with", result: "Found", oneWay: "Says nothing back", on: "Day", by: "Tried by" },
      hints: { lost: "In the words of the catalogue: dim, colour, position, energy metering, …" },
    },
    firmwares: {
      title: (design, row) => `${byId(design, "options").get(row.option)?.name}, ${row.version}`,
      names: { on: "Out since", least: "Nothing older will do", why: "For what", wayBack: "One can go back" },
    },
    visits: {
      names: { on: "Day", everyMonths: "Every so many months", doneOn: "Done on", by: "Done by" },
    },
    documents: { names: { where: "Where it is", on: "Of the day" } },
  },
  commands: [
    { text: "Commission on site", hint: "page for a phone", path: "commission" },
    { text: "What is left to commission", hint: "view of Register", path: "register?view=commissioning" },
    { text: "Plan a day of commissioning", hint: "view of Register", path: "register?view=day" },
    { text: "Addresses, hosts and topics", hint: "view of Register", path: "register?view=addresses" },
    { text: "Cells, firmware, spares, calendar", hint: "view of Register", path: "register?view=upkeep" },
    { text: "Trials: what works with what", hint: "view of Register", path: "register?view=trials" },
    { text: "Codes and keys", hint: "view of Register", path: "register?view=keys" },
    { text: "Bring in devices from a table", hint: "view of Register", path: "register?view=bring" },
    { text: "Save the register as CSV", hint: "command", path: "csv/register", file: true },
    { text: "Save the maintenance calendar", hint: "command", path: "calendar", file: true },
    { text: "Save device labels as PDF", hint: "command", path: "labels/a4-65?of=devices", file: true },
  ],
  finds: (design) => [
    ...design.devices.map(({ id, name }) => ({ in: "devices" as const, id, text: name, hint: "device" })),
    ...design.networks.map(({ id, name }) => ({ in: "networks" as const, id, text: name, hint: "network" })),
    ...design.keys.map(({ id, name }) => ({ in: "keys" as const, id, text: name, hint: "key" })),
  ],
};
