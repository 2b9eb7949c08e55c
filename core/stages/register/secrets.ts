/**
 * What of a design is secret: pairing codes of devices and bridges, values of keys. It is kept apart from the rows, which
 * say only that there is one and whether it is right.
 */
import { counted } from "../../design/words";
import type { Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import { wrongCode } from "./codes";
import type { KeyRow } from "../../design/rows/register";

/** Collections whose rows hold a secret, and in which field. */
export const SECRET_FIELDS = { devices: "code", bridges: "code", keys: "value" } as const;
export type SecretIn = keyof typeof SECRET_FIELDS;

export interface Secret {
  in: SecretIn;
  id: string;
  field: "code" | "value";
  value: string;
}

/** A change without its secret, and that. */
function part(change: Change): { change: Change; found?: Secret } {
  if (!("put" in change)) return { change };
  if ((change.in === "devices" || change.in === "bridges") && change.put.code !== undefined) {
    const { code, ...row } = change.put;
    const put = { ...row, codeCheck: wrongCode(code) ? "bad" : "ok" };
    return {
      change: { in: change.in, put } as Change,
      found: { in: change.in, id: row.id, field: "code", value: code },
    };
  }
  if (change.in === "keys" && change.put.value !== undefined) {
    const { value, ...row } = change.put;
    const put: KeyRow = { ...row, kept: true };
    return { change: { in: "keys", put }, found: { in: "keys", id: row.id, field: "value", value } };
  }
  return { change };
}

/** Changes without secrets, and what they held: the last of each. */
export function partSecrets(changes: readonly Change[]): { changes: Change[]; found: Secret[] } {
  const found = new Map<string, Secret>();
  const parted = changes.map((one) => {
    const { change, found: secret } = part(one);
    if (secret) found.set(`${secret.in}/${secret.id}`, secret);
    return change;
  });
  return { changes: parted, found: [...found.values()] };
}

type Coded = { id: string; code?: string; codeCheck?: "ok" | "bad" };

/** A design with its secrets put back, for a file that is asked for with them. */
export function withSecrets(design: Design, secrets: readonly Secret[]): Design {
  const values = new Map(secrets.map((secret) => [`${secret.in}/${secret.id}`, secret.value]));
  // With the secret itself a row need not say that there is one.
  const coded = <Row extends Coded>(rows: readonly Row[], collection: "devices" | "bridges"): Row[] =>
    rows.map((row) => {
      const code = values.get(`${collection}/${row.id}`);
      if (code === undefined) return row;
      const put = { ...row, code };
      delete put.codeCheck;
      return put;
    });
  return {
    ...design,
    devices: coded(design.devices, "devices"),
    bridges: coded(design.bridges, "bridges"),
    keys: design.keys.map(({ kept, ...row }) => {
      const value = values.get(`keys/${row.id}`);
      return value !== undefined ? { ...row, value } : kept === undefined ? row : { ...row, kept };
    }),
  };
}

/** What a file of this design leaves out, in words. */
export function leftOut(design: Design): string[] {
  const without = (rows: readonly Coded[]) =>
    rows.filter((row) => row.codeCheck !== undefined && row.code === undefined).length;
  const [codes, bridges] = [without(design.devices), without(design.bridges)];
  const keys = design.keys.filter((row) => row.kept && row.value === undefined).length;
  return [
    ...(codes ? [`pairing codes of ${counted(codes, "device")}`] : []),
    ...(bridges ? [`joining codes of ${counted(bridges, "bridge")}`] : []),
    ...(keys ? [`values of ${counted(keys, "key")}`] : []),
  ];
}
