/** What a page shows of all stages before its own engine has answered: the engine's first answer, made here. */
import { memo } from "../core/design/kept";
import { firstAnswer } from "../core/whole/engine";

/**
 * The first answer as one string, quicker to send and read than its parts; kept while the design stays as
 * it is.
 */
export const firstValues = memo("firstValues", (design): string => JSON.stringify(firstAnswer(design)));
