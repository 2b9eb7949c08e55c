/** Drawing on the plan: what a press does with each tool, and the ghost of what is being drawn. */
import { round2 } from "#core/geometry/round";
import { useCallback, useEffect, useRef, useState, type ReactNode } from "react";
import { byId, type Design } from "#core/design/collections";
import type { Change } from "#core/design/edit";
import { fail, InputError } from "#core/design/input-error";
import type { OpeningRow } from "#core/stages/house/rows-house";
import { formatLength, parseLength } from "#core/design/units";
import { addOpening, addWall, roomAt, snap, snapEnd } from "#core/stages/house";
import { distance, footOn, type Xy } from "#core/geometry/segment";
import { newRowId, useDesk, useEdit, type Tool } from "../desk/desk";
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
const grid = ([x, y]: Xy): Xy => [snap(x), snap(y)];

/** Name no other row of a list has: "Trunk 3". */
function free(rows: readonly { name: string }[], stem: string): string {
  const taken = new Set(rows.map((row) => row.name));
  let n = rows.length + 1;
  while (taken.has(`${stem} ${n}`)) n += 1;
  return `${stem} ${n}`;
}

/** A row of the kind the tool draws, from its corners. */
function drawn(design: Design, tool: Tool, level: string, corners: readonly Xy[], id: string): Change {
  const path = corners.map(([x, y]): [number, number] => [x, y]);
  switch (tool) {
    case "trunk": {
      const row = byId(design, "levels").get(level)!;
      return {
        in: "trunks",
        put: {
          id,
          level,
          name: free(design.trunks, "Trunk"),
          kind: "void",
          path,
          heightM: round2(row.ceilingHeightM + row.voidAboveM / 2),
        },
      };
    }
    case "mains":
      return { in: "mainsRuns", put: { id, level, name: free(design.mainsRuns, "Mains run"), path } };
    case "noGo":
      return { in: "noGo", put: { id, level, name: free(design.noGo, "No-go area"), outline: path } };
    default:
      return {
        in: "fixtures",
        put: {
          id,
          level,
          name: free(design.fixtures, "Obstacle"),
          kind: "obstacle",
          outline: path,
          clearanceM: 0.1,
        },
      };
  }
}

/** A row of the kind the tool places at one spot. */
function placed(design: Design, tool: Tool, level: string, [x, y]: Xy, id: string): Change {
  if (tool === "riser") {
    const levels = [...design.levels].sort((a, b) => a.elevationM - b.elevationM);
    const at = levels.findIndex((row) => row.id === level);
    const other = levels[at + 1] ?? levels[at - 1] ?? fail("Riser", "needs a second level to lead to");
    return {
      in: "risers",
      put: { id, name: free(design.risers, "Riser"), x, y, fromLevel: level, toLevel: other.id },
    };
  }
  const room = roomAt(design, level, x, y) ?? fail("Place", "is in no room: find the rooms first");
  if (tool === "closet")
    return {
      in: "closets",
      put: {
        id,
        level,
        room: room.id,
        name: free(design.closets, "Closet"),
        kind: "cabinet",
        x,
        y,
        z: 1.5,
        wallWidthM: 0.6,
      },
    };
  if (tool === "switch")
    return {
      in: "switches",
      put: {
        id,
        level,
        room: room.id,
        name: free(design.switches, `${room.name} switch`),
        x,
        y,
        z: 1.1,
        gangs: 1,
        neutral: "unknown",
      },
    };
  return {
    in: "lamps",
    put: { id, level, room: room.id, name: free(design.lamps, `${room.name} lamp`), x, y, count: 1 },
  };
}

export function usePlanTool(design: Design, level: string): PlanTool {
  const { tool, setTool, select, selection, readOnly, preferences } = useDesk();
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
        const change = drawn(design, tool, level, draft.corners, id);
        edit(() => [change]);
        if (change.in !== "design") select({ in: change.in, id });
        reset();
      });
    } else reset();
  }, [tool, draft.corners, design, level, edit, select, attempt, reset]);

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
      if (isTyping(event)) return;
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
  }, [active, tool, finish, reset, setTool]);

  const press = (at: Xy, k: number): boolean => {
    if (!active) return false;
    if (tool === "wall") attempt(() => wallTo(snapEnd(design, level, draft.corners.at(-1), at, 12 / k).at));
    else if (tool === "opening") {
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
        const change = placed(design, tool, level, grid(at), id);
        edit(() => [change]);
        if (change.in !== "design") select({ in: change.in, id });
      });
    }
    return true;
  };

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
      edit(() => [
        {
          in: "underlays",
          put: {
            ...row,
            metresPerPx: row.metresPerPx * factor,
            x: a![0] + (row.x - a![0]) * factor,
            y: a![1] + (row.y - a![1]) * factor,
          },
        },
      ]);
      setLength("");
      setTool("select");
    });

  const last = draft.corners.at(-1);
  const ghost = (k: number) => {
    if (!active) return null;
    const path = [...draft.corners, ...(draft.pointer && tool !== "opening" ? [draft.pointer] : [])];
    const run = last && draft.pointer ? distance(last, draft.pointer) : 0;
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
          <text
            x={(last[0] + draft.pointer[0]) / 2}
            y={(last[1] + draft.pointer[1]) / 2 - 8 / k}
            textAnchor="middle"
            fontSize={12 / k}
            className="fill-ink stroke-raised font-mono"
            strokeWidth={3.5 / k}
            paintOrder="stroke"
          >
            {formatLength(run, preferences.units)}
            {draft.to ? ` · ${draft.to}` : ""}
          </text>
        )}
      </g>
    );
  };

  const panel = !active ? null : (
    <div
      className={`absolute top-2 flex max-w-[calc(100%-4rem)] flex-wrap items-center gap-2 border border-rule bg-raised px-2.5 py-1.5 text-small shadow-sm ${design.rooms.length ? "left-12 @min-[64rem]:left-36" : "left-36"}`}
      data-tool-panel
    >
      {tool === "wall" && (
        <form
          className="flex flex-wrap items-center gap-2"
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
