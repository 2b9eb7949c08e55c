/**
 * Rooms as they warm and cool (core/climate/room-model.ts), what their thermostats make of it, and how people find it. The
 * model is stepped at each look at the weather and at each valve; between these nothing changes, so it is exact.
 */
import { RoomModel } from "../../../climate/room-model";
import { sunPosition } from "../../../geometry/sun";
import { onGlassWM2, sunShares } from "../../../climate/sun-on-glass";
import type { Thing, WarmHouse, WarmRoom } from "./house";
import type { Scene } from "./scene";
import type { StandIn } from "./things/stand-in";

/** A thermostat lets heat in below its target by so much, and stops above it by as much, K. */
export const HYSTERESIS_K = 0.5;
/** Too cold and too warm for somebody awake, and for a sleeper, °C. */
export const AWAKE_C = [18, 26] as const;
export const ASLEEP_C = [15, 25] as const;
/** A person gives so much heat, W. */
const PERSON_W = 80;
/** Sun that comes through a shade that is shut, of what comes in without. */
const THROUGH_SHADE = 0.25;
const tenth = (celsius: number) => Math.round(celsius * 10) / 10;
/** Told again once it has moved so far, K. */
const TELLS_K = 0.7;
/** A vent as far open as this lets air through. */
const AIRED_PCT = 50;
/** So many ways of being aired are kept in mind. */
const MOST_MODELS = 8;
const USUAL_TARGET_C = 20;
/** Heat starts as if it had been like this for days, in hours of running in. */
const RUN_IN_H = 96;

/** A room with all that is asked of it at every look. */
interface Own {
  room: string;
  node: number;
  heated: number;
  heatW: number;
  flatM2: number;
  glass: NonNullable<WarmRoom["glass"]>;
  /** Somebody goes by how warm it is: a thermostat, or a sensor. */
  felt: boolean;
  /** What always warms it, W. */
  alwaysW: number;
  shades: readonly StandIn[];
  valve: Thing | undefined;
  valveIn: StandIn | undefined;
  /** The thermostat whose target it follows. */
  thermostat: Thing | undefined;
  thermostatIn: StandIn | undefined;
  /** A valve at a manifold has no thermometer of its own: it wants the hub. */
  viaHub: boolean;
  /** Whose warmth is in it, and how many are there now. */
  people: number;
  came: number;
  flows: boolean;
  /** Let in since it is counted. */
  heatKWh: number;
  celsius: number;
  /** Where it has glass. */
  readonly sides: Side[];
}

/** A cover that lets a room's air out. */
interface Vent {
  node: number;
  point: string;
  wk: number;
  stands: StandIn;
}

/** Glass of all rooms that faces one way. */
interface Side {
  /** Undefined: level. */
  facingDeg: number | undefined;
  glass: { room: Own; m2: number }[];
  /** Of the rooms' model, with the shades as they stood last. */
  column?: Float64Array;
  /** A shade before it has moved since. */
  moved: boolean;
  /** What is on it now, W/m². */
  wM2: number;
}

const readsWarmth = ({ type, reads }: Thing): boolean =>
  type !== "weather sensor" && reads.includes("temperature");

function sidesOf(rooms: readonly Own[]): Side[] {
  const found = new Map<number | undefined, Side>();
  const add = (facingDeg: number | undefined, room: Own, m2: number) => {
    const own = found.get(facingDeg) ?? { facingDeg, glass: [], moved: false, wM2: 0 };
    own.glass.push({ room, m2 });
    found.set(facingDeg, own);
    room.sides.push(own);
  };
  for (const room of rooms) {
    if (room.flatM2) add(undefined, room, room.flatM2);
    for (const { facingDeg, m2 } of room.glass) add(facingDeg, room, m2);
  }
  return [...found.values()];
}

export class Warmth {
  private model: RoomModel;
  /** By which rooms are aired: each has other losses, and modes of its own. */
  private readonly models = new Map<string, RoomModel>();
  private aired = "";
  private readonly vents: readonly Vent[];
  private readonly rooms: readonly Own[];
  private readonly byRoom: ReadonlyMap<string, Own>;
  private readonly byValve: ReadonlyMap<string, Own>;
  private readonly sensors: readonly { thing: Thing; room: Own; told: number }[];
  private at: number;
  private heatW = 0;
  private readonly flowing = new Set<Own>();
  /** By person: hours, and K h. */
  private readonly found = new Map<string, { comfortH: number; discomfortKh: number }>();
  private readonly sides: readonly Side[];
  /** A vent may stand otherwise than at the last look. */
  private ventsMoved: boolean;
  private readonly feltRooms: readonly Own[];
  private readonly feltNodes: Int32Array;
  private readonly feltC: Float64Array;
  private readonly controlled: readonly { room: Own; valve: Thing }[];
  /** The sun was up at the last look. */
  private lit = false;

  constructor(
    private readonly scene: Scene,
    private readonly warm: WarmHouse,
  ) {
    this.at = scene.now();
    this.rooms = warm.rooms.map((room): Own => {
      const valve = room.by === undefined ? undefined : scene.thing(room.by);
      const thermostat = room.target === undefined ? valve : scene.thing(room.target);
      return {
        room: room.room,
        node: room.node,
        heated: room.heated,
        heatW: room.heatW,
        flatM2: room.flatM2 ?? 0,
        glass: room.glass ?? [],
        felt: valve !== undefined || scene.thingsIn(room.room).some(readsWarmth),
        alwaysW: room.gainW ?? 0,
        shades: scene.thingsIn(room.room).flatMap(({ id, shades }) => (shades ? [scene.standIn(id)] : [])),
        valve,
        valveIn: valve && scene.standIn(valve.id),
        thermostat,
        thermostatIn: thermostat && scene.standIn(thermostat.id),
        viaHub: room.target !== undefined && room.target !== room.by,
        people: 0,
        came: 0,
        flows: false,
        heatKWh: 0,
        celsius: USUAL_TARGET_C,
        sides: [],
      };
    });
    this.byRoom = new Map(this.rooms.map((own) => [own.room, own]));
    this.byValve = new Map(this.rooms.flatMap((own) => (own.valve ? [[own.valve.id, own]] : [])));
    this.model = new RoomModel(
      warm.nodes,
      warm.ties,
      warm.nodes.map(() => USUAL_TARGET_C),
    );
    this.models.set("", this.model);
    this.vents = warm.rooms.flatMap(({ node, vents = [] }) =>
      vents.map(({ point, wk }) => ({ node, point, wk, stands: scene.standIn(point) })),
    );
    // One that stands open at first is seen to at the first look.
    this.ventsMoved = this.vents.length > 0;
    this.feltRooms = this.rooms.filter(({ felt }) => felt);
    this.feltNodes = Int32Array.from(this.feltRooms, ({ node }) => node);
    this.feltC = new Float64Array(this.feltRooms.length);
    this.controlled = this.rooms.flatMap((room) => (room.valve ? [{ room, valve: room.valve }] : []));
    for (const room of this.rooms) this.model.heat(room.node, room.alwaysW);
    this.sides = sidesOf(this.rooms);
    this.runIn();
    this.sensors = scene.house.things.flatMap((thing) => {
      const room = this.byRoom.get(thing.room);
      return room && readsWarmth(thing) ? [{ thing, room, told: tenth(room.celsius) }] : [];
    });
  }

  /** Days before, on a thermostat that holds the target: a house does not begin cold. */
  private runIn(): void {
    const { model } = this;
    model.outside(this.scene.sky().temperatureC);
    const on = new Set<Own>();
    for (let hour = 0; hour < RUN_IN_H; hour += 1) {
      for (const room of this.rooms) {
        const cold = room.valve !== undefined && model.temperature(room.node) < this.target(room);
        if (cold === on.has(room)) continue;
        model.heat(room.heated, cold ? room.heatW : -room.heatW);
        if (cold) on.add(room);
        else on.delete(room);
      }
      model.step(3600);
    }
    for (const room of on) model.heat(room.heated, -room.heatW);
    this.read();
  }

  private read(): void {
    this.model.temperatures(this.feltNodes, this.feltC);
    for (let i = 0; i < this.feltRooms.length; i += 1) this.feltRooms[i]!.celsius = this.feltC[i]!;
  }

  /** Of a room, °C, to a tenth, at the last look; undefined where it is not reckoned. */
  reading(room: string): number | undefined {
    const own = this.byRoom.get(room);
    return own?.felt ? tenth(own.celsius) : undefined;
  }

  private target({ thermostatIn }: Own): number {
    const value = thermostatIn?.value("target");
    return typeof value === "number" ? value : USUAL_TARGET_C;
  }

  /** Up to now with all as it was. */
  private step(): void {
    const now = this.scene.now();
    if (now === this.at) return;
    this.model.step((now - this.at) / 1000);
    this.scene.sums.heatKWh += (this.heatW * (now - this.at)) / 3.6e9;
    for (const room of this.flowing) room.heatKWh += (room.heatW * (now - this.at)) / 3.6e9;
    this.at = now;
  }

  /** The weather may be another, people may be elsewhere. */
  look(everyMs: number): void {
    const now = this.scene.now();
    this.step();
    this.read();
    if (this.ventsMoved) this.air();
    this.model.outside(this.scene.sky().temperatureC);
    this.shine(now);
    for (const { person, home, asleep, room } of this.scene.people()) {
      const own = home && room !== undefined ? this.byRoom.get(room) : undefined;
      if (!own) continue;
      own.came += 1;
      if (own.valve) this.finds(person, own.celsius, asleep, everyMs);
    }
    for (const room of this.rooms) {
      const { came } = room;
      room.came = 0;
      if (came === room.people) continue;
      this.model.heat(room.node, PERSON_W * (came - room.people));
      room.people = came;
    }
    for (const sensor of this.sensors) {
      if (Math.abs(sensor.room.celsius - sensor.told) < TELLS_K) continue;
      sensor.told = tenth(sensor.room.celsius);
      this.scene.says(sensor.thing, "temperature", sensor.told);
    }
    for (const { room, valve } of this.controlled) this.control(room, valve);
  }

  /** Vents stand otherwise, half open or more: the rooms go on from where they are, with other losses. */
  private air(): void {
    this.ventsMoved = false;
    const open = this.vents.filter(({ stands }) => Number(stands.value("position") ?? 0) >= AIRED_PCT);
    const key = open.map(({ point }) => point).join(" ");
    if (key === this.aired) return;
    this.aired = key;
    const { nodes, ties } = this.warm;
    const now = nodes.map((_, node) => this.model.temperature(node));
    const lost = nodes.map((node) => ({ ...node }));
    for (const { node, wk } of open) lost[node]!.outsideWK += wk;
    const known = this.models.get(key);
    if (this.models.size > MOST_MODELS) this.models.clear();
    this.model = known ?? new RoomModel(lost, ties, now);
    this.models.set(key, this.model);
    this.model.begin(now);
    for (const { node, heated, heatW, alwaysW, people, flows } of this.rooms) {
      this.model.heat(node, alwaysW + PERSON_W * people);
      if (flows) this.model.heat(heated, heatW);
    }
    // What the sun does is told to the new one by its own columns.
    for (const side of this.sides) delete side.column;
  }

  /** A shade, or a vent, of a room stands or moves elsewhere. */
  shaded(room: string): void {
    this.ventsMoved = this.vents.length > 0;
    for (const side of this.byRoom.get(room)?.sides ?? []) side.moved = true;
  }

  /** The sun as it stands on each side of the house, through what the shades leave open. */
  private shine(now: number): void {
    const { sunWM2 } = this.scene.sky();
    const dark = sunWM2 <= 0;
    if (dark && !this.lit) return;
    this.lit = !dark;
    const sun = sunPosition(this.scene.house.programme.place, now);
    const shares = sunShares(sunWM2, sun);
    for (const side of this.sides) {
      if (side.moved || !side.column) {
        side.moved = false;
        if (side.column) this.model.heatBy(side.column, -side.wM2);
        side.wM2 = 0;
        side.column = this.model.column(
          side.glass.map(({ room, m2 }) => ({ node: room.node, share: m2 * this.unshaded(room) })),
        );
      }
      const wM2 =
        side.facingDeg === undefined ? Math.max(0, sunWM2) : onGlassWM2(shares, sun, side.facingDeg);
      this.model.heatBy(side.column, wM2 - side.wM2);
      side.wM2 = wM2;
    }
  }

  private unshaded({ shades }: Own): number {
    if (!shades.length) return 1;
    let open = 0;
    for (const shade of shades) open += Number(shade.value("position") ?? 100) / 100;
    return THROUGH_SHADE + (1 - THROUGH_SHADE) * (open / shades.length);
  }

  private finds(person: string, celsius: number, asleep: boolean, ms: number): void {
    const [least, most] = asleep ? ASLEEP_C : AWAKE_C;
    const off = Math.max(0, least - celsius, celsius - most);
    let own = this.found.get(person);
    if (!own) this.found.set(person, (own = { comfortH: 0, discomfortKh: 0 }));
    const name = off === 0 ? "comfortH" : "discomfortKh";
    const more = ((off || 1) * ms) / 3_600_000;
    own[name] += more;
    this.scene.sums[name] += more;
  }

  /** From now on it is counted. */
  begin(): void {
    this.found.clear();
    for (const room of this.rooms) room.heatKWh = 0;
  }

  heatShares = (): [room: string, kWh: number][] =>
    this.rooms.flatMap(({ room, heatKWh }) => (heatKWh > 0 ? [[room, heatKWh]] : []));
  foundBy = (): [person: string, comfortH: number, discomfortKh: number][] =>
    [...this.found].map(([person, own]) => [person, own.comfortH, own.discomfortKh]);

  /** Its thermostat looks whether it wants heat, and tells its valve. */
  private control(room: Own, valve: Thing): void {
    const target = this.target(room);
    const own = room.valveIn!;
    const open = own.value("open") === true;
    const to = open ? room.celsius < target + HYSTERESIS_K : room.celsius < target - HYSTERESIS_K;
    if (to === open || this.scene.unfed(valve) || (room.viaHub && this.scene.isHubDown())) return;
    own.told("open", to, 0, undefined);
  }

  /** A valve has opened or shut, or lost its supply. */
  valve(point: string): void {
    const room = this.byValve.get(point);
    if (room) this.flow(room);
  }

  /** Mains have gone, or are back: without them there is no pump, and nothing that warms the water. */
  fed(): void {
    for (const { room } of this.controlled) this.flow(room);
  }

  private flow(room: Own): void {
    const open = room.valveIn!.value("open") === true && this.scene.hasMains();
    if (open === room.flows) return;
    this.step();
    const more = open ? room.heatW : -room.heatW;
    this.model.heat(room.heated, more);
    this.heatW += more;
    if (open) this.flowing.add(room);
    else this.flowing.delete(room);
    room.flows = open;
  }

  /** A target is another: it is looked at at once. */
  targeted(point: string): void {
    for (const { room, valve } of this.controlled)
      if (room.thermostat?.id === point) this.control(room, valve);
  }

  /** Up to now, for the sums. */
  count(): void {
    this.step();
  }
}
