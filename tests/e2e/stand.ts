/** Database and web process for the end-to-end tests, in a process of its own: the test runner reads decorators its own way. */
import { startTestDatabase, startWeb } from "../start";

const database = await startTestDatabase(".test-data/e2e");
const web = await startWeb(database.url);
console.log(JSON.stringify({ url: web.url }));
process.on("SIGTERM", () => void web.stop().then(() => database.stop()).then(() => process.exit(0)));
