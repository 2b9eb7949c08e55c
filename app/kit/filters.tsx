/** Filters of a table: one select a column, from the values that are there. */
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
    <select
      aria-label={`Filter by ${name.toLowerCase()}`}
      className={`field h-6 w-auto max-w-28 shrink-0 text-small ${value ? "border-accent font-medium" : "text-soft"}`}
      value={value}
      onChange={(event) => onChange(event.target.value)}
    >
      <option value="">{name}</option>
      {all.map((one) => (
        <option key={one} value={one}>
          {one}
        </option>
      ))}
    </select>
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
