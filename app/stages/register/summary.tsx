/** Stage 8 in short: what is to be done, how many devices, by status and by protocol. */
import type { ComponentType } from "react";
import { rollup } from "d3-array";
import type { Design } from "#core/design/collections";
import { counted } from "#core/design/words";
import { Heading } from "../../inspect/parts";
import { fetchedPart } from "../../kit/fetched";

/** Its figures come when the page has come to rest. */
const figures = fetchedPart<ComponentType<{ design: Design }>>(() => import("./register-figures"));

export function RegisterSummary({ design }: { design: Design }) {
  const Figures = figures.use();
  const counts = (values: readonly string[]) =>
    [
      ...rollup(
        values,
        (own) => own.length,
        (value) => value,
      ),
    ].sort((a, b) => b[1] - a[1]);
  const bars = (title: string, own: [string, number][]) => (
    <section className="border-b border-rule px-3.5 py-3">
      <h3 className="font-semibold">{title}</h3>
      <ul className="mt-1.5 grid gap-1">
        {own.map(([name, count]) => (
          <li key={name} className="grid grid-cols-[7rem_1fr_2rem] items-center gap-2">
            <span className="truncate">{name}</span>
            <span
              className="h-2 bg-accent"
              style={{ width: `${(100 * count) / Math.max(...own.map(([, n]) => n))}%` }}
            />
            <span className="measure text-right">{count}</span>
          </li>
        ))}
      </ul>
    </section>
  );
  return (
    <>
      <Heading
        title="Register"
        text={`${counted(design.devices.length, "device")} at ${counted(design.points.length, "point")}`}
      />
      {Figures && <Figures design={design} />}
      {design.devices.length > 0 && (
        <>
          {bars("By status", counts(design.devices.map((device) => device.status)))}
          {bars("By protocol", counts(design.devices.map((device) => device.protocol)))}
        </>
      )}
      <p className="px-3.5 py-3 text-small text-soft">
        Press a row to see all that is known of a device; press a word in the table to change it there.
      </p>
    </>
  );
}
