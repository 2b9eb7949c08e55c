/** The designs a person may see: picture, place, stages, findings, last change; searched, sorted, acted on. */
import { useCallback, useEffect, useRef, useState, type Dispatch, type SetStateAction } from "react";
import { Link, useFetcher, useLocation, useNavigate, useNavigation, useRevalidator } from "react-router";
import { SEVERITIES } from "#core/desk/findings";
import { MOST_TYPED } from "#core/design/search-words";
import { STAGE_NAMES } from "#core/design/stage-names";
import { counted } from "#core/design/words";
import type { DesignLine, ListOrder } from "#db/across";
import type { Card } from "#server/card";
import { NamedChoice } from "../../kit/choice";
import { Diamond } from "../../kit/diamond";
import { Ask } from "../../kit/dialog";
import { Actions } from "../../kit/menu";
import { today } from "../../kit/now";
import { Field, FormError } from "../../kit/page";
import { SeverityMark } from "../../kit/severity";
import { ThumbnailPicture } from "../../kit/thumbnail";
import { Pages } from "./frame";

const ROLE_TEXT = {
  owner: "yours",
  edit: "shared, may edit",
  view: "shared, may look",
  household: "you live there",
};

type What = "rename" | "copy" | "remove";

/** By what a list of designs is sorted. */
const ORDERS: readonly { value: ListOrder; text: string }[] = [
  { value: "changed", text: "last change" },
  { value: "name", text: "name" },
  { value: "findings", text: "gravest findings" },
  { value: "devices", text: "most devices" },
];

/** The list is asked for anew when nothing was typed for so long. */
const TYPED_MS = 250;
/** Findings that are being counted are looked for so often. */
const COUNTING_MS = 2000;

interface Props {
  rows: readonly DesignLine[];
  total: number;
  typed: string;
  order: ListOrder;
  page: number;
  size: number;
  /** Designs whose findings are being counted anew. */
  counting: number;
}

export function DesignList({ rows, total, typed, order, page, size, counting }: Props) {
  const navigate = useNavigate();
  const location = useLocation();
  const going = useNavigation().location;
  const { revalidate } = useRevalidator();
  const [search, setSearch] = useState(typed);
  const [cards, setCards] = useState<ReadonlyMap<string, Card>>(new Map());
  const [asked, ask] = useState<{ what: What; design: DesignLine }>();
  const done = useCallback(() => ask(undefined), []);
  // What is asked already, though its answer may still be on its way: nothing of it is lost to the next question.
  const question = useRef("");
  question.current = (going ?? location).search;
  const waiting = useRef<ReturnType<typeof setTimeout>>(undefined);
  const show = (by: { q?: string; by?: ListOrder }) => {
    const next = new URLSearchParams(question.current);
    for (const [name, value] of Object.entries(by))
      if (value && value !== "changed") next.set(name, value);
      else next.delete(name);
    next.delete("page");
    void navigate(`?${next}`, { replace: true, preventScrollReset: true });
  };
  const type = (q: string) => {
    setSearch(q);
    clearTimeout(waiting.current);
    waiting.current = setTimeout(() => {
      waiting.current = undefined;
      show({ q });
    }, TYPED_MS);
  };
  useEffect(() => () => clearTimeout(waiting.current), []);
  // Gone back to another question.
  useEffect(() => {
    if (waiting.current === undefined) setSearch(typed);
  }, [typed]);
  useEffect(() => {
    if (!counting) return;
    const wait = setTimeout(() => void revalidate(), COUNTING_MS);
    return () => clearTimeout(wait);
  }, [counting, revalidate, rows]);
  return (
    <section aria-label="Designs">
      <div className="mb-1 flex flex-wrap items-center gap-3 text-small">
        <input
          type="search"
          aria-label="Search the designs"
          placeholder="Search by name or place"
          className="field h-7 w-56"
          value={search}
          maxLength={MOST_TYPED}
          onChange={(event) => type(event.target.value)}
        />
        <NamedChoice
          label="Sorted by"
          className="h-7 w-40"
          value={order}
          options={ORDERS}
          take={(by) => show({ by })}
        />
        {counting > 0 && (
          <span role="status" className="text-soft">
            counting findings of {counted(counting, "design")}…
          </span>
        )}
        <span className="ml-auto text-soft">{counted(total, "design")}</span>
      </div>
      {total === 0 && <p className="border-t border-rule py-4 text-soft">No design is called that.</p>}
      <ul>
        {rows.map((design) => (
          <Line
            key={design.id}
            design={design}
            card={cards.get(design.id)}
            setCards={setCards}
            ask={(what) => ask({ what, design })}
          />
        ))}
      </ul>
      <Pages page={page} size={size} total={total} />
      {asked && <Question {...asked} done={done} />}
    </section>
  );
}

function Line({
  design,
  card,
  setCards,
  ask,
}: {
  design: DesignLine;
  card?: Card;
  setCards: Dispatch<SetStateAction<ReadonlyMap<string, Card>>>;
  ask(what: What): void;
}) {
  const navigate = useNavigate();
  const { id, revision } = design;
  const findings = card?.findings ?? design.findings;
  // Anew for each revision. Not by the router: it would ask again, after a removal, for what is gone.
  useEffect(() => {
    if (design.role === "household") return;
    const going = new AbortController();
    void (async () => {
      try {
        const answer = await fetch(`/designs/${id}/card?revision=${revision}`, { signal: going.signal });
        if (!answer.ok) return;
        const card = (await answer.json()) as Card;
        setCards((now) => new Map(now).set(id, card));
      } catch {
        // Gone on to another page, or no network: the line stands without its card.
      }
    })();
    return () => going.abort();
  }, [id, revision, setCards, design.role]);
  return (
    <li className="grid grid-cols-[6.5rem_minmax(0,1fr)_auto_auto] items-center gap-x-4 border-t border-rule py-2.5 max-sm:grid-cols-[4.5rem_minmax(0,1fr)_auto]">
      <ThumbnailPicture of={card?.picture} className="h-16 w-full" />
      <div className="min-w-0">
        <Link
          className="font-semibold underline-offset-2 hover:underline"
          to={`/d/${design.id}/${design.role === "household" ? "panel" : "house"}`}
        >
          {design.name}
        </Link>
        <p className="text-small text-soft">
          {card ? (
            <>
              {placeText(card)} · {card.zone.split("/").at(-1)!.replace(/_/g, " ")}
            </>
          ) : design.role === "household" ? (
            "its panel is yours to use"
          ) : (
            "working it out…"
          )}
        </p>
        <p className="text-small text-soft">
          {ROLE_TEXT[design.role]}
          {card?.copiedFrom && <> · copied from {card.copiedFrom}</>} · changed{" "}
          <LocalTime at={design.changedAt} /> · rev <span className="measure">{design.revision}</span>
        </p>
        {design.devices !== undefined && (
          <p className="text-small text-soft">
            {counted(design.devices, "device")}
            {design.phase && <> · phase: {design.phase}</>}
          </p>
        )}
      </div>
      <div className="max-sm:col-span-full max-sm:row-start-2 max-sm:mt-1.5">
        <span className="flex gap-0.5" role="img" aria-label={card ? metText(card) : "not known yet"}>
          {STAGE_NAMES.map(({ stage, name }) => (
            <span key={stage} title={name}>
              <Diamond met={card?.facets[stage]} size={15} />
            </span>
          ))}
        </span>
        <span className="mt-1.5 flex gap-3 text-small">
          {findings &&
            SEVERITIES.map((severity) => (
              <span key={severity} className="flex items-center gap-1">
                <SeverityMark severity={severity} size={10} />
                <span className="measure">{findings[severity]}</span>
              </span>
            ))}
        </span>
      </div>
      <Actions
        label={`What to do with ${design.name}`}
        entries={[
          { text: "Settings", act: () => void navigate(`/d/${design.id}/settings`) },
          ...(design.role === "view" ? [] : [{ text: "Rename", act: () => ask("rename") }]),
          ...(design.role === "household" ? [] : [{ text: "Copy as a variant", act: () => ask("copy") }]),
          { text: "Compare", act: () => void navigate(`/d/${design.id}/compare`) },
          { text: "Save as a file", href: `/d/${design.id}/file` },
          ...(design.role === "owner"
            ? [
                { text: "People", act: () => void navigate(`/designs/${design.id}/people`) },
                { text: "Remove", grave: true, act: () => ask("remove") },
              ]
            : []),
        ]}
      />
    </li>
  );
}

const placeText = ({ latitudeDeg, longitudeDeg }: Card) =>
  `${Math.abs(latitudeDeg).toFixed(2)}° ${latitudeDeg < 0 ? "S" : "N"}, ${Math.abs(longitudeDeg).toFixed(2)}° ${longitudeDeg < 0 ? "W" : "E"}`;

/** "Brief 3 of 4, House 4 of 4, …": what the diamonds say. */
const metText = ({ facets }: Card) =>
  STAGE_NAMES.filter(({ stage }) => facets[stage])
    .map(({ stage, name }) => `${name} ${facets[stage]!.filter(Boolean).length} of ${facets[stage]!.length}`)
    .join(", ");

/** A moment by the reader's clock; as the server writes it until the page runs. */
function LocalTime({ at }: { at: string }) {
  const [text, setText] = useState(`${at.slice(0, 16).replace("T", " ")} UTC`);
  useEffect(
    () =>
      setText(
        new Intl.DateTimeFormat(undefined, { dateStyle: "medium", timeStyle: "short" }).format(new Date(at)),
      ),
    [at],
  );
  return <time dateTime={at}>{text}</time>;
}

const QUESTIONS: Record<What, { title: string; lead: string; button: string }> = {
  rename: {
    title: "Rename the design",
    lead: "Everybody it is shared with sees the new name.",
    button: "Rename",
  },
  copy: {
    title: "Copy as a variant",
    lead: "A design of its own, yours alone until you share it. It knows what it was copied from, so that both can be compared.",
    button: "Copy",
  },
  remove: {
    title: "Remove the design",
    lead: "It is gone for everybody it is shared with, and cannot be brought back.",
    button: "Remove",
  },
};

function Question({ what, design, done }: { what: What; design: DesignLine; done(): void }) {
  const fetcher = useFetcher<{ error?: string; done?: string }>();
  const { title, lead, button } = QUESTIONS[what];
  const finished = fetcher.data?.done;
  useEffect(() => {
    if (finished) done();
  }, [finished, done]);
  return (
    <Ask title={title} lead={lead} onClose={done}>
      <fetcher.Form method="post" action="/designs" className="mt-4 grid gap-3">
        <Field
          label={what === "remove" ? `To remove it, type its name: ${design.name}` : "Name"}
          name="name"
          required
          autoFocus
          maxLength={120}
          autoComplete="off"
          defaultValue={
            { rename: design.name, copy: `${design.name}, variant`.slice(0, 120), remove: "" }[what]
          }
        />
        <FormError text={fetcher.data?.error} />
        <input type="hidden" name="design" value={design.id} />
        <input type="hidden" name="do" value={what} />
        {what === "copy" && <input type="hidden" name="on" value={today()} />}
        <div className="flex justify-end gap-2">
          <button type="button" className="button" onClick={done}>
            Leave it
          </button>
          <button
            className={`button ${what === "remove" ? "text-stop" : "button-main"}`}
            disabled={fetcher.state !== "idle"}
          >
            {button}
          </button>
        </div>
      </fetcher.Form>
    </Ask>
  );
}
