/**
 * On site: how far each room is, what is left to put right, what was built against what was planned, and
 * what changed since a day.
 */
import { useState } from "react";
import { byId } from "#core/design/collections";
import type { Change } from "#core/design/edit";
import { formatLength } from "#core/design/units";
import { dropsOf, lengthWorking } from "#core/stages/runs";
import { before, compareRuns, type RunsChange } from "#core/stages/runs/compare";
import { asBuiltOf, PROGRESS, progressOf, punchList } from "#core/stages/runs/site";
import { useDesign, useDesk } from "../../desk/desk";
import { useWorded } from "../../desk/worded";
import { Worked } from "../../inspect/parts";
import { askPrint } from "../../kit/printing";
import { Tabbed, useView } from "../../kit/views";
import { SITE_LISTS } from "./views";
import { NamedChoice } from "../../kit/choice";
import { DayBox } from "../../kit/day";

/** How full a bar of a state is drawn: the further on, the darker. */
const SHADE: Record<string, string> = {
  planned: "bg-rule",
  pulled: "bg-accent/35",
  tested: "bg-accent/65",
  terminated: "bg-accent",
  moved: "bg-mend",
  missing: "bg-stop",
  blocked: "bg-mend",
};
const STATES = [...PROGRESS, "moved", "missing", "blocked"] as const;

export default function Site() {
  const { url } = useDesk();
  const [tab, show] = useView(SITE_LISTS, "list");
  const Panel = { rooms: Rooms, punch: Punch, built: Built, since: Since }[tab]!;
  return (
    <Tabbed
      label="Lists of the site"
      tabs={SITE_LISTS}
      tab={tab}
      show={show}
      aside={
        <a className="button button-main ml-3 self-center" href={`${url}/walk`}>
          Walk the house
        </a>
      }
    >
      <Panel />
    </Tabbed>
  );
}

function Rooms() {
  const design = useDesign();
  const { preferences } = useDesk();
  const drops = dropsOf(design);
  const rooms = [...design.rooms].sort(
    (a, b) =>
      (byId(design, "levels").get(a.level)?.order ?? 0) - (byId(design, "levels").get(b.level)?.order ?? 0) ||
      a.name.localeCompare(b.name, "en"),
  );
  const all = progressOf(drops);
  return (
    <div
      className="relative min-h-0 flex-1 overflow-auto"
      tabIndex={0}
      role="region"
      aria-label="Progress by room"
    >
      <p className="flex flex-wrap items-baseline gap-x-4 border-b border-rule px-3 py-2">
        <span className="text-base font-semibold">
          <span className="measure">{all.done}</span> of <span className="measure">{all.all}</span> drops
          terminated
        </span>
        {STATES.filter((state) => all.byState[state]).map((state) => (
          <span key={state} className="flex items-center gap-1.5 text-small">
            <span className={`size-2.5 ${SHADE[state]}`} />
            <span className="measure">{all.byState[state]}</span> {state}
          </span>
        ))}
      </p>
      <table className="w-full">
        <thead className="sticky top-0 bg-pane text-left text-small text-soft">
          <tr className="h-7 border-b border-rule">
            <th className="px-3 font-normal">Room</th>
            <th className="font-normal">Level</th>
            <th className="text-right font-normal">Drops</th>
            <th className="w-1/2 px-3 font-normal">How far</th>
            <th className="px-3 text-right font-normal">Cable still to pull</th>
          </tr>
        </thead>
        <tbody>
          {rooms.map((room) => {
            const own = drops.filter((drop) => drop.point.room === room.id);
            if (!own.length) return null;
            const { byState } = progressOf(own);
            const left = own.filter((drop) => drop.state === "planned");
            return (
              <tr key={room.id} className="h-7 border-b border-rule/60" data-room={room.id}>
                <th scope="row" className="px-3 text-left font-normal">
                  {room.name}
                </th>
                <td className="text-soft">{byId(design, "levels").get(room.level)?.name}</td>
                <td className="measure text-right">{own.length}</td>
                <td className="px-3">
                  <span
                    className="flex h-3 w-full"
                    role="img"
                    aria-label={STATES.filter((state) => byState[state])
                      .map((state) => `${byState[state]} ${state}`)
                      .join(", ")}
                  >
                    {STATES.map((state) =>
                      byState[state] ? (
                        <span
                          key={state}
                          className={`${SHADE[state]} border-r border-raised`}
                          style={{ width: `${(100 * byState[state]) / own.length}%` }}
                          title={`${byState[state]} ${state}`}
                        />
                      ) : null,
                    )}
                  </span>
                </td>
                <td className="measure px-3 text-right">
                  {formatLength(
                    left.reduce((sum, drop) => sum + (drop.lengthM ?? 0), 0),
                    preferences.units,
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

function Punch() {
  const worded = useWorded();
  const design = useDesign();
  const { select, url } = useDesk();
  const items = punchList(design);
  const [trade, setTrade] = useState("");
  const trades = [...new Set(items.map((item) => item.trade))].sort();
  const shown = items.filter((item) => !trade || item.trade === trade);
  return (
    <>
      <div
        className="flex min-h-9 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule bg-pane px-3 py-1 text-small"
        data-chrome
      >
        <NamedChoice
          label="Trade"
          className="h-6 w-36 text-small"
          value={trade}
          options={[{ value: "", text: "all" }, ...trades.map((one) => ({ value: one, text: one }))]}
          take={setTrade}
        />
        <span className="text-soft">
          {shown.length} of {items.length} to put right
        </span>
        <a className="button ml-auto h-6" href={`${url}/csv/punch`} download>
          CSV
        </a>
        <button type="button" className="button h-6" onClick={askPrint}>
          Print
        </button>
      </div>
      <div
        className="relative min-h-0 flex-1 overflow-auto"
        tabIndex={0}
        role="region"
        aria-label="Punch list"
      >
        <table className="w-full">
          <thead className="sticky top-0 bg-pane text-left text-small text-soft">
            <tr className="h-7 border-b border-rule">
              <th className="px-3 font-normal">Room</th>
              <th className="font-normal">Trade</th>
              <th className="font-normal">What</th>
              <th className="font-normal">Since</th>
              <th className="px-3 font-normal">Note</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((item) => (
              <tr key={item.point.id + item.what} className="border-b border-rule/60 align-top hover:bg-pane">
                <th scope="row" className="px-3 py-1.5 text-left font-normal whitespace-nowrap">
                  {item.room}
                  <span className="block text-tiny text-soft">{item.level}</span>
                </th>
                <td className="py-1.5 pr-3">{item.trade}</td>
                <td className="py-1.5">
                  <button
                    type="button"
                    className="text-left hover:underline"
                    onClick={() => select({ in: "points", id: item.point.id, drop: item.drop?.key })}
                  >
                    {worded(item.what)}
                  </button>
                </td>
                <td className="measure py-1.5 whitespace-nowrap">{item.on ?? ""}</td>
                <td className="px-3 py-1.5 text-soft">{item.note}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {shown.length === 0 && <p className="p-4 text-soft">Nothing to put right.</p>}
      </div>
    </>
  );
}

function Built() {
  const design = useDesign();
  const { select, preferences } = useDesk();
  const rows = asBuiltOf(design);
  const { units } = preferences;
  const sum = rows.reduce((all, row) => all + (row.diffM ?? 0), 0);
  if (!rows.length)
    return (
      <p className="p-4 text-soft">
        Nothing was measured on site yet: the metres printed along a cable's jacket, noted at both ends on the
        walk, stand here against the plan.
      </p>
    );
  return (
    <div
      className="relative min-h-0 flex-1 overflow-auto"
      tabIndex={0}
      role="region"
      aria-label="As built against planned"
    >
      <p className="border-b border-rule px-3 py-2 text-small">
        {rows.length} measured or moved; together{" "}
        <span className="measure font-semibold">
          {sum >= 0 ? "+" : "−"}
          {formatLength(Math.abs(sum), units)}
        </span>{" "}
        against the plan. Measured lengths have replaced the planned ones everywhere.
      </p>
      <table className="w-full [&_td]:pl-3 [&_th]:pl-3">
        <thead className="sticky top-0 bg-pane text-left text-small text-soft">
          <tr className="h-7 border-b border-rule">
            <th className="px-3 font-normal">Drop</th>
            <th className="font-normal">Point</th>
            <th className="text-right font-normal">Planned</th>
            <th className="text-right font-normal">Built</th>
            <th className="text-right font-normal">Difference</th>
            <th className="text-right font-normal">Moved</th>
            <th className="px-3 font-normal">Why</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.drop.key} className="h-7 border-b border-rule/60 hover:bg-pane">
              <th scope="row" className="px-3 text-left font-mono font-normal">
                <button
                  type="button"
                  className="hover:underline"
                  onClick={() => select({ in: "points", id: row.drop.point.id, drop: row.drop.key })}
                >
                  {row.drop.label}
                </button>
              </th>
              <td>{row.drop.point.name}</td>
              <td className="measure text-right">
                {row.plannedM === undefined ? "–" : formatLength(row.plannedM, units)}
              </td>
              <td className="text-right">
                <Worked working={() => lengthWorking(design, row.drop)}>
                  {formatLength(row.builtM, units)}
                </Worked>
              </td>
              <td className={`measure text-right ${Math.abs(row.diffM ?? 0) > 2 ? "text-mend" : ""}`}>
                {row.diffM === undefined
                  ? ""
                  : `${row.diffM >= 0 ? "+" : "−"}${formatLength(Math.abs(row.diffM), preferences.units)}`}
              </td>
              <td className="measure text-right">
                {row.movedM === undefined ? "" : formatLength(row.movedM, units)}
              </td>
              <td className="px-3 text-soft">{row.why ?? row.drop.row?.note}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** Asks the log for what takes every edit since a day back, and compares the cabling then and now. */
function Since() {
  const design = useDesign();
  const { select, url, preferences } = useDesk();
  const [day, setDay] = useState("");
  const [found, setFound] = useState<{ since: string; edits: number; rows: RunsChange[] }>();
  const [said, setSaid] = useState("");
  const ask = async (since: string) => {
    setDay(since);
    setSaid("");
    if (!/^\d{4}-\d{2}-\d{2}$/.test(since)) return setFound(undefined);
    try {
      const answer = await fetch(`${url}/changes?since=${since}`);
      if (!answer.ok) return setSaid(await answer.text());
      const { inverses } = (await answer.json()) as { inverses: Change[][] };
      setFound({ since, edits: inverses.length, rows: compareRuns(before(design, inverses), design) });
    } catch {
      setSaid("The log cannot be asked: no connection.");
    }
  };
  const more = found?.rows.reduce((sum, row) => sum + row.diffM, 0) ?? 0;
  return (
    <>
      <div
        className="flex min-h-9 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule bg-pane px-3 py-1 text-small"
        data-chrome
      >
        <span className="flex items-center gap-1.5">
          <span className="text-soft">Since the start of</span>
          <DayBox
            label="Since the start of"
            className="w-36"
            language={design.design.language}
            value={day}
            take={(since) => void ask(since)}
          />
        </span>
        {found && (
          <span role="status" className="text-soft">
            {found.rows.length} drops differ after {found.edits} edits,{" "}
            <span className="measure text-ink">
              {more >= 0 ? "+" : "−"}
              {formatLength(Math.abs(more), preferences.units)}
            </span>{" "}
            of cable
          </span>
        )}
        {said && (
          <span role="alert" className="text-stop">
            {said}
          </span>
        )}
      </div>
      <div
        className="relative min-h-0 flex-1 overflow-auto"
        tabIndex={0}
        role="region"
        aria-label="What changed"
      >
        {!found && !said && (
          <p className="p-4 text-soft">
            Choose a day: every drop that is new, gone or different since then stands here, with what it was
            and what it is.
          </p>
        )}
        {found && (
          <table className="w-full">
            <thead className="sticky top-0 bg-pane text-left text-small text-soft">
              <tr className="h-7 border-b border-rule">
                <th className="px-3 font-normal">Drop</th>
                <th className="font-normal">Point</th>
                <th className="font-normal">Room</th>
                <th className="font-normal">What</th>
                <th className="px-3 text-right font-normal">Cable</th>
              </tr>
            </thead>
            <tbody>
              {found.rows.map((row) => (
                <tr key={row.key} className="border-b border-rule/60 align-top hover:bg-pane">
                  <th scope="row" className="px-3 py-1 text-left font-mono font-normal whitespace-nowrap">
                    <button
                      type="button"
                      className="hover:underline"
                      disabled={row.what === "gone"}
                      onClick={() => select({ in: "points", id: row.key.split("/")[0]!, drop: row.key })}
                    >
                      {row.label}
                    </button>
                  </th>
                  <td className="py-1">{row.point}</td>
                  <td className="py-1">{row.room}</td>
                  <td className="py-1 text-small">
                    {row.what === "changed"
                      ? row.lines.map((line) => (
                          <span key={line.of} className="block">
                            {line.of}: <span className="text-soft line-through">{line.was ?? "none"}</span>{" "}
                            {line.is ?? "none"}
                          </span>
                        ))
                      : row.what}
                  </td>
                  <td className="measure px-3 py-1 text-right">
                    {row.diffM
                      ? `${row.diffM > 0 ? "+" : "−"}${formatLength(Math.abs(row.diffM), preferences.units)}`
                      : ""}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {found?.rows.length === 0 && <p className="p-4 text-soft">No drop changed since then.</p>}
      </div>
    </>
  );
}
