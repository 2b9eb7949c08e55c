/** All sentences as a file of text, and a file of text taken in: fetched when the view has come to rest. */
import { FileDown } from "lucide-react";
import { namesOf } from "#core/stages/automations/language/names";
import { automationsText } from "#core/stages/automations/language/text";
import { readSentences } from "#core/stages/automations/text-in";
import { useCsvIn } from "../../desk/csv-in";
import { useDesign } from "../../desk/desk";
import { saveText } from "../../kit/save-svg";

export default function TextFiles() {
  const design = useDesign();
  const { button, report } = useCsvIn(
    "sentences",
    (text) => {
      const { faults, changes, said } = readSentences(design, text);
      return Promise.resolve({
        faults: faults.map(({ line, place, reason }) => ({ row: line, column: `place ${place}`, reason })),
        changes,
        said,
      });
    },
    "Sentences as text: “automation”, a short id, a colon and a name; below it its lines, two spaces further in.",
    ".txt,text/plain",
    { press: "Text in", file: "Text file", row: "Line" },
  );
  return (
    <>
      <div
        className="flex min-h-9 shrink-0 flex-wrap items-center gap-2 border-b border-rule bg-pane px-3 py-1"
        data-chrome
      >
        <span className="text-small text-soft">
          Sentences as lines of text, to keep, compare and bring back. Those of one id take each other’s
          place.
        </span>
        <span className="ml-auto flex flex-wrap gap-1.5">
          {design.automations.length > 0 && (
            <button
              type="button"
              className="button h-6"
              onClick={() =>
                saveText(
                  `${design.design.name}, sentences.txt`,
                  automationsText(design.automations, namesOf(design)),
                  "text/plain",
                )
              }
            >
              <FileDown size={13} /> Text out
            </button>
          )}
          {button}
        </span>
      </div>
      {report}
    </>
  );
}
