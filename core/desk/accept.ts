/**
 * Findings somebody has decided to live with: an acceptance holds while the finding is about nothing more
 * than it was, and no worse.
 */
import type { AcceptanceRow } from "../design/rows/brief";
import type { Design } from "../design/collections";
import { memo } from "../design/kept";
import type { Change } from "../design/edit";
import { fail } from "../design/input-error";
import { dropRow, putRow } from "../design/row-changes";
import type { Finding } from "./findings";

type Judged = Pick<Finding, "code" | "about" | "measured" | "limit">;

const nameOf = ({ in: collection, id }: Finding["about"][number]) => `${collection}/${id}`;

/** Rounding of what was measured then and now. */
const SAME = 1e-6;

/**
 * Has what was measured grown since: further beyond its limit on the same side, or over to the other? Without
 * a limit more is worse.
 */
function grown({ measured, limit }: Judged, then: number | undefined): boolean {
  if (measured === undefined || then === undefined) return measured !== then && then === undefined;
  const worse = limit === undefined || then > limit || (then === limit && measured > limit) ? 1 : -1;
  return worse * (measured - then) > SAME * Math.max(1, Math.abs(then));
}

const acceptancesByCode = memo("acceptancesByCode", (design: Design) => {
  const byCode = new Map<string, AcceptanceRow[]>();
  for (const row of design.acceptances) {
    const list = byCode.get(row.code);
    if (list) list.push(row);
    else byCode.set(row.code, [row]);
  }
  return byCode;
});

/** What it is accepted by, where it is and has not grown since. */
export function acceptanceOf(design: Design, finding: Judged): AcceptanceRow | undefined {
  return acceptancesByCode(design)
    .get(finding.code)
    ?.find(
      (row) =>
        row.about[0] === (finding.about[0] && nameOf(finding.about[0])) &&
        finding.about.every((ref) => row.about.includes(nameOf(ref))) &&
        !grown(finding, row.measured),
    );
}

/** Who accepts, when, and why. */
export interface Decision {
  reason: string;
  by: string;
  /** `YYYY-MM-DD`. */
  on: string;
}

/**
 * Accept findings as they are now; an acceptance that no longer held is replaced.
 * @param idOf the id of a new row
 * @throws InputError where the reason or the name is missing
 */
export function acceptFindings(
  design: Design,
  findings: readonly Judged[],
  { reason, by, on }: Decision,
  idOf: () => string,
): Change[] {
  if (!reason.trim()) fail("Reason", "must say why this may stay as it is");
  if (!by.trim()) fail("Accepted by", "must be a name");
  return findings.flatMap((finding) => {
    const about = finding.about.map(nameOf);
    const old = design.acceptances.find(
      (row) => row.code === finding.code && row.about.join() === about.join(),
    );
    return putRow("acceptances", {
      id: old?.id ?? idOf(),
      code: finding.code,
      about,
      reason: reason.trim(),
      by: by.trim(),
      on,
      ...(finding.measured === undefined ? {} : { measured: finding.measured }),
    });
  });
}

/** The finding counts again. */
export const takeAcceptanceBack = (id: string): Change[] => dropRow("acceptances", id);

/** Acceptances that hold for nothing any more: what they were for is put right, or has grown. */
export const idleAcceptances = (design: Design, findings: readonly Finding[]): AcceptanceRow[] => {
  const held = new Set(findings.map((finding) => finding.accepted?.id));
  return design.acceptances.filter((row) => !held.has(row.id));
};
