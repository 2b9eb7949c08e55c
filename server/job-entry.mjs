// A thread of the job pool starts here: TypeScript is read as it is, what is imported later on included.
import { register } from "tsx/esm/api";

register();
export default (await import("./job-worker.ts")).default;
