import { spawn } from "node:child_process";
import { once } from "node:events";
import { createInterface } from "node:readline";

export default async function setUp() {
  const child = spawn(process.execPath, ["--import", "tsx", "tests/e2e/stand.ts"], { stdio: ["ignore", "pipe", "inherit"], env: { ...process.env, NODE_OPTIONS: "" } });
  for await (const line of createInterface({ input: child.stdout })) {
    // The build may say something first.
    if (!line.startsWith("{")) continue;
    process.env.TEST_WEB_URL = (JSON.parse(line) as { url: string }).url;
    break;
  }
  return async () => {
    const gone = once(child, "exit");
    child.kill("SIGTERM");
    await gone;
  };
}
