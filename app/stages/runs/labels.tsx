/** Cable labels: the sheet, how many, and the first of them as they will be printed. */
import { FileDown } from "lucide-react";
import { useMemo, useState } from "react";
import { codeOf, LABEL_SHEETS, labelsOf, placeLabels } from "#core/stages/runs/labels";
import { legendLine } from "#core/stages/runs/legend";
import { useDesign, useDesk } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { JacketShape } from "./jacket";
import { NamedChoice } from "../../kit/choice";

export default function Labels() {
  const design = useDesign();
  const { url, select } = useDesk();
  const [id, setId] = useState(LABEL_SHEETS[0]!.id);
  const [used, setUsed] = useState(0);
  const sheet = LABEL_SHEETS.find((one) => one.id === id)!;
  const perPage = sheet.across * sheet.down;
  const skip = Math.min(used, perPage - 1);
  const labels = useMemo(() => labelsOf(design), [design]);
  const placed = useMemo(() => placeLabels(labels, sheet, skip), [labels, sheet, skip]);
  if (!labels.length)
    return (
      <Empty text="No drop yet, so nothing to label.">
        <ToSheet stage="runs" text="To plan and schedule" />
      </Empty>
    );
  const pages = placed.at(-1)!.page + 1;
  const [width, height] = sheet.labelMm;
  const shown = placed.filter((one) => one.page === 0);
  return (
    <>
      <div className="flex min-h-9 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule bg-pane px-3 py-1 text-small">
        <NamedChoice
          label="Sheet"
          className="h-6 w-52 text-small"
          value={id}
          options={LABEL_SHEETS.map((one) => ({ value: one.id, text: one.name }))}
          take={setId}
        />
        <label className="flex items-center gap-1.5">
          <span className="text-soft">Used up on the first</span>
          <input
            type="number"
            className="field h-6 w-16 font-mono"
            min={0}
            max={perPage - 1}
            value={skip}
            onChange={(event) => setUsed(Math.max(0, Math.round(Number(event.target.value) || 0)))}
          />
        </label>
        <span className="text-soft">
          <span className="measure text-ink">{labels.length}</span> labels for {labels.length / 2} drops on{" "}
          <span className="measure text-ink">{pages}</span> {pages === 1 ? "sheet" : "sheets"}
        </span>
        <a
          className="button button-main ml-auto h-6"
          href={`${url}/labels/${sheet.id}${skip ? `?skip=${skip}` : ""}`}
          download
        >
          <FileDown size={13} /> PDF
        </a>
      </div>
      <div
        className="min-h-0 flex-1 overflow-auto bg-ground p-3"
        tabIndex={0}
        role="region"
        aria-label="First sheet of labels"
      >
        <svg
          viewBox={`0 0 ${sheet.pageMm[0]} ${sheet.pageMm[1]}`}
          className="mx-auto block w-full max-w-170 paper bg-white shadow"
          role="img"
          aria-label={`First sheet: ${shown.length} labels from ${shown[0]!.label}`}
        >
          {shown.map((one) => {
            const { size, dark } = codeOf(one.drop);
            const side = Math.min(height * 0.84, width * 0.4);
            const module = side / size;
            return (
              <g
                key={`${one.drop.key} ${one.end}`}
                transform={`translate(${one.x},${one.y})`}
                onClick={() => select({ in: "points", id: one.drop.point.id, drop: one.drop.key })}
              >
                <rect
                  width={width}
                  height={height}
                  rx={1.2}
                  className="fill-none stroke-rule"
                  strokeWidth={0.15}
                />
                <path
                  transform={`translate(${height * 0.08},${height * 0.08})`}
                  className="fill-ink"
                  d={dark
                    .map(
                      ([row, column]) =>
                        `M${column * module} ${row * module}h${module}v${module}h${-module}z`,
                    )
                    .join("")}
                />
                <text
                  x={side + height * 0.16}
                  y={height * 0.32}
                  fontSize={Math.min(3, (width - side - height * 0.24 - 4) / (one.label.length * 0.62))}
                  fontWeight={700}
                  className="fill-ink font-mono"
                >
                  {one.label}
                </text>
                <svg
                  x={width - 3.4}
                  y={height * 0.08}
                  width={2.4}
                  height={height * 0.84}
                  viewBox="0 0 14 40"
                  preserveAspectRatio="none"
                >
                  <g transform="translate(14 0) rotate(90)">
                    <JacketShape line={legendLine(design, one.drop.kind.service)} />
                  </g>
                </svg>
                {side > 7 && (
                  <text x={side + height * 0.16} y={height * 0.55} fontSize={2.1} className="fill-ink">
                    {cut(one.here, width - side - height * 0.24 - 4)}
                  </text>
                )}
                {side > 7 && (
                  <text x={side + height * 0.16} y={height * 0.74} fontSize={2.1} className="fill-soft">
                    {cut(`to ${one.there}`, width - side - height * 0.24 - 4)}
                  </text>
                )}
              </g>
            );
          })}
        </svg>
      </div>
    </>
  );
}

/** About as much as goes into so many mm at this size. */
const cut = (text: string, mm: number) =>
  text.length * 1.08 > mm ? `${text.slice(0, Math.max(1, Math.floor(mm / 1.08) - 1))}…` : text;
