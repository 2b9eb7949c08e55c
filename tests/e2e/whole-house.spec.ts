/** Stage 10 as a journey: written by keyboard, copied to rooms, checked against who sleeps there, and printed for them. */
import { readFileSync } from "node:fs";
import { faults } from "./axe";
import { choose } from "./choose";
import { expect, open, ownHouse, saved, test } from "./desk";
import { printed } from "./printed";

test("wake in steps by keyboard alone, copied to three rooms; the night-shift sleeper is found and let sleep", async ({
  page,
}) => {
  await ownHouse(page, "automations");
  await page.getByRole("button", { name: "New sentence" }).first().focus();
  await page.keyboard.press("Enter");
  const editor = page.getByRole("textbox", { name: "Text of New automation" });
  await expect(editor).toBeFocused();
  const options = page.locator(".cm-tooltip-autocomplete li");
  const type = (text: string) => page.keyboard.type(text, { delay: 15 });
  const take = async (shown: string) => {
    await expect(options.first()).toContainText(shown);
    await page.keyboard.press("Tab");
  };
  const bring = async (to: string) => {
    await page.keyboard.press("Enter");
    await type("do bring [teenager's sh");
    await take("[Teenager's shade]");
    await type(` to ${to}`);
  };
  const wait = async () => {
    // The sentence could go on, and says so; Enter ends it all the same.
    await expect(options.first()).toBeVisible();
    await page.keyboard.press("Enter");
    await type("do wait 8 min");
  };
  // What it begins with, that it is switched off, is written over.
  await page.keyboard.press("Shift+Home");
  await type("cue up: at 09:20");
  await bring("20 %");
  await wait();
  await bring("50 %");
  await wait();
  await bring("open");
  await expect(editor).toContainText("to open");
  await page.keyboard.press("Control+Enter");
  const made = page.locator("[data-automation]").filter({ hasText: "New automation" });
  await expect(made).toContainText(
    "At 09:20: bring Teenager's shade to 20 %, then wait 8 min, then bring Teenager's shade to 50 %, then wait 8 min, then bring Teenager's shade to open.",
  );
  const inspector = page.getByRole("complementary", { name: "Inspector" });
  await inspector.getByLabel("Name", { exact: true }).fill("Wake in steps, Teenager's room (mine)");
  await inspector.getByLabel("Name", { exact: true }).press("Enter");
  await choose(inspector.getByLabel(/^Room\b/), "Teenager's room");
  await saved(page);
  await inspector.getByRole("button", { name: "Copy to rooms…" }).click();
  const dialog = page.getByRole("dialog");
  for (const room of ["Carpenter's room", "Grandmother's room", "Nurse's room"])
    await dialog.getByRole("checkbox", { name: room }).click();
  await expect(dialog.getByRole("region", { name: "What differs" })).toContainText("Nurse's north shade");
  expect(await faults(page)).toEqual([]);
  await dialog.getByRole("button", { name: "Copy to 3 rooms" }).click();
  const nurse = page.locator("[data-automation]").filter({ hasText: "Wake in steps, Nurse's room (mine)" });
  await expect(nurse).toContainText("bring Nurse's north shade to 20 %");
  await nurse.getByRole("button", { name: "Wake in steps, Nurse's room (mine)" }).click();
  await expect(inspector).toContainText("moves a shade over Nurse on night shifts asleep");
  await inspector.getByRole("button", { name: "Not while Nurse on night shifts is asleep" }).click();
  await expect(nurse).toContainText("unless Nurse on night shifts is asleep");
  await expect(inspector).not.toContainText("moves a shade over");
  await saved(page);
});

test("a later change of the first is offered to its copy, and taken over", async ({ page }) => {
  await ownHouse(page, "automations");
  const inspector = page.getByRole("complementary", { name: "Inspector" });
  await page.getByRole("button", { name: "Snug: nobody looks in", exact: true }).click();
  await inspector.getByRole("button", { name: "Copy to rooms…" }).click();
  await page.getByRole("dialog").getByRole("checkbox", { name: "Dining room" }).click();
  await page.getByRole("dialog").getByRole("button", { name: "Copy to 1 room" }).click();
  const copy = page.getByRole("button", { name: "Dining room: nobody looks in" });
  await expect(copy).toBeVisible();
  const first = page.locator('[data-automation="snug-privacy"]');
  await first.getByRole("button", { name: "shut", exact: true }).click();
  const line = page.getByLabel("As it is written");
  await line.fill("bring [Snug shade left] and [Snug shade right] to 10 %");
  await line.press("Enter");
  await page.keyboard.press("Escape");
  await copy.click();
  const offer = inspector.getByRole("region", { name: "Its template has changed" });
  await expect(offer).toContainText("do bring [Dining shade left] and [Dining shade right] to 10 %");
  await offer.getByRole("button", { name: "Take it over" }).click();
  await expect(offer).toHaveCount(0);
  await expect(page.locator('[data-automation="snug-privacy-dining"]')).toContainText(
    "Dining shade right to 10 %",
  );
  await saved(page);
});

test("one automation for a remote of four keys, from the library; it is tried once and told in a paragraph", async ({
  page,
}) => {
  const house = await ownHouse(page, "automations?view=templates&template=four-keys");
  const making = page.getByRole("region", { name: "Four keys of one remote" });
  await choose(making.getByLabel(/^Room\b/), "Sail loft");
  await expect(making.locator("[data-made]")).toContainText(
    "When key 1 of Sail loft keypad is pressed once or when key 2 of Sail loft keypad is pressed once",
  );
  expect(await faults(page)).toEqual([]);
  await making.getByRole("button", { name: "Make the sentence" }).click();
  const made = page.locator('[data-automation="four-keys-sail-loft"]');
  await expect(made).toContainText("Four keys of one remote, Sail loft");
  const inspector = page.getByRole("complementary", { name: "Inspector" });
  await expect(inspector.locator("[data-explained]")).toContainText("It is as good as a hand");
  // The first of its cues is tried where no other is chosen.
  await inspector.getByRole("button", { name: "Try it", exact: true }).click();
  await expect(inspector.locator("[data-tried]")).toContainText("Sail loft lamp, level: 80 %");
  expect(await faults(page)).toEqual([]);
  // Where a room has not what it takes, that is said, and nothing can be made.
  await open(page, `${house}/automations?view=templates&template=four-keys`);
  await choose(making.getByLabel(/^Room\b/), "Store");
  await expect(making.getByRole("alert")).toContainText("has nothing for “the keypad or remote”");
  await expect(making.getByRole("button", { name: "Make the sentence" })).toBeDisabled();
  await saved(page);
});

test("a school's calendar comes in, and one that is no calendar does not", async ({ page }) => {
  await ownHouse(page, "automations?view=calendars");
  const file = (text: string) => ({ name: "term.ics", mimeType: "text/calendar", buffer: Buffer.from(text) });
  const input = page.getByLabel("iCalendar file of a calendar");
  await input.setInputFiles(file("no calendar"));
  await expect(page.getByRole("alert")).toContainText("term.ics must be an iCalendar file");
  await input.setInputFiles(
    file(
      [
        "BEGIN:VCALENDAR",
        "X-WR-CALNAME:School term",
        "BEGIN:VEVENT",
        "DTSTART;VALUE=DATE:20270901",
        "DTEND;VALUE=DATE:20271023",
        "SUMMARY:Autumn 2027",
        "END:VEVENT",
        "END:VCALENDAR",
      ].join("\r\n"),
    ),
  );
  await expect(page.getByRole("status").filter({ hasText: "renewed" })).toHaveText(
    "term.ics: School term renewed, 1 event.",
  );
  await expect(page.getByRole("grid", { name: "Calendars" })).toContainText(
    "2027-09-01 to 2027-10-22: Autumn 2027",
  );
  const download = page.waitForEvent("download");
  await page.getByRole("gridcell", { name: "Night shifts" }).click();
  await page.getByRole("button", { name: "iCalendar out" }).click();
  expect(readFileSync(await (await download).path(), "utf8")).toContain("RRULE:FREQ=DAILY;INTERVAL=8");
  await saved(page);
});

test("sentences go out as text and come in again; a fault is named by line; the sheet is printed", async ({
  page,
}) => {
  await ownHouse(page, "automations");
  await page.getByRole("button", { name: "As text…" }).click();
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Text out" }).click();
  const text = readFileSync(await (await download).path(), "utf8");
  expect(text).toContain(
    "automation dusk: Dusk: bedroom shades down\n  for comfort\n  cue dusk: 25 min before sunset",
  );
  const input = page.getByLabel("Text file of sentences");
  const file = (own: string) => ({ name: "house.txt", mimeType: "text/plain", buffer: Buffer.from(own) });
  await input.setInputFiles(file(text.replace("25 min before sunset", "some time before sunset")));
  await expect(page.getByRole("alert")).toContainText(/Line \d+, place \d+: must have/);
  await input.setInputFiles(file(text.replace("25 min before sunset", "35 min before sunset")));
  await expect(page.getByRole("status").filter({ hasText: "house.txt" })).toHaveText(
    /^house\.txt: 0 new sentences, 1 changed, \d+ as they were\.$/,
  );
  await expect(page.locator('[data-automation="dusk"]')).toContainText("35 min before sunset");
  await saved(page);
  await page.getByRole("tab", { name: "Household's sheet" }).click();
  const sheet = page.getByRole("region", { name: "Sentences by room" });
  await expect(sheet).toContainText("35 min before sunset: bring Nurse's north shade");
  expect(await faults(page)).toEqual([]);
  const pages = await printed(page);
  const all = pages.map((one) => one.text).join(" ");
  expect(all).toContain("35 min before sunset: bring Nurse's north shade, Nurse's west shade");
  expect(all).toContain("Leave the house be off Nurse on night shifts, Boat carpenter Hall keypad");
  expect(pages.length).toBeLessThan(12);
});

test("the conflict map names who meets, and when; a press shows the sentence", async ({ page }) => {
  await ownHouse(page, "automations?view=map");
  const map = page.getByRole("region", { name: "Things and what sets them" });
  await expect(page.getByText("On 2 things nobody can say who wins.")).toBeVisible();
  await expect(map).toContainText(/Thu 1 Jan at 14:\d\d/);
  expect(await faults(page)).toEqual([]);
  const inspector = page.getByRole("complementary", { name: "Inspector" });
  await map
    .getByRole("button", { name: /^Snug: against the evening glare: 40 %/ })
    .first()
    .press("Enter");
  await expect(
    inspector.getByRole("heading", { name: "Snug: against the evening glare", exact: true }),
  ).toBeVisible();
  await inspector.getByRole("button", { name: "Let Snug: against the evening glare go first" }).click();
  await expect(page.getByText("Where they meet it is known who goes first.")).toBeVisible();
  await page.getByRole("radio", { name: "all that is set" }).click();
  await expect(map.getByRole("button", { name: /^Storm brings in/ })).toBeVisible();
  await saved(page);
});
