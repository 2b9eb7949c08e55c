/** A table taken in from a spreadsheet: the button, the file, and every fault by row and column where it is refused. */
import { FileUp } from "lucide-react";
import { useRef, useState, type ReactNode } from "react";
import type { Change } from "#core/design/edit";
import type { CsvFault } from "#core/files/row-csv";
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
 * @returns the button for the head of a view, and what came of it for below the head
 */
export function useCsvIn(
  called: string,
  read: (text: string) => Promise<CsvRead>,
): { button: ReactNode; report: ReactNode } {
  const { readOnly } = useDesk();
  const edit = useEdit();
  const file = useRef<HTMLInputElement>(null);
  const [faults, setFaults] = useState<readonly CsvFault[]>([]);
  const [said, setSaid] = useState<string>();
  const bring = async (picked: File) => {
    const found = await read(await picked.text());
    setFaults(found.faults);
    setSaid(undefined);
    if (found.faults.length) return;
    edit(() => [...found.changes]);
    setSaid(`${picked.name}: ${found.said}.`);
  };
  return {
    button: readOnly ? null : (
      <>
        <button type="button" className="button h-6" onClick={() => file.current?.click()}>
          <FileUp size={13} /> CSV in
        </button>
        <input
          ref={file}
          type="file"
          accept=".csv,text/csv"
          className="hidden"
          aria-label={`CSV file of ${called}`}
          onChange={(event) => {
            const [picked] = event.target.files ?? [];
            event.target.value = "";
            if (picked) void bring(picked);
          }}
        />
      </>
    ),
    report: (
      <>
        {said && (
          <p role="status" className="border-b border-rule bg-change px-3 py-1.5">
            {said}
          </p>
        )}
        {faults.length > 0 && (
          <div role="alert" className="max-h-40 overflow-y-auto border-b border-stop bg-raised px-3 py-2">
            <p className="font-semibold text-stop">Nothing was taken in:</p>
            <ul className="mt-1 list-disc pl-5">
              {faults.map((fault, i) => (
                <li key={i}>
                  Row {fault.row}
                  {fault.column && `, ${fault.column}`}: {fault.reason}
                </li>
              ))}
            </ul>
          </div>
        )}
      </>
    ),
  };
}
