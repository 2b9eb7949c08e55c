/** The trials of `npm run faults`, as short as they can be and still fail; hostile and large files are tried there alone. */
import { fuzzTrial, killTrial, roleTrial } from "../faults/trials";

const url = process.env.TEST_WEB_URL!;

test("kills while edits come in: every acknowledged one is there, once", async () => {
  const { acknowledged, lost, doubled } = await killTrial(process.env.TEST_DATABASE_URL!, {
    kills: 1,
    seed: 5,
  });
  expect([lost, doubled]).toEqual([0, 0]);
  expect(acknowledged).toBeGreaterThan(0);
});

test("spoilt requests to every door: none breaks the server", async () => {
  const { requests, broken } = await fuzzTrial(url, { requests: 100, seed: 7 });
  expect([requests, broken]).toEqual([100, []]);
});

test("no role does more than it may", async () => {
  const { requests, passed } = await roleTrial(url);
  expect(passed).toEqual([]);
  expect(requests).toBeGreaterThan(100);
});
