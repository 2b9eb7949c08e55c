/** An automation as prose whose underlined words are its fields. A word opens what may stand there. */
import { useRef, useState, type ComponentType } from "react";
import { sentenceOf, type Word } from "#core/stages/automations";
import type { Design } from "#core/design/collections";
import type { AutomationRow } from "#core/stages/automations/rows";
import { useDesk } from "../../desk/desk";
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

const words = fetchedPart<ComponentType<FieldWordProps & { before: { focused: boolean; pressed: boolean } }>>(
  () => import("./field-word"),
);

export function Sentence({ design, automation }: { design: Design; automation: AutomationRow }) {
  const { readOnly } = useDesk();
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

/** The word as it is read; what it opens comes when the page has come to rest. */
function FieldWord(props: FieldWordProps) {
  const Opening = words.use();
  const focused = useRef(false);
  const [pressed, setPressed] = useState(false);
  if (Opening) return <Opening {...props} before={{ focused: focused.current, pressed }} />;
  return (
    <span
      role="button"
      tabIndex={0}
      className={`${WORD_LOOK} ${WORD_CLASS[props.word.tells!]}`}
      data-word={props.word.part!.field}
      onFocus={() => {
        focused.current = true;
        words.fetch();
      }}
      onBlur={() => void (focused.current = false)}
      onClick={() => setPressed(true)}
      onKeyDown={(event) => ["Enter", " "].includes(event.key) && setPressed(true)}
    >
      {props.word.text}
    </span>
  );
}
