/**
 * Drawings of other programs: walls out of them, pictures under the plan, the plan taken out; and files not
 * to be trusted.
 */
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import Drawing from "dxf-writer";
import { emptyHouse, expect, revision, saved, test, openDemo } from "./desk";
import { choose } from "./choose";

function dxf(units: boolean): string {
  const file = new Drawing();
  if (units) file.setUnits("Millimeters");
  file.addLayer("WALLS", Drawing.ACI.WHITE, "CONTINUOUS");
  file.setActiveLayer("WALLS");
  file.drawPolyline(
    [
      [0, 0],
      [6000, 0],
      [6000, 4000],
      [0, 4000],
    ],
    true,
  );
  file.drawLine(2500, 0, 2500, 4000);
  file.drawCircle(100, 100, 50);
  return units ? file.toDxfString() : file.toDxfString().replace(/\$INSUNITS\s+70\s+\d+/, "$INSUNITS\n70\n0");
}

const upload = (page: Page, label: string, name: string, text: string | Buffer) =>
  page
    .getByLabel(label, { exact: true })
    .setInputFiles({ name, mimeType: "application/octet-stream", buffer: Buffer.from(text as string) });

test("walls from a DXF: preview, what was left out, a unit that is not said; then rooms", async ({
  page,
}) => {
  await emptyHouse(page);
  await page.getByRole("tab", { name: "Drawings" }).click();
  await upload(page, "Drawing", "plan.dxf", "no drawing at all");
  await expect(page.getByRole("alert")).toContainText("File is not a DXF file");
  await upload(page, "Drawing", "plan.dxf", dxf(false));
  await expect(page.getByText("Choose what one unit is")).toBeVisible();
  await expect(page.getByRole("button", { name: "Draw 0 walls" })).toBeDisabled();
  await choose(page.getByLabel("One unit is"), "millimetres");
  await expect(page.getByText("6.00 m × 4.00 m")).toBeVisible();
  await expect(page.getByText("1 CIRCLE: a curve, not a straight line")).toBeVisible();
  await expect(revision(page)).toHaveText("1");
  await page.getByRole("button", { name: "Draw 5 walls" }).click();
  await expect(page.getByText("5 walls drawn on Ground.")).toBeVisible();
  await page.getByRole("tab", { name: "Plan", exact: true }).click();
  await page.getByRole("button", { name: "Find rooms between the walls" }).click();
  await expect(page.getByText("2 rooms found.")).toBeVisible();
});

test("walls from an SVG whose scripts are never run", async ({ page }) => {
  await emptyHouse(page);
  await page.getByRole("tab", { name: "Drawings" }).click();
  await upload(
    page,
    "Drawing",
    "plan.svg",
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100" width="100mm"><script>document.title = "taken"</script><rect width="80" height="60" onload="document.title='taken'"/></svg>`,
  );
  await expect(page.getByText("1 script: is never run or shown")).toBeVisible();
  await choose(page.getByLabel("One unit is"), "centimetres");
  await page.getByRole("button", { name: "Draw 4 walls" }).click();
  await expect(page.getByText("4 walls drawn")).toBeVisible();
  await expect(page).toHaveTitle(/Zinc Lattice/);
  await upload(page, "Drawing", "plan.svg", "<svg><g></svg>");
  await expect(page.getByRole("alert")).toContainText("File is not an SVG file that can be read");
});

test("a picture under the plan, set to scale by two places; one of 50 MB is refused", async ({ page }) => {
  // Fifty megabytes take their time on a busy machine.
  test.setTimeout(120_000);
  await emptyHouse(page);
  await page.getByRole("tab", { name: "Drawings" }).click();
  const large = join(mkdtempSync(join(tmpdir(), "zinc-")), "large.png");
  writeFileSync(large, Buffer.alloc(50_000_000));
  await page.getByLabel("Picture", { exact: true }).setInputFiles(large);
  await expect(page.getByRole("alert")).toHaveText(
    "Picture is 50 MB: at most 12 MB; save it smaller and bring it in again.",
  );
  await upload(page, "Picture", "broken.png", "no picture");
  await expect(page.getByRole("alert")).toContainText("Picture cannot be shown");
  await page.getByLabel("Picture", { exact: true }).setInputFiles({
    name: "plan.svg",
    mimeType: "image/svg+xml",
    buffer: Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="1000" height="800"><script>document.title="taken"</script><path d="M100 100H900V700H100Z" fill="none" stroke="black" stroke-width="8"/></svg>`,
    ),
  });
  await expect(page.getByText("1000 × 800 px, 10.00 m wide")).toBeVisible();
  await saved(page);
  await page.getByRole("link", { name: "Set to scale" }).click();
  await expect(page.locator("svg image")).toHaveCount(1);
  const image = (await page.locator("svg image").boundingBox())!;
  await page.mouse.click(image.x + image.width * 0.1, image.y + image.height * 0.2);
  await page.mouse.click(image.x + image.width * 0.9, image.y + image.height * 0.2);
  await page.getByLabel(/then type how far they are apart/).fill("16m");
  await page.getByRole("button", { name: "Set the scale" }).click();
  await page.getByRole("tab", { name: "Drawings" }).click();
  await expect(page.getByText(/1000 × 800 px, (19\.\d\d|20\.\d\d) m wide/)).toBeVisible();
  await expect(page).toHaveTitle(/Zinc Lattice/);
});

test("the plan goes out as SVG and DXF", async ({ page }) => {
  await openDemo(page, "house?view=drawings");
  for (const kind of ["SVG", "DXF"]) {
    const [download] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("link", { name: kind, exact: true }).click(),
    ]);
    expect(readFileSync(await download.path(), "utf8")).toContain("Galley kitchen");
  }
});
