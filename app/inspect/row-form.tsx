/** A form for any row, from the same field list that checks it: nothing about a field is said twice. */
import type { RadioRow } from "#core/design/rows/mesh";
import { putRow } from "#core/design/row-changes";
import { byName, capital } from "#core/design/words";
import {
  byId,
  SINGULAR,
  type AnyRow,
  type CollectionName,
  type Design,
  type Rows,
} from "#core/design/collections";
import { ROW_CLASSES } from "#core/design/row-classes";
import type { Change } from "#core/design/edit";
import { fields, type Field, type RowClass } from "#core/design/fields";
import { OptionRadio } from "#core/design/rows/choose";
import { parseClock } from "#core/design/clock";
import { fail, InputError } from "#core/design/input-error";
import { CLOCK, DAY } from "#core/design/vocabulary";
import { useState } from "react";
import { useDesign, useDesk, useEdit } from "../desk/desk";
import { withRowCheck } from "../desk/row-check";
import { ChoiceField, DayField, LengthField, TextField } from "../kit/fields";
import { Fold } from "../kit/fold";
import { Tick } from "../kit/ticks";

type Loose = Record<string, unknown>;

interface Props {
  collection: CollectionName;
  id: string;
  /** Fields to show, in this order; all that a form can hold where left out. */
  only?: readonly string[];
  /** How new values are put; a plain put of the row where left out. Throw InputError to refuse them. */
  change?(design: Design, id: string, values: Loose): Change[] | Promise<Change[]>;
  /** Words instead of a field's name. */
  names?: Readonly<Record<string, string>>;
  /** What a field means, said under it. */
  hints?: Readonly<Record<string, string>>;
  /** What its choices are called. */
  words?: Readonly<Record<string, Readonly<Record<string, string>>>>;
  /** Whether a field matters to the row; one that holds a value is always shown. */
  matters?(field: string): boolean;
}

/** "boxDepthMm" → "Box depth". */
export function fieldLabel(field: Pick<Field, "name" | "unit">): string {
  const words = field.name
    .replace(/(M|Mm|Deg|Pct|A|Ma|H|C|W)$/, (end) => (field.unit ? "" : end))
    .replace(/([A-Z])/g, " $1")
    .toLowerCase();
  return capital(words);
}

/** What a row is called in a list: its name, role or id. */
export function rowName(row: AnyRow): string {
  const { name, role, id } = row as { name?: string; role?: string; id: string };
  return name ?? role ?? id;
}

/** Rows a reference may name: those of the same level first where both have one. */
function choices(design: Design, field: Field): { value: string; text: string }[] {
  // A radio has no name of its own: its device's, and the band where that has several.
  const ofRadio = ({ device, profile }: RadioRow) => {
    const name = byId(design, "devices").get(device)?.name ?? device;
    const alone = design.radios.filter((other) => other.device === device).length === 1;
    return alone ? name : `${name}, ${byId(design, "radioProfiles").get(profile)?.name ?? profile}`;
  };
  return (design[field.to as CollectionName] as AnyRow[])
    .map((row) => ({
      value: row.id,
      text: field.to === "radios" ? ofRadio(row as RadioRow) : rowName(row),
    }))
    .sort((a, b) => byName(a.text, b.text));
}

const plainPut =
  (collection: CollectionName) =>
  (design: Design, id: string, values: Loose): Change[] | Promise<Change[]> =>
    withRowCheck((checkRow) => {
      const row =
        (byId(design, collection) as ReadonlyMap<string, AnyRow>).get(id) ??
        fail(SINGULAR[collection], "is gone: somebody took it out");
      const next = Object.fromEntries(
        Object.entries({ ...row, ...values }).filter(([, value]) => value !== undefined),
      );
      return putRow(collection, checkRow(collection, next, "") as Rows[CollectionName]);
    });

/** A refusal that calls fields what the form calls them. */
function named(problem: unknown, labels: ReadonlyMap<string, string>): unknown {
  if (!(problem instanceof InputError)) return problem;
  return new InputError(
    problem.problems.map(({ path, reason }) => ({
      // `needs.depthMm` is the field "Depth" of what stands under "Needs".
      path: path
        .split(".")
        .map((part, i) => (i ? fieldLabel({ name: part, unit: "any" }) : (labels.get(part) ?? part)))
        .join(", "),
      reason,
    })),
  );
}

export function RowForm({
  collection,
  id,
  only,
  change = plainPut(collection),
  names = {},
  hints = {},
  words = {},
  matters,
}: Props) {
  const design = useDesign();
  const edit = useEdit();
  const { store } = useDesk();
  const row = (byId(design, collection) as ReadonlyMap<string, AnyRow>).get(id) as unknown as
    | Loose
    | undefined;
  if (!row) return null;
  const known = fields(ROW_CLASSES[collection]);
  const shown = only
    ? only.flatMap((name) => known.find((field) => field.name === name) ?? [])
    : known.filter(
        (field) => !field.secret && !["id", "level", "outline", "path", "picture"].includes(field.name),
      );
  const labels = new Map(known.map((field) => [field.name, names[field.name] ?? fieldLabel(field)]));
  const put = (values: Loose) => {
    // Tried on the newest rows first: a refusal is shown at the field, and nothing has changed.
    try {
      const made = change(store.get().design, id, values);
      if (!(made instanceof Promise)) return edit(() => made);
      return made.then(
        (changes) => edit(() => changes),
        (problem: unknown) => {
          throw named(problem, labels);
        },
      );
    } catch (problem) {
      throw named(problem, labels);
    }
  };
  return (
    <div className="grid gap-1.5">
      {shown
        .filter(({ name }) => !matters || row[name] !== undefined || matters(name))
        .map((field) => (
          <div key={field.name}>
            <FieldInput
              design={design}
              field={field}
              label={names[field.name] ?? fieldLabel(field)}
              value={row[field.name]}
              words={words[field.name]}
              put={(value) => put({ [field.name]: value })}
            />
            {hints[field.name] && <p className="pl-26 text-tiny text-soft">{hints[field.name]}</p>}
          </div>
        ))}
    </div>
  );
}

/** What was typed into a field of text: a time however it is written, nothing as nothing. */
function textOf(field: Field, label: string, typed: string): string | undefined {
  const text = typed.trim();
  if (text && field.pattern === CLOCK) return parseClock(text, label);
  return text || (field.optional ? undefined : "");
}

function FieldInput({
  design,
  field,
  label,
  value,
  words = {},
  put,
}: {
  design: Design;
  field: Field;
  label: string;
  value: unknown;
  words?: Readonly<Record<string, string>>;
  put(value: unknown): void | Promise<void>;
}) {
  const { readOnly } = useDesk();
  switch (field.kind) {
    case "text":
      if (field.pattern === DAY)
        return (
          <DayField
            label={label}
            value={(value as string | undefined) ?? ""}
            optional={field.optional}
            take={(day) => put(day || undefined)}
          />
        );
      return (
        <TextField
          label={label}
          text={(value as string | undefined) ?? ""}
          take={(text) => put(textOf(field, label, text))}
        />
      );
    case "number":
    case "integer": {
      if (field.unit === "m" && value !== undefined && !/PerPx/.test(field.name))
        return <LengthField label={label} metres={value as number} take={put} />;
      const unit =
        field.unit && field.unit.length < 6 ? field.unit.replace("money", design.design.currency) : undefined;
      return (
        <TextField
          label={label}
          mono
          unit={unit}
          inputMode="decimal"
          text={value === undefined ? "" : String(value)}
          take={(text) => put(text.trim() ? Number(text.replace(",", ".").replace(/[−–]/, "-")) : undefined)}
        />
      );
    }
    case "flag":
      return (
        <Tick
          className="pl-26"
          on={value === true}
          disabled={readOnly}
          set={(on) => put(on ? true : field.optional ? undefined : false)}
          label={label.charAt(0).toLowerCase() + label.slice(1)}
        />
      );
    case "choice":
      return (
        <ChoiceField
          label={label}
          value={(value as string | undefined) ?? ""}
          options={[
            ...(field.optional ? [{ value: "", text: "–" }] : []),
            ...field.choices!.map((one) => ({ value: one, text: words[one] ?? one })),
          ]}
          take={(one) => put(one || undefined)}
        />
      );
    case "ref":
      return (
        <ChoiceField
          label={label}
          value={(value as string | undefined) ?? ""}
          options={[
            ...(field.optional || value === undefined ? [{ value: "", text: "–" }] : []),
            ...choices(design, field),
          ]}
          take={(one) => put(one || undefined)}
        />
      );
    case "texts":
      if (field.choices)
        return (
          <RefsField
            label={label}
            chosen={(value as string[] | undefined) ?? []}
            options={field.choices.map((one) => ({ value: one, text: one }))}
            put={(chosen) =>
              put(
                chosen.length || !field.optional
                  ? field.choices!.filter((one) => chosen.includes(one))
                  : undefined,
              )
            }
          />
        );
      return (
        <TextField
          label={label}
          text={((value as string[] | undefined) ?? []).join(", ")}
          take={(text) =>
            put(
              text
                .split(",")
                .map((one) => one.trim())
                .filter(Boolean),
            )
          }
        />
      );
    case "refs":
      return (
        <RefsField
          label={label}
          chosen={(value as string[] | undefined) ?? []}
          options={choices(design, field)}
          put={put}
        />
      );
    case "one":
      return (
        <NestedForm
          design={design}
          field={field}
          label={label}
          value={value as Loose | undefined}
          put={put}
        />
      );
    case "many":
      return field.nested === OptionRadio ? (
        <TextField
          label={label}
          text={radiosText((value as OptionRadio[] | undefined) ?? [])}
          take={(text) => put(readRadios(text))}
        />
      ) : null;
    default:
      return null;
  }
}

const radiosText = (radios: readonly OptionRadio[]) =>
  radios.map((radio) => `${radio.protocol}: ${radio.devices}`).join("; ");

/** "Zigbee: 200; Thread: 150", one radio after another with the devices it can hold. */
function readRadios(text: string): { protocol: string; devices: number }[] {
  return text
    .split(";")
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const [, protocol, devices] =
        /^(.+?)\s*:\s*(\d+)$/.exec(part) ??
        fail("radios", `must be written as "Zigbee: 200; Thread: 150", not "${part}"`);
      return { protocol: protocol!, devices: Number(devices) };
    });
}

/** Fields that stand together, folded while there is none: what an option is rated for, what it needs. */
function NestedForm({
  design,
  field,
  label,
  value,
  put,
}: {
  design: Design;
  field: Field;
  label: string;
  value: Loose | undefined;
  put(value: unknown): void | Promise<void>;
}) {
  const nested = fields(field.nested as RowClass);
  const set = (name: string, next: unknown) => {
    const made = Object.fromEntries(
      Object.entries({ ...value, [name]: next }).filter(([, one]) => one !== undefined),
    );
    return put(Object.keys(made).length || !field.optional ? made : undefined);
  };
  return (
    <Fold title={label} open={value !== undefined} className="border-t border-rule pt-1.5">
      <div className="mt-1 grid gap-1.5">
        {nested.map((one) => (
          <FieldInput
            key={one.name}
            design={design}
            field={one}
            label={fieldLabel(one)}
            value={value?.[one.name]}
            put={(next) => set(one.name, next)}
          />
        ))}
      </div>
    </Fold>
  );
}

/** A list of rows as ticks, folded while nobody changes it. */
export function RefsField({
  label,
  chosen,
  options,
  put,
}: {
  label: string;
  chosen: readonly string[];
  options: readonly { value: string; text: string }[];
  put(ids: string[]): void;
}) {
  const { readOnly } = useDesk();
  const [open, setOpen] = useState(false);
  const names = options.filter((option) => chosen.includes(option.value)).map((option) => option.text);
  return (
    <div className="grid grid-cols-[6rem_1fr] items-start gap-x-2">
      <span className="pt-1 text-small text-soft">{label}</span>
      <div>
        <button
          type="button"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          className="field h-auto min-h-7 py-0.5 text-left"
          aria-label={`${label}: ${names.join(", ") || "none"}`}
        >
          {names.join(", ") || <span className="text-soft">none</span>}
        </button>
        {open && (
          <div className="mt-1 grid max-h-44 gap-0.5 overflow-y-auto border border-rule bg-raised p-1.5">
            {options.length === 0 && <span className="text-soft">There is none yet.</span>}
            {options.map((option) => {
              const on = chosen.includes(option.value);
              return (
                <Tick
                  key={option.value}
                  on={on}
                  disabled={readOnly}
                  set={() =>
                    put(on ? chosen.filter((one) => one !== option.value) : [...chosen, option.value])
                  }
                  label={option.text}
                />
              );
            })}
          </div>
        )}
      </div>
    </div>
  );
}
