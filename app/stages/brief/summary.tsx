/** Stage 1 in short: which problems hurt most, and whether something answers them. */
import type { Design } from "#core/design/collections";
import { isAnswered, rankedProblems } from "#core/stages/brief";
import { counted } from "#core/design/words";
import { useDesk } from "../../desk/desk";
import { Heading } from "../../inspect/parts";

export function BriefSummary({ design }: { design: Design }) {
  const { select } = useDesk();
  const open = design.problems.filter((problem) => !isAnswered(problem)).length;
  const ranked = rankedProblems(design).slice(0, 5);
  return (
    <>
      <Heading
        title="Brief"
        text={
          design.problems.length
            ? `${counted(design.problems.length, "problem")}, ${open} of them not answered yet`
            : "No problem is written down yet"
        }
      />
      {ranked.length > 0 && (
        <section className="border-b border-rule px-3.5 py-3">
          <h3 className="font-semibold">What hurts most</h3>
          <ol className="mt-1.5 grid grid-cols-[minmax(0,1fr)] gap-1.5">
            {ranked.map(({ problem, score }) => (
              <li key={problem.id} className="min-w-0">
                <button
                  type="button"
                  className="block w-full text-left hover:underline"
                  onClick={() => select({ in: "problems", id: problem.id })}
                >
                  <span className="flex justify-between gap-2">
                    <span className="min-w-0 truncate">{problem.name}</span>
                    <span className="measure">{Math.round(score)}</span>
                  </span>
                </button>
                <div className="h-1.5 bg-ground" aria-hidden="true">
                  <div
                    className={`h-full ${isAnswered(problem) ? "bg-accent" : "bg-mend"}`}
                    style={{ width: `${(100 * score) / ranked[0]!.score}%` }}
                  />
                </div>
              </li>
            ))}
          </ol>
          <p className="mt-2 flex gap-4 text-small text-soft">
            <span className="flex items-center gap-1.5">
              <span className="h-1.5 w-4 bg-accent" />
              answered
            </span>
            <span className="flex items-center gap-1.5">
              <span className="h-1.5 w-4 bg-mend" />
              nothing answers it
            </span>
          </p>
        </section>
      )}
      <p className="px-3.5 py-3 text-small text-soft">
        Start with one problem, in a place where a failure hurts least. What is asked for is questioned first,
        then deleted, simplified, sped up, and automated last.
      </p>
    </>
  );
}
