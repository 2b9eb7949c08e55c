/** Inputs that work outputs with no hub between them, what must have one, and every way a load can be worked. */
import { byId, type Design, rowOf, rowIn } from "../../design/collections";
import type { Change } from "../../design/edit";
import { memo } from "../../design/kept";
import { putRow } from "../../design/row-changes";
import { placedStops } from "../../points/lines";
import { channelByLoad, modulesOf, type Channel } from "./channels";
import type { NewId } from "./edit";
import { loadKey, type Load } from "./loads";
import type { ChannelRow, LinkRow } from "../../design/rows/bus";

export interface Input {
  id: string;
  in: "points" | "channels";
  name: string;
  room?: string;
  level?: string;
  x: number;
  y: number;
  /** Somebody presses it; else it senses. */
  pressed: boolean;
}

/** Further away than this a key is not where anybody looks for it, metres across and down. */
const NEAR_M = 8;

/** Gang of a wall switch, or device, that an input channel reads. */
function readBy(design: Design, row: ChannelRow): Omit<Input, "id" | "in"> | undefined {
  const plate = byId(design, "switches").get(row.switch ?? "");
  if (plate) {
    const gang = plate.gangs > 1 ? `, gang ${row.gang ?? 1}` : "";
    return { ...spot(plate), name: `${plate.name}${gang}`, pressed: true };
  }
  const point = byId(design, "points").get(row.control ?? "");
  return point && { ...spot(point), name: point.name, pressed: isPressed(design, point.kind) };
}

const spot = ({ room, level, x, y }: { room: string; level: string; x: number; y: number }) => ({
  room,
  level,
  x,
  y,
});

function isPressed(design: Design, kindId: string): boolean {
  const kind = byId(design, "kinds").get(kindId);
  return kind?.glyph === "keys" && kind.service !== "security";
}

const SENSES = new Set(["motion"]);

const pointsOnLines = (design: Design) => {
  const placed = placedStops(design);
  return design.points.filter((point) => placed.has(point.id));
};

/** Keys and ceiling sensors on a bus line, and what input channels read. */
export const inputsOf = memo("inputsOf", (design): Input[] => [
  ...pointsOnLines(design).flatMap((point): Input[] => {
    const pressed = isPressed(design, point.kind);
    if (!pressed && !SENSES.has(point.kind.split("--")[0]!)) return [];
    return [{ ...spot(point), id: point.id, in: "points", name: point.name, pressed }];
  }),
  ...modulesOf(design).flatMap(({ row, type, channels }) =>
    type.drives === "input"
      ? channels.map((channel): Input => {
          const reads = readBy(design, channel.row) ?? {
            name: `${row.name}, ${channel.row.number}`,
            ...{ x: 0, y: 0, pressed: true },
          };
          return { ...reads, id: channel.row.id, in: "channels" };
        })
      : [],
  ),
]);

/** What a link starts from, by name. */
export function linkName(design: Design, link: LinkRow): string {
  const [where, id] = link.channel === undefined ? ["points", link.input] : ["channels", link.channel];
  const input = inputsOf(design).find((one) => one.in === where && one.id === id);
  const name = input?.name ?? byId(design, "points").get(link.input ?? "")?.name ?? "nothing";
  return link.key === undefined ? name : `${name}, key ${link.key}`;
}

/**
 * The key somebody looks for first: in the load's room; for a lamp, else a sensor there; else the nearest in a hall or
 * landing of its level. A key of somebody else's room is nobody's to press for it.
 */
export function nearestInput(design: Design, load: Load): Input | undefined {
  const across = (input: Input) => Math.abs(input.x - load.x) + Math.abs(input.y - load.y);
  const nearest = (fits: (input: Input) => boolean) =>
    inputsOf(design)
      .filter(fits)
      .sort((a, b) => across(a) - across(b) || (a.id < b.id ? -1 : 1))[0];
  const inside = (input: Input) => input.room !== undefined && load.rooms.includes(input.room);
  const rooms = byId(design, "rooms");
  const inHall = (room: string | undefined) => rooms.get(room ?? "")?.type === "circulation";
  // One gang of a switch plate says by where it is what it works; a keypad has keys to spare.
  const shared = (input: Input) => inHall(input.room) && (input.in === "points" || load.rooms.some(inHall));
  return (
    nearest((input) => input.pressed && inside(input)) ??
    nearest((input) => load.nature === "lamp" && !input.pressed && inside(input)) ??
    nearest(
      (input) => input.pressed && shared(input) && input.level === load.level && across(input) <= NEAR_M,
    )
  );
}

/** What must go on working when the hub does not: why, in words; undefined where nothing says so. */
export function criticalWhy(design: Design, load: Load): string | undefined {
  const rooms = byId(design, "rooms");
  const way = load.rooms.find((id) => {
    const room = rooms.get(id);
    return room?.type === "circulation" && !room.outdoor;
  });
  if (load.nature === "lamp" && way) return `${rowIn(rooms, way, "rooms").name} is a way out of the house`;
  const wants: readonly string[] =
    load.nature === "lamp"
      ? ["light"]
      : load.wants === "shutter"
        ? ["shade", "awning"]
        : ["lock", "water shut-off", "fixed load", "socket"];
  const want = design.wants.find(
    (row) =>
      row.critical &&
      wants.includes(row.function) &&
      (row.points.length ? row.points.includes(load.id) : load.rooms.includes(row.room)),
  );
  return want && "its want says that it is critical";
}

/** Channels that carry something and are worked through the hub alone. */
export const hubOnly = memo("hubOnly", (design): Channel[] =>
  modulesOf(design).flatMap(({ channels }) => channels.filter((one) => one.load && !one.links.length)),
);

/** A link from the nearest input for each of these channels that has none; those with nothing near stay as they are. */
export function proposeLinks(design: Design, channels: readonly Channel[], newId: NewId): Change[] {
  return channels.flatMap((channel): Change[] => {
    const input = channel.load && !channel.links.length && nearestInput(design, channel.load);
    if (!input) return [];
    const from = input.in === "points" ? { input: input.id } : { channel: input.id };
    return putRow("links", { id: newId("link"), ...from, output: channel.row.id });
  });
}

export interface Path {
  /** What somebody presses, or what commands it. */
  by: string;
  needsHub: boolean;
  /** Who learns of a change made this way, and how the others are kept in step. */
  inStep: string;
  /** It can be left believing what is not so. */
  drifts?: true;
}

/** Every way in which a load can be worked: wall switch, direct link, board, hand remote, hub. */
export function pathsTo(design: Design, load: Pick<Load, "in" | "id">): Path[] {
  const paths: Path[] = [];
  const leg = load.in === "legs" ? byId(design, "legs").get(load.id) : undefined;
  for (const { switch: plate, gang } of leg?.switches ?? []) {
    const row = byId(design, "switches").get(plate);
    if (!row) continue;
    const always = leg!.feed === "always";
    paths.push({
      by: `${row.name}${row.gangs > 1 ? `, gang ${gang}` : ""}`,
      needsHub: false,
      inStep: always
        ? "Its contact is an input and cuts nothing: whoever reads it commands the output, which reports."
        : "It cuts the feed: with it off nothing else works the lamp, and nobody is told. Feed the lamp always, and let the switch be an input.",
      ...(always ? {} : { drifts: true as const }),
    });
  }
  const on = channelByLoad(design).get(loadKey(load));
  for (const link of on?.channel.links ?? [])
    paths.push({
      by: linkName(design, link),
      needsHub: false,
      inStep: `It commands ${on!.module.row.name} over the bus; the module reports what it did, so keys and hub show the same.`,
    });
  for (const pin of load.in === "points" ? design.pins.filter((row) => row.load === load.id) : []) {
    const board = rowOf(design, "boards", pin.board);
    const keys = design.pins.filter((row) => row.board === board.id && row.demand === "switch").length;
    paths.push({
      by: `${board.name}, ${pin.at ?? pin.does}${keys ? ", by its own keys" : ""}`,
      needsHub: false,
      inStep:
        "The board switches and keeps the state: whoever else commands it does so through the board, which reports after each change.",
    });
  }
  for (const remote of load.in === "points" ? design.remotes.filter((row) => row.load === load.id) : [])
    paths.push({
      by: remote.name,
      needsHub: false,
      inStep:
        "Radio one way: the remote hears nothing back, and a code that is missed is never known of. Codes for on and for off, not one that changes over; and what the hub shows is read from the power drawn or from a second contact.",
      drifts: true,
    });
  if (on)
    paths.push({
      by: "the hub",
      needsHub: true,
      inStep: `It asks ${on.module.row.name} and shows what that reports; after a restart it reads every output anew before it commands one.`,
    });
  return paths;
}
