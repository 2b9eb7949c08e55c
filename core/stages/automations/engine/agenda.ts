/**
 * What is to happen, in the order it does: a binary heap by time, and by who was put in first where times are the same, so
 * that a run is the same at every repeat. What is called off stays in the heap and is passed over.
 */
export interface Entry<T> {
  /** Milliseconds, of whatever clock the caller keeps. */
  at: number;
  what: T;
}

interface Kept<T> extends Entry<T> {
  order: number;
  off: boolean;
}

const before = <T>(a: Kept<T>, b: Kept<T>) => a.at < b.at || (a.at === b.at && a.order < b.order);

export class Agenda<T> {
  private readonly heap: Kept<T>[] = [];
  private order = 0;
  private standing = 0;

  /** How many are to come. */
  get size(): number {
    return this.standing;
  }

  /**
   * @param at milliseconds; a time that has passed comes next
   * @returns calls it off; nothing where it came already
   */
  add(at: number, what: T): () => void {
    if (!Number.isFinite(at)) throw new RangeError("A time must be a finite number of milliseconds.");
    const kept: Kept<T> = { at, what, order: this.order, off: false };
    this.order += 1;
    this.standing += 1;
    this.heap.push(kept);
    this.rise(this.heap.length - 1);
    return () => {
      if (kept.off) return;
      kept.off = true;
      this.standing -= 1;
    };
  }

  /** When the next comes; undefined where nothing is to come. */
  nextAt(): number | undefined {
    this.passOver();
    return this.heap[0]?.at;
  }

  /** The next one, taken out. */
  next(): Entry<T> | undefined {
    this.passOver();
    const first = this.takeFirst();
    if (!first) return undefined;
    first.off = true;
    this.standing -= 1;
    return first;
  }

  private passOver(): void {
    while (this.heap[0]?.off) this.takeFirst();
  }

  private takeFirst(): Kept<T> | undefined {
    const [first] = this.heap;
    const last = this.heap.pop();
    if (first && last && first !== last) {
      this.heap[0] = last;
      this.sink(0);
    }
    return first;
  }

  private rise(from: number): void {
    const own = this.heap[from]!;
    let at = from;
    while (at > 0) {
      const over = (at - 1) >> 1;
      if (!before(own, this.heap[over]!)) break;
      this.heap[at] = this.heap[over]!;
      at = over;
    }
    this.heap[at] = own;
  }

  private sink(from: number): void {
    const own = this.heap[from]!;
    let at = from;
    for (;;) {
      let under = 2 * at + 1;
      if (under >= this.heap.length) break;
      if (under + 1 < this.heap.length && before(this.heap[under + 1]!, this.heap[under]!)) under += 1;
      if (!before(this.heap[under]!, own)) break;
      this.heap[at] = this.heap[under]!;
      at = under;
    }
    this.heap[at] = own;
  }
}
