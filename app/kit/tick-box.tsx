/** The tick of `Tick` itself, on the shared parts: fetched when the page has come to rest. */
import { Checkbox, Field, Label } from "@headlessui/react";
import { useLayoutEffect, useRef } from "react";
import { tickBox, tickFrame, tickLabel, TickSign, type TickProps } from "./ticks";

export default function TickBox({
  on,
  set,
  label,
  bare,
  disabled,
  className,
  large,
  name,
  focused,
}: TickProps & { focused: boolean }) {
  const box = useRef<HTMLButtonElement>(null);
  // Whoever had turned to it before it was there, has so still.
  useLayoutEffect(() => {
    if (focused) box.current?.focus();
  }, [focused]);
  return (
    <Field as="span" disabled={disabled} className={tickFrame(className)}>
      <Checkbox ref={box} checked={on} onChange={set} name={name} className={tickBox(large)}>
        <TickSign large={large} />
      </Checkbox>
      <Label className={tickLabel(bare, disabled)}>{label}</Label>
    </Field>
  );
}
