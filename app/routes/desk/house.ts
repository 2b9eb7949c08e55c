/** The stand-in house of a design: opened and closed, watched by a panel, and told what somebody wishes. */
import { fail } from "#core/design/input-error";
import { Choice, Ref, Text, Texts, Whole } from "#core/design/fields";
import { clockInstant, parseDay } from "#core/design/local-time";
import { ASPECTS, type Aspect } from "#core/design/rows/automations-words";
import { wrongDial, wrongValue, type Wanted } from "#core/stages/rehearse/topics";
import { ableOf } from "#core/stages/automations/things";
import type { Value } from "#core/stages/automations/engine/world";
import type { Design } from "#core/design/collections";
import { roleOf } from "#db/people";
import { readDesign } from "#db/read-design";
import { asked, bodyOf } from "#server/asked";
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

/** More is broken at once by nobody. */
const MOST_BREAKS = 50;

/** How a stand-in house is opened. */
class OpenAsked {
  @Choice(["open"]) what!: "open";
  @Text({
    max: 16,
    pattern: /^\d{4}-\d\d-\d\dT([01]\d|2[0-3]):[0-5]\d$/,
    says: "a day and a time",
  })
  at!: string;
  @Whole({ min: 1, max: MOST_SPEED }) speed!: number;
  @Whole({ min: 0, max: 2 ** 32 - 1 }) seed!: number;
  @Whole({ min: 0, max: 65_535, optional: true }) port?: number;
  /** Each as `internet@2026-11-24T12:00+60`. */
  @Texts({ most: MOST_BREAKS, optional: true }) breaks?: string[];
  @Text({ max: 80, optional: true }) weather?: string;
}
const OPEN_NAMES = {
  at: "Its clock",
  speed: "How fast",
  seed: "Seed",
  port: "Port",
  breaks: "Broken",
  weather: "Weather",
};

/** What somebody at a panel wants. The value of a dial or an aspect is of the kind that it takes. */
class SeenAsked {
  @Choice(["seen"]) what!: "seen";
}
class TurnAsked {
  @Choice(["turn"]) what!: "turn";
  @Ref("dials") dial!: string;
}
class PressAsked {
  @Choice(["press"]) what!: "press";
  @Ref("points") point!: string;
  @Whole({ min: 1, max: 99 }) button!: number;
}
class WishAsked {
  @Choice(["wish"]) what!: "wish";
  @Ref("points") point!: string;
  @Choice(ASPECTS) aspect!: Aspect;
}
const WANTED_NAMES = { dial: "Dial", point: "Thing", button: "Key", aspect: "Aspect" };

/** What is wanted, checked against the house. */
function wantedIn(design: Design, { value, ...body }: Record<string, unknown>): Wanted {
  const thing = (id: string) =>
    design.points.find((point) => point.id === id) ?? fail("Thing", "is none of this house");
  switch (body.what) {
    case "seen":
      asked(SeenAsked, body);
      return { seen: true };
    case "turn": {
      const { dial } = asked(TurnAsked, body, WANTED_NAMES);
      const row = design.dials.find(({ id }) => id === dial) ?? fail("Dial", "is none of this house");
      const wrong = wrongDial(row, value);
      if (wrong) fail(row.name, wrong);
      return { turn: { dial: row.id, value: value as Value } };
    }
    case "press": {
      const { point, button } = asked(PressAsked, body, WANTED_NAMES);
      return { press: { point: thing(point).id, button } };
    }
    default: {
      const { point, aspect } = asked(WishAsked, body, WANTED_NAMES);
      const own = thing(point);
      if (!ableOf(design).get(own.id)?.sets.includes(aspect)) fail(own.name, "cannot be told that");
      const wrong = wrongValue(aspect, value);
      if (wrong) fail(own.name, wrong);
      return { wish: { point: own.id, aspect, value: value as Value } };
    }
  }
}

export async function action({ request, params: { design: id } }: Route.ActionArgs) {
  await requireRole(request, id, "household");
  try {
    const body = await bodyOf(request);
    if (body.what === "open" || body.what === "close") await requireRole(request, id, "edit");
    if (body.what === "close") {
      await closeHouse(id);
      return Response.json({ house: null }, NOBODY);
    }
    const stored = (await readDesign(db(), id))!;
    if (body.what === "open") {
      const { zone } = stored.design.design;
      const { at, speed, seed, port = MQTT_PORT, breaks = [], weather } = asked(OpenAsked, body, OPEN_NAMES);
      const [day, clock] = at.split("T") as [string, string];
      await startHouse(id, stored.design, stored.revision, {
        at: clockInstant(zone, parseDay(day, "Its clock"), clock),
        ...{ speed, seed, port, breaks },
        ...(weather === undefined ? {} : { weather }),
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
