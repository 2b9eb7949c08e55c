/** What is asked of a band's coverage: who sends, how loud for a usual device, and at which levels a band begins. */
import { BANDS_DB, LEVELS_DBM } from "./bands";
import type { Band, Radio } from "./links";

/** Height above the floor at which is asked what is heard, m. */
export const AT_M = 1;

/** Steps of an even scale from dark to light (cividis): weak ones dark, sound ones pale. */
export const FILLS = ["#3b496c", "#666970", "#8a8678", "#aea371", "#d6c35f", "#fee838"] as const;

/** What sends in a band: whatever passes messages on. */
export const senders = (band: Band): Radio[] =>
  band.radios.filter(({ row }) => row.coordinator === true || row.routes);

/** What a radio stands above a loss of nothing for a usual device of its profile, in the weaker direction, dB. */
export function budgetDb({ profile }: Pick<Band, "profile">, { row }: Pick<Radio, "row">): number {
  const gains = row.gainDbi + profile.gainDbi;
  if (profile.targetDbm !== undefined) return row.txDbm + gains;
  const there = row.txDbm - profile.sensitivityDbm;
  const back = profile.txDbm - row.sensitivityDbm;
  return Math.min(there, back) + gains - profile.fadeDb;
}

/** Where its bands begin: margins in dB, or levels in dBm where the profile has a target. */
export const stepsOf = ({ profile }: Pick<Band, "profile">): readonly number[] =>
  profile.targetDbm === undefined ? BANDS_DB : LEVELS_DBM;
