/** What a relay's load does in each kind of failure, in words. */
import type { Design, Rows } from "#core/design/collections";
import { failStates } from "#core/stages/bus/pins";

export default function FailStates({ row }: { design: Design; row: Rows["pins"] }) {
  if (row.demand !== "relay") return null;
  return (
    <section aria-label="When something fails">
      <h3 className="font-semibold">When something fails</h3>
      <ul className="mt-1 grid gap-1 text-small">
        {failStates(row).map(({ when, load, right }) => (
          <li key={when}>
            <span className="text-soft">When {when}: </span>
            <span className={right === false ? "font-semibold text-mend" : ""}>{load}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
