/** Severity by shape and word, never by colour alone. */
import type { Severity } from "#core/desk/findings";

export const SEVERITY_COLOUR: Record<Severity, string> = {
  stop: "text-stop",
  mend: "text-mend",
  note: "text-note",
};

export function SeverityMark({ severity, size = 11 }: { severity: Severity; size?: number }) {
  return (
    <svg
      viewBox="0 0 11 11"
      width={size}
      height={size}
      role="img"
      aria-label={severity}
      className={`inline-block shrink-0 ${SEVERITY_COLOUR[severity]}`}
    >
      {severity === "stop" && (
        <path d="M.5.5h10v10H.5zM.5 4.6h10v1.8H.5z" fill="currentColor" fillRule="evenodd" />
      )}
      {severity === "mend" && (
        <>
          <path d="M1.2 1.2h8.6v8.6H1.2z" fill="none" stroke="currentColor" strokeWidth="1.4" />
          <path d="M1 5.5h9V10H1z" fill="currentColor" />
        </>
      )}
      {severity === "note" && (
        <path d="M1.2 1.2h8.6v8.6H1.2z" fill="none" stroke="currentColor" strokeWidth="1.4" />
      )}
    </svg>
  );
}
