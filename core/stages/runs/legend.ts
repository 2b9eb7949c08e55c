/**
 * What the cable of each service looks like, so that nobody has to guess in a ceiling. Colour is never the
 * only sign.
 */
import { type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import { JACKETS, MARKS, type LegendLine } from "../../design/rows/settings";
import { SERVICES, type Service } from "../../design/vocabulary";
import type { Change } from "../../design/edit";
import type { Finding } from "../../desk/findings";

type Jacket = (typeof JACKETS)[number];

/**
 * A legend nobody has changed: colours far apart, a mark on each that a common colour vision could take for
 * another.
 */
export const LEGEND_DEFAULTS: readonly LegendLine[] = [
  { service: "network", colour: "blue", mark: "plain" },
  { service: "sight", colour: "black", mark: "plain" },
  { service: "sound", colour: "yellow", mark: "plain" },
  { service: "shade", colour: "orange", mark: "one ring" },
  { service: "bus", colour: "green", mark: "two rings" },
  { service: "security", colour: "red", mark: "dashes" },
  { service: "climate", colour: "violet", mark: "dots" },
  { service: "light", colour: "white", mark: "plain" },
  { service: "power", colour: "grey", mark: "stripe" },
];

/** Colours that are taken for one another with the common kinds of colour vision, or in poor light. */
const ALIKE: readonly (readonly Jacket[])[] = [
  ["red", "green", "brown", "orange"],
  ["blue", "violet"],
  ["teal", "grey", "pink"],
  ["white", "grey"],
  ["yellow", "orange", "green"],
  ["black", "brown"],
  ["pink", "violet"],
  ["teal", "green", "blue"],
];

/** All services with their line, in the order services have. */
export const legendOf = memo("legendOf", (design): LegendLine[] =>
  SERVICES.map(
    (service) =>
      design.design.legend?.find((line) => line.service === service) ??
      LEGEND_DEFAULTS.find((line) => line.service === service)!,
  ),
);

/** Colour and marking of a service. */
export const legendLine = (design: Design, service: Service): LegendLine =>
  legendOf(design).find((line) => line.service === service)!;

/** Services in use: those of kinds that bring cables. */
export const servicesInUse = memo("servicesInUse", (design): Set<Service> => {
  const used = new Set(design.points.map((point) => point.kind));
  return new Set(
    design.kinds.filter((kind) => used.has(kind.id) && kind.drops.length).map((kind) => kind.service),
  );
});

/** Take a line into the legend, in place of the one its service had. */
export const withLegendLine = (design: Design, line: LegendLine): Change[] => [
  {
    in: "design",
    put: {
      ...design.design,
      legend: legendOf(design).map((one) => (one.service === line.service ? line : one)),
    },
  },
];

/** A jacket no other service has, with a mark that none of those alike carries. */
function freeLine(design: Design, service: Service): LegendLine | undefined {
  const others = legendOf(design).filter((line) => line.service !== service);
  const colour = JACKETS.find((jacket) => others.every((line) => line.colour !== jacket));
  if (!colour) return undefined;
  const mark = MARKS.find((one) => others.every((line) => line.mark !== one || !alike(line.colour, colour)));
  return mark && { service, colour, mark };
}

const alike = (a: Jacket, b: Jacket) => a === b || ALIKE.some((set) => set.includes(a) && set.includes(b));

/** Two services of one colour, or of colours taken for one another with the same mark on both. */
export function legendChecks(design: Design): Finding[] {
  const used = servicesInUse(design);
  const lines = legendOf(design).filter((line) => used.has(line.service));
  return lines.flatMap((line, i) =>
    lines.slice(0, i).flatMap((other): Finding[] => {
      const same = line.colour === other.colour;
      if (!same && !(line.mark === other.mark && alike(line.colour, other.colour))) return [];
      const free = freeLine(design, line.service);
      return [
        {
          code: "runs.legend-clash",
          stage: "runs",
          severity: "mend",
          title: same
            ? `Cables for ${other.service} and for ${line.service} are both ${line.colour}`
            : `Cables for ${other.service} (${other.colour}) and ${line.service} (${line.colour}) bear the same mark`,
          why: same
            ? "In a ceiling nobody can tell them apart."
            : "In poor light, or with a common kind of colour vision, one is taken for the other: then the mark has to tell them apart.",
          about: [{ in: "design", id: "design" }],
          source: "colour legend of this design",
          fix: free && {
            label: `Take ${free.colour}, ${free.mark}, for ${line.service}`,
            changes: withLegendLine(design, free),
          },
        },
      ];
    }),
  );
}
