/** The order of what is to happen, against sorting. */
import fc from "fast-check";
import { Agenda } from "./agenda";

const emptied = <T>(agenda: Agenda<T>): T[] => {
  const all: T[] = [];
  for (let one = agenda.next(); one; one = agenda.next()) all.push(one.what);
  return all;
};

test("by time, and by who came first at one time", () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.integer({ min: 0, max: 20 }), fc.boolean())), (entries) => {
      const agenda = new Agenda<number>();
      const offs = entries.map(([at], n) => agenda.add(at, n));
      entries.forEach(([, off], n) => off && offs[n]!());
      const left = entries.map(([at, off], n) => ({ at, off, n })).filter(({ off }) => !off);
      expect(agenda.size).toBe(left.length);
      expect(agenda.nextAt()).toBe(left.length ? Math.min(...left.map(({ at }) => at)) : undefined);
      // A stable sort by time alone.
      expect(emptied(agenda)).toEqual(left.sort((a, b) => a.at - b.at).map(({ n }) => n));
      expect(agenda.size).toBe(0);
    }),
  );
});

test("what is put in while it runs takes its place; what has passed comes next", () => {
  const agenda = new Agenda<string>();
  agenda.add(10, "ten");
  agenda.add(30, "thirty");
  expect(agenda.next()).toMatchObject({ at: 10, what: "ten" });
  agenda.add(5, "late");
  agenda.add(20, "twenty");
  expect(emptied(agenda)).toEqual(["late", "twenty", "thirty"]);
  expect(agenda.next()).toBeUndefined();
});

test("called off twice, or after it came, counts once", () => {
  const agenda = new Agenda<string>();
  const off = agenda.add(1, "a");
  agenda.add(2, "b");
  agenda.next();
  off();
  expect(agenda.size).toBe(1);
  const other = agenda.add(3, "c");
  other();
  other();
  expect([agenda.size, emptied(agenda)]).toEqual([1, ["b"]]);
});

test.each([Number.NaN, Infinity])("%d is no time", (at) => {
  expect(() => new Agenda().add(at, 0)).toThrow("finite number of milliseconds");
});
