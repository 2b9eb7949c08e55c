/**
 * What the load does when the coil, the controller or the supply does something: in words, for both
 * contacts.
 */

export const CONTACTS = ["normally open", "normally closed", "latching"] as const;
export type Contact = (typeof CONTACTS)[number];

export const EVENTS = ["coil on", "coil off", "controller dead", "supply back"] as const;
export type ContactEvent = (typeof EVENTS)[number];

export type LoadState = "on" | "off" | "as it was";

/**
 * State of the load. A spring contact follows its coil, and a dead controller, or a supply that has just
 * come back, leaves the coil without current until somebody commands it; a latching contact stays where it
 * was last put.
 */
export function loadState(contact: Contact, event: ContactEvent): LoadState {
  if (contact === "latching") return event === "coil on" ? "on" : event === "coil off" ? "off" : "as it was";
  const energised = event === "coil on";
  return energised === (contact === "normally open") ? "on" : "off";
}

const WORDS: Readonly<Record<ContactEvent, string>> = {
  "coil on": "While the controller holds the coil",
  "coil off": "When the controller lets the coil go",
  "controller dead": "When the controller is dead or its bus is cut",
  "supply back": "When the supply comes back, before any command",
};

/** What the load does after an event, as a sentence. */
export const stateText = (contact: Contact, event: ContactEvent) => {
  const state = loadState(contact, event);
  return `${WORDS[event]}, the load is ${state === "as it was" ? "as it was last" : state}`;
};

export type FailState = "on" | "off" | "as it was";

export interface ContactAdvice {
  contact: Contact;
  verdict: string;
  reasons: string[];
}

/** Which contact to wire, by what the load must do with the controller dead. */
export function adviseContact(fail: FailState): ContactAdvice {
  const contact: Contact = fail === "on" ? "normally closed" : fail === "off" ? "normally open" : "latching";
  const reasons: Record<FailState, string[]> = {
    on: [
      "Light on an escape route, a circulation pump, a fridge: without the controller the house must go on",
      "The coil draws current only while the load is off",
    ],
    off: [
      "A heater, a motor, a valve that could flood: without the controller it must stop",
      "The coil draws current all the time the load is on",
    ],
    "as it was": [
      "Neither state hurts, and the coil draws nothing in between",
      "It cannot fail to a known state: nothing that is dangerous hangs on it",
    ],
  };
  return {
    contact,
    verdict: `Wire the ${contact} contact: ${stateText(contact, "controller dead").replace(/^When/, "when")}`,
    reasons: reasons[fail],
  };
}
