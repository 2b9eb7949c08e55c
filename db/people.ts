/** People, and who may do what with which design. */
import { and, asc, eq } from "drizzle-orm";
import { FILE_ORDER, type Design } from "../core/design/collections";
import type { Change } from "../core/design/edit";
import type { Db, Tx } from "./connect";
import type { StoredDesign } from "./read-design";
import { designs, members, people, pictures, type Role } from "./schema";
import { settingValues } from "./tables";
import { writeStart } from "./write-edit";

export interface Person {
  id: string;
  name: string;
  email: string;
}

export const normalEmail = (email: string) => email.trim().toLowerCase();

export async function findPerson(
  db: Db | Tx,
  email: string,
): Promise<(Person & { passwordHash: string }) | undefined> {
  const [row] = await db
    .select()
    .from(people)
    .where(eq(people.email, normalEmail(email)));
  return row;
}

/** Add a person. False where the address is taken already. */
export async function addPerson(db: Db | Tx, person: Person & { passwordHash: string }): Promise<boolean> {
  try {
    await db.insert(people).values({ ...person, email: normalEmail(person.email), createdAt: new Date() });
    return true;
  } catch (error) {
    if (isDuplicate(error)) return false;
    throw error;
  }
}

export async function setPassword(db: Db, person: string, passwordHash: string): Promise<void> {
  await db.update(people).set({ passwordHash }).where(eq(people.id, person));
}

function isDuplicate(error: unknown): boolean {
  const cause = error instanceof Error && "cause" in error ? error.cause : error;
  return typeof cause === "object" && cause !== null && "code" in cause && cause.code === "ER_DUP_ENTRY";
}

export async function roleOf(db: Db, design: string, person: string): Promise<Role | undefined> {
  const [row] = await db
    .select({ role: members.role })
    .from(members)
    .where(and(eq(members.design, design), eq(members.person, person)));
  return row?.role;
}

export async function membersOf(db: Db, design: string): Promise<(Person & { role: Role })[]> {
  return db
    .select({ id: people.id, name: people.name, email: people.email, role: members.role })
    .from(members)
    .innerJoin(people, eq(people.id, members.person))
    .where(eq(members.design, design))
    .orderBy(asc(people.name));
}

export async function setMember(
  db: Db | Tx,
  design: string,
  person: string,
  role: Exclude<Role, "owner">,
): Promise<void> {
  await db.insert(members).values({ design, person, role }).onDuplicateKeyUpdate({ set: { role } });
}

export async function removeMember(db: Db, design: string, person: string): Promise<void> {
  await db.delete(members).where(and(eq(members.design, design), eq(members.person, person)));
}

/** Every row of a design as changes: how an import is written. */
export function allChanges(design: Design): Change[] {
  return FILE_ORDER.flatMap((name) => design[name].map((row) => ({ in: name, put: row }) as Change));
}

/**
 * A new design owned by `person`: its settings, then all its rows as one entry of the log that is no step
 * of anybody's to undo. Nothing stays behind when that fails.
 */
export async function createDesign(db: Db, id: string, person: string, design: Design): Promise<void> {
  await db.transaction((tx) => createDesignIn(db, tx, id, person, design), {
    isolationLevel: "read committed",
  });
}

/** The same within a transaction: with what else is made there, all of it or nothing. */
export async function createDesignIn(
  db: Db,
  tx: Tx,
  id: string,
  person: string,
  design: Design,
): Promise<void> {
  await tx.insert(designs).values({
    ...(settingValues(design.design) as typeof designs.$inferInsert),
    id,
    revision: 0,
    changedAt: new Date(),
  });
  await tx.insert(members).values({ design: id, person, role: "owner" });
  const changes = allChanges(design);
  if (changes.length) await writeStart(db, tx, id, person, changes);
}

/**
 * A copy of a design as it stands, owned by whoever makes it, with its pictures; it knows what it was copied from.
 * @param on the day it is made, `YYYY-MM-DD`
 */
export async function copyDesign(
  db: Db,
  from: StoredDesign,
  to: { id: string; person: string; name: string; on: string },
): Promise<void> {
  const { name, ...settings } = from.design.design;
  const design: Design = {
    ...from.design,
    design: {
      ...settings,
      name: to.name,
      copiedFrom: { design: from.id, name, revision: from.revision, on: to.on },
    },
  };
  await db.transaction(
    async (tx) => {
      await createDesignIn(db, tx, to.id, to.person, design);
      const own = await tx.select().from(pictures).where(eq(pictures.design, from.id));
      for (const picture of own) await tx.insert(pictures).values({ ...picture, design: to.id });
    },
    { isolationLevel: "read committed" },
  );
}

/** Take a design out whole: all that hangs on it goes with it. */
export async function deleteDesign(db: Db | Tx, id: string): Promise<void> {
  await db.delete(designs).where(eq(designs.id, id));
}
