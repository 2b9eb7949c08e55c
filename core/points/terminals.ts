/** Terminals of a wall cabinet for what its modules drive at mains. Below every stage that counts them. */
import { byId, type Design, type Rows } from "../design/collections";

/** Above it a load is mains to everybody who opens the cabinet (extra-low voltage ends there: 50 V AC). */
export const LOW_V = 50;

/** Phase, neutral, earth; a shutter has two phases. */
const EACH: Readonly<Partial<Record<string, number>>> = { relay: 3, dimmer: 3, shutter: 4 };

/** Terminals that one channel takes: none at low voltage, nor for what drives nothing. */
export function terminalsOf(design: Design, channel: Rows["channels"], drives: string): number {
  if (channel.load === undefined && channel.leg === undefined) return 0;
  const point = byId(design, "points").get(channel.load ?? "");
  const volts = byId(design, "kinds").get(point?.kind ?? "")?.needs?.volts ?? design.design.mainsV;
  return volts > LOW_V ? (EACH[drives] ?? 0) : 0;
}
