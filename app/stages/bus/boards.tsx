/** Controller boards: what each pin does, what a load does when something fails, supply, wiring, upkeep. */
import { Plus, X } from "lucide-react";
import { useState } from "react";
import { byId } from "#core/design/collections";
import { checkRow } from "#core/design/check-row";
import { groupDigits } from "#core/design/units";
import { dropRow, putRow } from "#core/design/row-changes";
import { removeRows } from "#core/design/remove";
import { counted } from "#core/design/words";
import { labourRate } from "#core/design/labour";
import {
  assignAll,
  assignPins,
  demandsOf,
  failStates,
  supplyWorking,
  usedW,
  whyNotPin,
} from "#core/stages/bus/pins";
import { CONTACTS, DEMANDS, type BoardRow, type PinRow } from "#core/design/rows/bus";
import { wiringSvg } from "#core/stages/bus/wiring-svg";
import { BOARD_PINS } from "#core/stages/house/bus-tables";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { say } from "../../desk/say";
import { Caution, Worked } from "../../inspect/parts";
import { Choice } from "../../kit/choice";
import { TextField } from "../../kit/fields";

export default function Boards() {
  const design = useDesign();
  const { readOnly, select, selection } = useDesk();
  const edit = useEdit();
  const [chosen, setChosen] = useState<string>();
  const of =
    selection?.in === "boards"
      ? selection.id
      : selection?.in === "pins"
        ? byId(design, "pins").get(selection.id)?.board
        : chosen;
  const board = byId(design, "boards").get(of ?? "") ?? design.boards[0];
  const add = () => {
    const id = newRowId("board");
    edit(() =>
      putRow("boards", {
        id,
        name: `Board ${design.boards.length + 1}`,
        has: structuredClone([...BOARD_PINS]),
        supplyV: 5,
        supplyW: 10,
        ownW: 1,
      }),
    );
    setChosen(id);
    select({ in: "boards", id, made: true });
  };
  if (!board)
    return (
      <Empty text="A board somebody builds: relays, switches and receivers on its pins. Parts that are supported as they come need no upkeep; a board of your own does, and it is counted here.">
        <button type="button" className="button button-main" onClick={add}>
          New board
        </button>
      </Empty>
    );
  return (
    <>
      <div
        className="flex h-9 shrink-0 items-center gap-1 overflow-x-auto border-b border-rule bg-pane px-2"
        data-chrome
      >
        <div role="group" aria-label="Board" className="flex">
          {design.boards.map((row) => (
            <button
              key={row.id}
              type="button"
              className="tool whitespace-nowrap"
              aria-pressed={row.id === board.id}
              onClick={() => {
                setChosen(row.id);
                select({ in: "boards", id: row.id });
              }}
            >
              {row.name}
            </button>
          ))}
        </div>
        {!readOnly && (
          <button type="button" className="button h-6 whitespace-nowrap" onClick={add}>
            New board
          </button>
        )}
      </div>
      <div
        className="relative min-h-0 flex-1 overflow-auto"
        tabIndex={0}
        role="region"
        aria-label={board.name}
      >
        <Head board={board} />
        <Demands board={board} />
        <Wiring board={board} />
        <Caution text="Relays switch mains: isolate, lock off and prove dead before work; plan to 80 % of a contact's rating, less for motors and heaters; mains and low voltage apart. What heats or cuts must not start by itself. Local codes and a licensed person decide." />
      </div>
    </>
  );
}

function Head({ board }: { board: BoardRow }) {
  const design = useDesign();
  const { readOnly } = useDesk();
  const edit = useEdit();
  const demands = demandsOf(design, board.id);
  const { pins, short } = assignPins(board, demands);
  const free = board.has.length - new Set(demands.map((row) => row.pin).filter(Boolean)).size;
  return (
    <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1 border-b border-rule px-3 py-2">
      <span>
        <strong className="font-semibold">{counted(demands.length, "demand")}</strong> on {board.has.length}{" "}
        pins, {free} free
      </span>
      <span>
        supply{" "}
        <Worked working={() => supplyWorking(design, board)}>{usedW(design, board).toFixed(2)} W</Worked> of{" "}
        <span className="measure">{board.supplyW} W</span>
      </span>
      {board.upkeepH !== undefined && (
        <span>
          upkeep <span className="measure">{board.upkeepH} h</span> a year,{" "}
          <span className="measure">
            {groupDigits(board.upkeepH * labourRate(design), 0)} {design.design.currency}
          </span>
          ; parts supported as they come: none
        </span>
      )}
      {short && (
        <span className="text-stop" role="alert">
          {short.demands.map((row) => row.does).join(", ")} can only be on{" "}
          {short.pins.length ? short.pins.join(", ") : "pins it does not have"}: one of them cannot be met.
        </span>
      )}
      {!readOnly && demands.length > 0 && (
        <button
          type="button"
          className="button button-main ml-auto h-6"
          onClick={() => {
            const changes = assignAll(design, board.id);
            edit(() => changes);
            say(
              changes.length
                ? `${counted(changes.length, "pin")} assigned anew, ${pins.size} of ${demands.length} demands met`
                : "Every demand is on a pin that serves it",
            );
          }}
        >
          Assign pins
        </button>
      )}
    </div>
  );
}

function Demands({ board }: { board: BoardRow }) {
  const design = useDesign();
  const { readOnly, select, selection } = useDesk();
  const edit = useEdit();
  const demands = demandsOf(design, board.id);
  const put = (row: PinRow, values: Partial<PinRow>) => {
    const next = Object.fromEntries(
      Object.entries({ ...row, ...values }).filter(([, value]) => value !== undefined),
    ) as unknown as PinRow;
    checkRow("pins", next, "");
    edit(() => putRow("pins", next));
  };
  return (
    <>
      <table className="w-full min-w-190">
        <caption className="sr-only">Demands of {board.name}</caption>
        <thead className="bg-pane text-left text-small text-soft">
          <tr className="h-7 border-b border-rule">
            <th className="px-3 font-normal">For</th>
            <th className="font-normal">What</th>
            <th className="font-normal">Pin</th>
            <th className="font-normal">Ends at</th>
            <th className="font-normal">Wire</th>
            <th className="font-normal">Contact</th>
            <th className="font-normal whitespace-nowrap">Without power</th>
            <th className="w-8">
              <span className="sr-only">Take out</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {demands.map((row) => {
            const pin = board.has.find(({ name }) => name === row.pin);
            const why = row.pin === undefined ? undefined : pin ? whyNotPin(pin, row.demand) : "no such pin";
            const [off] = failStates(row);
            return (
              <tr
                key={row.id}
                className={`h-8 border-b border-rule/60 ${selection?.id === row.id ? "bg-wash" : ""}`}
                data-demand={row.id}
              >
                <td className="px-3">
                  <button
                    type="button"
                    className="text-left hover:underline"
                    onClick={() => select({ in: "pins", id: row.id })}
                  >
                    {row.does}
                  </button>
                </td>
                <td className="text-small text-soft">{row.demand}</td>
                <td className="w-44">
                  <Choice
                    label={`Pin of ${row.does}`}
                    className="h-6 w-36 text-small"
                    disabled={readOnly}
                    prompt="no pin"
                    value={row.pin ?? ""}
                    options={[
                      { value: "", text: "no pin" },
                      ...board.has.map((one) => ({
                        value: one.name,
                        text: `pin ${one.name}`,
                        hint: whyNotPin(one, row.demand) ?? (one.atStart === "low" ? undefined : one.atStart),
                      })),
                    ]}
                    take={(name) => put(row, { pin: name || undefined })}
                  />
                  {why && <span className="block text-tiny text-stop">{why}</span>}
                </td>
                <td className="w-32">
                  <TextField
                    bare
                    label={`End of ${row.does}`}
                    text={row.at ?? ""}
                    take={(at) => put(row, { at: at.trim() || undefined })}
                  />
                </td>
                <td className="w-20">
                  <TextField
                    bare
                    label={`Wire of ${row.does}`}
                    text={row.colour ?? ""}
                    take={(colour) => put(row, { colour: colour.trim() || undefined })}
                  />
                </td>
                <td>
                  {row.demand === "relay" && (
                    <Choice
                      bare
                      label={`Contact of ${row.does}`}
                      className="h-6 w-34 text-small"
                      disabled={readOnly}
                      value={row.contact ?? "normally open"}
                      options={CONTACTS.map((value) => ({ value, text: value }))}
                      take={(contact) => put(row, { contact })}
                    />
                  )}
                </td>
                <td
                  className={`text-small ${off!.right === false ? "font-semibold text-mend" : "text-soft"}`}
                >
                  {row.demand === "relay" && off!.load.replace(/^the load is /, "").replace(/^the /, "")}
                </td>
                <td>
                  {!readOnly && (
                    <button
                      type="button"
                      className="tool"
                      aria-label={`Take out ${row.does}`}
                      onClick={() => edit(() => dropRow("pins", row.id))}
                    >
                      <X size={12} />
                    </button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {demands.length === 0 && <p className="px-3 py-2 text-soft">Nothing is asked of this board yet.</p>}
      {!readOnly && (
        <div className="flex flex-wrap gap-1.5 px-3 py-2">
          {DEMANDS.map((demand) => (
            <button
              key={demand}
              type="button"
              className="button h-6"
              onClick={() => {
                const id = newRowId("pin");
                const count = demands.filter((row) => row.demand === demand).length + 1;
                edit(() => putRow("pins", { id, board: board.id, demand, does: `${demand} ${count}` }));
                select({ in: "pins", id, made: true });
              }}
            >
              <Plus size={12} /> {demand}
            </button>
          ))}
          <button
            type="button"
            className="button ml-auto h-6 text-stop"
            onClick={() => edit((d) => removeRows(d, [{ in: "boards", id: board.id }]))}
          >
            Take this board out
          </button>
        </div>
      )}
    </>
  );
}

function Wiring({ board }: { board: BoardRow }) {
  const design = useDesign();
  const svg = wiringSvg(design, board);
  return (
    <section aria-label="Wiring" className="border-t border-rule px-3 py-3">
      <h3 className="flex items-center gap-3 font-semibold">
        Wiring
        <a
          className="button h-6 font-normal"
          href={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
          download={`${board.name}, wiring.svg`}
        >
          SVG
        </a>
      </h3>
      <div
        className="mt-2 overflow-x-auto"
        tabIndex={0}
        role="img"
        aria-label={`Wires of ${board.name}, with number and colour at both ends`}
        // Its words are escaped where it is drawn.
        dangerouslySetInnerHTML={{ __html: svg }}
      />
    </section>
  );
}
