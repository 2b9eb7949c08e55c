/** Devices out of a table: columns put to fields, looked at row by row, mended there, then taken: all or nothing. */
import { FileUp } from "lucide-react";
import { useMemo, useRef, useState } from "react";
import { InputError } from "#core/design/input-error";
import { counted } from "#core/design/words";
import { anyText } from "#core/files/any-text";
import {
  guessMapping,
  planImport,
  readTable,
  TARGET_NAMES,
  type ImportTable,
  type Target,
} from "#core/stages/register/import-table";
import { partSecrets } from "#core/stages/register/secrets";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { ToSheet } from "../../desk/empty";
import { Choice } from "../../kit/choice";
import { today } from "../../kit/now";
import { DataTable, type Column } from "../../kit/table";
import { Tick } from "../../kit/ticks";

interface Brought {
  name: string;
  encoding: string;
  table: ImportTable;
  mapping: (Target | undefined)[];
}

const TARGET_WORDS: Readonly<Record<Target, string>> = {
  label: "label",
  name: "name",
  kind: "kind",
  room: "room",
  level: "level",
  protocol: "protocol",
  status: "status",
  option: "what was chosen",
  address: "address",
  node: "node",
  host: "host",
  topic: "topic",
  code: "pairing code",
  serial: "serial",
  firmware: "firmware",
  batterySince: "cells since",
  cell: "cell",
  cells: "number of cells",
  cost: "cost",
  warrantyUntil: "warranty until",
  tags: "tags",
  notes: "notes",
};

const MARKS: Readonly<Record<string, string>> = {
  ",": "comma",
  ";": "semicolon",
  "\t": "tab",
  "|": "stroke",
};

type Line = ImportTable["lines"][number];

export default function Bring() {
  const design = useDesign();
  const { readOnly, url } = useDesk();
  const edit = useEdit();
  const file = useRef<HTMLInputElement>(null);
  const [brought, setBrought] = useState<Brought>();
  const [pasted, setPasted] = useState("");
  const [only, setOnly] = useState(false);
  const [said, setSaid] = useState<string>();
  const [taken, setTaken] = useState<string>();
  const [busy, setBusy] = useState(false);
  const take = (text: string, name: string, encoding: string) => {
    try {
      const table = readTable(text);
      setBrought({ name, encoding, table, mapping: guessMapping(table.head) });
      setSaid(undefined);
      setTaken(undefined);
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      setSaid(problem.message);
    }
  };
  const plan = useMemo(
    () => (brought ? planImport(design, brought.table, brought.mapping, today()) : undefined),
    [design, brought],
  );
  const byRow = useMemo(() => new Map(plan?.lines.map((line) => [line.row, line])), [plan]);
  if (readOnly) return <p className="p-5 text-soft">You may look at this design but not change it.</p>;
  const pick = (
    <>
      <button type="button" className="button button-main h-8" onClick={() => file.current?.click()}>
        <FileUp size={14} /> A CSV file
      </button>
      <input
        ref={file}
        type="file"
        accept=".csv,.txt,.tsv,text/csv,text/plain"
        className="hidden"
        aria-label="CSV file of devices"
        onChange={(event) => {
          const [picked] = event.target.files ?? [];
          event.target.value = "";
          if (!picked) return;
          void picked.arrayBuffer().then((bytes) => {
            const { text, encoding } = anyText(new Uint8Array(bytes));
            take(text, picked.name, encoding);
          });
        }}
      />
    </>
  );
  if (!brought || !plan)
    return (
      <div className="relative min-h-0 flex-1 overflow-y-auto p-5">
        <p className="max-w-prose">
          A table of devices from anywhere: parted by commas, semicolons, tabs or strokes, in any of the usual
          encodings, with decimal points or commas. Its columns are put to the register's fields, every row is
          looked at, and what is wrong is mended here before anything is taken.
        </p>
        <p className="mt-2 max-w-prose text-soft">
          A row whose label, name or serial is known changes that device. Any other is a new one: it needs a
          name, a kind and a room, and is put down in the middle of that room, to be moved on the plan.
        </p>
        {design.rooms.length === 0 && (
          <p className="mt-2 flex max-w-prose items-center gap-2" role="note">
            No room yet: draw one first.
            <ToSheet stage="house" text="To the plan" />
          </p>
        )}
        <div className="mt-3">{pick}</div>
        <label className="mt-4 block max-w-2xl text-small text-soft">
          Or pasted from a spreadsheet
          <textarea
            className="field mt-1 h-40 w-full py-1.5 font-mono text-small"
            value={pasted}
            spellCheck={false}
            onChange={(event) => setPasted(event.target.value)}
          />
        </label>
        <button
          type="button"
          className="button mt-1.5 h-8"
          disabled={!pasted.trim()}
          onClick={() => take(pasted, "Pasted", "text")}
        >
          Look at it
        </button>
        {said && (
          <p role="alert" className="mt-3 text-stop">
            {said}
          </p>
        )}
        {taken && (
          <p role="status" className="mt-3 font-semibold">
            {taken}
          </p>
        )}
      </div>
    );
  const { table, mapping } = brought;
  const putCell = (line: Line, column: number, text: string) =>
    setBrought({
      ...brought,
      table: {
        ...table,
        lines: table.lines.map((one) =>
          one === line
            ? {
                ...one,
                cells: Array.from({ length: Math.max(one.cells.length, column + 1) }, (_, n) =>
                  n === column ? text : (one.cells[n] ?? ""),
                ),
              }
            : one,
        ),
      },
    });
  const faulty = new Set(plan.faults.map(({ row }) => row));
  const lines = only ? table.lines.filter(({ row }) => faulty.has(row)) : table.lines;
  const columns: Column<Line>[] = [
    { id: "row", name: "Row", value: ({ row }) => row, width: "3.5rem", right: true, mono: true },
    {
      id: "what",
      name: "What it does",
      value: ({ row }) => {
        const line = byRow.get(row);
        return line?.faults.length ? "0" : line?.same ? "2" : "1";
      },
      cell: ({ row }) => {
        const line = byRow.get(row);
        const about = line?.faults.filter(({ column }) => column === undefined) ?? [];
        if (line?.faults.length)
          return (
            <span
              className="font-semibold text-stop"
              title={line.faults.map(({ reason }) => reason).join("; ")}
            >
              {about[0]?.reason ?? counted(line.faults.length, "fault")}
            </span>
          );
        return (
          <span className={line?.same ? "text-soft" : ""}>
            {line?.isNew ? "new device" : line?.same ? "as it stands" : `changes ${line?.name}`}
          </span>
        );
      },
      width: "12rem",
    },
    ...table.head.map((heading, n): Column<Line> => ({
      id: `c${n}`,
      name: heading || `Column ${n + 1}`,
      value: ({ cells }) => cells[n] ?? "",
      width: "9.5rem",
      cell: (line) => {
        const fault = byRow.get(line.row)?.faults.find(({ column }) => column === n);
        return (
          <input
            className={`field field-bare ${fault ? "border-stop" : mapping[n] ? "" : "text-soft"}`}
            aria-label={`${heading} of row ${line.row}`}
            aria-invalid={fault ? true : undefined}
            title={fault?.reason}
            defaultValue={line.cells[n] ?? ""}
            key={`${line.row} ${n} ${line.cells[n] ?? ""}`}
            onBlur={(event) =>
              event.target.value !== (line.cells[n] ?? "") && putCell(line, n, event.target.value)
            }
            onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
          />
        );
      },
    })),
  ];
  const go = async () => {
    setBusy(true);
    const { changes, found } = partSecrets(plan.changes);
    try {
      if (found.length) {
        // Codes go their own way first: a row that says it has one has one.
        const answer = await fetch(`${url}/secrets`, {
          method: "POST",
          headers: { "Content-Type": "application/json" },
          body: JSON.stringify({ what: "keep-all", secrets: found }),
        });
        if (!answer.ok)
          throw new Error(
            ((await answer.json()) as { error?: string }).error ?? "The codes could not be kept.",
          );
      }
      edit(() => changes);
      setTaken(
        `${brought.name}: ${counted(plan.added, "device")} added, ${counted(plan.changed, "device")} changed. Undo takes all of it back.`,
      );
      setBrought(undefined);
      setPasted("");
    } catch (problem) {
      setSaid(problem instanceof Error ? problem.message : "The codes could not be kept: nothing was taken.");
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <div className="relative flex shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule px-3 py-1.5">
        <p role="status" data-import>
          <span className="font-semibold">{brought.name}</span>{" "}
          <span className="text-soft">
            {counted(table.lines.length, "row")}, {brought.encoding}, parted by{" "}
            {MARKS[table.delimiter] ?? table.delimiter}:{" "}
          </span>
          {counted(plan.added, "new device")}, {plan.changed} changed,{" "}
          {plan.lines.filter(({ same }) => same).length} as they stand
          {plan.faults.length > 0 && (
            <span className="font-semibold text-stop">
              , {counted(plan.faults.length, "fault")} in {counted(faulty.size, "row")}
            </span>
          )}
        </p>
        <span className="ml-auto flex items-center gap-2" data-chrome>
          {plan.faults.length > 0 && <Tick label="only rows with faults" on={only} set={setOnly} />}
          <button type="button" className="button h-7" onClick={() => setBrought(undefined)}>
            Leave it
          </button>
          <button
            type="button"
            className="button button-main h-7"
            disabled={plan.faults.length > 0 || !plan.changes.length || busy}
            onClick={() => void go()}
          >
            {plan.faults.length
              ? "Mend the faults first"
              : `Take ${counted(plan.added + plan.changed, "row")} in`}
          </button>
        </span>
      </div>
      {said && (
        <p role="alert" className="border-b border-stop px-3 py-1 text-stop">
          {said}
        </p>
      )}
      <div
        className="relative flex max-h-40 shrink-0 flex-wrap gap-x-3 gap-y-1 overflow-y-auto border-b border-rule bg-pane px-3 py-1.5"
        role="group"
        aria-label="What each column is"
        data-chrome
      >
        {table.head.map((heading, n) => (
          <span key={n} className="flex items-center gap-1 text-small">
            <span className="max-w-32 truncate" title={heading}>
              {heading || `Column ${n + 1}`}
            </span>
            <Choice
              label={`${heading || `Column ${n + 1}`} is`}
              className={`h-6 w-32 text-small ${mapping[n] ? "" : "text-soft"}`}
              value={mapping[n] ?? ""}
              options={[
                { value: "", text: "left out" },
                ...TARGET_NAMES.map((value) => ({ value, text: TARGET_WORDS[value] })),
              ]}
              take={(target) =>
                setBrought({
                  ...brought,
                  mapping: mapping.map((own, m) =>
                    m === n ? target || undefined : own === target ? undefined : own,
                  ),
                })
              }
            />
          </span>
        ))}
      </div>
      {plan.faults.length > 0 && (
        <ul
          aria-label="Faults"
          className="relative max-h-28 shrink-0 overflow-y-auto border-b border-rule px-3 py-1.5 text-small"
        >
          {plan.faults.slice(0, 100).map((fault, n) => (
            <li key={n}>
              Row {fault.row}
              {fault.column === undefined
                ? ""
                : `, ${table.head[fault.column] || `column ${fault.column + 1}`}`}
              : {fault.reason}
            </li>
          ))}
          {plan.faults.length > 100 && <li>and {plan.faults.length - 100} more</li>}
        </ul>
      )}
      <DataTable
        label="Rows of the table"
        rows={lines}
        columns={columns}
        keyOf={({ row }) => String(row)}
        onSelect={() => undefined}
        empty="No row has a fault."
      />
    </>
  );
}
