/** What pages may be asked in their address: apart from them, so that no browser gets it. */
import { Choice, Text, Whole } from "../core/design/fields";
import { MOST_TYPED } from "../core/design/search-words";
import { DUE_KINDS, LIST_ORDERS, type ListOrder } from "../db/across";

const MOST_PAGES = 1_000_000;

/** With which other design one is compared. */
export class CompareAsked {
  @Text({ max: 40, optional: true }) with?: string;
}

class Paged {
  @Whole({ min: 1, max: MOST_PAGES, optional: true }) page?: number;
}

export class ListAsked extends Paged {
  @Text({ max: MOST_TYPED, optional: true }) q?: string;
  @Choice(LIST_ORDERS, { optional: true }) by?: ListOrder;
}

export class FindAsked extends Paged {
  @Text({ max: MOST_TYPED, optional: true }) q?: string;
}

export class DueAsked extends Paged {
  @Choice(DUE_KINDS, { optional: true }) what?: (typeof DUE_KINDS)[number];
}
