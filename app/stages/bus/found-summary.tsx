/** Beside boards and remotes: what was found about them. */
import { useResult } from "../../desk/desk";
import { FindingCard } from "../../desk/finding-card";
import { Heading } from "../../inspect/parts";

const OF = {
  boards: {
    title: "Boards",
    codes: /^bus\.(pin|board|contact|stations)/,
    none: "Every demand is on a pin that serves it.",
  },
  remotes: {
    title: "Remotes",
    codes: /^bus\.(code|stations)/,
    none: "No code is like another, and every station has its time.",
  },
} as const;

export default function FoundSummary({ of }: { of: keyof typeof OF }) {
  const { title, codes, none } = OF[of];
  const findings = useResult("findings").filter((finding) => codes.test(finding.code));
  return (
    <>
      <Heading title={title} text={findings.length ? "What was found" : none} />
      {findings.map((finding) => (
        <FindingCard key={finding.key} finding={finding} onGo={() => undefined} />
      ))}
    </>
  );
}
