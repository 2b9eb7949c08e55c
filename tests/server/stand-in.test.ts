/**
 * The stand-in house over MQTT, asked by a standard client: it publishes a hundred states and more, does what twenty things
 * are told, says why it refuses, and is reached from this machine alone. And what the household's role may do.
 */
import { networkInterfaces } from "node:os";
import { connect } from "node:net";
import mqtt, { type MqttClient } from "mqtt";
import { larkspurWeir } from "../../demo/larkspur-weir";
import { clockInstant, parseDay } from "../../core/design/local-time";
import { aspectTopics } from "../../core/stages/rehearse/topics";
import { openStandIn, type StandIn } from "../../server/stand-in";
import { client, demoClient, ownDesign } from "./http-client";

const url = process.env.TEST_WEB_URL!;
const demo = larkspurWeir();
const AT = clockInstant("Europe/London", parseDay("2026-11-24", ""), "15:20");
let house: StandIn;
let one: MqttClient;
const heard = new Map<string, unknown>();
/** All that was ever said: a rule of the house may take a state back before it is looked for. */
const ever = new Set<string>();
const refused: string[] = [];

/** A machine that is busy is slow; what never comes is not waited for for ever. */
const MOST_WAIT_MS = 20_000;
const until = async (is: () => boolean): Promise<void> => {
  for (const end = Date.now() + MOST_WAIT_MS; !is(); await new Promise((done) => setTimeout(done, 20)))
    if (Date.now() > end) throw new Error(`It never came to ${is.toString()}`);
};

beforeAll(async () => {
  house = await openStandIn(demo, { at: AT, speed: 60, seed: 7, port: 0 });
  one = await mqtt.connectAsync(`mqtt://127.0.0.1:${house.port}`);
  one.on("message", (topic, payload) => {
    const value: unknown = JSON.parse(payload.toString());
    if (topic === "stand-in/refused") refused.push(String(value));
    else heard.set(topic, value);
    ever.add(`${topic} ${payload.toString()}`);
  });
  await one.subscribeAsync("#");
});
afterAll(async () => {
  await one.endAsync(true);
  await house.close();
});

const topics = aspectTopics(demo);
const topicOf = (point: string, aspect: string) =>
  topics.find((row) => row.point === point && row.aspect === aspect)!.topic;

test("a hundred states and more are there for whoever subscribes, by the register's topics", async () => {
  await until(() => topics.filter(({ topic }) => heard.has(topic)).length >= 100);
  expect(topics.length).toBeGreaterThan(200);
  expect(topicOf("hall-lmp-1", "on")).toBe("ground/hall/lamp-1/on");
  await until(() => heard.get(topicOf("hall-lmp-1", "online")) === true);
  await until(() => heard.get("stand-in/hub") === "up");
});

test("its clock goes on as fast as was asked", async () => {
  await until(() => heard.has("stand-in/clock"));
  const begin = Number(heard.get("stand-in/clock"));
  await until(() => Number(heard.get("stand-in/clock")) > begin);
  expect(Number(heard.get("stand-in/clock")) - begin).toBeGreaterThanOrEqual(0.25 * 60_000 - 1);
});

test("twenty things do what they are told", async () => {
  const lamps = topics.filter(
    ({ aspect, sets, point }) => aspect === "on" && sets && /-lmp-|-trd-/.test(point),
  );
  const twenty = lamps.slice(0, 20);
  expect(twenty).toHaveLength(20);
  const wanted = new Map(twenty.map(({ topic }) => [topic, heard.get(topic) !== true]));
  for (const [topic, on] of wanted) ever.delete(`${topic} ${on}`);
  for (const [topic, on] of wanted) await one.publishAsync(`${topic}/set`, JSON.stringify(on));
  await until(() => [...wanted].every(([topic, on]) => ever.has(`${topic} ${on}`)));
});

test.each([
  ["ground/nowhere/lamp/on/set", "true", /nothing of this house/],
  ["ground/hall/lamp-1/on/set", "40", /takes true or false/],
  ["ground/hall/lamp-1/on/set", "{", /as JSON/],
  ["ground/hall/lamp-1/on", "true", /write to .*\/set/],
  ["ground/hall/presence-sensor/present/set", "true", /only told by the house/],
  ["stand-in/dials/bedtime/set", '"25:00"', /time of day/],
  ["stand-in/dials/nothing/set", "true", /no dial/],
])("%s told %s is refused with a reason", async (topic, payload, why) => {
  const before = refused.length;
  await one.publishAsync(topic, payload);
  await until(() => refused.length > before);
  expect(refused.at(-1)).toMatch(why);
});

test("nobody but the house says how it is", async () => {
  const before = heard.get("ground/hall/lamp-1/online");
  await one.publishAsync("ground/hall/lamp-1/online", "false", { retain: true });
  await until(
    () => (heard.get("stand-in/asked") as { topic?: string })?.topic === "ground/hall/lamp-1/online",
  );
  expect(heard.get("ground/hall/lamp-1/online")).toBe(before);
});

test("a dial is turned", async () => {
  await one.publishAsync("stand-in/dials/bedtime/set", '"21:45"');
  await until(() => heard.get("stand-in/dials/bedtime") === "21:45");
});

test("it is reached from this machine alone", async () => {
  const others = Object.values(networkInterfaces())
    .flat()
    .filter((face) => face && !face.internal && face.family === "IPv4");
  for (const face of others)
    await expect(
      new Promise((done, fail) => connect(house.port, face!.address).on("connect", done).on("error", fail)),
    ).rejects.toThrow();
});

test("a port that is in use is said to be", async () => {
  await expect(openStandIn(demo, { at: AT, speed: 1, seed: 7, port: house.port })).rejects.toThrow(
    /Port.*in use/,
  );
});

test("what is broken on purpose is so for whoever listens, and the weather is the file's", async () => {
  const clear = ["time,temperatureC,windMS", "2026-11-24T00:00,21.5,3", "2026-11-26T00:00,21.5,3"];
  const broken = await openStandIn(demo, {
    ...{ at: AT, speed: 60, seed: 7, port: 0 },
    breaks: ["hub@2026-11-24T15:00+120"],
    weather: clear.join("\n"),
  });
  const listener = await mqtt.connectAsync(`mqtt://127.0.0.1:${broken.port}`);
  const said = new Map<string, string>();
  listener.on("message", (topic, payload) => said.set(topic, payload.toString()));
  await listener.subscribeAsync("stand-in/#");
  await until(() => said.get("stand-in/hub") === '"down"' && said.has("stand-in/sky"));
  expect(JSON.parse(said.get("stand-in/sky")!)).toMatchObject({ temperatureC: 21.5 });
  await listener.endAsync(true);
  await broken.close();
  const ask = { at: AT, speed: 60, seed: 7, port: 0 };
  await expect(openStandIn(demo, { ...ask, breaks: ["roof@2026-11-24T15:00+120"] })).rejects.toThrow(/roof/);
  await expect(openStandIn(demo, { ...ask, weather: "nothing" })).rejects.toThrow();
});

describe("over the web", () => {
  const HOUSE = "/d/larkspur-weir/house-live";
  const WALL = "wall@larkspur.example";
  const OPEN = { what: "open", at: "2026-11-24T15:20", speed: 60, seed: 7, port: 0 };

  test("it is off until somebody who may edit opens it; a panel wishes and turns; then it is closed", async () => {
    const designer = await demoClient(url, "designer");
    const wall = await demoClient(url, "wall");
    expect(await (await designer.get(HOUSE)).json()).toEqual({ house: null });
    expect((await wall.json(HOUSE, OPEN)).status).toBe(403);
    expect(
      (await wall.json(HOUSE, { what: "wish", point: "hall-lmp-1", aspect: "on", value: true })).status,
    ).toBe(422);
    const opened = await designer.json(HOUSE, OPEN);
    expect(opened.status).toBe(200);
    const { house: said } = (await opened.json()) as { house: { port: number; topics: number } };
    expect(said.topics).toBe(topics.length);
    expect((await designer.json(HOUSE, OPEN)).status).toBe(422);
    expect((await designer.json(HOUSE, { ...OPEN, breaks: "hub" })).status).toBe(422);
    const client_ = await mqtt.connectAsync(`mqtt://127.0.0.1:${said.port}`);
    // All that was ever said: the house's own rules may take a state back before it is looked for.
    const said_ = new Set<string>();
    client_.on("message", (topic, payload) => said_.add(`${topic} ${payload.toString()}`));
    await client_.subscribeAsync("#");
    expect((await wall.json(HOUSE, { what: "turn", dial: "bedtime", value: "22:15" })).status).toBe(200);
    await until(() => said_.has('stand-in/dials/bedtime "22:15"'));
    expect(
      (await wall.json(HOUSE, { what: "wish", point: "store-lmp-1", aspect: "on", value: true })).status,
    ).toBe(200);
    await until(() => said_.has(`${topicOf("store-lmp-1", "on")} true`));
    for (const [body, why] of [
      [{ what: "wish", point: "hall-lmp-1", aspect: "on", value: 5 }, /true or false/],
      [{ what: "wish", point: "hall-lmp-1", aspect: "wind", value: 5 }, /cannot be told/],
      [{ what: "wish", point: "nobody", aspect: "on", value: true }, /Thing/],
      [{ what: "turn", dial: "bedtime", value: "late" }, /time of day/],
    ] as const) {
      const answer = await wall.json(HOUSE, body);
      expect([answer.status, (await answer.json()) as unknown]).toEqual([
        422,
        expect.objectContaining({ error: expect.stringMatching(why) as unknown }),
      ]);
    }
    await client_.endAsync(true);
    expect((await designer.json(HOUSE, { what: "close" })).status).toBe(200);
    expect(await (await designer.get(HOUSE)).json()).toEqual({ house: null });
  });

  test("the household keeps what its dials are set to, and changes nothing else", async () => {
    const wall = await demoClient(url, "wall");
    const designer = await demoClient(url, "designer");
    const own = await ownDesign(designer);
    const shared = { do: "share", email: WALL, role: "household" };
    expect((await designer.post(`/designs/${own}/people`, shared)).status).toBe(200);
    expect((await wall.get(`/d/${own}/panel`)).status).toBe(200);
    expect((await wall.get(`/d/${own}/house`)).headers.get("location")).toBe(`/d/${own}/panel`);
    for (const path of ["file", "csv/schedule", "walk", "secrets", "changes"])
      expect([path, (await wall.get(`/d/${own}/${path}`)).status]).toEqual([path, 403]);
    const file = (await (await designer.get(`/d/${own}/file`)).json()) as {
      dials: { id: string; value: string }[];
      points: object[];
    };
    const bedtime = file.dials.find(({ id }) => id === "bedtime")!;
    const live = await designer.get(`/d/${own}/panel.data`);
    const revision = Number(/"revision",(\d+)/.exec(await live.text())![1]);
    const edit = (changes: unknown[]) =>
      wall.json(`/d/${own}/edit`, { kind: "edit", base: revision, changes });
    for (const changes of [
      [{ in: "dials", put: { ...bedtime, name: "Late" } }],
      [{ in: "dials", put: { ...bedtime, value: "31:00" } }],
      [{ in: "dials", drop: "bedtime" }],
      [{ in: "points", put: file.points[0] }],
      [{ in: "dials", put: { ...bedtime, id: "another" } }],
    ])
      expect((await edit(changes)).status).toBe(422);
    expect((await wall.json(`/d/${own}/edit`, { kind: "undo" })).status).toBe(422);
    expect((await edit([{ in: "dials", put: { ...bedtime, value: "22:45" } }])).status).toBe(200);
  });

  test("a stranger is sent to sign in", async () => {
    expect((await client(url).get(HOUSE)).status).toBe(302);
    expect((await client(url).json(HOUSE, OPEN)).status).toBe(401);
  });
});
