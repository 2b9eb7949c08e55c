/** The one action that changes a design: an edit, an undo or a redo. */
import type { WriteResult } from "#db/write-edit";
import { inputAnswer, requireRole } from "#server/guard";
import { job, LARGE_BODY_BYTES } from "#server/jobs";
import { NotJson, takeEdit } from "#server/job-worker";
import { wake } from "#server/live";
import type { Route } from "./+types/edit";

export const loader = () => new Response("Changes are posted here.", { status: 405 });

export async function action({ request, params }: Route.ActionArgs) {
  const { person, role } = await requireRole(request, params.design, "household");
  if (role === "view") await requireRole(request, params.design, "edit");
  const task = {
    design: params.design,
    person: person.id,
    text: await request.text(),
    ...(role === "household" ? { dialsOnly: true } : {}),
  };
  try {
    if (task.text.length <= LARGE_BODY_BYTES) return answered(params.design, await takeEdit(task));
    const answer = await job("edit", task);
    return answer.ok
      ? answered(params.design, answer.result)
      : Response.json({ error: answer.error, problems: answer.problems }, { status: answer.status });
  } catch (error) {
    if (error instanceof NotJson) return new Response("The request is not JSON.", { status: 400 });
    return inputAnswer(error);
  }
}

function answered(design: string, result: WriteResult): Response {
  if (result.ok) wake(design);
  return Response.json(result, { status: result.ok ? 200 : 409 });
}
