/** Two people changed the same row: both versions side by side, and a choice. */
import { Ask } from "../kit/dialog";
import { fields } from "#core/design/fields";
import { SINGULAR } from "#core/design/collections";
import { ROW_CLASSES } from "#core/design/row-classes";
import { sameRow } from "#core/design/edit";
import type { Clash } from "#db/write-edit";
import { useDesk, useDeskPart } from "./desk";

const show = (value: unknown) =>
  value === undefined ? "–" : typeof value === "object" ? JSON.stringify(value) : String(value);

function Versions({ clash }: { clash: Clash }) {
  const mine = clash.mine as Record<string, unknown> | undefined;
  const theirs = clash.theirs as Record<string, unknown> | undefined;
  const differing = fields(ROW_CLASSES[clash.in]).filter(
    ({ name }) => !sameRow(mine?.[name], theirs?.[name]),
  );
  const name = String((theirs ?? mine)?.name ?? clash.id);
  return (
    <div className="mt-4">
      <h3 className="font-semibold">
        {name} <span className="font-normal text-soft">({SINGULAR[clash.in]})</span>
      </h3>
      <table className="mt-1 w-full text-small">
        <thead className="text-left text-soft">
          <tr>
            <th className="w-28 py-1 font-normal">Field</th>
            <th className="font-normal">Yours</th>
            <th className="font-normal">Theirs</th>
          </tr>
        </thead>
        <tbody>
          {(!mine || !theirs) && (
            <tr className="border-t border-rule">
              <td className="py-1 text-soft">row</td>
              <td>{mine ? "kept" : "removed"}</td>
              <td>{theirs ? "kept" : "removed"}</td>
            </tr>
          )}
          {mine &&
            theirs &&
            differing.map((field) => (
              <tr key={field.name} className="border-t border-rule">
                <td className="py-1 text-soft">{field.name}</td>
                <td className="measure">{show(mine[field.name])}</td>
                <td className="measure">{show(theirs[field.name])}</td>
              </tr>
            ))}
        </tbody>
      </table>
    </div>
  );
}

export default function ClashDialog({ names }: { names: Record<string, string> }) {
  const { store } = useDesk();
  const clash = useDeskPart("clash");
  const other = useDeskPart("other");
  const who = (other && names[other.person]) ?? "Somebody else";
  const isEdit = clash?.pending.kind === "edit";
  return (
    <Ask
      wide
      title={isEdit ? `${who} changed the same thing meanwhile` : "This cannot be taken back as it was"}
      lead={
        isEdit
          ? "Yours is not saved yet. Which version should stand?"
          : `${who} has changed it since; their version stays unless you change it yourself.`
      }
      onClose={() => {}}
    >
      {clash?.clashes.map((one) => (
        <Versions key={`${one.in}/${one.id}`} clash={one} />
      ))}
      <div className="mt-5 flex justify-end gap-2">
        <button type="button" className="button" onClick={() => store.resolve("theirs")}>
          Keep theirs
        </button>
        {isEdit && (
          <button type="button" className="button button-main" onClick={() => store.resolve("mine")}>
            Keep mine
          </button>
        )}
      </div>
    </Ask>
  );
}
