/** Who sets what, and who goes before whom: a line a thing, its setters from the one that is followed first. */
import { useMemo, useState, type CSSProperties } from "react";
import { clockText, dayName, localParts } from "#core/stages/automations";
import { conflictMap, type MapLine, type Setter } from "#core/stages/automations/conflict-map";
import { PRIORITIES } from "#core/design/rows/automations-words";
import { counted } from "#core/design/words";
import type { Clash } from "#core/stages/automations/conflicts";
import { useDesign, useDesk } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { useSize } from "../../plan/view";
import { OneOf } from "../../kit/switches";

const WHICH = [
  { value: "meet", text: "where they meet" },
  { value: "several", text: "set by several" },
  { value: "all", text: "all that is set" },
] as const;
type Which = (typeof WHICH)[number]["value"];

const CHIP = { least: 108, most: 200, line: 13, gap: 8, name: 184, pad: 10 };
/** Narrower ones take a name in two lines. */
const ONE_LINE_PX = 160;
/** Between columns, and behind the last one: lines from chip to chip. */
const BETWEEN = 22;
/** Where nobody has measured yet. */
const USUAL_WIDTH = 775;

/** As many columns as there are fit the sheet, as long as a chip can be read. */
const chipWidth = (sheet: number, columns: number) =>
  Math.max(
    CHIP.least,
    Math.min(CHIP.most, Math.floor(((sheet || USUAL_WIDTH) - CHIP.name) / Math.max(1, columns)) - BETWEEN),
  );

/** A name of one line, or of two where it takes them, and what it sets below. */
const linesOf = (width: number) => (width < ONE_LINE_PX ? 2 : 1);
const heightOf = (width: number) => (linesOf(width) + 1) * CHIP.line + 8;

/** A name in as many lines; what does not fit is cut. */
function wrapped(name: string, letters: number, lines: number): string[] {
  const out: string[] = [];
  let rest = name;
  while (out.length < lines - 1 && rest.length > letters) {
    const at = rest.lastIndexOf(" ", letters);
    if (at <= 0) break;
    out.push(rest.slice(0, at));
    rest = rest.slice(at + 1);
  }
  return [...out, cut(rest, letters)];
}

/** Characters of the small type that a chip holds. */
const lettersIn = (width: number, each: number) => Math.floor((width - 14) / each);

const cut = (text: string, most: number) => (text.length > most ? `${text.slice(0, most - 1)}…` : text);

export default function ConflictMap() {
  const design = useDesign();
  const { select, selection } = useDesk();
  const [which, setWhich] = useState<Which>("meet");
  const all = conflictMap(design);
  const [box, size] = useSize();
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
    <div ref={box} role="region" className="flex min-h-0 flex-1 flex-col" aria-label="Conflict map">
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
            chip={chipWidth(size.width, classes.length)}
            lines={shown}
            classes={classes}
            chosen={selection?.in === "automations" ? selection.id : undefined}
            choose={(id) => select({ in: "automations", id })}
            when={when}
          />
        </div>
      )}
    </div>
  );
}

interface DrawingProps {
  /** Width of a chip, px. */
  chip: number;
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
function placed(
  line: MapLine,
  classes: readonly string[],
  top: number,
  chip: number,
): { chips: Placed[]; height: number } {
  const chips: Placed[] = [];
  let most = 1;
  classes.forEach((one, n) => {
    const own = line.setters.filter((setter) => setter.class === one);
    most = Math.max(most, own.length);
    own.forEach((setter, i) =>
      chips.push({
        setter,
        x: CHIP.name + n * (chip + BETWEEN),
        y: top + CHIP.pad + i * (heightOf(chip) + CHIP.gap),
      }),
    );
  });
  const height = most * (heightOf(chip) + CHIP.gap) - CHIP.gap + 2 * CHIP.pad;
  return { chips, height: Math.max(height, line.meets.length ? LINE_WITH_MOMENT : 0) };
}

const HEAD = 26;
/** A thing's name, its room, and when two meet. */
const LINE_WITH_MOMENT = 68;

function Drawing({ chip, lines, classes, chosen, choose, when }: DrawingProps) {
  const column = chip + BETWEEN;
  let top = HEAD;
  const rows = lines.map((line) => {
    const own = { line, top, ...placed(line, classes, top, chip) };
    top += own.height;
    return own;
  });
  const width = CHIP.name + classes.length * column;
  return (
    <svg
      width={width}
      height={top + 8}
      role="group"
      aria-label="Who sets what, from the class that goes first"
      className="block text-[12px]"
    >
      {classes.map((one, i) => (
        <text key={one} x={CHIP.name + i * column} y={17} className="fill-soft">
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
          <Moment line={line} top={at} when={when} />
          {line.meets.map((clash) => (
            <Meeting key={`${clash.a} ${clash.b}`} clash={clash} chips={chips} width={chip} when={when} />
          ))}
          {chips.map((own) => (
            <Chip key={own.setter.automation} chip={own} width={chip} chosen={chosen} choose={choose} />
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

/** When two meet first, under the thing's name: what nobody can decide before what is known. */
function Moment({ line: { meets }, top, when }: { line: MapLine; top: number; when(ms: number): string }) {
  const first = meets.find(({ equal }) => equal) ?? meets[0];
  if (!first) return null;
  return (
    <text x={12} y={top + 56} className={`text-[11px] ${first.equal ? "fill-mend" : "fill-soft"}`}>
      {`meet ${when(first.at)}`}
    </text>
  );
}

function Chip({
  chip: { setter, x, y },
  width,
  chosen,
  choose,
}: {
  chip: Placed;
  width: number;
  chosen: string | undefined;
  choose(id: string): void;
}) {
  const on = setter.automation === chosen;
  const name = wrapped(setter.name, lettersIn(width, 5.9), linesOf(width));
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
        width={width}
        height={heightOf(width)}
        rx={2}
        className={on ? "fill-wash stroke-accent" : "fill-raised stroke-rule"}
      />
      {name.map((line, i) => (
        <text key={i} x={x + 8} y={y + 14 + i * CHIP.line} className="fill-ink">
          {line}
        </text>
      ))}
      <text x={x + 8} y={y + 14 + name.length * CHIP.line} className="fill-soft text-[11px]">
        {cut(
          `${setter.values.join(", ")}${setter.reason ? ` · ${setter.reason}` : ""}`,
          lettersIn(width, 5.3),
        )}
      </text>
      <title>{text}</title>
    </g>
  );
}

/** Two that come at one time: an arrow from the one that is followed, or a double line where nobody can say. */
function Meeting({
  clash,
  chips,
  width,
  when,
}: {
  clash: Clash;
  chips: readonly Placed[];
  width: number;
  when(ms: number): string;
}) {
  const of = (id: string) => chips.find(({ setter }) => setter.automation === id);
  const [first, second] = clash.winner === clash.b ? [of(clash.b), of(clash.a)] : [of(clash.a), of(clash.b)];
  if (!first || !second) return null;
  const same = first.x === second.x;
  const y = (chip: Placed) => chip.y + heightOf(width) / 2;
  // Of one class they stand below each other: the line goes round their right side.
  const from = [first.x + width, y(first)] as const;
  const to = same ? ([second.x + width, y(second)] as const) : ([second.x, y(second)] as const);
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
      <title>
        {clash.equal
          ? `They meet, as on ${when(clash.at)}: nobody can say which wins`
          : `They meet, as on ${when(clash.at)}: ${first.setter.name} is followed`}
      </title>
    </g>
  );
}
