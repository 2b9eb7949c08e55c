/** Text of a file that somebody brings. */
import { fail } from "../design/input-error";

/**
 * Bytes as text: a byte order mark is passed over, and bytes that are no UTF-8 are refused instead of being
 * guessed at. Throws InputError under `path`.
 */
export function utf8Text(bytes: Uint8Array, path: string): string {
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    return fail(path, "is not UTF-8 text: save it as UTF-8 and try again");
  }
}
