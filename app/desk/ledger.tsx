/** The ledger: totals of the whole design, with what the last edit did to them. */
import { useEffect, useRef, useState } from "react";
import type { Design } from "#core/design/collections";
import { formatTotal, groupDigits } from "#core/design/units";
import { SEVERITIES } from "#core/desk/findings";
import { ledgerOf, ledgerWorking, type Ledger, type LedgerCell } from "#core/desk/ledger";
import { useDesign, useDesk } from "./desk";
import { SeverityMark } from "../kit/severity";

const SHOWN_MS = 8000;

interface Cell {
  cell: LedgerCell;
  name: string;
  value(ledger: Ledger): number | undefined;
  digits: number;
  unit?: string;
}

const CELLS: Cell[] = [
  { cell: "devices", name: "Devices", value: (l) => l.devices, digits: 0 },
  { cell: "points", name: "Points", value: (l) => l.points, digits: 0 },
  { cell: "drops", name: "Drops", value: (l) => l.drops, digits: 0 },
  { cell: "cableM", name: "Cable", value: (l) => l.cableM, digits: 1, unit: "m" },
  { cell: "reels", name: "Reels", value: (l) => l.reels, digits: 0 },
  { cell: "poeW", name: "PoE", value: (l) => l.poeW, digits: 1, unit: "W" },
  { cell: "weakest", name: "Weakest link", value: (l) => l.weakest?.usedPct, digits: 0, unit: "%" },
  { cell: "cost", name: "Cost", value: (l) => l.cost, digits: 0, unit: "money" },
];

/** Differences of the last change, cell by cell, for some seconds. */
function useDifferences(design: Design): { differences: Map<LedgerCell, number>; findings: number } {
  const before = useRef(ledgerOf(design));
  const [shown, setShown] = useState({ differences: new Map<LedgerCell, number>(), findings: 0 });
  useEffect(() => {
    const [old, now] = [before.current, ledgerOf(design)];
    if (old === now) return;
    before.current = now;
    const differences = new Map<LedgerCell, number>();
    for (const { cell, value, digits } of CELLS) {
      const by = (value(now) ?? 0) - (value(old) ?? 0);
      if (Math.abs(by) >= 0.5 / 10 ** digits) differences.set(cell, by);
    }
    const count = (l: Ledger) => SEVERITIES.reduce((sum, severity) => sum + l.findings[severity], 0);
    const findings = count(now) - count(old);
    // An edit that leaves the totals alone does not wipe out what the one before did.
    if (differences.size || findings) setShown({ differences, findings });
  }, [design]);
  useEffect(() => {
    const timer = setTimeout(() => setShown({ differences: new Map(), findings: 0 }), SHOWN_MS);
    return () => clearTimeout(timer);
  }, [shown.differences]);
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
  const design = useDesign();
  const { open, showFindings, drawer, preferences } = useDesk();
  const ledger = ledgerOf(design);
  const { differences, findings } = useDifferences(design);
  const imperial = preferences.units === "imperial";
  const text = (cell: Cell, value: number) => {
    if (cell.cell === "cableM") return formatTotal(value, preferences.units);
    const unit = cell.unit === "money" ? design.design.currency : cell.unit;
    return `${groupDigits(value, cell.digits)}${unit ? ` ${unit}` : ""}`;
  };
  return (
    <footer
      aria-label="Ledger"
      data-chrome
      className="col-span-full flex h-9 items-stretch overflow-x-auto border-t border-rule bg-raised whitespace-nowrap max-lg:sticky max-lg:bottom-0"
    >
      {CELLS.map((cell) => {
        const value = cell.value(ledger);
        if (value === undefined) return null;
        const by = differences.get(cell.cell);
        return (
          <button
            key={cell.cell}
            type="button"
            data-cell={cell.cell}
            onClick={() => open(ledgerWorking(design, cell.cell))}
            className="flex items-center gap-2 border-r border-rule px-2.5 hover:bg-pane"
            title={
              cell.cell === "weakest"
                ? `${ledger.weakest?.drop.label}: share of its ${ledger.weakest?.of} limit that is used`
                : `What makes up ${cell.name.toLowerCase()}`
            }
          >
            <span className="text-small text-soft">{cell.name}</span>
            <span className="measure font-semibold" data-value>
              {text(cell, value)}
            </span>
            {cell.cell === "weakest" && (
              <span className="text-small text-soft">of its {ledger.weakest?.of} limit</span>
            )}
            {by !== undefined && (
              <Difference
                cell={cell.cell}
                text={signed(cell.cell === "cableM" && imperial ? by / 0.3048 : by, cell.digits)}
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
        className="ml-auto flex items-center gap-2 border-l border-rule px-3 hover:bg-pane"
        title="Findings (F)"
      >
        <span className="text-small text-soft">Findings</span>
        {SEVERITIES.map((severity) => (
          <span key={severity} className="flex items-center gap-1">
            <SeverityMark severity={severity} />
            <span className="measure font-semibold">{ledger.findings[severity]}</span>
          </span>
        ))}
        {findings !== 0 && <Difference cell="findings" text={signed(findings, 0)} />}
      </button>
      <p className="sr-only" role="status">
        {[...differences]
          .map(([cell, by]) => `${CELLS.find((c) => c.cell === cell)!.name} ${signed(by, 1)}`)
          .join(", ")}
      </p>
    </footer>
  );
}
