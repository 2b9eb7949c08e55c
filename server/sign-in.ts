/** Signing up and in, with attempts limited by address and by account. */
import { createHash, randomBytes } from "node:crypto";
import { IsEmail, MaxLength, MinLength, validateSync } from "class-validator";
import { RateLimiterMySQL, RateLimiterRes } from "rate-limiter-flexible";
import { fail, InputError } from "../core/design/input-error";
import { hashPassword, isPassword, LEAST_PASSWORD, MOST_PASSWORD } from "../db/passwords";
import { easilyGuessed } from "../db/common-passwords";
import { addPerson, findPerson, normalEmail, setPassword, type Person } from "../db/people";
import { db, pool } from "./db";
import { isKnownDevice } from "./sessions";

class SignUpForm {
  @IsEmail({}, { message: "must be an e-mail address such as name@example.org" })
  @MaxLength(200, { message: "must be at most 200 characters" })
  email!: string;
  @MinLength(1, { message: "must not be empty" })
  @MaxLength(80, { message: "must be at most 80 characters" })
  name!: string;
}

const LABEL: Record<string, string> = { email: "E-mail", name: "Name" };

/**
 * The hash of a password that may be used. Throws InputError where it is too short, too long, or among the
 * first that are guessed.
 */
async function checkedPassword(password: string, own: readonly string[], path: string): Promise<string> {
  if (password.length < LEAST_PASSWORD) fail(path, `must have at least ${LEAST_PASSWORD} characters`);
  if (password.length > MOST_PASSWORD) fail(path, `must be at most ${MOST_PASSWORD} characters`);
  const guessed = easilyGuessed(password, own);
  if (guessed) fail(path, guessed);
  return hashPassword(password);
}

/**
 * Add a person from a form. Says the same, after the same work, whether the e-mail was free or not: nobody
 * learns here who has an account. Throws InputError naming the field, or where too many sign up from one
 * address.
 */
export async function signUp(
  values: { email: string; name: string; password: string },
  address: string,
): Promise<void> {
  // Nothing is looked at closely that is too long to be one.
  const form = Object.assign(new SignUpForm(), {
    name: values.name.trim().slice(0, 200),
    email: normalEmail(values.email.slice(0, 300)),
  });
  const errors = validateSync(form, { stopAtFirstError: true });
  if (errors.length)
    throw new InputError(
      errors.map((error) => ({
        path: LABEL[error.property]!,
        reason: Object.values(error.constraints!)[0]!,
      })),
    );
  const passwordHash = await checkedPassword(
    values.password,
    [form.email, form.email.split("@")[0]!, form.name],
    "Password",
  );
  await consume(limits().signUp, address);
  await addPerson(db(), {
    id: randomBytes(9).toString("hex"),
    name: form.name,
    email: form.email,
    passwordHash,
  });
}

const MINUTES = 15;
let limiters: Record<"pair" | "device" | "address" | "signUp" | "share", RateLimiterMySQL> | undefined;

/** Counts live in the database, so that all web processes share them. */
function limits() {
  const shared = {
    storeClient: pool().pool,
    dbName: "zinc",
    tableName: "sign_in_limits",
    tableCreated: true,
  };
  const limit = (keyPrefix: string, points: number, minutes: number) =>
    new RateLimiterMySQL({ ...shared, keyPrefix, points, duration: minutes * 60 });
  return (limiters ??= {
    // Of an account from one address: a stranger elsewhere does not use up the owner's attempts.
    pair: limit("pair", 8, MINUTES),
    // From a device the owner has signed in from before: what anybody else tries does not count there.
    device: limit("device", 8, MINUTES),
    address: limit("address", 60, MINUTES),
    signUp: limit("sign-up", Number(process.env.ZINC_SIGN_UPS ?? 20), 60),
    share: limit("share", 30, 60),
  });
}

/** Count one attempt. Throws InputError where there were too many. */
async function consume(limiter: RateLimiterMySQL, key: string): Promise<void> {
  try {
    await limiter.consume(key);
  } catch (reason) {
    if (!(reason instanceof RateLimiterRes)) throw reason;
    fail(
      "",
      `Too many attempts: try again in ${Math.max(1, Math.ceil(reason.msBeforeNext / 60_000))} minutes`,
    );
  }
}

/** Count one look-up of an e-mail by somebody who shares a design. */
export const countShare = (person: string) => consume(limits().share, person);

/**
 * Check a password. Throws InputError where it is wrong or tried too often; both take the same time for
 * known and unknown accounts.
 */
export async function signIn(
  request: Request,
  email: string,
  password: string,
  address: string,
): Promise<string> {
  const account = normalEmail(email.slice(0, 300)).slice(0, 200);
  const person = await findPerson(db(), account);
  const known = person !== undefined && (await isKnownDevice(request, person.id));
  const pair = createHash("sha256").update(`${account} ${address}`).digest("hex");
  if (known) await consume(limits().device, person.id);
  else {
    await consume(limits().address, address);
    await consume(limits().pair, pair);
  }
  const right = await isPassword(person?.passwordHash ?? (await decoy()), password.slice(0, MOST_PASSWORD));
  if (!person || !right) fail("", "The e-mail or the password is not right");
  await limits().device.delete(person.id);
  // From a known device it says nothing of who else tries from there.
  if (known) return person.id;
  await limits().pair.delete(pair);
  // A right password is no attempt against others: a whole office behind one address may sign in.
  await limits().address.reward(address);
  return person.id;
}

let decoyHash: Promise<string> | undefined;
const decoy = () => (decoyHash ??= hashPassword(randomBytes(12).toString("hex")));

/**
 * Put a new password in the place of the old one. Throws InputError where the old one is wrong or the new
 * one too weak.
 */
export async function changePassword(person: Person, values: { now: string; next: string }): Promise<void> {
  await consume(limits().device, `change ${person.id}`);
  const own = await findPerson(db(), person.email);
  if (!own || !(await isPassword(own.passwordHash, values.now.slice(0, MOST_PASSWORD))))
    fail("Password now", "is not right");
  await setPassword(
    db(),
    person.id,
    await checkedPassword(
      values.next,
      [person.email, person.email.split("@")[0]!, person.name],
      "New password",
    ),
  );
  await limits().device.delete(`change ${person.id}`);
}
