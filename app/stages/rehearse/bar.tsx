/** What is rehearsed: the day, the seed, the weather, what is broken; and how far a run is that is being worked out. */
import { ChevronLeft, ChevronRight } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { InputError } from "#core/design/input-error";
import { useRows } from "../../desk/desk";
import { Choice } from "../../kit/choice";
import { DayBox } from "../../kit/day";
import { dayAfter, type Asked } from "./asked";
import { cancelRun, type RunState } from "./run-store";
import { bringWeather, fetchWeather, useWeathers, WEATHER_WEEKS } from "./weather-choice";

const MOST_SEED = 2 ** 32 - 1;
const MOST_FILE_MB = 40;

function Seed({ asked }: { asked: Asked }) {
  const [typed, setTyped] = useState<string>();
  const [wrong, setWrong] = useState(false);
  const done = () => {
    if (typed === undefined) return;
    const value = Number(typed);
    const good = typed.trim() !== "" && Number.isInteger(value) && value >= 0 && value <= MOST_SEED;
    setWrong(!good);
    if (!good) return;
    setTyped(undefined);
    asked.put({ seed: value });
  };
  return (
    <label className="flex items-center gap-1.5 text-small text-soft">
      Seed
      <input
        className="field w-14 font-mono"
        inputMode="numeric"
        value={typed ?? String(asked.seed)}
        aria-invalid={wrong}
        aria-describedby={wrong ? "seed-wrong" : undefined}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={done}
        onKeyDown={(event) => event.key === "Enter" && done()}
      />
      {wrong && (
        <span id="seed-wrong" role="alert" className="text-stop">
          Seed must be a whole number from 0 to {MOST_SEED}.
        </span>
      )}
    </label>
  );
}

function WeatherChoice({ asked }: { asked: Asked }) {
  const { zone } = useRows("design");
  const file = useRef<HTMLInputElement>(null);
  const [said, setSaid] = useState("");
  const known = useWeathers();
  useEffect(() => void fetchWeather(asked.weather), [asked.weather]);
  const names = [...new Set([...Object.keys(WEATHER_WEEKS), ...known])];
  const missing = asked.weather !== "seed" && !names.includes(asked.weather);
  const bring = async (chosen: File | undefined) => {
    if (!chosen) return;
    try {
      if (chosen.size > MOST_FILE_MB * 1e6)
        throw new InputError([{ path: chosen.name, reason: `must be at most ${MOST_FILE_MB} MB` }]);
      const text = await chosen.text();
      const { readWeather } = await import("#core/stages/rehearse/play/weather-file");
      readWeather(text, zone);
      bringWeather(chosen.name, text);
      setSaid("");
      asked.put({ weather: chosen.name });
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      setSaid(problem.message.replace(/^--weather/, chosen.name));
    }
  };
  return (
    <span className="flex items-center gap-1.5 text-small text-soft">
      <Choice
        label="Weather"
        className="w-46"
        value={missing ? "seed" : asked.weather}
        options={[
          { value: "seed", text: "weather from the seed" },
          ...names.map((name) => ({ value: name, text: name })),
          { value: "file…", text: "from a file…", hint: "EPW or CSV" },
        ]}
        take={(name) => {
          if (name === "file…") file.current?.click();
          else {
            const on = WEATHER_WEEKS[name];
            const inside = on && asked.on >= on && asked.on < dayAfter(on, 7);
            void fetchWeather(name).then(() =>
              asked.put({ weather: name, ...(on && !inside ? { on } : {}) }),
            );
          }
        }}
      />
      <input
        ref={file}
        type="file"
        accept=".epw,.csv,text/csv"
        className="sr-only"
        tabIndex={-1}
        aria-label="File of weather"
        onChange={(event) => {
          void bring(event.target.files?.[0]);
          event.target.value = "";
        }}
      />
      {(said || missing) && (
        <span role="alert" className="text-stop">
          {said || `${asked.weather} is not at hand any more: bring the file once more.`}
        </span>
      )}
    </span>
  );
}

export function RunBar({
  asked,
  step,
  state,
  children,
}: {
  asked: Asked;
  /** Days that the arrows go by; none where the view is a whole year. */
  step?: number;
  state: RunState;
  children?: React.ReactNode;
}) {
  const { language } = useRows("design");
  return (
    <div
      className="flex shrink-0 flex-wrap items-center gap-x-2.5 gap-y-1 border-b border-rule bg-raised px-3 py-1.5"
      data-chrome
    >
      {asked.on && (
        <span className="flex items-center gap-0.5">
          <DayBox
            label="Day"
            className="w-32"
            language={language}
            value={asked.on}
            take={(on) => asked.put({ on })}
          />
          {step && (
            <>
              <button
                type="button"
                className="tool px-1"
                aria-label={step === 1 ? "The day before" : "The week before"}
                onClick={() => asked.put({ on: dayAfter(asked.on, -step) })}
              >
                <ChevronLeft size={14} aria-hidden="true" />
              </button>
              <button
                type="button"
                className="tool px-1"
                aria-label={step === 1 ? "The day after" : "The week after"}
                onClick={() => asked.put({ on: dayAfter(asked.on, step) })}
              >
                <ChevronRight size={14} aria-hidden="true" />
              </button>
            </>
          )}
        </span>
      )}
      <Seed asked={asked} />
      <WeatherChoice asked={asked} />
      {state.progress !== undefined && (
        <span className="flex items-center gap-2 text-small text-soft" role="status" data-rehearsing>
          <progress
            className="h-1.5 w-24"
            max={1}
            value={state.progress}
            aria-label="How far the rehearsal is"
          />
          <button type="button" className="tool" onClick={cancelRun}>
            Stop it
          </button>
        </span>
      )}
      <span className="ml-auto flex items-center gap-1.5">{children}</span>
      {state.failed && (
        <p role="alert" className="w-full text-small text-stop">
          {state.failed}
        </p>
      )}
    </div>
  );
}
