/** The views of stage 3 and its advisers, by the names they have in the address. */
export const ADVISERS = [
  ["leg", "Lamp, switch, insert or in-line dimmer"],
  ["binding", "Direct link, control to device"],
  ["rating", "Plug and relay rating"],
  ["contact", "Relay contact and its fail state"],
  ["battery", "Battery or cable"],
  ["hubs", "One hub or several"],
  ["remotes", "Hand remotes"],
  ["dimming", "Dimming by a held button"],
  ["coordinator", "Coordinator and hub restarts"],
  ["undecided", "A place not decided yet"],
] as const;

export const VIEWS = [
  ["plans", "Plans"],
  ["wants", "Wants"],
  ["hubs", "Hubs"],
  ["what-if", "What if"],
  ["catalogue", "Catalogue"],
  ["protocols", "Protocols"],
  ["advisers", "Advisers", ["adviser", ADVISERS]],
  ["retrofit", "Retrofit sheet"],
] as const;
