import { placeText, facingOnSheet, northFrom, readDegrees, turned } from "./place";

test.each([
  ["53.41", 53.41],
  ["53,41 N", 53.41],
  ["53° 24′ 36″ N", 53.41],
  ["53 24 36 n", 53.41],
  ["33°51'S", -33.85],
  ["-33.85", -33.85],
  ["−33,85", -33.85],
  ["90", 90],
  ["0 S", 0],
])("latitude %s is %d", (text, degrees) =>
  expect(readDegrees(text, "Latitude", "latitude")).toBeCloseTo(degrees, 6),
);

test("longitude goes to 180, west is less than 0", () => {
  expect(readDegrees("3° 1′ 12″ W", "Longitude", "longitude")).toBeCloseTo(-3.02, 6);
  expect(readDegrees("180 E", "Longitude", "longitude")).toBe(180);
  expect(Object.is(readDegrees("0 W", "Longitude", "longitude"), 0)).toBe(true);
});

test.each(["", "north", "53 N E", "53 E", "53 60 N", "53 10 60 N", "-53 N", "5 4 3 2 N", "53.4.1", "1e1"])(
  "“%s” is no latitude",
  (text) =>
    expect(() => readDegrees(text, "Latitude", "latitude")).toThrow(
      `Latitude must be degrees such as 53.41 or 53° 24′ 36″ N, not “${text}”`,
    ),
);

test("beyond the pole is said to be", () => {
  expect(() => readDegrees("90.1", "Latitude", "latitude")).toThrow(
    "Latitude must be at most 90°, not “90.1”",
  );
  expect(() => readDegrees("180.5", "Longitude", "longitude")).toThrow("Longitude must be at most 180°");
});

test("north from one direction known on sheet and ground", () => {
  // The top of the sheet lies north-east: north is 45° to its left.
  expect(northFrom(0, 45)).toBe(-45);
  // A wall that faces the right of the sheet and the south: north is up… turned by 90° to the left.
  expect(northFrom(90, 180)).toBe(-90);
  expect(northFrom(90, 90)).toBe(0);
  expect(northFrom(180, 0)).toBe(180);
  expect(northFrom(10, 350)).toBe(20);
});

test("a wall faces to the left of its way", () => {
  expect(facingOnSheet({ ax: 0, ay: 0, bx: 4, by: 0 })).toBe(0);
  expect(facingOnSheet({ ax: 0, ay: 0, bx: 0, by: 4 })).toBe(90);
  expect(facingOnSheet({ ax: 4, ay: 0, bx: 0, by: 0 })).toBe(180);
  expect(facingOnSheet({ ax: 0, ay: 4, bx: 0, by: 0 })).toBe(270);
  expect(turned(-30)).toBe(330);
  expect(turned(360)).toBe(0);
});

test("a place is said with the halves of the globe it is on", () => {
  expect(placeText(55.2, -2.4)).toBe("55.2° N, 2.4° W");
  expect(placeText(-33, 151.2)).toBe("33° S, 151.2° E");
});
