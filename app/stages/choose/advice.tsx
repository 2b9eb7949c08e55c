/** What pages of advice are made of. */
import type { ReactNode } from "react";
import type { Working } from "#core/desk/working";
import { useDesk } from "../../desk/desk";
import { NamedChoice } from "../../kit/choice";

/** The question with its fields, the verdict at first glance, the drawing, the reasons. */
export function Advice({
  title,
  fields,
  verdict,
  good = true,
  reasons,
  drawing,
  working,
  caution,
  children,
}: {
  title: string;
  fields?: ReactNode;
  verdict: string;
  good?: boolean;
  reasons?: readonly string[];
  drawing?: ReactNode;
  working?: Working;
  caution?: string;
  children?: ReactNode;
}) {
  const { open } = useDesk();
  return (
    <article className="px-4 py-3">
      <h3 className="text-base font-semibold [font-stretch:90%]">{title}</h3>
      {fields && <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-2 text-small">{fields}</div>}
      <p
        className={`mt-3 border-l-[3px] py-1 pl-3 text-[15px] leading-5 font-semibold ${good ? "border-accent" : "border-mend"}`}
        role="status"
        data-verdict
      >
        {verdict}
      </p>
      {drawing && <figure className="mt-3 border border-rule bg-raised p-3">{drawing}</figure>}
      {reasons && reasons.length > 0 && (
        <ul className="mt-3 grid list-disc gap-1 pl-5 marker:text-soft">
          {reasons.map((reason) => (
            <li key={reason}>{reason}</li>
          ))}
        </ul>
      )}
      {working && (
        <p className="mt-2">
          <button type="button" className="worked" onClick={() => open(working)}>
            how this came about
          </button>
        </p>
      )}
      {children}
      {caution && (
        <p className="mt-4 border-l-2 border-mend bg-pane px-2.5 py-1.5 text-small">
          <strong className="font-semibold text-mend">Caution. </strong>
          {caution}
        </p>
      )}
    </article>
  );
}

export function Pick<T extends string>({
  label,
  value,
  options,
  take,
}: {
  label: string;
  value: T;
  options: readonly { value: NoInfer<T>; text: string }[];
  take(value: NoInfer<T>): void;
}) {
  return <NamedChoice label={label} className="h-7 w-52" value={value} options={options} take={take} />;
}

/** A number within its limits; what is typed beyond them is brought back. */
export function NumberField({
  label,
  unit,
  value,
  min,
  max,
  step = 1,
  take,
}: {
  label: string;
  unit?: string;
  value: number;
  min: number;
  max: number;
  step?: number;
  take(value: number): void;
}) {
  return (
    <label className="flex items-center gap-1.5">
      <span className="text-soft">{label}</span>
      <input
        type="number"
        className="field h-7 w-20 font-mono"
        value={value}
        min={min}
        max={max}
        step={step}
        onChange={(event) => {
          const next = Number(event.target.value);
          if (event.target.value !== "" && Number.isFinite(next)) take(Math.min(max, Math.max(min, next)));
        }}
      />
      {unit && <span className="text-soft">{unit}</span>}
    </label>
  );
}

export const MAINS_CAUTION =
  "Mains: isolate, lock off and prove dead before a box is opened; never with the circuit live. Local codes and a licensed person decide.";
