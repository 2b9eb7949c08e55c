/** An automation as prose whose underlined words are its fields. A word opens what may stand there. */
import { useState, type ComponentType } from "react";
import { sentenceOf, type Word } from "#core/stages/automations";
import type { Design } from "#core/design/collections";
import type { AutomationRow } from "#core/design/rows/automations";
import { fetchedPart } from "../../kit/fetched";

export const WORD_CLASS = {
  value: "font-semibold",
  device: "font-semibold text-accent",
  calendar: "font-semibold text-bus",
};
export const WORD_LOOK = "cursor-pointer border-b border-current box-decoration-clone hover:bg-wash";

export interface FieldWordProps {
  design: Design;
  automation: AutomationRow;
  word: Word;
}

const words = fetchedPart<ComponentType<FieldWordProps>>(() => import("./field-word"));

interface SentenceProps {
  design: Design;
  automation: AutomationRow;
  readOnly: boolean;
}

export function Sentence({ design, automation, readOnly }: SentenceProps) {
  return (
    <div className="mt-1 text-sm leading-6">
      {sentenceOf(design, automation).map((word, i) =>
        !word.part ? (
          <span key={i}>{word.text}</span>
        ) : readOnly ? (
          <span key={i} className={WORD_CLASS[word.tells!]}>
            {word.text}
          </span>
        ) : (
          <FieldWord
            key={`${word.part.of}-${word.part.index}-${word.part.field}`}
            design={design}
            automation={automation}
            word={word}
          />
        ),
      )}
    </div>
  );
}

/** The word as it is read, until somebody comes to it: hundreds of sentences have thousands of words, and few are opened. */
function FieldWord(props: FieldWordProps) {
  const Opening = words.use();
  const [pressed, setPressed] = useState(false);
  if (Opening && pressed) return <Opening {...props} />;
  return (
    <span
      role="button"
      tabIndex={0}
      aria-expanded={false}
      className={`${WORD_LOOK} ${WORD_CLASS[props.word.tells!]}`}
      data-word={props.word.part!.field}
      onFocus={words.fetch}
      onClick={() => setPressed(true)}
      onKeyDown={(event) => {
        if (event.key !== "Enter" && event.key !== " ") return;
        // The page does not scroll by it.
        event.preventDefault();
        setPressed(true);
      }}
    >
      {props.word.text}
    </span>
  );
}
