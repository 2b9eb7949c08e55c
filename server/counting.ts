/** Findings of designs that were edited since they were last counted: counted anew one by one, by the pool. */
import { uncounted } from "../db/across";
import { db } from "./db";
import { job } from "./jobs";

/** Looked for at once; the rest is found when somebody looks again. */
const MOST = 100;

const waiting = new Set<string>();
/** What could not be counted is not tried again and again: whoever opens it is told why. */
const failed = new Set<string>();
let under: Promise<void> | undefined;

async function work(): Promise<void> {
  for (const design of waiting) {
    try {
      if (!(await job("card", { design })).ok) failed.add(design);
    } catch (error) {
      // A pool that is busy is asked when somebody looks again.
      if (!(error instanceof Response)) failed.add(design);
    }
    waiting.delete(design);
  }
  under = undefined;
}

/** Have what a person may look into counted; returns how many designs are waiting. */
export async function countSoon(person: string): Promise<number> {
  const ids = (await uncounted(db(), person, MOST)).filter((id) => !failed.has(id));
  for (const id of ids) waiting.add(id);
  if (waiting.size) under ??= work();
  return ids.length;
}
