/** What the register is about, in figures: how far the house is, what is due, what fails its check. */
import { Link } from "react-router";
import type { Design } from "#core/design/collections";
import { counted } from "#core/design/words";
import { cellVisitsOf } from "#core/stages/register/cells";
import { codeState } from "#core/stages/register/codes";
import { commissioningOf, isOpen } from "#core/stages/register/steps";
import { asOf } from "#core/stages/register/upkeep-checks";
import { firmwareOf } from "#core/stages/register/versions";
import { useDesk } from "../../desk/desk";

function Line({ to, children }: { to: string; children: React.ReactNode }) {
  const { url } = useDesk();
  return (
    <li>
      <Link className="block py-1 hover:underline" to={`${url}/register?view=${to}`}>
        {children}
      </Link>
    </li>
  );
}

export default function RegisterFigures({ design }: { design: Design }) {
  const all = [...commissioningOf(design).values()];
  const open = all.filter(isOpen);
  const [visit] = cellVisitsOf(design);
  const day = asOf(design);
  const bad = design.devices.filter((device) => codeState(device) === "bad").length;
  const old = [...firmwareOf(design).values()].filter(({ tooOld }) => tooOld).length;
  const hours = open.reduce((sum, { leftMin }) => sum + leftMin, 0) / 60;
  return (
    <ul className="border-b border-rule px-3.5 py-2" aria-label="What is to be done">
      {all.length > 0 && (
        <Line to="commissioning">
          <span className="measure">
            {all.length - open.length} of {all.length}
          </span>{" "}
          commissioned
          {open.length ? <span className="text-soft">, {hours.toFixed(1)} h of steps left</span> : null}
        </Line>
      )}
      {visit && (
        <Line to="upkeep">
          Next visit{" "}
          <span className={`font-mono ${day && visit.on < day ? "font-semibold text-stop" : ""}`}>
            {visit.on}
          </span>
          <span className="text-soft">
            {" "}
            {Object.entries(visit.cells)
              .map(([cell, count]) => `${count} × ${cell}`)
              .join(", ") || "to charge"}
          </span>
        </Line>
      )}
      {bad > 0 && (
        <Line to="keys">
          <span className="font-semibold text-mend">
            {counted(bad, "code")} {bad === 1 ? "fails its" : "fail their"} check
          </span>
        </Line>
      )}
      {old > 0 && (
        <Line to="upkeep&of=firmware">
          <span className="font-semibold text-mend">{counted(old, "device")} with firmware too old</span>
        </Line>
      )}
    </ul>
  );
}
