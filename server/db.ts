/** The web process's connection to the database. */
import { connect, type Connection } from "../db/connect";

let connection: Connection | undefined;

function open(): Connection {
  const url = process.env.ZINC_DATABASE_URL;
  if (!url) throw new Error("ZINC_DATABASE_URL is not set.");
  return (connection ??= connect(url));
}

export const db = () => open().db;
export const pool = () => open().pool;
