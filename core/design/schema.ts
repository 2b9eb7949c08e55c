/** The JSON Schema (2020-12) of a project file, made from the row classes. */
import { FILE_ORDER } from "./collections";
import { ROW_CLASSES } from "./row-classes";
import { fields, type Field, type NestedChoice, type RowClass } from "./fields";
import { FILE_FORMAT, FILE_VERSION } from "./file";

type Schema = Record<string, unknown>;

/** Choices that hold themselves, as moves that hold moves do: said once, and pointed to. */
class Definitions {
  readonly all: Record<string, Schema> = {};
  private readonly names = new Map<object, string>();

  of(choice: NestedChoice): Schema {
    let name = this.names.get(choice.classes);
    if (name === undefined) {
      name = `${Object.keys(choice.classes)[0]}-or-other-${this.names.size + 1}`.replace(/\s/g, "-");
      this.names.set(choice.classes, name);
      this.all[name] = {};
      this.all[name] = { oneOf: Object.values(choice.classes).map((one) => rowSchema(one, this)) };
    }
    return { $ref: `#/$defs/${name}` };
  }
}

function nestedSchema(nested: RowClass | NestedChoice, defs: Definitions): Schema {
  return typeof nested === "function" ? rowSchema(nested, defs) : defs.of(nested);
}

function limits(field: Field): Schema {
  const schema: Schema = {};
  if (field.min !== undefined) schema.minimum = field.min;
  if (field.max !== undefined) schema.maximum = field.max;
  return schema;
}

function fieldSchema(field: Field, defs: Definitions): Schema {
  const idPattern = "^[A-Za-z0-9][A-Za-z0-9_-]{0,39}$";
  const schema = ((): Schema => {
    switch (field.kind) {
      case "text":
        return {
          type: "string",
          minLength: field.min ?? 1,
          ...(field.max ? { maxLength: field.max } : {}),
          ...(field.pattern ? { pattern: field.pattern.source } : {}),
        };
      case "number":
        return { type: "number", ...limits(field) };
      case "integer":
        return { type: "integer", ...limits(field) };
      case "flag":
        return { type: "boolean" };
      case "choice":
        return { enum: [...field.choices!] };
      case "ref":
        return { type: "string", pattern: idPattern, description: `id of a row of ${field.to}` };
      case "refs":
        return {
          type: "array",
          items: { type: "string", pattern: idPattern },
          maxItems: field.most ?? 500,
          description: `ids of rows of ${field.to}`,
        };
      case "texts":
        return {
          type: "array",
          items: field.choices ? { enum: [...field.choices] } : { type: "string", maxLength: 80 },
          maxItems: field.most ?? 50,
          ...(field.choices ? { uniqueItems: true } : {}),
        };
      case "integers":
        return {
          type: "array",
          items: { type: "integer", ...limits(field) },
          minItems: field.least ?? 0,
          maxItems: field.most ?? 50,
        };
      case "xy":
        return {
          type: "array",
          items: {
            type: "array",
            items: { type: "number", minimum: -10000, maximum: 10000 },
            minItems: 2,
            maxItems: 2,
          },
          minItems: field.least ?? 0,
          maxItems: 2000,
        };
      case "one":
        return nestedSchema(field.nested!, defs);
      case "many":
        return {
          type: "array",
          items: nestedSchema(field.nested!, defs),
          minItems: field.least ?? 0,
          maxItems: 200,
        };
    }
  })();
  return field.unit ? { ...schema, "x-unit": field.unit } : schema;
}

function rowSchema(rowClass: RowClass, defs: Definitions): Schema {
  const known = fields(rowClass);
  return {
    type: "object",
    properties: Object.fromEntries(known.map((field) => [field.name, fieldSchema(field, defs)])),
    required: known.filter((field) => !field.optional).map((field) => field.name),
    additionalProperties: false,
  };
}

/** The whole schema, as published in docs/design.schema.json. */
export function designSchema(): Schema {
  const defs = new Definitions();
  return {
    $schema: "https://json-schema.org/draft/2020-12/schema",
    title: "Zinc Lattice project file",
    type: "object",
    properties: {
      format: { const: FILE_FORMAT },
      version: { const: FILE_VERSION },
      leftOut: { type: "array", items: { type: "string" } },
      design: rowSchema(ROW_CLASSES.design, defs),
      ...Object.fromEntries(
        FILE_ORDER.map((name) => [name, { type: "array", items: rowSchema(ROW_CLASSES[name], defs) }]),
      ),
    },
    required: ["format", "version", "design"],
    additionalProperties: false,
    $defs: defs.all,
  };
}
