/** Label sheets as PDF, read back. */
import { larkspurWeir } from "../../demo/larkspur-weir";
import { dropsOf } from "../../core/stages/runs";
import { LABEL_SHEETS } from "../../core/stages/runs/labels";
import { deviceLabelsPdf, labelsPdf } from "../../server/labels-pdf";
import { PDFDocument } from "pdf-lib";
import { textsOf } from "./pdf-texts";

test.each(LABEL_SHEETS.map((sheet) => [sheet.id, sheet] as const))(
  "%s: every drop stands in it once for each end",
  async (_id, sheet) => {
    const demo = larkspurWeir();
    const pdf = await labelsPdf(demo, sheet, 2);
    expect(Buffer.from(pdf.subarray(0, 5)).toString()).toBe("%PDF-");
    const counts = new Map<string, number>();
    for (const text of textsOf(pdf)) counts.set(text, (counts.get(text) ?? 0) + 1);
    for (const drop of dropsOf(demo)) expect([drop.label, counts.get(drop.label)]).toEqual([drop.label, 2]);
  },
);

test("names in letters the font lacks are written as near as can be, and nothing breaks", async () => {
  const demo = larkspurWeir();
  demo.points = demo.points.map((point) =>
    point.id === "boot-cam-1" ? { ...point, name: "Tŷ bŵt 玄関" } : point,
  );
  const texts = textsOf(await labelsPdf(demo, LABEL_SHEETS[1]!));
  expect(texts).toContain("Ty bwt ??");
});

test("a design without drops gives an empty sheet", async () => {
  const pdf = await labelsPdf({ ...larkspurWeir(), points: [], devices: [], drops: [] }, LABEL_SHEETS[0]!);
  expect(textsOf(pdf)).toEqual([]);
});

test("labels of devices: one each, with its name, room and square; only those that are asked for", async () => {
  const design = larkspurWeir();
  const all = await PDFDocument.load(
    await deviceLabelsPdf(design, LABEL_SHEETS[0]!, { at: "http://house.example/d/x" }),
  );
  expect(all.getPageCount()).toBe(Math.ceil(design.devices.length / 65));
  const one = await deviceLabelsPdf(design, LABEL_SHEETS[1]!, {
    at: "http://house.example/d/x",
    only: new Set(["d-hall-ap-1"]),
  });
  const texts = textsOf(one);
  expect(texts).toEqual(expect.arrayContaining(["0-HALL-AP-01", "Hall access point", "Hall"]));
  expect(texts).not.toContain("Snug lamp");
});
