/** The rough-in walk on a phone: without a network nothing noted is lost, and with one it is sent. */
import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { expect, open, ownHouse, signIn, test } from "./desk";
import { choose } from "./choose";

test.use({ viewport: { width: 390, height: 844 } });

const drop = (page: Page, key: string) => page.locator(`[data-walk-drop="${key}"]`);
const waiting = (page: Page, count: number) =>
  expect(page.locator("[data-waiting]")).toHaveAttribute("data-waiting", String(count), { timeout: 20_000 });

async function room(page: Page, name: string): Promise<void> {
  await page.getByRole("button", { name: new RegExp(`^${name}`) }).click();
  await expect(page.getByRole("heading", { name, level: 2 })).toBeVisible();
}

interface Row {
  id: string;
  point: string;
  index: number;
  state: string;
  markStartM?: number;
  markEndM?: number;
  trade?: string;
  photo?: string;
  test?: { result: string };
  note?: string;
}
const rows = (page: Page, house: string) =>
  page.evaluate(
    (path) =>
      fetch(`${path}/file`).then(
        (response) =>
          response.json() as Promise<{
            drops: Row[];
            points: { id: string; x: number; drawn?: object }[];
            reels: { id: string; remainingM: number }[];
          }>,
      ),
    house,
  );

test("a walk without a network: notes, a photo and a moved point outlive a reload, and are sent when it is back", async ({
  page,
  context,
}) => {
  const house = await ownHouse(page, null);
  await page.goto(`${house}/walk`);
  await expect(page.locator("[data-kept-page]")).toBeVisible({ timeout: 20_000 });
  await context.setOffline(true);
  await expect(page.getByRole("status")).toContainText("No connection");
  await room(page, "Boot room");
  const camera = drop(page, "boot-cam-1/1");
  await camera.getByRole("button").first().click();
  await camera.getByRole("button", { name: "Pulled" }).click();
  await camera.getByLabel("Mark at the point").fill("10");
  // Half of what is wanted: one clear sentence, and what was typed stays.
  await camera.getByRole("button", { name: "Keep it" }).click();
  await expect(camera.getByRole("alert")).toContainText("marks need both ends");
  await camera.getByLabel("Mark at the closet").fill("43.5");
  await choose(camera.getByLabel("Off the reel"), "reel-cat6");
  await camera.locator("input[type=file]").setInputFiles({
    name: "jacket.png",
    mimeType: "image/png",
    buffer: readFileSync("docs/screenshots/house.png"),
  });
  await expect(camera.getByAltText("Photo of 0-BOOT-CAM-01/1")).toBeVisible();
  await camera.getByRole("button", { name: "Keep it" }).click();
  await expect(camera).toContainText("33.50 m measured");
  const reader = drop(page, "boot-rdr-1/1");
  await reader.getByRole("button").first().click();
  await reader.getByRole("button", { name: "Blocked" }).click();
  await choose(reader.getByLabel("Who has to act"), "plumber");
  await reader.getByLabel("Note").fill("A waste pipe crosses the wall");
  await reader.getByRole("button", { name: "Keep it" }).click();
  await waiting(page, 3);
  // The page itself opens again without a network, with all of it.
  await page.reload();
  await waiting(page, 3);
  await room(page, "Boot room");
  await expect(drop(page, "boot-cam-1/1")).toContainText("pulled");
  await expect(drop(page, "boot-rdr-1/1")).toContainText("blocked");
  const contact = page.getByRole("region", { name: "Boot room contact" });
  await contact.getByRole("button", { name: "Moved" }).click();
  await contact.getByLabel("Across, x").fill("14.4");
  await contact.getByLabel("Why").fill("The frame is wider");
  await contact.getByRole("button", { name: "It is here" }).click();
  await expect(contact).toContainText("moved on site");
  await waiting(page, 4);
  await context.setOffline(false);
  await waiting(page, 0);
  await expect(page.getByRole("status")).toContainText("All notes are sent");
  const { drops, points, reels } = await rows(page, house);
  expect(drops.find((row) => row.point === "boot-cam-1")).toMatchObject({
    state: "pulled",
    markStartM: 10,
    markEndM: 43.5,
  });
  expect(drops.find((row) => row.point === "boot-rdr-1")).toMatchObject({
    state: "blocked",
    trade: "plumber",
    note: "A waste pipe crosses the wall",
  });
  expect(reels.find((row) => row.id === "reel-cat6")!.remainingM).toBe(28);
  expect(points.find((row) => row.id === "boot-con-1")).toMatchObject({
    x: 14.4,
    drawn: { x: 14.8, why: "The frame is wider" },
  });
  const photo = drops.find((row) => row.point === "boot-cam-1")!.photo!;
  expect(
    await page.evaluate(
      (path) => fetch(path).then((response) => [response.status, response.headers.get("Content-Type")]),
      `${house}/picture/${photo}`,
    ),
  ).toEqual([200, "image/jpeg"]);
  // At the desk it stands on the punch list and against the plan.
  await page.setViewportSize({ width: 1280, height: 800 });
  await open(page, `${house}/runs?view=site&list=punch`);
  await expect(page.locator("[data-ready]")).toBeAttached();
  await expect(
    page
      .getByRole("region", { name: "Punch list" })
      .getByRole("row", { name: /Boot room.*plumber.*Clear the way of 0-BOOT-RDR-01\/1/ }),
  ).toBeVisible();
  await page.getByRole("tab", { name: "As built" }).click();
  await expect(
    page
      .getByRole("region", { name: "As built against planned" })
      .getByRole("row", { name: /0-BOOT-CAM-01\/1/ }),
  ).toContainText("33.50 m");
});

test("planned, pulled, tested, terminated; a failed test is not terminated", async ({ page }) => {
  const house = await ownHouse(page, null);
  await page.goto(`${house}/walk`);
  await expect(page.locator("[data-kept-page]")).toBeVisible({ timeout: 20_000 });
  await room(page, "Back lobby");
  const contact = drop(page, "lobby-con-1/1");
  await contact.getByRole("button").first().click();
  await contact.getByRole("button", { name: "Terminated" }).click();
  await choose(contact.getByLabel(/^Test/), "continuity");
  await choose(contact.getByLabel("Result"), "fail");
  await contact.getByRole("button", { name: "Keep it" }).click();
  await expect(contact.getByRole("alert")).toContainText("test failed");
  await choose(contact.getByLabel("Result"), "pass");
  await contact.getByRole("button", { name: "Keep it" }).click();
  await expect(contact).toContainText("terminated");
  await waiting(page, 0);
  await page.getByRole("button", { name: "Rooms" }).click();
  await expect(page.getByText("1 of 130 drops terminated")).toBeVisible();
  await page.getByLabel("only what is left").check();
  await expect(page.getByRole("button", { name: /^Back lobby/ })).toHaveCount(0);
});

test("who may only look sees the walk and notes nothing", async ({ page }) => {
  await signIn(page, "Household");
  await page.goto("/d/larkspur-weir/walk");
  // A press counts once the page runs.
  await expect(page.locator("[data-kept-page]")).toBeVisible();
  await room(page, "Hall");
  await drop(page, "hall-dor-1/1").getByRole("button").first().click();
  await expect(drop(page, "hall-dor-1/1").getByLabel("Note")).toBeVisible();
  await expect(page.getByRole("button", { name: "Keep it" })).toHaveCount(0);
});
