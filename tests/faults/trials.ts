/**
 * Trials of what must never happen: edits lost, roles passed, servers broken or held up. Short in `npm
 * test`, long in `npm run faults`; loopback only.
 */
import { once } from "node:events";
import { Worker } from "node:worker_threads";
import { larkspurWeir } from "../../demo/larkspur-weir";
import { generateHouse } from "../../core/stages/house";
import { writeFile } from "../../core/design/file";
import { client, demoClient, type Client } from "../server/http-client";
import { startWeb, type WebProcess } from "../start";
import { readWorst } from "./worst";

const pause = (ms: number) => new Promise<void>((done) => setTimeout(done, ms));

/** Numbers that come out the same for the same seed, so that what a trial found can be found again. */
export function numbers(seed: number): () => number {
  let state = seed >>> 0 || 1;
  return () => {
    // Marsaglia's xorshift of 32 bits.
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) / 2 ** 32;
  };
}

/** Bring a project file in; the id of the design it made. */
export async function bringIn(
  owner: Client,
  text: string | Uint8Array<ArrayBuffer>,
): Promise<string | undefined> {
  const body = new FormData();
  body.set("do", "import");
  body.set("file", new File([text], "house.zinc.json"));
  const response = await fetch(`${owner.url}/designs`, {
    method: "POST",
    headers: { Origin: owner.url, Cookie: owner.cookies() },
    body,
    redirect: "manual",
  });
  await response.arrayBuffer();
  return /^\/d\/([^/]+)\/house$/.exec(response.headers.get("location") ?? "")?.[1];
}

const named = (name: string) => ({
  in: "points",
  put: { ...larkspurWeir().points.find((row) => row.id === "boot-cam-1")!, name },
});

export interface Kills {
  kills: number;
  acknowledged: number;
  /** Acknowledged and not there afterwards, or there twice. */
  lost: number;
  doubled: number;
  /** Most milliseconds from a kill to the first answer of the next start. */
  backMs: number;
}

/**
 * Edits one after the other on one design while the web process is killed at spread moments; each edit that
 * was not answered is sent again with its key. Afterwards the log must hold every acknowledged one once, in
 * order.
 */
export async function killTrial(
  databaseUrl: string,
  { kills, seed = 1, alsoKill }: { kills: number; seed?: number; alsoKill?(n: number): void },
): Promise<Kills> {
  const next = numbers(seed);
  let web: WebProcess = await startWeb(databaseUrl);
  let owner = await demoClient(web.url, "designer");
  const id = (await bringIn(owner, writeFile(larkspurWeir())))!;
  const acknowledged: number[] = [];
  let [base, n, backMs] = [1, 0, 0];
  /** Send edit n until it is answered. */
  const send = async (key: string, name: string, until: () => boolean): Promise<number | undefined> => {
    while (!until()) {
      try {
        const response = await owner.json(`/d/${id}/edit`, {
          kind: "edit",
          base,
          key,
          changes: [named(name)],
        });
        const answer = (await response.json()) as { ok?: boolean; revision: number };
        if (answer.ok) return answer.revision;
      } catch {
        // Killed in the middle: it is sent again to the next one.
      }
      await pause(30);
    }
    return undefined;
  };
  for (let k = 0; k < kills; k++) {
    let killed = false;
    const editing = (async () => {
      while (!killed) {
        const revision = await send(`k-${n}`, `Kept ${n}`, () => killed);
        if (revision === undefined) return;
        acknowledged.push(n);
        base = revision;
        n += 1;
      }
    })();
    await pause(40 + next() * 700);
    const from = performance.now();
    alsoKill?.(k);
    await web.kill();
    killed = true;
    await editing;
    web = await startWeb(databaseUrl);
    owner = await demoClient(web.url, "designer");
    // What was under way when it was killed may have been written: sent again with its key it must not be
    // there twice.
    const revision = await send(`k-${n}`, `Kept ${n}`, () => performance.now() - from > 60_000);
    backMs = Math.max(backMs, performance.now() - from);
    if (revision !== undefined) {
      acknowledged.push(n);
      base = revision;
      n += 1;
    }
  }
  const file = (await (await owner.get(`/d/${id}/file`)).json()) as {
    points: { id: string; name: string }[];
  };
  const last = file.points.find((row) => row.id === "boot-cam-1")!.name;
  await web.stop();
  // Each was put by one revision: as many revisions as edits, and the last one is what stands.
  const lost = (last === `Kept ${acknowledged.at(-1)}` ? 0 : 1) + Math.max(0, acknowledged.length + 1 - base);
  return {
    kills,
    acknowledged: acknowledged.length,
    lost,
    doubled: Math.max(0, base - 1 - acknowledged.length),
    backMs: Math.round(backMs),
  };
}

export interface Fuzz {
  requests: number;
  /** Answers of 500 and above, and requests that were never answered. */
  broken: string[];
  slowestMs: number;
  slowest: string;
}

const PIECES = [
  "",
  " ",
  "null",
  "[]",
  "{}",
  "\u0000",
  "\ud800",
  "%00",
  "%0A",
  "../",
  "-1",
  "1e999",
  "NaN",
  "9".repeat(400),
  "a".repeat(5000),
  "<script>",
  "' OR 1=1 --",
  "\u202e",
  "é\u0301",
  "__proto__",
  "constructor",
];

/** Spoilt requests to every door there is, as somebody who may edit. Nothing may break. */
export async function fuzzTrial(
  url: string,
  { requests, seed = 1 }: { requests: number; seed?: number },
): Promise<Fuzz> {
  const next = numbers(seed);
  const one = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const owner = await demoClient(url, "designer");
  const id = (await bringIn(owner, writeFile(larkspurWeir())))!;
  const house = larkspurWeir();
  const rows = (
    [
      "points",
      "rooms",
      "walls",
      "automations",
      "devices",
      "drops",
      "trunks",
      "kinds",
      "wants",
      "options",
    ] as const
  ).flatMap((name) =>
    (house[name] as object[]).slice(0, 3).map((row) => ({ in: name, row: row as Record<string, unknown> })),
  );
  const spoilt = (): unknown =>
    one<unknown>([...PIECES, null, true, -1, 1e308, 0.5, [], {}, [[]], { toString: 1 }, [1e308, -1e308]]);
  const change = () => {
    const { in: name, row } = one(rows);
    const keys = Object.keys(row);
    const put = { ...row, [one(keys)]: spoilt(), ...(next() < 0.3 ? { [one(keys)]: spoilt() } : {}) };
    return next() < 0.1 ? { in: one([name, "nothing", "__proto__"]), drop: spoilt() } : { in: name, put };
  };
  const path = () =>
    `/d/${one([id, id, id, encodeURIComponent(one(PIECES).replace(/[\ud800-\udfff]/g, "x"))])}/${one(["house", "runs", "choose", "brief", "register", "automations", "changes", "csv/schedule", "csv/x", "plan/ground/svg", "plan/x/y", "labels/a4-65", "labels/x", "pull-sheet", "pull-sheet/P99", "picture/x", "walk", "live", "mesh", "file"])}?${one(["view", "table", "since", "to", "q", "x"])}=${encodeURIComponent(one(PIECES).replace(/[\ud800-\udfff]/g, "x"))}`;
  const broken: string[] = [];
  let [slowestMs, slowest] = [0, ""];
  for (let i = 0; i < requests; i++) {
    const way = next();
    const from = performance.now();
    let what = "";
    try {
      const stop = AbortSignal.timeout(20_000);
      let response: Response;
      if (way < 0.45) {
        const body = JSON.stringify(
          one<() => unknown>([
            () => ({ kind: "edit", base: 1, changes: [change()] }),
            () => ({ kind: one(["undo", "redo", "edit"]), of: spoilt(), base: spoilt(), key: spoilt() }),
            () => spoilt(),
            () => ({ kind: "edit", base: spoilt(), changes: spoilt() }),
          ])(),
        );
        what = `POST edit ${body.slice(0, 160)}`;
        response = await fetch(`${url}/d/${id}/edit`, {
          method: "POST",
          headers: {
            Origin: url,
            Cookie: owner.cookies(),
            "Content-Type": one(["application/json", "text/plain", "application/json; charset=x"]),
          },
          body: next() < 0.1 ? body.slice(0, -2) : body,
          signal: stop,
        });
      } else if (way < 0.75) {
        const at = path();
        what = `GET ${at}`;
        response = await fetch(url + at, {
          headers: { Cookie: owner.cookies() },
          redirect: "manual",
          signal: stop,
        });
      } else {
        const door = one(["/sign-in", "/sign-up", "/designs", `/designs/${id}/people`, "/account"]);
        const form = new URLSearchParams(
          Object.fromEntries(
            [
              "do",
              "name",
              "email",
              "password",
              "role",
              "person",
              "demo",
              "to",
              "zone",
              "latitudeDeg",
              "longitudeDeg",
              "now",
              "next",
              "session",
            ]
              .filter(() => next() < 0.4)
              .map((field) => [field, one(PIECES)]),
          ),
        );
        if (form.get("do") === "delete") form.delete("do");
        what = `POST ${door} ${form.toString().slice(0, 160)}`;
        // Without a session where the door would end one.
        response = await fetch(url + door, {
          method: "POST",
          headers: {
            Origin: url,
            ...(door.startsWith("/sign") ? {} : { Cookie: owner.cookies() }),
            "Content-Type": one([
              "application/x-www-form-urlencoded",
              "multipart/form-data",
              "multipart/form-data; boundary=x",
              "text/plain",
            ]),
          },
          body: form.toString(),
          redirect: "manual",
          signal: stop,
        });
      }
      // A stream of live changes never ends by itself.
      if (response.headers.get("content-type")?.includes("event-stream")) await response.body?.cancel();
      else await response.arrayBuffer();
      if (response.status >= 500) broken.push(`${response.status} ${what}`);
    } catch (error) {
      broken.push(`${(error as Error).name} ${what}`);
    }
    const ms = performance.now() - from;
    if (ms > slowestMs) [slowestMs, slowest] = [ms, what.slice(0, 100)];
  }
  return { requests, broken, slowestMs: Math.round(slowestMs), slowest };
}

/**
 * Somebody who asks for a page again and again, on a thread of its own; what it gives back ends that and
 * says the longest wait, ms.
 */
function somebodyElse(page: string): () => Promise<number> {
  const thread = new Worker(
    `
    const { parentPort, workerData } = require("node:worker_threads");
    let [most, over] = [0, false];
    parentPort.on("message", () => (over = true));
    (async () => {
      // The first one opens the connection.
      await (await fetch(workerData)).text();
      while (!over) {
        const from = performance.now();
        await (await fetch(workerData)).text();
        most = Math.max(most, performance.now() - from);
        await new Promise((done) => setTimeout(done, 20));
      }
      parentPort.postMessage(most);
      parentPort.close();
    })();`,
    { eval: true, workerData: page },
  );
  return async () => {
    const said = once(thread, "message");
    thread.postMessage("over");
    return ((await said) as [number])[0];
  };
}

export interface Freeze {
  /** Reads of a reader's worst, and the slowest. */
  reads: number;
  slowestMs: number;
  slowest: string;
  /** Most milliseconds anybody else waited while large things were brought in. */
  othersMs: number;
  brought: number;
}

/**
 * Every reader on its worst; then large and hostile files brought in while somebody else asks for a page
 * again and again.
 */
export async function freezeTrial(
  url: string,
  { bytes, points }: { bytes: number; points: number },
): Promise<Freeze> {
  let [reads, slowestMs, slowest] = [0, 0, ""];
  for (const read of readWorst(bytes)) {
    reads += 1;
    if (read.ms > slowestMs) [slowestMs, slowest] = [read.ms, `${read.reader}: ${read.what}`];
  }
  // Reading held this process: connections that were closed meanwhile are noticed now, and not by the first
  // request.
  await pause(300);
  const owner = await demoClient(url, "designer");
  const id = (await bringIn(owner, writeFile(larkspurWeir())))!;
  // All is made ready before anything is measured: making it would hold up this process and not the server.
  const large = writeFile(generateHouse({ points, seed: 11 }));
  const nothing = JSON.stringify({
    ...(JSON.parse(writeFile(larkspurWeir())) as object),
    points: Array.from({ length: 100_000 }, () => ({})),
  });
  const path = Array.from({ length: 2000 }, (_, i) => [i % 2 ? 0.5 : 9.5, 1 + (i % 50) / 20]);
  const picture = async (text: string) => {
    const response = await fetch(`${url}/d/${id}/picture`, {
      method: "POST",
      headers: { Origin: url, Cookie: owner.cookies(), "Content-Type": "image/svg+xml" },
      body: text,
    });
    await response.arrayBuffer();
  };
  const work: (() => Promise<unknown>)[] = [
    () => bringIn(owner, large),
    () => bringIn(owner, `[${"[".repeat(bytes)}`),
    () => bringIn(owner, nothing),
    () => picture(`<!--${"-- -".repeat(bytes / 4)}`),
    () => picture("<!-- -->".repeat(bytes / 8)),
    async () =>
      (
        await owner.json(`/d/${id}/edit`, {
          kind: "edit",
          base: 1,
          changes: [{ in: "trunks", put: { ...larkspurWeir().trunks[0]!, path } }],
        })
      ).arrayBuffer(),
    async () => (await owner.get(`/d/${id}/csv/schedule`)).arrayBuffer(),
    async () => (await owner.get(`/d/${id}/runs?table=conduits`)).arrayBuffer(),
  ];
  await pause(300);
  const other = somebodyElse(`${url}/sign-in`);
  for (const one of work) await one();
  const othersMs = await other();
  return {
    reads,
    slowestMs: Math.round(slowestMs),
    slowest,
    othersMs: Math.round(othersMs),
    brought: work.length,
  };
}

export interface Roles {
  requests: number;
  /** Requests that did more than the role may. */
  passed: string[];
}

/**
 * Everything that changes, asked by a stranger, by somebody who is no member, by a viewer and, for sharing,
 * by an editor: none may pass.
 */
export async function roleTrial(url: string): Promise<Roles> {
  const id = "larkspur-weir";
  const owner = await demoClient(url, "designer");
  const fileOf = async () => (await owner.get(`/d/${id}/file`)).text();
  const before = await fileOf();
  const outsider = client(url);
  const account = {
    name: "Nobody",
    email: `nobody-${Date.now()}@house.example`,
    password: "a long enough one",
  };
  await outsider.post("/sign-up", account);
  await outsider.post("/sign-in", account);
  const who: [string, Client, boolean][] = [
    ["stranger", client(url), false],
    ["no member", outsider, false],
    ["viewer", await demoClient(url, "household"), false],
    ["editor", await demoClient(url, "installer"), true],
  ];
  const passed: string[] = [];
  let requests = 0;
  const house = larkspurWeir();
  for (const [role, person, edits] of who) {
    const must = async (what: string, asked: Promise<Response>) => {
      requests += 1;
      const response = await asked;
      await response.arrayBuffer();
      if (
        response.status < 400 &&
        !(response.status === 302 && /sign-in/.test(response.headers.get("location") ?? ""))
      )
        passed.push(`${role}: ${what} answered ${response.status}`);
    };
    if (!edits) {
      for (const name of [
        "points",
        "rooms",
        "walls",
        "devices",
        "automations",
        "wants",
        "options",
        "trunks",
        "drops",
        "levels",
        "closets",
        "switches",
        "legs",
        "lamps",
        "problems",
      ] as const) {
        const row = (house[name] as { id: string }[])[0]!;
        await must(
          `put in ${name}`,
          person.json(`/d/${id}/edit`, { kind: "edit", base: 1, changes: [{ in: name, put: row }] }),
        );
        await must(
          `drop from ${name}`,
          person.json(`/d/${id}/edit`, { kind: "edit", base: 1, changes: [{ in: name, drop: row.id }] }),
        );
      }
      await must(
        "the design itself",
        person.json(`/d/${id}/edit`, {
          kind: "edit",
          base: 1,
          changes: [{ in: "design", put: house.design }],
        }),
      );
      for (const kind of ["undo", "redo"]) await must(kind, person.json(`/d/${id}/edit`, { kind }));
      await must(
        "a picture",
        fetch(`${url}/d/${id}/picture`, {
          method: "POST",
          headers: { Origin: url, Cookie: person.cookies(), "Content-Type": "image/svg+xml" },
          body: "<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'/>",
          redirect: "manual",
        }),
      );
    }
    for (const form of [
      { do: "share", email: account.email, role: "edit" },
      { do: "remove", person: "household" },
      { do: "delete", name: house.design.name },
      { do: "role", person: "household", role: "edit" },
    ] as Record<string, string>[])
      await must(`people: ${form.do}`, person.post(`/designs/${id}/people`, form));
    await must("people", person.get(`/designs/${id}/people`));
  }
  // Its own session's mark of another: a cookie made up gives nothing.
  requests += 1;
  const made = await client(url).get("/designs", { Cookie: "zinc_session=made-up" });
  if (made.status !== 302) passed.push(`a made-up session answered ${made.status}`);
  if ((await fileOf()) !== before) passed.push("the design is not what it was");
  return { requests, passed };
}
