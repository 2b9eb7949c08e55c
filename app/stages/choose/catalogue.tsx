/**
 * The catalogue: what can be bought. Own entries, CSV in and out, the standard catalogue in the design's
 * money.
 */
import { FileDown, FileUp, Plus } from "lucide-react";
import { useMemo, useRef, useState } from "react";
import { putRow } from "#core/design/row-changes";
import type { CsvFault } from "#core/stages/choose/catalogue-csv";
import type { OptionRow } from "#core/design/rows/choose";
import { groupDigits } from "#core/design/units";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { DataTable, type Column } from "../../kit/table";
import { Filter, filtered } from "../../kit/filters";
import { counted } from "#core/design/words";

const NONE: Record<string, string> = { kind: "", protocol: "", local: "" };

const valueOf = {
  kind: (row: OptionRow) => row.kind as string,
  protocol: (row: OptionRow) => row.protocol as string,
  local: (row: OptionRow) => (row.cloud || !row.local ? "needs the internet" : "works without"),
  line: (row: OptionRow) => row.line ?? "",
};

function rated(row: OptionRow): string {
  const { amps, maxW, minW } = row.ratings ?? {};
  return [
    amps === undefined ? "" : `${amps} A`,
    row.kind === "lamp" || maxW === undefined || amps !== undefined
      ? ""
      : `${minW ? `${minW}–` : ""}${maxW} W`,
    row.fit?.neutral && row.kind !== "in-line dimmer" && row.kind !== "relay" ? "neutral" : "",
    row.cell ? `${(row.cells ?? 1) > 1 ? `${row.cells} × ` : ""}${row.cell}` : "",
  ]
    .filter(Boolean)
    .join(", ");
}

export default function Catalogue() {
  const design = useDesign();
  const { select, selection, readOnly, url } = useDesk();
  const edit = useEdit();
  const [chosen, setChosen] = useState(NONE);
  const [open, setOpen] = useState<"standard" | undefined>();
  const [faults, setFaults] = useState<CsvFault[]>([]);
  const [said, setSaid] = useState<string>();
  const file = useRef<HTMLInputElement>(null);
  const { currency } = design.design;
  const columns = useMemo(
    (): Column<OptionRow>[] => [
      { id: "name", name: "Name", value: (row) => row.name, width: "minmax(13rem,1fr)" },
      { id: "kind", name: "Kind", value: valueOf.kind, width: "7rem" },
      { id: "protocol", name: "Protocol", value: valueOf.protocol, width: "8rem" },
      {
        id: "price",
        name: `Price, ${currency}`,
        value: (row) => row.price,
        width: "5.6rem",
        right: true,
        mono: true,
        cell: (row) => groupDigits(row.price, 2),
      },
      {
        id: "labour",
        name: "Labour, min",
        value: (row) => row.labourMin,
        width: "5.4rem",
        right: true,
        mono: true,
      },
      {
        id: "watts",
        name: "Own, W",
        value: (row) => row.watts,
        width: "4.4rem",
        right: true,
        mono: true,
        from: 900,
      },
      { id: "rated", name: "Rated, cells", value: rated, width: "8rem" },
      {
        id: "local",
        name: "Internet",
        value: valueOf.local,
        width: "7.6rem",
        cell: (row) => (
          <span className={row.cloud || !row.local ? "text-mend" : "text-soft"}>
            {valueOf.local(row)}
            {row.account ? ", account" : ""}
          </span>
        ),
        from: 820,
      },
      {
        id: "support",
        name: "Support, years",
        value: (row) => row.supportYears,
        width: "6rem",
        right: true,
        mono: true,
        from: 980,
      },
      { id: "line", name: "Line", value: valueOf.line, width: "3rem", from: 1060 },
    ],
    [currency],
  );
  const rows = useMemo(() => filtered(design.options, chosen, valueOf), [design.options, chosen]);
  const add = () => {
    const id = newRowId("own");
    edit(() =>
      putRow("options", {
        id,
        kind: "plug",
        name: "New option",
        protocol: "Zigbee",
        serves: [],
        can: [],
        supply: "mains",
        price: 0,
        labourMin: 15,
        watts: 0,
        local: true,
        cloud: false,
        account: false,
        routes: false,
        updates: "none",
        supportYears: 5,
        source: "yours",
      }),
    );
    select({ in: "options", id, made: true });
  };
  const bring = async (picked: File) => {
    const { readCatalogue, takeIn } = await import("#core/stages/choose/catalogue-csv");
    const { rows: read, faults: found } = readCatalogue(design, await picked.text());
    setFaults(found);
    setSaid(undefined);
    if (found.length) return;
    const made = takeIn(design, read);
    edit(() => made.changes);
    setSaid(`${picked.name}: ${made.added} added, ${made.replaced} replaced.`);
  };
  return (
    <>
      <div
        className="flex h-9 shrink-0 items-center gap-1.5 overflow-x-auto border-b border-rule bg-pane px-3"
        data-chrome
      >
        <Filter
          name="Kind"
          value={chosen.kind!}
          values={design.options.map(valueOf.kind)}
          onChange={(kind) => setChosen({ ...chosen, kind })}
        />
        <Filter
          name="Protocol"
          value={chosen.protocol!}
          values={design.options.map(valueOf.protocol)}
          onChange={(protocol) => setChosen({ ...chosen, protocol })}
        />
        <Filter
          name="Internet"
          value={chosen.local!}
          values={design.options.map(valueOf.local)}
          onChange={(local) => setChosen({ ...chosen, local })}
        />
        {rows.length < design.options.length && (
          <span className="text-small whitespace-nowrap text-soft">
            {rows.length} of {design.options.length}
          </span>
        )}
        <span className="ml-auto flex gap-1.5">
          <a className="button h-6" href={`${url}/csv/catalogue`} download>
            <FileDown size={13} /> CSV out
          </a>
          {!readOnly && (
            <>
              <button type="button" className="button h-6" onClick={() => file.current?.click()}>
                <FileUp size={13} /> CSV in
              </button>
              <input
                ref={file}
                type="file"
                accept=".csv,text/csv"
                className="sr-only"
                tabIndex={-1}
                aria-label="Catalogue as CSV"
                onChange={(event) => {
                  const [picked] = event.target.files ?? [];
                  if (picked) void bring(picked);
                  event.target.value = "";
                }}
              />
              <button
                type="button"
                className="button h-6"
                aria-expanded={open === "standard"}
                onClick={() => setOpen(open ? undefined : "standard")}
              >
                Standard
              </button>
              <button type="button" className="button button-main h-6" onClick={add}>
                <Plus size={13} /> Own entry
              </button>
            </>
          )}
        </span>
      </div>
      {open && (
        <Standard
          onDone={(text) => {
            setOpen(undefined);
            setSaid(text);
          }}
        />
      )}
      {said && (
        <p role="status" className="border-b border-rule bg-pane px-3.5 py-1.5 text-small">
          {said}{" "}
          <button type="button" className="ml-2 underline" onClick={() => setSaid(undefined)}>
            Seen
          </button>
        </p>
      )}
      {faults.length > 0 && <Faults faults={faults} onClose={() => setFaults([])} />}
      <DataTable
        label="Catalogue"
        rows={rows}
        columns={columns}
        keyOf={(row) => row.id}
        selected={selection?.in === "options" ? selection.id : undefined}
        onSelect={(row) => select({ in: "options", id: row.id })}
        initialSort={{ id: "kind", desc: false }}
        empty={
          design.options.length
            ? "No option has all of these."
            : "The catalogue is empty. Take the standard catalogue in (Standard), bring a CSV in, or write your own entries."
        }
      />
    </>
  );
}

function Faults({ faults, onClose }: { faults: readonly CsvFault[]; onClose(): void }) {
  return (
    <section
      role="alert"
      className="max-h-48 shrink-0 overflow-y-auto border-b border-rule bg-raised px-3.5 py-2"
    >
      <p className="flex items-baseline justify-between font-semibold text-stop">
        <span>
          {faults.length === 1 ? "One fault in the file" : `${faults.length} faults in the file`}: nothing was
          taken in.
        </span>
        <button type="button" className="button h-6" onClick={onClose}>
          Close
        </button>
      </p>
      <table className="mt-1 text-small">
        <thead>
          <tr className="text-left text-soft">
            <th className="pr-4 font-normal">Row</th>
            <th className="pr-4 font-normal">Column</th>
            <th className="font-normal">Reason</th>
          </tr>
        </thead>
        <tbody>
          {faults.slice(0, 40).map((fault) => (
            <tr key={`${fault.row} ${fault.column} ${fault.reason}`}>
              <td className="measure pr-4">{fault.row}</td>
              <td className="pr-4 font-mono">{fault.column || "–"}</td>
              <td>{fault.reason}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {faults.length > 40 && <p className="text-small text-soft">and {faults.length - 40} more</p>}
    </section>
  );
}

/** Take the standard catalogue in, its prices × a factor into the design's money. */
function Standard({ onDone }: { onDone(text: string): void }) {
  const design = useDesign();
  const edit = useEdit();
  const [factor, setFactor] = useState("1");
  const value = Number(factor.replace(",", "."));
  const right = Number.isFinite(value) && value > 0 && value <= 1000;
  const take = async () => {
    const [{ catalogueIn }, { takeIn }] = await Promise.all([
      import("#core/stages/choose/catalogue"),
      import("#core/stages/choose/catalogue-csv"),
    ]);
    const known = new Set(design.options.map((row) => row.id));
    const made = takeIn(
      design,
      catalogueIn(value).filter((row) => !known.has(row.id)),
    );
    if (made.changes.length) edit(() => made.changes);
    onDone(
      made.added
        ? `${counted(made.added, "option")} taken in. Those that were there are as they were.`
        : "All of it is there already.",
    );
  };
  return (
    <form
      className="flex shrink-0 flex-wrap items-center gap-2 border-b-2 border-accent bg-raised px-3.5 py-2 text-small"
      onSubmit={(event) => {
        event.preventDefault();
        if (right) void take();
      }}
    >
      <span>What the trade has, invented and without makers. Its prices are in GBP;</span>
      <label className="flex items-center gap-1.5">
        times{" "}
        <input
          className="field h-6 w-16 font-mono"
          value={factor}
          aria-invalid={!right}
          inputMode="decimal"
          onChange={(event) => setFactor(event.target.value)}
        />{" "}
        they are in {design.design.currency}.
      </label>
      <button type="submit" className="button button-main h-6" disabled={!right}>
        Take it in
      </button>
      {!right && (
        <span role="alert" className="text-stop">
          Factor must be a number above 0, 1000 at most.
        </span>
      )}
    </form>
  );
}
