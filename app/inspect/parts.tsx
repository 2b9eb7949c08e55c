/** What panels of the inspector are made of: a heading, a number that opens its working, a caution. */
import type { Working } from "#core/desk/working";
import { useDesk } from "../desk/desk";

export function Heading({
  title,
  label,
  text,
  glyph,
}: {
  title: string;
  label?: string;
  text?: string;
  glyph?: React.ReactNode;
}) {
  return (
    <header className="border-b border-rule px-3.5 py-3">
      <div className="flex items-baseline justify-between gap-2">
        <h2 className="flex min-w-0 items-baseline gap-2 text-base leading-5 font-semibold [font-stretch:90%]">
          {glyph && <span className="translate-y-0.5">{glyph}</span>}
          {title}
        </h2>
        {label && <span className="shrink-0 font-mono text-small text-soft">{label}</span>}
      </div>
      {text && <p className="mt-0.5 text-soft">{text}</p>}
    </header>
  );
}

/** A number that opens its working beside it. */
export function Worked({
  children,
  working,
}: {
  children: React.ReactNode;
  working?: () => Working | undefined | Promise<Working | undefined>;
}) {
  const { open } = useDesk();
  if (!working) return <span className="measure">{children}</span>;
  return (
    <button type="button" className="worked" onClick={() => open(working())}>
      {children}
    </button>
  );
}

export function Caution({ text }: { text: string }) {
  return (
    <p className="mx-3.5 mb-3 border-l-2 border-mend bg-raised px-2.5 py-1.5 text-small">
      <strong className="font-semibold text-mend">Caution. </strong>
      {text}
    </p>
  );
}

/** One figure with its name. */
export function Fact({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <div className="grid grid-cols-[6rem_1fr] gap-x-2 py-0.5">
      <dt className="text-small text-soft">{label}</dt>
      <dd className="min-w-0">{children}</dd>
    </div>
  );
}
