/** Above a channel's form: what it carries, the direct links to it, and every way its load can be worked. */
import { X } from "lucide-react";
import type { Design, Rows } from "#core/design/collections";
import { dropRow, putRow } from "#core/design/row-changes";
import { feedText } from "#core/stages/bus/channel-checks";
import { channelWorking, isOutput, modulesOf } from "#core/stages/bus/channels";
import { criticalWhy, inputsOf, linkName, pathsTo } from "#core/stages/bus/links";
import { newRowId, useDesk, useEdit } from "../../desk/desk";
import { Fact, Worked } from "../../inspect/parts";
import { Choice } from "../../kit/choice";

export default function ChannelFacts({ design, row }: { design: Design; row: Rows["channels"] }) {
  const { readOnly } = useDesk();
  const edit = useEdit();
  const module = modulesOf(design).find((one) => one.row.id === row.module);
  const channel = module?.channels.find((one) => one.row.id === row.id);
  if (!module || !channel || !isOutput(module.type)) return null;
  const { load, links, mostA, why } = channel;
  if (!load) return <p>Nothing hangs on it.</p>;
  const critical = criticalWhy(design, load);
  const taken = new Set(links.map((link) => `${link.input ?? ""} ${link.channel ?? ""}`));
  const free = inputsOf(design).filter(
    (one) => !taken.has(one.in === "points" ? `${one.id} ` : ` ${one.id}`),
  );
  const paths = pathsTo(design, load);
  return (
    <>
      <dl>
        <Fact label="Takes">
          <Worked working={() => channelWorking(design, module, channel)}>{channel.amps.toFixed(2)} A</Worked>{" "}
          <span className="text-soft">
            {channel.watts.toFixed(0)} W{mostA === undefined ? "" : `, ${mostA} A at most`}
          </span>
        </Fact>
        <Fact label="Fed by">
          {feedText(design, channel) ?? (load.carries === "mains" ? "no circuit yet" : `${load.volts} V`)}
        </Fact>
        {critical && <Fact label="Critical">{critical}</Fact>}
      </dl>
      {why && <p className="mt-1 text-small font-semibold text-stop">{why}</p>}
      <section aria-label="Direct links" className="mt-3">
        <h3 className="font-semibold">Works without the hub from</h3>
        <ul className="mt-1 grid gap-1">
          {links.map((link) => (
            <li key={link.id} className="flex items-center justify-between gap-2">
              {linkName(design, link)}
              {!readOnly && (
                <button
                  type="button"
                  className="tool"
                  aria-label={`Take the link from ${linkName(design, link)} out`}
                  onClick={() => edit(() => dropRow("links", link.id))}
                >
                  <X size={12} />
                </button>
              )}
            </li>
          ))}
          {!links.length && <li className="text-soft">nothing: through the hub alone</li>}
        </ul>
        {!readOnly && free.length > 0 && (
          <Choice
            label="Add a direct link from"
            prompt="Add a link from…"
            className="mt-1 w-full"
            value=""
            options={free.map((one) => ({ value: `${one.in}/${one.id}`, text: one.name }))}
            take={(key) => {
              const [where, id] = key.split("/") as [string, string];
              const from = where === "points" ? { input: id } : { channel: id };
              edit(() => putRow("links", { id: newRowId("link"), ...from, output: row.id }));
            }}
          />
        )}
      </section>
      {paths.length > 1 && (
        <section aria-label="Ways to work it" className="mt-3">
          <h3 className="font-semibold">Every way to work it</h3>
          <ul className="mt-1 grid gap-1.5 text-small">
            {paths.map((path) => (
              <li key={path.by}>
                {path.by}
                {path.drifts && <span className="font-semibold text-mend">, can drift</span>}
                <span className="block text-soft">{path.inStep}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
