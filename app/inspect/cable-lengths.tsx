/** What is added to every cable, and how warm it lies: settings of the design that all lengths hang on. */
import type { Design } from "#core/design/collections";
import { usePutSettings } from "../desk/put-settings";
import { LengthField, TextField } from "../kit/fields";

export function CableLengths({ design }: { design: Design }) {
  const settings = design.design;
  const put = usePutSettings();
  const number = (typed: string) => Number(typed.replace(",", ".").trim() || NaN);
  return (
    <section className="grid gap-1.5 border-b border-rule px-3.5 py-3">
      <h3 className="font-semibold">Cable lengths</h3>
      <LengthField
        label="Slack, point"
        metres={settings.slackPointM}
        take={(slackPointM) => put({ slackPointM })}
      />
      <LengthField
        label="Slack, closet"
        metres={settings.slackClosetM}
        take={(slackClosetM) => put({ slackClosetM })}
      />
      <TextField
        label="Waste"
        mono
        unit="%"
        inputMode="decimal"
        text={String(settings.wastePct)}
        take={(typed) => put({ wastePct: number(typed) })}
      />
      <TextField
        label="Ambient"
        mono
        unit="°C"
        inputMode="decimal"
        text={String(settings.ambientC)}
        take={(typed) => put({ ambientC: number(typed) })}
      />
    </section>
  );
}
