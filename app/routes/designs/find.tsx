/** One search over the devices of all designs: by name, label, address, firmware, battery or product. */
import { Form, Link } from "react-router";
import { askedWords, MOST_TYPED } from "#core/design/search-words";
import { counted } from "#core/design/words";
import { FOUND_PAGE, findThings, LEAST_LETTERS, type FoundThing } from "#db/across";
import { askedOfPage } from "#server/asked";
import { db } from "#server/db";
import { requirePerson } from "#server/guard";
import { FindAsked } from "#server/questions";
import { DesignsPage, Pages } from "./frame";
import type { Route } from "./+types/find";

export async function loader({ request }: Route.LoaderArgs) {
  const person = await requirePerson(request);
  const { q: typed = "", page = 1 } = askedOfPage(FindAsked, request);
  const found = await findThings(db(), person.id, typed, page);
  const short = typed.trim() !== "" && (askedWords(typed)[0]?.length ?? 0) < LEAST_LETTERS;
  return { person: person.name, typed, page, size: FOUND_PAGE, least: LEAST_LETTERS, short, ...found };
}

export const meta: Route.MetaFunction = () => [{ title: "Find a device · Zinc Lattice" }];

export default function Find({ loaderData }: Route.ComponentProps) {
  const { person, typed, page, size, least, short, total, rows } = loaderData;
  return (
    <DesignsPage
      title="Find a device"
      person={person}
      lead="In all designs you may look into: by name, label, address, firmware, battery or product."
    >
      <Form method="get" role="search" data-chrome className="mb-3 flex gap-2">
        <input
          // Another question in the address is another field.
          key={typed}
          type="search"
          name="q"
          aria-label="Find a device"
          placeholder="192.168.10 or CR2450 or hall camera"
          maxLength={MOST_TYPED}
          className="field h-8 w-80 max-w-full"
          defaultValue={typed}
        />
        <button className="button button-main h-8">Find</button>
      </Form>
      {typed && (
        <p role="status" className="text-small text-soft">
          {short
            ? `Type a word of at least ${least} letters or figures.`
            : total
              ? `${counted(total, "device or point", "devices and points")} found`
              : "Nothing in your designs has words that begin so. Each word typed has to be in it."}
        </p>
      )}
      {rows.length > 0 && <Found rows={rows} />}
      <Pages page={page} size={size} total={total} />
    </DesignsPage>
  );
}

/** Where a thing is shown: a device in the register, a point on the plan of the runs. */
const placeOf = ({ design, thing }: FoundThing) =>
  `/d/${design}/${thing.startsWith("devices/") ? "register" : "runs"}?select=${thing}`;

function Found({ rows }: { rows: readonly FoundThing[] }) {
  return (
    <table className="mt-2 w-full text-table">
      <thead className="text-left text-small text-soft">
        <tr className="[&>th]:py-1.5 [&>th]:pr-3 [&>th]:font-normal">
          <th>Label</th>
          <th>Device</th>
          <th className="max-sm:hidden">Product</th>
          <th>Address</th>
          <th className="max-sm:hidden">Firmware</th>
          <th className="max-sm:hidden">Battery</th>
        </tr>
      </thead>
      {byDesign(rows).map(([design, own]) => (
        <tbody key={design}>
          <tr>
            <th
              colSpan={6}
              scope="rowgroup"
              className="border-t border-rule pt-3 pb-1 text-left font-semibold"
            >
              {own[0]!.designName}
            </th>
          </tr>
          {own.map((row) => (
            <tr key={row.thing} className="border-t border-rule align-baseline [&>td]:py-1.5 [&>td]:pr-3">
              <td className="measure whitespace-nowrap">{row.label}</td>
              <td>
                <Link className="underline-offset-2 hover:underline" to={placeOf(row)}>
                  {row.name}
                </Link>
                <span className="block text-small text-soft">
                  {row.room} · {row.status ?? "a point without a device"}
                </span>
              </td>
              <td className="max-sm:hidden">{row.product}</td>
              <td className="measure break-all whitespace-pre-line">
                {[row.address, row.host, row.node].filter(Boolean).join("\n")}
              </td>
              <td className="measure max-sm:hidden">{row.firmware}</td>
              <td className="measure max-sm:hidden">{row.battery}</td>
            </tr>
          ))}
        </tbody>
      ))}
    </table>
  );
}

/** Rows of each design, in their order. */
function byDesign(rows: readonly FoundThing[]): [string, FoundThing[]][] {
  const groups = new Map<string, FoundThing[]>();
  for (const row of rows) groups.set(row.design, [...(groups.get(row.design) ?? []), row]);
  return [...groups];
}
