/** Filters of a table: one choice a column, from the values that are there. */
import { Choice } from "./choice";
import { byName } from "#core/design/words";

interface FilterProps {
  name: string;
  value: string;
  values: readonly string[];
  onChange(value: string): void;
}

export function Filter({ name, value, values, onChange }: FilterProps) {
  const all = [...new Set(values)].filter(Boolean).sort(byName);
  return (
    <Choice
      label={`Filter by ${name.toLowerCase()}`}
      className={`h-6 w-auto max-w-26 shrink-0 text-small ${value ? "border-accent font-medium" : "text-soft"}`}
      value={value}
      options={[{ value: "", text: name }, ...all.map((one) => ({ value: one, text: one }))]}
      take={onChange}
    />
  );
}

/** Rows whose every filtered column has the chosen value. */
export function filtered<Row>(
  rows: readonly Row[],
  chosen: Record<string, string>,
  valueOf: Record<string, (row: Row) => string>,
): Row[] {
  const active = Object.entries(chosen).filter(([, value]) => value);
  return active.length
    ? rows.filter((row) => active.every(([name, value]) => valueOf[name]!(row) === value))
    : [...rows];
}
