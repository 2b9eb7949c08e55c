/**
 * What it would lay open to carry multicast from one network of the house into another, so that an ecosystem in the one
 * finds a bridge in the other: whatever is on either is found from the other as well.
 */
import type { Design } from "../../design/collections";
import { counted } from "../../design/words";
import { networkFor } from "../register/addresses";
import type { DeviceRow } from "../../design/rows/register";
import { thingsOf } from "./things";

/** What nobody should find who has no business with it. */
const GUARDED: Readonly<Partial<Record<string, string>>> = {
  "door lock": "lock",
  camera: "camera",
  "door station": "door station",
};

export interface Crossing {
  /** Devices on the network, by what they are. */
  devices: readonly DeviceRow[];
  /** "2 locks", "1 camera": those of them that nobody should find. */
  guarded: readonly string[];
}

/** The network that a text names: an id or a name of one. */
export const networkOf = (design: Design, text: string) =>
  design.networks.find(({ id, name }) => id === text || name === text);

export const networkName = (design: Design, text: string) => networkOf(design, text)?.name ?? text;

/** What could be found on a network from outside it. A network that the register does not know holds nothing known. */
export function laidOpen(design: Design, text: string): Crossing {
  const network = networkOf(design, text);
  const devices = network
    ? design.devices.filter((device) => networkFor(design, device)?.network.id === network.id)
    : [];
  const count = new Map<string, number>();
  for (const { id } of devices) {
    const thing = thingsOf(design).get(id);
    const word = thing?.danger === "disarm" ? "alarm" : GUARDED[thing?.type ?? ""];
    if (word) count.set(word, (count.get(word) ?? 0) + 1);
  }
  return { devices, guarded: [...count].map(([word, own]) => counted(own, word)) };
}

/** What crossing costs in safety, in a sentence. */
export function crossingCost(design: Design, from: string, to: string): string {
  const part = (of: string, seenFrom: string) => {
    const { devices, guarded } = laidOpen(design, of);
    return devices.length
      ? `${counted(devices.length, "device")} of ${networkName(design, of)}${guarded.length ? ` (${guarded.join(", ")} among them)` : ""} could be found from ${networkName(design, seenFrom)}`
      : undefined;
  };
  const parts = [part(from, to), part(to, from)].filter((one) => one !== undefined);
  return parts.length ? `Carried across, ${parts.join(", and ")}.` : "";
}
