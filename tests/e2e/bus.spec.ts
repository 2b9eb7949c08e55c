/** Stage 5: a segment built from the plan, overloaded, put right; its stops moved; home runs replaced by it. */
import { readFileSync } from "node:fs";
import { cell, expect, openDemo, ownHouse, point, saved, test } from "./desk";
import { choose } from "./choose";

const segment = (page: Parameters<typeof cell>[0], name: string | RegExp) =>
  page.getByRole("group", { name: "Segment" }).getByRole("button", { name });

test("the demo house: lines fall before one's eyes, and a line that is too long is put right in one step", async ({
  page,
}) => {
  await ownHouse(page, "bus");
  await expect(cell(page, "busLowV")).toHaveText("22.20 V");
  await segment(page, /B2 keys/).click();
  const inspector = page.getByRole("complementary", { name: "Inspector" });
  await expect(inspector.getByText("Sail loft keypad is left with 22.20 V")).toBeVisible();
  await expect(inspector.locator("[data-form='home runs']")).toContainText("152.8 m");
  // Every figure opens its working: supply, resistance, and a step a stretch.
  await inspector.getByRole("button", { name: "22.20 V" }).first().click();
  await expect(page.getByText("Volts at Sail loft keypad")).toBeVisible();
  await expect(page.getByText("Landing keypad → Grandmother's room keypad")).toBeVisible();
  await page.keyboard.press("Escape");
  await inspector.getByRole("button", { name: "Visit its stops in the shortest order" }).click();
  await saved(page);
  await expect(cell(page, "busLowV")).not.toHaveText("22.20 V");
  await expect(inspector.getByText("is left with")).toHaveCount(0);
  await page.keyboard.press("Control+z");
  await expect(cell(page, "busLowV")).toHaveText("22.20 V");
});

test("home runs become a line: the ledger says what that saves, and back again", async ({ page }) => {
  await ownHouse(page, "bus");
  const metres = async () => parseFloat((await cell(page, "cableM").innerText()).replace(/\s/g, ""));
  const lined = await metres();
  await segment(page, /B1 keys/).click();
  await page.getByRole("button", { name: "Back to home runs" }).click();
  await saved(page);
  await expect.poll(metres).toBeGreaterThan(lined + 80);
  const homes = await metres();
  // Points are picked on the plan, and a segment made of them.
  await page.getByRole("group", { name: "Level" }).getByRole("button", { name: "Ground" }).click();
  await point(page, "snug-key-1").click();
  for (const id of ["office-key-1", "kitchen-key-1", "dining-key-1"])
    await point(page, id).click({ modifiers: ["Shift"] });
  await page.getByRole("button", { name: "New segment of 4 points" }).click();
  await saved(page);
  await expect(segment(page, "Segment 7")).toHaveAttribute("aria-pressed", "true");
  await expect(page.getByRole("group", { name: /Segment 7: 4 stops/ })).toBeVisible();
  await expect.poll(metres).toBeLessThan(homes - 20);
  // One more point comes on where it fits best.
  await point(page, "shower-tmp-1").click();
  await page.getByRole("button", { name: "Put Shower temperature sensor on Segment 7" }).click();
  await saved(page);
  await expect(page.getByRole("group", { name: /Segment 7: 5 stops/ })).toBeVisible();
  // In Runs its stretches are drops like any other, each to the stop before it.
  const url = page.url().split("/bus")[0]!;
  const schedule = await (await page.request.get(`${url}/csv/schedule`)).text();
  expect(schedule).toMatch(/0-LOCK-KEY-01\/1.*House bus/);
  expect(schedule.match(/House bus/g)!.length).toBeGreaterThan(20);
});

test("a segment is overloaded, and its fix splits it", async ({ page }) => {
  await ownHouse(page, "bus?view=profiles");
  const limit = page.getByRole("textbox", { name: "Devices of 24 V house bus, four-wire" });
  await limit.fill("nine");
  await limit.press("Enter");
  await expect(page.getByRole("alert")).toHaveText(
    "Devices must be a number above 0, or empty for no limit.",
  );
  await limit.fill("8");
  await limit.press("Enter");
  await saved(page);
  await expect(limit.locator("xpath=ancestor::td")).toContainText("yours");
  await page.getByRole("tab", { name: "Segments" }).click();
  await segment(page, /B1 keys/).click();
  await expect(page.getByText("has more devices than its profile can hold")).toBeVisible();
  await page.getByRole("button", { name: "Split it in two, each with its own supply" }).first().click();
  await saved(page);
  await expect(page.getByText("B1 keys, ground has more devices")).toHaveCount(0);
  await expect(segment(page, "B1 keys, ground, far part")).toBeVisible();
});

test("stops are moved by drag, by keys and by press; addresses follow in one step", async ({ page }) => {
  await ownHouse(page, "bus?below=stops");
  const names = () =>
    page
      .locator("[data-stop]")
      .evaluateAll((rows) => rows.map((row) => row.querySelectorAll("td")[2]!.innerText));
  await expect
    .poll(async () => (await names()).slice(0, 3))
    .toEqual(["Hall keypad", "Snug keypad", "Snug temperature sensor"]);
  await page.getByRole("button", { name: "Hall keypad later" }).click();
  await expect.poll(async () => (await names())[0]).toBe("Snug keypad");
  await page.locator("[data-stop]").first().focus();
  await page.keyboard.press("Alt+ArrowDown");
  await expect.poll(async () => (await names()).slice(0, 2)).toEqual(["Hall keypad", "Snug keypad"]);
  const grip = page.getByRole("button", { name: "Move Hall keypad" });
  const from = (await grip.boundingBox())!;
  const to = (await page.locator("[data-stop]").nth(2).boundingBox())!;
  await page.mouse.move(from.x + 8, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(from.x + 8, to.y + to.height / 2 - 4, { steps: 6 });
  await page.mouse.move(from.x + 8, to.y + to.height / 2, { steps: 3 });
  await page.mouse.up();
  await expect.poll(async () => (await names()).indexOf("Hall keypad")).toBe(2);
  await saved(page);
  await page.getByRole("button", { name: "Number from 1" }).click();
  await saved(page);
  await expect(page.getByRole("textbox", { name: "Address of Hall keypad" })).toHaveValue("3");
  await page.getByRole("textbox", { name: "Address of Snug keypad" }).fill("3");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Two devices of B1 keys, ground have one address")).toBeVisible();
});

test("points are shared out by rule; too few supplies name the rules that clash", async ({ page }) => {
  await ownHouse(page, "bus?view=share");
  await expect(page.getByText(/of cable in 5 segments, against/)).toBeVisible();
  const supplies = page.getByRole("textbox", { name: "Most supplies" });
  await supplies.fill("3");
  await supplies.press("Enter");
  await expect(page.getByRole("alert")).toContainText("3 supplies cannot be enough: 4 are asked for");
  await expect(page.getByRole("button", { name: /^Lay/ })).toHaveCount(0);
  await supplies.fill("");
  await supplies.press("Enter");
  await page.getByRole("button", { name: "Lay 5 segments" }).click();
  await saved(page);
  await expect(page.getByRole("group", { name: "Segment" })).toContainText("Keypad");
});

test("profiles go out as a table and come in again, or are refused by row", async ({ page }) => {
  await openDemo(page, "bus?view=profiles");
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "CSV out" }).click();
  const csv = readFileSync(await (await download).path(), "utf8");
  expect(csv).toContain("24 V house bus, four-wire");
  await page.getByLabel("CSV file of profiles").setInputFiles({
    name: "profiles.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(csv.replace("line; tree; star; ring", "web")),
  });
  await expect(page.getByRole("alert")).toContainText(
    "Row 4, topologies: must hold only line, tree, star, ring",
  );
});

test("who may only look sees every figure and changes none", async ({ page }) => {
  await openDemo(page, "bus", "Household");
  await expect(page.getByRole("button", { name: "New segment" })).toHaveCount(0);
  await expect(
    page.getByRole("group", { name: "Form" }).getByRole("button", { name: "tree" }),
  ).toBeDisabled();
  await expect(page.getByText("What it replaces")).toBeVisible();
});

test("lines are chosen in the find box, and the form of one by its profile", async ({ page }) => {
  await ownHouse(page, "bus");
  await page.keyboard.press("/");
  await page.getByRole("combobox", { name: /find/i }).fill("B5 ent");
  await page.keyboard.press("Enter");
  await expect(segment(page, "B5 entrance")).toHaveAttribute("aria-pressed", "true");
  await page.getByRole("group", { name: "Form" }).getByRole("button", { name: "tree" }).click();
  await saved(page);
  await page.getByRole("tab", { name: "Stops" }).click();
  await choose(
    page
      .getByRole("combobox", { name: "Weather mast comes from" })
      .or(page.getByRole("button", { name: "Weather mast comes from" }))
      .first(),
    "Cellar cabinet",
  );
  await saved(page);
  await segment(page, /Shades/).click();
  await expect(
    page.getByRole("group", { name: "Form" }).getByRole("button", { name: "ring" }),
  ).toBeDisabled();
});

test("a board: the relay on a wild pin is put right in one step, and what cannot be is said", async ({
  page,
}) => {
  await ownHouse(page, "bus?view=boards");
  const saw = page.locator("[data-demand]").filter({ hasText: "Table saw" });
  await expect(saw).toContainText("it blinks while the board starts");
  await page.getByRole("button", { name: "Assign pins" }).click();
  await saved(page);
  await expect(saw).not.toContainText("it blinks while the board starts");
  await expect(page.getByRole("img", { name: /Wires of Boathouse board/ })).toContainText("Table saw");
  for (let n = 0; n < 4; n++) await page.getByRole("button", { name: "sensor", exact: true }).click();
  await saved(page);
  await expect(page.getByRole("alert")).toContainText("one of them cannot be met");
});

test("codes nearly the same get others; stations run one after another", async ({ page }) => {
  await ownHouse(page, "bus?view=remotes");
  const kettle = page.locator("[data-code='shop-2']");
  await expect(kettle).toContainText("1 bit off Quay lights, steps");
  await expect(page.locator("[data-station='st-2']")).toHaveAccessibleName(/in turn, 05:43 to 05:55/);
  await page.getByRole("button", { name: /^Give Workshop sockets, kettle the codes/ }).click();
  await saved(page);
  await expect(kettle).toContainText("none");
  const on = page.getByRole("textbox", { name: "On of Workshop sockets, kettle" });
  await on.fill("many");
  await on.press("Enter");
  await expect(page.getByRole("alert")).toHaveText("On must be a number.");
});
