import { larkspurWeir } from "../../../tests/core/houses";
import type { Line } from "./play/log";
import { Lately } from "./lately";

const design = larkspurWeir();
const [first] = design.automations;
const line = (n: number, what: string, rest: Partial<Line> = {}): Line => ({
  n,
  at: n * 1000,
  what,
  ...rest,
});

test("the youngest first, each with what it came of; what nobody would notice is left out", () => {
  const lately = new Lately(design);
  lately.hear(line(1, "press", { point: "hall-key-1", value: "1 single" }));
  lately.hear(line(2, "fires", { by: first!.id, because: 1 }));
  lately.hear(line(3, "power", { point: "hall-key-1", value: 4 }));
  const [fires, press, ...rest] = lately.latest();
  expect(rest).toEqual([]);
  expect(fires).toMatchObject({ at: 2000, text: `${first!.name} fires` });
  expect(fires!.because).toMatch(/key 1 is pressed$/);
  expect(press!.because).toBeUndefined();
  expect(press).not.toHaveProperty("bad");
});

test("a wall switch is worked in its room; what is turned on the panel has none", () => {
  const lately = new Lately(design);
  lately.hear(line(1, "by hand", { value: true, room: "snug" }));
  lately.hear(line(2, "by hand", { value: false }));
  expect(lately.latest().map(({ text }) => text)).toEqual([
    "A hand puts the light out",
    "A hand puts the light on, Snug",
  ]);
});

test("who is annoyed is said by their role, and of what", () => {
  const lately = new Lately(design);
  const { id, role } = design.people[0]!;
  lately.hear(line(1, "moves", { point: design.points[0]!.id, value: 20 }));
  lately.annoys({ at: 1000, what: "moved over a sleeper", who: id, room: "hall", because: 1 });
  expect(lately.latest()).toEqual([
    {
      at: 1000,
      text: `${role}: moved over a sleeper`,
      because: expect.stringContaining("sets off"),
      bad: true,
    },
  ]);
});

test("thirty are kept, and a cause of two thousand lines ago is forgotten", () => {
  const lately = new Lately(design);
  for (let n = 1; n <= 40; n += 1) lately.hear(line(n, "seen"));
  expect(lately.latest()).toHaveLength(30);
  expect(lately.latest()[0]!.at).toBe(40_000);
  for (let n = 41; n <= 2040; n += 1) lately.hear(line(n, "power"));
  lately.hear(line(2041, "seen", { because: 40 }));
  lately.hear(line(2042, "seen", { because: 2041 }));
  expect(lately.latest().map(({ because }) => because)[0]).toBe("somebody has seen what safety did");
  expect(lately.latest()[1]!.because).toBeUndefined();
});
