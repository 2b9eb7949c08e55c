/** How the state of an exposure looks: a mark that is told apart without colour, and its word. */
import type { Exposed } from "#core/stages/bridges/matrix";

export type Shown = "shown" | "asks" | "stale" | "refused";

/** What is shown and asks for a second factor is a state of its own to whoever says it. */
export const shownState = ({ state, row }: Exposed): Shown =>
  state === "shown" && row.factor ? "asks" : state;

const FILL: Readonly<Record<Shown, string>> = {
  shown: "fill-accent",
  asks: "fill-accent",
  stale: "fill-none stroke-mend",
  refused: "stroke-stop",
};

/** Full: shown. Half: asks for a second factor. A ring: changed since the bridge was saved. A stroke: refused. */
export function StateMark({ state }: { state: Shown }) {
  return (
    <svg viewBox="0 0 10 10" className={`inline-block size-2.5 shrink-0 ${FILL[state]}`} aria-hidden="true">
      {state === "shown" && <circle cx={5} cy={5} r={4} />}
      {state === "asks" && (
        <>
          <path d="M5 1a4 4 0 0 0 0 8z" />
          <circle cx={5} cy={5} r={4} className="fill-none stroke-accent" />
        </>
      )}
      {state === "stale" && <circle cx={5} cy={5} r={3.6} strokeWidth={1.4} />}
      {state === "refused" && <path d="M1.5 5h7" strokeWidth={1.6} />}
    </svg>
  );
}

export const STATE_WORDS: Readonly<Record<Shown, string>> = {
  shown: "shown",
  asks: "shown, asks for a second factor",
  stale: "not saved since",
  refused: "refused",
};
