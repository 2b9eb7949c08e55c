import { defineConfig } from "drizzle-kit";

export default defineConfig({
  dialect: "mysql",
  schema: ["./db/schema.ts", "./db/schema-parts.ts"],
  out: "./db/migrations",
});
