/** What the engine answers, in the words of the household. */
import { byId, type Design } from "../../design/collections";
import { counted } from "../../design/words";
import { ASPECT_NAMES, TWO } from "./engine/aspects";
import type { Answer } from "./engine/world";
import { GUARD_PHRASES } from "./language/phrases";
import { writePhrase } from "./language/grammar";
import { namesOf } from "./language/names";
import type { Aspect } from "../../design/rows/automations-words";
import { spanSaid, valueSaid } from "./value-said";

export function answerText(design: Design, answer: Answer): string {
  const point = (id: string) => byId(design, "points").get(id)?.name ?? id;
  const automation = (id: string) => byId(design, "automations").get(id)?.name ?? id;
  const dial = (id: string) => byId(design, "dials").get(id)?.name ?? id;
  const thing = (id: string, aspect: Aspect) =>
    TWO[aspect] || aspect === "position" ? point(id) : `${point(id)}, ${ASPECT_NAMES[aspect]}`;
  switch (answer.kind) {
    case "fires":
      return `begins, by its cue ${answer.cue}`;
    case "held back": {
      const guard = byId(design, "automations").get(answer.automation)?.guards[answer.guard];
      const said = guard && writePhrase(GUARD_PHRASES, guard, namesOf(design));
      const words = said?.map(({ text }) => text).join("") ?? "a guard";
      return answer.known
        ? `does nothing: ${guard?.not ? `${words}, and it must not` : `not so that ${words}`}`
        : `does nothing: nobody knows whether ${words}`;
    }
    case "command":
      return `${thing(answer.point, answer.aspect)}: ${valueSaid(answer.aspect, answer.value)}${answer.overMs ? ` over ${spanSaid(answer.overMs)}` : ""}${answer.automation === "a hand" ? ", as a hand wished before" : ""}`;
    case "waits below":
      return `${thing(answer.point, answer.aspect)} follows ${answer.under === "a hand" ? "a hand" : automation(answer.under)}, which goes before it`;
    case "left be":
      return `${point(answer.point)} is left be: ${dial(answer.dial)} is on`;
    case "dial":
      return `turns ${dial(answer.dial)} to ${typeof answer.value === "boolean" ? (answer.value ? "on" : "off") : String(answer.value)}`;
    case "say": {
      const people = answer.people.map((id) => byId(design, "people").get(id)?.role ?? id);
      const to = [...answer.points.map(point), ...people];
      return `says “${answer.text}”${to.length ? ` on ${to.length > 3 ? counted(to.length, "panel") : to.join(", ")}` : ""}`;
    }
    case "skips":
      return `leaves a move out: ${answer.why}`;
    case "ends":
      return {
        done: "comes to its end",
        stopped: "is stopped",
        guard: "ends: a guard holds no longer",
        limit: "ends: it has waited long enough",
      }[answer.how];
    case "loop":
      return `is cut: ${answer.automations.map(automation).join(", ")} cue one another`;
  }
}
