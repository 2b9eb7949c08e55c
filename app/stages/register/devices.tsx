/** The devices: filtered, grouped, their columns chosen; ticked ones changed together. */
import { useCallback, useDeferredValue, useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { groupDigits } from "#core/design/units";
import { changeDevice, deviceCostWorking, registerLines, type RegisterLine } from "#core/stages/register";
import { DataTable, type Column } from "../../kit/table";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { fetchedPart } from "../../kit/fetched";
import { Filter, filtered } from "../../kit/filters";
import { lazily } from "../../kit/lazily";
import { Fetched } from "../../kit/views";
import { Tick } from "../../kit/ticks";
import { Worked } from "../../inspect/parts";
import { usePhaseFilter } from "../../desk/phase-filter";
import { checkedPut, firstColumns, USUAL, type Put } from "./columns";
import type moreColumns from "./more-columns";

const more = fetchedPart<typeof moreColumns>(() => import("./more-columns"));
const Bulk = lazily(() => import("./bulk"));
const ColumnChoice = lazily(() => import("./column-choice"));

const NONE: Record<string, string> = { level: "", room: "", kind: "", protocol: "", status: "" };
const VALUE_OF: Record<string, (line: RegisterLine) => string> = {
  level: (line) => line.level,
  room: (line) => line.room,
  kind: (line) => line.kind,
  protocol: (line) => line.device.protocol,
  status: (line) => line.device.status,
};
const NOBODY: ReadonlySet<string> = new Set();

/** Which columns, filters and grouping are shown: those of a named view, then whatever was changed since. */
function useShownColumns() {
  const design = useDesign();
  const [params, setParams] = useSearchParams();
  const list = params.get("list") ?? "";
  const view = design.tableViews.find(({ id }) => id === list);
  const [chosen, setChosen] = useState<{
    list: string;
    columns: string[];
    filters: Record<string, string>;
    groupBy: string;
  }>();
  const own =
    chosen?.list === list
      ? chosen
      : {
          list,
          columns: view?.columns ?? [...USUAL],
          filters: {
            ...NONE,
            ...Object.fromEntries((view?.filters ?? []).map((one) => [one.column, one.value])),
          },
          groupBy: view?.groupBy ?? "",
        };
  return {
    ...own,
    view,
    usual: own.columns.join() === USUAL.join(),
    put: (values: Partial<typeof own>) => setChosen({ ...own, ...values }),
    show: (id: string) =>
      setParams(
        (now) => {
          if (id) now.set("list", id);
          else now.delete("list");
          return now;
        },
        { replace: true, preventScrollReset: true },
      ),
  };
}

export function Devices() {
  const design = useDesign();
  const { url, select, selection, readOnly } = useDesk();
  const edit = useEdit();
  const shown = useShownColumns();
  const [search, setSearch] = useState("");
  const [ticked, setTicked] = useState(NOBODY);
  const [choosing, setChoosing] = useState(false);
  const makeMore = more.use();
  const lines = registerLines(design);
  const inPhase = usePhaseFilter();
  const { filters } = shown;
  // What is typed is seen at once; the rows follow as soon as they can.
  const asked = useDeferredValue(search);
  const texts = useMemo(
    () =>
      new Map(
        lines.map(({ label, kind, room, device }) => [
          device.id,
          `${label} ${device.name} ${kind} ${room} ${device.address ?? ""} ${device.serial ?? ""} ${device.tags?.join(" ") ?? ""}`.toLowerCase(),
        ]),
      ),
    [lines],
  );
  const values = useMemo(
    () =>
      Object.fromEntries(
        Object.entries(VALUE_OF).map(([name, valueOf]) => [name, [...new Set(lines.map(valueOf))]]),
      ),
    [lines],
  );
  const found = useCallback(
    (typed: string) => {
      const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
      const own = filtered(
        inPhase.on ? lines.filter((line) => inPhase.point(line.device.point)) : lines,
        filters,
        VALUE_OF,
      );
      return words.length
        ? own.filter((line) => words.every((word) => texts.get(line.device.id)!.includes(word)))
        : own;
    },
    [lines, filters, inPhase, texts],
  );
  const rows = useMemo(() => found(asked), [found, asked]);

  const all = useMemo((): Column<RegisterLine>[] => {
    const put: Put = checkedPut((device, values) => edit((d) => changeDevice(d, device.id, values)));
    return [
      ...firstColumns(put, !readOnly, design.design.currency),
      ...(makeMore?.(design, put, !readOnly) ?? []),
    ];
  }, [edit, readOnly, design, makeMore]);

  const inSight = rows.filter(({ device }) => ticked.has(device.id));
  const columns = useMemo((): Column<RegisterLine>[] => {
    // The usual ones give way on a narrow sheet; what somebody chose stays, and is scrolled to.
    const ordered = shown.columns.flatMap((id) => {
      const column = all.find((one) => one.id === id);
      return column ? [shown.usual ? column : { ...column, from: undefined }] : [];
    });
    if (readOnly) return ordered;
    const tick: Column<RegisterLine> = {
      id: "tick",
      name: "Ticked",
      hidden: true,
      value: (l) => (ticked.has(l.device.id) ? 0 : 1),
      width: "2.4rem",
      cell: (l) => (
        <Tick
          bare
          inRow
          label={`Tick ${l.label}`}
          on={ticked.has(l.device.id)}
          set={(on) =>
            setTicked((now) => {
              const next = new Set(now);
              if (on) next.add(l.device.id);
              else next.delete(l.device.id);
              return next;
            })
          }
        />
      ),
    };
    return [tick, ...ordered];
  }, [all, shown.columns, shown.usual, ticked, readOnly]);
  const grouping = useMemo(() => all.find(({ id }) => id === shown.groupBy), [all, shown.groupBy]);
  const everyTicked = rows.length > 0 && inSight.length === rows.length;

  return (
    <>
      <div
        className="relative flex h-9 shrink-0 items-center gap-1 overflow-x-auto border-b border-rule bg-pane px-2"
        data-chrome
      >
        {!readOnly && (
          <Tick
            bare
            label="Tick all shown"
            on={everyTicked}
            // Of what is typed, not of rows that have yet to follow it.
            set={(on) => setTicked(on ? new Set(found(search).map(({ device }) => device.id)) : NOBODY)}
          />
        )}
        <input
          type="search"
          aria-label="Search the register"
          placeholder="Search"
          className="field h-6 w-24 min-w-24 shrink text-small"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        {Object.keys(NONE).map((name) => (
          <Filter
            key={name}
            name={name[0]!.toUpperCase() + name.slice(1)}
            value={filters[name]!}
            values={values[name]!}
            onChange={(value) => shown.put({ filters: { ...filters, [name]: value } })}
          />
        ))}
        <span className="sticky -right-2 -mr-2 ml-auto flex h-full items-center gap-1 bg-pane px-2">
          <span className="text-small whitespace-nowrap text-soft">
            {rows.length} of {lines.length}
            <span className="max-2xl:sr-only"> devices</span>
          </span>
          <button
            type="button"
            className="button h-6"
            aria-expanded={choosing}
            onClick={() => setChoosing(!choosing)}
          >
            Columns
          </button>
          <a className="button h-6" href={`${url}/csv/register`} title="The register as a spreadsheet file">
            CSV
          </a>
        </span>
      </div>
      {choosing && (
        <Fetched>
          <ColumnChoice
            all={all.map(({ id, name }) => ({ id, name }))}
            columns={shown.columns}
            view={shown.view}
            filters={filters}
            groupBy={shown.groupBy}
            take={(columns) => shown.put({ columns })}
            group={(by) => shown.put({ groupBy: by })}
            show={shown.show}
            close={() => setChoosing(false)}
          />
        </Fetched>
      )}
      {ticked.size > 0 && !readOnly && (
        <Fetched>
          <Bulk
            ids={[...ticked].filter((id) => lines.some(({ device }) => device.id === id))}
            hidden={ticked.size - inSight.length}
            done={() => setTicked(NOBODY)}
          />
        </Fetched>
      )}
      <DataTable
        label="Register"
        rows={rows}
        columns={columns}
        keyOf={(l) => l.device.id}
        groupBy={grouping}
        selected={selection?.in === "devices" ? selection.id : undefined}
        onSelect={(l) => selection?.id !== l.device.id && select({ in: "devices", id: l.device.id })}
        totals={(own) => ({
          // A group has its name there.
          ...(own === rows ? { name: `Shown: ${own.length}` } : {}),
          cost:
            own.length === lines.length ? (
              <Worked working={() => deviceCostWorking(design)}>{groupDigits(cost(own), 2)}</Worked>
            ) : (
              groupDigits(cost(own), 2)
            ),
        })}
        empty={
          lines.length ? (
            "No device has all of these."
          ) : (
            <Empty text="No device yet: select a point on the plan and want a device there, or bring in a table of them.">
              <ToSheet stage="house" text="To the plan" />
              <ToSheet stage="register" view="bring" text="Bring in a table" />
            </Empty>
          )
        }
      />
    </>
  );
}

const cost = (lines: readonly RegisterLine[]) =>
  lines.reduce((sum, line) => sum + (line.device.cost ?? 0), 0);
