import { startTestDatabase, startWeb } from "../start";

export default async function setUp() {
  const database = await startTestDatabase(".test-data/e2e");
  const web = await startWeb(database.url);
  process.env.TEST_WEB_URL = web.url;
  return async () => {
    await web.stop();
    await database.stop();
  };
}
