/** What the hand does on the plan: names that stand clear, walls by distance and by keys, corners, starts. */
import type { Page } from "@playwright/test";
import { choose } from "./choose";
import { emptyHouse, expect, open, openDemo, ownHouse, ready, saved, test } from "./desk";

const spoken = (page: Page) => page.locator("[data-spoken]");
const drawTool = (page: Page, name: string) => page.getByRole("button", { name });

/** Names that lie on a glyph, on a cable or on one another, as the browser has drawn them. */
async function overprinted(page: Page): Promise<{ names: number; on: string[] }> {
  return page.evaluate(() => {
    const plan = document.querySelector('svg[aria-label^="Plan of"]')!;
    const box = (element: Element) => {
      const { left, right, top, bottom } = element.getBoundingClientRect();
      return { left, right, top, bottom };
    };
    type Box = ReturnType<typeof box>;
    // Letters are lower than the box of their line.
    const letters = ({ left, right, top, bottom }: Box): Box => ({
      left: left + 1,
      right: right - 1,
      top: top + (bottom - top) * 0.2,
      bottom: bottom - (bottom - top) * 0.2,
    });
    const meet = (a: Box, b: Box) =>
      a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
    const names = [...plan.querySelectorAll("[data-names] text")].map((text) => ({
      text: text.textContent!,
      box: letters(box(text)),
    }));
    const on: string[] = [];
    names.forEach(({ text, box: own }, i) => {
      for (const other of names.slice(i + 1)) if (meet(own, other.box)) on.push(`${text} on ${other.text}`);
      for (const glyph of plan.querySelectorAll("[data-point]")) {
        const { left, right, top, bottom } = box(glyph.querySelector("circle")!);
        const [x, y] = [(right - left) * 0.22, (bottom - top) * 0.22];
        const core = { left: left + x, right: right - x, top: top + y, bottom: bottom - y };
        if (meet(own, core)) on.push(`${text} on ${glyph.getAttribute("data-point")}`);
      }
      // Lines: asked point by point along each, as they are drawn.
      for (const line of plan.querySelectorAll<SVGGeometryElement>("line.stroke-cable, path.stroke-cable")) {
        const length = line.getTotalLength();
        const toScreen = line.getScreenCTM()!;
        for (let at = 0; at <= length; at += 0.04) {
          const { x, y } = line.getPointAtLength(at).matrixTransform(toScreen);
          if (x > own.left && x < own.right && y > own.top && y < own.bottom) {
            on.push(`${text} on a cable`);
            break;
          }
        }
      }
    });
    return { names: names.length, on };
  });
}

for (const view of ["house", "runs"])
  test(`${view}: names stand clear of glyphs, cables and one another at every zoom`, async ({ page }) => {
    await openDemo(page, view);
    await expect(page.locator("[data-name^='rooms/']").first()).toBeVisible();
    const seen: number[] = [];
    for (const press of ["", "Zoom in", "Zoom in", "Zoom in", "Show the whole level", "Zoom out"]) {
      if (press) {
        const before = await page.locator("[data-names]").innerHTML();
        await page.getByLabel(press).click();
        await expect.poll(() => page.locator("[data-names]").innerHTML()).not.toBe(before);
      }
      const { names, on } = await overprinted(page);
      expect({ press, on }).toEqual({ press, on: [] });
      seen.push(names);
    }
    expect(Math.min(...seen)).toBeGreaterThan(2);
    expect(Math.max(...seen)).toBeGreaterThan(8);
  });

test("what finds no room for its name says it under the pointer", async ({ page }) => {
  await openDemo(page, "runs");
  const hidden = page.locator("polygon", { has: page.locator("title", { hasText: "Shower, 2.7 m²" }) });
  await expect(hidden).toHaveCount(1);
  await expect(page.locator("[data-name='rooms/shower']")).toHaveCount(0);
});

test("the wall drawing: names and measures stand clear of boxes and one another", async ({ page }) => {
  await openDemo(page, "runs?view=trades");
  const labels = page.locator("figure [data-name]");
  await expect(labels.first()).toBeVisible();
  const boxes = await labels.evaluateAll((all) =>
    all.map((one) => {
      const { left, right, top, bottom } = one.getBoundingClientRect();
      return { text: one.textContent, left, right, top: top + 3, bottom: bottom - 3 };
    }),
  );
  boxes.forEach((a, i) => {
    for (const b of boxes.slice(i + 1))
      expect(
        a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom ? [a.text, b.text] : [],
      ).toEqual([]);
  });
  await expect(page.getByRole("group", { name: /^North wall of Hall from within/ })).toBeVisible();
});

test("by keyboard alone: walls round a room are drawn, and the room is found", async ({ page }) => {
  await emptyHouse(page);
  await drawTool(page, "Draw walls").press("Enter");
  await expect(page.getByRole("group", { name: "Plan of Ground" })).toBeFocused();
  await page.keyboard.press("Space");
  await expect(spoken(page)).toHaveText("Starts at 5.00 m across, 4.00 m down");
  for (const [key, times] of [
    ["ArrowRight", 6],
    ["ArrowDown", 5],
    ["ArrowLeft", 6],
    ["ArrowUp", 5],
  ] as const) {
    for (let n = 0; n < times; n++) await page.keyboard.press(`Shift+${key}`);
    if (key === "ArrowRight")
      await expect(spoken(page)).toHaveText("8.00 m across, 4.00 m down, 3.00 m from the last corner");
    await page.keyboard.press("Space");
    await saved(page);
  }
  await expect(page.locator("[data-thing^='walls/']")).toHaveCount(4);
  await page.keyboard.press("Escape");
  await drawTool(page, "Find rooms between the walls").press("Enter");
  await expect(page.getByText("One room found.")).toBeVisible();
  // Every wall can be gone to by keys, is named by where it stands, and says so.
  await page.locator("body").press(">");
  await expect(page.getByRole("heading", { name: "North wall of Room 1" })).toBeVisible();
  await expect(page.getByRole("button", { name: /^North wall of Room 1, 3\.00 m/ })).toBeFocused();
  await page.keyboard.press(">");
  await expect(page.getByRole("heading", { name: "West wall of Room 1" })).toBeVisible();
  await page.keyboard.press("<");
  await expect(page.getByRole("heading", { name: "North wall of Room 1" })).toBeVisible();
});

test("walls by typed distance: from a corner, to the next wall, and a new one beside it", async ({
  page,
}) => {
  await ownHouse(page);
  const inspector = page.getByRole("complementary", { name: "Inspector" });
  await inspector.getByText("Walls (15)").click();
  await inspector.getByRole("button", { name: "Between Shower and Back lobby" }).click();
  const clear = inspector.getByLabel(/^Clear distance across Back lobby/);
  await clear.fill("1.5");
  await clear.press("Enter");
  await saved(page);
  await expect(clear).toHaveValue("1.50 m");
  await clear.fill("0");
  await clear.press("Enter");
  await expect(page.getByText("Clear distance must be above nothing.")).toBeVisible();
  await clear.press("Escape");
  const before = await page.locator("[data-thing^='walls/']").count();
  const beside = inspector.getByLabel("New wall, so far into Back lobby");
  await beside.fill("2' 6\"");
  await beside.press("Enter");
  await saved(page);
  await expect(page.locator("[data-thing^='walls/']")).toHaveCount(before + 1);
  const clears = inspector.getByLabel(/^Clear distance across/);
  await expect
    .poll(() => clears.evaluateAll((fields) => fields.map((field) => (field as HTMLInputElement).value)))
    .toContain("0.76 m");
  // A wall that starts on another one: so far from the end that is named.
  await page.keyboard.press("Escape");
  await drawTool(page, "Draw walls").click();
  const wall = (await page.locator("[data-thing='walls/g-kitchen']").boundingBox())!;
  await page.mouse.click(wall.x + wall.width * 0.4, wall.y + wall.height / 2);
  const start = page.getByLabel(/^Starts so far from the west end of Between Lock office and Galley kitchen/);
  await start.fill("1.25");
  await start.press("Enter");
  await expect(start).toHaveValue("1.25 m");
  await choose(page.getByLabel(/^from the/), "east end");
  const other = page.getByLabel(/^Starts so far from the east end/);
  await expect(other).not.toHaveValue("1.25 m");
  await other.fill("99");
  await other.press("Enter");
  await expect(page.getByRole("alert")).toContainText("must be between 0 and");
});

test("corners of a trunk: one is dragged, moved by keys, added and taken out", async ({ page }) => {
  await ownHouse(page);
  const inspector = page.getByRole("complementary", { name: "Inspector" });
  await inspector.getByText(/^Trunks \(/).click();
  await inspector.getByRole("button", { name: "Hall trunk" }).click();
  const handles = page.locator("[data-corners] [role=button]");
  const count = await handles.count();
  expect(count).toBeGreaterThan(1);
  const last = handles.last();
  const from = (await last.boundingBox())!;
  await page.mouse.move(from.x + 5, from.y + 5);
  await page.mouse.down();
  await page.mouse.move(from.x + 25, from.y + 30, { steps: 5 });
  await page.mouse.up();
  await saved(page);
  const to = (await last.boundingBox())!;
  expect(to.x - from.x).toBeGreaterThan(12);
  expect(to.y - from.y).toBeGreaterThan(18);
  await last.focus();
  await page.keyboard.press("Shift+ArrowLeft");
  await expect(spoken(page)).toHaveText(new RegExp(`^Corner ${count} at `));
  await expect.poll(async () => (await last.boundingBox())!.x).toBeLessThan(to.x - 5);
  await handles.first().focus();
  await page.keyboard.press("Insert");
  await expect(handles).toHaveCount(count + 1);
  await page.keyboard.press("Delete");
  await expect(handles).toHaveCount(count);
  await saved(page);
});

test("the next room by tape starts across a wall of the one that stands, and shares it", async ({ page }) => {
  const at = await emptyHouse(page);
  await open(page, `${at}/house?view=survey`);
  const tape = async (name: string, sides: string) => {
    await page.getByRole("button", { name: "Take down a room by tape" }).click();
    const form = page.getByRole("region", { name: "A room by tape" });
    await form.getByLabel("Room", { exact: true }).fill(name);
    await form.getByLabel("Sides, one a line").fill(sides);
    return form;
  };
  const first = await tape("Hall", "4 right\n3 down\n4 left\n3 up");
  await first.getByRole("button", { name: "Take the room" }).click();
  await saved(page);
  const next = await tape("Snug", "2 right\n3 down\n2 left\n3 up");
  await choose(next.getByLabel(/^Starts at/), "Hall, north-east corner, across the east wall");
  await expect(next.getByLabel("First corner across")).toHaveValue("4.10 m");
  await expect(next.getByLabel("and down")).toHaveValue("0.00 m");
  await next.getByRole("button", { name: "Take the room" }).click();
  await saved(page);
  await open(page, `${at}/house`);
  await ready(page);
  await expect(page.locator("[data-thing^='walls/']")).toHaveCount(7);
  await expect(page.getByRole("button", { name: /^Between Hall and Snug, 3\.\d\d m/ })).toHaveCount(1);
});

test("the first Tab leads past the mast to the sheet, and a moved point says where it is", async ({
  page,
}) => {
  await ownHouse(page, "house");
  await page.keyboard.press("Tab");
  const skip = page.getByRole("link", { name: "To the sheet" });
  await expect(skip).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("main", { name: "Sheet" })).toBeFocused();
  await page.locator("[data-point='snug-tel-1']").click();
  await page.keyboard.press("ArrowLeft");
  await expect(spoken(page)).toHaveText(/: 11\.55 m across, \d+\.\d\d m down$/);
});
