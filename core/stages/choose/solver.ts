/** Load the solver. In a browser its WebAssembly comes from `url`; Node finds it beside the package. */
import loadHighs from "highs";
import type { Highs } from "./mip";

export const loadSolver = (url?: string): Promise<Highs> =>
  loadHighs(url ? { locateFile: () => url } : undefined);
