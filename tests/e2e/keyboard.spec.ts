/** Keyboard alone. */
import { cell, difference, expect, openDemo, ownHouse, point, ready, test } from "./desk";

test("keyboard alone: from sign-in to a moved point, its working, an undo and the automations", async ({
  page,
}) => {
  await page.goto("/sign-in");
  await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await page.waitForURL(/house$/);
  await ready(page);
  await page.keyboard.press(".");
  await expect(point(page, "boot-cam-1")).toBeFocused();
  await expect(page.getByRole("heading", { name: "Boot room camera" })).toBeVisible();
  await page.keyboard.press(".");
  await page.keyboard.press(",");
  await expect(point(page, "boot-cam-1")).toHaveAttribute("aria-pressed", "true");
  await page.keyboard.press("Shift+ArrowUp");
  await expect(difference(page, "cableM")).toBeVisible();
  await page.keyboard.press("Control+z");
  await page.keyboard.press("4");
  await expect(page).toHaveURL(/runs$/);
  await page.keyboard.press("w");
  await expect(page.getByRole("region", { name: "Working" })).toBeVisible();
  const grid = page.getByRole("grid", { name: "Pull schedule" });
  await grid.focus();
  await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("heading", { name: "Boot room contact" })).toBeVisible();
  await page.keyboard.press("]");
  await expect(page.getByRole("group", { name: "Plan of First" })).toBeVisible();
  await page.keyboard.press("0");
  await expect(page).toHaveURL(/automations$/);
  await page.keyboard.press("?");
  await expect(page.getByRole("heading", { name: "Keys", exact: true })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
});

test("/ finds points, wants and options by what is typed at once, and runs commands", async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press("/");
  await page.keyboard.type("leak kitchen want");
  await page.getByRole("option", { name: /^leak sensing, Galley kitchen/ }).waitFor();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/choose$/);
  await expect(page.getByRole("heading", { name: "Leak sensing, Galley kitchen" })).toBeVisible();
  await page.keyboard.press("/");
  await page.keyboard.type("go to runs");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/runs$/);
  await page.getByLabel("Find anything or run a command").click();
  await page.keyboard.type("House hub");
  await page
    .getByRole("option", { name: /House hub/ })
    .first()
    .click();
  await expect(page.getByRole("heading", { name: "House hub" }).first()).toBeVisible();
});

test("single letters never fire while typing, and can be switched off", async ({ page }) => {
  await ownHouse(page);
  await point(page, "snug-tel-1").click();
  await page.getByLabel("Name", { exact: true }).fill("");
  await page.getByLabel("Name", { exact: true }).pressSequentially("d4f");
  await expect(page).toHaveURL(/house$/);
  await expect(cell(page, "points")).toHaveText("151");
  await page.getByLabel("Name", { exact: true }).press("Escape");
  await page.getByRole("heading", { name: "Snug television" }).click();
  await page.keyboard.press("?");
  await page.getByLabel("Keys of a single letter or digit are on").uncheck();
  await page.getByRole("button", { name: "Close", exact: true }).click();
  await page.keyboard.press("4");
  await page.keyboard.press("d");
  await expect(page).toHaveURL(/house$/);
  await expect(cell(page, "points")).toHaveText("151");
});
