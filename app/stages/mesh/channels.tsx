/** Networks and mesh channels on one line of MHz, and what each channel leaves where it is worst. */
import { Download } from "lucide-react";
import { area, curveLinear } from "d3-shape";
import { putRow } from "#core/design/row-changes";
import {
  channelPlans,
  channelWorking,
  CLEAR_DB,
  maskDb,
  MESH_MHZ,
  type ChannelFound,
  type ChannelPlan,
  type Network,
} from "#core/stages/mesh/channels";
import { regionOf } from "#core/stages/mesh/regions";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { useCsvIn } from "../../desk/csv-in";
import { Empty, ToSheet } from "../../desk/empty";
import { counted } from "#core/design/words";
import { Worked } from "../../inspect/parts";
import { linear } from "../../kit/linear";
import { DataTable, type Column } from "../../kit/table";

const WIDTH = 740;
const HEIGHT = 210;
const [LEFT, BOTTOM] = [40, 40];
const [LOW_DBM, HIGH_DBM] = [-110, -20];

/** How loud a network is at the device where the channel in use is worst; a neighbour as it was heard. */
const loudness = (plan: ChannelPlan, network: Network) => {
  const at = plan.now?.worst ?? plan.channels.find(({ worst }) => worst)?.worst;
  return at && network.at(at);
};

function Chart({ plan }: { plan: ChannelPlan }) {
  const x = linear([2400, 2486], [LEFT, WIDTH - 8]);
  const y = linear([LOW_DBM, HIGH_DBM], [HEIGHT - BOTTOM, 14]);
  const [best] = plan.ranked;
  const shape = (network: Network, dbm: number) => {
    const places = Array.from({ length: 61 }, (_, i) => network.mhz + ((i - 30) * network.widthMhz * 3) / 30);
    return (
      area<number>()
        .x(x)
        .y0(y(LOW_DBM))
        .y1((mhz) => y(Math.max(LOW_DBM, dbm + (maskDb(mhz - network.mhz, network.widthMhz) ?? -200))))
        .curve(curveLinear)(places.filter((mhz) => mhz >= 2400 && mhz <= 2486)) ?? ""
    );
  };
  const heard = plan.networks.flatMap((network) => {
    const dbm = loudness(plan, network);
    return dbm === undefined || dbm < LOW_DBM ? [] : [{ network, dbm }];
  });
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="h-auto w-full max-w-220"
      role="img"
      data-drawing
      aria-label={`Networks at ${plan.now?.worst?.device.name ?? "the worst device"}: ${heard.map(({ network, dbm }) => `${network.name}, channel ${network.channel}, ${dbm.toFixed(0)} dBm`).join("; ")}`}
    >
      {[-100, -80, -60, -40].map((dbm) => (
        <g key={dbm}>
          <line x1={LEFT} x2={WIDTH - 8} y1={y(dbm)} y2={y(dbm)} className="stroke-rule" strokeWidth={0.6} />
          <text x={LEFT - 5} y={y(dbm) + 3.5} textAnchor="end" className="fill-soft font-mono text-tiny">
            {dbm}
          </text>
        </g>
      ))}
      {heard.map(({ network, dbm }) => (
        <path
          key={network.id}
          d={shape(network, dbm)}
          className={network.own ? "fill-cable/25 stroke-cable" : "fill-structure/15 stroke-structure"}
          strokeDasharray={network.own ? undefined : "3 2"}
        />
      ))}
      {plan.channels.map((one) => {
        const on = one === plan.now;
        const good = one === best;
        return (
          <g key={one.channel}>
            <rect
              x={x(one.mhz - MESH_MHZ / 2)}
              width={x(one.mhz + MESH_MHZ / 2) - x(one.mhz - MESH_MHZ / 2)}
              y={y(one.signalDbm ?? -60)}
              height={y(LOW_DBM) - y(one.signalDbm ?? -60)}
              className={on ? "fill-radio" : good ? "fill-radio/50" : "fill-soft/25"}
            />
            <text
              x={x(one.mhz)}
              y={HEIGHT - BOTTOM + 13}
              textAnchor="middle"
              className={`font-mono text-tiny ${on || good ? "fill-radio font-semibold" : "fill-soft"}`}
            >
              {one.channel}
            </text>
          </g>
        );
      })}
      {heard.map(({ network, dbm }, i) => (
        <text
          key={network.id}
          x={Math.min(WIDTH - 70, Math.max(LEFT + 95, x(network.mhz)))}
          y={Math.max(11, y(dbm) - 4 - (i % 2) * 10)}
          textAnchor="middle"
          className="fill-ink text-tiny"
        >
          {network.name} {network.channel}, {dbm.toFixed(0)}
        </text>
      ))}
      <text x={LEFT} y={HEIGHT - 10} className="fill-soft text-tiny">
        channels of the mesh over their MHz; bars: what the worst device hears of its own; shapes: networks
        there, dBm
      </text>
    </svg>
  );
}

const clear = ({ clearDb }: ChannelFound) => (Number.isFinite(clearDb) ? `${clearDb.toFixed(0)} dB` : "all");

export default function Channels() {
  const design = useDesign();
  const { readOnly, url, select, selection } = useDesk();
  const edit = useEdit();
  const { button, report } = useCsvIn(
    "a scan",
    async (text) => {
      const { readScan } = await import("#core/stages/mesh/scan-csv");
      const { changes, faults, added, replaced } = readScan(design, text);
      return {
        faults,
        changes,
        said: `${counted(added, "network")} added, ${replaced} heard anew`,
      };
    },
    "A row each: channel and dbm, then name, width in MHz, form (network or mesh) and room as far as they are known. The first row names the columns.",
  );
  const [plan] = channelPlans(design);
  if (!plan)
    return (
      <Empty text="Channels are weighed once a mesh of 2.4 GHz has radios.">
        <ToSheet stage="mesh" text="To the coverage" />
      </Empty>
    );
  const { now, ranked, band } = plan;
  const region = regionOf(design);
  const [best, second, third] = ranked;
  const columns: Column<ChannelFound>[] = [
    {
      id: "channel",
      name: "Channel",
      value: ({ channel }) => channel,
      width: "5rem",
      right: true,
      mono: true,
    },
    { id: "mhz", name: "MHz", value: ({ mhz }) => mhz, width: "4.5rem", right: true, mono: true, from: 560 },
    {
      id: "clear",
      name: "Left",
      value: ({ clearDb }) => (Number.isFinite(clearDb) ? clearDb : 1000),
      cell: (one) => (
        <span className={one.clearDb < CLEAR_DB ? "font-semibold text-stop" : ""}>
          <Worked working={() => channelWorking(plan, one)}>{clear(one)}</Worked>
        </span>
      ),
      width: "5rem",
      right: true,
    },
    {
      id: "worst",
      name: "Worst at",
      value: ({ worst }) => worst?.device.name ?? "nowhere",
      width: "minmax(8rem,1fr)",
    },
    {
      id: "by",
      name: "By",
      value: ({ by, taken, weak }) =>
        `${taken ?? by?.name ?? "nobody"}${weak ? ", at the edge: sent weaker" : ""}`,
      width: "minmax(8rem,1fr)",
    },
    {
      id: "set",
      name: "Set",
      hidden: true,
      value: (one) => (one === now ? 0 : 1),
      cell: (one) =>
        one === now ? (
          <span className="font-semibold text-radio">in use</span>
        ) : (
          !readOnly && (
            <button
              type="button"
              className="button h-6"
              aria-label={`Go to channel ${one.channel}`}
              onClick={() =>
                edit(() => [{ in: "radioProfiles", put: { ...band.profile, channel: one.channel } }])
              }
            >
              Take it
            </button>
          )
        ),
      width: "5.5rem",
    },
  ];
  return (
    <div
      className="relative flex min-h-0 flex-1 flex-col overflow-auto"
      tabIndex={0}
      role="region"
      aria-label="Channels"
    >
      <div className="px-4 py-3">
        <p>
          <span className="font-semibold">Channel {best!.channel}</span>{" "}
          <span className="text-soft">
            leaves {clear(best!)} at the device where it is worst; {second!.channel} and {third!.channel} are
            second and third.{" "}
            {now
              ? now === best
                ? "It is in use."
                : `${band.profile.name} is on ${now.channel}, which leaves ${clear(now)}.`
              : `${band.profile.name} is set to none yet.`}
            {region &&
              ` In ${region.name} (by the zone ${design.design.zone}) networks have channels 1 to ${region.lastNetworkChannel}${region.weakMeshChannels.length ? `, a mesh sends weaker on ${region.weakMeshChannels.join(", ")}` : ""}, and meshes below 1 GHz ${region.subGhz.join(" or ")} MHz.`}
          </span>
        </p>
        <div className="mt-2 overflow-x-auto">
          <Chart plan={plan} />
        </div>
        <div className="mt-1 flex flex-wrap gap-1">
          {!readOnly && (
            <button
              type="button"
              className="button h-6"
              onClick={() =>
                edit(() =>
                  putRow("neighbours", {
                    id: newRowId("n"),
                    form: "network",
                    channel: 1,
                    widthMhz: 20,
                    dbm: -80,
                  }),
                )
              }
            >
              Put down a neighbour's network
            </button>
          )}
          {button}
          {design.neighbours.length > 0 && (
            <a className="button h-6" href={`${url}/csv/neighbours`}>
              <Download size={13} /> CSV
            </a>
          )}
        </div>
        {report}
        {design.neighbours.length > 0 && (
          <p className="mt-2 flex flex-wrap items-center gap-1 text-small">
            <span className="text-soft">Neighbours:</span>
            {design.neighbours.map((row) => (
              <button
                key={row.id}
                type="button"
                className="button h-6"
                aria-pressed={selection?.in === "neighbours" && selection.id === row.id}
                onClick={() => select({ in: "neighbours", id: row.id })}
              >
                {row.name ?? `a ${row.form}`}, channel {row.channel}, {row.dbm} dBm
              </button>
            ))}
          </p>
        )}
      </div>
      <div className="flex h-72 shrink-0 flex-col border-t border-rule">
        <DataTable
          label="Channels of the mesh"
          rows={ranked}
          columns={columns}
          keyOf={({ channel }) => String(channel)}
          selected={now && String(now.channel)}
          onSelect={() => undefined}
          empty="No channel."
        />
      </div>
    </div>
  );
}
