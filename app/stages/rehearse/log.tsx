/** The log from the moment on: what happens, because of what. */
import { useMemo } from "react";
import { byId, type Design } from "#core/design/collections";
import { isoLocal } from "#core/design/local-time";
import type { Line } from "#core/stages/rehearse/play/log";
import { lineText } from "#core/stages/rehearse/line-text";
import type { Run } from "#core/stages/rehearse/run";
import { lookAt } from "./run-store";

/** Readings are many, and no doings. */
const READINGS = new Set(["temperature", "humidity", "light", "wind", "presence", "power", "battery"]);
const BEFORE = 2;
const MOST = 60;

const clock = (zone: string, ms: number, days: boolean) =>
  isoLocal(zone, ms)
    .slice(days ? 5 : 11, 19)
    .replace("T", " ");

/** What a line came of, in words: the line before it in its chain. */
function because(design: Design, run: Run, line: Line): string {
  const before = line.because === undefined ? undefined : run.lines[line.because - 1];
  if (!before) return "";
  if (before.what === "fires")
    return `because ${byId(design, "automations").get(before.by ?? "")?.name ?? before.by}`;
  return `because ${lineText(design, before)}`;
}

export function Log({ design, run, at, line }: { design: Design; run: Run; at: number; line?: number }) {
  const { zone } = design.design;
  const doings = useMemo(() => run.lines.filter(({ what }) => !READINGS.has(what)), [run]);
  const annoyed = useMemo(() => {
    const found = new Map<number, string[]>();
    for (const { because: n, what, who } of run.annoyances) {
      if (n === undefined) continue;
      const role = byId(design, "people").get(who)?.role ?? who;
      found.set(n, [...(found.get(n) ?? []), `${role}: ${what}`]);
    }
    return found;
  }, [design, run]);
  let first = doings.findIndex((one) => one.at >= at);
  if (first < 0) first = doings.length;
  const shown = doings.slice(Math.max(0, first - BEFORE), first + MOST);
  const long = run.ask.days > 1;
  return (
    <ol
      className="h-30 shrink-0 overflow-y-auto border-t border-rule bg-raised"
      aria-label="What happens from this moment on"
      tabIndex={0}
    >
      {shown.map((one) => {
        const bad = annoyed.get(one.n);
        return (
          <li
            key={one.n}
            className={`border-b border-rule/60 ${one.n === line ? "bg-wash" : ""}`}
            data-line={one.n}
          >
            <button
              type="button"
              className={`grid w-full grid-cols-[8.5rem_minmax(0,1.2fr)_minmax(0,1fr)] items-baseline gap-x-2 px-3 py-1 text-left hover:bg-wash/50 max-sm:grid-cols-[4.5rem_minmax(0,1fr)] ${one.at < at ? "text-soft" : ""}`}
              aria-pressed={one.n === line}
              onClick={() => lookAt(one.n === line ? undefined : one)}
            >
              <span className="font-mono text-small">{clock(zone, one.at, long)}</span>
              <span className={bad ? "font-semibold text-stop" : ""}>
                {lineText(design, one)}
                {bad && <span className="block text-small">{bad.join(", ")}</span>}
              </span>
              <span className="text-small text-soft max-sm:col-start-2">{because(design, run, one)}</span>
            </button>
          </li>
        );
      })}
      {!shown.length && <li className="p-3 text-soft">Nothing more happens.</li>}
    </ol>
  );
}
