/**
 * What walls, floors and ceilings are made of: losses by band and thermal values, each with where it comes
 * from.
 */
import { Trash2 } from "lucide-react";
import { putRow } from "#core/design/row-changes";
import { type Design, type Rows, rowOf } from "#core/design/collections";
import { checkRow } from "#core/design/check-row";
import { removeRows } from "#core/design/remove";
import { SOURCES } from "#core/design/vocabulary";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { ChoiceField, TextField } from "../../kit/fields";

type Material = Rows["materials"];

/** How many rows name a material: one in use is not taken out. */
function usesOf(design: Design, id: string): number {
  const named = [
    ...design.walls.map((row) => row.material),
    ...design.openings.map((row) => row.material),
    ...design.levels.flatMap((row) => [row.slabMaterial, row.ceilingMaterial]),
    ...design.rooms.flatMap((row) => [row.floorMaterial, row.ceilingMaterial]),
  ];
  return named.filter((one) => one === id).length;
}

export default function Materials() {
  const design = useDesign();
  const { readOnly } = useDesk();
  const edit = useEdit();
  const put = (row: Material, values: Partial<Material>) => {
    // A value somebody changes is theirs, unless they say where it comes from.
    const next = checkRow(
      "materials",
      Object.fromEntries(
        Object.entries({ ...row, source: "yours", ...values }).filter(([, value]) => value !== undefined),
      ),
      "",
    );
    edit(() => putRow("materials", next));
  };
  const number = (text: string) => Number(text.replace(",", ".").trim() || NaN);
  const optional = (text: string) => (text.trim() ? number(text) : undefined);
  const rows = [...design.materials].sort((a, b) => a.name.localeCompare(b.name, "en"));
  return (
    <div className="relative min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label="Materials">
      <div className="flex items-center gap-3 border-b border-rule bg-pane px-3.5 py-1.5">
        <p className="text-small text-soft">
          Loss of a straight crossing in dB at each band; heat let through and density where they are known.
          Every value may be your own.
        </p>
        {!readOnly && (
          <button
            type="button"
            className="button button-main ml-auto h-6"
            onClick={() =>
              edit(() =>
                putRow("materials", {
                  id: newRowId("mt"),
                  name: "New material",
                  lossDb: { mhz868: 5, mhz2400: 8, mhz5000: 12 },
                  source: "yours",
                }),
              )
            }
          >
            New material
          </button>
        )}
      </div>
      <table className="w-full min-w-2xl">
        <thead className="text-left text-small text-soft">
          <tr className="h-7 border-b border-rule">
            <th className="w-52 px-3.5 font-normal">Material</th>
            <th className="font-normal">868 MHz, dB</th>
            <th className="font-normal">2.4 GHz, dB</th>
            <th className="font-normal">5 GHz, dB</th>
            <th className="font-normal">U, W/m²K</th>
            <th className="font-normal">kg/m³</th>
            <th className="font-normal">Source</th>
            <th className="font-normal">Used</th>
            <th>
              <span className="sr-only">Actions</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => {
            const uses = usesOf(design, row.id);
            const loss = (band: keyof Material["lossDb"], name: string) => (
              <td className="w-24 pr-3">
                <TextField
                  bare
                  mono
                  label={`${row.name}, ${name}`}
                  text={String(row.lossDb[band])}
                  take={(text) =>
                    put(row, {
                      lossDb: { ...rowOf(design, "materials", row.id).lossDb, [band]: number(text) },
                    })
                  }
                />
              </td>
            );
            return (
              <tr key={row.id} className="h-8 border-b border-rule/60">
                <td className="px-3.5">
                  <TextField
                    bare
                    label={`Name of ${row.name}`}
                    text={row.name}
                    take={(text) => put(row, { name: text.trim(), source: row.source })}
                  />
                </td>
                {loss("mhz868", "868 MHz")}
                {loss("mhz2400", "2.4 GHz")}
                {loss("mhz5000", "5 GHz")}
                <td className="w-20 pr-3">
                  <TextField
                    bare
                    mono
                    label={`${row.name}, U`}
                    text={row.uWm2K === undefined ? "" : String(row.uWm2K)}
                    take={(text) => put(row, { uWm2K: optional(text) })}
                  />
                </td>
                <td className="w-20 pr-3">
                  <TextField
                    bare
                    mono
                    label={`${row.name}, density`}
                    text={row.densityKgM3 === undefined ? "" : String(row.densityKgM3)}
                    take={(text) => put(row, { densityKgM3: optional(text) })}
                  />
                </td>
                <td className="w-24 pr-3">
                  <ChoiceField
                    bare
                    label={`Source of ${row.name}`}
                    value={row.source}
                    options={SOURCES.map((value) => ({ value, text: value }))}
                    take={(source) => source && put(row, { source })}
                  />
                </td>
                <td className="measure w-12">{uses}</td>
                <td className="pr-3.5 text-right">
                  {!readOnly && (
                    <button
                      type="button"
                      className="p-1 text-soft hover:text-stop disabled:opacity-40"
                      disabled={uses > 0}
                      title={uses ? "It is in use" : undefined}
                      aria-label={`Remove ${row.name}`}
                      onClick={() => edit((d) => removeRows(d, [{ in: "materials", id: row.id }]))}
                    >
                      <Trash2 size={13} />
                    </button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
