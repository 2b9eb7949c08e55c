/** What the engine runs, what happens to it, and what it answers. All times are milliseconds since 1970, UTC. */
import type { Press } from "../../../design/rows/automations-words";
import type {
  Aspect,
  AutomationRow,
  CalendarRow,
  DialRow,
  GroupRow,
  Priority,
  SceneRow,
} from "../../../design/rows/automations";
import type { Foresight } from "./foretold";

/** More causes than this within a second are a loop (docs/model.md §10). */
export const MOST_CAUSES = 16;

/** Yes or no of two states, a number in the unit of its aspect, or a colour. */
export type Value = boolean | number | string;

/** What is run: rows of a design and what the engine must know of its things. Nothing of it changes while it runs. */
export interface Programme {
  place: Pick<Foresight, "latitudeDeg" | "longitudeDeg" | "zone">;
  automations: readonly AutomationRow[];
  dials: readonly DialRow[];
  calendars: readonly CalendarRow[];
  scenes: readonly SceneRow[];
  groups: readonly GroupRow[];
  /** Ids of the household. */
  people: readonly string[];
  /** How long a hand holds lower classes off, where it is not two hours. Milliseconds. */
  handMs?: (point: string) => number | undefined;
  /** Shades: a hand's wish ends with their next set hour. */
  isShade?: (point: string) => boolean;
  /** Where a thing is: flags of "leave it be" go by it. */
  roomOf?: (point: string) => string | undefined;
  nameOf?: (collection: "points" | "dials", id: string) => string | undefined;
}

/** What happens in the world; `because` is the number of the answer that made it, where one did. */
export type Happening = { because?: number } & (
  | { kind: "start" }
  /** Only that time passes. */
  | { kind: "time" }
  /** A thing says how it is; undefined where it does not know any more. */
  | { kind: "state"; point: string; aspect: Aspect; value: Value | undefined }
  /** A hand has moved a thing, at the thing itself or by a direct link. */
  | { kind: "hand"; point: string; aspect: Aspect; value: Value }
  | { kind: "press"; point: string; button: number; press: Press }
  | { kind: "person"; person: string; home?: boolean; asleep?: boolean }
  | { kind: "dial"; dial: string; value: Value }
  /** When somebody's alarm clock rings next; undefined where it is not set. */
  | { kind: "alarm"; person: string; rings: number | undefined }
  /** A person has seen what safety did. */
  | { kind: "seen" }
  /** An automation is tried: as if a cue of it came. */
  | { kind: "try"; automation: string; cue: string }
);

interface Said {
  /** One more for each answer and happening, from 1. */
  n: number;
  at: number;
  /** The number of what it came of. */
  because: number;
}

export type Answer = Said &
  (
    | { kind: "fires"; automation: string; cue: string }
    /** A cue came, and this guard did not hold; or nobody knows whether it does. */
    | { kind: "held back"; automation: string; cue: string; guard: number; known: boolean }
    | {
        kind: "command";
        /** "a hand" where what outranked a hand has let go, and the hand's word stands still. */
        automation: string;
        point: string;
        aspect: Aspect;
        value: Value;
        overMs: number;
        class: Priority;
      }
    /** A wish that something above it keeps from being followed. */
    | { kind: "waits below"; automation: string; point: string; aspect: Aspect; under: string }
    /** A flag of the household keeps what is no hand's and not for safety off it. */
    | { kind: "left be"; automation: string; point: string; aspect: Aspect; dial: string }
    | { kind: "dial"; automation: string; dial: string; value: Value }
    | { kind: "say"; automation: string; points: readonly string[]; people: readonly string[]; text: string }
    /** A move came to nothing, as something it goes by is not known or does not fit. */
    | { kind: "skips"; automation: string; why: string }
    | { kind: "ends"; automation: string; how: "done" | "stopped" | "guard" | "limit" }
    /** More than sixteen causes within a second: it is cut there. */
    | { kind: "loop"; automations: readonly string[] }
  );
