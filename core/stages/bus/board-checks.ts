/** Checks of controller boards, hand remotes and stations. */
import type { Design } from "../../design/collections";
import type { Finding } from "../../desk/findings";
import { counted } from "../../design/words";
import type { BoardRow, PinRow } from "../../design/rows/bus";
import { assignAll, assignPins, contactFor, demandsOf, failStates, supplyWorking, whyNotPin } from "./pins";
import { clashesOf, freeCodes } from "./remotes";

/** Findings of all boards: pins, supplies, contacts, stations. */
export const boardChecks = (design: Design): Finding[] =>
  design.boards.flatMap((board) => [
    ...pins(design, board),
    ...supply(design, board),
    ...demandsOf(design, board.id).flatMap((row) => contact(board, row)),
    ...stations(design, board),
  ]);

const refs = (board: BoardRow, rows: readonly PinRow[]) => [
  { in: "boards" as const, id: board.id },
  ...rows.map((row) => ({ in: "pins" as const, id: row.id })),
];

function pins(design: Design, board: BoardRow): Finding[] {
  const demands = demandsOf(design, board.id);
  const { short } = assignPins(board, demands);
  const findings: Finding[] = [];
  const fix = {
    label: "Give every demand a pin that serves it",
    changes: (design: Design) => assignAll(design, board.id),
  };
  const seen = new Map<string, PinRow>();
  const none: PinRow[] = [];
  for (const row of demands) {
    if (row.pin === undefined) {
      none.push(row);
      continue;
    }
    const pin = board.has.find(({ name }) => name === row.pin);
    const why = pin ? whyNotPin(pin, row.demand) : `${board.name} has no such pin`;
    if (why) {
      const wild = row.demand === "relay" && pin?.can.includes("out");
      findings.push({
        code: wild ? "bus.pin-wild" : "bus.pin-wrong",
        stage: "bus",
        severity: "stop",
        title: `${row.does} is on pin ${row.pin} of ${board.name}: ${why}`,
        why: wild
          ? "Its load comes on by itself at every start and every restart, whether somebody's hands are in it or not. Isolate and lock off its mains before the board is tried."
          : "It cannot work there.",
        about: refs(board, [row]),
        source: "pins of the board",
        ...(short ? {} : { fix }),
      });
    }
    const other = seen.get(row.pin);
    if (other)
      findings.push({
        code: "bus.pin-twice",
        stage: "bus",
        severity: "stop",
        title: `${other.does} and ${row.does} share pin ${row.pin} of ${board.name}`,
        why: "One pin drives or reads one thing.",
        about: refs(board, [other, row]),
        ...(short ? {} : { fix }),
      });
    seen.set(row.pin, row);
  }
  if (short)
    findings.push({
      code: "bus.pin-short",
      stage: "bus",
      severity: "stop",
      title: `${board.name} has ${counted(short.pins.length, "pin")} for ${counted(short.demands.length, "demand")}: ${short.demands[0]!.does} cannot have one`,
      why: `${short.demands.map((row) => row.does).join(", ")} can only be on ${short.pins.length ? short.pins.join(", ") : "pins the board does not have"}. The designer decides: another board, an expander, or one demand less.`,
      about: refs(board, short.demands),
      measured: short.demands.length,
      limit: short.pins.length,
      unit: "pins",
    });
  else if (none.length)
    findings.push({
      code: "bus.pin-none",
      stage: "bus",
      severity: "note",
      title: `${counted(none.length, "demand")} of ${board.name} ${none.length === 1 ? "has" : "have"} no pin yet`,
      why: "Whoever wires it needs one for each.",
      about: refs(board, none),
      fix,
    });
  return findings;
}

function supply(design: Design, board: BoardRow): Finding[] {
  const working = supplyWorking(design, board);
  if (working.value <= working.limit!.value) return [];
  return [
    {
      code: "bus.board-supply",
      stage: "bus",
      severity: "stop",
      title: `${board.name} takes more than its supply gives`,
      why: "With all relays pulled in it falters, and what it holds falls off. The designer decides: a larger supply, or fewer relays at once.",
      about: refs(board, []),
      measured: working.value,
      limit: working.limit!.value,
      unit: "W",
      source: working.limit!.source,
      working,
    },
  ];
}

function contact(board: BoardRow, row: PinRow): Finding[] {
  const wrong = failStates(row).find((state) => state.right === false);
  const right = contactFor(row);
  if (row.demand !== "relay" || !wrong || right === undefined || right === (row.contact ?? "normally open"))
    return [];
  return [
    {
      code: "bus.contact-wrong",
      stage: "bus",
      severity: "mend",
      title: `${row.does}: when ${wrong.when}, ${wrong.load}`,
      why: `It is wanted ${row.wantedOnFailure}. On a ${right} contact it is; what heats, cuts or lifts must not come on by itself. Isolate, lock off and prove dead before a load is moved to another contact; local codes and a licensed person decide.`,
      about: refs(board, [row]),
      fix: {
        label: `Put it on the ${right} contact`,
        changes: [{ in: "pins", put: { ...row, contact: right } }],
      },
    },
  ];
}

function stations(design: Design, board: BoardRow): Finding[] {
  const own = design.stations.filter((row) => row.board === board.id);
  const most = board.stationsMost;
  if (most === undefined || own.length <= most) return [];
  return [
    {
      code: "bus.stations-many",
      stage: "bus",
      severity: "stop",
      title: `${board.name} can run ${counted(most, "station")}, and has ${own.length}`,
      why: "The last ones never run. The designer decides: a second controller, or two valves on one station.",
      about: [...refs(board, []), ...own.slice(most).map((row) => ({ in: "stations" as const, id: row.id }))],
      measured: own.length,
      limit: most,
      unit: "stations",
    },
  ];
}

/** Codes that are the same, or nearly. */
export const remoteChecks = (design: Design): Finding[] =>
  clashesOf(design.remotes).map(({ a, b, of, bits }) => {
    const free = freeCodes(design.remotes, b);
    return {
      code: bits ? "bus.code-near" : "bus.code-same",
      stage: "bus" as const,
      severity: bits ? ("mend" as const) : ("stop" as const),
      title: bits
        ? `The codes of ${a.name} and ${b.name} are nearly the same`
        : `${a.name} and ${b.name} have one code`,
      why: bits
        ? `${of[0]!.toUpperCase()}${of.slice(1)} differ in ${counted(bits, "bit")}: where reception is poor one is taken for the other. ${free ? "" : "No code is free that is further off: the designer decides."}`.trim()
        : `Whoever presses one moves both.${free ? "" : " No code is free: the designer decides."}`,
      about: [
        { in: "remotes" as const, id: a.id },
        { in: "remotes" as const, id: b.id },
      ],
      measured: bits,
      unit: "bits",
      ...(free
        ? {
            fix: {
              label: `Give ${b.name} the codes ${free.on} and ${free.off}`,
              changes: [{ in: "remotes" as const, put: { ...b, ...free } }],
            },
          }
        : {}),
    };
  });
