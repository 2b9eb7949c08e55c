/** The desk as a test sees it: a page on which any console error or warning fails the test. */
import { spawn } from "node:child_process";
import { once } from "node:events";
import { createInterface } from "node:readline";
import { readFileSync } from "node:fs";
import { copyInDatabase } from "./copy";
import {
  expect,
  test as base,
  type Browser,
  type BrowserContext,
  type Cookie,
  type Page,
} from "@playwright/test";
import settings from "../../playwright.config";

export { expect };

/** Words of a browser that are not the application's: what is refused on purpose in a test. */
const EXPECTED = /status of (403|409|413|422)|net::ERR_INTERNET_DISCONNECTED|ERR_FAILED/;

export function watch(page: Page): string[] {
  const heard: string[] = [];
  page.on("console", (message) => {
    if (["error", "warning"].includes(message.type()) && !EXPECTED.test(message.text()))
      heard.push(message.text());
  });
  page.on("pageerror", (error) => heard.push(error.message));
  return heard;
}

/** Start the application for one worker: its own database and web process, so that workers never meet. */
async function ownStand(folder: string) {
  const child = spawn(process.execPath, ["--import", "tsx", "tests/e2e/stand.ts", folder], {
    stdio: ["ignore", "pipe", "inherit"],
    env: { ...process.env, NODE_OPTIONS: "" },
  });
  for await (const line of createInterface({ input: child.stdout })) {
    if (line.startsWith("{"))
      return {
        ...(JSON.parse(line) as { url: string; database: string }),
        stop: () => (child.kill("SIGTERM"), once(child, "exit")),
      };
  }
  throw new Error("The application did not start.");
}

interface Kept {
  context: BrowserContext;
  page: Page;
  /** The page of those tests that change nothing. */
  looked?: Page;
}

/**
 * Go on in the page that is open, as a link does: scripts stay warm. False where no application runs in it, or another
 * place came of it.
 */
export const went = (page: Page, path: string): Promise<boolean> =>
  page.evaluate(async (to) => {
    const { __reactRouterDataRouter: router } = window as unknown as {
      __reactRouterDataRouter?: {
        navigate(to: string): Promise<void>;
        state: { location: { pathname: string; search: string }; errors: unknown };
      };
    };
    if (!router) return false;
    await router.navigate(to);
    const { location, errors } = router.state;
    return !errors && location.pathname + location.search === to;
  }, path);

/** What a page keeps on a device, as the browser's protocol calls it. */
const KEPT = "local_storage,indexeddb,cache_storage,service_workers";

/** What one test leaves behind: pages, routes, listeners, a network that is off, cookies and storage. */
async function tidy({ context, page }: Kept, stand: string): Promise<void> {
  for (const other of context.pages()) if (other !== page) await other.close();
  // By name: the page's own ends, which the browser's library waits for, are listened for as well.
  for (const event of ["console", "pageerror", "dialog", "request", "response", "worker"] as const)
    page.removeAllListeners(event);
  await page.unrouteAll({ behavior: "ignoreErrors" });
  await context.unrouteAll({ behavior: "ignoreErrors" });
  await context.setOffline(false);
  await page.emulateMedia({ media: null, colorScheme: null, reducedMotion: null });
  if (!(await went(page, "/account"))) await page.goto(`${stand}/mark.svg`);
  await context.clearCookies();
  const client = await context.newCDPSession(page);
  await client.send("Storage.clearDataForOrigin", { origin: stand, storageTypes: KEPT });
  await client.detach();
}

/** A page for who reads feet, from the first view on. */
async function lookingPage(browser: Browser, stand: string): Promise<Page> {
  const { viewport } = settings.use!;
  const page = await (await browser.newContext({ baseURL: stand, viewport })).newPage();
  await openDemo(page, "house");
  const units = page.getByRole("button", { name: /^Units:/ });
  await units.click();
  await expect(units).toHaveText("ft");
  return page;
}

/** A worker's own things are all told here: one with others would be another worker, with a stand of its own. */
export const test = base.extend<{ quiet: undefined; looks: boolean }, { stand: string; kept: Kept }>({
  /** A file whose tests change nothing: they all look at one page, which is not tidied between them. */
  looks: [false, { option: true }],
  /** One page a worker, so that scripts are fetched, read and warm once; a test finds it empty. */
  kept: [
    async ({ browser, stand }, use) => {
      const { viewport, locale, timezoneId, acceptDownloads } = settings.use!;
      const context = await browser.newContext({
        baseURL: stand,
        ...{ viewport, locale, timezoneId, acceptDownloads },
      });
      const own: Kept = { context, page: await context.newPage() };
      await use(own);
      await own.looked?.context().close();
      await context.close();
    },
    { scope: "worker" },
  ],
  context: async ({ kept }, use) => use(kept.context),
  page: async ({ browser, kept, looks, viewport, stand }, use) => {
    if (looks) return use((kept.looked ??= await lookingPage(browser, stand)));
    await kept.page.setViewportSize(viewport!);
    await use(kept.page);
    await tidy(kept, stand);
  },
  stand: [
    async ({}, use, worker) => {
      const { url, database, stop } = await ownStand(`.test-data/e2e-${worker.parallelIndex}`);
      process.env.TEST_WEB_URL = url;
      process.env.TEST_DATABASE_URL = database;
      await use(url);
      await stop();
    },
    { scope: "worker", auto: true, timeout: 120_000 },
  ],
  baseURL: async ({ stand }, use) => use(stand),
  quiet: [
    async ({ page }, use) => {
      const heard = watch(page);
      await use(undefined);
      expect(heard).toEqual([]);
    },
    { auto: true },
  ],
});

type Person = "Designer" | "Installer" | "Household";
/** Who signed in at this worker's application, once: tests of signing in and out come by the page itself. */
const kept = new Map<Person, Cookie[]>();

/** Sign in as a demo person without drawing a page. */
export async function signIn(page: Page, person: Person = "Designer"): Promise<void> {
  const cookies = kept.get(person);
  if (cookies) return page.context().addCookies(cookies);
  const headers = { Origin: process.env.TEST_WEB_URL! };
  const form = { demo: person.toLowerCase() };
  const response = await page.request.post("/sign-in", { headers, form, maxRedirects: 0 });
  expect(response.status(), await response.text()).toBe(302);
  kept.set(person, await page.context().cookies());
}

/** A view of the demo house, running. */
export async function openDemo(page: Page, view = "house", person: Person = "Designer"): Promise<void> {
  await signIn(page, person);
  await open(page, `/d/larkspur-weir/${view}`);
}

const DEMO_FILE = "demo/larkspur-weir.zinc.json";

/** What the page of designs sends; returns the id of the design that came of it. */
async function sent(page: Page, body: Parameters<Page["request"]["post"]>[1]): Promise<string> {
  const headers = { Origin: process.env.TEST_WEB_URL! };
  const response = await page.request.post("/designs", { headers, ...body, maxRedirects: 0 });
  const at = response.headers().location;
  expect(at, await response.text()).toMatch(/^\/d\/\w+\/\w+$/);
  return at!.split("/")[2]!;
}

/** Bring a project file in as a design of its own; returns its id. By the same door as the page has. */
function broughtIn(page: Page, text: string): Promise<string> {
  const file = { name: "house.zinc.json", mimeType: "application/json", buffer: Buffer.from(text) };
  return sent(page, { multipart: { do: "import", file } });
}

/** Brought in, and its findings counted: those of its copies are then, for who looks at the list of designs. */
async function counted(page: Page, text: string): Promise<string> {
  const id = await broughtIn(page, text);
  await page.request.get(`/designs/${id}/card`);
  return id;
}

/** This worker's own copy of the demo house, which no test changes: others are copies of it. */
let mould: Promise<string> | undefined;

/**
 * A design of its own, made from the demo file; returns its address.
 * @param view the page that is opened; none where null
 * @param change makes another text of the file: then it is brought in by the door that files come in by
 */
export async function ownHouse(
  page: Page,
  view: string | null = "house",
  change?: (text: string) => string,
): Promise<string> {
  await signIn(page);
  const text = readFileSync(DEMO_FILE, "utf8");
  const id = change
    ? await broughtIn(page, change(text))
    : await copyInDatabase(await (mould ??= counted(page, text)));
  if (view !== null) await open(page, `/d/${id}/${view}`);
  return `/d/${id}`;
}

/** The page runs and hears the log, and so does a view that is fetched: only then does a press count. */
export async function ready(page: Page): Promise<void> {
  await expect(page.locator("[data-saving]")).toHaveAttribute("data-live", "true", { timeout: 25_000 });
  await expect(page.locator("[data-fetched]:not([data-ready])")).toHaveCount(0);
}

/** Id of the design that an address is of. */
const designIn = (path: string) => /^\/d\/([^/?]+)/.exec(path)?.[1];

/**
 * A place, running: from outside a design as a link leads there, which is quick; within the design that is open by
 * loading the page, so that nothing of what was selected is left.
 */
export async function open(page: Page, path: string): Promise<void> {
  const within = designIn(path) === designIn(new URL(page.url()).pathname);
  if (within || !(await went(page, path))) await page.goto(path);
  await ready(page);
}

export async function secondDesk(browser: Browser, path: string, person: Person = "Designer"): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    baseURL: process.env.TEST_WEB_URL!,
  });
  const page = await context.newPage();
  await signIn(page, person);
  await open(page, path);
  return page;
}

export const cell = (page: Page, name: string) => page.locator(`[data-cell="${name}"] [data-value]`);
export const difference = (page: Page, name: string) => page.locator(`[data-difference="${name}"]`);
export const point = (page: Page, id: string) => page.locator(`[data-point="${id}"]`);
export const revision = (page: Page) => page.locator("[data-revision]");
/** "2 349.6 m" → 2349.6 */
export const number = (text: string | null) => Number((text ?? "").replace(/[^\d.-]/g, ""));
export const saved = (page: Page) =>
  expect(page.locator("[data-saving]")).toHaveAttribute("data-saving", "saved");

/** A new, empty design, as its form starts it; returns its address. */
export async function emptyHouse(page: Page): Promise<string> {
  await signIn(page);
  const place = { latitude: "53.4 N", longitude: "3 W", zone: "Europe/London" };
  const at = `/d/${await sent(page, { form: { do: "start", name: "Taken down by tape", ...place } })}`;
  await open(page, `${at}/house`);
  return at;
}
