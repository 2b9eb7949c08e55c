/** Hubs, coordinators and bridges of the standard catalogue. Invented, without makers; prices and limits typical. */
import type { OptionControls, OptionRow } from "../rows";
import { cells, CLOUD, line, type Extra } from "./line";

type Radios = [protocol: OptionRow["protocol"], devices: number][];
const radios = (list: Radios): OptionControls["radios"] => list.map(([protocol, devices]) => ({ protocol, devices }));

const hub = (id: string, name: string, price: number, list: Radios, controls: Omit<OptionControls, "radios">, extra: Extra = {}): OptionRow =>
  line(id, "hub", name, "Ethernet", "mains", [], [], price, { labourMin: 60, watts: 4, ...extra, controls: { radios: radios(list), ...controls } });

const coordinator = (id: string, name: string, price: number, list: Radios, controls: Omit<OptionControls, "radios"> = {}, extra: Extra = {}): OptionRow =>
  line(id, "coordinator", name, list[0]![0], controls.standsAlone ? "PoE" : "bus", [], [], price, { labourMin: 20, watts: controls.standsAlone ? 1.5 : 0.3, ...extra, controls: { radios: radios(list), ...controls } });

const bridge = (id: string, name: string, price: number, list: Radios, controls: Omit<OptionControls, "radios">, extra: Extra = {}): OptionRow =>
  line(id, "bridge", name, "Ethernet", "mains", [], [], price, { labourMin: 45, watts: 2, ...extra, controls: { radios: radios(list), ...controls } });

export const CONTROLLERS: readonly OptionRow[] = [
  hub("hub-voice", "Voice speaker, no radios", 49, [["Wi-Fi", 60], ["Matter over Wi-Fi", 60]], { voice: true }, { line: "A", watts: 2, labourMin: 15, ...CLOUD, supportYears: 5 }),
  hub("hub-voice-thread", "Voice speaker with Thread and routines", 99, [["Wi-Fi", 100], ["Matter over Wi-Fi", 100], ["Thread", 100]], { voice: true, engine: true }, { line: "A", watts: 3, labourMin: 15, ...CLOUD, supportYears: 5 }),
  hub("hub-light", "Lighting hub, its own line only", 59, [["Zigbee", 50]], { engine: true, closed: true }, { line: "B", watts: 1.5, labourMin: 20 }),
  hub("hub-shade", "Shade hub, its own line only", 149, [["868 MHz", 30]], { closed: true }, { line: "C", watts: 2, labourMin: 30 }),
  hub("hub-security", "Security gateway, its own line only", 119, [["868 MHz", 60]], { engine: true, closed: true }, { line: "K", watts: 4, yearly: 96, ...CLOUD, supportYears: 5 }),
  hub("hub-multi", "Multi-radio local hub", 340, [["Zigbee", 200], ["Z-Wave", 200], ["Thread", 150], ["Wi-Fi", 100], ["Matter over Wi-Fi", 100], ["Ethernet", 100], ["PoE", 100]], { engine: true, sticks: 1, bridges: true, devices: 500 }, { line: "D", watts: 7, supportYears: 8 }),
  hub("hub-multi-small", "Small local hub, Zigbee and Wi-Fi", 140, [["Zigbee", 80], ["Matter over Wi-Fi", 50], ["Wi-Fi", 50], ["Bluetooth LE", 30]], { engine: true, bridges: true, devices: 120 }, { line: "D", watts: 3, labourMin: 30, supportYears: 7 }),
  hub("hub-server", "Local automation server, no radios of its own", 210, [["Wi-Fi", 250], ["Matter over Wi-Fi", 250], ["Ethernet", 250], ["PoE", 250], ["RS-485", 32]], { engine: true, sticks: 4, bridges: true, devices: 1000 }, { line: "E", watts: 9, labourMin: 120, upkeepH: 3, supportYears: 8 }),
  hub("hub-cabinet", "Wired cabinet controller", 890, [["house bus", 192], ["RS-485", 64], ["contact", 64], ["analogue", 16], ["DALI", 64], ["1-Wire", 32], ["Ethernet", 64], ["PoE", 64]], { engine: true, bridges: true, devices: 400 }, { line: "F", watts: 12, labourMin: 240, supportYears: 15 }),
  hub("hub-zwave", "Z-Wave hub", 165, [["Z-Wave", 200]], { engine: true }, { line: "H", watts: 3, labourMin: 30 }),
  hub("hub-infrared", "Infrared and 433 MHz hub", 39, [["infrared", 30], ["433 MHz", 40]], { infrared: true }, { line: "G", watts: 1.5, labourMin: 20, supportYears: 4 }),
  hub("hub-bluetooth", "Bluetooth LE gateway with timers", 45, [["Bluetooth LE", 40]], { engine: true }, { line: "G", watts: 1, labourMin: 20, supportYears: 4 }),
  hub("hub-panel", "Wall panel with a hub in it", 420, [["Zigbee", 60], ["Matter over Wi-Fi", 60]], { engine: true, bridges: true }, { line: "J", watts: 6, labourMin: 75 }),

  coordinator("stick-zigbee", "Zigbee stick", 32, [["Zigbee", 100]], {}, { line: "E" }),
  coordinator("stick-zwave", "Z-Wave stick", 38, [["Z-Wave", 200]], {}, { line: "E" }),
  coordinator("stick-thread", "Thread stick", 34, [["Thread", 150]], {}, { line: "E" }),
  coordinator("stick-bluetooth", "Bluetooth LE stick", 16, [["Bluetooth LE", 30]], {}, { line: "E" }),
  coordinator("stick-433", "433 MHz transmitter stick", 22, [["433 MHz", 60]], {}, { line: "E", upkeepH: 1 }),
  coordinator("coordinator-zigbee-lan", "Zigbee coordinator on the network, own supply", 74, [["Zigbee", 200]], { standsAlone: true }, { line: "E", labourMin: 40 }),
  coordinator("coordinator-zwave-lan", "Z-Wave coordinator on the network, own supply", 96, [["Z-Wave", 200]], { standsAlone: true }, { line: "E", labourMin: 40 }),

  bridge("bridge-light", "Lighting bridge to the network", 59, [["Zigbee", 50]], { closed: true, keeps: ["dim", "colour", "tunable white", "direct link", "by hand", "battery only", "outdoor", "quiet"] }, { line: "B", watts: 1.5 }),
  bridge("bridge-shade", "Shade bridge to the network", 179, [["868 MHz", 30]], { closed: true, keeps: ["position", "quiet", "battery only", "by hand", "outdoor"] }, { line: "C" }),
  bridge("bridge-contact", "Contact inputs, 16, on the network", 124, [["contact", 16]], { keeps: ["battery only", "fast", "outdoor", "quiet", "by hand"] }, { line: "F", supportYears: 12 }),
  bridge("bridge-dali", "DALI line, 64 addresses, on the network", 260, [["DALI", 64]], { keeps: ["dim", "tunable white", "colour", "quiet", "fast", "by hand", "outdoor", "hold to dim"] }, { line: "F", supportYears: 12 }),
  bridge("bridge-bus", "House bus to the network", 310, [["house bus", 64]], { keeps: ["dim", "hold to dim", "position", "by hand", "fast", "quiet", "outdoor"] }, { line: "F", supportYears: 12 }),
  bridge("bridge-infrared", "Infrared bridge to the network", 29, [["infrared", 20]], { keeps: ["battery only", "quiet", "fast", "by hand"] }, { line: "G", supportYears: 4 }),
  bridge("bridge-433", "433 MHz bridge to the network", 35, [["433 MHz", 40]], { keeps: ["battery only", "quiet", "by hand", "outdoor"] }, { line: "G", supportYears: 4 }),

  line("panel-tablet", "panel", "Wall tablet, one layout", "Wi-Fi", "mains", ["panel"], ["quiet"], 210, { labourMin: 60, watts: 5, line: "J" }),
  line("panel-poe", "panel", "Wall panel over data cable", "PoE", "PoE", ["panel"], ["quiet", "fast"], 340, { labourMin: 60, watts: 6, line: "J" }),
  line("panel-paper", "panel", "Paper-white panel, battery", "Zigbee", "rechargeable", ["panel"], ["quiet", "battery only"], 130, { labourMin: 15, batteryYears: 1, line: "J" }),
  line("infrared-emitter", "infrared emitter", "Infrared emitter, Zigbee", "Zigbee", "mains", ["infrared"], ["quiet", "fast"], 26, { line: "G" }),
  line("infrared-wifi", "infrared emitter", "Infrared emitter, Wi-Fi", "Wi-Fi", "mains", ["infrared"], ["quiet"], 18, { line: "G", ...CLOUD, supportYears: 3 }),
  line("infrared-wired", "infrared emitter", "Infrared eye on a wire", "infrared", "mains", ["infrared"], ["quiet", "fast"], 9, { labourMin: 30 }),
  line("board-poe", "controller board", "Board, 8 inputs and 8 relays, over data cable", "PoE", "PoE", ["inputs and outputs", "fixed load"], ["fast"], 118, { labourMin: 120, watts: 4, line: "E", ratings: { amps: 10 } }),
  line("board-wifi", "controller board", "Board, 16 free pins, Wi-Fi", "Wi-Fi", "low voltage", ["inputs and outputs"], ["fast"], 14, { labourMin: 240, watts: 1, upkeepH: 3, updates: "by hand" }),
  line("board-bus", "controller board", "Board, 12 inputs and 4 analogue, house bus", "house bus", "bus", ["inputs and outputs"], ["fast"], 165, { labourMin: 90, watts: 0.8, line: "F" }),
  line("mast-bus", "weather mast", "Weather mast, wind, rain, light, house bus", "house bus", "bus", ["weather"], ["outdoor", "fast"], 310, { labourMin: 120, watts: 0.8, line: "F" }),
  line("mast-rs485", "weather mast", "Weather mast, ultrasonic wind, RS-485", "RS-485", "low voltage", ["weather"], ["outdoor", "fast"], 390, { labourMin: 120, watts: 1.2 }),
  line("mast-868", "weather mast", "Weather mast, radio, solar", "868 MHz", "solar", ["weather"], ["outdoor", "battery only"], 125, { labourMin: 60, line: "C" }),
  line("mast-zigbee", "weather mast", "Wind and rain sensor, Zigbee", "Zigbee", "battery", ["weather"], ["outdoor", "battery only"], 96, { labourMin: 60, line: "D", ...cells("AA", 2, 2, 2800) }),
];
