/** The coverage of a level as it is shown: asked of a worker at each change, the old kept until the new is there. */
import { useEffect, useMemo, useRef, useState } from "react";
import { byId, type Design } from "#core/design/collections";
import { AT_M, budgetDb, senders, stepsOf } from "#core/stages/mesh/covered";
import { bandsOf, type Band, type Radio } from "#core/stages/mesh/links";
import { SCENE_PARTS } from "#core/stages/mesh/scene";
import type { CoverageAsk, CoverageReply } from "../../workers/coverage";
import { startWorker, type Hand } from "../../workers/ask";
import { whenAtRest } from "../../kit/rest";
import { extentOf } from "../../plan/frame";

const STEPS = [1, 0.5, 0.25] as const;
const COARSE = [1] as const;
const NONE: readonly number[] = [];

export interface Coverage {
  reply?: CoverageReply;
  radios: readonly Radio[];
  failed?: string;
  /** A finer one, or one of a newer design, is being worked out. */
  busy: boolean;
  from: readonly number[];
}

export function useCoverage(
  design: Design,
  band: Band | undefined,
  level: string,
  show: "best" | "second",
  only: string | undefined,
  coarse: boolean,
): Coverage {
  const hand = useRef<Hand<CoverageAsk>>(undefined);
  const [state, setState] = useState<{ reply?: CoverageReply; radios: readonly Radio[]; failed?: string }>({
    radios: [],
  });
  const [n, setN] = useState(0);
  const [ready, setReady] = useState(false);
  const count = useRef(0);
  const sent = useRef<readonly unknown[]>([]);
  const askedOf = useRef(new Map<number, readonly Radio[]>());
  useEffect(() => {
    const rest = whenAtRest(() => {
      hand.current = startWorker<CoverageAsk, CoverageReply>(
        () => new Worker(new URL("../../workers/coverage.ts", import.meta.url), { type: "module" }),
        (reply) => setState({ reply, radios: askedOf.current.get(reply.n) ?? [] }),
        (failed) => setState((now) => ({ ...now, failed })),
      );
      sent.current = [];
      setReady(true);
    });
    return () => {
      rest();
      hand.current?.end();
      hand.current = undefined;
      setReady(false);
    };
  }, []);
  const z = (byId(design, "levels").get(level)?.elevationM ?? 0) + AT_M;
  const box = useMemo(() => extentOf(design, level), [design, level]);
  const from = band ? stepsOf(band) : NONE;
  useEffect(() => {
    if (!ready || !band) return;
    const radios = senders(band).filter(({ row }) => only === undefined || row.id === only);
    const parts = SCENE_PARTS.map((part) => design[part]);
    const same = parts.every((part, i) => part === sent.current[i]);
    sent.current = parts;
    count.current += 1;
    askedOf.current = new Map([...[...askedOf.current].slice(-3), [count.current, radios]]);
    setN(count.current);
    const { mhz, n: exponent, floorDb } = band.profile;
    hand.current?.post({
      n: count.current,
      ...(same
        ? {}
        : {
            house: Object.fromEntries(
              SCENE_PARTS.map((part) => [part, design[part]]),
            ) as CoverageAsk["house"],
          }),
      spread: { mhz, n: exponent, floorDb },
      box,
      z,
      steps: coarse ? COARSE : STEPS,
      radios: radios.map((radio) => ({
        ...{ x: radio.x, y: radio.y, z: radio.z },
        budgetDb: budgetDb(band, radio),
      })),
      show,
      from,
    });
  }, [ready, design, band, box, z, show, only, coarse, from]);
  return {
    ...state,
    busy: band !== undefined && (state.reply?.n !== n || !state.reply?.last),
    from,
  };
}

/** The band that is looked at: of the address, else the first. */
export const bandOf = (design: Design, profile: string | null): Band | undefined => {
  const bands = bandsOf(design);
  return bands.find((band) => band.profile.id === profile) ?? bands[0];
};
