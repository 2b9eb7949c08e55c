import { folded } from "./fold";

const one = (key: string, code: string, severity: "stop" | "mend" | "note", accepted = false) => ({
  key,
  code,
  severity,
  stage: "runs" as const,
  title: key,
  ...(accepted ? { accepted: { id: "x", code, about: [], reason: "so", by: "me", on: "2026-11-26" } } : {}),
});

test("alike ones are one; the gravest first, of those the dearest; accepted ones last", () => {
  const costs: Record<string, number> = { b1: 5, b2: 40, d: 30, e: 1 };
  const list = folded(
    [
      one("a", "runs.a", "note"),
      one("b1", "runs.b", "mend"),
      one("b2", "runs.b", "mend"),
      one("b3", "runs.b", "mend", true),
      one("b4", "runs.b", "stop"),
      one("d", "runs.d", "mend"),
      one("e", "runs.e", "mend"),
      one("f", "runs.f", "stop", true),
    ],
    ({ key }) => costs[key] ?? 0,
  );
  expect(list.map(({ all, cost }) => [all.map(({ key }) => key).join(" "), cost])).toEqual([
    ["b4", 0],
    ["b2 b1", 45],
    ["d", 30],
    ["e", 1],
    ["a", 0],
    ["f", 0],
    ["b3", 0],
  ]);
});

test("of the same severity and cost, the order of every list", () => {
  const list = folded([one("zebra", "runs.a", "mend"), one("ape", "runs.b", "mend")], () => 0);
  expect(list.map(({ all }) => all[0]!.key)).toEqual(["ape", "zebra"]);
});
