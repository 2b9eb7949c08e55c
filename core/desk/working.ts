/** How a computed figure came about, so that any number on a screen can be opened. */
import { counted } from "../design/words";

export type Verdict = "holds" | "tight" | "fails" | "none";

export interface Step {
  /** The formula or what is read, in words and symbols. */
  formula: string;
  /** The values put in, ready to read. */
  with: string;
  /** What it gives, with its unit. */
  gives: string;
  /** Where the formula or the value comes from. */
  source: string;
}

export interface Working {
  title: string;
  value: number;
  unit: string;
  limit?: { value: number; unit: string; source: string };
  verdict: Verdict;
  steps: Step[];
}

/**
 * `fails` past the limit, `tight` within a tenth of it. For upper limits; pass negated values for lower
 * ones.
 */
export function verdictUnder(value: number, limit: number): Verdict {
  return value > limit ? "fails" : value > limit - Math.abs(limit) * 0.1 ? "tight" : "holds";
}

/** A working that adds up named parts. */
export function sumWorking(
  title: string,
  unit: string,
  parts: readonly { name: string; value: number }[],
  source: string,
  digits = 2,
): Working {
  const value = parts.reduce((sum, part) => sum + part.value, 0);
  return {
    title,
    value,
    unit,
    verdict: "none",
    steps: [
      ...parts.map((part) => ({
        formula: part.name,
        with: "",
        gives: `${part.value.toFixed(digits)} ${unit}`,
        source,
      })),
      {
        formula: "Sum",
        with: counted(parts.length, "part"),
        gives: `${value.toFixed(digits)} ${unit}`,
        source: "",
      },
    ],
  };
}

/** A working that counts names, the most frequent first. */
export function countWorking(title: string, unit: string, names: readonly string[], source: string): Working {
  const counts = new Map<string, number>();
  for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1);
  const parts = [...counts].sort((a, b) => b[1] - a[1]).map(([name, value]) => ({ name, value }));
  return sumWorking(title, unit, parts, source, 0);
}
