/** Bands of radio with their figures, what a printed range is worth in this house, and what materials take. */
import { FileDown } from "lucide-react";
import { putRow } from "#core/design/row-changes";
import { byId } from "#core/design/collections";
import { formatLength } from "#core/design/units";
import { RADIO_PROFILE_TABLE } from "#core/stages/house/radio-table";
import type { MaterialRow } from "#core/design/rows/house-structure";
import { bandsOf } from "#core/stages/mesh/links";
import { rangeWorking, shrunkOf, type Shrunk } from "#core/stages/mesh/range";
import type { RadioProfileRow } from "#core/design/rows/mesh";
import { useCsvIn } from "../../desk/csv-in";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { Worked } from "../../inspect/parts";
import { DataTable, type Column } from "../../kit/table";

const figure = (
  id: string,
  name: string,
  value: (row: RadioProfileRow) => number | undefined,
  width: string,
  from?: number,
): Column<RadioProfileRow> => ({
  id,
  name,
  value,
  width,
  right: true,
  mono: true,
  ...(from === undefined ? {} : { from }),
});

const loss = (id: keyof MaterialRow["lossDb"], name: string): Column<MaterialRow> => ({
  id,
  name,
  value: (row) => row.lossDb[id],
  width: "5.5rem",
  right: true,
  mono: true,
});

const MATERIALS: Column<MaterialRow>[] = [
  {
    id: "name",
    name: "Material, dB straight through",
    value: ({ name }) => name,
    width: "minmax(10rem,1fr)",
  },
  loss("mhz868", "868 MHz"),
  loss("mhz2400", "2.4 GHz"),
  loss("mhz5000", "5 GHz"),
  { id: "source", name: "Source", value: ({ source }) => source, width: "6rem" },
];

export default function Profiles() {
  const design = useDesign();
  const { preferences, readOnly, select, selection, url } = useDesk();
  const edit = useEdit();
  const metres = (m: number) => formatLength(m, preferences.units, m < 10 ? 1 : 0);
  const missing = RADIO_PROFILE_TABLE.filter((row) => !byId(design, "radioProfiles").has(row.id));
  const takeMissing = () =>
    edit(() => missing.flatMap((row) => putRow("radioProfiles", structuredClone(row))));
  const { button, report } = useCsvIn("radio profiles", async (text) => {
    const { readRadioProfiles, takeRadioProfiles } = await import("#core/stages/mesh/profiles-csv");
    const { rows, faults } = readRadioProfiles(design, text);
    const made = faults.length ? undefined : takeRadioProfiles(design, rows);
    return {
      faults,
      changes: made?.changes ?? [],
      said: `${made?.added} added, ${made?.replaced} replaced`,
    };
  });
  const bands = new Map(bandsOf(design).map((band) => [band.profile.id, band]));
  const shrunk = new Map<string, Shrunk>();
  for (const [id, band] of bands) {
    const one = shrunkOf(design, band);
    if (one) shrunk.set(id, one);
  }
  const columns: Column<RadioProfileRow>[] = [
    { id: "name", name: "Profile", value: ({ name }) => name, width: "minmax(7rem,1fr)" },
    { id: "form", name: "Form", value: ({ form }) => form, width: "6rem", from: 940 },
    figure("mhz", "MHz", ({ mhz }) => mhz, "5rem"),
    figure("n", "n", ({ n }) => n, "3rem"),
    figure("fade", "Fade dB", ({ fadeDb }) => fadeDb, "4.5rem", 800),
    figure("tx", "Sends dBm", ({ txDbm }) => txDbm, "5.5rem", 860),
    figure("ear", "Ear dBm", ({ sensitivityDbm }) => sensitivityDbm, "5rem", 560),
    figure("hops", "Hops", ({ maxHops }) => maxHops, "3.5rem", 1000),
    {
      id: "range",
      name: "Printed, and here",
      value: (row) => shrunk.get(row.id)?.halfM ?? row.openAirM,
      cell: (row) => {
        const one = shrunk.get(row.id);
        if (!one) return row.openAirM === undefined ? "–" : metres(row.openAirM);
        return (
          <Worked working={() => rangeWorking(bands.get(row.id)!, one)}>
            {metres(one.printedM)} → {metres(one.leastM)} to {metres(one.mostM)}
          </Worked>
        );
      },
      width: "12.5rem",
      right: true,
      mono: true,
    },
    { id: "source", name: "Source", value: ({ source }) => source, width: "minmax(8rem,1.2fr)", from: 1080 },
  ];
  return (
    <>
      <div
        className="relative flex h-9 shrink-0 items-center gap-1.5 overflow-x-auto border-b border-rule bg-pane px-3 text-small"
        data-chrome
      >
        <span className="whitespace-nowrap text-soft">
          What each band has, and what the range on the box is worth between these walls.
        </span>
        <span className="ml-auto flex gap-1.5">
          {!readOnly && missing.length > 0 && (
            <button type="button" className="button h-6 whitespace-nowrap" onClick={takeMissing}>
              The usual profiles
            </button>
          )}
          <a className="button h-6" href={`${url}/csv/radio-profiles`}>
            <FileDown size={13} /> CSV
          </a>
          {button}
        </span>
      </div>
      {report}
      <div className="flex min-h-40 flex-[3] flex-col">
        <DataTable
          label="Radio profiles"
          rows={design.radioProfiles}
          columns={columns}
          keyOf={({ id }) => id}
          selected={selection?.in === "radioProfiles" ? selection.id : undefined}
          onSelect={({ id }) => select({ in: "radioProfiles", id })}
          empty={
            <Empty text="No profile yet: a band, how it spreads, what its networks bear.">
              {!readOnly && (
                <button type="button" className="button button-main" onClick={takeMissing}>
                  Take the usual ones
                </button>
              )}
            </Empty>
          }
        />
      </div>
      <div className="flex min-h-40 flex-[4] flex-col border-t border-rule">
        <DataTable
          label="What materials take"
          rows={design.materials}
          columns={MATERIALS}
          keyOf={({ id }) => id}
          selected={selection?.in === "materials" ? selection.id : undefined}
          onSelect={({ id }) => select({ in: "materials", id })}
          empty="No material yet: the House stage has the usual ones."
        />
      </div>
    </>
  );
}
