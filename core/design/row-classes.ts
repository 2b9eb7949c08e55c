/** The row class of every collection: what its fields may hold, for whoever checks a row or shows it as a form. */
import * as stages from "./rows";
import { FILE_ORDER, type CollectionName } from "./collections";
import { DesignRow } from "./design-row";
import { fields, type RowClass } from "./fields";

export const ROW_CLASSES = Object.assign({ design: DesignRow }, ...Object.values(stages)) as Record<
  CollectionName | "design",
  RowClass
>;

/** Order in which rows can be written so that every row a reference names already stands. */
export const WRITE_ORDER: readonly CollectionName[] = parentsFirst();

function parentsFirst(): CollectionName[] {
  const done = new Set<CollectionName>();
  const visit = (name: CollectionName, asked: readonly CollectionName[]) => {
    if (done.has(name) || asked.includes(name)) return;
    for (const field of fields(ROW_CLASSES[name]))
      if (field.kind === "ref") visit(field.to as CollectionName, [...asked, name]);
    done.add(name);
  };
  for (const name of FILE_ORDER) visit(name, []);
  return [...done];
}
