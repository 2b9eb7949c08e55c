/** Something a person or a file gave that cannot be taken, with the place and the reason. */
export interface Problem {
  /** Where: `points[3].x`, `cableTypes[cat6].reelM`, or the name of a field. */
  path: string;
  /** Why, as the rest of a sentence: "must be a number". */
  reason: string;
}

/** Thrown for bad input; nothing has been changed when it is. */
export class InputError extends Error {
  readonly problems: readonly Problem[];
  constructor(problems: readonly Problem[]) {
    super(
      problems.slice(0, 3).map(sentence).join(" ") +
        (problems.length > 3 ? ` And ${problems.length - 3} more.` : ""),
    );
    this.name = "InputError";
    this.problems = problems;
  }
}

/** What a person gave may be long; a sentence that names it stays one that can be read. */
const MOST_QUOTED = 240;
/** What somebody wrote, short enough for a sentence: the middle of a long one left out. */
export const bearable = (text: string): string =>
  text.length > MOST_QUOTED ? `${text.slice(0, MOST_QUOTED / 2)}…${text.slice(-MOST_QUOTED / 4)}` : text;

/** One problem as a sentence: "points[3].x must be a number." */
export function sentence(problem: Problem): string {
  const text = problem.path
    ? `${bearable(problem.path)} ${bearable(problem.reason)}`
    : bearable(problem.reason);
  return text.endsWith(".") ? text : `${text}.`;
}

/**
 * Refuse an input. `path`: the field, row or place as the person knows it; `reason` goes on after it.
 * Throws InputError.
 */
export function fail(path: string, reason: string): never {
  throw new InputError([{ path, reason }]);
}
