/** Small words of sentences: a count with its noun. */

/** `1 bend`, `2 bends`; `many` where the plural is not the noun with an s. */
export const counted = (count: number, one: string, many = `${one}s`) =>
  `${count} ${count === 1 ? one : many}`;
