/** What a panel does by itself: it rests until somebody comes near, and shows who is at the door. */
import { useCallback, useEffect, useRef, useState } from "react";
import { byId, type Design } from "#core/design/collections";
import { clockText } from "#core/design/local-time";
import { locksAt, type Snapshot } from "#core/stages/rehearse/panel";
import type { Wanted } from "#core/stages/rehearse/topics";
import { HoldButton } from "./panel-parts";

/** Untouched for so long it rests. */
const REST_MS = 90_000;
/** Somebody at the door is shown for so long of the house's time. */
const AT_DOOR_MS = 3 * 60_000;

/** Somebody is seen in the room it hangs in. */
const isNear = (now: Snapshot | undefined, room: string | undefined) =>
  now?.people.some(({ home, room: own }) => home && own === room) ?? false;

/** A panel that nobody touches goes dark; somebody who comes near, touches it or rings wakes it. */
export function useRest(
  may: boolean,
  now: Snapshot | undefined,
  room: string | undefined,
): { resting: boolean; begin(): void; end(): void } {
  const [resting, setResting] = useState(false);
  const touched = useRef(0);
  const near = isNear(now, room);
  const bell = now?.bell?.at;
  const end = useCallback(() => {
    touched.current = performance.now();
    setResting(false);
  }, []);
  useEffect(end, [near, bell, may, end]);
  useEffect(() => {
    if (!may) return;
    const touch = () => void (touched.current = performance.now());
    const timer = setInterval(() => {
      if (performance.now() - touched.current > REST_MS) setResting(true);
    }, 1000);
    window.addEventListener("pointerdown", touch);
    window.addEventListener("keydown", touch);
    return () => {
      clearInterval(timer);
      window.removeEventListener("pointerdown", touch);
      window.removeEventListener("keydown", touch);
    };
  }, [may]);
  return { resting: resting && may, begin: () => setResting(true), end };
}

/** Dark, with what can be read across the room. */
export function AtRest({
  clock,
  sky,
  order,
  wake,
}: {
  clock: string;
  sky: string;
  order: string;
  wake(): void;
}) {
  return (
    <button
      type="button"
      className="fixed inset-0 z-40 grid place-content-center gap-3 bg-mast text-center text-mast-ink"
      onClick={wake}
      onKeyDown={(event) => event.key === "Escape" && wake()}
      data-resting
      autoFocus
      aria-label={`The panel rests: ${clock}. Press to wake it.`}
    >
      <span className="font-mono text-[22vmin] leading-none font-semibold">{clock}</span>
      <span className="text-[5vmin] text-mast-soft">
        {sky} · {order}
      </span>
    </button>
  );
}

/** Whoever rang, for a while: a stand-in for the picture of the door station. */
export function AtTheDoor({
  design,
  now,
  post,
}: {
  design: Design;
  now: Snapshot;
  post(wanted: Wanted): void;
}) {
  const [seen, setSeen] = useState<number>();
  const { bell } = now;
  if (!bell || seen === bell.at || now.now - bell.at > AT_DOOR_MS) return null;
  const name = byId(design, "points").get(bell.point)?.name ?? "the door";
  return (
    <section
      role="alertdialog"
      aria-label="Somebody is at the door"
      className="fixed inset-x-4 top-20 z-40 mx-auto grid max-w-lg gap-3 border-2 border-accent bg-raised p-5 shadow-xl"
      data-at-door
    >
      <div className="flex items-center gap-4">
        <svg viewBox="0 0 64 64" className="size-20 shrink-0 border border-rule bg-ground" aria-hidden="true">
          <path d="M14 64V10h36v54" className="fill-none stroke-soft" strokeWidth="2" />
          <circle cx="32" cy="30" r="7" className="fill-soft" />
          <path d="M20 64c0-16 5-24 12-24s12 8 12 24" className="fill-soft" />
        </svg>
        <div>
          <h3 className="text-xl font-semibold">Somebody is at the door</h3>
          <p className="text-base text-soft">
            {name}, {clockText(design.design.zone, bell.at)}. The picture is a stand-in.
          </p>
        </div>
      </div>
      {locksAt(design, now, bell.point).map((hold) => (
        <HoldButton
          key={hold.point}
          hold={hold}
          done={() => post({ wish: { point: hold.point, aspect: hold.aspect, value: hold.value } })}
        />
      ))}
      <p className="text-small text-soft">Open only to whom you know. From inside a door opens by hand.</p>
      <button type="button" className="button h-11 justify-center text-base" onClick={() => setSeen(bell.at)}>
        Seen
      </button>
    </section>
  );
}
