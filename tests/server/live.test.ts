/** Live changes and edits sent twice, on the running application. */
import { larkspurWeir } from "../../demo/larkspur-weir";
import { writeFile } from "../../core/design/file";
import type { LogEntry } from "../../db/write-edit";
import { client, demoClient, ownDesign, type Client } from "./http-client";

const url = process.env.TEST_WEB_URL!;
let owner: Client;
beforeAll(async () => {
  owner = await demoClient(url, "designer");
});

const rename = (name: string) => ({
  in: "points",
  put: { ...larkspurWeir().points.find((row) => row.id === "boot-cam-1")!, name },
});
const edit = async (id: string, name: string, base: number, more: object = {}) =>
  (
    await owner.json(`/d/${id}/edit`, { kind: "edit", base, changes: [rename(name)], ...more })
  ).json() as Promise<{ ok: boolean; revision: number; log: LogEntry[] }>;

interface Heard {
  entries: LogEntry[];
  ended: Promise<void>;
  until(revision: number): Promise<void>;
  close(): void;
}

/** A stream of a design, and what came over it. */
async function listen(who: Client, id: string, since: number): Promise<Heard> {
  const abort = new AbortController();
  const response = await fetch(`${url}/d/${id}/live?since=${since}`, {
    headers: { Cookie: who.cookies() },
    signal: abort.signal,
  });
  const entries: LogEntry[] = [];
  const waiting: { revision: number; done(): void }[] = [];
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  const ended = (async () => {
    let text = "";
    for (;;) {
      const { done, value } = await reader.read().catch(() => ({ done: true, value: undefined }));
      if (done) return;
      text += value;
      const parts = text.split("\n\n");
      text = parts.pop()!;
      for (const part of parts) {
        const line = part.split("\n").find((one) => one.startsWith("data: "));
        if (line) entries.push(JSON.parse(line.slice(6)) as LogEntry);
      }
      for (const one of waiting) if (entries.some((entry) => entry.revision >= one.revision)) one.done();
    }
  })();
  return {
    entries,
    ended,
    close: () => abort.abort(),
    until: (revision) =>
      new Promise((done) =>
        entries.some((entry) => entry.revision >= revision) ? done() : waiting.push({ revision, done }),
      ),
  };
}

describe("streams", () => {
  test("one that claims to know the future silences nobody", async () => {
    const id = await ownDesign(owner);
    const far = await listen(owner, id, 999_999);
    const near = await listen(owner, id, 1);
    await edit(id, "Heard", 1);
    await near.until(2);
    expect(near.entries.map((entry) => entry.revision)).toEqual([2]);
    expect(far.entries).toEqual([]);
    far.close();
    near.close();
  });
  test("whoever joins late, from wherever, gets every entry once and in order while edits go on", async () => {
    const id = await ownDesign(owner);
    const heard: Heard[] = [];
    let revision = 1;
    for (let n = 0; n < 12; n++) {
      const joining = listen(owner, id, Math.max(1, revision - 3));
      revision = (await edit(id, `Name ${n}`, revision)).revision;
      heard.push(await joining);
    }
    for (const [n, one] of heard.entries()) {
      await one.until(revision);
      const from = Math.max(1, n + 1 - 3);
      expect(one.entries.map((entry) => entry.revision)).toEqual(
        Array.from({ length: revision - from }, (_, i) => from + 1 + i),
      );
      one.close();
    }
  });
  test("end when the right to see is taken away, and when the session ends", async () => {
    const id = await ownDesign(owner);
    const guest = await demoClient(url, "household");
    await owner.post(`/designs/${id}/people`, {
      do: "share",
      email: "household@larkspur.example",
      role: "view",
    });
    const stream = await listen(guest, id, 1);
    const signedOut = await demoClient(url, "household");
    const other = await listen(signedOut, id, 1);
    await signedOut.post("/sign-out", {});
    await edit(id, "After sign-out", 1);
    await stream.until(2);
    await other.ended;
    expect(other.entries).toEqual([]);
    await owner.post(`/designs/${id}/people`, { do: "remove", person: "household" });
    await stream.ended;
    await edit(id, "After removal", 2);
    expect(stream.entries.map((entry) => entry.revision)).toEqual([2]);
  });
});

describe("sent twice, because an answer was lost", () => {
  test("an edit with its key is written once, and answered the same", async () => {
    const id = await ownDesign(owner);
    const [first, again] = [
      await edit(id, "Once", 1, { key: "k1" }),
      await edit(id, "Once", 1, { key: "k1" }),
    ];
    expect([first.revision, again.revision]).toEqual([2, 2]);
    expect(again.log.map((entry) => [entry.revision, entry.key])).toEqual([[2, "k1"]]);
  });
  test("an undo takes back what it names, once, whatever is sent again", async () => {
    const id = await ownDesign(owner);
    await edit(id, "One", 1);
    await edit(id, "Two", 2);
    const undo = async (body: object) =>
      (await owner.json(`/d/${id}/edit`, { kind: "undo", ...body })).json() as Promise<{
        ok?: boolean;
        revision?: number;
        log?: LogEntry[];
        error?: string;
      }>;
    const [first, again] = [
      await undo({ of: 3, base: 3, key: "u1" }),
      await undo({ of: 3, base: 3, key: "u1" }),
    ];
    expect([first.revision, again.revision]).toEqual([4, 4]);
    expect(again.log!.map((entry) => [entry.kind, entry.of])).toEqual([["undo", 3]]);
    // Without its key too: what it names is taken back already.
    expect((await undo({ of: 3 })).error).toMatch(/no longer your last step/);
    expect((await undo({ of: 2, base: 4, key: "u2" })).revision).toBe(5);
    const redo = async (body: object) =>
      (await owner.json(`/d/${id}/edit`, { kind: "redo", ...body })).json() as Promise<{
        revision?: number;
        error?: string;
      }>;
    expect((await redo({ of: 3 })).error).toMatch(/no longer your last step/);
    expect([
      (await redo({ of: 2, base: 5, key: "r" })).revision,
      (await redo({ of: 2, base: 5, key: "r" })).revision,
    ]).toEqual([6, 6]);
  });
  test("a key of somebody else's is none of one's own", async () => {
    const id = await ownDesign(owner);
    await owner.post(`/designs/${id}/people`, {
      do: "share",
      email: "installer@larkspur.example",
      role: "edit",
    });
    await edit(id, "Mine", 1, { key: "same" });
    const other = await demoClient(url, "installer");
    const answer = (await (
      await other.json(`/d/${id}/edit`, { kind: "edit", base: 2, key: "same", changes: [rename("Theirs")] })
    ).json()) as { revision: number };
    expect(answer.revision).toBe(3);
    for (const bad of [{ key: "" }, { key: "x".repeat(41) }, { key: 5 }, { key: "a b" }])
      expect((await other.json(`/d/${id}/edit`, { kind: "undo", ...bad })).status).toBe(422);
  });
});

describe("what cannot be kept", () => {
  test("half a character is refused with its field, in every text of every row, and never breaks the server", async () => {
    const id = await ownDesign(owner);
    const half = (name: string) =>
      owner.json(`/d/${id}/edit`, { kind: "edit", base: 1, changes: [rename(name)] });
    for (const text of ["\ud800", "a\udc00b", "x\u0000y"]) {
      const response = await half(text);
      expect(response.status).toBe(422);
      expect(await response.text()).toContain("must be whole characters");
    }
    expect((await half("whole \ud83d\ude00")).status).toBe(200);
    for (const field of ["name", "email"])
      expect(
        (
          await client(url).post("/sign-up", {
            name: "A",
            email: "half@house.example",
            password: "a long enough one",
            [field]: "a\u0000b",
          })
        ).status,
      ).toBe(400);
  });
  test("a house of more rows than a design may have is refused in a sentence, and leaves nothing", async () => {
    const before = await (await owner.get("/designs")).text();
    const house = larkspurWeir();
    const one = house.points[0]!;
    house.points = Array.from({ length: 10_001 }, (_, i) => ({ ...one, id: `p${i}` }));
    const body = new FormData();
    body.set("do", "import");
    body.set("file", new File([writeFile(house)], "house.zinc.json"));
    const response = await fetch(`${url}/designs`, {
      method: "POST",
      headers: { Origin: url, Cookie: owner.cookies() },
      body,
    });
    expect([
      response.status,
      /points must have at most 10000 rows, and has 10001/.test(await response.text()),
    ]).toEqual([422, true]);
    expect((await (await owner.get("/designs")).text()).length).toBe(before.length);
  });
  test("a large edit is written by a worker, whole or not at all, and a file that is no UTF-8 is refused", async () => {
    const id = await ownDesign(owner);
    const one = larkspurWeir().points.find((row) => row.id === "boot-cam-1")!;
    const many = (from: number, to: number) =>
      Array.from({ length: to - from }, (_, i) => ({
        in: "points",
        put: { ...one, id: `m${from + i}`, name: `Many ${from + i}` },
      }));
    expect(
      (await (
        await owner.json(`/d/${id}/edit`, { kind: "edit", base: 1, changes: many(0, 2000) })
      ).json()) as object,
    ).toMatchObject({ ok: true, revision: 2 });
    const broken = [...many(2000, 3000), { in: "points", put: { ...one, id: "bad", room: "nowhere" } }];
    const answer = await owner.json(`/d/${id}/edit`, { kind: "edit", base: 2, changes: broken });
    expect([answer.status, ((await answer.json()) as { error: string }).error]).toEqual([
      422,
      expect.stringContaining("nowhere"),
    ]);
    const file = (await (await owner.get(`/d/${id}/file`)).json()) as { points: { id: string }[] };
    expect(file.points.filter((row) => row.id.startsWith("m")).length).toBe(2000);
    expect(
      (
        await owner.json(`/d/${id}/edit`, {
          kind: "edit",
          base: 2,
          changes: many(2000, 2400).map((change) => ({ ...change, in: "nothing" })),
        })
      ).status,
    ).toBe(422);
    // Now a heavy design: its papers come from a worker, its page sends rows and lets the browser compute.
    expect(await (await owner.get(`/d/${id}/csv/register`)).text()).toContain("Label,Name");
    expect(await (await owner.get(`/d/${id}/house`)).text()).toContain("Opening Larkspur Weir");
    const body = new FormData();
    body.set("do", "import");
    body.set("file", new File([new Uint8Array([0x7b, 0xff, 0x7d])], "house.zinc.json"));
    expect(
      await (
        await fetch(`${url}/designs`, {
          method: "POST",
          headers: { Origin: url, Cookie: owner.cookies() },
          body,
        })
      ).text(),
    ).toContain("File is not UTF-8 text");
  }, 60_000);
  test("another name than ours is not served", async () => {
    const { request } = await import("node:http");
    const asked = (host: string) =>
      new Promise<number>((done, refuse) =>
        request(`${url}/sign-in`, { headers: { Host: host } }, (response) =>
          done(response.resume().statusCode!),
        )
          .on("error", refuse)
          .end(),
      );
    expect(await asked("evil.example")).toBe(421);
    expect(await asked("localhost.evil.example:80")).toBe(421);
    for (const host of ["localhost", "127.0.0.1:3210", "[::1]:99"]) expect(await asked(host)).toBe(200);
  });
});
