/** Text of one or several lines that is taken over whole, or not at all: what is wrong is said below it. */
import { useId, useState } from "react";
import { InputError } from "#core/design/input-error";
import { useDesk } from "../../desk/desk";

interface Props {
  label: string;
  text: string;
  /** Throws InputError where it cannot be taken. */
  take(text: string): void | Promise<void>;
  /** Enter takes it over; Control and Enter where it has lines of its own. */
  lines?: boolean;
  hint?: string;
}

export function TypedLines({ label, text, take, lines = false, hint }: Props) {
  const { readOnly } = useDesk();
  const [typed, setTyped] = useState<string>();
  const [wrong, setWrong] = useState<string>();
  const id = useId();
  const own = typed ?? text;
  const commit = () => {
    const taken = () => {
      setTyped(undefined);
      setWrong(undefined);
    };
    const refused = (problem: unknown) => {
      if (!(problem instanceof InputError)) throw problem;
      // What was typed stays, so that it can be put right.
      setWrong(problem.message);
    };
    try {
      const done = take(own);
      if (done) void done.then(taken, refused);
      else taken();
    } catch (problem) {
      refused(problem);
    }
  };
  const rows = own.split("\n").reduce((sum, line) => sum + Math.max(1, Math.ceil(line.length / 36)), 0);
  return (
    <form
      className="grid gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        commit();
      }}
    >
      <label className="text-small text-soft" htmlFor={id}>
        {label}
      </label>
      <textarea
        id={id}
        rows={Math.min(14, Math.max(2, rows))}
        className="field h-auto w-full py-1 font-mono text-small"
        readOnly={readOnly}
        value={own}
        aria-invalid={wrong !== undefined}
        aria-describedby={wrong ? `${id}-wrong` : undefined}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => {
          if (event.key !== "Enter" || (lines && !event.ctrlKey)) return;
          event.preventDefault();
          commit();
        }}
      />
      {wrong && (
        <p id={`${id}-wrong`} role="alert" className="text-small text-stop">
          {wrong}
        </p>
      )}
      {hint && <p className="text-small text-soft">{hint}</p>}
      {!readOnly && (
        <button type="submit" className="button justify-self-start" disabled={own === text}>
          Take it over
        </button>
      )}
    </form>
  );
}
