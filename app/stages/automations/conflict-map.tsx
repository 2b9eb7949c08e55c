/** Who sets what, and who goes before whom: a line a thing, its setters from the one that is followed first. */
import { useMemo, useState, type CSSProperties } from "react";
import { clockText, dayName, localParts } from "#core/stages/automations";
import { conflictMap, type MapLine, type Setter } from "#core/stages/automations/conflict-map";
import { PRIORITIES } from "#core/stages/automations/rows-words";
import { counted } from "#core/design/words";
import type { Clash } from "#core/stages/automations/conflicts";
import { useDesign, useDesk } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { OneOf } from "../../kit/switches";

const WHICH = [
  { value: "meet", text: "where they meet" },
  { value: "several", text: "set by several" },
  { value: "all", text: "all that is set" },
] as const;
type Which = (typeof WHICH)[number]["value"];

const CHIP = { width: 176, height: 34, gap: 8, name: 184, pad: 10 };
const COLUMN = CHIP.width + 24;
/** Room behind the last column for the moment at which two meet. */
const MOMENT = 150;

const cut = (text: string, most: number) => (text.length > most ? `${text.slice(0, most - 1)}…` : text);

export default function ConflictMap() {
  const design = useDesign();
  const { select, selection } = useDesk();
  const [which, setWhich] = useState<Which>("meet");
  const all = conflictMap(design);
  const shown = useMemo(
    () =>
      all.filter(({ setters, meets }) =>
        which === "meet" ? meets.length > 0 : which === "several" ? setters.length > 1 : true,
      ),
    [all, which],
  );
  const open = all.filter(({ meets }) => meets.some(({ equal }) => equal)).length;
  const classes = PRIORITIES.filter((one) =>
    shown.some(({ setters }) => setters.some((own) => own.class === one)),
  );
  const { zone } = design.design;
  const when = (ms: number) => `${dayName(localParts(zone, ms))} at ${clockText(zone, ms)}`;
  return (
    <section className="flex min-h-0 flex-1 flex-col" aria-label="Conflict map">
      <div
        className="flex min-h-9 shrink-0 flex-wrap items-center gap-2 border-b border-rule bg-pane px-3 py-1"
        data-chrome
      >
        <h3 className="font-semibold">Who sets what</h3>
        <OneOf label="Which things" value={which} options={[...WHICH]} take={setWhich} />
        <span className="ml-auto text-small text-soft">
          {open ? (
            <span className="text-mend">On {counted(open, "thing")} nobody can say who wins.</span>
          ) : (
            "Where they meet it is known who goes first."
          )}
        </span>
      </div>
      {shown.length === 0 ? (
        <Empty
          text={
            design.automations.length
              ? which === "meet"
                ? "No two sentences set one thing apart at one time."
                : "Nothing is set by several sentences."
              : "No sentence sets anything yet."
          }
        />
      ) : (
        <div
          className="min-h-0 flex-1 overflow-auto"
          tabIndex={0}
          role="region"
          aria-label="Things and what sets them"
        >
          <Drawing
            lines={shown}
            classes={classes}
            chosen={selection?.in === "automations" ? selection.id : undefined}
            choose={(id) => select({ in: "automations", id })}
            when={when}
          />
        </div>
      )}
    </section>
  );
}

interface DrawingProps {
  lines: readonly MapLine[];
  classes: readonly string[];
  chosen: string | undefined;
  choose(id: string): void;
  when(ms: number): string;
}

interface Placed {
  setter: Setter;
  x: number;
  y: number;
}

/** Chips of a line by class, those of one class below each other in their rank. */
function placed(line: MapLine, classes: readonly string[], top: number): { chips: Placed[]; height: number } {
  const chips: Placed[] = [];
  let most = 1;
  classes.forEach((one, column) => {
    const own = line.setters.filter((setter) => setter.class === one);
    most = Math.max(most, own.length);
    own.forEach((setter, i) =>
      chips.push({
        setter,
        x: CHIP.name + column * COLUMN,
        y: top + CHIP.pad + i * (CHIP.height + CHIP.gap),
      }),
    );
  });
  return { chips, height: most * (CHIP.height + CHIP.gap) - CHIP.gap + 2 * CHIP.pad };
}

const HEAD = 26;

function Drawing({ lines, classes, chosen, choose, when }: DrawingProps) {
  let top = HEAD;
  const rows = lines.map((line) => {
    const own = { line, top, ...placed(line, classes, top) };
    top += own.height;
    return own;
  });
  const width = CHIP.name + classes.length * COLUMN + MOMENT;
  return (
    <svg
      width={width}
      height={top + 8}
      role="group"
      aria-label="Who sets what, from the class that goes first"
      className="block text-[12px]"
    >
      {classes.map((one, i) => (
        <text key={one} x={CHIP.name + i * COLUMN} y={17} className="fill-soft">
          {i ? `then ${one}` : `${one} goes first`}
        </text>
      ))}
      {rows.map(({ line, top: at, height, chips }) => (
        <g key={line.thing}>
          <line x1={0} x2={width} y1={at} y2={at} className="stroke-rule" />
          <text x={12} y={at + 25} className="fill-ink font-semibold">
            {cut(line.name, 25)}
            <title>{line.name}</title>
          </text>
          <text x={12} y={at + 40} className="fill-soft text-[11px]">
            {cut([line.room ?? "whole house", channel(line)].filter(Boolean).join(" · "), 30)}
          </text>
          {line.meets.map((clash) => (
            <Meeting key={`${clash.a} ${clash.b}`} clash={clash} chips={chips} when={when} />
          ))}
          {chips.map((chip) => (
            <Chip key={chip.setter.automation} chip={chip} chosen={chosen} choose={choose} />
          ))}
          <line x1={0} x2={width} y1={at + height} y2={at + height} className="stroke-rule" />
        </g>
      ))}
    </svg>
  );
}

/** What of the thing is set, where that is not plain from its name. */
const channel = ({ thing, in: of }: MapLine) =>
  of === "dials" ? "dial" : thing.slice(thing.lastIndexOf(" ") + 1);

function Chip({
  chip: { setter, x, y },
  chosen,
  choose,
}: {
  chip: Placed;
  chosen: string | undefined;
  choose(id: string): void;
}) {
  const on = setter.automation === chosen;
  const text = `${setter.name}: ${setter.values.join(", ")}${setter.reason ? `, because of ${setter.reason}` : ""}${setter.enabled ? "" : ", switched off"}`;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={text}
      aria-pressed={on}
      className="cursor-pointer outline-none [&:focus-visible>rect]:stroke-accent [&:focus-visible>rect]:stroke-2"
      style={{ opacity: setter.enabled ? 1 : 0.55 } as CSSProperties}
      onClick={() => choose(setter.automation)}
      onKeyDown={(event) => {
        if (event.key !== "Enter" && event.key !== " ") return;
        event.preventDefault();
        choose(setter.automation);
      }}
    >
      <rect
        x={x}
        y={y}
        width={CHIP.width}
        height={CHIP.height}
        rx={2}
        className={on ? "fill-wash stroke-accent" : "fill-raised stroke-rule"}
      />
      <text x={x + 8} y={y + 14} className="fill-ink">
        {cut(setter.name, 28)}
      </text>
      <text x={x + 8} y={y + 27} className="fill-soft text-[11px]">
        {cut(`${setter.values.join(", ")}${setter.reason ? ` · ${setter.reason}` : ""}`, 32)}
      </text>
      <title>{text}</title>
    </g>
  );
}

/** Two that come at one time: an arrow from the one that is followed, or a double line where nobody can say. */
function Meeting({
  clash,
  chips,
  when,
}: {
  clash: Clash;
  chips: readonly Placed[];
  when(ms: number): string;
}) {
  const of = (id: string) => chips.find(({ setter }) => setter.automation === id);
  const [first, second] = clash.winner === clash.b ? [of(clash.b), of(clash.a)] : [of(clash.a), of(clash.b)];
  if (!first || !second) return null;
  const same = first.x === second.x;
  const y = (chip: Placed) => chip.y + CHIP.height / 2;
  // Of one class they stand below each other: the line goes round their right side.
  const from = [first.x + CHIP.width, y(first)] as const;
  const to = same ? ([second.x + CHIP.width, y(second)] as const) : ([second.x, y(second)] as const);
  const path = same
    ? `M${from[0]} ${from[1]} h14 V${to[1]} h-14`
    : `M${from[0]} ${from[1]} C${from[0] + 14} ${from[1]} ${to[0] - 14} ${to[1]} ${to[0]} ${to[1]}`;
  const look = clash.equal ? "stroke-mend" : "stroke-soft";
  return (
    <g className={look}>
      <path
        d={path}
        fill="none"
        strokeWidth={clash.equal ? 2 : 1.25}
        strokeDasharray={clash.equal ? "4 3" : undefined}
      />
      {!clash.equal && (
        <path
          d={same ? `M${to[0]} ${to[1]} l6 -4 v8 z` : `M${to[0]} ${to[1]} l-6 -4 v8 z`}
          className="fill-soft stroke-none"
        />
      )}
      {same && (
        <text
          x={from[0] + 20}
          y={(from[1] + to[1]) / 2 + 4}
          className={`stroke-none text-[11px] ${clash.equal ? "fill-mend" : "fill-soft"}`}
        >
          {when(clash.at)}
        </text>
      )}
      <title>
        {clash.equal
          ? `They meet, as on ${when(clash.at)}: nobody can say which wins`
          : `They meet, as on ${when(clash.at)}: ${first.setter.name} is followed`}
      </title>
    </g>
  );
}
