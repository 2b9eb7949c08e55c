/** Addresses of interfaces: 48 and 64 bits (IEEE EUI), as people write them and in one form. */

export interface Eui {
  bits: 48 | 64;
  /** Twelve or sixteen figures in capitals, without marks. */
  figures: string;
  /** Given out by hand or at random, not by a maker. */
  local: boolean;
  /** Of a group, so that no device can have it as its own. */
  group: boolean;
}

/** Forms in use: pairs by colon or hyphen, fours by dot, or figures alone. */
const FORMS = [
  /^[0-9A-F]{2}(:[0-9A-F]{2}){5}$/,
  /^[0-9A-F]{2}(:[0-9A-F]{2}){7}$/,
  /^[0-9A-F]{2}(-[0-9A-F]{2}){5}$/,
  /^[0-9A-F]{2}(-[0-9A-F]{2}){7}$/,
  /^[0-9A-F]{4}(\.[0-9A-F]{4}){2}$/,
  /^[0-9A-F]{4}(\.[0-9A-F]{4}){3}$/,
  /^[0-9A-F]{12}$/,
  /^(0X)?[0-9A-F]{16}$/,
] as const;

/** An address in any of its forms; undefined where it is none. */
export function readEui(text: string): Eui | undefined {
  const given = text.trim().toUpperCase();
  if (!FORMS.some((form) => form.test(given))) return undefined;
  const figures = given.replace(/^0X/, "").replace(/[:.-]/g, "");
  const first = parseInt(figures.slice(0, 2), 16);
  return {
    bits: figures.length === 12 ? 48 : 64,
    figures,
    local: (first & 2) !== 0,
    group: (first & 1) !== 0,
  };
}

/** The one form it is kept in: pairs with colons. */
export const writeEui = ({ figures }: Pick<Eui, "figures">) => figures.match(/../g)!.join(":");

/** An address of 48 bits as one of 64: FF FE in its middle (RFC 4291, without the turned bit of an IPv6 address). */
export const toEui64 = (eui: Eui): Eui =>
  eui.bits === 64
    ? eui
    : { ...eui, bits: 64, figures: `${eui.figures.slice(0, 6)}FFFE${eui.figures.slice(6)}` };
