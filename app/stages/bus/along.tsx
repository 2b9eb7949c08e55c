/**
 * A segment from its supply on: every node in a column of its own, in the order of the tidy tree, and as low as its
 * volts are; of a line of signals alone, as far down as it is away. The same rows as on the plan.
 */
import { hierarchy } from "d3-hierarchy";
import type { ComponentType } from "react";
import { linear } from "../../kit/linear";
import { formatTotal } from "#core/design/units";
import type { Segment } from "#core/stages/bus/segments";
import { counted } from "#core/design/words";
import { useDesk } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { fetchedPart } from "../../kit/fetched";
import { usePrinting } from "../../kit/printing";
import { useSize } from "../../plan/view";

/** How good the order is comes when the page has come to rest. */
const lead = fetchedPart<ComponentType<{ segment: Segment }>>(() => import("./along-lead"));

/** Columns share the width there is, down to what a name needs. */
const LEAST_COLUMN = 66;
const MOST_COLUMN = 120;
const LEFT = 62;
const TOP = 44;
const BOTTOM = 34;

interface Branch {
  node: number;
  children: Branch[];
}

/** The tree of a segment's stretches, from the head on; what closes a ring is left out of it. */
function branches({ nodes, edges }: Segment): { root: Branch; closing: Segment["edges"] } {
  const all = nodes.map((_, node): Branch => ({ node, children: [] }));
  const seen = new Set([0]);
  const closing: Segment["edges"] = [];
  for (const edge of edges)
    if (seen.has(edge.b)) closing.push(edge);
    else {
      seen.add(edge.b);
      all[edge.a]!.children.push(all[edge.b]!);
    }
  return { root: all[0]!, closing };
}

/** A name that fits over its column. */
const short = (name: string, most: number) => (name.length > most ? `${name.slice(0, most - 1)}…` : name);

export function Along({ segment }: { segment: Segment }) {
  if (segment.nodes.length < 2)
    return (
      <Empty text="No point is on this segment yet. Select points on the plan (Shift selects several) and put them on it." />
    );
  return <Falling segment={segment} />;
}

function Falling({ segment }: { segment: Segment }) {
  const { preferences, selection, select } = useDesk();
  const Lead = lead.use();
  const printing = usePrinting();
  const [box, size] = useSize();
  const { nodes, edges, limitV, supplies } = segment;
  const metres = (m: number) => formatTotal(m, preferences.units);
  const { root, closing } = branches(segment);
  const order: number[] = [];
  hierarchy(root, (branch) => branch.children).eachBefore(({ data }) => void order.push(data.node));
  const column = new Map(order.map((node, i) => [node, i]));
  const volts = nodes.every((node) => node.volts !== undefined);
  const value = (node: number) => (volts ? nodes[node]!.volts! : -(nodes[node]!.fromSupplyM ?? 0));
  const values = nodes.map((_, i) => value(i));
  const low = Math.min(...values, limitV !== undefined && volts ? limitV : Infinity);
  const high = Math.max(...values);
  const height = printing ? 300 : 210;
  const room = printing ? 1000 : size.width;
  const step = Math.min(MOST_COLUMN, Math.max(LEAST_COLUMN, (room - LEFT - 50) / (nodes.length - 1)));
  const width = LEFT + step * (nodes.length - 1) + 46;
  const letters = Math.floor(step / 5.6);
  const y = linear([high, low === high ? high - 1 : low], [TOP, height - BOTTOM]);
  const x = (node: number) => LEFT + step * column.get(node)!;
  const fed = new Set(supplies.map((supply) => supply.node));
  const isChosen = (node: number) =>
    (selection?.in === "stops" && selection.id === nodes[node]!.stop?.id) ||
    (selection?.in === "points" && selection.id === nodes[node]!.stop?.point);
  const limitY = volts && limitV !== undefined ? y(limitV) : undefined;
  return (
    <div className="flex min-h-0 flex-1 flex-col bg-raised">
      {Lead ? <Lead segment={segment} /> : <p className="h-8 shrink-0 border-b border-rule/60" />}
      <div
        ref={box}
        className="relative min-h-0 flex-1 overflow-auto"
        tabIndex={0}
        role="region"
        aria-label="The line as its volts fall"
      >
        <svg
          width={Math.max(width, 300)}
          height={height}
          role="group"
          data-drawing
          aria-label={`${segment.row.name}: ${counted(nodes.length - 1, "stop")}`}
        >
          {limitY !== undefined && (
            <g>
              <line
                x1={8}
                x2={Math.max(width, 300)}
                y1={limitY}
                y2={limitY}
                className="stroke-stop"
                strokeWidth={1.3}
              />
              <text x={12} y={limitY + 14} className="fill-stop text-tiny">
                least any device may have, {limitV!.toFixed(2)} V
              </text>
            </g>
          )}
          {edges.map((edge, i) => {
            const closes = closing.includes(edge);
            const [xa, ya, xb, yb] = [x(edge.a), y(value(edge.a)), x(edge.b), y(value(edge.b))];
            return (
              <g key={i}>
                <line
                  x1={xa}
                  y1={ya}
                  x2={xb}
                  y2={yb}
                  className="stroke-bus"
                  strokeWidth={closes ? 1 : 1.8}
                  strokeDasharray={closes ? "4 3" : undefined}
                />
                {!closes && (
                  <text
                    x={xb - step / 2 - 6}
                    y={
                      column.get(edge.b)! - column.get(edge.a)! === 1
                        ? Math.max((ya + yb) / 2 + 14, yb + 2)
                        : yb + 15
                    }
                    textAnchor="middle"
                    className="fill-soft stroke-raised font-mono text-tiny"
                    strokeWidth={3}
                    paintOrder="stroke"
                  >
                    {metres(edge.distanceM)}
                  </text>
                )}
              </g>
            );
          })}
          {nodes.map((node, i) => {
            const under = limitV !== undefined && node.volts !== undefined && node.volts < limitV;
            const figure = volts ? `${node.volts!.toFixed(2)} V` : metres(node.fromSupplyM ?? 0);
            return (
              <g
                key={node.id}
                transform={`translate(${x(i)} ${y(value(i))})`}
                tabIndex={node.stop ? 0 : undefined}
                role={node.stop ? "button" : undefined}
                aria-pressed={node.stop ? isChosen(i) : undefined}
                aria-label={`${node.name}, ${figure}`}
                className={node.stop ? "cursor-pointer outline-offset-4" : ""}
                data-node={node.id}
                onClick={() => node.stop && select({ in: "stops", id: node.stop.id })}
                onKeyDown={(event) => {
                  if (!node.stop || (event.key !== "Enter" && event.key !== " ")) return;
                  event.preventDefault();
                  select({ in: "stops", id: node.stop.id });
                }}
              >
                <title>{`${node.name}, ${figure}`}</title>
                <circle
                  r={isChosen(i) ? 7 : 5.5}
                  className={
                    fed.has(i)
                      ? "fill-ink stroke-bus"
                      : under
                        ? "fill-stop stroke-stop"
                        : isChosen(i)
                          ? "fill-bus stroke-bus"
                          : "fill-raised stroke-bus"
                  }
                  strokeWidth={1.6}
                />
                <text y={-24} textAnchor="middle" className="fill-ink text-tiny">
                  {short(node.stop ? `${node.stop.order} ${node.name}` : node.name, letters)}
                </text>
                <text
                  y={-12}
                  textAnchor="middle"
                  className={`font-mono text-tiny ${under ? "fill-stop font-semibold" : "fill-ink"}`}
                >
                  {figure}
                </text>
              </g>
            );
          })}
        </svg>
      </div>
    </div>
  );
}
