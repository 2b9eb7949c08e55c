/** A segment as a drawing: each node in a column of its own, as low as its volts are, every stretch with its metres. */
import type { Design } from "../../design/collections";
import { escapeXml } from "../../files/xml";
import type { Segment } from "./segments";

const COLUMN = 104;
const LEFT = 70;
const TOP = 92;
const FALL = 190;

/** Nodes in the order of the tidy tree: each branch before the next. */
function orderOf({ nodes, edges }: Segment): number[] {
  const below = nodes.map((): number[] => []);
  const seen = new Set([0]);
  for (const { a, b } of edges)
    if (!seen.has(b)) {
      seen.add(b);
      below[a]!.push(b);
    }
  const order: number[] = [];
  const open = [0];
  while (open.length) {
    const node = open.pop()!;
    order.push(node);
    open.push(...[...below[node]!].reverse());
  }
  return order;
}

/** The drawing, black on white: volts falling, or metres where the line carries signals alone. */
export function treeSvg(design: Design, segment: Segment): string {
  const { row, profile, nodes, edges, limitV, supplies } = segment;
  const volts = nodes.every((node) => node.volts !== undefined);
  const value = (i: number) => (volts ? nodes[i]!.volts! : -(nodes[i]!.fromSupplyM ?? 0));
  const values = nodes.map((_, i) => value(i)).filter(Number.isFinite);
  const low = Math.min(...values, ...(volts && limitV !== undefined ? [limitV] : []));
  const high = Math.max(...values);
  const y = (v: number) => TOP + (high === low ? 0 : (FALL * (high - v)) / (high - low));
  const column = new Map(orderOf(segment).map((node, i) => [node, i]));
  const x = (node: number) => LEFT + COLUMN * (column.get(node) ?? 0);
  const width = Math.max(480, LEFT + COLUMN * nodes.length);
  const height = TOP + FALL + 60;
  const text = (tx: number, ty: number, words: string, more = "") =>
    `<text x="${tx.toFixed(1)}" y="${ty.toFixed(1)}" font-size="11" fill="#15201f" ${more}>${escapeXml(words)}</text>`;
  const middle = 'text-anchor="middle"';
  const fed = new Set(supplies.map(({ node }) => node));
  const out = [
    text(16, 26, `${design.design.name}, ${row.name}`, 'font-weight="600"'),
    text(
      16,
      44,
      `${profile.name}, ${row.topology}, ${segment.lengthM.toFixed(1)} m${segment.currentA === undefined ? "" : `, ${segment.currentA.toFixed(3)} A`}`,
    ),
  ];
  if (volts && limitV !== undefined)
    out.push(
      `<line x1="16" x2="${width - 16}" y1="${y(limitV).toFixed(1)}" y2="${y(limitV).toFixed(1)}" stroke="#9e2b20" stroke-dasharray="5 3"/>`,
      text(16, y(limitV) + 14, `least any device may have, ${limitV.toFixed(2)} V`, 'fill-opacity="0.8"'),
    );
  for (const { a, b, distanceM } of edges) {
    const [ax, ay, bx, by] = [x(a), y(value(a)), x(b), y(value(b))];
    out.push(
      `<line x1="${ax.toFixed(1)}" y1="${ay.toFixed(1)}" x2="${bx.toFixed(1)}" y2="${by.toFixed(1)}" stroke="#4a4e9e" stroke-width="1.8"/>`,
      text((ax + bx) / 2, (ay + by) / 2 + 16, `${distanceM.toFixed(1)} m`, middle),
    );
  }
  nodes.forEach((node, i) => {
    const [nx, ny] = [x(i), y(value(i))];
    const figure = volts ? `${node.volts!.toFixed(2)} V` : `${(node.fromSupplyM ?? 0).toFixed(1)} m`;
    const name = node.stop ? `${node.stop.order} ${node.name}` : node.name;
    out.push(
      `<circle cx="${nx.toFixed(1)}" cy="${ny.toFixed(1)}" r="5.5" fill="${fed.has(i) ? "#15201f" : "#ffffff"}" stroke="#4a4e9e" stroke-width="1.6"/>`,
      text(nx, ny - 24, name.length > 18 ? `${name.slice(0, 17)}…` : name, middle),
      text(nx, ny - 11, figure, middle),
    );
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" font-family="sans-serif"><rect width="${width}" height="${height}" fill="#ffffff"/>${out.join("")}</svg>`;
}
