/** Two desks on one design; a viewer; a lost connection. */
import type { Browser, Page } from "@playwright/test";
import {
  cell,
  difference,
  expect,
  open,
  ownHouse,
  point,
  revision,
  saved,
  secondDesk,
  signIn,
  test,
  watch,
  openDemo,
} from "./desk";

test("two browsers see each other's edits as they are made", async ({ page, browser }) => {
  // A house of its own: what was edited before in the demo house could be undone there.
  const house = await ownHouse(page);
  const shared = await page.request.post(`/designs/${house.replace("/d/", "")}/people`, {
    headers: { Origin: process.env.TEST_WEB_URL! },
    form: { do: "share", email: "installer@larkspur.example", role: "edit" },
  });
  expect(shared.status()).toBe(200);
  await open(page, `${house}/house`);
  const other = await secondDesk(browser, `${house}/house`, "Installer");
  await point(other, "snug-tel-1").click();
  await point(page, "boot-cam-1").click();
  const before = await cell(page, "cableM").textContent();
  await other.keyboard.press("Shift+ArrowLeft");
  await expect(page.getByText("Installer changed the design")).toBeVisible();
  await expect(cell(page, "cableM")).not.toHaveText(before!);
  await expect(difference(page, "cableM")).toBeVisible();
  // What the other did is not this person's to undo.
  const undo = page.getByRole("button", { name: "Undo" });
  await expect(undo).toBeDisabled();
  await other.keyboard.press("Control+z");
  await expect(cell(page, "cableM")).toHaveText(before!);
  await expect(undo).toBeDisabled();
  await other.context().close();
});

/** A second desk that does not hear the log, so that its edits are made on an older revision. */
async function deafDesk(browser: Browser, path: string): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    baseURL: process.env.TEST_WEB_URL!,
  });
  const page = await context.newPage();
  await signIn(page);
  await page.route("**/live?*", (route) => route.abort());
  await page.goto(path);
  await expect(async () => {
    await point(page, "boot-cam-1").click();
    await expect(page.getByRole("heading", { name: "Boot room camera" })).toBeVisible({ timeout: 500 });
  }).toPass();
  return page;
}

test("a clash on the same row shows both versions and asks; mine or theirs", async ({ page, browser }) => {
  const house = await ownHouse(page);
  const other = await deafDesk(browser, `${house}/house`);
  const heard = watch(other);
  for (const keep of ["mine", "theirs"] as const) {
    await point(page, "snug-tel-1").click();
    await point(other, "snug-tel-1").click();
    const name = page.getByLabel("Name", { exact: true });
    await name.fill(`First, ${keep}`);
    await name.press("Enter");
    await saved(page);
    const otherName = other.getByLabel("Name", { exact: true });
    await otherName.fill(`Second, ${keep}`);
    await otherName.press("Enter");
    const dialog = other.getByRole("dialog");
    await expect(dialog).toContainText("changed the same thing meanwhile");
    await expect(
      dialog.getByRole("row", { name: new RegExp(`name.*Second, ${keep}.*First, ${keep}`) }),
    ).toBeVisible();
    await dialog.getByRole("button", { name: `Keep ${keep}` }).click();
    await saved(other);
    const stands = keep === "mine" ? "Second, mine" : "First, theirs";
    await expect(other.getByRole("heading", { name: stands })).toBeVisible();
    await expect(page.getByRole("heading", { name: stands })).toBeVisible();
  }
  expect(heard).toEqual([]);
  await other.context().close();
});

test("undo of what somebody else changed since is refused with their version shown", async ({
  page,
  browser,
}) => {
  await openDemo(page);
  const other = await secondDesk(browser, "/d/larkspur-weir/house", "Installer");
  await point(page, "office-lmp-1").click();
  await page.keyboard.press("ArrowRight");
  await saved(page);
  await point(other, "office-lmp-1").click();
  await expect(other.getByLabel("Across, x")).toHaveValue("2.25 m");
  await other.keyboard.press("ArrowRight");
  await expect(page.getByLabel("Across, x")).toHaveValue("2.30 m");
  await page.keyboard.press("Control+z");
  const dialog = page.getByRole("dialog");
  await expect(dialog).toContainText("This cannot be taken back as it was");
  await expect(dialog.getByRole("button", { name: "Keep mine" })).toHaveCount(0);
  await dialog.getByRole("button", { name: "Keep theirs" }).click();
  await expect(page.getByLabel("Across, x")).toHaveValue("2.30 m");
  await other.context().close();
});

test("edits made while the connection is away are kept and sent when it is back", async ({ page }) => {
  await ownHouse(page);
  await point(page, "snug-tel-1").click();
  await expect(page.getByLabel("Across, x")).toHaveValue("11.60 m");
  await page.context().setOffline(true);
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("ArrowLeft");
  await expect(page.locator("[data-saving]")).toHaveAttribute("data-saving", "failed");
  await expect(page.getByLabel("Across, x")).toHaveValue("11.50 m");
  await page.context().setOffline(false);
  await saved(page);
  await expect(revision(page)).toHaveText("3");
});

test("a viewer sees all of it and can change none of it", async ({ page }) => {
  await openDemo(page, "house", "Household");
  await expect(page.getByText("look only")).toBeVisible();
  await point(page, "boot-cam-1").click();
  await expect(page.getByRole("heading", { name: "Boot room camera" })).toBeVisible();
  const before = await revision(page).textContent();
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("Delete");
  const box = (await point(page, "boot-cam-1").boundingBox())!;
  await page.mouse.move(box.x + 8, box.y + 8);
  await page.mouse.down();
  await page.mouse.move(box.x - 80, box.y - 80, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByLabel("Across, x")).toHaveValue("14.75 m");
  await expect(page.getByLabel("Across, x")).not.toBeEditable();
  await expect(page.getByRole("button", { name: "Remove" })).toHaveCount(0);
  await expect(page.getByLabel("Add a point of a kind")).toHaveCount(0);
  await expect(revision(page)).toHaveText(before!);
  await open(page, "/d/larkspur-weir/automations");
  await expect(page.getByRole("button", { name: "New sentence" })).toHaveCount(0);
  const status = await page.evaluate(() =>
    fetch("/d/larkspur-weir/edit", {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ kind: "edit", base: 1, changes: [{ in: "devices", drop: "d-boot-cam-1" }] }),
    }).then((response) => response.status),
  );
  expect(status).toBe(403);
});
