/**
 * A new person alone: from signing up over a house of two levels, taken down from a drawing and by tape, to
 * its printed schedule in feet, an accepted finding, and a variant compared.
 */
import Drawing from "dxf-writer";
import type { Page } from "@playwright/test";
import { choose } from "./choose";
import { cell, emptyHouse, expect, open, openDemo, point, ready, saved, test } from "./desk";
import { printed } from "./printed";

const spot = async (page: Page, level: string, x: number, y: number) => {
  const box = (await page.getByRole("group", { name: `Plan of ${level}` }).boundingBox())!;
  return [box.x + box.width * x, box.y + box.height * y] as const;
};

/** The builder's drawing of the ground floor: 36 by 24 feet, a wall across. */
function drawing(): string {
  const file = new Drawing();
  file.setUnits("Feet");
  file.addLayer("WALLS", Drawing.ACI.WHITE, "CONTINUOUS");
  file.setActiveLayer("WALLS");
  file.drawPolyline(
    [
      [0, 0],
      [36, 0],
      [36, 24],
      [0, 24],
    ],
    true,
  );
  file.drawLine(20, 0, 20, 24);
  return file.toDxfString();
}

test("a new person plans a house of two levels without asking anybody", async ({ page }) => {
  test.setTimeout(180_000);
  const step = page.getByRole("region", { name: "First steps" });
  const inspector = page.getByRole("complementary", { name: "Inspector" });

  await page.goto("/sign-up");
  await page.getByLabel("Name").fill("Robin Marsh");
  await page.getByLabel("E-mail").fill("robin@marsh.example");
  await page.getByLabel(/Password/).fill("long enough now");
  await page.getByRole("button", { name: "Sign up" }).click();
  await expect(page).toHaveURL(/new=1/);
  await page.getByLabel("Password").fill("long enough now");
  await page.getByRole("button", { name: "Sign in" }).click();
  await page.getByLabel("Name").fill("Mill cottage");
  await page.getByLabel("Latitude").fill("43.7 N");
  await page.getByLabel("Longitude").fill("72.3 W");
  await choose(page.getByRole("combobox", { name: "Time zone" }), "America/New York");
  await choose(page.getByLabel(/^Units/), "feet and inches");
  await page.getByRole("button", { name: "Start" }).click();
  await page.waitForURL(/brief$/);
  await ready(page);
  const house = new URL(page.url()).pathname.replace(/\/brief$/, "");

  await step.getByRole("button", { name: "Write it down" }).click();
  await expect(inspector.getByLabel("Name", { exact: true })).toBeFocused();
  await page.keyboard.type("The gate is not seen from the kitchen");
  await page.keyboard.press("Enter");
  await saved(page);
  await expect(step).toContainText("2 of 6");

  await step.getByRole("link", { name: "From a drawing" }).click();
  await page.getByLabel("Drawing", { exact: true }).setInputFiles({
    name: "ground.dxf",
    mimeType: "application/octet-stream",
    buffer: Buffer.from(drawing()),
  });
  await expect(page.getByText(/36' 0" × 24' 0"/)).toBeVisible();
  await page.getByRole("button", { name: "Draw 5 walls" }).click();
  await page.getByRole("tab", { name: "Plan", exact: true }).click();
  await page.getByRole("button", { name: "Find rooms between the walls" }).click();
  await expect(page.getByText("2 rooms found.")).toBeVisible();
  await page.mouse.click(...(await spot(page, "Ground", 0.3, 0.5)));
  await inspector.getByLabel("Name", { exact: true }).fill("Kitchen");
  await inspector.getByLabel("Name", { exact: true }).press("Enter");
  await page.mouse.click(...(await spot(page, "Ground", 0.75, 0.5)));
  await inspector.getByLabel("Name", { exact: true }).fill("Workshop");
  await inspector.getByLabel("Name", { exact: true }).press("Enter");
  await saved(page);

  // Which way the house lies, against the wall that somebody has read off a map.
  await page.getByRole("link", { name: "Mill cottage" }).click();
  await page
    .getByRole("button", { name: /^Wall that faces/ })
    .first()
    .press("Enter");
  await page.getByLabel("It faces").fill("20");
  await page.getByLabel("It faces").press("Enter");
  await saved(page);
  await page.getByRole("link", { name: /^House/ }).click();

  // The level above by tape.
  await inspector.getByRole("button", { name: "New level above" }).click();
  await saved(page);
  await expect(inspector.getByLabel("Name", { exact: true })).toBeFocused();
  await page.keyboard.type("First");
  await page.keyboard.press("Enter");
  await saved(page);
  await page.getByRole("tab", { name: "Survey" }).click();
  await page.getByRole("button", { name: "Take down a room by tape" }).click();
  const tape = page.getByRole("region", { name: "A room by tape" });
  await tape.getByLabel("Room", { exact: true }).fill("Bedroom");
  await tape.getByLabel("Code").fill("BED");
  await tape.getByLabel("Sides, one a line").fill("20' right\n24' down\n20' left\n24' up");
  await expect(tape.getByText("Closes:")).toBeVisible();
  await tape.getByRole("button", { name: "Take the room" }).click();
  await saved(page);
  await page.getByRole("tab", { name: "Plan", exact: true }).click();

  // Where cables end, and how they come up.
  await page.getByRole("group", { name: "Level" }).getByRole("button", { name: "Ground" }).click();
  await step.getByRole("button", { name: "Place it" }).click();
  await page.mouse.click(...(await spot(page, "Ground", 0.9, 0.8)));
  await saved(page);
  await expect(step).toContainText("4 of 6");
  await step.getByRole("link", { name: "To Runs" }).click();
  await ready(page);
  await page.getByRole("button", { name: /^Camera/ }).click();
  await page.mouse.click(...(await spot(page, "Ground", 0.35, 0.3)));
  await saved(page);
  await page.getByRole("group", { name: "Level" }).getByRole("button", { name: "First" }).click();
  await page.getByRole("button", { name: /^Access point/ }).click();
  await page.mouse.click(...(await spot(page, "First", 0.5, 0.5)));
  await saved(page);
  await expect(inspector).toContainText("No riser joins First to a level with a closet");
  await page.keyboard.press("Escape");
  await page.getByRole("link", { name: /^House/ }).click();
  await page.getByRole("button", { name: "Place a riser" }).click();
  await page.mouse.click(...(await spot(page, "First", 0.5, 0.3)));
  await saved(page);
  await page.keyboard.press("Escape");
  await page.getByRole("link", { name: /^Runs/ }).click();
  await page.keyboard.press("f");
  const drawer = page.getByRole("region", { name: "Findings", exact: true });
  await drawer.getByRole("button", { name: /^End it at Closet 1/ }).click();
  await saved(page);
  // What was pressed went with its finding: the keys stay in the drawer.
  await expect(drawer).toBeFocused();

  // What stays as it is, is accepted with its reason, and the drawer closes.
  await drawer.getByRole("button", { name: "Accept", exact: true }).first().click();
  await drawer.getByLabel("Reason").fill("The camera is ordered");
  await drawer
    .locator("form")
    .getByRole("button", { name: /^Accept/ })
    .click();
  await expect(drawer).toContainText(/Accepted by Robin Marsh on .*: The camera is ordered/);
  await saved(page);
  await page.keyboard.press("f");

  // The plan and the schedule on paper, in feet.
  const runs = await printed(page);
  const sheet = runs.map(({ text }) => text).join(" ");
  expect(sheet).toContain("Mill cottage");
  expect(sheet).toContain("0-KIT-CAM-01/1");
  // Cut lengths as the screen has them: the farthest drop is the second of the two upstairs.
  const cut = await page.locator('[data-row$="/2"]').getByRole("button").first().textContent();
  expect(cut).toMatch(/^\d+' \d+"$/);
  expect(sheet).toContain(`1-BED-AP-01/2`);
  expect(sheet.split(cut!).length).toBeGreaterThan(2);
  expect(sheet).toMatch(/Bedroom 480 ft²/);
  expect(sheet).not.toContain("6 of 6");
  // Who has printed a schedule knows the way.
  await expect(step).toHaveCount(0);

  // The copy as a variant: it is changed, and the two are compared.
  await page.goto("/designs");
  await page.getByRole("button", { name: "What to do with Mill cottage" }).click();
  await page.getByRole("menuitem", { name: "Copy as a variant" }).click();
  await page.getByRole("dialog").getByLabel("Name").fill("Mill cottage, one access point more");
  await page.getByRole("button", { name: "Copy", exact: true }).click();
  await page.waitForURL((url) => url.pathname.endsWith("/house") && !url.pathname.startsWith(house));
  await ready(page);
  await page.getByRole("link", { name: /^Runs/ }).click();
  await page.getByRole("button", { name: /^Access point/ }).click();
  await page.mouse.click(...(await spot(page, "Ground", 0.6, 0.6)));
  await saved(page);
  await page.getByRole("link", { name: "Mill cottage, one access point more" }).click();
  await page.getByRole("link", { name: "Compare with it" }).click();
  const points = page.locator("[data-compared=points]");
  await expect(points).toContainText(/3.*2.*−1/);
});

test("first steps: gone for good by their cross, back by the find box; a whole design is not led", async ({
  page,
}) => {
  const step = page.getByRole("region", { name: "First steps" });
  const house = await emptyHouse(page);
  // On House what can be done there, with the tool for it; names beside the glyphs.
  await expect(step).toContainText("2 of 6");
  await expect(page.getByRole("button", { name: "Draw walls" }).getByText("Walls")).toBeVisible();
  await step.getByRole("button", { name: "By its walls" }).click();
  await expect(page.getByRole("toolbar", { name: "Tools" }).getByLabel("Draw walls")).toHaveAttribute(
    "aria-pressed",
    "true",
  );
  await page.keyboard.press("Escape");
  await step.getByRole("button", { name: "No more first steps" }).click();
  await expect(step).toHaveCount(0);
  await open(page, `${house}/brief`);
  await expect(step).toHaveCount(0);
  await page.keyboard.press("/");
  await page.keyboard.type("first steps");
  await page.keyboard.press("Enter");
  await expect(step).toContainText("1 of 6");
  await open(page, "/d/larkspur-weir/brief");
  await expect(page.getByRole("grid", { name: "Problems" })).toBeVisible();
  await expect(step).toHaveCount(0);
});

test("beside each sheet stands what it is about, and what is not on it is let go of", async ({ page }) => {
  await openDemo(page, "brief");
  const inspector = page.getByRole("complementary", { name: "Inspector" });
  const title = inspector.locator("header h2");
  await page.getByRole("grid", { name: "Problems" }).locator("[data-row]").first().click();
  await expect(title).not.toHaveText("Brief");
  await page.getByRole("link", { name: /^House/ }).click();
  await expect(title).toHaveText("Ground");
  // A point stands on the plan of Runs too.
  await point(page, "boot-cam-1").press("Enter");
  await expect(title).toHaveText("Boot room camera");
  await page.keyboard.press("4");
  await expect(page).toHaveURL(/\/runs$/);
  await expect(title).toHaveText("Boot room camera");
  await page.keyboard.press("Escape");
  await expect(title).toHaveText("Runs");
  // The same as the ledger below.
  await expect(inspector).toContainText("130 drops");
  await expect(inspector).toContainText(`${(await cell(page, "cableM").textContent())!} of cable`);
  await expect(inspector.getByLabel("Waste")).toBeVisible();
  await page.getByRole("link", { name: "Larkspur Weir" }).click();
  await expect(title).toHaveText("Larkspur Weir");
  await expect(inspector).toContainText(/Ground\s*\d+ rooms/);
  await open(page, "/d/larkspur-weir/compare");
  await expect(title).toHaveText("Compare");
  await open(page, "/d/larkspur-weir/bus");
  await expect(title).toHaveText("B1 keys, ground");
  await open(page, "/d/larkspur-weir/mesh");
  await expect(title).toHaveText("2.4 GHz mesh");
});

test("what is empty offers the press that fills it", async ({ page }) => {
  const house = await emptyHouse(page);
  const inspector = page.getByRole("complementary", { name: "Inspector" });
  for (const [view, press, title] of [
    ["brief", "New problem", "New problem"],
    ["brief?view=household", "New person", "New person"],
    ["brief?view=phases", "New phase", "New phase"],
  ] as const) {
    await open(page, `${house}/${view}`);
    // The one in the empty place, below the one in the row of tools.
    await page.getByRole("button", { name: press }).last().click();
    await saved(page);
    await expect(inspector.getByRole("heading", { level: 2 })).toHaveText(title);
    await expect(inspector.locator("input:focus")).toHaveValue(title);
  }
  await inspector.getByRole("button", { name: "Remove" }).click();
  await expect(page.locator("#sheet")).toBeFocused();
  await saved(page);
  await open(page, `${house}/runs`);
  await page
    .getByRole("grid", { name: "Pull schedule" })
    .getByRole("link", { name: "Place a closet" })
    .click();
  await expect(page).toHaveURL(/\/house$/);
  await expect(page.getByText("Press on the plan to place a closet.")).toBeVisible();
  for (const [view, press, to] of [
    ["runs?table=reels", "To plan and schedule", /\/runs$/],
    ["choose?view=retrofit", "To the switch map", /house\?view=switches$/],
    ["register", "To the plan", /\/house$/],
  ] as const) {
    await open(page, `${house}/${view}`);
    await page.getByRole("link", { name: press }).click();
    await expect(page).toHaveURL(to);
  }
});
