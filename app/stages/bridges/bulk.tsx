/** Devices shown to an ecosystem or hidden from it, all of a label at once. */
import { useState } from "react";
import { counted } from "#core/design/words";
import { refusalOf } from "#core/stages/bridges/matrix";
import { hideFrom, showTo, usualBridge } from "#core/stages/bridges/save";
import { thingsOf } from "#core/stages/bridges/things";
import { byId } from "#core/design/collections";
import { useCsvIn } from "../../desk/csv-in";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { Choice } from "../../kit/choice";

export default function Bulk({ label, labels }: { label: string; labels: readonly string[] }) {
  const design = useDesign();
  const { url } = useDesk();
  const edit = useEdit();
  const [own, setOwn] = useState("");
  const [ecosystem, setEcosystem] = useState(design.ecosystems[0]?.id ?? "");
  const [picked, setBridge] = useState<string>();
  const bridge = picked ?? usualBridge(design, ecosystem) ?? design.bridges[0]?.id ?? "";
  const which = label || own || labels[0] || "";
  const devices = design.devices
    .filter(({ id, tags }) => tags?.includes(which) && thingsOf(design).get(id)?.type)
    .map(({ id }) => id);
  const shown = new Set(
    design.exposures.filter((row) => row.ecosystem === ecosystem).map(({ device }) => device),
  );
  const toShow = devices.filter((id) => !shown.has(id));
  const toHide = devices.filter((id) => shown.has(id));
  const target = byId(design, "ecosystems").get(ecosystem);
  const through = byId(design, "bridges").get(bridge);
  const refused = target && through ? refusalOf(target, through) : undefined;
  const { button, report } = useCsvIn("who sees what", async (text) => {
    const { readMatrix } = await import("#core/stages/bridges/matrix-csv");
    const { faults, changes, added, gone, changed } = readMatrix(design, text);
    return { faults, changes, said: `${added} shown, ${gone} hidden, ${changed} changed` };
  });
  return (
    <>
      <div
        className="relative flex min-h-9 shrink-0 flex-wrap items-center gap-1.5 border-b border-rule bg-pane px-2 py-1"
        role="group"
        aria-label="Show by label"
        data-chrome
      >
        <span className="text-soft">Labelled</span>
        {label ? (
          <span className="font-semibold">{label}</span>
        ) : (
          <Choice
            label="Label of the devices"
            className="h-6 w-24"
            value={which}
            prompt="no label yet"
            options={labels.map((value) => ({ value, text: value }))}
            take={setOwn}
          />
        )}
        <span className="text-soft">to</span>
        <Choice
          label="Ecosystem"
          className="h-6 w-30"
          value={ecosystem}
          options={design.ecosystems.map(({ id, name }) => ({ value: id, text: name }))}
          take={setEcosystem}
        />
        <span className="text-soft">through</span>
        <Choice
          label="Bridge"
          className="h-6 w-26"
          value={bridge}
          options={design.bridges.map(({ id, name }) => ({ value: id, text: name }))}
          take={setBridge}
        />
        <button
          type="button"
          className="button h-6"
          disabled={!toShow.length || refused !== undefined}
          title={refused}
          aria-label={`Show ${counted(toShow.length, "device")}`}
          onClick={() => edit((now) => showTo(now, toShow, ecosystem, bridge, which))}
        >
          Show {toShow.length}
        </button>
        <button
          type="button"
          className="button h-6"
          disabled={!toHide.length}
          aria-label={`Hide ${counted(toHide.length, "device")}`}
          onClick={() => edit((now) => hideFrom(now, toHide, ecosystem))}
        >
          Hide {toHide.length}
        </button>
        {refused && <span className="text-small text-mend">{refused}</span>}
        <span className="ml-auto flex gap-1.5">
          <a className="button h-6" href={`${url}/csv/who-sees-what`}>
            CSV
          </a>
          {button}
        </span>
      </div>
      {report}
    </>
  );
}
