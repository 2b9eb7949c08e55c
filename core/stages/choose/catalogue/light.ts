/** Lamps, inserts, switches, dimmers, relays, plugs, keypads and remotes of the standard catalogue. */
import type { Ability, OptionRow } from "../rows";
import { cells, CLOUD, line } from "./line";

type Air = "Zigbee" | "Z-Wave" | "Thread" | "Matter over Wi-Fi" | "Wi-Fi" | "Bluetooth LE";

const lamp = (id: string, name: string, protocol: Air, can: Ability[], price: number, letter: string, holeMm?: number): OptionRow =>
  line(id, "lamp", name, protocol, "mains", ["light"], ["dim", "quiet", ...can], price, {
    labourMin: holeMm ? 30 : 5, watts: 0.5, line: letter, ratings: { maxW: 9, ...(id.endsWith("-fire") ? { fireMin: 60 } : {}) }, ...(holeMm ? { fit: { holeMm, bezelMm: holeMm + 12, depthMm: 68 } } : {}), ...(protocol === "Wi-Fi" ? CLOUD : {}),
  });

/** An insert goes behind the switch that is there: the switch stays, and a hand works it with the hub off. */
const insert = (id: string, name: string, protocol: Air | "house bus", price: number, letter: string, { dims = false, neutral = true, meters = false, minW = 0, maxW = 1200, links = false, depth = 20 }): OptionRow =>
  line(id, "insert", name, protocol, protocol === "house bus" ? "bus" : "mains", ["light"], ["by hand", "decoupled", ...(dims ? (["dim", "hold to dim"] as const) : []), ...(meters ? (["energy metering"] as const) : []), ...(links ? (["direct link"] as const) : []), "quiet", "fast"], price, {
    labourMin: 40, line: letter, ratings: { minW, maxW }, fit: { neutral, boxDepthMm: depth + 15, depthMm: depth },
  });

const wallSwitch = (id: string, kind: "switch" | "dimmer", name: string, protocol: Air, price: number, letter: string, { neutral = true, minW = 0, maxW = 800, decoupled = false, ledW = 0, links = false }): OptionRow =>
  line(id, kind, name, protocol, "mains", ["light", "wall control"], ["by hand", "quiet", "fast", ...(kind === "dimmer" ? (["dim", "hold to dim"] as const) : []), ...(decoupled ? (["decoupled"] as const) : []), ...(links ? (["direct link"] as const) : [])], price, {
    labourMin: 35, line: letter, buttons: 2, dimming: kind === "dimmer" ? "hold" : "none", ratings: { minW, maxW, ...(ledW ? { ledW } : {}) }, fit: { neutral, boxDepthMm: 35, depthMm: 28 },
  });

const plug = (id: string, name: string, protocol: Air, amps: number, meters: boolean, price: number, letter: string, can: Ability[] = []): OptionRow =>
  line(id, "plug", name, protocol, "mains", ["socket"], ["by hand", "quiet", ...(meters ? (["energy metering"] as const) : []), ...can], price, { labourMin: 5, line: letter, ratings: { amps }, ...(protocol === "Wi-Fi" ? CLOUD : {}) });

const relay = (id: string, name: string, protocol: Air | "house bus" | "RS-485" | "433 MHz", amps: number, meters: boolean, price: number, letter: string, can: Ability[] = []): OptionRow =>
  line(id, "relay", name, protocol, protocol === "house bus" ? "bus" : "mains", ["fixed load", "light"], ["fast", ...(meters ? (["energy metering"] as const) : []), ...can], price, { labourMin: 45, line: letter, ratings: { amps, maxW: amps * 230 }, fit: { neutral: true } });

const keypad = (id: string, name: string, protocol: Air | "house bus" | "433 MHz", supply: OptionRow["supply"], buttons: number, price: number, letter: string, extra: Parameters<typeof line>[8] = {}): OptionRow =>
  line(id, "keypad", name, protocol, supply, ["wall control"], ["quiet", "fast", ...(supply === "battery" ? (["battery only"] as const) : []), ...(extra.dimming && extra.dimming !== "none" ? (["dim", "hold to dim"] as const) : []), ...(protocol !== "433 MHz" ? (["direct link"] as const) : [])], price, { buttons, line: letter, labourMin: supply === "battery" ? 8 : 30, watts: supply === "bus" ? 0.4 : 0, ...extra });

const remote = (id: string, name: string, protocol: Air | "433 MHz" | "infrared", buttons: number, dimming: OptionRow["dimming"], price: number, letter: string, cell: Parameters<typeof line>[8], can: Ability[] = []): OptionRow =>
  line(id, "remote", name, protocol, "battery", ["remote"], ["battery only", "quiet", ...(dimming === "none" ? [] : (["dim"] as const)), ...(dimming === "hold" || dimming === "steps" || dimming === "remembered level" ? (["hold to dim"] as const) : []), ...can], price, { buttons, dimming, line: letter, labourMin: 4, ...cell });

export const LIGHT: readonly OptionRow[] = [
  lamp("lamp-zb-white", "Lamp, white, E27", "Zigbee", [], 11, "B"),
  lamp("lamp-zb-tunable", "Lamp, tunable white, E27", "Zigbee", ["tunable white"], 17, "B"),
  lamp("lamp-zb-colour", "Lamp, colour, E27", "Zigbee", ["tunable white", "colour"], 29, "B"),
  lamp("lamp-zb-spot", "Spot, tunable white, GU10", "Zigbee", ["tunable white"], 16, "D"),
  lamp("lamp-zb-spot-colour", "Spot, colour, GU10", "Zigbee", ["tunable white", "colour"], 27, "D"),
  lamp("lamp-zb-candle", "Candle lamp, white, E14", "Zigbee", [], 12, "D"),
  lamp("lamp-zb-down", "Downlight, tunable white, for a 92 mm hole", "Zigbee", ["tunable white"], 34, "D", 92),
  lamp("lamp-zb-down-fire", "Downlight, fire rated, for a 76 mm hole", "Zigbee", ["tunable white"], 41, "D", 76),
  lamp("lamp-zb-outdoor", "Outdoor lamp, white", "Zigbee", ["outdoor"], 38, "B"),
  lamp("lamp-zb-outdoor-colour", "Outdoor lamp, colour", "Zigbee", ["outdoor", "tunable white", "colour"], 62, "B"),
  lamp("lamp-th-colour", "Lamp, colour, E27, Thread", "Thread", ["tunable white", "colour"], 22, "L"),
  lamp("lamp-th-white", "Lamp, white, E27, Thread", "Thread", [], 13, "L"),
  lamp("lamp-mw-colour", "Lamp, colour, E27, Matter over Wi-Fi", "Matter over Wi-Fi", ["tunable white", "colour"], 15, "M"),
  lamp("lamp-mw-white", "Lamp, white, E27, Matter over Wi-Fi", "Matter over Wi-Fi", [], 9, "M"),
  lamp("lamp-wf-colour", "Lamp, colour, E27, Wi-Fi", "Wi-Fi", ["tunable white", "colour"], 9, "M"),
  lamp("lamp-bt-white", "Lamp, white, E27, Bluetooth LE", "Bluetooth LE", [], 8, "G"),

  insert("insert-zb-relay", "Insert, on and off, needs a neutral", "Zigbee", 21, "D", { links: true }),
  insert("insert-zb-relay-nn", "Insert, on and off, no neutral", "Zigbee", 26, "D", { neutral: false, minW: 3, maxW: 400 }),
  insert("insert-zb-dim", "Insert, dimming, needs a neutral", "Zigbee", 34, "D", { dims: true, maxW: 250, links: true }),
  insert("insert-zb-dim-nn", "Insert, dimming, no neutral", "Zigbee", 39, "D", { dims: true, neutral: false, minW: 10, maxW: 200 }),
  insert("insert-zw-relay", "Insert, metering, needs a neutral", "Z-Wave", 41, "H", { meters: true, maxW: 2500, links: true }),
  insert("insert-zw-dim", "Insert, dimming, with or without a neutral", "Z-Wave", 52, "H", { dims: true, neutral: false, minW: 8, maxW: 250, meters: true, links: true }),
  insert("insert-th-relay", "Insert, on and off, Thread", "Thread", 36, "L", {}),
  insert("insert-mw-relay", "Insert, on and off, Matter over Wi-Fi", "Matter over Wi-Fi", 17, "M", { meters: true }),
  insert("insert-bus", "Insert, two inputs, house bus", "house bus", 48, "F", { depth: 15 }),
  wallSwitch("switch-zb", "switch", "Wall switch, decoupled mode", "Zigbee", 29, "D", { decoupled: true, links: true }),
  wallSwitch("switch-zb-nn", "switch", "Wall switch, no neutral", "Zigbee", 33, "D", { neutral: false, minW: 3, maxW: 300, decoupled: true }),
  wallSwitch("switch-zw", "switch", "Wall switch, decoupled mode, Z-Wave", "Z-Wave", 47, "H", { decoupled: true, links: true }),
  wallSwitch("switch-mw", "switch", "Wall switch, Matter over Wi-Fi", "Matter over Wi-Fi", 26, "M", {}),
  wallSwitch("dimmer-zb", "dimmer", "Wall dimmer, trailing edge", "Zigbee", 44, "D", { neutral: false, minW: 5, maxW: 250, ledW: 150, links: true }),
  wallSwitch("dimmer-zw", "dimmer", "Wall dimmer, Z-Wave", "Z-Wave", 59, "H", { neutral: true, minW: 3, maxW: 300, ledW: 150, links: true }),
  wallSwitch("dimmer-th", "dimmer", "Wall dimmer, Thread", "Thread", 55, "L", { neutral: true, minW: 3, maxW: 200, ledW: 120 }),
  line("inline-zb", "in-line dimmer", "In-line dimmer, at the lamp", "Zigbee", "mains", ["light"], ["dim", "quiet"], 28, { labourMin: 35, line: "B", ratings: { minW: 3, maxW: 150 }, fit: { neutral: true } }),
  line("inline-zw", "in-line dimmer", "In-line dimmer, at the lamp, Z-Wave", "Z-Wave", "mains", ["light"], ["dim", "quiet", "direct link"], 49, { labourMin: 35, line: "H", ratings: { minW: 5, maxW: 200, ledW: 150 }, fit: { neutral: true } }),
  line("inline-tunable", "in-line dimmer", "In-line driver, tunable white, 24 V strip", "Zigbee", "mains", ["light"], ["dim", "tunable white", "quiet"], 36, { labourMin: 60, line: "D", ratings: { maxW: 144, ledW: 144 } }),
  line("inline-colour", "in-line dimmer", "In-line driver, colour, 24 V strip", "Zigbee", "mains", ["light"], ["dim", "tunable white", "colour", "quiet"], 42, { labourMin: 60, line: "D", ratings: { maxW: 144, ledW: 144 } }),
  line("dali-driver", "in-line dimmer", "DALI driver, tunable white", "DALI", "mains", ["light"], ["dim", "tunable white", "quiet", "fast"], 47, { labourMin: 50, supportYears: 15, ratings: { maxW: 50, ledW: 50 } }),
  line("dimmer-cabinet", "dimmer", "Cabinet dimmer channel, house bus", "house bus", "bus", ["light"], ["dim", "hold to dim", "by hand", "quiet", "fast"], 62, { labourMin: 60, line: "F", ratings: { minW: 2, maxW: 400, ledW: 250 }, watts: 0.6 }),

  plug("plug-zb-10", "Plug, 10 A", "Zigbee", 10, false, 13, "D"),
  plug("plug-zb-13", "Plug, metering, 13 A", "Zigbee", 13, true, 19, "D"),
  plug("plug-zb-16", "Plug, metering, 16 A", "Zigbee", 16, true, 22, "D"),
  plug("plug-zb-out", "Outdoor plug, metering, 16 A", "Zigbee", 16, true, 34, "D", ["outdoor"]),
  plug("plug-zw-13", "Plug, metering, 13 A, Z-Wave", "Z-Wave", 13, true, 46, "H"),
  plug("plug-th-12", "Plug, metering, 12 A, Thread", "Thread", 12, true, 31, "L"),
  plug("plug-mw-13", "Plug, metering, 13 A, Matter over Wi-Fi", "Matter over Wi-Fi", 13, true, 17, "M"),
  plug("plug-wf-10", "Plug, 10 A, Wi-Fi", "Wi-Fi", 10, true, 9, "M"),
  plug("plug-bt-10", "Plug, 10 A, Bluetooth LE", "Bluetooth LE", 10, false, 12, "G"),
  line("plug-433-13", "plug", "Plug, 13 A, 433 MHz", "433 MHz", "mains", ["socket"], ["by hand", "quiet"], 8, { labourMin: 10, ratings: { amps: 13 }, supportYears: 10 }),

  relay("relay-zb-10", "Relay, dry contact, 10 A", "Zigbee", 10, false, 23, "D"),
  relay("relay-zb-16", "Relay, metering, 16 A", "Zigbee", 16, true, 28, "D"),
  relay("relay-zw-16", "Relay, metering, 16 A, Z-Wave", "Z-Wave", 16, true, 49, "H", ["direct link"]),
  relay("relay-mw-16", "Relay, metering, 16 A, Matter over Wi-Fi", "Matter over Wi-Fi", 16, true, 21, "M"),
  relay("relay-433-10", "Relay, 10 A, 433 MHz", "433 MHz", 10, false, 12, "G"),
  relay("relay-bus-16", "Cabinet relay channel, 16 A, house bus", "house bus", 16, false, 34, "F", ["by hand"]),
  relay("relay-rs485-10", "Cabinet relay channel, 10 A, RS-485", "RS-485", 10, false, 14, "E"),

  keypad("keypad-bus-4", "Keypad, 4 keys", "house bus", "bus", 4, 96, "F", { dimming: "hold" }),
  keypad("keypad-bus-8", "Keypad, 8 keys, with a label field", "house bus", "bus", 8, 148, "F", { dimming: "hold" }),
  keypad("keypad-zb-2", "Battery switch, 2 keys", "Zigbee", "battery", 2, 19, "D", { dimming: "steps", ...cells("CR2450", 1, 3, 620) }),
  keypad("keypad-zb-4", "Battery switch, 4 keys", "Zigbee", "battery", 4, 24, "D", { dimming: "steps", ...cells("CR2450", 1, 3, 620) }),
  keypad("keypad-zb-light", "Battery switch, 4 keys, its own line", "Zigbee", "battery", 4, 22, "B", { dimming: "hold", ...cells("CR2450", 1, 3, 620) }),
  keypad("keypad-zw-4", "Battery switch, 4 keys, Z-Wave", "Z-Wave", "battery", 4, 44, "H", { dimming: "hold", ...cells("CR2477", 1, 3, 1000) }),
  keypad("keypad-th-4", "Battery switch, 4 keys, Thread", "Thread", "battery", 4, 33, "L", { dimming: "hold", ...cells("AAA", 2, 3, 1200) }),
  keypad("keypad-433-2", "Battery switch, 2 keys, 433 MHz", "433 MHz", "battery", 2, 9, "G", cells("CR2032", 1, 2, 225)),

  remote("remote-zb-1", "Remote, 1 button", "Zigbee", 1, "none", 9, "D", cells("CR2032", 1, 2, 225)),
  remote("remote-zb-2", "Remote, 2 buttons, hold to dim", "Zigbee", 2, "hold", 12, "B", cells("CR2032", 1, 2, 225)),
  remote("remote-zb-4", "Remote, 4 buttons, steps", "Zigbee", 4, "steps", 17, "B", cells("CR2450", 1, 3, 620), ["direct link"]),
  remote("remote-zb-5", "Remote, 5 buttons round a middle one", "Zigbee", 5, "steps", 18, "D", cells("AAA", 2, 3, 1200), ["direct link"]),
  remote("remote-zb-8", "Remote, 8 buttons, four scenes", "Zigbee", 8, "steps", 26, "D", cells("AAA", 2, 3, 1200)),
  remote("remote-zb-knob", "Knob, turn and press", "Zigbee", 1, "knob", 24, "D", cells("CR2450", 1, 2, 620)),
  remote("remote-zb-level", "Remote, 2 buttons, remembers the level", "Zigbee", 2, "remembered level", 11, "M", cells("CR2032", 1, 2, 225)),
  remote("remote-th-3", "Remote, 3 buttons, Thread", "Thread", 3, "hold", 22, "L", cells("AAA", 2, 3, 1200)),
  remote("remote-zw-4", "Remote, 4 buttons, Z-Wave", "Z-Wave", 4, "hold", 42, "H", cells("CR2450", 1, 3, 620), ["direct link"]),
  remote("remote-bt-2", "Remote, 2 buttons, Bluetooth LE", "Bluetooth LE", 2, "none", 10, "G", cells("CR2032", 1, 1, 225)),
  remote("remote-433-4", "Remote, 4 buttons, 433 MHz", "433 MHz", 4, "none", 8, "G", cells("A23", 1, 1, 55)),
];
