/** The box that finds anything or runs a command, once it is asked for. */
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from "@headlessui/react";
import { useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { useNavigate } from "react-router";
import type { Design } from "#core/design/collections";
import { STAGE_NAMES } from "#core/design/stage-names";
import { askPrint } from "../kit/printing";
import { useDesign, useDesk } from "./desk";
import { FIND_LOOK, FIND_NAME } from "./find";
import { useFindKey } from "./find-key";
import { isBuilt, type StageParts } from "./parts";

interface Item {
  id: string;
  text: string;
  hint: string;
  search: string;
  run(): void;
}

const MOST = 12;

/**
 * `parts`: what the stages give; `typed`: what was typed before the box was there; `entered`: and Enter was
 * pressed after it.
 */
export default function FindBox({
  parts,
  typed,
  entered,
}: {
  parts: readonly StageParts[];
  typed: string;
  entered: boolean;
}) {
  const design = useDesign();
  const { store, url, select, leaveFor, showFindings, preferences, prefer } = useDesk();
  const navigate = useNavigate();
  const [query, setQuery] = useState(typed);
  const input = useRef<HTMLInputElement>(null);

  // Before anything else is typed: no letter may fall between the two fields.
  useLayoutEffect(() => {
    input.current?.focus();
    input.current?.setSelectionRange(typed.length, typed.length);
  }, [typed]);
  useFindKey(input);

  const commands = useMemo((): Item[] => {
    const item = (text: string, hint: string, run: () => void): Item => ({
      id: `command ${text}`,
      text,
      hint,
      search: text.toLowerCase(),
      run,
    });
    return [
      ...STAGE_NAMES.map(({ stage, name }) =>
        item(`Go to ${name}`, isBuilt(stage) ? "stage" : "stage, not built yet", () => {
          leaveFor(stage);
          void navigate(`${url}/${stage}`);
        }),
      ),
      ...parts.flatMap((part) =>
        (part.commands ?? []).map(({ text, hint, path, file }) =>
          item(text, hint, () =>
            file ? window.location.assign(`${url}/${path}`) : void navigate(`${url}/${path}`),
          ),
        ),
      ),
      item("Undo", "command", store.undo),
      item("Redo", "command", store.redo),
      item("Show findings", "command", () => showFindings(true)),
      item(preferences.theme === "dark" ? "Light theme" : "Dark theme", "command", () =>
        prefer({ theme: preferences.theme === "dark" ? "light" : "dark" }),
      ),
      item(preferences.units === "metric" ? "Feet and inches" : "Metres", "command", () =>
        prefer({ units: preferences.units === "metric" ? "imperial" : "metric" }),
      ),
      item("Show the first steps", "command", () => prefer({ guide: url.slice(3) })),
      item("Print this view", "command", askPrint),
      item("Save the project file", "command", () => window.location.assign(`${url}/file`)),
      item("Settings of this design", "command", () => {
        leaveFor();
        void navigate(`${url}/settings`);
      }),
      item("Compare with another design", "command", () => {
        leaveFor();
        void navigate(`${url}/compare`);
      }),
      item("All designs", "command", () => void navigate("/designs")),
      item("Find a device in all designs", "command", () => void navigate("/designs/find")),
      item("What is due in all designs", "command", () => void navigate("/designs/due")),
    ];
  }, [parts, navigate, url, store, leaveFor, showFindings, preferences, prefer]);

  const found = useMemo(() => {
    const words = query.toLowerCase().split(/\s+/).filter(Boolean);
    if (!words.length) return commands.slice(0, MOST);
    const all = [...things(parts, design, select, (stage) => void navigate(`${url}/${stage}`)), ...commands];
    return all.filter((item) => words.every((word) => item.search.includes(word))).slice(0, MOST);
  }, [parts, query, commands, design, select, navigate, url]);

  const take = (item: Item | null | undefined) => {
    item?.run();
    setQuery("");
    // After the box has taken the focus back, or it would open again.
    setTimeout(() => input.current?.blur());
  };
  const takeFirst = useRef(() => take(found[0]));
  useEffect(() => {
    if (entered) takeFirst.current();
  }, [entered]);

  return (
    <Combobox<Item | null> immediate value={null} onChange={take}>
      <>
        <ComboboxInput
          ref={input}
          aria-label={FIND_NAME}
          placeholder={FIND_NAME}
          autoComplete="off"
          className={FIND_LOOK}
          value={query}
          onChange={(event) => setQuery(event.target.value)}
          onBlur={() => setQuery("")}
        />
        <ComboboxOptions className="absolute top-8 right-0 left-0 z-40 max-h-96 overflow-y-auto border border-rule bg-raised py-1 text-ink shadow-lg">
          {found.length === 0 && <div className="px-3 py-1.5 text-soft">Nothing is called that.</div>}
          {found.map((item) => (
            <ComboboxOption
              key={item.id}
              value={item}
              className="flex justify-between gap-3 px-3 py-1 data-focus:bg-wash"
            >
              <span className="truncate">{item.text}</span>
              <span className="shrink-0 font-mono text-small text-soft">{item.hint}</span>
            </ComboboxOption>
          ))}
        </ComboboxOptions>
      </>
    </Combobox>
  );
}

function things(
  parts: readonly StageParts[],
  design: Design,
  select: ReturnType<typeof useDesk>["select"],
  go: (stage: string) => void,
): Item[] {
  return parts.flatMap(({ stage, finds }) =>
    (finds?.(design) ?? []).map((found): Item => ({
      id: `${found.in}/${found.id}`,
      text: found.text,
      hint: found.hint,
      search: `${found.text} ${found.hint}`.toLowerCase(),
      run: () => {
        go(found.stage ?? stage);
        select({ in: found.in, id: found.id });
      },
    })),
  );
}
