/**
 * Stage 3 from the brief's problems to an accepted plan, for the demo house and the rented flat; conflicts,
 * catalogue, advisers.
 */
import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { cell, expect, open as openDesk, ownHouse, ready, saved, signIn, test, openDemo } from "./desk";
import { choose } from "./choose";

interface File {
  wants: {
    id: string;
    room: string;
    function: string;
    count: number;
    points: string[];
    problem?: string;
    option?: string;
  }[];
  points: { id: string; kind: string }[];
  kinds: { id: string; drops: unknown[] }[];
  devices: { id: string; point: string; option?: string; status: string }[];
  hubs: { option: string }[];
  plans: { name: string; picks: { want: string; count: number }[] }[];
  options: { id: string }[];
}

const fileOf = async (page: Page, house: string) =>
  JSON.parse(
    await page.evaluate((path) => fetch(`${path}/file`).then((response) => response.text()), house),
  ) as File;
/** The view of the stage runs: it is fetched after the desk. */
async function open(page: Page, path: string): Promise<void> {
  await openDesk(page, path);
  await page.locator("[data-ready]").waitFor({ state: "attached" });
}

const solved = (page: Page) => expect(page.locator("[data-solved=yes]")).toBeVisible({ timeout: 45_000 });
const view = (page: Page, name: string) =>
  page.getByRole("tablist", { name: "Views of the choice" }).getByRole("tab", { name, exact: true }).click();
const inspector = (page: Page) => page.getByRole("region", { name: "Inspector contents" });
const take = (page: Page, plan: string) =>
  page.getByRole("button", { name: `Take this plan: ${plan}` }).click();

/** A design of its own from the flat's file. */
async function ownFlat(page: Page): Promise<string> {
  await signIn(page);
  await page.goto("/designs");
  await page.getByLabel("Project file (.zinc.json)").setInputFiles({
    name: "flat.zinc.json",
    mimeType: "application/json",
    buffer: readFileSync("demo/ropewalk-court.zinc.json"),
  });
  await page.getByRole("button", { name: "Bring in" }).click();
  await page.waitForURL(/\/d\/\w+\/house$/);
  await ready(page);
  return new URL(page.url()).pathname.replace(/\/house$/, "");
}

/** The demo house with a dozen wants: what a change does to its plans is there in a second, not in ten. */
const ownWing = (page: Page) =>
  ownHouse(page, null, (text) => {
    const file = JSON.parse(text) as { wants: unknown[] };
    file.wants = file.wants.slice(0, 12);
    return JSON.stringify(file);
  });

/** Wants from the problems and the switch map, seen before they are put down. */
async function fromTheHouse(page: Page, sources: readonly string[]): Promise<number> {
  await view(page, "Wants");
  await page.getByRole("button", { name: "From the house" }).click();
  const panel = page.getByRole("region", { name: "Wants from the house" });
  for (const source of ["Problems", "Switch map", "Points on the plan", "What such rooms usually ask for"])
    await panel.getByLabel(source, { exact: true }).setChecked(sources.includes(source));
  const proposed = await panel.getByRole("listitem").count();
  await panel.getByRole("button", { name: /^Put \d+ wants? down$/ }).click();
  await expect(panel).toHaveCount(0);
  await saved(page);
  return proposed;
}

test("the demo house: from its problems to an accepted plan, as one edit that undo takes back", async ({
  page,
}) => {
  // As it was before anybody had asked the house.
  const house = await ownHouse(page, null, (text) => {
    const file = JSON.parse(text) as { wants: { leg?: string; problem?: string }[] };
    file.wants = file.wants.filter((want) => !want.leg && !want.problem);
    return JSON.stringify(file);
  });
  await open(page, `${house}/choose`);
  await solved(page);
  const before = await fileOf(page, house);
  const added = await fromTheHouse(page, ["Problems", "Switch map"]);
  expect(added).toBeGreaterThan(8);
  const wanted = await fileOf(page, house);
  expect(wanted.wants.length).toBe(before.wants.length + added);
  expect(wanted.wants.filter((want) => want.problem === "gate").map((want) => want.function)).toContain(
    "opening",
  );
  await view(page, "Plans");
  await solved(page);
  for (const plan of ["cost", "few", "sturdy"])
    await expect(page.locator(`[data-plan-head=${plan}]`)).toContainText("nothing cheaper: proven");
  await expect(page.getByText("not met")).toHaveCount(0);
  // Every want has its choice in every plan, and why not the next.
  await expect(page.locator("[data-want]")).toHaveCount(wanted.wants.length);
  expect(
    await page.locator("[data-want] [data-plan=cost]").filter({ hasText: /not / }).count(),
  ).toBeGreaterThan(wanted.wants.length / 2);
  const devices = await cell(page, "devices").textContent();
  await take(page, "Least cost");
  await saved(page);
  await expect(cell(page, "devices")).not.toHaveText(devices!);
  const taken = await fileOf(page, house);
  expect(taken.plans).toHaveLength(1);
  for (const want of taken.wants)
    expect(
      taken.plans[0]!.picks.filter((pick) => pick.want === want.id).reduce(
        (sum, pick) => sum + pick.count,
        0,
      ),
    ).toBe(want.count);
  const chosen = taken.devices.filter((device) => device.option !== undefined && device.status === "chosen");
  expect(chosen.length).toBeGreaterThan(
    before.devices.filter((device) => device.option !== undefined).length,
  );
  await page.keyboard.press("f");
  // The plan answers all of it but for the sensor that stands there already: a plan takes nothing off a wall.
  const ANSWERED = /^choose\.(want-unmet|neutral-missing|critical-on-cloud|overload)$/;
  await expect
    .poll(async () =>
      (
        await page
          .locator("[data-finding]")
          .evaluateAll((lines) => lines.map((line) => [line.getAttribute("data-finding")!, line.textContent]))
      ).filter(([code]) => ANSWERED.test(code!)),
    )
    .toEqual([
      ["choose.critical-on-cloud", expect.stringContaining("Leak sensor, kitchen sink must work without")],
    ]);
  await page.keyboard.press("f");
  await page.keyboard.press("Control+z");
  await saved(page);
  const back = await fileOf(page, house);
  expect(back.plans).toEqual([]);
  expect(back.devices).toEqual(wanted.devices);
  expect(back.points).toEqual(wanted.points);
});

test("the rented flat: one hub, and not a metre of cable", async ({ page }) => {
  const flat = await ownFlat(page);
  await open(page, `${flat}/choose`);
  expect(await fromTheHouse(page, ["Problems"])).toBe(1);
  await view(page, "Plans");
  await solved(page);
  await take(page, "Fewest controllers");
  await saved(page);
  const file = await fileOf(page, flat);
  expect(file.hubs).toHaveLength(1);
  const wanted = new Set(file.wants.flatMap((want) => want.points));
  const drops = file.points
    .filter((point) => wanted.has(point.id))
    .flatMap((point) => file.kinds.find((kind) => kind.id === point.kind)!.drops);
  expect(drops).toEqual([]);
  expect(
    file.devices.filter((device) => wanted.has(device.point)).every((device) => device.option !== undefined),
  ).toBe(true);
  await expect(page.locator("[data-finding='choose.want-unmet']")).toHaveCount(0);
});

test("a want made impossible shows what stands in its way, and one press lets go of it", async ({ page }) => {
  const house = await ownWing(page);
  await open(page, `${house}/choose?view=wants`);
  await choose(page.getByLabel("Add a want"), "leak");
  await inspector(page)
    .getByRole("button", { name: /^Needs:/ })
    .click();
  await inspector(page).getByRole("checkbox", { name: "colour", exact: true }).check();
  await view(page, "Plans");
  await solved(page);
  const conflict = page.locator("[data-conflict]");
  await expect(conflict).toContainText("Nothing meets this: leak sensing");
  await expect(conflict).toContainText("has no colour");
  await expect(page.locator("[data-plan-head=cost]")).toContainText("1 not met");
  await conflict.getByRole("button", { name: "Let go of “colour” for leak sensing" }).click();
  await solved(page);
  await expect(conflict).toHaveCount(0);
  await expect(page.getByText("not met")).toHaveCount(0);
});

test("wants that clash only together: the smallest set of them, and ways out", async ({ page }) => {
  const flat = await ownFlat(page);
  await open(page, `${flat}/choose?view=wants`);
  // A contact of a security set needs its own gateway, and that carries nothing else the flat wants.
  await choose(page.getByLabel("Add a want"), "opening");
  await choose(inspector(page).getByLabel("Settled on"), "Door contact of a security set");
  await saved(page);
  await view(page, "Plans");
  await solved(page);
  const conflict = page.locator("[data-conflict]");
  await expect(conflict).toContainText(
    /These 2 cannot be met together, and no fewer stand in each other's way/,
  );
  await expect(conflict).toContainText("at most one controller");
  await conflict.getByRole("button", { name: /^Leave the choice for door or window contact/ }).click();
  await solved(page);
  await expect(conflict).toHaveCount(0);
});

test("sliders weigh anew and say what changed; a choice can be settled, and plans keep to it", async ({
  page,
}) => {
  const house = await ownWing(page);
  await open(page, `${house}/choose`);
  await solved(page);
  const years = inspector(page).getByRole("slider", { name: /^Over/ });
  await years.focus();
  await years.press("Home");
  await saved(page);
  await solved(page);
  await expect(page.locator("[data-plan-head=cost]")).toContainText("over 1 year");
  await expect(page.locator("[data-changes]")).toContainText(/Since the last change: .*−/);
  await page.getByRole("button", { name: "Seen" }).click();
  await page.getByRole("button", { name: "light: Snug lamp" }).click();
  const why = inspector(page).getByRole("region", { name: "Why not" });
  await expect(why).toContainText("taken");
  const other = why.getByRole("listitem").filter({ hasText: "Wall dimmer, trailing edge" });
  await expect(other).toContainText(/costs .* more in all/);
  await other.getByRole("button", { name: "settle on it" }).click();
  await saved(page);
  await solved(page);
  for (const plan of ["cost", "few", "sturdy"])
    await expect(
      page.locator(`[data-want] [data-plan=${plan}]`).filter({ hasText: "Wall dimmer, trailing edge" }),
    ).toHaveCount(1);
  await expect(page.locator("[data-changes]")).toContainText("its option was settled");
});

test("long work can be stopped, and what was there stays", async ({ page }) => {
  const house = await ownWing(page);
  await open(page, `${house}/choose`);
  await solved(page);
  // The solver is kept busy, as a large house would.
  const solver = page.workers().find((worker) => /choose/.test(worker.url()))!;
  void solver
    .evaluate(() => {
      for (;;);
    })
    .catch(() => undefined);
  const labour = inspector(page).getByRole("slider", { name: /^Labour/ });
  await labour.focus();
  await labour.press("ArrowUp");
  await saved(page);
  await page.getByRole("button", { name: "Stop", exact: true }).click();
  await expect(page.getByText("Stopped. What stands here is from before the last change.")).toBeVisible();
  await expect(page.locator("[data-plan-head=cost]")).toContainText("nothing cheaper: proven");
  await expect(page.getByRole("button", { name: "Take this plan: Least cost" })).toBeDisabled();
  await page.getByRole("button", { name: "Work out" }).click();
  await solved(page);
  await expect(page.getByRole("button", { name: "Take this plan: Least cost" })).toBeEnabled();
});

test("the catalogue: own entry, CSV out and in, faults by row, column and reason", async ({ page }) => {
  const house = await ownHouse(page, "choose?view=catalogue");
  const csv = await page.evaluate(
    (path) => fetch(`${path}/csv/catalogue`).then((response) => response.text()),
    house,
  );
  const [head, first] = csv.split("\r\n");
  const bring = (text: string) =>
    page
      .getByLabel("Catalogue as CSV")
      .setInputFiles({ name: "own.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  const count = (await fileOf(page, house)).options.length;
  await bring(`${head}\r\n${first}\r\n${first!.replace(/^[^,]+,[^,]+/, "own-1,toaster")}\r\n`);
  const faults = page.getByRole("alert").filter({ hasText: "nothing was taken in" });
  await expect(faults.getByRole("row").nth(1)).toContainText(/3kindmust be one of hub/);
  expect((await fileOf(page, house)).options).toHaveLength(count);
  await bring(`${head}\r\n${first!.replace(/^[^,]+/, "own-1")}\r\n`);
  await expect(page.getByText("own.csv: 1 added, 0 replaced.")).toBeVisible();
  await expect(faults).toHaveCount(0);
  await saved(page);
  expect((await fileOf(page, house)).options).toHaveLength(count + 1);
  await page.getByRole("button", { name: "Own entry" }).click();
  await inspector(page).getByLabel("Name", { exact: true }).fill("Plug of our own");
  await inspector(page).getByLabel("Name", { exact: true }).press("Enter");
  await inspector(page).getByLabel("Price", { exact: true }).fill("free");
  await inspector(page).getByLabel("Price", { exact: true }).press("Enter");
  await expect(inspector(page).getByRole("alert")).toContainText("must be a number");
  await inspector(page).getByText("Ratings", { exact: true }).click();
  await inspector(page).getByLabel("Amps").fill("16");
  await inspector(page).getByLabel("Amps").press("Enter");
  await saved(page);
  expect((await fileOf(page, house)).options).toContainEqual(
    expect.objectContaining({ name: "Plug of our own", ratings: { amps: 16 } }),
  );
});

test("hubs against needs say why; what-ifs name what stops", async ({ page }) => {
  await openDemo(page, "choose?view=hubs");
  const table = page.getByRole("table", { name: /Hubs against needs/ });
  await expect(
    table.getByRole("columnheader").filter({ hasText: "Lighting hub, its own line only" }),
  ).toContainText("works without the internet");
  await expect(
    table
      .getByRole("cell")
      .filter({ hasText: /speaks none of|needs the internet|takes only its own line/ })
      .first(),
  ).toBeVisible();
  await view(page, "What if");
  await expect(page.getByRole("region", { name: "Multi-radio local hub fails" })).toContainText(
    "leak sensing, Plant room critical",
    { timeout: 45_000 },
  );
  await page.getByLabel("More devices", { exact: true }).last().fill("250");
  await expect(page.getByText(/too many: another coordinator/).first()).toBeVisible();
});

test("advisers answer as their fields change, and the retrofit sheet is made to be taken along", async ({
  page,
}) => {
  await openDemo(page, "choose?view=advisers");
  const verdict = page.locator("[data-verdict]");
  await expect(verdict).toContainText("Insert behind the switch");
  await page.getByLabel("colour", { exact: true }).check();
  await expect(verdict).toContainText("Smart lamps and a decoupled switch");
  const pages: [string, RegExp][] = [
    ["Direct link, control to device", /Yes, by a binding/],
    ["Plug and relay rating", /No plug holds 2200 W/],
    ["Relay contact and its fail state", /Wire the normally open contact/],
    ["Battery or cable", /^On cells|^By cable/],
    ["One hub or several", /^One hub/],
    ["Hand remotes", /sends steps/],
    ["Dimming by a held button", /^Smooth, 4\.0 s/],
    ["Coordinator and hub restarts", /own supply|stick will do/],
    ["A place not decided yet", /^Plan /],
  ];
  for (const [name, text] of pages) {
    await page.getByRole("navigation", { name: "Advisers" }).getByRole("button", { name }).click();
    await expect(verdict).toHaveText(text, { timeout: 45_000 });
    await expect(page.getByRole("region", { name: "Advice" }).locator("svg, table").first()).toBeVisible();
  }
  await page
    .getByRole("navigation", { name: "Advisers" })
    .getByRole("button", { name: "Dimming by a held button" })
    .click();
  await page.getByLabel("Fade").fill("100");
  await expect(verdict).toContainText("fade for at least 160 ms");
  await view(page, "Retrofit sheet");
  await choose(page.getByLabel("Fitting for the hole"), "lamp-zb-down-fire");
  const hole = page.getByRole("region", { name: "The hole" });
  await expect(hole).toContainText("take an adapter ring");
  await page.getByLabel("Hole now").fill("90");
  await expect(hole).toContainText("does not cover a hole of 90 mm");
  await expect(page.getByText("lock it off, keep the key in the pocket")).toBeVisible();
});
