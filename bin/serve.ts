/**
 * One web process on an existing database: set ZINC_DATABASE_URL. Prints the port it listens on as one JSON
 * line.
 */
import { parseArgs } from "node:util";
import { serve } from "../server/http";

const { values } = parseArgs({ options: { port: { type: "string", default: "3210" } } });
process.env.NODE_ENV = "production";
const server = await serve({ port: Number(values.port) });
console.log(JSON.stringify({ port: server.port }));
// Whoever started this process may be cut off without a word: nobody is served then any more.
const parent = process.ppid;
setInterval(() => process.ppid !== parent && process.exit(0), 1000).unref();
for (const signal of ["SIGINT", "SIGTERM"] as const) {
  process.on(signal, () => {
    // Whatever still hangs after some seconds is cut off.
    setTimeout(() => process.exit(0), 3000).unref();
    void server.close().then(() => process.exit(0));
  });
}
