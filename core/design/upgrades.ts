/**
 * From older project files to this version's rows: pure functions, one a version, tested on files that were kept
 * (tests/core/kept). Rows of a database are older in the same way.
 */

type Loose = Record<string, unknown>;

const isObject = (value: unknown): value is Loose =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** A position as a sentence says it. */
const positionSays = (pct: unknown) => (pct === 0 ? "shut" : pct === 100 ? "open" : `${String(pct)} %`);

/** Version 1 knew one move: shades to a position. It is one of many that set something. */
function setInsteadOfShade(move: unknown): unknown {
  if (!isObject(move) || move.kind !== "shade" || !("positionPct" in move)) return move;
  const { positionPct, kind: _, ...rest } = move;
  return { kind: "set", ...rest, aspect: "position", to: { say: positionSays(positionPct) } };
}

/** A row as this version has it; what is this version's already stays the object it is. */
export function upgradedRow<T>(collection: string, row: T): T {
  if (collection !== "automations" || !isObject(row) || !Array.isArray(row.moves)) return row;
  const moves = row.moves.map(setInsteadOfShade);
  return moves.every((move, i) => move === (row.moves as unknown[])[i]) ? row : { ...row, moves };
}

/** Rows of a file of that version, as this version has them. */
const UPGRADES: Readonly<Record<number, (collection: string, row: unknown) => unknown>> = {
  1: upgradedRow,
};

/** The oldest version that can be read. */
export const OLDEST_VERSION = 1;

/**
 * @param file as it was parsed; nothing of it is checked yet
 * @param from its version
 * @param to the version of this program
 */
export function upgradeFile(file: Loose, from: number, to: number): Loose {
  let now = file;
  for (let version = from; version < to; version += 1) {
    const upgrade = UPGRADES[version]!;
    now = Object.fromEntries(
      Object.entries(now).map(([name, value]) => [
        name,
        Array.isArray(value) ? value.map((row: unknown) => upgrade(name, row)) : value,
      ]),
    );
  }
  return now;
}
