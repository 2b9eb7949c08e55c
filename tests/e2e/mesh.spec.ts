/** Stage 7: what is heard where, the boathouse mended, a router dragged, a plug pulled. */
import { readFileSync } from "node:fs";
import { choose } from "./choose";
import { expect, openDemo, ownHouse, point, test } from "./desk";

const weakest = "[data-cell=meshLowDb]";
const done = "[data-coverage-state=done]";

test("the boathouse is dead, the offered routers make it sound, and the ledger says so", async ({ page }) => {
  await ownHouse(page, "mesh");
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
  await expect(page.locator("[data-cell=devices]")).toContainText("145");
  await page.keyboard.press("Control+z");
  await expect(row).toContainText("dead");
});

test("coverage gets finer, follows a router that is dragged, and keeps the old until the new is there", async ({
  page,
}) => {
  await ownHouse(page, "mesh");
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

test("readings pasted bend the model and the error falls; a bad table changes nothing", async ({ page }) => {
  await ownHouse(page, "mesh?view=readings");
  const off = page.locator("[data-calibration] [data-now]");
  await expect(off).toHaveText("7.3 dB");
  await page.getByRole("button", { name: "Paste" }).click();
  const pasted = page.getByLabel("Pasted readings");
  await pasted.fill("heard,level,x,y,dbm\nr-coordinator,Ground,1,1,loud\nnobody,Attic,1,1,-70");
  await page.getByRole("button", { name: "Take it in" }).click();
  const wrong = page.getByRole("dialog").getByRole("alert");
  await expect(wrong).toContainText('Row 2, dbm: must be a number, not "loud"');
  await expect(wrong).toContainText('Row 3, heard: "nobody" is no radio of this design');
  await expect(page.locator("[data-revision]")).toHaveText("1");
  // What was typed is still there to be put right.
  await pasted.fill("heard,level,x,y,dbm\nr-hall-lmp-1,Ground,3,3,-61\nr-hall-lmp-1,Ground,8,2,-57");
  await page.getByRole("button", { name: "Take it in" }).click();
  await expect(page.getByRole("status").filter({ hasText: "2 readings added" })).toBeVisible();
  await expect(page.locator("[data-calibration]")).toContainText("25 readings");
  await expect(page.getByRole("row", { name: /Hall lamp .*does not fit/ }).first()).toBeVisible();
  const before = Number((await off.textContent())!.replace(" dB", ""));
  await page.getByRole("main").getByRole("button", { name: "Take the fitted figures" }).click();
  await expect
    .poll(async () => Number((await off.textContent())!.replace(" dB", "")))
    .toBeLessThan(before / 2);
  await expect(page.locator("aside").getByText(/lie .* off the model/)).toHaveCount(0);
  await page.getByRole("button", { name: "Back to the tables'" }).click();
  await expect(off).toHaveText(`${before.toFixed(1)} dB`);
});

test("a reading is put down where it was taken, and typed", async ({ page }) => {
  await ownHouse(page, "mesh?view=readings");
  await page.getByRole("button", { name: "Put down a reading" }).click();
  const plan = (await page.locator("svg[data-drawing]").boundingBox())!;
  await page.mouse.click(plan.x + plan.width * 0.35, plan.y + plan.height * 0.7);
  await expect(page.getByRole("heading", { name: "Reading of House hub" })).toBeVisible();
  const level = page.getByLabel("Read", { exact: true });
  await level.fill("-82");
  await level.press("Enter");
  await expect(page.locator("[data-calibration]")).toContainText("24 readings");
  await expect(page.getByRole("row", { name: /House hub Ground, by hand -82/ })).toBeVisible();
});

test("remedies are compared, and one taken makes the boathouse sound; undone it is as it was", async ({
  page,
}) => {
  await ownHouse(page, "mesh?view=remedies");
  await expect(page.locator("[data-remedies=done]")).toBeVisible({ timeout: 30_000 });
  const cards = page.locator("[data-remedy]");
  await expect(cards).toHaveCount(3);
  await expect(cards.first()).toContainText("1 further router");
  await expect(cards.first()).toContainText("no fewer do as well");
  const shed = page.locator("[data-remedy=outbuilding]");
  await shed.getByRole("button", { name: /A coordinator for Boathouse workshop/ }).click();
  await expect(page.getByText("As it would be: A coordinator for Boathouse workshop")).toBeVisible();
  await expect(page.getByRole("group", { name: "Plan of Yard" })).toBeVisible();
  await shed.getByRole("button", { name: "Take it" }).click();
  await expect(page.locator("[data-cell=drops]")).toContainText("131");
  await expect(page.locator("aside").getByText(/Table saw is heard too faintly/)).toHaveCount(0);
  await expect(page.locator("[data-remedies=done]")).toBeVisible({ timeout: 30_000 });
  await page.keyboard.press("Control+z");
  await expect(page.locator("[data-cell=drops]")).toContainText("130");
});

test("the fewest access points that serve every room, with their data cables", async ({ page }) => {
  await ownHouse(page, "mesh?view=points");
  await expect(page.getByText("2 rooms of 10 hear too little")).toBeVisible();
  await page.getByRole("button", { name: "Put the fewest that serve all" }).click();
  await expect(page.getByText("All 10 rooms people sit in are served")).toBeVisible();
  await expect(page.locator("[data-cell=drops]")).toContainText("132");
  await expect(page.getByRole("row", { name: /carpenter's room.*nobody/ })).toBeVisible();
});

test("a scan is pasted, and what it drowns is said; the coverage is saved as drawing and picture", async ({
  page,
}) => {
  await ownHouse(page, "mesh?view=channels");
  await page.getByRole("button", { name: "Paste" }).click();
  await page.getByLabel("Pasted a scan").fill("name,channel,width,dbm\nbarge,13,20,-48");
  await page.getByRole("button", { name: "Take it in" }).click();
  await expect(page.getByRole("button", { name: "barge, channel 13, -48 dBm" })).toBeVisible();
  await expect(page.getByRole("row", { name: /^26/ })).toContainText("barge");
  await page.getByRole("tab", { name: "Coverage" }).click();
  await expect(page.locator(done)).toBeVisible();
  for (const [kind, starts] of [
    ["SVG", "<svg"],
    ["PNG", "\u{89}PNG"],
  ] as const) {
    const saved = page.waitForEvent("download");
    await page.getByRole("button", { name: kind, exact: true }).click();
    const file = await (await saved).path();
    expect(readFileSync(file, "latin1").slice(0, 4)).toBe(starts);
  }
});
