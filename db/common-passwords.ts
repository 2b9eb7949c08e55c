/**
 * Passwords that are tried first by whoever guesses: words and rows of keys, with what people put before
 * and after them.
 */

const WORDS = [
  "password",
  "passwort",
  "passw0rd",
  "p@ssword",
  "letmein",
  "welcome",
  "iloveyou",
  "sunshine",
  "princess",
  "football",
  "baseball",
  "superman",
  "batman",
  "dragon",
  "monkey",
  "shadow",
  "master",
  "michael",
  "jennifer",
  "jordan",
  "hunter",
  "trustno",
  "whatever",
  "freedom",
  "starwars",
  "computer",
  "internet",
  "secret",
  "changeme",
  "default",
  "administrator",
  "admin",
  "login",
  "guest",
  "qwerty",
  "azerty",
  "qwertz",
  "asdfgh",
  "asdfghjkl",
  "zxcvbn",
  "zxcvbnm",
  "qwertyuiop",
  "abcdef",
  "abcdefgh",
  "abcdefghij",
  "test",
  "testing",
  "hello",
  "summer",
  "winter",
  "spring",
  "autumn",
  "monday",
  "friday",
  "january",
  "december",
  "house",
  "home",
  "smarthome",
  "zinclattice",
  "lattice",
];

const LEET: Readonly<Record<string, string>> = {
  "0": "o",
  "1": "i",
  "3": "e",
  "4": "a",
  "5": "s",
  "7": "t",
  "@": "a",
  $: "s",
  "!": "i",
};
const plain = (text: string) => [...text].map((letter) => LEET[letter] ?? letter).join("");

/**
 * Is every character the next of the one before, or one before it, or the same: 1234567890, aaaaaaaaaa,
 * zyxwv…?
 */
function isRun(text: string): boolean {
  const step = text.charCodeAt(1) - text.charCodeAt(0);
  if (Math.abs(step) > 1) return false;
  for (let i = 2; i < text.length; i++)
    if (text.charCodeAt(i) - text.charCodeAt(i - 1) !== step && !(text[i] === "0" && text[i - 1] === "9"))
      return false;
  return true;
}

/** A short piece over and over: abcabcabc, 1212121212. */
function isRepeat(text: string): boolean {
  for (let size = 1; size <= 4; size++)
    if (
      text ===
      text
        .slice(0, size)
        .repeat(Math.ceil(text.length / size))
        .slice(0, text.length)
    )
      return true;
  return false;
}

/**
 * Why a password is among the first that are guessed; undefined where it is not. `own`: what anybody knows
 * of the person.
 */
export function easilyGuessed(password: string, own: readonly string[]): string | undefined {
  const whole = password.toLowerCase();
  const letters = whole.replace(/[^a-z]/g, "");
  // What people put behind a word (a year, an exclamation mark) is left out before digits are read as letters.
  const read = plain(whole.replace(/[^a-z]+$/, "").replace(/^\d+/, "")).replace(/[^a-z]/g, "");
  if (/^\d+$/.test(password)) return "must not be digits alone: those are guessed first";
  if (isRun(whole) || isRepeat(whole))
    return "must not be a row or a repeat of characters: those are guessed first";
  // A known word with digits and signs round it is no more than that word.
  if (
    WORDS.some(
      (word) =>
        (letters === word || read === word || letters === word + word) && whole.length - word.length <= 8,
    )
  )
    return "is one of those that are guessed first: take several words that do not belong together";
  for (const text of own) {
    const known = text.toLowerCase().trim();
    if (known.length >= 4 && (whole === known || (whole.includes(known) && whole.length - known.length <= 4)))
      return "must not be the e-mail or the name: everybody knows them";
  }
  return undefined;
}
