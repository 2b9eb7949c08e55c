/** What drives a panel: a rehearsal in a worker of the page, or the stand-in house, which the server hears over MQTT. */
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Design } from "#core/design/collections";
import type { Snapshot } from "#core/stages/rehearse/panel";
import type { Wanted } from "#core/stages/rehearse/topics";
import { isSetOtherwise } from "#core/stages/rehearse/same-house";
import { useDesk } from "../../desk/desk";
import { startWorker, type Hand } from "../../workers/ask";
import type { LiveAsk, LiveReply } from "../../workers/live";
import { useAsked } from "./asked";
import { putLately } from "./lately-store";
import { weatherText } from "./weather-choice";

const TICK_MS = 500;

export interface Watched {
  snapshot?: Snapshot;
  failed?: string;
  /** The house did not take what was wished. */
  refused?: string;
  post(wanted: Wanted): void;
}

/** A rehearsal that goes on from a moment, and hears what is pressed; none where there is no moment. */
export function useLive(design: Design, from: number | undefined, speed: number): Watched {
  const asked = useAsked();
  const hand = useRef<Hand<LiveAsk>>(undefined);
  const [state, setState] = useState<Omit<Watched, "post">>({});
  const now = useRef(0);
  const { seed, breaks, weather } = asked;
  // A dial that is kept was turned in the rehearsal already: it goes on.
  const house = useRef(design);
  if (!isSetOtherwise(house.current, design)) house.current = design;
  const driven = house.current;
  useEffect(() => {
    if (from === undefined) return;
    now.current = from;
    const own = startWorker<LiveAsk, LiveReply>(
      () => new Worker(new URL("../../workers/live.ts", import.meta.url), { type: "module" }),
      ({ lately, ...reply }) => {
        if (lately) putLately(lately);
        setState((before) => ({
          ...before,
          ...reply,
          ...(reply.snapshot ? {} : { snapshot: before.snapshot }),
        }));
      },
      (failed) => setState({ failed }),
    );
    hand.current = own;
    const text = weatherText(weather);
    own.post({
      start: { design: driven, at: from, seed, breaks, ...(text === undefined ? {} : { weather: text }) },
    });
    return () => {
      own.end();
      hand.current = undefined;
      putLately(undefined);
    };
  }, [driven, from, seed, breaks, weather]);
  useEffect(() => {
    const timer = setInterval(() => {
      now.current += TICK_MS * speed;
      hand.current?.post({ advance: now.current });
    }, TICK_MS);
    return () => clearInterval(timer);
  }, [speed]);
  return useMemo(
    () => ({
      ...state,
      post: (wanted: Wanted) => {
        setState((before) => ({ ...before, refused: undefined }));
        hand.current?.post({ wanted });
      },
    }),
    [state],
  );
}

/** The stand-in house of a design, as the server says it is open. */
export interface HouseSaid {
  port: number;
  speed: number;
  topics: number;
  revision: number;
}

/** Whether it is open, asked now and then; undefined until the server has answered. */
export function useHouseSaid(): [house: HouseSaid | null | undefined, ask: () => void] {
  const { url } = useDesk();
  const [house, setHouse] = useState<HouseSaid | null>();
  const ask = useCallback(() => {
    fetch(`${url}/house-live`, { headers: { Accept: "application/json" } })
      .then(async (answer) => {
        if (answer.ok) setHouse(((await answer.json()) as { house: HouseSaid | null }).house);
      })
      .catch(() => {});
  }, [url]);
  useEffect(ask, [ask]);
  return [house, ask];
}

/** @returns why it was refused; nothing where it was done */
export async function tellHouse(url: string, body: object): Promise<string | undefined> {
  try {
    const answer = await fetch(`${url}/house-live`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(body),
    });
    if (answer.ok) return undefined;
    const text = await answer.text();
    try {
      return (JSON.parse(text) as { error: string }).error;
    } catch {
      return text;
    }
  } catch {
    return "The server does not answer. Nothing was told.";
  }
}

const bodyOf = (wanted: Wanted): object => {
  if ("wish" in wanted) return { what: "wish", ...wanted.wish };
  if ("turn" in wanted) return { what: "turn", ...wanted.turn };
  if ("press" in wanted) return { what: "press", ...wanted.press };
  return { what: "seen" };
};

/** The stand-in house, while it is open. */
export function useHouse(isOn: boolean, ended: () => void): Watched {
  const { url } = useDesk();
  const [state, setState] = useState<Omit<Watched, "post">>({});
  const end = useRef(ended);
  end.current = ended;
  useEffect(() => {
    if (!isOn) return setState({});
    putLately("house");
    const source = new EventSource(`${url}/house-live`);
    source.addEventListener("house", ({ data }: MessageEvent<string>) => {
      const now = JSON.parse(data) as Omit<Snapshot, "values" | "dials"> & {
        values: [string, Snapshot["values"] extends ReadonlyMap<string, infer V> ? V : never][];
        dials: [string, Snapshot["dials"] extends ReadonlyMap<string, infer V> ? V : never][];
      };
      const snapshot = { ...now, values: new Map(now.values), dials: new Map(now.dials) };
      setState((before) => ({ ...before, snapshot, failed: undefined }));
    });
    source.addEventListener("refused", ({ data }: MessageEvent<string>) =>
      setState((before) => ({ ...before, refused: `${String(JSON.parse(data))}.` })),
    );
    source.addEventListener("error", () => {
      // Closed for good: the house is not open any more.
      if (source.readyState === EventSource.CLOSED) end.current();
    });
    return () => {
      source.close();
      putLately(undefined);
    };
  }, [url, isOn]);
  return useMemo(
    () => ({
      ...state,
      post: (wanted: Wanted) => {
        setState((before) => ({ ...before, refused: undefined }));
        void tellHouse(url, bodyOf(wanted)).then(
          (refused) => refused && setState((before) => ({ ...before, refused })),
        );
      },
    }),
    [state, url],
  );
}
