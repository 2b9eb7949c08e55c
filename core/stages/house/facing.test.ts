import type { RoomRow, WallRow } from "../../design/rows/house-structure";
import { outwardDeg } from "./facing";

const wall: WallRow = {
  ...{ id: "w", level: "g", ax: 0, ay: 0, bx: 4, by: 0 },
  ...{ thicknessM: 0.2, material: "brick-100" },
};
const room = (y: number, more: Partial<RoomRow> = {}): RoomRow => ({
  ...{ id: `r${y}`, level: "g", name: "Snug", code: "SNUG", type: "living", outdoor: false },
  outline: [
    [0, y],
    [4, y],
    [4, y + 3],
    [0, y + 3],
  ],
  ...more,
});

test("a wall faces away from the room behind it", () => {
  expect(outwardDeg({ rooms: [room(0)] }, wall)).toBe(0);
  expect(outwardDeg({ rooms: [room(-3)] }, wall)).toBe(180);
});

test("between two rooms, or none, it faces to the left of its way", () => {
  expect(outwardDeg({ rooms: [room(0), room(-3)] }, wall)).toBe(0);
  expect(outwardDeg({ rooms: [] }, wall)).toBe(0);
});

test("a terrace and a room on another level are no rooms behind it", () => {
  expect(outwardDeg({ rooms: [room(-3, { outdoor: true })] }, wall)).toBe(0);
  expect(outwardDeg({ rooms: [room(-3, { level: "u" })] }, wall)).toBe(0);
});

test("a room that begins further off than a skirting is not right behind it", () => {
  expect(outwardDeg({ rooms: [room(-3.41)] }, wall)).toBe(0);
  expect(outwardDeg({ rooms: [room(-3.39)] }, wall)).toBe(180);
});
