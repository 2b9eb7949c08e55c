/**
 * The stand-in house: a rehearsal in step with the clock, or faster, that publishes what its things say and does what it is
 * told, over a small MQTT broker on loopback. Off until somebody opens it; it lives in this process and ends with it, and
 * nothing of a design is changed by it.
 */
import { createServer, type Server, type Socket } from "node:net";
import { Aedes } from "aedes";
import { fail } from "../core/design/input-error";
import type { Design } from "../core/design/collections";
import { addDays, dayStart, localParts } from "../core/design/local-time";
import type { Line } from "../core/stages/rehearse/play/log";
import { readBreak, withEmptyBattery } from "../core/stages/rehearse/play/breaks";
import { Rehearsal } from "../core/stages/rehearse/play/rehearse";
import { readWeather } from "../core/stages/rehearse/play/weather-file";
import { houseOf } from "../core/stages/rehearse/house-of";
import { RUN_IN_MS } from "../core/stages/rehearse/run";
import {
  aspectTopics,
  done,
  HOUSE_TOPIC,
  keyTopics,
  publishedBy,
  snapshotOf,
  wantedBy,
} from "../core/stages/rehearse/topics";

/** Nobody else's machine reaches it. */
const HOST = "127.0.0.1";
/** The port of MQTT as registered; 0 takes any that is free. */
export const MQTT_PORT = 1883;
const TICK_MS = 250;
/** So many days it goes on at most, and so many times faster than the clock. */
const MOST_DAYS = 400;
export const MOST_SPEED = 3600;
/** A word to a thing is short. */
const MOST_BYTES = 1000;
const MOST_CLIENTS = 50;

export interface StandInAsk {
  /** Where its clock begins, ms. */
  at: number;
  /** Times as fast as the clock on the wall. */
  speed: number;
  seed: number;
  port: number;
  /** What is broken on purpose, `WHAT@TIME+MINUTES`. */
  breaks?: readonly string[];
  /** Text of a file of weather; made from the seed where absent. */
  weather?: string;
}

export interface StandIn {
  port: number;
  speed: number;
  /** States it publishes. */
  topics: number;
  /** Its clock, ms. */
  now(): number;
  close(): Promise<void>;
}

/** @throws InputError where the port is taken, or what is broken or the weather cannot be read */
export async function openStandIn(design: Design, ask: StandInAsk): Promise<StandIn> {
  const { at, speed, seed, port } = ask;
  if (!design.devices.length) fail("House", "has no devices yet: there is nothing to stand in for");
  const { zone } = design.design;
  const day = localParts(zone, at);
  const from = dayStart(zone, day);
  let heard: (line: Line) => void = () => {};
  const house = houseOf(design);
  const rehearsal = new Rehearsal(
    house,
    {
      from,
      to: dayStart(zone, addDays(day, MOST_DAYS)),
      seed,
      runInMs: RUN_IN_MS,
      breaks: (ask.breaks ?? []).flatMap((text) => withEmptyBattery(readBreak(text, zone, house), house)),
      ...(ask.weather === undefined ? {} : { weather: readWeather(ask.weather, zone) }),
    },
    { line: (line) => heard(line) },
  );
  rehearsal.begin();
  rehearsal.advance(at);

  const broker = await Aedes.createBroker({ heartbeatInterval: 60_000 });
  const sockets = new Set<Socket>();
  const server = createServer((socket) => {
    if (sockets.size >= MOST_CLIENTS) return void socket.destroy();
    sockets.add(socket);
    socket.on("close", () => sockets.delete(socket));
    socket.on("error", () => socket.destroy());
    broker.handle(socket);
  });
  const told = new Map<string, string>();
  // One after the other: a client passes over what comes later than a younger word, and what is kept takes its time.
  let last = Promise.resolve();
  const inTurn = (work: () => Promise<void> | void) => void (last = last.then(work));
  const say = (topic: string, payload: string, retain = true) =>
    inTurn(
      () =>
        new Promise((said) =>
          broker.publish({ cmd: "publish", topic, payload, qos: 0, retain, dup: false }, () => said()),
        ),
    );
  const keys = new Map(keyTopics(design).map(({ topic, point }) => [point, topic]));
  heard = ({ what, point, value }) => {
    const key = point === undefined ? undefined : keys.get(point);
    if (key !== undefined && (what === "press" || what === "rings"))
      say(key, JSON.stringify("single"), false);
    if (what === "says") say(`${HOUSE_TOPIC}/says`, JSON.stringify(value), false);
  };
  const publish = () => {
    for (const [topic, payload] of publishedBy(design, snapshotOf(rehearsal))) {
      if (told.get(topic) === payload) continue;
      told.set(topic, payload);
      say(topic, payload);
    }
  };
  broker.authorizePublish = (_client, packet, answer) => {
    // Whoever writes elsewhere is not cut off: the word goes nowhere, and the house says why.
    const text = packet.payload.toString("utf8");
    const wanted =
      text.length > MOST_BYTES
        ? { wrong: `${packet.topic.slice(0, 200)} was told more than ${MOST_BYTES} characters` }
        : wantedBy(design, packet.topic, text);
    if ("wrong" in wanted) say(`${HOUSE_TOPIC}/refused`, JSON.stringify(wanted.wrong), false);
    else {
      if (!done(rehearsal, wanted))
        say(`${HOUSE_TOPIC}/refused`, JSON.stringify(`${packet.topic}: nothing answers`), false);
    }
    // Nobody but the house says how it is: a client's own word is passed on as what was asked.
    packet.retain = false;
    packet.payload = Buffer.from(JSON.stringify({ topic: packet.topic, said: text.slice(0, MOST_BYTES) }));
    packet.topic = `${HOUSE_TOPIC}/asked`;
    inTurn(() => answer(null));
    publish();
  };
  try {
    await listening(server, port);
  } catch (error) {
    // What the port was wanted for goes with it: nothing of the broker keeps the process up.
    await new Promise<void>((closed) => broker.close(() => closed()));
    throw error;
  }
  publish();
  let clock = at;
  const timer = setInterval(() => {
    clock += TICK_MS * speed;
    rehearsal.advance(clock);
    publish();
  }, TICK_MS);
  timer.unref();
  return {
    port: (server.address() as { port: number }).port,
    speed,
    topics: aspectTopics(design).length,
    now: () => clock,
    close: async () => {
      clearInterval(timer);
      for (const socket of sockets) socket.destroy();
      await new Promise<void>((resolve) => server.close(() => resolve()));
      await new Promise<void>((resolve) => broker.close(() => resolve()));
    },
  };
}

function listening(server: Server, port: number): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once("error", (error: NodeJS.ErrnoException) => {
      try {
        if (error.code === "EADDRINUSE") fail("Port", `${port} is in use on this machine: choose another`);
        if (error.code === "EACCES") fail("Port", `${port} may not be used here: choose one above 1024`);
        reject(error);
      } catch (said) {
        reject(said as Error);
      }
    });
    server.listen(port, HOST, resolve);
  });
}
