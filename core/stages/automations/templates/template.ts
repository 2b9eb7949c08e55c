/**
 * Templates of automations: sentences in the text form with places for parameters, and what may be put there. One that has
 * been made is a row like any other, and knows of what and with what it was made.
 */
import type { Design } from "../../../design/collections";
import { fail } from "../../../design/input-error";
import type { AutomationRow, DialRow, Priority, Reason } from "../../../design/rows/automations";
import type { TemplateValue } from "../../../design/rows/automations";
import type { Aspect, CALENDAR_KINDS, DialKind } from "../../../design/rows/automations-words";
import { namesOf } from "../language/names";
import { bracketed, thingsSlot, type Names } from "../language/slots";
import { lineOf, readAutomations } from "../language/text";

interface Asked {
  name: string;
  /** What it is for, in a few words. */
  about: string;
  /** The lines that name it are left out where nothing is put in. */
  optional?: true;
}

/** Things of the room, or of the whole house. */
export interface ThingsAsked extends Asked {
  is: "thing" | "things";
  of: "room" | "house";
  /** They can be told one of these, or tell it. */
  sets?: readonly Aspect[];
  reads?: readonly Aspect[];
  /** Kinds of point that are meant before all others; only these where `only`. */
  kinds?: readonly string[];
  only?: true;
  /** Words in a name that make it more likely. */
  named?: RegExp;
  /** Put in by itself only where a name says so: any metered plug could be the washer's. */
  surely?: true;
}

export type Parameter =
  | ThingsAsked
  | (Asked & { is: "person"; only?: "sleeps here" })
  | (Asked & { is: "calendar"; kind: (typeof CALENDAR_KINDS)[number] })
  /** A dial or flag of the room or house; made where there is none. */
  | (Asked & {
      is: "dial";
      kind: DialKind;
      of: "room" | "house";
      called: string;
      value: string;
      leaveBe?: true;
    })
  | (Asked & { is: "scenes" })
  | (Asked & { is: "value"; value: string });

export const SUBJECTS = [
  "shades",
  "light",
  "climate",
  "water and weather",
  "household",
  "energy",
  "safety",
] as const;
export type Subject = (typeof SUBJECTS)[number];

export interface Template {
  id: string;
  name: string;
  subject: Subject;
  /** What it does and what to heed, for who chooses. */
  about: string;
  priority: Priority;
  reason?: Reason;
  parameters: readonly Parameter[];
  /** Lines of the text form, without the first and those on what it is for; `{name}` where a parameter stands. */
  lines: readonly string[];
}

/** What is put into a template, by the names of its parameters. */
export type Values = Readonly<Record<string, Omit<TemplateValue, "name">>>;

export const valuesOf = (parameters: readonly TemplateValue[] = []): Values =>
  Object.fromEntries(parameters.map(({ name, ...value }) => [name, value]));

const COLLECTION = { person: "people", calendar: "calendars", dial: "dials", scenes: "scenes" } as const;

/** Ids of rows that a value stands for, where it stands for rows. */
export const idsOf = ({ value }: Omit<TemplateValue, "name">): string[] => (value ? value.split(" ") : []);

/** What stands in the text for a value; undefined where nothing is put in. */
function said(parameter: Parameter, value: Values[string] | undefined, names: Names): string | undefined {
  if (parameter.is === "value") return value?.value ?? parameter.value;
  if (parameter.is === "thing" || parameter.is === "things") {
    const points = value?.points?.filter((id) => names.has("points", id)) ?? [];
    return points.length ? lineOf(thingsSlot.write({ points }, names)!, names) : undefined;
  }
  const collection = COLLECTION[parameter.is];
  const ids = idsOf(value ?? {}).filter((id) => names.has(collection, id));
  if (!ids.length) return undefined;
  const words = ids.map((id) => bracketed(names, [collection], { text: id, names: { in: collection, id } }));
  return words.length > 1 ? `${words.slice(0, -1).join(", ")} and ${words.at(-1)!}` : words[0];
}

/** A mark that changes with the text: eight figures, FNV-1a. */
export function markOf(text: string): string {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return (hash >>> 0).toString(16).padStart(8, "0");
}

export const templateMark = ({ priority, reason, lines }: Template): string =>
  markOf([priority, reason, ...lines].join("\n"));

/** Of what is asked, what is not put in and cannot be left out. */
export const lacking = (template: Template, values: Values, names: Names): Parameter[] =>
  template.parameters.filter(
    (parameter) => !parameter.optional && said(parameter, values[parameter.name], names) === undefined,
  );

export interface Made {
  row: AutomationRow;
  /** Dials and flags that it needs and that are not there yet. */
  dials: readonly DialRow[];
}

/**
 * The automation that a template makes of values.
 *
 * @param dials of the design, and those that are made with it
 * @throws InputError where something is lacking, or a value does not fit
 */
export function made(
  design: Design,
  template: Template,
  values: Values,
  as: { id: string; name: string; room?: string; dials?: readonly DialRow[] },
): Made {
  const all = as.dials?.length ? { ...design, dials: [...design.dials, ...as.dials] } : design;
  const names = namesOf(all);
  for (const { about } of lacking(template, values, names)) fail(as.name, `has nothing for “${about}”`);
  const lines = template.lines.flatMap((line) => {
    let left = false;
    const text = line.replace(/\{([a-z ]+)\}/g, (_, name: string) => {
      const parameter = template.parameters.find((one) => one.name === name);
      const own = parameter && said(parameter, values[name], names);
      left ||= own === undefined;
      return own ?? "";
    });
    return left ? [] : [`  ${text}`];
  });
  const head = `  for ${template.priority}${template.reason ? `, because of ${template.reason}` : ""}`;
  const text = [`automation ${as.id}: -`, head, ...lines].join("\n");
  const { rows, faults } = readAutomations(text, names);
  const [fault] = faults;
  if (fault) fail(as.name, `has a line “${text.split("\n")[fault.line - 1]!.trim()}” that ${fault.reason}`);
  const parameters = template.parameters.flatMap(({ name }): TemplateValue[] =>
    values[name] === undefined ? [] : [{ name, ...values[name] }],
  );
  return {
    row: {
      ...rows[0]!,
      name: as.name,
      ...(as.room === undefined ? {} : { room: as.room }),
      template: template.id,
      parameters,
      madeOf: templateMark(template),
    },
    dials: as.dials ?? [],
  };
}
