/** The ledger: totals of the whole design, with what the last edit did to them. */
import { useEffect, useRef, useState } from "react";
import { formatTotal, groupDigits } from "#core/design/units";
import { SEVERITIES } from "#core/desk/findings";
import type { Ledger, LedgerValue } from "#core/whole/ledger";
import { useDesk, useResult, useRows, useSummary } from "./desk";
import { SeverityMark } from "../kit/severity";

const SHOWN_MS = 8000;

interface Differences {
  /** Of which answer of the engine. */
  of: number;
  cells: ReadonlyMap<string, number>;
  findings: number;
}

const NONE: Differences = { of: 0, cells: new Map(), findings: 0 };

const countOf = ({ findings }: Ledger) => SEVERITIES.reduce((sum, severity) => sum + findings[severity], 0);

function difference(old: Ledger, now: Ledger, of: number): Differences {
  const before = new Map(old.cells.map(({ cell, value }) => [cell, value]));
  const cells = new Map<string, number>();
  for (const { cell, value, digits } of now.cells) {
    const by = value - (before.get(cell) ?? 0);
    if (Math.abs(by) >= 0.5 / 10 ** digits) cells.set(cell, by);
  }
  return { of, cells, findings: countOf(now) - countOf(old) };
}

/** Differences of the last change, cell by cell, for some seconds. */
function useDifferences(of: number, ledger?: Ledger): Differences {
  const before = useRef(ledger);
  const [shown, setShown] = useState(NONE);
  useEffect(() => {
    const old = before.current;
    before.current = ledger;
    if (!old || !ledger || old === ledger) return;
    const made = difference(old, ledger, of);
    // An edit that leaves the totals alone does not wipe out what the one before did.
    // Totals come ahead of the findings: together they are what one edit did.
    if (made.cells.size || made.findings)
      setShown((now) => (now.of === of && !made.cells.size ? { ...now, findings: made.findings } : made));
  }, [of, ledger]);
  useEffect(() => {
    const timer = setTimeout(() => setShown(NONE), SHOWN_MS);
    return () => clearTimeout(timer);
  }, [shown]);
  return shown;
}

const signed = (value: number, digits: number) =>
  `${value > 0 ? "+" : "−"} ${groupDigits(Math.abs(value), digits)}`;

function Difference({ text, cell }: { text: string; cell: string }) {
  return (
    <span data-difference={cell} className="measure rounded-[2px] bg-change px-1 text-small text-change-ink">
      {text}
    </span>
  );
}

export function LedgerStrip() {
  const { currency } = useRows("design");
  const { results, open, showFindings, drawer, preferences } = useDesk();
  const ledger = useSummary("ledger");
  const trouble = useResult("trouble");
  const of = useResult("of");
  const { cells: differences, findings } = useDifferences(of, ledger);
  const imperial = preferences.units === "imperial";
  const text = ({ unit, value, digits }: LedgerValue) => {
    if (unit === "m") return formatTotal(value, preferences.units);
    const shown = unit === "money" ? currency : unit;
    return `${groupDigits(value, digits)}${shown ? ` ${shown}` : ""}`;
  };
  return (
    <footer
      aria-label="Ledger"
      data-chrome
      className="col-span-full flex h-9 items-stretch overflow-x-auto border-t border-rule bg-raised whitespace-nowrap max-lg:sticky max-lg:bottom-0"
    >
      {!ledger && (
        <p className="self-center px-2.5 text-small text-soft" role="status">
          {trouble ? "" : "Adding up…"}
        </p>
      )}
      {trouble && (
        <p className="self-center px-2.5 text-small text-stop" role="alert">
          {trouble}
        </p>
      )}
      {ledger?.cells.map((cell) => {
        const by = differences.get(cell.cell);
        const title = cell.about
          ? `${cell.about}: ${cell.unit === "%" ? `share ${cell.note} that is used` : cell.note}`
          : `What makes up ${cell.name.toLowerCase()}`;
        return (
          <button
            key={cell.cell}
            type="button"
            data-cell={cell.cell}
            onClick={() => open(results.cell(cell.cell))}
            className="flex items-center gap-1 border-r border-rule px-1.5 hover:bg-pane min-[1400px]:gap-1.5 min-[1400px]:px-2"
            title={title}
          >
            <span className="text-small text-soft">{cell.name}</span>
            <span className="measure font-semibold" data-value>
              {text(cell)}
            </span>
            {cell.note && <span className="text-small text-soft max-[1500px]:sr-only">{cell.note}</span>}
            {by !== undefined && (
              <Difference
                cell={cell.cell}
                text={signed(cell.unit === "m" && imperial ? by / 0.3048 : by, cell.digits)}
              />
            )}
          </button>
        );
      })}
      <button
        type="button"
        data-cell="findings"
        aria-pressed={drawer}
        onClick={() => showFindings(!drawer)}
        className="sticky right-0 ml-auto flex items-center gap-2 border-l border-rule bg-raised px-3 hover:bg-pane"
        title="Findings (F)"
      >
        <span className="text-small text-soft">Findings</span>
        {ledger &&
          SEVERITIES.map((severity) => (
            <span key={severity} className="flex items-center gap-1">
              <SeverityMark severity={severity} />
              <span className="measure font-semibold">{ledger.findings[severity]}</span>
            </span>
          ))}
        {findings !== 0 && <Difference cell="findings" text={signed(findings, 0)} />}
      </button>
      <p className="sr-only" role="status">
        {ledger?.cells
          .filter(({ cell }) => differences.has(cell))
          .map(({ cell, name }) => `${name} ${signed(differences.get(cell)!, 1)}`)
          .join(", ")}
      </p>
    </footer>
  );
}
