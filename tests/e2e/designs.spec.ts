/** The list of designs, the settings of one, and findings that are accepted. */
import { choose } from "./choose";
import { cell, expect, number, open, openDemo, ownHouse, point, ready, saved, signIn, test } from "./desk";

test("the list: picture, place, stages, findings; searched, sorted, renamed, copied, removed by its name", async ({
  page,
}) => {
  await signIn(page);
  await page.goto("/designs");
  const list = page.getByRole("region", { name: "Designs" });
  const weir = list.getByRole("listitem").filter({ hasText: "Larkspur Weir" }).first();
  await expect(weir).toContainText("55.20° N, 2.40° W · London");
  await expect(weir.getByRole("img", { name: /Brief 2 of 4, House 3 of 4/ })).toBeVisible();
  await expect(weir.locator("svg path").nth(1)).toHaveAttribute("d", /^M.{200}/);
  await weir.getByRole("button", { name: "What to do with Larkspur Weir" }).click();
  await page.getByRole("menuitem", { name: "Copy as a variant" }).click();
  await page.getByRole("dialog").getByLabel("Name").fill("Larkspur Weir by radio");
  await page.getByRole("button", { name: "Copy", exact: true }).click();
  await page.waitForURL(/\/d\/\w{16}\/house$/);
  await ready(page);
  await page.getByRole("link", { name: "Larkspur Weir by radio" }).click();
  await expect(page.getByText(/Copied from Larkspur Weir at revision \d+ on/)).toBeVisible();

  await page.goto("/designs");
  const copy = list.getByRole("listitem").filter({ hasText: "Larkspur Weir by radio" });
  await expect(copy).toContainText("copied from Larkspur Weir");
  await expect(copy.locator("time")).not.toContainText("UTC");
  await expect(copy).toContainText("144 devices · phase: The dark stair");
  await page.getByLabel("Search the designs").fill("radio larks");
  await expect(list.getByRole("listitem")).toHaveCount(1);
  await expect(page).toHaveURL("/designs?q=radio+larks");
  await page.getByLabel("Search the designs").fill("nowhere");
  await expect(list.getByText("No design is called that.")).toBeVisible();
  await page.getByLabel("Search the designs").fill("larkspur london");
  await expect(list.getByRole("listitem").first()).toBeVisible();
  await page.getByLabel("Search the designs").fill("");
  await choose(page.getByLabel(/^Sorted by/), "name");
  await expect(list.getByRole("listitem").first()).toContainText("Flat 3");
  await choose(page.getByLabel(/^Sorted by/), "most devices");
  await expect(list.getByRole("listitem").first()).not.toContainText("Flat 3");

  await page.getByLabel("Search the designs").fill("radio");
  await expect(list.getByRole("listitem")).toHaveCount(1);
  await copy.getByRole("button", { name: /^What to do/ }).click();
  await page.getByRole("menuitem", { name: "Rename" }).click();
  await page.getByRole("dialog").getByLabel("Name").fill("Weir, radio");
  await page.getByRole("button", { name: "Rename" }).click();
  const renamed = list.getByRole("listitem").filter({ hasText: "Weir, radio" });
  await expect(renamed).toBeVisible();
  await renamed.getByRole("button", { name: /^What to do/ }).click();
  await page.getByRole("menuitem", { name: "Remove" }).click();
  await page.getByRole("dialog").getByRole("textbox").fill("Weir radio");
  await page.getByRole("button", { name: "Remove", exact: true }).click();
  await expect(page.getByText("The name does not match, so the design was not removed.")).toBeVisible();
  await page.getByRole("dialog").getByRole("textbox").fill("Weir, radio");
  await page.getByRole("button", { name: "Remove", exact: true }).click();
  await expect(renamed).toHaveCount(0);
});

test("one search over all designs leads to the device; what is due leads to its upkeep", async ({ page }) => {
  await signIn(page);
  await page.goto("/designs");
  await page.getByRole("link", { name: "Find a device" }).click();
  const field = page.getByRole("searchbox", { name: "Find a device" });
  await field.fill("1");
  await field.press("Enter");
  await expect(page.getByRole("status")).toHaveText("Type a word of at least 2 letters or figures.");
  await field.fill("nothing-like-it");
  await field.press("Enter");
  await expect(page.getByRole("status")).toContainText("Nothing in your designs has words that begin so");
  await field.fill("192.168.10.43 camera");
  await page.getByRole("button", { name: "Find" }).click();
  await page.getByRole("link", { name: "Quay camera" }).first().click();
  await page.waitForURL(/\/register$/);
  await expect(page.getByRole("row", { name: /Quay camera/, selected: true })).toBeVisible();
  // A point that has no device yet is found as well, and shown on the plan; what is gone meanwhile is not.
  await open(page, "/d/larkspur-weir/runs?select=points/boot-cam-1");
  await expect(page).toHaveURL(/\/runs$/);
  await expect(
    page.getByRole("complementary", { name: "Inspector" }).getByRole("heading", { name: "Boot room camera" }),
  ).toBeVisible();
  await open(page, "/d/larkspur-weir/runs?select=points/nobody");
  await expect(page).toHaveURL(/\/runs$/);

  await page.goto("/designs/due");
  await expect(page.getByRole("rowgroup").filter({ hasText: "Overdue" })).toContainText("Change cells");
  await choose(page.getByLabel("Show"), "visits");
  await expect(page.getByText("Change cells")).toHaveCount(0);
  const visit = page.getByRole("row").filter({ hasText: "Water valve and sump pump tried" }).first();
  await visit.getByRole("link").click();
  await page.waitForURL(/\/register\?view=upkeep&of=calendar$/);
  await ready(page);
  await expect(page.getByText("Water valve and sump pump tried").first()).toBeVisible();
});

test("start a design: the zone is guessed, degrees are taken as written, what is none is named", async ({
  page,
}) => {
  await signIn(page);
  await page.goto("/designs");
  await expect(page.getByRole("combobox", { name: "Time zone" })).not.toHaveValue("–");
  await page.getByLabel("Name").fill("Somewhere");
  await page.getByLabel("Latitude").fill("north");
  await page.getByLabel("Longitude").fill("3° 1′ W");
  await page.getByRole("button", { name: "Start" }).click();
  await expect(page.getByRole("alert")).toHaveText(/^Latitude must be degrees such as 53\.41 .* not “north”/);
  await expect(page.getByLabel("Longitude")).toHaveValue("3° 1′ W");
});

test("settings: name, place with its sun, north against a wall, money with its rate, undone as one step", async ({
  page,
}) => {
  await ownHouse(page, "settings");
  const sheet = page.getByRole("region", { name: "Design settings" });
  await expect(sheet.getByRole("row", { name: /21 June/ })).toContainText("04:28");
  await sheet.getByLabel("Latitude").fill("33° 51′ S");
  await sheet.getByLabel("Latitude").press("Enter");
  await expect(sheet.getByRole("row", { name: /21 June/ })).not.toContainText("04:28");
  await sheet.getByLabel("Latitude").fill("95");
  await sheet.getByLabel("Latitude").press("Enter");
  await expect(sheet.getByText("Latitude must be at most 90°, not “95”")).toBeVisible();
  await sheet.getByLabel("Latitude").press("Escape");

  await sheet.getByLabel("It faces").fill("90");
  await sheet.getByLabel("It faces").press("Enter");
  await expect(sheet.getByText("It faces needs a wall: press one on the small plan first")).toBeVisible();
  await sheet.getByLabel("It faces").press("Escape");
  const wall = sheet.getByRole("button", { name: /^Wall that faces 342°/ }).first();
  await wall.press("Enter");
  await sheet.getByLabel("It faces").fill("0");
  await sheet.getByLabel("It faces").press("Enter");
  await expect(sheet.getByRole("textbox", { name: "From sheet-up" })).toHaveValue("0");

  const cost = number(await cell(page, "cost").textContent());
  await choose(sheet.getByRole("combobox", { name: "Currency" }), "EUR");
  await sheet.getByLabel(/^Rate/).fill("0");
  await sheet.getByRole("button", { name: "Take all prices along" }).click();
  await expect(sheet.getByText("Rate must be a number above 0")).toBeVisible();
  await sheet.getByLabel(/^Rate/).fill("2");
  await sheet.getByRole("button", { name: "Take all prices along" }).click();
  await expect(cell(page, "cost")).toContainText("EUR");
  await expect.poll(async () => number(await cell(page, "cost").textContent())).toBeGreaterThan(1.9 * cost);
  await saved(page);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(cell(page, "cost")).toContainText("GBP");
  await expect.poll(async () => number(await cell(page, "cost").textContent())).toBe(cost);
  await choose(sheet.getByLabel(/^Language/), "de");
  await saved(page);
});

test("findings: folded, filtered, put right together, accepted with a reason, taken back by undo", async ({
  page,
}) => {
  await ownHouse(page, "runs");
  await page.keyboard.press("f");
  const drawer = page.getByRole("region", { name: "Findings", exact: true });
  const ducts = drawer.locator('[data-findings="runs.pull-long"]');
  await expect(ducts).toContainText("and 1 more like it");
  await expect(ducts).toContainText(/\+\d+ GBP/);
  await choose(drawer.getByLabel(/^Severity of findings/), "stop");
  await expect(ducts).toHaveCount(0);
  await choose(drawer.getByLabel(/^Severity of findings/), "Severity");
  await choose(drawer.getByLabel(/^Stage of findings/), "Runs");
  await expect(drawer.locator("[data-finding^=brief]")).toHaveCount(0);

  await ducts.getByRole("button", { name: "Accept all" }).click();
  await ducts.getByRole("button", { name: "Accept 2" }).click();
  await expect(ducts.getByText("Reason must say why this may stay as it is")).toBeVisible();
  await ducts.getByLabel("Reason").fill("The ducts are there and stay");
  await ducts.getByRole("button", { name: "Accept 2" }).click();
  await expect(ducts).toContainText(/Accepted by Designer on \d{4}-\d\d-\d\d: The ducts are there and stay/);
  await expect(ducts.getByRole("button", { name: /Put all/ })).toHaveCount(0);
  await saved(page);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(ducts).toContainText("Accept all");
  await ducts.getByRole("button", { name: "Put all 2 right" }).click();
  await expect(ducts).toHaveCount(0);
  await saved(page);
});

test("a working opens beside the findings, not under them", async ({ page }) => {
  await openDemo(page, "runs");
  await page.keyboard.press("f");
  const drawer = page.getByRole("region", { name: "Findings", exact: true });
  await drawer.locator(".worked").first().click();
  const working = page.getByRole("region", { name: "Working" });
  await expect(working).toBeVisible();
  const [panel, list] = [(await working.boundingBox())!, (await drawer.boundingBox())!];
  expect(panel.x + panel.width).toBeLessThanOrEqual(list.x);
});

test("a copy is changed and compared: totals, findings, rows; one row comes back, and undo takes it away", async ({
  page,
}) => {
  const house = await ownHouse(page, null);
  await page.goto("/designs");
  const line = page.getByRole("listitem").filter({ has: page.locator(`a[href="${house}/house"]`) });
  await line.getByRole("button", { name: /^What to do/ }).click();
  await page.getByRole("menuitem", { name: "Copy as a variant" }).click();
  await page.getByRole("dialog").getByLabel("Name").fill("The variant");
  await page.getByRole("button", { name: "Copy", exact: true }).click();
  await page.waitForURL((url) => /\/d\/\w{16}\/house$/.test(url.pathname) && !url.pathname.startsWith(house));
  await ready(page);
  const copy = new URL(page.url()).pathname.replace(/\/house$/, "");
  await point(page, "boot-cam-1").press("Enter");
  await page.keyboard.press("Delete");
  await expect(point(page, "boot-cam-1")).toHaveCount(0);
  await saved(page);

  await open(page, `${copy}/settings`);
  await page.getByRole("link", { name: "Compare with it" }).click();
  const totals = page.getByRole("region", { name: "Totals" });
  await expect(totals.locator("[data-compared=points]")).toContainText(/150.*151.*\+1/);
  await expect(totals.getByRole("columnheader").nth(1)).toHaveText("The variant");
  const rows = page.getByRole("region", { name: "Rows that differ" });
  await expect(rows.locator('[data-differs="points/boot-cam-1"]')).toContainText("only in Larkspur Weir");
  await rows.getByRole("checkbox", { name: "Take over Boot room camera" }).first().click();
  await rows.getByRole("button", { name: /^Take 1 over from Larkspur Weir/ }).click();
  await expect(totals.locator("[data-compared=points]")).toContainText(/151.*151.*0/);
  await expect(rows.locator('[data-differs="points/boot-cam-1"]')).toHaveCount(0);
  await saved(page);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(totals.locator("[data-compared=points]")).toContainText(/150.*151/);
  await saved(page);
});
