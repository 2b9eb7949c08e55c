/** A code or key: hidden until somebody asks, and each look written down; entered, checked, read from a picture. */
import { Eye, EyeOff, KeyRound, ScanLine } from "lucide-react";
import { useRef, useState } from "react";
import { byId } from "#core/design/collections";
import { changeRow } from "#core/design/row-changes";
import type { SecretIn } from "#core/stages/register/secrets";
import { wrongCode } from "#core/stages/register/codes";
import { useDesign, useDesk, useEdit } from "../../desk/desk";

interface Props {
  in: SecretIn;
  id: string;
  label: string;
}

interface Answer {
  value?: string;
  state?: "ok" | "bad";
  wrong?: string;
  error?: string;
}

async function asked(url: string, body: object): Promise<Answer> {
  try {
    const answer = await fetch(`${url}/secrets`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(body),
    });
    if (answer.headers.get("Content-Type")?.includes("json")) return (await answer.json()) as Answer;
    return { error: await answer.text() };
  } catch {
    return { error: "There is no connection: codes are shown and kept only with one." };
  }
}

/** Shown only so long: a screen is left standing. */
const SHOWN_MS = 60_000;

export function SecretField({ in: collection, id, label }: Props) {
  const design = useDesign();
  const { url, readOnly } = useDesk();
  const edit = useEdit();
  const [shown, setShown] = useState<string>();
  const [typed, setTyped] = useState<string>();
  const [said, setSaid] = useState<string>();
  const picture = useRef<HTMLInputElement>(null);
  // A key is any text; a pairing code has a form and a check.
  const coded =
    collection === "keys" ? undefined : (byId(design, collection).get(id) as { codeCheck?: "ok" | "bad" });
  const kept = coded
    ? coded.codeCheck !== undefined
    : collection === "keys" && byId(design, "keys").get(id)?.kept === true;
  const bad = coded?.codeCheck === "bad";
  if (readOnly)
    return (
      <p className="text-small text-soft">
        {label}: {kept ? "kept; those who may change the design can see it" : "none is kept"}
      </p>
    );
  const wrong = coded && typed?.trim() ? wrongCode(typed) : undefined;
  const keep = async () => {
    const answer = await asked(url, { what: "keep", in: collection, id, value: typed });
    if (answer.error) return setSaid(answer.error);
    edit((now) =>
      collection === "keys"
        ? changeRow(now, "keys", id, { kept: true })
        : changeRow(now, collection, id, { codeCheck: answer.state ?? "ok" }),
    );
    setTyped(undefined);
    setSaid(answer.wrong ? `Kept, though it ${answer.wrong}.` : "Kept.");
  };
  const show = async () => {
    if (shown !== undefined) return setShown(undefined);
    const answer = await asked(url, { what: "show", in: collection, id });
    if (answer.error) return setSaid(answer.error);
    setShown(answer.value);
    setSaid("That you looked is written down.");
    setTimeout(() => setShown(undefined), SHOWN_MS);
  };
  const scan = async (file?: File) => {
    if (!file) return;
    const { readSquareOf } = await import("./square");
    const found = await readSquareOf(file);
    if (found === undefined)
      return setSaid("No square code was found in the picture: take it straight on and near.");
    setTyped(found);
    setSaid(undefined);
  };
  return (
    <div className="grid gap-1.5" data-secret={id}>
      <div className="flex flex-wrap items-center gap-1.5">
        <KeyRound size={13} className="text-soft" aria-hidden="true" />
        <span className={bad ? "font-semibold text-mend" : ""}>
          {label}: {!kept ? "none is kept" : bad ? "kept, and fails its check" : "kept"}
        </span>
        {kept && (
          <button type="button" className="button h-7" onClick={() => void show()}>
            {shown === undefined ? <Eye size={13} /> : <EyeOff size={13} />}{" "}
            {shown === undefined ? "Show" : "Hide"}
          </button>
        )}
        <button
          type="button"
          className="button h-7"
          onClick={() => setTyped(typed === undefined ? "" : undefined)}
        >
          {kept ? "Enter another" : "Enter it"}
        </button>
        {coded && (
          <>
            <button type="button" className="button h-7" onClick={() => picture.current?.click()}>
              <ScanLine size={13} /> From a picture
            </button>
            <input
              ref={picture}
              type="file"
              accept="image/*"
              capture="environment"
              className="hidden"
              aria-label={`Picture of the square code, ${label.toLowerCase()}`}
              onChange={(event) => {
                const [file] = event.target.files ?? [];
                event.target.value = "";
                void scan(file);
              }}
            />
          </>
        )}
      </div>
      {shown !== undefined && <p className="font-mono text-base select-all">{shown}</p>}
      {typed !== undefined && (
        <form
          className="flex flex-wrap items-center gap-1.5"
          onSubmit={(event) => {
            event.preventDefault();
            void keep();
          }}
        >
          <input
            className="field h-9 w-64 font-mono"
            aria-label={label}
            autoComplete="off"
            spellCheck={false}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          <button type="submit" className="button button-main h-9" disabled={!typed.trim()}>
            {wrong ? "Keep it all the same" : "Keep"}
          </button>
        </form>
      )}
      {wrong && (
        <p role="alert" className="text-small text-mend">
          {label} {wrong}.
        </p>
      )}
      {said && (
        <p role="status" className="text-small text-soft">
          {said}
        </p>
      )}
    </div>
  );
}
