import {
  compareFindings,
  countBySeverity,
  isAbout,
  sortFindings,
  worseOf,
  type Finding,
  type RowRef,
  type Severity,
} from "./findings";

const found = (
  severity: Severity,
  stage: Finding["stage"],
  title: string,
  about: RowRef[] = [],
): Finding => ({
  code: `${stage}.one`,
  stage,
  severity,
  title,
  why: "",
  about,
});

test("the worse of two, whichever comes first; where there is one, that", () => {
  const all = ["stop", "mend", "note"] as const;
  all.forEach((a, i) => {
    expect(worseOf(undefined, a)).toBe(a);
    all.forEach((b, j) => expect(worseOf(a, b)).toBe(all[Math.min(i, j)]));
  });
});

test("in order: by severity, then stage, then title, then key; the list itself stays as it was", () => {
  const list = [
    found("note", "brief", "A"),
    found("mend", "runs", "B"),
    found("mend", "runs", "A"),
    found("mend", "house", "C"),
    found("stop", "register", "D"),
  ];
  const before = [...list];
  expect(sortFindings(list).map(({ severity, stage, title }) => `${severity} ${stage} ${title}`)).toEqual([
    "stop register D",
    "mend house C",
    "mend runs A",
    "mend runs B",
    "note brief A",
  ]);
  expect(list).toEqual(before);
  const one = found("mend", "runs", "A");
  expect(compareFindings({ ...one, key: "a" }, { ...one, key: "b" })).toBeLessThan(0);
  expect(compareFindings({ ...one, key: "b" }, one)).toBeGreaterThan(0);
  expect(compareFindings(one, { ...one, key: "b" })).toBeLessThan(0);
  expect(compareFindings(one, one)).toBe(0);
});

test("a finding is about its rows; where there are many, only the first shows it as its own", () => {
  const rows = Array.from({ length: 7 }, (_, i): RowRef => ({ in: "points", id: `p${i}` }));
  const few = found("note", "runs", "", rows.slice(0, 6));
  const many = found("note", "runs", "", rows);
  expect(rows.map((row) => isAbout(few, row))).toEqual([true, true, true, true, true, true, false]);
  expect(rows.map((row) => isAbout(many, row))).toEqual([true, false, false, false, false, false, false]);
  expect(isAbout(few, { in: "walls", id: "p0" })).toBe(false);
});

test("counted by severity, none is 0", () => {
  expect(countBySeverity([])).toEqual({ stop: 0, mend: 0, note: 0 });
  expect(
    countBySeverity([found("stop", "runs", ""), found("note", "runs", ""), found("stop", "bus", "")]),
  ).toEqual({
    stop: 2,
    mend: 0,
    note: 1,
  });
});
