/** Names beside those that are taken. */

/** The name itself, or with the first figure from 2 on that nobody has; `taken` in small letters. */
export function freeName(name: string, taken: ReadonlySet<string>, joint = " "): string {
  let free = name;
  for (let n = 2; taken.has(free.toLowerCase()); n++) free = `${name}${joint}${n}`;
  return free;
}
