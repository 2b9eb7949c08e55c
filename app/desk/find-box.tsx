/** The box that finds anything or runs a command, once it is asked for. */
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from "@headlessui/react";
import { useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { FUNCTIONS } from "#core/stages/choose/functions";
import { byId, type Design } from "#core/design/collections";
import { pointLabel } from "#core/stages/runs";
import { STAGE_INFO } from "#core/desk/stages";
import { useDesign, useDesk } from "./desk";
import { FIND_LOOK, FIND_NAME } from "./find";
import { isTyping } from "./keys";

interface Item {
  id: string;
  text: string;
  hint: string;
  search: string;
  run(): void;
}

const MOST = 12;

/** `typed`: what was typed before the box was there; `entered`: and Enter was pressed after it. */
export default function FindBox({ typed, entered }: { typed: string; entered: boolean }) {
  const design = useDesign();
  const { store, url, select, showFindings, preferences, prefer } = useDesk();
  const navigate = useNavigate();
  const [query, setQuery] = useState(typed);
  const input = useRef<HTMLInputElement>(null);

  // Before anything else is typed: no letter may fall between the two fields.
  useLayoutEffect(() => {
    input.current?.focus();
    input.current?.setSelectionRange(typed.length, typed.length);
  }, [typed]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== "/" || event.ctrlKey || event.metaKey || isTyping(event)) return;
      event.preventDefault();
      input.current?.focus();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);

  const commands = useMemo((): Item[] => {
    const item = (text: string, hint: string, run: () => void): Item => ({
      id: `command ${text}`,
      text,
      hint,
      search: text.toLowerCase(),
      run,
    });
    return [
      ...STAGE_INFO.map((info) =>
        item(
          `Go to ${info.name}`,
          info.built ? "stage" : "stage, not built yet",
          () => void navigate(`${url}/${info.stage}`),
        ),
      ),
      ...(
        [
          ["Kits, schools and colour legend", "kits"],
          ["Electrical: power over data, treads, losses", "electrical"],
          ["Mounting sheet, walls and ceilings", "trades"],
          ["On site: progress, punch list, as built", "site"],
        ] as const
      ).map(([text, view]) => item(text, "view of Runs", () => void navigate(`${url}/runs?view=${view}`))),
      item("Walk the house", "for the phone on site", () => window.location.assign(`${url}/walk`)),
      item("Undo", "command", store.undo),
      item("Redo", "command", store.redo),
      item("Show findings", "command", () => showFindings(true)),
      item(preferences.theme === "dark" ? "Light theme" : "Dark theme", "command", () =>
        prefer({ theme: preferences.theme === "dark" ? "light" : "dark" }),
      ),
      item(preferences.units === "metric" ? "Feet and inches" : "Metres", "command", () =>
        prefer({ units: preferences.units === "metric" ? "imperial" : "metric" }),
      ),
      item("Save the project file", "command", () => window.location.assign(`${url}/file`)),
      item("Save the pull schedule as CSV", "command", () => window.location.assign(`${url}/csv/schedule`)),
      item("Save the order as CSV", "command", () => window.location.assign(`${url}/csv/materials`)),
      item("Save the pull sheets as PDF", "command", () => window.location.assign(`${url}/pull-sheet`)),
      item("Save the catalogue as CSV", "command", () => window.location.assign(`${url}/csv/catalogue`)),
      item("Save the register as CSV", "command", () => window.location.assign(`${url}/csv/register`)),
      item("All designs", "command", () => void navigate("/designs")),
    ];
  }, [navigate, url, store, showFindings, preferences, prefer]);

  const found = useMemo(() => {
    const words = query.toLowerCase().split(/\s+/).filter(Boolean);
    if (!words.length) return commands.slice(0, MOST);
    const all = [...things(design, select, (stage) => void navigate(`${url}/${stage}`)), ...commands];
    return all.filter((item) => words.every((word) => item.search.includes(word))).slice(0, MOST);
  }, [query, commands, design, select, navigate, url]);

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
  design: Design,
  select: ReturnType<typeof useDesk>["select"],
  go: (stage: string) => void,
): Item[] {
  const item = (
    collection: "points" | "rooms" | "closets" | "automations" | "devices" | "wants" | "options",
    id: string,
    text: string,
    hint: string,
    stage: string,
  ): Item => ({
    id: `${collection}/${id}`,
    text,
    hint,
    search: `${text} ${hint}`.toLowerCase(),
    run: () => {
      go(stage);
      select({ in: collection, id });
    },
  });
  return [
    ...design.points.map((point) => item("points", point.id, point.name, pointLabel(design, point), "house")),
    ...design.rooms.map((room) => item("rooms", room.id, room.name, "room", "house")),
    ...design.closets.map((closet) => item("closets", closet.id, closet.name, "closet", "house")),
    ...design.automations.map((automation) =>
      item("automations", automation.id, automation.name, "automation", "automations"),
    ),
    ...design.devices.map((device) => item("devices", device.id, device.name, "device", "register")),
    ...design.wants.map((want) =>
      item(
        "wants",
        want.id,
        `${FUNCTIONS[want.function].name}, ${byId(design, "rooms").get(want.room)?.name ?? want.room}`,
        "want",
        "choose",
      ),
    ),
    ...design.options.map((option) =>
      item("options", option.id, option.name, `option, ${option.kind}`, "choose"),
    ),
  ];
}
