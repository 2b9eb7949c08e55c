/** Pairs kept in step: what both sides can, what is lost, who commands whom in a circle. */
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import { lostOf, meet, type Capability } from "./capabilities";
import { loopsOf, mastersOf, type Tie } from "./loops";
import type { PairRow } from "../../design/rows/bridges";
import { thingsOf, type Thing } from "./things";

export interface PairLine {
  row: PairRow;
  left: Thing;
  right: Thing;
  /** What is kept in step. */
  both: readonly Capability[];
  /** What either side has and the other has not. */
  lost: readonly Capability[];
}

export const pairLines = memo("pairLines", (design): readonly PairLine[] =>
  design.pairs.map((row) => {
    const left = thingsOf(design).get(row.left)!;
    const right = thingsOf(design).get(row.right)!;
    const both = meet(left.can, right.can);
    return { row, left, right, both, lost: lostOf([...left.can, ...right.can], both) };
  }),
);

const tiesOf = (design: Design): Tie[] =>
  design.pairs.map(({ id, left, right, way }) => ({
    id,
    left,
    right,
    way: way === "left to right" ? "to right" : way === "right to left" ? "to left" : "both",
  }));

/** Loops of pairs, as ids of devices. */
export const pairLoops = memo("pairLoops", (design) => loopsOf(tiesOf(design)));

/** Devices that more than one other commands. */
export const pairMasters = memo("pairMasters", (design) => mastersOf(tiesOf(design)));

/** Pairs of a loop: those between devices that follow one another in it. */
export const pairsIn = (design: Design, loop: readonly string[]): PairRow[] =>
  design.pairs.filter(({ left, right }) =>
    loop.some((one, n) => {
      const next = loop[(n + 1) % loop.length];
      return (left === one && right === next) || (left === next && right === one);
    }),
  );

export const deviceName = (design: Design, id: string) => byId(design, "devices").get(id)?.name ?? id;
