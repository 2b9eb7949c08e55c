/**
 * A piece of cable as its service has it: the jacket's colour, and the mark that says the same without
 * colour.
 */
import type { LegendLine } from "#core/design/rows/settings";

const STROKE: Record<LegendLine["colour"], string> = {
  white: "stroke-jacket-white",
  grey: "stroke-jacket-grey",
  black: "stroke-jacket-black",
  brown: "stroke-jacket-brown",
  red: "stroke-jacket-red",
  orange: "stroke-jacket-orange",
  yellow: "stroke-jacket-yellow",
  green: "stroke-jacket-green",
  teal: "stroke-jacket-teal",
  blue: "stroke-jacket-blue",
  violet: "stroke-jacket-violet",
  pink: "stroke-jacket-pink",
};
/** Marks are dark on light jackets and light on dark ones. */
const DARK = new Set<LegendLine["colour"]>(["black", "brown", "red", "green", "blue", "violet", "teal"]);

/** Where rings sit, and what is drawn along the jacket. */
const MARK_PATH: Record<LegendLine["mark"], string> = {
  plain: "",
  "one ring": "M20 2V12",
  "two rings": "M17 2V12M23 2V12",
  "three rings": "M14 2V12M20 2V12M26 2V12",
  dashes: "M6 7H12M17 7H23M28 7H34",
  dots: "M10 7H10.1M17 7H17.1M24 7H24.1M31 7H31.1",
  spiral: "M4 12L12 2M14 12L22 2M24 12L32 2",
  stripe: "M2 7H38",
};

export function Jacket({ line, size = 40 }: { line: Pick<LegendLine, "colour" | "mark">; size?: number }) {
  return (
    <svg
      viewBox="0 0 40 14"
      width={size}
      height={(size * 14) / 40}
      className="inline-block shrink-0 align-middle"
      role="img"
      aria-label={`${line.colour}, ${line.mark}`}
    >
      <title>{`${line.colour}, ${line.mark}`}</title>
      <JacketShape line={line} />
    </svg>
  );
}

/** The jacket alone, 40 units long and 14 high, for drawings that have it inside. */
export function JacketShape({ line }: { line: Pick<LegendLine, "colour" | "mark"> }) {
  return (
    <>
      <line x1={1} x2={39} y1={7} y2={7} className="stroke-soft" strokeWidth={10} />
      <line x1={1.5} x2={38.5} y1={7} y2={7} className={STROKE[line.colour]} strokeWidth={9} />
      <path
        d={MARK_PATH[line.mark]}
        className={DARK.has(line.colour) ? "stroke-jacket-white" : "stroke-jacket-black"}
        strokeWidth={line.mark === "dots" ? 3 : 2}
        strokeLinecap={line.mark === "dots" ? "round" : "butt"}
        fill="none"
      />
    </>
  );
}
