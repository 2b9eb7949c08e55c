/** Sheets on paper: all rows, their head on each page, the plan fitted, the title block, each paper. */
import Papa from "papaparse";
import { expect, open, openDemo, signIn, test } from "./desk";
import { printed } from "./printed";

const papers = [
  ["A4", true, 842, 595],
  ["A3", true, 1191, 842],
  ["letter", false, 612, 792],
] as const;

for (const [paper, wide, width, height] of papers)
  test(`the pull schedule on ${paper}: every drop, its head on each page, the title block`, async ({
    page,
  }) => {
    await signIn(page);
    await page.context().addCookies([
      {
        name: "zinc_desk",
        value: `dark.${paper === "letter" ? "imperial" : "metric"}.letters.${paper}.${wide ? "wide" : "upright"}`,
        url: process.env.TEST_WEB_URL!,
      },
    ]);
    await open(page, "/d/larkspur-weir/runs");
    await expect(page.locator("[data-row]").first()).toBeVisible();
    await expect(page.locator("[data-names]")).toHaveCount(1);
    const pages = await printed(page);
    expect([pages[0]!.width, pages[0]!.height]).toEqual([width, height]);
    const all = pages.map(({ text }) => text).join(" ");
    const file = await (await page.request.get("/d/larkspur-weir/csv/schedule")).text();
    const labels = Papa.parse<string[]>(file.trim())
      .data.slice(1)
      .map(([label]) => label!);
    expect(labels).toHaveLength(130);
    expect(labels.filter((label) => !all.includes(label))).toEqual([]);
    // The plan comes whole on the first page, and the table follows with its head on every one of its own.
    const tables = pages.filter(({ text }) => /[0-9CY]-[A-Z]+-[A-Z]+-\d\d\/\d/.test(text));
    expect(tables.length).toBeGreaterThan(1);
    for (const { text } of tables) expect(text.slice(0, 400)).toMatch(/Label .*Length/);
    expect(pages[0]!.text).toContain("Larkspur Weir");
    expect(pages[0]!.text).toContain("Runs · Plan and schedule · Pull schedule");
    expect(pages[0]!.text).toMatch(/Level Ground .*Date \d{4}-\d\d-\d\d .*Revision \d+/);
    expect(pages[0]!.text).toMatch(/Dining room (26\.1 m²|281 ft²)/);
    expect(pages[0]!.text).not.toMatch(/Structure|No groups/);
    for (const [i, { text }] of pages.entries()) {
      expect(text).toMatch(/Larkspur Weir · revision \d+ · \d{4}-\d\d-\d\d/);
      expect(text).toContain(`${i + 1} of ${pages.length}`);
    }
    expect(all).toMatch(paper === "letter" ? /\d+' \d+( \d\/\d)?"/ : /\d+\.\d\d m\b/);
    // Nothing of the desk itself goes to paper.
    for (const word of ["Find anything", "Zoom in", "Weakest link", "Filter"])
      expect(all.includes(word) && word).toBe(false);
    // Afterwards the desk is as it was.
    await expect(page.getByRole("grid", { name: "Pull schedule" })).toBeVisible();
  });

test("the plan is fitted to the sheet whatever part of it is seen, and stays on one page", async ({
  page,
}) => {
  await openDemo(page, "house");
  await expect(page.locator("[data-names]")).toHaveCount(1);
  for (let i = 0; i < 4; i++) await page.getByLabel("Zoom in").click();
  await page.emulateMedia({ media: "print" });
  const plan = page.locator("svg[data-drawing]");
  await expect(plan).toHaveAttribute("viewBox", "0 0 1040 620");
  const walls = await plan.locator("[data-thing^='walls/']").evaluateAll((all) => {
    const sheet = all[0]!.closest("svg")!.getBoundingClientRect();
    return all.every((wall) => {
      const { left, right, top, bottom } = wall.getBoundingClientRect();
      return left >= sheet.left && right <= sheet.right && top >= sheet.top && bottom <= sheet.bottom;
    });
  });
  expect(walls).toBe(true);
  await page.emulateMedia({ media: null });
  await expect(plan).not.toHaveAttribute("viewBox", /./);
  const pages = await printed(page);
  expect(pages).toHaveLength(1);
  expect(pages[0]!.text).toContain("Galley kitchen");
});

test("the paper is asked for, kept, and printed once all of the sheet is there", async ({ page }) => {
  await openDemo(page, "runs?view=trades");
  await page.evaluate(() => {
    window.print = () => document.body.setAttribute("data-printed", "yes");
  });
  await page.getByRole("button", { name: "Print", exact: true }).click();
  const dialog = page.getByRole("dialog", { name: "Print this view" });
  await dialog.getByRole("radio", { name: "A3" }).click();
  await dialog.getByRole("radio", { name: "upright" }).click();
  await dialog.getByRole("button", { name: "Print", exact: true }).click();
  await expect(page.locator("body")).toHaveAttribute("data-printed", "yes");
  await expect(dialog).toHaveCount(0);
  const pages = await printed(page);
  expect([pages[0]!.width, pages[0]!.height]).toEqual([842, 1191]);
  expect(pages[0]!.text).toContain("Hall alarm panel");
});
