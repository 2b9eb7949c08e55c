/**
 * Heavy work off the web process's own thread: reading and checking of large files and edits, tables and
 * papers of large designs. Few workers and a short queue, so that it never takes the machine from those who
 * only look.
 */
import { availableParallelism } from "node:os";
import { resolve } from "node:path";
import { Piscina } from "piscina";
import type { Jobs } from "./job-worker";

const MOST_WAITING = 16;

let pool: Piscina | undefined;
const workers = () =>
  (pool ??= new Piscina({
    filename: resolve("server/job-entry.mjs"),
    minThreads: 0,
    maxThreads: Math.max(1, availableParallelism() - 1),
    maxQueue: MOST_WAITING,
    idleTimeout: 60_000,
  }));

/** Answer of a job: its result, or the input error as it would have been thrown here. */
export type JobAnswer<R> =
  | { ok: true; result: R }
  | { ok: false; status: number; error: string; problems: { path: string; reason: string }[] };

/** Have a job done. Throws a 503 response where too many wait already. */
export async function job<K extends keyof Jobs>(
  name: K,
  task: Parameters<Jobs[K]>[0],
  transfer: ArrayBuffer[] = [],
): Promise<JobAnswer<Awaited<ReturnType<Jobs[K]>>>> {
  try {
    return (await workers().run({ name, task }, { transferList: transfer })) as JobAnswer<
      Awaited<ReturnType<Jobs[K]>>
    >;
  } catch (error) {
    if (error instanceof Error && /queue/i.test(error.message))
      throw new Response("The server is busy with large files: try again in a moment.", { status: 503 });
    throw error;
  }
}

/** The result of a job that was asked rightly; what it could not do is thrown as a response. */
export async function madeByJob<R>(asked: Promise<JobAnswer<R>>): Promise<R> {
  const answer = await asked;
  if (!answer.ok) throw new Response(answer.error, { status: answer.status });
  return answer.result;
}

/** Bodies larger than this are read, checked and written by a worker. */
export const LARGE_BODY_BYTES = 60_000;

/** Designs with more rows than this are computed in the browser first, and their papers by a worker. */
const HEAVY_ROWS = 1200;

/**
 * What a design costs to compute, roughly: everything hangs on points and on the corners of ways, and on
 * walls a little.
 */
export const isHeavy = (design: {
  points: unknown[];
  walls: unknown[];
  devices: unknown[];
  lamps: unknown[];
  trunks: { path: unknown[] }[];
  noGo: { outline: unknown[] }[];
}) =>
  2 * design.points.length +
    design.walls.length / 2 +
    design.devices.length +
    design.lamps.length / 2 +
    design.trunks.reduce((sum, way) => sum + way.path.length, 0) +
    design.noGo.reduce((sum, area) => sum + area.outline.length, 0) >
  HEAVY_ROWS;
