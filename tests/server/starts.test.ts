/** Starts that are cut off, folders that have an owner, databases that go away. */
import { spawn } from "node:child_process";
import { once } from "node:events";
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { getTableColumns } from "drizzle-orm";
import { createConnection, type Connection as Mysql, type RowDataPacket } from "mysql2/promise";
import { endLeftovers, ownerOf, ownFolder, startDatabase } from "../../bin/database";
import { connect, type Connection } from "../../db/connect";
import { migrate } from "../../db/migrate";
import { readDesign } from "../../db/read-design";
import { designs } from "../../db/schema";
import { settingValues } from "../../db/tables";
import { larkspurWeir } from "../../demo/larkspur-weir";
import { DEMO_DESIGN, DEMO_PEOPLE, seedDemo } from "../../db/seed";

const url = process.env.TEST_DATABASE_URL!;
const at = new URL(url);
let root: Mysql;
let n = 0;

/** Databases of our own beside the tests' one, on the same server: its root comes in by the socket. */
beforeAll(async () => {
  root = await createConnection({
    socketPath: process.env.TEST_DATABASE_SOCKET!,
    user: "root",
    password: at.password,
  });
});
afterAll(() => root.end());

async function freshDatabase(): Promise<string> {
  const name = `cut_${process.pid}_${(n += 1)}`;
  await root.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin`);
  await root.query(`GRANT ALL ON ${name}.* TO 'zinc'@'127.0.0.1'`);
  return url.replace(/[^/]+$/, name);
}

async function schemaOf(database: string): Promise<string> {
  const [columns] = await root.query<RowDataPacket[]>(
    "SELECT table_name, column_name, column_type, is_nullable FROM information_schema.columns WHERE table_schema = ? ORDER BY 1, 2",
    [database.split("/").at(-1)],
  );
  const [keys] = await root.query<RowDataPacket[]>(
    "SELECT table_name, index_name, column_name FROM information_schema.statistics WHERE table_schema = ? ORDER BY 1, 2, seq_in_index",
    [database.split("/").at(-1)],
  );
  const [refs] = await root.query<RowDataPacket[]>(
    "SELECT table_name, constraint_name FROM information_schema.referential_constraints WHERE constraint_schema = ? ORDER BY 1, 2",
    [database.split("/").at(-1)],
  );
  return JSON.stringify([columns, keys, refs]);
}

/** A process of its own that migrates and seeds, cut off at that statement where one is named; what it said. */
async function started(database: string, at?: number): Promise<string> {
  const child = spawn(
    process.execPath,
    ["--import", "tsx", "tests/server/starter.ts", database, String(at)],
    {
      stdio: ["ignore", "pipe", "inherit"],
      env: { ...process.env, NODE_OPTIONS: "" },
    },
  );
  const said: Buffer[] = [];
  child.stdout.on("data", (bytes: Buffer) => said.push(bytes));
  await once(child, "close");
  return Buffer.concat(said).toString();
}

async function whole(database: string): Promise<{ resumed: boolean; designs: number; things: number }> {
  const connection = connect(database, 2);
  const { resumed } = await migrate(connection, "db/migrations");
  await seedDemo(connection.db);
  const [[designs]] = await connection.pool.query<RowDataPacket[]>(
    "SELECT COUNT(*) AS count FROM designs WHERE revision > 0",
  );
  const [[things]] = await connection.pool.query<RowDataPacket[]>(
    "SELECT COUNT(*) AS count FROM things WHERE design = ?",
    [DEMO_DESIGN],
  );
  await connection.close();
  return { resumed, designs: designs!.count as number, things: things!.count as number };
}

const MIGRATIONS = (
  JSON.parse(readFileSync("db/migrations/meta/_journal.json", "utf8")) as {
    entries: { tag: string; when: number }[];
  }
).entries;

/** A database as it stood before so many of the last migrations, made by a version that kept no notes of them. */
async function broughtTo({ pool }: Pick<Connection, "pool">, before: number): Promise<void> {
  await pool.query(
    "CREATE TABLE `__drizzle_migrations` (`id` serial PRIMARY KEY, `hash` text NOT NULL, `created_at` bigint)",
  );
  for (const { tag, when } of MIGRATIONS.slice(0, before)) {
    const statements = readFileSync(`db/migrations/${tag}.sql`, "utf8").split("--> statement-breakpoint");
    for (const statement of statements) await pool.query(statement);
    await pool.query("INSERT INTO `__drizzle_migrations` (`hash`, `created_at`) VALUES ('-', ?)", [when]);
  }
}

describe("a start that is cut off", () => {
  test("at a statement of its migrations and its data: the next one finishes, and comes to the same", async () => {
    const good = await freshDatabase();
    // One that nobody cuts says how many statements it takes.
    const [, migrated, done] = /migrated after (\d+)[^]*done after (\d+)/
      .exec(await started(good))!
      .map(Number);
    const expected = await whole(good);
    const schema = await schemaOf(good);
    let resumed = 0;
    for (const at of [
      Math.round(migrated! / 9),
      Math.round(migrated! / 2),
      migrated! + 3,
      Math.round((migrated! + done!) / 2),
    ]) {
      const database = await freshDatabase();
      const said = await started(database, at);
      expect([at, said.includes("migrated"), said.includes("done")]).toEqual([at, at > migrated!, false]);
      const after = await whole(database);
      resumed += Number(after.resumed);
      expect([at, after.designs, after.things]).toEqual([at, expected.designs, expected.things]);
      expect(await schemaOf(database)).toBe(schema);
      await root.query(`DROP DATABASE ${database.split("/").at(-1)!}`);
    }
    expect(resumed).toBeGreaterThan(0);
  });
  test("by an older version, which kept no notes: what stands is taken as done", async () => {
    const database = await freshDatabase();
    const connection = connect(database, 1);
    const first = readFileSync("db/migrations/0000_start.sql", "utf8").split("--> statement-breakpoint");
    for (const statement of first.slice(0, 7)) await connection.pool.query(statement);
    await connection.close();
    expect((await whole(database)).resumed).toBe(true);
  });
  test("an upgrade with data goes on from where it was cut, and loses nothing", async () => {
    const database = await freshDatabase();
    const connection = connect(database, 1);
    // As it stood two migrations ago, with somebody in it.
    await broughtTo(connection, -2);
    await connection.pool.query(
      "INSERT INTO people (id, email, name, password_hash, created_at) VALUES ('ann', 'ann@house.example', 'Ann', '-', NOW())",
    );
    // The first statement of the next one was carried out, and only that it was begun was noted.
    const next = MIGRATIONS.at(-2)!;
    const [statement] = readFileSync(`db/migrations/${next.tag}.sql`, "utf8").split(
      "--> statement-breakpoint",
    );
    await connection.pool.query(
      "CREATE TABLE `migration_steps` (`migration` bigint NOT NULL, `step` int NOT NULL, `done` boolean NOT NULL, PRIMARY KEY (`migration`, `step`))",
    );
    await connection.pool.query("INSERT INTO `migration_steps` VALUES (?, 0, false)", [next.when]);
    await connection.pool.query(statement!);
    await connection.close();
    expect((await whole(database)).resumed).toBe(true);
    const good = await freshDatabase();
    await whole(good);
    expect(await schemaOf(database)).toBe(await schemaOf(good));
    const [[ann]] = await root.query<RowDataPacket[]>(
      `SELECT name FROM ${database.split("/").at(-1)!}.people WHERE id = 'ann'`,
    );
    expect(ann!.name).toBe("Ann");
  });
  test("an upgrade: of edits sent twice the first keeps its name; rows are dropped only where the log has them all", async () => {
    const database = await freshDatabase();
    const connection = connect(database, 1);
    const { pool } = connection;
    await broughtTo(
      connection,
      MIGRATIONS.findIndex(({ tag }) => tag === "0018_one_edit_a_key"),
    );
    await pool.query(
      "INSERT INTO people (id, email, name, password_hash, created_at) VALUES ('ann', 'ann@house.example', 'Ann', '-', NOW())",
    );
    const settings = settingValues(larkspurWeir().design);
    const { id: _, ...own } = { ...settings, id: "" };
    const columns = getTableColumns(designs);
    const named = Object.entries(own).map(
      ([field, value]) => [columns[field as "name"].name, value] as const,
    );
    await pool.query(
      `INSERT INTO designs (id, revision, changed_at, ${named.map(([name]) => name).join(", ")}) VALUES (?, 3, NOW(), ${named.map(() => "?").join(", ")})`,
      [
        "old",
        ...named.map(([, value]) => (typeof value === "object" && value ? JSON.stringify(value) : value)),
      ],
    );
    const log = (revision: number, put: object, key: string | null) =>
      pool.query(
        "INSERT INTO edits (design, revision, person, at, kind, `key`, changes, inverse) VALUES ('old', ?, 'ann', NOW(), 'edit', ?, ?, '[]')",
        [revision, key, JSON.stringify([{ in: "people", put }])],
      );
    await log(1, { id: "p", role: "guest" }, "same");
    await log(3, { id: "p", role: "host" }, "same");
    await expect(migrate(connection, "db/migrations")).rejects.toThrow("The log of a design has a gap");
    const [[still]] = await pool.query<RowDataPacket[]>("SHOW TABLES LIKE 'points'");
    expect(still).toBeDefined();
    await log(2, { id: "q", role: "child" }, null);
    expect((await whole(database)).designs).toBe(3);
    const [keys] = await pool.query<RowDataPacket[]>(
      "SELECT `key` FROM edits WHERE design = 'old' ORDER BY revision",
    );
    expect(keys.map(({ key }) => key as unknown)).toEqual(["same", null, null]);
    expect((await readDesign(connection.db, "old"))!.design.people).toEqual([
      { id: "p", role: "host" },
      { id: "q", role: "child" },
    ]);
    await connection.close();
  });
  test("demo data left half by an older version is made whole; what was removed on purpose stays away", async () => {
    const database = await freshDatabase();
    const expected = await whole(database);
    const connection = connect(database, 1);
    const name = database.split("/").at(-1)!;
    await root.query("SET FOREIGN_KEY_CHECKS = 0");
    for (const table of ["words", "things", "snapshots", "edits"])
      await root.query(`DELETE FROM ${name}.${table} WHERE design = ?`, [DEMO_DESIGN]);
    await root.query("SET FOREIGN_KEY_CHECKS = 1");
    await connection.pool.query("UPDATE designs SET revision = 0 WHERE id = ?", [DEMO_DESIGN]);
    expect(await seedDemo(connection.db)).toMatch(/made whole/);
    expect((await whole(database)).things).toBe(expected.things);
    expect(await seedDemo(connection.db)).toBeUndefined();
    await connection.pool.query("DELETE FROM people WHERE id = ?", [DEMO_PEOPLE[2].id]);
    expect(await seedDemo(connection.db)).toMatch(/made whole/);
    await connection.close();
  });
});

describe("a folder and its owner", () => {
  const folder = () => mkdtempSync(join(tmpdir(), "zinc-own-"));
  test("belongs to one start at a time, and is let go", async () => {
    const own = folder();
    const holder = spawn("/bin/sleep", ["60"]);
    const began = readFileSync(`/proc/${holder.pid}/stat`, "utf8").split(") ").at(-1)!.split(" ")[19];
    writeFileSync(`${own}.lock`, JSON.stringify({ pid: holder.pid, began, at: "http://localhost:3999" }));
    expect(ownerOf(own)).toMatchObject({ pid: holder.pid });
    expect(() => ownFolder(own)).toThrow(
      /Another start already works with .* at http:\/\/localhost:3999\): open that one, or stop it first\. Nothing was changed\./,
    );
    // The same number, another process: an owner that is gone.
    writeFileSync(`${own}.lock`, JSON.stringify({ pid: holder.pid, began: "1" }));
    expect(ownerOf(own)).toBeUndefined();
    const gone = once(holder, "exit");
    holder.kill("SIGKILL");
    await gone;
    const lock = ownFolder(own);
    lock.serves("http://localhost:1");
    expect(JSON.parse(readFileSync(`${own}.lock`, "utf8"))).toMatchObject({
      pid: process.pid,
      at: "http://localhost:1",
    });
    lock.release();
    expect(existsSync(`${own}.lock`)).toBe(false);
    writeFileSync(`${own}.lock`, "{half");
    ownFolder(own).release();
    rmSync(own, { recursive: true });
  });
  test("a database left behind is found without its pid file, ended, and its data is as it was; one that is killed comes back", async () => {
    const own = folder();
    const said: string[] = [];
    const first = await startDatabase(own, { quick: true });
    const connection = await createConnection(first.url);
    await connection.query("CREATE TABLE kept (n int)");
    await connection.query("INSERT INTO kept VALUES (7)");
    await connection.end();
    rmSync(join(own, "mariadb.pid"));
    writeFileSync(join(own, "database.json"), '{"port":');
    const second = await startDatabase(own, { quick: true, onAway: (text) => void said.push(text) });
    expect(second.leftovers).toBe(1);
    const again = await createConnection(second.url);
    expect(((await again.query<RowDataPacket[]>("SELECT n FROM kept"))[0] as { n: number }[])[0]!.n).toBe(7);
    again.on("error", () => undefined);
    const pid = Number(readFileSync(join(own, "mariadb.pid"), "utf8"));
    process.kill(pid, "SIGKILL");
    while (!said.includes("The database is back.")) await new Promise((done) => setTimeout(done, 50));
    expect(said[0]).toMatch(/went away; it is being started again/);
    const back = await createConnection(second.url);
    expect(((await back.query<RowDataPacket[]>("SELECT n FROM kept"))[0] as { n: number }[])[0]!.n).toBe(7);
    await back.end();
    await second.stop();
    expect(await endLeftovers(own)).toBe(0);
    rmSync(own, { recursive: true });
  });
});
