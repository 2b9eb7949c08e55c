/**
 * Who may do what, on the running application: every loader and action is asked by a stranger, a
 * non-member, a viewer.
 */
import { pathToFileURL } from "node:url";
import { resolve } from "node:path";
import type { ServerBuild } from "react-router";
import { STAGES } from "#core/design/stage-names";
import { STAGE_LIST } from "#core/whole/list";
import { client, demoClient, type Client } from "./http-client";

const url = process.env.TEST_WEB_URL!;
const DESIGN = "larkspur-weir";
let outsider: Client;

beforeAll(async () => {
  outsider = client(url);
  const form = { name: "Outsider", email: "outsider@house.example", password: "a long enough one" };
  const response = await outsider.post("/sign-up", form);
  expect([response.status, response.headers.get("location")]).toEqual([
    302,
    "/sign-in?new=1&email=outsider%40house.example",
  ]);
  expect((await outsider.post("/sign-in", form)).status).toBe(302);
});

/** Every path of the built application that names a design. */
async function designPaths(): Promise<string[]> {
  const { routes } = (await import(pathToFileURL(resolve("build/server/index.js")).href)) as ServerBuild;
  const pathOf = (id: string): string => {
    const route = routes[id]!;
    return `${route.parentId ? pathOf(route.parentId) : ""}/${route.path ?? ""}`
      .replace(/\/+/g, "/")
      .replace(/(.)\/$/, "$1");
  };
  return [...new Set(Object.keys(routes).map(pathOf))].filter((path) => path.includes(":design"));
}

const filled = (path: string) =>
  path
    .replace(":design", DESIGN)
    .replace(":stage", "mesh")
    .replace(":table", "schedule")
    .replace(":hash?", "0".repeat(64))
    .replace(":level", "ground")
    .replace(":kind", "svg")
    .replace(":device", "d-hall-ap-1")
    .replace(":sheet", "a4-65")
    .replace(":pull?", "P01");

test("the list of paths is the one these tests were written for", async () => {
  const stages = STAGE_LIST.map(({ stage }) => `/d/:design/${stage}`);
  expect((await designPaths()).filter((path) => !stages.includes(path)).sort()).toEqual([
    "/d/:design",
    "/d/:design/:stage",
    "/d/:design/calendar",
    "/d/:design/changes",
    "/d/:design/commission",
    "/d/:design/compare",
    "/d/:design/csv/:table",
    "/d/:design/edit",
    "/d/:design/file",
    "/d/:design/history/:device",
    "/d/:design/house-live",
    "/d/:design/join",
    "/d/:design/labels/:sheet",
    "/d/:design/live",
    "/d/:design/panel",
    "/d/:design/picture/:hash?",
    "/d/:design/plan/:level/:kind",
    "/d/:design/pull-sheet/:pull?",
    "/d/:design/secrets",
    "/d/:design/settings",
    "/d/:design/walk",
    "/designs/:design/card",
    "/designs/:design/people",
  ]);
});

test("a stranger is sent to sign in, or refused, everywhere", async () => {
  for (const path of [
    ...(await designPaths()).map(filled),
    "/designs",
    "/designs/find?q=lamp",
    "/designs/due",
  ]) {
    if (path.endsWith("/edit")) continue;
    const response = await client(url).get(path);
    expect([path, response.status]).toEqual([path, 302]);
    expect(response.headers.get("location")).toMatch(
      path === `/d/${DESIGN}` ? /sign-in|house/ : /^\/sign-in\?to=/,
    );
  }
  expect((await client(url).json(`/d/${DESIGN}/edit`, { kind: "undo" })).status).toBe(401);
  expect((await client(url).post(`/designs/${DESIGN}/people`, { do: "share" })).status).toBe(401);
});

test("somebody who is no member learns nothing: 404", async () => {
  for (const path of (await designPaths()).map(filled)) {
    if (path.endsWith("/edit") || path === `/d/${DESIGN}`) continue;
    const response = await outsider.get(path);
    expect([path, response.status]).toEqual([path, 404]);
    expect(await response.text()).not.toContain("Larkspur");
  }
  expect((await outsider.json(`/d/${DESIGN}/edit`, { kind: "edit", base: 1, changes: [] })).status).toBe(404);
  expect((await outsider.get(`/d/${DESIGN}/house.data`)).status).toBe(404);
});

test("a design is compared only with one that may be seen; a copy is the copier's own", async () => {
  const viewer = await demoClient(url, "household");
  const copied = await viewer.post("/designs", {
    ...{ do: "copy", design: DESIGN, name: "What if", on: "2026-11-26" },
  });
  const [, copy] = /^\/d\/(\w+)\/house$/.exec(copied.headers.get("location")!)!;
  const beside = await viewer.get(`/d/${copy}/compare`);
  expect(beside.status).toBe(200);
  expect(await beside.text()).toContain("Larkspur Weir");
  expect((await outsider.get(`/d/${copy}/compare`)).status).toBe(404);
  const designer = await demoClient(url, "designer");
  expect((await designer.get(`/d/${DESIGN}/compare?with=${copy}`)).status).toBe(404);
  expect((await viewer.post("/designs", { do: "remove", design: copy!, name: "What if" })).status).toBe(200);
  expect((await viewer.get(`/d/${copy}/house`)).status).toBe(404);
});

test("who only uses a house's panel finds nothing of its design in what is asked of all designs", async () => {
  const wall = await demoClient(url, "wall");
  const viewer = await demoClient(url, "household");
  for (const path of ["find?q=camera", "due"]) {
    expect([path, (await (await viewer.get(`/designs/${path}`)).text()).includes(DESIGN)]).toEqual([
      path,
      true,
    ]);
    expect([path, (await (await wall.get(`/designs/${path}`)).text()).includes(DESIGN)]).toEqual([
      path,
      false,
    ]);
  }
  const started = await wall.post("/designs", {
    ...{ do: "start", name: "Own", latitude: "53", longitude: "-3", zone: "Europe/London", units: "metric" },
  });
  const [, own] = /^\/d\/(\w+)\/brief$/.exec(started.headers.get("location")!)!;
  expect(await (await wall.get(`/d/${own}/compare`)).text()).not.toContain("Larkspur");
  expect((await wall.get(`/d/${own}/compare?with=${DESIGN}`)).status).toBe(404);
  await wall.post("/designs", { do: "remove", design: own!, name: "Own" });
});

test("a list by findings has those counted that are not, and says so until they are", async () => {
  const wall = await demoClient(url, "wall");
  const started = await wall.post("/designs", {
    ...{
      do: "start",
      name: "Uncounted",
      latitude: "53",
      longitude: "-3",
      zone: "Europe/London",
      units: "metric",
    },
  });
  const [, own] = /^\/d\/(\w+)\/brief$/.exec(started.headers.get("location")!)!;
  const list = async () => (await wall.get("/designs?by=findings")).text();
  expect(await list()).toContain("counting findings");
  let text = "";
  for (let n = 0; n < 1000 && (!text || text.includes("counting findings")); n++) text = await list();
  expect(text).not.toContain("counting findings");
  expect(text).toContain("Uncounted");
  await wall.post("/designs", { do: "remove", design: own!, name: "Uncounted" });
});

test("a question in an address that is none is answered in one sentence; a search is text, whatever signs are in it", async () => {
  const designer = await demoClient(url, "designer");
  const wrong: [path: string, said: string][] = [
    ["/designs?page=0", "page must be at least 1."],
    ["/designs?by=nothing", "by must be one of changed, name, findings, devices."],
    ["/designs/find?page=x", "page must be a whole number."],
    [`/designs/find?q=${"x".repeat(201)}`, "q must be at most 200 characters."],
    ["/designs/due?what=all", "what must be one of cells, visit, firmware, warranty."],
    [`/d/${DESIGN}/changes?since=2026-13-01`, "since must be a day such as 2026-10-31."],
    [`/d/${DESIGN}/changes`, "since is missing."],
    [`/d/${DESIGN}/labels/a4-65?skip=-1`, "skip must be at least 0."],
    [`/d/${DESIGN}/labels/a4-65?of=doors`, "of must be one of cables, devices."],
    [`/d/${DESIGN}/live?since=two`, "since must be a whole number."],
    [`/d/${DESIGN}/live`, "since must be a revision."],
    [`/d/${DESIGN}/history/d-hall-ap-1?before=0`, "before must be at least 1."],
    [`/d/${DESIGN}/file?secrets=all`, "secrets must be one of with."],
  ];
  for (const [path, said] of wrong) {
    const answer = await designer.get(path);
    expect([path, answer.status, (await answer.text()).includes(said)]).toEqual([path, 422, true]);
  }
  for (const path of ["", "/find"])
    expect([path, (await designer.get(`/designs${path}?q=%25%27%22%5C&page=`)).status]).toEqual([path, 200]);
});

describe("roles", () => {
  test("a viewer reads all of it and changes none of it", async () => {
    const viewer = await demoClient(url, "household");
    for (const path of [...STAGES, "file", "csv/schedule", "plan/ground/svg"])
      expect((await viewer.get(`/d/${DESIGN}/${path}`)).status).toBe(200);
    for (const body of [
      { kind: "undo" },
      { kind: "redo" },
      { kind: "edit", base: 1, changes: [{ in: "devices", drop: "d-boot-cam-1" }] },
    ]) {
      const response = await viewer.json(`/d/${DESIGN}/edit`, body);
      expect(response.status).toBe(403);
      expect(await response.text()).toBe("You may look at this design but not change it.");
    }
    for (const act of ["rename", "remove"]) {
      const form = { do: act, design: DESIGN, name: "Larkspur Weir" };
      expect([act, (await viewer.post("/designs", form)).status]).toEqual([act, 403]);
      expect([act, (await outsider.post("/designs", form)).status]).toEqual([act, 404]);
    }
    expect(
      (await outsider.post("/designs", { do: "copy", design: DESIGN, name: "Mine", on: "2026-11-26" }))
        .status,
    ).toBe(404);
    expect((await viewer.get(`/designs/${DESIGN}/people`)).status).toBe(403);
    expect(
      (await viewer.post(`/designs/${DESIGN}/people`, { do: "delete", name: "Larkspur Weir" })).status,
    ).toBe(403);
  });
  test("an editor edits, but does not share", async () => {
    const editor = await demoClient(url, "installer");
    expect((await editor.json(`/d/${DESIGN}/edit`, { kind: "edit", base: 1, changes: [] })).status).toBe(422);
    expect(
      (
        await editor.post(`/designs/${DESIGN}/people`, {
          do: "share",
          email: "outsider@house.example",
          role: "edit",
        })
      ).status,
    ).toBe(403);
  });
  test("the owner shares and stops sharing", async () => {
    const owner = await demoClient(url, "designer");
    await owner.post(`/designs/${DESIGN}/people`, {
      do: "share",
      email: "Outsider@House.example ",
      role: "view",
    });
    expect((await outsider.get(`/d/${DESIGN}/house`)).status).toBe(200);
    const people = await (await owner.get(`/designs/${DESIGN}/people`)).text();
    const person =
      /name="person" value="([^"]+)"[^>]*\/>[^<]*<button[^>]*aria-label="Stop sharing with Outsider"/.exec(
        people,
      )![1]!;
    await owner.post(`/designs/${DESIGN}/people`, { do: "remove", person });
    expect((await outsider.get(`/d/${DESIGN}/house`)).status).toBe(404);
    expect((await owner.post(`/designs/${DESIGN}/people`, { do: "remove", person: "designer" })).status).toBe(
      422,
    );
    expect((await owner.post(`/designs/${DESIGN}/people`, { do: "delete", name: "wrong" })).status).toBe(422);
  });
});

describe("sessions", () => {
  test("the cookie is http-only and same-site, and signing out ends it on the server", async () => {
    const person = client(url);
    const response = await person.post("/sign-in", {
      email: "designer@larkspur.example",
      password: "lock-and-weir",
    });
    const cookie = response.headers.getSetCookie().find((text) => text.startsWith("zinc_session="))!;
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Lax/i);
    const stolen = person.cookies();
    expect((await person.get("/designs")).status).toBe(200);
    await person.post("/sign-out", {});
    expect((await client(url).get("/designs", { Cookie: stolen })).status).toBe(302);
  });
  test("wrong passwords and unknown people get the same words", async () => {
    const wrong = await client(url).post("/sign-in", {
      email: "household@larkspur.example",
      password: "nope",
    });
    const unknown = await client(url).post("/sign-in", {
      email: "nobody@larkspur.example",
      password: "nope",
    });
    expect([wrong.status, unknown.status]).toEqual([422, 422]);
    for (const response of [wrong, unknown])
      expect(await response.text()).toContain("The e-mail or the password is not right.");
  });
  test("after eight attempts an account waits where they came from; a device it is known from does not", async () => {
    const owner = client(url);
    const right = { email: "guessed@larkspur.example", password: "a long enough one" };
    await owner.post("/sign-up", { name: "Guessed", ...right });
    expect((await owner.post("/sign-in", right)).status).toBe(302);
    await owner.post("/sign-out", {});
    const guess = () => client(url).post("/sign-in", { ...right, password: "nope" });
    for (let i = 0; i < 8; i++) await guess();
    expect(await (await guess()).text()).toMatch(/Too many attempts: try again in \d+ minutes/);
    expect(await (await client(url).post("/sign-in", right)).text()).toMatch(/Too many attempts/);
    // A stranger's attempts do not lock the owner out.
    expect((await owner.post("/sign-in", right)).status).toBe(302);
    // Nor does a device that is known to somebody else count as one of the owner's.
    const other = await demoClient(url, "household");
    await other.post("/sign-out", {});
    const tried = await other.post("/sign-in", right);
    expect([
      tried.status,
      tried.headers.get("location"),
      /Too many attempts/.test(await tried.text()),
    ]).toEqual([422, null, true]);
  });
  test("sign-up names the field that is wrong", async () => {
    const answer = async (form: Record<string, string>) =>
      (
        await client(url).post("/sign-up", {
          name: "A",
          email: "a@house.example",
          password: "long enough 1",
          ...form,
        })
      ).text();
    expect(await answer({ password: "short" })).toContain("Password must have at least 10 characters.");
    expect(await answer({ email: "not one" })).toContain("E-mail must be an e-mail address");
    expect(await answer({ name: " " })).toContain("Name must not be empty");
    for (const password of [
      "1234567890123",
      "aaaaaaaaaaaa",
      "abcabcabcabc",
      "Password123!",
      "P@ssw0rd2026",
      "qwertyuiop1",
      "a@house.example",
    ])
      expect([password, await answer({ password })]).toEqual([
        password,
        expect.stringMatching(/Password (must not be|is one of)/),
      ]);
    expect(await answer({ email: "somebody@house.example", password: "somebody77" })).toContain(
      "Password must not be the e-mail or the name",
    );
    expect(await answer({ email: `${"x".repeat(250)}@house.example` })).toContain("E-mail must be");
  });
  test("a taken e-mail gets the same answer as a free one, and the account stays as it was", async () => {
    const sign = (email: string) =>
      client(url).post("/sign-up", { name: "Who", email, password: "another long one" });
    const [free, taken] = [await sign("free-one@house.example"), await sign("DESIGNER@larkspur.example")];
    expect([free.status, taken.status]).toEqual([302, 302]);
    expect(taken.headers.get("location")!.replace("designer%40larkspur", "")).toBe(
      free.headers.get("location")!.replace("free-one%40house", ""),
    );
    expect([free, taken].map((response) => response.headers.getSetCookie().length)).toEqual([0, 0]);
    expect(
      (
        await client(url).post("/sign-in", {
          email: "designer@larkspur.example",
          password: "another long one",
        })
      ).status,
    ).toBe(422);
    expect(
      (await client(url).post("/sign-in", { email: "designer@larkspur.example", password: "lock-and-weir" }))
        .status,
    ).toBe(302);
  });
  test("sharing says the same whether anybody has the e-mail or not", async () => {
    const owner = await demoClient(url, "designer");
    const share = async (email: string) =>
      /role="status"[^>]*>([^<]+)</.exec(
        await (await owner.post(`/designs/${DESIGN}/people`, { do: "share", email, role: "view" })).text(),
      )![1];
    expect(await share("nobody-at-all@house.example")).toBe(await share("free-one@house.example"));
    const page = await (await owner.get(`/designs/${DESIGN}/people`)).text();
    const person =
      /name="person" value="([^"]+)"[^>]*\/>[^<]*<button[^>]*aria-label="Stop sharing with Who"/.exec(
        page,
      )![1]!;
    await owner.post(`/designs/${DESIGN}/people`, { do: "remove", person });
  });
  test("a person sees their sessions, ends one, and a new password ends all others", async () => {
    const form = { name: "Many", email: "many@house.example", password: "a long enough one" };
    await client(url).post("/sign-up", form);
    const [one, two, three] = [client(url), client(url), client(url)];
    for (const each of [one, two, three]) expect((await each.post("/sign-in", form)).status).toBe(302);
    const page = await (await one.get("/account")).text();
    const ids = [...page.matchAll(/name="session" value="([0-9a-f]{16})"/g)].map(([, id]) => id!);
    expect(ids).toHaveLength(2);
    await one.post("/account", { do: "end", session: ids[0]! });
    expect(
      (await Promise.all([two, three].map((each) => each.get("/designs"))))
        .map((response) => response.status)
        .sort(),
    ).toEqual([200, 302]);
    // Nobody ends what is another's.
    const other = await demoClient(url, "household");
    await other.post("/account", { do: "end", session: ids[1]! });
    expect(
      (await Promise.all([two, three].map((each) => each.get("/designs")))).some(
        (response) => response.status === 200,
      ),
    ).toBe(true);
    const change = async (now: string, next: string) =>
      (await one.post("/account", { do: "password", now, next })).text();
    expect(await change("wrong", "a new and longer one")).toContain("Password now is not right");
    expect(await change("a long enough one", "many@house.example")).toContain(
      "New password must not be the e-mail",
    );
    expect(await change("a long enough one", "a new and longer one")).toContain("The password is changed");
    expect(
      (await Promise.all([one, two, three].map((each) => each.get("/designs")))).map(
        (response) => response.status,
      ),
    ).toEqual([200, 302, 302]);
    expect((await client(url).post("/sign-in", { ...form, password: "a new and longer one" })).status).toBe(
      302,
    );
  });
  test("malformed forms are answered with 400, whatever the page", async () => {
    const owner = await demoClient(url, "designer");
    for (const path of ["/sign-in", "/sign-up", "/designs", "/account", `/designs/${DESIGN}/people`]) {
      const send = (body: string, type: string) =>
        fetch(url + path, {
          method: "POST",
          headers: { Origin: url, Cookie: owner.cookies(), "Content-Type": type },
          body,
          redirect: "manual",
        });
      expect([path, (await send("not a form", "multipart/form-data")).status]).toEqual([path, 400]);
      expect([path, (await send("{}", "application/json")).status]).toEqual([path, 400]);
      expect([path, (await send("--x\r\nbroken", "multipart/form-data; boundary=x")).status]).toEqual([
        path,
        400,
      ]);
    }
  });
  test("nobody is sent to another site after signing in", async () => {
    for (const to of [
      "//evil.example",
      "https://evil.example",
      "/\\evil.example",
      "/\t/evil.example",
      "/\n/evil.example",
      "/designs\r\nX: y",
      "/\u0000",
      `/${"x".repeat(600)}`,
    ]) {
      const response = await client(url).post(`/sign-in?to=${encodeURIComponent(to)}`, {
        email: "designer@larkspur.example",
        password: "lock-and-weir",
      });
      expect(response.headers.get("location")).toBe("/designs");
    }
  });
});
