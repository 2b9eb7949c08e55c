/**
 * The design in the browser: what the server has confirmed, and on top of it
 * the edits not yet confirmed. Edits apply at once, are sent one after another,
 * and follow the log whoever writes it.
 */
import type { Design } from "#core/design/collections";
import { applyChanges, keyOf, rowAt, sameRow, type Change } from "#core/design/edit";
import type { Clash, LogEntry } from "#db/write-edit";

export interface Pending {
  kind: "edit" | "undo" | "redo";
  changes: Change[];
  /** Revision the edit was made on, kept up while nobody else touches its rows. */
  base: number;
  /** The log has it, though the answer is not here yet: the confirmed rows hold it already. */
  logged?: boolean;
}

export interface Refused {
  changes: Change[];
  said: string;
}

/** Where edits not yet sent are kept on this device, so that they outlive the page. */
export interface Kept {
  load(): { queue: Pending[]; refused: Refused[] };
  save(kept: { queue: Pending[]; refused: readonly Refused[] }): void;
}

export interface DeskState {
  /** What everybody sees: confirmed rows with this desk's own pending edits on top. */
  design: Design;
  revision: number;
  saving: "saved" | "saving" | "failed";
  /** A sentence about the last edit that could not be taken, or why saving waits. */
  trouble?: string;
  clash?: { clashes: Clash[]; pending: Pending };
  undo: number;
  redo: number;
  /** Edits not yet confirmed. */
  waiting: number;
  /** Edits the server would not take, with what it said: kept until somebody has read them. */
  refused: readonly Refused[];
  /** Who changed the design last, when it was not this person. */
  other?: { person: string; revision: number };
  live: boolean;
}

export interface DesignStore {
  get(): DeskState;
  subscribe(listener: () => void): () => void;
  /** Apply changes now and save them. */
  edit(changes: Change[]): void;
  undo(): void;
  redo(): void;
  /** Answer a clash: keep this desk's version or the other's. */
  resolve(keep: "mine" | "theirs"): void;
  dismiss(): void;
  /** Follow the log; returns how to stop. */
  connect(): () => void;
}

interface Start {
  url: string;
  person: string;
  design: Design;
  revision: number;
  undo: number;
  redo: number;
  kept?: Kept;
}

const RETRY_MS = 2500;

/** Is a log entry what this desk just sent? The same person may have a second desk open. */
const isSent = (entry: LogEntry, sent?: Pending) => entry.kind === sent?.kind && (entry.kind !== "edit" || sameRow(entry.changes, sent.changes));

export function createDesignStore(start: Start): DesignStore {
  const listeners = new Set<() => void>();
  let confirmed = start.design;
  const left = start.kept?.load();
  // What was sent, though its answer was lost with the page, is in the design already.
  let queue: Pending[] = (left?.queue ?? []).filter((pending) => pending.kind !== "edit" || !pending.changes.every((change) => sameRow(rowAt(start.design, change), "put" in change ? change.put : undefined)));
  let sending = false;
  let retry: ReturnType<typeof setTimeout> | undefined;
  const waiting = () => queue.filter((pending) => !pending.logged);
  const shown = () => waiting().reduce((design, pending) => applyChanges(design, pending.changes), confirmed);
  let state: DeskState = { design: shown(), revision: start.revision, saving: queue.length ? "saving" : "saved", undo: start.undo, redo: start.redo, live: false, waiting: queue.length, refused: left?.refused ?? [] };

  const set = (part: Partial<DeskState>) => {
    state = { ...state, ...part, waiting: waiting().length };
    start.kept?.save({ queue: waiting(), refused: state.refused });
    for (const listener of listeners) listener();
  };

  /** `sent` is what this desk posted and waits for, or has just had answered. */
  function follow(entries: readonly LogEntry[], sent?: Pending): void {
    const news = entries.filter((entry) => entry.revision > state.revision);
    if (!news.length) return;
    let { revision, undo, redo, other } = state;
    for (const entry of news) {
      if (entry.revision !== revision + 1) {
        // A gap means something was missed: only a fresh page is safe.
        window.location.reload();
        return;
      }
      const mine = entry.person === start.person;
      const own = mine && !sent?.logged && isSent(entry, sent);
      // What is shown is just this edit on the confirmed rows: keep the very same rows, and all that was computed from them.
      const same = own && entry.kind === "edit" && news.length === 1 && waiting().every((pending) => pending === sent);
      confirmed = same ? state.design : applyChanges(confirmed, entry.changes);
      if (own && sent) sent.logged = true;
      const touched = new Set(entry.changes.map(keyOf));
      for (const pending of queue) {
        const apart = pending.base === revision && !pending.changes.some((change) => touched.has(keyOf(change)));
        // What this desk sent itself cannot clash with what it sends next.
        if (apart || (own && pending.base === revision)) pending.base = entry.revision;
      }
      revision = entry.revision;
      if (mine) {
        undo += entry.kind === "undo" ? -1 : 1;
        redo = entry.kind === "edit" ? 0 : redo + (entry.kind === "undo" ? 1 : -1);
      } else other = { person: entry.person, revision };
    }
    set({ revision, undo, redo, other, design: shown() });
  }

  function fail(trouble: string): void {
    sending = false;
    set({ saving: "failed", trouble });
    clearTimeout(retry);
    retry = setTimeout(() => void send(), RETRY_MS);
  }

  async function send(): Promise<void> {
    if (sending || state.clash) return;
    // Written, though its answer was lost on the way: not to be written twice.
    queue = waiting();
    const pending = queue[0];
    if (!pending) return set({ saving: "saved", trouble: state.saving === "failed" ? undefined : state.trouble });
    sending = true;
    set({ saving: "saving" });
    let response: Response;
    try {
      response = await fetch(`${start.url}/edit`, {
        method: "POST", headers: { "Content-Type": "application/json" },
        body: JSON.stringify(pending.kind === "edit" ? { kind: "edit", base: pending.base, changes: pending.changes } : { kind: pending.kind }),
      });
    } catch {
      return fail("Not saved: no connection. It is tried again by itself.");
    }
    if (response.status >= 500) return fail("Not saved: the server is in trouble. It is tried again by itself.");
    if (response.status === 401) {
      // Nothing is thrown away: it goes once somebody is signed in again.
      sending = false;
      return set({ saving: "failed", trouble: "Not saved: you are signed out. Sign in again to go on." });
    }
    await answered(pending, response);
    sending = false;
    void send();
  }

  async function answered(pending: Pending, response: Response): Promise<void> {
    const isJson = response.headers.get("Content-Type")?.includes("json");
    const body: unknown = isJson ? await response.json() : await response.text();
    if (response.ok) {
      queue = queue.filter((other) => other !== pending);
      follow((body as { log: LogEntry[] }).log, pending);
      set({ design: shown(), trouble: undefined });
    } else if (response.status === 409) {
      const { clashes, log } = body as { clashes: Clash[]; log: LogEntry[] };
      follow(log);
      set({ clash: { clashes, pending } });
    } else {
      queue = queue.filter((other) => other !== pending);
      const said = typeof body === "string" ? body : (body as { error: string }).error;
      set({ design: shown(), trouble: said, ...(start.kept && pending.kind === "edit" ? { refused: [...state.refused, { changes: pending.changes, said }] } : {}) });
    }
  }

  function add(pending: Pending): void {
    queue.push(pending);
    set({ design: applyChanges(state.design, pending.changes), saving: "saving", trouble: undefined });
    void send();
  }

  return {
    get: () => state,
    subscribe(listener) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    edit: (changes) => changes.length && add({ kind: "edit", changes, base: state.revision }),
    undo: () => state.undo > 0 && add({ kind: "undo", changes: [], base: state.revision }),
    redo: () => state.redo > 0 && add({ kind: "redo", changes: [], base: state.revision }),
    resolve(keep) {
      const { pending } = state.clash!;
      if (keep === "mine" && pending.kind === "edit") pending.base = state.revision;
      else queue = queue.filter((other) => other !== pending);
      set({ clash: undefined, design: shown() });
      void send();
    },
    dismiss: () => set({ trouble: undefined, refused: [] }),
    connect() {
      const source = new EventSource(`${start.url}/live?since=${state.revision}`);
      source.onopen = () => set({ live: true });
      source.onerror = () => set({ live: false });
      source.onmessage = (event: MessageEvent<string>) => {
        // While an own edit is on its way its answer brings the same entries: whichever comes first counts.
        follow([JSON.parse(event.data) as LogEntry], sending ? queue[0] : undefined);
      };
      const online = () => void send();
      if (queue.length) void send();
      const leave = (event: BeforeUnloadEvent) => {
        if (queue.length && !start.kept) event.preventDefault();
      };
      window.addEventListener("online", online);
      window.addEventListener("beforeunload", leave);
      return () => {
        source.close();
        clearTimeout(retry);
        window.removeEventListener("online", online);
        window.removeEventListener("beforeunload", leave);
      };
    },
  };
}
