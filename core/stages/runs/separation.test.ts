import fc from "fast-check";
import type { Design } from "../../design/collections";
import { testDesign } from "../../test-design";
import { runsChecks } from "./checks";
import { alongside, crosses } from "../../geometry/cross";
import { besideMains, besideWorking, separationMm, throughNoGo } from "./separation";

describe("side by side", () => {
  it.each([
    [
      "the same line",
      [
        [0, 0],
        [10, 0],
      ],
      [
        [2, 0],
        [6, 0],
      ],
      4,
      0,
    ],
    [
      "0.15 m beside it",
      [
        [0, 0.15],
        [10, 0.15],
      ],
      [
        [2, 0],
        [6, 0],
      ],
      4,
      0.15,
    ],
    [
      "past its end",
      [
        [7, 0.1],
        [10, 0.1],
      ],
      [
        [2, 0],
        [6, 0],
      ],
      undefined,
      0,
    ],
    [
      "too far",
      [
        [0, 0.25],
        [10, 0.25],
      ],
      [
        [2, 0],
        [6, 0],
      ],
      undefined,
      0,
    ],
    [
      "across it",
      [
        [4, -5],
        [4, 5],
      ],
      [
        [2, 0],
        [6, 0],
      ],
      undefined,
      0,
    ],
    [
      "coming nearer: within 0.2 m from x = 4 to 6",
      [
        [0, 0.4],
        [8, 0],
      ],
      [
        [0, 0],
        [6, 0],
      ],
      Math.hypot(2, 0.1),
      0.1,
    ],
  ] as const)("%s", (_what, [a, b], [c, d], metres, least) => {
    const found = alongside(a, b, c, d, 0.2);
    if (metres === undefined) expect(found).toBeUndefined();
    else {
      expect(found!.metres).toBeCloseTo(metres, 6);
      expect(found!.least).toBeCloseTo(least, 6);
    }
  });

  it("is never longer than either of the two, and the same from both ends", () => {
    const xy = fc.tuple(
      fc.double({ min: -9, max: 9, noNaN: true }),
      fc.double({ min: -9, max: 9, noNaN: true }),
    );
    fc.assert(
      fc.property(xy, xy, xy, xy, (a, b, c, d) => {
        const found = alongside(a, b, c, d, 0.2);
        const back = alongside(b, a, c, d, 0.2);
        expect(back === undefined).toBe(found === undefined);
        if (!found || !back) return;
        expect(back.metres).toBeCloseTo(found.metres, 6);
        expect(found.metres).toBeLessThanOrEqual(Math.hypot(b[0] - a[0], b[1] - a[1]) + 1e-9);
        expect(found.least).toBeLessThanOrEqual(0.2 + 1e-9);
      }),
      { numRuns: 500 },
    );
  });
});

/**
 * Mains along the ground trunk (y = 3, 2.6 m high), `beside` metres off it and `heightM` high, from x = 2
 * to 7.
 */
const withMains = (beside: number, heightM?: number): Design => ({
  ...testDesign(),
  mainsRuns: [
    {
      id: "m",
      level: "g",
      name: "Lighting ring",
      path: [
        [2, 3 + beside],
        [7, 3 + beside],
      ],
      ...(heightM === undefined ? {} : { heightM }),
    },
  ],
});

describe("beside mains", () => {
  it("unscreened data keeps 200 mm: 150 mm off for 5 m is a finding with its metres", () => {
    // Both cameras' cables lie on the trunk from x = 0; one joins at 5, the other comes down the riser at 8.
    const [one] = besideMains(withMains(0.15));
    expect(one).toMatchObject({ way: { in: "trunks", id: "tg" }, neededMm: 200 });
    expect(one!.metres).toBeCloseTo(5, 6);
    expect(one!.mm).toBeCloseTo(150, 6);
    const finding = runsChecks(withMains(0.15)).find((row) => row.code === "runs.near-mains")!;
    expect(finding).toMatchObject({
      measured: 150,
      limit: 200,
      title: "Ground trunk lies beside Lighting ring for 5.0 m",
      why: expect.stringMatching(/licensed person/),
    });
    expect(besideWorking(withMains(0.15), one!).steps.at(-1)!.gives).toBe("150 mm");
  });
  it("farther off, above by enough, or across is fine", () => {
    expect(besideMains(withMains(0.21))).toEqual([]);
    expect(besideMains(withMains(0, 2.39))).toEqual([]);
    expect(besideMains(withMains(0, 2.45))[0]!.mm).toBeCloseTo(150, 6);
    expect(
      besideMains({
        ...withMains(0),
        mainsRuns: [
          {
            id: "m",
            level: "g",
            name: "Across",
            path: [
              [4, 0],
              [4, 6],
            ],
          },
        ],
      }),
    ).toEqual([]);
    // The same mains a level up lie beside that level's trunk, and not this one's.
    expect(
      besideMains({
        ...withMains(0.15),
        mainsRuns: withMains(0.15).mainsRuns.map((row) => ({ ...row, level: "u" })),
      }).map((one) => one.way.id),
    ).toEqual(["tu"]);
  });
  it("a stretch of 0.4 m does no harm, one of 0.6 m is found", () => {
    const short = (metres: number) =>
      besideMains({
        ...testDesign(),
        mainsRuns: [
          {
            id: "m",
            level: "g",
            name: "Spur",
            path: [
              [3, 3.1],
              [3 + metres, 3.1],
            ],
          },
        ],
      });
    expect(short(0.4)).toEqual([]);
    expect(short(0.6).map((one) => one.metres)).toEqual([expect.closeTo(0.6, 6)]);
  });
  it("asks less of what is screened, and nothing of fibre", () => {
    const type = (id: string) => testDesign().cableTypes.find((row) => row.id === id)!;
    expect([
      separationMm(type("cat6")),
      separationMm(type("cat6a")),
      separationMm(type("fibre-2")),
      separationMm(type("bus-4")),
    ]).toEqual([200, 100, 0, 50]);
  });
});

describe("no-go areas", () => {
  const box = [
    [3, 2],
    [4, 2],
    [4, 4],
    [3, 4],
  ] as const;
  it("are crossed by a line that enters them, not by one along their edge or past them", () => {
    expect(crosses(box, [0, 3], [10, 3])).toBe(true);
    expect(crosses(box, [3.2, 2.5], [3.8, 3.5])).toBe(true);
    expect(crosses(box, [0, 1], [10, 1])).toBe(false);
    expect(crosses(box, [0, 3], [2.9, 3])).toBe(false);
  });
  it("name the cables that run through them", () => {
    const design: Design = {
      ...testDesign(),
      noGo: [
        {
          id: "n",
          level: "g",
          name: "Chimney breast",
          outline: box.map(([x, y]) => [x, y] as [number, number]),
          why: "Live flue",
        },
      ],
    };
    expect(throughNoGo(design).map(({ drops }) => drops.length)).toEqual([2]);
    expect(runsChecks(design).find((row) => row.code === "runs.through-no-go")).toMatchObject({
      severity: "stop",
      measured: 2,
      title: "2 cables run through Chimney breast",
      why: expect.stringMatching(/Live flue/),
    });
    // On the level above only the cable that runs there.
    expect(
      throughNoGo({ ...design, noGo: design.noGo.map((row) => ({ ...row, level: "u" })) }).map(({ drops }) =>
        drops.map((drop) => drop.point.id),
      ),
    ).toEqual([["cam-up"]]);
  });
});
