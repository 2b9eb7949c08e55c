/** Load the solver. In a browser its WebAssembly comes from `url`; Node finds it beside the package. */
import loadHighs from "highs";
import type { Highs } from "./mip";

/** The solver, loaded once. `url`: where its WebAssembly lies, in a browser. */
export const loadSolver = (url?: string): Promise<Highs> =>
  loadHighs(url ? { locateFile: () => url } : undefined);
