/** What it was made from says something else now: line by line, to be taken over or left. */
import type { Design } from "#core/design/collections";
import { byId } from "#core/design/collections";
import { checkRow } from "#core/design/check-row";
import { putRow } from "#core/design/row-changes";
import { behind } from "#core/stages/automations/templates/copy";
import type { AutomationRow } from "#core/design/rows/automations";
import { useDesk, useEdit } from "../../desk/desk";

export function Behind({ design, automation }: { design: Design; automation: AutomationRow }) {
  const { readOnly } = useDesk();
  const edit = useEdit();
  const offer = behind(design, automation);
  if (!offer) return null;
  /** Anew on the design as it is then: somebody may have changed it since. */
  const put = (of: (found: NonNullable<typeof offer>) => AutomationRow | undefined) =>
    edit((now) => {
      const row = byId(now, "automations").get(automation.id);
      const found = row && behind(now, row);
      const made = found && of(found);
      return made
        ? [
            ...(made === found.now ? found.more : []),
            ...putRow("automations", checkRow("automations", made, "")),
          ]
        : [];
    });
  return (
    <section className="border-b border-rule bg-change px-3.5 py-3" aria-label="Its template has changed">
      <h3 className="font-semibold">{offer.from} says something else now</h3>
      {offer.now ? (
        <table className="mt-1.5 w-full text-small">
          <thead>
            <tr className="text-left text-soft">
              <th className="w-1/2 pr-2 font-normal">Here</th>
              <th className="font-normal">There</th>
            </tr>
          </thead>
          <tbody>
            {offer.differences.map(({ here, there }, i) => (
              <tr key={i} className="border-t border-rule/60 align-baseline">
                <td className="py-0.5 pr-2">{here}</td>
                <td className="py-0.5">{there}</td>
              </tr>
            ))}
            {offer.differences.length === 0 && (
              <tr>
                <td colSpan={2}>In its own words it comes to the same here.</td>
              </tr>
            )}
          </tbody>
        </table>
      ) : (
        <p className="mt-1">It cannot be made anew here: something that was put in is gone.</p>
      )}
      {!readOnly && (
        <div className="mt-2 flex gap-1.5">
          {offer.now && (
            <button type="button" className="button" onClick={() => put(({ now }) => now)}>
              Take it over
            </button>
          )}
          <button type="button" className="button" onClick={() => put(({ left }) => left)}>
            Leave it as it is
          </button>
        </div>
      )}
    </section>
  );
}
