/** A day or a week of the house: the plan as it is at the moment, lanes under one clock, the log with its causes. */
import { Pause, Play } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { useSearchParams } from "react-router";
import { momentOf } from "#core/stages/rehearse/moment";
import { useDesign, useDesk } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { useLitHere } from "../../plan/lit-here";
import { fetchedPart } from "../../kit/fetched";
import { Plan } from "../../plan/plan";
import { Levels } from "../../plan/tool-row";
import { askFor, useAsked } from "./asked";
import { RunBar } from "./bar";
import { setMoment, useRun } from "./run-store";

/** What shows a run is fetched once there is one. */
const shows = fetchedPart(() => import("./shown"));

/** Minutes of the house that pass in a second while it is played. */
const PLAY_MIN = 20;
const FRAME_MS = 100;

/** Moves the moment on while it is played; stops at the end. */
function usePlay(at: number | undefined, to: number | undefined): [boolean, (on: boolean) => void] {
  const [playing, setPlaying] = useState(false);
  const now = useRef(at);
  now.current = at;
  useEffect(() => {
    if (!playing || to === undefined) return;
    const timer = setInterval(() => {
      const next = (now.current ?? 0) + (PLAY_MIN * 60_000 * FRAME_MS) / 1000;
      if (next >= to) setPlaying(false);
      else setMoment(next);
    }, FRAME_MS);
    return () => clearInterval(timer);
  }, [playing, to]);
  return [playing, setPlaying];
}

export function Played({ days, head }: { days: 1 | 7; head?: React.ReactNode }) {
  const design = useDesign();
  const { level, selection } = useDesk();
  useLitHere();
  const asked = useAsked();
  const [, setParams] = useSearchParams();
  const state = useRun(design.devices.length ? askFor(asked, days) : undefined);
  const { run, at, line } = state;
  const parts = shows.use();
  const shown = parts && run?.ask.days === days ? run : undefined;
  const [playing, setPlaying] = usePlay(at, shown?.to);
  const [room, setRoom] = useState("");
  const moment = useMemo(() => (shown && at !== undefined ? momentOf(shown, at) : undefined), [shown, at]);
  if (!design.devices.length)
    return (
      <Empty text="A house is rehearsed once devices are chosen and somebody has said what it does by itself.">
        <ToSheet stage="choose" text="To the choice of devices" />
      </Empty>
    );
  return (
    <>
      <RunBar asked={asked} step={days} state={state}>
        {!head && (
          <button
            type="button"
            className="button"
            onClick={() =>
              setParams((now) => {
                now.set("view", "break");
                return now;
              })
            }
          >
            Break something
          </button>
        )}
        <button
          type="button"
          className="button button-main"
          disabled={!shown}
          onClick={() => setPlaying(!playing)}
        >
          {playing ? <Pause size={13} aria-hidden="true" /> : <Play size={13} aria-hidden="true" />}
          {playing ? "Hold" : "Play"}
        </button>
      </RunBar>
      {head ?? (
        <div className="relative flex min-h-44 flex-1 flex-col">
          <div className="flex min-h-9 shrink-0 flex-wrap items-center gap-x-3 border-b border-rule bg-pane px-3 py-1">
            <Levels className="flex rounded-[3px] border border-rule bg-raised" />
            {parts && shown && moment && at !== undefined && (
              <parts.Note design={design} run={shown} moment={moment} at={at} />
            )}
          </div>
          <Plan layers={parts && shown && moment ? parts.layers(design, shown, moment, level) : {}} />
        </div>
      )}
      {parts && shown ? (
        <parts.Below
          design={design}
          run={shown}
          at={at}
          line={line}
          room={room}
          setRoom={setRoom}
          selected={selection?.in === "points" ? selection.id : undefined}
        />
      ) : (
        <p className="h-92 shrink-0 border-t border-rule p-4 text-soft" role="status">
          {state.failed ? "Nothing was rehearsed." : "The house is being rehearsed…"}
        </p>
      )}
    </>
  );
}

export const Day = () => <Played days={1} />;
