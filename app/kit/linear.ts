/**
 * A straight line from values to places on a chart. D3's own scale brings the mixing of colours and the writing of
 * numbers and dates with it, ten kilobytes of a first view for one multiplication; marks on an axis are D3's `ticks`.
 * @param from the two values
 * @param to their places; one value alone is put half way between them
 */
export const linear =
  ([low, high]: readonly [number, number], [start, end]: readonly [number, number]) =>
  (value: number): number =>
    start + (low === high ? 0.5 : (value - low) / (high - low)) * (end - start);
