import { readDay } from "./day";

const day = (text: string, language?: string) => readDay(text, "Due by", "2026-11-26", language);

test.each([
  ["2026-10-31", "2026-10-31"],
  ["2026-1-5", "2026-01-05"],
  ["31.10.2026", "2026-10-31"],
  ["31. 10. 26", "2026-10-31"],
  ["31/10/2026", "2026-10-31"],
  ["10/31/2026", "2026-10-31"],
  ["3/4/2026", "2026-04-03"],
  ["31 Oct 2026", "2026-10-31"],
  ["October 31st, 2026", "2026-10-31"],
  ["2 may", "2026-05-02"],
  ["2/5", "2026-05-02"],
  ["29 feb 2028", "2028-02-29"],
  [" Today ", "2026-11-26"],
])("%s is %s", (text, expected) => expect(day(text)).toBe(expected));

test("where the month comes first, it does", () => {
  expect(day("3/4/2026", "en-US")).toBe("2026-03-04");
  expect(day("31/10/2026", "en-US")).toBe("2026-10-31");
});

test.each([
  "",
  "soon",
  "31 Sept",
  "2026-02-29",
  "29 feb 2026",
  "0/5/2026",
  "13/13/2026",
  "2026-10",
  "1 2 3 4",
  "5 foo 2026",
  "2 may 1850",
  "2 may 2200",
])("“%s” is refused by the field's name", (text) =>
  expect(() => day(text)).toThrow(`Due by must be a day such as 2026-10-31 or 31 Oct 2026, not “${text}”`),
);
