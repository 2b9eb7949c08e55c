/** Which phase a point is in, and in which order phases come: light, for whoever only shows them. */
import type { Design } from "../../design/collections";

/** The phase of a point: its own, else that of its room. */
export function phaseOfPoint(design: Design, point: { phase?: string; room: string }): string | undefined {
  return point.phase ?? design.phases.find((phase) => phase.rooms.includes(point.room))?.id;
}

/** Ids of the points of a phase; with `undefined`, of those in none. */
export const pointsOfPhase = (design: Design, phase: string | undefined) =>
  new Set(design.points.filter((point) => phaseOfPoint(design, point) === phase).map((point) => point.id));

/** Phases in the order they are done; those of one number by id. */
export const sortedPhases = (design: Pick<Design, "phases">) =>
  [...design.phases].sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));
