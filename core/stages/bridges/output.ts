/** What stage 9 writes: everything for scripts, and the matrix as a table. */
import type { Design } from "../../design/collections";
import { exposuresOf } from "./matrix";
import { joinList } from "./joins";
import { pairLoops } from "./pairs";
import { alikeIn } from "./spoken";

const round3 = (value: number) => Math.round(value * 1000) / 1000;

/** Shape of `zinc bridge --json`. */
export function bridgeJson(design: Design) {
  return {
    exposures: exposuresOf(design).map(
      ({ device, ecosystem, bridge, type, spokenName, state, why, lost, offline }) => ({
        device: device.id,
        ecosystem: ecosystem.id,
        bridge: bridge.id,
        port: bridge.port,
        ...(type === undefined ? {} : { type }),
        spokenName,
        state,
        ...(why === undefined ? {} : { why }),
        lost,
        offline,
      }),
    ),
    joining: joinList(design).steps.map(({ step, of, from, bridge, minutes }) => ({
      step,
      of: of.id,
      ...(from ? { with: from.id } : {}),
      bridge: bridge.id,
      minutes,
    })),
    alike: alikeIn(design).map(({ ecosystem, a, b, score, why }) => ({
      ecosystem,
      a: a.device.id,
      b: b.device.id,
      score: round3(score),
      why,
    })),
    loops: pairLoops(design).loops,
  };
}
