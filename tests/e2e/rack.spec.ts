/** Stage 6: a shelf moved off its heat, items moved by drag and by keys, every cable patched, the port table. */
import { readFileSync } from "node:fs";
import { choose } from "./choose";
import { cell, expect, open, openDemo, ownHouse, saved, test } from "./desk";

test("the shelf is moved off its heat, and the drawing follows", async ({ page }) => {
  await ownHouse(page, "rack");
  await expect(cell(page, "rackU")).toHaveText("17 U");
  await page.locator("[data-item='shelf-1']").click();
  const inspector = page.getByRole("complementary", { name: "Inspector" });
  await expect(inspector.getByText("Shelf: modem, coordinator stands above its heat")).toBeVisible();
  await inspector.getByRole("button", { name: "33.6 °C" }).click();
  await expect(page.getByText("Warmed from right below")).toBeVisible();
  await page.keyboard.press("Escape");
  await page.locator("[data-item='shelf-1']").click();
  await inspector.getByRole("button", { name: "Put Shelf: modem, coordinator at unit 16" }).click();
  await saved(page);
  await expect(inspector.getByText("stands above its heat")).toHaveCount(0);
  await expect(page.locator("[data-item='shelf-1']")).toHaveAccessibleName(/unit 16/);
});

test("items are moved by arrows and by drag, and never into one another", async ({ page }) => {
  await ownHouse(page, "rack");
  const recorder = page.locator("[data-item='recorder']");
  await recorder.focus();
  await page.keyboard.press("ArrowDown");
  await saved(page);
  await expect(recorder).toHaveAccessibleName(/unit 13/);
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("ArrowUp");
  // The shelf is at 15: the next free place above is past the amplifier, the hub and its gap.
  await expect(recorder).toHaveAccessibleName(/unit (14|16)/);
  const box = (await recorder.boundingBox())!;
  const strip = (await page.locator("[data-item='strip']").boundingBox())!;
  await page.mouse.move(box.x + 60, box.y + 5);
  await page.mouse.down();
  await page.mouse.move(box.x + 60, strip.y - 20, { steps: 6 });
  await page.mouse.move(box.x + 60, strip.y + 5, { steps: 4 });
  await page.mouse.up();
  await saved(page);
  await expect(recorder).toHaveAccessibleName(/unit 4/);
  await page.keyboard.press("Control+z");
  await saved(page);
  await expect(recorder).not.toHaveAccessibleName(/unit 4/);
});

test("a rack of one's own: items added, placed by rule, cables patched, the table exported", async ({
  page,
}) => {
  const url = await ownHouse(page, null, (text) => {
    const file = JSON.parse(text) as { racks: unknown[]; rackItems: unknown[]; patches: unknown[] };
    return JSON.stringify({ ...file, racks: [], rackItems: [], patches: [] });
  });
  await open(page, `${url}/rack`);
  // What was just made has its name ready to be typed: the keys are there before the next press.
  const named = (name: string) =>
    expect(page.getByRole("complementary").getByRole("textbox", { name: "Name", exact: true })).toHaveValue(
      name,
    );
  await page.getByRole("button", { name: "New rack" }).click();
  await named("Rack in Cellar cabinet");
  await saved(page);
  for (const kind of ["panel", "switch", "battery"]) {
    await choose(page.getByRole("combobox", { name: "Add an item" }), kind);
    await named(`${kind[0]!.toUpperCase()}${kind.slice(1)}`);
  }
  await page.getByRole("button", { name: "Place by rule" }).first().click();
  await saved(page);
  await expect(page.getByRole("button", { name: /^Battery, unit 1,/ })).toBeVisible();
  await expect(page.getByRole("button", { name: /^Panel, unit 12,/ })).toBeVisible();
  await page.getByRole("tab", { name: "Patching" }).click();
  await page.getByRole("button", { name: "Patch all" }).click();
  await saved(page);
  const csv = await (await page.request.get(`${url}/csv/ports`)).text();
  expect(csv).toMatch(/0-BOOT-CAM-01\/1.*Panel 1.*Switch 1.*cameras/);
});

test("the port table of the demo house, by hand as well; who may only look changes nothing", async ({
  page,
}) => {
  await openDemo(page, "rack?view=patching", "Household");
  await expect(page.getByText("31 cables end at a panel")).toBeVisible();
  await expect(page.getByRole("button", { name: "Patch all" })).toHaveCount(0);
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "CSV out" }).click();
  expect(readFileSync(await (await download).path(), "utf8")).toContain("Patch panel A 1");
});

test("the port table comes in again: one port changed, or refused by row and column", async ({ page }) => {
  await ownHouse(page, "rack?view=patching");
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "CSV out" }).click();
  const csv = readFileSync(await (await download).path(), "utf8");
  const bring = (text: string) =>
    page
      .getByLabel("CSV file of ports")
      .setInputFiles({ name: "ports.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  await bring(csv.replace("Patch panel A 3,", "Patch panel A 2,"));
  await expect(page.getByRole("alert")).toContainText(
    "Row 4, panel port: Patch panel A 2 is given in row 3 already",
  );
  await bring(csv.replace("Patch panel A 3,", "Patch panel A 24,"));
  await expect(page.getByRole("status").filter({ hasText: "ports.csv" })).toContainText("1 patch changed");
  await expect(page.getByRole("combobox", { name: "Panel port of 0-HALL-AP-01/1" })).toHaveValue(
    "Patch panel A 24",
  );
  // The drop's own page says it too.
  await page.getByText("0-HALL-AP-01/1").first().click();
  await expect(page.getByRole("complementary", { name: "Inspector" })).toContainText("Patch panel A 24, on");
  await saved(page);
});
