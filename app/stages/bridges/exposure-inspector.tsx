/** A device as each ecosystem sees it: name, type, room, what is lost, what works without the internet. */
import { byId, type Design } from "#core/design/collections";
import { changeRow, dropRow } from "#core/design/row-changes";
import { InputError } from "#core/design/input-error";
import { callIt } from "#core/stages/bridges/call-it";
import { exposuresOf, type Exposed } from "#core/stages/bridges/matrix";
import { showTo, usualBridge } from "#core/stages/bridges/save";
import { alikeIn, betterNames } from "#core/stages/bridges/spoken";
import type { InspectorProps } from "../../desk/parts";
import { useDesk, useEdit } from "../../desk/desk";
import { Caution, Fact, Heading } from "../../inspect/parts";
import { TextField } from "../../kit/fields";
import { Tick } from "../../kit/ticks";
import { shownState, STATE_WORDS, StateMark } from "./marks";

export default function ExposureInspector({ design, id }: InspectorProps) {
  const { readOnly } = useDesk();
  const edit = useEdit();
  const row = byId(design, "exposures").get(id);
  if (!row) return null;
  const all = exposuresOf(design).filter(({ device }) => device.id === row.device);
  const [first] = all;
  const alike = alikeIn(design).filter(
    ({ a, b }) => a.device.id === row.device || b.device.id === row.device,
  );
  const name = (text: string) => {
    if (!text.trim()) throw new InputError([{ path: "Spoken name", reason: "is missing" }]);
    return edit((now) => callIt(now, row.device, text.trim()));
  };
  return (
    <>
      <Heading
        title={first!.device.name}
        text={`${first!.thing.type ?? "nothing that is shown"} · shown to ${all.filter(({ state }) => state !== "refused").length} of ${design.ecosystems.length}`}
      />
      <div className="border-b border-rule px-3.5 py-3">
        <TextField label="Spoken" called="Spoken name" text={first!.spokenName} take={name} />
        {alike.map(({ a, b, ecosystem, why }) => {
          const other = a.device.id === row.device ? b : a;
          return (
            <div key={`${ecosystem} ${other.device.id}`} className="mt-2">
              <p className="font-semibold text-mend">
                {why === "same" ? "Called as" : why === "contained" ? "One in the other:" : "Sounds like"}{" "}
                {other.spokenName}
              </p>
              {!readOnly && (
                <p className="mt-1 flex flex-wrap gap-1.5">
                  {betterNames(design, first!).map((better) => (
                    <button
                      key={better}
                      type="button"
                      className="button h-6"
                      onClick={() => edit((now) => callIt(now, row.device, better))}
                    >
                      Call it {better}
                    </button>
                  ))}
                </p>
              )}
            </div>
          );
        })}
      </div>
      {all.map((one) => (
        <One key={one.row.id} design={design} one={one} />
      ))}
      {!readOnly && <Further design={design} device={row.device} shown={all} />}
      {first!.thing.danger && (
        <div className="mt-3">
          <Caution text="Not by a word that anybody can say: a second factor, or not shown. The way out by hand stays, power or no power." />
        </div>
      )}
    </>
  );
}

/** Ecosystems it is not shown to, each with a press that shows it there. */
function Further({ design, device, shown }: { design: Design; device: string; shown: readonly Exposed[] }) {
  const edit = useEdit();
  const others = design.ecosystems.filter(({ id }) => !shown.some(({ ecosystem }) => ecosystem.id === id));
  if (!others.length) return null;
  return (
    <p className="flex flex-wrap gap-1.5 border-b border-rule px-3.5 py-3">
      {others.map(({ id, name }) => {
        const bridge = usualBridge(design, id) ?? design.bridges[0]?.id;
        return (
          bridge !== undefined && (
            <button
              key={id}
              type="button"
              className="button h-6"
              onClick={() => edit((now) => showTo(now, [device], id, bridge))}
            >
              Show it to {name}
            </button>
          )
        );
      })}
    </p>
  );
}

function One({ design, one }: { design: Design; one: Exposed }) {
  const { readOnly } = useDesk();
  const edit = useEdit();
  const { row, ecosystem, bridge, type, room, lost, offline, why, byStandIn } = one;
  const state = shownState(one);
  const put = (values: Partial<typeof row>) => edit((now) => changeRow(now, "exposures", row.id, values));
  return (
    <section className="border-b border-rule px-3.5 py-3" data-exposure={row.id}>
      <h3 className="flex items-center gap-1.5 font-semibold">
        <StateMark state={state} />
        {ecosystem.name}
        <span className="font-normal text-soft">{STATE_WORDS[state]}</span>
      </h3>
      {why !== undefined && <p className={state === "refused" ? "text-stop" : "text-mend"}>{why}.</p>}
      <dl className="mt-1">
        <Fact label="Through">
          {bridge.name}, port <span className="measure">{bridge.port}</span>
        </Fact>
        {type && <Fact label="As">{type}</Fact>}
        <Fact label="Lost">{lost.join(", ") || "nothing"}</Fact>
        <Fact label="No internet">{offline ? "works" : "does not work"}</Fact>
        {room !== undefined && (
          <Fact label="Room">
            {byId(design, "rooms").get(room)?.name}
            {ecosystem.roomsCarry ? ", carries over" : row.placed ? ", put in" : ", to be put in by hand"}
          </Fact>
        )}
      </dl>
      {!readOnly && (
        <p className="mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-1">
          {!ecosystem.roomsCarry && (
            <Tick
              label="Put into its room"
              on={row.placed === true}
              set={(on) => put({ placed: on || undefined })}
            />
          )}
          {one.thing.danger && ecosystem.factorFor?.includes(one.thing.danger) && (
            <Tick
              label="Asks for a second factor"
              on={row.factor === true}
              set={(on) => put({ factor: on || undefined })}
            />
          )}
          {byStandIn && (
            <button type="button" className="button h-6" onClick={() => put({ as: byStandIn })}>
              Show it by a {byStandIn}
            </button>
          )}
          <button
            type="button"
            className="button h-6"
            onClick={() => edit(() => dropRow("exposures", row.id))}
          >
            Hide it there
          </button>
        </p>
      )}
    </section>
  );
}
