/**
 * People by their schedules, as they go about the house: where the schedule names a room they are there, else they go from
 * one shared room to another, stay a while, and put light on where it is dark.
 */
import { exactClock, staysOf, alarmsOf, type Stay } from "../../automations/engine/people";
import { addDays, dayStart, localParts, type Day } from "../../../design/local-time";
import type { House } from "./house";
import { stream } from "./random";

/** Somebody who has nothing else to do stays in a room from so long to so long. */
const STAY_MS = [8 * 60_000, 75 * 60_000] as const;
/** Days of a schedule that are worked out at once. */
const AHEAD_DAYS = 14;

export interface Whereabouts {
  person: string;
  home: boolean;
  asleep: boolean;
  /** Undefined where they are out. */
  room?: string;
}

export interface PeopleAround {
  now(): number;
  at(ms: number, what: () => void): void;
  /** Somebody comes, goes, falls asleep, wakes or goes to another room. */
  goes(before: Whereabouts | undefined, now: Whereabouts): void;
  /** An alarm clock is set to ring then; undefined where it is not set. */
  alarm(person: string, rings: number | undefined): void;
}

const dayNumber = ({ year, month, day }: Day) => Date.UTC(year, month - 1, day) / 86_400_000;

/** Lets all the people of a house live from a moment on. */
export function live(house: House, seed: number, begin: number, around: PeopleAround): void {
  const { zone } = house.programme.place;
  const clock = exactClock(zone, house.calendars);
  const shared = house.rooms.filter((room) => room.shared).map(({ id }) => id);
  const first = dayNumber(localParts(zone, begin));
  const dayAt = (n: number) => dayStart(zone, addDays({ year: 1970, month: 1, day: 1 }, n));
  for (const person of house.people) {
    const random = stream(seed, `person ${person.id}`);
    let where: Whereabouts | undefined;
    let stayed = 0;
    const go = (now: Whereabouts) => {
      const before = where;
      where = now;
      around.goes(before, now);
    };
    const roam = (own: number, avoid?: string) => {
      const avoided = avoid === undefined ? -1 : shared.indexOf(avoid);
      const at = Math.floor(random() * (shared.length - (avoided < 0 ? 0 : 1)));
      const room = shared[avoided >= 0 && at >= avoided ? at + 1 : at] ?? person.room;
      go({ person: person.id, home: true, asleep: false, ...(room === undefined ? {} : { room }) });
      const ms = STAY_MS[0] + random() * (STAY_MS[1] - STAY_MS[0]);
      around.at(around.now() + ms, () => {
        if (stayed === own) roam(own, room);
      });
    };
    const enter = (stay: Stay) => {
      stayed += 1;
      if (stay.home && !stay.asleep && stay.room === undefined && shared.length) return roam(stayed);
      const room = stay.home ? (stay.room ?? person.room) : undefined;
      go({
        person: person.id,
        home: stay.home,
        asleep: stay.asleep,
        ...(room === undefined ? {} : { room }),
      });
    };
    /** Fourteen days of the schedule at a time: a year of all would be worked out for one day of some. */
    const ahead = (from: number) => {
      const stays = staysOf(clock, person, from, from + AHEAD_DAYS);
      const standing = stays.filter((stay) => stay.from <= around.now()).at(-1) ?? stays[0];
      for (const stay of stays) {
        if (stay === standing) {
          if (!where || from === first || differs(where, stay)) enter(stay);
        } else if (stay.from > around.now()) around.at(stay.from, () => enter(stay));
      }
      const rings = alarmsOf(clock, person, from, from + AHEAD_DAYS).filter((at) => at > around.now());
      const [next] = rings;
      if (next !== undefined || from === first) around.alarm(person.id, next);
      for (const [i, at] of rings.entries()) around.at(at, () => around.alarm(person.id, rings[i + 1]));
      around.at(dayAt(from + AHEAD_DAYS), () => ahead(from + AHEAD_DAYS));
    };
    ahead(first);
  }
}

/** The schedule says otherwise than how somebody is: where they roam it names no room. */
const differs = (where: Whereabouts, stay: Stay) =>
  where.home !== stay.home ||
  where.asleep !== stay.asleep ||
  (stay.room !== undefined && where.room !== stay.room);
