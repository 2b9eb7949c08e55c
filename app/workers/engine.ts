/** The engine of the desk, off the page's own thread: one request after another, each with its reply. */
import { createEngine, type Request } from "#core/whole/engine";

/**
 * After what has been asked meanwhile: messages wait in one row, this one behind them, and without a
 * timer's delay.
 */
const { port1, port2 } = new MessageChannel();
const waiting: (() => void)[] = [];
port1.onmessage = () => waiting.shift()?.();

const engine = createEngine(
  (reply) => self.postMessage(reply),
  (work) => {
    waiting.push(work);
    port2.postMessage(undefined);
  },
);

self.addEventListener("message", (event: MessageEvent<Request>) => engine(event.data));
