/** No reader of what people send may be held up by what they send. */
import { readWorst } from "../../tests/faults/worst";

/** Healthy ones take a tenth of a second; one that backtracks, or copies a list for every row, takes hours. */
const MOST_MS = 15_000;

test("every reader is through 2 MB of its worst, and says what is wrong in a sentence of bearable length", () => {
  const slow: unknown[] = [];
  let count = 0;
  for (const read of readWorst()) {
    count += 1;
    if (read.ms > MOST_MS || (read.refused?.length ?? 0) > 2000)
      slow.push({ ...read, refused: read.refused?.slice(0, 200) });
  }
  expect(slow).toEqual([]);
  expect(count).toBeGreaterThan(35);
}, 240_000);
