/** The design in the browser: edits at once, sent one after another, following the log whoever writes it. */
import { jest } from "@jest/globals";
import type { Change } from "#core/design/edit";
import type { LogEntry } from "#db/write-edit";
import { testDesign } from "../../core/test-design";
import { createDesignStore, type DesignStore, type Kept } from "./store";

type Posted = { kind: string; key: string; of?: number; base?: number; changes?: Change[] };

/** A server that answers each post when told to. */
function server() {
  const posts: { body: Posted; answer(status: number, body: unknown): void; drop(): void }[] = [];
  globalThis.fetch = jest.fn(
    (_url: unknown, init?: { body?: unknown }) =>
      new Promise((resolve, reject) => {
        posts.push({
          body: JSON.parse(String(init?.body)) as Posted,
          answer: (status, body) =>
            resolve(
              new Response(JSON.stringify(body), { status, headers: { "Content-Type": "application/json" } }),
            ),
          drop: () => reject(new TypeError("no connection")),
        });
      }),
  ) as unknown as typeof fetch;
  return posts;
}

const settle = async () => {
  for (let n = 0; n < 10; n++) await Promise.resolve();
};
const named = (name: string): Change => ({ in: "points", put: { ...testDesign().points[0]!, name } });
const logged = (
  revision: number,
  changes: Change[],
  person = "me",
  kind: LogEntry["kind"] = "edit",
  more: Partial<LogEntry> = {},
): LogEntry => ({ revision, person, at: "2026-11-25T00:00:00Z", kind, ...more, changes });
/** The log entry of what was posted. */
const entryOf = (post: { body: Posted }, revision: number, changes: Change[]): LogEntry =>
  logged(revision, changes, "me", post.body.kind as "edit", {
    key: post.body.key,
    ...(post.body.of === undefined ? {} : { of: post.body.of }),
  });
const nameOf = (store: DesignStore) =>
  store.get().design.points.find((point) => point.id === testDesign().points[0]!.id)!.name;
const start = () =>
  createDesignStore({ url: "/d/x", person: "me", design: testDesign(), revision: 5, undo: [], redo: [] });

/** Hands the store log entries as the stream would. */
let stream: { onmessage(event: { data: string }): void; onopen(): void; close(): void };
beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ["queueMicrotask", "nextTick"] });
  globalThis.EventSource = class {
    onmessage = () => {};
    onopen = () => {};
    onerror = () => {};
    close = () => {};
    constructor() {
      stream = this as unknown as typeof stream;
    }
  } as unknown as typeof EventSource;
  globalThis.window = {
    addEventListener() {},
    removeEventListener() {},
    location: { reload: jest.fn() },
  } as unknown as typeof window;
});
afterEach(() => jest.useRealTimers());
const hear = (entry: LogEntry) => stream.onmessage({ data: JSON.stringify(entry) });

test("an edit shows at once, is saved when answered, and keeps the very rows that were shown", async () => {
  const posts = server();
  const store = start();
  store.edit([named("First")]);
  expect([nameOf(store), store.get().saving]).toEqual(["First", "saving"]);
  const shown = store.get().design;
  posts[0]!.answer(200, { ok: true, revision: 6, log: [entryOf(posts[0]!, 6, [named("First")])] });
  await settle();
  expect([store.get().saving, store.get().revision, store.get().undo]).toEqual(["saved", 6, [6]]);
  // Everything computed from these rows still stands.
  expect(store.get().design.points).toBe(shown.points);
});

test("edits are sent one after another, each on the revision the one before made", async () => {
  const posts = server();
  const store = start();
  store.edit([named("First")]);
  store.edit([named("Second")]);
  expect(posts).toHaveLength(1);
  posts[0]!.answer(200, { ok: true, revision: 6, log: [entryOf(posts[0]!, 6, [named("First")])] });
  await settle();
  expect(posts[1]!.body).toMatchObject({ kind: "edit", base: 6 });
  expect(nameOf(store)).toBe("Second");
});

test("the log may come before the answer: the edit counts once", async () => {
  const posts = server();
  const store = start();
  store.connect();
  store.edit([named("First")]);
  hear(entryOf(posts[0]!, 6, [named("First")]));
  expect([store.get().revision, store.get().undo, nameOf(store)]).toEqual([6, [6], "First"]);
  posts[0]!.answer(200, { ok: true, revision: 6, log: [entryOf(posts[0]!, 6, [named("First")])] });
  await settle();
  expect([store.get().revision, store.get().undo, store.get().saving]).toEqual([6, [6], "saved"]);
});

test("an answer lost on the way: what the log already has is not written twice", async () => {
  const posts = server();
  const store = start();
  store.connect();
  store.edit([named("First")]);
  hear(entryOf(posts[0]!, 6, [named("First")]));
  posts[0]!.drop();
  await settle();
  expect(store.get().saving).toBe("failed");
  jest.advanceTimersByTime(3000);
  await settle();
  expect([posts.length, store.get().saving]).toEqual([1, "saved"]);
});

test("a lost connection keeps the edit and sends it again", async () => {
  const posts = server();
  const store = start();
  store.edit([named("First")]);
  posts[0]!.drop();
  await settle();
  expect([store.get().saving, nameOf(store)]).toEqual(["failed", "First"]);
  expect(store.get().trouble).toContain("no connection");
  jest.advanceTimersByTime(3000);
  await settle();
  expect(posts[1]!.body).toEqual(posts[0]!.body);
  posts[1]!.answer(200, { ok: true, revision: 6, log: [entryOf(posts[1]!, 6, [named("First")])] });
  await settle();
  expect([store.get().saving, store.get().trouble]).toEqual(["saved", undefined]);
});

test("somebody else's edit elsewhere lets an own one keep up; on the same row it stays on its base and clashes", async () => {
  const posts = server();
  const store = start();
  store.connect();
  store.edit([named("Mine")]);
  store.edit([{ in: "devices", drop: "d-cam" }]);
  hear(logged(6, [named("Theirs")], "other"));
  expect(nameOf(store)).toBe("Mine");
  posts[0]!.answer(409, {
    ok: false,
    clashes: [{ in: "points", id: "cam", mine: {}, theirs: {} }],
    revision: 6,
    log: [logged(6, [named("Theirs")], "other")],
  });
  await settle();
  expect(store.get().clash!.pending.base).toBe(5);
  store.resolve("theirs");
  await settle();
  expect(nameOf(store)).toBe("Theirs");
  expect(posts[1]!.body).toMatchObject({ base: 6, changes: [{ in: "devices", drop: "d-cam" }] });
});

test("a clash answered with mine is sent again on the newest revision", async () => {
  const posts = server();
  const store = start();
  store.edit([named("Mine")]);
  posts[0]!.answer(409, {
    ok: false,
    clashes: [],
    revision: 6,
    log: [logged(6, [named("Theirs")], "other")],
  });
  await settle();
  store.resolve("mine");
  await settle();
  expect([posts[1]!.body.base, nameOf(store)]).toEqual([6, "Mine"]);
});

test("what the server refuses is taken back, with its sentence", async () => {
  const posts = server();
  const store = start();
  store.edit([named("First")]);
  posts[0]!.answer(422, { error: "points[cam].name must not be empty." });
  await settle();
  expect([nameOf(store), store.get().trouble, store.get().saving]).toEqual([
    "cam",
    "points[cam].name must not be empty.",
    "saved",
  ]);
});

test("a gap in the log: only a fresh page is safe", () => {
  server();
  const store = start();
  store.connect();
  hear(logged(8, [named("Later")], "other"));
  expect(window.location.reload).toHaveBeenCalled();
  expect(store.get().revision).toBe(5);
});

test("undo and redo count as the log says, and nothing is sent where there is nothing", async () => {
  const posts = server();
  const store = start();
  store.undo();
  store.redo();
  expect(posts).toHaveLength(0);
  store.edit([named("First")]);
  posts[0]!.answer(200, { ok: true, revision: 6, log: [entryOf(posts[0]!, 6, [named("First")])] });
  await settle();
  store.undo();
  await settle();
  expect(posts[1]!.body).toEqual({ kind: "undo", key: expect.any(String), base: 6, of: 6 });
  posts[1]!.answer(200, { ok: true, revision: 7, log: [entryOf(posts[1]!, 7, [named("cam")])] });
  await settle();
  expect([nameOf(store), store.get().undo, store.get().redo]).toEqual(["cam", [], [6]]);
  expect([store.get().canUndo, store.get().canRedo]).toEqual([false, true]);
});

test("an undo that is pressed before its edit is saved waits for it, and names it; sent again it names the same", async () => {
  const posts = server();
  const store = start();
  store.edit([named("First")]);
  store.undo();
  store.undo();
  expect(store.get().canUndo).toBe(false);
  posts[0]!.answer(200, { ok: true, revision: 6, log: [entryOf(posts[0]!, 6, [named("First")])] });
  await settle();
  expect(posts[1]!.body).toMatchObject({ kind: "undo", of: 6 });
  posts[1]!.drop();
  await settle();
  jest.advanceTimersByTime(3000);
  await settle();
  expect(posts[2]!.body).toEqual(posts[1]!.body);
  posts[2]!.answer(200, { ok: true, revision: 7, log: [entryOf(posts[2]!, 7, [named("cam")])] });
  await settle();
  expect([nameOf(store), posts.length, store.get().saving]).toEqual(["cam", 3, "saved"]);
});

test("five quick edits: what is shown is made five times, and not again as each is confirmed", async () => {
  const posts = server();
  const store = start();
  store.connect();
  const seen = new Set([store.get().design]);
  store.subscribe(() => seen.add(store.get().design));
  for (let n = 1; n <= 5; n++) store.edit([named(`N${n}`)]);
  for (let n = 0; n < 5; n++) {
    const entry = entryOf(posts[n]!, 6 + n, [named(`N${n + 1}`)]);
    // By the stream first for some, by the answer first for others.
    if (n % 2) hear(entry);
    posts[n]!.answer(200, { ok: true, revision: 6 + n, log: [entry] });
    await settle();
  }
  expect([nameOf(store), store.get().saving, store.get().revision]).toEqual(["N5", "saved", 10]);
  expect(seen.size).toBe(6);
});

test("an edit the server breaks on is tried some times, then set aside with what it held, and later ones go on", async () => {
  const posts = server();
  const store = start();
  store.edit([named("Breaks")]);
  store.edit([{ in: "devices", drop: "d-cam" }]);
  for (let n = 0; n < 4; n++) {
    expect(posts[n]!.body.changes).toEqual([named("Breaks")]);
    posts[n]!.answer(500, "oops");
    await settle();
    jest.advanceTimersByTime(3000);
    await settle();
  }
  expect(posts[4]!.body.changes).toEqual([{ in: "devices", drop: "d-cam" }]);
  expect(store.get().trouble).toContain("the change of Breaks: it is set aside");
  expect(store.get().refused.map((one) => one.changes)).toEqual([[named("Breaks")]]);
  expect(nameOf(store)).toBe("cam");
  posts[4]!.answer(200, {
    ok: true,
    revision: 6,
    log: [logged(6, [{ in: "devices", drop: "d-cam" }], "me", "edit", { key: posts[4]!.body.key })],
  });
  await settle();
  expect(store.get().saving).toBe("saved");
  store.retry();
  await settle();
  expect([posts[5]!.body.changes, nameOf(store), store.get().refused]).toEqual([
    [named("Breaks")],
    "Breaks",
    [],
  ]);
});

test("a server that is away for a moment never sets an edit aside", async () => {
  const posts = server();
  const store = start();
  store.edit([named("Waits")]);
  for (let n = 0; n < 8; n++) {
    posts[n]!.answer(503, "away");
    await settle();
    jest.advanceTimersByTime(3000);
    await settle();
  }
  expect([store.get().saving, store.get().refused, nameOf(store)]).toEqual(["saving", [], "Waits"]);
});

describe("kept on the device", () => {
  /** Storage of a browser, as the walk keeps notes in it. */
  function shelf(first: ReturnType<Kept["load"]> = { queue: [], refused: [] }) {
    const held = { now: first };
    const kept: Kept = {
      load: () => held.now,
      save: (next) => void (held.now = { queue: [...next.queue], refused: [...next.refused] }),
    };
    return {
      held,
      kept,
      begin: () =>
        createDesignStore({
          url: "/d/x",
          person: "me",
          design: testDesign(),
          revision: 5,
          undo: [],
          redo: [],
          kept,
        }),
    };
  }

  test("an edit made without a network is there after a reload, shown at once and sent once connected", async () => {
    const posts = server();
    const { held, begin } = shelf();
    const before = begin();
    before.edit([named("Kept")]);
    posts[0]!.drop();
    await settle();
    expect([before.get().saving, before.get().waiting, held.now.queue.length]).toEqual(["failed", 1, 1]);
    const after = begin();
    expect([nameOf(after), after.get().waiting]).toEqual(["Kept", 1]);
    const stop = after.connect();
    posts[1]!.answer(200, { ok: true, revision: 6, log: [entryOf(posts[1]!, 6, [named("Kept")])] });
    await settle();
    expect([after.get().saving, after.get().waiting, held.now.queue.length]).toEqual(["saved", 0, 0]);
    stop();
  });

  test("what the design has already, its answer lost with the page, is not sent twice", () => {
    const posts = server();
    const same = { in: "points" as const, put: testDesign().points[0]! };
    const store = shelf({
      queue: [{ kind: "edit", key: "k", changes: [same], base: 4 }],
      refused: [],
    }).begin();
    store.connect()();
    expect([store.get().waiting, posts.length]).toEqual([0, 0]);
  });

  test("signed out: nothing is thrown away, and it goes once signed in again", async () => {
    const posts = server();
    const { held, begin } = shelf();
    const store = begin();
    store.edit([named("Mine")]);
    posts[0]!.answer(401, "Sign in first.");
    await settle();
    expect([nameOf(store), store.get().saving, held.now.queue.length]).toEqual(["Mine", "failed", 1]);
    expect(store.get().trouble).toContain("signed out");
  });

  test("what the server will not take is kept beside its reason until somebody has read it", async () => {
    const posts = server();
    const { held, begin } = shelf();
    const store = begin();
    store.edit([named("Refused")]);
    posts[0]!.answer(422, { error: "points[cam].name must not be empty." });
    await settle();
    expect(store.get().refused).toEqual([
      { changes: [named("Refused")], said: "points[cam].name must not be empty." },
    ]);
    expect([held.now.queue.length, held.now.refused.length]).toEqual([0, 1]);
    expect(begin().get().refused).toHaveLength(1);
    store.dismiss();
    expect(held.now.refused).toEqual([]);
  });
});
