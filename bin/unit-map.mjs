// A bundle of unit tests for Jest: as it stands, with the map beside it.
import { readFileSync } from "node:fs";

export default { process: (code, file) => ({ code, map: readFileSync(`${file}.map`, "utf8") }) };
