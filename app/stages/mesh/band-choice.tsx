/** The band that is looked at, kept in the address; one of those that have radios. */
import { useSearchParams } from "react-router";
import type { RadioProfileRow } from "#core/design/rows/mesh";
import { Choice } from "../../kit/choice";

export function BandChoice({
  profiles,
  chosen,
}: {
  profiles: readonly RadioProfileRow[];
  chosen: string | undefined;
}) {
  const [, setParams] = useSearchParams();
  if (!profiles.length) return null;
  return (
    <Choice
      label="Band"
      className="h-7 w-44 shrink-0"
      value={chosen ?? ""}
      options={profiles.map(({ id, name, mhz }) => ({
        value: id,
        text: name,
        hint: `${Math.round(mhz)} MHz`,
      }))}
      take={(profile) =>
        setParams(
          (now) => {
            now.set("band", profile);
            return now;
          },
          { replace: true },
        )
      }
    />
  );
}
