import { validateSync } from "class-validator";
import fc from "fast-check";
import { larkspurWeir } from "../../demo/larkspur-weir";
import { testDesign } from "../test-design";
import { checkRow, instance } from "./check-row";
import { fields } from "./fields";
import { byId, type CollectionName } from "./collections";
import { holds } from "./holds";
import { ROW_CLASSES } from "./row-classes";
import { applyChanges, invertChanges, keyOf, sameRow, type Change } from "./edit";
import { checkChanges, checkWhole } from "./check-edit";
import { InputError } from "./input-error";
import { withRules } from "./rules";

const problemsOf = (run: () => unknown) => {
  try {
    run();
  } catch (error) {
    if (error instanceof InputError) return error.problems;
    throw error;
  }
  return [];
};

describe("checkRow", () => {
  const good = testDesign().points[0]!;
  test("gives the plain row back, fields in schema order", () => {
    const { id, ...rest } = good;
    const row = checkRow("points", { ...rest, id });
    expect(row).toEqual(good);
    expect(Object.keys(row)[0]).toBe("id");
    expect(Object.getPrototypeOf(row)).toBe(Object.prototype);
  });
  test.each([
    [{ ...good, x: "5" }, "points.x", "must be a number"],
    [{ ...good, x: Infinity }, "points.x", "must be a number"],
    [{ ...good, x: undefined }, "points.x", "is missing"],
    [{ ...good, name: "" }, "points.name", "must not be empty"],
    [
      { ...good, id: "no spaces" },
      "points.id",
      "must be a short id of letters, digits, - and _ (40 at most)",
    ],
    [{ ...good, closet: null }, "points.closet", "must not be null; leave it out"],
    [{ ...good, colour: "red" }, "points.colour", "is not a field of this row"],
    ["point", "points", "must be an object"],
  ])("refuses %j", (row, path, reason) =>
    expect(problemsOf(() => checkRow("points", row))).toEqual([{ path, reason }]),
  );

  test.each([
    [
      "phases",
      { id: "p", name: "P", order: 1, rooms: [], disruption: 1, signedOffOn: "2026-13-01" },
      "phases.signedOffOn",
      "must be a day such as 2026-10-31",
    ],
    [
      "people",
      { id: "p", role: "guest", needs: [], sleepsFrom: "24:00" },
      "people.sleepsFrom",
      "must be a time such as 22:00",
    ],
    [
      "rooms",
      { ...testDesign().rooms[0]!, code: "hall" },
      "rooms.code",
      "must be up to 6 capitals or digits, such as HALL",
    ],
    [
      "levels",
      { ...testDesign().levels[0]!, code: "g1" },
      "levels.code",
      "must be up to 3 capitals or digits, such as 0 or G1",
    ],
    [
      "kinds",
      { ...testDesign().kinds[0]!, code: "lamp" },
      "kinds.code",
      "must be up to 4 capitals or digits, such as LMP",
    ],
  ] as const)("%s of another form are refused with what is asked for", (collection, row, path, reason) =>
    expect(problemsOf(() => checkRow(collection, row))).toContainEqual({ path, reason }),
  );

  test("what is one row within another is an object, and its own fields are checked", () => {
    const drop = { id: "d", point: "p", index: 1, state: "tested" };
    expect(problemsOf(() => checkRow("drops", { ...drop, test: "passed" }))).toEqual([
      { path: "drops.test", reason: "must be an object" },
    ]);
    expect(
      problemsOf(() => checkRow("drops", { ...drop, test: { method: "wire map", result: "well" } })),
    ).toEqual([{ path: "drops.test.result", reason: "must be one of pass, fail" }]);
  });

  test("names the place inside lists and inside chosen classes", () => {
    const automation = {
      id: "a",
      name: "A",
      priority: "comfort",
      enabled: true,
      cues: [{ kind: "sun", key: "k", event: "moonrise", offsetMin: 0 }],
      guards: [],
      moves: [],
    };
    expect(problemsOf(() => checkRow("automations", automation))).toEqual([
      { path: "automations.cues[0].event", reason: "must be one of rise, set, dawn, dusk, noon" },
    ]);
    expect(problemsOf(() => checkRow("automations", { ...automation, cues: [{ kind: "tide" }] }))[0]).toEqual(
      {
        path: "automations.cues[0].kind",
        reason: expect.stringMatching(/^must be one of time, sun, /) as string,
      },
    );
    const room = {
      ...testDesign().rooms[0]!,
      outline: [
        [0, 0],
        [1, 0],
      ],
    };
    expect(problemsOf(() => checkRow("rooms", room))[0]!.reason).toContain("at least 3 [x, y] pairs");
  });
});

test("whatever a field holds, it holds to its rules where class-validator has nothing to say", () => {
  const house = larkspurWeir();
  const values = [
    ...[undefined, "", "a", "x".repeat(5000), "\ud800", "2026-02-30", "no spaces"],
    ...[-1e9, -1, 0, 1.5, 7, 1e9, NaN, true, {}, new Date(0)],
    ...[
      [],
      ["a"],
      ["a", "a"],
      ["", 1],
      [1.5],
      [-1e9],
      [{}],
      [[0, 0]],
      [["a", 0]],
      Array<string>(999).fill("a"),
    ],
  ];
  let held = 0;
  let refused = 0;
  for (const [collection, rowClass] of Object.entries(ROW_CLASSES)) {
    const own = collection === "design" ? house.design : house[collection as CollectionName][0];
    const row = instance(rowClass, own, collection, [])!;
    withRules(rowClass);
    for (const { name } of fields(rowClass))
      for (const value of values) {
        const one = Object.assign(new rowClass(), row, { [name]: value });
        const said = validateSync(one, { forbidUnknownValues: false, stopAtFirstError: true });
        expect([collection, name, value, holds(one)]).toEqual([collection, name, value, !said.length]);
        if (said.length) refused += 1;
        else held += 1;
      }
  }
  expect(Math.min(held, refused)).toBeGreaterThan(500);
});

test("a row class that extends another has its fields first, and all of them are checked", () => {
  expect(
    fields(ROW_CLASSES.trunks)
      .map(({ name }) => name)
      .slice(0, 4),
  ).toEqual(["id", "level", "name", "kind"]);
  const trunk = {
    id: "t",
    level: "g",
    name: "Hall",
    kind: "void",
    path: [
      [0, 0],
      [1, 0],
    ],
    heightM: 2,
  };
  expect(() => checkRow("trunks", { ...trunk, name: "n".repeat(61) })).toThrow("name");
  expect(() => checkRow("trunks", { ...trunk, level: 3 })).toThrow("level");
});

describe("edits", () => {
  const design = testDesign();
  const ids = ["cam", "cam-up", "new1", "new2"];
  const change = fc.oneof(
    fc
      .record({ id: fc.constantFrom(...ids), x: fc.integer({ min: 0, max: 9 }) })
      .map(({ id, x }): Change => ({ in: "points", put: { ...design.points[0]!, id, x } })),
    fc.constantFrom(...ids).map((drop): Change => ({ in: "points", drop })),
    fc
      .integer({ min: 0, max: 50 })
      .map((wastePct): Change => ({ in: "design", put: { ...design.design, wastePct } })),
  );

  test("the inverse takes any edit back exactly", () => {
    fc.assert(
      fc.property(fc.array(change, { minLength: 1, maxLength: 12 }), (changes) => {
        const after = applyChanges(design, changes);
        expect(applyChanges(after, invertChanges(design, changes))).toEqual(design);
      }),
    );
  });

  test("untouched collections stay the same arrays, touched ones stay sorted, and the old design is not changed", () => {
    const before = JSON.stringify(design);
    const after = applyChanges(design, [{ in: "points", put: { ...design.points[0]!, id: "aaa" } }]);
    expect(after.rooms).toBe(design.rooms);
    expect(after.points.map((row) => row.id)).toEqual(["aaa", "cam", "cam-up"]);
    expect(JSON.stringify(design)).toBe(before);
    expect(byId(after, "points").has("aaa")).toBe(true);
    expect(byId(design, "points").has("aaa")).toBe(false);
  });

  test("changes from outside are checked with their path", () => {
    expect(checkChanges([{ in: "points", drop: "cam" }])).toEqual([{ in: "points", drop: "cam" }]);
    expect(problemsOf(() => checkChanges("x"))).toEqual([{ path: "changes", reason: "must be a list" }]);
    expect(problemsOf(() => checkChanges([]))).toEqual([{ path: "changes", reason: "must not be empty" }]);
    expect(problemsOf(() => checkChanges([{ in: "tides", drop: "x" }]))[0]!.path).toBe("changes[0].in");
    expect(problemsOf(() => checkChanges([{ in: "__proto__", drop: "x" }]))[0]!.path).toBe("changes[0].in");
    expect(problemsOf(() => checkChanges([{ in: "points", drop: "cam", put: {} }]))[0]!.reason).toContain(
      "either put or drop",
    );
    expect(
      problemsOf(() => checkChanges([{ in: "points", put: { ...design.points[0], z: "high" } }]))[0],
    ).toEqual({ path: "changes[0].put.z", reason: "must be a number" });
    expect(problemsOf(() => checkChanges([{ in: "points", drop: "cam", extra: 1 }]))[0]!.path).toBe(
      "changes[0].extra",
    );
  });

  test("a row dropped and put again in one edit stands, and what names it stands too", () => {
    const closet = design.closets.find((row) => row.id === "c")!;
    const changes: Change[] = [
      { in: "closets", drop: "c" },
      { in: "closets", put: { ...closet, name: "Moved" } },
    ];
    const after = applyChanges(design, changes);
    expect(after.closets.find((row) => row.id === "c")!.name).toBe("Moved");
    expect(() => checkWhole(after, changes)).not.toThrow();
  });
  test("a row that is still named cannot go, and a row must name rows that are there", () => {
    const drop: Change[] = [{ in: "closets", drop: "c" }];
    expect(problemsOf(() => checkWhole(applyChanges(design, drop), drop))[0]).toEqual({
      path: "points[cam].closet",
      reason: 'still names closets "c", so it cannot be removed',
    });
    const put: Change[] = [{ in: "points", put: { ...design.points[0]!, room: "attic" } }];
    expect(problemsOf(() => checkWhole(applyChanges(design, put), put))[0]).toEqual({
      path: "points[cam].room",
      reason: 'names rooms "attic", which does not exist',
    });
  });

  test("sameRow looks at values, not at the order of keys or absent ones", () => {
    expect(sameRow({ a: 1, b: [1, { c: 2 }] }, { b: [1, { c: 2 }], a: 1, d: undefined })).toBe(true);
    expect(sameRow({ a: 1 }, { a: 1, b: 2 })).toBe(false);
    expect(keyOf({ in: "design", put: design.design })).toBe("design/");
  });
});
