/** The demo people and the demo house. Runs again without harm. */
import { readFileSync } from "node:fs";
import { readFile } from "../core/design/file";
import type { Db } from "./connect";
import { hashPassword } from "./passwords";
import { addPerson, createDesign, findPerson, setMember } from "./people";

export const DEMO_DESIGN = "larkspur-weir";
/** The small end: a rented flat. */
export const SAMPLE_FLAT = "ropewalk-court";
export const DEMO_PEOPLE = [
  { id: "designer", name: "Designer", email: "designer@larkspur.example", password: "lock-and-weir", role: "owner" },
  { id: "installer", name: "Installer", email: "installer@larkspur.example", password: "pull-and-test", role: "edit" },
  { id: "household", name: "Household", email: "household@larkspur.example", password: "live-and-look", role: "view" },
] as const;

/** Add the demo people, Larkspur Weir and the flat where they are not there yet. */
export async function seedDemo(db: Db): Promise<void> {
  if (await findPerson(db, DEMO_PEOPLE[0].email)) return;
  for (const { password, ...person } of [...DEMO_PEOPLE].reverse()) {
    await addPerson(db, { id: person.id, name: person.name, email: person.email, passwordHash: await hashPassword(password) });
  }
  for (const id of [SAMPLE_FLAT, DEMO_DESIGN]) await createDesign(db, id, DEMO_PEOPLE[0].id, readFile(readFileSync(`demo/${id}.zinc.json`, "utf8")));
  for (const person of DEMO_PEOPLE) if (person.role !== "owner") await setMember(db, DEMO_DESIGN, person.id, person.role);
}
