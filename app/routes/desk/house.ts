/** The stand-in house of a design: opened and closed, watched by a panel, and told what somebody wishes. */
import { fail } from "#core/design/input-error";
import { clockInstant, parseDay } from "#core/design/local-time";
import { ASPECTS, type Aspect } from "#core/design/rows/automations-words";
import { wrongDial, wrongValue, type Wanted } from "#core/stages/rehearse/topics";
import { ableOf } from "#core/stages/automations/things";
import type { Design } from "#core/design/collections";
import { roleOf } from "#db/people";
import { readDesign } from "#db/read-design";
import { db } from "#server/db";
import { inputAnswer, requireRole } from "#server/guard";
import { closeHouse, houseSaid, houseStream, openHouse, startHouse } from "#server/houses";
import { MOST_SPEED, MQTT_PORT } from "#server/stand-in";
import { personOf } from "#server/sessions";
import type { Route } from "./+types/house";

const NOBODY = { headers: { "Cache-Control": "no-store" } };

export async function loader({ request, params: { design } }: Route.LoaderArgs) {
  const { person } = await requireRole(request, design, "household");
  if (!request.headers.get("Accept")?.includes("text/event-stream"))
    return Response.json({ house: houseSaid(design) ?? null }, NOBODY);
  if (!openHouse(design)) return new Response("The stand-in house is not open.", { status: 404 });
  const mayStill = async () =>
    (await personOf(request))?.id === person.id && (await roleOf(db(), design, person.id)) !== undefined;
  return houseStream(design, request.signal, mayStill);
}

const wholeNumber = (name: string, value: unknown, least: number, most: number): number =>
  typeof value === "number" && Number.isInteger(value) && value >= least && value <= most
    ? value
    : fail(name, `must be a whole number from ${least} to ${most}`);

/** More is broken at once by nobody. */
const MOST_BREAKS = 50;

const textsIn = (name: string, value: unknown): string[] =>
  Array.isArray(value) && value.length <= MOST_BREAKS && value.every((one) => typeof one === "string")
    ? value
    : fail(name, `must be a list of at most ${MOST_BREAKS}, each as internet@2026-11-24T12:00+60`);

/** What somebody at a panel wants, checked against the house. */
function wantedIn(design: Design, body: Record<string, unknown>): Wanted {
  const { what, point, aspect, value, dial } = body;
  if (what === "seen") return { seen: true };
  if (what === "turn") {
    const row = design.dials.find(({ id }) => id === dial);
    if (!row) return fail("Dial", "is none of this house");
    const wrong = wrongDial(row, value);
    if (wrong) fail(row.name, wrong);
    return { turn: { dial: row.id, value: value as boolean | number | string } };
  }
  const own = design.points.find(({ id }) => id === point);
  if (!own) return fail("Thing", "is none of this house");
  if (what === "press") return { press: { point: own.id, button: wholeNumber("Key", body.button, 1, 99) } };
  if (!(ASPECTS as readonly unknown[]).includes(aspect)) return fail(own.name, "has nothing of that kind");
  if (
    !ableOf(design)
      .get(own.id)
      ?.sets.includes(aspect as Aspect)
  )
    fail(own.name, "cannot be told that");
  const wrong = wrongValue(aspect as Aspect, value);
  if (wrong) fail(own.name, wrong);
  return { wish: { point: own.id, aspect: aspect as Aspect, value: value as boolean | number | string } };
}

async function bodyOf(request: Request): Promise<Record<string, unknown> | undefined> {
  try {
    const body: unknown = await request.json();
    return typeof body === "object" && body !== null ? (body as Record<string, unknown>) : undefined;
  } catch {
    return undefined;
  }
}

export async function action({ request, params: { design: id } }: Route.ActionArgs) {
  await requireRole(request, id, "household");
  const body = await bodyOf(request);
  if (!body) return new Response("The request is not JSON.", { status: 400 });
  try {
    if (body.what === "open" || body.what === "close") await requireRole(request, id, "edit");
    if (body.what === "close") {
      await closeHouse(id);
      return Response.json({ house: null }, NOBODY);
    }
    const stored = (await readDesign(db(), id))!;
    if (body.what === "open") {
      const { zone } = stored.design.design;
      const [day, clock] = String(body.at ?? "").split("T");
      if (!/^([01]\d|2[0-3]):[0-5]\d$/.test(clock ?? "")) fail("Its clock", "must be a day and a time");
      await startHouse(id, stored.design, stored.revision, {
        at: clockInstant(zone, parseDay(day!, "Its clock"), clock!),
        speed: wholeNumber("How fast", body.speed, 1, MOST_SPEED),
        seed: wholeNumber("Seed", body.seed, 0, 2 ** 32 - 1),
        port: wholeNumber("Port", body.port ?? MQTT_PORT, 0, 65_535),
        breaks: textsIn("Broken", body.breaks ?? []),
        ...(typeof body.weather === "string" ? { weather: body.weather } : {}),
      });
      return Response.json({ house: houseSaid(id) ?? null }, NOBODY);
    }
    const house = openHouse(id);
    if (!house) return fail("House", "is not open");
    await house.client.tell(wantedIn(stored.design, body));
    return Response.json({ done: true }, NOBODY);
  } catch (error) {
    return inputAnswer(error);
  }
}
