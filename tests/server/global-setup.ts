import { startTestDatabase, startWeb } from "../start";

export default async function setUp() {
  const database = await startTestDatabase(".test-data/server");
  const web = await startWeb(database.url);
  process.env.TEST_DATABASE_URL = database.url;
  process.env.TEST_DATABASE_SOCKET = database.socket;
  process.env.TEST_WEB_URL = web.url;
  (globalThis as { tearDown?: () => Promise<void> }).tearDown = async () => {
    await web.stop();
    await database.stop();
  };
}
