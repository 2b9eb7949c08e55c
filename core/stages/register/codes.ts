/**
 * Whether the pairing codes of devices are right (`pairing-code.ts`). The codes themselves are secret: what is said of
 * one never holds it. Install codes and keys of other standards are kept as keys.
 */
import { readPairingCode } from "./pairing-code";
import type { DeviceRow } from "../../design/rows/register";

export type CodeState = "ok" | "bad";

/** What is wrong with a code, in words that go on from its field's name; undefined where nothing is. */
export function wrongCode(code: string): string | undefined {
  const read = readPairingCode(code);
  return "wrong" in read ? read.wrong : undefined;
}

/** Of a device whose code is kept, or stands in the file. */
export const codeState = ({ code, codeCheck }: DeviceRow): CodeState | undefined =>
  code === undefined ? codeCheck : wrongCode(code) ? "bad" : "ok";
