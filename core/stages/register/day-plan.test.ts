/** A day of commissioning: by hand, against every order there is, and never under its bound. */
import { seeded } from "../house/generate";
import { boundOf, planDay, planInOrder, type DayAsked, type StepAsked, type StepPlanned } from "./day-plan";

/** Steps of a device, a line each: name, minutes, what it needs. */
const device = (
  id: string,
  lines: readonly (readonly [string, number, ...string[]])[],
  level?: string,
): StepAsked[] =>
  lines.map(([step, minutes, ...needs], index) => ({
    device: id,
    step,
    index,
    minutes,
    needs,
    ...(level === undefined ? {} : { level }),
  }));

/** Every order of all steps that keeps to the devices' own. */
function* orders(left: readonly (readonly StepAsked[])[]): Generator<StepAsked[]> {
  if (left.every((own) => !own.length)) return void (yield []);
  for (let d = 0; d < left.length; d++) {
    const [step, ...rest] = left[d]!;
    if (!step) continue;
    for (const more of orders(left.map((own, n) => (n === d ? rest : own)))) yield [step, ...more];
  }
}

const lengthOf = (steps: readonly StepPlanned[]) => Math.max(0, ...steps.map(({ end }) => end));

/** What a plan has to keep to, whatever made it. */
function holds(asked: DayAsked, steps: readonly StepPlanned[]): void {
  expect(steps).toHaveLength(asked.steps.length);
  for (const own of new Set(steps.map((one) => one.device))) {
    const mine = steps.filter((one) => one.device === own).sort((a, b) => a.index - b.index);
    mine.forEach((step, n) => {
      expect(step.end).toBe(step.start + step.minutes);
      if (n) expect(step.start).toBeGreaterThanOrEqual(mine[n - 1]!.end);
    });
  }
  for (const { id, count } of asked.resources)
    for (let member = 0; member < count; member++) {
      const busy = steps
        .filter((one) => one.needs.some((need, n) => need === id && one.with[n] === member))
        .sort((a, b) => a.start - b.start);
      busy.slice(1).forEach((step, n) => {
        const before = busy[n]!;
        const walk =
          id === asked.walks && before.level !== step.level
            ? (asked.walkMinutes?.(before.level!, step.level!) ?? 0)
            : 0;
        expect(step.start).toBeGreaterThanOrEqual(before.end + walk);
      });
    }
}

test("two shades charge on two chargers while one person mounts: waits lie over one another", () => {
  const asked: DayAsked = {
    resources: [
      { id: "person", count: 1 },
      { id: "charger", count: 2 },
    ],
    steps: ["a", "b"].flatMap((id) =>
      device(id, [
        ["charge", 120, "charger"],
        ["mount", 20, "person"],
      ]),
    ),
  };
  const plan = planDay(asked);
  holds(asked, plan.steps);
  // Both are charged at 120; one is mounted after the other.
  expect([plan.minutes, plan.boundMinutes]).toEqual([160, 160]);
  const one = planDay({ ...asked, resources: [asked.resources[0]!, { id: "charger", count: 1 }] });
  expect([one.minutes, one.boundMinutes]).toEqual([260, 260]);
});

test("a step that needs two things waits for both, and takes both", () => {
  const asked: DayAsked = {
    resources: [
      { id: "person", count: 1 },
      { id: "window", count: 1 },
    ],
    steps: [
      ...device("a", [["pair", 10, "person", "window"]]),
      ...device("b", [["test", 15, "person"]]),
      ...device("c", [["wait", 12, "window"]]),
    ],
  };
  const plan = planDay(asked);
  holds(asked, plan.steps);
  expect(plan.minutes).toBe(25);
});

test("a person who goes from level to level walks, and only those who walk do", () => {
  const asked: DayAsked = {
    resources: [
      { id: "person", count: 1 },
      { id: "charger", count: 1 },
    ],
    steps: [
      ...device("a", [["mount", 10, "person"]], "ground"),
      ...device("b", [["mount", 10, "person"]], "first"),
      ...device("c", [["mount", 10, "person"]], "ground"),
      ...device("d", [["charge", 5, "charger"]], "first"),
      ...device("e", [["charge", 5, "charger"]], "ground"),
    ],
    walks: "person",
    walkMinutes: (from, to) => (from === to ? 0 : 3),
  };
  const plan = planDay(asked);
  holds(asked, plan.steps);
  // Both on the ground together, one walk.
  expect(plan.minutes).toBe(33);
  const charged = plan.steps.filter(({ step }) => step === "charge");
  expect(Math.max(...charged.map(({ end }) => end))).toBe(10);
});

test("a gap that is long enough is filled, one that the walk makes too short is not", () => {
  const steps = [
    ...device("a", [["first", 10, "person"]], "ground"),
    ...device(
      "b",
      [
        ["wait", 30],
        ["second", 10, "person"],
      ],
      "ground",
    ),
    ...device("c", [["fits", 20, "person"]], "ground"),
  ];
  const asked: DayAsked = { resources: [{ id: "person", count: 1 }], steps };
  expect(lengthOf(planInOrder(asked, steps))).toBe(40);
  const upstairs = steps.map((step) => (step.step === "fits" ? { ...step, level: "first" } : step));
  const walked: DayAsked = { ...asked, steps: upstairs, walks: "person", walkMinutes: () => 1 };
  expect(lengthOf(planInOrder(walked, upstairs))).toBe(61);
});

test.each(Array.from({ length: 40 }, (_, n) => n + 1))(
  "small day %i: as short as by trying every order, never under its bound",
  (seed) => {
    const of = seeded(seed);
    const needs = ["person", "charger", "window"];
    const steps = Array.from({ length: 3 }, (_, d) =>
      device(
        `d${d}`,
        Array.from({ length: 1 + Math.floor(3 * of()) }, (_, n): [string, number, ...string[]] => [
          `s${n}`,
          1 + Math.floor(20 * of()),
          ...needs.filter(() => of() < 0.5),
        ]),
        of() < 0.5 ? "ground" : "first",
      ),
    ).flat();
    const asked: DayAsked = {
      resources: [
        { id: "person", count: 1 + Math.floor(2 * of()) },
        { id: "charger", count: 1 },
        { id: "window", count: 1 },
      ],
      steps,
    };
    const plan = planDay(asked, 3000);
    holds(asked, plan.steps);
    let least = Infinity;
    for (const order of orders(["d0", "d1", "d2"].map((id) => steps.filter((one) => one.device === id))))
      least = Math.min(least, lengthOf(planInOrder(asked, order)));
    expect(plan.boundMinutes).toBeLessThanOrEqual(least);
    expect(plan.minutes).toBe(least);
  },
);

test("the bound knows what comes before the first use and after the last", () => {
  const asked: DayAsked = {
    resources: [{ id: "person", count: 1 }],
    steps: ["a", "b", "c"].flatMap((id) =>
      device(id, [
        ["charge", 60],
        ["mount", 10, "person"],
        ["report", 5],
      ]),
    ),
  };
  expect(boundOf(asked)).toBe(60 + 30 + 5);
  expect(planDay(asked).minutes).toBe(95);
  expect(boundOf({ resources: [], steps: [] })).toBe(0);
  expect(planDay({ resources: [], steps: [] })).toEqual({ steps: [], minutes: 0, boundMinutes: 0 });
});

test("what nobody has is said", () =>
  expect(() => planDay({ resources: [], steps: device("a", [["pair", 5, "window"]]) })).toThrow(
    "pair needs window, and there is none",
  ));

it("a house too large to compare all with all is planned in parts, still near its bound and with nobody in two places", () => {
  const of = seeded(5);
  const steps = Array.from({ length: 620 }, (_, d) =>
    Array.from({ length: 6 }, (_, index): StepAsked => ({
      device: `d${d}`,
      step: `s${index}`,
      index,
      minutes: 1 + Math.floor(9 * of()),
      needs: of() < 0.3 ? [] : of() < 0.2 ? ["people", "windows"] : ["people"],
      level: `l${d % 3}`,
    })),
  ).flat();
  const resources = [
    { id: "people", count: 2 },
    { id: "windows", count: 1 },
  ];
  const plan = planDay({ resources, steps, walks: "people", walkMinutes: () => 2 });
  expect(plan.steps).toHaveLength(steps.length);
  expect(plan.minutes).toBeGreaterThanOrEqual(plan.boundMinutes);
  expect(plan.minutes).toBeLessThan(1.1 * plan.boundMinutes);
  for (const [n, { count }] of resources.entries()) {
    const edges = plan.steps
      .filter(({ needs }) => needs.includes(resources[n]!.id))
      .flatMap(({ start, end }) => [[start, 1] as const, [end, -1] as const])
      .sort((a, b) => a[0] - b[0] || a[1] - b[1]);
    let busy = 0;
    let most = 0;
    for (const [, by] of edges) most = Math.max(most, (busy += by));
    expect(most).toBeLessThanOrEqual(count);
  }
  const until = new Map<string, number>();
  for (const { device, start, end } of [...plan.steps].sort((a, b) => a.index - b.index)) {
    expect(start).toBeGreaterThanOrEqual(until.get(device) ?? 0);
    until.set(device, end);
  }
});

it("a step that is put later begins no earlier, and the bound knows of it", () => {
  const steps: StepAsked[] = [
    { device: "a", step: "one", index: 0, minutes: 10, needs: ["people"], from: 45 },
    { device: "a", step: "two", index: 1, minutes: 5, needs: [] },
    { device: "b", step: "one", index: 0, minutes: 20, needs: ["people"] },
  ];
  const plan = planDay({ resources: [{ id: "people", count: 1 }], steps });
  expect(plan.steps.find(({ device }) => device === "a")).toMatchObject({ start: 45, end: 55 });
  expect(plan.steps.find(({ device }) => device === "b")).toMatchObject({ start: 0 });
  expect([plan.minutes, plan.boundMinutes]).toEqual([60, 60]);
});
