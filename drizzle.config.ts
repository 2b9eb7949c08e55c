import { defineConfig } from "drizzle-kit";

export default defineConfig({
  dialect: "mysql",
  schema: [
    "./db/schema.ts",
    "./db/schema-parts.ts",
    "./db/schema-brief.ts",
    "./db/schema-survey.ts",
    "./db/schema-choose.ts",
  ],
  out: "./db/migrations",
});
