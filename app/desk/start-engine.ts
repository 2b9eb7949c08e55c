/** The engine of the desk as a web worker. */
import type { Reply, Request } from "#core/whole/engine";
import { startWorker } from "../workers/ask";
import type { StartEngine } from "./results";

export const startEngine: StartEngine = (hear, fell) =>
  startWorker<Request, Reply>(
    () => new Worker(new URL("../workers/engine.ts", import.meta.url), { type: "module" }),
    hear,
    fell,
  );
