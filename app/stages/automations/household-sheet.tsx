/** The household's sheet: what the house does by itself, in whole sentences, and what its people can set. For the wall. */
import { Printer } from "lucide-react";
import { useMemo } from "react";
import { counted } from "#core/design/words";
import { householdSheet } from "#core/stages/automations/household-sheet";
import { useDesign } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { askPrint } from "../../kit/printing";

export default function HouseholdSheet() {
  const design = useDesign();
  const rooms = useMemo(() => householdSheet(design), [design]);
  const count = rooms.reduce((sum, { sentences }) => sum + sentences.length, 0);
  return (
    <section className="flex min-h-0 flex-1 flex-col" aria-label="Household's sheet">
      <div
        className="flex min-h-9 shrink-0 flex-wrap items-center gap-2 border-b border-rule bg-pane px-3 py-1"
        data-chrome
      >
        <h3 className="font-semibold">What the house does by itself</h3>
        <span className="text-small text-soft">
          {counted(count, "sentence")} that are switched on, by room.
        </span>
        <button type="button" className="button ml-auto h-6" onClick={askPrint}>
          <Printer size={13} /> Print
        </button>
      </div>
      {rooms.length === 0 ? (
        <Empty text="Nothing is switched on yet, and nobody can set anything." />
      ) : (
        <div
          className="min-h-0 flex-1 overflow-y-auto px-4 pb-6 print:overflow-visible print:px-0"
          tabIndex={0}
          role="region"
          aria-label="Sentences by room"
        >
          <p className="mt-3 max-w-3xl text-soft">
            A hand always goes before what is meant for comfort, saving and looks, for as long as the room
            says; safety goes before a hand. Whoever wants to be left alone turns the flag of the room.
          </p>
          {rooms.map(({ name, sentences, dials }) => (
            <section key={name} aria-label={name} className="mt-4 max-w-3xl">
              <h4 className="break-after-avoid border-b border-rule pb-0.5 text-base font-semibold">
                {name}
              </h4>
              {sentences.map((one) => (
                <div key={one.id} className="mt-2 break-inside-avoid">
                  <h5 className="font-semibold">
                    {one.name} <span className="text-small font-normal text-soft">for {one.class}</span>
                  </h5>
                  <p className="leading-6">{one.text}</p>
                </div>
              ))}
              {dials.length > 0 && (
                <table className="mt-2 w-full break-inside-avoid text-small">
                  <thead>
                    <tr className="text-left text-soft">
                      <th className="pr-3 font-normal">What can be set</th>
                      <th className="pr-3 font-normal">At the start</th>
                      <th className="pr-3 font-normal">By</th>
                      <th className="font-normal">On</th>
                    </tr>
                  </thead>
                  <tbody>
                    {dials.map((dial) => (
                      <tr key={dial.id} className="border-t border-rule/60 align-baseline">
                        <td className="py-0.5 pr-3">{dial.name}</td>
                        <td className="measure py-0.5 pr-3">{dial.value}</td>
                        <td className="py-0.5 pr-3">{dial.by}</td>
                        <td className={`py-0.5 ${dial.on === "nowhere" ? "text-mend" : ""}`}>{dial.on}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              )}
            </section>
          ))}
        </div>
      )}
    </section>
  );
}
