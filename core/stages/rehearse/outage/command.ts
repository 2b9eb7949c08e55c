/** `outage` on the command line: what still works, by whom, without one part of the house or several. */
import type { Command } from "../../../desk/command";
import { textTable } from "../../../desk/command";
import type { Design } from "../../../design/collections";
import { round1 } from "../../../geometry/round";
import { works } from "./score";
import { failureOf, knownPart, readyOf, singleFailures, type Failure } from "./table";
import { failureText } from "./words";

export const outageCommand: Command = {
  prints: "what still works by hand, by direct link and by the hub when something fails",
  options: { fail: "internet" },
  several: ["fail"],
  run(design, options) {
    const named = (options.fail ?? "").split("\n").filter((text) => text !== "");
    const failures = named.length
      ? [failureOf(readyOf(design), [...new Set(named.map((what) => knownPart(design, what, "--fail")))])]
      : singleFailures(design);
    const json = {
      failures: failures.map(({ what, outcomes, score }) => ({
        what,
        functions: outcomes.map(({ of, now, unsafe }) => ({
          id: of.id,
          room: of.room,
          device: of.device,
          ...now,
          unsafe,
        })),
        score: round1(score),
      })),
    };
    return { json, text: textOf(design, failures) };
  },
};

function textOf(design: Design, failures: readonly Failure[]): string {
  if (!failures[0]?.outcomes.length)
    return "Nothing in this house acts yet: choose devices first, and their outages follow.";
  return textTable(
    [
      ["Without", "By hand", "By link", "By hub", "Lost", "Unsafe", "Score"],
      ...failures.map((failure) => [
        failureText(design, failure.what),
        failure.left("byHand").join(" of "),
        failure.left("byLink").join(" of "),
        failure.left("byHub").join(" of "),
        String(failure.touched.filter(({ before, now }) => works(before) && !works(now)).length),
        String(failure.touched.filter(({ unsafe }) => unsafe).length),
        failure.score.toFixed(1),
      ]),
    ],
    [1, 2, 3, 4, 5, 6],
  );
}
