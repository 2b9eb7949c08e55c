/** Brings a database up as a start does, and says when it begins: to be cut off by a test. */
import { connect } from "../../db/connect";
import { migrate } from "../../db/migrate";
import { seedDemo } from "../../db/seed";

const connection = connect(process.argv[2]!, 2);
await connection.pool.query("SELECT 1");
console.log("ready");
await migrate(connection, "db/migrations");
await seedDemo(connection.db);
await connection.close();
console.log("done");
