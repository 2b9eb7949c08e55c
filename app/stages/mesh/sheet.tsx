/** Stage 7: what is heard where on the plan, the ways of all radios, and what is lost when something is unplugged. */
import { useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { putRadios, missingRadios, silentDevices } from "#core/stages/mesh/put-radios";
import { bandsOf } from "#core/stages/mesh/links";
import { counted } from "#core/design/words";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { Fetched, Tabbed, useView } from "../../kit/views";
import { lazily } from "../../kit/lazily";
import { Plan } from "../../plan/plan";
import { ToolRow } from "../../plan/tool-row";
import { dragged, type Drag } from "../../plan/dragging";
import { BandChoice } from "./band-choice";
import { CoverageLayer, Legend, Readout } from "./coverage";
import RadioLines from "../../plan/radio-lines";
import { bandOf, useCoverage } from "./use-coverage";
import { useLitHere } from "../../plan/lit-here";
import { parts } from "./stage";
import { VIEWS } from "./views";

export const handle = { parts };

const SHEETS = {
  ways: lazily(() => import("./ways")),
  unplug: lazily(() => import("./unplug")),
  channels: lazily(() => import("./channels")),
  remedies: lazily(() => import("./remedies")),
  points: lazily(() => import("./points")),
  profiles: lazily(() => import("./profiles")),
  readings: lazily(() => import("./readings")),
};

function Coverage() {
  const saved = useDesign();
  const { level, selection, lit } = useDesk();
  const [params] = useSearchParams();
  const [drag, setDrag] = useState<Drag>();
  const [at, setAt] = useState<{ x: number; y: number }>();
  const [second, setSecond] = useState(false);
  const [alone, setAlone] = useState(false);
  const design = useMemo(() => (drag ? dragged(saved, drag) : saved), [saved, drag]);
  useLitHere("R");
  const bands = bandsOf(design);
  const band = bandOf(design, params.get("band"));
  const own = band?.radios.find(
    ({ row, point }) => row.id === selection?.id || (selection?.in === "points" && point.id === selection.id),
  );
  const coverage = useCoverage(
    design,
    band,
    level,
    second ? "second" : "best",
    alone ? own?.row.id : undefined,
    drag !== undefined,
  );
  return (
    <>
      <ToolRow />
      <div
        className="relative flex h-9 shrink-0 items-center gap-1 overflow-x-auto border-b border-rule bg-pane px-2"
        data-chrome
      >
        <BandChoice profiles={bands.map(({ profile }) => profile)} chosen={band?.profile.id} />
        <span className="mx-0.5 h-4 w-px shrink-0 bg-rule" />
        <div role="group" aria-label="Heard of" className="flex">
          <button
            type="button"
            className="tool"
            aria-pressed={!second}
            title="The best of all that send"
            onClick={() => setSecond(false)}
          >
            best
          </button>
          <button
            type="button"
            className="tool"
            aria-pressed={second}
            title="What remains where the best one fails"
            onClick={() => setSecond(true)}
          >
            second
          </button>
        </div>
        {own && (
          <button
            type="button"
            className="tool whitespace-nowrap"
            aria-pressed={alone}
            onClick={() => setAlone(!alone)}
          >
            only {own.device.name}
          </button>
        )}
        {band && (
          <Saves
            name={`${band.profile.name}, ${level}`}
            make={async () =>
              (await import("#core/stages/mesh/coverage-svg")).coverageSvg(saved, {
                profile: band.profile.id,
                level,
                show: second ? "second" : "best",
                ...(alone && own ? { only: own.row.id } : {}),
              })
            }
          />
        )}
        <Unplanned />
      </div>
      <div className="@container relative flex min-h-0 flex-1 flex-col">
        <Plan
          layers={{
            under: (k) => band && <CoverageLayer coverage={coverage} k={k} />,
            over: (k) =>
              lit.has("R") &&
              band && (
                <RadioLines design={design} level={level} k={k} profile={band.profile.id} figures={k > 24} />
              ),
            pointed: setAt,
            dragged: setDrag,
          }}
        />
        {band && <Legend band={band} coverage={coverage} />}
        {band && at && <Readout design={design} band={band} coverage={coverage} at={at} level={level} />}
        {!bands.length && (
          <div className="absolute inset-x-0 top-8 mx-auto w-fit bg-raised">
            <NoRadios />
          </div>
        )}
      </div>
    </>
  );
}

/** The coverage as a file: a drawing, or a picture of dots. */
function Saves({ name, make }: { name: string; make(): Promise<string> }) {
  return (
    <span className="ml-auto flex shrink-0">
      <button
        type="button"
        className="tool"
        title="Save the coverage as a drawing"
        onClick={() => void import("../../kit/save-svg").then(({ saveSvg }) => saveSvg(name, make))}
      >
        SVG
      </button>
      <button
        type="button"
        className="tool"
        title="Save the coverage as a picture"
        onClick={() => void import("../../kit/save-svg").then(({ savePng }) => savePng(name, make))}
      >
        PNG
      </button>
    </span>
  );
}

/** Devices without a radio in the plan, and the one press that gives them theirs. */
function Unplanned() {
  const design = useDesign();
  const { readOnly } = useDesk();
  const edit = useEdit();
  const silent = silentDevices(design);
  if (!silent.length || readOnly) return null;
  return (
    <button
      type="button"
      className="button h-6 whitespace-nowrap"
      onClick={() => edit((now) => putRadios(missingRadios(now)))}
    >
      Give {counted(silent.length, "device")} {silent.length === 1 ? "its radio" : "their radios"}
    </button>
  );
}

function NoRadios() {
  const design = useDesign();
  if (silentDevices(design).length)
    return (
      <Empty text="No radio is planned yet. Give the devices that speak by radio theirs: the button over the plan." />
    );
  return (
    <Empty text="No device of this house speaks by radio. Choose some, or put them in the register with how they speak.">
      <ToSheet stage="register" text="To the register" />
    </Empty>
  );
}

export default function Mesh() {
  const [view, show] = useView(VIEWS);
  const Sheet = SHEETS[view as keyof typeof SHEETS];
  return (
    <>
      <h2 className="sr-only">Mesh</h2>
      <Tabbed label="Views of the mesh" tabs={VIEWS} tab={view} show={show}>
        {Sheet ? (
          <Fetched>
            <Sheet />
          </Fetched>
        ) : (
          <Coverage />
        )}
      </Tabbed>
    </>
  );
}
