/** Wall cabinets to scale: modules on rows of 18 mm units, dragged with snapping, moved by arrows, placed by rule. */
import { useRef, useState } from "react";
import { byId, rowIn } from "#core/design/collections";
import type { Change } from "#core/design/edit";
import { InputError } from "#core/design/input-error";
import { removeRows } from "#core/design/remove";
import { changeRow } from "#core/design/row-changes";
import { counted } from "#core/design/words";
import {
  cabinetsOf,
  cabinetWorking,
  MOST_C,
  hangCabinet,
  placeModules,
  ROW_MM,
  TERMINAL_MM,
  UNIT_MM,
  whyNotAt,
  type Cabinet,
} from "#core/stages/bus/cabinet";
import { cabinetSvg } from "#core/stages/bus/cabinet-svg";
import { moveModule, nearestPlace, stepModule } from "#core/stages/bus/channel-edit";
import { sparePct } from "#core/stages/bus/segmenting";
import { carriesOf, modulesOf, moduleText, type Module } from "#core/stages/bus/channels";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { say } from "../../desk/say";
import { Caution, Fact, Worked } from "../../inspect/parts";
import { Choice } from "../../kit/choice";

/** Modules are so high; the drawing is to one scale, a pixel a millimetre where the row is not too wide for it. */
const HIGH_MM = 90;
const WIDEST = 450;
const LEFT = 30;

const scaleOf = (units: number) => {
  const unit = Math.min(UNIT_MM * 1.2, Math.max(11, WIDEST / units));
  const mm = unit / UNIT_MM;
  return { unit, row: ROW_MM * mm, high: HIGH_MM * mm };
};

export default function Cabinets() {
  const design = useDesign();
  const { readOnly, selection } = useDesk();
  const edit = useEdit();
  const [chosen, setChosen] = useState("");
  const [said, setSaid] = useState("");
  const cabinets = cabinetsOf(design);
  const of = selection?.in === "modules" ? byId(design, "modules").get(selection.id)?.closet : undefined;
  const shown =
    cabinets.find(({ closet }) => closet.id === of) ??
    cabinets.find(({ closet }) => closet.id === chosen) ??
    cabinets[0];
  const holds = (id: string) => design.modules.filter((row) => row.closet === id).length;
  // Where modules wait for one, first.
  const bare = design.closets
    .filter(({ cabinetRows }) => cabinetRows === undefined)
    .sort((a, b) => holds(b.id) - holds(a.id));
  const hang = (id: string) => {
    edit((d) => hangCabinet(d, id, sparePct(d)));
    setChosen(id);
  };
  if (!shown)
    return (
      <Empty text="A wall cabinet holds the modules of a closet on rows of 18 mm units. Hang one in a closet, then its modules are placed by rule or by hand.">
        {bare[0] && !readOnly ? (
          <button type="button" className="button button-main" onClick={() => hang(bare[0]!.id)}>
            Hang one in {bare[0].name}
          </button>
        ) : (
          <ToSheet stage="house" tool="closet" text="Draw a closet" />
        )}
      </Empty>
    );
  const attempt = (make: () => Change[], done: string) => {
    try {
      const changes = make();
      if (!changes.length) return;
      edit(() => changes);
      setSaid("");
      say(done);
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      setSaid(problem.message);
      say(problem.message);
    }
  };
  const svg = cabinetSvg(design, shown);
  return (
    <>
      <div
        className="flex min-h-9 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule bg-pane px-2 py-1"
        data-chrome
      >
        <div role="group" aria-label="Cabinet" className="flex">
          {cabinets.map(({ closet }) => (
            <button
              key={closet.id}
              type="button"
              className="tool whitespace-nowrap"
              aria-pressed={closet.id === shown.closet.id}
              onClick={() => setChosen(closet.id)}
            >
              {closet.name}
            </button>
          ))}
        </div>
        {!readOnly && bare.length > 0 && (
          <Choice
            label="Hang a cabinet in"
            prompt="Hang one in…"
            className="h-6 w-36 text-small"
            value=""
            options={bare.map(({ id, name }) => ({ value: id, text: name }))}
            take={hang}
          />
        )}
        {!readOnly && (
          <span className="flex items-center gap-1.5">
            <Choice
              label="Rows"
              className="h-6 w-24 text-small"
              value={String(shown.rows.length)}
              options={Array.from({ length: 20 }, (_, i) => ({
                value: String(i + 1),
                text: counted(i + 1, "row"),
              }))}
              take={(rows) =>
                edit((d) => changeRow(d, "closets", shown.closet.id, { cabinetRows: Number(rows) }))
              }
            />
            <Choice
              label="Units of a row"
              className="h-6 w-24 text-small"
              value={String(shown.rows[0]!.units)}
              options={[...new Set([8, 12, 16, 18, 22, 24, 33, 36, shown.rows[0]!.units])]
                .sort((a, b) => a - b)
                .map((units) => ({ value: String(units), text: counted(units, "unit") }))}
              take={(units) =>
                edit((d) => changeRow(d, "closets", shown.closet.id, { rowUnits: Number(units) }))
              }
            />
          </span>
        )}
        <span className="ml-auto flex gap-1.5">
          <a
            className="button h-6"
            href={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
            download={`${shown.closet.name}, cabinet.svg`}
          >
            SVG
          </a>
          {!readOnly && (
            <button
              type="button"
              className="button h-6"
              onClick={() => {
                const changes = placeModules(design, shown.closet.id, true);
                edit(() => changes);
                say(changes.length ? "Placed by rule" : "All stand by rule already");
              }}
            >
              Place by rule
            </button>
          )}
        </span>
      </div>
      <div
        className="relative grid min-h-0 flex-1 grid-cols-[auto_minmax(17rem,1fr)] overflow-auto max-lg:grid-cols-1"
        tabIndex={0}
        role="region"
        aria-label={`Cabinet of ${shown.closet.name}`}
      >
        <div className="overflow-x-auto p-4" tabIndex={0} role="region" aria-label="Drawing to scale">
          {said && (
            <p role="alert" className="mb-2 bg-change px-2 py-1 text-change-ink">
              {said}
            </p>
          )}
          <Drawing cabinet={shown} attempt={attempt} />
        </div>
        <div className="border-l border-rule max-lg:border-l-0">
          <Beside cabinet={shown} />
        </div>
      </div>
    </>
  );
}

function Drawing({
  cabinet,
  attempt,
}: {
  cabinet: Cabinet;
  attempt(make: () => Change[], done: string): void;
}) {
  const design = useDesign();
  const { select, selection, readOnly } = useDesk();
  const edit = useEdit();
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<{ id: string; row: number; slot: number }>();
  const { rows, loose } = cabinet;
  const { unit: UNIT, row: ROW, high: HIGH } = scaleOf(rows[0]!.units);
  const wide = rows[0]!.units * UNIT;
  const height = rows.length * ROW;
  return (
    <>
      <svg
        ref={svg}
        width={LEFT + wide + 16}
        height={height + 16}
        role="group"
        data-drawing
        aria-label={`${cabinet.closet.name}, ${counted(rows.length, "row")} of ${rows[0]!.units} units`}
      >
        <g transform={`translate(${LEFT} 8)`}>
          <rect
            x={-6}
            y={0}
            width={wide + 12}
            height={height}
            fill="none"
            className="stroke-ink"
            strokeWidth={2}
          />
          {rows.map((row, i) => (
            <g key={row.number} transform={`translate(0 ${i * ROW})`}>
              <text x={-12} y={ROW / 2 + 4} textAnchor="end" className="fill-soft font-mono text-tiny">
                {row.number}
              </text>
              {i > 0 && (
                <line
                  x1={-6}
                  x2={wide + 6}
                  y1={0}
                  y2={0}
                  className={
                    rows[i - 1]!.carries && row.carries && rows[i - 1]!.carries !== row.carries
                      ? "stroke-ink"
                      : "stroke-rule"
                  }
                  strokeWidth={rows[i - 1]!.carries !== row.carries ? 1.6 : 0.8}
                />
              )}
              <rect x={0} y={ROW / 2 - 7} width={wide} height={14} className="fill-ground stroke-rule" />
              {Array.from({ length: row.units - 1 }, (_, n) => (
                <line
                  key={n}
                  x1={(n + 1) * UNIT}
                  x2={(n + 1) * UNIT}
                  y1={ROW / 2 - 7}
                  y2={ROW / 2 + 7}
                  className="stroke-rule"
                  strokeWidth={0.6}
                />
              ))}
              <text x={wide - 2} y={12} textAnchor="end" className="fill-soft text-tiny">
                {row.carries === undefined
                  ? `free, ${row.units} units`
                  : `${row.terminals ? "terminals, mains" : row.carries === "both" ? "mains and low voltage" : row.carries}, ${Math.max(0, row.units - row.used)} free`}
              </text>
              {row.terminals > 0 && (
                <Terminals cabinet={cabinet} units={row.terminals} unit={UNIT} middle={ROW / 2} />
              )}
            </g>
          ))}
          {rows.flatMap((row) =>
            row.modules.map((module) => {
              const at = drag?.id === module.row.id ? drag : { row: row.number, slot: module.row.slot! };
              const chosen = selection?.in === "modules" && selection.id === module.row.id;
              const wrong = whyNotAt(cabinet, module, row.number, module.row.slot!) !== undefined;
              const mains = carriesOf(module) !== "low voltage";
              const id = module.row.id;
              return (
                <g
                  key={id}
                  transform={`translate(${(at.slot - 1) * UNIT} ${(at.row - 1) * ROW + (ROW - HIGH) / 2})`}
                  tabIndex={0}
                  role="button"
                  aria-pressed={chosen}
                  aria-label={`${module.row.name}, ${module.type.name}, row ${module.row.row}, unit ${module.row.slot}, ${mains ? "mains" : "low voltage"}, ${moduleText(module)}`}
                  className={readOnly ? "cursor-pointer" : "cursor-grab"}
                  data-module={id}
                  onClick={() => select({ in: "modules", id })}
                  onPointerDown={(event) => {
                    if (readOnly || event.button !== 0) return;
                    const target = event.currentTarget;
                    const box = target.getBoundingClientRect();
                    const [heldX, heldY] = [event.clientX - box.left, event.clientY - box.top];
                    target.setPointerCapture(event.pointerId);
                    const placeAt = (moved: PointerEvent) => {
                      const frame = svg.current!.getBoundingClientRect();
                      const x = moved.clientX - frame.left - LEFT - heldX;
                      const y = moved.clientY - frame.top - 8 - heldY + HIGH / 2;
                      return nearestPlace(cabinet, module, Math.floor(y / ROW) + 1, Math.round(x / UNIT) + 1);
                    };
                    target.onpointermove = (moved) => {
                      const place = placeAt(moved);
                      if (place) setDrag({ id, ...place });
                    };
                    target.onpointerup = (up) => {
                      target.onpointermove = target.onpointerup = null;
                      setDrag(undefined);
                      const place = placeAt(up);
                      if (place)
                        attempt(
                          () => moveModule(design, id, place.row, place.slot),
                          `${module.row.name}: now in row ${place.row}, unit ${place.slot}`,
                        );
                    };
                    target.onpointercancel = () => {
                      target.onpointermove = target.onpointerup = null;
                      setDrag(undefined);
                    };
                  }}
                  onKeyDown={(event) => {
                    const way = ARROWS[event.key];
                    if (way && !readOnly) {
                      event.preventDefault();
                      event.stopPropagation();
                      attempt(() => stepModule(design, id, way), `${module.row.name}: moved ${way}`);
                    }
                    if (event.key === "Enter" || event.key === " ") {
                      event.preventDefault();
                      select({ in: "modules", id });
                    }
                    if (event.key === "Delete" && !readOnly)
                      edit((d) => removeRows(d, [{ in: "modules", id }]));
                  }}
                >
                  <ModuleFace
                    module={module}
                    chosen={chosen}
                    wrong={wrong}
                    mains={mains}
                    unit={UNIT}
                    high={HIGH}
                  />
                </g>
              );
            }),
          )}
        </g>
      </svg>
      <p className="mt-2 max-w-140 text-small text-soft">
        To scale. Drag a module, or move it with the arrows; it goes where it may stand: mains and low voltage
        keep to rows of their own, the lowest rows are for terminals.
      </p>
      {loose.length > 0 && (
        <p className="mt-2 text-small">
          <span className="font-semibold text-mend">Without a place: </span>
          {loose.map(({ row }) => (
            <button
              key={row.id}
              type="button"
              className="mr-2 hover:underline"
              onClick={() => select({ in: "modules", id: row.id })}
            >
              {row.name}
            </button>
          ))}
        </p>
      )}
    </>
  );
}

const ARROWS: Readonly<Partial<Record<string, "left" | "right" | "up" | "down">>> = {
  ArrowLeft: "left",
  ArrowRight: "right",
  ArrowUp: "up",
  ArrowDown: "down",
};

function ModuleFace({
  module,
  chosen,
  wrong,
  mains,
  unit,
  high,
}: {
  module: Module;
  chosen: boolean;
  wrong: boolean;
  mains: boolean;
  unit: number;
  high: number;
}) {
  const wide = module.type.units * unit;
  const fits = Math.floor((wide - 6) / 5.7);
  const cut = (text: string) => (text.length > fits ? `${text.slice(0, Math.max(1, fits - 1))}…` : text);
  const used = new Set(module.channels.filter(({ load }) => load).map(({ row }) => row.number));
  const outputs = module.type.channels;
  return (
    <>
      <title>{`${module.row.name}, ${module.type.name}, ${moduleText(module)}`}</title>
      <rect
        width={wide}
        height={high}
        className={`fill-raised ${chosen ? "stroke-accent" : wrong ? "stroke-stop" : "stroke-ink"}`}
        strokeWidth={chosen || wrong ? 2.4 : 1}
      />
      <rect width={wide} height={5} className={mains ? "fill-power" : "fill-bus"} />
      <text x={5} y={22} className="fill-ink text-small">
        {cut(module.row.name)}
      </text>
      <text x={5} y={36} className="fill-soft text-tiny">
        {cut(module.type.name)}
      </text>
      {module.heatW > 0 && (
        <text x={5} y={50} className="fill-soft font-mono text-tiny">
          {cut(`${module.heatW.toFixed(1)} W`)}
        </text>
      )}
      {Array.from({ length: outputs }, (_, i) => (
        <rect
          key={i}
          x={5 + (i * (wide - 10)) / outputs}
          y={high - 18}
          width={Math.min(12, (wide - 10) / outputs - 2)}
          height={12}
          className={
            used.has(i + 1) || module.channels.some(({ row }) => row.number === i + 1)
              ? "fill-structure"
              : "fill-ground stroke-rule"
          }
        />
      ))}
    </>
  );
}

/** Terminals as they stand side by side. */
function Terminals({
  cabinet,
  units,
  unit,
  middle,
}: {
  cabinet: Cabinet;
  units: number;
  unit: number;
  middle: number;
}) {
  const each = (TERMINAL_MM / UNIT_MM) * unit;
  const count = Math.min(cabinet.terminals, Math.floor((units * unit) / each));
  return (
    <g aria-hidden="true">
      {Array.from({ length: count }, (_, i) => (
        <rect
          key={i}
          x={i * each}
          y={middle - 26}
          width={each - 1}
          height={52}
          className="fill-raised stroke-structure"
          strokeWidth={0.7}
        />
      ))}
      <rect x={0} y={middle - 29} width={count * each} height={3} className="fill-power" />
    </g>
  );
}

function Beside({ cabinet }: { cabinet: Cabinet }) {
  const design = useDesign();
  const { closet, units, used, airC, watts, terminals, terminalUnits } = cabinet;
  const counts = new Map<string, number>();
  for (const { row, type } of modulesOf(design))
    if (row.closet === closet.id) counts.set(type.id, (counts.get(type.id) ?? 0) + 1);
  const types = byId(design, "moduleTypes");
  return (
    <div className="grid content-start gap-4 p-4">
      <dl className="grid gap-1">
        <Fact label="Units">
          <span className="measure">{units - used}</span> of <span className="measure">{units}</span> free
        </Fact>
        <Fact label="Terminals">
          <span className="measure">{terminals}</span>, {counted(terminalUnits, "unit")} wide
        </Fact>
        <Fact label="Heat">
          <span className="measure">{watts.toFixed(1)} W</span> of its modules
        </Fact>
        <Fact label="Air inside">
          <span className={airC > MOST_C ? "font-semibold text-mend" : ""}>
            <Worked working={() => cabinetWorking(design, cabinet)}>{airC.toFixed(1)} °C</Worked>
          </span>{" "}
          <span className="text-soft">of {MOST_C} °C</span>
        </Fact>
      </dl>
      <section aria-label="Parts">
        <h3 className="font-semibold">Parts</h3>
        <table className="mt-1 w-full">
          <caption className="sr-only">Modules of this cabinet</caption>
          <tbody>
            {[...counts].map(([id, count]) => {
              const type = rowIn(types, id, "moduleTypes");
              return (
                <tr key={id} className="border-b border-rule/50">
                  <td className="measure w-8 py-0.5 text-right">{count}</td>
                  <td className="px-2">{type.name}</td>
                  <td className="measure text-right whitespace-nowrap">
                    {type.price === undefined
                      ? "–"
                      : `${(count * type.price).toFixed(0)} ${design.design.currency}`}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
        <p className="mt-1 text-small text-soft">
          With the enclosure and its terminals in the bill of materials of Runs.
        </p>
      </section>
      <Caution text="Mains: isolate, lock off, prove dead and secure before the cabinet is opened. Mains and low voltage in rows of their own, with a barrier between them; what protects people (breakers, residual current) is chosen by the electrician. Local codes and a licensed person decide." />
    </div>
  );
}
