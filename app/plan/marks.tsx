/** What stands round the plan whatever it shows: grid, scale, true north, zoom. */
import { round3 } from "#core/geometry/round";
import { useDesk, type View } from "../desk/desk";
import { gridM, scaleBarM } from "./frame";

interface Size {
  width: number;
  height: number;
}

export function ScaleAndNorth({ k, size, northDeg }: { k: number; size: Size; northDeg: number }) {
  const { preferences } = useDesk();
  const bar = scaleBarM(k, preferences.units);
  return (
    <>
      <g transform={`translate(16 ${size.height - 18})`} className="pointer-events-none">
        <path d={`M0 -5V0H${bar * k}V-5`} fill="none" className="stroke-ink" strokeWidth="1.2" />
        <text
          x={bar * k + 6}
          className="fill-ink stroke-ground font-mono text-tiny"
          strokeWidth={3}
          paintOrder="stroke"
          strokeLinejoin="round"
        >
          {preferences.units === "metric" ? `${bar} m` : `${round3(bar / 0.3048)} ft`}
        </text>
      </g>
      <g
        transform={`translate(${size.width - 28} 28) rotate(${northDeg})`}
        className="pointer-events-none"
        role="img"
        aria-label={`True north is ${northDeg}° clockwise from up`}
      >
        <path d="M0 -13 5.5 9 0 5 -5.5 9Z" className="fill-ink" />
      </g>
    </>
  );
}

export function ZoomButtons({ zoomBy, whole }: { zoomBy(factor: number): void; whole(): void }) {
  return (
    <div className="absolute right-2 bottom-2 flex flex-col gap-1" data-chrome>
      <button
        type="button"
        className="button w-7 justify-center px-0"
        onClick={() => zoomBy(1.4)}
        aria-label="Zoom in"
      >
        +
      </button>
      <button
        type="button"
        className="button w-7 justify-center px-0"
        onClick={() => zoomBy(1 / 1.4)}
        aria-label="Zoom out"
      >
        −
      </button>
      <button
        type="button"
        className="button w-7 justify-center px-0 text-tiny"
        onClick={whole}
        aria-label="Show the whole level"
      >
        all
      </button>
    </div>
  );
}

/** Fine lines every metre or foot, or every so many where one is too small to see. */
export function Grid({ k, view, size }: { k: number; view: View; size: Size }) {
  const { units } = useDesk().preferences;
  const step = gridM(k, units);
  const x0 = Math.floor(-view.x / k / step) * step;
  const y0 = Math.floor(-view.y / k / step) * step;
  let path = "";
  for (let x = x0; x * k + view.x < size.width; x += step)
    path += `M${x} ${y0}V${y0 + size.height / k + step}`;
  for (let y = y0; y * k + view.y < size.height; y += step)
    path += `M${x0} ${y}H${x0 + size.width / k + step}`;
  return <path d={path} className="stroke-rule/50" strokeWidth={0.6 / k} fill="none" />;
}
