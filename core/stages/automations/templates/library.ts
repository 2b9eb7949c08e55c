/** The library of templates that ships, by subject. */
import { climateTemplates } from "./climate";
import { householdTemplates } from "./household";
import { lightTemplates } from "./light";
import { shadeTemplates } from "./shades";
import { SUBJECTS, type Template } from "./template";

export const LIBRARY: readonly Template[] = [
  ...shadeTemplates,
  ...lightTemplates,
  ...climateTemplates,
  ...householdTemplates,
].sort((a, b) => SUBJECTS.indexOf(a.subject) - SUBJECTS.indexOf(b.subject));

const byId: ReadonlyMap<string, Template> = new Map(LIBRARY.map((one) => [one.id, one]));

export const templateOf = (id: string | undefined): Template | undefined =>
  id === undefined ? undefined : byId.get(id);
