/**
 * Drawings in and out: a picture under the plan, walls from DXF or SVG with a preview, the plan as SVG or
 * DXF.
 */
import { useMemo, useState } from "react";
import { Link } from "react-router";
import { putRow } from "#core/design/row-changes";
import { byId, type Design } from "#core/design/collections";
import { fail, InputError } from "#core/design/input-error";
import { importWalls, wallsFrom, type Drawing, type WallsFrom } from "#core/stages/house/drawing";
import { formatLength, parseLength } from "#core/design/units";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { counted } from "#core/design/words";
import { Choice } from "../../kit/choice";
import { OneOf } from "../../kit/switches";
import { Tick } from "../../kit/ticks";

const MOST_PICTURE_MB = 12;
const MOST_DRAWING_MB = 20;

/** Pixels of a picture as the browser sees them. Throws InputError where it shows none. */
function sizeOf(file: File): Promise<{ widthPx: number; heightPx: number }> {
  return new Promise((done, refuse) => {
    const address = URL.createObjectURL(file);
    const image = new Image();
    image.onload = () => {
      URL.revokeObjectURL(address);
      done({ widthPx: Math.max(1, image.naturalWidth), heightPx: Math.max(1, image.naturalHeight) });
    };
    image.onerror = () => {
      URL.revokeObjectURL(address);
      refuse(
        new InputError([
          { path: "Picture", reason: "cannot be shown: it is damaged, or no PNG, JPEG or SVG" },
        ]),
      );
    };
    image.src = address;
  });
}

async function sendPicture(url: string, file: File): Promise<string> {
  const response = await fetch(`${url}/picture`, {
    method: "POST",
    headers: { "Content-Type": "application/octet-stream" },
    body: file,
  });
  const body: unknown = response.headers.get("Content-Type")?.includes("json")
    ? await response.json()
    : { error: await response.text() };
  if (!response.ok) throw new InputError([{ path: "", reason: (body as { error: string }).error }]);
  return (body as { hash: string }).hash;
}

/** Run work that may refuse its input; what it said is kept to be shown. */
function useAttempt(): [string | undefined, (work: () => unknown) => Promise<void>] {
  const [wrong, setWrong] = useState<string>();
  return [
    wrong,
    async (work) => {
      try {
        setWrong(undefined);
        await work();
      } catch (problem) {
        if (problem instanceof InputError) setWrong(problem.message);
        else if (problem instanceof TypeError)
          setWrong("The server cannot be reached: nothing was changed. Try again.");
        else throw problem;
      }
    },
  ];
}

export default function Drawings() {
  const design = useDesign();
  const { url, level, readOnly } = useDesk();
  const here = byId(design, "levels").get(level);
  return (
    <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="region" aria-label="Drawings">
      {!readOnly && <Underlay design={design} />}
      {!readOnly && <WallImport design={design} />}
      <section className="border-b border-rule p-4" aria-label="Export">
        <h3 className="font-semibold">Take {here?.name ?? "the level"} out</h3>
        <p className="mt-1 text-soft">
          Walls, openings, rooms, ways and points, a layer each. SVG at 1 : 50, DXF in metres.
        </p>
        <p className="mt-2 flex gap-2">
          <a className="button" href={`${url}/plan/${level}/svg`}>
            SVG
          </a>
          <a className="button" href={`${url}/plan/${level}/dxf`}>
            DXF
          </a>
        </p>
      </section>
    </div>
  );
}

function Underlay({ design }: { design: Design }) {
  const { url, level, select, setTool, preferences } = useDesk();
  const edit = useEdit();
  const [wrong, attempt] = useAttempt();
  const [busy, setBusy] = useState(false);
  const own = design.underlays.filter((row) => row.level === level);
  const add = (file: File) =>
    attempt(async () => {
      if (file.size > MOST_PICTURE_MB * 1e6)
        fail(
          "Picture",
          `is ${(file.size / 1e6).toFixed(0)} MB: at most ${MOST_PICTURE_MB} MB; save it smaller and bring it in again`,
        );
      setBusy(true);
      try {
        const size = await sizeOf(file);
        const picture = await sendPicture(url, file);
        const id = newRowId("u");
        // Until it is set to scale a picture is shown ten metres wide.
        edit(() =>
          putRow("underlays", {
            id,
            level,
            name: file.name.slice(0, 60),
            picture,
            ...size,
            x: 0,
            y: 0,
            metresPerPx: 10 / size.widthPx,
            turnDeg: 0,
            opacityPct: 60,
          }),
        );
        select({ in: "underlays", id });
      } finally {
        setBusy(false);
      }
    });
  return (
    <section className="border-b border-rule p-4" aria-label="Underlay">
      <h3 className="font-semibold">A picture of the builder's drawing under the plan</h3>
      <p className="mt-1 text-soft">
        PNG, JPEG or SVG, at most {MOST_PICTURE_MB} MB. Then set it to scale on the plan by two places and the
        distance between them.
      </p>
      <label className="mt-2 inline-grid gap-1">
        <span className="sr-only">Picture</span>
        <input
          type="file"
          accept="image/png,image/jpeg,image/svg+xml"
          className="field h-auto w-80 py-1.5"
          disabled={busy}
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) void add(file);
            event.target.value = "";
          }}
        />
      </label>
      {busy && (
        <p role="status" className="mt-1 text-soft">
          Bringing it in…
        </p>
      )}
      {wrong && (
        <p role="alert" className="mt-2 text-stop">
          {wrong}
        </p>
      )}
      <ul className="mt-2">
        {own.map((row) => (
          <li key={row.id} className="flex items-center gap-3 border-t border-rule py-1.5">
            <button
              type="button"
              className="font-medium hover:underline"
              onClick={() => select({ in: "underlays", id: row.id })}
            >
              {row.name}
            </button>
            <span className="measure text-soft">
              {row.widthPx} × {row.heightPx} px,{" "}
              {formatLength(row.widthPx * row.metresPerPx, preferences.units)} wide
            </span>
            <Link
              className="button ml-auto"
              to="?"
              onClick={() => {
                select({ in: "underlays", id: row.id });
                setTool("scale");
              }}
            >
              Set to scale
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

const UNITS: [string, number][] = [
  ["millimetres", 0.001],
  ["centimetres", 0.01],
  ["metres", 1],
  ["inches", 0.0254],
  ["feet", 0.3048],
];

function WallImport({ design }: { design: Design }) {
  const { level, preferences } = useDesk();
  const edit = useEdit();
  const [wrong, attempt] = useAttempt();
  const [drawing, setDrawing] = useState<{ name: string; read: Drawing }>();
  const [layers, setLayers] = useState<string[]>([]);
  const [scale, setScale] = useState("");
  const [lines, setLines] = useState<WallsFrom["lines"]>("centres");
  const [thickness, setThickness] = useState(() =>
    formatLength(preferences.units === "imperial" ? 0.1143 : 0.12, preferences.units),
  );
  const [material, setMaterial] = useState(
    design.materials.find((row) => row.id === "brick-single")?.id ?? design.materials[0]?.id ?? "",
  );
  const [done, setDone] = useState<string>();
  const open = (file: File) =>
    attempt(async () => {
      setDrawing(undefined);
      setDone(undefined);
      if (file.size > MOST_DRAWING_MB * 1e6)
        fail("File", `is ${(file.size / 1e6).toFixed(0)} MB: at most ${MOST_DRAWING_MB} MB`);
      const text = await file.text();
      const isSvg = /\.svg$/i.test(file.name) || text.trimStart().startsWith("<");
      const read = isSvg
        ? (await import("#core/files/svg-in")).readSvg(text)
        : (await import("#core/files/dxf-in")).readDxf(text);
      setDrawing({ name: file.name, read });
      setLayers(read.layers.slice(0, 1).map((layer) => layer.name));
      setScale(read.metresPerUnit === undefined ? "" : String(read.metresPerUnit));
    });
  const options = useMemo((): WallsFrom | undefined => {
    try {
      return {
        metresPerUnit: Number(scale),
        layers,
        lines,
        thicknessM: parseLength(thickness, "Walls thick", preferences.units === "imperial" ? "ft" : "m"),
        material,
        at: [0, 0],
      };
    } catch (problem) {
      if (problem instanceof InputError) return undefined;
      throw problem;
    }
  }, [scale, layers, lines, thickness, material, preferences.units]);
  const preview = useMemo(() => {
    if (!drawing || !options || !(options.metresPerUnit > 0) || !layers.length) return undefined;
    return wallsFrom(drawing.read, options);
  }, [drawing, options, layers.length]);
  const take = () =>
    attempt(() => {
      const { changes, made } = importWalls(
        design,
        level,
        () => newRowId("w"),
        drawing!.read,
        options ?? fail("Walls thick", "must be a length"),
      );
      edit(() => changes);
      setDone(
        `${counted(made.walls.length, "wall")} drawn on ${byId(design, "levels").get(level)?.name}. Find the rooms between them beside the plan.`,
      );
      setDrawing(undefined);
    });
  return (
    <section className="border-b border-rule p-4" aria-label="Walls from a drawing">
      <h3 className="font-semibold">Walls from a drawing</h3>
      <p className="mt-1 text-soft">
        Lines and polylines of a DXF or SVG file, by layer. Nothing is drawn before you say so.
      </p>
      <label className="mt-2 inline-grid gap-1">
        <span className="sr-only">Drawing</span>
        <input
          type="file"
          accept=".dxf,.svg"
          className="field h-auto w-80 py-1.5"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) void open(file);
            event.target.value = "";
          }}
        />
      </label>
      {wrong && (
        <p role="alert" className="mt-2 text-stop">
          {wrong}
        </p>
      )}
      {done && (
        <p role="status" className="mt-2 text-accent">
          {done}
        </p>
      )}
      {drawing && (
        <div className="mt-3 grid gap-4 md:grid-cols-[16rem_minmax(0,1fr)]" data-preview>
          <div className="grid content-start gap-3">
            <fieldset>
              <legend className="text-small text-soft">Layers of {drawing.name}</legend>
              {drawing.read.layers.map((layer) => (
                <Tick
                  key={layer.name}
                  className="flex py-0.5"
                  on={layers.includes(layer.name)}
                  set={(on) =>
                    setLayers(on ? [...layers, layer.name] : layers.filter((one) => one !== layer.name))
                  }
                  label={
                    <>
                      {layer.name} <span className="text-soft">{layer.lines.length} lines</span>
                    </>
                  }
                />
              ))}
            </fieldset>
            <div className="grid gap-1 text-small text-soft">
              One unit is
              <Choice
                label="One unit is"
                className={`text-ink ${scale ? "" : "border-stop"}`}
                value={scale}
                options={[
                  { value: "", text: "the file does not say: choose" },
                  ...UNITS.map(([name, m]) => ({ value: String(m), text: name })),
                  ...(scale && !UNITS.some(([, m]) => String(m) === scale)
                    ? [{ value: scale, text: `${scale} m, as the page says` }]
                    : []),
                ]}
                take={setScale}
              />
            </div>
            <div className="grid gap-1">
              <span className="text-small text-soft">Its lines are</span>
              <OneOf
                label="Its lines are"
                down
                value={lines}
                options={[
                  { value: "centres", text: "centre lines of walls" },
                  { value: "faces", text: "faces: two make a wall" },
                ]}
                take={setLines}
              />
            </div>
            {lines === "centres" && (
              <label className="grid gap-1 text-small text-soft">
                Walls thick
                <input
                  className="field font-mono text-ink"
                  value={thickness}
                  onChange={(event) => setThickness(event.target.value)}
                />
              </label>
            )}
            <div className="grid gap-1 text-small text-soft">
              of
              <Choice
                label="Material"
                className="text-ink"
                value={material}
                options={design.materials.map((row) => ({ value: row.id, text: row.name }))}
                take={setMaterial}
              />
            </div>
            <button
              type="button"
              className="button button-main"
              disabled={!preview?.walls.length}
              onClick={() => void take()}
            >
              Draw {preview?.walls.length ?? 0} walls
            </button>
          </div>
          <div>
            {preview && preview.walls.length > 0 ? (
              <Preview walls={preview.walls} />
            ) : (
              <p className="text-soft">
                {scale
                  ? "No layer chosen, or no line that makes a wall."
                  : "Choose what one unit is, and the walls are shown here."}
              </p>
            )}
            {[...drawing.read.leftOut, ...(preview?.leftOut ?? [])].length > 0 && (
              <>
                <h4 className="mt-3 text-small font-semibold">Left out</h4>
                <ul className="text-small text-soft">
                  {[...drawing.read.leftOut, ...(preview?.leftOut ?? [])].map((out) => (
                    <li key={`${out.what} ${out.why}`}>
                      <span className="measure">{out.count}</span> {out.what}: {out.why}
                    </li>
                  ))}
                </ul>
              </>
            )}
          </div>
        </div>
      )}
    </section>
  );
}

function Preview({ walls }: { walls: ReturnType<typeof wallsFrom>["walls"] }) {
  const { preferences } = useDesk();
  const xs = walls.flatMap((wall) => [wall.ax, wall.bx]);
  const ys = walls.flatMap((wall) => [wall.ay, wall.by]);
  const [x, y, w, h] = [
    Math.min(...xs),
    Math.min(...ys),
    Math.max(...xs) - Math.min(...xs),
    Math.max(...ys) - Math.min(...ys),
  ];
  return (
    <figure>
      <svg
        viewBox={`${x - 0.5} ${y - 0.5} ${w + 1} ${h + 1}`}
        className="max-h-72 w-full border border-rule bg-raised"
        role="img"
        aria-label={`Preview of ${counted(walls.length, "wall")}`}
      >
        {walls.map((wall, i) => (
          <line
            key={i}
            x1={wall.ax}
            y1={wall.ay}
            x2={wall.bx}
            y2={wall.by}
            className="stroke-structure"
            strokeWidth={wall.thicknessM}
            strokeLinecap="square"
          />
        ))}
      </svg>
      <figcaption className="text-small text-soft">
        <span className="measure">
          {formatLength(w, preferences.units)} × {formatLength(h, preferences.units)}
        </span>
        . Is that as large as the house? If not, choose another unit.
      </figcaption>
    </figure>
  );
}
