/** Can a control be linked to a device directly, so that it works with the hub off? */
import type { OptionRow } from "../../../design/rows/choose";

/** Protocols in which one end can be linked to another without a controller in between. */
const LINKS: Readonly<Partial<Record<OptionRow["protocol"], string>>> = {
  Zigbee: "a binding",
  "Z-Wave": "an association",
  Thread: "a binding",
  "house bus": "a group address",
  DALI: "a group",
};

const CONTROLS: readonly OptionRow["kind"][] = [
  "keypad",
  "remote",
  "switch",
  "insert",
  "dimmer",
  "presence sensor",
  "contact sensor",
];
const ACTS: readonly OptionRow["kind"][] = [
  "lamp",
  "insert",
  "switch",
  "dimmer",
  "in-line dimmer",
  "relay",
  "plug",
  "shade motor",
  "curtain runner",
  "chain drive",
];

export interface BindingAdvice {
  possible: boolean;
  verdict: string;
  reasons: string[];
}

/** `sameNetwork`: both are, or will be, on one network, which is one coordinator. */
export function adviseBinding(control: OptionRow, device: OptionRow, sameNetwork: boolean): BindingAdvice {
  const against: string[] = [];
  if (!CONTROLS.includes(control.kind)) against.push(`${control.name} sends no commands of its own`);
  if (!ACTS.includes(device.kind)) against.push(`${device.name} does nothing on a command`);
  const how = LINKS[control.protocol];
  if (control.protocol !== device.protocol)
    against.push(
      `${control.name} speaks ${control.protocol}, ${device.name} speaks ${device.protocol}: a link needs one language at both ends`,
    );
  else if (!how) against.push(`${control.protocol} has no direct link`);
  else {
    if (!control.can.includes("direct link"))
      against.push(`${control.name} cannot be linked: it reports to its controller only`);
    if (!sameNetwork) against.push("They are on two networks: every coordinator makes its own");
  }
  if (against.length)
    return {
      possible: false,
      verdict: "No direct link: with the hub off, this control does nothing",
      reasons: against,
    };
  const dims = device.can.includes("dim");
  return {
    possible: true,
    verdict: `Yes, by ${how}: it works with the hub off`,
    reasons: [
      dims && control.can.includes("hold to dim")
        ? "A held key dims it, in steps the device itself makes"
        : dims
          ? "Only on and off go over the link; it has no held key to dim by"
          : "On and off go over the link",
      "What the hub shows follows a moment later; an automation that sets the same device has to expect it",
    ],
  };
}
