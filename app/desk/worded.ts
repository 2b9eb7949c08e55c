/** Sentences of the core with their lengths in the person's units. */
import { useCallback } from "react";
import { saidIn } from "#core/design/said-lengths";
import { useDesk } from "./desk";

/** `worded("The wall is 3.81 m long")`: in feet for those who read feet. */
export function useWorded(): (text: string) => string {
  const { units } = useDesk().preferences;
  return useCallback((text) => saidIn(text, units), [units]);
}
