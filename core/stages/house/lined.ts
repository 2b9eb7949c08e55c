/** Bus lines in a generated house: with them every edit pays for volts, orders and checks, as in a wired one. */
import { applyChanges, type Change } from "../../design/edit";
import { byId, type Design, rowIn } from "../../design/collections";

/**
 * The house with its bus points on lines, in the order they are listed: what each rides on apart, and each closet's
 * apart, so many on a line. No line is laid well, so that most have something to find.
 */
export function lined(design: Design, perLine = 20): Design {
  const kinds = byId(design, "kinds");
  const profiles = byId(design, "busProfiles");
  const groups = new Map<string, string[]>();
  for (const { id, kind, closet } of design.points) {
    const profile = kinds.get(kind)?.needs?.busProfile;
    if (profile === undefined || closet === undefined || !profiles.has(profile)) continue;
    const key = `${profile} ${closet}`;
    const group = groups.get(key) ?? [];
    groups.set(key, group);
    group.push(id);
  }
  const changes: Change[] = [];
  for (const [key, points] of groups) {
    const [profileId, closet] = key.split(" ") as [string, string];
    const profile = rowIn(profiles, profileId, "busProfiles");
    points.forEach((point, i) => {
      const segment = `line-${profileId}-${closet}-${Math.floor(i / perLine)}`;
      if (i % perLine === 0)
        changes.push({
          in: "segments",
          put: {
            id: segment,
            name: `${profile.name} ${i / perLine + 1}`,
            profile: profileId,
            closet,
            topology: "line",
            cableType: profile.cableType ?? "bus-4x15",
          },
        });
      changes.push({
        in: "stops",
        put: { id: `${segment}-${i}`, segment, point, order: (i % perLine) + 1 },
      });
    });
  }
  return applyChanges(design, changes);
}
