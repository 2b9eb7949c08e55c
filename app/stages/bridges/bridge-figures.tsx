/** The figures of the stage's summary: what is stale, how much is shown where, and the next to join. */
import type { Design } from "#core/design/collections";
import { joinList, roomsToDo } from "#core/stages/bridges/joins";
import { bridgeStates, seenOf } from "#core/stages/bridges/matrix";
import { counted } from "#core/design/words";

export default function BridgeFigures({ design }: { design: Design }) {
  const stale = [...bridgeStates(design).values()].filter((state) => state.stale);
  const next = joinList(design).steps.find(({ done }) => !done);
  const rooms = roomsToDo(design).length;
  const seen = seenOf(design);
  const most = Math.max(
    1,
    ...design.ecosystems.map(({ id }) => seen.filter(({ ecosystem }) => ecosystem.id === id).length),
  );
  return (
    <>
      {(stale.length > 0 || next || rooms > 0) && (
        <section className="grid gap-1 border-b border-rule px-3.5 py-3">
          {stale.map(({ bridge, added, gone }) => (
            <p key={bridge.id} className="font-semibold text-mend">
              {bridge.name} is stale: {counted(added.length + gone.length, "device")} changed
            </p>
          ))}
          {next && (
            <p>
              Next: {next.of.name} joins {next.bridge.name},{" "}
              {next.from ? `shared from ${next.from.name}` : "by its code"}
            </p>
          )}
          {rooms > 0 && <p className="text-soft">{counted(rooms, "room")} to be put in by hand</p>}
        </section>
      )}
      {design.ecosystems.length > 0 && (
        <section className="border-b border-rule px-3.5 py-3">
          <h3 className="font-semibold">Shown to</h3>
          <ul className="mt-1.5 grid gap-1">
            {design.ecosystems.map(({ id, name }) => {
              const own = seen.filter(({ ecosystem }) => ecosystem.id === id).length;
              return (
                <li key={id} className="grid grid-cols-[7rem_1fr_2rem] items-center gap-2">
                  <span className="truncate">{name}</span>
                  <span className="h-2 bg-accent" style={{ width: `${(100 * own) / most}%` }} />
                  <span className="measure text-right">{own}</span>
                </li>
              );
            })}
          </ul>
        </section>
      )}
    </>
  );
}
