/** Findings as a list is read: the gravest and dearest first, alike ones as one. */
import { compareFindings, SEVERITIES, type Finding } from "./findings";

type Listed = Pick<Finding, "code" | "severity" | "stage" | "title" | "accepted"> & { key: string };

/** Findings of one code and severity, open or accepted alike; the first of them is shown for all. */
export interface Folded<One extends Listed> {
  key: string;
  all: readonly One[];
  /** What putting them right costs together, as far as it is known. */
  cost: number;
}

/**
 * @param costOf what putting one right costs, in the design's money; 0 where it is not known
 * @returns open before accepted, the gravest first, of those the dearest, then in the order of every list
 */
export function folded<One extends Listed>(
  findings: readonly One[],
  costOf: (finding: One) => number,
): Folded<One>[] {
  const groups = new Map<string, One[]>();
  for (const finding of [...findings].sort((a, b) => costOf(b) - costOf(a) || compareFindings(a, b))) {
    const key = `${finding.code} ${finding.severity} ${finding.accepted ? "accepted" : "open"}`;
    const group = groups.get(key);
    if (group) group.push(finding);
    else groups.set(key, [finding]);
  }
  const rank = ({ all: [first] }: Folded<One>) =>
    (first!.accepted ? SEVERITIES.length : 0) + SEVERITIES.indexOf(first!.severity);
  return [...groups]
    .map(([key, all]) => ({ key, all, cost: all.reduce((sum, one) => sum + costOf(one), 0) }))
    .sort((a, b) => rank(a) - rank(b) || b.cost - a.cost || compareFindings(a.all[0]!, b.all[0]!));
}
