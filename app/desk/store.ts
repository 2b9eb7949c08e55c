/**
 * The design in the browser: what the server has confirmed, and on top of it the edits not yet confirmed.
 * Edits apply at once, are sent one after another, and follow the log whoever writes it.
 */
import type { Design } from "#core/design/collections";
import { applyChanges, keyOf, rowAt, sameRow, type Change } from "#core/design/edit";
import type { Clash, LogEntry } from "#db/write-edit";

export interface Pending {
  kind: "edit" | "undo" | "redo";
  /** Its own name: sent again because the answer was lost, the server knows it and writes it once. */
  key: string;
  /** Of an undo or redo: the revision it is about, once it is known. */
  of?: number;
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
  /** Revisions this person can take back and do again, the next one last. */
  undo: readonly number[];
  redo: readonly number[];
  /** Is there a step to take back or do again, when all that waits is written? */
  canUndo: boolean;
  canRedo: boolean;
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
  /** Send what was set aside once more. */
  retry(): void;
  /** Follow the log; returns how to stop. */
  connect(): () => void;
}

interface Start {
  url: string;
  person: string;
  design: Design;
  revision: number;
  undo: readonly number[];
  redo: readonly number[];
  kept?: Kept;
}

const RETRY_MS = 2500;

/** An edit that the server breaks on is tried so often, then set aside, so that later ones go on. */
const MOST_BROKEN = 4;

/** Is a log entry what this desk just sent? The same person may have a second desk open. */
const isSent = (entry: LogEntry, sent?: Pending) => sent !== undefined && entry.key === sent.key;

const newKey = () =>
  Array.from(globalThis.crypto.getRandomValues(new Uint8Array(12)), (byte) =>
    byte.toString(16).padStart(2, "0"),
  ).join("");

/** What a change is about, in few words, for a sentence about it. */
function whatOf(changes: readonly Change[]): string {
  const names = changes.flatMap((change) =>
    "put" in change && "name" in change.put && typeof change.put.name === "string" ? [change.put.name] : [],
  );
  return names.length
    ? `the change of ${names.slice(0, 3).join(", ")}${names.length > 3 ? ` and ${names.length - 3} more` : ""}`
    : "the last change";
}

export function createDesignStore(start: Start): DesignStore {
  const listeners = new Set<() => void>();
  let confirmed = start.design;
  const left = start.kept?.load();
  // What was sent, though its answer was lost with the page, is in the design already.
  let queue: Pending[] = (left?.queue ?? [])
    .map((pending) => ({ ...pending, key: pending.key ?? newKey() }))
    .filter(
      (pending) =>
        pending.kind !== "edit" ||
        !pending.changes.every((change) =>
          sameRow(rowAt(start.design, change), "put" in change ? change.put : undefined),
        ),
    );
  let sending = false;
  /** How often the server broke on the edit that is being sent. */
  let broken = 0;
  let retry: ReturnType<typeof setTimeout> | undefined;
  const waiting = () => queue.filter((pending) => !pending.logged);
  const shown = () => waiting().reduce((design, pending) => applyChanges(design, pending.changes), confirmed);
  let state: DeskState = {
    design: shown(),
    revision: start.revision,
    saving: queue.length ? "saving" : "saved",
    undo: start.undo,
    redo: start.redo,
    canUndo: start.undo.length > 0,
    canRedo: start.redo.length > 0,
    live: false,
    waiting: queue.length,
    refused: left?.refused ?? [],
  };

  const set = (part: Partial<DeskState>) => {
    state = { ...state, ...part, waiting: waiting().length };
    const { undo, redo } = steps();
    state = { ...state, canUndo: undo > 0, canRedo: redo > 0 };
    start.kept?.save({ queue: waiting(), refused: state.refused });
    for (const listener of listeners) listener();
  };

  /** `sent` is what this desk posted and waits for, or has just had answered. */
  function follow(entries: readonly LogEntry[], sent?: Pending): void {
    const news = entries.filter((entry) => entry.revision > state.revision);
    if (!news.length) return;
    let { revision, undo, redo, other } = state;
    // Only the head of what waits was confirmed: what is shown is what was shown, and all computed from it
    // stands.
    let keepShown = true;
    for (const entry of news) {
      if (entry.revision !== revision + 1) {
        // A gap means something was missed: only a fresh page is safe.
        window.location.reload();
        return;
      }
      const mine = entry.person === start.person;
      const own = mine && !sent?.logged && isSent(entry, sent);
      // What is shown is just this edit on the confirmed rows: keep the very same rows, and all that was
      // computed from them.
      const echo = own && entry.kind === "edit";
      const same = echo && news.length === 1 && waiting().every((pending) => pending === sent);
      confirmed = same ? state.design : applyChanges(confirmed, entry.changes);
      keepShown &&= echo && waiting()[0] === sent;
      if (own && sent) sent.logged = true;
      const touched = new Set(entry.changes.map(keyOf));
      for (const pending of queue) {
        const apart =
          pending.base === revision && !pending.changes.some((change) => touched.has(keyOf(change)));
        // What this desk sent itself cannot clash with what it sends next.
        if (apart || (own && pending.base === revision)) pending.base = entry.revision;
      }
      revision = entry.revision;
      if (!mine) other = { person: entry.person, revision };
      else if (entry.kind === "undo")
        [undo, redo] = [undo.filter((of) => of !== entry.of), [...redo, entry.of!]];
      else if (entry.kind === "redo")
        [undo, redo] = [[...undo, entry.of!], redo.filter((of) => of !== entry.of)];
      else [undo, redo] = [[...undo, entry.revision], []];
    }
    set({ revision, undo, redo, other, design: keepShown ? state.design : shown() });
  }

  /**
   * The server broke on an edit time and again: it is set aside with all it holds, and said, and the next
   * one goes.
   */
  function setAside(pending: Pending): void {
    queue = queue.filter((other) => other !== pending);
    broken = 0;
    sending = false;
    const said = `The server could not take ${whatOf(pending.changes)}: it is set aside here, and what came after it is being saved.`;
    set({
      design: shown(),
      trouble: said,
      refused:
        pending.kind === "edit" ? [...state.refused, { changes: pending.changes, said }] : state.refused,
    });
    void send();
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
    if (!pending)
      return set({ saving: "saved", trouble: state.saving === "failed" ? undefined : state.trouble });
    // What was made before it is in the log by now, so what it takes back has a name.
    if (pending.kind !== "edit" && pending.of === undefined) {
      pending.of = (pending.kind === "undo" ? state.undo : state.redo).at(-1);
      if (pending.of === undefined) {
        queue = queue.filter((other) => other !== pending);
        return void send();
      }
    }
    sending = true;
    set({ saving: "saving" });
    let response: Response;
    try {
      response = await fetch(`${start.url}/edit`, {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify({
          kind: pending.kind,
          key: pending.key,
          ...(pending.kind === "edit"
            ? { base: pending.base, changes: pending.changes }
            : { base: state.revision, of: pending.of }),
        }),
      });
    } catch {
      return fail("Not saved: no connection. It is tried again by itself.");
    }
    if (response.status === 503)
      return fail("Not saved: the server or its database is away for a moment. It is tried again by itself.");
    if (response.status >= 500)
      return (broken += 1) >= MOST_BROKEN
        ? setAside(pending)
        : fail("Not saved: the server is in trouble. It is tried again by itself.");
    broken = 0;
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
      // What is shown follows from the log; where the log was here before, it follows already.
      follow((body as { log: LogEntry[] }).log, pending);
      queue = queue.filter((other) => other !== pending);
      set({ trouble: undefined });
    } else if (response.status === 409) {
      const { clashes, log } = body as { clashes: Clash[]; log: LogEntry[] };
      follow(log);
      set({ clash: { clashes, pending } });
    } else {
      queue = queue.filter((other) => other !== pending);
      const said = typeof body === "string" ? body : (body as { error: string }).error;
      set({
        design: shown(),
        trouble: said,
        ...(start.kept && pending.kind === "edit"
          ? { refused: [...state.refused, { changes: pending.changes, said }] }
          : {}),
      });
    }
  }

  /** Steps back and forth there will be when all that waits is written. */
  function steps(): { undo: number; redo: number } {
    let [undo, redo] = [state.undo.length, state.redo.length];
    for (const { kind } of waiting()) {
      if (kind === "edit") [undo, redo] = [undo + 1, 0];
      else [undo, redo] = kind === "undo" ? [undo - 1, redo + 1] : [undo + 1, redo - 1];
    }
    return { undo, redo };
  }

  function add(pending: Pending): void {
    queue.push(pending);
    set({
      design: pending.changes.length ? applyChanges(state.design, pending.changes) : state.design,
      saving: "saving",
      trouble: undefined,
    });
    void send();
  }

  return {
    get: () => state,
    subscribe(listener) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    edit: (changes) => changes.length && add({ kind: "edit", key: newKey(), changes, base: state.revision }),
    undo: () => steps().undo > 0 && add({ kind: "undo", key: newKey(), changes: [], base: state.revision }),
    redo: () => steps().redo > 0 && add({ kind: "redo", key: newKey(), changes: [], base: state.revision }),
    resolve(keep) {
      const { pending } = state.clash!;
      if (keep === "mine" && pending.kind === "edit") pending.base = state.revision;
      else queue = queue.filter((other) => other !== pending);
      set({ clash: undefined, design: shown() });
      void send();
    },
    dismiss: () => set({ trouble: undefined, refused: [] }),
    retry() {
      const again = state.refused;
      set({ trouble: undefined, refused: [] });
      for (const { changes } of again) add({ kind: "edit", key: newKey(), changes, base: state.revision });
    },
    connect() {
      const source = new EventSource(`${start.url}/live?since=${state.revision}`);
      source.onopen = () => set({ live: true });
      source.onerror = () => set({ live: false });
      source.onmessage = (event: MessageEvent<string>) => {
        // While an own edit is on its way its answer brings the same entries: whichever comes first counts.
        const entry = JSON.parse(event.data) as LogEntry;
        follow(
          [entry],
          queue.find((pending) => pending.key === entry.key),
        );
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
