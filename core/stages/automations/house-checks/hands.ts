/** Nobody may be at the mercy of an automation: flags that can be reached, rooms left be, a hand that works. */
import { byId, type Design } from "../../../design/collections";
import { applyChanges, type Change } from "../../../design/edit";
import { freeId } from "../../../design/free-id";
import { putRow } from "../../../design/row-changes";
import { listed } from "../../../design/words";
import type { Finding } from "../../../desk/findings";
import type { PersonRow } from "../../../design/rows/brief";
import { freePlace } from "../../choose/accept";
import { addPoint, freeName } from "../../house";
import type { RoomRow } from "../../../design/rows/house-structure";
import { shippedKind } from "../../house/tables";
import type { AutomationRow, DialRow, Move } from "../../../design/rows/automations";
import { allMoves, movedBy } from "../../../design/walk";
import { handsOf, valueFor } from "../templates/fill";
import { LEAVE } from "../templates/shades";
import { ableOf } from "../things";
import { about, asOn, comes, finding, on, pointName, QUIET, roomOf } from "./say";

const readDials = (row: AutomationRow): Set<string> => {
  const found = new Set<string>();
  const walk = (part: unknown): void => {
    if (Array.isArray(part)) part.forEach(walk);
    else if (typeof part === "object" && part !== null)
      for (const [key, value] of Object.entries(part)) {
        if ((key === "dial" || key === "fromDial" || key === "toDial") && typeof value === "string")
          found.add(value);
        else walk(value);
      }
  };
  walk(row.cues);
  walk(row.guards);
  for (const move of allMoves(row.moves)) {
    // What it turns itself it does not read.
    if (move.kind === "dial") walk(move.to);
    else if (move.kind !== "choose" && move.kind !== "repeat") walk(move);
    else if (move.kind === "choose") move.branches.forEach(({ guards }) => walk(guards));
    else walk([move.guards, move.every]);
  }
  return found;
};

export function unreachable(design: Design): Finding[] {
  const read = new Map<string, AutomationRow[]>();
  const turned = new Set<string>();
  for (const row of on(design)) {
    for (const dial of readDials(row)) read.set(dial, [...(read.get(dial) ?? []), row]);
    for (const move of allMoves(row.moves)) if (move.kind === "dial") turned.add(move.dial);
  }
  return design.dials.flatMap((dial): Finding[] => {
    const rows = read.get(dial.id);
    if (!rows || dial.shows?.length || turned.has(dial.id)) return [];
    const hands = handsOf(design, dial.room);
    const own = hands.length ? hands : handsOf(design, undefined);
    return [
      finding({
        code: "unreachable-flag",
        severity: "mend",
        title: `Nobody can reach ${dial.name}`,
        why: `${listed(rows.map(({ name }) => name))} ${rows.length === 1 ? "goes" : "go"} by it, and it shows on no key and no panel: it stays at ${dial.value} for ever.${asOn(design, rows[0]!)}${own.length ? "" : " The designer plans a key or a panel first."}`,
        about: [{ in: "dials", id: dial.id }, ...about(rows)],
        ...(own.length
          ? {
              fix: {
                label: `Show it on ${listed(own.map((id) => pointName(design, id)))}`,
                changes: putRow("dials", { ...dial, shows: own }),
              },
            }
          : {}),
      }),
    ];
  });
}

const HANDS = new Set(["keypad", "panel", "remote", "wall-switch"]);

/** Points that a hand in their room can work, without the hub's sentences: by its keys, its own knob or the wall switch. */
function handled(design: Design): (point: string) => boolean {
  const rooms = new Set(
    design.points.filter(({ kind }) => HANDS.has(kind.split("--")[0]!)).map(({ room }) => room),
  );
  const switched = new Set(design.switches.map(({ room }) => room));
  const pressed = new Set(
    on(design)
      .filter(({ cues }) => cues.some(({ kind }) => kind === "press"))
      .flatMap((row) => movedBy(design, row)),
  );
  return (id) => {
    const room = roomOf(design, id) ?? "";
    const type = ableOf(design).get(id)?.type;
    if (rooms.has(room) || pressed.has(id)) return true;
    return (
      type === "thermostat" ||
      type === "plug" ||
      type === "valve" ||
      type === "door lock" ||
      (type?.endsWith("light") === true && switched.has(room))
    );
  };
}

const OVERRIDDEN = new Set(["cover", "thermostat", "loudspeaker"]);
const needsHand = (design: Design, id: string) => {
  const type = ableOf(design).get(id)?.type ?? "";
  return OVERRIDDEN.has(type) || type.endsWith("light");
};

export function overrides(design: Design): Finding[] {
  const hand = handled(design);
  return on(design).flatMap((row): Finding[] => {
    if (!QUIET.has(row.priority)) return [];
    const flags = new Set([...readDials(row)]);
    const left = (room: string | undefined) =>
      design.dials.some(
        (dial) =>
          dial.kind === "flag" &&
          dial.shows?.length &&
          (flags.has(dial.id) || (dial.leaveBe && (dial.room === undefined || dial.room === room))),
      );
    const own = movedBy(design, row).filter(
      (id) => needsHand(design, id) && !hand(id) && !left(roomOf(design, id)),
    );
    if (!own.length) return [];
    const when = comes(design, row);
    const fix = leaveFix(design, row, roomOf(design, own[0]!));
    return [
      finding({
        code: "no-override",
        severity: "mend",
        title: `Nobody can overrule ${row.name}`,
        why: `${listed(own.map((id) => pointName(design, id)))} ${own.length === 1 ? "has" : "have"} no key in the room, and no flag leaves the room be.${when && ` It ${when}, and does as it likes.`}${fix ? "" : " The designer plans a key or a panel."}`,
        about: about([row], own),
        ...(fix ? { fix } : {}),
      }),
    ];
  });
}

function leaveFix(design: Design, row: AutomationRow, room: string | undefined): Finding["fix"] {
  const dials: DialRow[] = [];
  const { optional: _optional, ...needed } = LEAVE;
  const value = valueFor(design, needed as typeof LEAVE, room, dials)?.value;
  const own = value === undefined ? undefined : (dials[0] ?? byId(design, "dials").get(value));
  const shows = own?.shows?.length ? own.shows : handsOf(design, undefined);
  if (!own || !shows.length) return undefined;
  const changes: Change[] = putRow("dials", { ...own, shows });
  return { label: `Let “${own.name}” keep it off`, changes };
}

export function withoutHand(design: Design): Finding[] {
  const hand = handled(design);
  const told = on(design)
    .filter(({ priority }) => QUIET.has(priority))
    .map((row) => ({ row, points: movedBy(design, row) }));
  return design.people.flatMap((person): Finding[] => {
    if (person.room === undefined) return [];
    const own = told.flatMap(({ row, points }) => {
      const here = points.filter(
        (id) => roomOf(design, id) === person.room && needsHand(design, id) && !hand(id),
      );
      return here.length ? [{ row, here }] : [];
    });
    if (!own.length) return [];
    const points = [...new Set(own.flatMap(({ here }) => here))];
    const fix = remoteFix(design, person, points);
    return [
      finding({
        code: "no-hand",
        severity: "mend",
        title: `${person.role} has no control by hand of ${listed(points.map((id) => pointName(design, id)))}`,
        why: `${listed(own.map(({ row }) => row.name))} ${own.length === 1 ? "tells" : "tell"} them, and there is no key, remote or panel in the room. Whoever sleeps there must be able to overrule it in the dark.${asOn(design, own[0]!.row)} The designer plans a key by the door or the bed.`,
        about: [
          { in: "people", id: person.id },
          ...about(
            own.map(({ row }) => row),
            points,
          ),
        ],
        ...(fix ? { fix } : {}),
      }),
    ];
  });
}

const WORDS = { position: ["open", "shut"], on: ["on", "off"] } as const;

/** A remote by hand in the room, with one sentence for its keys: one key opens or lights, the other undoes it. */
function remoteFix(design: Design, person: PersonRow, points: readonly string[]): Finding["fix"] {
  const room = byId(design, "rooms").get(person.room ?? "");
  if (!room) return undefined;
  const kind = byId(design, "kinds").get("remote") ?? shippedKind(design, "remote");
  return {
    label: `Plan ${freeName(design, kind, room)} with a key for each way`,
    // Where it is free in the room is looked for when it is pressed.
    changes: (now) => remoteIn(now, room, points),
  };
}

function remoteIn(design: Design, room: RoomRow, points: readonly string[]): Change[] {
  const kinds: Change[] = byId(design, "kinds").has("remote")
    ? []
    : putRow("kinds", shippedKind(design, "remote"));
  const known = applyChanges(design, kinds);
  const id = freeId(known, "points", `${room.id}-rmt-1`);
  const placed = addPoint(known, id, "remote", room.level, freePlace(known, room));
  const told = (yes: boolean): Move[] =>
    (["position", "on"] as const).flatMap((aspect): Move[] => {
      const own = points.filter((one) => ableOf(design).get(one)!.sets.includes(aspect));
      return own.length
        ? [{ kind: "set", points: own, aspect, to: { say: WORDS[aspect][yes ? 0 : 1] } }]
        : [];
    });
  const row: AutomationRow = {
    id: freeId(design, "automations", `by-hand-${room.id}`),
    name: `By hand, ${room.name}`,
    priority: "hand",
    room: room.id,
    cues: [
      { key: "first", kind: "press", point: id, button: 1, press: "single" },
      { key: "second", kind: "press", point: id, button: 2, press: "single" },
    ],
    guards: [],
    moves: [
      {
        kind: "choose",
        branches: [
          { keys: ["first"], guards: [], moves: told(true) },
          { keys: ["second"], guards: [], moves: told(false) },
        ],
      },
    ],
    enabled: true,
  };
  return [...kinds, ...placed, ...putRow("automations", row)];
}
