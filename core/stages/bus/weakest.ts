/** The segment nearest to the least volts its devices may have. */
import type { Design } from "../../design/collections";
import { segmentsOf, type Segment } from "./segments";

/** Volts its lowest device has above the least it may have; Infinity where there is no least. */
export const marginV = ({ lowV = Infinity, limitV = -Infinity }: Segment): number => lowV - limitV;

/** Undefined where no segment has volts. */
export function weakestSegment(design: Design): Segment | undefined {
  let weakest: Segment | undefined;
  for (const segment of segmentsOf(design))
    if (segment.lowV !== undefined && (!weakest || marginV(segment) < marginV(weakest))) weakest = segment;
  return weakest;
}
