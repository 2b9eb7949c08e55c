/** Templates of the library on days worked by hand: what the demo house does when it happens. */
import { larkspurWeir } from "../../../../tests/core/houses";
import { Engine } from "../engine/engine";
import type { Happening, Value } from "../engine/world";
import { answerText } from "../answers";
import { programmeOf } from "../programme";
import type { Aspect } from "../../../design/rows/automations-words";

const demo = larkspurWeir();

/** The house with nothing but some of its sentences, from a moment of Greenwich on. */
function house(ids: readonly string[], from: string) {
  const own = { ...demo, automations: demo.automations.filter(({ id }) => ids.includes(id)) };
  expect(own.automations).toHaveLength(ids.length);
  const engine = new Engine(programmeOf(own), Date.parse(from));
  const at = (clock: string) => Date.parse(`${from.slice(0, 10)}T${clock}Z`);
  const lines = (answers: ReturnType<Engine["advance"]>) =>
    answers
      .filter(({ kind }) => kind === "command" || kind === "say" || kind === "waits below")
      .map((answer) => `${new Date(answer.at).toISOString().slice(11, 19)} ${answerText(own, answer)}`);
  const happens = (clock: string, happening: Happening) =>
    lines(engine.happens(happening, at(clock)).answers);
  return {
    happens,
    until: (clock: string) => lines(engine.advance(at(clock))),
    is: (clock: string, point: string, aspect: Aspect, value: Value) =>
      happens(clock, { kind: "state", point, aspect, value }),
    press: (clock: string, point: string, button: number, press: "single" | "held" | "released") =>
      happens(clock, { kind: "press", point, button, press }),
    who: (clock: string, person: string, home: boolean, asleep = false) =>
      happens(clock, { kind: "person", person, home, asleep }),
  };
}

test("storm: in after ten seconds of wind, whatever a hand does, until it is calm and somebody has seen it", () => {
  const { is, happens, until } = house(["storm-plant-house"], "2026-11-24T09:00:00Z");
  is("09:00:00", "quay-wx-1", "wind", 4);
  expect(is("10:00:00", "quay-wx-1", "wind", 11)).toEqual([]);
  expect(until("10:00:09")).toEqual([]);
  expect(until("10:00:10")).toEqual(["10:00:10 Plant house roof vent: shut"]);
  // A hand opens it: safety shuts it again at once.
  expect(
    happens("10:05:00", { kind: "hand", point: "plant-house-shd-1", aspect: "position", value: 100 }),
  ).toEqual(["10:05:00 Plant house roof vent: shut"]);
  // Seen while it still blows: it stands.
  expect(happens("10:06:00", { kind: "seen" })).toEqual([]);
  // Calm and seen: safety lets go, and what the hand wished half an hour ago is done.
  expect(is("10:30:00", "quay-wx-1", "wind", 3)).toEqual([
    "10:30:00 Plant house roof vent: open, as a hand wished before",
  ]);
  // Without a hand it stays in.
  const still = house(["storm-plant-house"], "2026-11-24T09:00:00Z");
  still.is("09:00:00", "quay-wx-1", "wind", 4);
  still.is("10:00:00", "quay-wx-1", "wind", 11);
  still.until("10:01:00");
  still.happens("10:06:00", { kind: "seen" });
  expect(still.is("10:30:00", "quay-wx-1", "wind", 3)).toEqual([]);
});

test("low light by night, full by day, off three minutes after nobody", () => {
  const night = house(["passage-snug"], "2026-11-24T00:00:00Z");
  night.is("00:00:00", "snug-mot-1", "presence", false);
  expect(night.is("03:00:00", "snug-mot-1", "presence", true)).toEqual([
    "03:00:00 Snug lamp, level: 8 % over 1 s",
  ]);
  expect(night.is("03:01:00", "snug-mot-1", "presence", false)).toEqual([]);
  expect(night.until("03:03:59")).toEqual([]);
  expect(night.until("03:04:00")).toEqual(["03:04:00 Snug lamp: off"]);
  expect(night.is("06:30:00", "snug-mot-1", "presence", true)).toEqual(["06:30:00 Snug lamp, level: 80 %"]);
});

test("wake in steps: by the alarm clock, only at home", () => {
  const rings = Date.parse("2026-11-24T07:15:00Z");
  const alarm = { kind: "alarm", person: "teenager", rings } as const;
  const home = house(["wake-in-steps-teen"], "2026-11-24T00:00:00Z");
  home.who("00:00:00", "teenager", true, true);
  home.happens("00:01:00", alarm);
  expect(home.until("12:00:00")).toEqual([
    "06:55:00 Teenager's shade: 20 %",
    "07:03:00 Teenager's shade: 50 %",
    "07:11:00 Teenager's shade: open",
  ]);
  const away = house(["wake-in-steps-teen"], "2026-11-24T00:00:00Z");
  away.who("00:00:00", "teenager", false);
  away.happens("00:01:00", alarm);
  expect(away.until("12:00:00")).toEqual([]);
});

test("a leak shuts the valve until it is dry and somebody has seen it, and says so six times", () => {
  const { is, until, happens } = house(["leak-valve-plant-room"], "2026-11-24T09:00:00Z");
  is("09:00:00", "plant-room-lek-1", "wet", false);
  const first = is("10:00:00", "plant-room-lek-1", "wet", true);
  expect(first[0]).toBe("10:00:00 Main water valve: shut");
  expect([...first.slice(1), ...until("12:00:00")]).toHaveLength(6);
  // A hand that opens it while it is wet is shut again.
  expect(
    happens("12:01:00", { kind: "hand", point: "plant-room-wvm-1", aspect: "open", value: true }),
  ).toEqual(["12:01:00 Main water valve: shut"]);
});

test("an open window sets the heat back as long as it is open, and not for a moment", () => {
  const { is, until, happens } = house(["window-heating-nurse"], "2026-11-24T09:00:00Z");
  is("09:00:00", "nurse-con-1", "open", false);
  is("10:00:00", "nurse-con-1", "open", true);
  expect(is("10:01:59", "nurse-con-1", "open", false)).toEqual([]);
  expect(until("10:10:00")).toEqual([]);
  // Somebody has set the radiator by hand before.
  happens("10:20:00", { kind: "hand", point: "nurse-rad-1", aspect: "target", value: 21 });
  is("10:30:00", "nurse-con-1", "open", true);
  // For saving: the hand goes before it.
  expect(until("10:32:00")).toEqual([expect.stringContaining("follows a hand")]);
});

test("one sentence serves four keys; another cycles scenes and switches off when held", () => {
  const keys = house(["four-keys-nurse"], "2026-11-24T09:00:00Z");
  const press = (clock: string, button: number) => keys.press(clock, "nurse-key-1", button, "single");
  expect(press("09:00:01", 1)).toEqual(["09:00:01 Nurse's room lamp, level: 80 %"]);
  keys.is("09:00:02", "nurse-lmp-1", "level", 80);
  expect(press("09:00:03", 4)).toEqual(["09:00:03 Nurse's room lamp, level: 65 % over 0.3 s"]);
  keys.is("09:00:04", "nurse-lmp-1", "level", 65);
  expect(press("09:00:05", 3)).toEqual(["09:00:05 Nurse's room lamp, level: 80 % over 0.3 s"]);
  expect(press("09:00:06", 2)).toEqual(["09:00:06 Nurse's room lamp: off"]);
  const scenes = house(["cycle-scenes-snug"], "2026-11-24T09:00:00Z");
  const next = (clock: string) => scenes.press(clock, "snug-key-1", 2, "single");
  expect(next("09:00:01")[0]).toBe("09:00:01 Snug lamp, level: 15 % over 4 s");
  expect(next("09:01:00")[0]).toBe("09:01:00 Snug lamp, level: 80 % over 2 s");
  expect(next("09:02:00")[0]).toBe("09:02:00 Snug lamp, level: 15 % over 4 s");
  expect(scenes.press("09:03:00", "snug-key-1", 2, "held")).toEqual(["09:03:00 Snug lamp: off"]);
});

test("the washer is done once a soak pause could not be meant, and says so until the door is opened", () => {
  const { is, until } = house(["washer-done-laundry"], "2026-11-24T09:00:00Z");
  const [door] = demo.automations.find(({ id }) => id === "washer-done-laundry")!.parameters!.find(({ name }) => name === "door")!.points!; // oxfmt-ignore
  is("09:00:00", door!, "open", false);
  is("09:00:00", "laundry-plg-1", "power", 400);
  // A pause of three minutes is none.
  is("09:30:00", "laundry-plg-1", "power", 2);
  expect(is("09:33:00", "laundry-plg-1", "power", 300)).toEqual([]);
  is("10:00:00", "laundry-plg-1", "power", 2);
  expect(until("10:30:00")).toEqual([
    "10:04:00 says “The washing is done” on 4 panels",
    "10:24:00 says “The washing is done” on 4 panels",
  ]);
  is("10:31:00", door!, "open", true);
  expect(until("18:00:00")).toEqual([]);
});

test("somebody seems to be home: other times on other days, and at once no more when somebody comes", () => {
  const people = demo.people.map(({ id }) => id);
  const evening = (day: string) => {
    const own = house(["look-alike-hall"], `${day}T12:00:00Z`);
    for (const id of people) own.who("12:00:00", id, false);
    return own;
  };
  const first = (day: string) => evening(day).until("18:00:00")[0]!.slice(0, 8);
  // Tuesday and Wednesday: nineteen and seven minutes after the ten after sunset.
  const [tuesday, wednesday] = [first("2026-11-24"), first("2026-11-25")];
  const minutes = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3, 5));
  expect(minutes(tuesday) - minutes(wednesday)).toBeGreaterThanOrEqual(12);
  const own = evening("2026-11-24");
  expect(own.until("17:00:00").length).toBeGreaterThan(0);
  own.who("17:00:01", people[0]!, true);
  expect(own.until("23:00:00")).toEqual([]);
});

test("everything off by three presses at the door only; the boost is surely off again after its time", () => {
  const off = house(["all-off-hall"], "2026-11-24T09:00:00Z");
  expect(off.press("09:00:00", "hall-key-1", 1, "single")).toEqual([]);
  expect(off.happens("09:00:10", { kind: "press", point: "hall-key-1", button: 1, press: "triple" }).length).toBeGreaterThan(20); // oxfmt-ignore
  const boost = house(["tank-boost-plant-room"], "2026-11-24T09:00:00Z");
  expect(boost.press("09:00:00", "hall-key-1", 4, "single")).toEqual(["09:00:00 Tank heater: on"]);
  expect(boost.until("09:44:59")).toEqual([]);
  expect(boost.until("12:00:00")).toEqual(["09:45:00 Tank heater: off"]);
});

test("nobody meets a dark stair, and nothing of safety puts a light out on somebody", () => {
  const { is, until } = house(["dark-stair-hall"], "2026-11-24T00:00:00Z");
  is("00:00:00", "landing-mot-1", "presence", false);
  expect(
    is("03:00:00", "landing-mot-1", "presence", true).filter((line) => line.endsWith(": on")),
  ).toHaveLength(4);
  is("03:01:00", "landing-mot-1", "presence", false);
  expect(until("06:00:00").filter((line) => line.endsWith(": off"))).toEqual([]);
  // By day nothing.
  expect(is("12:00:00", "landing-mot-1", "presence", true)).toEqual([]);
});

test("frost heats what is set colder, or nobody knows how, and sets nothing back that is set warmer", () => {
  const cold = (target?: number) => {
    const { is, until } = house(["frost-plant-room"], "2026-11-24T00:00:00Z");
    if (target !== undefined) is("00:00:00", "plant-room-vlv-1", "target", target);
    is("00:00:00", "plant-room-tmp-1", "temperature", 12);
    is("01:00:00", "plant-room-tmp-1", "temperature", 4.9);
    expect(until("01:09:59")).toEqual([]);
    return until("12:00:00");
  };
  const heats = ["01:10:00 Floor heating manifold, target temperature: 8 °C"];
  expect(cold(5)).toEqual(heats);
  expect(cold()).toEqual(heats);
  expect(cold(20)).toEqual([]);
});

test("a hand that brightens the path by night goes before it, and is not put out", () => {
  const { is, until, happens } = house(["night-path-gran"], "2026-11-24T00:00:00Z");
  is("00:00:00", "gran-mot-1", "presence", false);
  expect(is("03:00:00", "gran-mot-1", "presence", true)).toEqual([
    "03:00:00 Grandmother's room lamp, level: 6 %",
  ]);
  happens("03:01:00", { kind: "hand", point: "gran-lmp-1", aspect: "level", value: 80 });
  expect(until("04:00:00")).toEqual([expect.stringContaining("follows a hand")]);
});
