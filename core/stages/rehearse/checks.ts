/** Checks of stage 11: what one failure takes from whom, and what a guest cannot use. */
import { byId, type Design } from "../../design/collections";
import { capital, counted, listed } from "../../design/words";
import type { Finding, RowRef } from "../../desk/findings";
import { works } from "./outage/score";
import { pointsAnywhere } from "../../points/anywhere";
import { guestTest } from "./outage/guest";
import { singleFailures, type Failure, type Outcome } from "./outage/table";
import { failureText, partText } from "./outage/words";

/** One part that takes more of a house than this, of 100 points, is worth a second one. */
const MOST_POINTS = 8;

const finding = (one: Omit<Finding, "stage" | "code"> & { code: string }): Finding => ({
  ...one,
  stage: "rehearse",
  code: `rehearse.${one.code}`,
});

const stops = ({ before, now }: Outcome) => works(before) && !works(now);
const names = (outcomes: readonly Outcome[]) => listed([...new Set(outcomes.map(({ of }) => of.name))]);
const devicesOf = (outcomes: readonly Outcome[]): RowRef[] =>
  outcomes.map(({ of }) => ({ in: "devices", id: of.device }));

/** The row a part is, so that pressing a finding shows it. */
function refOf(what: string): RowRef | undefined {
  const [kind, id = ""] = what.split(":", 2) as [string, string?];
  const collection = (
    {
      hub: "hubs",
      switch: "rackItems",
      circuit: "circuits",
      supply: "busSupplies",
      cut: "stops",
      module: "modules",
      coordinator: "radios",
      device: "devices",
      cells: "devices",
    } as const
  )[kind];
  return collection && { in: collection, id };
}

/** Parts that others hang on, the hub aside. */
const SHARED: ReadonlySet<RowRef["in"]> = new Set([
  "rackItems",
  "circuits",
  "busSupplies",
  "modules",
  "radios",
]);

const isOutside = ({ what }: Failure) => what === "internet" || what === "cloud";

/** With the hub gone, all that goes on must go on by hand: what nobody can work then. */
function hubs(design: Design, failures: readonly Failure[]): Finding[] {
  return failures.flatMap((failure): Finding[] => {
    const row = refOf(failure.what);
    if (row?.in !== "hubs") return [];
    const dark = failure.touched.filter((one) => one.of.deed === "light" && stops(one));
    if (!dark.length) return [];
    const rooms = [...new Set(dark.map(({ of }) => of.room))];
    return [
      finding({
        code: "dark-without-hub",
        severity: "mend",
        title: `Without ${partText(design, failure.what)}, ${counted(rooms.length, "room has", "rooms have")} no light`,
        why: `${names(dark)} ${dark.length === 1 ? "hangs" : "hang"} on it alone: no wall switch and no key works ${dark.length === 1 ? "it" : "them"} past the hub. The designer plans a switch, a direct link or a spare hub.`,
        about: [row, ...devicesOf(dark)],
        measured: dark.length,
        limit: 0,
      }),
    ];
  });
}

/** A failure outside the house, or of one supply in it, that leaves something dangerous. */
function unsafe(design: Design, failures: readonly Failure[]): Finding[] {
  const told = new Set<string>();
  // The mildest first: what a supply takes is not told once more of the circuit it hangs on.
  return [...failures].reverse().flatMap((failure): Finding[] => {
    const row = refOf(failure.what);
    const common = isOutside(failure) || row?.in === "busSupplies" || row?.in === "circuits";
    const outcomes = failure.touched.filter((one) => one.unsafe !== undefined && !one.shutOut);
    if (!common || failure.what === "internet" || !outcomes.length) return [];
    const key = outcomes.map(({ of }) => of.id).join(" ");
    if (told.has(key)) return [];
    told.add(key);
    const says = [...new Set(outcomes.map((one) => one.unsafe!))];
    return [
      finding({
        code: "fails-unsafe",
        severity: "mend",
        title: `${failureText(design, failure.what)} down: ${listed(says)}`,
        why: `${names(outcomes)} ${outcomes.length === 1 ? "stands" : "stand"} on it and on nothing else. The designer gives ${outcomes.length === 1 ? "it" : "them"} another way; circuits and supplies are changed by a licensed person.`,
        about: [...(row ? [row] : []), ...devicesOf(outcomes)],
        measured: outcomes.length,
        limit: 0,
      }),
    ];
  });
}

function shutOut(design: Design, failures: readonly Failure[]): Finding[] {
  const found = new Map<string, Outcome>();
  for (const failure of failures)
    if (refOf(failure.what)?.in === "hubs" || failure.what === "mains")
      for (const outcome of failure.touched) if (outcome.shutOut) found.set(outcome.of.id, outcome);
  const doors = [...found.values()].filter(
    ({ of }) => of.deed === "lock" || /reader/i.test(pointsAnywhere(design).get(of.point)?.kind ?? ""),
  );
  if (!doors.length) return [];
  return [
    finding({
      code: "shut-out",
      severity: "note",
      title: `${capital(names(doors))} ${doors.length === 1 ? "lets" : "let"} nobody in by tag or code while the hub or the mains is down`,
      why: "The household agrees on where a key is kept outside, and who else has one. Nobody is locked in: from inside a door opens by hand, and must under every code for escape.",
      about: devicesOf(doors),
    }),
  ];
}

/** One part, hub and mains aside, that takes much with it. */
function heavy(design: Design, failures: readonly Failure[]): Finding[] {
  return failures.flatMap((failure): Finding[] => {
    const row = refOf(failure.what);
    const lost = 100 - failure.score;
    if (!row || lost <= MOST_POINTS || !SHARED.has(row.in)) return [];
    const gone = failure.touched.filter(stops);
    const worst = gone.slice(0, 4);
    return [
      finding({
        code: "one-part",
        severity: "note",
        title: `${capital(partText(design, failure.what))} alone takes ${lost.toFixed(0)} of 100 points`,
        why: `${counted(gone.length, "function stops", "functions stop")} with it${worst.length ? `: ${names(worst)}${gone.length > worst.length ? " and others" : ""}` : ", and many lose a way"}. The designer parts it over two, or the household keeps a spare.`,
        about: [row],
        measured: Math.round(lost * 10) / 10,
        limit: MOST_POINTS,
      }),
    ];
  });
}

function guests(design: Design): Finding[] {
  const verdicts = guestTest(design);
  const byRoom = new Map<string, { name: string; can: boolean; id: string }[]>();
  for (const { of, can } of verdicts)
    if (of.deed === "light")
      byRoom.set(of.room, [...(byRoom.get(of.room) ?? []), { name: of.name, can, id: of.device }]);
  const dark = [...byRoom].filter(([room, lights]) => {
    const type = byId(design, "rooms").get(room)?.type;
    return type !== "outdoor" && type !== "plant" && !lights.some(({ can }) => can);
  });
  const rooms = dark.map(([id]) => id);
  const wanted = design.wants.filter(({ guest }) => guest);
  const missed = wanted.filter(({ points }) =>
    verdicts.some(({ of, can }) => !can && points.includes(of.point)),
  );
  return [
    ...(rooms.length
      ? [
          finding({
            code: "guest-dark",
            severity: "mend" as const,
            title: `A guest finds no light in ${counted(rooms.length, "room")}`,
            why: `In ${listed(rooms.map((id) => byId(design, "rooms").get(id)?.name ?? id))} no switch or key of the room works a lamp: who has no telephone and was told nothing stays in the dark. The designer plans a key by the door.`,
            about: rooms.map((id): RowRef => ({ in: "rooms", id })),
            measured: rooms.length,
            limit: 0,
          }),
        ]
      : []),
    ...missed.map((want) =>
      finding({
        code: "guest-want",
        severity: "mend",
        title: `A guest cannot work the ${want.function} of ${byId(design, "rooms").get(want.room)?.name ?? want.room}`,
        why: "It was asked for so that a guest can work it by hand, with no word of explanation. The designer plans a control in the room.",
        about: [{ in: "wants", id: want.id }],
      }),
    ),
  ];
}

export function rehearseChecks(design: Design): Finding[] {
  const failures = singleFailures(design);
  return [
    ...hubs(design, failures),
    ...unsafe(design, failures),
    ...shutOut(design, failures),
    ...heavy(design, failures),
    ...guests(design),
  ];
}
