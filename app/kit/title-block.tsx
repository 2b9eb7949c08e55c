/** The block at the head of a printed sheet: what it is of, and what it is. */
import { Mark } from "./mark";

export type TitleFact = [what: string, text: string];

export function TitleBlock({ title, facts }: { title: string; facts: readonly TitleFact[] }) {
  return (
    <header className="title-block" data-title-block>
      <span className="title-mark">
        <Mark />
      </span>
      <h1>{title}</h1>
      <dl>
        {facts.map(([what, text]) => (
          <div key={what}>
            <dt>{what}</dt>
            <dd>{text}</dd>
          </div>
        ))}
      </dl>
    </header>
  );
}
