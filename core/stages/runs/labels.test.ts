import { larkspurWeir } from "../../../tests/core/houses";
import { dropsOf } from "./drops";
import { codeOf, LABEL_SHEETS, labelsOf, placeLabels } from "./labels";

const demo = larkspurWeir();

it("labels both ends of every drop, once each, with the same text", () => {
  const labels = labelsOf(demo);
  const drops = dropsOf(demo);
  expect(labels).toHaveLength(2 * drops.length);
  for (const drop of drops) {
    const own = labels.filter((one) => one.drop === drop);
    expect(own.map((one) => one.end)).toEqual(["point", "closet"]);
    expect(new Set(own.map((one) => one.label))).toEqual(new Set([drop.label]));
    expect([own[0]!.here, own[0]!.there]).toEqual([own[1]!.there, own[1]!.here]);
  }
  expect(new Set(drops.map((drop) => drop.label)).size).toBe(drops.length);
});

it("names the port of a patched cable at both ends, and follows it", () => {
  const find = (design: typeof demo) => labelsOf(design).find((one) => one.drop.key === "hall-ap-1/1")!;
  expect(find(demo).there).toBe("Patch panel A 3, Cellar cabinet");
  const other = {
    ...demo,
    patches: demo.patches.map((row) =>
      row.drop === "hall-ap-1/1" ? { ...row, panelPort: row.panelPort!.replace(/\/3$/, "/24") } : row,
    ),
  };
  expect(find(other).there).toBe("Patch panel A 24, Cellar cabinet");
  expect(find({ ...demo, patches: [] }).there).toBe("Cellar cabinet");
});

it.each(LABEL_SHEETS.map((sheet) => [sheet.name, sheet] as const))(
  "%s: labels keep to the page and do not overlap",
  (_name, sheet) => {
    const placed = placeLabels(labelsOf(demo), sheet, 3);
    const perPage = sheet.across * sheet.down;
    expect(placed[0]).toMatchObject({ page: 0 });
    expect(placed.at(-1)!.page).toBe(Math.ceil((placed.length + 3) / perPage) - 1);
    for (const page of [0, 1]) {
      const own = placed.filter((one) => one.page === page);
      for (const one of own) {
        expect(one.x).toBeGreaterThanOrEqual(0);
        expect(one.x + sheet.labelMm[0]).toBeLessThanOrEqual(sheet.pageMm[0] + 0.01);
        expect(one.y + sheet.labelMm[1]).toBeLessThanOrEqual(sheet.pageMm[1] + 0.6);
      }
      const spots = new Set(own.map((one) => `${one.x.toFixed(2)} ${one.y.toFixed(2)}`));
      expect(spots.size).toBe(own.length);
    }
  },
);

it("writes the drop's id as a code: three finder marks, and another code for another drop", () => {
  const [one, other] = dropsOf(demo);
  const { size, dark } = codeOf(one!);
  const isDark = (row: number, column: number) => dark.some(([r, c]) => r === row && c === column);
  for (const [row, column] of [
    [0, 0],
    [0, size - 7],
    [size - 7, 0],
  ] as const) {
    expect(Array.from({ length: 7 }, (_, i) => isDark(row, column + i)).every(Boolean)).toBe(true);
    expect(isDark(row + 1, column + 1)).toBe(false);
    expect(isDark(row + 3, column + 3)).toBe(true);
  }
  expect(codeOf(other!).dark).not.toEqual(dark);
});
