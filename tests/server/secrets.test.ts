/** Codes and keys: kept sealed, shown on request, each look written down, found nowhere else. */
import { readFileSync, rmSync, writeFileSync } from "node:fs";
import { gunzipSync } from "node:zlib";
import { createConnection } from "mysql2/promise";
import { eq } from "drizzle-orm";
import { connect, type Connection } from "../../db/connect";
import { secrets } from "../../db/schema";
import { keyFile, seal, unseal } from "../../db/secrets";
import { larkspurWeir } from "../../demo/larkspur-weir";
import { startWeb } from "../start";
import { client, demoClient, type Client } from "./http-client";

const url = process.env.TEST_WEB_URL!;
let connection: Connection;
let owner: Client;
let house: string;
const PLANTED = ["PLANTED-door-481516", "PLANTED-network-key-00FF"];
/** A right code, invented: discriminator 11 · passcode 34970112 is the demo's own. */
const planted = larkspurWeir();
const CODES = [...planted.devices, ...planted.bridges].flatMap(({ code }) => code ?? []);

/** The demo house with keys of a kind that stands nowhere else. */
function houseFile(): string {
  const file = JSON.parse(readFileSync("demo/larkspur-weir.zinc.json", "utf8")) as {
    keys: { value?: string }[];
  };
  file.keys[0]!.value = PLANTED[0];
  file.keys[1]!.value = PLANTED[1];
  return JSON.stringify(file);
}

beforeAll(async () => {
  connection = connect(process.env.TEST_DATABASE_URL!, 3);
  owner = await demoClient(url, "designer");
  const form = new FormData();
  form.set("do", "import");
  form.set("file", new File([houseFile()], "house.zinc.json", { type: "application/json" }));
  const answer = await fetch(`${url}/designs`, {
    method: "POST",
    headers: { Origin: url, Cookie: owner.cookies() },
    body: form,
    redirect: "manual",
  });
  house = /^\/d\/(\w+)\//.exec(answer.headers.get("location")!)![1]!;
});
afterAll(() => connection.close());

/** Bytes as text: a snapshot as what it packs, where another test did not spoil it on purpose. */
function unpacked(bytes: Buffer): string {
  try {
    return gunzipSync(bytes).toString("utf8");
  } catch {
    return bytes.toString("latin1");
  }
}

const hidden = (text: string) => [...PLANTED, ...CODES].filter((secret) => text.includes(secret));

test("no table of the database holds one, snapshots and log included", async () => {
  // An edit that brings a code, and its undo.
  const put = { ...planted.devices.find(({ id }) => id === "d-hall-ap-1")!, code: CODES[0] };
  const { revision } = (await (
    await owner.json(`/d/${house}/edit`, { kind: "edit", base: 1, changes: [{ in: "devices", put }] })
  ).json()) as { revision: number };
  expect(revision).toBe(2);
  const answer = await owner.json(`/d/${house}/edit`, { kind: "undo" });
  expect([answer.status, hidden(await answer.text())]).toEqual([200, []]);
  const plain = await createConnection(process.env.TEST_DATABASE_URL!);
  const [tables] = (await plain.query("SHOW TABLES")) as unknown as [Record<string, string>[]];
  let rows = 0;
  // Gathered and compared once: a matcher for each of some hundred thousand cells would take minutes.
  const places: string[] = [];
  for (const table of tables.flatMap((row) => Object.values(row))) {
    const [found] = (await plain.query(`SELECT * FROM \`${table}\``)) as unknown as [
      Record<string, unknown>[],
    ];
    for (const row of found) {
      rows += 1;
      for (const [column, value] of Object.entries(row)) {
        const text = Buffer.isBuffer(value) ? unpacked(value) : JSON.stringify(value);
        if (hidden(text ?? "").length) places.push(`${table}.${column}`);
      }
    }
  }
  await plain.end();
  expect(places).toEqual([]);
  expect(rows).toBeGreaterThan(1000);
});

test("no page, table or file holds one; the file says what was left out", async () => {
  const paths = [
    "register",
    "register?view=keys",
    "register?device=d-kitchen-lek-1",
    "commission",
    "walk",
    "csv/register",
    "csv/addresses",
    "csv/commissioning",
    "calendar",
    "secrets",
    "history/d-kitchen-lek-1",
    "changes?since=2026-01-01",
  ];
  for (const path of paths) {
    const answer = await owner.get(`/d/${house}/${path}`);
    expect([path, answer.status]).toEqual([path, 200]);
    expect([path, hidden(await answer.text())]).toEqual([path, []]);
  }
  const text = await (await owner.get(`/d/${house}/file`)).text();
  expect(hidden(text)).toEqual([]);
  expect((JSON.parse(text) as { leftOut: string[] }).leftOut).toEqual([
    "pairing codes of 2 devices",
    "joining codes of 1 bridge",
    "values of 3 keys",
  ]);
});

test("the server's own log holds none, not even of a write that failed", async () => {
  const web = await startWeb(process.env.TEST_DATABASE_URL!);
  const plain = await createConnection(process.env.TEST_DATABASE_URL!);
  try {
    const own = await demoClient(web.url, "designer");
    const place = { in: "devices", id: "d-snug-lmp-1" };
    const keep = (value: string) => own.json(`/d/${house}/secrets`, { what: "keep", ...place, value });
    expect((await keep("PLANTED-refused\n")).status).toBe(200);
    await plain.query(
      `CREATE TRIGGER refuse BEFORE UPDATE ON secrets FOR EACH ROW IF NEW.design = '${house}' THEN SIGNAL SQLSTATE '45000'; END IF`,
    );
    await plain.query(
      `CREATE TRIGGER refuse_too BEFORE INSERT ON secrets FOR EACH ROW IF NEW.design = '${house}' THEN SIGNAL SQLSTATE '45000'; END IF`,
    );
    const failed = await keep("PLANTED-never-kept");
    expect([failed.status, (await failed.text()).includes("PLANTED")]).toEqual([500, false]);
    // The failure itself is told of, or there would be nothing to search.
    expect(web.log()).toMatch(/secrets/);
    expect(web.log()).not.toContain("PLANTED");
    expect((await own.json(`/d/${house}/secrets`, { what: "forget", ...place })).status).toBe(200);
  } finally {
    for (const name of ["refuse", "refuse_too"]) await plain.query(`DROP TRIGGER IF EXISTS ${name}`);
    await plain.end();
    await web.stop();
  }
});

test("shown to those who may change, one by one, and each look is written down", async () => {
  const body = { what: "show", in: "keys", id: planted.keys[0]!.id };
  const shown = await owner.json(`/d/${house}/secrets`, body);
  expect([shown.status, await shown.json(), shown.headers.get("cache-control")]).toEqual([
    200,
    { value: PLANTED[0] },
    "no-store",
  ]);
  const { looks, kept } = (await (await owner.get(`/d/${house}/secrets`)).json()) as {
    looks: object[];
    kept: object[];
  };
  expect(looks[0]).toMatchObject({ person: "Designer", how: "shown", in: "keys", id: body.id });
  expect(kept).toHaveLength(7);
  // A viewer sees none, on the demo house that is shared with them; a stranger learns nothing.
  const viewer = await demoClient(url, "household");
  expect((await viewer.json("/d/larkspur-weir/secrets", body)).status).toBe(403);
  expect((await viewer.get("/d/larkspur-weir/secrets")).status).toBe(403);
  expect((await viewer.json(`/d/${house}/secrets`, body)).status).toBe(404);
  expect((await client(url).json(`/d/${house}/secrets`, body)).status).toBe(401);
});

test("entered, checked, and forgotten; what is wrong is one sentence that never holds it", async () => {
  const ask = async (body: object) => {
    const answer = await owner.json(`/d/${house}/secrets`, body);
    return [answer.status, await answer.json()] as const;
  };
  const place = { in: "devices", id: "d-snug-lmp-1" };
  expect(await ask({ what: "keep", ...place, value: CODES[0] })).toEqual([
    200,
    expect.objectContaining({ state: expect.any(String) }),
  ]);
  expect(await ask({ what: "keep", ...place, value: "123" })).toEqual([
    200,
    { state: "bad", wrong: "must be 11 or 21 figures, not 3" },
  ]);
  expect(await ask({ what: "show", ...place })).toEqual([200, { value: "123" }]);
  expect(await ask({ what: "forget", ...place })).toEqual([200, { done: true }]);
  for (const [body, said] of [
    [{ what: "show", ...place }, /Secret is not kept here/],
    [{ what: "keep", ...place, value: " " }, /Pairing code is missing/],
    [{ what: "keep", ...place, value: `PLANTED-long${"x".repeat(200)}` }, /at most 120/],
    [{ what: "keep", in: "devices", id: "nobody", value: "1" }, /Device is gone/],
    [{ what: "keep", in: "points", id: "x", value: "1" }, /in must be one of devices, bridges, keys/],
    [{ what: "eat", ...place }, /what must be one of show, keep, forget/],
    [{ what: "keep-all", secrets: [{ in: "devices", id: "a b", value: "1" }] }, /id must be a short id/],
    [{ what: "keep-all", secrets: 5 }, /must be a list/],
  ] as const) {
    const [status, answer] = await ask(body);
    expect(status).toBe(422);
    expect((answer as { error: string }).error).toMatch(said);
    expect(JSON.stringify(answer)).not.toContain("PLANTED");
  }
});

test("the owner may have a file with them, and that is written down; an editor may not", async () => {
  const file = JSON.parse(await (await owner.get(`/d/${house}/file?secrets=with`)).text()) as {
    leftOut?: string[];
    devices: { id: string; code?: string }[];
    bridges: { id: string; code?: string }[];
    keys: { value?: string }[];
  };
  expect(file.bridges.find(({ id }) => id === "bridge-a")!.code).toBe(
    planted.bridges.find(({ id }) => id === "bridge-a")!.code,
  );
  expect(file.keys.map(({ value }) => value)).toEqual(expect.arrayContaining(PLANTED));
  expect(file.devices.find(({ id }) => id === "d-kitchen-lek-1")!.code).toBe(
    planted.devices.find(({ id }) => id === "d-kitchen-lek-1")!.code,
  );
  expect(file.leftOut).toBeUndefined();
  const { looks } = (await (await owner.get(`/d/${house}/secrets`)).json()) as { looks: { how: string }[] };
  expect(looks.slice(0, 5).map(({ how }) => how)).toEqual(Array.from({ length: 5 }, () => "saved"));
  const editor = await demoClient(url, "installer");
  expect((await editor.get("/d/larkspur-weir/file?secrets=with")).status).toBe(403);
});

test("a copy holds none of them", async () => {
  const copied = await owner.post("/designs", { do: "copy", design: house, name: "Copy", on: "2026-11-27" });
  const copy = /^\/d\/(\w+)\//.exec(copied.headers.get("location")!)![1]!;
  expect(await connection.db.select().from(secrets).where(eq(secrets.design, copy))).toEqual([]);
});

describe("sealing", () => {
  const secret = { in: "keys", id: "k", field: "value", value: "sluice" } as const;
  test("is another each time, and bound to its place", () => {
    const [one, other] = [seal("d", secret), seal("d", secret)];
    expect(one.equals(other)).toBe(false);
    expect(unseal("d", secret, one)).toBe("sluice");
    for (const [design, place] of [
      ["e", secret],
      ["d", { ...secret, id: "other" }],
      ["d", { ...secret, in: "devices", field: "code" }],
    ] as const)
      expect(() => unseal(design, place, one)).toThrow(/cannot be read/);
    one[one.length - 1]! ^= 1;
    expect(() => unseal("d", secret, one)).toThrow(/cannot be read/);
  });
  test("the key is a file of its own, for nobody else to read; another key opens nothing", () => {
    const sealed = seal("d", secret);
    const file = keyFile();
    expect(file).not.toContain("mariadb");
    process.env.ZINC_SECRETS_FILE = `${file}.other`;
    try {
      expect(() => unseal("d", secret, sealed)).toThrow(/the key it was sealed with is another/);
      writeFileSync(`${file}.short`, "abc");
      process.env.ZINC_SECRETS_FILE = `${file}.short`;
      expect(() => seal("d", secret)).toThrow(/does not hold one/);
    } finally {
      process.env.ZINC_SECRETS_FILE = file;
      rmSync(`${file}.other`, { force: true });
      rmSync(`${file}.short`, { force: true });
    }
    expect(unseal("d", secret, sealed)).toBe("sluice");
  });
});

test("the history of a device says what became of what", async () => {
  const base = (
    (await (
      await owner.json(`/d/${house}/edit`, {
        kind: "edit",
        base: 3,
        changes: [
          {
            in: "devices",
            put: { ...planted.devices.find(({ id }) => id === "d-snug-tel-1")!, status: "faulty" },
          },
          {
            in: "taskRuns",
            put: { id: "tt", device: "d-snug-tel-1", step: "Firmware", state: "failed", note: "No answer" },
          },
        ],
      })
    ).json()) as { revision: number }
  ).revision;
  expect(base).toBe(4);
  const { edits } = (await (await owner.get(`/d/${house}/history/d-snug-tel-1`)).json()) as {
    edits: { person: string; what: string[] }[];
  };
  expect(edits.map(({ person, what }) => [person, what])).toEqual([
    ["Designer", ["status: chosen → faulty", "Firmware: failed, No answer"]],
    ["Designer", ["came in with the design"]],
  ]);
});
