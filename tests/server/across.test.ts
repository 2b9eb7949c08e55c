/** What is asked of all designs: the list, things, dues; written with each edit, seen only by who may look into them. */
import { eq } from "drizzle-orm";
import { emptyDesign, type Design } from "../../core/design/collections";
import { changeDevice } from "../../core/stages/register";
import { movePoint, removePoint } from "../../core/stages/house";
import { duesOf, thingsOf, wordsOf } from "../../core/whole/across";
import { larkspurWeir } from "../../demo/larkspur-weir";
import {
  designList,
  DUE_PAGE,
  duesIn,
  FOUND_PAGE,
  findThings,
  keepCounted,
  keptCard,
  keptFirst,
  LIST_PAGE,
  uncounted,
} from "../../db/across";
import { connect, type Connection } from "../../db/connect";
import { addPerson, createDesign, setMember } from "../../db/people";
import { readDesign } from "../../db/read-design";
import { cards, designs, dues, things, words } from "../../db/schema";
import { undo, writeEdit } from "../../db/write-edit";

let connection: Connection;
let n = 0;

beforeAll(() => {
  connection = connect(process.env.TEST_DATABASE_URL!, 6);
});
afterAll(() => connection.close());

async function person(): Promise<string> {
  const id = `a-person-${(n += 1)}`;
  await addPerson(connection.db, { id, name: id, email: `${id}@house.example`, passwordHash: "-" });
  return id;
}
async function house(owner: string, design = larkspurWeir()): Promise<string> {
  const id = `across-${(n += 1)}`;
  await createDesign(connection.db, id, owner, design);
  return id;
}
const named = (design: Design, name: string): Design => ({ ...design, design: { ...design.design, name } });
const small = (name: string): Design => emptyDesign({ ...larkspurWeir().design, name });
const edit = async (id: string, by: string, make: (design: Design) => ReturnType<typeof changeDevice>) => {
  const { revision, design } = (await readDesign(connection.db, id))!;
  return writeEdit(connection.db, id, by, { base: revision, changes: make(design) });
};

/** What stands in the tables of a design, beside what the core makes of it. */
async function kept(id: string) {
  const { db } = connection;
  const bare = (rows: object[]) =>
    rows.map((row) =>
      Object.fromEntries(Object.entries(row).filter(([key, value]) => key !== "design" && value !== null)),
    );
  const by = (key: string) => (a: Record<string, unknown>, b: Record<string, unknown>) =>
    String(a[key]) < String(b[key]) ? -1 : 1;
  return {
    things: bare(await db.select().from(things).where(eq(things.design, id))).sort(by("thing")),
    words: (await db.select().from(words).where(eq(words.design, id)))
      .map(({ thing, word }) => `${thing} ${word}`)
      .sort(),
    dues: bare(await db.select().from(dues).where(eq(dues.design, id))).sort(by("uid")),
  };
}
function made(design: Design): Awaited<ReturnType<typeof kept>> {
  const plain = <T>(rows: readonly T[]) => JSON.parse(JSON.stringify(rows)) as Record<string, string>[];
  const by = (key: string) => (a: Record<string, string>, b: Record<string, string>) =>
    a[key]! < b[key]! ? -1 : 1;
  return {
    things: plain(thingsOf(design)).sort(by("thing")),
    words: thingsOf(design)
      .flatMap((thing) => wordsOf(thing).map((word) => `${thing.thing} ${word}`))
      .sort(),
    dues: plain(duesOf(design)).sort(by("uid")),
  };
}

test("what edits leave in the tables is what the design says: put in, renamed, moved, taken out, taken back", async () => {
  const ann = await person();
  const id = await house(ann);
  const same = async () =>
    expect(await kept(id)).toEqual(made((await readDesign(connection.db, id))!.design));
  await same();
  const [first] = larkspurWeir().devices;
  await edit(id, ann, (design) =>
    changeDevice(design, first!.id, { name: "Lantern", warrantyUntil: "2031-05-01" }),
  );
  await same();
  await edit(id, ann, (design) => movePoint(design, design.points[0]!.id, { x: 13, y: 5 }));
  await same();
  await edit(id, ann, (design) => removePoint(design, first!.point));
  await same();
  await undo(connection.db, id, ann);
  await same();
  // Made by an older version, or before there were such tables: made anew by the next edit.
  await connection.db.update(cards).set({ made: 0 }).where(eq(cards.design, id));
  await connection.db.update(things).set({ name: "stale" }).where(eq(things.design, id));
  await edit(id, ann, (design) => changeDevice(design, first!.id, { name: "Lamp" }));
  await same();
});

describe("things", () => {
  test("found by every word typed, in all designs one may look into and in no other", async () => {
    const [ann, ben] = [await person(), await person()];
    const own = await house(ann, named(larkspurWeir(), "Own"));
    const shared = await house(ben, named(larkspurWeir(), "Shared"));
    const lived = await house(ben, named(larkspurWeir(), "Lived in"));
    await house(ben, named(larkspurWeir(), "Foreign"));
    await setMember(connection.db, shared, ann, "view");
    await setMember(connection.db, lived, ann, "household");
    const device = larkspurWeir().devices.find(({ address }) => address)!;
    const { rows, total } = await findThings(connection.db, ann, device.address!);
    expect(total).toBe(rows.length);
    expect(new Set(rows.map(({ design }) => design))).toEqual(new Set([own, shared]));
    expect(rows.find(({ design }) => design === shared)).toMatchObject({
      name: device.name,
      address: device.address,
      designName: "Shared",
    });
    const [word] = device.name.toLowerCase().split(" ");
    expect((await findThings(connection.db, ann, `${device.address} ${word}`)).total).toBe(2);
    expect((await findThings(connection.db, ann, `${device.address} nothing-like-it`)).total).toBe(0);
  });

  test("by name, label, firmware, battery and product; signs of the question are letters, not wildcards", async () => {
    const ann = await person();
    await house(ann);
    const design = larkspurWeir();
    const fully = thingsOf(design);
    for (const column of ["name", "label", "firmware", "battery", "product"] as const) {
      const one = fully.find((thing) => thing[column])!;
      const { rows } = await findThings(connection.db, ann, one[column]!);
      expect([column, rows.some(({ thing }) => thing === one.thing)]).toEqual([column, true]);
    }
    for (const typed of ["", "a", "%%", "__", "a%a", "\\\\"])
      expect([typed, (await findThings(connection.db, ann, typed)).total]).toEqual([typed, 0]);
  });

  test("a page at a time, none twice and none left out", async () => {
    const ann = await person();
    await house(ann);
    await house(ann);
    const { total } = await findThings(connection.db, ann, "lmp");
    expect(total).toBeGreaterThan(FOUND_PAGE);
    const seen: string[] = [];
    for (let page = 1; seen.length < total; page++) {
      const { rows } = await findThings(connection.db, ann, "lmp", page);
      expect(rows.length).toBeGreaterThan(0);
      expect(rows.length).toBeLessThanOrEqual(FOUND_PAGE);
      seen.push(...rows.map(({ design, thing }) => `${design} ${thing}`));
    }
    expect(new Set(seen).size).toBe(total);
    expect((await findThings(connection.db, ann, "lmp", 1 + Math.ceil(total / FOUND_PAGE))).rows).toEqual([]);
  });
});

describe("the list", () => {
  test("a page at a time, by name or place, in each order; a household sees nothing of the design", async () => {
    const [ann, ben] = [await person(), await person()];
    for (let i = 0; i < LIST_PAGE + 3; i++) await house(ann, small(`House ${String(i).padStart(2, "0")}`));
    const weir = await house(ann, named(larkspurWeir(), "Weir"));
    const lived = await house(ben, named(larkspurWeir(), "Élan"));
    await setMember(connection.db, lived, ann, "household");
    const list = (ask: Parameters<typeof designList>[2]) => designList(connection.db, ann, ask);
    const all = await list({});
    expect([all.total, all.rows.length]).toEqual([LIST_PAGE + 5, LIST_PAGE]);
    expect((await list({ page: 2 })).rows).toHaveLength(5);
    expect((await list({ order: "name" })).rows.map(({ name }) => name).slice(0, 2)).toEqual([
      "Élan",
      "House 00",
    ]);
    expect((await list({ order: "devices" })).rows[0]).toMatchObject({
      id: weir,
      devices: larkspurWeir().devices.length,
      phase: expect.stringMatching(/./) as string,
    });
    expect((await list({ typed: "elan" })).rows).toEqual([
      { id: lived, name: "Élan", role: "household", revision: 1, changedAt: expect.any(String) as string },
    ]);
    expect((await list({ typed: "house london 1" })).total).toBe(11 + 1);
    expect((await list({ typed: "%" })).total).toBe(0);
  });

  test("findings are those last worked out, with their revision; the gravest come first", async () => {
    const ann = await person();
    const [one, two] = [await house(ann, small("One")), await house(ann, small("Two"))];
    const [a, b] = [small("One"), small("Two")];
    expect(await uncounted(connection.db, ann, 9)).toHaveLength(2);
    const keep = (id: string, of: Design, revision: number, stop: number) =>
      keepCounted(connection.db, id, of, {
        revision,
        findings: { stop, mend: 9, note: 0 },
        body: { revision },
        first: `first of ${revision}`,
        build: "one",
      });
    await keep(one, a, 0, 1);
    await keep(two, b, 0, 2);
    const list = await designList(connection.db, ann, { order: "findings" });
    expect(list.rows.map(({ name, findings, counted }) => [name, findings?.stop, counted])).toEqual([
      ["Two", 2, 0],
      ["One", 1, 0],
    ]);
    expect(await uncounted(connection.db, ann, 9)).toEqual([]);
    const kept = (revision: number, build = "one") =>
      Promise.all([keptCard, keptFirst].map((part) => part(connection.db, { id: one, revision, build })));
    expect(await kept(0)).toEqual([{ revision: 0 }, "first of 0"]);
    // Another application may say it otherwise.
    expect(await kept(0, "two")).toEqual([undefined, undefined]);
    await writeEdit(connection.db, one, ann, {
      base: 0,
      changes: [{ in: "people", put: { id: "p", role: "parent" } }],
    });
    expect(await kept(1)).toEqual([undefined, undefined]);
    expect(await uncounted(connection.db, ann, 9)).toEqual([one]);
    // Worked out of what it was, and come too late.
    await keep(one, a, 0, 7);
    expect((await designList(connection.db, ann, { order: "findings" })).rows[1]).toMatchObject({
      findings: { stop: 1 },
      counted: 0,
      revision: 1,
    });
  });
});

test("what is due, by day, in all designs one may look into; of one kind; a page at a time", async () => {
  const [ann, ben] = [await person(), await person()];
  const own = await house(ann);
  const lived = await house(ben);
  await setMember(connection.db, lived, ann, "household");
  const all = await duesIn(connection.db, ann, "2000-01-01");
  const expected = duesOf(larkspurWeir());
  expect(all.total).toBe(expected.length);
  const pages = await Promise.all(
    Array.from({ length: Math.ceil(all.total / DUE_PAGE) }, (_, i) =>
      duesIn(connection.db, ann, "2000-01-01", { page: i + 1 }),
    ),
  );
  const rows = pages.flatMap((page) => page.rows);
  expect(rows.map(({ uid }) => uid)).toEqual(expected.map(({ uid }) => uid));
  expect(rows.every(({ design, designName }) => design === own && designName === "Larkspur Weir")).toBe(true);
  const warranties = await duesIn(connection.db, ann, "2000-01-01", { what: "warranty" });
  expect(warranties.total).toBe(expected.filter(({ what }) => what === "warranty").length);
  const last = warranties.rows.at(-1)!.on!;
  const still = await duesIn(connection.db, ann, last, { what: "warranty" });
  expect(still.rows.map(({ on }) => on)).toEqual(
    warranties.rows.map(({ on }) => on).filter((on) => on! >= last),
  );
  expect((await duesIn(connection.db, ann, "9999-01-01", { what: "warranty" })).total).toBe(0);
  expect((await duesIn(connection.db, ann, "9999-01-01", { what: "cells" })).total).toBeGreaterThan(0);
  expect((await duesIn(connection.db, await person(), "2000-01-01")).rows).toEqual([]);
});

test("what was worked out of a design that is gone meanwhile is not kept", async () => {
  const ann = await person();
  const id = await house(ann);
  await connection.db.delete(designs).where(eq(designs.id, id));
  await keepCounted(connection.db, id, larkspurWeir(), {
    revision: 1,
    findings: { stop: 0, mend: 0, note: 0 },
    body: {},
    first: "",
    build: "",
  });
  expect(await connection.db.$count(cards, eq(cards.design, id))).toBe(0);
});
