/** Five ways for one leg of the switch map. */
import { Check, X } from "lucide-react";
import { useMemo, useState } from "react";
import { adviseLeg, type LegWay } from "#core/stages/choose/advise/leg";
import { settingsOf } from "#core/stages/choose/settings";
import { WANT_NEEDS, type WantNeed } from "#core/design/rows/choose";
import { groupDigits } from "#core/design/units";
import { useDesign } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { Worked } from "../../inspect/parts";
import { Advice, MAINS_CAUTION, Pick } from "./advice";
import { LegDrawing } from "./leg-drawing";
import { Tick } from "../../kit/ticks";

const ASKED: readonly WantNeed[] = ["dim", "tunable white", "colour", "hold to dim", "energy metering"];

export default function AdviseLeg() {
  const design = useDesign();
  const [chosen, setChosen] = useState<string>();
  const [needs, setNeeds] = useState<readonly WantNeed[]>();
  const [guest, setGuest] = useState<boolean>();
  const [drawn, setDrawn] = useState<string>();
  const leg = design.legs.find((row) => row.id === chosen) ?? design.legs[0];
  const advice = useMemo(
    () =>
      leg &&
      adviseLeg(design, leg.id, { ...(needs ? { needs } : {}), ...(guest === undefined ? {} : { guest }) }),
    [design, leg, needs, guest],
  );
  if (!leg || !advice)
    return (
      <Empty text="No switched leg is known yet: which switch works which lamps. Trace the switches in stage 2, House, under Switch map.">
        <ToSheet stage="house" view="switches" text="To the switch map" />
      </Empty>
    );
  const asked = advice.want.needs;
  const way = advice.ways.find((one) => one.name === drawn) ?? advice.best ?? advice.ways[0]!;
  const toggle = (need: WantNeed) =>
    setNeeds(
      asked.includes(need)
        ? asked.filter((one) => one !== need)
        : WANT_NEEDS.filter((one) => one === need || asked.includes(one)),
    );
  return (
    <Advice
      title="Lamp, switch, insert or in-line dimmer"
      verdict={advice.verdict}
      good={advice.best !== undefined}
      reasons={advice.reasons}
      caution={MAINS_CAUTION}
      fields={
        <>
          <Pick
            label="Leg"
            value={leg.id}
            options={design.legs.map((row) => ({ value: row.id, text: row.name }))}
            take={(id) => {
              setChosen(id);
              setNeeds(undefined);
              setGuest(undefined);
              setDrawn(undefined);
            }}
          />
          {ASKED.map((need) => (
            <Tick key={need} on={asked.includes(need)} set={() => toggle(need)} label={need} />
          ))}
          <Tick on={advice.want.guest === true} set={setGuest} label="guests use it" />
        </>
      }
      drawing={
        <>
          <LegDrawing advice={advice} way={way} />
          <figcaption className="mt-1 text-small text-soft">
            {way.name[0]!.toUpperCase() + way.name.slice(1)}. Copper is live always, graphite by the switch;
            dashed is only said.
          </figcaption>
        </>
      }
    >
      <ul className="mt-4 grid gap-px bg-rule">
        {advice.ways.map((one) => (
          <Way
            key={one.name}
            way={one}
            drawn={one === way}
            years={settingsOf(design).years}
            currency={design.design.currency}
            onDraw={() => setDrawn(one.name)}
          />
        ))}
      </ul>
    </Advice>
  );
}

function Way({
  way,
  drawn,
  years,
  currency,
  onDraw,
}: {
  way: LegWay;
  drawn: boolean;
  years: number;
  currency: string;
  onDraw(): void;
}) {
  return (
    <li
      className={`grid grid-cols-[1.25rem_minmax(0,1fr)_8rem] gap-x-2 px-1 py-2 ${drawn ? "bg-wash" : "bg-raised"}`}
    >
      {way.ok ? (
        <Check size={15} className="mt-0.5 text-accent" aria-label="goes" />
      ) : (
        <X size={15} className="mt-0.5 text-stop" aria-label="does not go" />
      )}
      <div>
        <button type="button" className="font-semibold hover:underline" aria-pressed={drawn} onClick={onDraw}>
          {way.name[0]!.toUpperCase() + way.name.slice(1)}
        </button>
        {way.option && (
          <span className="text-soft">
            {" "}
            {way.ok ? "" : "nearest: "}
            {way.option.name}
            {way.companion ? ` with ${way.companion.name}` : ""}
          </span>
        )}
        {way.against.map((reason) => (
          <p key={reason} className="text-small text-stop">
            {reason}
          </p>
        ))}
        {way.ok &&
          way.notes.map((note) => (
            <p key={note} className="text-small text-soft">
              {note}
            </p>
          ))}
      </div>
      <p className="text-right">
        {way.cost !== undefined && (
          <>
            <Worked working={() => way.working}>{groupDigits(way.cost, 2)}</Worked>
            <span className="block text-small text-soft">
              {currency}, {years} years
            </span>
          </>
        )}
      </p>
    </li>
  );
}
