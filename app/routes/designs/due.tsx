/** What is due in all designs: cells, visits, firmware and warranties, by day. */
import { useEffect, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { counted } from "#core/design/words";
import { DUE_PAGE, duesIn, type FoundDue } from "#db/across";
import { askedOfPage } from "#server/asked";
import { db } from "#server/db";
import { requirePerson } from "#server/guard";
import { DueAsked } from "#server/questions";
import { NamedChoice } from "../../kit/choice";
import { today } from "../../kit/now";
import { usePrinting } from "../../kit/printing";
import { DesignsPage, Pages } from "./frame";
import type { Route } from "./+types/due";

type Kind = FoundDue["what"];

export async function loader({ request }: Route.LoaderArgs) {
  const person = await requirePerson(request);
  const { what, page = 1 } = askedOfPage(DueAsked, request);
  return {
    person: person.name,
    what,
    page,
    size: DUE_PAGE,
    ...(await duesIn(db(), person.id, yesterday(), { what, page })),
  };
}

/** A day before today in Greenwich: wherever the reader is, what ends today is still there. */
const yesterday = () => new Date(Date.now() - 86_400_000).toISOString().slice(0, 10);

export const meta: Route.MetaFunction = () => [{ title: "Due · Zinc Lattice" }];

const KIND_TEXT: Record<Kind, string> = {
  cells: "batteries",
  visit: "visits",
  firmware: "firmware",
  warranty: "warranties",
};

export default function DuePage({ loaderData }: Route.ComponentProps) {
  const { person, what, page, size, total, rows } = loaderData;
  const [, setParams] = useSearchParams();
  return (
    <DesignsPage
      title="Due"
      person={person}
      lead="In all designs you may look into: batteries, visits, firmware and warranties, by date."
    >
      <div data-chrome className="mb-3 flex items-center gap-3 text-small">
        <NamedChoice
          label="Show"
          className="h-7 w-36"
          value={what ?? "all"}
          options={[
            { value: "all", text: "everything" },
            ...(Object.keys(KIND_TEXT) as Kind[]).map((kind) => ({ value: kind, text: KIND_TEXT[kind] })),
          ]}
          take={(kind) => setParams(kind === "all" ? {} : { what: kind })}
        />
        <span className="ml-auto text-soft">{counted(total, "entry", "entries")}</span>
      </div>
      {total === 0 ? (
        <p className="border border-dashed border-rule p-6 text-soft">
          Nothing is due. Dates come from the register of each design: when batteries were put in, visits
          planned, firmware released, warranties.
        </p>
      ) : (
        <Dues rows={rows} />
      )}
      <Pages page={page} size={size} total={total} />
    </DesignsPage>
  );
}

/** Days from a day to another. */
const daysTo = (from: string, to: string) => Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000);

const MONTH_DAYS = 31;

/** Under which heading a day stands. */
function spanOf({ on }: FoundDue, now: string | undefined): string {
  if (on === undefined) return "No date known";
  if (now === undefined) return "By date";
  if (on < now) return "Overdue";
  return daysTo(now, on) <= MONTH_DAYS ? "Within a month" : "Later";
}

function Dues({ rows }: { rows: readonly FoundDue[] }) {
  // The reader's day, which the server does not know.
  const [now, setNow] = useState<string>();
  useEffect(() => setNow(today()), []);
  const groups = new Map<string, FoundDue[]>();
  for (const row of rows) {
    const span = spanOf(row, now);
    groups.set(span, [...(groups.get(span) ?? []), row]);
  }
  return (
    <table className="w-full text-table">
      <thead className="text-left text-small text-soft">
        <tr className="[&>th]:py-1.5 [&>th]:pr-3 [&>th]:font-normal">
          <th>Date</th>
          <th>What</th>
          <th>Design</th>
        </tr>
      </thead>
      {[...groups].map(([span, own]) => (
        <tbody key={span}>
          <tr>
            <th
              colSpan={3}
              scope="rowgroup"
              className={`border-t border-rule pt-3 pb-1 text-left font-semibold ${span === "Overdue" ? "text-stop" : ""}`}
            >
              {span}
            </th>
          </tr>
          {own.map((row) => (
            <tr
              key={`${row.design} ${row.uid}`}
              className="border-t border-rule align-baseline [&>td]:py-1.5 [&>td]:pr-3"
            >
              <td className="measure whitespace-nowrap">{row.on ?? "–"}</td>
              <td>
                {row.title}
                <Detail text={row.detail} />
              </td>
              <td>
                <Link
                  className="underline-offset-2 hover:underline"
                  to={`/d/${row.design}/register?view=upkeep&of=${row.what === "firmware" ? "firmware" : row.what === "cells" ? "cells" : "calendar"}`}
                >
                  {row.designName}
                </Link>
              </td>
            </tr>
          ))}
        </tbody>
      ))}
    </table>
  );
}

const SHORT_LINES = 2;

/** What to bring and which devices: the first lines, the rest when it is asked for. */
function Detail({ text }: { text: string }) {
  const lines = text.split("\n").filter(Boolean);
  // On paper there is nobody to ask.
  const printing = usePrinting();
  const [first, rest] = [lines.slice(0, SHORT_LINES), lines.slice(SHORT_LINES)];
  return (
    <div className="text-small whitespace-pre-line text-soft">
      {first.join("\n")}
      {rest.length > 0 && (
        <details open={printing}>
          <summary className="cursor-pointer underline underline-offset-2">the rest</summary>
          {rest.join("\n")}
        </details>
      )}
    </div>
  );
}
