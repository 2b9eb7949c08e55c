/** A day or a week of the house: the plan as it is at the moment, lanes under one clock, the log with its causes. */
import { Pause, Play } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { useSearchParams } from "react-router";
import { clockText, dayName, localParts } from "#core/design/local-time";
import { momentOf } from "#core/stages/rehearse/lanes";
import { failureText } from "#core/stages/rehearse/outage/words";
import { useDesign, useDesk } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { Choice } from "../../kit/choice";
import { useLitHere } from "../../plan/lit-here";
import { Plan } from "../../plan/plan";
import { askFor, useAsked } from "./asked";
import { RunBar } from "./bar";
import { Lanes } from "./lanes";
import { LitOver, LitUnder, momentText } from "./lit";
import { Log } from "./log";
import { setMoment, useRun } from "./run-store";

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
  const shown = run?.ask.days === days ? run : undefined;
  const [playing, setPlaying] = usePlay(at, shown?.to);
  const [room, setRoom] = useState("");
  const moment = useMemo(
    () => (shown && at !== undefined ? momentOf(design, shown, at) : undefined),
    [design, shown, at],
  );
  const rooms = design.rooms.filter(({ id }) => design.points.some((point) => point.room === id));
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
          <Plan
            layers={
              shown && moment
                ? {
                    under: () => <LitUnder design={design} moment={moment} level={level} />,
                    over: (k) => <LitOver design={design} run={shown} moment={moment} level={level} k={k} />,
                  }
                : {}
            }
          />
          {shown && moment && at !== undefined && (
            <p
              className="pointer-events-none absolute top-2 right-2 max-w-80 border border-rule bg-raised/90 px-2 py-1 text-right text-small"
              data-moment
            >
              <span className="text-soft">
                as it is {days > 1 ? `${dayName(localParts(design.design.zone, at))} ` : ""}at{" "}
              </span>
              <strong className="font-mono">{clockText(design.design.zone, at)}</strong>
              <br />
              {momentText(design, moment)}
              {moment.broken.length > 0 && (
                <span className="block font-semibold text-stop">
                  {moment.broken.map((what) => failureText(design, what)).join(", ")} down
                </span>
              )}
            </p>
          )}
        </div>
      )}
      <div className="flex h-62 min-h-0 shrink-0 flex-col border-t border-rule max-sm:h-80">
        {shown ? (
          <Lanes
            design={design}
            run={shown}
            at={at}
            move={setMoment}
            head={
              <Choice
                label="Lanes of"
                className="h-6 w-full"
                value={room}
                options={[
                  { value: "", text: "all rooms" },
                  ...rooms.map(({ id, name }) => ({ value: id, text: name })),
                ]}
                take={setRoom}
              />
            }
            only={room ? (lane) => lane.room === room || lane.room === undefined : undefined}
            selected={selection?.in === "points" ? selection.id : shown.lines[(line ?? 0) - 1]?.point}
          />
        ) : (
          <p className="p-4 text-soft" role="status">
            {state.failed ? "Nothing was rehearsed." : "The house is being rehearsed…"}
          </p>
        )}
      </div>
      {shown && <Log design={design} run={shown} at={at ?? shown.from} line={line} />}
    </>
  );
}

export const Day = () => <Played days={1} />;
