/** Below a pair's form: what is kept in step, what is lost on either side, and what is left when the link is down. */
import { byId, type Design } from "#core/design/collections";
import { deviceName, pairLines } from "#core/stages/bridges/pairs";
import type { PairRow } from "#core/design/rows/bridges";
import { Fact } from "../../inspect/parts";

export default function PairExtra({ design, row }: { design: Design; row: PairRow }) {
  const line = pairLines(design).find((one) => one.row.id === row.id);
  if (!line) return null;
  const { both, left, right } = line;
  const ecosystem = row.ecosystem === undefined ? undefined : byId(design, "ecosystems").get(row.ecosystem);
  const over = ecosystem?.name ?? "the hub";
  const lostBy = (own: readonly string[]) => own.filter((one) => !(both as readonly string[]).includes(one));
  return (
    <section data-pair>
      <dl>
        <Fact label="In step">{both.join(", ") || "nothing"}</Fact>
        {[left, right].map(({ device, can }) => (
          <Fact key={device.id} label={`Lost of ${device.name}`}>
            {lostBy(can).join(", ") || "nothing"}
          </Fact>
        ))}
      </dl>
      <h3 className="mt-2 font-semibold">While {over} is not there</h3>
      <ul className="mt-1 list-disc pl-5">
        {(
          [
            [row.left, row.leftDown],
            [row.right, row.rightDown],
          ] as const
        ).map(([id, down]) => (
          <li key={id}>
            {deviceName(design, id)} {down ?? "is not said: put in above what it does"}
          </li>
        ))}
      </ul>
      <p className="mt-1 text-soft">
        {ecosystem && !ecosystem.local
          ? `${over} goes over the internet: without it nothing is kept in step.`
          : "Works without the internet."}
      </p>
    </section>
  );
}
