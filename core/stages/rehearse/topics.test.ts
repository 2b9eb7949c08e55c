/** The stand-in house's topics, what a client may write to them, and the house put together out of what was heard. */
import { larkspurWeir } from "../../../tests/core/houses";
import { Rehearsal } from "./play/rehearse";
import { checkDialsOnly } from "./dials-only";
import { thingOf } from "../register/thing";
import { houseOf } from "./house-of";
import { dialsKept, locksAt, lowCells, panelRoom, type Snapshot } from "./panel";
import { aspectTopics, done, heardFrom, keyTopics, publishedBy, snapshotOf, wantedBy } from "./topics";

const demo = larkspurWeir();
const FROM = Date.UTC(2026, 10, 24);
const topicOf = (point: string, aspect: string) =>
  aspectTopics(demo).find((one) => one.point === point && one.aspect === aspect)?.topic;

test("each topic is there once, and is the one its Thing Description names", () => {
  const topics = aspectTopics(demo).map(({ topic }) => topic);
  expect(new Set(topics).size).toBe(topics.length);
  for (const [point, aspect, name] of [
    ["hall-lmp-1", "on", "on"],
    ["hall-mot-1", "presence", "present"],
    ["quay-awn-1", "position", "position"],
  ] as const) {
    const device = demo.devices.find((row) => row.point === point)!;
    const text = JSON.stringify(thingOf(demo, device));
    expect(topicOf(point, aspect)).toMatch(new RegExp(`/${name}$`));
    expect(text).toContain(`mqtt://broker.invalid/${topicOf(point, aspect)!}"`);
  }
});

test("what is fed tells of no cells, what has them does", () => {
  expect(topicOf("hall-lmp-1", "battery")).toBeUndefined();
  expect(topicOf("sail-loft-lkb-1", "battery")).toBeDefined();
});

describe("what a client wants", () => {
  const lamp = topicOf("hall-lmp-1", "on")!;
  const shade = topicOf("snug-shd-1", "position")!;
  const bell = keyTopics(demo).find(({ point }) => point === "hall-dor-1")!.topic;
  test.each([
    [`${lamp}/set`, "true", { wish: { point: "hall-lmp-1", aspect: "on", value: true } }],
    [`${shade}/set`, "100", { wish: { point: "snug-shd-1", aspect: "position", value: 100 } }],
    [`${shade}/set`, "0", { wish: { point: "snug-shd-1", aspect: "position", value: 0 } }],
    [`${bell}/set`, "1", { press: { point: "hall-dor-1", button: 1 } }],
    [`${bell}/set`, '"2 single"', { press: { point: "hall-dor-1", button: 2 } }],
    ["stand-in/dials/early-night/set", "true", { turn: { dial: "early-night", value: true } }],
    ["stand-in/dials/bedtime/set", '"23:59"', { turn: { dial: "bedtime", value: "23:59" } }],
    ["stand-in/seen/set", "true", { seen: true }],
  ])("%s %s", (topic, payload, wanted) => expect(wantedBy(demo, topic, payload)).toEqual(wanted));

  test.each([
    [lamp, "true", /write to/],
    [`${lamp}/set`, "1", /true or false/],
    [`${lamp}/set`, "null", /as JSON/],
    [`${lamp}/set`, "[true]", /as JSON/],
    [`${shade}/set`, "101", /from 0 to 100/],
    [`${shade}/set`, "-1", /from 0 to 100/],
    [`${shade}/set`, "true", /from 0 to 100/],
    [`${bell}/set`, "0", /number of a key/],
    [`${bell}/set`, "100", /number of a key/],
    [`${topicOf("hall-mot-1", "presence")!}/set`, "true", /only told/],
    ["nowhere/on/set", "true", /nothing of this house/],
    ["stand-in/dials/early-night/set", '"on"', /true or false/],
    ["stand-in/dials/bedtime/set", '"24:00"', /time of day/],
    ["stand-in/dials/nowhere/set", "true", /no dial/],
  ])("%s %s is refused", (topic, payload, why) => {
    const wanted = wantedBy(demo, topic, payload);
    expect("wrong" in wanted && wanted.wrong).toMatch(why);
  });
});

test("a house that is published and heard is the same house", () => {
  const rehearsal = new Rehearsal(houseOf(demo), { from: FROM, to: FROM + 86_400_000, seed: 7 }, {});
  rehearsal.begin();
  rehearsal.advance(FROM + 18 * 3_600_000);
  expect(done(rehearsal, { press: { point: "hall-dor-1", button: 1 } })).toBe(true);
  const now = snapshotOf(rehearsal);
  const heard = heardFrom(demo, publishedBy(demo, now))!;
  expect(heard.bell).toEqual({ point: "hall-dor-1", at: FROM + 18 * 3_600_000 });
  expect(heard.now).toBe(now.now);
  expect([...heard.dials].sort()).toEqual([...now.dials].sort());
  expect(heard.people.length).toBe(demo.people.length);
  for (const { point, aspect } of aspectTopics(demo))
    expect([point, aspect, heard.values.get(`${point} ${aspect}`)]).toEqual([
      point,
      aspect,
      now.values.get(`${point} ${aspect}`),
    ]);
  expect(heardFrom(demo, new Map())).toBeUndefined();
});

describe("the panel", () => {
  const at = (values: Record<string, boolean | number>): Snapshot => ({
    ...snapshotOf(
      (() => {
        const own = new Rehearsal(houseOf(demo), { from: FROM, to: FROM + 1, seed: 7 }, {});
        own.begin();
        return own;
      })(),
    ),
    values: new Map(Object.entries(values)),
  });

  test("cells below fifteen, the emptiest first; what is fed has none", () => {
    const low = lowCells(
      demo,
      at({
        "sail-loft-lkb-1 battery": 14,
        "laundry-lkc-1 battery": 0,
        "shower-lkc-1 battery": 15,
        "hall-lmp-1 battery": 1,
      }),
    );
    expect(low.map(({ point, says }) => [point, says])).toEqual([
      ["laundry-lkc-1", "empty"],
      ["sail-loft-lkb-1", "14 %"],
    ]);
  });

  test("dials that were turned are kept as rows write them, those that were not are left", () => {
    const now = new Map<string, boolean | string>([
      ["early-night", true],
      ["bedtime", "22:30"],
    ]);
    expect(dialsKept(demo, now)).toEqual([
      { in: "dials", put: { ...demo.dials.find(({ id }) => id === "early-night")!, value: "on" } },
    ]);
    expect(
      dialsKept(demo, new Map([["bedtime", "21:15"]])).map((change) => "put" in change && change.put),
    ).toEqual([expect.objectContaining({ id: "bedtime", value: "21:15" })]);
  });

  test("it hangs by the alarm panel; whoever rings is let in by a lock of that room alone", () => {
    expect(panelRoom(demo)).toBe("hall");
    expect(locksAt(demo, at({ "sail-loft-lkb-1 locked": true }), "hall-dor-1")).toEqual([]);
    expect(locksAt(demo, at({ "sail-loft-lkb-1 locked": true }), "sail-loft-key-1")).toEqual([
      expect.objectContaining({ point: "sail-loft-lkb-1", value: false }),
    ]);
  });
});

describe("what the household may change", () => {
  const bedtime = demo.dials.find(({ id }) => id === "bedtime")!;
  test("what a dial is set to", () =>
    expect(() => checkDialsOnly(demo, [{ in: "dials", put: { ...bedtime, value: "21:00" } }])).not.toThrow());
  test.each([
    ["its name", { in: "dials" as const, put: { ...bedtime, name: "Late" } }, /dial itself/],
    [
      "less of it",
      {
        in: "dials" as const,
        put: { id: "bedtime", name: "Bedtime", kind: "time" as const, value: "21:00" },
      },
      /dial itself/,
    ],
    ["a new one", { in: "dials" as const, put: { ...bedtime, id: "other" } }, /dial itself/],
    [
      "a time that is none",
      { in: "dials" as const, put: { ...bedtime, value: "9" } },
      /Bedtime.*time of day/,
    ],
    ["taking it out", { in: "dials" as const, drop: "bedtime" }, /nothing else/],
    ["a point", { in: "points" as const, put: demo.points[0]! }, /nothing else/],
  ])("not %s", (_, change, why) => expect(() => checkDialsOnly(demo, [change])).toThrow(why));
});
