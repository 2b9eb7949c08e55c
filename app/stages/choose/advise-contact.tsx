/** What the load does when something happens to coil, controller or supply. */
import { useState } from "react";
import {
  adviseContact,
  CONTACTS,
  EVENTS,
  loadState,
  stateText,
  type Contact,
  type FailState,
  type LoadState,
} from "#core/stages/choose/advise/contact";
import { Advice, Pick } from "./advice";

/** A contact with its lamp, as it stands. */
function Sketch({ contact, state }: { contact: Contact; state: LoadState }) {
  const closed = state === "on";
  const unsure = state === "as it was";
  return (
    <svg viewBox="0 0 92 34" className="mx-auto h-8.5 w-23" aria-hidden="true">
      <line
        x1="2"
        y1="17"
        x2="24"
        y2="17"
        className={closed ? "stroke-power" : "stroke-structure"}
        strokeWidth="2"
      />
      <circle cx="26" cy="17" r="2.2" className="fill-ink" />
      <circle cx="48" cy="17" r="2.2" className="fill-ink" />
      <line
        x1="26"
        y1="17"
        x2="48"
        y2={closed ? 17 : 6}
        className="stroke-ink"
        strokeWidth="1.8"
        strokeDasharray={unsure ? "2 2" : undefined}
      />
      <line
        x1="50"
        y1="17"
        x2="66"
        y2="17"
        className={closed ? "stroke-power" : "stroke-structure"}
        strokeWidth="2"
      />
      <circle
        cx="77"
        cy="17"
        r="10"
        className={
          closed ? "fill-change stroke-power" : unsure ? "fill-pane stroke-soft" : "fill-ground stroke-soft"
        }
        strokeWidth="1.4"
      />
      <path
        d="M70 10 84 24M84 10 70 24"
        className={closed ? "stroke-power" : "stroke-soft"}
        strokeWidth="1.2"
      />
      {contact === "latching" && (
        <text x="37" y="31" textAnchor="middle" className="fill-soft text-[8px]">
          holds
        </text>
      )}
    </svg>
  );
}

export default function AdviseContact() {
  const [fail, setFail] = useState<FailState>("off");
  const advice = adviseContact(fail);
  return (
    <Advice
      title="Relay contact and its fail state"
      verdict={`${advice.verdict}.`}
      reasons={advice.reasons}
      caution="A heater, a motor or a door must fail to what hurts least, by its own wiring and not by an automation. Local codes and a licensed person decide."
      fields={
        <Pick
          label="With the controller dead the load must be"
          value={fail}
          options={[
            { value: "off", text: "off" },
            { value: "on", text: "on" },
            { value: "as it was", text: "as it was" },
          ]}
          take={setFail}
        />
      }
      drawing={
        <div className="overflow-x-auto">
          <table className="w-full min-w-120 border-separate border-spacing-0 text-small">
            <thead>
              <tr>
                <th scope="col" className="w-32 pb-1.5 text-left font-normal text-soft">
                  Contact
                </th>
                {EVENTS.map((event) => (
                  <th key={event} scope="col" className="px-2 pb-1.5 text-left font-semibold">
                    {event[0]!.toUpperCase() + event.slice(1)}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {CONTACTS.map((contact) => (
                <tr key={contact} className={contact === advice.contact ? "bg-wash" : ""}>
                  <th
                    scope="row"
                    className="border-t border-rule px-2 py-2 text-left align-top font-semibold"
                  >
                    {contact[0]!.toUpperCase() + contact.slice(1)}
                    {contact === advice.contact && (
                      <span className="block font-normal text-accent">wire this</span>
                    )}
                  </th>
                  {EVENTS.map((event) => (
                    <td key={event} className="border-t border-l border-rule px-2 py-2 align-top">
                      <Sketch contact={contact} state={loadState(contact, event)} />
                      <p className="mt-1">{stateText(contact, event)}.</p>
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      }
    />
  );
}
