/**
 * Device glyphs, drawn on one 16-unit lattice by what the thing does. Each is a closed outline with one
 * mark, so that they stay apart at 14 px.
 */
import type { KindRow } from "#core/design/rows/runs";

type GlyphName = KindRow["glyph"];

const OUTLINE: Record<GlyphName, string> = {
  senses: "M8 1.8 14.6 13.6H1.4Z",
  moves: "M2 2h12v12H2Z",
  lights: "M8 1.6a6.4 6.4 0 1 0 0 12.8A6.4 6.4 0 1 0 8 1.6Z",
  speaks: "M2 5h3.4L10 1.8v12.4L5.4 11H2Z",
  carries: "M8 1.4 14.6 8 8 14.6 1.4 8Z",
  decides: "M4.6 1.8h6.8L14.8 8l-3.4 6.2H4.6L1.2 8Z",
  supplies: "M2 4.4h12v7.2H2Z",
  sees: "M1.8 2.4h6.4a5.6 5.6 0 0 1 0 11.2H1.8Z",
  keys: "M4 1.6h8v12.8H4Z",
};

export const GLYPH_NAMES = Object.keys(OUTLINE) as GlyphName[];

const INNER: Record<GlyphName, string> = {
  senses: "M8 8.2v2.6",
  moves: "M5 9.6 8 6.4l3 3.2",
  lights: "M8 4.6v6.8M4.6 8h6.8",
  speaks: "M12.4 5.4a4 4 0 0 1 0 5.2",
  carries: "M5.6 8h4.8",
  decides: "M8 6.6v2.8M6.6 8h2.8",
  supplies: "M6 6.8v2.4M10 6.8v2.4",
  sees: "M8 6.4a1.6 1.6 0 1 0 0 3.2 1.6 1.6 0 1 0 0-3.2",
  keys: "M6.6 5h2.8M6.6 8h2.8M6.6 11h2.8",
};

/** The paths alone, in a 16 × 16 box: for use inside another drawing. */
export function GlyphPaths({ glyph, filled = false }: { glyph: GlyphName; filled?: boolean }) {
  return (
    <>
      <path
        d={OUTLINE[glyph]}
        className={filled ? "fill-ink stroke-ink" : "fill-raised stroke-ink"}
        strokeWidth={1.3}
        strokeLinejoin="round"
      />
      <path
        d={INNER[glyph]}
        fill="none"
        className={filled ? "stroke-raised" : "stroke-ink"}
        strokeWidth={1.3}
        strokeLinecap="round"
      />
    </>
  );
}

export function Glyph({ glyph, size = 16 }: { glyph: GlyphName; size?: number }) {
  return (
    <svg viewBox="0 0 16 16" width={size} height={size} aria-hidden="true" className="shrink-0">
      <GlyphPaths glyph={glyph} />
    </svg>
  );
}
