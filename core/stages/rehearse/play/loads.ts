/** What draws: lamps and what hangs on plugs, how it runs and sounds, who starts it, and the sun on the roof. */
import { stream } from "./random";
import type { Thing } from "./house";
import type { Scene } from "./scene";
import { STANDBY_W, traceOf, USUAL_W, type Stretch } from "./things/appliance";
import type { Cause } from "./things/stand-in";

const MINUTE_MS = 60_000;
/** Of what a panel gives at full sun, what is left after its inverter and its warmth. */
const PANEL_YIELD = 0.85;
/** A solar meter tells what has moved by so much, W. */
const SURPLUS_STEP_W = 100;
/** Somebody who finds nobody to start it for tries again so often, so long after. */
const TRIES = 4;
const AGAIN_MS = 40 * MINUTE_MS;
/** A tank wants so much at first, and loses so much an hour, kWh. */
const TANK_KWH = 6;
const TANK_LOSES_KW = 0.25;

/** When it is started: chance of a day, and between which hours. */
const HABITS: Readonly<Partial<Record<string, { chance: number; from: number; to: number }>>> = {
  washer: { chance: 0.55, from: 8, to: 20 },
  dishwasher: { chance: 0.8, from: 19, to: 22 },
};
/** A wash that is done goes into the dryer so often. */
const DRIED = 0.6;

interface Running {
  stretches: readonly Stretch[];
  at: number;
  because?: number;
  /** Calls the next stretch off. */
  off: () => void;
}

export class Loads {
  private readonly running = new Map<string, Running>();
  private readonly heaters = new Map<string, { kWh: number; at: number; off: () => void }>();
  private readonly random = new Map<string, () => number>();
  private readonly meters: readonly Thing[];
  private readonly byRoom = new Map<string, Thing[]>();
  private surplus = NaN;

  constructor(private readonly scene: Scene) {
    const { things } = scene.house;
    for (const thing of things) {
      if (!thing.appliance) continue;
      this.random.set(thing.id, stream(scene.seed, `appliance ${thing.id}`));
      if (thing.appliance === "desk" || thing.appliance === "tool")
        this.byRoom.set(thing.room, [...(this.byRoom.get(thing.room) ?? []), thing]);
    }
    this.meters = things.filter(({ appliance }) => appliance === "solar meter");
  }

  begin(): void {
    for (const thing of this.scene.house.things) {
      if (!thing.appliance) continue;
      this.idle(thing);
      if (thing.appliance === "freezer" && this.isOn(thing)) this.start(thing);
    }
  }

  /** Its own switch is on, and it is fed. */
  private isOn = (thing: Thing): boolean =>
    !this.scene.unfed(thing) && this.scene.standIn(thing.id).value("on") === true;

  private draws(thing: Thing, w: number, because?: number): void {
    if (!this.scene.meter.draws(thing.id, w, this.scene.now())) return;
    if (thing.reads.includes("power")) this.scene.says(thing, "power", Math.round(w * 10) / 10, because);
  }

  private idle(thing: Thing, because?: number): void {
    if (thing.appliance === "pump" || thing.appliance === "solar meter") return;
    this.draws(thing, this.isOn(thing) ? STANDBY_W[thing.appliance!] : 0, because);
  }

  /** Somebody, or nobody, switched it, or its supply came or went. */
  switched(thing: Thing, because?: Cause): void {
    const { appliance } = thing;
    if (!appliance) {
      const on = this.isOn(thing);
      this.draws(thing, on ? thing.watts : 0, because?.line);
      return;
    }
    const on = this.isOn(thing);
    if (appliance === "heater") return this.tank(thing, on, because?.line);
    const run = this.running.get(thing.id);
    if (!on) {
      // It stands still where it is; what runs by a programme goes on there once it is fed.
      run?.off();
      this.draws(thing, 0, because?.line);
      if (run && (appliance === "vacuum" || appliance === "tool")) this.running.delete(thing.id);
      return;
    }
    if (run) this.stretch(thing, run);
    else if (appliance === "vacuum" || appliance === "freezer") this.start(thing, because?.line);
    else if (appliance === "screen") this.draws(thing, thing.watts || USUAL_W.screen, because?.line);
    else if (appliance === "desk" || appliance === "tool") this.worked(thing);
    else this.idle(thing, because?.line);
  }

  /** It begins its programme. */
  start(thing: Thing, because?: number): void {
    const { appliance } = thing;
    const stretches = traceOf(appliance!, this.random.get(thing.id)!, thing.watts || USUAL_W[appliance!]);
    if (!stretches.length) return;
    const run: Running = { stretches, at: 0, off: () => {}, ...(because === undefined ? {} : { because }) };
    this.running.set(thing.id, run);
    this.stretch(thing, run);
  }

  private stretch(thing: Thing, run: Running): void {
    const now = run.stretches[run.at];
    if (!now) return this.ends(thing, run);
    this.draws(thing, now.w, run.because);
    if (now.noiseDb !== undefined && now.noiseDb !== run.stretches[run.at - 1]?.noiseDb)
      this.scene.sounds(thing.room, now.noiseDb, run.because);
    run.off = this.scene.at(this.scene.now() + Math.round(now.minutes * MINUTE_MS), () => {
      run.at += 1;
      this.stretch(thing, run);
    });
  }

  private ends(thing: Thing, run: Running): void {
    this.running.delete(thing.id);
    const { appliance } = thing;
    if (appliance === "freezer") return this.start(thing);
    if (appliance === "tool") return this.worked(thing);
    this.idle(thing, run.because);
    if (appliance === "vacuum") return;
    const line = this.scene.line("is done", { point: thing.id, because: run.because });
    if (appliance !== "washer") return;
    const dryer = this.scene.house.things.find((one) => one.appliance === "dryer");
    const random = this.random.get(thing.id)!;
    if (dryer && random() < DRIED) this.tries(dryer, 5 + random() * 40, TRIES, line);
  }

  /** What somebody starts is thought of once a day. */
  day(startMs: number): void {
    for (const thing of this.scene.house.things) {
      const habit = thing.appliance && HABITS[thing.appliance];
      if (!habit) continue;
      const random = this.random.get(thing.id)!;
      const hour = habit.from + random() * (habit.to - habit.from);
      if (random() < habit.chance)
        this.tries(thing, (startMs - this.scene.now()) / MINUTE_MS + hour * 60, TRIES);
    }
  }

  /** Somebody who is at home and awake starts it, now or a while later. */
  private tries(thing: Thing, inMinutes: number, left: number, because?: number): void {
    this.scene.at(this.scene.now() + Math.round(inMinutes * MINUTE_MS), () => {
      const beds = new Set(
        this.scene.house.people.flatMap(({ id, room }) => (room === undefined ? [] : [id])),
      );
      const who = [...this.scene.people()].find(
        ({ person, home, asleep }) => home && !asleep && beds.has(person),
      );
      if (!who || !this.isOn(thing) || this.running.has(thing.id)) {
        if (left > 1) this.tries(thing, AGAIN_MS / MINUTE_MS, left - 1, because);
        return;
      }
      const line = this.scene.line("starts", { point: thing.id, value: who.person, because });
      this.start(thing, line);
    });
  }

  /** Who is in a room sits down at its desk, or works at its machines. */
  occupied(room: string): void {
    for (const thing of this.byRoom.get(room) ?? []) this.worked(thing);
  }

  private worked(thing: Thing): void {
    if (!this.isOn(thing)) return;
    const busy = this.scene.peopleIn(thing.room).some(({ asleep }) => !asleep);
    if (thing.appliance === "desk")
      return this.draws(thing, busy ? thing.watts || USUAL_W.desk : STANDBY_W.desk);
    const run = this.running.get(thing.id);
    if (busy && !run) this.start(thing);
    if (!busy && run) {
      run.off();
      this.running.delete(thing.id);
      this.draws(thing, 0);
    }
    // Dust is drawn off while the machine turns.
    for (const one of this.scene.thingsIn(thing.room))
      if (one.appliance === "extractor" && this.isOn(one))
        this.draws(one, busy ? one.watts || USUAL_W.extractor : 0);
  }

  /** A tank takes what it has lost, by its own thermostat. */
  private tank(thing: Thing, on: boolean, because?: number): void {
    const now = this.scene.now();
    const own = this.heaters.get(thing.id) ?? { kWh: TANK_KWH, at: now, off: () => {} };
    this.heaters.set(thing.id, own);
    own.off();
    const w = thing.watts || USUAL_W.heater;
    const hours = (now - own.at) / (60 * MINUTE_MS);
    const taken = (this.scene.meter.powerOf(thing.id) / 1000) * hours;
    own.kWh = Math.min(TANK_KWH, Math.max(0, own.kWh + TANK_LOSES_KW * hours - taken));
    own.at = now;
    this.draws(thing, on && own.kWh > 1e-6 ? w : 0, because);
    if (!on) return;
    // Full: it waits until it has lost enough again.
    const wait = own.kWh > 1e-6 ? own.kWh / (w / 1000 - TANK_LOSES_KW) : 1;
    own.off = this.scene.at(now + Math.ceil(wait * 60 * MINUTE_MS), () => this.tank(thing, true, because));
  }

  /** The sun on the roof, at each look at the weather. */
  look(): void {
    const { solarW } = this.scene.house;
    if (!solarW) return;
    const now = this.scene.now();
    this.scene.meter.sun((solarW * PANEL_YIELD * this.scene.sky().sunWM2) / 1000, now);
    const surplus = Math.round(this.scene.meter.surplusW());
    if (Math.abs(surplus - this.surplus) < Math.max(SURPLUS_STEP_W, 0.15 * Math.abs(this.surplus))) return;
    this.surplus = surplus;
    for (const meter of this.meters) this.scene.says(meter, "power", surplus);
  }
}
