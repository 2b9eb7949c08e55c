import fc from "fast-check";
import { CAPABILITIES, closed, lostOf, meet, shownAs, SHOWN_TYPES, TYPE_CAN } from "./capabilities";

const some = fc.subarray([...CAPABILITIES]);

describe("what two sides have in common", () => {
  test("does not go by who is asked first, how they are put together, or how often", () => {
    fc.assert(
      fc.property(some, some, some, (a, b, c) => {
        expect(meet(a, b)).toEqual(meet(b, a));
        expect(meet(meet(a, b), c)).toEqual(meet(a, meet(b, c)));
        expect(meet(a, a)).toEqual(closed(a));
      }),
    );
  });
  test("is never more than either, and with what is lost is all there was", () => {
    fc.assert(
      fc.property(some, some, (a, b) => {
        const both = meet(a, b);
        for (const own of [a, b]) {
          expect(closed(own)).toEqual(expect.arrayContaining([...both]));
          expect([...both, ...lostOf(own, both)].sort()).toEqual([...closed(own)].sort());
        }
      }),
    );
  });
  test.each([
    [["colour"], ["level"], ["on and off", "level"]],
    [["colour"], ["tunable white"], ["on and off", "level", "tunable white"]],
    [["tilt"], ["position"], ["open and close", "position"]],
    [["lock and unlock"], ["on and off"], []],
    [
      ["level", "energy"],
      ["energy", "on and off"],
      ["on and off", "energy"],
    ],
  ] as const)("%s and %s meet at %s", (a, b, both) => expect(meet(a, b)).toEqual(both));
});

test("a type that is not taken is shown as the nearest one that is, or not at all", () => {
  expect(shownAs("colour light", ["colour light", "switch"])).toBe("colour light");
  expect(shownAs("colour light", ["switch", "dimmable light"])).toBe("dimmable light");
  expect(shownAs("door lock", ["switch"])).toBeUndefined();
  expect(lostOf(TYPE_CAN["colour light"], TYPE_CAN["dimmable light"])).toEqual(["tunable white", "colour"]);
  for (const type of SHOWN_TYPES) expect(TYPE_CAN[type]).toEqual(closed(TYPE_CAN[type]));
  // Whatever stands in for another has something of it left.
  for (const type of SHOWN_TYPES)
    for (const accepted of SHOWN_TYPES) {
      const as = shownAs(type, [accepted]);
      if (as) expect([type, as, meet(TYPE_CAN[type], TYPE_CAN[as]).length > 0]).toEqual([type, as, true]);
    }
});
