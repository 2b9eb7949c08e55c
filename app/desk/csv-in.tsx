/**
 * A table taken in from a spreadsheet: as a file or pasted, and every fault by row and column where it is refused.
 */
import { ClipboardPaste, FileUp } from "lucide-react";
import { useRef, useState, type ReactNode } from "react";
import type { Change } from "#core/design/edit";
import type { CsvFault } from "#core/files/row-csv";
import { Ask } from "../kit/dialog";
import { useDesk, useEdit } from "./desk";

/** What a file holds: either every fault, or the edit it is and what that does, in words. */
export interface CsvRead {
  faults: readonly CsvFault[];
  changes: readonly Change[];
  said: string;
}

/**
 * @param called what the table holds: "profiles"
 * @param read reads a file's text against the design as it stands
 * @param paste the columns to be pasted, in words, where pasting is offered as well
 * @param accept files that are offered, where they need not be CSV
 * @param words what the press, the file and a row of it are called there
 * @returns the button for the head of a view, and what came of it for below the head
 */
export function useCsvIn(
  called: string,
  read: (text: string, from: string) => Promise<CsvRead>,
  paste?: string,
  accept = ".csv,text/csv",
  words = { press: "CSV in", file: "CSV file", row: "Row" },
): { button: ReactNode; report: ReactNode } {
  const { readOnly } = useDesk();
  const edit = useEdit();
  const file = useRef<HTMLInputElement>(null);
  const [faults, setFaults] = useState<readonly CsvFault[]>([]);
  const [said, setSaid] = useState<string>();
  const [pasting, setPasting] = useState(false);
  const [pasted, setPasted] = useState("");
  const bring = async (text: string, from: string): Promise<boolean> => {
    const found = await read(text, from);
    setFaults(found.faults);
    setSaid(undefined);
    if (found.faults.length) return false;
    if (found.changes.length) edit(() => [...found.changes]);
    setSaid(`${from}: ${found.said}.`);
    return true;
  };
  const close = () => {
    setPasting(false);
    setFaults([]);
  };
  const wrong = faults.length > 0 && (
    <div role="alert" className="max-h-40 overflow-y-auto border-b border-stop bg-raised px-3 py-2">
      <p className="font-semibold text-stop">Nothing was taken in:</p>
      <ul className="mt-1 list-disc pl-5">
        {faults.map((fault, i) => (
          <li key={i}>
            {words.row && `${words.row} ${fault.row}${fault.column && `, ${fault.column}`}: `}
            {fault.reason}
          </li>
        ))}
      </ul>
    </div>
  );
  return {
    button: readOnly ? null : (
      <>
        <button type="button" className="button h-6" onClick={() => file.current?.click()}>
          <FileUp size={13} /> {words.press}
        </button>
        <input
          ref={file}
          type="file"
          accept={accept}
          className="hidden"
          aria-label={`${words.file} of ${called}`}
          onChange={(event) => {
            const [picked] = event.target.files ?? [];
            event.target.value = "";
            if (picked) void picked.text().then((text) => bring(text, picked.name));
          }}
        />
        {paste && (
          <button type="button" className="button h-6" onClick={() => setPasting(true)}>
            <ClipboardPaste size={13} /> Paste
          </button>
        )}
        {pasting && (
          <Ask title={`Paste ${called}`} lead={paste} onClose={close} wide>
            <textarea
              aria-label={`Pasted ${called}`}
              className="field mt-3 h-40 w-full font-mono text-small"
              value={pasted}
              onChange={(event) => setPasted(event.target.value)}
              spellCheck={false}
            />
            {wrong}
            <div className="mt-3 flex justify-end gap-2">
              <button type="button" className="button" onClick={close}>
                Leave it
              </button>
              <button
                type="button"
                className="button button-main"
                disabled={!pasted.trim()}
                onClick={() =>
                  void bring(pasted, "Pasted").then((taken) => {
                    if (!taken) return;
                    setPasted("");
                    close();
                  })
                }
              >
                Take it in
              </button>
            </div>
          </Ask>
        )}
      </>
    ),
    report: (
      <>
        {said && (
          <p role="status" className="border-b border-rule bg-change px-3 py-1.5">
            {said}
          </p>
        )}
        {!pasting && wrong}
      </>
    ),
  };
}
