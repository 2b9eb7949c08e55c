import fc from "fast-check";
import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import { generateHouse, movePoint } from "../house";
import { removeRows } from "../../design/remove";
import { dropsOf, dropsOfPoint } from "./drops";
import { stretches, stretchesOf } from "./thickness";
import { routeGraph } from "../../ways/graph";

const house = generateHouse({ points: 60, seed: 5 });
const anew = (design: Design) => stretches(routeGraph(design), dropsOf(design));

test("edge by edge or all at once, the same stretches in the same order, whatever was moved or taken out", () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(house.points.length - 1), fc.integer({ min: -30, max: 30 }), fc.boolean()), {
        minLength: 1,
        maxLength: 6,
      }),
      (steps) => {
        let design = applyChanges(house, []);
        stretchesOf(design);
        for (const [i, by, out] of steps) {
          const point = design.points[i % design.points.length]!;
          const changes = out
            ? removeRows(design, [{ in: "points", id: point.id }])
            : movePoint(design, point.id, { x: point.x + by / 10, y: point.y });
          design = applyChanges(design, changes);
          expect(stretchesOf(design)).toEqual(anew(structuredClone(design)));
        }
      },
    ),
    { numRuns: 20 },
  );
});

test("an edit leaves the stretches of all other edges the same objects", () => {
  // A lineage of its own: what other tests left in the house's would be swept back first.
  const design = structuredClone(house);
  const before = new Set(stretchesOf(design));
  const point = design.points.find((row) => dropsOfPoint(design, row).some((drop) => drop.route))!;
  const edges = (at: Design) =>
    dropsOfPoint(
      at,
      at.points.find((row) => row.id === point.id)!,
    ).flatMap((drop) => (drop.route?.pieces ?? []).map((piece) => String(piece.edge)));
  const next = applyChanges(design, movePoint(design, point.id, { x: point.x + 0.3, y: point.y }));
  const touched = new Set([...edges(design), ...edges(next)]);
  const fresh = stretchesOf(next).filter((stretch) => !before.has(stretch));
  expect(fresh.length).toBeGreaterThan(0);
  expect(fresh.filter(({ key }) => !touched.has(key.split("/")[0]!))).toEqual([]);
});

test("the drops of one point are those the whole list has of it, the same objects in the same order", () => {
  for (const point of house.points) {
    const own = dropsOf(house).filter((drop) => drop.point === point);
    const asked = dropsOfPoint(house, point);
    expect(asked.length).toBe(own.length);
    asked.forEach((drop, i) => expect(drop).toBe(own[i]));
  }
});
