/**
 * What a person likes on this machine: theme, units, single-letter keys. Kept in a plain cookie so that the
 * server draws it right at once.
 */
import { PAPERS, type Paper } from "../kit/printing";

export interface Preferences {
  theme: "light" | "dark";
  units: "metric" | "imperial";
  /** Single-letter keys are on. */
  letters: boolean;
  /** What is printed on, and whether the long side lies down. */
  paper: Paper;
  landscape: boolean;
  /** Id of the design whose first steps are shown; "off" where nobody wants to be led. */
  guide: string;
}

const GUIDE = "guide-";
const NAME = "zinc_desk";
const DEFAULTS = { theme: "light", units: "metric" } as const;

/** Read them from a Cookie header (or document.cookie). */
export function readPreferences(cookies: string | null): Preferences {
  const value =
    cookies
      ?.split(/;\s*/)
      .find((part) => part.startsWith(`${NAME}=`))
      ?.slice(NAME.length + 1) ?? "";
  const words = new Set(value.split("."));
  const units = words.has("imperial") ? "imperial" : DEFAULTS.units;
  return {
    theme: words.has("dark") ? "dark" : DEFAULTS.theme,
    units,
    letters: !words.has("noletters"),
    // Who reads feet has the paper that goes with them, until another is chosen.
    paper: PAPERS.find((paper) => words.has(paper)) ?? (units === "imperial" ? "letter" : "A4"),
    landscape: !words.has("upright"),
    guide: [...words].find((word) => word.startsWith(GUIDE))?.slice(GUIDE.length) ?? "",
  };
}

/** The cookie that keeps them for a year. */
export function preferencesCookie(preferences: Preferences): string {
  const { theme, units, letters, paper, landscape, guide } = preferences;
  const value = [
    ...[theme, units, letters ? "letters" : "noletters", paper, landscape ? "wide" : "upright"],
    ...(guide ? [`${GUIDE}${guide}`] : []),
  ].join(".");
  return `${NAME}=${value}; path=/; max-age=31536000; samesite=lax`;
}

/** Keep them, and show the theme at once. */
export function keepPreferences(preferences: Preferences): void {
  document.cookie = preferencesCookie(preferences);
  document.documentElement.dataset.theme = preferences.theme;
}
