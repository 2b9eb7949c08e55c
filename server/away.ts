/** Is the database away? What to say then, and how to tell it from a fault of our own. */

const AWAY = new Set([
  "ECONNREFUSED",
  "ECONNRESET",
  "EPIPE",
  "ETIMEDOUT",
  "PROTOCOL_CONNECTION_LOST",
  "ER_SERVER_SHUTDOWN",
  "ENOTFOUND",
]);

/** Does an error, or what caused it, say that the database does not answer? */
export function isAway(error: unknown): boolean {
  for (let at = error, deep = 0; at && deep < 6; at = (at as { cause?: unknown }).cause, deep++) {
    const { code, fatal, message } = at as { code?: unknown; fatal?: unknown; message?: unknown };
    if (typeof code === "string" && AWAY.has(code)) return true;
    if (fatal === true || (typeof message === "string" && /closed state|Connection lost/.test(message)))
      return true;
  }
  return false;
}

export const AWAY_TEXT =
  "The database is away for a moment; it is being started again. What was saved is safe. This page tries again by itself.";

/** Run what asks the database. Throws a 503 response that says so where it is away. */
export async function asking<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (isAway(error)) throw new Response(AWAY_TEXT, { status: 503, headers: { "Retry-After": "3" } });
    throw error;
  }
}
