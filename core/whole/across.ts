/**
 * What is asked of many houses at once: the things that one searches for, what is due by a day, and the columns of the
 * list of designs. The database keeps it beside the design and asks it by its indexes (`db/across.ts`).
 */
import { byId, rowOf, type Design } from "../design/collections";
import { memo, memoAnywhere } from "../design/kept";
import { searchWords } from "../design/search-words";
import { counted } from "../design/words";
import { pointLabel } from "../points/labels";
import { sortedPhases } from "../stages/brief/phase-order";
import { eventsOf, type Event } from "../stages/register/calendar-file";
import { batteriesOf } from "../stages/register/cells";
import { firmwareOf, optionName, type FirmwareOf } from "../stages/register/versions";

/** A device, or a point that has none yet, as it is searched for and shown in a list of all houses. */
export interface Thing {
  /** Of which row: `devices/…` or `points/…`. */
  thing: string;
  name: string;
  label: string;
  room: string;
  status?: string;
  /** On the network: address, name, number of its node. */
  address?: string;
  host?: string;
  node?: string;
  serial?: string;
  firmware?: string;
  /** Its cells, as one orders them. */
  battery?: string;
  /** What was chosen for it, by its name in the catalogue. */
  product?: string;
}

/** Columns by whose words a thing is found. */
const SEARCHED = [
  "name",
  "label",
  "address",
  "host",
  "node",
  "serial",
  "firmware",
  "battery",
  "product",
] as const satisfies readonly (keyof Thing)[];

/** Words a thing is found by, without one twice. */
export const wordsOf = (thing: Thing): string[] => [
  ...new Set(SEARCHED.flatMap((column) => searchWords(thing[column] ?? ""))),
];

const sameRows = (a: readonly object[], b: readonly object[]) => JSON.stringify(a) === JSON.stringify(b);

/** Every device, and every point without one. It hangs on no place of a point. */
export const thingsOf = memoAnywhere(
  "thingsOf",
  (design): readonly Thing[] => {
    const batteries = batteriesOf(design);
    const placed = (id: string) => {
      const point = rowOf(design, "points", id);
      return { label: pointLabel(design, point), room: rowOf(design, "rooms", point.room).name };
    };
    const devices = design.devices.map((device): Thing => {
      const { address, host, node, serial, firmware } = device;
      const battery = batteries.get(device.id)?.cell;
      const product = byId(design, "options").get(device.option ?? "")?.name;
      return {
        thing: `devices/${device.id}`,
        name: device.name,
        ...placed(device.point),
        status: device.status,
        address,
        host,
        node,
        serial,
        firmware,
        battery,
        product,
      };
    });
    const taken = new Set(design.devices.map(({ point }) => point));
    const points = design.points
      .filter(({ id }) => !taken.has(id))
      .map(({ id, name }): Thing => ({ thing: `points/${id}`, name, ...placed(id) }));
    return [...devices, ...points];
  },
  sameRows,
);

/** What of a house has to be done by a day. */
export interface Due {
  uid: string;
  what: Event["what"] | "firmware";
  /** `YYYY-MM-DD`; absent where nobody knows: a version without its day. */
  on?: string;
  title: string;
  /** What to bring or know, a line each: the first of very many. */
  detail: string;
  /** Devices it is about. */
  devices: number;
}

/** Lines of a detail that a list shows: the register has them all. */
const MOST_LINES = 12;

function detailOf(lines: readonly string[]): string {
  const more = lines.length - (MOST_LINES - 1);
  return (more > 1 ? [...lines.slice(0, MOST_LINES - 1), `and ${more} more`] : lines).join("\n");
}

/** Updates that are due, one for each product: from the day its newest version came out. */
function updatesOf(design: Design): Due[] {
  const byOption = new Map<string, FirmwareOf[]>();
  for (const one of firmwareOf(design).values())
    if (one.due) byOption.set(one.device.option!, [...(byOption.get(one.device.option!) ?? []), one]);
  return [...byOption].map(([option, due]): Due => {
    const { newest, device } = due[0]!;
    const old = due.filter(({ tooOld }) => tooOld).length;
    return {
      uid: `firmware-${option}-${newest!.version}`,
      what: "firmware",
      ...(newest!.on === undefined ? {} : { on: newest!.on }),
      title: `Update ${optionName(design, device)} to ${newest!.version}`,
      detail: detailOf([
        ...(old ? [`${counted(old, "device")} below the least version that works`] : []),
        ...due.map(({ device: { name }, has }) => `${name}: ${has}`),
      ]),
      devices: due.length,
    };
  });
}

/** Cells to change, visits, updates and warranties that end, in the order of their days; those without one last. */
export const duesOf = memo(
  "duesOf",
  (design): readonly Due[] =>
    [
      ...eventsOf(design).map(({ uid, what, on, summary, text, devices }): Due => ({
        uid,
        what,
        on,
        title: summary,
        detail: detailOf(text.split("\n")),
        devices,
      })),
      ...updatesOf(design),
    ].sort((a, b) => {
      const [one, other] = [a.on ?? "9999", b.on ?? "9999"];
      return one < other ? -1 : one > other ? 1 : a.uid < b.uid ? -1 : a.uid > b.uid ? 1 : 0;
    }),
  sameRows,
);

/** What of a design stands in columns of the list: its devices, and the phase that is worked on. */
export function columnsOf(design: Design): { devices: number; phase: string } {
  const phases = sortedPhases(design);
  const open = phases.find(({ signedOffOn }) => signedOffOn === undefined);
  return {
    devices: design.devices.length,
    phase: open?.name ?? (phases.length ? "all signed off" : ""),
  };
}
