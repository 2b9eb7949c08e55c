/** What happened, for those who do not see it: a move, a refusal, what a key did. */

/** One place on the page that is read aloud when it changes. */
export const Spoken = () => <p className="sr-only" aria-live="polite" data-spoken />;

/** Have it read aloud; the same words twice are read twice. */
export function say(text: string): void {
  const place = document.querySelector("[data-spoken]");
  if (place) place.textContent = place.textContent === text ? `${text}\u00a0` : text;
}
