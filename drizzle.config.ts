import { defineConfig } from "drizzle-kit";

export default defineConfig({ dialect: "mysql", schema: "./db/schema.ts", out: "./db/migrations" });
