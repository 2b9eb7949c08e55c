/** Who may do what, on the running application: every loader and action is asked by a stranger, a non-member, a viewer. */
import { pathToFileURL } from "node:url";
import { resolve } from "node:path";
import type { ServerBuild } from "react-router";
import { client, demoClient, type Client } from "./http-client";

const url = process.env.TEST_WEB_URL!;
const DESIGN = "larkspur-weir";
let outsider: Client;

beforeAll(async () => {
  outsider = client(url);
  const response = await outsider.post("/sign-up", { name: "Outsider", email: "outsider@house.example", password: "a long enough one" });
  expect(response.status).toBe(302);
});

/** Every path of the built application that names a design. */
async function designPaths(): Promise<string[]> {
  const { routes } = (await import(pathToFileURL(resolve("build/server/index.js")).href)) as ServerBuild;
  const pathOf = (id: string): string => {
    const route = routes[id]!;
    return `${route.parentId ? pathOf(route.parentId) : ""}/${route.path ?? ""}`.replace(/\/+/g, "/").replace(/(.)\/$/, "$1");
  };
  return [...new Set(Object.keys(routes).map(pathOf))].filter((path) => path.includes(":design"));
}

const filled = (path: string) => path.replace(":design", DESIGN).replace(":stage", "mesh").replace(":table", "schedule").replace(":hash?", "0".repeat(64)).replace(":level", "ground").replace(":kind", "svg").replace(":sheet", "a4-65").replace(":pull?", "P01");

test("the list of paths is the one these tests were written for", async () => {
  expect((await designPaths()).sort()).toEqual([
    "/d/:design", "/d/:design/:stage", "/d/:design/automations", "/d/:design/brief", "/d/:design/changes", "/d/:design/choose", "/d/:design/csv/:table", "/d/:design/edit", "/d/:design/file", "/d/:design/house",
    "/d/:design/labels/:sheet", "/d/:design/live", "/d/:design/picture/:hash?", "/d/:design/plan/:level/:kind", "/d/:design/pull-sheet/:pull?", "/d/:design/register", "/d/:design/runs", "/d/:design/walk", "/designs/:design/people",
  ]);
});

test("a stranger is sent to sign in, or refused, everywhere", async () => {
  for (const path of [...(await designPaths()).map(filled), "/designs"]) {
    if (path.endsWith("/edit")) continue;
    const response = await client(url).get(path);
    expect([path, response.status]).toEqual([path, 302]);
    expect(response.headers.get("location")).toMatch(path === `/d/${DESIGN}` ? /sign-in|house/ : /^\/sign-in\?to=/);
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

describe("roles", () => {
  test("a viewer reads all of it and changes none of it", async () => {
    const viewer = await demoClient(url, "household");
    for (const path of ["brief", "house", "runs", "register", "automations", "mesh", "file", "csv/schedule", "plan/ground/svg"]) expect((await viewer.get(`/d/${DESIGN}/${path}`)).status).toBe(200);
    for (const body of [{ kind: "undo" }, { kind: "redo" }, { kind: "edit", base: 1, changes: [{ in: "devices", drop: "d-boot-cam-1" }] }]) {
      const response = await viewer.json(`/d/${DESIGN}/edit`, body);
      expect(response.status).toBe(403);
      expect(await response.text()).toBe("You may look at this design but not change it.");
    }
    expect((await viewer.get(`/designs/${DESIGN}/people`)).status).toBe(403);
    expect((await viewer.post(`/designs/${DESIGN}/people`, { do: "delete", name: "Larkspur Weir" })).status).toBe(403);
  });
  test("an editor edits, but does not share", async () => {
    const editor = await demoClient(url, "installer");
    expect((await editor.json(`/d/${DESIGN}/edit`, { kind: "edit", base: 1, changes: [] })).status).toBe(422);
    expect((await editor.post(`/designs/${DESIGN}/people`, { do: "share", email: "outsider@house.example", role: "edit" })).status).toBe(403);
  });
  test("the owner shares and stops sharing", async () => {
    const owner = await demoClient(url, "designer");
    await owner.post(`/designs/${DESIGN}/people`, { do: "share", email: "Outsider@House.example ", role: "view" });
    expect((await outsider.get(`/d/${DESIGN}/house`)).status).toBe(200);
    const people = await (await owner.get(`/designs/${DESIGN}/people`)).text();
    const person = /name="person" value="([^"]+)"[^>]*\/>[^<]*<button[^>]*aria-label="Stop sharing with Outsider"/.exec(people)![1]!;
    await owner.post(`/designs/${DESIGN}/people`, { do: "remove", person });
    expect((await outsider.get(`/d/${DESIGN}/house`)).status).toBe(404);
    expect((await owner.post(`/designs/${DESIGN}/people`, { do: "remove", person: "designer" })).status).toBe(422);
    expect((await owner.post(`/designs/${DESIGN}/people`, { do: "delete", name: "wrong" })).status).toBe(422);
  });
});

describe("sessions", () => {
  test("the cookie is http-only and same-site, and signing out ends it on the server", async () => {
    const person = client(url);
    const response = await person.post("/sign-in", { email: "designer@larkspur.example", password: "lock-and-weir" });
    const cookie = response.headers.getSetCookie().find((text) => text.startsWith("zinc_session="))!;
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Lax/i);
    const stolen = person.cookies();
    expect((await person.get("/designs")).status).toBe(200);
    await person.post("/sign-out", {});
    expect((await client(url).get("/designs", { Cookie: stolen })).status).toBe(302);
  });
  test("wrong passwords and unknown people get the same words", async () => {
    const wrong = await client(url).post("/sign-in", { email: "household@larkspur.example", password: "nope" });
    const unknown = await client(url).post("/sign-in", { email: "nobody@larkspur.example", password: "nope" });
    expect([wrong.status, unknown.status]).toEqual([422, 422]);
    for (const response of [wrong, unknown]) expect(await response.text()).toContain("The e-mail or the password is not right.");
  });
  test("after eight attempts an account waits", async () => {
    const guess = () => client(url).post("/sign-in", { email: "guessed@larkspur.example", password: "nope" });
    for (let i = 0; i < 8; i++) await guess();
    expect(await (await guess()).text()).toMatch(/Too many attempts: try again in \d+ minutes/);
  });
  test("sign-up names the field that is wrong", async () => {
    const answer = async (form: Record<string, string>) => (await client(url).post("/sign-up", { name: "A", email: "a@house.example", password: "long enough 1", ...form })).text();
    expect(await answer({ password: "short" })).toContain("Password must have at least 10 characters.");
    expect(await answer({ email: "not one" })).toContain("E-mail must be an e-mail address");
    expect(await answer({ email: "DESIGNER@larkspur.example" })).toContain("E-mail is already in use");
  });
  test("nobody is sent to another site after signing in", async () => {
    for (const to of ["//evil.example", "https://evil.example", "/\\evil.example"]) {
      const response = await client(url).post(`/sign-in?to=${encodeURIComponent(to)}`, { email: "designer@larkspur.example", password: "lock-and-weir" });
      expect(response.headers.get("location")).toBe("/designs");
    }
  });
});
