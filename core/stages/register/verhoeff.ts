/** Check digit of figures that people copy (Verhoeff 1969): one wrong figure, or two that changed places, are found. */

/** Products in the group of turns and mirrors of a pentagon. */
const times = (a: number, b: number): number => {
  const [ra, rb] = [a % 5, b % 5];
  const turned = a < 5 ? (ra + rb) % 5 : (ra - rb + 5) % 5;
  return a < 5 === b < 5 ? turned : turned + 5;
};

const FIRST = [1, 5, 7, 6, 2, 8, 3, 0, 9, 4] as const;

/** The figure a place makes of another: the first order of figures, once more at each place. */
function placed(figure: number, place: number): number {
  let at = figure;
  for (let n = place % 8; n > 0; n--) at = FIRST[at]!;
  return at;
}

const sumOf = (figures: string, from: number) =>
  [...figures].reverse().reduce((sum, figure, n) => times(sum, placed(Number(figure), n + from)), 0);

/** Whether figures end in their check digit. */
export const isChecked = (figures: string): boolean => /^\d+$/.test(figures) && sumOf(figures, 0) === 0;

/** The check digit of figures, to be put after them. */
export function checkDigit(figures: string): string {
  const sum = sumOf(figures, 1);
  return String(sum < 5 ? (5 - sum) % 5 : sum);
}
