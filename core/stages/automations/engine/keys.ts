/**
 * Names of a thing's aspects, each made once: a text that was put together anew would be hashed anew at every look into a
 * map, and a rehearsed year looks some millions of times.
 */
export class Keys {
  private readonly byPoint = new Map<string, Map<string, string>>();

  /** @returns `point what`, the same string at every asking */
  of(point: string, what: string): string {
    let own = this.byPoint.get(point);
    if (!own) this.byPoint.set(point, (own = new Map()));
    let key = own.get(what);
    if (key === undefined) own.set(what, (key = `${point} ${what}`));
    return key;
  }
}
