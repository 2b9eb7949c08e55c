import { gunzipSync, gzipSync } from "node:zlib";
import { and, eq, gte } from "drizzle-orm";
import { larkspurWeir } from "../../demo/larkspur-weir";
import { emptyDesign } from "../../core/design/collections";
import type { DesignRow } from "../../core/design/design-row";
import { InputError } from "../../core/design/input-error";
import { applyChanges } from "../../core/design/edit";
import { writeFile } from "../../core/design/file";
import { partSecrets } from "../../core/stages/register/secrets";
import { generateHouse, movePoint, removePoint } from "../../core/stages/house";
import { connect, type Connection } from "../../db/connect";
import { addPerson, createDesign, deleteDesign } from "../../db/people";
import { readDesign } from "../../db/read-design";
import { deviceHistory } from "../../db/row-history";
import { cards, designs, dues, edits, snapshots, things, words } from "../../db/schema";
import { SNAPSHOT_EVERY } from "../../db/snapshots";
import { plainRow } from "../../db/tables";
import { historyOf, logSince, redo, undo, writeEdit } from "../../db/write-edit";

let connection: Connection;
let n = 0;
const ann = "w-ann";
const ben = "w-ben";

beforeAll(async () => {
  connection = connect(process.env.TEST_DATABASE_URL!, 6);
  for (const id of [ann, ben])
    await addPerson(connection.db, { id, name: id, email: `${id}@house.example`, passwordHash: "-" });
});
afterAll(() => connection.close());

/** A design of its own for a test: the demo house, at revision 1. */
async function house(design = larkspurWeir()) {
  const id = `write-${(n += 1)}`;
  await createDesign(connection.db, id, ann, design);
  // The log alone, from its first entry on: what every other way to the design has to come to.
  const read = async () => {
    const [head] = await connection.db.select().from(designs).where(eq(designs.id, id));
    const design = emptyDesign(plainRow<DesignRow>("design", head!));
    const log = await logSince(connection.db, id, 0);
    return {
      id,
      revision: head!.revision,
      design: log.reduce((design, { changes }) => applyChanges(design, changes), design),
    };
  };
  const move = async (person: string, base: number, x: number, point = "boot-cam-1") =>
    writeEdit(connection.db, id, person, {
      base,
      changes: movePoint((await read()).design, point, { x, y: 5 }),
    });
  return { id, read, move };
}

test("what is written is what is read, but for its secrets: the file of a stored design is the same bytes", async () => {
  const { read } = await house();
  const stored = await read();
  expect(stored.revision).toBe(1);
  const design = larkspurWeir();
  const { changes, found } = partSecrets([
    ...design.devices.map((put) => ({ in: "devices" as const, put })),
    ...design.bridges.map((put) => ({ in: "bridges" as const, put })),
    ...design.keys.map((put) => ({ in: "keys" as const, put })),
  ]);
  expect(found).toHaveLength(6);
  expect(writeFile(stored.design)).toBe(writeFile(applyChanges(design, changes)));
});

test("the kept copy follows every write, by this process or another", async () => {
  const { id, read, move } = await house();
  const other = connect(process.env.TEST_DATABASE_URL!, 2);
  const same = async () => expect(await readDesign(connection.db, id)).toEqual(await read());
  await same();
  await move(ann, 1, 13);
  await same();
  await writeEdit(other.db, id, ben, {
    base: 2,
    changes: movePoint((await read()).design, "boot-lmp-1", { x: 13.4, y: 5 }),
  });
  await same();
  await undo(other.db, id, ben);
  await move(ann, 4, 14);
  await same();
  await other.close();
});

test("a large design too", async () => {
  const large = generateHouse({ points: 700, seed: 2 });
  const { read } = await house(large);
  expect(writeFile((await read()).design)).toBe(writeFile(large));
});

test("an edit raises the revision, is logged, and an emptied field is empty", async () => {
  const { id, read } = await house();
  const { design } = await read();
  const point = design.points.find((row) => row.id === "boot-cam-1")!;
  const { closet: _closet, ...bare } = point;
  const result = await writeEdit(connection.db, id, ann, { base: 1, changes: [{ in: "points", put: bare }] });
  expect(result).toMatchObject({ ok: true, revision: 2, log: [{ revision: 2, person: ann, kind: "edit" }] });
  expect((await read()).design.points.find((row) => row.id === "boot-cam-1")).toEqual(bare);
});

test("rows that do not hold together are refused whole", async () => {
  const { id, read } = await house();
  const { design } = await read();
  const good = { ...design.points[0]!, name: "Moved" };
  const bad = { ...design.points[1]!, room: "attic" };
  await expect(
    writeEdit(connection.db, id, ann, {
      base: 1,
      changes: [
        { in: "points", put: good },
        { in: "points", put: bad },
      ],
    }),
  ).rejects.toThrow(InputError);
  await expect(
    writeEdit(connection.db, id, ann, { base: 1, changes: [{ in: "closets", drop: "cellar-cabinet" }] }),
  ).rejects.toThrow("still names closets");
  await expect(
    writeEdit(connection.db, id, ann, { base: 9, changes: [{ in: "points", put: good }] }),
  ).rejects.toThrow("base must be a revision");
  const after = await read();
  expect(after.revision).toBe(1);
  expect(writeFile(after.design)).toBe(writeFile(design));
});

test("edits to different rows from one base both stand", async () => {
  const { read, move } = await house();
  await move(ann, 1, 13, "boot-cam-1");
  expect(await move(ben, 1, 13.5, "boot-lmp-1")).toMatchObject({ ok: true, revision: 3 });
  const { design } = await read();
  expect(["boot-cam-1", "boot-lmp-1"].map((id) => design.points.find((row) => row.id === id)!.x)).toEqual([
    13, 13.5,
  ]);
});

test("edits to the same row clash, with both versions and nothing written", async () => {
  const { read, move } = await house();
  await move(ann, 1, 13);
  const clash = await move(ben, 1, 14);
  expect(clash).toMatchObject({
    ok: false,
    revision: 2,
    clashes: [{ in: "points", id: "boot-cam-1", mine: { x: 14 }, theirs: { x: 13 } }],
  });
  expect((await read()).design.points.find((row) => row.id === "boot-cam-1")!.x).toBe(13);
  expect(await move(ben, 2, 14)).toMatchObject({ ok: true, revision: 3 });
});

test("the same change made twice is no clash", async () => {
  const { move } = await house();
  await move(ann, 1, 13);
  expect(await move(ben, 1, 13)).toMatchObject({ ok: true });
});

test("twenty at once on one design: each gets its own revision, none is lost", async () => {
  const { id, read } = await house();
  const { design } = await read();
  const rows = design.points.slice(0, 20);
  const results = await Promise.all(
    rows.map((row, i) =>
      writeEdit(connection.db, id, i % 2 ? ann : ben, {
        base: 1,
        changes: [{ in: "points", put: { ...row, name: `N${i}` } }],
      }),
    ),
  );
  expect(results.every((result) => result.ok)).toBe(true);
  expect(results.map((result) => result.revision).sort((a, b) => a - b)).toEqual(rows.map((_, i) => i + 2));
  expect((await read()).design.points.filter((row) => /^N\d+$/.test(row.name))).toHaveLength(20);
});

test("how a design came in is nobody's to undo", async () => {
  const { id, read } = await house();
  await expect(undo(connection.db, id, ann)).rejects.toThrow("nothing of yours to undo");
  expect((await read()).design.points.length).toBeGreaterThan(100);
});

test("undo and redo go through a person's own edits, and a new edit ends what could be redone", async () => {
  const { id, read, move } = await house();
  const x = async () => (await read()).design.points.find((row) => row.id === "boot-cam-1")!.x;
  const first = await x();
  await move(ann, 1, 13);
  await move(ann, 2, 14);
  await undo(connection.db, id, ann);
  expect(await x()).toBe(13);
  await undo(connection.db, id, ann);
  expect(await x()).toBe(first);
  await redo(connection.db, id, ann);
  await redo(connection.db, id, ann);
  expect(await x()).toBe(14);
  await expect(redo(connection.db, id, ann)).rejects.toThrow("nothing of yours to redo");
  await undo(connection.db, id, ann);
  await move(ann, 8, 12.5);
  // Revision 1 is how the design came in: no step of anybody's.
  expect(await historyOf(connection.db, id, ann)).toMatchObject({ undo: [2, 9], redo: [] });
  await expect(undo(connection.db, id, ben)).rejects.toThrow("nothing of yours to undo");
});

/** What can be undone and redone, by playing the whole log through from its beginning. */
function played(log: readonly { revision: number; kind: string; of: number | null }[]) {
  const [undo, redo]: [number[], number[]] = [[], []];
  for (const { revision, kind, of } of log) {
    if (kind === "edit") {
      undo.push(revision);
      redo.length = 0;
    } else if (kind === "undo") redo.push(undo.pop() === of ? of! : NaN);
    else if (kind === "redo") undo.push(redo.pop() === of ? of! : NaN);
  }
  return { undo, redo };
}

test("what can be undone is read from the end of the log, page by page, however long it is", async () => {
  const { id } = await house();
  const log: { revision: number; kind: "edit" | "undo" | "redo"; of: number | null }[] = [];
  for (let revision = 2; revision < 702; revision++) {
    const { undo: done, redo: undone } = played(log);
    // Edits, and runs of undoing and doing again between them.
    const turn = Math.sin(revision / 17) + Math.sin(revision * 1.7) / 2;
    if (turn < -0.2 && done.length) log.push({ revision, kind: "undo", of: done.at(-1)! });
    else if (turn < 0.2 && undone.length) log.push({ revision, kind: "redo", of: undone.at(-1)! });
    else log.push({ revision, kind: "edit", of: null });
  }
  const row = { design: id, at: new Date(), changes: [], inverse: [] };
  // Somebody else's edits between them are nobody's steps but theirs.
  await connection.db.insert(edits).values([
    ...log.map((one) => ({ ...row, ...one, person: ann })),
    ...Array.from({ length: 300 }, (_, i) => ({
      ...row,
      revision: 1000 + i,
      person: ben,
      kind: "edit" as const,
    })),
  ]);
  for (const end of [702, 650, 640, 560, 420, 300, 120, 40]) {
    await connection.db.delete(edits).where(and(eq(edits.person, ann), gte(edits.revision, end)));
    const all = played(log.filter(({ revision }) => revision < end));
    expect(all.undo.length + all.redo.length).toBeGreaterThan(5);
    const known = await historyOf(connection.db, id, ann);
    expect(known.redo).toEqual(all.redo);
    expect(known.undo).toEqual(all.undo.slice(-known.undo.length));
    expect(known.undo.length).toBeGreaterThanOrEqual(Math.min(100, all.undo.length));
  }
});

test("an edit that is sent again under its name is not written twice, whatever its sender knew", async () => {
  const { id, read } = await house();
  const send = async (person: string, key: string, base?: number) =>
    writeEdit(
      connection.db,
      id,
      person,
      { base: base ?? 1, changes: movePoint((await read()).design, "boot-cam-1", { x: 13, y: 5 }) },
      { key, ...(base === undefined ? {} : { base }) },
    );
  expect(await send(ann, "one", 1)).toMatchObject({ ok: true, revision: 2 });
  // Sent again by a desk that has heard of it meanwhile, and by one that says nothing of what it knows.
  for (const base of [1, 2, undefined]) {
    const again = await send(ann, "one", base);
    expect(again).toMatchObject({ ok: true, revision: 2 });
    expect(again.log.map(({ key }) => key)).toEqual(["one"]);
  }
  expect(await send(ben, "one", 2)).toMatchObject({ ok: true, revision: 3 });
  const copy = { design: id, revision: 9, person: ann, at: new Date(), kind: "edit" as const, key: "one" };
  await expect(connection.db.insert(edits).values({ ...copy, changes: [], inverse: [] })).rejects.toThrow();
});

test("undo of what somebody else changed since is a clash, not an overwriting", async () => {
  const { id, read, move } = await house();
  await move(ann, 1, 13);
  await move(ben, 2, 14);
  expect(await undo(connection.db, id, ann)).toMatchObject({
    ok: false,
    clashes: [{ in: "points", id: "boot-cam-1", theirs: { x: 14 } }],
  });
  expect((await read()).revision).toBe(3);
});

test("a removed point comes back with its device and its place in automations", async () => {
  const { id, read } = await house();
  const before = (await read()).design;
  await writeEdit(connection.db, id, ann, { base: 1, changes: removePoint(before, "nurse-shd-1") });
  expect((await read()).design.devices.length).toBe(before.devices.length - 1);
  await undo(connection.db, id, ann);
  expect(writeFile((await read()).design)).toBe(writeFile(before));
});

test("the log alone rebuilds the design", async () => {
  const { id, read, move } = await house();
  await move(ann, 1, 13);
  await undo(connection.db, id, ann);
  const log = await logSince(connection.db, id, 0);
  expect(log.map((entry) => [entry.revision, entry.kind, entry.of])).toEqual([
    [1, "start", undefined],
    [2, "edit", undefined],
    [3, "undo", 2],
  ]);
  expect((await read()).design.points.find((row) => row.id === "boot-cam-1")).toEqual(
    larkspurWeir().points.find((row) => row.id === "boot-cam-1"),
  );
});

test("deleting a design leaves nothing of it", async () => {
  const { id } = await house();
  await deleteDesign(connection.db, id);
  expect(await connection.db.$count(designs, eq(designs.id, id))).toBe(0);
  for (const table of [edits, snapshots, things, words, dues, cards])
    expect(await connection.db.$count(table, eq(table.design, id))).toBe(0);
});

test("the history of a device, a page at a time: of its own edits, the last first, none twice", async () => {
  const { id, move } = await house();
  const device = larkspurWeir().devices.find(({ point }) => point === "boot-cam-1")!;
  for (let base = 1; base <= 60; base += 2) {
    await writeEdit(connection.db, id, ann, {
      base,
      changes: [
        { in: "devices", put: { ...device, name: `Named ${base}` } },
        {
          in: "taskRuns",
          put: { id: "t", device: device.id, step: "Pair", state: "done", note: `at ${base}` },
        },
      ],
    });
    await move(ann, base + 1, 13 + (base % 7) / 10);
  }
  for (let base = 61; base <= 90; base++)
    await writeEdit(connection.db, id, ann, {
      base,
      changes: [{ in: "devices", put: { ...device, name: `Named ${base}` } }],
    });
  const first = await deviceHistory(connection.db, id, device.id);
  expect(first.edits).toHaveLength(50);
  expect(first.edits[0]).toMatchObject({ revision: 91, what: ["name: Named 89 → Named 90"] });
  expect(first.before).toBe(first.edits.at(-1)!.revision);
  const rest = await deviceHistory(connection.db, id, device.id, first.before);
  expect(rest.before).toBeUndefined();
  expect(rest.edits.at(-1)).toMatchObject({ revision: 1, what: ["came in with the design"] });
  const revisions = [...first.edits, ...rest.edits].map(({ revision }) => revision);
  expect(revisions).toEqual([...new Set(revisions)].sort((a, b) => b - a));
  expect(revisions).toHaveLength(30 + 30 + 1);
  expect(rest.edits[0]!.what).toContain("Pair: done, at 19");
});

describe("snapshots", () => {
  const last = async (id: string) =>
    (await connection.db.select().from(snapshots).where(eq(snapshots.design, id)))[0];
  /** As the next process reads it, which knows nothing yet. */
  const cold = async (id: string) => {
    const other = connect(process.env.TEST_DATABASE_URL!, 2);
    const stored = await readDesign(other.db, id);
    await other.close();
    return stored!;
  };

  test("one with the first revision and one every so many; opened from it, a design is what its rows are", async () => {
    const { id, read, move } = await house();
    expect((await last(id))!.revision).toBe(1);
    expect(await cold(id)).toEqual(await read());
    for (let base = 1; base <= SNAPSHOT_EVERY + 2; base++) {
      await move(ann, base, 13 + (base % 7) / 10);
      if (base === SNAPSHOT_EVERY - 2) expect((await last(id))!.revision).toBe(1);
    }
    expect((await last(id))!.revision).toBe(SNAPSHOT_EVERY);
    const opened = await cold(id);
    expect(opened.revision).toBe(SNAPSHOT_EVERY + 3);
    expect(opened).toEqual(await read());
    expect(writeFile(opened.design)).toBe(writeFile((await read()).design));
  });

  const body = async (id: string) =>
    JSON.parse(gunzipSync((await last(id))!.body).toString()) as Record<
      string,
      { id: string; name?: string }[]
    >;
  const set = (id: string, values: object) =>
    connection.db.update(snapshots).set(values).where(eq(snapshots.design, id));

  test("it is what is read; what it lacks comes from the log, the settings from their table", async () => {
    const { id, read, move } = await house();
    await move(ann, 1, 13);
    // Told apart from the log by a mark only the snapshot has.
    const rows = await body(id);
    rows.rooms![0]!.name = "From the snapshot";
    await set(id, { body: gzipSync(JSON.stringify({ ...rows, design: { ...rows.design, name: "Old" } })) });
    const opened = await cold(id);
    expect(opened.design.rooms[0]!.name).toBe("From the snapshot");
    expect(opened.design.points).toEqual((await read()).design.points);
    expect(opened.design.design.name).toBe("Larkspur Weir");
  });

  test("one of another version's rows is brought to this one's", async () => {
    const { id, read } = await house();
    const rows = await body(id);
    Object.assign(rows.rooms![0]!, { nobodyKnows: 1 });
    rows.wereOnce = [{ id: "a" }];
    delete rows.bridges;
    await set(id, { shape: "another", body: gzipSync(JSON.stringify(rows)) });
    const opened = await cold(id);
    expect(opened.design).toEqual({ ...(await read()).design, bridges: [] });
  });

  test("without one, or with one of a revision still to come, the log is read from its start", async () => {
    const { id, read, move } = await house();
    await move(ann, 1, 13);
    await set(id, { revision: 3, body: Buffer.from("nothing") });
    expect(await cold(id)).toEqual(await read());
    await connection.db.delete(snapshots).where(eq(snapshots.design, id));
    expect(await cold(id)).toEqual(await read());
  });

  test("a log with a gap is said, not read over", async () => {
    const { id, move } = await house();
    await move(ann, 1, 13);
    await move(ann, 2, 14);
    await connection.db.delete(edits).where(and(eq(edits.design, id), eq(edits.revision, 2)));
    await expect(cold(id)).rejects.toThrow(`The log of design ${id} has 1 entries from revision 1 to 3`);
  });

  test("an edit that is not written leaves none", async () => {
    const { id, read, move } = await house();
    for (let base = 1; base < SNAPSHOT_EVERY - 1; base++) await move(ann, base, 13 + (base % 7) / 10);
    const before = await read();
    await expect(
      writeEdit(connection.db, id, ann, {
        base: SNAPSHOT_EVERY - 1,
        changes: [{ in: "rooms", drop: "hall" }],
      }),
    ).rejects.toThrow(InputError);
    expect((await last(id))!.revision).toBe(1);
    expect(await cold(id)).toEqual(before);
  });

  test("it goes with its design", async () => {
    const { id } = await house();
    await deleteDesign(connection.db, id);
    expect(await last(id)).toBeUndefined();
  });
});
