/** Stage 10 at the desk: parts written anew as lines, dials and flags, scenes, calendars. */
import { faults } from "./axe";
import { choose } from "./choose";
import { emptyHouse, expect, open, ownHouse, saved, test } from "./desk";

test("a part of a sentence is written anew as a line; what is wrong says what is wanted", async ({
  page,
}) => {
  await ownHouse(page, "automations");
  const dusk = page.locator('[data-automation="dusk"]');
  await dusk.getByRole("button", { name: "shut", exact: true }).click();
  const line = page.getByLabel("As it is written");
  await expect(line).toHaveValue(
    "bring [Nurse's north shade], [Nurse's west shade], [Carpenter's south shade] and [Teenager's shade] to shut",
  );
  await line.fill("bring [Nurse's north shade] to");
  await line.press("Enter");
  await expect(page.getByRole("alert")).toContainText("a value such as 40 %");
  await line.fill("bring [Nurse's north shade] and [Snug shades] to [Evening level] × 0.5 over 5 min");
  await line.press("Enter");
  await page.keyboard.press("Escape");
  await expect(dusk).toContainText(
    "25 min before sunset: bring Nurse's north shade and Snug shades to Evening level × 0.5 over 5 min.",
  );
  await saved(page);
  await page.reload();
  await expect(dusk).toContainText("Evening level × 0.5 over 5 min");
});

test("the margin says how often a sentence fires in a rehearsed week, and not of one that is off", async ({
  page,
}) => {
  const house = await ownHouse(page, null, (text) =>
    text.replace(/("id": "nurse-rise"[^]*?"enabled": )true/, "$1false"),
  );
  await open(page, `${house}/automations`);
  const often = (id: string) => page.locator(`[data-automation="${id}"]`);
  await expect(page.locator("[data-fired]").first()).toBeVisible();
  await expect(page.getByText(/^\d+ times in a rehearsed week$/).first()).toBeAttached();
  await expect(page.getByText("never in a rehearsed week").first()).toBeAttached();
  await expect(often("nurse-rise")).toContainText("switched off");
  await expect(often("nurse-rise").locator("[data-fired]")).toHaveCount(0);
});

test("a flag, a scene and a calendar from nothing", async ({ page }) => {
  const house = await emptyHouse(page);
  const inspector = page.getByRole("complementary", { name: "Inspector" });
  await open(page, `${house}/automations?view=dials`);
  await page.getByRole("button", { name: "Add a flag" }).first().click();
  await inspector.getByLabel("Name", { exact: true }).fill("Early night");
  await inspector.getByLabel("Name", { exact: true }).press("Enter");
  await expect(page.getByRole("grid", { name: "Dials and flags" })).toContainText("Early night");
  await page.getByRole("tab", { name: "Scenes and groups" }).click();
  await page.getByRole("button", { name: "Add a scene" }).first().click();
  await inspector.getByLabel("What it sets").fill("switch on [Nobody's lamp]");
  await inspector.getByRole("button", { name: "Take it over" }).click();
  await expect(inspector.getByRole("alert")).toHaveText(/^Line 1 must have .*name of points in brackets/);
  await page.getByRole("tab", { name: "Calendars" }).click();
  await page.getByRole("button", { name: "Add a calendar" }).first().click();
  await choose(inspector.getByLabel("Kind"), "term");
  await inspector.getByLabel("Events").fill("2020-01-01 to 2099-12-31: School");
  await inspector.getByRole("button", { name: "Take it over" }).click();
  await expect(page.getByRole("grid", { name: "Calendars" })).toContainText("under way");
  await expect(page.getByRole("grid", { name: "Calendars" })).toContainText(
    "2020-01-01 to 2099-12-31: School",
  );
  await saved(page);
});

test("a new sentence is written by keyboard: what may stand there is offered, what is wrong is said", async ({
  page,
}) => {
  await ownHouse(page, "automations");
  await page.getByRole("button", { name: "New sentence" }).first().click();
  const editor = page.getByRole("textbox", { name: "Text of New automation" });
  await expect(editor).toBeFocused();
  const options = page.locator(".cm-tooltip-autocomplete li");
  await page.keyboard.press("Enter");
  await page.keyboard.type("cue k: when [hall pres", { delay: 15 });
  await expect(options.first()).toContainText("[Hall presence sensor]");
  await page.keyboard.press("Tab");
  await page.keyboard.type(" sees some", { delay: 15 });
  await expect(options.first()).toContainText("somebody");
  await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await page.keyboard.type("do set the level of [snug la", { delay: 15 });
  await expect(options.first()).toContainText("[Snug lamp]");
  await page.keyboard.press("Tab");
  await page.keyboard.type(" to lots");
  await page.keyboard.press("Escape");
  await page.keyboard.press("Control+Enter");
  await expect(page.getByRole("alert")).toContainText(/^Line \d must have .*40 %/);
  for (let n = 0; n < 4; n += 1) await page.keyboard.press("Backspace");
  await page.keyboard.type("[even", { delay: 15 });
  await expect(options.first()).toContainText("[Evening level]");
  expect(await faults(page)).toEqual([]);
  await page.keyboard.press("Tab");
  await page.keyboard.press("Control+Enter");
  const made = page.locator("[data-automation]").filter({ hasText: "New automation" });
  await expect(made).toContainText(
    "When Hall presence sensor sees somebody: set the level of Snug lamp to Evening level.",
  );
  await saved(page);
});
