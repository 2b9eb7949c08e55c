/** The house as this process hears it over MQTT: what panels in browsers are shown, and how they tell it what is wished. */
import mqtt from "mqtt";
import type { Design } from "../core/design/collections";
import { heardFrom, HOUSE_TOPIC, keyTopics, aspectTopics, type Wanted } from "../core/stages/rehearse/topics";
import type { Snapshot } from "../core/stages/rehearse/panel";

export interface HouseClient {
  /** As it is now; undefined until all of it was heard. */
  snapshot(): Snapshot | undefined;
  tell(wanted: Wanted): Promise<void>;
  /** Something is otherwise, or was refused. @returns ends it */
  watch(hear: (refused?: string) => void): () => void;
  close(): Promise<void>;
}

export async function listenTo(design: Design, port: number): Promise<HouseClient> {
  const client = await mqtt.connectAsync(`mqtt://127.0.0.1:${port}`, { reconnectPeriod: 1000 });
  const heard = new Map<string, string>();
  const watchers = new Set<(refused?: string) => void>();
  client.on("message", (topic, payload) => {
    const text = payload.toString("utf8");
    if (topic === `${HOUSE_TOPIC}/refused`) {
      for (const hear of watchers) hear(String(JSON.parse(text)));
      return;
    }
    heard.set(topic, text);
    // The clock is told at each step, after all else of it.
    if (topic === `${HOUSE_TOPIC}/clock`) for (const hear of watchers) hear();
  });
  client.on("error", () => {});
  await client.subscribeAsync("#");
  const topics = new Map(
    aspectTopics(design).map(({ topic, point, aspect }) => [`${point} ${aspect}`, topic] as const),
  );
  const keys = new Map(keyTopics(design).map(({ topic, point }) => [point, topic]));
  const told = (wanted: Wanted): [topic: string | undefined, payload: unknown] => {
    if ("wish" in wanted)
      return [topics.get(`${wanted.wish.point} ${wanted.wish.aspect}`), wanted.wish.value];
    if ("turn" in wanted) return [`${HOUSE_TOPIC}/dials/${wanted.turn.dial}`, wanted.turn.value];
    if ("press" in wanted) return [keys.get(wanted.press.point), String(wanted.press.button)];
    return [`${HOUSE_TOPIC}/seen`, true];
  };
  return {
    snapshot: () => heardFrom(design, heard),
    tell: async (wanted) => {
      const [topic, payload] = told(wanted);
      if (topic !== undefined) await client.publishAsync(`${topic}/set`, JSON.stringify(payload));
    },
    watch: (hear) => {
      watchers.add(hear);
      return () => watchers.delete(hear);
    },
    close: () => client.endAsync(true),
  };
}
