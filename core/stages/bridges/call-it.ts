/** One spoken name for a device, in every ecosystem it is shown to. */
import type { Design } from "../../design/collections";
import { changeRow } from "../../design/row-changes";

/**
 * @throws InputError where the name is none
 */
export const callIt = (design: Design, id: string, spokenName: string) =>
  design.exposures
    .filter((row) => row.device === id)
    .flatMap((row) => changeRow(design, "exposures", row.id, { spokenName }));
