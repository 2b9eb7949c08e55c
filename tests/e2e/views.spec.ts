/**
 * Each view once: its page is loaded once, and axe, its size on a desk, a tablet, a phone and at 200 % zoom are
 * looked at there.
 */
import type { Page } from "@playwright/test";
import { expect, openDemo, point, ready, signIn, test, went } from "./desk";
import { faults } from "./axe";
import { printed } from "./printed";
import { ALL_VIEWS } from "./views";

test.use({ looks: true });

const SIZES = [
  ["a phone", 390, 844],
  ["200 % zoom", 640, 400],
] as const;

/** What a view shows that the first one of its stage does not: its sheet, or the one panel of it that is another. */
function partOf(view: string): string {
  if (!view.includes("?")) return "html";
  return /[?&](table|list|adviser)=/.test(view) ? "[role=tabpanel], [aria-label=Advice]" : "main";
}

/** At that size nothing is wider than the page. */
async function fitsSideways(page: Page, what: string, width: number, height: number): Promise<void> {
  await page.setViewportSize({ width, height });
  await expect
    .poll(
      () => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
      { message: what },
    )
    .toBe(0);
}

/** Short texts, labels and values of the page with a length or an area that is not in feet. */
const metresOn = (page: Page) =>
  page.evaluate(() => {
    const measure = /(?<![\w.])\d[\d.\u202f]*\s?(mm|m²|m|cm)(?![\w²³/·])/;
    // What a material, a product or a sheet of stationery is called is its name, wherever it stands.
    const names =
      /Downlight, [\w ]+, for an? \d+ mm hole|(Concrete|Rubble stone|Brick|Timber|Glass|Plaster\w*) \d+ mm|labels of [\d.]+ × [\d.]+ mm/g;
    const found = [
      ...document.querySelectorAll<HTMLElement>("body *:not(script):not(style):not(textarea):not(option)"),
    ].flatMap((one) => [
      one.children.length ? "" : (one.textContent ?? ""),
      one.getAttribute("aria-label") ?? "",
      one.getAttribute("title") ?? "",
      one instanceof HTMLInputElement ? one.value : "",
    ]);
    return [...new Set(found)].filter((text) => measure.test(text.replace(names, "")));
  });

/**
 * A stage is opened by its address; its other views from there, as its tabs open them, where a desk already stands on
 * the page.
 */
async function openView(page: Page, view: string): Promise<void> {
  if (!view.includes("?") || !page.url().includes("/d/larkspur-weir/")) return openDemo(page, view);
  const path = `/d/larkspur-weir/${view}`;
  expect(await went(page, path)).toBe(true);
  await ready(page);
}

/** Is the answer there? What a view says while it is not would be looked at in its place. */
const answered = (page: Page) =>
  page.waitForFunction(
    () =>
      !/(^|\n)(Fetching|Working it out|(The house is|Both are) being rehearsed)…|The year is being rehearsed/.test(
        document.body.innerText,
      ),
  );

/** Beside the stages: the design itself, and two designs against one another. */
const OF_THE_DESIGN = ["settings", "compare?with=ropewalk-court"];

for (const view of [...ALL_VIEWS, ...OF_THE_DESIGN])
  test(`${view}: axe finds nothing, light or dark, and nothing is cut off sideways at any size`, async ({
    page,
  }) => {
    await openView(page, view);
    await answered(page);
    expect(await page.evaluate(() => document.documentElement.scrollHeight)).toBe(800);
    expect(await faults(page, partOf(view))).toEqual([]);
    for (const [what, width, height] of SIZES) {
      await fitsSideways(page, what, width, height);
      await expect(page.getByLabel("Ledger").first()).toBeVisible();
    }
    await page.setViewportSize({ width: 1280, height: 800 });
    const rows = await page
      .locator("main [role=grid]")
      .evaluateAll((grids) => grids.map((grid) => Number(grid.getAttribute("aria-rowcount")) - 1));
    // On paper: every row, and the title block.
    await page.emulateMedia({ media: "print" });
    await expect(page.locator("[data-title-block]")).toContainText(/Sheet\S.*Date.*Revision.*Place/);
    const onPaper = await page
      .locator("main table.printed")
      .evaluateAll((tables) => tables.map((table) => table.querySelectorAll("tbody tr").length));
    rows.forEach((count, i) => expect(onPaper[i] ?? 0).toBeGreaterThanOrEqual(count));
    await page.emulateMedia({ media: null });
    // No metre is left, but in names and in what somebody has typed.
    expect(await metresOn(page)).toEqual([]);
    if (view.includes("?")) return;
    const sheets = await printed(page);
    expect(sheets[0]!.text).toMatch(
      /Larkspur Weir Sheet \S.* Date \d{4}-\d\d-\d\d Revision \d+ Place 55\.2 ?° N/,
    );
    expect(sheets.some(({ text }) => /Fetching…|Working it out…/.test(text))).toBe(false);
  });

for (const path of ["/sign-in", "/sign-up"]) {
  test(`${path}: axe finds nothing, light or dark`, async ({ page }) => {
    await page.goto(path);
    expect(await faults(page)).toEqual([]);
  });
}

for (const [path, title, row, who = "Designer"] of [
  ["/designs", "Designs", "Larkspur Weir"],
  ["/designs/find?q=camera", "Find a device", "Boot room camera"],
  // The installer has one house; what is due in all that tests made is more than a page.
  ["/designs/due", "Due", "Water valve and sump pump tried", "Installer"],
  ["/designs/larkspur-weir/people", "People", "Installer"],
  ["/account", "Account", "this one"],
] as const) {
  test(`${path}: axe finds nothing, nothing is cut off at any size, and it prints`, async ({ page }) => {
    await signIn(page, who);
    await page.goto(path);
    await expect(page.getByRole("heading", { level: 1 })).toContainText(title);
    expect(await faults(page)).toEqual([]);
    for (const [what, width, height] of SIZES) await fitsSideways(page, what, width, height);
    const sheets = await printed(page);
    expect(sheets[0]!.text).toMatch(/Zinc Lattice Sheet \S.* Date \d{4}-\d\d-\d\d/);
    expect(sheets.map(({ text }) => text).join(" ")).toContain(row);
  });
}

test("drawers and dialogs: axe finds nothing on other ways, a point, findings and keys", async ({ page }) => {
  await openDemo(page, "runs");
  await point(page, "boot-cam-1").press("Enter");
  await page.locator("[data-ways]").waitFor();
  expect(["ways", await faults(page)]).toEqual(["ways", []]);
  await page.keyboard.press("f");
  expect(["findings", await faults(page)]).toEqual(["findings", []]);
  await page.keyboard.press("?");
  expect(["keys", await faults(page)]).toEqual(["keys", []]);
});

test.describe("a page of its own", () => {
  test.use({ looks: false });
  test("the walk: axe finds nothing on its list and in a room", async ({ page }) => {
    await signIn(page);
    await page.goto("/d/larkspur-weir/walk");
    expect(await faults(page)).toEqual([]);
    await page.getByRole("button", { name: /^Hall/ }).click();
    await page.locator("[data-walk-drop='hall-ap-1/1']").getByRole("button").first().click();
    await page.getByRole("button", { name: "Moved" }).first().click();
    expect(await faults(page)).toEqual([]);
  });
});
