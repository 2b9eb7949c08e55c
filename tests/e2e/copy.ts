/** Copies of a design, made where its rows lie: what a test only needs to stand on takes no reading, checking or writing. */
import { createConnection, type Connection, type RowDataPacket } from "mysql2/promise";

/** Tables that hang on a design, with their columns. Secrets are sealed for the design they were given to. */
async function tablesOf(connection: Connection): Promise<Map<string, string[]>> {
  const [columns] = await connection.query<RowDataPacket[]>(
    `SELECT table_name AS name, column_name AS col, extra FROM information_schema.columns
     WHERE table_schema = DATABASE() AND table_name NOT IN ('secrets', 'secret_looks')
     ORDER BY table_name, ordinal_position`,
  );
  const tables = new Map<string, string[]>();
  for (const { name, col, extra } of columns as { name: string; col: string; extra: string }[])
    if (!/auto_increment|GENERATED/i.test(extra)) tables.set(name, [...(tables.get(name) ?? []), col]);
  return new Map([...tables].filter(([name, own]) => name === "designs" || own.includes("design")));
}

let known: { connection: Connection; tables: Map<string, string[]> } | undefined;
let count = 0;

/** A copy of a design with all that hangs on it; returns its id. */
export async function copyInDatabase(from: string): Promise<string> {
  if (!known) {
    const connection = await createConnection({
      uri: process.env.TEST_DATABASE_URL!,
      multipleStatements: true,
    });
    known = { connection, tables: await tablesOf(connection) };
  }
  const { connection, tables } = known;
  const id = `own${process.pid}x${(count += 1)}`;
  const statements = [...tables].map(([table, columns]) => {
    const key = table === "designs" ? "id" : "design";
    const others = columns.filter((column) => column !== key).map((column) => `\`${column}\``);
    // Made now, as a copy of the list is: of many designs the last changed stand first.
    const values = others.map((column) => (column === "`changed_at`" ? "UTC_TIMESTAMP()" : column));
    const select = [`'${id}'`, ...values].join(", ");
    return `INSERT INTO \`${table}\` (\`${key}\`, ${others.join(", ")}) SELECT ${select} FROM \`${table}\` WHERE \`${key}\` = '${from}';`;
  });
  await connection.query(
    `SET FOREIGN_KEY_CHECKS = 0; START TRANSACTION; ${statements.join("\n")} COMMIT; SET FOREIGN_KEY_CHECKS = 1;`,
  );
  return id;
}
