/** A level as a small picture. */
import type { Thumbnail } from "#core/stages/house/thumbnail";

export function ThumbnailPicture({ of, className = "" }: { of?: Thumbnail; className?: string }) {
  return (
    <svg
      viewBox={of?.viewBox ?? "0 0 4 3"}
      preserveAspectRatio="xMidYMid meet"
      aria-hidden="true"
      className={`bg-ground ${className}`}
    >
      {of && (
        <>
          <path d={of.rooms} className="fill-room" />
          <path d={of.walls} className="fill-none stroke-wall" strokeWidth="0.22" strokeLinecap="square" />
        </>
      )}
    </svg>
  );
}
