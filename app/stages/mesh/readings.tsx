/** What was read on site: how far the model is off there, and the figures that would fit. */
import { Crosshair, Download } from "lucide-react";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { byId, type Design } from "#core/design/collections";
import { putRow } from "#core/design/row-changes";
import { counted } from "#core/design/words";
import {
  calibrationsOf,
  LEAST,
  putBack,
  takeFigures,
  type Calibration,
  type Figure,
  type Read,
} from "#core/stages/mesh/calibrate";
import { readWorking } from "#core/stages/mesh/workings";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { useCsvIn } from "../../desk/csv-in";
import { ToSheet } from "../../desk/empty";
import { Worked } from "../../inspect/parts";
import { DataTable, type Column } from "../../kit/table";
import { Plan } from "../../plan/plan";
import { BandChoice } from "./band-choice";
import { useLitHere } from "../../plan/lit-here";
import { bandOf } from "./use-coverage";

const signed = (db: number) => `${db < 0 ? "−" : "+"}${Math.abs(db).toFixed(1)}`;

/** Readings of a level, each with what is left of it after the fit: filled where less is heard than the model says. */
function Marks({
  reads,
  k,
  chosen,
  pick,
}: {
  reads: readonly Read[];
  k: number;
  chosen?: string;
  pick(id: string): void;
}) {
  return (
    <g>
      {reads.map(({ row, at, beforeDb, misfit }) => (
        <g
          key={row.id}
          transform={`translate(${at.x} ${at.y}) scale(${1 / k})`}
          data-reading={row.id}
          className="cursor-pointer"
          onClick={(event) => {
            event.stopPropagation();
            pick(row.id);
          }}
        >
          <circle
            r={4.5 + Math.min(9, Math.abs(beforeDb) / 1.6)}
            className={`${beforeDb < 0 ? "fill-radio" : "fill-raised"} ${misfit ? "stroke-stop" : "stroke-radio"}`}
            opacity={0.85}
            strokeWidth={chosen === row.id ? 3 : 1.6}
          />
          <rect x={14} y={-8} width={38} height={15} rx={2} className="fill-raised" opacity={0.9} />
          <text
            x={17}
            y={3.5}
            className={`font-mono text-tiny ${misfit ? "fill-stop font-semibold" : "fill-ink"}`}
          >
            {signed(beforeDb)}
          </text>
        </g>
      ))}
    </g>
  );
}

const FIGURES: Column<Figure>[] = [
  { id: "name", name: "Figure", value: ({ name }) => name, width: "minmax(6rem,1fr)" },
  {
    id: "default",
    name: "Table",
    value: (one) => one.default,
    cell: (one) => one.default.toFixed(one.unit ? 1 : 2),
    width: "3.25rem",
    right: true,
    mono: true,
  },
  {
    id: "now",
    name: "Now",
    value: ({ now }) => now,
    cell: (one) => one.now.toFixed(one.unit ? 1 : 2),
    width: "3.25rem",
    right: true,
    mono: true,
  },
  {
    id: "fitted",
    name: "Fitted",
    value: ({ fitted }) => fitted,
    cell: (one) => (
      <span className={Math.abs(one.fitted - one.now) > (one.unit ? 0.5 : 0.05) ? "font-semibold" : ""}>
        {one.fitted.toFixed(one.unit ? 1 : 2)}
      </span>
    ),
    width: "3.75rem",
    right: true,
    mono: true,
  },
  {
    id: "readings",
    name: "Met",
    value: ({ readings }) => readings,
    width: "3rem",
    right: true,
    mono: true,
  },
];

function Head({ one }: { one: Calibration }) {
  const count = one.reads.length;
  const misfits = one.reads.filter(({ misfit }) => misfit).length;
  return (
    <p className="px-3 py-2" data-calibration>
      {counted(count, "reading")}: as it is the model is off by{" "}
      <span className="font-semibold" data-now>
        {one.nowDb.toFixed(1)} dB
      </span>
      {count < LEAST ? (
        `. From ${LEAST} readings on it can be bent to them.`
      ) : (
        <>
          , with the fitted figures by <span className="font-semibold">{one.afterDb.toFixed(1)} dB</span>.{" "}
          <span className="text-soft">
            Each foretold by the others: {one.leftOutDb.toFixed(1)} dB; elsewhere it may come out up to{" "}
            {one.unsureDb.toFixed(1)} dB worse than by the tables.
            {"On the plan: dB read over what is modelled, filled where it is less."}
            {misfits > 0 &&
              ` ${counted(misfits, "reading")} ${misfits === 1 ? "does" : "do"} not fit: read ${misfits === 1 ? "it" : "them"} again.`}
          </span>
        </>
      )}
    </p>
  );
}

/** A radio that readings are put down of: the selected one, else a coordinator of the band. */
function heardOf(design: Design, profile: string | undefined, selected: string | undefined) {
  const own = design.radios.filter((row) => row.profile === profile);
  return own.find(({ id }) => id === selected) ?? own.find((row) => row.coordinator) ?? own[0];
}

export default function Readings() {
  const design = useDesign();
  const { level, selection, select, readOnly, url } = useDesk();
  const edit = useEdit();
  const [params] = useSearchParams();
  const [placing, setPlacing] = useState(false);
  useLitHere("R");
  const band = bandOf(design, params.get("band"));
  const { button, report } = useCsvIn(
    "readings",
    async (text) => {
      const { readReadings } = await import("#core/stages/mesh/readings-csv");
      const { changes, faults, known } = readReadings(design, text, new Date().toISOString().slice(0, 10));
      return {
        faults,
        changes,
        said: `${counted(changes.length, "reading")} added${known ? `, ${known} known already` : ""}`,
      };
    },
    "A row each: heard (device or radio), then by (a device) or level, x, y and z; dbm or lqi; on (the day). The first row names the columns.",
  );
  if (!band)
    return (
      <div className="p-4">
        <p className="mb-2 text-soft">Readings bend the model once radios are planned.</p>
        <ToSheet stage="mesh" text="To the coverage" />
      </div>
    );
  const one = calibrationsOf(design).get(band.profile.id);
  const reads = one?.reads ?? [];
  const chosen = selection?.in === "readings" ? selection.id : undefined;
  const from = heardOf(design, band.profile.id, selection?.in === "radios" ? selection.id : undefined);
  const back = putBack(design);
  const nameOf = (id: string) =>
    byId(design, "devices").get(byId(design, "radios").get(id)?.device ?? "")?.name;
  const put = ({ x, y }: { x: number; y: number }) => {
    if (!placing || !from) return false;
    const id = newRowId("reading");
    const round = (value: number) => Math.round(value * 20) / 20;
    edit(() => putRow("readings", { id, at: { x: round(x), y: round(y) }, level, dbm: -70, from: from.id }));
    select({ in: "readings", id });
    setPlacing(false);
    return true;
  };
  const columns: Column<Read>[] = [
    {
      id: "from",
      name: "Heard",
      value: ({ from: radio }) => radio.device.name,
      width: "minmax(8rem,1fr)",
    },
    {
      id: "where",
      name: "Where",
      value: ({ row }) =>
        row.by === undefined
          ? `${byId(design, "levels").get(row.level)?.name}, by hand`
          : `by ${nameOf(row.by)}`,
      width: "minmax(8rem,1fr)",
    },
    {
      id: "read",
      name: "Read, dBm",
      value: ({ row }) => row.dbm,
      cell: ({ row }) => `${row.dbm.toFixed(0)}${row.lqi === undefined ? "" : ` (lqi ${row.lqi})`}`,
      width: "7.5rem",
      right: true,
      mono: true,
    },
    {
      id: "before",
      name: "Off now",
      value: ({ beforeDb }) => beforeDb,
      cell: (read) => (
        <Worked working={() => readWorking(band.profile, read)}>{signed(read.beforeDb)}</Worked>
      ),
      width: "5rem",
      right: true,
      mono: true,
    },
    {
      id: "after",
      name: "Fitted",
      value: ({ afterDb }) => afterDb,
      cell: ({ afterDb }) => signed(afterDb),
      width: "4.5rem",
      right: true,
      mono: true,
    },
    {
      id: "fits",
      name: "Fits",
      value: ({ misfit }) => (misfit ? "does not fit" : "fits"),
      cell: ({ misfit }) => (misfit ? <span className="font-semibold text-stop">does not fit</span> : "fits"),
      width: "6rem",
    },
    { id: "on", name: "On", value: ({ row }) => row.on, width: "6.5rem", mono: true, from: 760 },
  ];
  return (
    <>
      <div
        className="relative flex h-9 shrink-0 items-center gap-1 overflow-x-auto border-b border-rule bg-pane px-2"
        data-chrome
      >
        <BandChoice
          profiles={design.radioProfiles.filter(({ id }) =>
            design.radios.some(({ profile }) => profile === id),
          )}
          chosen={band.profile.id}
        />
        <span className="ml-auto flex gap-1">
          {!readOnly && (
            <button
              type="button"
              className="button h-6 whitespace-nowrap"
              aria-pressed={placing}
              onClick={() => setPlacing(!placing)}
            >
              <Crosshair size={13} /> {placing ? "Press where it was read" : "Put down a reading"}
            </button>
          )}
          {button}
          {design.readings.length > 0 && (
            <a className="button h-6 whitespace-nowrap" href={`${url}/csv/readings`}>
              <Download size={13} /> CSV
            </a>
          )}
        </span>
      </div>
      {report}
      {one ? (
        <div className="flex flex-wrap items-center border-b border-rule">
          <div className="min-w-60 flex-1">
            <Head one={one} />
          </div>
          {!readOnly && (
            <span className="flex gap-1 px-3 py-1">
              {one.reads.length >= LEAST && (
                <button
                  type="button"
                  className="button button-main"
                  onClick={() => edit((now) => takeFigures(now, calibrationsOf(now).get(band.profile.id)!))}
                >
                  Take the fitted figures
                </button>
              )}
              {back.length > 0 && (
                <button type="button" className="button" onClick={() => edit((now) => putBack(now))}>
                  Back to the tables'
                </button>
              )}
            </span>
          )}
        </div>
      ) : (
        <p className="border-b border-rule px-3 py-2 text-soft">
          Nothing was read of {band.profile.name} yet. Walk the house with a meter, or let devices say how
          they hear one another: put a reading down on the plan, paste a table, or bring a CSV file.
        </p>
      )}
      <div className="flex min-h-0 flex-1 flex-wrap overflow-y-auto">
        <div className="@container relative flex min-h-56 min-w-72 flex-[3] flex-col">
          <Plan
            layers={{
              over: (k) => (
                <Marks
                  reads={reads.filter(({ row, from: radio }) =>
                    row.by === undefined ? row.level === level : radio.point.level === level,
                  )}
                  k={k}
                  chosen={chosen}
                  pick={(id) => select({ in: "readings", id })}
                />
              ),
              pressed: put,
            }}
          />
          {placing && from && (
            <p
              role="status"
              className="absolute top-2 left-1/2 -translate-x-1/2 border border-rule bg-raised px-3 py-1 text-small"
            >
              What the meter shows of {nameOf(from.id)}: press where it is held.
            </p>
          )}
        </div>
        {one && (
          <div className="flex min-h-56 min-w-80 flex-[2] flex-col border-l border-rule">
            <DataTable
              label="Figures of the model"
              rows={one.figures}
              columns={FIGURES}
              keyOf={({ id }) => id}
              onSelect={({ id }) =>
                byId(design, "materials").has(id)
                  ? select({ in: "materials", id })
                  : select({ in: "radioProfiles", id: band.profile.id })
              }
              empty="No figure is met."
            />
          </div>
        )}
      </div>
      {one && (
        <div className="flex h-60 shrink-0 flex-col border-t border-rule">
          <DataTable
            label="Readings"
            rows={reads}
            columns={columns}
            keyOf={({ row }) => row.id}
            selected={chosen}
            onSelect={({ row }) => select({ in: "readings", id: row.id })}
            empty="Nothing was read yet."
          />
        </div>
      )}
    </>
  );
}
