/**
 * Brings a database up as a start does. With a number it is cut off, as by the power, at so many statements: where it is
 * cut hangs on no clock.
 */
import { connect } from "../../db/connect";
import { migrate } from "../../db/migrate";
import { seedDemo } from "../../db/seed";

const [url, cutAt] = process.argv.slice(2);
const connection = connect(url!, 2);
let statements = 0;
/** The driver's own door, by which every statement goes out. */
interface Driver {
  addCommand(command: unknown): unknown;
}
connection.pool.pool.on("connection", (driver) => {
  const own = driver as unknown as Driver;
  const add = own.addCommand.bind(own);
  own.addCommand = (command) => {
    statements += 1;
    if (statements === Number(cutAt)) process.kill(process.pid, "SIGKILL");
    return add(command);
  };
});
await connection.pool.query("SELECT 1");
console.log("ready");
await migrate(connection, "db/migrations");
console.log(`migrated after ${statements} statements`);
await seedDemo(connection.db);
await connection.close();
console.log(`done after ${statements} statements`);
