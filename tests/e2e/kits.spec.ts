/** Stage 4: kits, ways, other trades, electrical figures, pull sheets. */
import { readFileSync } from "node:fs";
import { cell, difference, expect, number, open, ownHouse, point, saved, test } from "./desk";
import type { Page } from "@playwright/test";
import { choose } from "./choose";

const sheet = async (page: Page, path: string) => {
  await open(page, path);
  await expect(page.locator("[data-ready]")).toBeAttached();
};
const finding = (page: Page, code: string) => page.locator(`[data-finding='${code}']`);

test("a kit dragged onto the plan brings its cables, and one press of undo takes them back", async ({
  page,
}) => {
  await ownHouse(page, "runs");
  const drops = number(await cell(page, "drops").textContent());
  const plan = page.getByRole("group", { name: "Plan of Ground" });
  const frame = (await plan.boundingBox())!;
  const office = (await point(page, "office-tmp-1").boundingBox())!;
  await page
    .locator("[data-kit='television']")
    .dragTo(plan, { targetPosition: { x: office.x - frame.x - 60, y: office.y - frame.y - 20 } });
  await expect(page.getByRole("heading", { name: /Television, lock office/ })).toBeVisible();
  await expect(cell(page, "drops")).toHaveText(String(drops + 3));
  await saved(page);
  await page.keyboard.press("Control+z");
  await expect(cell(page, "drops")).toHaveText(String(drops));
});

test("a room's own kit, a school for all shades, a clash in the legend and its way out", async ({ page }) => {
  const house = await ownHouse(page, null);
  await sheet(page, `${house}/runs?view=kits`);
  const drops = number(await cell(page, "drops").textContent());
  await choose(page.getByLabel("Kits of"), "Grandmother's room");
  const tv = page.locator("[data-kind='television']");
  await tv.getByLabel("How many: Television, cable 2").fill("4");
  await tv.getByLabel("How many: Television, cable 2").press("Enter");
  await expect(cell(page, "drops")).toHaveText(String(drops + 3));
  await expect(tv).toContainText("own kit in this room");
  await tv.getByLabel("How many: Television, cable 2").fill("none");
  await tv.getByLabel("How many: Television, cable 2").press("Enter");
  await expect(tv.getByRole("alert")).toContainText("whole number from 1 to 50");
  await tv.getByLabel("How many: Television, cable 2").press("Escape");
  await tv.getByRole("button", { name: "as in the design" }).click();
  await expect(cell(page, "drops")).toHaveText(String(drops));
  await choose(page.getByLabel("Shade pockets"), "none");
  // Sixteen pockets lose both cables and the awning its own; the panel's lead stays, and so does the line that eight
  // of them are on.
  await expect(cell(page, "drops")).toHaveText(String(drops - 25));
  await choose(page.getByLabel("Shade pockets"), "data and four-core");
  await expect(cell(page, "drops")).toHaveText(String(drops));
  await choose(page.getByLabel("Colour of bus"), "blue");
  await expect(finding(page, "runs.legend-clash")).toContainText("both blue");
  await finding(page, "runs.legend-clash")
    .getByRole("button", { name: /^Take / })
    .click();
  await expect(finding(page, "runs.legend-clash")).toHaveCount(0);
});

test("rooms filled by template: what is missing, once", async ({ page }) => {
  const house = await ownHouse(page, null);
  await sheet(page, `${house}/runs?view=kits`);
  const points = number(await cell(page, "points").textContent());
  await page.getByText("Fill rooms by template").click();
  await choose(page.getByLabel("Rooms for"), "sleeping");
  const words = (await page.getByText(/points missing/).textContent())!;
  const missing = Number(/(\d+) points missing/.exec(words)![1]);
  expect(missing).toBeGreaterThan(3);
  await page.getByRole("button", { name: "Put them in" }).click();
  await expect(cell(page, "points")).toHaveText(String(points + missing));
  await expect(page.getByText("These rooms have all of it.")).toBeVisible();
  await saved(page);
  await page.keyboard.press("Control+z");
  await expect(cell(page, "points")).toHaveText(String(points));
});

test("other ways side by side: one is taken, pinned, shown in the ledger, and unpinned", async ({ page }) => {
  await ownHouse(page, "runs");
  await point(page, "boot-cam-1").press("Enter");
  const ways = page.locator("[data-ways]");
  // A press holds it: the pointer may go elsewhere.
  const show = ways.getByRole("button", { name: "Show it" }).first();
  await show.click();
  await expect(show).toHaveAttribute("aria-pressed", "true");
  await page.getByRole("heading", { name: "Ways it can go" }).hover();
  await expect(page.locator("[data-preview]")).toBeAttached();
  await show.press("Enter");
  await page.getByRole("heading", { name: "Ways it can go" }).hover();
  await expect(page.locator("[data-preview]")).toHaveCount(0);
  await ways.getByRole("button", { name: "Take this way" }).first().click();
  await expect(difference(page, "cableM")).toHaveText(/−|-/);
  await expect(ways).toContainText("pinned by hand");
  await ways.getByRole("button", { name: "Take the pin off" }).click();
  await expect(ways).not.toContainText("pinned by hand");
  await ways.getByRole("button", { name: "choose its ways one by one" }).click();
  await ways.getByRole("button", { name: /^Trunks: / }).click();
  await ways.getByRole("checkbox", { name: "Dining trunk, ground" }).check();
  await expect(ways).toContainText("pinned by hand");
});

test("another trade's thing in the way: the nearest free place; the wall is drawn with its boxes", async ({
  page,
}) => {
  const house = await ownHouse(page, null);
  await sheet(page, `${house}/runs?view=trades`);
  await expect(finding(page, "runs.collision")).toContainText("Fresh-air outlet");
  await finding(page, "runs.collision")
    .getByRole("button", { name: /nearest free place/ })
    .click();
  await expect(finding(page, "runs.collision")).toHaveCount(0);
  await choose(page.getByLabel("Mounting sheet of"), "Hall");
  await page.locator("[data-mount='hall-dor-1']").getByRole("button").click();
  await expect(page.getByRole("group", { name: /of Hall from within/ })).toContainText("Front door station");
});

test("power over data: a budget too small is said, with points moved to the other closet", async ({
  page,
}) => {
  const house = await ownHouse(page, null);
  await sheet(page, `${house}/runs?view=electrical`);
  await page.getByLabel("Budget of Landing cupboard").fill("200");
  await page.getByLabel("Budget of Landing cupboard").press("Enter");
  await page.getByLabel("Budget of Cellar cabinet").fill("120");
  await page.getByLabel("Budget of Cellar cabinet").press("Enter");
  await saved(page);
  await page.getByRole("heading", { name: "Lit treads, by supply" }).click();
  await page.keyboard.press("f");
  await finding(page, "runs.poe-budget")
    .getByRole("button", { name: /at another closet/ })
    .click();
  await expect(finding(page, "runs.poe-budget")).toHaveCount(0);
  await page.keyboard.press("f");
  await page.getByRole("textbox", { name: /^Loads along it/ }).fill("10 m 5 A");
  await choose(page.getByRole("combobox", { name: "Conductor" }), "16 AWG");
  await expect(page.getByRole("button", { name: "1.32 V, 5.5 %" })).toBeVisible();
  await page.getByRole("textbox", { name: /^Loads along it/ }).fill("ten metres");
  await expect(page.getByText(/line 1 must be a distance and a load/)).toBeVisible();
});

test("a duct too long to draw through gets its pull box; a divider settles mains beside cable", async ({
  page,
}) => {
  const house = await ownHouse(page, null);
  await sheet(page, `${house}/runs?table=crossings`);
  await expect(page.getByRole("region", { name: "Mains and fire" })).toContainText("Lighting ring, hall");
  await page.keyboard.press("f");
  await finding(page, "runs.near-mains")
    .getByRole("button", { name: /divider/ })
    .click();
  await expect(finding(page, "runs.near-mains")).toHaveCount(0);
  await page
    .locator("[data-findings='runs.pull-long']")
    .getByRole("button", { name: /^Show all/ })
    .click();
  await finding(page, "runs.pull-long")
    .filter({ hasText: "Towpath" })
    .getByRole("button", { name: /pull box/ })
    .click();
  await expect(finding(page, "runs.pull-long").filter({ hasText: "Towpath" })).toHaveCount(0);
  await page.keyboard.press("f");
  await expect(page.getByRole("region", { name: "Mains and fire" })).toContainText(
    "Every cable keeps its distance",
  );
});

test("a pull sheet as PDF, and what changed since today", async ({ page }) => {
  const house = await ownHouse(page, null);
  await sheet(page, `${house}/runs?table=pulls`);
  await page.getByRole("grid", { name: "Pull groups" }).getByText("P03").click();
  await expect(page.getByRole("region", { name: "Sheet of pull P03" })).toContainText("On the stand");
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "PDF" }).click(),
  ]);
  expect(
    readFileSync(await download.path())
      .subarray(0, 5)
      .toString(),
  ).toBe("%PDF-");
  await page.getByRole("group", { name: "Level" }).getByRole("button", { name: "Ground" }).click();
  await point(page, "boot-cam-1").press("Enter");
  await page.keyboard.press("Shift+ArrowUp");
  await saved(page);
  await page.goto(`${house}/runs?view=site&list=since`);
  await expect(page.locator("[data-ready]")).toBeAttached();
  const today = await page.evaluate(() =>
    new Intl.DateTimeFormat("en-CA", { timeZone: "Europe/London" }).format(new Date()),
  );
  await page.getByLabel("Since the start of").fill(today);
  await page.getByLabel("Since the start of").press("Enter");
  await expect(
    page.getByRole("region", { name: "What changed" }).getByRole("row", { name: /0-BOOT-CAM-01\/1/ }),
  ).toContainText("length");
});

test("a kind of one's own: named, given a cable, put onto the plan by key alone", async ({ page }) => {
  const house = await ownHouse(page, null);
  await sheet(page, `${house}/runs?view=kits`);
  await page.getByRole("button", { name: "A kind of your own" }).click();
  await page.getByLabel("Name of New kind 1").fill("Bird box camera");
  await page.getByLabel("Name of New kind 1").press("Enter");
  await page.getByRole("button", { name: "Add a cable to the kit of Bird box camera" }).click();
  await choose(page.getByLabel("Cable type: Bird box camera, cable 1"), "Data, cat 6");
  await page.getByLabel("Mounting height of Bird box camera").fill("9' 6\"");
  await page.getByLabel("Mounting height of Bird box camera").press("Enter");
  await expect(page.getByLabel("Mounting height of Bird box camera")).toHaveValue("2.90 m");
  await saved(page);
  const drops = number(await cell(page, "drops").textContent());
  await page.getByRole("tab", { name: "Plan and schedule" }).click();
  await page.getByRole("button", { name: /^Bird box camera: drag/ }).press("Enter");
  await page.getByRole("heading", { name: "Runs", exact: true }).last().click();
  await page.keyboard.press("n");
  await expect(page.getByRole("heading", { name: /^Bird box camera, / })).toBeVisible();
  await expect(cell(page, "drops")).toHaveText(String(drops + 1));
});

test("two points kept symmetric: one that moves takes the other along", async ({ page }) => {
  await ownHouse(page, "runs");
  await point(page, "kitchen-lmp-1").press("Enter");
  await point(page, "kitchen-lmp-2").press("Shift+Enter");
  await page.getByRole("button", { name: "Keep these two symmetric" }).click();
  await saved(page);
  await point(page, "kitchen-lmp-1").press("Enter");
  await page.getByLabel("Down, y").fill("4.9");
  await page.getByLabel("Down, y").press("Enter");
  await saved(page);
  await point(page, "kitchen-lmp-2").press("Enter");
  await expect(page.getByLabel("Down, y")).toHaveValue("7.70 m");
  await page.getByRole("tab", { name: "Walls and ceilings" }).click();
  await page.keyboard.press("Escape");
  await expect(page.locator("[data-mount='hall-alm-1']")).toBeVisible();
});

test("a part-used reel more in stock is one new reel less; bundles are tied smaller", async ({ page }) => {
  const house = await ownHouse(page, null);
  await sheet(page, `${house}/runs?table=reels`);
  const reels = number(await cell(page, "reels").textContent());
  await page
    .getByRole("region", { name: "Cable by type" })
    .getByRole("button", { name: "Speaker 2 × 2.5 mm²" })
    .click();
  await page.getByRole("button", { name: "Add one" }).click();
  const left = page.getByRole("region", { name: "Reels of the cable chosen" }).getByRole("textbox");
  await left.fill("100");
  await left.press("Enter");
  await expect(cell(page, "reels")).toHaveText(String(reels - 1));
  await left.fill("minus two");
  await left.press("Enter");
  await expect(
    page.getByRole("region", { name: "Reels of the cable chosen" }).getByRole("alert"),
  ).toBeVisible();
  await page.getByRole("tab", { name: "Conduits and trays" }).click();
  await choose(page.getByLabel("Bundles on Cellar tray"), "3");
  await expect(page.getByRole("row", { name: /Cellar tray.*3 of 24/ })).toBeVisible();
});
