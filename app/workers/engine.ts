/** The engine of the desk, off the page's own thread: one request after another, each with its reply. */
import { createEngine, type Request } from "#core/desk/engine";

const engine = createEngine();

self.addEventListener("message", (event: MessageEvent<Request>) => self.postMessage(engine(event.data)));
