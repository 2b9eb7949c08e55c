/** The engine of the desk, off the page's own thread: one request after another, each with its reply. */
import { createEngine, type Reply, type Request } from "#core/desk/engine";

const say = (reply: Reply) => self.postMessage(reply);
const engine = createEngine(say);

self.addEventListener("message", (event: MessageEvent<Request>) => say(engine(event.data)));
