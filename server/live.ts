/** Live changes: one poll of the log for each design that somebody watches, handed to all its watchers. */
import { logSince, type LogEntry } from "../db/write-edit";
import { db } from "./db";

type Listener = (entries: LogEntry[]) => void;

interface Watch {
  revision: number;
  listeners: Set<Listener>;
  timer?: NodeJS.Timeout;
  busy: boolean;
}

/** The log is what other web processes write to as well, so it is asked, not only told. */
const POLL_MS = 400;
const watches = new Map<string, Watch>();

async function poll(design: string, watch: Watch): Promise<void> {
  if (watch.busy) return;
  watch.busy = true;
  try {
    const entries = await logSince(db(), design, watch.revision);
    if (entries.length) {
      watch.revision = entries[entries.length - 1]!.revision;
      for (const listener of watch.listeners) listener(entries);
    }
  } catch {
    // The database is away for a moment: the next poll asks again from the same revision.
  } finally {
    watch.busy = false;
  }
}

function subscribe(design: string, revision: number, listener: Listener): () => void {
  let watch = watches.get(design);
  if (!watch) {
    watch = { revision, listeners: new Set(), busy: false };
    watches.set(design, watch);
    const made = watch;
    made.timer = setInterval(() => void poll(design, made), POLL_MS);
  }
  const joined = watch;
  joined.listeners.add(listener);
  return () => {
    joined.listeners.delete(listener);
    if (joined.listeners.size) return;
    clearInterval(joined.timer);
    watches.delete(design);
  };
}

/** Ask the log at once: an edit was just written here. */
export function wake(design: string): void {
  const watch = watches.get(design);
  if (watch) void poll(design, watch);
}

/** A server-sent event stream of log entries after `since`. `mayStill` is asked now and then; false ends the stream. */
export function liveStream(design: string, since: number, signal: AbortSignal, mayStill: () => Promise<boolean>): Response {
  const encoder = new TextEncoder();
  let end = () => {};
  const body = new ReadableStream<Uint8Array>({
    async start(controller) {
      let sent = since;
      const send = (entries: readonly LogEntry[]) => {
        for (const entry of entries) {
          if (entry.revision <= sent) continue;
          sent = entry.revision;
          controller.enqueue(encoder.encode(`id: ${entry.revision}\ndata: ${JSON.stringify(entry)}\n\n`));
        }
      };
      controller.enqueue(encoder.encode("retry: 1500\n: hello\n\n"));
      const leave = subscribe(design, since, send);
      const beat = setInterval(() => {
        controller.enqueue(encoder.encode(": here\n\n"));
        void mayStill().then((may) => may || end(), () => {});
      }, 20_000);
      end = () => {
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
      // What was written between the page's loader and this stream.
      send(await logSince(db(), design, since));
    },
    cancel: () => end(),
  });
  return new Response(body, { headers: { "Content-Type": "text/event-stream", "Cache-Control": "no-store", Connection: "keep-alive" } });
}
