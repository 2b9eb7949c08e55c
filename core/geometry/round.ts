/** To so many decimal places, as it is written down: what sums in floating point leave behind says nothing. */
export const round1 = (value: number) => Math.round(value * 10) / 10;
/** To two places: money, and metres in a list. */
export const round2 = (value: number) => Math.round(value * 100) / 100;
/** Metres to the millimetre. Never −0, which would be written as such. */
export const round3 = (value: number) => Math.round(value * 1000) / 1000 + 0;
/** To four places: metres a picture element. */
export const round4 = (value: number) => Math.round(value * 10_000) / 10_000;
