/** Stand-in houses that are open in this process, one a design, each with the client that panels are shown by. */
import { fail } from "../core/design/input-error";
import type { Design } from "../core/design/collections";
import type { Snapshot } from "../core/stages/rehearse/panel";
import { listenTo, type HouseClient } from "./house-client";
import { openStandIn, type StandIn, type StandInAsk } from "./stand-in";

interface Open {
  standIn: StandIn;
  client: HouseClient;
  /** Of the design, as it was opened. */
  revision: number;
}

/** Few: each runs a house. */
const MOST_OPEN = 8;
/** A panel is shown the house so often at most. */
const SHOW_MS = 400;
const BEAT_MS = 5000;
const open = new Map<string, Open>();
const opening = new Set<string>();

export const openHouse = (design: string): Open | undefined => open.get(design);

/** What a page says of it. */
export function houseSaid(design: string) {
  const own = open.get(design);
  return own
    ? {
        port: own.standIn.port,
        speed: own.standIn.speed,
        topics: own.standIn.topics,
        revision: own.revision,
      }
    : undefined;
}

/** @throws InputError where it is open already, or where the port is taken */
export async function startHouse(
  id: string,
  design: Design,
  revision: number,
  ask: StandInAsk,
): Promise<void> {
  if (open.has(id) || opening.has(id)) fail("House", "is open already: close it first");
  if (open.size + opening.size >= MOST_OPEN)
    fail("House", `cannot be opened: ${MOST_OPEN} houses are open already`);
  opening.add(id);
  try {
    const standIn = await openStandIn(design, ask);
    try {
      open.set(id, { standIn, client: await listenTo(design, standIn.port), revision });
    } catch (error) {
      // Nobody could close what nobody is shown.
      await standIn.close();
      throw error;
    }
  } finally {
    opening.delete(id);
  }
}

export async function closeHouse(id: string): Promise<void> {
  const own = open.get(id);
  if (!own) return;
  open.delete(id);
  await own.client.close();
  await own.standIn.close();
}

export const closeHouses = async (): Promise<void> => {
  await Promise.all([...open.keys()].map(closeHouse));
};

/** A snapshot as it is sent: maps as lists. */
const sent = (now: Snapshot) => ({ ...now, values: [...now.values], dials: [...now.dials] });

/** Server-sent events: the house as it is, again whenever it is otherwise; it ends with the house, or with the right to see it. */
export function houseStream(id: string, signal: AbortSignal, mayStill: () => Promise<boolean>): Response {
  const { client } = open.get(id)!;
  const text = new TextEncoder();
  let ended = false;
  let end = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      let due = false;
      let shown = 0;
      const say = (event: string, value: unknown) =>
        !ended && controller.enqueue(text.encode(`event: ${event}\ndata: ${JSON.stringify(value)}\n\n`));
      const show = () => {
        due = false;
        shown = Date.now();
        const now = client.snapshot();
        if (now) say("house", sent(now));
      };
      const off = client.watch((refused) => {
        if (refused !== undefined) return say("refused", refused);
        if (due) return;
        due = true;
        timer = setTimeout(show, Math.max(0, shown + SHOW_MS - Date.now()));
      });
      let timer = setTimeout(show, 0);
      const beat = setInterval(() => {
        void mayStill().then(
          (may) => (may && open.has(id) ? say("beat", 0) : end()),
          () => end(),
        );
      }, BEAT_MS);
      end = () => {
        if (ended) return;
        ended = true;
        off();
        clearTimeout(timer);
        clearInterval(beat);
        controller.close();
      };
      signal.addEventListener("abort", () => end());
    },
    cancel: () => end(),
  });
  return new Response(body, {
    headers: { "Content-Type": "text/event-stream", "Cache-Control": "no-store" },
  });
}
