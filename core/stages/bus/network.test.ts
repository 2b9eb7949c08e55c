import fc from "fast-check";
import { InputError } from "../../design/input-error";
import { nodeVolts, type Network } from "./network";

/** Both conductors of 1.5 mm² at 20 °C: IEC 60228, class 1. */
const OHM_M = 2 * 0.0121;

describe("worked by hand", () => {
  // Cabinet 0, 40 m to A, 30 m on to B, 20 m from A to C.
  const worked: Network = {
    nodes: 4,
    stretches: [
      { a: 0, b: 1, ohm: 40 * OHM_M },
      { a: 1, b: 2, ohm: 30 * OHM_M },
      { a: 1, b: 3, ohm: 20 * OHM_M },
    ],
    loads: [
      { node: 1, amps: 0.2 },
      { node: 2, amps: 0.3 },
      { node: 3, amps: 0.1 },
    ],
    supplies: [{ node: 0, volts: 24 }],
  };
  test("24 V, 1.5 mm²: A 23.419 V, B 23.201 V, C 23.371 V", () => {
    const { volts, amps, supplyAmps } = nodeVolts(worked)!;
    expect(volts.map((v) => v.toFixed(3))).toEqual(["24.000", "23.419", "23.201", "23.371"]);
    expect(amps.map((a) => a.toFixed(6))).toEqual(["0.600000", "0.300000", "0.100000"]);
    expect(supplyAmps[0]).toBeCloseTo(0.6, 9);
  });
  test("a load at the supply's own node is given too, and moves no volts", () => {
    const loads = [...worked.loads, { node: 0, amps: 1 }, { node: 0, watts: 12 }];
    const { volts, supplyAmps } = nodeVolts({ ...worked, loads })!;
    expect(volts[1]).toBeCloseTo(23.4192, 9);
    expect(supplyAmps[0]).toBeCloseTo(0.6 + 1 + 0.5, 9);
  });
  test("constant power: the upper root of V² − E·V + P·R = 0", () => {
    const [E, P, R] = [24, 20, 2];
    const at = (watts: number) =>
      nodeVolts({
        nodes: 2,
        stretches: [{ a: 0, b: 1, ohm: R }],
        loads: [{ node: 1, watts }],
        supplies: [{ node: 0, volts: E }],
      });
    expect(at(P)!.volts[1]).toBeCloseTo((E + Math.sqrt(E * E - 4 * P * R)) / 2, 6);
    // E²/4R = 72 W is all that ever gets through.
    expect(at(71.99)!.volts[1]).toBeCloseTo((E + Math.sqrt(E * E - 4 * 71.99 * R)) / 2, 5);
    expect(at(72.01)).toBeUndefined();
    expect(at(1000)).toBeUndefined();
  });
  test("a constant current that takes all the volts: no working point either", () => {
    const short = { ...worked, loads: [{ node: 2, amps: 15 }] };
    expect(nodeVolts(short)).toBeUndefined();
  });
  test("a ring: the load is fed from both ends, in the ratio of the ways", () => {
    const { volts, amps } = nodeVolts({
      nodes: 3,
      stretches: [
        { a: 0, b: 1, ohm: 1 },
        { a: 1, b: 2, ohm: 1 },
        { a: 2, b: 0, ohm: 1 },
      ],
      loads: [{ node: 1, amps: 3 }],
      supplies: [{ node: 0, volts: 12 }],
    })!;
    expect(volts[1]).toBeCloseTo(10, 9);
    expect(amps.map((a) => Number(a.toFixed(9)))).toEqual([2, -1, -1]);
  });
  test("two supplies: each gives what the volts leave it, and one may take", () => {
    const { supplyAmps, volts } = nodeVolts({
      nodes: 3,
      stretches: [
        { a: 0, b: 1, ohm: 1 },
        { a: 1, b: 2, ohm: 2 },
      ],
      loads: [{ node: 1, amps: 1 }],
      supplies: [
        { node: 0, volts: 24 },
        { node: 2, volts: 27 },
      ],
    })!;
    // (24 − V)/1 + (27 − V)/2 = 1
    expect(volts[1]).toBeCloseTo(73 / 3, 9);
    expect(supplyAmps[0]).toBeCloseTo(-1 / 3, 9);
    expect(supplyAmps[1]).toBeCloseTo(4 / 3, 9);
  });
});

describe("bad networks are named", () => {
  const one = { nodes: 2, loads: [], supplies: [{ node: 0, volts: 24 }] };
  test.each([
    ["no way to a node", { ...one, stretches: [] }, /node 1 without a supply/],
    ["no resistance", { ...one, stretches: [{ a: 0, b: 1, ohm: 0 }] }, /resistance above 0/],
    [
      "two supplies at a node",
      { ...one, stretches: [{ a: 0, b: 1, ohm: 1 }], supplies: [...one.supplies, { node: 0, volts: 12 }] },
      /two supplies at node 0/,
    ],
  ])("%s", (_what, network, says) => {
    expect(() => nodeVolts(network)).toThrow(InputError);
    expect(() => nodeVolts(network)).toThrow(says);
  });
});

/** The same by a full matrix and Gauss with pivots, loads of power by plain repetition: nothing shared with the solver. */
function dense({ nodes, stretches, loads, supplies }: Network): number[] {
  let volts = new Array<number>(nodes).fill(supplies[0]!.volts);
  for (let round = 0; round < 4000; round++) {
    const rows = Array.from({ length: nodes }, () => new Array<number>(nodes + 1).fill(0));
    for (const { a, b, ohm } of stretches) {
      rows[a]![a]! += 1 / ohm;
      rows[b]![b]! += 1 / ohm;
      rows[a]![b]! -= 1 / ohm;
      rows[b]![a]! -= 1 / ohm;
    }
    for (const load of loads)
      rows[load.node]![nodes]! -= (load.amps ?? 0) + (load.watts ?? 0) / volts[load.node]!;
    for (const { node, volts: v } of supplies) {
      rows[node]!.fill(0);
      rows[node]![node] = 1;
      rows[node]![nodes] = v;
    }
    for (let i = 0; i < nodes; i++) {
      let best = i;
      for (let k = i; k < nodes; k++) if (Math.abs(rows[k]![i]!) > Math.abs(rows[best]![i]!)) best = k;
      [rows[i], rows[best]] = [rows[best]!, rows[i]!];
      for (let k = 0; k < nodes; k++) {
        if (k === i) continue;
        const by = rows[k]![i]! / rows[i]![i]!;
        if (by) for (let j = i; j <= nodes; j++) rows[k]![j]! -= by * rows[i]![j]!;
      }
    }
    const next = rows.map((row, i) => row[nodes]! / row[i]!);
    const change = Math.max(...next.map((v, i) => Math.abs(v - volts[i]!)));
    volts = next;
    if (change < 1e-9) break;
  }
  return volts;
}

const networks = (rings: number) =>
  fc
    .record({
      parents: fc.array(fc.nat(1000), { minLength: 1, maxLength: 24 }),
      ohm: fc.array(fc.double({ min: 0.01, max: 2, noNaN: true }), { minLength: 60, maxLength: 60 }),
      loads: fc.array(
        fc.record({
          node: fc.nat(1000),
          amps: fc.double({ min: 0, max: 0.02, noNaN: true }),
          watts: fc.double({ min: 0, max: 0.3, noNaN: true }),
        }),
        { maxLength: 30 },
      ),
      more: fc.array(fc.tuple(fc.nat(1000), fc.nat(1000)), { maxLength: rings }),
      second: fc.option(fc.nat(1000)),
    })
    .map(({ parents, ohm, loads, more, second }): Network => {
      const nodes = parents.length + 1;
      const stretches = parents.map((parent, i) => ({ a: parent % (i + 1), b: i + 1, ohm: ohm[i]! }));
      more.forEach(([p, q], i) => {
        if (p % nodes !== q % nodes) stretches.push({ a: p % nodes, b: q % nodes, ohm: ohm[30 + i]! });
      });
      const other = second === null ? 0 : second % nodes;
      return {
        nodes,
        stretches,
        loads: loads.map((load) => ({ ...load, node: load.node % nodes })),
        supplies: [{ node: 0, volts: 24 }, ...(other ? [{ node: other, volts: 23.5 }] : [])],
      };
    });

test.each([
  ["trees", 0],
  ["rings and meshes", 12],
])("property: %s have the volts that a full matrix gives, to 1 µV", (_what, rings) => {
  fc.assert(
    fc.property(networks(rings), (network) => {
      const found = nodeVolts(network)!;
      const wanted = dense(network);
      found.volts.forEach((volts, node) => expect(Math.abs(volts - wanted[node]!)).toBeLessThan(1e-6));
      // What the supplies give is what the loads take.
      const given = found.supplyAmps.reduce((sum, amps) => sum + amps, 0);
      const taken = network.loads.reduce(
        (sum, load) => sum + (load.amps ?? 0) + (load.watts ?? 0) / found.volts[load.node]!,
        0,
      );
      expect(given).toBeCloseTo(taken, 6);
    }),
    { numRuns: 60 },
  );
});
