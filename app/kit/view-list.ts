/**
 * Lists of views as a stage writes them down, and the addresses they make. Free of the page's own code:
 * tests and pictures read them too.
 */

/** A view by its name in the address, its words, and the views within it, by the key those have there. */
export type ViewEntry = readonly [
  name: string,
  text: string,
  within?: readonly [key: string, views: ViewList],
];
export type ViewList = readonly ViewEntry[];

/**
 * Queries that lead to each view of a list, and to each view within one; the first of a list needs no
 * naming.
 */
export function queriesOf(views: ViewList, key = "view"): string[] {
  return views.flatMap(([name, , within], i) => {
    const own = i === 0 ? [] : [`${key}=${name}`];
    const inner = within ? queriesOf(within[1], within[0]) : [""];
    return inner.map((query) => [...own, ...(query ? [query] : [])].join("&"));
  });
}
