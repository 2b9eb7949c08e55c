/** Access points: what rooms hear of them, who hangs on which, and where the fewest more go. */
import { useState } from "react";
import { useSearchParams } from "react-router";
import { byId } from "#core/design/collections";
import { InputError } from "#core/design/input-error";
import { formatLength } from "#core/design/units";
import { counted } from "#core/design/words";
import {
  CARRIED,
  proposePoints,
  ROAM_DBM,
  servedByOf,
  SHARE,
  USE_M,
  usesOf,
  type PointServes,
  type RoomServed,
} from "#core/stages/mesh/points";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { DataTable, type Column } from "../../kit/table";
import { Plan } from "../../plan/plan";
import RadioLines from "../../plan/radio-lines";
import { BandChoice } from "./band-choice";
import { CoverageLayer, Legend } from "./coverage";
import { useLitHere } from "../../plan/lit-here";
import { useCoverage } from "./use-coverage";

const percent = (share: number) => `${(100 * share).toFixed(0)} %`;

export default function Points() {
  const design = useDesign();
  const { level, preferences, selection, select, readOnly } = useDesk();
  const edit = useEdit();
  const [params] = useSearchParams();
  const [refused, setRefused] = useState<string>();
  useLitHere("R");
  const all = [...servedByOf(design).values()];
  // The higher band is the harder one: it is what is looked at first.
  const served =
    all.find(({ band }) => band.profile.id === params.get("band")) ??
    [...all].sort((a, b) => b.band.profile.mhz - a.band.profile.mhz)[0];
  const network = design.radioProfiles
    .filter(({ form }) => form === "network")
    .sort((a, b) => b.mhz - a.mhz)[0];
  const coverage = useCoverage(design, served?.band, level, "best", undefined, false);
  const profile = served?.band.profile ?? network;
  const more = () => {
    if (!profile) return;
    try {
      const { changes } = proposePoints(design, profile.id);
      setRefused(undefined);
      edit(() => changes);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      setRefused(error.message);
    }
  };
  if (!served)
    return (
      <Empty text="No access point is planned yet. The fewest that serve every room people sit in can be put under ceilings, each with its data cable.">
        {network && !readOnly && usesOf(design).length > 0 && (
          <button type="button" className="button button-main" onClick={more}>
            Put access points
          </button>
        )}
        {refused && <p role="alert">{refused}</p>}
        <ToSheet stage="mesh" text="To the coverage" />
      </Empty>
    );
  const { rooms, points, targetDbm } = served;
  const short = rooms.filter(({ share }) => share < SHARE).length;
  const roomColumns: Column<RoomServed>[] = [
    { id: "room", name: "Room of use", value: ({ room }) => room.name, width: "minmax(8rem,1.2fr)" },
    {
      id: "level",
      name: "Level",
      value: ({ room }) => byId(design, "levels").get(room.level)?.name,
      width: "5rem",
      from: 620,
    },
    {
      id: "share",
      name: `From ${targetDbm} dBm`,
      value: ({ share }) => share,
      cell: ({ share }) => (
        <span className={share < SHARE ? "font-semibold text-stop" : ""}>{percent(share)}</span>
      ),
      width: "7rem",
      right: true,
      mono: true,
    },
    {
      id: "worst",
      name: "Worst",
      value: ({ worstDbm }) => worstDbm,
      cell: ({ worstDbm }) => (Number.isFinite(worstDbm) ? `${worstDbm.toFixed(0)} dBm` : "nothing"),
      width: "6rem",
      right: true,
      mono: true,
    },
    { id: "by", name: "Served by", value: ({ by }) => by?.device.name, width: "minmax(8rem,1fr)" },
    {
      id: "next",
      name: `Next from ${ROAM_DBM}`,
      value: ({ next }) => next,
      cell: ({ next }) => percent(next),
      width: "7rem",
      right: true,
      mono: true,
      from: 560,
    },
  ];
  const pointColumns: Column<PointServes>[] = [
    {
      id: "name",
      name: "Access point",
      value: ({ radio }) => radio.device.name,
      width: "minmax(8rem,1.2fr)",
    },
    { id: "channel", name: "Ch", value: ({ channel }) => channel, width: "2.75rem", right: true, mono: true },
    {
      id: "clients",
      name: "Holds",
      value: ({ devices, carried }) => devices.length + carried,
      cell: ({ devices, carried, most }) => (
        <span className={devices.length + carried > most ? "font-semibold text-stop" : ""}>
          {Math.ceil(devices.length + carried)} of {most}
        </span>
      ),
      width: "5rem",
      right: true,
      mono: true,
    },
    {
      id: "turns",
      name: "Turns with",
      value: ({ turns }) =>
        turns.map(({ other, dbm }) => `${other.device.name} (${dbm.toFixed(0)} dBm)`).join(", ") || "nobody",
      width: "minmax(5rem,1fr)",
    },
  ];
  return (
    <>
      <div
        className="relative flex h-9 shrink-0 items-center gap-2 overflow-x-auto border-b border-rule bg-pane px-2 text-small"
        data-chrome
      >
        <BandChoice profiles={all.map(({ band }) => band.profile)} chosen={served.band.profile.id} />
        {!readOnly && short > 0 && (
          <button type="button" className="button button-main ml-auto h-6 whitespace-nowrap" onClick={more}>
            Put the fewest that serve all
          </button>
        )}
      </div>
      <p className="border-b border-rule px-3 py-2">
        <span className={short ? "font-semibold text-stop" : "font-semibold"}>
          {short
            ? `${counted(short, "room")} of ${rooms.length} ${short === 1 ? "hears" : "hear"} too little`
            : `All ${counted(rooms.length, "room")} people sit in are served`}
        </span>
        <span className="text-soft">
          : {targetDbm} dBm in {percent(SHARE)} of each, {formatLength(USE_M, preferences.units)} above the
          floor. {counted(points.length, "access point")}; each of the household carries {CARRIED} things.
        </span>
        {refused && (
          <span role="alert" className="block text-stop">
            {refused}
          </span>
        )}
      </p>
      <div className="@container relative flex min-h-44 flex-1 flex-col">
        <Plan
          layers={{
            under: (k) => <CoverageLayer coverage={coverage} k={k} />,
            over: (k) => <RadioLines design={design} level={level} k={k} profile={served.band.profile.id} />,
          }}
        />
        <Legend band={served.band} coverage={coverage} />
      </div>
      <div className="relative flex max-h-[50%] shrink-0 flex-wrap overflow-y-auto border-t border-rule">
        <div className="flex h-64 min-w-80 flex-[3] flex-col">
          <DataTable
            label="Rooms and what they hear"
            rows={rooms}
            columns={roomColumns}
            keyOf={({ room }) => room.id}
            selected={selection?.in === "rooms" ? selection.id : undefined}
            onSelect={({ room }) => select({ in: "rooms", id: room.id })}
            initialSort={{ id: "share", desc: false }}
            empty="No room that people sit in."
          />
        </div>
        <div className="flex h-64 min-w-80 flex-[2] flex-col border-l border-rule">
          <DataTable
            label="Access points and what they hold"
            rows={points}
            columns={pointColumns}
            keyOf={({ radio }) => radio.row.id}
            selected={selection?.in === "radios" ? selection.id : undefined}
            onSelect={({ radio }) => select({ in: "radios", id: radio.row.id })}
            empty="No access point."
          />
        </div>
      </div>
    </>
  );
}
