/** Stage 11 as a journey: a stormy week is rehearsed, put right, broken on purpose, and compared. */
import { faults } from "./axe";
import { choose } from "./choose";
import { emptyHouse, expect, open, ownHouse, saved, test } from "./desk";
import type { Page } from "@playwright/test";

const inspector = (page: Page) => page.getByRole("complementary", { name: "Inspector" });
const moment = (page: Page) => page.getByRole("slider", { name: "Moment of the rehearsal" });

/** The nurse, over whom something moves in her sleep. */
const sleeper = (page: Page) =>
  page.locator('[data-trouble="moved over a sleeper"]').filter({ hasText: "Nurse on night shifts" });

test("a November week with a storm: who is woken and why, the fix, and it is gone", async ({ page }) => {
  await ownHouse(page, "rehearse?view=week&on=2026-11-27");
  await choose(page.getByLabel(/^Weather/), "stormy November week");
  await expect(page.locator('[data-lane="wind"]')).toContainText("to 24");
  const trouble = sleeper(page);
  await expect(trouble).toContainText("Moved over a sleeper");
  await expect(trouble).toContainText("9 times on 3 days, because of “Nurse's room: daylight in steps”");
  await trouble.getByRole("button", { name: "Go there" }).click();
  await expect(moment(page)).toHaveAttribute("aria-valuetext", "09:30");
  // Back to its first cause, which the chain begins with.
  const chain = page.locator("[data-chain] li");
  await expect(chain.first()).toContainText("Nurse's room: daylight in steps fires");
  await expect(chain.last()).toContainText("sets off for 20 %");
  const before = Number(await page.locator("[data-annoyances]").textContent());
  await trouble.getByRole("button", { name: "Not while Nurse on night shifts is asleep" }).click();
  await expect(trouble).toHaveCount(0);
  await expect(page.locator("[data-annoyances]")).toHaveText(String(before - 9));
  await saved(page);
  // It can be taken back, and she is woken again.
  await page.keyboard.press("Control+z");
  await expect(trouble).toBeVisible();
});

test("who is woken by a voice, and meets a dark stair: a sentence ends each", async ({ page }) => {
  await ownHouse(page, "rehearse?view=week&on=2026-11-23");
  const woken = page.locator('[data-trouble="woken by noise"]').filter({ hasText: "Washer finished" });
  await expect(woken.first()).toContainText("because of “Washer finished, Laundry”");
  await woken
    .first()
    .getByRole("button", { name: /^While .*Grandmother.* sleeps, not on panels they hear$/ })
    .click();
  await expect(woken).toHaveCount(0);
  await saved(page);
  const dark = page.locator('[data-trouble="dark on a stair"]');
  await expect(dark).toContainText("Stair head");
  await expect(
    dark.getByRole("button", { name: "Keep Stair head lit from dusk until it is light" }),
  ).toBeVisible();
  await dark.getByRole("button", { name: "Rehearse both" }).click();
  await expect(page.getByLabel(/^The other house/)).toHaveValue(/^Keep Stair head lit/);
  await expect(page.getByRole("region", { name: "Annoys only in A" })).toContainText("Lodger");
  await page.getByRole("button", { name: "Take B over" }).click();
  await saved(page);
  await expect(page.getByText("That does not happen in these days: choose another.")).toBeVisible();
  await page.getByRole("tab", { name: "Week" }).click();
  await expect(moment(page)).toBeVisible();
  await expect(dark).toHaveCount(0);
});

test("the internet and the hub are cut: who is in the dark, what is left by hand and by link", async ({
  page,
}) => {
  await ownHouse(page, "rehearse?view=break&on=2026-11-26");
  const often = page.getByRole("group", { name: "Often broken" });
  await page.getByLabel("From", { exact: true }).fill("25:00");
  await often.getByRole("button", { name: "The internet" }).click();
  await expect(page.getByRole("alert")).toContainText("From must be a time of day");
  await page.getByLabel("From", { exact: true }).fill("17:00");
  await often.getByRole("button", { name: "The internet" }).click();
  await expect(page.locator("[data-break] li")).toHaveCount(1);
  await often.getByRole("button", { name: "House hub" }).click();
  const down = page.getByRole("region", { name: "While it is down" });
  await expect(down).toContainText("With the internet and House hub down");
  await expect(down).toContainText("31 of 31");
  await expect(down).toContainText("0 of 98");
  await expect(page.locator('[data-lane="broken internet"] [data-tone="down"]')).toBeVisible();
  const dark = page.locator('[data-trouble="left in the dark"]');
  await expect(dark.first()).toContainText("nothing lit the room");
  // A link leads to the same run; what is mended is up again.
  await page.reload();
  await expect(down).toContainText("0 of 98");
  await page.getByRole("button", { name: "Mend House hub" }).click();
  await expect(down).not.toContainText("0 of 98");
  // Any part can be chosen by typing, a telephone among them.
  await choose(page.getByLabel("What fails"), "Telephone of Teenager, left at home");
  await page.getByRole("button", { name: "Break it" }).click();
  await expect(page.locator("[data-break] li").last()).toContainText("telephone of Teenager");
});

test("while the mains are down no lamp is lit on the plan, and a plug that is on is none", async ({
  page,
}) => {
  await ownHouse(page, "rehearse?on=2026-11-03&broken=mains@2026-11-03T18:00%2B120");
  await moment(page).focus();
  await page.keyboard.press("Home");
  for (let hour = 0; hour < 17; hour += 1) await page.keyboard.press("Shift+ArrowRight");
  const said = page.locator("[data-moment]");
  await expect(said).toContainText("17:00");
  await expect(said).toContainText(/\blit\b/);
  await expect(said).not.toContainText("no lamp lit");
  for (let hour = 17; hour < 19; hour += 1) await page.keyboard.press("Shift+ArrowRight");
  await expect(said).toContainText("no lamp lit");
  await expect(said).toContainText("The mains down");
  await expect(page.locator("svg [data-lit]")).toHaveAttribute("data-lit", "0");
});

test("a saw that comes on by itself after a power cut is warned of, and named where the mains come back", async ({
  page,
}) => {
  const house = await ownHouse(page, "register");
  await page.getByPlaceholder("Search").fill("saw");
  await page.locator('[data-row="d-boathouse-plg-1"]').getByText("Boathouse workshop").click();
  await choose(page.getByLabel(/^After a power cut/), "on");
  await saved(page);
  await expect(page.getByText("A machine or a heater that comes on by itself")).toBeVisible();
  expect(await faults(page)).toEqual([]);
  await open(page, `${house}/rehearse?view=break&on=2026-11-26&broken=mains@2026-11-26T17:00%2B60`);
  const down = page.getByRole("region", { name: "While it is down" });
  await expect(down).toContainText("Table saw comes on, though off before");
  await expect(down).toContainText(/Mind .*Table saw/);
});

test("what a day draws, heats and is found to be opens its working", async ({ page }) => {
  await ownHouse(page, "rehearse?on=2026-11-24");
  for (const [name, line] of [
    [/^[\d.]+ kWh$/, "Always on: racks"],
    [/person h$/, "Grandmother"],
  ] as const) {
    await inspector(page).getByRole("button", { name }).first().click();
    await expect(page.getByText(line, { exact: true }).last()).toBeVisible();
    await page.getByRole("button", { name: "Close" }).last().click();
  }
});

test("two variants side by side: a fix is tried, and taken over", async ({ page }) => {
  await ownHouse(page, "rehearse?on=2026-11-03");
  await sleeper(page).getByRole("button", { name: "Rehearse both" }).click();
  await choose(page.getByLabel(/^How long/), "a day");
  const table = page.locator("[data-difference]");
  await expect(table.getByRole("row", { name: /^Motor moves/ })).toContainText("−3");
  await expect(page.getByRole("region", { name: "Annoys only in A" })).toContainText("Nurse on night shifts");
  await expect(page.getByRole("region", { name: "Annoys only in B" })).toContainText(
    "Nothing that A has not",
  );
  await page.getByRole("button", { name: "Take B over" }).click();
  await saved(page);
  await expect(page.getByText("That finding is not there any more")).toBeVisible();
  await page.getByRole("tab", { name: "Day" }).click();
  await expect(sleeper(page)).toHaveCount(0);
});

test("what stops without what, who is left with what, spares, pairs and the guest test", async ({ page }) => {
  await ownHouse(page, "rehearse?view=stops");
  const failures = page.getByRole("grid", { name: "What stops without what" });
  await failures.getByRole("row", { name: /^House hub/ }).click();
  await expect(inspector(page)).toContainText("down: 35.2 of 100 points are left");
  await expect(inspector(page)).toContainText("Nobody is locked in");
  await expect(page.getByRole("grid", { name: "What it does to each function" })).toContainText("gone");
  const file = page.waitForEvent("download");
  await page.getByRole("tab", { name: "Guest test" }).click();
  await expect(page.locator("[data-guests]")).toHaveText(/^\d+ of \d+$/);
  const guests = page.getByRole("grid", { name: "What a guest can use" });
  await expect(guests.getByRole("row", { name: /Bath lamp/ })).toContainText("Its key is not in the room");
  await page.getByRole("tab", { name: "Spares and changes" }).click();
  await expect(
    page
      .getByRole("grid", { name: /Spares/ })
      .getByRole("row")
      .nth(1),
  ).toContainText("House hub");
  await page.getByRole("tab", { name: "Pairs" }).click();
  await page.getByRole("button", { name: "Try all pairs" }).click();
  await expect(page.getByRole("grid", { name: "Pairs of failures" })).toContainText(
    "House hub and Bus supply 2",
    {
      timeout: 60_000,
    },
  );
  await page.getByRole("tab", { name: "Rooms and people" }).click();
  await expect(page.getByRole("grid", { name: "Points of rooms and people" })).toContainText("Grandmother");
  await page.keyboard.press("/");
  await page.keyboard.type("save the outage table");
  await page.keyboard.press("Enter");
  expect((await file).suggestedFilename()).toMatch(/outages\.csv$/);
  // An evening without it, straight from the table.
  await page.getByRole("tab", { name: "Single failures" }).click();
  await failures.getByRole("row", { name: /^Circuit Lights, ground/ }).click();
  await expect(inspector(page).getByRole("heading", { name: /^Circuit Lights, ground/ })).toBeVisible();
  await inspector(page).getByRole("button", { name: "Rehearse an evening without it" }).click();
  await expect(page.locator('[data-lane="broken circuit:lights-g"]')).toBeVisible();
});

test("the moment is moved by keys; a line says what it came of; the year is rehearsed, and can be stopped", async ({
  page,
}) => {
  await ownHouse(page, "rehearse?on=2026-11-03");
  await expect(moment(page)).toHaveAttribute("aria-valuetext", "09:30");
  await moment(page).focus();
  await page.keyboard.press("ArrowRight");
  await expect(moment(page)).toHaveAttribute("aria-valuetext", "09:35");
  await page.keyboard.press("Shift+ArrowLeft");
  await expect(moment(page)).toHaveAttribute("aria-valuetext", "08:35");
  await page.keyboard.press("End");
  await expect(moment(page)).toHaveAttribute("aria-valuetext", "23:59");
  await page.keyboard.press("Home");
  await expect(moment(page)).toHaveAttribute("aria-valuetext", "00:00");
  await expect(page.locator("[data-moment]")).toContainText("asleep");
  await page.getByRole("textbox", { name: "Seed" }).fill("-3");
  await page.getByRole("textbox", { name: "Seed" }).press("Enter");
  await expect(page.getByRole("alert")).toContainText("Seed must be a whole number");
  await page.getByRole("textbox", { name: "Seed" }).fill("8");
  await page.getByRole("textbox", { name: "Seed" }).press("Enter");
  await expect(page).toHaveURL(/seed=8/);
  await page.getByRole("tab", { name: "Year" }).click();
  await page.getByRole("button", { name: "Rehearse 2026" }).click();
  await expect(page.getByRole("table", { name: "Sums of each month" }).getByRole("row")).toHaveCount(13, {
    timeout: 90_000,
  });
  await expect(inspector(page)).toContainText("2026");
});

test("a file of weather that is none is refused in a sentence, and nothing changes", async ({ page }) => {
  await ownHouse(page, "rehearse?on=2026-11-03");
  await expect(moment(page)).toBeVisible();
  await page
    .getByLabel("File of weather")
    .setInputFiles({ name: "notes.csv", mimeType: "text/csv", buffer: Buffer.from("a,b\n1,2\n") });
  await expect(page.getByRole("alert")).toContainText("notes.csv must be EPW, or CSV with a column time");
  await page.getByLabel("File of weather").setInputFiles({
    name: "gale.csv",
    mimeType: "text/csv",
    buffer: Buffer.from("time,windMS\n2026-11-03T00:00,3\n2026-11-03T12:00,31\n"),
  });
  await expect(page.locator('[data-lane="wind"]')).toContainText("to 31.0");
});

test("a house without devices says what comes first", async ({ page }) => {
  const house = await emptyHouse(page);
  await open(page, `${house}/rehearse`);
  await expect(page.getByText(/rehearsed once devices are chosen/)).toBeVisible();
  for (const [view, text] of [
    ["Week", /rehearsed once devices are chosen/],
    ["Year", /rehearsed once devices are chosen/],
    ["What stops", /Once devices are chosen, this says/],
    ["Compare", /compared once there is a house/],
  ] as const) {
    await page.getByRole("tab", { name: view }).click();
    await expect(page.getByText(text)).toBeVisible();
  }
});

test("a house in which nobody sleeps, and that does nothing by itself, says what comes first", async ({
  page,
}) => {
  const house = await ownHouse(page, null, (text) => {
    const file = JSON.parse(text) as {
      people: { room?: string }[];
      automations: { enabled: boolean }[];
    };
    for (const person of file.people) delete person.room;
    for (const row of file.automations) row.enabled = false;
    return JSON.stringify(file);
  });
  await open(page, `${house}/rehearse?on=2026-11-03`);
  const beside = inspector(page);
  await expect(beside).toContainText("Nobody of the household has a room to sleep in yet");
  await expect(beside).not.toContainText("Nobody is annoyed");
  await expect(beside.getByRole("link", { name: "To its sentences" })).toHaveAttribute(
    "href",
    /automations$/,
  );
  await beside.getByRole("link", { name: "Who lives here" }).click();
  await expect(page.getByRole("tab", { name: "Household" })).toHaveAttribute("aria-selected", "true");
});

test("the household's panel at three sizes: a room is worked, a flag is set, a lock wants holding", async ({
  page,
}) => {
  await ownHouse(page, "rehearse?view=panel&on=2026-11-26");
  const panel = page.locator("[data-panel]");
  await expect(panel.locator("[data-before-bed]")).toContainText(/before bed|All in order/);
  await expect(inspector(page)).toContainText("What it did last");
  await expect(inspector(page).getByRole("listitem").first()).toBeVisible();
  await panel.getByRole("button", { name: "As on the wall" }).click();
  for (const [width, height] of [
    [1280, 800],
    [800, 1280],
    [390, 844],
  ] as const) {
    await page.setViewportSize({ width, height });
    await expect(panel.locator("[data-panel-clock]")).toBeVisible();
    await expect
      .poll(() =>
        page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
      )
      .toBe(0);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
  await panel.locator('[data-panel-room="snug"]').click();
  const shade = page.getByRole("group", { name: "Snug shade left" });
  await shade.getByRole("button", { name: "half" }).click();
  await expect(shade.getByRole("button", { name: "half" })).toHaveAttribute("aria-pressed", "true");
  await page.getByRole("button", { name: "Done" }).click();
  await expect(panel.locator('[data-panel-room="snug"]')).toHaveAccessibleName(/50 %/);
  const flag = panel.getByRole("switch", { name: "Early night" });
  await flag.click();
  await expect(flag).toBeChecked();
  // A touch does nothing; holding by key for its two seconds does.
  const lock = panel.locator("[data-hold]").filter({ hasText: "Lodger's door" });
  await expect(lock).toContainText("Unlock");
  await lock.click();
  await expect(lock).toContainText("Unlock");
  await lock.focus();
  await page.keyboard.down("Enter");
  await expect(lock).toContainText("Lock Lodger's door", { timeout: 10_000 });
  await page.keyboard.up("Enter");
  await page.keyboard.press("Escape");
  await expect(panel.getByRole("button", { name: "As on the wall" })).toBeVisible();
  // What was pressed, and what came of it, stands beside it.
  await expect(inspector(page)).toContainText(/Lodger's door lock: unlocked, wished on the panel/);
});

test("with the hub down the panel says so, and takes nothing", async ({ page }) => {
  await ownHouse(page, "rehearse?view=panel&on=2026-11-26&broken=hub:house-hub@2026-11-26T12:00%2B720");
  await expect(page.getByRole("alert")).toContainText("The hub is down");
  await page.locator('[data-panel-room="snug"]').click();
  await page.getByRole("group", { name: "Snug shade left" }).getByRole("button", { name: "half" }).click();
  await page.getByRole("button", { name: "Done" }).click();
  await expect(page.getByText("The house does not answer")).toBeVisible();
});

test("the stand-in house is opened, a panel is driven by it, somebody rings, and it is closed", async ({
  page,
}) => {
  await ownHouse(page, "rehearse?view=panel&on=2026-11-26");
  await page.getByRole("button", { name: "Stand-in house" }).click();
  const dialog = page.getByRole("dialog", { name: "Stand-in house" });
  await dialog.getByLabel("Port").fill("port");
  await dialog.getByRole("button", { name: "Open it" }).click();
  await expect(dialog.getByRole("alert")).toContainText("Port must be a whole number");
  await dialog.getByLabel("Port").fill("0");
  await dialog.getByRole("button", { name: "Open it" }).click();
  await expect(dialog.locator("[data-house]")).toContainText("mqtt://127.0.0.1:");
  await dialog.getByRole("button", { name: "Done" }).click();
  await choose(page.getByLabel(/^Driven by/), "the stand-in house");
  const panel = page.locator("[data-panel]");
  await expect(panel.locator("[data-before-bed]")).toContainText(/before bed|All in order/);
  await panel.locator('[data-panel-room="snug"]').click();
  const snug = page.getByRole("dialog", { name: "Snug" });
  await snug.getByRole("group", { name: "Snug lamp" }).getByRole("button", { name: "half" }).click();
  await expect(
    snug.getByRole("group", { name: "Snug lamp" }).getByRole("button", { name: "half" }),
  ).toHaveAttribute("aria-pressed", "true");
  await snug.getByRole("button", { name: "Done" }).click();
  await panel.getByRole("button", { name: "As on the wall" }).click();
  await panel.getByRole("button", { name: "Ring at the door" }).click();
  const door = page.getByRole("alertdialog", { name: "Somebody is at the door" });
  await expect(door).toContainText("Front door station");
  await door.getByRole("button", { name: "Seen" }).click();
  await expect(door).toHaveCount(0);
  await panel.getByRole("button", { name: "Let it rest" }).click();
  const resting = page.locator("[data-resting]");
  await expect(resting).toBeFocused();
  await resting.press("Enter");
  await expect(resting).toHaveCount(0);
  await panel.getByRole("button", { name: "Back to the desk" }).click();
  await page.getByRole("button", { name: "Stand-in house", exact: true }).click();
  await dialog.getByRole("button", { name: "Close the house" }).click();
  await expect(dialog.getByRole("button", { name: "Open it" })).toBeVisible();
});

test("who lives there has the panel and nothing else: a flag is set, kept, and found again", async ({
  page,
}) => {
  await page.goto("/sign-in");
  await page.getByRole("button", { name: "Wall panel" }).click();
  await expect(page).toHaveURL(/larkspur-weir\/panel/);
  await page.goto("/d/larkspur-weir/runs");
  await expect(page).toHaveURL(/larkspur-weir\/panel/);
  const panel = page.locator("[data-panel]");
  const flag = panel.getByRole("switch", { name: "Leave the snug be" });
  await expect(flag).toHaveAttribute("aria-checked", "false");
  await flag.click();
  await expect(flag).toHaveAttribute("aria-checked", "true");
  await expect(panel.locator("[data-kept]")).toContainText("1 setting for now");
  // What is kept was so already: the house goes on, and its clock with it.
  const clock = panel.locator("[data-panel-clock]");
  await expect(clock).not.toHaveText("15:20");
  const before = (await clock.textContent())!;
  const kept = page.waitForResponse((answer) => answer.url().endsWith("/edit"));
  await panel.getByRole("button", { name: "Keep it" }).click();
  expect((await kept).status()).toBe(200);
  await expect(panel.locator("[data-kept]")).toHaveCount(0);
  await expect(clock).not.toHaveText(before);
  expect((await clock.textContent())! > before).toBe(true);
  await page.reload();
  await expect(flag).toHaveAttribute("aria-checked", "true");
  await expect(panel.getByRole("button", { name: "Back to the desk" })).toHaveCount(0);
  expect(await faults(page)).toEqual([]);
  // As it was, for whoever comes after.
  await flag.click();
  await panel.getByRole("button", { name: "Keep it" }).click();
  await expect(panel.locator("[data-kept]")).toHaveCount(0);
});
