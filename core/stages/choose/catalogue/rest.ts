/** Sensors, shades, doors and heating of the standard catalogue. */
import type { Ability, OptionRow, WantFunction } from "../rows";
import { cells, CLOUD, line, type Extra } from "./line";

type Kind = OptionRow["kind"];

/** A sensor on its own cells. */
const sensor = (id: string, kind: Kind, name: string, protocol: OptionRow["protocol"], serves: WantFunction, price: number, letter: string, cell: Extra, can: Ability[] = []): OptionRow =>
  line(id, kind, name, protocol, "battery", [serves], ["battery only", "quiet", ...can], price, { line: letter, labourMin: 8, ...cell });

/** A sensor on a cable. */
const wired = (id: string, kind: Kind, name: string, protocol: OptionRow["protocol"], serves: WantFunction, price: number, watts: number, letter: string, can: Ability[] = [], supply: OptionRow["supply"] = "bus"): OptionRow =>
  line(id, kind, name, protocol, supply, [serves], ["quiet", "fast", ...can], price, { line: letter, labourMin: 25, watts, supportYears: 12 });

const motor = (id: string, name: string, protocol: OptionRow["protocol"], supply: OptionRow["supply"], price: number, letter: string, can: Ability[], extra: Extra = {}): OptionRow =>
  line(id, "shade motor", name, protocol, supply, ["shade"], ["by hand", "position", ...(supply === "battery" || supply === "rechargeable" || supply === "solar" ? (["battery only"] as const) : []), ...can], price, { line: letter, labourMin: supply === "mains" ? 90 : 60, watts: supply === "mains" ? 0.5 : supply === "low voltage" ? 0.3 : 0, ...extra });

export const REST: readonly OptionRow[] = [
  sensor("motion-zb", "presence sensor", "Motion sensor", "Zigbee", "presence", 16, "D", cells("CR2450", 1, 2, 620)),
  sensor("motion-zb-out", "presence sensor", "Motion sensor, outdoor", "Zigbee", "presence", 39, "B", cells("AA", 2, 3, 2800), ["outdoor"]),
  sensor("motion-zw", "presence sensor", "Motion sensor with light and temperature, Z-Wave", "Z-Wave", "presence", 48, "H", cells("CR123A", 1, 2, 1500)),
  sensor("motion-th", "presence sensor", "Motion sensor, Thread", "Thread", "presence", 34, "L", cells("AAA", 2, 2, 1200)),
  sensor("motion-bt", "presence sensor", "Motion sensor, Bluetooth LE", "Bluetooth LE", "presence", 14, "G", cells("CR2450", 1, 1, 620)),
  sensor("motion-868", "presence sensor", "Motion sensor of a security set", "868 MHz", "presence", 36, "K", { ...cells("CR123A", 1, 3, 1500), ...CLOUD }),
  line("presence-zb-mains", "presence sensor", "Presence sensor, sees who sits still", "Zigbee", "mains", ["presence"], ["quiet", "fast"], 46, { line: "D", watts: 1.2 }),
  line("presence-mw-mains", "presence sensor", "Presence sensor, sees who sits still, Matter over Wi-Fi", "Matter over Wi-Fi", "mains", ["presence"], ["quiet", "fast"], 42, { line: "M", watts: 1.5 }),
  wired("motion-wired", "presence sensor", "Motion sensor, four-core", "contact", "presence", 24, 0.2, "F"),
  wired("motion-wired-out", "presence sensor", "Motion sensor, outdoor, four-core", "contact", "presence", 58, 0.3, "F", ["outdoor"]),
  wired("presence-bus", "presence sensor", "Presence sensor, ceiling, house bus", "house bus", "presence", 104, 0.4, "F"),

  sensor("contact-zb", "contact sensor", "Door and window contact", "Zigbee", "opening", 12, "D", cells("CR2032", 1, 2, 225), ["fast"]),
  sensor("contact-zb-out", "contact sensor", "Gate contact, outdoor", "Zigbee", "opening", 29, "D", cells("AA", 1, 3, 2800), ["outdoor", "fast"]),
  sensor("contact-zw", "contact sensor", "Door and window contact, Z-Wave", "Z-Wave", "opening", 34, "H", cells("CR123A", 1, 3, 1500), ["fast"]),
  sensor("contact-th", "contact sensor", "Door and window contact, Thread", "Thread", "opening", 25, "L", cells("CR2", 1, 2, 850), ["fast"]),
  sensor("contact-bt", "contact sensor", "Door and window contact, Bluetooth LE", "Bluetooth LE", "opening", 10, "G", cells("CR2032", 1, 1, 225)),
  sensor("contact-868", "contact sensor", "Door contact of a security set", "868 MHz", "opening", 24, "K", { ...cells("CR123A", 1, 4, 1500), ...CLOUD }),
  wired("contact-wired", "contact sensor", "Recessed contact, four-core", "contact", "opening", 7, 0, "F", ["outdoor"]),

  sensor("leak-zb", "leak sensor", "Leak sensor", "Zigbee", "leak", 14, "D", cells("CR2032", 1, 3, 225)),
  sensor("leak-zw", "leak sensor", "Leak sensor, Z-Wave", "Z-Wave", "leak", 39, "H", cells("CR123A", 1, 4, 1500)),
  sensor("leak-th", "leak sensor", "Leak sensor, Thread", "Thread", "leak", 28, "L", cells("AAA", 2, 3, 1200)),
  sensor("leak-wf", "leak sensor", "Leak sensor, Wi-Fi", "Wi-Fi", "leak", 18, "M", { ...cells("AAA", 2, 1, 1200), ...CLOUD }),
  wired("leak-wired", "leak sensor", "Leak probe, four-core", "contact", "leak", 16, 0.1, "F"),

  sensor("climate-zb", "climate sensor", "Temperature and damp sensor", "Zigbee", "climate sensing", 11, "D", cells("CR2450", 1, 2, 620)),
  sensor("climate-zb-out", "climate sensor", "Temperature and damp sensor, outdoor", "Zigbee", "climate sensing", 22, "D", cells("AAA", 2, 2, 1200), ["outdoor"]),
  sensor("climate-bt", "climate sensor", "Temperature and damp sensor, Bluetooth LE", "Bluetooth LE", "climate sensing", 8, "G", cells("CR2032", 1, 1, 225)),
  sensor("climate-th", "climate sensor", "Temperature and damp sensor, Thread", "Thread", "climate sensing", 27, "L", cells("AAA", 2, 2, 1200)),
  wired("climate-bus", "climate sensor", "Room sensor, house bus", "house bus", "climate sensing", 52, 0.3, "F"),
  wired("climate-1wire", "climate sensor", "Temperature probe, 1-Wire", "1-Wire", "climate sensing", 9, 0.01, "E", ["outdoor"]),
  wired("climate-analogue", "climate sensor", "Temperature sensor, analogue", "analogue", "climate sensing", 18, 0, "F"),

  motor("motor-zb-battery", "Shade motor, replaceable cells, Zigbee", "Zigbee", "battery", 118, "D", ["quiet"], cells("AA", 8, 2, 2800)),
  motor("motor-zb-charge", "Shade motor, rechargeable, Zigbee", "Zigbee", "rechargeable", 139, "D", ["quiet"], { batteryYears: 0.5, batteryMah: 2600, labourMin: 60 }),
  motor("motor-th-charge", "Shade motor, rechargeable, Thread", "Thread", "rechargeable", 168, "L", ["quiet"], { batteryYears: 0.6, batteryMah: 2600 }),
  motor("motor-868-battery", "Shade motor, replaceable cells, its own radio", "868 MHz", "battery", 210, "C", ["quiet"], cells("AA", 8, 3, 2800)),
  motor("motor-868-solar", "Shade motor, solar, its own radio", "868 MHz", "solar", 239, "C", ["outdoor"], { batteryMah: 2200 }),
  motor("motor-868-mains", "Shade motor, mains, its own radio", "868 MHz", "mains", 156, "C", ["outdoor"]),
  motor("motor-zw-24", "Shade motor, 24 V, Z-Wave", "Z-Wave", "low voltage", 225, "H", ["quiet"]),
  motor("motor-rs485-24", "Shade motor, 24 V, RS-485", "RS-485", "low voltage", 245, "F", ["quiet", "fast"], { supportYears: 12 }),
  motor("motor-poe", "Shade motor over data cable", "PoE", "PoE", 285, "J", ["quiet", "fast"], { supportYears: 10, watts: 0.8 }),
  motor("motor-mw-mains", "Shade motor, mains, Matter over Wi-Fi", "Matter over Wi-Fi", "mains", 132, "M", []),
  motor("motor-433-mains", "Shade motor, mains, 433 MHz", "433 MHz", "mains", 94, "G", ["outdoor"], { supportYears: 12 }),
  motor("motor-433-solar", "Shade motor, solar, 433 MHz", "433 MHz", "solar", 112, "G", ["outdoor"], { supportYears: 8 }),
  line("chain-zb", "chain drive", "Drive for a shade chain, rechargeable", "Zigbee", "rechargeable", ["chain shade"], ["by hand", "position", "battery only"], 64, { line: "D", labourMin: 20, batteryYears: 0.4, batteryMah: 2000 }),
  line("chain-bt", "chain drive", "Drive for a shade chain, solar", "Bluetooth LE", "solar", ["chain shade"], ["by hand", "position", "battery only"], 52, { line: "G", labourMin: 20 }),
  line("chain-mw", "chain drive", "Drive for a shade chain, plugged in", "Matter over Wi-Fi", "mains", ["chain shade"], ["by hand", "position"], 49, { line: "M", labourMin: 20, watts: 0.8 }),
  line("curtain-zb", "curtain runner", "Curtain runner, rechargeable", "Zigbee", "rechargeable", ["curtain"], ["by hand", "position", "battery only", "quiet"], 72, { line: "D", labourMin: 15, batteryYears: 0.5, batteryMah: 2500 }),
  line("curtain-mains", "curtain runner", "Curtain rail with motor, mains", "Zigbee", "mains", ["curtain"], ["by hand", "position", "quiet", "fast"], 146, { line: "D", labourMin: 80 }),
  line("curtain-bt", "curtain runner", "Curtain runner, Bluetooth LE", "Bluetooth LE", "rechargeable", ["curtain"], ["by hand", "position", "battery only"], 55, { line: "G", labourMin: 15, batteryYears: 0.5, batteryMah: 2500 }),
  line("awning-24", "awning motor", "Awning motor, 24 V, RS-485", "RS-485", "low voltage", ["awning"], ["by hand", "position", "outdoor", "fast"], 890, { line: "F", labourMin: 180, watts: 0.5, supportYears: 12 }),
  line("awning-868", "awning motor", "Awning motor, mains, its own radio", "868 MHz", "mains", ["awning"], ["by hand", "position", "outdoor"], 640, { line: "C", labourMin: 180 }),
  line("awning-433", "awning motor", "Awning motor, mains, 433 MHz", "433 MHz", "mains", ["awning"], ["by hand", "outdoor"], 520, { line: "G", labourMin: 180, supportYears: 12 }),

  line("lock-zb", "lock", "Lock drive on the inside, Zigbee", "Zigbee", "battery", ["lock"], ["by hand", "battery only", "quiet"], 129, { line: "D", labourMin: 30, ...cells("AA", 4, 1, 2800) }),
  line("lock-zw", "lock", "Lock with keys and code, Z-Wave", "Z-Wave", "battery", ["lock"], ["by hand", "battery only"], 189, { line: "H", labourMin: 45, ...cells("AA", 4, 1, 2800) }),
  line("lock-th", "lock", "Lock drive on the inside, Thread", "Thread", "battery", ["lock"], ["by hand", "battery only", "quiet", "fast"], 179, { line: "L", labourMin: 30, ...cells("CR123A", 4, 1, 1500) }),
  line("lock-bt", "lock", "Lock drive, Bluetooth LE with an account", "Bluetooth LE", "battery", ["lock"], ["by hand", "battery only"], 99, { line: "G", labourMin: 30, ...cells("AA", 4, 1, 2800), ...CLOUD }),
  line("lock-release", "lock", "Electric release, opens without power, house bus", "house bus", "low voltage", ["lock"], ["by hand", "fast", "quiet"], 145, { line: "F", labourMin: 120, watts: 1.5, supportYears: 15 }),
  line("door-poe", "door station", "Door station, local picture, over data cable", "PoE", "PoE", ["door station"], ["outdoor", "fast"], 395, { line: "J", labourMin: 120, watts: 4 }),
  line("door-wifi", "door station", "Door bell with picture, battery, Wi-Fi", "Wi-Fi", "rechargeable", ["door station"], ["outdoor", "battery only"], 89, { line: "A", labourMin: 25, batteryYears: 0.3, yearly: 36, ...CLOUD, supportYears: 4 }),
  line("door-bell-433", "door station", "Door bell button, 433 MHz", "433 MHz", "battery", ["door station"], ["outdoor", "battery only"], 14, { line: "G", labourMin: 15, ...cells("CR2032", 1, 1, 225), supportYears: 8 }),
  line("reader-bus", "access reader", "Access reader, its own bus cable", "house bus", "bus", ["access reader"], ["outdoor", "fast"], 176, { line: "F", labourMin: 75, watts: 1.2, supportYears: 12 }),
  line("reader-poe", "access reader", "Access reader over data cable", "PoE", "PoE", ["access reader"], ["outdoor", "fast"], 210, { line: "J", labourMin: 75, watts: 3 }),
  line("reader-zb", "access reader", "Code pad, battery, Zigbee", "Zigbee", "battery", ["access reader"], ["outdoor", "battery only"], 62, { line: "D", labourMin: 20, ...cells("AAA", 2, 1, 1200) }),

  line("trv-zb", "heating valve", "Radiator valve, Zigbee", "Zigbee", "battery", ["radiator"], ["by hand", "battery only", "quiet"], 39, { line: "D", labourMin: 20, ...cells("AA", 2, 1, 2800) }),
  line("trv-zw", "heating valve", "Radiator valve, Z-Wave", "Z-Wave", "battery", ["radiator"], ["by hand", "battery only"], 62, { line: "H", labourMin: 20, ...cells("AA", 2, 1, 2800) }),
  line("trv-th", "heating valve", "Radiator valve, Thread", "Thread", "battery", ["radiator"], ["by hand", "battery only", "quiet"], 58, { line: "L", labourMin: 20, ...cells("AA", 2, 2, 2800) }),
  line("trv-868", "heating valve", "Radiator valve of a heating set, cloud", "868 MHz", "battery", ["radiator"], ["by hand", "battery only", "quiet"], 45, { line: "K", labourMin: 20, ...cells("AA", 2, 2, 2800), ...CLOUD }),
  line("valve-board-bus", "valve board", "Valve board, 8 zones, house bus", "house bus", "mains", ["heating zone"], ["quiet", "fast"], 420, { line: "F", labourMin: 150, watts: 3, supportYears: 15 }),
  line("valve-board-zb", "valve board", "Valve board, 6 zones, Zigbee", "Zigbee", "mains", ["heating zone"], ["quiet"], 189, { line: "D", labourMin: 120, watts: 2 }),
  line("valve-board-mw", "valve board", "Valve board, 8 zones, Wi-Fi", "Wi-Fi", "mains", ["heating zone"], ["quiet"], 129, { line: "M", labourMin: 120, watts: 3, ...CLOUD }),
  line("water-zb", "water valve", "Stopcock drive, Zigbee", "Zigbee", "mains", ["water shut-off"], ["by hand", "quiet"], 58, { line: "D", labourMin: 40, watts: 0.6 }),
  line("water-zw", "water valve", "Stopcock valve, Z-Wave", "Z-Wave", "low voltage", ["water shut-off"], ["by hand", "fast"], 165, { line: "H", labourMin: 120, watts: 0.6 }),
  line("water-bus", "water valve", "Motor valve, house bus", "house bus", "low voltage", ["water shut-off"], ["by hand", "fast", "quiet"], 190, { line: "F", labourMin: 120, watts: 0.8, supportYears: 15 }),
];
