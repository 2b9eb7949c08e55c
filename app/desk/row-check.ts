/** The check of a row: it brings the validator along, so it comes when the first field is changed. */
import { patiently } from "../kit/lazily";

export const rowCheck = () => patiently(() => import("#core/design/check-row"));
