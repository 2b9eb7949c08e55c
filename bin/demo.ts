/** `npm run demo`: database, migrations, demo data, build, serve. Ctrl+C stops all of it. */
import { rmSync } from "node:fs";
import { createServer } from "node:net";
import { parseArgs } from "node:util";
import { buildIfStale } from "./build";
import { StartError, startDatabase, type Database } from "./database";
import { connect, migrate } from "../db/connect";
import { DEMO_PEOPLE, seedDemo } from "../db/seed";

const FOLDER = ".data";

function portOf(text: string): number {
  const port = Number(text);
  if (!Number.isInteger(port) || port < 1 || port > 65535) throw new StartError(`--port must be a number from 1 to 65535, not "${text}".`);
  return port;
}

/** Throws StartError where another program listens on the port. */
function checkFree(port: number): Promise<void> {
  return new Promise((done, refuse) => {
    const probe = createServer();
    probe.once("error", (error: NodeJS.ErrnoException) =>
      refuse(new StartError(error.code === "EADDRINUSE"
        ? `Port ${port} is taken: stop what uses it, or start with "npm run demo -- --port ${port + 1}".`
        : `Port ${port} cannot be used (${error.code}): start with "npm run demo -- --port 3210".`)),
    );
    probe.listen(port, "127.0.0.1", () => probe.close(() => done()));
  });
}

async function main(): Promise<void> {
  const { values } = parseArgs({ options: { fresh: { type: "boolean", default: false }, port: { type: "string", default: process.env.PORT ?? "3210" } } });
  const port = portOf(values.port);
  await checkFree(port);
  if (values.fresh) rmSync(FOLDER, { recursive: true, force: true });
  buildIfStale();
  console.log("Starting the database…");
  const database = await startDatabase(FOLDER);
  let server: { close(): Promise<void> } | undefined;
  let stopping = false;
  const stop = async (code: number) => {
    if (stopping) return;
    stopping = true;
    await server?.close();
    await database.stop();
    process.exit(code);
  };
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const) process.on(signal, () => void stop(0));
  try {
    await prepare(database);
    process.env.NODE_ENV = "production";
    process.env.ZINC_DATABASE_URL = database.url;
    process.env.ZINC_DEMO = "1";
    const { serve } = await import("../server/http");
    server = await serve({ port });
  } catch (error) {
    console.error(error);
    await stop(1);
    return;
  }
  console.log(`\n  Zinc Lattice is at http://localhost:${port}\n\n  Sign in with one press on the page, or as ${DEMO_PEOPLE[0]!.email} with the password ${DEMO_PEOPLE[0]!.password}.\n  Ctrl+C stops it. Your data stays; "npm run demo -- --fresh" starts over.\n`);
}

async function prepare(database: Database): Promise<void> {
  const connection = await connect(database.url, 2);
  try {
    await migrate(connection.db, "db/migrations");
    await seedDemo(connection.db);
  } finally {
    await connection.close();
  }
}

main().catch((error: unknown) => {
  console.error(error instanceof StartError || (error instanceof TypeError && "code" in error) ? error.message : error);
  process.exit(1);
});
