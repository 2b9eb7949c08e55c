/** A stage as a diamond of four facets: each filled as its check is met. */
const FACETS = ["M8 1 8 8 1 8Z", "M8 1 15 8 8 8Z", "M15 8 8 15 8 8Z", "M8 15 1 8 8 8Z"];

export function Diamond({ met, size = 19 }: { met?: readonly boolean[]; size?: number }) {
  return (
    <svg viewBox="0 0 16 16" width={size} height={size} aria-hidden="true" className="shrink-0">
      {FACETS.map((path, i) => (
        <path
          key={path}
          d={path}
          className={met?.[i] ? "fill-accent stroke-accent" : "fill-pane stroke-soft"}
          strokeWidth={0.7}
          strokeLinejoin="round"
        />
      ))}
    </svg>
  );
}
