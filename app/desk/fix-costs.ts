/** What putting findings right costs, asked one after another while somebody looks at the list. */
import { useEffect, useState } from "react";
import type { ShownFinding } from "#core/whole/engine";
import { useDesk } from "./desk";

/** Each fix is tried on the whole design: in a house with hundreds of findings only the first are. */
const MOST = 60;

/** By key of finding; what is not known yet, or has no fix, is absent. */
export function useFixCosts(findings: readonly ShownFinding[]): ReadonlyMap<string, number> {
  const { results } = useDesk();
  const [costs, setCosts] = useState<ReadonlyMap<string, number>>(new Map());
  useEffect(() => {
    let stopped = false;
    void (async () => {
      const made = new Map<string, number>();
      for (const finding of findings.filter((one) => one.fixLabel && !one.accepted).slice(0, MOST)) {
        const cost = await results.cost(finding.key);
        if (stopped) return;
        if (cost !== undefined) made.set(finding.key, cost);
      }
      // All at once: a list that is being read must not move at each answer.
      setCosts(made);
    })();
    return () => void (stopped = true);
  }, [findings, results]);
  return costs;
}
