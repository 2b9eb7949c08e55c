/** What a room can be asked to do: the point it stands for, and what may do it. */
import type { WantFunction } from "../../design/rows/choose";

export interface FunctionInfo {
  /** In a sentence: "3 × presence, Hall". */
  name: string;
  /** Kind of point it brings with it. */
  point: string;
  /** Of no use unless something acts on it: its hub must run automations. */
  engine: boolean;
  /** Somebody works it every day, so a hand must be able to. */
  byHand: boolean;
}

const info = (name: string, point: string, { engine = false, byHand = false } = {}): FunctionInfo => ({
  name,
  point,
  engine,
  byHand,
});

export const FUNCTIONS: Readonly<Record<WantFunction, FunctionInfo>> = {
  light: info("light", "lamp", { byHand: true }),
  "wall control": info("wall control", "keypad", { engine: true }),
  remote: info("hand remote", "remote"),
  presence: info("presence", "motion", { engine: true }),
  opening: info("door or window contact", "contact", { engine: true }),
  leak: info("leak sensing", "leak", { engine: true }),
  "climate sensing": info("temperature and damp", "temperature", { engine: true }),
  socket: info("switched socket", "plug", { byHand: true }),
  "fixed load": info("switched fixed load", "relay"),
  shade: info("roller shade", "shade", { byHand: true }),
  "chain shade": info("shade on a chain", "shade", { byHand: true }),
  curtain: info("curtain", "shade", { byHand: true }),
  awning: info("awning", "awning", { byHand: true }),
  lock: info("lock", "lock", { byHand: true }),
  "door station": info("door station", "door-station"),
  "access reader": info("access reader", "door-reader"),
  "heating zone": info("floor heating zone", "manifold", { engine: true }),
  radiator: info("radiator", "radiator", { byHand: true }),
  "water shut-off": info("water shut-off", "water-valve", { engine: true, byHand: true }),
  weather: info("weather", "weather-mast", { engine: true }),
  panel: info("panel", "panel"),
  infrared: info("infrared appliance", "infrared"),
  "inputs and outputs": info("inputs and outputs", "board", { engine: true }),
};
