/** What hangs on a point by its name, where nobody chose. */
import type { Appliance } from "../../design/vocabulary";

/** What a name says where nobody chose: "Washer" is a washer. */
const BY_NAME: readonly (readonly [RegExp, Appliance])[] = [
  [/solar|surplus/i, "solar meter"],
  [/dish ?washer/i, "dishwasher"],
  [/washer|washing/i, "washer"],
  [/dryer/i, "dryer"],
  [/fridge|freezer/i, "freezer"],
  [/vacuum/i, "vacuum"],
  [/pump/i, "pump"],
  [/extractor/i, "extractor"],
  [/\bsaw\b|lathe|drill|planer/i, "tool"],
  [/heater|boiler|immersion/i, "heater"],
  [/desk/i, "desk"],
  [/television|screen/i, "screen"],
];

export const applianceNamed = (name: string): Appliance | undefined =>
  BY_NAME.find(([word]) => word.test(name))?.[1];
