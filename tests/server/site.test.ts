/** What the site asks of the server: pull sheets, lists, what changed since a day, photos by their hash. */
import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import Papa from "papaparse";
import { applyChanges, type Change } from "../../core/design/edit";
import { before, compareRuns } from "../../core/stages/runs/compare";
import { mountingsOf } from "../../core/stages/runs/mounting";
import { pullSheets } from "../../core/stages/runs/pull-sheet";
import { punchList } from "../../core/stages/runs/site";
import { larkspurWeir } from "../../demo/larkspur-weir";
import { pullSheetsPdf } from "../../server/pull-sheet-pdf";
import { demoClient, ownDesign } from "./http-client";
import { textsOf } from "./pdf-texts";

const url = process.env.TEST_WEB_URL!;
const DESIGN = "/d/larkspur-weir";

test("every drop that can be pulled stands once on the pull sheets, with its reels before and after", async () => {
  const demo = larkspurWeir();
  const sheets = pullSheets(demo);
  const texts = textsOf(await pullSheetsPdf(demo, sheets));
  const labels = sheets.flatMap((sheet) => sheet.lines.map((line) => line.label));
  for (const label of labels)
    expect([label, texts.filter((text) => text === label).length]).toEqual([label, 1]);
  for (const sheet of sheets) expect(texts).toContain(`Pull ${sheet.pull.id}`);
  expect(texts.filter((text) => text.startsWith("Look for pipes"))).toHaveLength(1);
});

test("one pull alone, an unknown one, and the lists as CSV", async () => {
  const designer = await demoClient(url, "designer");
  const one = await designer.get(`${DESIGN}/pull-sheet/P02`);
  expect([one.status, one.headers.get("Content-Type")]).toEqual([200, "application/pdf"]);
  expect((await designer.get(`${DESIGN}/pull-sheet/P99`)).status).toBe(404);
  const count = async (table: string) =>
    Papa.parse(await (await designer.get(`${DESIGN}/csv/${table}`)).text(), {
      header: true,
      skipEmptyLines: true,
    }).data.length;
  expect(await count("mounting")).toBe(mountingsOf(larkspurWeir()).length);
  expect(await count("punch")).toBe(punchList(larkspurWeir()).length);
});

test("what changed since a day: the way back through every edit, and none for how the design came in", async () => {
  const designer = await demoClient(url, "designer");
  const own = `/d/${await ownDesign(designer)}`;
  const today = new Date().toISOString().slice(0, 10);
  const brought = await designer.get(`${own}/changes?since=2000-01-01`);
  const then = ((await brought.json()) as { inverses: Change[][] }).inverses.length;
  const file = JSON.parse(await (await designer.get(`${own}/file`)).text()) as {
    points: { id: string; x: number }[];
  };
  const row = file.points.find((one) => one.id === "boot-cam-1")!;
  const changes = [{ in: "points", put: { ...row, x: row.x - 1 } }] as Change[];
  const written = await designer.json(`${own}/edit`, { kind: "edit", base: 1 + then, changes });
  expect(written.status).toBe(200);
  const { inverses } = (await (await designer.get(`${own}/changes?since=${today}`)).json()) as {
    inverses: Change[][];
  };
  expect(inverses.at(-1)).toEqual([{ in: "points", put: row }]);
  const now = applyChanges(larkspurWeir(), changes);
  expect(compareRuns(before(now, [inverses.at(-1)!]), now).map((change) => change.key)).toEqual([
    "boot-cam-1/1",
  ]);
  expect((await designer.json(`${own}/edit`, { kind: "undo" })).status).toBe(200);
  const bad = await designer.get(`${own}/changes?since=yesterday`);
  expect(bad.status).toBe(422);
  expect(((await bad.json()) as { error: string }).error).toContain("since must be a day");
  expect((await (await demoClient(url, "household")).get(`${DESIGN}/changes?since=${today}`)).status).toBe(
    200,
  );
});

test("a photo from the site is kept under the hash the device gave it", async () => {
  const installer = await demoClient(url, "designer");
  const bytes = readFileSync("docs/screenshots/house.png");
  const answer = await fetch(`${url}${DESIGN}/picture`, {
    method: "POST",
    headers: { Origin: url, Cookie: installer.cookies(), "Content-Type": "image/png" },
    body: bytes,
  });
  expect(((await answer.json()) as { hash: string }).hash).toBe(
    createHash("sha256").update(bytes).digest("hex"),
  );
});
