/** Beside boards and remotes: what was found about them. */
import { useDesign, useResult } from "../../desk/desk";
import { FindingCard } from "../../desk/finding-card";
import { Heading } from "../../inspect/parts";

const OF = {
  channels: {
    title: "Channels",
    codes: /^bus\.(channel|load-twice|dark|no-channel|no-link|hub-only)/,
    none: "Every load has a channel that bears it, and what is critical works without the hub.",
  },
  cabinets: {
    title: "Cabinets",
    codes: /^bus\.(cabinet|module|no-cabinet)/,
    none: "Every module has its place, and stays cool there.",
  },
  ways: {
    title: "Ways to wire",
    codes: /^bus\.(no-channel|hub-only)/,
    none: "Practitioners disagree: the sums are of this house, the choice is the designer's.",
  },
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

export type FoundOf = keyof typeof OF;

export default function FoundSummary({ of }: { of: FoundOf }) {
  const { title, codes } = OF[of];
  const { modules } = useDesign();
  const none =
    modules.length || (of !== "channels" && of !== "cabinets")
      ? OF[of].none
      : "No module yet: loads are given channels on the sheet, and modules come with them.";
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
