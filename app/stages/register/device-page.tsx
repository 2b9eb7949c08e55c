/** One device on the whole sheet: its steps with their proofs beside all that is known of it. */
import { ArrowLeft, Smartphone } from "lucide-react";
import { useSearchParams } from "react-router";
import { rowOf } from "#core/design/collections";
import { counted } from "#core/design/words";
import { commissioningOf, isOpen } from "#core/stages/register/steps";
import { useDesign, useDesk } from "../../desk/desk";
import { Findings } from "../../inspect/findings-of";
import { Glyph } from "../../kit/glyph";
import { useBy } from "./by";
import { DeviceFacts } from "./device-facts";
import { StepsList } from "./steps-list";

export default function DevicePage({ id }: { id: string }) {
  const design = useDesign();
  const { url } = useDesk();
  const by = useBy();
  const [, setParams] = useSearchParams();
  const device = rowOf(design, "devices", id);
  const kind = rowOf(design, "kinds", rowOf(design, "points", device.point).kind);
  const own = commissioningOf(design).get(id)!;
  return (
    <div className="flex min-h-0 flex-1 flex-col" data-device-page={id}>
      <div className="flex h-10 shrink-0 items-center gap-2 border-b border-rule bg-pane px-2" data-chrome>
        <button
          type="button"
          className="button h-7"
          onClick={() =>
            setParams((now) => {
              now.delete("device");
              return now;
            })
          }
        >
          <ArrowLeft size={14} /> The register
        </button>
        <Glyph glyph={kind.glyph} size={15} />
        <h3 className="min-w-0 truncate text-base font-semibold">{device.name}</h3>
        <span className="text-soft">{device.status}</span>
        <a
          className="button ml-auto h-7"
          href={`${url}/commission?device=${id}`}
          title="The same on a phone, without a network too"
        >
          <Smartphone size={14} /> On site
        </a>
        <a
          className="button h-7"
          href={`${url}/labels/a4-65?of=devices&device=${id}`}
          title="Its label with a square that opens this page"
        >
          Label
        </a>
      </div>
      <div className="@container relative min-h-0 flex-1 overflow-y-auto">
        <div className="grid @3xl:grid-cols-2">
          <div className="border-rule @3xl:border-r">
            <Findings collection="devices" id={id} />
            <h4 className="px-4 pt-3 pb-2 font-semibold">
              Steps{" "}
              <span className="font-normal text-soft">
                {isOpen(own)
                  ? `${counted(own.left.length, "step")} left, ${Math.round(own.leftMin)} min`
                  : own.left.length
                    ? `called commissioned; ${own.left.length} without a proof`
                    : "all done"}
              </span>
            </h4>
            <StepsList device={id} by={by} />
          </div>
          <div>
            <DeviceFacts id={id} />
          </div>
        </div>
      </div>
    </div>
  );
}
