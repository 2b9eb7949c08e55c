/** Can this control be linked to that device, so that it works with the hub off? */
import { useState } from "react";
import { adviseBinding } from "#core/stages/choose/advise/binding";
import type { OptionRow } from "#core/design/rows/choose";
import { useDesign } from "../../desk/desk";
import { Advice, Pick } from "./advice";
import { Tick } from "../../kit/ticks";

const CONTROLS = new Set<OptionRow["kind"]>([
  "keypad",
  "remote",
  "switch",
  "insert",
  "dimmer",
  "presence sensor",
  "contact sensor",
]);
const ACTS = new Set<OptionRow["kind"]>([
  "lamp",
  "insert",
  "switch",
  "dimmer",
  "in-line dimmer",
  "relay",
  "plug",
  "shade motor",
  "curtain runner",
  "chain drive",
]);

export default function AdviseBinding() {
  const design = useDesign();
  const [from, setFrom] = useState("keypad-zb-4");
  const [to, setTo] = useState("dimmer-zb");
  const [same, setSame] = useState(true);
  const controls = design.options.filter((row) => CONTROLS.has(row.kind));
  const devices = design.options.filter((row) => ACTS.has(row.kind));
  const control = controls.find((row) => row.id === from) ?? controls[0];
  const device = devices.find((row) => row.id === to) ?? devices[0];
  if (!control || !device)
    return (
      <p className="p-4 text-soft">The catalogue has no control, or nothing that a control could work.</p>
    );
  const advice = adviseBinding(control, device, same);
  const listed = (rows: readonly OptionRow[]) =>
    [...rows]
      .sort((a, b) => a.protocol.localeCompare(b.protocol) || a.name.localeCompare(b.name))
      .map((row) => ({ value: row.id, text: `${row.name} (${row.protocol})` }));
  return (
    <Advice
      title="Direct link, control to device"
      verdict={advice.verdict}
      good={advice.possible}
      reasons={advice.reasons}
      fields={
        <>
          <Pick label="Control" value={control.id} options={listed(controls)} take={setFrom} />
          <Pick label="Device" value={device.id} options={listed(devices)} take={setTo} />
          <Tick on={same} set={setSame} label="on one network" />
        </>
      }
      drawing={
        <svg viewBox="0 0 560 150" className="h-auto w-full max-w-160" role="img" aria-label={advice.verdict}>
          <rect
            x={230}
            y={10}
            width={100}
            height={34}
            className="fill-pane stroke-soft"
            strokeDasharray="4 3"
          />
          <text x={280} y={31} textAnchor="middle" className="fill-soft text-[12px]">
            hub, off
          </text>
          <path
            d="M130 92 L236 44M324 44 L430 92"
            className="stroke-soft"
            strokeDasharray="3 4"
            fill="none"
          />
          <rect x={10} y={92} width={190} height={44} className="fill-raised stroke-structure" />
          <text x={105} y={111} textAnchor="middle" className="fill-ink text-[12px]">
            {cut(control.name)}
          </text>
          <text x={105} y={127} textAnchor="middle" className="fill-soft font-mono text-[11px]">
            {control.protocol}
          </text>
          <rect x={360} y={92} width={190} height={44} className="fill-raised stroke-structure" />
          <text x={455} y={111} textAnchor="middle" className="fill-ink text-[12px]">
            {cut(device.name)}
          </text>
          <text x={455} y={127} textAnchor="middle" className="fill-soft font-mono text-[11px]">
            {device.protocol}
          </text>
          <line
            x1={200}
            x2={360}
            y1={114}
            y2={114}
            className={advice.possible ? "stroke-control" : "stroke-stop"}
            strokeWidth={2.2}
            strokeDasharray={advice.possible ? undefined : "6 5"}
          />
          {advice.possible ? (
            <path d="M352 108 360 114 352 120" className="fill-none stroke-control" strokeWidth={2.2} />
          ) : (
            <path d="M272 106 288 122M288 106 272 122" className="stroke-stop" strokeWidth={2.6} />
          )}
        </svg>
      }
    />
  );
}

const cut = (text: string) => (text.length > 28 ? `${text.slice(0, 27)}…` : text);
