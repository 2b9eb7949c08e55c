import fc from "fast-check";
import { diffuseShare, onGlassWM2, sunShares } from "./sun-on-glass";

describe("the sun parted", () => {
  test("worked by hand: 400 W/m² with the sun at 30°", () => {
    // Clearness 400 ÷ (1361 · sin 30°) = 0.5878; of it 0.4666 from the sky: 186.6; straight (400 − 186.6) ÷ 0.5 = 426.7.
    const sun = { elevationDeg: 30, azimuthDeg: 180 };
    const shares = sunShares(400, sun);
    expect(shares.beamWM2).toBeCloseTo(426.7, 0);
    // Half the sky and a tenth of what lies on the ground.
    expect(shares.roundWM2).toBeCloseTo(93.3 + 40, 0);
    expect(onGlassWM2(shares, sun, 180)).toBeCloseTo(133.3 + 426.7 * Math.cos(Math.PI / 6), 0);
    // Sixty degrees beside it half as much comes straight; behind it nothing.
    expect(onGlassWM2(shares, sun, 240)).toBeCloseTo(133.3 + 0.5 * 369.5, 0);
    expect(onGlassWM2(shares, sun, 120)).toBeCloseTo(133.3 + 0.5 * 369.5, 0);
    expect(onGlassWM2(shares, sun, 0)).toBeCloseTo(133.3, 0);
  });

  test("the share of the sky by clearness, at its edges", () => {
    expect(diffuseShare(0)).toBe(1);
    expect(diffuseShare(0.22)).toBeCloseTo(0.9802, 4);
    expect(diffuseShare(0.2201)).toBeCloseTo(0.98, 2);
    expect(diffuseShare(0.5)).toBeCloseTo(0.6592, 3);
    expect(diffuseShare(0.8)).toBeCloseTo(0.165, 2);
    expect(diffuseShare(0.95)).toBe(0.165);
  });

  test("a sun that hardly stands above the horizon is hidden: only its sky is left", () => {
    const low = { elevationDeg: 2.9, azimuthDeg: 90 };
    expect(sunShares(20, low)).toEqual({ beamWM2: 0, roundWM2: 12 });
    expect(sunShares(20, { ...low, elevationDeg: 3.1 }).beamWM2).toBeGreaterThan(0);
    expect(sunShares(0, low)).toEqual({ beamWM2: 0, roundWM2: 0 });
  });

  test("straight and sky come to what lies on level ground, in any sky", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 4, max: 90, noNaN: true }),
        fc.double({ min: 1, max: 900, noNaN: true }),
        (elevationDeg, level) => {
          const { beamWM2, roundWM2 } = sunShares(level, { elevationDeg, azimuthDeg: 0 });
          const sky = 2 * (roundWM2 - 0.1 * level);
          expect(beamWM2 * Math.sin((elevationDeg * Math.PI) / 180) + sky).toBeCloseTo(level, 6);
          expect(sky).toBeGreaterThan(0);
          expect(beamWM2).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });
});
