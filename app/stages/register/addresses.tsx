/** Who is where on the networks, what is kept free, and what each says itself under: addresses, hosts, topics. */
import { changesOf } from "#core/desk/findings";
import { useState } from "react";
import { rowOf } from "#core/design/collections";
import { changeSettings, putRow } from "#core/design/row-changes";
import { counted } from "#core/design/words";
import { pointLabel } from "#core/points/labels";
import { addressChecks, nodeChecks } from "#core/stages/register/address-checks";
import {
  ipv4,
  ipv4Text,
  networkFor,
  nextFree,
  spanOf,
  spansOf,
  takenOf,
  type Span,
} from "#core/stages/register/addresses";
import {
  checkPattern,
  hostsOf,
  ON_NETWORK,
  PATTERN_WORDS,
  topicPatternOf,
  topicsOf,
} from "#core/stages/register/naming";
import { changeDevice } from "#core/stages/register";
import type { DeviceRow } from "#core/design/rows/register";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { TextField } from "../../kit/fields";
import { DataTable, type Column } from "../../kit/table";
import { checkedPut } from "./columns";
import { say } from "../../desk/say";

/** A network as a bar: what is taken, what is given out, what is free. */
function NetworkBar({ span }: { span: Span }) {
  const design = useDesign();
  const taken = takenOf(design);
  const size = span.last - span.first + 1;
  const inside = [...taken.keys()].filter((at) => at > span.first && at < span.last);
  const pool = span.pool ? span.pool[1] - span.pool[0] + 1 : 0;
  const free =
    size - 2 - pool - inside.filter((at) => !span.pool || at < span.pool[0] || at > span.pool[1]).length;
  const part = (at: number) => (100 * (at - span.first)) / size;
  return (
    <div>
      <svg
        viewBox="0 0 100 8"
        preserveAspectRatio="none"
        className="h-4 w-full border border-rule bg-raised"
        role="img"
        aria-label={`${inside.length} taken, ${pool} given out, ${free} free`}
      >
        {span.pool && (
          <rect x={part(span.pool[0])} width={(100 * pool) / size} height={8} className="fill-ground" />
        )}
        {inside.map((at) => (
          <rect key={at} x={part(at)} width={Math.max(0.35, 100 / size)} height={8} className="fill-accent" />
        ))}
      </svg>
      <p className="mt-0.5 text-small text-soft">
        {counted(inside.length, "address", "addresses")} taken,{" "}
        {pool ? `${pool} given out by the router, ` : ""}
        {free} free; next free <span className="font-mono text-ink">{textOf(nextFree(design, span))}</span>
      </p>
    </div>
  );
}

const textOf = (at: number | undefined) => (at === undefined ? "none" : ipv4Text(at));

export default function Addresses() {
  const design = useDesign();
  const { readOnly, select, selection, url } = useDesk();
  const edit = useEdit();
  const [all, setAll] = useState(false);
  const spans = spansOf(design);
  const hosts = hostsOf(design);
  const topics = topicsOf(design);
  const found = [...addressChecks(design), ...nodeChecks(design)];
  const troubled = new Set(found.map(({ about }) => about[0]!.id));
  const rows = design.devices.filter(
    (device) =>
      all || ON_NETWORK.has(device.protocol) || device.address !== undefined || device.node !== undefined,
  );
  const put = checkedPut((device, values) => edit((now) => changeDevice(now, device.id, values)));
  const bare = rows.filter(
    (device) => device.address === undefined && ON_NETWORK.has(device.protocol) && networkFor(design, device),
  );
  const text = (
    id: "address" | "node" | "host" | "topic",
    name: string,
    width: string,
    made?: (device: DeviceRow) => string | undefined,
  ): Column<DeviceRow> => ({
    id,
    name,
    width,
    mono: true,
    value: (device) =>
      id === "address"
        ? (ipv4(device.address?.trim() ?? "") ?? device.address)
        : (device[id] ?? made?.(device)),
    cell: (device) =>
      readOnly ? (
        (device[id] ?? made?.(device) ?? "")
      ) : (
        <TextField
          bare
          mono
          label={`${name} of ${device.name}`}
          text={device[id] ?? made?.(device) ?? ""}
          take={(typed) => put(device, { [id]: typed.trim() || undefined })}
        />
      ),
  });
  const columns: Column<DeviceRow>[] = [
    {
      id: "name",
      name: "Device",
      value: ({ name }) => name,
      cell: (device) => (
        <span className={troubled.has(device.id) ? "font-semibold text-stop" : ""}>{device.name}</span>
      ),
      width: "minmax(7.5rem,1fr)",
    },
    {
      id: "label",
      name: "Label",
      value: ({ point }) => pointLabel(design, rowOf(design, "points", point)),
      width: "8.5rem",
      mono: true,
      from: 900,
    },
    { id: "protocol", name: "Protocol", value: ({ protocol }) => protocol, width: "6rem", from: 1000 },
    {
      id: "network",
      name: "Network",
      value: (device) => {
        const at = ipv4(device.address?.trim() ?? "");
        return at === undefined ? "" : (spanOf(design, at)?.network.name ?? "none");
      },
      width: "5.5rem",
      from: 900,
    },
    text("address", "Address", "12.75rem"),
    text("node", "Node", "4.75rem"),
    text("host", "Host", "9.5rem", (device) => hosts.get(device.id)),
    text("topic", "Topic", "minmax(11rem,1.4fr)", (device) => topics.get(device.id)),
  ];
  const give = () =>
    edit((now) => {
      const given = new Set<number>();
      return bare.flatMap((device) => {
        const at = nextFree(now, networkFor(now, device)!, undefined, given);
        if (at === undefined) return [];
        given.add(at);
        return changeDevice(now, device.id, { address: ipv4Text(at) });
      });
    });
  return (
    <>
      <div className="relative max-h-[45%] shrink-0 overflow-y-auto border-b border-rule">
        <div className="grid grid-cols-[repeat(auto-fit,minmax(18rem,1fr))]">
          {spans.map((span) => (
            <section
              key={span.network.id}
              aria-label={span.network.name}
              className="border-r border-rule px-3 py-2"
            >
              <button
                type="button"
                className="mb-1 font-semibold hover:underline"
                aria-pressed={selection?.id === span.network.id}
                onClick={() => select({ in: "networks", id: span.network.id })}
              >
                {span.network.name}{" "}
                <span className="font-mono font-normal text-soft">{span.network.cidr}</span>
                {span.network.vlan !== undefined && (
                  <span className="font-normal text-soft">, VLAN {span.network.vlan}</span>
                )}
              </button>
              <NetworkBar span={span} />
              <ul className="mt-1 text-small">
                {design.reservations
                  .filter((row) => row.network === span.network.id)
                  .map((row) => (
                    <li key={row.id}>
                      <button
                        type="button"
                        className="hover:underline"
                        onClick={() => select({ in: "reservations", id: row.id })}
                      >
                        <span className="font-mono">{row.address}</span> kept for {row.name}
                      </button>
                    </li>
                  ))}
              </ul>
            </section>
          ))}
          {!spans.length && (
            <Empty text="No network is written down: with one, each address is checked against it and the next free one is offered." />
          )}
        </div>
      </div>
      <div
        className="relative flex shrink-0 flex-wrap items-center gap-1.5 border-b border-rule bg-pane px-2 py-1"
        data-chrome
      >
        {!readOnly && (
          <>
            <button
              type="button"
              className="button h-6"
              onClick={() => {
                const id = newRowId("net");
                const n = design.networks.length;
                edit(() =>
                  putRow("networks", {
                    id,
                    name: `Network ${n + 1}`,
                    cidr: `192.168.${10 * (n + 1)}.0/24`,
                    carries: n ? [] : ["Ethernet", "PoE", "Wi-Fi"],
                  }),
                );
                select({ in: "networks", id, made: true });
              }}
            >
              Add a network
            </button>
            {spans[0] && (
              <button
                type="button"
                className="button h-6"
                onClick={() => {
                  const id = newRowId("kept");
                  const free = nextFree(design, spans[0]!);
                  if (free === undefined) return say("That network is full.");
                  edit(() =>
                    putRow("reservations", {
                      id,
                      network: spans[0]!.network.id,
                      address: ipv4Text(free),
                      name: "Kept free",
                    }),
                  );
                  select({ in: "reservations", id, made: true });
                }}
              >
                Keep an address free
              </button>
            )}
            {bare.length > 0 && (
              <button type="button" className="button button-main h-6" onClick={give}>
                Give {counted(bare.length, "device")} {bare.length === 1 ? "its address" : "their addresses"}
              </button>
            )}
          </>
        )}
        <button type="button" className="tool" aria-pressed={all} onClick={() => setAll(!all)}>
          all devices
        </button>
        <span className="flex w-96 items-center gap-1.5">
          <span className="w-full">
            <TextField
              label="Topics"
              mono
              text={topicPatternOf(design)}
              take={(typed) => {
                const pattern = checkPattern(typed, "Topics");
                edit((now) =>
                  changeSettings(now, {
                    registerSettings: { ...now.design.registerSettings, topicPattern: pattern },
                  }),
                );
              }}
            />
          </span>
        </span>
        <span className="text-tiny text-soft" title={PATTERN_WORDS.map((word) => `{${word}}`).join(" ")}>
          words in braces
        </span>
        <a className="button ml-auto h-6" href={`${url}/csv/addresses`}>
          CSV
        </a>
      </div>
      {found.length > 0 && (
        <ul className="shrink-0 border-b border-rule px-3 py-1.5" aria-label="What clashes">
          {found.map((finding) => (
            <li
              key={`${finding.code} ${finding.about[0]!.id}`}
              className="flex flex-wrap items-center gap-2 py-0.5"
            >
              <span className="font-semibold text-stop">{finding.title}.</span>
              {finding.fix && !readOnly && (
                <button
                  type="button"
                  className="button h-6"
                  onClick={() => edit((now) => changesOf(finding.fix!, now))}
                >
                  {finding.fix.label}
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      <DataTable
        label="Addresses"
        rows={rows}
        columns={columns}
        keyOf={({ id }) => id}
        selected={selection?.in === "devices" ? selection.id : undefined}
        onSelect={({ id }) => selection?.id !== id && select({ in: "devices", id })}
        initialSort={{ id: "address", desc: false }}
        empty={<Empty text="No device stands on a network or has a node number yet." />}
      />
    </>
  );
}
