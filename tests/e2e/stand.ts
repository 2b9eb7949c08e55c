/**
 * Database and web process for the end-to-end tests, in a process of its own: the test runner reads
 * decorators its own way.
 */
import { endWithParent, startTestDatabase, startWeb } from "../start";

const database = await startTestDatabase(process.argv[2] ?? ".test-data/e2e");
const web = await startWeb(database.url);
console.log(JSON.stringify({ url: web.url, database: database.url }));
endWithParent(() => web.stop().then(() => database.stop()));
