/** What comes back by itself once a part works again, and in which state. */
import type { Design } from "../../../design/collections";
import { counted, listed } from "../../../design/words";
import type { Thing } from "../play/house";
import { houseOf } from "../house-of";

/** What would run again with nobody beside it. */
const BY_ITSELF: ReadonlySet<string> = new Set(["heater", "tool", "extractor"]);

export interface Back {
  /** Lamps that light up at full, though they were out. */
  lit: readonly Thing[];
  /** Lamps and switched things that go on as they were. */
  asBefore: readonly Thing[];
  /** Switched things, lamps aside, that come on though they were off. */
  on: readonly Thing[];
  /** Set to stay off, lamps aside. */
  off: readonly Thing[];
  /** Of those that come on, or go on, by themselves: what can hurt somebody. */
  risky: readonly Thing[];
  /** Valves that a spring has shut meanwhile. */
  shut: readonly Thing[];
}

/** @param what a part, or several of one failure joined by + */
export function backOf(design: Design, what: string): Back {
  const house = houseOf(design);
  const hits = what.split("+").map((part) => house.hitBy?.(part));
  const hit = house.things.filter(({ id }) => hits.some((one) => one?.dead.has(id)));
  const switched = hit.filter(({ sets }) => sets.includes("on"));
  const isLamp = ({ type }: Thing) => type.endsWith("light");
  const lit = switched.filter((one) => isLamp(one) && one.comesBack === "on");
  const on = switched.filter((one) => !isLamp(one) && one.comesBack === "on");
  const off = switched.filter((one) => !isLamp(one) && one.comesBack === "off");
  // A lamp of which nobody knows more stays dark; a relay keeps its contacts where they are.
  const asBefore = switched.filter(
    (one) => one.comesBack === "as before" || (!isLamp(one) && one.comesBack === undefined),
  );
  const risky = [...on, ...asBefore].filter(({ appliance }) => appliance && BY_ITSELF.has(appliance));
  const shut = hit.filter(({ shutsUnfed }) => shutsUnfed);
  return { lit, asBefore, on, off, risky, shut };
}

/** In sentences; what can hurt somebody last. */
export function backText(
  { lit, asBefore, on, off, risky, shut }: Back,
  nameOf: (point: string) => string,
): string {
  const names = (things: readonly Thing[]) => listed(things.map(({ id }) => nameOf(id)));
  const said = [
    lit.length ? `${counted(lit.length, "lamp lights", "lamps light")} up at full` : "",
    asBefore.length
      ? `${counted(asBefore.length, "switched thing goes", "switched things go")} on as before`
      : "",
    on.length ? `${names(on)} ${on.length === 1 ? "comes" : "come"} on, though off before` : "",
    off.length ? `${names(off)} ${off.length === 1 ? "stays" : "stay"} off` : "",
    shut.length
      ? `${counted(shut.length, "heating valve")} that shut meanwhile ${shut.length === 1 ? "opens" : "open"} again as ${shut.length === 1 ? "its room asks" : "their rooms ask"}`
      : "",
  ].filter(Boolean);
  if (!said.length)
    return "Nothing changes by itself: what was told meanwhile is told again by the next cue.";
  const rest = "Shades stay where they stopped until they are told.";
  const mind = risky.length
    ? ` Mind ${names(risky)}: what turns or heats starts with nobody beside it, unless the machine itself keeps off.`
    : "";
  return `${said.join("; ")}. ${rest}${mind}`;
}
