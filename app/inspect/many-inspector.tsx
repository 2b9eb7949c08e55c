/** Several things selected at once: count, align, mirror, shift, copy, remove. */
import { Trash2 } from "lucide-react";
import { useState } from "react";
import { dropRow, putRow } from "#core/design/row-changes";
import { byId, SINGULAR, type AnyRow, type Design } from "#core/design/collections";
import type { Change } from "#core/design/edit";
import { InputError } from "#core/design/input-error";
import { removeRows } from "#core/design/remove";
import { parseLength } from "#core/design/units";
import { alignRows, joinWalls, mirrorRows, moveRows, type Edge } from "#core/stages/house";
import { type Ref } from "#core/design/where";
import { pairOf, pairUp } from "#core/points/symmetry";
import { focusSheet, newRowId, useDesk, useEdit } from "../desk/desk";
import { Heading } from "./parts";
import { rowName } from "./row-form";

const EDGES: [Edge, string][] = [
  ["left", "Left"],
  ["middle across", "Middle"],
  ["right", "Right"],
  ["top", "Top"],
  ["middle down", "Halfway"],
  ["bottom", "Bottom"],
];

export default function ManyInspector({ design, refs }: { design: Design; refs: readonly Ref[] }) {
  const { select, readOnly, preferences } = useDesk();
  const edit = useEdit();
  const [wrong, setWrong] = useState<string>();
  const [dx, setDx] = useState("0");
  const [dy, setDy] = useState("0");
  const counts = new Map<string, number>();
  for (const ref of refs) counts.set(SINGULAR[ref.in], (counts.get(SINGULAR[ref.in]) ?? 0) + 1);
  const attempt = (make: (d: Design) => Change[]) => {
    try {
      const changes = make(design);
      edit(() => changes);
      setWrong(undefined);
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      setWrong(problem.message);
    }
  };
  const bare = preferences.units === "imperial" ? "ft" : "m";
  const walls = refs.filter((ref) => ref.in === "walls");
  const points = refs.flatMap((ref) =>
    ref.in === "points" ? (byId(design, "points").get(ref.id) ?? []) : [],
  );
  const pair =
    points.length === 2 && refs.length === 2 && points[0]!.level === points[1]!.level ? points : undefined;
  return (
    <>
      <Heading
        title={`${refs.length} things`}
        text={[...counts].map(([name, count]) => `${count} × ${name}`).join(", ")}
      />
      {wrong && (
        <p role="alert" className="border-b border-rule px-3.5 py-2 text-stop">
          {wrong}
        </p>
      )}
      {!readOnly && (
        <div className="grid gap-3 border-b border-rule px-3.5 py-3">
          <fieldset className="flex flex-wrap gap-1.5">
            <legend className="mb-1 text-small text-soft">Align</legend>
            {EDGES.map(([edge, name]) => (
              <button
                key={edge}
                type="button"
                className="button h-6"
                onClick={() => attempt((d) => alignRows(d, refs, edge))}
              >
                {name}
              </button>
            ))}
          </fieldset>
          <fieldset className="flex flex-wrap gap-1.5">
            <legend className="mb-1 text-small text-soft">Mirror</legend>
            <button
              type="button"
              className="button h-6"
              onClick={() => attempt((d) => mirrorRows(d, refs, "across"))}
            >
              Left to right
            </button>
            <button
              type="button"
              className="button h-6"
              onClick={() => attempt((d) => mirrorRows(d, refs, "down"))}
            >
              Top to bottom
            </button>
          </fieldset>
          <form
            className="flex items-end gap-1.5"
            onSubmit={(event) => {
              event.preventDefault();
              attempt((d) =>
                moveRows(d, refs, { dx: parseLength(dx, "Across", bare), dy: parseLength(dy, "Down", bare) }),
              );
            }}
          >
            <label className="grid flex-1 gap-1 text-small text-soft">
              Across
              <input className="field font-mono" value={dx} onChange={(event) => setDx(event.target.value)} />
            </label>
            <label className="grid flex-1 gap-1 text-small text-soft">
              Down
              <input className="field font-mono" value={dy} onChange={(event) => setDy(event.target.value)} />
            </label>
            <button className="button">Shift</button>
          </form>
          <div className="flex flex-wrap gap-1.5">
            {walls.length === 2 && refs.length === 2 && (
              <button
                type="button"
                className="button"
                onClick={() => attempt((d) => joinWalls(d, walls[0]!.id, walls[1]!.id))}
              >
                Join the two walls
              </button>
            )}
            {pair && (
              <button
                type="button"
                className="button"
                onClick={() => {
                  const id = newRowId("sy");
                  attempt(() => [
                    ...pair
                      .filter((point) => pairOf(design, point.id))
                      .flatMap((point) => dropRow("symmetries", pairOf(design, point.id)!.id)),
                    ...putRow("symmetries", pairUp(id, pair[0]!, pair[1]!)),
                  ]);
                }}
              >
                Keep these two symmetric
              </button>
            )}
            <button
              type="button"
              className="button text-stop"
              onClick={() => {
                attempt((d) => removeRows(d, refs));
                select(undefined);
                focusSheet();
              }}
            >
              <Trash2 size={13} /> Remove them
            </button>
          </div>
        </div>
      )}
      <ul className="py-1.5">
        {refs.map((ref) => {
          const row = (byId(design, ref.in) as ReadonlyMap<string, AnyRow>).get(ref.id);
          return (
            row && (
              <li key={`${ref.in}/${ref.id}`}>
                <button
                  type="button"
                  className="flex w-full justify-between px-3.5 py-0.5 text-left hover:bg-raised"
                  onClick={() => select({ in: ref.in, id: ref.id })}
                >
                  <span className="truncate">{rowName(row)}</span>
                  <span className="text-soft">{SINGULAR[ref.in]}</span>
                </button>
              </li>
            )
          );
        })}
      </ul>
    </>
  );
}
