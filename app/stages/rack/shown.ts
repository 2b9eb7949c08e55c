/** Which rack the sheet shows: that of what is selected, else the one in the address, else the first. */
import { useSearchParams } from "react-router";
import { byId } from "#core/design/collections";
import { racksOf, type Rack } from "#core/stages/rack/racks";
import { useDesign, useDesk } from "../../desk/desk";

export function useShownRack(): Rack | undefined {
  const design = useDesign();
  const { selection } = useDesk();
  const [params] = useSearchParams();
  const racks = racksOf(design);
  const of =
    selection?.in === "racks"
      ? selection.id
      : selection?.in === "rackItems"
        ? byId(design, "rackItems").get(selection.id)?.rack
        : undefined;
  const find = (id: string | null | undefined) => racks.find(({ row }) => row.id === id);
  return find(of) ?? find(params.get("rack")) ?? racks[0];
}
