/**
 * The engine of the desk as a web worker. One that has answered all it was asked is kept for the design that is
 * opened next: its scripts are read and warm.
 */
import type { Reply, Request } from "#core/whole/engine";
import { startWorker, type Hand } from "../workers/ask";
import type { StartEngine } from "./results";

/** So long one is kept that nobody has taken: it holds the design before in memory. */
const KEPT_MS = 60_000;

interface Kept {
  worker: Worker;
  late: ReturnType<typeof setTimeout>;
}

/** An engine that takes over one that another design has left, and leaves its own to the next. */
export function startKeptEngine(make: () => Worker): StartEngine {
  let kept: Kept | undefined;

  const keep = (worker: Worker) => {
    worker.onmessage = worker.onerror = worker.onmessageerror = null;
    const late = setTimeout(() => {
      kept = undefined;
      worker.terminate();
    }, KEPT_MS);
    kept = { worker, late };
  };

  const taken = () => {
    const worker = kept?.worker ?? make();
    clearTimeout(kept?.late);
    kept = undefined;
    return worker;
  };

  return (hear, fell) => {
    const worker = taken();
    /** Requests whose last word is not heard; an edit that another has followed gets none. */
    const waiting = new Set<number>();
    let followed = 0;
    let broken = false;
    const hand = startWorker<Request, Reply>(
      () => worker,
      (reply) => {
        if (!("cells" in reply)) waiting.delete(reply.n);
        broken ||= "failed" in reply;
        hear(reply);
      },
      (said) => {
        broken = true;
        fell(said);
      },
    );
    return {
      post(request) {
        if (request.ask === "open" || request.ask === "follow") {
          waiting.delete(followed);
          followed = request.n;
        }
        waiting.add(request.n);
        hand.post(request);
      },
      end() {
        if (broken || waiting.size || kept) hand.end();
        else keep(worker);
      },
    } satisfies Hand<Request>;
  };
}

export const startEngine = startKeptEngine(
  () => new Worker(new URL("../workers/engine.ts", import.meta.url), { type: "module" }),
);
