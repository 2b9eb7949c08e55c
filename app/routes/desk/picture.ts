/** Pictures under the plan and of devices: posted as bytes, read back by their hash; without one, which there are. */
import { keepPicture, picturesOf, readPicture } from "#db/pictures";
import { db } from "#server/db";
import { inputAnswer, requireRole } from "#server/guard";
import type { Route } from "./+types/picture";

export async function loader({ request, params }: Route.LoaderArgs) {
  await requireRole(request, params.design, "view");
  if (!params.hash)
    return Response.json(
      { kept: await picturesOf(db(), params.design) },
      { headers: { "Cache-Control": "no-store" } },
    );
  const picture = await readPicture(db(), params.design, params.hash);
  if (!picture) return new Response("This picture is not here: bring it in again.", { status: 404 });
  return new Response(new Uint8Array(picture.bytes), {
    headers: {
      "Content-Type": picture.type,
      "Cache-Control": "private, max-age=31536000, immutable",
      "X-Content-Type-Options": "nosniff",
      "Content-Disposition": "attachment",
      // Opened by itself a picture may do nothing at all; shown on the plan it never can.
      "Content-Security-Policy": "default-src 'none'; style-src 'unsafe-inline'; sandbox",
    },
  });
}

export async function action({ request, params }: Route.ActionArgs) {
  await requireRole(request, params.design, "edit");
  try {
    return Response.json({
      hash: await keepPicture(db(), params.design, Buffer.from(await request.arrayBuffer())),
    });
  } catch (error) {
    return inputAnswer(error);
  }
}
