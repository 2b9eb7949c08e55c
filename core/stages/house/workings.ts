/** The workings of what stage 2 computes. */
import type { RoomRow } from "../../design/rows/house-structure";
import { area, perimeter } from "../../geometry/polygon";
import { distance } from "../../geometry/segment";
import type { Working } from "../../desk/working";

/** How the area of a room came about, m². */
export function areaWorking(room: RoomRow): Working {
  const value = area(room.outline);
  return {
    title: `Area of ${room.name}`,
    value,
    unit: "m²",
    verdict: "none",
    steps: [
      {
        formula: "½ · |Σ (xᵢ·yᵢ₊₁ − xᵢ₊₁·yᵢ)|",
        with: `${room.outline.length} corners: ${room.outline.map((xy) => `(${xy.join(", ")})`).join(" ")}`,
        gives: `${value.toFixed(2)} m²`,
        source: "shoelace formula, plan",
      },
    ],
  };
}

/** How the perimeter of a room came about, m. */
export function perimeterWorking(room: RoomRow): Working {
  const value = perimeter(room.outline);
  const sides = room.outline.map((corner, i) =>
    distance(corner, room.outline[(i + 1) % room.outline.length]!),
  );
  return {
    title: `Perimeter of ${room.name}`,
    value,
    unit: "m",
    verdict: "none",
    steps: [
      {
        formula: "Σ sides",
        with: sides.map((side) => `${side.toFixed(2)} m`).join(" + "),
        gives: `${value.toFixed(2)} m`,
        source: "plan, along the outline",
      },
    ],
  };
}
