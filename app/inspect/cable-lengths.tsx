/** What is added to every cable, and how warm it lies: settings of the design that all lengths hang on. */
import { changeSettings } from "#core/design/row-changes";
import type { Design } from "#core/design/collections";
import { useEdit } from "../desk/desk";
import { withRowCheck } from "../desk/row-check";
import { LengthField, TextField } from "../kit/fields";

export function CableLengths({ design }: { design: Design }) {
  const edit = useEdit();
  const settings = design.design;
  const put = (values: Partial<typeof settings>) =>
    withRowCheck((checkRow) => {
      checkRow("design", { ...settings, ...values }, "");
      edit((d) => changeSettings(d, values));
    });
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
