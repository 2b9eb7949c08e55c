/** What is heard where: a sound is less in the next room, and wakes who sleeps where enough of it arrives. */

/** What a sound loses on its way to another room, dB(A); undefined where it is not heard there. */
export type Loss = (from: string, to: string) => number | undefined;

/** Louder than this somebody wakes, dB(A) (night noise: single events above 42 to 45 wake). */
export const WAKES_DB = 42;
/** The bell of a door station, a voice on a panel, where it sounds, dB(A). */
export const BELL_DB = 76;
export const VOICE_DB = 66;

/** Through a wall with a door in it, through a wall, through a floor, dB. */
export const DOOR_LOSS_DB = 22;
export const WALL_LOSS_DB = 38;
export const FLOOR_LOSS_DB = 45;

/** Rooms where a sound would wake a sleeper. */
export const wokenIn = (rooms: Iterable<string>, loss: Loss, from: string, db: number): string[] =>
  [...rooms].filter((room) => {
    const lost = room === from ? 0 : loss(from, room);
    return lost !== undefined && db - lost > WAKES_DB;
  });
