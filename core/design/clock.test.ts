import fc from "fast-check";
import { parseClock } from "./clock";
import { CLOCK } from "./vocabulary";

test.each([
  ["22:00", "22:00"],
  [" 22.05 ", "22:05"],
  ["2230", "22:30"],
  ["730", "07:30"],
  ["22h30", "22:30"],
  ["22h", "22:00"],
  ["22 15", "22:15"],
  ["7", "07:00"],
  ["0", "00:00"],
  ["24:00", "00:00"],
  ["10 pm", "22:00"],
  ["10pm", "22:00"],
  ["10p", "22:00"],
  ["6:30 a.m.", "06:30"],
  ["6:30 A M", "06:30"],
  ["12 am", "00:00"],
  ["12:59 am", "00:59"],
  ["12 pm", "12:00"],
  ["1 pm", "13:00"],
  ["Noon", "12:00"],
  ["midnight", "00:00"],
])("%j is %s", (text, time) => expect(parseClock(text, "Sleeps from")).toBe(time));

test.each([
  "",
  "late",
  "25:00",
  "24:30",
  "22:60",
  "22:5",
  "13 pm",
  "0 am",
  "10 xm",
  "-7",
  "7:00:00",
  "10:00 pm at night",
])("%j is refused in a sentence that names the field", (text) =>
  expect(() => parseClock(text, "Sleeps from")).toThrow(
    `Sleeps from must be a time such as 22:00 or 10 pm, not “${text}”.`,
  ),
);

test("every time reads itself, and what is read is always a time", () => {
  const two = (value: number) => String(value).padStart(2, "0");
  fc.assert(
    fc.property(fc.nat(23), fc.nat(59), (h, m) => {
      const time = `${two(h)}:${two(m)}`;
      expect(parseClock(time, "At")).toBe(time);
      expect(parseClock(`${h % 12 || 12}:${two(m)} ${h < 12 ? "am" : "pm"}`, "At")).toBe(time);
      expect(time).toMatch(CLOCK);
    }),
  );
});
