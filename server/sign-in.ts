/** Signing up and in, with attempts limited by address and by account. */
import { randomBytes } from "node:crypto";
import { IsEmail, IsString, MaxLength, MinLength, validateSync } from "class-validator";
import { RateLimiterMySQL, RateLimiterRes } from "rate-limiter-flexible";
import { fail, InputError } from "../core/design/input-error";
import { hashPassword, isPassword, LEAST_PASSWORD } from "../db/passwords";
import { addPerson, findPerson, normalEmail } from "../db/people";
import { db, pool } from "./db";

class SignUpForm {
  @IsEmail({}, { message: "must be an e-mail address such as name@example.org" })
  @MaxLength(200, { message: "must be at most 200 characters" })
  email!: string;
  @MinLength(1, { message: "must not be empty" })
  @MaxLength(80, { message: "must be at most 80 characters" })
  name!: string;
  @IsString()
  @MinLength(LEAST_PASSWORD, { message: `must have at least ${LEAST_PASSWORD} characters` })
  @MaxLength(200, { message: "must be at most 200 characters" })
  password!: string;
}

const LABEL: Record<string, string> = { email: "E-mail", name: "Name", password: "Password" };

/** Add a person from a form. Throws InputError naming the field. Returns the new id. */
export async function signUp(values: { email: string; name: string; password: string }): Promise<string> {
  const form = Object.assign(new SignUpForm(), { ...values, name: values.name.trim(), email: normalEmail(values.email) });
  const errors = validateSync(form, { stopAtFirstError: true });
  if (errors.length) throw new InputError(errors.map((error) => ({ path: LABEL[error.property]!, reason: Object.values(error.constraints!)[0]! })));
  const id = randomBytes(9).toString("hex");
  const added = await addPerson(db(), { id, name: form.name, email: form.email, passwordHash: await hashPassword(form.password) });
  if (!added) fail("E-mail", "is already in use; sign in instead");
  return id;
}

const MINUTES = 15;
let limiters: { account: RateLimiterMySQL; address: RateLimiterMySQL } | undefined;

/** Counts live in the database, so that all web processes share them. */
function limits() {
  const shared = { storeClient: pool().pool, dbName: "zinc", tableName: "sign_in_limits", tableCreated: true, duration: MINUTES * 60 };
  return (limiters ??= {
    account: new RateLimiterMySQL({ ...shared, keyPrefix: "account", points: 8 }),
    address: new RateLimiterMySQL({ ...shared, keyPrefix: "address", points: 60 }),
  });
}

/** Check a password. Throws InputError where it is wrong or tried too often; both take the same time for known and unknown accounts. */
export async function signIn(email: string, password: string, address: string): Promise<string> {
  const account = normalEmail(email).slice(0, 200);
  try {
    await limits().address.consume(address);
    await limits().account.consume(account);
  } catch (reason) {
    if (!(reason instanceof RateLimiterRes)) throw reason;
    fail("", `Too many attempts: try again in ${Math.max(1, Math.ceil(reason.msBeforeNext / 60_000))} minutes`);
  }
  const person = await findPerson(db(), account);
  const right = await isPassword(person?.passwordHash ?? (await decoy()), password.slice(0, 200));
  if (!person || !right) fail("", "The e-mail or the password is not right");
  await limits().account.delete(account);
  // A right password is no attempt against others: a whole office behind one address may sign in.
  await limits().address.reward(address);
  return person.id;
}

let decoyHash: Promise<string> | undefined;
const decoy = () => (decoyHash ??= hashPassword(randomBytes(12).toString("hex")));
