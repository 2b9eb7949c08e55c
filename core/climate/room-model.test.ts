import fc from "fast-check";
import { RoomModel, symmetricModes, type HeatNode, type HeatTie } from "./room-model";

const HOUR = 3600;

test("one room cools towards outside by its time constant: 20 °C over 5, 10 h of capacity, after 10 h at 5 + 15/e", () => {
  const model = new RoomModel([{ capacityJK: 3.6e6, outsideWK: 100 }], [], [20]);
  model.outside(5);
  model.step(10 * HOUR);
  expect(model.temperature(0)).toBeCloseTo(5 + 15 * Math.exp(-1), 9);
});

test("heat lifts a room by its watts over its conductance, and one without losses by its watts over its capacity", () => {
  const leaky = new RoomModel([{ capacityJK: 3.6e6, outsideWK: 100 }], [], [5]);
  leaky.outside(5);
  leaky.heat(0, 1500);
  leaky.step(1000 * HOUR);
  expect(leaky.temperature(0)).toBeCloseTo(20, 9);
  const tight = new RoomModel([{ capacityJK: 1e6, outsideWK: 0 }], [], [10]);
  tight.heat(0, 500);
  tight.step(4000);
  expect(tight.temperature(0)).toBeCloseTo(12, 9);
});

test("two rooms without losses come to the mean of their heat", () => {
  const model = new RoomModel(
    [
      { capacityJK: 1e6, outsideWK: 0 },
      { capacityJK: 3e6, outsideWK: 0 },
    ],
    [{ a: 0, b: 1, wk: 50 }],
    [10, 22],
  );
  model.step(1000 * HOUR);
  expect(model.temperature(0)).toBeCloseTo(19, 9);
  expect(model.temperature(1)).toBeCloseTo(19, 9);
});

test("the modes of a symmetric matrix make it up again", () => {
  const n = 6;
  const m = Float64Array.from({ length: n * n }, (_, at) => {
    const [i, j] = [Math.floor(at / n), at % n];
    return Math.sin(1 + Math.min(i, j) * 7 + Math.max(i, j)) + (i === j ? 3 : 0);
  });
  const { values, vectors } = symmetricModes(Float64Array.from(m), n);
  for (let i = 0; i < n; i += 1)
    for (let j = 0; j < n; j += 1) {
      let sum = 0;
      for (let k = 0; k < n; k += 1) sum += vectors[i * n + k]! * values[k]! * vectors[j * n + k]!;
      expect(sum).toBeCloseTo(m[i * n + j]!, 10);
    }
});

test("a matrix is turned until its modes stand square, whatever its size: the bound is a share of all of it", () => {
  const n = 5;
  const unit = Array.from({ length: n * n }, (_, at) => {
    const [i, j] = [Math.floor(at / n), at % n];
    return Math.cos(2 + Math.min(i, j) * 3 + Math.max(i, j)) + (i === j ? 2 : 0);
  });
  for (const scale of [1e-9, 1, 1e9]) {
    const { values, vectors } = symmetricModes(
      Float64Array.from(unit, (value) => scale * value),
      n,
    );
    for (let i = 0; i < n; i += 1)
      for (let j = 0; j < n; j += 1) {
        let [sum, square] = [0, 0];
        for (let k = 0; k < n; k += 1) {
          sum += vectors[i * n + k]! * values[k]! * vectors[j * n + k]!;
          square += vectors[k * n + i]! * vectors[k * n + j]!;
        }
        expect(sum / scale).toBeCloseTo(unit[i * n + j]!, 12);
        expect(square).toBeCloseTo(i === j ? 1 : 0, 12);
      }
  }
  // One that lies square already is given back as it is.
  const square = Float64Array.from([3, 0, 0, 1e-3]);
  expect([...symmetricModes(Float64Array.from(square), 2).values]).toEqual([3, 1e-3]);
});

const house = fc
  .array(
    fc.record({
      capacityJK: fc.double({ min: 5e5, max: 2e7, noNaN: true }),
      outsideWK: fc.double({ min: 0, max: 200, noNaN: true }),
      startC: fc.double({ min: -10, max: 35, noNaN: true }),
      watts: fc.double({ min: 0, max: 3000, noNaN: true }),
    }),
    { minLength: 2, maxLength: 6 },
  )
  .chain((nodes) =>
    fc.record({
      nodes: fc.constant(nodes),
      ties: fc.array(
        fc.record({
          a: fc.nat(nodes.length - 1),
          b: fc.nat(nodes.length - 1),
          wk: fc.double({ min: 0, max: 150, noNaN: true }),
        }),
        { maxLength: 8 },
      ),
    }),
  );
type Rooms = readonly (HeatNode & { startC: number; watts: number })[];

const modelOf = (nodes: Rooms, ties: readonly HeatTie[]) => {
  const model = new RoomModel(
    nodes,
    ties.filter(({ a, b }) => a !== b),
    nodes.map(({ startC }) => startC),
  );
  model.outside(3);
  for (const [i, { watts }] of nodes.entries()) model.heat(i, watts);
  return model;
};

/** Many small steps of the plain formula. */
function plainly(nodes: Rooms, ties: readonly HeatTie[], seconds: number): number[] {
  const stepS = 1;
  let t = nodes.map(({ startC }) => startC);
  for (let s = 0; s < seconds; s += stepS) {
    const flow = nodes.map(({ outsideWK, watts }, i) => watts + outsideWK * (3 - t[i]!));
    for (const { a, b, wk } of ties) {
      flow[a]! += wk * (t[b]! - t[a]!);
      flow[b]! += wk * (t[a]! - t[b]!);
    }
    t = t.map((own, i) => own + (flow[i]! / nodes[i]!.capacityJK) * stepS);
  }
  return t;
}

test("is what very small steps come to, whatever the house", () => {
  fc.assert(
    fc.property(house, ({ nodes, ties }) => {
      const model = modelOf(nodes, ties);
      model.step(2 * HOUR);
      const plain = plainly(
        nodes,
        ties.filter(({ a, b }) => a !== b),
        2 * HOUR,
      );
      for (const [i, own] of plain.entries()) expect(Math.abs(model.temperature(i) - own)).toBeLessThan(0.02);
    }),
    { numRuns: 40 },
  );
});

test("one step and the same time in many steps come to the same", () => {
  fc.assert(
    fc.property(house, fc.integer({ min: 1, max: 30 }), ({ nodes, ties }, parts) => {
      const whole = modelOf(nodes, ties);
      const parted = modelOf(nodes, ties);
      whole.step(24 * HOUR);
      for (let i = 0; i < parts; i += 1) parted.step((24 * HOUR) / parts);
      for (let i = 0; i < nodes.length; i += 1)
        expect(Math.abs(whole.temperature(i) - parted.temperature(i))).toBeLessThan(1e-6);
    }),
  );
});

test("steps of one length with others between come to the same as one", () => {
  fc.assert(
    fc.property(
      house,
      fc.array(fc.constantFrom(600, 600, 250, 350, 90), { maxLength: 20 }),
      (rooms, steps) => {
        const whole = modelOf(rooms.nodes, rooms.ties);
        const parted = modelOf(rooms.nodes, rooms.ties);
        for (const seconds of steps) parted.step(seconds);
        whole.step(steps.reduce((sum, seconds) => sum + seconds, 0));
        for (let i = 0; i < rooms.nodes.length; i += 1)
          expect(Math.abs(whole.temperature(i) - parted.temperature(i))).toBeLessThan(1e-6);
      },
    ),
  );
});

test("of some nodes at once, in the order they are asked", () => {
  fc.assert(
    fc.property(house, ({ nodes, ties }) => {
      const model = modelOf(nodes, ties);
      model.step(HOUR);
      const asked = Int32Array.from([...nodes.keys()].reverse());
      const into = new Float64Array(asked.length);
      model.temperatures(asked, into);
      expect([...into]).toEqual([...asked].map((node) => model.temperature(node)));
    }),
    { numRuns: 20 },
  );
});

test("begun anew it is as if it had just been made; a column warms its nodes by their shares", () => {
  fc.assert(
    fc.property(house, ({ nodes, ties }) => {
      const plain = modelOf(nodes, ties);
      const again = modelOf(nodes, ties);
      again.heat(0, 500);
      again.step(5 * HOUR);
      again.begin(nodes.map(({ startC }) => startC));
      again.outside(3);
      const column = again.column(nodes.map(({ watts }, node) => ({ node, share: watts / 100 })));
      again.heatBy(column, 150);
      again.heatBy(column, -50);
      plain.step(HOUR);
      again.step(HOUR);
      for (let i = 0; i < nodes.length; i += 1)
        expect(again.temperature(i)).toBeCloseTo(plain.temperature(i), 6);
    }),
    { numRuns: 30 },
  );
});
