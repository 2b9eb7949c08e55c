/**
 * What a person likes on this machine: theme, units, single-letter keys. Kept in a plain cookie so that the
 * server draws it right at once.
 */
export interface Preferences {
  theme: "light" | "dark";
  units: "metric" | "imperial";
  /** Single-letter keys are on. */
  letters: boolean;
}

const NAME = "zinc_desk";
const DEFAULTS: Preferences = { theme: "light", units: "metric", letters: true };

/** Read them from a Cookie header (or document.cookie). */
export function readPreferences(cookies: string | null): Preferences {
  const value =
    cookies
      ?.split(/;\s*/)
      .find((part) => part.startsWith(`${NAME}=`))
      ?.slice(NAME.length + 1) ?? "";
  const words = new Set(value.split("."));
  return {
    theme: words.has("dark") ? "dark" : DEFAULTS.theme,
    units: words.has("imperial") ? "imperial" : DEFAULTS.units,
    letters: !words.has("noletters"),
  };
}

/** Keep them for a year, and show the theme at once. */
export function keepPreferences(preferences: Preferences): void {
  const value = [preferences.theme, preferences.units, preferences.letters ? "letters" : "noletters"].join(
    ".",
  );
  document.cookie = `${NAME}=${value}; path=/; max-age=31536000; samesite=lax`;
  document.documentElement.dataset.theme = preferences.theme;
}
