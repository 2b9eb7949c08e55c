/** Devices down, ecosystems across: who sees what, under which name, and what is lost; shown and hidden by label. */
import { useMemo, useState } from "react";
import { byId, type Design } from "#core/design/collections";
import { counted } from "#core/design/words";
import { bridgeStates, exposuresOf, type Exposed } from "#core/stages/bridges/matrix";
import type { DeviceRow } from "#core/stages/register/rows";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { fetchedPart } from "../../kit/fetched";
import { Filter } from "../../kit/filters";
import { lazily } from "../../kit/lazily";
import { today } from "../../kit/now";
import { DataTable, type Column } from "../../kit/table";
import { Fetched } from "../../kit/views";
import { shownState, STATE_WORDS, StateMark } from "./marks";

const SayIt = lazily(() => import("./say-it"));
const Bulk = lazily(() => import("./bulk"));
const saves = fetchedPart(() => import("./save"));

interface Line {
  device: DeviceRow;
  room: string;
  cells: ReadonlyMap<string, Exposed>;
}

function Cell({ one }: { one: Exposed | undefined }) {
  if (!one) return <span className="text-soft">–</span>;
  const state = shownState(one);
  return (
    <span className="flex min-w-0 items-center gap-1.5" title={one.why}>
      <StateMark state={state} />
      <span className="sr-only">{STATE_WORDS[state]}: </span>
      <span className={`min-w-0 truncate ${state === "refused" ? "text-soft" : ""}`}>{one.spokenName}</span>
      {state === "refused" ? (
        <span className="shrink-0 text-small text-stop">refused</span>
      ) : state === "stale" ? (
        <span className="shrink-0 text-small text-mend">not saved since</span>
      ) : one.lost.length > 0 ? (
        <span className="min-w-0 shrink truncate text-small text-soft">without {one.lost.join(", ")}</span>
      ) : null}
    </span>
  );
}

/** What an ecosystem is, in a word or two under its name. */
function ecosystemFacts(design: Design, id: string) {
  const row = byId(design, "ecosystems").get(id)!;
  const own = exposuresOf(design).filter(({ ecosystem }) => ecosystem.id === id);
  const seen = own.filter(({ state }) => state !== "refused");
  const bridges = [...new Set(own.map(({ bridge }) => `${bridge.name}, port ${bridge.port}`))];
  return {
    row,
    through: bridges.join("; ") || "no bridge yet",
    count: new Set(seen.map(({ device }) => device.id)).size,
    offline: seen.filter(({ offline }) => offline).length,
    lossy: seen.filter(({ lost }) => lost.length).length,
  };
}

export default function Matrix() {
  const design = useDesign();
  const { readOnly, select, selection, url } = useDesk();
  const edit = useEdit();
  const save = saves.use();
  const [label, setLabel] = useState("");
  const [search, setSearch] = useState("");
  const labels = useMemo(
    () => [...new Set(design.devices.flatMap(({ tags }) => tags ?? []))].sort(),
    [design.devices],
  );
  const all = useMemo((): Line[] => {
    const cells = new Map<string, Map<string, Exposed>>();
    for (const one of exposuresOf(design)) {
      const own = cells.get(one.device.id) ?? new Map<string, Exposed>();
      cells.set(one.device.id, own.set(one.ecosystem.id, one));
    }
    return design.devices
      .filter(({ id }) => cells.has(id))
      .map((device) => ({
        device,
        room: byId(design, "rooms").get(byId(design, "points").get(device.point)!.room)?.name ?? "",
        cells: cells.get(device.id)!,
      }));
  }, [design]);
  const lines = useMemo(() => {
    const words = search.toLowerCase().split(/\s+/).filter(Boolean);
    return all.filter(({ device, room, cells }) => {
      if (label && !device.tags?.includes(label)) return false;
      const text =
        `${device.name} ${room} ${[...cells.values()].map(({ spokenName }) => spokenName).join(" ")}`.toLowerCase();
      return words.every((word) => text.includes(word));
    });
  }, [all, label, search]);
  const columns = useMemo(
    (): Column<Line>[] => [
      { id: "device", name: "Device", value: ({ device }) => device.name, width: "minmax(9rem,1fr)" },
      { id: "room", name: "Room", value: ({ room }) => room, width: "7rem", from: 900 },
      ...design.ecosystems.map(({ id, name }): Column<Line> => ({
        id,
        name,
        value: ({ cells }) => cells.get(id)?.spokenName ?? "",
        cell: ({ cells }) => <Cell one={cells.get(id)} />,
        width: "minmax(9rem,1.3fr)",
      })),
    ],
    [design.ecosystems],
  );
  const stale = [...bridgeStates(design).values()].filter((state) => state.stale);
  const chosen =
    selection?.in === "exposures" ? byId(design, "exposures").get(selection.id)?.device : undefined;
  if (!design.ecosystems.length || !design.bridges.length)
    return (
      <Empty text="No ecosystem yet: what people of the house speak to and press, and the bridge that shows devices to it.">
        <ToSheet stage="bridges" view="bridges" text="Add an ecosystem and a bridge" />
      </Empty>
    );
  return (
    <>
      <div
        className="relative flex shrink-0 gap-px overflow-x-auto border-b border-rule bg-rule"
        tabIndex={0}
        role="group"
        aria-label="Ecosystems"
      >
        {design.ecosystems.map(({ id }) => {
          const { row, through, count, offline, lossy } = ecosystemFacts(design, id);
          return (
            <button
              key={id}
              type="button"
              className={`min-w-44 flex-1 px-3 py-1.5 text-left hover:bg-wash ${selection?.in === "ecosystems" && selection.id === id ? "bg-wash" : "bg-pane"}`}
              onClick={() => select({ in: "ecosystems", id })}
            >
              <span className="block font-semibold">{row.name}</span>
              <span className="block text-small text-soft">{through}</span>
              <span className="block text-small">
                <span className="measure">
                  {count}
                  {row.maxDevices === undefined ? "" : ` of ${row.maxDevices}`}
                </span>{" "}
                shown · <span className="measure">{offline}</span> without the internet ·{" "}
                <span className="measure">{lossy}</span> with a loss
              </span>
            </button>
          );
        })}
      </div>
      <div
        className="relative flex min-h-9 shrink-0 flex-wrap items-center gap-1.5 border-b border-rule bg-pane px-2 py-1"
        data-chrome
      >
        <input
          type="search"
          aria-label="Search the matrix"
          placeholder="Search"
          className="field h-6 w-28 text-small"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        {labels.length > 0 && <Filter name="Label" value={label} values={labels} onChange={setLabel} />}
        <span className="text-small text-soft">
          {lines.length} of {all.length} devices
        </span>
        <span className="ml-auto flex flex-wrap items-center gap-1.5">
          {stale.map(({ bridge, added, gone }) => (
            <span key={bridge.id} className="flex items-center gap-1.5">
              <span className="text-small font-semibold text-mend" role="status">
                {bridge.savedAs
                  ? `${bridge.name} is stale: ${counted(added.length + gone.length, "device")} changed`
                  : `${bridge.name} was never saved`}
              </span>
              {!readOnly && (
                <button
                  type="button"
                  className="button button-main h-6"
                  disabled={!save}
                  onClick={() =>
                    save && edit((now) => save(now, byId(now, "bridges").get(bridge.id)!, today()))
                  }
                >
                  It was saved again
                </button>
              )}
            </span>
          ))}
          <a className="button h-6" href={`${url}/csv/who-sees-what`}>
            CSV
          </a>
        </span>
      </div>
      {!readOnly && (
        <Fetched wait="">
          <Bulk label={label} labels={labels} />
        </Fetched>
      )}
      <DataTable
        label="Who sees what"
        rows={lines}
        columns={columns}
        keyOf={({ device }) => device.id}
        selected={chosen}
        onSelect={({ device, cells }) => {
          if (device.id === chosen) return;
          const [first] = cells.values();
          if (first) select({ in: "exposures", id: first.row.id });
        }}
        empty={
          all.length
            ? "No device has all of these."
            : "Nothing is shown to anybody yet: choose a label, an ecosystem and a bridge above."
        }
      />
      <Fetched wait="">
        <SayIt />
      </Fetched>
    </>
  );
}
