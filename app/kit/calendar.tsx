/** A month to choose a day from, in the design's language. Fetched by `day.tsx`. */
import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import { CalendarDays } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { DayPicker, type DayPickerLocale } from "react-day-picker";
import { enGB } from "react-day-picker/locale/en-GB";
import { dayText } from "./now";
import { CALENDAR_BUTTON, type CalendarProps } from "./day";

/** Where the words of a calendar come from; English where none is listed. */
const WORDS: Record<string, () => Promise<DayPickerLocale>> = {
  "en-US": () => import("react-day-picker/locale/en-US").then((file) => file.enUS),
  cs: () => import("react-day-picker/locale/cs").then((file) => file.cs),
  da: () => import("react-day-picker/locale/da").then((file) => file.da),
  de: () => import("react-day-picker/locale/de").then((file) => file.de),
  es: () => import("react-day-picker/locale/es").then((file) => file.es),
  fi: () => import("react-day-picker/locale/fi").then((file) => file.fi),
  fr: () => import("react-day-picker/locale/fr").then((file) => file.fr),
  it: () => import("react-day-picker/locale/it").then((file) => file.it),
  nb: () => import("react-day-picker/locale/nb").then((file) => file.nb),
  nl: () => import("react-day-picker/locale/nl").then((file) => file.nl),
  pl: () => import("react-day-picker/locale/pl").then((file) => file.pl),
  pt: () => import("react-day-picker/locale/pt").then((file) => file.pt),
  sv: () => import("react-day-picker/locale/sv").then((file) => file.sv),
};

const dateOf = (day: string) => new Date(`${day}T12:00:00`);
export default function Calendar({ label, value, take, language, pressed, disabled }: CalendarProps) {
  const button = useRef<HTMLButtonElement>(null);
  const early = useRef(pressed);
  const [words, setWords] = useState<DayPickerLocale>(enGB);
  useEffect(() => {
    if (early.current) button.current?.click();
  }, []);
  useEffect(() => {
    void WORDS[language]?.().then(setWords);
  }, [language]);
  const day = value ? dateOf(value) : undefined;
  return (
    <Popover>
      <PopoverButton ref={button} aria-label={label} disabled={disabled} className={CALENDAR_BUTTON}>
        <CalendarDays size={13} aria-hidden="true" />
      </PopoverButton>
      <PopoverPanel
        focus
        anchor={{ to: "bottom end", gap: 4, padding: 8 }}
        className="calendar z-50 rounded-[3px] border border-soft/50 bg-raised p-2 text-ink shadow-md"
      >
        {({ close }) => (
          <DayPicker
            mode="single"
            autoFocus
            locale={words}
            selected={day}
            defaultMonth={day}
            onSelect={(chosen) => {
              if (chosen) take(dayText(chosen));
              close();
            }}
          />
        )}
      </PopoverPanel>
    </Popover>
  );
}
