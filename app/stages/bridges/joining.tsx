/** The order of joining at the desk: how far it is, the list, and where it is taken along. */
import { FileDown, Smartphone } from "lucide-react";
import { joinList } from "#core/stages/bridges/joins";
import { useDesign, useDesk } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import JoiningList, { JoinedSoFar } from "./joining-list";

export default function Joining() {
  const design = useDesign();
  const { url } = useDesk();
  const { steps, left } = joinList(design);
  if (!steps.length && !left.length)
    return (
      <Empty text="Nothing to join yet: show devices to an ecosystem first.">
        <ToSheet stage="bridges" text="Who sees what" />
      </Empty>
    );
  return (
    <div
      className="relative min-h-0 flex-1 overflow-y-auto p-4"
      tabIndex={0}
      role="region"
      aria-label="Joining"
    >
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <JoinedSoFar design={design} />
        <span className="ml-auto flex gap-1.5" data-chrome>
          <a className="button h-6" href={`${url}/join`}>
            <Smartphone size={13} /> On a phone
          </a>
          <a className="button h-6" href={`${url}/csv/joining`}>
            <FileDown size={13} /> CSV
          </a>
        </span>
      </div>
      <JoiningList />
    </div>
  );
}
