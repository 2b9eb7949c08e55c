/** The brief: a problem with its score, cards through the triage, constraints, phases, the use log. */
import { cell, expect, ownHouse, revision, saved, test } from "./desk";
import { choose } from "./choose";

test("a problem: its score is worked, what answers it costs, the finding goes", async ({ page }) => {
  await ownHouse(page, "brief");
  const grid = page.getByRole("grid", { name: "Problems" });
  await expect(grid.locator("[data-row]").first()).toContainText("Stair dark from the loft");
  await page.getByRole("button", { name: "New problem" }).click();
  await page.getByLabel("Name", { exact: true }).fill("Doorbell unheard in the plant house");
  await page.getByLabel("Name", { exact: true }).press("Enter");
  await page.getByLabel("Severity").fill("9");
  await page.getByLabel("Severity").press("Enter");
  await expect(page.getByRole("alert")).toHaveText("Severity must be at most 5.");
  await page.getByLabel("Severity").fill("4");
  await page.getByLabel("Severity").press("Enter");
  await page.getByLabel("A week").fill("10");
  await page.getByLabel("A week").press("Enter");
  await page.getByRole("button", { name: /^People: none/ }).click();
  await page.getByLabel("Boat carpenter").check();
  await page.getByLabel("Grandmother").check();
  const row = grid.getByRole("row").filter({ hasText: "Doorbell unheard" });
  await expect(row).toContainText("80");
  await expect(row).toContainText("not yet");
  await row.getByRole("button", { name: "80" }).click();
  await expect(page.getByRole("region", { name: "Working" })).toContainText("Boat carpenter, Grandmother");
  await page.getByRole("button", { name: /^Points: none/ }).click();
  await page.getByLabel("Front door station").check();
  await expect(row).toContainText("by 1");
  await expect(page.locator("[data-finding='brief.problem-unanswered']")).toHaveCount(0);
});

test("cards move by arrows and by drag; a deletion asks why, and can come back", async ({ page }) => {
  await ownHouse(page, "brief");
  await page.getByRole("tab", { name: "Requirements" }).click();
  const column = (name: string) => page.locator(`[data-column="${name}"]`);
  const card = page.locator('[data-card="voice"]');
  await card.focus();
  // Arrows pass over "delete" both ways, and the card keeps the keys.
  await page.keyboard.press("ArrowRight");
  await expect(column("simplify").locator('[data-card="voice"]')).toBeFocused();
  await expect(page.locator("[data-spoken]")).toHaveText(/: simplify$/);
  await page.keyboard.press("ArrowLeft");
  await expect(column("question").locator('[data-card="voice"]')).toBeFocused();
  await page.keyboard.press("Delete");
  await page.getByLabel(/Why would nobody miss/).fill("It listens all day.");
  await page.getByRole("button", { name: "Delete it" }).first().click();
  await expect(column("delete").locator('[data-card="voice"]')).toContainText("It listens all day.");
  await expect(page.getByText("3 deleted, 1 came back")).toBeVisible();
  await page.locator('[data-card="voice"]').focus();
  await page.keyboard.press("ArrowLeft");
  await expect(column("question").locator('[data-card="voice"]')).toBeVisible();
  await expect(page.getByText("3 deleted, 2 came back")).toBeVisible();
  const from = (await page.locator('[data-card="gate-close"]').boundingBox())!;
  const to = (await column("simplify").boundingBox())!;
  await page.mouse.move(from.x + 20, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(from.x + 60, from.y + 20, { steps: 4 });
  await page.mouse.move(to.x + 60, to.y + 200, { steps: 8 });
  await page.mouse.up();
  await expect(column("simplify").locator('[data-card="gate-close"]')).toBeVisible();
  await page.keyboard.press("f");
  const finding = page.locator("[data-finding='brief.automated-unquestioned']");
  await finding.getByRole("button", { name: "Put it back to be questioned" }).click();
  await expect(finding).toHaveCount(0);
  await expect(column("question").locator('[data-card="shades-dusk"]')).toBeVisible();
});

test("a constraint binds the runs: no new cable in the snug is a stop there", async ({ page }) => {
  await ownHouse(page, "brief");
  await page.getByRole("tab", { name: "Constraints" }).click();
  await page.getByRole("button", { name: "New constraint" }).click();
  await choose(page.getByLabel("Kind"), "no new cable");
  await page.getByRole("button", { name: /^Rooms: none/ }).click();
  await page.getByLabel("Snug", { exact: true }).check();
  await expect(page.locator("[data-finding='brief.new-cable']")).toContainText(
    "drops are planned where no new cable may go",
  );
});

test("phases: order, sign-off in turn, and everything else narrowed to one", async ({ page }) => {
  await ownHouse(page, "brief");
  await page.getByRole("tab", { name: "Phases" }).click();
  await page.getByRole("button", { name: "Sleep by day", exact: true }).click();
  await page.getByLabel("Signed off by").fill("Grandmother");
  await page.getByLabel("Signed off by").press("Enter");
  await expect(page.getByRole("alert")).toHaveText("Sign-off waits for The dark stair, which comes before.");
  await page.getByRole("button", { name: "The dark stair", exact: true }).click();
  await page.getByLabel("Signed off by").fill("Grandmother");
  await page.getByLabel("Signed off by").press("Enter");
  await expect(page.getByText("signed off by Grandmother").first()).toBeVisible();
  await page.getByRole("button", { name: "Living rooms earlier" }).click();
  await saved(page);
  await expect(
    page.getByRole("region", { name: "Phases" }).getByRole("listitem").nth(3).getByRole("heading"),
  ).toHaveText("Living rooms");
  await choose(page.getByLabel("Show only one phase"), "2 Sleep by day");
  await page.getByRole("link", { name: /^Runs/ }).click();
  await expect(page.getByText("7 of 130 drops")).toBeVisible();
  await page.getByRole("link", { name: /^Register/ }).click();
  await expect(page.getByText("8 of 144")).toBeVisible();
  await page.getByRole("link", { name: /^Automations/ }).click();
  // Those that tell something in the nurse's room.
  await expect(page.locator("[data-automation]")).toHaveCount(5);
  await choose(page.getByLabel("Show only one phase"), "All phases");
  await expect(page.locator('[data-automation="snug-glare"]')).toBeVisible();
});

test("the use log: candidates after so many days, a use noted, one kept on purpose", async ({ page }) => {
  await ownHouse(page, "brief");
  await page.getByRole("tab", { name: "Use log" }).click();
  const row = (name: string) => page.getByRole("row").filter({ hasText: name });
  await expect(row("Desk plug")).toContainText("may go");
  await row("Desk plug").getByRole("button", { name: "Keep it" }).click();
  await expect(row("Desk plug")).toContainText("kept on purpose");
  await row("Hall alarm panel").getByRole("button", { name: "Used today" }).click();
  await expect(row("Hall alarm panel")).not.toContainText("may go");
  await page.getByLabel("A candidate for deletion after").fill("0");
  await expect(page.getByRole("alert")).toHaveText("Days must be a whole number above nothing.");
  await saved(page);
  await expect(revision(page)).toHaveText("3");
});

test("the household: a person with needs, and the problems they suffer", async ({ page }) => {
  await ownHouse(page, "brief");
  await page.getByRole("tab", { name: "Household" }).click();
  await expect(page.getByRole("listitem").filter({ hasText: "Nurse on night shifts" })).toContainText(
    "sleeps by day",
  );
  await page.getByRole("button", { name: "New person" }).click();
  await page.getByLabel("Asleep from").fill("25:00");
  await page.getByLabel("Asleep from").press("Enter");
  await expect(page.getByRole("alert")).toHaveText(
    "Asleep from must be a time such as 22:00 or 10 pm, not “25:00”.",
  );
  await expect(page.getByLabel("Asleep from")).toHaveValue("25:00");
  await page.getByLabel("Asleep from").fill("10pm");
  await page.getByLabel("Asleep from").press("Enter");
  await expect(page.getByLabel("Asleep from")).toHaveValue("22:00");
  await expect(page.getByRole("alert")).toHaveCount(0);
  await expect(cell(page, "points")).toHaveText("151");
});
