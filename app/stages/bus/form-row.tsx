/** The form of the shown segment and its best order, at the end of the row below the plan. */
import { InputError } from "#core/design/input-error";
import { formatTotal } from "#core/design/units";
import { changeForm, orderAnew } from "#core/stages/bus/edit";
import { savedByOrder } from "#core/stages/bus/replaces";
import { TOPOLOGIES } from "#core/design/rows/bus";
import type { Segment } from "#core/stages/bus/segments";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { say } from "../../desk/say";

export default function FormRow({ segment: shown }: { segment: Segment }) {
  const design = useDesign();
  const { readOnly, preferences, url } = useDesk();
  const edit = useEdit();
  const savedM = savedByOrder(design, shown);
  const order = () => {
    try {
      const changes = orderAnew(design, shown.row.id);
      edit(() => changes);
      say(changes.length ? `${shown.row.name}: ordered anew` : "It is in its best order already");
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      say(problem.message);
    }
  };
  return (
    <div className="flex items-center gap-1">
      <div role="group" aria-label="Form" className="flex">
        {TOPOLOGIES.map((form) => (
          <button
            key={form}
            type="button"
            className="tool"
            aria-pressed={shown.row.topology === form}
            disabled={readOnly || (!shown.profile.topologies.includes(form) && shown.row.topology !== form)}
            title={
              shown.profile.topologies.includes(form)
                ? undefined
                : `${shown.profile.name} cannot be a ${form}`
            }
            onClick={() => edit((d) => changeForm(d, shown.row.id, form))}
          >
            {form}
          </button>
        ))}
      </div>
      {!readOnly && shown.row.topology !== "star" && (
        <button type="button" className="button h-6 whitespace-nowrap" onClick={order}>
          Order anew{savedM > 0 && `, −${formatTotal(savedM, preferences.units)}`}
        </button>
      )}
      <a className="button h-6" href={`${url}/csv/segments`} title="All stops as a spreadsheet file">
        CSV
      </a>
    </div>
  );
}
