/** Passwords: argon2id with 19 MiB and two passes, the least the OWASP sheet asks for. */
import { hash, verify } from "@node-rs/argon2";

const SETTINGS = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };
export const LEAST_PASSWORD = 10;
export const MOST_PASSWORD = 200;

export const hashPassword = (password: string) => hash(password, SETTINGS);

/** True where the password is the one hashed. A hash that cannot be read is no match. */
export async function isPassword(hashed: string, password: string): Promise<boolean> {
  try {
    return await verify(hashed, password);
  } catch {
    return false;
  }
}
