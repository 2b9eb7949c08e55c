import { capital, counted, stopped } from "./words";

test("a count takes its noun, one or many", () => {
  expect([0, 1, 2].map((count) => counted(count, "bend"))).toEqual(["0 bends", "1 bend", "2 bends"]);
  expect(counted(3, "switch", "switches")).toBe("3 switches");
});

test("a capital, and only at the front", () => {
  expect(capital("the builder")).toBe("The builder");
  expect(capital("")).toBe("");
});

test("what somebody wrote ends in one stop, whichever they chose", () => {
  expect(["Pipe in the way", " Pipe in the way. ", "Why?", "Not now …"].map(stopped)).toEqual([
    "Pipe in the way.",
    "Pipe in the way.",
    "Why?",
    "Not now …",
  ]);
});
