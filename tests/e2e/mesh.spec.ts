/** Stage 7: what is heard where, the boathouse mended, a router dragged, a plug pulled. */
import { choose } from "./choose";
import { expect, open, openDemo, ownHouse, point, test } from "./desk";

const weakest = "[data-cell=meshLowDb]";
const done = "[data-coverage-state=done]";

test("the boathouse is dead, the offered routers make it sound, and the ledger says so", async ({ page }) => {
  await open(page, `${await ownHouse(page)}/mesh`);
  await expect(page.locator(weakest)).toContainText("3 dB");
  const card = page.locator("aside").getByText(/Table saw is heard too faintly/);
  await expect(card).toBeVisible();
  await page.getByRole("tab", { name: "Ways" }).click();
  const row = page.getByRole("row", { name: /^Table saw/ });
  await expect(row).toContainText("dead");
  await page.getByRole("button", { name: "Put routers that make it sound" }).click();
  await expect(row).toContainText("sound");
  await expect(card).toHaveCount(0);
  await expect(page.locator(weakest)).not.toContainText("3 dB");
  await expect(page.getByRole("row", { name: /^Router, / })).toHaveCount(1);
  await expect(page.locator("[data-cell=devices]")).toContainText("129");
  await page.keyboard.press("Control+z");
  await expect(row).toContainText("dead");
});

test("coverage gets finer, follows a router that is dragged, and keeps the old until the new is there", async ({
  page,
}) => {
  await open(page, `${await ownHouse(page)}/mesh`);
  await expect(page.locator(done)).toBeVisible();
  await expect(page.locator("[data-coverage='0.25'] [data-band='48']")).toBeVisible();
  const band = page.locator("[data-coverage] [data-band='48']");
  const before = await band.getAttribute("d");
  const router = point(page, "snug-lmp-1");
  const box = (await router.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 60, box.y + 90, { steps: 8 });
  // While it is held: coarse, and of where it is now.
  await expect(page.locator("[data-coverage='1']")).toBeVisible();
  await page.mouse.up();
  await expect(page.locator(done)).toBeVisible();
  await expect(page.locator("[data-coverage='0.25']")).toBeVisible();
  expect(await band.getAttribute("d")).not.toBe(before);
  await page.mouse.move(box.x + 40, box.y + 90);
  await expect(page.locator("[data-readout]")).toContainText(/\d+ dB · /);
});

test("the second best is weaker than the best, and one radio alone weaker than all", async ({ page }) => {
  await openDemo(page, "mesh");
  const area = () =>
    page
      .locator("[data-coverage] [data-band='36']")
      .evaluate((path) => (path as SVGPathElement).getBBox().width);
  await expect(page.locator(done)).toBeVisible();
  const loud = page.locator("[data-coverage='0.25'] [data-band='48']");
  const best = await loud.getAttribute("d");
  await page.getByRole("button", { name: "second", exact: true }).click();
  await expect(loud).not.toHaveAttribute("d", best!);
  await page.getByRole("button", { name: "best", exact: true }).click();
  await expect(loud).toHaveAttribute("d", best!);
  expect(await area()).toBeGreaterThan(0);
  await point(page, "snug-lmp-1").click();
  await page.getByRole("button", { name: "only Snug lamp" }).click();
  await expect(loud).not.toHaveAttribute("d", best!);
  // Another band: levels in dBm of the access points.
  await choose(page.getByRole("button", { name: /^Band/ }), "Network 5 GHz");
  await expect(page.locator("[data-coverage] [data-band='-67']")).toBeAttached();
  await expect(page.getByRole("group", { name: "Scale of the coverage" })).toContainText("heard, dBm");
});

test("unplugged: the hub takes all with it, a lamp nobody; by keys", async ({ page }) => {
  await openDemo(page, "mesh?view=unplug");
  await expect(
    page.getByRole("status").filter({ hasText: "House hub pulled out: 35 more are lost" }),
  ).toBeVisible();
  const grid = page.getByRole("grid", { name: "What can be unplugged" });
  await grid.getByRole("row", { name: /^Ground without mains/ }).click();
  await expect(page.getByRole("status").filter({ hasText: "nobody else is lost" })).toBeVisible();
});

test("a radio says who hears it, on how many ways, and what it costs to lose it", async ({ page }) => {
  await openDemo(page, "mesh?view=ways");
  await page.getByRole("row", { name: /^Workshop lamp/ }).click();
  const facts = page.locator("aside");
  await expect(facts).toContainText(/Heard by\s*Table saw, 3\.1 dB dead/);
  await facts.getByRole("button", { name: "3.1 dB" }).click();
  await expect(page.getByText("Margin from Table saw to Teenager's room lamp")).toBeVisible();
  await expect(page.getByText("Sheet metal, in a wall of sheet metal")).toBeVisible();
});

test("the channel in use is drowned, the best is said with its reasons and taken by one press", async ({
  page,
}) => {
  await openDemo(page, "mesh?view=channels");
  await expect(page.getByText("2.4 GHz mesh is on 17, which leaves -17 dB.")).toBeVisible();
  const row = page.getByRole("row", { name: /^26/ });
  await row.getByRole("button", { name: "13 dB" }).click();
  await expect(page.getByText("Channel 26 at Sail loft lamp")).toBeVisible();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Go to channel 26" }).first().click();
  await expect(page.getByText("It is in use.")).toBeVisible();
  await expect(page.locator("aside").getByText(/sends over channel 17/)).toHaveCount(0);
});
