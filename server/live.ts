/** Live changes: one poll of the log for each design that somebody watches, handed to all its watchers. */
import { eq } from "drizzle-orm";
import { designs } from "../db/schema";
import { logSince, type LogEntry } from "../db/write-edit";
import { db } from "./db";

interface Watcher {
  person: string;
  hear(entries: readonly LogEntry[]): void;
  end(): void;
}

interface Watch {
  /** Entries up to this revision were handed to every watcher. Undefined until the log's end is known. */
  revision?: number;
  watchers: Set<Watcher>;
  timer?: NodeJS.Timeout;
  busy: boolean;
}

/** The log is what other web processes write to as well, so it is asked, not only told. */
const POLL_MS = 400;
/** How often a stream that has nothing to say asks whether it may go on. */
const BEAT_MS = 5000;
const watches = new Map<string, Watch>();

const headOf = async (design: string): Promise<number | undefined> =>
  (await db().select({ revision: designs.revision }).from(designs).where(eq(designs.id, design)))[0]
    ?.revision;

async function poll(design: string, watch: Watch): Promise<void> {
  if (watch.busy) return;
  watch.busy = true;
  try {
    // From where the log ends now, and never from what a watcher says it knows: one that claims to know the
    // future would keep everybody else from hearing of the present.
    watch.revision ??= await headOf(design);
    if (watch.revision === undefined) return;
    const entries = await logSince(db(), design, watch.revision);
    if (!entries.length) return;
    watch.revision = entries[entries.length - 1]!.revision;
    for (const watcher of watch.watchers) watcher.hear(entries);
  } catch {
    // The database is away for a moment: the next poll asks again from the same revision.
  } finally {
    watch.busy = false;
  }
}

function subscribe(design: string, watcher: Watcher): () => void {
  let watch = watches.get(design);
  if (!watch) {
    watch = { watchers: new Set(), busy: false };
    watches.set(design, watch);
    const made = watch;
    made.timer = setInterval(() => void poll(design, made), POLL_MS);
    void poll(design, made);
  }
  const joined = watch;
  joined.watchers.add(watcher);
  return () => {
    joined.watchers.delete(watcher);
    if (joined.watchers.size || watches.get(design) !== joined) return;
    clearInterval(joined.timer);
    watches.delete(design);
  };
}

/** Ask the log at once: an edit was just written here. */
export function wake(design: string): void {
  const watch = watches.get(design);
  if (watch) void poll(design, watch);
}

/**
 * End a person's streams of a design at once: they may no longer see it. Other processes notice at their
 * next beat.
 */
export function endStreams(design: string, person: string): void {
  for (const watcher of watches.get(design)?.watchers ?? []) if (watcher.person === person) watcher.end();
}

/**
 * A server-sent event stream of log entries after `since`, each once and in order. `mayStill` is asked
 * before anything is sent and now and then; false ends the stream.
 */
export function liveStream(
  design: string,
  person: string,
  since: number,
  signal: AbortSignal,
  mayStill: () => Promise<boolean>,
): Response {
  const encoder = new TextEncoder();
  let end = () => {};
  const body = new ReadableStream<Uint8Array>({
    async start(controller) {
      let over = false;
      let sent = since;
      // What comes while the backlog is still on its way waits for it: nothing is passed over, nothing
      // comes twice.
      let waiting: LogEntry[] | undefined = [];
      const write = (text: string) => {
        if (!over) controller.enqueue(encoder.encode(text));
      };
      const send = (entries: readonly LogEntry[]) => {
        for (const entry of entries) {
          if (entry.revision <= sent) continue;
          sent = entry.revision;
          write(`id: ${entry.revision}\ndata: ${JSON.stringify(entry)}\n\n`);
        }
      };
      let queue: Promise<void> = Promise.resolve();
      /** One after another: asked whether it may, then sent. */
      const inTurn = (entries: readonly LogEntry[]) => {
        queue = queue.then(async () => {
          if (over) return;
          try {
            if (!(await mayStill())) return end();
          } catch {
            // The database is away: the client asks again from where it is.
            return end();
          }
          send(entries);
        });
      };
      const leave = subscribe(design, {
        person,
        hear: (entries) => (waiting ? waiting.push(...entries) : inTurn(entries)),
        end: () => end(),
      });
      const beat = setInterval(() => {
        write(": here\n\n");
        inTurn([]);
      }, BEAT_MS);
      end = () => {
        if (over) return;
        over = true;
        leave();
        clearInterval(beat);
        signal.removeEventListener("abort", end);
        try {
          controller.close();
        } catch {
          // Already closed by the other side.
        }
      };
      signal.addEventListener("abort", end);
      write("retry: 1500\n: hello\n\n");
      try {
        // What was written between the page's loader and this stream.
        const backlog = await logSince(db(), design, since);
        const late = waiting;
        waiting = undefined;
        inTurn([...backlog, ...late]);
      } catch {
        end();
      }
    },
    cancel: () => end(),
  });
  return new Response(body, {
    headers: { "Content-Type": "text/event-stream", "Cache-Control": "no-store", Connection: "keep-alive" },
  });
}
