/** Stage 10 at the desk: parts written anew as lines, dials and flags, scenes, calendars. */
import { choose } from "./choose";
import { emptyHouse, expect, open, ownHouse, saved, test } from "./desk";

test("a part of a sentence is written anew as a line; what is wrong says what is wanted", async ({
  page,
}) => {
  const house = await ownHouse(page);
  await open(page, `${house}/automations`);
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
  await page.getByRole("button", { name: "Dusk: bedroom shades down" }).click();
  const more = page.getByLabel("Write more lines");
  await more.fill(
    "when [Hall presence sensor] sees nobody any more\nunless the flag [Leave the house be] is on",
  );
  await more.press("Control+Enter");
  await expect(dusk).toContainText(
    "sunset or when Hall presence sensor sees nobody any more, unless the flag Leave the house be is on: bring",
  );
  await saved(page);
  await page.reload();
  await expect(dusk).toContainText("Evening level × 0.5 over 5 min");
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
