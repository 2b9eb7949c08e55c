import { earlier, grown, written, type Line } from "./bench-book";

const ABOUT = "# Benchmark\n\nWhat it is.\n";
const line = (what: string, measured: number | undefined, unit = "ms", budget?: number): Line => ({
  what,
  unit,
  ...(measured === undefined ? {} : { measured }),
  ...(budget === undefined ? {} : { budget }),
});

test("the last run stands first, three are kept, and what is about it stays", () => {
  let text = ABOUT;
  for (const [run, ms] of [
    ["one", 1],
    ["two", 20],
    ["three", 300],
    ["four", undefined],
  ] as const)
    text = written(text, run, [
      line("edit", ms, "ms", 30),
      ...(run === "three" ? [line("new", 5, "kB")] : []),
    ]);
  expect(text.split("\n")).toEqual([
    "# Benchmark",
    "",
    "What it is.",
    "",
    "| Line | Budget | four | three | two |",
    "| --- | ---: | ---: | ---: | ---: |",
    "| edit | 30 ms | not ended | 300 ms | 20 ms |",
    "",
  ]);
  expect(earlier(text)).toEqual({
    runs: ["four", "three", "two"],
    said: new Map([["edit", ["not ended", "300 ms", "20 ms"]]]),
  });
});

test("a line has grown by more than a twentieth of what it was on a machine as fast; bytes hang on no machine", () => {
  const text = written(ABOUT, "one", [line("edit", 100), line("page", 100, "kB"), line("late", undefined)]);
  const grows = (ms: number, kB: number, pace: number) =>
    grown(text, [line("edit", ms), line("page", kB, "kB"), line("late", 7), line("new", 7)], pace).map(
      (text) => text.split(":")[0],
    );
  expect(grows(105, 105, 1)).toEqual([]);
  expect(grows(106, 106, 1)).toEqual(["edit", "page"]);
  expect(grows(209, 105, 2)).toEqual([]);
  expect(grows(211, 106, 2)).toEqual(["edit", "page"]);
  expect(grown(text, [line("edit", 106)], 1)).toEqual(["edit: 106 ms, it was 100 ms"]);
});
