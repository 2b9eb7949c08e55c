/** What all parts of the desk share: the design, what is selected, which level is shown. */
import {
  createContext,
  useCallback,
  useContext,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
  type ReactNode,
} from "react";
import type { CollectionName, Design, Rows } from "#core/design/collections";
import type { Change } from "#core/design/edit";
import { isAbout } from "#core/desk/findings";
import type { ShownFinding, Summary } from "#core/whole/engine";
import type { Stage } from "#core/design/stage-names";
import { standsOn } from "#core/desk/shown-on";
import { levelOf, type Ref } from "#core/design/where";
import type { Place } from "#core/ways/route";
import type { Working } from "#core/desk/working";
import type { DesignStore, DeskState } from "./store";
import type { Results, ResultsStore } from "./results";
import { keepPreferences, type Preferences } from "./preferences";

export interface Selection {
  in: CollectionName;
  id: string;
  drop?: string;
  /** Everything selected at once, this row included, where it is more than one. */
  all?: readonly Ref[];
  /** Just made: what it is called is typed next. */
  made?: boolean;
}

/** Which rows are selected. */
export const selectedRefs = (selection?: Selection): readonly Ref[] =>
  selection ? (selection.all ?? [{ in: selection.in, id: selection.id }]) : [];

/**
 * The selection with one more row, or one fewer where it was in already: what Shift does, by mouse or by
 * Enter.
 */
export function withRef(selection: Selection | undefined, ref: Ref): Selection | undefined {
  const refs = selectedRefs(selection);
  const known = refs.some((one) => one.in === ref.in && one.id === ref.id);
  const next = known ? refs.filter((one) => one.id !== ref.id || one.in !== ref.in) : [...refs, ref];
  const head = known ? next[0] : ref;
  return head && { in: head.in, id: head.id, ...(next.length > 1 ? { all: next } : {}) };
}

/** What the next press on the plan does. */
export const TOOLS = [
  "select",
  "wall",
  "opening",
  "trunk",
  "riser",
  "closet",
  "noGo",
  "mains",
  "fixture",
  "switch",
  "lamp",
  "scale",
] as const;
export type Tool = (typeof TOOLS)[number];

export type Stratum = "S" | "P" | "C" | "B" | "R" | "K";
export interface View {
  x: number;
  y: number;
  k: number;
}

export interface Desk {
  store: DesignStore;
  results: ResultsStore;
  url: string;
  readOnly: boolean;
  selection?: Selection;
  select(selection?: Selection): void;
  /** On the way to another sheet: what is not to be seen there is let go of. */
  leaveFor(stage?: Stage): void;
  level: string;
  showLevel(level: string): void;
  lit: ReadonlySet<Stratum>;
  light(strata: ReadonlySet<Stratum>): void;
  /** Zoom and place of the plan by level: the same in every stage. */
  views: Map<string, View>;
  working?: Working;
  /**
   * Show how a figure came about; a working still to come is shown when it is there, unless another was
   * asked for.
   */
  open(working?: Working | Promise<Working | undefined>): void;
  drawer: boolean;
  showFindings(shown: boolean): void;
  /** Select what a finding is about, and go to its level. */
  goTo(finding: ShownFinding): void;
  preferences: Preferences;
  prefer(part: Partial<Preferences>): void;
  /** A way that is looked at, not taken: drawn on the plan. */
  preview?: readonly Place[];
  showPreview(places?: readonly Place[]): void;
  tool: Tool;
  setTool(tool: Tool): void;
  /** Phase that plan and tables are narrowed to; "none" for what is in no phase. */
  phase?: string;
  showPhase(phase?: string): void;
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

/**
 * One part of the desk's state: whoever reads it is drawn anew when that part is another, not when anything
 * is.
 */
export function useDeskPart<Part extends keyof DeskState>(part: Part): DeskState[Part] {
  const { store } = useDesk();
  const get = () => store.get()[part];
  return useSyncExternalStore(store.subscribe, get, get);
}

/** Is this design led through its first steps? Then tools and kits say their names wherever there is a place. */
export function useFirstUse(): boolean {
  const { preferences, url } = useDesk();
  return preferences.guide === url.slice(3);
}

/** One part of what all stages make of the design: findings, and why they are not of the shown design. */
export function useResult<Part extends keyof Results>(part: Part): Results[Part] {
  const { results } = useDesk();
  const get = () => results.get()[part];
  return useSyncExternalStore(results.subscribe, get, get);
}

/** One part of the summary: ledger, facets, counts, marks; undefined while nothing is known. */
export function useSummary<Part extends keyof Summary>(part: Part): Summary[Part] | undefined {
  const { results } = useDesk();
  const get = () => results.get().summary?.[part];
  return useSyncExternalStore(results.subscribe, get, get);
}

/** Findings to show beside a row, most severe first. */
export function useFindingsAbout(collection: CollectionName, id: string): readonly ShownFinding[] {
  const findings = useResult("findings");
  return useMemo(
    () => findings.filter((finding) => isAbout(finding, { in: collection, id })),
    [findings, collection, id],
  );
}

export const useDesign = (): Design => useDeskPart("design");

/** The rows of one collection, or the design's own: drawn anew when those change, not at every edit. */
export function useRows<Name extends CollectionName | "design">(name: Name): Design[Name] {
  const { store } = useDesk();
  const get = () => store.get().design[name];
  return useSyncExternalStore(store.subscribe, get, get);
}

/** Apply and save changes; does nothing for those who may only look. */
export function useEdit(): (make: (design: Design) => Change[]) => void {
  const { store, readOnly } = useDesk();
  return useCallback(
    (make) => {
      if (!readOnly) store.edit(make(store.get().design));
    },
    [store, readOnly],
  );
}

export function DeskProvider({
  store,
  results,
  url,
  readOnly,
  preferences: first,
  children,
}: {
  store: DesignStore;
  results: ResultsStore;
  url: string;
  readOnly: boolean;
  preferences: Preferences;
  children: ReactNode;
}) {
  const [selection, setSelection] = useState<Selection>();
  const [working, setWorking] = useState<Working>();
  const [drawer, setDrawer] = useState(false);
  const [preferences, setPreferences] = useState(first);
  const [adding, add] = useState<string>();
  const [tool, take] = useState<Tool>("select");
  // One tool at a time: a kit to put down is one too.
  const setTool = useCallback((next: Tool) => {
    take(next);
    add(undefined);
  }, []);
  const setAdding = useCallback((kind?: string) => {
    add(kind);
    if (kind) take("select");
  }, []);
  const [phase, showPhase] = useState<string>();
  const [preview, showPreview] = useState<readonly Place[]>();
  const [lit, setLit] = useState<ReadonlySet<Stratum>>(() => new Set<Stratum>(["S", "C"]));
  const [level, setLevel] = useState(() => firstLevel(store.get().design));
  const views = useRef(new Map<string, View>());
  /** Which working was asked for last: one that comes late must not cover a newer one. */
  const asked = useRef(0);
  const open = useCallback((next?: Working | Promise<Working | undefined>) => {
    const own = ++asked.current;
    if (!(next instanceof Promise)) return setWorking(next);
    void next.then((made) => {
      if (made && asked.current === own) setWorking(made);
    });
  }, []);

  const select = useCallback(
    (next?: Selection) => {
      setSelection(next);
      open(undefined);
      showPreview(undefined);
      const design = store.get().design;
      const point =
        next?.in === "devices"
          ? (design.devices.find((device) => device.id === next.id) as Rows["devices"] | undefined)?.point
          : undefined;
      const ref: Ref | undefined = point ? { in: "points", id: point } : next;
      const at =
        ref && (design[ref.in] as { id: string }[]).some((row) => row.id === ref.id)
          ? levelOf(design, ref)
          : undefined;
      if (at) setLevel(at);
    },
    [store, open],
  );

  const leaveFor = useCallback(
    (stage?: Stage) => {
      if (!selection) return;
      if (!stage || !selectedRefs(selection).every((ref) => standsOn(ref.in, stage))) select(undefined);
    },
    [selection, select],
  );

  const desk = useMemo(
    (): Desk => ({
      store,
      results,
      url,
      readOnly,
      selection,
      select,
      leaveFor,
      level,
      lit,
      working,
      open,
      drawer,
      preferences,
      adding,
      setAdding,
      tool,
      setTool,
      phase,
      showPhase,
      preview,
      showPreview,
      views: views.current,
      showLevel: setLevel,
      light: setLit,
      showFindings: setDrawer,
      goTo: (finding) => {
        const [about] = finding.about;
        if (about && about.in !== "design") select({ in: about.in, id: about.id });
      },
      prefer: (part) => {
        const next = { ...preferences, ...part };
        setPreferences(next);
        keepPreferences(next);
      },
    }),
    [
      store,
      results,
      url,
      readOnly,
      selection,
      select,
      leaveFor,
      level,
      lit,
      working,
      open,
      drawer,
      preferences,
      adding,
      setAdding,
      tool,
      setTool,
      phase,
      preview,
    ],
  );
  return <DeskContext value={desk}>{children}</DeskContext>;
}

/** The keys go to the sheet: what had them is gone. */
export const focusSheet = () => document.getElementById("sheet")?.focus({ preventScroll: true });

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
