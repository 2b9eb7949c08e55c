// The collections' tables as the migration tool wants them: one export each. Read by it alone.
module.exports = require("./row-tables.ts").TABLES;
