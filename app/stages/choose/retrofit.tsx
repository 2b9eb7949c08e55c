/** The sheet for one leg: does it fit, in which order, with what; made to be printed and taken along. */
import { Printer } from "lucide-react";
import { useMemo, useState } from "react";
import { LEG_WAYS, type LegWayName } from "#core/stages/choose/advise/leg";
import { ABOVE_MM, retrofitSheet, type HoleInput } from "#core/stages/choose/advise/retrofit";
import type { OptionRow } from "#core/design/rows/choose";
import { askPrint } from "../../kit/printing";
import { useDesign } from "../../desk/desk";
import { useWorded } from "../../desk/worded";
import { Empty, ToSheet } from "../../desk/empty";
import { MAINS_CAUTION, NumberField, Pick } from "./advice";
import { LegDrawing } from "./leg-drawing";

const VERDICT = { goes: "Yes.", "with work": "Yes, with work.", "does not go": "No." } as const;
const MARK = { goes: "text-accent", "with work": "text-mend", "does not go": "text-stop" } as const;

export default function Retrofit() {
  const worded = useWorded();
  const design = useDesign();
  const [chosen, setChosen] = useState<string>();
  const [way, setWay] = useState<LegWayName | "">("");
  const [fitting, setFitting] = useState("");
  const [typed, setTyped] = useState<HoleInput>();
  const leg =
    design.legs.find((row) => row.id === chosen) ??
    design.legs.find((row) => design.lamps.some((lamp) => lamp.leg === row.id && lamp.holeMm)) ??
    design.legs[0];
  const inset = design.options.filter((row) => row.fit?.holeMm !== undefined);
  const sheet = useMemo(
    () =>
      leg &&
      retrofitSheet(design, leg.id, {
        ...(way ? { way } : {}),
        ...(typed ? { hole: typed } : {}),
        ...(fitting ? { option: fitting } : {}),
      }),
    [design, leg, way, typed, fitting],
  );
  if (!leg || !sheet)
    return (
      <Empty text="No switched leg is known yet: which switch works which lamps. Trace the switches in stage 2, House, under Switch map.">
        <ToSheet stage="house" view="switches" text="To the switch map" />
      </Empty>
    );
  const hole = sheet.hole ?? { oldHoleMm: 80, voidMm: 150, fireMin: 0 };
  const worst = sheet.checks.some((check) => check.verdict === "does not go")
    ? "does not go"
    : sheet.checks.some((check) => check.verdict === "with work")
      ? "with work"
      : "goes";
  const shown =
    design.options.find((row) => row.id === fitting) ??
    (sheet.way.option?.fit?.holeMm ? sheet.way.option : undefined);
  return (
    <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="region" aria-label="Retrofit sheet">
      <div
        className="flex flex-wrap items-center gap-x-4 gap-y-1.5 border-b border-rule bg-pane px-3.5 py-1.5 text-small"
        data-chrome
      >
        <Pick
          label="Switch leg"
          value={leg.id}
          options={design.legs.map((row) => ({ value: row.id, text: row.name }))}
          take={(id) => {
            setChosen(id);
            setTyped(undefined);
            setWay("");
          }}
        />
        <Pick
          label="Way"
          value={way}
          options={[
            { value: "", text: "as advised" },
            ...LEG_WAYS.map((name) => ({ value: name, text: name })),
          ]}
          take={setWay}
        />
        <Pick
          label="Fitting for the hole"
          value={fitting}
          options={[
            { value: "", text: shown && !fitting ? shown.name : "none" },
            ...inset.map((row) => ({ value: row.id, text: row.name })),
          ]}
          take={setFitting}
        />
        <button type="button" className="button ml-auto h-6" onClick={askPrint}>
          <Printer size={13} /> Print
        </button>
      </div>
      <article className="mx-auto max-w-190 px-5 py-4">
        <h3 className="text-lg font-semibold [font-stretch:88%]">
          {leg.name}: {sheet.way.name}
        </h3>
        <p className="text-soft">
          {design.design.name} ·{" "}
          {sheet.way.ok
            ? sheet.advice.verdict
            : `As it is, this way does not go: ${sheet.way.against.join("; ")}.`}
        </p>
        <p className="mt-2 border-l-2 border-mend bg-pane px-2.5 py-1.5 text-small">
          <strong className="font-semibold text-mend">Caution. </strong>
          {MAINS_CAUTION}
        </p>
        <figure className="mt-3 border border-rule bg-raised p-3">
          <LegDrawing advice={sheet.advice} way={sheet.way} />
        </figure>

        {(shown || sheet.hole) && (
          <section className="mt-4" aria-label="The hole">
            <h4 className="font-semibold">
              Does it fit the hole?
              {shown && sheet.checks.length > 0 && (
                <span className={`ml-2 ${MARK[worst]}`} data-verdict={worst}>
                  {VERDICT[worst]}
                </span>
              )}
            </h4>
            {sheet.holeAssumed && (
              <p className="mt-0.5 text-small text-mend">
                {worded(
                  `Nobody has measured this hole: reckoned with ${hole.oldHoleMm} mm, ${hole.voidMm} mm of void and no fire rating. Measure, and put it in.`,
                )}
              </p>
            )}
            <div className="mt-1.5 flex flex-wrap items-center gap-4 text-small" data-chrome>
              <NumberField
                label="Hole now"
                unit="mm"
                value={hole.oldHoleMm}
                min={5}
                max={400}
                take={(oldHoleMm) => setTyped({ ...hole, oldHoleMm })}
              />
              <NumberField
                label="Void above"
                unit="mm"
                value={hole.voidMm}
                min={0}
                max={2000}
                take={(voidMm) => setTyped({ ...hole, voidMm })}
              />
              <NumberField
                label="Fire resistance of the ceiling"
                unit="min"
                value={hole.fireMin}
                min={0}
                max={240}
                take={(fireMin) => setTyped({ ...hole, fireMin })}
              />
            </div>
            {shown ? (
              <div className="mt-2 flex flex-wrap items-start gap-5">
                <HoleDrawing hole={hole} option={shown} verdict={worst} />
                <ul className="grid min-w-60 flex-1 gap-1.5">
                  {sheet.checks.map((check) => (
                    <li key={check.what}>
                      <span className={`font-semibold ${MARK[check.verdict]}`}>
                        {check.what}: {check.verdict}.
                      </span>{" "}
                      {worded(check.text)}.
                    </li>
                  ))}
                </ul>
              </div>
            ) : (
              <p className="mt-1 text-soft">Pick the fitting that is to go in.</p>
            )}
          </section>
        )}

        <div className="mt-4 grid grid-cols-2 gap-x-8 gap-y-4 max-sm:grid-cols-1">
          <section className="col-span-full">
            <h4 className="font-semibold">Order of work</h4>
            <ol className="mt-1 grid gap-1">
              {sheet.steps.map((step, i) => (
                <li
                  key={step.text}
                  className={`grid grid-cols-[1.6rem_1fr] ${step.safety ? "border-l-2 border-mend bg-pane pl-2" : "pl-2.5"}`}
                >
                  <span className="measure text-soft">{i + 1}</span>
                  <span className={step.safety ? "font-medium" : ""}>{step.text}.</span>
                </li>
              ))}
            </ol>
          </section>
          <List title="Label" items={sheet.labels} />
          <List title="Keep" items={sheet.keep} />
          <List title="Test" items={sheet.tests} boxes />
          <List title="Before the ceiling is closed" items={sheet.beforeClosing} boxes />
          <section className="col-span-full">
            <h4 className="font-semibold">Materials</h4>
            <table className="mt-1">
              <tbody>
                {sheet.materials.map((one) => (
                  <tr key={one.what}>
                    <td className="measure pr-3 text-right">{one.count}</td>
                    <td>{one.what}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        </div>
      </article>
    </div>
  );
}

function List({ title, items, boxes = false }: { title: string; items: readonly string[]; boxes?: boolean }) {
  const worded = useWorded();
  return (
    <section>
      <h4 className="font-semibold">{title}</h4>
      <ul className="mt-1 grid gap-1">
        {items.map((item) => (
          <li key={item} className="flex gap-2">
            {boxes ? (
              <span className="mt-0.5 size-3 shrink-0 border border-soft" aria-hidden="true" />
            ) : (
              <span className="text-soft" aria-hidden="true">
                –
              </span>
            )}
            <span>{worded(item)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Ceiling in section, to one scale: the old hole, the fitting with its bezel, the void above. */
function HoleDrawing({
  hole,
  option,
  verdict,
}: {
  hole: HoleInput;
  option: OptionRow;
  verdict: keyof typeof MARK;
}) {
  const worded = useWorded();
  const [stroke, fill] = {
    goes: ["stroke-accent", "fill-accent"],
    "with work": ["stroke-mend", "fill-mend"],
    "does not go": ["stroke-stop", "fill-stop"],
  }[verdict];
  const { holeMm = 0, bezelMm = 0, depthMm = 0 } = option.fit ?? {};
  const wide = Math.max(hole.oldHoleMm, bezelMm) + 60;
  const high = Math.max(hole.voidMm, depthMm + ABOVE_MM) + 40;
  const board = 13;
  const c = wide / 2;
  const ceiling = high - 24;
  return (
    <svg
      viewBox={`0 0 ${wide} ${high + 14}`}
      className="max-h-56 w-64 shrink-0"
      role="img"
      aria-label={worded(
        `Section: a hole of ${hole.oldHoleMm} mm, a fitting for ${holeMm} mm with a bezel of ${bezelMm} mm, ${hole.voidMm} mm of void`,
      )}
    >
      <line
        x1={0}
        x2={wide}
        y1={ceiling - hole.voidMm}
        y2={ceiling - hole.voidMm}
        className="stroke-wall"
        strokeWidth={4}
      />
      <rect x={0} y={ceiling} width={c - hole.oldHoleMm / 2} height={board} className="fill-wall" />
      <rect
        x={c + hole.oldHoleMm / 2}
        y={ceiling}
        width={c - hole.oldHoleMm / 2}
        height={board}
        className="fill-wall"
      />
      <rect
        x={c - holeMm / 2 + 3}
        y={ceiling - depthMm + board}
        width={holeMm - 6}
        height={depthMm}
        className={`fill-wash ${stroke}`}
        strokeWidth={1.5}
      />
      <rect x={c - bezelMm / 2} y={ceiling + board} width={bezelMm} height={5} className={fill} />
      <line
        x1={c}
        x2={c}
        y1={ceiling - depthMm + board}
        y2={Math.max(ceiling - hole.voidMm, ceiling - depthMm + board - ABOVE_MM)}
        className="stroke-soft"
        strokeDasharray="3 2"
      />
      <text x={c} y={high + 10} textAnchor="middle" className="fill-soft font-mono text-[9px]">
        {worded(`hole ${hole.oldHoleMm} mm · bezel ${bezelMm} mm`)}
      </text>
    </svg>
  );
}
