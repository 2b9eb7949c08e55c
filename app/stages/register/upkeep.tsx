/** Upkeep: cells by visit and what to buy, firmware, readings over time, spares, what comes on which day. */
import { useState } from "react";
import { useSearchParams } from "react-router";
import { byId } from "#core/design/collections";
import { changeSettings, putRow } from "#core/design/row-changes";
import { InputError } from "#core/design/input-error";
import { counted } from "#core/design/words";
import { groupDigits } from "#core/design/units";
import {
  batteriesOf,
  batteryWorking,
  cellVisitsOf,
  standInCells,
  visitDaysOf,
  type Battery,
} from "#core/stages/register/cells";
import { eventsOf } from "#core/stages/register/calendar-file";
import {
  seriesOf,
  limitsOf,
  pastLimit,
  putReadings,
  readReadingsTable,
  readSenml,
} from "#core/stages/register/series";
import { spareWorking, sparesOf, type Spare } from "#core/stages/register/spares";
import { asOf, cellsChanged } from "#core/stages/register/upkeep-checks";
import { firmwareOf, optionName, updateWindow, type FirmwareOf } from "#core/stages/register/versions";
import { DEVICE_QUANTITIES, QUANTITY_UNITS } from "#core/design/rows/register";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { useCsvIn } from "../../desk/csv-in";
import { Worked } from "../../inspect/parts";
import { Choice } from "../../kit/choice";
import { DayField, TextField } from "../../kit/fields";
import { today } from "../../kit/now";
import { DataTable, type Column } from "../../kit/table";
import { SeriesChart } from "./series-chart";
import { UPKEEP } from "./views";

type List = (typeof UPKEEP)[number][0];

export default function Upkeep() {
  const [params, setParams] = useSearchParams();
  const list = UPKEEP.find(([name]) => name === params.get("of"))?.[0] ?? "cells";
  const show = (name: List) =>
    setParams(
      (now) => {
        if (name === "cells") now.delete("of");
        else now.set("of", name);
        return now;
      },
      { replace: true, preventScrollReset: true },
    );
  const Shown = { cells: Cells, firmware: Firmware, readings: Readings, spares: Spares, calendar: Calendar }[
    list
  ];
  return (
    <>
      <div
        role="group"
        aria-label="Upkeep of"
        className="flex h-8 shrink-0 items-center gap-1 border-b border-rule bg-pane px-2"
        data-chrome
      >
        {UPKEEP.map(([name, text]) => (
          <button
            key={name}
            type="button"
            className="tool"
            aria-pressed={list === name}
            onClick={() => show(name)}
          >
            {text}
          </button>
        ))}
      </div>
      <Shown />
    </>
  );
}

function Cells() {
  const design = useDesign();
  const { readOnly, select, selection, url } = useDesk();
  const edit = useEdit();
  const day = asOf(design);
  const visits = cellVisitsOf(design);
  const rows = [...batteriesOf(design).values()];
  const buy = new Map<string, number>();
  for (const visit of visits.slice(0, 1))
    for (const [cell, count] of Object.entries(visit.cells)) buy.set(cell, (buy.get(cell) ?? 0) + count);
  const columns: Column<Battery>[] = [
    { id: "name", name: "Device", value: ({ device }) => device.name, width: "minmax(9rem,1fr)" },
    { id: "cell", name: "Cells", value: ({ cell, count }) => `${count} × ${cell}`, width: "8rem" },
    { id: "since", name: "Put in", value: ({ device }) => device.batterySince, width: "6.5rem", mono: true },
    {
      id: "years",
      name: "Years",
      value: ({ years }) => years,
      cell: (battery) => <Worked working={() => batteryWorking(battery)}>{battery.years.toFixed(1)}</Worked>,
      width: "4rem",
      right: true,
    },
    {
      id: "next",
      name: "Next",
      value: ({ nextChange }) => nextChange,
      cell: ({ nextChange }) => (
        <span className={nextChange && day && nextChange < day ? "font-semibold text-stop" : ""}>
          {nextChange ?? "nobody knows"}
        </span>
      ),
      width: "6.75rem",
      mono: true,
    },
    {
      id: "changed",
      name: "Changed",
      hidden: true,
      value: () => "",
      cell: ({ device, pack }) =>
        readOnly ? null : (
          <button
            type="button"
            className="button h-6"
            onClick={() => edit((now) => cellsChanged(now, [device.id], today()))}
          >
            {pack ? "Charged today" : "Changed today"}
          </button>
        ),
      width: "8rem",
    },
  ];
  if (!rows.length)
    return (
      <Empty text="No device has cells: those that are chosen with a battery, or have a cell written down, are listed here." />
    );
  return (
    <>
      <ul
        className="relative flex shrink-0 gap-0 overflow-x-auto border-b border-rule"
        aria-label="Visits"
        tabIndex={0}
      >
        {visits.map((visit, n) => (
          <li
            key={visit.on}
            className={`w-60 shrink-0 border-r border-rule px-3 py-2 ${day && visit.on < day ? "bg-wash" : ""}`}
          >
            <p className={`font-mono font-semibold ${day && visit.on < day ? "text-stop" : ""}`}>
              {visit.on}
            </p>
            <p>
              {Object.entries(visit.cells)
                .map(([cell, count]) => `${count} × ${cell}`)
                .join(", ") || "packs to charge"}
            </p>
            <p
              className="line-clamp-2 text-small text-soft"
              title={visit.devices.map((id) => byId(design, "devices").get(id)?.name).join(", ")}
            >
              {visit.devices.map((id) => byId(design, "devices").get(id)?.name).join(", ")}
            </p>
            {!readOnly && n === 0 && (
              <button
                type="button"
                className="button mt-1 h-6"
                onClick={() => edit((now) => cellsChanged(now, visit.devices, today()))}
              >
                All done today
              </button>
            )}
          </li>
        ))}
        {!visits.length && (
          <li className="px-3 py-2 text-soft">
            Nobody knows when any cell was put in: note it, and the next changes are grouped into visits.
          </li>
        )}
      </ul>
      <div className="relative flex shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-3 py-1">
        <p className="text-soft">
          {counted(rows.length, "device")} with cells; changes within{" "}
          <span className="text-ink">{visitDaysOf(design)} days</span> are one visit
          {buy.size
            ? `; for the next buy ${[...buy].map(([cell, count]) => `${count} × ${cell}`).join(", ")}`
            : ""}
        </p>
        <span className="ml-auto flex flex-wrap items-center gap-x-3 gap-y-1" data-chrome>
          <span className="w-44">
            <TextField
              label="Together"
              unit="days"
              mono
              inputMode="decimal"
              text={String(visitDaysOf(design))}
              take={(text) => {
                const value = Number(text);
                if (!Number.isInteger(value) || value < 0 || value > 730)
                  throw new InputError([
                    { path: "Together", reason: "must be a whole number of days, 0 to 730" },
                  ]);
                edit((now) =>
                  changeSettings(now, {
                    registerSettings: { ...now.design.registerSettings, visitDays: value },
                  }),
                );
              }}
            />
          </span>
          <span className="w-56">
            <DayField
              label="Looked on"
              value={day ?? ""}
              optional
              take={(on) =>
                edit((now) =>
                  changeSettings(now, {
                    registerSettings: Object.fromEntries(
                      Object.entries({ ...now.design.registerSettings, asOf: on || undefined }).filter(
                        ([, value]) => value !== undefined,
                      ),
                    ),
                  }),
                )
              }
            />
          </span>
          <a className="button h-6" href={`${url}/csv/cells`}>
            CSV
          </a>
        </span>
      </div>
      <DataTable
        label="Cells"
        rows={rows}
        columns={columns}
        keyOf={({ device }) => device.id}
        selected={selection?.in === "devices" ? selection.id : undefined}
        onSelect={({ device }) => selection?.id !== device.id && select({ in: "devices", id: device.id })}
        initialSort={{ id: "next", desc: false }}
        empty="No device has cells."
      />
    </>
  );
}

function Firmware() {
  const design = useDesign();
  const { readOnly, select, selection } = useDesk();
  const edit = useEdit();
  const window = updateWindow(design);
  const rows = [...firmwareOf(design).values()];
  const columns: Column<FirmwareOf>[] = [
    { id: "name", name: "Device", value: ({ device }) => device.name, width: "minmax(9rem,1fr)" },
    {
      id: "option",
      name: "What it is",
      value: ({ device }) => optionName(design, device),
      width: "12rem",
      from: 640,
    },
    { id: "has", name: "Has", value: ({ has }) => has, width: "5rem", mono: true },
    { id: "newest", name: "Newest", value: ({ newest }) => newest?.version, width: "5rem", mono: true },
    { id: "least", name: "At least", value: ({ least }) => least?.version, width: "5rem", mono: true },
    {
      id: "state",
      name: "So it is",
      value: ({ tooOld, due, has }) => (tooOld ? "too old" : due ? "due" : has ? "up to date" : "not noted"),
      cell: ({ tooOld, due, has }) => (
        <span className={tooOld ? "font-semibold text-mend" : due ? "" : "text-soft"}>
          {tooOld ? "too old" : due ? "due" : has ? "up to date" : "not noted"}
        </span>
      ),
      width: "6.5rem",
    },
    {
      id: "back",
      name: "Way back",
      value: ({ newest }) => (newest?.wayBack ? "yes" : "none known"),
      width: "6.5rem",
      from: 720,
    },
  ];
  const [option, setOption] = useState("");
  const used = [...new Set(design.devices.flatMap(({ option: own }) => own ?? []))];
  return (
    <>
      <div className="relative flex shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-3 py-1.5">
        <p>
          {window ? (
            <>
              Update between <span className="font-mono font-semibold">{window.from}</span> and{" "}
              <span className="font-mono font-semibold">{window.to}</span>{" "}
              <span className="text-soft">
                {window.asleep.length ? `${window.asleep.join(", ")} sleeps then` : "nobody sleeps then"};{" "}
                {counted(window.awake.length, "person", "people")} may be up to put it right
              </span>
            </>
          ) : (
            <span className="text-soft">
              Nobody's hours of sleep are in the brief: update while somebody is at home and awake.
            </span>
          )}
        </p>
        {!readOnly && (
          <span className="ml-auto flex flex-wrap items-center gap-1.5" data-chrome>
            <Choice
              label="Version of"
              className="h-7 w-56"
              value={option}
              prompt="A version of…"
              options={used.map((id) => ({ value: id, text: byId(design, "options").get(id)?.name ?? id }))}
              take={setOption}
            />
            <button
              type="button"
              className="button h-7"
              disabled={!option}
              onClick={() => {
                const id = newRowId("fw");
                edit(() => putRow("firmwares", { id, option, version: "1.0", on: today() }));
                select({ in: "firmwares", id, made: true });
              }}
            >
              Add
            </button>
          </span>
        )}
      </div>
      <ul
        aria-label="Versions known"
        className="relative flex shrink-0 flex-wrap gap-1.5 border-b border-rule px-3 py-1.5"
      >
        {design.firmwares.map((row) => (
          <li key={row.id}>
            <button
              type="button"
              className={`button h-6 ${selection?.id === row.id ? "border-accent" : ""}`}
              onClick={() => select({ in: "firmwares", id: row.id })}
            >
              {byId(design, "options").get(row.option)?.name} <span className="font-mono">{row.version}</span>
              {row.least ? ", at least" : ""}
            </button>
          </li>
        ))}
        {!design.firmwares.length && <li className="text-soft">No version is known yet.</li>}
      </ul>
      <DataTable
        label="Firmware"
        rows={rows}
        columns={columns}
        keyOf={({ device }) => device.id}
        selected={selection?.in === "devices" ? selection.id : undefined}
        onSelect={({ device }) => selection?.id !== device.id && select({ in: "devices", id: device.id })}
        empty={
          <Empty text="No device is of an option whose versions are known. Choose what a device is, and write down its versions." />
        }
      />
    </>
  );
}

function Readings() {
  const design = useDesign();
  const { readOnly, url } = useDesk();
  const edit = useEdit();
  const series = seriesOf(design);
  const limits = limitsOf(design);
  const [device, setDevice] = useState("");
  const [quantity, setQuantity] = useState<(typeof DEVICE_QUANTITIES)[number]>("battery");
  const [value, setValue] = useState("");
  const [said, setSaid] = useState<string>();
  const { button, report } = useCsvIn(
    "readings",
    async (text) => {
      if (/^\s*[[{]/.test(text)) {
        try {
          const found = readSenml(design, text, today());
          return { faults: [], changes: putReadings(design, found), said: counted(found.length, "reading") };
        } catch (problem) {
          if (!(problem instanceof InputError)) throw problem;
          return {
            faults: problem.problems.map(({ path, reason }) => ({
              row: Number(/\d+/.exec(path)?.[0] ?? 1),
              column: path,
              reason,
            })),
            changes: [],
            said: "",
          };
        }
      }
      const { taken, faults } = readReadingsTable(design, text, today());
      return { faults, changes: putReadings(design, taken), said: counted(taken.length, "reading") };
    },
    "Rows with the columns device, quantity, value and at; or a SenML pack in JSON.",
    ".csv,text/csv,.json,.senml,application/json,application/senml+json",
  );
  const put = () => {
    const number = Number(value.replace(",", "."));
    if (!device) return setSaid("Device: choose the one that was read.");
    if (!value.trim() || !Number.isFinite(number)) return setSaid("Value: must be a number.");
    edit(() => putReadings(design, [{ device, quantity, value: number, at: today() }]));
    setValue("");
    setSaid(undefined);
  };
  const past = series.filter(({ quantity: own, last }) => pastLimit(limits, own, last.value).past).length;
  return (
    <div className="relative min-h-0 flex-1 overflow-y-auto">
      <div
        className="flex flex-wrap items-center gap-1.5 border-b border-rule bg-pane px-2 py-1.5"
        data-chrome
      >
        {!readOnly && (
          <>
            <Choice
              label="Device that was read"
              className="h-7 w-56"
              value={device}
              prompt="Device…"
              options={design.devices.map((row) => ({ value: row.id, text: row.name }))}
              take={setDevice}
            />
            <Choice
              label="Quantity"
              className="h-7 w-36"
              value={quantity}
              options={DEVICE_QUANTITIES.map((one) => ({ value: one, text: one }))}
              take={setQuantity}
            />
            <input
              className="field h-7 w-24 font-mono"
              inputMode="decimal"
              aria-label={`Value${QUANTITY_UNITS[quantity] ? `, ${QUANTITY_UNITS[quantity]}` : ""}`}
              placeholder={QUANTITY_UNITS[quantity] || "value"}
              value={value}
              onChange={(event) => setValue(event.target.value)}
              onKeyDown={(event) => event.key === "Enter" && put()}
            />
            <button type="button" className="button h-7" onClick={put}>
              Note it
            </button>
            {button}
            <button
              type="button"
              className="button h-7"
              title="Stand-ins of the devices drain evenly over the life their cells are reckoned to have"
              onClick={() =>
                edit((now) =>
                  putReadings(
                    now,
                    standInCells(now, today()).map(({ device: id, pct }) => ({
                      device: id,
                      quantity: "battery" as const,
                      value: pct,
                      at: today(),
                    })),
                  ),
                )
              }
            >
              Read the stand-ins
            </button>
          </>
        )}
        <a className="button ml-auto h-6" href={`${url}/csv/device-readings`}>
          CSV
        </a>
      </div>
      {said && (
        <p role="alert" className="px-3 py-1 text-stop">
          {said}
        </p>
      )}
      {report}
      <p className="px-3 py-2 text-soft">
        {counted(series.length, "line")} of {counted(design.deviceReadings.length, "reading")};{" "}
        {past ? `${past} past ${past === 1 ? "its" : "their"} limit` : "none past its limit"}: battery under{" "}
        {limits.lowBatteryPct} %, link quality under {limits.lowLqi}, in-wall temperature over {limits.warmC}{" "}
        °C.
      </p>
      <div className="grid grid-cols-[repeat(auto-fill,minmax(18rem,1fr))] gap-x-6 px-3 pb-4">
        {series.map((one) => (
          <div key={`${one.device} ${one.quantity}`}>
            <p className="mt-2 font-semibold">{byId(design, "devices").get(one.device)?.name}</p>
            <SeriesChart series={one} unit={QUANTITY_UNITS[one.quantity]} />
          </div>
        ))}
      </div>
      {!series.length && (
        <Empty text="Nothing was read yet: type a value, or bring in what the hub wrote down." />
      )}
    </div>
  );
}

function Spares() {
  const design = useDesign();
  const { select } = useDesk();
  const columns: Column<Spare>[] = [
    { id: "name", name: "Part", value: ({ name }) => name, width: "minmax(10rem,1fr)" },
    {
      id: "count",
      name: "In use",
      value: ({ devices }) => devices.length,
      width: "4.5rem",
      right: true,
      mono: true,
    },
    {
      id: "fails",
      name: "Failures a year",
      value: ({ failsPerYear }) => failsPerYear,
      cell: ({ failsPerYear }) => failsPerYear.toFixed(2),
      width: "7.5rem",
      right: true,
      mono: true,
    },
    {
      id: "hurts",
      name: "Hurts",
      value: ({ hurts }) => hurts,
      cell: ({ hurts }) => hurts.toFixed(1),
      width: "4rem",
      right: true,
      mono: true,
    },
    { id: "days", name: "Days away", value: ({ days }) => days, width: "5.5rem", right: true, mono: true },
    {
      id: "score",
      name: "Hurt-days a year",
      value: ({ score }) => score,
      cell: (spare) => <Worked working={() => spareWorking(spare)}>{spare.score.toFixed(2)}</Worked>,
      width: "8rem",
      right: true,
    },
    {
      id: "cost",
      name: `One costs, ${design.design.currency}`,
      value: ({ cost }) => cost,
      cell: ({ cost }) => (cost === undefined ? "–" : groupDigits(cost, 2)),
      width: "8rem",
      right: true,
      mono: true,
      from: 640,
    },
  ];
  return (
    <DataTable
      label="Spares, the most useful first"
      rows={sparesOf(design)}
      columns={columns}
      keyOf={({ key }) => key}
      onSelect={({ devices }) => devices[0] && select({ in: "devices", id: devices[0].id })}
      empty={
        <Empty text="No device yet: spares are ranked by how likely a part fails, who is hurt meanwhile and how long another takes." />
      }
    />
  );
}

function Calendar() {
  const design = useDesign();
  const { readOnly, select, url } = useDesk();
  const edit = useEdit();
  const events = eventsOf(design);
  const day = asOf(design);
  return (
    <div className="relative min-h-0 flex-1 overflow-y-auto">
      <div className="flex items-center gap-1.5 border-b border-rule bg-pane px-2 py-1.5" data-chrome>
        {!readOnly && (
          <button
            type="button"
            className="button h-7"
            onClick={() => {
              const id = newRowId("visit");
              edit(() =>
                putRow("visits", { id, on: today(), name: "New visit", kind: "service", devices: [] }),
              );
              select({ in: "visits", id, made: true });
            }}
          >
            Add a visit
          </button>
        )}
        <a
          className="button ml-auto h-7"
          href={`${url}/calendar`}
          title="For any calendar that reads iCalendar"
        >
          iCalendar
        </a>
      </div>
      <ol aria-label="What comes" className="px-3 py-2">
        {events.map((event) => {
          const visit = design.visits.find(({ id }) => event.uid === `visit-${id}`);
          return (
            <li
              key={event.uid}
              className="grid grid-cols-[6.5rem_1fr] gap-x-3 border-b border-rule/60 py-1.5"
            >
              <span className={`font-mono ${day && event.on < day ? "font-semibold text-stop" : ""}`}>
                {event.on}
              </span>
              <span>
                {visit && !readOnly ? (
                  <button
                    type="button"
                    className="font-semibold hover:underline"
                    onClick={() => select({ in: "visits", id: visit.id })}
                  >
                    {event.summary}
                  </button>
                ) : (
                  <span className="font-semibold">{event.summary}</span>
                )}
                {event.everyMonths ? (
                  <span className="text-soft">, every {counted(event.everyMonths, "month")}</span>
                ) : (
                  ""
                )}
                <span className="block text-small whitespace-pre-line text-soft">{event.text}</span>
              </span>
            </li>
          );
        })}
        {!events.length && (
          <li className="text-soft">
            Nothing is to come: cells whose day is known, visits and warranties stand here.
          </li>
        )}
      </ol>
    </div>
  );
}
