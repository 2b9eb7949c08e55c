/** Devices down, ecosystems across: who sees what, under which name, and what is lost; shown and hidden by label. */
import { useMemo, useState } from "react";
import { byId, type Design, rowOf } from "#core/design/collections";
import { counted } from "#core/design/words";
import { bridgeStates, exposuresOf, type Exposed } from "#core/stages/bridges/matrix";
import type { DeviceRow } from "#core/design/rows/register";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { fetchedPart } from "../../kit/fetched";
import { Filter } from "../../kit/filters";
import { lazily } from "../../kit/lazily";
import { today } from "../../kit/now";
import { DataTable, type Column } from "../../kit/table";
import { Fetched } from "../../kit/views";
import { thingsOf } from "#core/stages/bridges/things";
import { shownState, STATE_WORDS, StateMark } from "./marks";

const SayIt = lazily(() => import("./say-it"));
const Bulk = lazily(() => import("./bulk"));
const more = fetchedPart(() => import("./matrix-more"));

/** Which devices are listed. */
const WHICH = ["shown", "not shown", "not saved since", "refused", "with a loss", "sounds alike"] as const;

interface Line {
  device: DeviceRow;
  room: string;
  cells: ReadonlyMap<string, Exposed>;
}

/** What is to be said of a cell beside its name: the worst of it. */
function Note({ one, alike }: { one: Exposed; alike?: string | undefined }) {
  if (one.state === "refused")
    return (
      <span className="min-w-0 shrink truncate text-small text-stop">
        {one.byStandIn ? `only by a ${one.byStandIn}` : "refused"}
      </span>
    );
  if (one.state === "stale")
    return <span className="min-w-0 shrink truncate text-small text-mend">not saved since</span>;
  if (alike !== undefined)
    return <span className="min-w-0 shrink truncate text-small text-mend">sounds like {alike}</span>;
  return one.lost.length > 0 ? (
    <span className="min-w-0 shrink truncate text-small text-soft">without {one.lost.join(", ")}</span>
  ) : null;
}

function Cell({ one, alike }: { one: Exposed; alike?: string | undefined }) {
  const state = shownState(one);
  return (
    <span className="flex min-w-0 items-center gap-1.5" title={one.why}>
      <StateMark state={state} />
      <span className="sr-only">{STATE_WORDS[state]}: </span>
      <span className={`min-w-0 truncate ${state === "refused" ? "text-soft" : ""}`}>{one.spokenName}</span>
      <Note one={one} alike={alike} />
    </span>
  );
}

const NO_CELLS: ReadonlyMap<string, Exposed> = new Map();

/** What wants looking at stands first: not there as planned, then with a loss, then what is as it should be. */
function rankOf({ cells }: Line): number {
  let rank = cells.size ? 2 : 3;
  for (const { state, lost } of cells.values()) {
    if (state !== "shown") return 0;
    if (lost.length) rank = 1;
  }
  return rank;
}

/** Whether a device is listed. */
function isOf(
  which: string,
  cells: ReadonlyMap<string, Exposed>,
  alike: ReadonlyMap<string, string> | undefined,
): boolean {
  const some = (test: (one: Exposed) => boolean) => [...cells.values()].some(test);
  switch (which) {
    case "shown":
      return cells.size > 0;
    case "not shown":
      return cells.size === 0;
    case "not saved since":
      return some(({ state }) => state === "stale");
    case "refused":
      return some(({ state }) => state === "refused");
    case "with a loss":
      return some(({ state, lost }) => state !== "refused" && lost.length > 0);
    case "sounds alike":
      return some(({ row }) => alike?.has(row.id) === true);
    default:
      return true;
  }
}

/** What an ecosystem is, in a word or two under its name. */
function ecosystemFacts(design: Design, id: string) {
  const row = rowOf(design, "ecosystems", id);
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
  const parts = more.use();
  const [label, setLabel] = useState("");
  const [search, setSearch] = useState("");
  // Decided on opening: the first device shown does not make all others leave.
  const [which, setWhich] = useState<string>(design.exposures.length ? "shown" : "");
  const alike = parts?.alikeNames(design);
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
      .filter(({ id }) => cells.has(id) || thingsOf(design).get(id)?.type)
      .map((device) => ({
        device,
        room: byId(design, "rooms").get(rowOf(design, "points", device.point).room)?.name ?? "",
        cells: cells.get(device.id) ?? NO_CELLS,
      }));
  }, [design]);
  const lines = useMemo(() => {
    const words = search.toLowerCase().split(/\s+/).filter(Boolean);
    const kept = all.filter(({ device, room, cells }) => {
      if (label && !device.tags?.includes(label)) return false;
      if (!isOf(which, cells, alike)) return false;
      const text =
        `${device.name} ${room} ${[...cells.values()].map(({ spokenName }) => spokenName).join(" ")}`.toLowerCase();
      return words.every((word) => text.includes(word));
    });
    return kept.sort((a, b) => rankOf(a) - rankOf(b));
  }, [all, alike, label, search, which]);
  const columns = useMemo(
    (): Column<Line>[] => [
      { id: "device", name: "Device", value: ({ device }) => device.name, width: "minmax(10rem,1.4fr)" },
      { id: "room", name: "Room", value: ({ room }) => room, width: "7rem", from: 900 },
      ...design.ecosystems.map(({ id, name }): Column<Line> => ({
        id,
        name,
        value: ({ cells }) => cells.get(id)?.spokenName ?? "",
        cell: ({ device, cells }) => {
          const one = cells.get(id);
          if (one) return <Cell one={one} alike={alike?.get(one.row.id)} />;
          return readOnly || !parts ? (
            <span className="text-soft">–</span>
          ) : (
            <button
              type="button"
              className="rounded-[2px] px-1 text-soft hover:text-ink hover:underline"
              aria-label={`Show ${device.name} to ${name}`}
              onClick={(event) => {
                event.stopPropagation();
                edit((now) =>
                  parts.showTo(now, [device.id], id, parts.usualBridge(now, id) ?? now.bridges[0]!.id),
                );
              }}
            >
              –<span className="print:hidden"> show</span>
            </button>
          );
        },
        width: "minmax(9rem,1.4fr)",
      })),
    ],
    [alike, design.ecosystems, edit, parts, readOnly],
  );
  const stale = [...bridgeStates(design).values()].filter((state) => state.stale);
  const chosen =
    selection?.in === "exposures"
      ? byId(design, "exposures").get(selection.id)?.device
      : selection?.in === "devices"
        ? selection.id
        : undefined;
  if (!design.ecosystems.length || !design.bridges.length)
    return (
      <Empty text="No ecosystem yet: what people of the house speak to and press, and the bridge that shows devices to it.">
        <ToSheet stage="bridges" view="bridges" text="Add an ecosystem and a bridge" />
      </Empty>
    );
  return (
    <>
      <div
        className="relative flex shrink-0 divide-x divide-rule overflow-x-auto border-b border-rule"
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
                <span className="measure">{count}</span>
                {row.maxDevices !== undefined && (
                  <>
                    {" "}
                    of <span className="measure">{row.maxDevices}</span>
                  </>
                )}{" "}
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
        <Filter name="Devices" value={which} values={WHICH} onChange={setWhich} />
        <span className="text-small text-soft">
          {lines.length} of {all.length}
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
                  disabled={!parts}
                  onClick={() =>
                    edit((now) => parts!.saveBridge(now, rowOf(now, "bridges", bridge.id), today()))
                  }
                >
                  {bridge.savedAs ? "It was saved again" : "It was saved"}
                </button>
              )}
            </span>
          ))}
          {readOnly && (
            <a className="button h-6" href={`${url}/csv/who-sees-what`}>
              CSV
            </a>
          )}
        </span>
      </div>
      {!readOnly && (
        // As high as what comes, so that nothing moves under the pointer.
        <div className="min-h-9 shrink-0" data-chrome>
          <Fetched wait="">
            <Bulk label={label} labels={labels} />
          </Fetched>
        </div>
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
          else select({ in: "devices", id: device.id });
        }}
        empty={
          all.length ? (
            <Empty text="No device has all of these.">
              <button
                type="button"
                className="button"
                onClick={() => {
                  setSearch("");
                  setLabel("");
                  setWhich("");
                }}
              >
                List all {all.length}
              </button>
            </Empty>
          ) : (
            <Empty text="No device yet that could be shown: they come with the plan's points, and stand in the register.">
              <ToSheet stage="register" text="Register" />
            </Empty>
          )
        }
      />
      <div className="min-h-11 shrink-0">
        <Fetched wait="">
          <SayIt />
        </Fetched>
      </div>
    </>
  );
}
