/** Drawing on the plan: what a press does with each tool, and the ghost of what is being drawn. */
import { putRow } from "#core/design/row-changes";
import { round3 } from "#core/geometry/round";
import { useCallback, useEffect, useRef, useState, type ReactNode } from "react";
import { byId, type Design } from "#core/design/collections";
import { fail, InputError } from "#core/design/input-error";
import type { OpeningRow } from "#core/design/rows/house-structure";
import { formatLength, parseLength } from "#core/design/units";
import { placeOn, startOn } from "#core/stages/house/beside";
import { wallNames } from "#core/stages/house/wall-names";
import { drawnRow, placedRow, type DrawnBy, type PlacedBy } from "#core/stages/house/drawn";
import { addOpening, addWall, GRID_M, snap, snapEnd } from "#core/stages/house";
import { distance, footOn, type Xy } from "#core/geometry/segment";
import { newRowId, useDesk, useEdit, useFirstUse, type Tool } from "../desk/desk";
import { say } from "../desk/say";
import { extentOf } from "./frame";
import { isTyping } from "../kit/typing";
import { Choice, NamedChoice } from "../kit/choice";

interface Draft {
  corners: Xy[];
  pointer?: Xy;
  to?: string;
}

export interface WallMake {
  thicknessM: number;
  material: string;
}

export interface PlanTool {
  tool: Tool;
  /** True where the press was the tool's. */
  press(at: Xy, k: number): boolean;
  move(at: Xy, k: number): void;
  finish(): void;
  ghost(k: number): ReactNode;
  panel: ReactNode;
  said: string;
}

const AREA_TOOLS = new Set<Tool>(["noGo", "fixture"]);
const LINE_TOOLS = new Set<Tool>(["trunk", "mains"]);
/** Tools whose lines and areas are ended by Enter: their corners are put down with Space. */
const ENDED: ReadonlySet<Tool> = new Set([...AREA_TOOLS, ...LINE_TOOLS]);
/** Pixels a metre that make the reach of a key's press 10 cm: the cross stands where it is meant. */
const KEY_REACH = 120;
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
const grid = ([x, y]: Xy): Xy => [snap(x), snap(y)];

export function usePlanTool(design: Design, level: string): PlanTool {
  const { tool, setTool, select, selection, readOnly, preferences } = useDesk();
  const first = useFirstUse();
  const edit = useEdit();
  const [draft, setDraft] = useState<Draft>({ corners: [] });
  const [said, setSaid] = useState("");
  const [make, setMake] = useState<WallMake>({
    thicknessM: 0.12,
    material: design.materials.find((row) => row.id === "brick-single")?.id ?? design.materials[0]?.id ?? "",
  });
  const [opening, setOpening] = useState<OpeningRow["kind"]>("window");
  const [length, setLength] = useState("");
  const [angle, setAngle] = useState("");
  const lengthField = useRef<HTMLInputElement>(null);
  const pressed = useRef<(at: Xy, k: number) => boolean>(() => false);
  const placeText = ([x, y]: Xy) =>
    `${formatLength(x, preferences.units)} across, ${formatLength(y, preferences.units)} down`;
  const active = tool !== "select" && !readOnly;

  const attempt = useCallback((work: () => void) => {
    try {
      work();
      setSaid("");
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      setSaid(problem.message);
    }
  }, []);
  const reset = useCallback(() => setDraft({ corners: [] }), []);
  useEffect(() => {
    reset();
    setSaid("");
  }, [tool, level, reset]);

  /** Throws InputError where there would be no wall. */
  const wallTo = (to: Xy) => {
    const from = draft.corners.at(-1);
    if (from) {
      const changes = addWall(design, newRowId("w"), level, from, to, make);
      edit(() => changes);
    }
    setDraft({ corners: [to] });
  };

  const finish = useCallback(() => {
    const least = AREA_TOOLS.has(tool) ? 3 : 2;
    if (AREA_TOOLS.has(tool) || LINE_TOOLS.has(tool)) {
      attempt(() => {
        if (draft.corners.length < least)
          return draft.corners.length ? fail("Corners", `must be at least ${least}`) : undefined;
        const id = newRowId(tool[0]!);
        const change = drawnRow(design, tool as DrawnBy, level, draft.corners, id);
        edit(() => [change]);
        if (change.in !== "design") select({ in: change.in, id });
        reset();
      });
    } else reset();
  }, [tool, draft.corners, design, level, edit, select, attempt, reset]);

  /** Where the cross stands before a pointer or a key has moved it: at the last corner, else in the middle. */
  const cross = (): Xy => {
    const { x0, x1, y0, y1 } = extentOf(design, level);
    return draft.pointer ?? draft.corners.at(-1) ?? grid([(x0 + x1) / 2, (y0 + y1) / 2]);
  };

  useEffect(() => {
    if (!active) return;
    const onKey = (event: KeyboardEvent) => {
      // From the tool's own fields as well: what was typed there goes with it.
      const own = (event.target as Element | null)?.closest?.("[data-tool-panel]");
      if (event.key === "Escape" && (own || !isTyping(event))) {
        event.stopImmediatePropagation();
        reset();
        setTool("select");
        return;
      }
      if (isTyping(event) || (event.target as Element | null)?.closest?.("button, a")) return;
      const way = ARROWS[event.key];
      if (way) {
        event.preventDefault();
        event.stopImmediatePropagation();
        const by = event.shiftKey ? 10 * GRID_M : GRID_M;
        const [x, y] = cross();
        const at: Xy = [round3(x + way[0] * by), round3(y + way[1] * by)];
        setDraft((now) => ({ ...now, pointer: at, to: undefined }));
        const last = draft.corners.at(-1);
        const far = last
          ? `, ${formatLength(distance(last, at), preferences.units)} from the last corner`
          : "";
        say(`${placeText(at)}${far}`);
        return;
      }
      // With keys a corner is put down where the cross stands; Enter ends a line or an area.
      if (event.key === " " || (event.key === "Enter" && !ENDED.has(tool))) {
        event.preventDefault();
        event.stopImmediatePropagation();
        const at = cross();
        pressed.current(at, KEY_REACH);
        setDraft((now) => ({ ...now, pointer: at }));
        return;
      }
      if (event.key === "Enter") finish();
      // A digit while drawing a wall is the start of its length.
      if (tool === "wall" && /^[\d.]$/.test(event.key) && lengthField.current) {
        event.preventDefault();
        event.stopImmediatePropagation();
        setLength(event.key);
        lengthField.current.focus();
      }
    };
    window.addEventListener("keydown", onKey, true);
    return () => window.removeEventListener("keydown", onKey, true);
  });

  const press = (at: Xy, k: number): boolean => {
    if (!active) return false;
    if (tool === "wall") {
      attempt(() => {
        const to = snapEnd(design, level, draft.corners.at(-1), at, 12 / k).at;
        wallTo(to);
        say(draft.corners.length ? `Wall to ${placeText(to)}` : `Starts at ${placeText(to)}`);
      });
    } else if (tool === "opening") {
      attempt(() => {
        const near = design.walls
          .filter((wall) => wall.level === level)
          .map((wall) => ({ wall, foot: footOn(at, [wall.ax, wall.ay], [wall.bx, wall.by]) }))
          .map((one) => ({ ...one, far: distance(at, one.foot.at) }))
          .sort((a, b) => a.far - b.far)[0];
        if (!near || near.far > near.wall.thicknessM / 2 + 14 / k)
          fail("Opening", "must be put on a wall: press nearer to one");
        const id = newRowId("o");
        const changes = addOpening(
          design,
          id,
          near!.wall.id,
          opening,
          near!.foot.t * Math.hypot(near!.wall.bx - near!.wall.ax, near!.wall.by - near!.wall.ay),
        );
        edit(() => changes);
        select({ in: "openings", id });
      });
    } else if (tool === "scale") {
      setDraft((now) => ({ corners: [...now.corners.slice(-1), at] }));
    } else if (AREA_TOOLS.has(tool) || LINE_TOOLS.has(tool)) {
      const to = grid(at);
      const last = draft.corners.at(-1);
      if (last && distance(last, to) < 0.05) finish();
      else setDraft((now) => ({ ...now, corners: [...now.corners, to] }));
    } else {
      attempt(() => {
        const id = newRowId(tool[0]!);
        const change = placedRow(design, tool as PlacedBy, level, grid(at), id);
        edit(() => [change]);
        if (change.in !== "design") select({ in: change.in, id });
      });
    }
    return true;
  };

  pressed.current = press;

  const move = (at: Xy, k: number) => {
    if (!active) return;
    if (tool === "wall") {
      const to = snapEnd(design, level, draft.corners.at(-1), at, 12 / k);
      setDraft((now) => ({ ...now, pointer: to.at, to: to.to }));
    } else setDraft((now) => ({ ...now, pointer: tool === "scale" ? at : grid(at) }));
  };

  const byLength = () =>
    attempt(() => {
      const from =
        draft.corners.at(-1) ?? fail("Start", "must be set first: press on the plan where the wall begins");
      const metres = parseLength(length, "Length", preferences.units === "imperial" ? "ft" : "m");
      const typed = angle.trim() === "" ? undefined : Number(angle.replace(",", "."));
      if (typed !== undefined && !Number.isFinite(typed)) fail("Angle", "must be a number of degrees");
      const { pointer } = draft;
      const heading =
        typed === undefined
          ? Math.atan2((pointer?.[1] ?? from[1]) - from[1], (pointer?.[0] ?? from[0] + 1) - from[0])
          : (typed * Math.PI) / 180;
      wallTo([from[0] + metres * Math.cos(heading), from[1] + metres * Math.sin(heading)]);
      setLength("");
    });

  const setScale = () =>
    attempt(() => {
      const [a, b] = draft.corners;
      const row =
        (selection?.in === "underlays" ? byId(design, "underlays").get(selection.id) : undefined) ??
        design.underlays.find((one) => one.level === level) ??
        fail("Picture", "is missing: bring one in under Drawings");
      if (!a || !b) fail("Places", "must be two: press both ends of something whose length is known");
      const metres = parseLength(length, "Distance", preferences.units === "imperial" ? "ft" : "m");
      const factor = metres / distance(a!, b!);
      if (!(factor > 0 && Number.isFinite(factor))) fail("Distance", "must be above nothing");
      // The first place stays where it is.
      edit(() =>
        putRow("underlays", {
          ...row,
          metresPerPx: row.metresPerPx * factor,
          x: a![0] + (row.x - a![0]) * factor,
          y: a![1] + (row.y - a![1]) * factor,
        }),
      );
      setLength("");
      setTool("select");
    });

  // A wall that starts on another one: how far from its end can be typed.
  const [startEnd, setStartEnd] = useState<0 | 1>(0);
  const start =
    tool === "wall" && draft.corners.length === 1 ? startOn(design, level, draft.corners[0]!) : undefined;
  const startAt = (typed: string) =>
    attempt(() => {
      if (!start || typed === formatLength(start.fromM[startEnd], preferences.units)) return;
      const bare = preferences.units === "imperial" ? "ft" : "m";
      const at = placeOn(start.wall, startEnd, parseLength(typed, "Starts", bare));
      setDraft((now) => ({ ...now, corners: [at] }));
    });

  const last = draft.corners.at(-1);
  const ghost = (k: number) => {
    if (!active) return null;
    const path = [...draft.corners, ...(draft.pointer && tool !== "opening" ? [draft.pointer] : [])];
    const run = last && draft.pointer ? distance(last, draft.pointer) : 0;
    const runText = `${formatLength(run, preferences.units)}${draft.to ? ` · ${draft.to}` : ""}`;
    return (
      <g className="pointer-events-none">
        {path.length > 1 && (
          <polyline
            points={path.map((xy) => xy.join(",")).join(" ")}
            fill={AREA_TOOLS.has(tool) ? "var(--color-wash)" : "none"}
            fillOpacity={0.5}
            className="stroke-accent"
            strokeWidth={tool === "wall" ? Math.max(make.thicknessM, 2 / k) : 2 / k}
            strokeOpacity={0.7}
            strokeDasharray={tool === "wall" ? undefined : `${6 / k} ${3 / k}`}
          />
        )}
        {path.map(([x, y], i) => (
          <circle
            key={i}
            cx={x}
            cy={y}
            r={4 / k}
            className="fill-raised stroke-accent"
            strokeWidth={1.6 / k}
          />
        ))}
        {last && draft.pointer && run > 0.01 && (
          <g
            transform={`translate(${(last[0] + draft.pointer[0]) / 2} ${(last[1] + draft.pointer[1]) / 2}) scale(${1 / k})`}
          >
            <rect
              x={-runText.length * 3.8 - 5}
              y={-24}
              width={runText.length * 7.6 + 10}
              height={18}
              rx={2}
              className="fill-ink"
            />
            <text y={-11} textAnchor="middle" fontSize={12} className="fill-raised font-mono">
              {runText}
            </text>
          </g>
        )}
      </g>
    );
  };

  const panel = !active ? null : (
    <div
      className={`absolute top-2 flex max-w-[calc(100%-4rem)] flex-wrap items-center gap-2 border border-rule bg-raised px-2.5 py-1.5 text-small shadow-sm ${design.rooms.length && !first ? "left-12 @min-[64rem]:left-36" : "left-36"}`}
      data-tool-panel
    >
      {tool === "wall" && (
        <form
          className="contents"
          onSubmit={(event) => {
            event.preventDefault();
            byLength();
          }}
        >
          <label className="flex items-center gap-1.5 text-soft">
            Length{" "}
            <input
              ref={lengthField}
              className="field h-6 w-20 font-mono text-ink"
              value={length}
              placeholder="3.8m"
              onChange={(event) => setLength(event.target.value)}
            />
          </label>
          <label className="flex items-center gap-1.5 text-soft">
            Angle{" "}
            <input
              className="field h-6 w-14 font-mono text-ink"
              value={angle}
              placeholder="auto"
              title="Degrees: 0 is right, 90 down, 180 left, 270 up; empty: towards the pointer"
              onChange={(event) => setAngle(event.target.value)}
            />
          </label>
          <button className="button h-6">Draw</button>
          {start && (
            <>
              <label className="flex items-center gap-1.5 text-soft">
                Starts{" "}
                <input
                  key={`${start.wall.id} ${startEnd} ${start.fromM[startEnd]}`}
                  className="field h-6 w-20 font-mono text-ink"
                  aria-label={`Starts so far from the ${start.ends[startEnd]} of ${wallNames(design).get(start.wall.id)}`}
                  title={wallNames(design).get(start.wall.id)}
                  defaultValue={formatLength(start.fromM[startEnd], preferences.units)}
                  onKeyDown={(event) => {
                    if (event.key !== "Enter") return;
                    event.preventDefault();
                    startAt(event.currentTarget.value);
                  }}
                  onBlur={(event) => startAt(event.target.value)}
                />
              </label>
              <NamedChoice
                label="from the"
                className="h-6 w-32 text-ink"
                value={String(startEnd)}
                options={start.ends.map((end, i) => ({ value: String(i), text: end }))}
                take={(end) => setStartEnd(end === "1" ? 1 : 0)}
              />
            </>
          )}
          <label className="flex items-center gap-1.5 text-soft">
            Thick{" "}
            <input
              className="field h-6 w-16 font-mono text-ink"
              defaultValue={formatLength(make.thicknessM, preferences.units)}
              onBlur={(event) =>
                attempt(() => setMake({ ...make, thicknessM: parseLength(event.target.value, "Thickness") }))
              }
            />
          </label>
          <Choice
            label="Material"
            className="h-6 w-40 text-ink"
            value={make.material}
            options={design.materials.map((row) => ({ value: row.id, text: row.name }))}
            take={(material) => setMake({ ...make, material })}
          />
        </form>
      )}
      {tool === "opening" && (
        <NamedChoice
          label="Press on a wall to put a"
          className="h-6 w-28 text-ink"
          value={opening}
          options={(["window", "door", "gate", "gap"] as const).map((kind) => ({ value: kind, text: kind }))}
          take={setOpening}
        />
      )}
      {tool === "scale" && (
        <form
          className="flex items-center gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            setScale();
          }}
        >
          <label className="flex items-center gap-1.5 text-soft">
            Press two places on the picture, then type how far they are apart{" "}
            <input
              className="field h-6 w-20 font-mono text-ink"
              value={length}
              onChange={(event) => setLength(event.target.value)}
            />
          </label>
          <button className="button h-6" disabled={draft.corners.length < 2}>
            Set the scale
          </button>
        </form>
      )}
      {(AREA_TOOLS.has(tool) || LINE_TOOLS.has(tool)) && (
        <>
          <span className="text-soft">Press corner by corner; Enter or a press on the last one ends it.</span>
          <button type="button" className="button h-6" disabled={draft.corners.length < 2} onClick={finish}>
            Done
          </button>
        </>
      )}
      {["riser", "closet", "switch", "lamp"].includes(tool) && (
        <span className="text-soft">Press on the plan to place a {tool}.</span>
      )}
      <button type="button" className="button h-6" onClick={() => setTool("select")}>
        Stop (Esc)
      </button>
    </div>
  );
  return { tool, press, move, finish, ghost, panel, said };
}
