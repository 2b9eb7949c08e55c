/**
 * What server and end-to-end tests stand on: a database of their own and web processes on the built
 * application.
 */
import { spawn, type ChildProcess } from "node:child_process";
import { rmSync } from "node:fs";
import { once } from "node:events";
import { createInterface } from "node:readline";
import { buildIfStale } from "../bin/build";
import { endLeftovers, startDatabase, type Database } from "../bin/database";
import { connect } from "../db/connect";
import { migrate } from "../db/migrate";
import { seedDemo } from "../db/seed";

export interface WebProcess {
  /** All it said so far. */
  log(): string;
  url: string;
  pid: number;
  stop(): Promise<void>;
  /** As a cut of the power would. */
  kill(): Promise<void>;
}

/** Start one web process and wait until it listens. */
export async function startWeb(databaseUrl: string, env: Record<string, string> = {}): Promise<WebProcess> {
  const child: ChildProcess = spawn(process.execPath, ["--import", "tsx", "bin/serve.ts", "--port", "0"], {
    env: {
      ...process.env,
      NODE_OPTIONS: "",
      NODE_ENV: "production",
      ZINC_DATABASE_URL: databaseUrl,
      ZINC_DEMO: "1",
      ZINC_KIT: "1",
      ...env,
    },
    stdio: ["ignore", "pipe", "pipe"],
  });
  const log: string[] = [];
  for (const stream of [child.stdout!, child.stderr!])
    stream.on("data", (bytes: Buffer) => void log.push(bytes.toString("utf8")));
  child.stderr!.pipe(process.stderr);
  const [line] = (await once(createInterface({ input: child.stdout! }), "line")) as [string];
  const { port } = JSON.parse(line) as { port: number };
  return {
    url: `http://localhost:${port}`,
    pid: child.pid!,
    log: () => log.join(""),
    stop: async () => {
      if (child.exitCode !== null || child.signalCode !== null) return;
      const gone = once(child, "exit");
      child.kill("SIGTERM");
      const late = setTimeout(() => child.kill("SIGKILL"), 8000);
      await gone;
      clearTimeout(late);
    },
    kill: async () => {
      if (child.exitCode !== null || child.signalCode !== null) return;
      const gone = once(child, "exit");
      child.kill("SIGKILL");
      await gone;
    },
  };
}

/** A fresh database with the schema and the demo house, and the application built. */
export async function startTestDatabase(folder: string): Promise<Database> {
  // Processes that are started from here read the same key.
  process.env.ZINC_SECRETS_FILE = `${folder}.key`;
  buildIfStale();
  // A run that was ended may have left its server behind, on the very folder that goes now.
  await endLeftovers(folder);
  rmSync(folder, { recursive: true, force: true });
  const database = await startDatabase(folder, { quick: true });
  const connection = connect(database.url, 2);
  await migrate(connection, "db/migrations");
  await seedDemo(connection.db);
  await connection.close();
  return database;
}

/**
 * End in order when told to, or when whoever started this process is gone: a run that was killed leaves
 * nothing behind.
 */
export function endWithParent(stop: () => Promise<void>): void {
  const parent = process.ppid;
  let ending = false;
  const end = () => {
    if (ending) return;
    ending = true;
    void stop().finally(() => process.exit(0));
  };
  for (const signal of ["SIGTERM", "SIGINT", "SIGHUP"] as const) process.on(signal, end);
  setInterval(() => process.ppid !== parent && end(), 500).unref();
}
