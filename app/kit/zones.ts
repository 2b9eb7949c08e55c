/** Time zones and currencies this browser knows, to choose from. */
import type { ChoiceOption } from "./choice";

/** Zones by name, with the words of their places: "Europe/Isle_of_Man" is found by "isle man". */
export function zoneOptions(now: string): ChoiceOption[] {
  const known = Intl.supportedValuesOf("timeZone");
  return (known.includes(now) || !now ? known : [now, ...known]).map((zone) => ({
    value: zone,
    text: zone.replace(/_/g, " "),
  }));
}

/** Currencies by code, with their names. */
export function currencyOptions(now: string): ChoiceOption[] {
  const known = Intl.supportedValuesOf("currency");
  const names = new Intl.DisplayNames("en", { type: "currency" });
  return (known.includes(now) ? known : [now, ...known]).map((code) => ({
    value: code,
    text: code,
    hint: names.of(code) === code ? undefined : names.of(code),
  }));
}
