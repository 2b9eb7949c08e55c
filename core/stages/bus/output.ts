/** `zinc bus --json`, segments and profiles as CSV, and the segments for a person to read. */
import { byId, type Design } from "../../design/collections";
import { writeCsv } from "../../files/csv";
import { pointLabel } from "../../points/labels";
import { pointOfStop } from "../../points/lines";
import { inputsOf, linkName } from "./links";
import { formsOf } from "./order";
import { cabinetsOf } from "./cabinet";
import { isOutput, modulesOf, type Channel } from "./channels";
import { demandsOf, usedW } from "./pins";
import { quarterWaveM, runsOf } from "./remotes";
import { loadOfStop, segmentsOf, type Segment } from "./segments";

const finite = (value: number | undefined) => (Number.isFinite(value) ? value : undefined);

/** The order the cable visits its stops in, as good as is known, with the metres between any two of them. */
function orderJson(design: Design, { row }: Segment) {
  if (row.topology !== "line" && row.topology !== "ring") return undefined;
  const forms = formsOf(design, row);
  const best = row.topology === "ring" ? forms.ring : forms.line;
  return (
    best && {
      lengthM: best.lengthM,
      boundM: best.boundM,
      exact: best.exact,
      stops: best.order.map((i) => forms.stops[i - 1]!.id),
      metric: forms.metric,
    }
  );
}

function segmentJson(design: Design, segment: Segment) {
  const { row, nodes, edges, supplies } = segment;
  const id = (node: number) => nodes[node]!.id;
  return {
    id: row.id,
    name: row.name,
    profile: row.profile,
    closet: row.closet,
    topology: row.topology,
    cableType: row.cableType,
    parallel: row.parallel,
    lengthM: segment.lengthM,
    homeRunsM: segment.homeRunsM,
    supplies: supplies.map(({ node, volts, maxA, amps }) => ({
      node: id(node),
      volts,
      maxA: finite(maxA),
      amps,
    })),
    nodes: nodes.map((node) => {
      const point = node.stop && pointOfStop(design, node.stop);
      return {
        id: node.id,
        stop: node.stop?.id,
        point: point?.id,
        label: point ? pointLabel(design, point) : node.name,
        address: node.stop?.address,
        loadA: node.loadA,
        loadW: node.loadW,
        volts: node.volts,
        fromSupplyM: finite(node.fromSupplyM),
      };
    }),
    edges: edges.map(({ a, b, distanceM, ohm, drop, amps, dropV }) => ({
      a: id(a),
      b: id(b),
      drop: drop.label,
      distanceM,
      ohm,
      amps,
      dropV,
    })),
    currentA: segment.currentA,
    lowV: segment.lowV,
    lowAt: segment.low === undefined ? undefined : id(segment.low),
    limitV: segment.limitV,
    verdict: segment.verdict,
    supplyToDeviceM: segment.supplyToDeviceM,
    deviceToDeviceM: segment.deviceToDeviceM,
    loose: segment.loose.map((stop) => stop.id),
    order: orderJson(design, segment),
  };
}

/** An output with what it drives, or an input with what it reads. */
function channelJson({ row, load, circuit, phase, watts, amps, mostA, links }: Channel, output: boolean) {
  return {
    id: row.id,
    module: row.module,
    number: row.number,
    ...(output
      ? {
          load: load?.id,
          circuit,
          phase,
          watts,
          amps,
          mostA,
          interlocked: load?.wants === "shutter" || undefined,
          links: links.map((link) => link.channel ?? link.input),
        }
      : { control: row.control ?? row.switch, gang: row.gang }),
  };
}

/** All of stage 5, for another engine to reckon the same. */
export function busJson(design: Design) {
  return {
    profiles: design.busProfiles.map(({ id, name, supplyV, limits }) => ({ id, name, supplyV, limits })),
    segments: segmentsOf(design).map((segment) => segmentJson(design, segment)),
    modules: modulesOf(design).map(({ row, type, heatW }) => ({
      id: row.id,
      name: row.name,
      kind: row.kind,
      closet: row.closet,
      row: row.row,
      slot: row.slot,
      units: type.units,
      channels: type.channels,
      heatW,
    })),
    channels: modulesOf(design).flatMap(({ type, channels }) =>
      channels.map((channel) => channelJson(channel, isOutput(type))),
    ),
    cabinets: cabinetsOf(design).map((cabinet) => ({
      closet: cabinet.closet.id,
      rows: cabinet.rows.map(({ units, used, terminals, carries }) => ({ units, used, terminals, carries })),
      terminals: cabinet.terminals,
      watts: cabinet.watts,
      wattsPerK: cabinet.wattsPerK,
      ambientC: cabinet.ambientC,
      airC: cabinet.airC,
    })),
    boards: design.boards.map((board) => ({
      id: board.id,
      name: board.name,
      pins: demandsOf(design, board.id)
        .filter((row) => row.pin !== undefined)
        .map((row) => ({ pin: row.pin, demand: row.demand, does: row.does, at: row.at })),
      supplyW: board.supplyW,
      usedW: usedW(design, board),
    })),
    remotes: design.remotes.map((row) => ({
      code: row.id,
      name: row.name,
      mhz: row.mhz,
      on: row.on,
      off: row.off,
      bits: row.bits,
      pulseUs: row.pulseUs,
      repeats: row.repeats,
      antennaM: quarterWaveM(row.mhz),
    })),
    stations: runsOf(design).map(({ station, start, end }) => ({
      id: station.id,
      mode: station.mode,
      start,
      end,
    })),
  };
}

/** Every channel that has something on it: what an electrician wires by, and whoever tries the links. */
export function channelsCsv(design: Design): string {
  return writeCsv(
    [
      "closet",
      "module",
      "kind",
      "row",
      "slot",
      "channel",
      "load",
      "room",
      "circuit",
      "phase",
      "watts",
      "A",
      "most A",
      "links",
    ],
    modulesOf(design).flatMap((module) =>
      module.channels.map((channel) => {
        const { row, type } = module;
        const { load, circuit, phase, watts, amps, mostA, links } = channel;
        const reads = inputsOf(design).find((one) => one.in === "channels" && one.id === channel.row.id);
        return [
          byId(design, "closets").get(row.closet)?.name ?? row.closet,
          row.name,
          type.name,
          String(row.row ?? ""),
          String(row.slot ?? ""),
          String(channel.row.number),
          load?.name ?? reads?.name ?? "",
          load?.rooms.map((id) => byId(design, "rooms").get(id)?.name ?? id).join(", ") ?? "",
          byId(design, "circuits").get(circuit ?? "")?.name ?? "",
          phase ?? "",
          text(load && watts, 1),
          text(load && amps, 3),
          text(mostA, 3),
          links.map((link) => linkName(design, link)).join(", "),
        ];
      }),
    ),
  );
}

const text = (value: number | undefined, digits: number) =>
  value === undefined || !Number.isFinite(value) ? "" : value.toFixed(digits);

/** The stops of all segments in their order: what an installer wires by, and who commissions addresses. */
export function segmentsCsv(design: Design): string {
  return writeCsv(
    [
      "segment",
      "profile",
      "topology",
      "cable",
      "order",
      "label",
      "point",
      "from",
      "metres",
      "address",
      "load A",
      "load W",
      "volts",
      "limit V",
    ],
    segmentsOf(design).flatMap((segment) =>
      segment.nodes.slice(1).map((node, i) => {
        const edge = segment.edges.find(({ b }) => b === i + 1)!;
        const point = pointOfStop(design, node.stop!)!;
        const { amps, watts } = loadOfStop(design, node.stop!);
        return [
          segment.row.name,
          segment.profile.name,
          segment.row.topology,
          byId(design, "cableTypes").get(segment.row.cableType)?.name ?? segment.row.cableType,
          String(node.stop!.order),
          pointLabel(design, point),
          point.name,
          segment.nodes[edge.a]!.name,
          text(edge.distanceM, 2),
          node.stop!.address === undefined ? "" : String(node.stop!.address),
          text(amps, 4),
          text(watts, 2),
          text(node.volts, 3),
          text(segment.limitV, 2),
        ];
      }),
    ),
  );
}
