/** What shows a run: fetched once there is one, as the first view does without. */
import { byId, type Design } from "#core/design/collections";
import { clockText, dayName, localParts } from "#core/design/local-time";
import type { Moment } from "#core/stages/rehearse/moment";
import { failureText } from "#core/stages/rehearse/outage/words";
import type { Run } from "#core/stages/rehearse/run";
import { Choice } from "../../kit/choice";
import type { PlanLayers } from "../../plan/plan";
import { Lanes } from "./lanes";
import { LitOver, LitUnder, momentText } from "./lit";
import { Log } from "./log";
import { setMoment } from "./run-store";

export interface ShownParts {
  layers(design: Design, run: Run, moment: Moment, level: string): PlanLayers;
  Note(props: { design: Design; run: Run; moment: Moment; at: number }): React.ReactNode;
  Below(props: BelowProps): React.ReactNode;
}

interface BelowProps {
  design: Design;
  run: Run;
  at: number | undefined;
  line: number | undefined;
  room: string;
  setRoom(room: string): void;
  /** Point whose lane is marked. */
  selected: string | undefined;
}

function Note({ design, run, moment, at }: { design: Design; run: Run; moment: Moment; at: number }) {
  const { zone } = design.design;
  return (
    <p className="min-w-0 flex-1 text-small leading-snug" data-moment>
      <span className="text-soft">
        As it is {run.ask.days > 1 ? `${dayName(localParts(zone, at))} ` : ""}at{" "}
      </span>
      <strong className="font-mono">{clockText(zone, at)}</strong>: {momentText(design, moment)}
      {moment.broken.length > 0 && (
        <span className="font-semibold text-stop">
          . {moment.broken.map(({ what }) => failureText(design, what)).join(", ")} down
        </span>
      )}
    </p>
  );
}

function Below({ design, run, at, line, room, setRoom, selected }: BelowProps) {
  const rooms = design.rooms.filter(({ id }) => design.points.some((point) => point.room === id));
  return (
    <>
      <div className="flex h-62 min-h-0 shrink-0 flex-col border-t border-rule max-sm:h-80">
        <Lanes
          design={design}
          run={run}
          at={at}
          move={setMoment}
          head={
            <Choice
              label="Lanes of"
              className="h-6 w-full"
              value={byId(design, "rooms").has(room) ? room : ""}
              options={[
                { value: "", text: "all rooms" },
                ...rooms.map(({ id, name }) => ({ value: id, text: name })),
              ]}
              take={setRoom}
            />
          }
          only={room ? (lane) => lane.room === room || lane.room === undefined : undefined}
          selected={selected ?? run.lines[(line ?? 0) - 1]?.point}
        />
      </div>
      <Log design={design} run={run} at={at ?? run.from} line={line} />
    </>
  );
}

const parts: ShownParts = {
  layers: (design, run, moment, level) => ({
    under: () => <LitUnder design={design} moment={moment} level={level} />,
    over: (k) => <LitOver design={design} run={run} moment={moment} level={level} k={k} />,
  }),
  Note,
  Below,
};

export default parts;
