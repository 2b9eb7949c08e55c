/** Stage 9 at the desk: shown by label, stale and saved, joined by sharing, renamed, a loop cut, a sentence tried. */
import { choose } from "./choose";
import { cell, emptyHouse, expect, open, openDemo, ownHouse, saved, test } from "./desk";

test("shown by label; the label changes, the bridge is stale and saved", async ({ page }) => {
  const house = await ownHouse(page, "bridges");
  await expect(page.getByRole("main").getByText("Bridge A is stale: 3 devices changed")).toBeVisible();
  await page.getByLabel("Search the matrix").fill("snug lamp");
  await expect(page.locator('[data-row="d-snug-lmp-1"]')).toContainText("shown: Snug lamp");
  await page.getByRole("button", { name: "It was saved again" }).click();
  await expect(page.getByRole("main").getByText("Bridge A is stale")).toBeHidden();
  await saved(page);
  // Two lamps of the laundry get the label: shown to two ecosystems, and the bridge is stale anew.
  await open(page, `${house}/register`);
  await page.getByLabel("Search the register").fill("laundry lamp");
  await page.getByRole("checkbox", { name: "Tick all shown" }).click();
  const bulk = page.getByRole("region", { name: "Ticked devices" });
  await expect(bulk).toContainText("1 device ticked");
  await bulk.getByLabel("Tag for all ticked").fill("shown");
  await bulk.getByRole("button", { name: "Add", exact: true }).click();
  await saved(page);
  await open(page, `${house}/bridges`);
  await expect(page.getByRole("main").getByText("Bridge A is stale: 1 device changed")).toBeVisible();
  const byLabel = page.getByRole("group", { name: "Show by label" });
  await choose(byLabel.getByRole("button", { name: /^Label of the devices/ }), "shown");
  await choose(byLabel.getByRole("button", { name: /^Ecosystem/ }), "Harbour voice");
  await byLabel.getByRole("button", { name: "Show 1 device" }).click();
  await expect(byLabel.getByRole("button", { name: "Show 0 devices" })).toBeDisabled();
  await page.getByLabel("Search the matrix").fill("laundry lamp");
  await expect(page.locator('[data-row="d-laundry-lmp-1"]')).toContainText("not saved since");
  await page.getByRole("button", { name: "It was saved again" }).click();
  await expect(page.locator('[data-row="d-laundry-lmp-1"]')).not.toContainText("not saved since");
  await saved(page);
});

test("a second ecosystem joins by sharing, not before the first; rooms are ticked off", async ({ page }) => {
  await ownHouse(page, "bridges?view=joining");
  await expect(page.getByText("1 of 3 joined")).toBeVisible();
  const second = page.locator('[data-join="bridge-a slate-home"]');
  await expect(second).toContainText(
    "shared from Harbour voice · phone of Nurse on night shifts and Boat carpenter",
  );
  await second.getByRole("checkbox").click();
  await expect(page.getByText("2 of 3 joined")).toBeVisible();
  // Whoever lets it in must have joined before.
  const first = page.locator('[data-join="bridge-a harbour-voice"]');
  await second.getByRole("checkbox").click();
  await first.getByRole("checkbox").click();
  await expect(page.getByText("0 of 3 joined")).toBeVisible();
  await expect(second.getByRole("checkbox")).toBeDisabled();
  await page.getByText("Harbour voice: 4 of").click();
  await page.getByRole("checkbox", { name: "Stair lamp: Stair head" }).first().click();
  await expect(page.getByText("Harbour voice: 5 of")).toBeVisible();
  await saved(page);
});

test("two names that sound alike: a better one is taken everywhere; a sentence then reaches one", async ({
  page,
}) => {
  await ownHouse(page, "bridges?view=names");
  const clash = page.locator('[data-clash="d-stair-head-lmp-1 d-teen-lmp-1"]');
  await expect(clash).toContainText("Stair lamp and Star lamp");
  const heard = page.locator("[data-heard]");
  await page.getByLabel("Say it").last().fill("turn on the star lamp");
  await expect(heard).toContainText(
    /Harbour voice:\s*switches on Teenager's room lamp · nearly Stair head lamp/,
  );
  await clash.getByRole("button").first().click();
  await expect(page.getByRole("heading", { name: "Every name reaches one thing" })).toBeVisible();
  await expect(heard).not.toContainText("nearly");
  await page.getByLabel("Say it").last().fill("close the snug shade");
  await expect(heard).toContainText(/Harbour voice:\s*asks which of 2: Snug shade left, Snug shade right/);
  await expect(heard).toContainText(/Field panel:\s*closes Snug shade left, Snug shade right/);
  await saved(page);
});

test("a loop is drawn, and cut by its fix", async ({ page }) => {
  await ownHouse(page, "bridges?view=pairs");
  await expect(page.getByRole("img", { name: /^Loop of Dining room lamp/ })).toBeVisible();
  await page.getByRole("button", { name: /^Findings/ }).click();
  const drawer = page.getByRole("region", { name: "Findings", exact: true });
  const card = drawer.locator('[data-finding="bridges.loop"]');
  await card.getByRole("button", { name: /^Part / }).click();
  await expect(page.locator("[data-loops]")).not.toContainText("What one says comes back to it");
  await saved(page);
});

test("a device is seen as each ecosystem sees it; a new ecosystem and bridge from nothing", async ({
  page,
}) => {
  await ownHouse(page, "bridges");
  await page.getByLabel("Search the matrix").fill("loft door");
  await page.locator('[data-row="d-sail-loft-lkb-1"]').click();
  const inspector = page.getByRole("complementary", { name: "Inspector" });
  await expect(inspector).toContainText("shown to 2 of 3");
  await expect(inspector).toContainText("Caution");
  await inspector.getByRole("checkbox", { name: "Asks for a second factor" }).first().click();
  await expect(page.getByRole("button", { name: /^Findings/ })).toBeVisible();
  await saved(page);
  const empty = await emptyHouse(page);
  await open(page, `${empty}/bridges`);
  await expect(page.getByRole("tabpanel")).toContainText("No ecosystem yet");
  await page.getByRole("link", { name: "Add an ecosystem and a bridge" }).click();
  await choose(page.getByLabel("Add an ecosystem"), "Wall panel in the house");
  await inspector.getByLabel("Name", { exact: true }).fill("Our own");
  await inspector.getByLabel("Name", { exact: true }).press("Enter");
  await page.getByRole("button", { name: "Add a bridge" }).click();
  await expect(page.getByRole("grid", { name: "Ecosystems" })).toContainText("Our own");
  await expect(page.getByRole("grid", { name: "Bridges" })).toContainText("5540");
  await expect(cell(page, "shown")).toHaveText(/^0/);
  await saved(page);
});

test("one device more is shown from its row; the matrix goes out, is changed, and comes in again", async ({
  page,
}) => {
  const house = await ownHouse(page, "bridges");
  await choose(page.getByRole("button", { name: /^Filter by devices/ }), "not shown");
  await page.getByLabel("Search the matrix").fill("boathouse workshop lamp");
  const before = await cell(page, "shown").textContent();
  await page
    .getByRole("button", { name: /^Show .* to Field panel$/ })
    .first()
    .click();
  await expect(cell(page, "shown")).not.toHaveText(before!);
  await saved(page);
  const bulk = page.getByRole("group", { name: "Show by label" });
  const file = await (await page.request.get(`${house}/csv/who-sees-what`)).text();
  const input = page.getByLabel("CSV file of who sees what");
  const give = (text: string) =>
    input.setInputFiles({ name: "matrix.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  await expect(bulk.getByRole("button", { name: "CSV in" })).toBeVisible();
  await give(file.replace("d-hall-lmp-1,", "d-hall-lmp-9,"));
  await expect(page.getByRole("alert")).toContainText('Id: "d-hall-lmp-9" is no device of the register');
  await give(file.replaceAll(",Hall lamp,Bridge", ",Entrance light,Bridge"));
  await expect(page.getByText("matrix.csv: 0 shown, 0 hidden, 3 changed.")).toBeVisible();
  await choose(page.getByRole("button", { name: /^Filter by devices/ }), "shown");
  await page.getByLabel("Search the matrix").fill("entrance light");
  await expect(page.locator('[data-row="d-hall-lmp-1"]')).toContainText("Entrance light");
  await saved(page);
});

test("a bridge's code is kept sealed and shown on request where it joins", async ({ page }) => {
  await ownHouse(page, "bridges?view=joining");
  const step = page.locator('[data-join="bridge-b field-panel"]');
  await step.getByRole("button", { name: "Enter it" }).click();
  await step.getByRole("textbox", { name: "Code of Bridge B" }).fill("12345678901");
  await expect(step.getByRole("alert")).toContainText("Code of Bridge B");
  await step.getByRole("button", { name: "Keep it all the same" }).click();
  await expect(step).toContainText("kept, and fails its check");
  await saved(page);
  await step.getByRole("button", { name: "Show" }).click();
  await expect(step).toContainText("12345678901");
  await page.getByRole("button", { name: /^Findings/ }).click();
  await expect(page.getByText("The code of Bridge B fails its check")).toBeVisible();
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test("joined without a network, and sent when it is back", async ({ page, context }) => {
    const house = await ownHouse(page, null);
    await page.goto(`${house}/join`);
    await expect(page.locator("[data-kept-page]")).toBeVisible();
    await context.setOffline(true);
    await expect(page.getByRole("status").first()).toContainText("No connection");
    await page.reload();
    await expect(page.locator("[data-kept-page]")).toBeVisible();
    await expect(page.getByText("1 of 3 joined")).toBeVisible();
    const second = page.locator('[data-join="bridge-a slate-home"]');
    await second.getByRole("checkbox").click();
    await expect(page.getByText("2 of 3 joined")).toBeVisible();
    await expect(page.locator("[data-waiting]")).toHaveAttribute("data-waiting", "1");
    await page.getByText("Slate home: 0 of").click();
    await page.getByRole("checkbox", { name: "Hall lamp: Hall" }).click();
    await expect(page.locator("[data-waiting]")).toHaveAttribute("data-waiting", "2");
    await context.setOffline(false);
    await expect(page.locator("[data-waiting]")).toHaveAttribute("data-waiting", "0");
    const kept = (await (await page.request.get(`${house}/file`)).json()) as {
      bridges: { id: string; joined?: string[] }[];
      exposures: { id: string; placed?: boolean }[];
    };
    expect(kept.bridges.find(({ id }) => id === "bridge-a")!.joined).toEqual(["harbour-voice", "slate-home"]);
    expect(kept.exposures.find(({ id }) => id === "sl-hall-lmp-1")?.placed).toBe(true);
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
    ).toBe(0);
  });
});

test("the household may read who sees what, and change nothing", async ({ page }) => {
  await openDemo(page, "bridges", "Household");
  await expect(page.getByRole("grid", { name: "Who sees what" })).toBeVisible();
  await expect(page.getByRole("button", { name: /^Show .* to / })).toHaveCount(0);
  await expect(page.getByRole("button", { name: "It was saved again" })).toHaveCount(0);
});
