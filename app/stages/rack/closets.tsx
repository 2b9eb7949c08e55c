/** Closets: the wall they have, where each should stand and what moving saves, and one against two. */
import { useEffect, useState } from "react";
import { byId } from "#core/design/collections";
import { formatLength, formatTotal, groupDigits } from "#core/design/units";
import { moveCloset, siteWorking } from "#core/stages/rack/siting";
import { wallSpaceOf, wallWorking } from "#core/stages/rack/wall-space";
import type { Saved, SitingAsk, SitingReply } from "../../workers/siting";
import { startWorker } from "../../workers/ask";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { Caution, Worked } from "../../inspect/parts";
import { whenAtRest } from "../../kit/rest";

type Found = Partial<
  Extract<SitingReply, { sites: unknown }> & Extract<SitingReply, { arrangements: unknown }>
>;

interface State extends Found {
  progress?: { done: number; of: number; what: string };
  failed?: string;
  /** What is shown is of a design before the last edit. */
  old?: boolean;
}

/** Worked out anew for each design, a while after the last edit; what was known stays until then. */
function useSiting(closet: string | undefined): State & { stop(): void } {
  const design = useDesign();
  const [state, setState] = useState<State>({});
  const [stopped, setStopped] = useState<unknown>();
  useEffect(() => {
    if (closet === undefined || stopped === design) return;
    let end: (() => void) | undefined;
    setState((now) => ({ ...now, old: true, failed: undefined }));
    const begin = () => {
      const hand = startWorker<SitingAsk, SitingReply>(
        () => new Worker(new URL("../../workers/siting.ts", import.meta.url), { type: "module" }),
        (reply) =>
          setState((now) =>
            "progress" in reply
              ? { ...now, progress: reply.progress }
              : "failed" in reply
                ? { ...now, failed: reply.failed, progress: undefined }
                : "arrangements" in reply
                  ? { ...now, ...reply, old: false, ...(reply.arrangements.every((one) => !one.changes || one.saved) ? { progress: undefined } : {}) } // oxfmt-ignore
                  : { ...now, ...reply },
          ),
        (failed) => setState((now) => ({ ...now, failed, progress: undefined })),
      );
      hand.post({ design, closet, newId: newRowId("closet") });
      end = hand.end;
    };
    const rest = whenAtRest(begin);
    return () => {
      rest();
      end?.();
    };
  }, [design, closet, stopped]);
  return {
    ...state,
    stop() {
      setStopped(design);
      setState((now) => ({ ...now, progress: undefined }));
    },
  };
}

export default function Closets() {
  const design = useDesign();
  const { preferences, readOnly, select, selection } = useDesk();
  const edit = useEdit();
  const [chosen, setChosen] = useState("");
  const of = selection?.in === "closets" ? selection.id : chosen;
  const ends = (id: string) => design.points.filter((point) => point.closet === id).length;
  // The one most cables end at first: where it stands matters most.
  const closets = [...design.closets].sort((a, b) => ends(b.id) - ends(a.id));
  const closet = byId(design, "closets").get(of) ?? closets[0];
  const found = useSiting(closet?.id);
  if (!closet)
    return (
      <Empty text="A closet is where cables end: a rack, a wall cabinet or a plain board. Draw one, and this place says where it would stand best.">
        <ToSheet stage="house" tool="closet" text="Draw a closet" />
      </Empty>
    );
  const { units } = preferences;
  const { currency } = design.design;
  const money = (value: number) => `${groupDigits(value, 0)} ${currency}`;
  const wall = wallSpaceOf(design, closet);
  const saves = (saved: Saved | undefined) =>
    saved === undefined ? (
      <span className="text-soft">…</span>
    ) : (
      <span className={saved.metres > 0.5 ? "" : "text-soft"}>
        {saved.metres >= 0 ? "" : "−"}
        {formatTotal(Math.abs(saved.metres), units)}, {saved.money >= 0 ? "" : "−"}
        {money(Math.abs(saved.money))}
      </span>
    );
  return (
    <>
      <div
        className="flex min-h-9 shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule bg-pane px-2 py-1"
        data-chrome
      >
        <div role="group" aria-label="Closet" className="flex">
          {closets.map((row) => (
            <button
              key={row.id}
              type="button"
              className="tool whitespace-nowrap"
              aria-pressed={row.id === closet.id}
              onClick={() => {
                setChosen(row.id);
                select({ in: "closets", id: row.id });
              }}
            >
              {row.name}
            </button>
          ))}
        </div>
        <span className={wall.columns.length ? "" : "hidden"}>
          Wall{" "}
          <span
            className={wall.haveM !== undefined && wall.needM > wall.haveM ? "font-semibold text-mend" : ""}
          >
            <Worked working={() => wallWorking(closet, wall)}>{formatLength(wall.needM, units)}</Worked>
          </span>{" "}
          taken
          {wall.haveM === undefined ? "" : ` of ${formatLength(wall.haveM, units)}`}
        </span>
        {found.progress && (
          <span className="ml-auto flex items-center gap-2 text-small text-soft" role="status">
            <progress aria-label="Sites worked out" max={found.progress.of} value={found.progress.done} />
            {found.progress.what}
            <button type="button" className="button h-6" onClick={found.stop}>
              Stop
            </button>
          </span>
        )}
      </div>
      <div
        className="relative min-h-0 flex-1 overflow-auto"
        tabIndex={0}
        role="region"
        aria-label={`Where ${closet.name} should stand`}
      >
        {found.failed && (
          <p role="alert" className="bg-change px-3 py-1.5 text-change-ink">
            {found.failed}
          </p>
        )}
        <section className="px-4 py-3" aria-label="Places">
          <h3 className="font-semibold">Where it could stand, the best wall of each room</h3>
          {found.sites && !found.sites.length && (
            <p className="mt-1 text-soft">
              No cable ends here yet, or no room has a wall from which all of them can be reached.
            </p>
          )}
          {Boolean(found.sites?.length) && (
            <table className="mt-2 w-full min-w-175 text-left">
              <thead className="text-small text-soft">
                <tr className="h-7 border-b border-rule">
                  <th className="font-normal">Place</th>
                  <th className="pl-3 text-right font-normal whitespace-nowrap">Cable to it</th>
                  <th className="pl-3 text-right font-normal whitespace-nowrap">Longest link</th>
                  <th className="pl-4 font-normal">Speaks against it</th>
                  <th
                    className="text-right font-normal"
                    title="Cable, long links, and what its faults are worth"
                  >
                    Weighed
                  </th>
                  <th className="pl-4 font-normal">Moving saves</th>
                  <th className="w-24">
                    <span className="sr-only">Move</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {[...(found.now ? [found.now] : []), ...found.sites!].map((site) => {
                  const here = site === found.now;
                  return (
                    <tr
                      key={`${site.name} ${here}`}
                      className={`h-8 border-b border-rule/60 ${here ? "bg-wash" : ""}`}
                    >
                      <td className="pr-3">{site.name}</td>
                      <td className="measure pl-3 text-right whitespace-nowrap">
                        {formatTotal(site.metres, units)}
                      </td>
                      <td
                        className={`measure pl-3 text-right whitespace-nowrap ${site.over ? "font-semibold text-stop" : ""}`}
                      >
                        {site.linkM ? formatLength(site.linkM, units) : "–"}
                      </td>
                      <td className="max-w-50 pl-4 text-small text-soft">
                        {site.faults.map(({ text }) => text).join("; ") || "nothing"}
                      </td>
                      <td className="pl-3 text-right whitespace-nowrap">
                        <Worked working={() => siteWorking(design, site)}>{money(site.score)}</Worked>
                      </td>
                      <td className="pl-4 whitespace-nowrap">
                        {here ? "" : saves((site as { saved?: Saved }).saved)}
                      </td>
                      <td className="text-right">
                        {!readOnly && !here && (
                          <button
                            type="button"
                            className="button h-6 whitespace-nowrap"
                            aria-label={`Move ${closet.name} to ${site.name}`}
                            onClick={() => edit((d) => moveCloset(d, closet, site))}
                          >
                            Move it here
                          </button>
                        )}
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          )}
          {!found.sites && !found.failed && (
            <p className="mt-1 text-soft">Ways from every room are followed…</p>
          )}
        </section>
        <section className="border-t border-rule px-4 py-3" aria-label="One closet or two">
          <h3 className="font-semibold">One closet or two</h3>
          {found.arrangements ? (
            <table className="mt-2 w-full min-w-160 text-left">
              <thead className="text-small text-soft">
                <tr className="h-7 border-b border-rule">
                  <th className="font-normal">Arrangement</th>
                  <th className="text-right font-normal">Cable</th>
                  <th className="pl-3 text-right font-normal whitespace-nowrap">Longest link</th>
                  <th className="text-right font-normal">Cable and closets</th>
                  <th className="pl-4 font-normal">Saves of cable</th>
                  <th className="w-20">
                    <span className="sr-only">Do it</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {found.arrangements.map((one) => (
                  <tr
                    key={one.name}
                    className={`h-8 border-b border-rule/60 ${one.changes ? "" : "bg-wash"}`}
                  >
                    <td className="pr-3">{one.name}</td>
                    <td className="measure pl-3 text-right whitespace-nowrap">
                      {formatTotal(one.metres, units)}
                    </td>
                    <td className="measure pl-3 text-right whitespace-nowrap">
                      {formatLength(one.linkM, units)}
                    </td>
                    <td className="text-right">
                      <Worked working={() => one.working}>{money(one.cost)}</Worked>
                    </td>
                    <td className="pl-4 whitespace-nowrap">{one.changes && saves(one.saved)}</td>
                    <td className="text-right">
                      {!readOnly && one.changes && (
                        <button
                          type="button"
                          className="button h-6"
                          disabled={found.old}
                          aria-label={`Do it: ${one.name}`}
                          onClick={() => edit(() => one.changes!)}
                        >
                          Do it
                        </button>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          ) : (
            <p className="mt-1 text-soft">Worked out when the places are.</p>
          )}
          <p className="mt-2 max-w-200 text-small text-soft">
            Each is one edit: cables end elsewhere, lengths, reels and labels follow. Racks, cabinets and what
            stands in them are moved by hand; the link between two closets is a drop of its own.
          </p>
        </section>
        <Caution text="A closet is fed from mains: its circuit, its breaker and the way out of its room are the electrician's to plan. Not in a bath's zones, nor under pipes; local codes and a licensed person decide." />
      </div>
    </>
  );
}
