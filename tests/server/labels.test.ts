/** Label sheets as PDF, read back. */
import { larkspurWeir } from "../../demo/larkspur-weir";
import { dropsOf } from "../../core/stages/runs";
import { LABEL_SHEETS } from "../../core/stages/runs/labels";
import { labelsPdf } from "../../server/labels-pdf";
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
