/** The demo people and the demo house. Runs again without harm. */
import { readFileSync } from "node:fs";
import { readFile } from "../core/design/file";
import type { Db } from "./connect";
import { hashPassword } from "./passwords";
import { keepPicture } from "./pictures";
import { inArray } from "drizzle-orm";
import { addPerson, createDesignIn, deleteDesign, setMember } from "./people";
import { designs, people } from "./schema";

export const DEMO_DESIGN = "larkspur-weir";
/** The small end: a rented flat. */
export const SAMPLE_FLAT = "ropewalk-court";
export const DEMO_PEOPLE = [
  {
    id: "designer",
    name: "Designer",
    email: "designer@larkspur.example",
    password: "lock-and-weir",
    role: "owner",
  },
  {
    id: "installer",
    name: "Installer",
    email: "installer@larkspur.example",
    password: "pull-and-test",
    role: "edit",
  },
  {
    id: "household",
    name: "Household",
    email: "household@larkspur.example",
    password: "live-and-look",
    role: "view",
  },
  {
    id: "wall",
    name: "Wall panel",
    email: "wall@larkspur.example",
    password: "touch-and-hold",
    role: "household",
  },
] as const;

/**
 * Add the demo people, Larkspur Weir and the flat: all of it in one transaction, so that a start that is
 * cut off leaves nothing of it. Where they are there already nothing is done, unless an older start left
 * half of it: a person or a design that is missing, or a design without its first revision, is then made
 * anew. Says what it mended.
 */
export async function seedDemo(db: Db): Promise<string | undefined> {
  const known = await db
    .select({ id: people.id })
    .from(people)
    .where(
      inArray(
        people.id,
        DEMO_PEOPLE.map((person) => person.id),
      ),
    );
  const standing = await db
    .select({ id: designs.id, revision: designs.revision })
    .from(designs)
    .where(inArray(designs.id, [SAMPLE_FLAT, DEMO_DESIGN]));
  const whole = new Set(standing.filter((row) => row.revision > 0).map((row) => row.id));
  // Somebody may have removed a sample on purpose: only one that stands without its rows is half.
  const half = standing.filter((row) => row.revision === 0).map((row) => row.id);
  const fresh = known.length < DEMO_PEOPLE.length;
  if (!fresh && !half.length) return undefined;
  const hashes = new Map(
    await Promise.all(
      DEMO_PEOPLE.map(async (person) => [person.id, await hashPassword(person.password)] as const),
    ),
  );
  await db.transaction(
    async (tx) => {
      for (const { id, name, email } of [...DEMO_PEOPLE].reverse()) {
        if (!known.some((row) => row.id === id))
          await addPerson(tx, { id, name, email, passwordHash: hashes.get(id)! });
      }
      for (const id of [SAMPLE_FLAT, DEMO_DESIGN]) {
        if (whole.has(id) || (!fresh && !half.includes(id))) continue;
        if (half.includes(id)) await deleteDesign(tx, id);
        await createDesignIn(
          db,
          tx,
          id,
          DEMO_PEOPLE[0].id,
          readFile(readFileSync(`demo/${id}.zinc.json`, "utf8")),
        );
        // The one picture its proofs name.
        if (id === DEMO_DESIGN) await keepPicture(tx, id, readFileSync("demo/label.svg"));
      }
      for (const person of DEMO_PEOPLE)
        if (person.role !== "owner" && (fresh || whole.has(DEMO_DESIGN) || half.includes(DEMO_DESIGN)))
          await setMember(tx, DEMO_DESIGN, person.id, person.role);
    },
    { isolationLevel: "read committed" },
  );
  return known.length || standing.length
    ? "The demo data was found half written and was made whole."
    : undefined;
}
