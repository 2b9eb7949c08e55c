/** What counts as text that can be kept and shown. */

/** No half of a pair of characters, and no zero: neither can be written to a database or a file. */
export const isText = (value: string) => !/\p{Cs}/u.test(value) && !value.includes("\u0000");

/**
 * Without characters that steer instead of being shown, line breaks among them: for formats in which a line
 * is a unit.
 */
export const oneLine = (value: string) => value.replace(/[\p{Cc}\p{Zl}\p{Zp}]+/gu, " ").trim();
