/** No reader of what people send may be held up by what they send. */
import { readWorst } from "../../tests/faults/worst";

/**
 * Healthy ones take some milliseconds; one that backtracks, or copies a list for every row, runs into the runner's limit.
 * `npm run faults` times them on ten times as much.
 */
const BYTES = 200_000;

test("every reader is through the worst of its input, and says what is wrong in a sentence of bearable length", () => {
  const lengthy: unknown[] = [];
  let count = 0;
  for (const { reader, what, refused } of readWorst(BYTES)) {
    count += 1;
    if ((refused?.length ?? 0) > 2000) lengthy.push([reader, what, refused?.slice(0, 200)]);
  }
  expect(lengthy).toEqual([]);
  expect(count).toBeGreaterThan(35);
});
