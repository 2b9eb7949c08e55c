/** `npm run demo`: database, migrations, demo data, build, serve. Ctrl+C stops all of it. */
import { rmSync } from "node:fs";
import { createServer } from "node:net";
import { parseArgs } from "node:util";
import { buildIfStale } from "./build";
import { endLeftovers, ownFolder, StartError, startDatabase, type Database } from "./database";
import { connect } from "../db/connect";
import { migrate } from "../db/migrate";
import { DEMO_PEOPLE, seedDemo } from "../db/seed";

const FOLDER = ".data";

function portOf(text: string): number {
  const port = Number(text);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new StartError(`--port must be a number from 1 to 65535, not "${text}".`);
  return port;
}

/** Throws StartError where another program listens on the port. */
function checkFree(port: number): Promise<void> {
  return new Promise((done, refuse) => {
    const probe = createServer();
    probe.once("error", (error: NodeJS.ErrnoException) =>
      refuse(
        new StartError(
          error.code === "EADDRINUSE"
            ? `Port ${port} is taken: stop what uses it, or start with "npm run demo -- --port ${port + 1}".`
            : `Port ${port} cannot be used (${error.code}): start with "npm run demo -- --port 3210".`,
        ),
      ),
    );
    probe.listen(port, "127.0.0.1", () => probe.close(() => done()));
  });
}

async function main(): Promise<void> {
  const { values } = parseArgs({
    options: {
      fresh: { type: "boolean", default: false },
      port: { type: "string", default: process.env.PORT ?? "3210" },
    },
  });
  const port = portOf(values.port);
  // First of all, so that nothing of a running one is touched: neither its port nor its data.
  const lock = ownFolder(FOLDER);
  process.on("exit", () => lock.release());
  await checkFree(port);
  if (values.fresh) {
    if (await endLeftovers(FOLDER))
      console.log("A start that was cut off had left its database running; it was ended.");
    rmSync(FOLDER, { recursive: true, force: true });
  }
  buildIfStale();
  console.log("Starting the database…");
  const database = await startDatabase(FOLDER, { onAway: (said) => console.error(said) });
  if (database.leftovers)
    console.log(
      "A start that was cut off had left its database running; it was ended, and your data is as it was.",
    );
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
  lock.serves(`http://localhost:${port}`);
  console.log(
    `\n  Zinc Lattice is at http://localhost:${port}\n\n  Sign in with one press on the page, or as ${DEMO_PEOPLE[0]!.email} with the password ${DEMO_PEOPLE[0]!.password}.\n  Ctrl+C stops it. Your data stays; "npm run demo -- --fresh" starts over.\n`,
  );
}

async function prepare(database: Database): Promise<void> {
  const connection = connect(database.url, 2);
  try {
    const { resumed } = await migrate(connection, "db/migrations");
    if (resumed)
      console.log("A start was cut off while the database was brought up to date; that was finished.");
    const mended = await seedDemo(connection.db);
    if (mended) console.log(mended);
  } finally {
    await connection.close();
  }
}

main().catch((error: unknown) => {
  console.error(
    error instanceof StartError || (error instanceof TypeError && "code" in error) ? error.message : error,
  );
  process.exit(1);
});
