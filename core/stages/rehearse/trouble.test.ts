import { Causes } from "./trouble";

describe("by which sentence something came about", () => {
  test("by its own, by that of the line it came of, through any number of lines; by none where the chain has none", () => {
    const causes = new Causes();
    causes.hear({ n: 1, by: "dusk" });
    causes.hear({ n: 2, because: 1 });
    causes.hear({ n: 3, because: 2, by: "night" });
    causes.hear({ n: 4, because: 2 });
    causes.hear({ n: 5 });
    causes.hear({ n: 6, because: 5 });
    expect([1, 2, 3, 4, 5, 6, undefined].map((n) => causes.of(n))).toEqual([
      "dusk",
      "dusk",
      "night",
      "dusk",
      undefined,
      undefined,
      undefined,
    ]);
  });

  test("of a long run the latest are kept in mind, and no more than a bounded number", () => {
    const causes = new Causes();
    for (let n = 1; n <= 100_000; n++) causes.hear({ n, by: "dusk" });
    const known = Array.from({ length: 100_000 }, (_, i) => causes.of(i + 1)).filter(Boolean).length;
    expect(known).toBeLessThanOrEqual(40_000);
    expect(causes.of(1)).toBeUndefined();
    expect(causes.of(80_001)).toBe("dusk");
  });
});
