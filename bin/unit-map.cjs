// A bundle of unit tests for Jest: as it stands, with the map beside it.
const { readFileSync } = require("node:fs");

module.exports = { process: (code, file) => ({ code, map: readFileSync(`${file}.map`, "utf8") }) };
