/** The trials of `npm run faults` in their short form. */
import { freezeTrial, fuzzTrial, killTrial, roleTrial } from "../faults/trials";

const url = process.env.TEST_WEB_URL!;

test("kills while edits come in: every acknowledged one is there, once", async () => {
  const { acknowledged, lost, doubled } = await killTrial(process.env.TEST_DATABASE_URL!, {
    kills: 3,
    seed: 5,
  });
  expect([lost, doubled]).toEqual([0, 0]);
  expect(acknowledged).toBeGreaterThan(3);
}, 240_000);

test("spoilt requests to every door: none breaks the server", async () => {
  const { requests, broken } = await fuzzTrial(url, { requests: 250, seed: 7 });
  expect([requests, broken]).toEqual([250, []]);
}, 240_000);

test("hostile and large files hold nobody else up for long", async () => {
  // The budget of 200 ms is measured by `npm run faults` on an idle machine; a busy one may be slow, but
  // not stand still.
  const { othersMs, brought } = await freezeTrial(url, { bytes: 200_000, points: 400 });
  expect(brought).toBe(8);
  expect(othersMs).toBeLessThan(5000);
}, 240_000);

test("no role does more than it may", async () => {
  const { requests, passed } = await roleTrial(url);
  expect(passed).toEqual([]);
  expect(requests).toBeGreaterThan(100);
}, 60_000);
