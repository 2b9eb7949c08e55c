/** The web process: headers, sizes, origins, downloads, import, live changes across processes. */
import { eq } from "drizzle-orm";
import Papa from "papaparse";
import { larkspurWeir } from "../../demo/larkspur-weir";
import { writeFile } from "../../core/design/file";
import type { firstAnswer } from "../../core/whole/engine";
import { connect } from "../../db/connect";
import { cards } from "../../db/schema";
import { startWeb, type WebProcess } from "../start";
import { client, demoClient, ownDesign, type Client } from "./http-client";

const url = process.env.TEST_WEB_URL!;
let designer: Client;
beforeAll(async () => {
  designer = await demoClient(url, "designer");
});

async function importFile(text: string): Promise<Response> {
  const body = new FormData();
  body.set("do", "import");
  body.set("file", new File([text], "house.zinc.json"));
  return fetch(`${url}/designs`, {
    method: "POST",
    headers: { Origin: url, Cookie: designer.cookies() },
    body,
    redirect: "manual",
  });
}

const rename = (id: string, name: string) => ({
  in: "points",
  put: { ...larkspurWeir().points.find((row) => row.id === id)!, name },
});

describe("headers", () => {
  test("a line stays open for as long as somebody stops to read", async () => {
    const { headers } = await client(url).get("/sign-in", { Connection: "keep-alive" });
    expect(Number(/timeout=(\d+)/.exec(headers.get("keep-alive") ?? "")?.[1])).toBeGreaterThanOrEqual(60);
  });

  test("a content policy without holes, and a nonce that changes", async () => {
    const [one, two] = [await client(url).get("/sign-in"), await client(url).get("/sign-in")];
    const policy = one.headers.get("content-security-policy")!;
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("frame-ancestors 'none'");
    expect(policy).not.toMatch(/script-src[^;]*'unsafe/);
    expect(policy).not.toMatch(/style-src [^;]*unsafe/);
    expect(policy).not.toBe(two.headers.get("content-security-policy"));
    expect(one.headers.get("x-content-type-options")).toBe("nosniff");
    expect(one.headers.get("x-powered-by")).toBeNull();
    const nonce = /'nonce-([^']+)'/.exec(policy)![1]!;
    const scripts = [...(await one.text()).matchAll(/<script(?![^>]*src=)[^>]*>/g)].map(([tag]) => tag);
    expect(scripts.length).toBeGreaterThan(0);
    for (const tag of scripts) expect(tag).toContain(nonce);
  });
  test("posts from other sites, or from none, are refused", async () => {
    for (const headers of [{ Origin: "https://evil.example" }, { Origin: "null" }] as Record<
      string,
      string
    >[]) {
      expect((await designer.json("/d/larkspur-weir/edit", { kind: "undo" }, headers)).status).toBe(403);
    }
    const bare = await fetch(`${url}/d/larkspur-weir/edit`, {
      method: "POST",
      headers: { Cookie: designer.cookies() },
      body: "{}",
    });
    expect(bare.status).toBe(403);
  });
  test("bodies over the limit are refused before they are read", async () => {
    expect(
      (
        await designer.json("/d/larkspur-weir/edit", {
          kind: "edit",
          base: 0,
          changes: ["x".repeat(2_100_000)],
        })
      ).status,
    ).toBe(413);
  });
  test("what is not JSON, not an edit or not a revision is answered in words", async () => {
    const bad = await fetch(`${url}/d/larkspur-weir/edit`, {
      method: "POST",
      headers: { Origin: url, Cookie: designer.cookies() },
      body: "{",
    });
    expect([bad.status, await bad.text()]).toEqual([400, "The request is not JSON."]);
    const answer = async (body: unknown) =>
      ((await (await designer.json("/d/larkspur-weir/edit", body)).json()) as { error: string }).error;
    expect(await answer({ kind: "paint" })).toBe("kind must be one of edit, undo, redo.");
    expect(await answer({ kind: "edit", base: 999999, changes: [rename("boot-cam-1", "x")] })).toMatch(
      /^base must be a revision of the design/,
    );
    expect(await answer({ kind: "edit", base: 1, changes: [{ in: "points", put: { id: "x" } }] })).toMatch(
      /^changes\[0\]\.put\.kind is missing\./,
    );
  });
});

describe("files", () => {
  test("export, import and export again: the same bytes", async () => {
    const id = await ownDesign(designer);
    // With its secrets it is the file it came from; without them it says so, and stays the same from then on.
    expect(await (await designer.get(`/d/${id}/file?secrets=with`)).text()).toBe(writeFile(larkspurWeir()));
    const exported = await (await designer.get(`/d/${id}/file`)).text();
    expect(exported).toContain('"leftOut"');
    const again = /\/d\/([^/]+)\//.exec((await importFile(exported)).headers.get("location")!)![1]!;
    expect(await (await designer.get(`/d/${again}/file`)).text()).toBe(exported);
  });
  test("a broken file names its path and makes nothing", async () => {
    const before = await (await designer.get("/designs")).text();
    const response = await importFile(writeFile(larkspurWeir()).replace('"x": 14.75', '"x": "14.75"'));
    expect(response.status).toBe(422);
    expect(await response.text()).toMatch(/points\[\d+\]\.x must be a number\./);
    const count = (html: string) => html.split("as a file").length;
    expect(count(await (await designer.get("/designs")).text())).toBe(count(before));
  });
  test("CSV with its name, type and rows", async () => {
    const response = await designer.get("/d/larkspur-weir/csv/schedule");
    expect(response.headers.get("content-type")).toBe("text/csv; charset=utf-8");
    expect(response.headers.get("content-disposition")).toBe(
      'attachment; filename="larkspur-weir-schedule.csv"',
    );
    // text() takes the byte-order mark off, as a spreadsheet does.
    expect(Papa.parse(await response.text(), { header: true, skipEmptyLines: true }).data).toHaveLength(130);
    expect((await designer.get("/d/larkspur-weir/csv/nothing")).status).toBe(404);
  });
});

describe("live changes", () => {
  let second: WebProcess;
  beforeAll(async () => {
    second = await startWeb(process.env.TEST_DATABASE_URL!);
  });
  afterAll(() => second.stop());

  /** First event of a stream that says what is looked for. */
  async function nextEvent(response: Response, wanted: string): Promise<string> {
    const decoder = new TextDecoder();
    let text = "";
    const reader = response.body!.getReader();
    while (!text.includes(wanted)) {
      const { value, done } = await reader.read();
      if (done) throw new Error(`The stream ended: ${text}`);
      text += decoder.decode(value, { stream: true });
    }
    await reader.cancel();
    return text;
  }

  test("an edit written by one web process reaches who listens on another", async () => {
    const id = await ownDesign(designer);
    const listener = await fetch(`${second.url}/d/${id}/live?since=1`, {
      headers: { Cookie: designer.cookies() },
    });
    expect(listener.headers.get("content-type")).toMatch(/^text\/event-stream/);
    const heard = nextEvent(listener, "Seen from afar");
    expect(
      (
        await designer.json(`/d/${id}/edit`, {
          kind: "edit",
          base: 1,
          changes: [rename("boot-cam-1", "Seen from afar")],
        })
      ).status,
    ).toBe(200);
    expect(await heard).toContain("id: 2\n");
  });
  test("what one web process worked out of a design another shows without working it out, until an edit", async () => {
    const id = await ownDesign(designer);
    const { db, close } = connect(process.env.TEST_DATABASE_URL!, 1);
    const pageOf = async (web: string) =>
      (await fetch(`${web}/d/${id}/brief`, { headers: { Cookie: designer.cookies() } })).text();
    expect(await pageOf(url)).not.toContain("Said before");
    const [card] = await db.select({ first: cards.first }).from(cards).where(eq(cards.design, id));
    const { summary, findings } = JSON.parse(card!.first!) as ReturnType<typeof firstAnswer>;
    const marked = { summary, findings: findings.map((one) => ({ ...one, title: "Said before" })) };
    await db
      .update(cards)
      .set({ first: JSON.stringify(marked) })
      .where(eq(cards.design, id));
    await close();
    expect(await pageOf(second.url)).toContain("Said before");
    const changes = [rename("boot-cam-1", "Another name")];
    expect((await designer.json(`/d/${id}/edit`, { kind: "edit", base: 1, changes })).status).toBe(200);
    expect(await pageOf(second.url)).not.toContain("Said before");
  });
  test("who comes late gets what was missed", async () => {
    const id = await ownDesign(designer);
    await designer.json(`/d/${id}/edit`, {
      kind: "edit",
      base: 1,
      changes: [rename("boot-cam-1", "Missed")],
    });
    expect(
      await nextEvent(
        await fetch(`${url}/d/${id}/live?since=1`, { headers: { Cookie: designer.cookies() } }),
        "Missed",
      ),
    ).toContain("id: 2\n");
    expect((await designer.get(`/d/${id}/live?since=soon`)).status).toBe(422);
  });
  test("a clash is answered with both versions", async () => {
    const id = await ownDesign(designer);
    await designer.json(`/d/${id}/edit`, { kind: "edit", base: 1, changes: [rename("boot-cam-1", "First")] });
    const response = await designer.json(`/d/${id}/edit`, {
      kind: "edit",
      base: 1,
      changes: [rename("boot-cam-1", "Second")],
    });
    expect(response.status).toBe(409);
    expect(await response.json()).toMatchObject({
      ok: false,
      clashes: [{ mine: { name: "Second" }, theirs: { name: "First" } }],
    });
  });
});

test("starting a design by hand: wrong values are named, right ones open an empty house", async () => {
  const start = (form: Record<string, string>) =>
    designer.post("/designs", {
      do: "start",
      name: "New house",
      latitude: "60.1",
      longitude: "24,9 E",
      zone: "Europe/Helsinki",
      ...form,
    });
  expect(await (await start({ latitude: "north" })).text()).toContain("Latitude must be degrees such as");
  expect(await (await start({ zone: "Mars/Base" })).text()).toContain("Time zone must be an IANA time zone");
  const made = await start({});
  expect(made.headers.get("location")).toMatch(/^\/d\/\w+\/brief$/);
  expect((await designer.get(made.headers.get("location")!)).status).toBe(200);
});

describe("pictures under the plan", () => {
  const PNG = Buffer.from(
    "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==",
    "base64",
  );
  const send = (who: Client, id: string, body: Buffer | string) =>
    fetch(`${url}/d/${id}/picture`, {
      method: "POST",
      headers: { Origin: url, Cookie: who.cookies(), "Content-Type": "application/octet-stream" },
      body: typeof body === "string" ? body : new Uint8Array(body),
    });

  test("a picture is kept by its hash and read back as it was, where it can do nothing", async () => {
    const id = await ownDesign(designer);
    const { hash } = (await (await send(designer, id, PNG)).json()) as { hash: string };
    expect(hash).toMatch(/^[0-9a-f]{64}$/);
    const back = await designer.get(`/d/${id}/picture/${hash}`);
    expect(back.headers.get("content-type")).toBe("image/png");
    expect(back.headers.get("content-security-policy")).toContain("sandbox");
    expect(back.headers.get("content-disposition")).toBe("attachment");
    expect(Buffer.from(await back.arrayBuffer()).equals(PNG)).toBe(true);
    expect((await designer.get(`/d/${id}/picture/${"0".repeat(64)}`)).status).toBe(404);
    // Another design does not have it.
    expect((await designer.get(`/d/larkspur-weir/picture/${hash}`)).status).toBe(404);
  });
  test("what is no picture is refused in a sentence; a script in one is only text", async () => {
    const id = await ownDesign(designer);
    const wrong = await send(designer, id, "<html><script>1</script></html>");
    expect(wrong.status).toBe(422);
    expect(((await wrong.json()) as { error: string }).error).toBe(
      "Picture must be a PNG, JPEG or SVG picture.",
    );
    const { hash } = (await (
      await send(designer, id, "<svg xmlns='http://www.w3.org/2000/svg'><script>alert(1)</script></svg>")
    ).json()) as { hash: string };
    const back = await designer.get(`/d/${id}/picture/${hash}`);
    expect(back.headers.get("content-type")).toBe("image/svg+xml");
    expect(back.headers.get("content-security-policy")).toMatch(
      /default-src 'none'; style-src 'unsafe-inline'; sandbox/,
    );
  });
  test("a viewer brings none in, and a picture over the limit is refused before it is read", async () => {
    expect((await send(await demoClient(url, "household"), "larkspur-weir", PNG)).status).toBe(403);
    const large = await send(designer, "larkspur-weir", Buffer.alloc(13_000_000)).catch(() => undefined);
    expect(large?.status ?? 413).toBe(413);
  });
});

test("the plan of a level as SVG and DXF", async () => {
  const svg = await designer.get("/d/larkspur-weir/plan/ground/svg");
  expect(svg.headers.get("content-disposition")).toContain(".svg");
  expect(await svg.text()).toContain("Galley kitchen");
  expect(await (await designer.get("/d/larkspur-weir/plan/ground/dxf")).text()).toContain("ENTITIES");
  expect((await designer.get("/d/larkspur-weir/plan/attic/svg")).status).toBe(404);
  expect((await designer.get("/d/larkspur-weir/plan/ground/exe")).status).toBe(404);
});
