/** What all parts of the desk share: the design, what is selected, which level is shown. */
import { createContext, useCallback, useContext, useMemo, useRef, useState, useSyncExternalStore, type ReactNode } from "react";
import type { Design } from "#core/design/collections";
import type { Change } from "#core/design/edit";
import type { Finding } from "#core/findings";
import type { Working } from "#core/working";
import type { DesignStore, DeskState } from "./design-store";
import { keepPreferences, type Preferences } from "./preferences";

export type Selection = { in: "points" | "devices" | "automations" | "rooms" | "closets"; id: string; drop?: string };
export type Stratum = "S" | "P" | "C" | "B" | "R" | "K";
export interface View {
  x: number;
  y: number;
  k: number;
}

interface Desk {
  store: DesignStore;
  url: string;
  readOnly: boolean;
  selection?: Selection;
  select(selection?: Selection): void;
  level: string;
  showLevel(level: string): void;
  lit: ReadonlySet<Stratum>;
  light(strata: ReadonlySet<Stratum>): void;
  /** Zoom and place of the plan by level: the same in every stage. */
  views: Map<string, View>;
  working?: Working;
  open(working?: Working): void;
  drawer: boolean;
  showFindings(shown: boolean): void;
  /** Select what a finding is about, and go to its level. */
  goTo(finding: Finding): void;
  preferences: Preferences;
  prefer(part: Partial<Preferences>): void;
  /** Kind that the next `N` or click adds. */
  adding?: string;
  setAdding(kind?: string): void;
}

const DeskContext = createContext<Desk | undefined>(undefined);

export function useDesk(): Desk {
  const desk = useContext(DeskContext);
  if (!desk) throw new Error("useDesk is for parts of the desk.");
  return desk;
}

export function useDeskState(): DeskState {
  const { store } = useDesk();
  return useSyncExternalStore(store.subscribe, store.get, store.get);
}

export const useDesign = (): Design => useDeskState().design;

/** Apply and save changes; does nothing for those who may only look. */
export function useEdit(): (make: (design: Design) => Change[]) => void {
  const { store, readOnly } = useDesk();
  return useCallback((make) => {
    if (!readOnly) store.edit(make(store.get().design));
  }, [store, readOnly]);
}

export function DeskProvider({ store, url, readOnly, preferences: first, children }: { store: DesignStore; url: string; readOnly: boolean; preferences: Preferences; children: ReactNode }) {
  const [selection, setSelection] = useState<Selection>();
  const [working, setWorking] = useState<Working>();
  const [drawer, setDrawer] = useState(false);
  const [preferences, setPreferences] = useState(first);
  const [adding, setAdding] = useState<string>();
  const [lit, setLit] = useState<ReadonlySet<Stratum>>(() => new Set<Stratum>(["S", "C"]));
  const [level, setLevel] = useState(() => firstLevel(store.get().design));
  const views = useRef(new Map<string, View>());

  const select = useCallback((next?: Selection) => {
    setSelection(next);
    setWorking(undefined);
    const design = store.get().design;
    const point = next?.in === "points" ? next.id : next?.in === "devices" ? design.devices.find((device) => device.id === next.id)?.point : undefined;
    const at = point ? design.points.find((row) => row.id === point)?.level
      : next?.in === "rooms" ? design.rooms.find((row) => row.id === next.id)?.level
      : next?.in === "closets" ? design.closets.find((row) => row.id === next.id)?.level : undefined;
    if (at) setLevel(at);
  }, [store]);

  const desk = useMemo((): Desk => ({
    store, url, readOnly, selection, select, level, lit, working, drawer, preferences, adding, setAdding, views: views.current,
    showLevel: setLevel,
    light: setLit,
    open: setWorking,
    showFindings: setDrawer,
    goTo: (finding) => {
      const about = finding.about.find((ref) => ["points", "devices", "automations", "rooms", "closets"].includes(ref.in));
      if (about) select({ in: about.in as Selection["in"], id: about.id });
    },
    prefer: (part) => {
      const next = { ...preferences, ...part };
      setPreferences(next);
      keepPreferences(next);
    },
  }), [store, url, readOnly, selection, select, level, lit, working, drawer, preferences, adding]);
  return <DeskContext value={desk}>{children}</DeskContext>;
}

/** The ground floor: order 0, or the lowest there is. */
function firstLevel(design: Design): string {
  const levels = [...design.levels].sort((a, b) => Math.abs(a.order) - Math.abs(b.order));
  return levels[0]?.id ?? "";
}

/** A random id for a new row: unguessable is not the point, no two browsers making the same is. */
export function newRowId(prefix: string): string {
  const bytes = crypto.getRandomValues(new Uint8Array(6));
  return `${prefix}-${[...bytes].map((byte) => (byte % 36).toString(36)).join("")}${Date.now().toString(36).slice(-4)}`;
}
