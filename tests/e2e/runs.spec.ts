/** Stage 4: conduits and their fill, the bill of materials. */
import { readFileSync } from "node:fs";
import { cell, expect, ownHouse, saved, test, openDemo } from "./desk";
import { choose } from "./choose";

test("a conduit overfilled, drawn, and fixed by the offered step", async ({ page }) => {
  await ownHouse(page, "runs");
  await page.getByRole("tab", { name: "Conduits and trays" }).click();
  const row = page.locator("[data-way='t-boot']");
  await row.getByRole("button", { name: "Boot trunk" }).click();
  await expect(page.getByRole("figure", { name: "Section of Boot trunk" })).toContainText(
    "at its fullest place",
  );
  await choose(page.getByLabel("Bore of Boot trunk"), "16");
  await saved(page);
  await page.keyboard.press("f");
  const finding = page
    .locator("[data-finding='runs.conduit-overfull']")
    .filter({ hasText: "Boot trunk is too full" });
  await expect(finding).toContainText("fill by number of cables");
  await finding.getByRole("button", { name: /^Take \d+ mm instead of 16 mm$/ }).click();
  await saved(page);
  await expect(finding).toHaveCount(0);
  await page.keyboard.press("f");
  await expect(page.getByLabel("Bore of Boot trunk")).not.toHaveValue("16");
});

test("from the demo house to its bill of materials, on the screen and as an order", async ({ page }) => {
  const house = await ownHouse(page, "runs");
  await page.getByRole("tab", { name: "Materials" }).click();
  const bill = page.getByRole("region", { name: "Bill of materials" });
  await expect(bill.getByRole("row", { name: /^Data, cat 6, reel of 305 m/ })).toBeVisible();
  await expect(bill.getByRole("row", { name: /^Cable label, wrap-round/ })).toBeVisible();
  const shown = await bill.getByRole("row", { name: /^Of it to order/ }).textContent();
  const csv = await page.evaluate(
    (path) => fetch(`${path}/csv/materials`).then((response) => response.text()),
    house,
  );
  const costs = csv
    .trim()
    .split("\r\n")
    .slice(1)
    .map((line) => Number(/,([\d.]*),(?:"[^"]*"|[^,"]*)$/.exec(line)?.[1] ?? 0));
  const sum = costs.reduce((all, cost) => all + cost, 0);
  expect(Number(/(\d[\d\s]*\.\d\d)/.exec(shown!)![1]!.replace(/\s/g, ""))).toBeCloseTo(sum, 1);
});

test("labels: two a drop, on the sheet that is in the drawer, as a PDF", async ({ page }) => {
  await openDemo(page, "runs");
  await page.getByRole("tab", { name: "Labels" }).click();
  const drops = Number(await cell(page, "drops").textContent());
  await expect(page.getByText(`${2 * drops} labels for ${drops} drops on 4 sheets`)).toBeVisible();
  await page.getByLabel("Used up on the first").fill("60");
  await expect(page.getByText("on 5 sheets")).toBeVisible();
  await expect(page.getByRole("img", { name: /^First sheet: 5 labels/ })).toBeVisible();
  await choose(page.getByRole("button", { name: /^Sheet:/ }), "A4, 24 labels of 70 × 37 mm");
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "PDF" }).click(),
  ]);
  expect(download.suggestedFilename()).toBe("larkspur-weir-labels-a4-24.pdf");
  expect(
    readFileSync(await download.path())
      .subarray(0, 5)
      .toString(),
  ).toBe("%PDF-");
});
