/** `npm run pictures`: one current PNG of each main view, from the demo data, into `docs/screenshots`. */
import { rmSync } from "node:fs";
import { chromium, type Page } from "@playwright/test";
import { BUILT } from "../tests/e2e/views";
import { startTestDatabase, startWeb } from "../tests/start";

interface Picture {
  name: string;
  path: string;
  theme?: "dark";
  /** As a phone shows it, not a desk. */
  phone?: true;
  /** Brings the page into the state that is worth a picture. */
  act?(page: Page): Promise<void>;
}

const point = (page: Page, id: string) => page.locator(`[data-point="${id}"]`);

const PICTURES: Picture[] = [
  {
    name: "brief",
    path: "/d/larkspur-weir/brief",
    act: (page) => page.locator('[data-row="switches"]').click(),
  },
  {
    name: "survey-editor",
    path: "/d/larkspur-weir/house",
    act: async (page) => {
      await page.getByRole("button", { name: "Control" }).click();
      await page.locator("[data-thing='lamps/la-snug']").click();
    },
  },
  {
    name: "choose",
    path: "/d/larkspur-weir/choose",
    act: async (page) => {
      await page.locator("[data-solved=yes]").waitFor();
      await page.getByRole("button", { name: "light: Snug lamp" }).click();
      await page.getByRole("region", { name: "Why not" }).waitFor();
      await page
        .getByRole("region", { name: "Plans against wants" })
        .evaluate((element) => element.scrollTo(0, 0));
    },
  },
  {
    name: "bus",
    path: "/d/larkspur-weir/bus?segment=b2",
    act: (page) => page.getByRole("group", { name: "Level" }).getByRole("button", { name: "First" }).click(),
  },
  {
    name: "channels",
    path: "/d/larkspur-weir/bus?view=channels",
    act: (page) =>
      page
        .getByRole("region", { name: "Relay 1" })
        .getByRole("button", { name: "Hall lamp", exact: true })
        .click(),
  },
  {
    name: "rack",
    path: "/d/larkspur-weir/rack",
    act: (page) => page.getByText("When the mains go").waitFor(),
  },
  { name: "house", path: "/d/larkspur-weir/house", act: (page) => point(page, "boot-cam-1").click() },
  {
    name: "runs",
    path: "/d/larkspur-weir/runs",
    act: async (page) => {
      await point(page, "snug-tel-1").click();
      await page.keyboard.press("Shift+ArrowDown");
      await page.locator('[data-difference="cableM"]').waitFor();
    },
  },
  {
    name: "mesh",
    path: "/d/larkspur-weir/mesh",
    act: async (page) => {
      await page.locator("[data-coverage='0.25']").waitFor();
      await page.locator("[data-coverage-state=done]").waitFor();
    },
  },
  { name: "findings", path: "/d/larkspur-weir/runs", theme: "dark", act: (page) => page.keyboard.press("f") },
  { name: "register", path: "/d/larkspur-weir/register" },
  {
    name: "bridges",
    path: "/d/larkspur-weir/bridges",
    act: async (page) => {
      await page.getByLabel("Search the matrix").fill("lamp");
      await page.locator('[data-row="d-teen-lmp-1"]').click();
      await page.getByLabel("Say it").last().fill("turn on the star lamp");
      await page.getByText("nearly Stair head lamp").waitFor();
    },
  },
  {
    name: "commission",
    path: "/d/larkspur-weir/commission?device=d-snug-cur-1",
    phone: true,
    act: async (page) => {
      await page.locator("[data-kept-page]").waitFor();
      await page.locator("[data-step='Charge fully']").waitFor();
    },
  },
  {
    name: "automations",
    path: "/d/larkspur-weir/automations",
    act: (page) => page.getByRole("button", { name: "Dusk: bedroom shades down" }).click(),
  },
  {
    name: "rehearse",
    path: "/d/larkspur-weir/rehearse?on=2026-11-27&weather=stormy+November+week",
    act: async (page) => {
      await page
        .locator('[data-trouble="moved over a sleeper"]')
        .filter({ hasText: "Nurse on night shifts" })
        .getByRole("button", { name: "Go there" })
        .click();
      await page.getByRole("group", { name: "Level" }).getByRole("button", { name: "First" }).click();
      await page.locator("[data-chain] li").first().waitFor();
    },
  },
  {
    name: "outages",
    path: "/d/larkspur-weir/rehearse?view=stops",
    act: async (page) => {
      // A press before the table's own file has come falls on its stand-in.
      await page.waitForLoadState("networkidle");
      await page
        .getByRole("grid", { name: "What stops without what" })
        .getByRole("row", { name: /^House hub/ })
        .click();
      await page.getByRole("heading", { name: "House hub" }).waitFor();
    },
  },
  {
    name: "panel",
    path: "/d/larkspur-weir/rehearse?view=panel&on=2026-11-26",
    act: async (page) => {
      await page.getByRole("button", { name: "As on the wall" }).click();
      await page.locator("[data-before-bed]").waitFor();
      await page.locator("[data-panel-room=snug][data-lit]").waitFor({ timeout: 20_000 });
    },
  },
  {
    name: "templates",
    path: "/d/larkspur-weir/automations?view=templates&template=glare",
    act: (page) => page.locator("[data-made]").waitFor(),
  },
  {
    name: "conflict-map",
    path: "/d/larkspur-weir/automations?view=map",
    act: async (page) => {
      await page.getByRole("radio", { name: "set by several" }).click();
      await page
        .getByRole("button", { name: /^Snug: against the evening glare/ })
        .first()
        .click();
    },
  },
];

// A stage that is built has a picture, whether or not somebody thought of a state that shows it best.
for (const stage of BUILT)
  if (!PICTURES.some(({ path }) => path.split(/[?]/)[0] === `/d/larkspur-weir/${stage}`))
    PICTURES.push({ name: stage, path: `/d/larkspur-weir/${stage}` });

// Names after the command: those alone are made anew.
const asked = process.argv.slice(2);
const wanted = PICTURES.filter(({ name }) => !asked.length || asked.includes(name));

const FOLDER = ".test-data/pictures";
const database = await startTestDatabase(FOLDER);
const web = await startWeb(database.url);
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
});
try {
  for (const { name, path, theme, phone, act } of wanted) {
    const context = await browser.newContext({
      viewport: phone ? { width: 390, height: 844 } : { width: 1280, height: 800 },
      baseURL: web.url,
      reducedMotion: "reduce",
    });
    if (theme)
      await context.addCookies([{ name: "zinc_desk", value: `${theme}.metric.letters`, url: web.url }]);
    const page = await context.newPage();
    if (path !== "/sign-in") {
      await page.goto("/sign-in");
      await page.getByRole("button", { name: /Open the demo house/ }).click();
      await page.waitForURL(/house$/);
    }
    await page.goto(path);
    if (path.startsWith("/d/") && !phone) await page.locator('[data-live="true"]').waitFor();
    await act?.(page);
    if (path.endsWith("automations")) {
      await page.locator("[data-fired]").first().waitFor();
      await page.getByRole("region", { name: "Over the year" }).waitFor();
    }
    // Panels that are fetched when they are asked for.
    if (path.startsWith("/d/") && !phone) await page.locator("aside h2, aside h3").first().waitFor();
    await page.waitForFunction(() => {
      const head = document.querySelector("aside header");
      return !head || head.nextElementSibling !== null;
    });
    await page.evaluate(() => document.fonts.ready);
    await page.waitForFunction(
      () => !document.querySelector("[data-saving]") || document.querySelector('[data-saving="saved"]'),
    );
    await page.screenshot({ path: `docs/screenshots/${name}.png` });
    await context.close();
    console.log(`docs/screenshots/${name}.png`);
  }
} finally {
  await browser.close();
  await web.stop();
  await database.stop();
  rmSync(FOLDER, { recursive: true, force: true });
}
