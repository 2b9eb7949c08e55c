/** Stage 9 at the desk: shown by label, stale and saved, joined by sharing, renamed, a loop cut, a sentence tried. */
import { choose } from "./choose";
import { cell, emptyHouse, expect, open, ownHouse, saved, test } from "./desk";

test("shown by label; the label changes, the bridge is stale and saved", async ({ page }) => {
  const house = await ownHouse(page);
  await open(page, `${house}/bridges`);
  await expect(page.getByText("Bridge A is stale: 3 devices changed")).toBeVisible();
  const shown = page.getByRole("grid", { name: "Who sees what" });
  await expect(shown).toContainText("Snug lamp");
  await page.getByRole("button", { name: "It was saved again" }).click();
  await expect(page.getByText("Bridge A is stale")).toBeHidden();
  await saved(page);
  // Two lamps of the laundry get the label: shown to two ecosystems, and the bridge is stale anew.
  await open(page, `${house}/register`);
  await page.getByLabel("Search the register").fill("laundry lamp");
  await page.getByRole("checkbox", { name: "Tick all shown" }).click();
  const bulk = page.getByRole("region", { name: "Ticked devices" });
  await bulk.getByLabel("Tag for all ticked").fill("shown");
  await bulk.getByRole("button", { name: "Add", exact: true }).click();
  await saved(page);
  await open(page, `${house}/bridges`);
  await expect(page.getByText("Bridge A is stale: 1 device changed")).toBeVisible();
  const byLabel = page.getByRole("group", { name: "Show by label" });
  await choose(byLabel.getByRole("button", { name: /^Label of the devices/ }), "shown");
  await byLabel.getByRole("button", { name: "Show 1 device" }).click();
  await expect(byLabel.getByRole("button", { name: "Show 0 devices" })).toBeDisabled();
  await page.getByLabel("Search the matrix").fill("laundry lamp");
  await expect(page.locator('[data-row="d-laundry-lmp-1"]')).toContainText("not saved since");
  await page.getByRole("button", { name: "It was saved again" }).click();
  await expect(page.locator('[data-row="d-laundry-lmp-1"]')).not.toContainText("not saved since");
  await saved(page);
});

test("a second ecosystem joins by sharing, not before the first; rooms are ticked off", async ({ page }) => {
  const house = await ownHouse(page);
  await open(page, `${house}/bridges?view=joining`);
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
  const house = await ownHouse(page);
  await open(page, `${house}/bridges?view=names`);
  const clash = page.locator('[data-clash="d-stair-head-lmp-1 d-teen-lmp-1"]');
  await expect(clash).toContainText("Stair lamp and Star lamp");
  const heard = page.locator("[data-heard]");
  await page.getByLabel("Say it").last().fill("turn on the star lamp");
  await expect(heard).toContainText(
    "Harbour voice: switches on Teenager's room lamp · nearly Stair head lamp",
  );
  await clash.getByRole("button").first().click();
  await expect(page.getByRole("heading", { name: "Every name reaches one thing" })).toBeVisible();
  await expect(heard).not.toContainText("nearly");
  await page.getByLabel("Say it").last().fill("close the snug shade");
  await expect(heard).toContainText("Harbour voice: asks which of 2: Snug shade left, Snug shade right");
  await expect(heard).toContainText("Field panel: closes Snug shade left, Snug shade right");
  await saved(page);
});

test("a loop is drawn, and cut by its fix", async ({ page }) => {
  const house = await ownHouse(page);
  await open(page, `${house}/bridges?view=pairs`);
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
  const house = await ownHouse(page);
  await open(page, `${house}/bridges`);
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
  await page.getByRole("button", { name: "Add an ecosystem and a bridge" }).click();
  await page.getByRole("button", { name: "Ecosystem", exact: true }).click();
  await page.keyboard.type("Our own");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Bridge", exact: true }).click();
  await expect(page.getByRole("grid", { name: "Ecosystems" })).toContainText("Our own");
  await expect(page.getByRole("grid", { name: "Bridges" })).toContainText("5540");
  await expect(cell(page, "shown")).toHaveText(/^0/);
  await saved(page);
});
