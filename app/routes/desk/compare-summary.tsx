/** Beside a comparison: which two they are, and how it is read. */
import type { Design } from "#core/design/collections";
import { Fact, Heading } from "../../inspect/parts";

export default function CompareSummary({ design }: { design: Design }) {
  const { name, copiedFrom } = design.design;
  return (
    <>
      <Heading title="Compare" text="What one design has and the other has not" />
      <dl className="border-b border-rule px-3.5 py-2.5">
        <Fact label="This design">{name}</Fact>
        {copiedFrom && (
          <Fact label="Copied from">
            {copiedFrom.name}, revision <span className="measure">{copiedFrom.revision}</span>, on{" "}
            <span className="measure">{copiedFrom.on}</span>
          </Fact>
        )}
      </dl>
      <p className="px-3.5 py-3 text-small text-soft">
        A difference is the other design less this one: a plus is what the other has more of. Tick rows to
        have them here as they are there; the other design is never changed. The ledger below says what that
        does, and undo takes it back.
      </p>
    </>
  );
}
