/** Two designs side by side: totals, findings, rows that differ; what is better there is taken over as one edit. */
import { useMemo, useState } from "react";
import { Link, useNavigate } from "react-router";
import {
  compareFindingLists,
  compareLedgers,
  compareRows,
  takeOver,
  type ComparedRow,
} from "#core/whole/compare";
import type { ShownFinding, Summary } from "#core/whole/engine";
import { stageName } from "#core/design/stage-names";
import { SINGULAR, type CollectionName, type Design } from "#core/design/collections";
import { byId, type AnyRow } from "#core/design/collections";
import { ROW_CLASSES } from "#core/design/row-classes";
import { fields, type Field } from "#core/design/fields";
import { formatTotal, groupDigits } from "#core/design/units";
import { capital, counted } from "#core/design/words";
import { designNames } from "#db/across";
import { readDesign } from "#db/read-design";
import { askedOfPage } from "#server/asked";
import { db } from "#server/db";
import { CompareAsked } from "#server/questions";
import { firstValues } from "#server/card";
import { requireRole } from "#server/guard";
import { designOf, designText } from "../../desk/design-text";
import { useDesign, useDesk, useEdit, useResult, useSummary } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { fieldLabel, rowName } from "../../inspect/row-form";
import { NamedChoice } from "../../kit/choice";
import { lazily } from "../../kit/lazily";
import { Fold } from "../../kit/fold";
import type { Shown } from "../../desk/parts";
import { useWorded } from "../../desk/worded";
import { SeverityMark } from "../../kit/severity";
import { Tick } from "../../kit/ticks";
import type { Route } from "./+types/compare";

const Summary = lazily(() => import("./compare-summary"));
export const handle: Shown = { Summary };

export async function loader({ request, params }: Route.LoaderArgs) {
  const { person } = await requireRole(request, params.design, "view");
  const own = (await readDesign(db(), params.design))!;
  const choices = (await designNames(db(), person.id)).filter(({ id }) => id !== params.design);
  const from = own.design.design.copiedFrom?.design;
  // What it was copied from, where that still stands and may be seen; then a copy of it; then any.
  const { with: asked } = askedOfPage(CompareAsked, request);
  const id = choices.find((one) => one.id === asked)?.id ?? choices.find((one) => one.id === from)?.id;
  if (asked && id !== asked)
    throw new Response("There is no such design to compare with, or it is not shared with you.", {
      status: 404,
    });
  if (!id) return { choices };
  const other = (await readDesign(db(), id))!;
  return {
    choices,
    other: {
      id,
      revision: other.revision,
      rows: designText(other.design),
      first: (await firstValues(other, "work"))!,
    },
  };
}

export default function Compare({ loaderData }: Route.ComponentProps) {
  const { url } = useDesk();
  const navigate = useNavigate();
  const { choices, other } = loaderData;
  return (
    <div
      className="relative min-h-0 flex-1 overflow-y-auto"
      tabIndex={0}
      role="region"
      aria-label="Comparison"
    >
      <div className="flex flex-wrap items-center gap-3 border-b border-rule px-4 py-2.5">
        <h2 className="text-base font-semibold">Compare</h2>
        <NamedChoice
          label="with"
          className="h-7 w-64"
          value={other?.id ?? ""}
          options={[
            ...(other ? [] : [{ value: "", text: "choose a design" }]),
            ...choices.map(({ id, name }) => ({ value: id, text: name })),
          ]}
          take={(id) => void navigate(`${url}/compare?with=${id}`)}
        />
      </div>
      {choices.length === 0 ? (
        <Empty text="There is no other design yet. Copy this one as a variant in the list of designs, change the copy, and compare the two here.">
          <Link className="button button-main" to="/designs">
            To the list of designs
          </Link>
        </Empty>
      ) : other ? (
        <SideBySide
          key={`${other.id} ${other.revision}`}
          {...other}
          name={choices.find(({ id }) => id === other.id)!.name}
        />
      ) : (
        <p className="p-4 text-soft">Choose the design to set beside this one.</p>
      )}
    </div>
  );
}

function SideBySide({ rows, first, name }: { rows: string; first: string; name: string }) {
  const there = useMemo(() => designOf(rows), [rows]);
  const other = useMemo(() => JSON.parse(first) as { summary: Summary; findings: ShownFinding[] }, [first]);
  return (
    <>
      <Totals there={other.summary} name={name} />
      <Findings there={other.findings} name={name} />
      <Rows there={there} name={name} />
    </>
  );
}

function Totals({ there, name }: { there: Summary; name: string }) {
  const { currency, name: own } = useDesign().design;
  const ledger = useSummary("ledger");
  const cells = compareLedgers(ledger?.cells ?? [], there.ledger.cells);
  const { units } = useDesk().preferences;
  const text = (value: number | undefined, digits: number, unit?: string) =>
    value === undefined ? "–" : unit === "m" ? formatTotal(value, units) : groupDigits(value, digits);
  return (
    <section aria-label="Totals" className="border-b border-rule px-4 py-3">
      <table className="w-full max-w-2xl">
        <thead className="text-small text-soft">
          <tr>
            <th className="py-1 text-left font-normal">Totals</th>
            <th className="text-right font-normal">{own}</th>
            <th className="pl-6 text-right font-normal">{name}</th>
            <th className="pl-6 text-right font-normal">Difference</th>
          </tr>
        </thead>
        <tbody>
          {cells.map(({ cell, name: what, digits, unit, here, there: beside }) => {
            const by = here === undefined || beside === undefined ? undefined : beside - here;
            return (
              <tr key={cell} className="border-t border-rule/60" data-compared={cell}>
                <th scope="row" className="py-1 text-left font-normal">
                  {what}{" "}
                  {unit !== "m" && <span className="text-soft">{unit === "money" ? currency : unit}</span>}
                </th>
                <td className="measure text-right">{text(here, digits, unit)}</td>
                <td className="measure text-right">{text(beside, digits, unit)}</td>
                <td className={`measure text-right ${by ? "font-semibold" : "text-soft"}`}>
                  {by === undefined
                    ? "–"
                    : `${by > 0 ? "+" : by < 0 ? "−" : ""}${text(Math.abs(by), digits, unit)}`}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

function Findings({ there, name }: { there: readonly ShownFinding[]; name: string }) {
  const own = useResult("findings");
  const worded = useWorded();
  const { name: here } = useDesign().design;
  const only = compareFindingLists(own, there);
  const list = (title: string, findings: readonly ShownFinding[]) => (
    <div className="min-w-0">
      <h3 className="font-semibold">
        {title} <span className="measure font-normal text-soft">{findings.length}</span>
      </h3>
      <ul className="mt-1">
        {findings.map((finding) => (
          <li key={finding.key} className="flex items-baseline gap-1.5 py-0.5">
            <SeverityMark severity={finding.severity} size={10} />
            <span>{worded(finding.title)}</span>
          </li>
        ))}
        {findings.length === 0 && <li className="text-soft">None that the other has not too.</li>}
      </ul>
    </div>
  );
  return (
    <section
      aria-label="Findings of one alone"
      className="grid grid-cols-2 gap-6 border-b border-rule px-4 py-3 max-sm:grid-cols-1"
    >
      {list(`Found only in ${here}`, only.here)}
      {list(`Found only in ${name}`, only.there)}
    </section>
  );
}

const keyOf = (row: ComparedRow) => `${row.in}/${row.id}`;

function Rows({ there, name }: { there: Design; name: string }) {
  const here = useDesign();
  const { readOnly } = useDesk();
  const edit = useEdit();
  const parts = useMemo(() => compareRows(here, there), [here, there]);
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const all = parts.flatMap((part) => part.rows);
  const chosen = all.filter((row) => picked.has(keyOf(row)));
  const set = (rows: readonly ComparedRow[], on: boolean) => {
    const next = new Set(picked);
    for (const row of rows)
      if (on) next.add(keyOf(row));
      else next.delete(keyOf(row));
    setPicked(next);
  };
  return (
    <section aria-label="Rows that differ" className="px-4 py-3">
      <div className="flex flex-wrap items-center gap-3">
        <h3 className="font-semibold">
          {all.length
            ? `${counted(all.length, "row")} ${all.length === 1 ? "differs" : "differ"}`
            : "No row differs"}
        </h3>
        {!readOnly && all.length > 0 && (
          <button
            type="button"
            className="button button-main"
            disabled={!chosen.length}
            onClick={() => {
              edit((d) => takeOver(d, there, chosen));
              setPicked(new Set());
            }}
          >
            Take {chosen.length} over from {name}
          </button>
        )}
        <span className="text-small text-soft">
          What is taken over stands here as it does there, with what it names. One step, which undo takes
          back.
        </span>
      </div>
      {parts.map(({ stage, rows }) => (
        <Fold
          key={stage}
          open={rows.length <= 12}
          className="mt-2 border-t border-rule pt-1.5"
          head="font-semibold"
          title={
            <>
              {stageName(stage)} <span className="measure font-normal text-soft">{rows.length}</span>
            </>
          }
        >
          {!readOnly && (
            <Tick
              className="py-1 text-small text-soft"
              on={rows.every((row) => picked.has(keyOf(row)))}
              set={(on) => set(rows, on)}
              label={`all of ${stageName(stage)}`}
            />
          )}
          <ul>
            {rows.map((row) => (
              <li
                key={keyOf(row)}
                className="flex items-baseline gap-2 border-t border-rule/60 py-1"
                data-differs={keyOf(row)}
              >
                {!readOnly && (
                  <Tick
                    bare
                    on={picked.has(keyOf(row))}
                    set={(on) => set([row], on)}
                    label={`Take over ${rowName((row.here ?? row.there)!)}`}
                  />
                )}
                <span className="min-w-0">
                  {rowName((row.here ?? row.there)!)} <span className="text-soft">{SINGULAR[row.in]}</span>
                  <Difference row={row} here={here} there={there} name={name} />
                </span>
              </li>
            ))}
          </ul>
        </Fold>
      ))}
    </section>
  );
}

function Difference({
  row,
  here,
  there,
  name,
}: {
  row: ComparedRow;
  here: Design;
  there: Design;
  name: string;
}) {
  if (!row.there) return <span className="text-small text-soft"> · not in {name}</span>;
  if (!row.here) return <span className="text-small text-soft"> · only in {name}</span>;
  const known = fields(ROW_CLASSES[row.in]);
  return (
    <span className="block text-small text-soft">
      {row.differ.map((field) => {
        const of = known.find((one) => one.name === field)!;
        const value = (design: Design, from: AnyRow) =>
          valueText(design, of, (from as unknown as Record<string, unknown>)[field]);
        return (
          <span key={field} className="mr-4 inline-block">
            {fieldLabel(of)} <span className="measure text-ink">{value(here, row.here!)}</span> →{" "}
            <span className="measure text-ink">{value(there, row.there!)}</span>
          </span>
        );
      })}
    </span>
  );
}

/** A value as it is read: rows by their names, lists and paths by how much they hold. */
function valueText(design: Design, field: Field, value: unknown): string {
  if (value === undefined) return "–";
  const nameOf = (id: string) => {
    const row = (byId(design, field.to as CollectionName) as ReadonlyMap<string, AnyRow>).get(id);
    return row ? rowName(row) : id;
  };
  switch (field.kind) {
    case "ref":
      return nameOf(value as string);
    case "refs":
      return (value as string[]).map(nameOf).join(", ") || "none";
    case "flag":
      return value ? "yes" : "no";
    case "xy":
      return counted((value as unknown[]).length, "corner");
    case "one":
      return "set";
    case "many":
      return counted((value as unknown[]).length, "entry", "entries");
    case "number":
    case "integer":
      return `${String(value)}${field.unit && field.unit !== "money" && field.unit.length < 6 ? ` ${field.unit}` : ""}`;
    default:
      return Array.isArray(value) ? value.join(", ") || "none" : capital(String(value));
  }
}
