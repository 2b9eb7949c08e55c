/** The row class of every collection: what its fields may hold, for whoever checks a row or shows it as a form. */
import * as stages from "./rows";
import type { CollectionName } from "./collections";
import { DesignRow } from "./design-row";
import type { RowClass } from "./fields";

export const ROW_CLASSES = Object.assign({ design: DesignRow }, ...Object.values(stages)) as Record<
  CollectionName | "design",
  RowClass
>;
