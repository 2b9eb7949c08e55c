/** The sheet's tool row over the plan: levels, strata, what to add. */
import { byName } from "#core/design/words";
import { useDesign, useDesk, type Stratum } from "../desk/desk";
import { Choice } from "../kit/choice";

const STRATA: { letter: Stratum; name: string; stroke: string; dash?: string; why?: string }[] = [
  { letter: "S", name: "Structure", stroke: "stroke-structure" },
  { letter: "P", name: "Power", stroke: "stroke-power", dash: "5 2" },
  { letter: "C", name: "Cable", stroke: "stroke-cable" },
  {
    letter: "B",
    name: "Bus",
    stroke: "stroke-bus",
    dash: "2 1.5",
  },
  { letter: "R", name: "Radio", stroke: "stroke-radio", dash: "1 2" },
  { letter: "K", name: "Control", stroke: "stroke-control", dash: "4 1.5 1 1.5" },
];

/** The levels of the house, one of them shown on every plan. */
export function Levels({ className = "flex" }: { className?: string }) {
  const { levels } = useDesign();
  const { level, showLevel } = useDesk();
  return (
    <div role="group" aria-label="Level" className={className}>
      {[...levels]
        .sort((a, b) => a.order - b.order)
        .map((row) => (
          <button
            key={row.id}
            type="button"
            className="tool tool-level"
            aria-pressed={row.id === level}
            onClick={() => showLevel(row.id)}
          >
            {row.name}
          </button>
        ))}
    </div>
  );
}

/** `adds`: a point of a kind can be added; `strata`: there is a plan to light them on. */
export function ToolRow({ adds = false, strata = true }: { adds?: boolean; strata?: boolean }) {
  const design = useDesign();
  const { lit, light, adding, setAdding, readOnly } = useDesk();
  const toggle = (letter: Stratum) => {
    const next = new Set(lit);
    if (!next.delete(letter)) next.add(letter);
    light(next);
  };
  return (
    <div
      className="relative flex h-9 shrink-0 items-center gap-1 overflow-x-auto border-b border-rule bg-pane px-2"
      data-chrome
    >
      <Levels />
      {strata && <span className="mx-0.5 h-4 w-px shrink-0 bg-rule" />}
      <div role="group" aria-label="Strata" className={strata ? "flex" : "hidden"}>
        {STRATA.map(({ letter, name, stroke, dash, why }) => (
          <button
            key={letter}
            type="button"
            className="tool"
            aria-pressed={lit.has(letter)}
            disabled={!!why}
            title={why ?? `${name} (${letter})`}
            onClick={() => toggle(letter)}
          >
            <svg width="12" height="8" aria-hidden="true">
              <line x2="12" y1="4" y2="4" className={stroke} strokeWidth="2" strokeDasharray={dash} />
            </svg>
            {name}
          </button>
        ))}
      </div>
      {adds && !readOnly && (
        <Choice
          label="Add a point of a kind"
          prompt="Add a point…"
          className="ml-auto h-6 w-36 shrink-0 text-small"
          value={adding ?? ""}
          options={[
            ...(adding ? [{ value: "", text: "Nothing more" }] : []),
            ...[...design.kinds]
              .sort((a, b) => byName(a.name, b.name))
              .map((kind) => ({ value: kind.id, text: kind.name })),
          ]}
          take={(kind) => setAdding(kind || undefined)}
        />
      )}
    </div>
  );
}
