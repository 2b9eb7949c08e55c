import fc from "fast-check";
import { getPosition, getTimes } from "suncalc";
import { crossings, HORIZON_DEG, noons, refractionDeg, sunEquatorial, sunPosition } from "./sun";

const RAD = Math.PI / 180;

test("Meeus, example 25.a: apparent place on 13 October 1992, 0h TD", () => {
  const { rightAscension, declination } = sunEquatorial(Date.UTC(1992, 9, 13) - 59_000);
  expect((rightAscension / RAD + 360) % 360).toBeCloseTo(198.38083, 2);
  expect(declination / RAD).toBeCloseTo(-7.78507, 2);
});

test("a published solar position: 17 October 2003, 12:30:30 at UTC−7, 39.742476° N 105.1786° W", () => {
  const { azimuthDeg, elevationDeg } = sunPosition(
    { latitudeDeg: 39.742476, longitudeDeg: -105.1786 },
    Date.UTC(2003, 9, 17, 19, 30, 30),
  );
  expect(azimuthDeg).toBeCloseTo(194.34024, 1);
  expect(Math.abs(azimuthDeg - 194.34024)).toBeLessThan(0.02);
  expect(Math.abs(elevationDeg + refractionDeg(elevationDeg) - (90 - 50.11162))).toBeLessThan(0.02);
});

test("what was asked last answers for the same moment and site alone", () => {
  const [here, ms] = [{ latitudeDeg: 50, longitudeDeg: 0 }, Date.UTC(2026, 5, 21, 12)];
  const noon = sunPosition(here, ms);
  expect(sunPosition({ ...here }, ms)).toBe(noon);
  expect(sunPosition({ ...here, latitudeDeg: 40 }, ms).elevationDeg - noon.elevationDeg).toBeCloseTo(10, 1);
  expect(sunPosition({ ...here, longitudeDeg: 15 }, ms).azimuthDeg - noon.azimuthDeg).toBeGreaterThan(15);
  expect(sunPosition(here, ms + 3_600_000).azimuthDeg - noon.azimuthDeg).toBeGreaterThan(15);
  expect(sunPosition(here, ms)).toEqual(noon);
});

test("the parallax: seen from the earth's middle a site and the one opposite have opposite elevations, from the ground both are lower", () => {
  fc.assert(
    fc.property(
      fc.double({ min: -80, max: 80, noNaN: true }),
      fc.double({ min: -179, max: 0, noNaN: true }),
      fc.integer({ min: Date.UTC(2000, 0, 1), max: Date.UTC(2060, 0, 1) }),
      (latitudeDeg, longitudeDeg, ms) => {
        const here = sunPosition({ latitudeDeg, longitudeDeg }, ms).elevationDeg;
        const there = sunPosition(
          { latitudeDeg: -latitudeDeg, longitudeDeg: longitudeDeg + 180 },
          ms,
        ).elevationDeg;
        expect(here + there).toBeCloseTo(-2 * (8.794 / 3600) * Math.cos(here * RAD), 6);
      },
    ),
  );
});

test("held to 0.01° as the file claims: elevation 39.872046° without refraction", () => {
  const site = { latitudeDeg: 39.742476, longitudeDeg: -105.1786 };
  const at = Date.UTC(2003, 9, 17, 19, 30, 30);
  const { azimuthDeg, elevationDeg } = sunPosition(site, at);
  expect(Math.abs(azimuthDeg - 194.34024)).toBeLessThan(0.01);
  expect(Math.abs(elevationDeg - 39.872046)).toBeLessThan(0.01);
});

test("rise and noon of that day as published", () => {
  const site = { latitudeDeg: 39.742476, longitudeDeg: -105.1786 };
  const from = Date.UTC(2003, 9, 17, 7);
  const minutes = (ms: number) => (ms - from) / 60_000;
  expect(
    Math.abs(minutes(crossings(site, HORIZON_DEG, "up", from, from + 864e5)[0]!) - (6 * 60 + 12 + 43 / 60)),
  ).toBeLessThan(0.5);
  expect(Math.abs(minutes(noons(site, from, from + 864e5)[0]!) - (11 * 60 + 46 + 4.97 / 60))).toBeLessThan(
    0.5,
  );
});

const latitude = fc.double({ min: -62, max: 62, noNaN: true });
const longitude = fc.double({ min: -180, max: 180, noNaN: true });

test("position agrees with another implementation to 0.05° anywhere and any time this century", () => {
  fc.assert(
    fc.property(
      latitude,
      longitude,
      fc.integer({ min: Date.UTC(2000, 0, 1), max: Date.UTC(2060, 0, 1) }),
      (latitudeDeg, longitudeDeg, ms) => {
        const { elevationDeg } = sunPosition({ latitudeDeg, longitudeDeg }, ms);
        // The other gives the apparent altitude; refraction is left out by looking only high up.
        const other = getPosition(new Date(ms), latitudeDeg, longitudeDeg).altitude;
        if (other > 20)
          expect(Math.abs(elevationDeg + refractionDeg(elevationDeg) - other)).toBeLessThan(0.05);
      },
    ),
    { numRuns: 600 },
  );
});

test("rise and set agree with another implementation to a minute", () => {
  fc.assert(
    fc.property(
      latitude,
      longitude,
      fc.integer({ min: 0, max: 365 * 40 }),
      (latitudeDeg, longitudeDeg, days) => {
        const times = getTimes(new Date(Date.UTC(2010, 0, 1 + days, 12)), latitudeDeg, longitudeDeg);
        for (const [at, direction] of [
          [times.sunrise, "up"],
          [times.sunset, "down"],
        ] as const) {
          if (!at || Number.isNaN(at.getTime())) continue;
          const ours = crossings(
            { latitudeDeg, longitudeDeg },
            HORIZON_DEG,
            direction,
            at.getTime() - 36e5,
            at.getTime() + 36e5,
          );
          expect(ours).toHaveLength(1);
          expect(Math.abs(ours[0]! - at.getTime())).toBeLessThan(60_000);
        }
      },
    ),
    { numRuns: 200 },
  );
});

describe("where the sun does not set", () => {
  const cape = { latitudeDeg: 71.17, longitudeDeg: 25.78 };
  test("no setting in June, no rising in December, and both come back", () => {
    expect(crossings(cape, HORIZON_DEG, "down", Date.UTC(2026, 5, 1), Date.UTC(2026, 6, 1))).toEqual([]);
    expect(crossings(cape, HORIZON_DEG, "up", Date.UTC(2026, 11, 1), Date.UTC(2027, 0, 1))).toEqual([]);
    const ups = crossings(cape, HORIZON_DEG, "up", Date.UTC(2026, 0, 1), Date.UTC(2027, 0, 1));
    const downs = crossings(cape, HORIZON_DEG, "down", Date.UTC(2026, 0, 1), Date.UTC(2027, 0, 1));
    expect(ups.length).toBe(downs.length);
    expect(ups.length).toBeGreaterThan(180);
    expect(ups.length).toBeLessThan(260);
  });
  test("at the pole the sun rises once a year", () => {
    expect(
      crossings(
        { latitudeDeg: 90, longitudeDeg: 0 },
        HORIZON_DEG,
        "up",
        Date.UTC(2026, 0, 1),
        Date.UTC(2027, 0, 1),
      ),
    ).toHaveLength(1);
  });
  test("every crossing found is one", () => {
    for (const ms of crossings(cape, HORIZON_DEG, "up", Date.UTC(2026, 0, 15), Date.UTC(2026, 1, 15))) {
      expect(sunPosition(cape, ms).elevationDeg).toBeCloseTo(HORIZON_DEG, 1);
      expect(sunPosition(cape, ms + 120_000).elevationDeg).toBeGreaterThan(HORIZON_DEG);
    }
  });
});
