/** The application is built once, before the workers each start it with a database of their own. */
import { execFileSync } from "node:child_process";

export default function setUp() {
  execFileSync(
    process.execPath,
    ["--import", "tsx", "-e", "import('./bin/build.ts').then((build) => build.buildIfStale())"],
    { stdio: "inherit", env: { ...process.env, NODE_OPTIONS: "" } },
  );
}
