/** Find anything, or run a command: a plain field until somebody turns to it, then the box with its list. */
import { useRef, useState, type ComponentType } from "react";
import { patiently } from "../kit/lazily";
import { useFindKey } from "./find-key";
import { allParts } from "./parts";

export const FIND_NAME = "Find anything or run a command";
export const FIND_LOOK =
  "h-7 w-full rounded-[3px] border border-white/20 bg-white/8 px-2 pr-7 text-small text-mast-ink placeholder:text-mast-soft";

interface BoxProps {
  typed: string;
  entered: boolean;
}

export function Find() {
  const [Box, setBox] = useState<ComponentType<BoxProps>>();
  const [typed, setTyped] = useState("");
  const field = useRef<HTMLInputElement>(null);
  const asked = useRef(false);
  const [entered, setEntered] = useState(false);
  // What is typed while the box is on its way stands in this field, and goes into the box.
  const ask = () => {
    if (asked.current) return;
    asked.current = true;
    void Promise.all([patiently(() => import("./find-box")), allParts()]).then(
      ([{ default: FindBox }, parts]) =>
        setBox(() => (props: BoxProps) => <FindBox parts={parts} {...props} />),
      // Who turns to it again asks again.
      () => void (asked.current = false),
    );
  };
  useFindKey(field, !Box);
  return (
    <div className="relative w-90 max-lg:w-auto max-lg:min-w-0 max-lg:flex-1">
      {Box ? (
        <Box typed={typed} entered={entered} />
      ) : (
        <input
          ref={field}
          aria-label={FIND_NAME}
          placeholder={FIND_NAME}
          autoComplete="off"
          className={FIND_LOOK}
          value={typed}
          onFocus={ask}
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={(event) => event.key === "Enter" && setEntered(true)}
        />
      )}
      <kbd className="pointer-events-none absolute top-1.5 right-1.5 rounded-[2px] border border-white/25 px-1 font-mono text-tiny text-mast-soft">
        /
      </kbd>
    </div>
  );
}
