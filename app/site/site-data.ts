/** What a page for the site is made of, read on the server. */
import { readDesign } from "#db/read-design";
import { membersOf } from "#db/people";
import { db } from "#server/db";
import { requireRole } from "#server/guard";
import { isHeavy } from "#server/jobs";
import { designText } from "../desk/design-text";

export async function siteData(request: Request, design: string) {
  const { person, role } = await requireRole(request, design, "view");
  const stored = (await readDesign(db(), design))!;
  const members = await membersOf(db(), design);
  return {
    person,
    role,
    name: stored.design.design.name,
    revision: stored.revision,
    names: Object.fromEntries(members.map((member) => [member.id, member.name])),
    rows: designText(stored.design),
    heavy: isHeavy(stored.design),
  };
}

export type SiteData = Awaited<ReturnType<typeof siteData>>;
