/** Checks of automations against the house they run in and the people who live there, each with a moment it comes to. */
import { byId, type Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import { clockText, dayName, localParts } from "../../design/local-time";
import { freeId } from "../../design/free-id";
import { memoByParts } from "../../design/kept";
import { dropRow, putRow } from "../../design/row-changes";
import { removeRows } from "../../design/remove";
import { counted } from "../../design/words";
import type { Finding } from "../../desk/findings";
import { allMayHold, instantOf, stayIn, YEAR_DAYS } from "../../automation/almanac";
import { TWO } from "../../automation/aspects";
import type { Sets } from "../../automation/effects";
import { thingsOf } from "../bridges/things";
import { cutBy } from "../mesh/cut-off";
import { radiosOf } from "../mesh/links";
import { batteriesOf } from "../register/cells";
import type { PersonRow } from "../brief/rows";
import { almanacIn, partsIn, thingId } from "./conflicts";
import type { AutomationRow, Cue, DialRow, Guard, Move } from "./rows";
import { allMoves, movedBy, pointsOf } from "./rows-walk";
import { handsOf, valueFor } from "./templates/fill";
import { LEAVE } from "./templates/shades";
import { templateOf } from "./templates/library";
import { filled } from "./templates/fill";
import { made } from "./templates/template";
import { ableOf } from "./things";

const about = (rows: readonly AutomationRow[], points: readonly string[] = []): Finding["about"] => [
  ...rows.map(({ id }) => ({ in: "automations" as const, id })),
  ...points.map((id) => ({ in: "points" as const, id })),
];

const pointName = (design: Design, id: string) => byId(design, "points").get(id)?.name ?? id;
const roomOf = (design: Design, point: string) => byId(design, "points").get(point)?.room;

const listed = (names: readonly string[], most = 4): string => {
  const own = names.length > most ? [...names.slice(0, most - 1), `${names.length - most + 1} more`] : names;
  return own.length < 2 ? own.join("") : `${own.slice(0, -1).join(", ")} and ${own.at(-1)!}`;
};

/** "on Tue 3 Nov at 09:30" */
function onDay(design: Design, minute: number): string {
  const { zone } = design.design;
  const ms = instantOf(almanacIn(design), minute);
  return `on ${dayName(localParts(zone, ms))} at ${clockText(zone, ms)}`;
}

type Say = Omit<Finding, "stage" | "code"> & { code: string };
const finding = ({ code, ...rest }: Say): Finding => ({
  code: `automations.${code}`,
  stage: "automations",
  ...rest,
});

/** " The first comes on Thu 1 Jan at 07:00." of what is known ahead. */
function asOn(design: Design, row: AutomationRow): string {
  const minute = partsIn(design, row).find(({ minutes }) => minutes?.length)?.minutes?.[0];
  return minute === undefined ? "" : ` ${row.name} comes ${onDay(design, minute)}, for one.`;
}

const on = (design: Design) => design.automations.filter(({ enabled }) => enabled);

// Sleepers.

/** Brighter than this a lamp wakes whoever lies below it. */
const WAKING_PCT = 20;
const QUIET: ReadonlySet<AutomationRow["priority"]> = new Set(["comfort", "saving", "looks"]);

/** Does a guard see to it that somebody is not asleep when it runs? */
const heeds = (person: string, guard: Guard): boolean =>
  guard.kind === "presence" &&
  (guard.people.length === 0 || guard.people.includes(person)) &&
  (guard.not
    ? guard.doing === "asleep" && (guard.which === "any" || guard.people.length === 1)
    : (guard.doing === "awake" || guard.doing === "away") &&
      (guard.which === "all" || guard.people.length === 1));

/** The cue is that person's own: their alarm clock, their waking, a key. */
const isOwn = (person: string, cue: Cue): boolean =>
  (cue.kind === "alarm" && cue.person === person) ||
  (cue.kind === "presence" && cue.how === "wakes" && cue.people.includes(person)) ||
  cue.kind === "press";

/** Moves a shade, or makes light or noise enough to wake somebody. */
const disturbs = (design: Design, { thing, aspect, value }: Sets): boolean => {
  const type = ableOf(design).get(thingId(thing))?.type;
  if (aspect === "position" || aspect === "tilt") return type === "cover";
  if (type === "loudspeaker" || type === "television")
    return aspect === "on" ? value !== false : aspect === "level";
  if (aspect === "level") return typeof value === "number" && value > WAKING_PCT;
  return aspect === "on" && value === true && (type?.endsWith("light") ?? false);
};

/** The first minute of the year at which it may come while somebody sleeps. */
function wakesAt(
  design: Design,
  row: AutomationRow,
  { cue, minutes }: { cue: Cue; minutes?: Float64Array },
  person: PersonRow,
): number | undefined {
  const almanac = almanacIn(design);
  const asleep = (minute: number) => stayIn(almanac, person.id, minute)?.asleep === true;
  if (minutes) return minutes.find(asleep);
  if (cue.kind !== "threshold" && cue.kind !== "state") return undefined;
  // What happens may happen at any time: every half hour of a week in each month is looked at.
  for (let month = 0; month < 12; month += 1)
    for (let step = 0; step < 7 * 48; step += 1) {
      const minute = Math.min(YEAR_DAYS - 8, Math.round(month * 30.4)) * 1440 + step * 30;
      if (asleep(minute) && allMayHold(almanac, row.guards, minute)) return minute;
    }
  return undefined;
}

function sleepers(design: Design): Finding[] {
  const sleeping = design.people.filter((person) => person.room !== undefined);
  if (!sleeping.length) return [];
  return on(design).flatMap((row): Finding[] => {
    if (!QUIET.has(row.priority)) return [];
    return sleeping.flatMap((person): Finding[] => {
      if (row.guards.some((guard) => heeds(person.id, guard))) return [];
      for (const part of partsIn(design, row)) {
        if (isOwn(person.id, part.cue)) continue;
        const [first] = part.sets.filter(
          (sets) => roomOf(design, thingId(sets.thing)) === person.room && disturbs(design, sets),
        );
        if (!first) continue;
        const minute = wakesAt(design, row, part, person);
        if (minute === undefined) continue;
        const thing = pointName(design, thingId(first.thing));
        const moves = first.aspect === "position" || first.aspect === "tilt";
        return [
          finding({
            code: "wakes-sleeper",
            severity: "mend",
            title: `${row.name} ${moves ? "moves a shade over" : "wakes"} ${person.role} asleep`,
            why: `As ${onDay(design, minute)}: ${person.role} sleeps in the room then, by the schedule, and ${thing} ${moves ? "moves" : "comes on"}. A guard lets it be while they are asleep.`,
            about: [...about([row], [thingId(first.thing)]), { in: "people", id: person.id }],
            fix: {
              label: `Not while ${person.role} is asleep`,
              changes: putRow("automations", {
                ...row,
                guards: [
                  ...row.guards,
                  { kind: "presence", people: [person.id], which: "any", doing: "asleep", not: true },
                ],
              }),
            },
          }),
        ];
      }
      return [];
    });
  });
}

// Wind.

const isOutdoors = (design: Design, point: string): boolean => {
  const row = byId(design, "points").get(point)!;
  return (
    row.kind.split("--")[0] === "awning" ||
    (ableOf(design).get(point)?.type === "cover" && byId(design, "rooms").get(row.room)?.outdoor === true)
  );
};

const isWindRule = (row: AutomationRow): boolean =>
  row.enabled &&
  row.priority === "safety" &&
  row.cues.some((cue) => cue.kind === "threshold" && cue.aspect === "wind" && cue.way === "above");

function windRules(design: Design): Finding[] {
  const parts = on(design).flatMap((row) => partsIn(design, row).map((part) => ({ row, part })));
  return design.points.flatMap((point): Finding[] => {
    if (!isOutdoors(design, point.id)) return [];
    const rules = on(design).filter(({ priority }) => priority === "safety");
    const own = rules.filter((row) => movedBy(design, row).includes(point.id));
    // Wind always goes before rain: a rule for rain must not rank above the one for wind.
    const rained = own.some(({ reason }) => reason === "rain");
    const safe = own.some((row) => isWindRule(row) && (row.reason === "wind" || !rained));
    if (safe) return [];
    const lets = parts.find(({ part }) =>
      part.sets.some(
        (sets) => thingId(sets.thing) === point.id && sets.aspect === "position" && sets.value !== 0,
      ),
    );
    const minute = lets?.part.minutes?.[0];
    const when = !lets
      ? "A hand can leave it out, and nobody is there when the wind rises."
      : `${lets.row.name} lets it out${minute === undefined ? ", whatever the wind does afterwards" : `, as ${onDay(design, minute)}, whatever the wind does afterwards`}.`;
    const fix = stormFix(design, point.id);
    return [
      finding({
        code: "no-wind-rule",
        severity: lets ? "stop" : "mend",
        title: `${point.name} has no wind rule`,
        why: `${when} A gust tears the cloth and bends the arms; wind goes before everything else.${fix ? "" : " The designer plans a weather mast first: nothing here feels the wind."}`,
        about: about(lets ? [lets.row] : [], [point.id]),
        ...(fix ? { fix } : {}),
      }),
    ];
  });
}

function stormFix(design: Design, point: string): Finding["fix"] {
  const template = templateOf("storm")!;
  const room = roomOf(design, point);
  const { values } = filled(design, template, room);
  if (!values.mast) return undefined;
  const { row } = made(
    design,
    template,
    { ...values, covers: { points: [point] } },
    {
      id: freeId(design, "automations", `storm-${point}`),
      name: `${template.name}, ${pointName(design, point)}`,
      ...(room === undefined ? {} : { room }),
    },
  );
  return { label: "Bring it in before a storm", changes: putRow("automations", row) };
}

// What is for safety.

const cuePoints = (design: Design, row: AutomationRow): string[] => [
  ...new Set(
    row.cues.flatMap((cue) =>
      cue.kind === "state" || cue.kind === "threshold" ? pointsOf(design, cue) : [],
    ),
  ),
];

function onClouds(design: Design): Finding[] {
  const away = new Set(
    [...thingsOf(design).values()].flatMap(({ device, local }) => {
      const option = device.option === undefined ? undefined : byId(design, "options").get(device.option);
      return !local || option?.cloud ? [device.point] : [];
    }),
  );
  return on(design)
    .filter(({ priority }) => priority === "safety")
    .flatMap((row): Finding[] => {
      const own = [...new Set([...cuePoints(design, row), ...movedBy(design, row)])].filter((id) =>
        away.has(id),
      );
      if (!own.length) return [];
      const cue = own.some((id) => cuePoints(design, row).includes(id));
      return [
        finding({
          code: "critical-on-cloud",
          severity: "stop",
          title: `${row.name} hangs on a cloud for ${listed(own.map((id) => pointName(design, id)))}`,
          why: `Whenever the internet is down, ${cue ? "it is not told, and does not come" : "it comes and nothing obeys"}: most likely just when it is needed. The designer chooses, in Choose, what works in the house alone; until then somebody must be told that it may fail.`,
          about: about([row], own),
        }),
      ];
    });
}

const WARNING = (row: AutomationRow, point: string): boolean =>
  row.enabled &&
  row.cues.some(
    (cue) =>
      cue.kind === "threshold" &&
      cue.aspect === "battery" &&
      cue.way === "below" &&
      cue.points.includes(point),
  );

function onOneCell(design: Design): Finding[] {
  const celled = new Set([...batteriesOf(design).values()].map(({ device }) => device.point));
  return on(design)
    .filter(({ priority }) => priority === "safety")
    .flatMap((row): Finding[] => {
      const own = cuePoints(design, row);
      const [only] = own;
      const others = row.cues.some((cue) => cue.kind !== "state" && cue.kind !== "threshold");
      if (own.length !== 1 || others || !celled.has(only!)) return [];
      const aspect = (row.cues[0] as Extract<Cue, { kind: "state" | "threshold" }>).aspect;
      const room = roomOf(design, only!);
      const second = design.points.find(
        (point) =>
          point.id !== only &&
          point.room === room &&
          ableOf(design).get(point.id)?.reads.includes(aspect) &&
          !celled.has(point.id),
      );
      const fix = second ? withSecond(row, only!, second) : warningFix(design, only!);
      const warned = design.automations.some((one) => WARNING(one, only!));
      return [
        finding({
          code: "one-cell",
          severity: warned ? "note" : "mend",
          title: `${row.name} hangs on one sensor with a cell`,
          why: `${pointName(design, only!)} alone tells it. The day its cell is empty${emptyOn(design, only!)}, nothing comes and nobody knows. A second sensor that is fed by a cable, or at least a warning in time; the designer decides.`,
          about: about([row], [only!]),
          ...(fix && !(warned && !second) ? { fix } : {}),
        }),
      ];
    });
}

/** When the cell of a point is due, as it is reckoned. */
function emptyOn(design: Design, point: string): string {
  const due = [...batteriesOf(design).values()].find(({ device }) => device.point === point)?.nextChange;
  return due === undefined ? "" : `, about ${due}`;
}

function withSecond(row: AutomationRow, only: string, second: { id: string; name: string }): Finding["fix"] {
  return {
    label: `Let ${second.name} tell it as well`,
    changes: putRow("automations", {
      ...row,
      cues: row.cues.map((cue) =>
        (cue.kind === "state" || cue.kind === "threshold") && cue.points.includes(only)
          ? { ...cue, points: [...cue.points, second.id] }
          : cue,
      ),
    }),
  };
}

function warningFix(design: Design, point: string): Finding["fix"] {
  const template = templateOf("low-battery")!;
  const { values } = filled(design, template, undefined);
  if (!values.panels) return undefined;
  const { row } = made(
    design,
    template,
    { ...values, things: { points: [point] } },
    {
      id: freeId(design, "automations", `cell-${point}`),
      name: `${template.name}, ${pointName(design, point)}`,
    },
  );
  return { label: "Warn when its cell runs low", changes: putRow("automations", row) };
}

// What does nothing, or twice.

/** What is known to be so when it begins: by its only cue, and by its guards. */
function knownAtStart(row: AutomationRow): { point: string; aspect: string; is: boolean }[] {
  const single = (one: { points: readonly string[]; groups?: readonly string[] }) =>
    one.points.length === 1 && !one.groups?.length;
  const cues = row.cues.length === 1 ? row.cues : [];
  return [
    ...cues.flatMap((cue) =>
      cue.kind === "state" && cue.to !== undefined && single(cue)
        ? [{ point: cue.points[0]!, aspect: cue.aspect, is: cue.to === TWO[cue.aspect]?.yes }]
        : [],
    ),
    ...row.guards.flatMap((guard) =>
      guard.kind === "state" && single(guard)
        ? [
            {
              point: guard.points[0]!,
              aspect: guard.aspect,
              is: (guard.is === TWO[guard.aspect]?.yes) !== (guard.not === true),
            },
          ]
        : [],
    ),
  ];
}

const sameSet = (a: Move, b: Move): boolean =>
  a.kind === "set" &&
  b.kind === "set" &&
  a.aspect === b.aspect &&
  JSON.stringify([a.points, a.groups ?? [], a.to]) === JSON.stringify([b.points, b.groups ?? [], b.to]);

/** The first move, by its place, that brings a thing where it is already. */
function alreadyThere(row: AutomationRow): number | undefined {
  const known = knownAtStart(row);
  const [first] = row.moves;
  if (first?.kind === "set" && first.points.length === 1 && !first.groups?.length && TWO[first.aspect]) {
    const is = first.to.say === TWO[first.aspect]!.yes;
    if (known.some((one) => one.point === first.points[0] && one.aspect === first.aspect && one.is === is))
      return 0;
  }
  const again = row.moves.findIndex((move, i) => i > 0 && sameSet(move, row.moves[i - 1]!));
  return again < 0 ? undefined : again;
}

function needless(design: Design): Finding[] {
  return on(design).flatMap((row): Finding[] => {
    const at = alreadyThere(row);
    if (at === undefined) return [];
    const move = row.moves[at] as Extract<Move, { kind: "set" }>;
    const names = listed(pointsOf(design, move).map((id) => pointName(design, id)));
    return [
      finding({
        code: "already-there",
        severity: "note",
        title: `${row.name} tells ${names} to be what it is already`,
        why: `Its move ${at + 1} brings ${names} to ${move.to.say} when it is so, at every cue: a needless message, and for a radio on cells a needless day less.`,
        about: about([row], pointsOf(design, move)),
        fix: {
          label: "Take the move out",
          changes: putRow("automations", { ...row, moves: row.moves.filter((_, i) => i !== at) }),
        },
      }),
    ];
  });
}

/** Automations that something else names: to take these out is more than to drop them. */
const named = memoByParts(["automations", "problems", "requirements", "uses"], (design) => {
  const ids = new Set<string>();
  for (const { automations } of [...design.problems, ...design.requirements])
    for (const id of automations ?? []) ids.add(id);
  for (const { automation } of design.uses) if (automation !== undefined) ids.add(automation);
  for (const row of design.automations) {
    if (row.copyOf !== undefined) ids.add(row.copyOf);
    for (const cue of row.cues) if (cue.kind === "automation") ids.add(cue.automation);
    for (const move of allMoves(row.moves))
      if (move.kind === "stop") for (const id of move.automations) ids.add(id);
  }
  return ids;
});

/** Several that do the same under the same guards, each by its own cue. */
function alike(design: Design): Finding[] {
  const byWhat = new Map<string, AutomationRow[]>();
  for (const row of on(design)) {
    if (!row.moves.length || !row.cues.length) continue;
    // What chooses by the key of its cue is not the same under other keys.
    if (
      allMoves(row.moves).some(
        (move) => move.kind === "choose" && move.branches.some(({ keys }) => keys?.length),
      )
    )
      continue;
    const key = JSON.stringify([row.priority, row.reason, row.room, row.guards, row.moves, row.again]);
    byWhat.set(key, [...(byWhat.get(key) ?? []), row]);
  }
  return [...byWhat.values()]
    .filter((rows) => rows.length > 1)
    .map((rows): Finding => {
      const [first, ...others] = rows as [AutomationRow, ...AutomationRow[]];
      const cues = rows.flatMap((row) => row.cues);
      return finding({
        code: "alike",
        severity: "note",
        title: `${listed(rows.map(({ name }) => name))} do the same`,
        why: `${counted(rows.length, "sentence")} where one with ${counted(cues.length, "cue")} would do: whoever changes one forgets the others.${asOn(design, first)}`,
        about: about(rows),
        fix: {
          label: `Make one of them`,
          changes: [
            ...(others.some(({ id }) => named(design).has(id))
              ? removeRows(
                  design,
                  others.map(({ id }) => ({ in: "automations" as const, id })),
                )
              : others.flatMap(({ id }) => dropRow("automations", id))),
            ...putRow("automations", {
              ...first,
              cues: cues.map((cue, i) => ({ ...cue, key: `cue${i + 1}` })),
            }),
          ],
        },
      });
    });
}

/** By switch: what it cuts off that sentences tell something. What is behind a switch to be worked by it is meant so. */
function cutOff(design: Design): Finding[] {
  const bySwitch = new Map<string, Set<string>>();
  for (const radio of radiosOf(design).values()) {
    const by = cutBy(design, radio);
    if (by === undefined || radio.point.kind.split("--")[0] === "wall-switch") continue;
    bySwitch.set(by, (bySwitch.get(by) ?? new Set()).add(radio.point.id));
  }
  return [...bySwitch].flatMap(([by, cut]): Finding[] => {
    const rows = on(design).filter((row) => movedBy(design, row).some((id) => cut.has(id)));
    if (!rows.length) return [];
    const own = [...cut].filter((id) => rows.some((row) => movedBy(design, row).includes(id)));
    const minute = rows.flatMap((row) => partsIn(design, row)).find(({ minutes }) => minutes?.length)
      ?.minutes?.[0];
    return [
      finding({
        code: "cut-off",
        severity: "mend",
        title: `${listed(own.map((id) => pointName(design, id)))} ${own.length === 1 ? "is" : "are"} cut off by ${byId(design, "switches").get(by)?.name ?? "a wall switch"}, and ${counted(rows.length, "sentence")} ${rows.length === 1 ? "tells" : "tell"} ${own.length === 1 ? "it" : "them"} what to do`,
        why: `Whenever the switch is off${minute === undefined ? "" : `, as it may be ${onDay(design, minute)}`}, the radio has no supply and hears nothing of ${listed(rows.map(({ name }) => name))}. A licensed person makes the feed live all the time, switched off and proved dead first; the switch then only speaks.`,
        about: about(rows, own),
      }),
    ];
  });
}

// Hands.

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

function unreachable(design: Design): Finding[] {
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

function overrides(design: Design): Finding[] {
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
    const minute = partsIn(design, row).find(({ minutes }) => minutes?.length)?.minutes?.[0];
    const fix = leaveFix(design, row, roomOf(design, own[0]!));
    return [
      finding({
        code: "no-override",
        severity: "mend",
        title: `Nobody can overrule ${row.name}`,
        why: `${listed(own.map((id) => pointName(design, id)))} ${own.length === 1 ? "has" : "have"} no key in the room, and no flag leaves the room be${minute === undefined ? "" : `: ${onDay(design, minute)}, for one, it does as it likes`}.${fix ? "" : " The designer plans a key or a panel."}`,
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

function withoutHand(design: Design): Finding[] {
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
    return [
      finding({
        code: "no-hand",
        severity: "mend",
        title: `${person.role} has no control by hand of ${listed(points.map((id) => pointName(design, id)))}`,
        why: `${listed(own.map(({ row }) => row.name))} ${own.length === 1 ? "tells" : "tell"} them, and there is no key, remote or panel in the room. Whoever sleeps there must be able to overrule it in the dark. The designer plans a key by the door or the bed.`,
        about: [
          { in: "people", id: person.id },
          ...about(
            own.map(({ row }) => row),
            points,
          ),
        ],
      }),
    ];
  });
}

/** All of them, of what is switched on. */
export const planChecks = (design: Design): Finding[] => [
  ...sleepers(design),
  ...windRules(design),
  ...onClouds(design),
  ...onOneCell(design),
  ...needless(design),
  ...alike(design),
  ...cutOff(design),
  ...unreachable(design),
  ...overrides(design),
  ...withoutHand(design),
];
