/**
 * Every shared part of the interface in every state, for those who build it: axe and pictures look here
 * first. Only where ZINC_KIT is set.
 */
import { useState, type ReactNode } from "react";
import { useSearchParams } from "react-router";
import { InputError } from "#core/design/input-error";
import { Choice, NamedChoice } from "../kit/choice";
import { DayBox } from "../kit/day";
import { Ask } from "../kit/dialog";
import { Filter } from "../kit/filters";
import { Fold } from "../kit/fold";
import { GLYPH_NAMES, Glyph } from "../kit/glyph";
import { Actions } from "../kit/menu";
import { Field, FormError } from "../kit/page";
import { Pop } from "../kit/pop";
import { SeverityMark } from "../kit/severity";
import { DataTable } from "../kit/table";
import { OneOf, Toggle } from "../kit/switches";
import { Tick } from "../kit/ticks";
import { Tabbed } from "../kit/views";

export const loader = () => {
  if (process.env.ZINC_KIT !== "1") throw new Response("There is no such page.", { status: 404 });
  return null;
};

export const meta = () => [{ title: "Shared parts · Zinc Lattice" }];

const FEW = ["mains", "low voltage", "battery"].map((value) => ({ value, text: value }));
const MANY = Array.from({ length: 60 }, (_, i) => ({
  value: `p${i + 1}`,
  text: `${["Motion sensor", "Wall keypad", "Ceiling loudspeaker", "Reading lamp"][i % 4]} ${i + 1}`,
  hint: ["Hall", "Snug", "Boathouse"][i % 3],
}));

function Part({ name, children }: { name: string; children: ReactNode }) {
  return (
    <section className="border-t border-rule py-3">
      <h2 className="mb-2 font-semibold">{name}</h2>
      <div className="flex flex-wrap items-start gap-x-6 gap-y-3">{children}</div>
    </section>
  );
}

export default function KitPage() {
  const [few, setFew] = useState("mains");
  const [many, setMany] = useState("");
  const [filter, setFilter] = useState("");
  const [on, setOn] = useState(true);
  const [day, setDay] = useState("2026-11-26");
  const [asks, setAsks] = useState(false);
  const [tab, setTab] = useState("one");
  const [row, setRow] = useState("b");
  const [params] = useSearchParams();
  const language = params.get("language") ?? "en-GB";
  return (
    <main className="mx-auto max-w-4xl bg-pane px-6 py-5">
      <h1 className="text-xl font-semibold">Shared parts</h1>
      <p className="mb-3 text-soft">Each in every state it has. What is pressed answers.</p>
      <Part name="Choice by list">
        <Choice label="Supply" className="w-40" value={few} options={FEW} take={setFew} />
        <NamedChoice label="Supply" className="w-40" value={few} options={FEW} take={setFew} />
        <Choice label="Small" className="h-6 w-32 text-small" value={few} options={FEW} take={setFew} />
        <Choice label="Bare" bare className="w-32" value={few} options={FEW} take={setFew} />
        <Choice
          label="Refused"
          className="w-40 border-stop"
          invalid
          value={few}
          options={FEW}
          take={setFew}
        />
        <Choice label="Locked" className="w-40" disabled value={few} options={FEW} take={setFew} />
        <Filter name="Kind" value={filter} values={["shade", "lamp"]} onChange={setFilter} />
      </Part>
      <Part name="Choice by typing">
        <Choice
          label="Add a point"
          prompt="Add a point…"
          className="w-44"
          value={many}
          options={MANY}
          take={setMany}
        />
        <Choice label="Point" className="w-52" value="p4" options={MANY} take={setMany} />
        <Choice label="Bare point" bare className="w-52" value="p4" options={MANY} take={setMany} />
        <Choice label="Locked point" className="w-44" disabled value="p2" options={MANY} take={setMany} />
      </Part>
      <Part name="Day">
        <DayBox label="Due by" className="w-36" language={language} value={day} take={setDay} />
        <DayBox label="Optional" className="w-36" optional value="" take={setDay} />
        <DayBox
          label="Refused"
          className="w-52"
          value="2026-02-27"
          take={() => {
            throw new InputError([{ path: "Refused", reason: "must lie after today" }]);
          }}
        />
        <DayBox label="Locked" className="w-36" disabled value="2026-10-31" take={setDay} />
      </Part>
      <Part name="Tick, switch, one of a few">
        <Tick on={on} set={setOn} label="a tick" />
        <Tick on={!on} set={() => setOn(!on)} label="another" />
        <Tick on disabled set={setOn} label="locked" />
        <Tick on={on} set={setOn} large label="for fingers" />
        <Toggle on={on} set={setOn} label="switched on" />
        <Toggle on={false} disabled set={setOn} label="locked off" />
        <OneOf label="Supply" value={few} options={FEW} take={setFew} />
        <OneOf label="Supply again" down value={few} options={FEW} take={setFew} />
      </Part>
      <Part name="Fields of a page">
        <div className="w-60">
          <Field label="Name" defaultValue="Larkspur Weir" />
        </div>
        <FormError text="Name must have 1 to 120 characters." />
      </Part>
      <Part name="Buttons, menu, popover, dialog">
        <button type="button" className="button">
          Button
        </button>
        <button type="button" className="button button-main">
          Main
        </button>
        <button type="button" className="button" disabled>
          Locked
        </button>
        <Actions
          label="More"
          entries={[
            { text: "Copy" },
            { text: "Save as a file", href: "#file" },
            { text: "Remove", grave: true },
          ]}
        />
        <Pop label="About it" button="Popover">
          <p>Anything may stand here.</p>
        </Pop>
        <button type="button" className="button" onClick={() => setAsks(true)}>
          Dialog
        </button>
        {asks && (
          <Ask title="A question" lead="It must be answered first." onClose={() => setAsks(false)}>
            <div className="mt-4 text-right">
              <button type="button" className="button button-main" onClick={() => setAsks(false)}>
                Close
              </button>
            </div>
          </Ask>
        )}
      </Part>
      <Part name="Fold">
        <Fold title="Folded">What was folded away.</Fold>
        <Fold title="Unfolded" open>
          What is shown.
        </Fold>
      </Part>
      <Part name="Tabs">
        <div className="flex h-24 w-96 flex-col border border-rule">
          <Tabbed
            label="Tabs"
            tabs={[
              ["one", "One"],
              ["two", "Two"],
              ["three", "Three"],
            ]}
            tab={tab}
            show={setTab}
            aside={<span className="self-center text-small text-soft">at the end</span>}
          >
            <p className="p-3">Sheet {tab}</p>
          </Tabbed>
        </div>
      </Part>
      <Part name="Table">
        <div className="flex h-44 w-full flex-col border border-rule">
          <DataTable
            label="A table"
            rows={["a", "b", "c"].map((id, i) => ({ id, metres: 12.5 * (i + 1) }))}
            columns={[
              { id: "id", name: "Label", value: (one) => one.id, width: "8rem", mono: true },
              {
                id: "m",
                name: "Length, m",
                value: (one) => one.metres,
                width: "8rem",
                right: true,
                mono: true,
              },
            ]}
            keyOf={(one) => one.id}
            selected={row}
            onSelect={(one) => setRow(one.id)}
            totals={(rows) => ({ m: rows.reduce((sum, one) => sum + one.metres, 0).toFixed(1) })}
            empty="Nothing yet."
          />
        </div>
      </Part>
      <Part name="Glyphs">
        {GLYPH_NAMES.map((glyph) => (
          <span key={glyph} className="flex items-center gap-1.5">
            <Glyph glyph={glyph} /> {glyph}
          </span>
        ))}
      </Part>
      <Part name="Severity">
        {(["stop", "mend", "note"] as const).map((severity) => (
          <span key={severity} className="flex items-center gap-1.5">
            <SeverityMark severity={severity} /> {severity}
          </span>
        ))}
      </Part>
    </main>
  );
}
