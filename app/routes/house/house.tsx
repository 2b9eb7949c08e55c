import { useDesign } from "../../ui/desk";
import { Plan } from "../../ui/plan";
import { ToolRow } from "../../ui/tool-row";

export default function House() {
  const design = useDesign();
  return (
    <>
      <h2 className="sr-only">House</h2>
      <ToolRow adds />
      {design.rooms.length === 0 && (
        <p className="border-b border-rule bg-pane px-4 py-2 text-soft">No room is drawn yet. Drawing walls and rooms comes with the survey editor; until then bring in a project file from the list of designs.</p>
      )}
      <Plan />
    </>
  );
}
