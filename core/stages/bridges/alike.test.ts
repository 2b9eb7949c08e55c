/** Clashing names, found quickly, against every two of them. */
import fc from "fast-check";
import { LANGUAGES } from "../../design/rows/settings";
import { alikeNames } from "./alike";
import { alikeOf } from "./sounds";

const slowly = (names: readonly string[], language: (typeof LANGUAGES)[number]) =>
  names.flatMap((one, a) =>
    names.slice(a + 1).flatMap((other, n) => {
      const alike = alikeOf(one, other, language);
      return alike ? [{ a, b: a + 1 + n, ...alike }] : [];
    }),
  );

const words = fc.constantFrom(
  ..."star stair hall haul lamp lamps light left right bed bad bath path snug shade shed gold cold 2 two büro Βόρεια".split(
    " ",
  ),
);
const names = fc.array(
  fc.oneof(
    fc.array(words, { minLength: 1, maxLength: 4 }).map((own) => own.join(" ")),
    fc.string({ maxLength: 8 }),
  ),
  { maxLength: 24 },
);

test("the same pairs with the same scores and reasons, in the same order", () => {
  fc.assert(
    fc.property(names, fc.constantFrom(...LANGUAGES), (own, language) => {
      expect(alikeNames(own, language)).toEqual(slowly(own, language));
    }),
    { numRuns: 400 },
  );
});

test.each([
  [["Star lamp", "Stair lamp"], [[0, 1, "sounds alike"]]],
  [
    ["Lamp", "Snug lamp", "snug LAMP"],
    [
      [0, 1, "contained"],
      [0, 2, "contained"],
      [1, 2, "same"],
    ],
  ],
  [["Hall light left", "Hall light right"], []],
  // One word against two: only the whole says it.
  [["Bedlamp", "Bed lamp"], [[0, 1, "sounds alike"]]],
  [[], []],
])("%j", (own: string[], expected) => {
  expect(alikeNames(own).map(({ a, b, why }) => [a, b, why])).toEqual(expected);
});
