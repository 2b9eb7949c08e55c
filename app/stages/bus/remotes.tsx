/** The code book of hand remotes, what clashes in it, aerials; and when each station runs. */
import { linear } from "../../kit/linear";
import { FileDown, Plus, X } from "lucide-react";
import { checkRow } from "#core/design/check-row";
import { byId } from "#core/design/collections";
import { dropRow, putRow } from "#core/design/row-changes";
import { fail } from "#core/design/input-error";
import { formatLength } from "#core/design/units";
import { clashesOf, quarterWaveM, runsOf } from "#core/stages/bus/remotes";
import type { RemoteRow } from "#core/design/rows/bus";
import { useCsvIn } from "../../desk/csv-in";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { TextField } from "../../kit/fields";

const FIELDS = [
  ["on", "On", "w-20"],
  ["off", "Off", "w-20"],
  ["bits", "Bits", "w-14"],
  ["pulseUs", "Pulse µs", "w-16"],
  ["repeats", "Times", "w-14"],
  ["mhz", "MHz", "w-20"],
] as const;

export default function Remotes() {
  const design = useDesign();
  const { readOnly, url, select, selection, preferences } = useDesk();
  const edit = useEdit();
  const clashes = clashesOf(design.remotes);
  const clashOf = (row: RemoteRow) => clashes.find(({ a, b }) => a.id === row.id || b.id === row.id);
  const { button, report } = useCsvIn("codes", async (text) => {
    const { readCodes, takeCodes } = await import("#core/stages/bus/codes-csv");
    const { rows, faults } = readCodes(design, text);
    const made = faults.length ? undefined : takeCodes(design, rows);
    return {
      faults,
      changes: made?.changes ?? [],
      said: `${made?.added} added, ${made?.replaced} replaced`,
    };
  });
  const add = () => {
    const id = newRowId("code");
    const like = design.remotes.at(-1);
    edit(() =>
      putRow("remotes", {
        id,
        name: `Remote ${design.remotes.length + 1}`,
        mhz: like?.mhz ?? 433.92,
        on: (like?.on ?? 1_000_000) + 4096,
        off: (like?.off ?? 1_000_012) + 4096,
        bits: like?.bits ?? 24,
        pulseUs: like?.pulseUs ?? 350,
        repeats: like?.repeats ?? 8,
      }),
    );
    select({ in: "remotes", id, made: true });
  };
  const take = (row: RemoteRow, field: (typeof FIELDS)[number][0], name: string) => (typed: string) => {
    const value = Number(typed.trim().replace(",", "."));
    if (typed.trim() === "" || !Number.isFinite(value)) fail(name, "must be a number");
    const next = { ...row, [field]: value };
    checkRow("remotes", next, "");
    edit(() => putRow("remotes", next));
  };
  return (
    <>
      <div
        className="flex h-9 shrink-0 items-center gap-1.5 overflow-x-auto border-b border-rule bg-pane px-3 text-small"
        data-chrome
      >
        <span className="text-soft">
          {design.remotes.length
            ? "Codes as the receiver counts them; an aerial is a quarter of a wave."
            : "No code yet."}
        </span>
        <span className="ml-auto flex gap-1.5">
          <a className="button h-6" href={`${url}/csv/codes`} download>
            <FileDown size={13} /> CSV out
          </a>
          {!readOnly && (
            <>
              {button}
              <button type="button" className="button button-main h-6" onClick={add}>
                <Plus size={13} /> Code
              </button>
            </>
          )}
        </span>
      </div>
      {report}
      <div
        className="relative min-h-0 flex-1 overflow-auto"
        tabIndex={0}
        role="region"
        aria-label="Remotes and stations"
      >
        {design.remotes.length > 0 ? (
          <table className="w-full min-w-190">
            <caption className="sr-only">Code book</caption>
            <thead className="sticky top-0 z-10 bg-pane text-left text-small text-soft">
              <tr className="h-7 border-b border-rule">
                <th className="px-3 font-normal">Entry</th>
                {FIELDS.map(([field, text]) => (
                  <th key={field} className="pl-2 font-normal">
                    {text}
                  </th>
                ))}
                <th className="pl-2 text-right font-normal">Aerial</th>
                <th className="pl-3 font-normal">Clash</th>
                <th className="w-8">
                  <span className="sr-only">Take out</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {design.remotes.map((row) => {
                const clash = clashOf(row);
                const other = clash && (clash.a.id === row.id ? clash.b : clash.a);
                return (
                  <tr
                    key={row.id}
                    className={`h-8 border-b border-rule/60 ${selection?.id === row.id ? "bg-wash" : ""}`}
                    data-code={row.id}
                  >
                    <td className="px-3">
                      <button
                        type="button"
                        className="text-left whitespace-nowrap hover:underline"
                        onClick={() => select({ in: "remotes", id: row.id })}
                      >
                        {row.name}
                      </button>
                    </td>
                    {FIELDS.map(([field, text, width]) => (
                      <td key={field} className={`pl-2 ${width}`}>
                        <TextField
                          bare
                          mono
                          label={`${text} of ${row.name}`}
                          text={String(row[field])}
                          inputMode="decimal"
                          take={take(row, field, text)}
                        />
                      </td>
                    ))}
                    <td className="measure pl-2 text-right whitespace-nowrap">
                      {preferences.units === "metric"
                        ? `${(1000 * quarterWaveM(row.mhz)).toFixed(1)} mm`
                        : formatLength(quarterWaveM(row.mhz), "imperial")}
                    </td>
                    <td
                      className={`pl-3 text-small ${clash ? (clash.bits ? "text-mend" : "text-stop") : "text-soft"}`}
                    >
                      {clash ? `${clash.bits ? `${clash.bits} bit off` : "same as"} ${other!.name}` : "none"}
                    </td>
                    <td>
                      {!readOnly && (
                        <button
                          type="button"
                          className="tool"
                          aria-label={`Take out ${row.name}`}
                          onClick={() => edit(() => dropRow("remotes", row.id))}
                        >
                          <X size={12} />
                        </button>
                      )}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        ) : (
          <Empty text="Hand remotes at 433 MHz and the like: each button has a code for on and one for off. Put them down here, or take them in as CSV, and what clashes is found.">
            <button type="button" className="button button-main" onClick={add}>
              First code
            </button>
          </Empty>
        )}
        <Stations />
      </div>
    </>
  );
}

const LEFT = 150;
const WIDTH = 740;
const ROW = 22;

const clock = (minutes: number) =>
  `${String(Math.floor(minutes / 60) % 24).padStart(2, "0")}:${String(Math.round(minutes % 60)).padStart(2, "0")}`;

/** Stations under one clock: those in turn never at once. */
function Stations() {
  const design = useDesign();
  const { readOnly, select } = useDesk();
  const edit = useEdit();
  const runs = runsOf(design);
  const from = Math.floor(Math.min(...runs.map((run) => run.start), 1440) / 30) * 30;
  const to = Math.ceil(Math.max(...runs.map((run) => run.end), from + 30) / 30) * 30;
  const x = linear([from, to], [LEFT, WIDTH - 20]);
  const step = to - from > 360 ? 60 : 30;
  const hours = Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step);
  return (
    <section aria-label="Stations" className="border-t border-rule px-3 py-3">
      <h3 className="flex items-center gap-3 font-semibold">
        Stations
        {!readOnly && (
          <button
            type="button"
            className="button h-6 font-normal"
            onClick={() => {
              const id = newRowId("station");
              const last = design.stations.at(-1);
              edit(() =>
                putRow("stations", {
                  id,
                  name: `Station ${design.stations.length + 1}`,
                  ...(last?.board ? { board: last.board } : {}),
                  mode: "in turn",
                  order: Math.max(0, ...design.stations.map((row) => row.order)) + 1,
                  minutes: 10,
                  gapMin: 1,
                }),
              );
              select({ in: "stations", id, made: true });
            }}
          >
            <Plus size={12} /> Station
          </button>
        )}
      </h3>
      {runs.length === 0 ? (
        <p className="mt-1 text-soft">
          None yet: valves that run one after another, or sockets that may run together.
        </p>
      ) : (
        <div className="mt-2 overflow-x-auto" tabIndex={0} role="region" aria-label="When each station runs">
          <svg
            width={WIDTH}
            height={runs.length * ROW + 34}
            role="group"
            aria-label="Stations by time of day"
            data-drawing
          >
            {hours.map((at) => (
              <g key={at}>
                <line x1={x(at)} x2={x(at)} y1={4} y2={runs.length * ROW + 8} className="stroke-rule" />
                <text
                  x={x(at)}
                  y={runs.length * ROW + 22}
                  textAnchor="middle"
                  className="fill-soft font-mono text-tiny"
                >
                  {clock(at)}
                </text>
              </g>
            ))}
            {runs.map(({ station, start, end }, i) => (
              <g
                key={station.id}
                transform={`translate(0 ${8 + i * ROW})`}
                tabIndex={0}
                role="button"
                aria-label={`${station.name}, ${station.mode}, ${clock(start)} to ${clock(end)}`}
                className="cursor-pointer"
                data-station={station.id}
                onClick={() => select({ in: "stations", id: station.id })}
                onKeyDown={(event) => event.key === "Enter" && select({ in: "stations", id: station.id })}
              >
                <text x={0} y={11} className="fill-ink text-small">
                  {station.name}
                </text>
                <rect
                  x={x(start)}
                  width={Math.max(2, x(end) - x(start))}
                  height={14}
                  className={station.mode === "in turn" ? "fill-bus" : "fill-bus/30 stroke-bus"}
                />
                <text x={x(end) + 6} y={11} className="fill-soft font-mono text-tiny">
                  {clock(start)}–{clock(end)}
                </text>
              </g>
            ))}
          </svg>
          <p className="text-small text-soft">
            Filled: in turn, one after another on{" "}
            {[
              ...new Set(
                runs.flatMap(({ station }) => byId(design, "boards").get(station.board ?? "")?.name ?? []),
              ),
            ].join(", ") || "their controller"}
            . Open: may run together.
          </p>
        </div>
      )}
    </section>
  );
}
