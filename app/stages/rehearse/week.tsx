/** A week of the house. */
import { Played } from "./day";

export default function Week() {
  return <Played days={7} />;
}
