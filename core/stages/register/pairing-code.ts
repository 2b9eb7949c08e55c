/**
 * Pairing codes of Matter (core specification 5.1): eleven or twenty-one figures with a check digit, and the text of
 * the square code in base 38. What is wrong is said in words; nothing is guessed.
 */
import { checkDigit, isChecked } from "./verhoeff";

export interface PairingCode {
  /** Of the device's twelve bits the upper four, where only eleven or twenty-one figures were given. */
  discriminator: number;
  shortDiscriminator: boolean;
  passcode: number;
  vendor?: number;
  product?: number;
}

export type CodeRead = { code: PairingCode } | { wrong: string };

/** Passcodes nobody may have: a run of one figure, and the two everybody thinks of. */
const BARRED = new Set([
  ...Array.from({ length: 10 }, (_, figure) => Number(String(figure).repeat(8))),
  12_345_678,
  87_654_321,
]);
const MOST_PASSCODE = 99_999_998;

const PASSCODE_LOW_BITS = 14;
const [SHORT, LONG] = [11, 21];

function wrongPasscode(passcode: number): string | undefined {
  if (passcode > MOST_PASSCODE) return "names a passcode above 99999998";
  if (BARRED.has(passcode))
    return `names the passcode ${String(passcode).padStart(8, "0")}, which no device may have`;
  return undefined;
}

/** Figures of a code as it is printed: hyphens, spaces and dots fall away. */
export const figuresOf = (text: string) => text.replace(/[\s.\u2010-\u2015-]/g, "");

/** Read eleven or twenty-one figures. */
export function readFigures(text: string): CodeRead {
  const figures = figuresOf(text);
  if (!/^\d+$/.test(figures)) return { wrong: "must be figures alone" };
  if (figures.length !== SHORT && figures.length !== LONG)
    return { wrong: `must be ${SHORT} or ${LONG} figures, not ${figures.length}` };
  const first = Number(figures[0]);
  if (first > 7) return { wrong: "begins with a figure above 7" };
  const long = first >= 4;
  if (long !== (figures.length === LONG))
    return { wrong: `begins as one of ${long ? LONG : SHORT} figures, and has ${figures.length}` };
  if (!isChecked(figures))
    return { wrong: `has a wrong check digit: ${checkDigit(figures.slice(0, -1))} would be right` };
  const middle = Number(figures.slice(1, 6));
  const high = Number(figures.slice(6, 10));
  if (middle > 0xffff) return { wrong: "has figures 2 to 6 above 65535" };
  if (high > 0x1fff) return { wrong: "has figures 7 to 10 above 8191" };
  const passcode = high * 2 ** PASSCODE_LOW_BITS + (middle & 0x3fff);
  const wrong = wrongPasscode(passcode);
  if (wrong) return { wrong };
  const [vendor, product] = long ? [Number(figures.slice(10, 15)), Number(figures.slice(15, 20))] : [];
  if ((vendor ?? 0) > 0xffff) return { wrong: "has figures 11 to 15 above 65535" };
  if ((product ?? 0) > 0xffff) return { wrong: "has figures 16 to 20 above 65535" };
  return {
    code: {
      discriminator: ((first & 3) << 2) | (middle >> PASSCODE_LOW_BITS),
      shortDiscriminator: true,
      passcode,
      ...(vendor === undefined ? {} : { vendor }),
      ...(product === undefined ? {} : { product }),
    },
  };
}

/** The figures of a code: eleven, or twenty-one where it names vendor and product. */
export function writeFigures({
  discriminator,
  shortDiscriminator,
  passcode,
  vendor,
  product,
}: PairingCode): string {
  const short = shortDiscriminator ? discriminator : discriminator >> 8;
  const long = vendor !== undefined && product !== undefined;
  const digits = (value: number, count: number) => String(value).padStart(count, "0");
  const body = [
    digits((long ? 4 : 0) | (short >> 2), 1),
    digits(((short & 3) << PASSCODE_LOW_BITS) | (passcode & 0x3fff), 5),
    digits(Math.floor(passcode / 2 ** PASSCODE_LOW_BITS), 4),
    ...(long ? [digits(vendor, 5), digits(product, 5)] : []),
  ].join("");
  return body + checkDigit(body);
}

const BASE38 = "0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ-.";
const START = "MT:";
/** Characters of one, two and three bytes. */
const CHARS = [0, 2, 4, 5] as const;
/** Bits of the payload, the lowest first. */
const FIELDS = [
  ["version", 3],
  ["vendor", 16],
  ["product", 16],
  ["flow", 2],
  ["discovery", 8],
  ["discriminator", 12],
  ["passcode", 27],
] as const;
const PAYLOAD_BYTES = 11;

/** Bytes of a text in base 38; undefined where it is none. */
export function fromBase38(text: string): Uint8Array | undefined {
  const bytes: number[] = [];
  for (let at = 0; at < text.length; at += CHARS[3]) {
    const part = text.slice(at, at + CHARS[3]);
    const count = (CHARS as readonly number[]).indexOf(part.length);
    if (count < 1) return undefined;
    let value = 0;
    for (const char of [...part].reverse()) {
      const figure = BASE38.indexOf(char);
      if (figure < 0) return undefined;
      value = value * 38 + figure;
    }
    if (value >= 256 ** count) return undefined;
    for (let n = 0; n < count; n++) {
      bytes.push(value % 256);
      value = Math.floor(value / 256);
    }
  }
  return Uint8Array.from(bytes);
}

/** A text in base 38. */
export function toBase38(bytes: Uint8Array): string {
  let text = "";
  for (let at = 0; at < bytes.length; at += 3) {
    const part = bytes.subarray(at, at + 3);
    let value = part.reduce((sum, byte, n) => sum + byte * 256 ** n, 0);
    for (let n = 0; n < CHARS[part.length]!; n++) {
      text += BASE38[value % 38];
      value = Math.floor(value / 38);
    }
  }
  return text;
}

type Payload = Record<(typeof FIELDS)[number][0], number>;

/** Read the text of a square code: `MT:` and nineteen characters or more. */
export function readSquare(text: string): CodeRead {
  const given = text.trim().toUpperCase();
  if (!given.startsWith(START)) return { wrong: `must begin with ${START}` };
  // Several devices on one label are parted by a star: each is read by itself.
  if (given.includes("*")) return { wrong: "holds several devices: read them one by one" };
  const bytes = fromBase38(given.slice(START.length));
  if (!bytes) return { wrong: "holds a character or a length that base 38 has not" };
  if (bytes.length < PAYLOAD_BYTES) return { wrong: "is too short" };
  const payload = {} as Payload;
  let bit = 0;
  for (const [name, bits] of FIELDS) {
    payload[name] = 0;
    for (let n = 0; n < bits; n++, bit++) if ((bytes[bit >> 3]! >> (bit & 7)) & 1) payload[name] += 2 ** n;
  }
  if (payload.version !== 0) return { wrong: `is of version ${payload.version}, which is not known` };
  const wrong = wrongPasscode(payload.passcode);
  if (wrong) return { wrong };
  const { discriminator, passcode, vendor, product } = payload;
  return { code: { discriminator, shortDiscriminator: false, passcode, vendor, product } };
}

/**
 * Read whatever stands on a label: figures, or the text of its square.
 * @returns the code, or why it is none in words that go on from its field's name
 */
export const readPairingCode = (text: string): CodeRead =>
  text.trim().toUpperCase().startsWith(START) ? readSquare(text) : readFigures(text);
