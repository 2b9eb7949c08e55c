/** Axe on each screen, light and dark. Its tests go to whichever worker is free. */
import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { expect, open, point, signIn, test } from "./desk";

test.describe.configure({ mode: "parallel" });

/** Rows beyond these are made like the ones before them: looking at each would take minutes and find the same. */
const ALIKE = [
  "tbody tr:nth-child(n+9)",
  "[role=rowgroup] [role=row]:nth-child(n+9)",
  "ul > li:nth-child(n+13)",
  "[data-point]:nth-child(n+12)",
];

// No page has a frame: the way without a page of its own for the result takes a third of the time.
const found = async (builder: AxeBuilder) =>
  (
    await ALIKE.reduce((all, rows) => all.exclude(rows), builder.setLegacyMode(true)).analyze()
  ).violations.map(
    (violation) =>
      `${violation.id}: ${violation.nodes
        .map((node) => node.target.join(" "))
        .slice(0, 3)
        .join(" | ")}`,
  );

/** What axe finds: everything in the light theme, colours in the dark one too, on the same page. */
async function faults(page: Page): Promise<string[]> {
  const theme = (name: string) =>
    page.evaluate((value) => void (document.documentElement.dataset.theme = value), name);
  const light = await found(new AxeBuilder({ page }));
  await theme("dark");
  const dark = await found(new AxeBuilder({ page }).withRules(["color-contrast"]));
  await theme("light");
  return [...light, ...dark.map((fault) => `dark: ${fault}`)];
}

for (const path of ["/sign-in", "/sign-up"]) {
  test(`axe finds nothing on ${path}`, async ({ page }) => {
    await page.goto(path);
    expect(await faults(page)).toEqual([]);
  });
}

const SCREENS = {
  "brief, house and the thin stages": [
    "brief",
    "house",
    "house?view=survey",
    "house?view=switches",
    "house?view=drawings",
    "register",
    "automations",
    "mesh",
  ],
  "the choice": [
    "choose",
    ...["wants", "hubs", "what-if", "catalogue", "protocols", "retrofit"].map(
      (view) => `choose?view=${view}`,
    ),
  ],
  "the advisers": [
    "leg",
    "binding",
    "rating",
    "contact",
    "battery",
    "hubs",
    "remotes",
    "dimming",
    "coordinator",
    "undecided",
  ].map((adviser) => `choose?view=advisers&adviser=${adviser}`),
  "the runs": [
    "runs",
    ...["kits", "electrical", "trades", "site", "site&list=punch", "site&list=built", "site&list=since"].map(
      (view) => `runs?view=${view}`,
    ),
  ],
  "the tables of the runs": ["reels", "pulls", "conduits", "crossings", "materials", "labels"].map(
    (table) => `runs?table=${table}`,
  ),
};
for (const [what, screens] of Object.entries(SCREENS)) {
  test(`axe finds nothing on ${what}, light or dark`, async ({ page }) => {
    test.setTimeout(300_000);
    await signIn(page);
    for (const screen of screens) {
      await open(page, `/d/larkspur-weir/${screen}`);
      if (screen.startsWith("runs?")) await expect(page.locator("[data-ready]")).toBeAttached();
      expect([screen, await faults(page)]).toEqual([screen, []]);
    }
  });
}

test("axe finds nothing on lists of people, sessions, tabs of the brief, the walk, drawers and dialogs", async ({
  page,
}) => {
  test.setTimeout(300_000);
  await signIn(page);
  for (const path of ["/designs", "/designs/larkspur-weir/people", "/account"]) {
    await page.goto(path);
    expect([path, await faults(page)]).toEqual([path, []]);
  }
  await open(page, "/d/larkspur-weir/brief");
  for (const tab of ["Requirements", "Constraints", "Phases", "Use log", "Household"]) {
    await page.getByRole("tab", { name: tab }).click();
    expect([tab, await faults(page)]).toEqual([tab, []]);
  }
  await page.goto("/d/larkspur-weir/walk");
  expect(["walk", await faults(page)]).toEqual(["walk", []]);
  await page.getByRole("button", { name: /^Hall/ }).click();
  await page.locator("[data-walk-drop='hall-ap-1/1']").getByRole("button").first().click();
  await page.getByRole("button", { name: "Moved" }).first().click();
  expect(["a room of the walk", await faults(page)]).toEqual(["a room of the walk", []]);
  await open(page, "/d/larkspur-weir/runs");
  await point(page, "boot-cam-1").press("Enter");
  await page.locator("[data-ways]").waitFor();
  expect(["ways", await faults(page)]).toEqual(["ways", []]);
  await open(page, "/d/larkspur-weir/house");
  await point(page, "hall-dor-1").click();
  expect(["point", await faults(page)]).toEqual(["point", []]);
  await page.keyboard.press("f");
  expect(["findings", await faults(page)]).toEqual(["findings", []]);
  await page.keyboard.press("?");
  expect(["keys", await faults(page)]).toEqual(["keys", []]);
});
