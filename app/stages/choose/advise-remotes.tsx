/** Remotes side by side: buttons, which way up, cell, dimming. */
import { remoteFacts } from "#core/stages/choose/advise/remote";
import { groupDigits } from "#core/design/units";
import { useDesign, useDesk } from "../../desk/desk";
import { Advice } from "./advice";

/** Where the buttons are, in a body of 1 × 1.6. */
function spots(buttons: number): [number, number, number][] {
  if (buttons === 1) return [[20, 28, 11]];
  if (buttons === 5)
    return [
      [20, 28, 6],
      [20, 13, 5],
      [20, 43, 5],
      [8, 28, 5],
      [32, 28, 5],
    ];
  const columns = buttons > 3 ? 2 : 1;
  const rows = Math.ceil(buttons / columns);
  return Array.from({ length: buttons }, (_, i) => [
    columns === 1 ? 20 : 12 + (i % 2) * 16,
    28 + (Math.floor(i / columns) - (rows - 1) / 2) * Math.min(18, 46 / rows),
    Math.min(6.5, 20 / rows),
  ]);
}

export default function AdviseRemotes() {
  const design = useDesign();
  const { select } = useDesk();
  const facts = remoteFacts(design.options);
  const steps = facts.filter((fact) => fact.option.dimming === "steps");
  return (
    <Advice
      title="Hand remotes and battery switches"
      good={steps.length > 0}
      verdict={
        steps.length
          ? `For dimming by hand take one that sends steps: ${steps
              .slice(0, 2)
              .map((fact) => fact.option.name)
              .join(" or ")}`
          : "None in the catalogue sends steps: what remembers a level jumps"
      }
      reasons={[
        "In the dark the hand decides: what cannot be told by touch gets a raised dot, or its place on the wall",
        "One automation serves all buttons of a remote",
        "Keep to one size of cell in a house, and two of it in the drawer",
      ]}
      caution="Button cells burn what swallows them: a screw on the lid where children or pets are."
    >
      <ul className="mt-4 grid grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-px bg-rule">
        {facts.map(({ option, touch, cell, dims, link }) => (
          <li key={option.id} className="grid grid-cols-[2.75rem_minmax(0,1fr)] gap-2.5 bg-raised p-2.5">
            <svg viewBox="0 0 40 56" className="w-11" aria-hidden="true">
              <rect
                x="1"
                y="1"
                width="38"
                height="54"
                rx={option.kind === "remote" ? 8 : 2}
                className="fill-pane stroke-structure"
              />
              {spots(option.buttons ?? 1).map(([cx, cy, r]) =>
                option.dimming === "knob" ? (
                  <g key={`${cx} ${cy}`}>
                    <circle cx={cx} cy={cy} r={13} className="fill-raised stroke-structure" />
                    <line x1={cx} y1={cy} x2={cx + 7} y2={cy - 8} className="stroke-accent" strokeWidth="2" />
                  </g>
                ) : (
                  <circle
                    key={`${cx} ${cy}`}
                    cx={cx}
                    cy={cy}
                    r={r}
                    className="fill-raised stroke-structure"
                  />
                ),
              )}
            </svg>
            <div className="min-w-0 text-small">
              <button
                type="button"
                className="block text-left text-table font-semibold hover:underline"
                onClick={() => select({ in: "options", id: option.id })}
              >
                {option.name}
              </button>
              <p className="text-soft">
                {option.protocol} · <span className="measure">{groupDigits(option.price, 2)}</span>{" "}
                {design.design.currency}
              </p>
              <p className={touch.told === "no" ? "text-mend" : ""}>{touch.text}.</p>
              <p className={option.dimming === "remembered level" ? "text-mend" : ""}>
                {dims[0]!.toUpperCase() + dims.slice(1)}.
              </p>
              <p className="text-soft">
                {cell}; {link}
              </p>
            </div>
          </li>
        ))}
      </ul>
    </Advice>
  );
}
