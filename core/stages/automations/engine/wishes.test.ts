/** Which wish is followed, against sorting them all. */
import fc from "fast-check";
import {
  causeGone,
  expired,
  followed,
  inTheWay,
  nextEnd,
  PRIORITIES,
  seen,
  takenBack,
  wished,
  type Wish,
  type Wishes,
} from "./wishes";

const wish = (values: Partial<Wish<number>>): Wish<number> => ({
  by: "a",
  class: "comfort",
  value: 1,
  at: 0,
  ...values,
});
const made = (...wishes: Partial<Wish<number>>[]) =>
  wishes.reduce<Wishes<number>>((all, one, n) => wished(all, wish({ by: `w${n}`, ...one })), []);

test("the highest class, then the weightiest, then the last", () => {
  const one = fc.record({
    class: fc.constantFrom(...PRIORITIES),
    weight: fc.integer({ min: 0, max: 2 }),
    at: fc.integer({ min: 0, max: 3 }),
  });
  fc.assert(
    fc.property(fc.array(one), (all) => {
      const wishes = made(...all);
      const [best] = wishes
        .map((each, n) => ({ each, n }))
        .sort(
          (a, b) =>
            PRIORITIES.indexOf(a.each.class) - PRIORITIES.indexOf(b.each.class) ||
            b.each.weight! - a.each.weight! ||
            b.each.at - a.each.at ||
            b.n - a.n,
        );
      expect(followed(wishes)).toBe(best?.each);
    }),
  );
});

test("one has one wish; taken back, the next below applies", () => {
  const wishes = made(
    { by: "glare", value: 30 },
    { by: "hand", class: "hand", value: 80 },
    { by: "glare", value: 20, at: 5 },
  );
  expect(wishes).toHaveLength(2);
  expect(followed(wishes)!.value).toBe(80);
  expect(followed(takenBack(wishes, "hand"))!.value).toBe(20);
  expect(followed(takenBack(takenBack(wishes, "hand"), "glare"))).toBeUndefined();
});

test("wind outranks rain by its weight, whoever came last", () => {
  const wishes = made(
    { by: "wind", class: "safety", weight: 2, value: 100 },
    { by: "rain", class: "safety", weight: 1, value: 0, at: 9 },
  );
  expect(followed(wishes)!.by).toBe("wind");
});

test("a hand goes by its time, to the moment", () => {
  const wishes = made({ by: "looks", class: "looks" }, { by: "hand", class: "hand", until: 100 });
  expect(nextEnd(wishes)).toBe(100);
  expect(followed(expired(wishes, 99))!.by).toBe("hand");
  expect(followed(expired(wishes, 100))!.by).toBe("looks");
  expect(nextEnd(expired(wishes, 100))).toBeUndefined();
});

test("safety stands until its cause has gone and a person has seen it, in either order", () => {
  const leak = made({ by: "leak", class: "safety", cause: true, unseen: true });
  expect(causeGone(leak, "leak")).toHaveLength(1);
  expect(seen(leak, "leak")).toHaveLength(1);
  expect(seen(causeGone(leak, "leak"), "leak")).toEqual([]);
  expect(causeGone(seen(leak, "leak"), "leak")).toEqual([]);
  // Without a word of seeing it goes with its cause; another's cause is not its own.
  expect(causeGone(made({ by: "wind", cause: true }), "wind")).toEqual([]);
  expect(causeGone(leak, "wind")).toEqual(leak);
  // A person who sees a wish without a cause lets nothing go that has a time of its own.
  expect(seen(made({ by: "hand", until: 5 }), "hand")).toHaveLength(1);
});

test("its time does not end what its cause or an unseen eye holds", () => {
  const wishes = made(
    { by: "a", until: 5, cause: true },
    { by: "b", until: 5, unseen: true },
    { by: "c", until: 5 },
  );
  expect(expired(wishes, 9).map(({ by }) => by)).toEqual(["a", "b"]);
  expect(nextEnd(wishes)).toBe(5);
  expect(nextEnd(expired(wishes, 9))).toBeUndefined();
});

test("who stands in the way", () => {
  const wishes = made({ by: "hand", class: "hand", at: 3 });
  expect(inTheWay(wishes, { class: "comfort", at: 9 })!.by).toBe("hand");
  expect(inTheWay(wishes, { class: "safety", at: 9 })).toBeUndefined();
  expect(inTheWay(wishes, { class: "hand", at: 9 })).toBeUndefined();
  expect(inTheWay([], { class: "looks", at: 0 })).toBeUndefined();
});
