/** The shared parts by themselves: each state by axe, and what a hand and keys do with them. */
import type { Page } from "@playwright/test";
import { faults } from "./axe";
import { choose } from "./choose";
import { expect, test } from "./desk";

async function openKit(page: Page, query = "") {
  await page.goto(`/kit${query}`);
  // Once the lists are there every choice shows its value for those who script.
  await expect(page.getByLabel("Supply").first()).toHaveAttribute("data-value", "mains");
}

test("axe is heard: a fault is named, and one of colour in the dark alone too", async ({ page }) => {
  await page.goto("about:blank");
  await page.setContent(`<html lang="en" data-theme="light"><title>Faults</title><main><h1>Faults</h1>
    <style>p { color: #000 } [data-theme="dark"] p { color: #eee }</style>
    <img src="data:,"><p>Grey on white</p></main></html>`);
  expect(await faults(page)).toEqual(["image-alt: img", "dark: color-contrast: p"]);
});

test("axe finds nothing on any part, closed or open", async ({ page }) => {
  await openKit(page);
  expect(await faults(page)).toEqual([]);
  const openings = [
    page.getByLabel("Supply: mains").first(),
    page.getByRole("combobox", { name: "Point", exact: true }),
    page.getByRole("button", { name: "Calendar" }).first(),
    page.getByRole("button", { name: "More" }),
    page.getByRole("button", { name: "Popover" }),
    page.getByRole("button", { name: "Dialog" }),
  ];
  for (const opening of openings) {
    await opening.click();
    await expect(
      page.locator("#headlessui-portal-root").locator("button:not([aria-hidden]), [role=option], p").first(),
    ).toBeVisible();
    expect(await faults(page, "#headlessui-portal-root")).toEqual([]);
    await page.keyboard.press("Escape");
  }
});

test("a list by keys: arrows, first letters, Enter; Esc leaves it as it was", async ({ page }) => {
  await openKit(page);
  const supply = page.getByLabel(/^Supply/).first();
  await supply.focus();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(supply).toHaveText("low voltage");
  await expect(supply).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("listbox")).toBeFocused();
  await page.keyboard.press("b");
  await page.keyboard.press("Enter");
  await expect(supply).toHaveText("battery");
  await page.keyboard.press("Enter");
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("Escape");
  await expect(supply).toHaveText("battery");
});

test("a choice by typing: any words in any order; what is not there is said; Esc puts it back", async ({
  page,
}) => {
  await openKit(page);
  const add = page.getByRole("combobox", { name: "Add a point" });
  await add.fill("boat read");
  await expect(page.getByRole("option")).toHaveCount(5);
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(add).toHaveValue(/^Reading lamp/);
  await add.fill("dishwasher");
  await expect(page.getByText("Nothing is called “dishwasher”.")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(add).toHaveValue(/^Reading lamp/);
  await choose(add, "Wall keypad 2");
  await expect(add).toHaveValue("Wall keypad 2");
});

test("what is pressed or typed before the lists are there is not lost", async ({ page }) => {
  let go = () => {};
  const held = new Promise<void>((done) => (go = done));
  await page.route(/choice-list-.*\.js/, async (route) => {
    await held;
    await route.continue();
  });
  await page.goto("/kit");
  const add = page.getByRole("combobox", { name: "Add a point" });
  await add.fill("wall 42");
  go();
  await expect(page.getByRole("option", { name: /Wall keypad 42/ })).toBeVisible();
  await expect(add).toBeFocused();
});

test("a day: as people write it, from the month, and refused by name", async ({ page }) => {
  await openKit(page, "?language=de");
  const due = page.getByLabel("Due by");
  await due.fill("31. 12. 2026");
  await due.press("Enter");
  await expect(due).toHaveValue("2026-12-31");
  await due.fill("31 June");
  await due.press("Enter");
  await expect(page.getByText(/^Due by must be a day such as .* not “31 June”/)).toBeVisible();
  await expect(due).toHaveValue("31 June");
  await due.press("Escape");
  await page.getByRole("button", { name: "Calendar" }).first().click();
  await expect(page.getByText("Dezember 2026")).toBeVisible();
  await page.getByRole("button", { name: /^Donnerstag, 24\. Dezember 2026/ }).click();
  await expect(due).toHaveValue("2026-12-24");
  const refused = page.getByLabel("Refused", { exact: true });
  await refused.fill("2026-03-01");
  await refused.press("Enter");
  await expect(page.getByText("Refused must lie after today")).toBeVisible();
});

test("tabs by arrows, a switch and a tick by the space bar, a fold by Enter", async ({ page }) => {
  await openKit(page);
  // Tabs come when the page has come to rest: a key before that goes to their stand-in.
  await expect(async () => {
    await page.getByRole("tab", { name: "One" }).focus();
    await page.keyboard.press("ArrowRight");
    await expect(page.getByText("Sheet two")).toBeVisible({ timeout: 500 });
  }).toPass();
  await page.getByRole("switch", { name: "switched on" }).focus();
  await page.keyboard.press("Space");
  await expect(page.getByRole("checkbox", { name: "a tick" })).not.toBeChecked();
  await page.getByRole("radio", { name: "mains" }).first().focus();
  await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("radio", { name: "low voltage" }).first()).toBeChecked();
  await page.getByRole("button", { name: "Folded", exact: true }).press("Enter");
  await expect(page.getByText("What was folded away.")).toBeVisible();
});
