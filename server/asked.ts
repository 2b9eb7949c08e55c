/**
 * What a request may ask for: described by a class with the decorators of rows, and held to it by class-validator. What
 * is wrong is one sentence, with the name a field has on the screen.
 */
import { checkAgainst } from "../core/design/check-row";
import { fields } from "../core/design/fields";
import { fail, InputError, type Problem } from "../core/design/input-error";

type Asked<T> = new () => T;
/** Fields whose name on the screen is another. */
type Names = Readonly<Record<string, string>>;

/** A body as its class says. Throws InputError. */
export function asked<T extends object>(of: Asked<T>, body: unknown, names: Names = {}): T {
  const problems: Problem[] = [];
  const made = checkAgainst(of, body, "", problems);
  if (made) return made;
  throw new InputError(
    problems.map(({ path, reason }) => ({
      path: names[path] ?? path,
      reason: reason.replace("field of this row", "part of this request"),
    })),
  );
}

/** The body of a post as an object. Throws InputError, and a 400 response where it is no JSON. */
export async function bodyOf(request: Request): Promise<Record<string, unknown>> {
  let body: unknown;
  try {
    body = await request.json();
  } catch {
    throw new Response("The request is not JSON.", { status: 400 });
  }
  return typeof body === "object" && body !== null && !Array.isArray(body)
    ? (body as Record<string, unknown>)
    : fail("", "The request must be an object");
}

/**
 * The question in an address as its class says; what the class does not know is passed over, and so is what is empty.
 * Throws InputError.
 */
export function askedIn<T extends object>(of: Asked<T>, request: Request): T {
  const params = new URL(request.url).searchParams;
  return asked(
    of,
    Object.fromEntries(
      fields(of).flatMap(({ name, kind }): [string, unknown][] => {
        const [text] = params.getAll(name);
        if (kind === "texts" || kind === "refs") return params.has(name) ? [[name, params.getAll(name)]] : [];
        if (text === undefined || text === "") return [];
        return [[name, kind === "integer" && /^-?\d+(\.\d+)?$/.test(text) ? Number(text) : text]];
      }),
    ),
  );
}

/** The same for a page, which shows what is wrong: throws a 422 response. */
export function askedOfPage<T extends object>(of: Asked<T>, request: Request): T {
  try {
    return askedIn(of, request);
  } catch (error) {
    if (error instanceof InputError) throw new Response(error.message, { status: 422 });
    throw error;
  }
}
