/** Weather made from a seed, and read from files. */
import { curveOf, numbersOf, stream } from "./random";
import { readWeather } from "./weather-file";
import { LUX_PER_WATT, weatherOf } from "./weather";

const PLACE = { latitudeDeg: 55.2, longitudeDeg: -2.4 };
const HOUR_MS = 3_600_000;
const YEAR = Array.from({ length: 365 * 8 }, (_, i) => Date.UTC(2026, 0, 1) + i * 3 * HOUR_MS);
const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

describe("chance", () => {
  test("the same seed and name give the same numbers, others give others; they fill [0, 1) evenly", () => {
    const draw = (seed: number, name: string) => Array.from({ length: 2000 }, stream(seed, name));
    expect(draw(1, "a")).toEqual(draw(1, "a"));
    expect(draw(1, "a")).not.toEqual(draw(2, "a"));
    expect(draw(1, "a")).not.toEqual(draw(1, "b"));
    for (const numbers of [draw(1, "a"), Array.from({ length: 2000 }, (_, n) => numbersOf(1, "a")(n))]) {
      expect(mean(numbers)).toBeCloseTo(0.5, 1);
      expect(Math.min(...numbers)).toBeLessThan(0.01);
      expect(Math.max(...numbers)).toBeGreaterThan(0.99);
      expect(Math.max(...numbers)).toBeLessThan(1);
    }
  });

  test("a curve goes through its numbers without a jump", () => {
    for (let n = -3; n < 20; n += 1) {
      expect(curveOf(5, "c")(n)).toBeCloseTo(2 * numbersOf(5, "c")(n) - 1, 12);
      expect(Math.abs(curveOf(5, "c")(n + 1e-6) - curveOf(5, "c")(n - 1e-6))).toBeLessThan(1e-4);
    }
    const half = (curveOf(5, "c")(3) + curveOf(5, "c")(4)) / 2;
    expect(curveOf(5, "c")(3.5)).toBeCloseTo(half, 12);
  });
});

describe("a year made from a seed", () => {
  const sky = weatherOf(PLACE, 7);
  const of = (month: number) => YEAR.filter((ms) => new Date(ms).getUTCMonth() === month).map(sky);

  test("the same moment has the same sky in whatever order it is asked; another seed another", () => {
    const forth = YEAR.slice(0, 50).map(sky);
    const back = [...YEAR.slice(0, 50)].reverse().map(weatherOf(PLACE, 7)).reverse();
    expect(back).toEqual(forth);
    expect(YEAR.slice(0, 50).map(weatherOf(PLACE, 8))).not.toEqual(forth);
  });

  test("the air is damp under cloud, in rain and by night, and never drier than a quarter nor over what it holds", () => {
    const skies = YEAR.map(sky);
    const damp = (own: typeof skies) => mean(own.map(({ humidityPct }) => humidityPct));
    const hours = (hour: number) => skies.filter((_, i) => new Date(YEAR[i]!).getUTCHours() === hour);
    for (const { humidityPct } of skies) {
      expect(humidityPct).toBeGreaterThanOrEqual(25);
      expect(humidityPct).toBeLessThanOrEqual(100);
    }
    // Rain comes with cloud, a quarter, and brings eight of its own.
    expect(damp(skies.filter(({ rain }) => rain)) - damp(skies.filter(({ rain }) => !rain))).toBeGreaterThan(
      14,
    );
    // At three at night the day's swing is at its lowest, at three in the afternoon at its highest: 2 to 10 K, 1.6 each.
    expect(damp(hours(3)) - damp(hours(15))).toBeGreaterThan(6);
    expect(damp(hours(3)) - damp(hours(15))).toBeLessThan(17);
    expect(damp(skies)).toBeGreaterThan(65);
    expect(damp(skies)).toBeLessThan(90);
  });

  test("July is warmer and lighter than January, January windier; in the south the other way round", () => {
    const [january, july] = [of(0), of(6)];
    const warm = (skies: typeof july) => mean(skies.map(({ temperatureC }) => temperatureC));
    expect(warm(july) - warm(january)).toBeGreaterThan(7);
    expect(warm(july)).toBeGreaterThan(11);
    expect(warm(july)).toBeLessThan(21);
    expect(mean(january.map(({ windMS }) => windMS))).toBeGreaterThan(mean(july.map(({ windMS }) => windMS)));
    expect(mean(july.map(({ lightLx }) => lightLx))).toBeGreaterThan(
      3 * mean(january.map(({ lightLx }) => lightLx)),
    );
    const south = weatherOf({ latitudeDeg: -40, longitudeDeg: 0 }, 7);
    const month = (n: number) => YEAR.filter((ms) => new Date(ms).getUTCMonth() === n).map(south);
    expect(warm(month(0)) - warm(month(6))).toBeGreaterThan(5);
  });

  test("it storms on some days and freezes in some nights; it rains some of the time, and only under cloud", () => {
    const skies = YEAR.map(sky);
    const days = new Set(
      YEAR.filter((ms) => sky(ms).windMS > 12).map((ms) => Math.floor(ms / (24 * HOUR_MS))),
    );
    expect(days.size).toBeGreaterThan(5);
    expect(days.size).toBeLessThan(90);
    expect(skies.some(({ temperatureC }) => temperatureC < 0)).toBe(true);
    const wet = skies.filter(({ rain }) => rain).length / skies.length;
    expect(wet).toBeGreaterThan(0.03);
    expect(wet).toBeLessThan(0.35);
    for (const { humidityPct, windMS, lightLx } of skies) {
      expect(humidityPct).toBeGreaterThanOrEqual(25);
      expect(humidityPct).toBeLessThanOrEqual(100);
      expect(windMS).toBeGreaterThan(0);
      expect(lightLx).toBeLessThan(130_000);
    }
  });

  test("dark at midnight in November, and light at noon", () => {
    expect(sky(Date.UTC(2026, 10, 24, 0)).lightLx).toBe(0);
    expect(sky(Date.UTC(2026, 10, 24, 12)).lightLx).toBeGreaterThan(2000);
  });
});

describe("from a file", () => {
  const CSV = `time,temperatureC,windMS,rain
2026-11-24T10:00,4,2,no
2026-11-24T11:00,8,12,yes
2026-11-24T13:00,8,4,0`;
  const at = (clock: string) => Date.parse(`2026-11-24T${clock}:00Z`);

  test("between two rows a straight line, rain as the row before has it; outside as the nearest has it", () => {
    const sky = readWeather(CSV, "Europe/London");
    expect(sky(at("10:30"))).toMatchObject({ temperatureC: 6, windMS: 7, rain: false });
    expect(sky(at("11:00"))).toMatchObject({ temperatureC: 8, windMS: 12, rain: true });
    expect(sky(at("12:30"))).toMatchObject({ windMS: 6, rain: true });
    expect(sky(at("20:00"))).toMatchObject({ temperatureC: 8, windMS: 4, rain: false });
    expect(sky(at("01:00"))).toMatchObject({ temperatureC: 4, windMS: 2, rain: false });
  });

  test("times are by the site's clock, or by the offset they bear", () => {
    const sky = (time: string, zone: string) =>
      readWeather(`time,windMS\n${time},1\n2027-01-01T00:00Z,1e1`, zone);
    expect(sky("2026-07-01T12:00", "Europe/London")(Date.parse("2026-07-01T11:00Z")).windMS).toBe(1);
    expect(sky("2026-07-01T12:00+05:30", "Europe/London")(Date.parse("2026-07-01T06:30Z")).windMS).toBe(1);
    expect(sky("2026-07-01T12:00", "Europe/London")(Date.parse("2026-07-01T12:00Z")).windMS).toBeGreaterThan(
      1,
    );
  });

  test.each([
    ["a,b\n1,2", "must be EPW, or CSV with a column time"],
    ["time,other\n2026-11-24T10:00,2", "must have one of temperatureC"],
    // A wind in another unit would else be calm weather, without a word.
    [
      "time,temperatureC,wind_kmh\n2026-11-24T10:00,4,60",
      'line 1: "wind_kmh" is no column of weather: time, temperatureC, windMS, lightLx, rain, humidityPct are',
    ],
    ["time,windMS", "has a head and no rows"],
    ["time,windMS\nnoon,2", 'line 2: time must be like 2026-11-24T13:30, and not "noon"'],
    ["time,windMS\n2026-11-24T10:00,fast", 'line 2: windMS must be a number, and not "fast"'],
    ["time,windMS\n2026-11-24T10:00,", "line 2: windMS must be a number"],
    ["time,windMS\n2026-11-24T10:00,91", "line 2: windMS must be 0 to 90, and not 91"],
    ["time,windMS\n2026-11-24T10:00,9\n2026-11-24T10:00,9", "line 3: time must be later"],
    ["LOCATION,a,b,c,d,e,0,0,x", "line 1 must have the offset"],
    [`LOCATION,a,b,c,d,e,0,0,1,0\n${"h\n".repeat(7)}`, "has a head and no hours"],
    [`LOCATION,a,b,c,d,e,0,0,1,0\n${"h\n".repeat(7)}1,2`, "line 9 must have 35 values, and has 2"],
  ])("%j is refused: %s", (text, sentence) => {
    expect(() => readWeather(text, "Europe/London")).toThrow(sentence);
  });

  test("EPW: hours of a typical year in its own time, the same in every year", () => {
    const hour = (
      month: number,
      day: number,
      h: number,
      temperature: number,
      wind: number,
      sun: number,
      rain: number,
    ) => {
      const cells = Array.from({ length: 35 }, () => "0");
      Object.assign(cells, {
        0: "1997",
        1: month,
        2: day,
        3: h,
        6: temperature,
        8: 80,
        13: sun,
        21: wind,
        33: rain,
      });
      return cells.join(",");
    };
    const head = ["LOCATION,x,x,x,x,1,52,13,1.0,34", ...Array.from({ length: 7 }, () => "x")];
    const rows = [
      hour(1, 1, 1, 2, 3, 0, 0),
      hour(6, 1, 12, 20, 5, 600, 0),
      hour(6, 1, 13, 22, 7, 800, 1.5),
      hour(12, 31, 24, 1, 9, 0, 999),
    ];
    const sky = readWeather([...head, ...rows].join("\n"), "Europe/Berlin");
    // The twelfth hour is 11 to 12 by a clock one hour east: its middle is half past ten by Greenwich.
    for (const year of [2025, 2026]) {
      const noon = sky(Date.UTC(year, 5, 1, 10, 30));
      expect(noon).toMatchObject({ temperatureC: 20, windMS: 5, sunWM2: 600, rain: false, humidityPct: 80 });
      expect(noon.lightLx).toBe(600 * LUX_PER_WATT);
      expect(sky(Date.UTC(year, 5, 1, 11, 0)).temperatureC).toBeCloseTo(21, 9);
      expect(sky(Date.UTC(year, 5, 1, 11, 30))).toMatchObject({ temperatureC: 22, rain: true });
    }
    expect(sky(Date.UTC(2026, 11, 31, 22, 30))).toMatchObject({ windMS: 9, rain: false });
  });
});
