import { testDesign } from "../test-design";
import { applyChanges } from "../design/edit";
import type { Design } from "../design/collections";
import { acceptanceOf, acceptFindings, idleAcceptances, takeAcceptanceBack } from "./accept";
import type { Finding } from "./findings";

const design = testDesign();
const finding: Finding = {
  code: "runs.pull-long",
  stage: "runs",
  severity: "mend",
  title: "The pull is long",
  why: "",
  about: [{ in: "points", id: "a" }],
  measured: 26,
  limit: 18,
};
let n = 0;
const decision = { reason: " It is an attic ", by: "Designer ", on: "2026-11-26" };
const accepted = (one: Finding = finding, on: Design = design) =>
  applyChanges(
    on,
    acceptFindings(on, [one], decision, () => `ok${++n}`),
  );

test("an acceptance says why, who, when and what was measured, and holds as long as nothing grew", () => {
  const after = accepted();
  expect(after.acceptances).toEqual([
    {
      id: expect.stringMatching(/^ok/) as string,
      code: "runs.pull-long",
      about: ["points/a"],
      reason: "It is an attic",
      by: "Designer",
      on: "2026-11-26",
      measured: 26,
    },
  ]);
  const [row] = after.acceptances;
  expect(acceptanceOf(after, finding)).toBe(row);
  expect(acceptanceOf(after, { ...finding, measured: 20 })).toBe(row);
  expect(acceptanceOf(after, { ...finding, measured: 26 + 1e-9 })).toBe(row);
  expect(acceptanceOf(after, { ...finding, measured: 26.1 })).toBeUndefined();
});

test("below a limit that must be reached, less is worse", () => {
  const low = { ...finding, code: "runs.near-mains", measured: 100, limit: 200 };
  const after = accepted(low);
  expect(acceptanceOf(after, { ...low, measured: 150 })).toBeDefined();
  expect(acceptanceOf(after, { ...low, measured: 99 })).toBeUndefined();
});

test("at the limit, more is worse; without a limit as well", () => {
  const at = { ...finding, measured: 18 };
  expect(acceptanceOf(accepted(at), { ...at, measured: 19 })).toBeUndefined();
  const { limit: _, ...open } = { ...finding, measured: 3 };
  expect(acceptanceOf(accepted(open), { ...open, measured: 2 })).toBeDefined();
  expect(acceptanceOf(accepted(open), { ...open, measured: 4 })).toBeUndefined();
});

test("what is not measured any more holds; what is measured for the first time does not", () => {
  const { measured: _, ...plain } = finding;
  expect(acceptanceOf(accepted(), plain)).toBeDefined();
  expect(acceptanceOf(accepted(plain), plain)).toBeDefined();
  expect(acceptanceOf(accepted(plain), finding)).toBeUndefined();
});

test("it is of one code and of these rows: fewer of them hold, one more does not", () => {
  const two = { ...finding, about: [...finding.about, { in: "points" as const, id: "b" }] };
  const after = accepted(two);
  expect(acceptanceOf(after, finding)).toBeDefined();
  expect(acceptanceOf(after, two)).toBeDefined();
  expect(acceptanceOf(after, { ...two, code: "runs.collision" })).toBeUndefined();
  expect(acceptanceOf(after, { ...two, about: [...two.about, { in: "points", id: "c" }] })).toBeUndefined();
  expect(acceptanceOf(after, { ...two, about: [...two.about].reverse() })).toBeUndefined();
});

test("of the whole design as well", () => {
  const whole = { ...finding, about: [{ in: "design" as const, id: "" }] };
  expect(acceptanceOf(accepted(whole), whole)).toBeDefined();
});

test("accepted anew after it grew, the old acceptance is replaced", () => {
  const worse = { ...finding, measured: 30 };
  const after = accepted(worse, accepted());
  expect(after.acceptances).toHaveLength(1);
  expect(acceptanceOf(after, worse)?.measured).toBe(30);
});

test("two of one code about the same row first are two", () => {
  const other = { ...finding, about: [...finding.about, { in: "points" as const, id: "b" }] };
  const after = accepted(other, accepted());
  expect(after.acceptances).toHaveLength(2);
  expect(acceptanceOf(after, finding)?.about).toEqual(["points/a"]);
});

test("without a reason or a name nothing is accepted", () => {
  const put = (part: object) => acceptFindings(design, [finding], { ...decision, ...part }, () => "x");
  expect(() => put({ reason: " " })).toThrow("Reason must say why this may stay as it is");
  expect(() => put({ by: "" })).toThrow("Accepted by must be a name");
});

test("it can be taken back; what it holds for is known", () => {
  const after = accepted();
  const [row] = after.acceptances;
  expect(idleAcceptances(after, [{ ...finding, accepted: row }])).toEqual([]);
  expect(idleAcceptances(after, [finding])).toEqual([row]);
  expect(applyChanges(after, takeAcceptanceBack(row!.id)).acceptances).toEqual([]);
});
