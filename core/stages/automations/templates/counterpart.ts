/** Things of one room in the place of those of another: what a copy of a sentence names instead. */
import { byId, type Design } from "../../../design/collections";
import { freeId } from "../../../design/free-id";
import { byName } from "../../../design/words";
import type { DialRow, SceneRow } from "../../../design/rows/automations";
import { ableOf } from "../things";
import { handsOf, stemOf } from "./fill";

/** Of one kind, whether it runs on cells or not. */
const kindOf = (kind: string) => kind.split("--")[0]!;

export class Counterparts {
  /** Dials and scenes that the copy needs and the room does not have yet. */
  readonly dials: DialRow[] = [];
  readonly scenes: SceneRow[] = [];
  /** What the room has nothing for, by id. */
  readonly lacks = new Set<string>();
  private readonly taken = new Set<string>();

  constructor(
    private readonly design: Design,
    private readonly from: string,
    private readonly to: string,
  ) {}

  /** Points of the very kind in a room; in the other room, where it has none, those of the kind on another supply. */
  private inRoom(room: string, kind: string): string[] {
    const own = this.design.points.filter((point) => point.room === room);
    const exact = own.filter((point) => point.kind === kind);
    return (exact.length ? exact : own.filter((point) => kindOf(point.kind) === kindOf(kind)))
      .sort((a, b) => byName(a.name, b.name))
      .map(({ id }) => id);
  }

  isOld(point: string): boolean {
    return byId(this.design, "points").get(point)?.room === this.from;
  }

  /** The same one of those of its kind, by name; the last where there are fewer. It must do all that the old one does. */
  point(id: string): string | undefined {
    const row = byId(this.design, "points").get(id);
    if (!row || row.room !== this.from) return id;
    const own = this.inRoom(this.to, row.kind);
    const at = this.inRoom(this.from, row.kind).indexOf(id);
    const there = own[Math.min(at, own.length - 1)];
    if (there === undefined) this.lacks.add(id);
    return there;
  }

  /** All of a kind for all of a kind, else one for one. */
  points(ids: readonly string[]): string[] {
    const out = ids.flatMap((id) => {
      const row = byId(this.design, "points").get(id);
      if (!row || row.room !== this.from) return [id];
      const all = this.inRoom(this.from, row.kind);
      if (all.length > 1 && all.every((one) => ids.includes(one))) {
        const own = this.inRoom(this.to, row.kind);
        if (!own.length) this.lacks.add(id);
        return own;
      }
      return this.point(id) ?? [];
    });
    return [...new Set(out)];
  }

  /** Who sleeps in the room instead of who sleeps in the other. */
  person(id: string): string | undefined {
    if (byId(this.design, "people").get(id)?.room !== this.from) return id;
    const own = this.design.people.find(({ room }) => room === this.to);
    if (!own) this.lacks.add(id);
    return own?.id;
  }

  private renamed(name: string): string {
    const of = (id: string) => byId(this.design, "rooms").get(id)?.name ?? id;
    const [old, now] = [of(this.from), of(this.to)];
    const at = name.toLowerCase().indexOf(old.toLowerCase());
    if (at < 0) return `${name}, ${now.charAt(0).toLowerCase()}${now.slice(1)}`;
    const small = name.charAt(at) === old.charAt(0) ? now : `${now.charAt(0).toLowerCase()}${now.slice(1)}`;
    return name.slice(0, at) + small + name.slice(at + old.length);
  }

  private free(collection: "dials" | "scenes", name: string): string {
    return freeId(this.design, collection, stemOf(name), this.taken);
  }

  dial(id: string): string {
    const row = byId(this.design, "dials").get(id);
    if (!row || row.room !== this.from) return id;
    const name = this.renamed(row.name);
    const is = (one: DialRow) =>
      one.room === this.to &&
      one.kind === row.kind &&
      (row.leaveBe ? one.leaveBe === true : one.name.toLowerCase() === name.toLowerCase());
    const own = [...this.design.dials, ...this.dials].find(is);
    if (own) return own.id;
    const { shows: _shows, ...rest } = row;
    const shows = handsOf(this.design, this.to);
    const made = {
      ...rest,
      id: this.free("dials", name),
      name,
      room: this.to,
      ...(shows.length ? { shows } : {}),
    };
    this.dials.push(made);
    return made.id;
  }

  /** A scene of the room with the same name, or a copy with this room's things in it. */
  scene(id: string): string {
    const row = byId(this.design, "scenes").get(id);
    if (!row || (row.room !== this.from && !row.settings.some(({ point }) => this.isOld(point)))) return id;
    const name = this.renamed(row.name);
    const own = [...this.design.scenes, ...this.scenes].find(
      (one) => one.room === this.to && one.name.toLowerCase() === name.toLowerCase(),
    );
    if (own) return own.id;
    const settings = row.settings.flatMap((setting) => {
      const point = this.point(setting.point);
      const can = point !== undefined && ableOf(this.design).get(point)?.sets.includes(setting.aspect);
      return can ? [{ ...setting, point }] : [];
    });
    const made = { ...row, id: this.free("scenes", name), name, room: this.to, settings };
    this.scenes.push(made);
    return made.id;
  }

  groupPoints(id: string): string[] | undefined {
    const row = byId(this.design, "groups").get(id);
    return row && (row.room === this.from || row.points.some((point) => this.isOld(point)))
      ? row.points
      : undefined;
  }

  /** A cue, guard or move with this room's things in it, however deep they stand. */
  all<T>(part: T): T {
    if (Array.isArray(part)) return part.map((one) => this.all<unknown>(one)) as T;
    if (typeof part !== "object" || part === null) return part;
    const row = { ...part } as Record<string, unknown>;
    if (Array.isArray(row.groups)) {
      const groups = row.groups as string[];
      // A group of the old room goes in as its things.
      const inside = groups.flatMap((id) => this.groupPoints(id) ?? []);
      row.points = [...new Set([...((row.points as string[] | undefined) ?? []), ...inside])];
      row.groups = groups.filter((id) => this.groupPoints(id) === undefined);
      if (!(row.groups as string[]).length) delete row.groups;
    }
    for (const [key, value] of Object.entries(row)) row[key] = this.field(key, value);
    return row as T;
  }

  private field(key: string, value: unknown): unknown {
    switch (key) {
      case "points":
        return this.points(value as string[]);
      case "point":
        return this.point(value as string) ?? value;
      case "people":
        return (value as string[]).flatMap((id) => this.person(id) ?? []);
      case "person":
        return this.person(value as string) ?? value;
      case "dial":
      case "fromDial":
      case "toDial":
        return this.dial(value as string);
      case "scene":
        return this.scene(value as string);
      case "scenes":
        return (value as string[]).map((id) => this.scene(id));
      default:
        return this.all(value);
    }
  }
}
