/** Above a module's form: what hangs on it, and what goes dark with it. */
import type { Design, Rows } from "#core/design/collections";
import { darkWithout, modulesOf, moduleText } from "#core/stages/bus/channels";
import { useDesk } from "../../desk/desk";
import { Fact } from "../../inspect/parts";

export default function ModuleFacts({ design, row }: { design: Design; row: Rows["modules"] }) {
  const { select } = useDesk();
  const module = modulesOf(design).find((one) => one.row.id === row.id);
  if (!module) return null;
  const dark = darkWithout(design, module);
  const loads = module.channels.flatMap(({ load, row: channel }) => (load ? [{ load, channel }] : []));
  return (
    <>
      <dl>
        <Fact label="On it">{moduleText(module)}</Fact>
        <Fact label="Heat">
          <span className="measure">{module.heatW.toFixed(1)} W</span> of {module.type.heatW} W
        </Fact>
        <Fact label="When it dies">
          {dark.length ? (
            <span className="font-semibold text-mend">{dark.map(({ name }) => name).join(", ")} dark</span>
          ) : (
            "no room wholly dark"
          )}
        </Fact>
      </dl>
      <button
        type="button"
        className="mt-2 text-small text-soft underline decoration-dotted hover:text-ink"
        onClick={() => select({ in: "moduleTypes", id: module.type.id })}
      >
        What a channel of {module.type.name.toLowerCase()} bears
      </button>
      {loads.length > 0 && (
        <ul className="mt-2 grid gap-0.5 text-small">
          {loads.map(({ load, channel }) => (
            <li key={channel.id} className="flex gap-2">
              <span className="measure w-5 text-right text-soft">{channel.number}</span>
              <button
                type="button"
                className="text-left hover:underline"
                onClick={() => select({ in: "channels", id: channel.id })}
              >
                {load.name}
              </button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
