/** Words and forms that rows of several stages share. */

/** What cables serve: one colour of jacket each. */
export const SERVICES = [
  "network",
  "sight",
  "sound",
  "shade",
  "bus",
  "security",
  "climate",
  "light",
  "power",
] as const;
export type Service = (typeof SERVICES)[number];

export const PROTOCOLS = [
  "Zigbee",
  "Z-Wave",
  "Thread",
  "Matter over Wi-Fi",
  "Wi-Fi",
  "Bluetooth LE",
  "Ethernet",
  "PoE",
  "house bus",
  "DALI",
  "RS-485",
  "1-Wire",
  "433 MHz",
  "868 MHz",
  "infrared",
  "contact",
  "analogue",
  "none",
] as const;

/** Where a value comes from. */
export const SOURCES = ["standard", "typical", "measured", "yours"] as const;

/** A day as 2026-11-24, and a time of day as 07:30. */
export const DAY = /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/;
export const CLOCK = /^([01]\d|2[0-3]):[0-5]\d$/;
/** Fields of a day and of a time of day, and what they are called when something else is given. */
export const DAY_TEXT = { max: 10, pattern: DAY, says: "a day such as 2026-10-31" } as const;
export const CLOCK_TEXT = { max: 5, pattern: CLOCK, says: "a time such as 22:00" } as const;

/** What a row says of a pairing code that is kept apart from it: it passes its check digit, or not. */
export const CODE_CHECKS = ["ok", "bad"] as const;

/** How a device is once its supply is back. */
export const AFTER_POWER = ["on", "off", "as before"] as const;
export type AfterPower = (typeof AFTER_POWER)[number];

/** What hangs on a point that is fed: how it draws, sounds and is used goes by it. */
export const APPLIANCES = [
  "washer",
  "dryer",
  "dishwasher",
  "freezer",
  "heater",
  "pump",
  "vacuum",
  "tool",
  "extractor",
  "desk",
  "screen",
  "solar meter",
] as const;
export type Appliance = (typeof APPLIANCES)[number];
