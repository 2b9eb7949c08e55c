/** A fast table: sorting, grouping with subtotals, only the rows in sight drawn, arrows and Enter. */
import { usePrinting } from "./printing";
import { isTyping } from "./typing";
import { byName } from "#core/design/words";
import { useVirtualizer } from "@tanstack/react-virtual";
import { ChevronDown, ChevronUp } from "lucide-react";
import {
  memo,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type ReactNode,
  type RefObject,
} from "react";

export interface Column<Row> {
  id: string;
  name: string;
  /** What the column sorts by. */
  value(row: Row): string | number | undefined;
  cell?(row: Row): ReactNode;
  width: string;
  right?: boolean;
  mono?: boolean;
  /** Shown only where the table is at least so many pixels wide. */
  from?: number;
  /** The name is for screen readers only: the cells are marks. */
  hidden?: boolean;
}

interface Props<Row> {
  label: string;
  rows: readonly Row[];
  columns: readonly Column<Row>[];
  keyOf(row: Row): string;
  selected?: string;
  onSelect(row: Row): void;
  /** Column to group by: the id of one of these, or one that need not be shown. */
  groupBy?: string | Pick<Column<Row>, "value">;
  /** Last line of a group or of the whole table, by column id. */
  totals?(rows: readonly Row[]): Partial<Record<string, ReactNode>>;
  /** What stands there where there is no row. */
  empty: ReactNode;
  initialSort?: Sorting;
}

interface Sorting {
  /** Of the column. */
  id: string;
  desc: boolean;
}

/** Rows by the values of a column; what has none comes first, and equal ones stay in their order. */
export function inOrderOf<Row>(
  rows: readonly Row[],
  { value }: Pick<Column<Row>, "value">,
  desc: boolean,
): readonly Row[] {
  const compare = (a: string | number, b: string | number) =>
    typeof a === "number" && typeof b === "number" ? a - b : byName(String(a), String(b));
  return rows
    .map((row) => ({ row, by: value(row) ?? "" }))
    .sort((a, b) => (desc ? -1 : 1) * compare(a.by, b.by))
    .map(({ row }) => row);
}

interface PrintedProps<Row> extends Pick<Props<Row>, "label" | "columns" | "keyOf" | "totals"> {
  lines: readonly Line<Row>[];
  all: readonly Row[];
}

/** The table as it goes to paper: every row and column, its head on each page. */
function PrintedTable<Row>({ label, lines, columns, keyOf, totals, all }: PrintedProps<Row>) {
  const sums = (key: string, name: ReactNode, rows: readonly Row[]) => {
    const own = totals?.(rows) ?? {};
    return (
      <tr key={key} className="font-semibold">
        {columns.map((column, c) => (
          <td key={column.id} className={column.right ? "measure text-right" : ""}>
            {c === 0 ? name : own[column.id]}
          </td>
        ))}
      </tr>
    );
  };
  return (
    <table aria-label={label} className="printed">
      <thead>
        <tr>
          {columns.map((column) => (
            <th key={column.id} scope="col" className={column.right ? "text-right" : ""}>
              {column.hidden ? "" : column.name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {lines.map((line) =>
          "row" in line ? (
            <tr key={keyOf(line.row)}>
              {columns.map((column) => (
                <td
                  key={column.id}
                  className={`${column.right ? "text-right" : ""} ${column.mono ? "measure" : ""}`}
                >
                  {column.cell ? column.cell(line.row) : column.value(line.row)}
                </td>
              ))}
            </tr>
          ) : (
            sums(`group ${line.group}`, `${line.group} (${line.rows.length})`, line.rows)
          ),
        )}
        {totals && lines.length > 0 && sums("all", totals(all)[columns[0]!.id] ?? "All", all)}
      </tbody>
    </table>
  );
}

interface RowProps<Row> {
  row: Row;
  id: string;
  columns: readonly Column<Row>[];
  /** In the table, from 0. */
  index: number;
  /** Pixels from the first row's top. */
  top: number;
  template: string;
  selected: boolean;
  onSelect(row: Row): void;
}

/**
 * A row that is drawn anew only when something of it changed: the table is drawn at each step of the wheel,
 * and most of its rows stay what they were.
 */
const TableRow = memo(function TableRow<Row>({
  row,
  id,
  columns,
  index,
  top,
  template,
  selected,
  onSelect,
}: RowProps<Row>) {
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      aria-selected={selected}
      data-row={id}
      className={`absolute inset-x-0 top-0 grid cursor-pointer items-center border-b border-rule/60 ${selected ? "bg-wash" : "hover:bg-pane"}`}
      style={placeOf(template, top)}
      // Chosen before what stands in its cells hears the press: a number pressed opens its working of this
      // row.
      onClickCapture={() => onSelect(row)}
    >
      {columns.map((column) => (
        <div
          key={column.id}
          role="gridcell"
          className={`truncate px-2 ${column.right ? "text-right" : ""} ${column.mono ? "measure" : ""}`}
        >
          {column.cell ? column.cell(row) : column.value(row)}
        </div>
      ))}
    </div>
  );
}) as <Row>(props: RowProps<Row>) => ReactNode;

type Line<Row> = { group: string; rows: readonly Row[] } | { row: Row };
const ROW_PX = 28;

const placeOf = (gridTemplateColumns: string, top: number) => ({
  gridTemplateColumns,
  transform: `translateY(${top}px)`,
  height: ROW_PX,
});

/** Width of an element in pixels, followed; a desk of 1280 until it is known. */
function useWidth(element: RefObject<HTMLElement | null>, printing: boolean): number {
  const [width, setWidth] = useState(776);
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width));
    if (element.current) observer.observe(element.current);
    return () => observer.disconnect();
  }, [element, printing]);
  return width;
}

export function DataTable<Row>({
  label,
  rows,
  columns: offered,
  keyOf,
  selected,
  onSelect,
  groupBy,
  totals,
  empty,
  initialSort,
}: Props<Row>) {
  const [sorting, setSorting] = useState(initialSort);
  const scroller = useRef<HTMLDivElement>(null);
  const printing = usePrinting();
  const width = useWidth(scroller, printing);
  const columns = useMemo(
    () => offered.filter((column) => !column.from || width >= column.from),
    [offered, width],
  );
  const sorted = useMemo(() => {
    const column = sorting && offered.find((one) => one.id === sorting.id);
    return column ? inOrderOf(rows, column, sorting.desc) : rows;
  }, [rows, offered, sorting]);
  const lines = useMemo((): Line<Row>[] => {
    const column = typeof groupBy === "object" ? groupBy : offered.find((c) => c.id === groupBy);
    if (!column) return sorted.map((row) => ({ row }));
    const groups = new Map<string, Row[]>();
    for (const row of sorted) {
      const group = String(column.value(row) ?? "–");
      const list = groups.get(group);
      if (list) list.push(row);
      else groups.set(group, [row]);
    }
    return [...groups]
      .sort(([a], [b]) => byName(a, b))
      .flatMap(([group, own]): Line<Row>[] => [{ group, rows: own }, ...own.map((row) => ({ row }))]);
  }, [sorted, offered, groupBy]);

  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    overscan: 12,
    scrollPaddingStart: ROW_PX,
    scrollPaddingEnd: 2 * ROW_PX,
    initialRect: { width: 800, height: 400 },
  });
  const template = columns.map((column) => column.width).join(" ");
  const total = totals?.(rows);
  const at = lines.findIndex((line) => "row" in line && keyOf(line.row) === selected);

  // What is selected elsewhere, on the plan or by a finding, comes into sight here.
  // Sorting or another edit does not scroll: only a new selection does.
  const shown = useRef(selected);
  useEffect(() => {
    if (shown.current === selected) return;
    shown.current = selected;
    // All rows are as high as each other: no second look is needed, which would miss a row that an edit took away.
    const offset = at < 0 ? undefined : virtual.getOffsetForIndex(at, "auto");
    if (offset) virtual.scrollToOffset(offset[0], { align: "start" });
  }, [selected, at, virtual]);

  // The same function at every drawing, so that rows that did not change need not be drawn.
  const latest = useRef(onSelect);
  useEffect(() => void (latest.current = onSelect));
  const select = useCallback((row: Row) => latest.current(row), []);

  const onKey = (event: KeyboardEvent) => {
    if (isTyping(event)) return;
    const by = (
      {
        ArrowDown: 1,
        ArrowUp: -1,
        PageDown: 10,
        PageUp: -10,
        Home: -lines.length,
        End: lines.length,
      } as Record<string, number>
    )[event.key];
    if (by === undefined || event.ctrlKey || event.altKey) return;
    event.preventDefault();
    let next = Math.min(lines.length - 1, Math.max(0, (at < 0 ? (by > 0 ? -1 : 0) : at) + by));
    const way = Math.sign(by);
    while (lines[next] && !("row" in lines[next]!)) next += next === 0 ? 1 : way;
    const line = lines[next];
    if (!line || !("row" in line)) return;
    onSelect(line.row);
  };

  if (printing)
    return (
      <PrintedTable label={label} lines={lines} columns={offered} keyOf={keyOf} totals={totals} all={rows} />
    );

  return (
    <div
      ref={scroller}
      className="min-h-0 flex-1 overflow-auto"
      role="grid"
      aria-label={label}
      aria-rowcount={lines.length + 1}
      tabIndex={0}
      onKeyDown={onKey}
    >
      {/* The head, the rows and the sums are as wide as each other, however narrow the table. */}
      <div className="min-w-min">
        <div
          className="sticky top-0 z-10 grid border-b border-rule bg-pane text-small text-soft"
          style={{ gridTemplateColumns: template }}
          role="row"
          aria-rowindex={1}
        >
          {columns.map((column) => {
            const way = sorting?.id === column.id ? sorting : undefined;
            return (
              <div
                key={column.id}
                role="columnheader"
                aria-sort={way ? (way.desc ? "descending" : "ascending") : "none"}
                className={column.right ? "text-right" : ""}
              >
                <button
                  type="button"
                  className={`flex h-7 w-full items-center gap-1 px-2 hover:text-ink ${column.right ? "justify-end" : ""}`}
                  onClick={() => setSorting({ id: column.id, desc: way?.desc === false })}
                >
                  <span className={column.hidden ? "sr-only" : ""}>{column.name}</span>
                  {way && (way.desc ? <ChevronDown size={12} /> : <ChevronUp size={12} />)}
                </button>
              </div>
            );
          })}
        </div>
        {lines.length === 0 && (
          <div className={typeof empty === "string" ? "p-4 text-soft" : ""} role="row">
            <div role="gridcell">{empty}</div>
          </div>
        )}
        <div className="relative" style={{ height: virtual.getTotalSize() }} role="rowgroup">
          {virtual.getVirtualItems().map((item) => {
            const line = lines[item.index]!;
            if (!("row" in line)) {
              const sums = totals?.(line.rows) ?? {};
              return (
                <div
                  key={`group ${line.group}`}
                  role="row"
                  aria-rowindex={item.index + 2}
                  className="absolute inset-x-0 top-0 grid items-center border-b border-rule bg-ground font-semibold"
                  style={placeOf(template, item.start)}
                >
                  {columns.map((column, c) => (
                    <div
                      key={column.id}
                      role="gridcell"
                      className={`px-2 whitespace-nowrap ${column.right ? "measure flex justify-end" : c === 0 ? "" : "truncate"}`}
                    >
                      {c === 0 ? `${line.group} (${line.rows.length})` : sums[column.id]}
                    </div>
                  ))}
                </div>
              );
            }
            const key = keyOf(line.row);
            return (
              <TableRow
                key={key}
                id={key}
                row={line.row}
                columns={columns}
                index={item.index}
                top={item.start}
                template={template}
                selected={key === selected}
                onSelect={select}
              />
            );
          })}
        </div>
        {total && lines.length > 0 && (
          <div
            className="sticky bottom-0 grid items-center border-t border-rule bg-raised font-semibold"
            style={{ gridTemplateColumns: template, height: ROW_PX }}
            role="row"
            aria-rowindex={lines.length + 2}
            data-totals
          >
            {columns.map((column) => (
              <div
                key={column.id}
                role="gridcell"
                className={`px-2 whitespace-nowrap ${column.right ? "measure flex justify-end" : "truncate"}`}
              >
                {total[column.id]}
              </div>
            ))}
          </div>
        )}
      </div>
    </div>
  );
}
