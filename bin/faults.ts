/**
 * `npm run faults`: kills, spoilt requests, hostile files and roles, tried on a database of its own and
 * counted. Bounded, loopback only.
 */
import { spawn } from "node:child_process";
import { once } from "node:events";
import { readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { connect } from "../db/connect";
import { migrate } from "../db/migrate";
import { seedDemo } from "../db/seed";
import { freezeTrial, fuzzTrial, killTrial, numbers, roleTrial } from "../tests/faults/trials";
import { startWeb } from "../tests/start";
import { buildIfStale } from "./build";
import { endLeftovers, startDatabase } from "./database";

const FOLDER = ".test-data/faults";
const KILLS = 40;
const DATABASE_KILLS = 8;
const STARTS = 12;
const REQUESTS = 3000;

let bad = 0;
const say = (what: string, figure: string, wrong = 0) => {
  bad += wrong;
  console.log(`${what.padEnd(52)} ${figure}${wrong ? "  WRONG" : ""}`);
};
const seed = Number(process.argv[2] ?? 1);

async function ready(databaseUrl: string): Promise<void> {
  const connection = connect(databaseUrl, 2);
  await migrate(connection, "db/migrations");
  await seedDemo(connection.db);
  await connection.close();
}

/**
 * Starts on a folder of their own, cut off at spread moments; the last one must come to the same as one
 * that nobody cut.
 */
async function startTrial(): Promise<void> {
  const next = numbers(seed);
  let whole = 0;
  for (let n = 0; n < STARTS; n++) {
    const folder = `${FOLDER}-start`;
    await endLeftovers(folder);
    rmSync(folder, { recursive: true, force: true });
    const database = await startDatabase(folder, { quick: true });
    const child = spawn(process.execPath, ["--import", "tsx", "tests/server/starter.ts", database.url], {
      stdio: ["ignore", "pipe", "inherit"],
      env: { ...process.env, NODE_OPTIONS: "" },
    });
    const gone = once(child, "exit");
    await once(child.stdout, "data");
    const timer = setTimeout(() => child.kill("SIGKILL"), next() * 2500);
    await gone;
    clearTimeout(timer);
    // The database too, as a cut of the power would.
    process.kill(Number(readFileSync(join(folder, "mariadb.pid"), "utf8")), "SIGKILL");
    await database.stop();
    const again = await startDatabase(folder, { quick: true });
    await ready(again.url);
    const connection = connect(again.url, 1);
    const [[row]] = (await connection.pool.query(
      "SELECT (SELECT COUNT(*) FROM things) AS things, (SELECT COUNT(*) FROM designs WHERE revision = 0) AS half",
    )) as unknown as [{ things: number; half: number }[]];
    whole += Number(row!.things > 100 && row!.half === 0);
    await connection.close();
    await again.stop();
  }
  say("starts cut off, whole at the next", `${whole} of ${STARTS}`, STARTS - whole);
}

buildIfStale();
await endLeftovers(FOLDER);
rmSync(FOLDER, { recursive: true, force: true });
const database = await startDatabase(FOLDER, { onAway: () => undefined });
let stopping = false;
const stop = async () => {
  if (stopping) return;
  stopping = true;
  await database.stop();
  rmSync(FOLDER, { recursive: true, force: true });
  rmSync(`${FOLDER}-start`, { recursive: true, force: true });
};
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const)
  process.on(signal, () => void stop().then(() => process.exit(1)));

try {
  await ready(database.url);
  console.log(`Trials with seed ${seed}; another one: npm run faults -- 2\n`);
  const kills = await killTrial(database.url, { kills: KILLS, seed });
  say(
    `web process killed ${kills.kills} times: edits acknowledged`,
    `${kills.acknowledged}, lost ${kills.lost}, doubled ${kills.doubled}, back within ${(kills.backMs / 1000).toFixed(1)} s`,
    kills.lost + kills.doubled,
  );
  const both = await killTrial(database.url, {
    kills: DATABASE_KILLS,
    seed: seed + 1,
    alsoKill: () => process.kill(Number(readFileSync(join(FOLDER, "mariadb.pid"), "utf8")), "SIGKILL"),
  });
  say(
    `database killed with it ${both.kills} times: acknowledged`,
    `${both.acknowledged}, lost ${both.lost}, doubled ${both.doubled}, back within ${(both.backMs / 1000).toFixed(1)} s`,
    both.lost + both.doubled,
  );
  await startTrial();
  const web = await startWeb(database.url);
  const fuzz = await fuzzTrial(web.url, { requests: REQUESTS, seed });
  say(
    "spoilt requests",
    `${fuzz.requests}, broken ${fuzz.broken.length}, slowest ${fuzz.slowestMs} ms (${fuzz.slowest})`,
    fuzz.broken.length,
  );
  for (const one of fuzz.broken.slice(0, 10)) console.log(`  ${one}`);
  const freeze = await freezeTrial(web.url, { bytes: 2_000_000, points: 4000 });
  say(
    "readers on 2 MB of their worst",
    `${freeze.reads}, slowest ${freeze.slowestMs} ms (${freeze.slowest})`,
    Number(freeze.slowestMs > 15_000),
  );
  say(
    "others waited while large files came in",
    `${freeze.othersMs} ms at most, budget 200 ms`,
    Number(freeze.othersMs > 200),
  );
  const roles = await roleTrial(web.url);
  say("requests beyond a role", `${roles.requests}, passed ${roles.passed.length}`, roles.passed.length);
  for (const one of roles.passed) console.log(`  ${one}`);
  await web.stop();
} finally {
  await stop();
}
console.log(`\n${bad === 0 ? "Nothing was lost, let in or held up." : `${bad} wrong.`}`);
process.exit(bad ? 1 : 0);
