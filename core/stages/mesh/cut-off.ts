/** What takes a radio's supply away: a wall switch, a circuit. */
import { byId, type Design } from "../../design/collections";
import { memo, memoAnywhere } from "../../design/kept";
import type { LegRow } from "../../design/rows/house-survey";
import type { DeviceRow } from "../../design/rows/register";
import type { PointRow } from "../../design/rows/runs";
import type { RadioRow } from "../../design/rows/mesh";

/** A radio as a thing that has a supply, wherever it is. */
export interface Fed {
  row: RadioRow;
  device: DeviceRow;
  point: PointRow;
}

/** Every radio of a device of a point on a level, in the order of the radios. */
export const fedRadios = memoAnywhere("fedRadios", (design): readonly Fed[] =>
  design.radios.flatMap((row): Fed[] => {
    const device = byId(design, "devices").get(row.device);
    const point = byId(design, "points").get(device?.point ?? "");
    return device && point && byId(design, "levels").has(point.level) ? [{ row, device, point }] : [];
  }),
);

/** Legs of lamps by the room they light, where a room has one leg only: its lamps hang on it. */
const legsOfRooms = memo("legsOfRooms", (design): ReadonlyMap<string, LegRow> => {
  const byRoom = new Map<string, Set<string>>();
  for (const { room, leg } of design.lamps) {
    if (leg === undefined) continue;
    const own = byRoom.get(room);
    if (own) own.add(leg);
    else byRoom.set(room, new Set([leg]));
  }
  const legs = byId(design, "legs");
  return new Map(
    [...byRoom].flatMap(([room, own]) => {
      const [only] = own;
      const leg = own.size === 1 && only !== undefined ? legs.get(only) : undefined;
      return leg ? [[room, leg] as const] : [];
    }),
  );
});

/** The leg that feeds a lamp with a radio in it, if anybody has said. */
export function legOf(design: Design, { device, point }: Omit<Fed, "row">): LegRow | undefined {
  const wanted = design.wants.find((want) => want.leg !== undefined && want.points.includes(point.id))?.leg;
  if (wanted !== undefined) return byId(design, "legs").get(wanted);
  return point.kind.split("--")[0] === "lamp" && device.protocol !== "DALI"
    ? legsOfRooms(design).get(point.room)
    : undefined;
}

/** The switch that cuts a radio off, by its row or by a leg that is fed switched. */
export function cutBy(design: Design, radio: Fed): string | undefined {
  if (radio.row.switch !== undefined) return radio.row.switch;
  const leg = legOf(design, radio);
  return leg?.feed === "switched" ? leg.switches[0]?.switch : undefined;
}

/** The circuit a radio hangs on, if anybody has said. */
export const circuitOf = (design: Design, radio: Fed): string | undefined =>
  radio.row.circuit ?? legOf(design, radio)?.circuit;
