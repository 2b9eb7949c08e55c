/** Settings of the design as somebody types them: checked, then one edit. */
import { changeSettings } from "#core/design/row-changes";
import type { Design } from "#core/design/collections";
import { useDesk, useEdit } from "./desk";
import { withRowCheck } from "./row-check";

/** Puts some of the settings; throws InputError, or fails its promise with one, where they are refused. */
export function usePutSettings(): (values: Partial<Design["design"]>) => void | Promise<void> {
  const { store } = useDesk();
  const edit = useEdit();
  return (values) =>
    withRowCheck((checkRow) => {
      checkRow("design", { ...store.get().design.design, ...values }, "");
      edit((design) => changeSettings(design, values));
    });
}
