/** Stage 8 at the desk and on a phone: import and mend, rename, addresses, keys, steps without a network, a day. */
import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import qrcode from "qrcode-generator";
import { choose } from "./choose";
import { printed } from "./printed";
import { cell, emptyHouse, expect, open, ownHouse, saved, test } from "./desk";

const row = (page: Page, id: string) => page.locator(`[data-row="${id}"]`);
const file = (page: Page, house: string) =>
  page.evaluate(
    (path) =>
      fetch(`${path}/file`).then(
        (answer) =>
          answer.json() as Promise<{
            devices: {
              id: string;
              name: string;
              status: string;
              topic?: string;
              address?: string;
              codeCheck?: string;
            }[];
            taskRuns: {
              device: string;
              step: string;
              state: string;
              photo?: string;
              by?: string;
              startedAt?: string;
            }[];
            trials: { result: string }[];
            tableViews: { name: string }[];
          }>,
      ),
    house,
  );

/** Two hundred lamps, of which five are wrong. */
function table(): string {
  const lines = ["Designation;Area;Type;Net price;Serial number;Colour"];
  for (let n = 1; n <= 200; n++)
    lines.push(
      [
        `Brought lamp ${n}`,
        n === 40 ? "Moon room" : n % 2 ? "Hall" : "Landing",
        n === 80 ? "zeppelin" : "lamp",
        n === 120 ? "much" : "12,50",
        `SN-${n}`,
        "white",
      ].join(";"),
    );
  lines[150] = lines[149]!;
  lines.push(";Hall;lamp;1;;");
  return `\uFEFF${lines.join("\r\n")}`;
}

test("two hundred devices come in with faults, are mended in the preview, and ledger and register follow", async ({
  page,
}) => {
  const house = await ownHouse(page, "register?view=bring");
  await page.getByLabel("CSV file of devices").setInputFiles({
    name: "lamps.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(table(), "utf8"),
  });
  const status = page.locator("[data-import]");
  await expect(status).toContainText("201 rows, utf-8, parted by semicolon");
  await expect(status).toContainText("5 faults in 5 rows");
  await expect(page.getByRole("button", { name: "Mend the faults first" })).toBeDisabled();
  await expect(page.getByRole("list", { name: "Faults" })).toContainText(
    'Row 41, Area: "Moon room" is no room of this design',
  );
  await page.getByRole("checkbox", { name: "only rows with faults" }).click();
  const put = async (label: string, text: string) => {
    const field = page.getByLabel(label, { exact: true });
    await field.fill(text);
    await field.press("Enter");
  };
  await put("Area of row 41", "Snug");
  await put("Type of row 81", "lamp");
  await put("Net price of row 121", "12.5");
  await put("Designation of row 151", "Brought lamp 150");
  await expect(status).toContainText("1 fault in 1 row");
  await put("Designation of row 202", "Brought lamp 201");
  await expect(status).toContainText("201 new devices, 0 changed");
  await page.getByRole("button", { name: "Take 201 rows in" }).click();
  await expect(page.getByText("lamps.csv: 201 devices added, 0 devices changed")).toBeVisible();
  await saved(page);
  await expect(cell(page, "devices")).toHaveText("345");
  // Renamed by a pattern, looked at first.
  await page.getByRole("tab", { name: "Devices" }).click();
  await page.getByLabel("Search the register").fill("brought snug");
  await expect(page.getByText("1 of 345 devices")).toBeVisible();
  await page.getByRole("checkbox", { name: "Tick all shown" }).click();
  const bulk = page.getByRole("region", { name: "Ticked devices" });
  await expect(bulk).toContainText("1 device ticked");
  await bulk.getByRole("button", { name: "Rename by a pattern" }).click();
  await bulk.getByLabel("Pattern").fill("{romm}");
  await expect(bulk.getByRole("alert")).toContainText("has the word {romm}");
  await bulk.getByLabel("Pattern").fill("{room} {thing}");
  await expect(bulk.getByRole("alert")).toContainText("1 name clashes");
  await bulk.getByLabel("Pattern").fill("{room} reading {thing}");
  await bulk.getByRole("button", { name: "Take 1 name" }).click();
  await page.getByLabel("Search the register").fill("snug reading");
  await expect(page.getByText("1 of 345 devices")).toBeVisible();
  await saved(page);
  expect((await file(page, house)).devices.map(({ name }) => name)).toContain("Snug reading lamp");
  // One press takes the import back, whole.
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^Undo/ }).click();
  await page.getByRole("button", { name: /^Undo/ }).click();
  await expect(cell(page, "devices")).toHaveText("144");
});

test("columns are chosen, ordered and kept under a name; ticked devices are changed together", async ({
  page,
}) => {
  const house = await ownHouse(page, "register?list=network");
  const grid = page.getByRole("grid", { name: "Register" });
  await expect(grid.getByRole("columnheader").nth(1)).toContainText("Name");
  await expect(grid.getByRole("columnheader", { name: "Topic" })).toBeAttached();
  await page.getByRole("button", { name: "Columns" }).click();
  const panel = page.getByRole("region", { name: "Columns" });
  await panel.getByRole("checkbox", { name: "Next change" }).click();
  await panel.getByRole("checkbox", { name: "Topic" }).click();
  await panel.getByRole("button", { name: "Next change further left" }).click();
  await choose(panel.getByLabel("Grouped"), "level");
  await panel.getByLabel("Name of a new view").fill("Cells by level");
  await panel.getByRole("button", { name: "Keep under it" }).click();
  await saved(page);
  await expect(page).toHaveURL(/list=view/);
  expect((await file(page, house)).tableViews.map(({ name }) => name)).toContain("Cells by level");
  await page.reload();
  await expect(grid.getByText(/^Cellar \(18\)$/)).toBeVisible();
  const heads = grid.getByRole("columnheader");
  await expect(heads.filter({ hasText: "Topic" })).toHaveCount(0);
  await page.getByLabel("Search the register").fill("0-boot-c");
  await page.getByRole("checkbox", { name: "Tick 0-BOOT-CAM-01" }).click();
  await page.getByRole("checkbox", { name: "Tick 0-BOOT-CON-01" }).click();
  const bulk = page.getByRole("region", { name: "Ticked devices" });
  await choose(bulk.getByLabel("Status of all ticked"), "ordered");
  await bulk.getByLabel("Tag for all ticked").fill("second fix");
  await bulk.getByRole("button", { name: "Add" }).click();
  await saved(page);
  const devices = (await file(page, house)).devices.filter(({ id }) => id.startsWith("d-boot-c"));
  expect(devices.map(({ status }) => status)).toEqual(["ordered", "ordered"]);
  expect(devices).toEqual([
    expect.objectContaining({ tags: ["second fix"] }),
    expect.objectContaining({ tags: ["second fix"] }),
  ]);
});

test("two hosts on one address: found, and the next free one given", async ({ page }) => {
  const house = await ownHouse(page, "register?view=addresses");
  const clashes = page.getByRole("list", { name: "What clashes" });
  await expect(clashes).toContainText("Plant house camera and Boot room camera are both at 192.168.10.41");
  await clashes.getByRole("button", { name: /192\.168\.10\.47/ }).click();
  await expect(clashes).toHaveCount(0);
  await expect(page.getByLabel("Address of Plant house camera")).toHaveValue("192.168.10.47");
  const address = page.getByLabel("Address of Quay camera");
  await address.fill("192.168.10.300");
  await address.press("Enter");
  await expect(clashes).toContainText("The address of Quay camera is no address");
  await saved(page);
  expect((await file(page, house)).devices.find(({ id }) => id === "d-plant-house-cam-1")!.address).toBe(
    "192.168.10.47",
  );
});

test("a code is checked while it is typed, kept, shown on request; the look is written down", async ({
  page,
}) => {
  const house = await ownHouse(page, "register?device=d-kitchen-lek-1");
  const secret = page.locator("[data-secret=d-kitchen-lek-1]");
  await expect(secret).toContainText("kept, and fails its check");
  await secret.getByRole("button", { name: "Enter another" }).click();
  await secret.getByLabel("Pairing code", { exact: true }).fill("3497-011-2339");
  await expect(secret.getByRole("alert")).toContainText("check digit");
  await secret.getByLabel("Pairing code", { exact: true }).fill("3497-011-2332");
  await expect(secret.getByRole("alert")).toHaveCount(0);
  await secret.getByRole("button", { name: "Keep", exact: true }).click();
  await expect(secret.getByRole("status")).toContainText("Kept");
  await secret.getByRole("button", { name: "Show" }).click();
  await expect(secret).toContainText("3497-011-2332");
  await secret.getByRole("button", { name: "Hide" }).click();
  await expect(secret).not.toContainText("3497-011-2332");
  await saved(page);
  const kept = await file(page, house);
  expect(kept.devices.find(({ id }) => id === "d-kitchen-lek-1")!.codeCheck).toBe("ok");
  expect(JSON.stringify(kept)).not.toContain("3497");
  await open(page, `${house}/register?view=keys`);
  await expect(page.getByRole("list", { name: "Who looked" }).getByRole("listitem").first()).toContainText(
    "looked at, pairing code of Leak sensor, kitchen sink",
  );
});

test("a code is read from a picture of its square", async ({ page, context }) => {
  const house = await ownHouse(page);
  // The square as it is printed on a box, photographed.
  const square = qrcode(0, "M");
  square.addData("MT:Y.K9042C00KA0648G00");
  square.make();
  const box = await context.newPage();
  await box.setContent(
    `<body style="background:#bbb;padding:60px">${square.createSvgTag({ cellSize: 6, margin: 24 })}</body>`,
  );
  const picture = await box.screenshot();
  await box.close();
  await open(page, `${house}/register?device=d-snug-lmp-1`);
  const secret = page.locator("[data-secret=d-snug-lmp-1]");
  await secret
    .locator("input[type=file]")
    .setInputFiles({ name: "box.png", mimeType: "image/png", buffer: picture });
  await expect(secret.getByLabel("Pairing code", { exact: true })).toHaveValue("MT:Y.K9042C00KA0648G00");
  await expect(secret.getByRole("alert")).toHaveCount(0);
  await secret.getByRole("button", { name: "Keep", exact: true }).click();
  await expect(secret).toContainText("Pairing code: kept");
  await saved(page);
});

test("a day is planned, its bound beside it; a bar put later is planned around", async ({ page }) => {
  await ownHouse(page, "register?view=day");
  const status = page.locator("[data-day-plan]");
  await expect(status).toContainText("no plan is under");
  await expect(page.locator("[data-gantt]")).toBeVisible();
  const bars = page.locator("[data-bar]");
  const before = await bars.count();
  expect(before).toBeGreaterThan(150);
  await page.getByRole("checkbox", { name: "Snug" }).click();
  await expect(async () => expect(await bars.count()).toBeLessThan(before)).toPass();
  const bar = bars.first();
  await bar.focus();
  const told = (await bar.getAttribute("aria-label"))!;
  expect(told).toContain("08:00 to");
  const key = (await bar.getAttribute("data-bar"))!;
  await bar.press("ArrowRight");
  await expect(page.getByRole("button", { name: "Let 1 step go" })).toBeVisible();
  await expect(page.locator(`[data-bar="${key}"]`)).toHaveAttribute("aria-label", /08:15 to/);
  await page.getByRole("button", { name: "Let 1 step go" }).click();
  await expect(page.locator(`[data-bar="${key}"]`)).toHaveAttribute("aria-label", told);
  // By mouse: half an hour later, and the rest is planned around it.
  const box = (await page.locator(`[data-bar="${key}"]`).boundingBox())!;
  const hour = (await page.locator("[data-gantt] text", { hasText: "09:00" }).boundingBox())!;
  const eight = (await page.locator("[data-gantt] text", { hasText: "08:00" }).boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + (hour.x - eight.x) / 2, box.y + 5, { steps: 4 });
  await page.mouse.up();
  await expect(page.locator(`[data-bar="${key}"]`)).toHaveAttribute("aria-label", /08:30 to/);
  await page.locator(`[data-bar="${key}"]`).press("Delete");
  await expect(page.locator(`[data-bar="${key}"]`)).toHaveAttribute("aria-label", told);
  // On paper each person has a list, with what is dangerous in it.
  await page.emulateMedia({ media: "print" });
  const pages = await printed(page);
  const paper = pages.map(({ text }) => text).join(" ");
  expect(paper).toContain("Person 1");
  expect(paper).toContain("Person 2");
  expect(paper).toContain("prove dead");
  expect(pages[0]!.text).toContain("08:00");
  await page.emulateMedia({ media: "screen" });
  const people = page.getByLabel("People");
  await people.fill("0");
  await people.press("Enter");
  await expect(page.getByRole("alert")).toContainText("People must be a whole number, 1 to 20");
});

test("a trial that found something lacking is a finding, and the choice keeps to it", async ({ page }) => {
  const house = await ownHouse(page, "register?view=trials");
  await choose(page.getByLabel("Device that was tried"), "Plug, 10 A");
  await page.getByRole("button", { name: "Note a trial" }).click();
  const inspector = page.getByRole("complementary", { name: "Inspector" });
  await choose(inspector.getByLabel("Found"), "does not pair");
  await saved(page);
  expect((await file(page, house)).trials.map(({ result }) => result)).toContain("does not pair");
  await open(page, `${house}/register?device=d-boathouse-plg-1`);
  await expect(
    page.getByText("Table saw was chosen, and Plug, 10 A did not pair with House hub"),
  ).toBeVisible();
});

test("cells changed today are no longer due; a low reading is a finding", async ({ page }) => {
  await ownHouse(page, "register?view=upkeep");
  await expect(page.getByRole("list", { name: "Visits" }).getByRole("listitem").first()).toContainText(
    "2025-08-18",
  );
  await row(page, "d-sail-loft-lkb-1").getByRole("button", { name: "Changed today" }).click();
  await expect(page.getByRole("list", { name: "Visits" }).getByRole("listitem").first()).not.toContainText(
    "2025-08-18",
  );
  await page.getByRole("group", { name: "Upkeep of" }).getByRole("button", { name: "Readings" }).click();
  await choose(page.getByLabel("Device that was read"), "Quay camera");
  await page.getByRole("button", { name: "Note it" }).click();
  await expect(page.getByRole("alert")).toContainText("Value: must be a number");
  await page.getByLabel("Value, %").fill("7");
  await page.getByLabel("Value, %").press("Enter");
  await expect(page.getByText("1 past its limit")).toBeVisible();
  await saved(page);
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 } });

  const waiting = (page: Page, count: number) =>
    expect(page.locator("[data-waiting]")).toHaveAttribute("data-waiting", String(count), {
      timeout: 20_000,
    });
  const step = (page: Page, name: string) => page.locator(`[data-step="${name}"]`);

  test("two devices are commissioned without a network, with clocks, proofs and a photo, and sent when it is back", async ({
    page,
    context,
  }) => {
    const house = await ownHouse(page, null);
    await page.goto(`${house}/commission`);
    await expect(page.locator("[data-kept-page]")).toBeVisible({ timeout: 20_000 });
    await expect(page.getByText("31 of 144")).toBeVisible();
    await context.setOffline(true);
    await expect(page.getByRole("status").first()).toContainText("No connection");
    await page.getByLabel("Find a device by name or label").fill("boot contact");
    await page.locator("[data-device=d-boot-con-1]").click();
    // A step is begun: its clock runs, and is seen from wherever one goes.
    await step(page, "Mount").getByRole("button", { name: "Begin" }).click();
    await expect(step(page, "Mount").locator("[data-clock]")).toContainText(/of 10:00/);
    await expect(page.getByRole("list", { name: "Running now" })).toContainText("Boot room contact: Mount");
    await step(page, "Mount").getByRole("button").first().click();
    await step(page, "Mount").getByRole("button", { name: "Done" }).click();
    for (const name of ["Wait for the first report", "Name it", "Test by the hub"])
      await step(page, name).getByRole("button", { name: "Done" }).click();
    // The last asks for a photo.
    const label = step(page, "Label and photograph");
    await label.getByRole("button", { name: "Done" }).click();
    await expect(label.getByRole("alert")).toContainText("wants a photo for its proof");
    await label.locator("input[type=file]").setInputFiles({
      name: "label.png",
      mimeType: "image/png",
      buffer: readFileSync("docs/screenshots/house.png"),
    });
    await expect(label.getByAltText("Photo of Label and photograph")).toBeVisible();
    await label.getByRole("button", { name: "Done" }).click();
    await expect(page.locator("[data-left]")).toContainText("All steps are done, commissioned");
    // A second one: nothing is done before what makes it safe.
    await page.getByRole("button", { name: "Boot room" }).click();
    await page.locator("[data-device=d-boot-lmp-1]").click();
    await step(page, "Mount").getByRole("button").first().click();
    await step(page, "Mount").getByRole("button", { name: "Done" }).click();
    await expect(step(page, "Mount").getByRole("alert")).toContainText("comes after “Switch the lamp off”");
    await step(page, "Switch the lamp off").getByRole("button", { name: "Skip" }).click();
    await expect(step(page, "Switch the lamp off").getByRole("alert")).toContainText(
      "has to say why it was skipped",
    );
    await step(page, "Switch the lamp off").getByRole("button", { name: "Done" }).click();
    await step(page, "Mount").getByRole("button", { name: "Done" }).click();
    await expect(page.locator("[data-left]")).toContainText("8 steps left");
    await waiting(page, 9);
    // The page opens again without a network, with all of it.
    await page.reload();
    await waiting(page, 9);
    await expect(page.locator("[data-left]")).toContainText("8 steps left");
    await context.setOffline(false);
    await waiting(page, 0);
    const { taskRuns, devices } = await file(page, house);
    const own = taskRuns.filter(({ device }) => device === "d-boot-con-1");
    expect(own).toHaveLength(5);
    expect(own.every(({ state, by }) => state === "done" && by === "Designer")).toBe(true);
    expect(own.find((one) => one.step === "Mount")!.startedAt).toMatch(/Z$/);
    const photo = own.find((one) => one.photo)!.photo!;
    const answer = await page.evaluate(
      (path) => fetch(path).then(({ status }) => status),
      `${house}/picture/${photo}`,
    );
    expect(answer).toBe(200);
    expect(devices.find(({ id }) => id === "d-boot-con-1")!.status).toBe("commissioned");
    expect(devices.find(({ id }) => id === "d-boot-lmp-1")!.status).toBe("fitted");
  });

  test("a label leads to its device", async ({ page }) => {
    const house = await ownHouse(page, null);
    await page.goto(`${house}/commission?device=d-hall-ap-1`);
    await expect(page.getByRole("heading", { name: "Hall access point" })).toBeVisible();
    await expect(page.getByText("LW-0021")).toBeVisible();
    await page.getByRole("button", { name: "What happened to it" }).click();
    await expect(page.getByRole("list", { name: "History" })).toContainText("came in with the design");
  });
});

test("a house without devices says what to do first in every view", async ({ page }) => {
  const house = await emptyHouse(page);
  await open(page, `${house}/register?view=bring`);
  await expect(page.getByRole("note")).toContainText("No room yet");
  for (const view of ["", "commissioning", "day", "addresses", "upkeep", "trials", "keys", "bring"]) {
    await open(page, `${house}/register${view ? `?view=${view}` : ""}`);
    await expect(page.getByRole("tabpanel")).toContainText(
      /yet|Nothing is left|No device has cells|A table of devices/,
    );
  }
});
