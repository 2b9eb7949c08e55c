import fc from "fast-check";
import { InputError } from "./input-error";
import { formatLength, formatTotal, gaugeMm2, groupDigits, parseLength } from "./units";

describe("parseLength", () => {
  test.each([
    ["3.8m", 3.8],
    ["3,8 m", 3.8],
    ["3.8", 3.8],
    ["380cm", 3.8],
    ["3800 mm", 3.8],
    ["12' 6\"", 3.81],
    ["12'6", 3.81],
    ["12ft 6in", 3.81],
    ["12 ft 6 1/2 in", 3.8227],
    ["87in", 2.2098],
    ['87"', 2.2098],
    ["1/2in", 0.0127],
    ["2m 35cm", 2.35],
    ["-0.4", -0.4],
    [".5m", 0.5],
    ["12’ 6”", 3.81],
    ["12 feet 6 inches", 3.81],
  ])("%s is %d m", (text, metres) => expect(parseLength(text)).toBeCloseTo(metres, 9));

  test.each(["", "m", "3.8x", "6\" 12'", "3m 4m", "--3", "1/0in", "3..8", "NaN", "12' 6\" left"])(
    "refuses %s and says what it was",
    (text) => {
      expect(() => parseLength(text, "Sill")).toThrow(InputError);
      expect(() => parseLength(text, "Sill")).toThrow(/^Sill must be a length/);
    },
  );

  test("a bare number is feet for those who think in feet", () =>
    expect(parseLength("10", "x", "ft")).toBeCloseTo(3.048));

  test("never returns anything but a finite number, whatever is typed", () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.stringMatching(/^[0-9 .,'"/mcftin-]{1,12}$/)), (text) => {
        try {
          return Number.isFinite(parseLength(text));
        } catch (error) {
          return error instanceof InputError;
        }
      }),
      { numRuns: 2000 },
    );
  });

  test("feet and inches come back within a sixteenth of an inch", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 200_000 }),
        (mm) => Math.abs(parseLength(formatLength(mm / 1000, "imperial")) - mm / 1000) <= 0.0016,
      ),
    );
  });
});

describe("formats", () => {
  test("imperial carries eighths over into inches and feet", () => {
    expect(formatLength(0.3048, "imperial")).toBe("1' 0\"");
    expect(formatLength(3.8227, "imperial")).toBe("12' 6 1/2\"");
    expect(formatLength(0.30479, "imperial")).toBe("1' 0\"");
  });
  test("totals group their digits", () => {
    expect(formatTotal(1904.25, "metric", 2)).toBe("1\u202f904.25 m");
    expect(groupDigits(-1234567.891, 1)).toBe("-1\u202f234\u202f567.9");
    expect(groupDigits(-0.01, 1)).toBe("0.0");
  });
});

describe("gaugeMm2", () => {
  test.each([
    ["16 AWG", 1.309],
    ["AWG 24", 0.2047],
    ["1.5mm2", 1.5],
    ["2,5 mm²", 2.5],
  ])("%s is %d mm²", (text, mm2) => expect(gaugeMm2(text)).toBeCloseTo(mm2, 3));
  test("refuses what is no gauge", () => expect(() => gaugeMm2("thick")).toThrow("gauge must be a gauge"));
});
