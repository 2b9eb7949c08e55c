/**
 * Migrations, each applied as a whole however often the start is cut off. MariaDB cannot take back a CREATE
 * or ALTER within a transaction, but each such statement is all or nothing; so every statement is noted
 * before and after it runs, and a later start goes on with the one that was under way.
 */
import { readMigrationFiles } from "drizzle-orm/migrator";
import type { RowDataPacket } from "mysql2/promise";
import type { Connection } from "./connect";

/**
 * What MariaDB answers where a statement that changes the schema was carried out before: it exists, or is
 * gone, already.
 */
const DONE_BEFORE = new Set([
  1050 /* table */, 1060 /* column */, 1061 /* key */, 1068 /* primary key */, 1091 /* nothing to drop */,
  1022 /* foreign key */, 1826 /* foreign key name */, 1051 /* unknown table */,
]);
const isDoneBefore = (error: unknown) => {
  const { errno, message } = error as { errno?: number; message?: string };
  // A foreign key whose name is there already comes as a table that cannot be made, with the reason in words.
  return (
    errno !== undefined && (DONE_BEFORE.has(errno) || (errno === 1005 && /errno: 121/.test(message ?? "")))
  );
};
const isSchema = (statement: string) => /^\s*(?:create|alter|drop|rename)\b/i.test(statement);

const LOCK = "zinc_migrations";
const LOCK_S = 120;

/** How a migration went on from what it found, for the start to say. */
export interface Migrated {
  applied: number;
  /** A start had been cut off in the midst of one. */
  resumed: boolean;
}

/**
 * Bring the database to the current schema. Two processes at once wait for each other. Throws what the
 * database says.
 */
export async function migrate({ pool }: Pick<Connection, "pool">, folder: string): Promise<Migrated> {
  const connection = await pool.getConnection();
  try {
    await connection.query("SELECT GET_LOCK(?, ?)", [LOCK, LOCK_S]);
    await connection.query(
      "CREATE TABLE IF NOT EXISTS `__drizzle_migrations` (`id` serial PRIMARY KEY, `hash` text NOT NULL, `created_at` bigint)",
    );
    await connection.query(
      "CREATE TABLE IF NOT EXISTS `migration_steps` (`migration` bigint NOT NULL, `step` int NOT NULL, `done` boolean NOT NULL, PRIMARY KEY (`migration`, `step`))",
    );
    const [[last]] = await connection.query<RowDataPacket[]>(
      "SELECT MAX(`created_at`) AS at FROM `__drizzle_migrations`",
    );
    const [noted] = await connection.query<RowDataPacket[]>(
      "SELECT `migration`, `step`, `done` FROM `migration_steps`",
    );
    const known = new Map(
      noted.map((row) => [`${row.migration as number}/${row.step as number}`, Boolean(row.done)]),
    );
    const result: Migrated = { applied: 0, resumed: false };
    for (const migration of readMigrationFiles({ migrationsFolder: folder })) {
      const id = migration.folderMillis;
      if (last?.at !== null && last?.at !== undefined && Number(last.at) >= id) continue;
      for (const [step, statement] of migration.sql.entries()) {
        const before = known.get(`${id}/${step}`);
        if (before === true) {
          result.resumed = true;
          continue;
        }
        if (before === false) result.resumed = true;
        const note = (done: boolean) =>
          connection.query(
            "INSERT INTO `migration_steps` VALUES (?, ?, ?) ON DUPLICATE KEY UPDATE `done` = VALUES(`done`)",
            [id, step, done],
          );
        if (isSchema(statement)) {
          await note(false);
          try {
            await connection.query(statement);
          } catch (error) {
            // Under way when a start was cut off, or left by a start of an older version, which kept no
            // notes: it is there.
            if (!isDoneBefore(error) || (before === undefined && noted.length > 0)) throw error;
            result.resumed = true;
          }
          await note(true);
        } else {
          await connection.beginTransaction();
          await connection.query(statement);
          await note(true);
          await connection.commit();
        }
      }
      await connection.query("INSERT INTO `__drizzle_migrations` (`hash`, `created_at`) VALUES (?, ?)", [
        migration.hash,
        id,
      ]);
      result.applied += 1;
    }
    return result;
  } finally {
    // What a statement that failed had begun is not left open on a connection that others get.
    await connection.rollback().catch(() => undefined);
    await connection.query("SELECT RELEASE_LOCK(?)", [LOCK]).catch(() => undefined);
    connection.release();
  }
}
