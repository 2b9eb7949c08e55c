/** Stage 6: where a closet should stand, what moving saves as one edit, and one closet against two. */
import { cell, expect, openDemo, ownHouse, saved, test } from "./desk";

test("a closet is moved to the best wall: the ledger says what that saves, and back again", async ({
  page,
}) => {
  await ownHouse(page, "rack?view=closets");
  const metres = async () => parseFloat((await cell(page, "cableM").innerText()).replace(/\s/g, ""));
  const before = await metres();
  const places = page.getByRole("region", { name: "Places" });
  await expect(places.getByRole("row", { name: /Plant room, where it is/ })).toContainText("below ground");
  const best = places.getByRole("row", { name: /^Hall/ });
  await expect(best).toContainText(/358\.\d m, 240 GBP/);
  await best.getByRole("button", { name: /Move Cellar cabinet to Hall/ }).click();
  await saved(page);
  await expect.poll(metres).toBeLessThan(before - 300);
  await expect(places.getByRole("row", { name: /Hall, where it is/ })).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect.poll(metres).toBe(before);
});

test("one closet against two: each opens its working, and is done as one edit", async ({ page }) => {
  await ownHouse(page, "rack?view=closets");
  const table = page.getByRole("region", { name: "One closet or two" });
  const all = table.getByRole("row", { name: /All at Landing cupboard/ });
  await expect(all).toContainText("86 GBP");
  await all.getByRole("button", { name: /GBP/ }).click();
  await expect(page.getByText("Closets after the first")).toBeVisible();
  await page.keyboard.press("Escape");
  await all.getByRole("button", { name: "Do it: All at Landing cupboard" }).click();
  await saved(page);
  await expect(table.getByRole("row", { name: /One, as it is/ })).toBeVisible();
});

test("who may only look sees the places and moves nothing", async ({ page }) => {
  await openDemo(page, "rack?view=closets", "Household");
  await expect(page.getByRole("row", { name: /Plant room, where it is/ })).toBeVisible();
  await expect(page.getByRole("button", { name: /^Move / })).toHaveCount(0);
});
