/** An automation as text, written anew: what may stand there is offered, what is wrong is underlined while typing. */
import {
  acceptCompletion,
  autocompletion,
  closeCompletion,
  completionKeymap,
  completionStatus,
  selectedCompletionIndex,
  startCompletion,
} from "@codemirror/autocomplete";
import { defaultKeymap, history, historyKeymap } from "@codemirror/commands";
import { linter, type Diagnostic } from "@codemirror/lint";
import { EditorState } from "@codemirror/state";
import { EditorView, keymap } from "@codemirror/view";
import { useEffect, useRef, useState } from "react";
import { checkRow } from "#core/design/check-row";
import type { Design } from "#core/design/collections";
import { InputError } from "#core/design/input-error";
import { putRow } from "#core/design/row-changes";
import { misfitLines } from "#core/stages/automations/fits";
import { namesOf } from "#core/stages/automations/language/names";
import { offersAt, onlyFollows } from "#core/stages/automations/language/offers";
import { automationText, readAutomations } from "#core/stages/automations/language/text";
import type { AutomationRow } from "#core/design/rows/automations";
import { useEdit } from "../../desk/desk";

interface Props {
  design: Design;
  automation: AutomationRow;
  done(): void;
}

const LOOK = EditorView.theme({
  "&": { fontSize: "0.8125rem", backgroundColor: "var(--color-raised)", color: "var(--color-ink)" },
  "&.cm-focused": { outline: "2px solid var(--color-accent)", outlineOffset: "-1px" },
  ".cm-content": { fontFamily: "var(--font-mono)", padding: "0.5rem 0", caretColor: "var(--color-ink)" },
  ".cm-line": { padding: "0 0.75rem" },
  ".cm-cursor": { borderLeftColor: "var(--color-ink)" },
  ".cm-selectionBackground, &.cm-focused .cm-selectionBackground": {
    backgroundColor: "var(--color-wash) !important",
  },
  ".cm-tooltip": {
    backgroundColor: "var(--color-raised)",
    color: "var(--color-ink)",
    border: "1px solid var(--color-rule)",
  },
  ".cm-tooltip.cm-tooltip-autocomplete > ul": { fontFamily: "var(--font-mono)", fontSize: "0.75rem" },
  ".cm-tooltip.cm-tooltip-autocomplete > ul > li[aria-selected]": {
    backgroundColor: "var(--color-accent)",
    color: "var(--color-on-accent)",
  },
  ".cm-tooltip .cm-completionDetail": { marginLeft: "1rem", fontStyle: "normal", color: "var(--color-soft)" },
  ".cm-tooltip li[aria-selected] .cm-completionDetail": { color: "var(--color-on-accent)" },
  ".cm-diagnostic-error": { borderLeftColor: "var(--color-stop)" },
});

/** Browsers hide it in the markup, and tell the page's own scripts. */
const pageNonce = () => document.querySelector<HTMLScriptElement>("script[nonce]")?.nonce ?? "";

/** The id of the first line is read over: it stays what it is. */
export default function Writer({ design, automation, done }: Props) {
  const edit = useEdit();
  const box = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(null);
  const [wrong, setWrong] = useState<string>();
  // What the design is when something is asked, not when the editor was made.
  const now = useRef({ design, automation });
  now.current = { design, automation };

  /** What reads well and does not fit: a level in degrees. */
  const misfits = (text: string) => {
    const { rows } = readAutomations(text, namesOf(now.current.design));
    return rows.length === 1 ? misfitLines(now.current.design, rows[0]!, text) : [];
  };

  const save = () => {
    const { design: current, automation: row } = now.current;
    const { rows, faults } = readAutomations(view.current!.state.doc.toString(), namesOf(current));
    const [fault] = faults.length ? faults : misfits(view.current!.state.doc.toString());
    if (fault) {
      setWrong(`Line ${fault.line} ${fault.reason}.`);
      return;
    }
    if (rows.length !== 1) {
      setWrong("Only one automation can be written here.");
      return;
    }
    try {
      const made = checkRow("automations", { ...rows[0], id: row.id }, "");
      edit(() => putRow("automations", made));
      done();
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      setWrong(problem.message);
    }
  };
  const acts = useRef({ save, done });
  acts.current = { save, done };

  // What may follow is offered at the end of a line: Enter takes it only once some of it was typed or chosen.
  const endLine = (editor: EditorView): boolean => {
    const { head } = editor.state.selection.main;
    const line = editor.state.doc.lineAt(head);
    const before = line.text.slice(0, head - line.from);
    const chosen = (selectedCompletionIndex(editor.state) ?? 0) > 0;
    if (!chosen && onlyFollows(offersAt(now.current.design, before), before)) closeCompletion(editor);
    return false;
  };

  // What is offered may still be on its way when Tab is pressed; the grammar knows it at once.
  const takeFirst = (editor: EditorView): boolean => {
    if (completionStatus(editor.state) === null) return false;
    const { head } = editor.state.selection.main;
    const line = editor.state.doc.lineAt(head);
    const { from, offers } = offersAt(now.current.design, line.text.slice(0, head - line.from));
    const [first] = offers;
    if (!first) return false;
    editor.dispatch({
      changes: { from: line.from + from, to: head, insert: first.text },
      selection: { anchor: line.from + from + first.text.length },
      userEvent: "input.complete",
    });
    return true;
  };

  useEffect(() => {
    const editor = new EditorView({
      parent: box.current!,
      state: EditorState.create({
        doc: automationText(now.current.automation, namesOf(now.current.design)).trimEnd(),
        extensions: [
          history(),
          EditorView.lineWrapping,
          EditorView.cspNonce.of(pageNonce()),
          EditorView.contentAttributes.of({ "aria-label": `Text of ${now.current.automation.name}` }),
          keymap.of([
            { key: "Mod-Enter", run: () => (acts.current.save(), true) },
            { key: "Tab", run: (editor) => acceptCompletion(editor) || takeFirst(editor) },
            { key: "Enter", run: endLine },
            ...completionKeymap,
            { key: "Escape", run: () => (acts.current.done(), true) },
            { key: "Mod-Space", run: startCompletion },
            ...defaultKeymap,
            ...historyKeymap,
          ]),
          autocompletion({
            activateOnTyping: true,
            // Its own keys would come before ours, and Enter would take what was only offered.
            defaultKeymap: false,
            // A press of Tab is meant, however soon it comes.
            interactionDelay: 0,
            override: [
              ({ state, pos }) => {
                const line = state.doc.lineAt(pos);
                const { from, offers } = offersAt(now.current.design, line.text.slice(0, pos - line.from));
                if (!offers.length) return null;
                return {
                  from: line.from + from,
                  // They are found by our own grammar: nothing is to be sifted again.
                  filter: false,
                  options: offers.map(({ text, what }) => ({ label: text, detail: what })),
                };
              },
            ],
          }),
          linter(
            ({ state }): Diagnostic[] => {
              const text = state.doc.toString();
              const { faults } = readAutomations(text, namesOf(now.current.design));
              return (faults.length ? faults : misfits(text)).map(({ line, place, reason }) => {
                const at = state.doc.line(Math.min(line, state.doc.lines));
                const from = Math.min(at.to, at.from + place - 1);
                return { from, to: Math.max(from, at.to), severity: "error", message: `This ${reason}.` };
              });
            },
            { delay: 250 },
          ),
          EditorView.updateListener.of((update) => update.docChanged && setWrong(undefined)),
          LOOK,
        ],
      }),
    });
    view.current = editor;
    editor.focus();
    editor.dispatch({ selection: { anchor: editor.state.doc.length } });
    return () => editor.destroy();
  }, []);

  return (
    <div className="mt-1.5" data-writer>
      <div ref={box} className="border border-rule" />
      {wrong && (
        <p role="alert" className="mt-1 text-small text-stop">
          {wrong}
        </p>
      )}
      <div className="mt-1.5 flex flex-wrap items-center gap-1.5">
        <button type="button" className="button button-main h-6" onClick={save}>
          Take it over
        </button>
        <button type="button" className="button h-6" onClick={done}>
          Leave it as it was
        </button>
        <span className="text-small text-soft">
          A line says one thing; names stand in brackets. Tab takes what is offered, Control and Enter take
          all over.
        </span>
      </div>
    </div>
  );
}
