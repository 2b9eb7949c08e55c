/** What the pages of all designs share: their way from one to the other, who is signed in, pages of a long list. */
import type { ReactNode } from "react";
import { Form, Link, NavLink, useSearchParams } from "react-router";
import { Page } from "../../kit/page";

const PAGES = [
  ["/designs", "Designs"],
  ["/designs/find", "Find a device"],
  ["/designs/due", "Due"],
] as const;

export function DesignsPage({
  title,
  lead,
  person,
  children,
}: {
  title: string;
  lead: string;
  person: string;
  children: ReactNode;
}) {
  const signOut = (
    <Form method="post" action="/sign-out" className="flex items-center gap-3 text-small">
      <Link className="text-mast-soft underline-offset-2 hover:underline" to="/account">
        {person}
      </Link>
      <button className="underline underline-offset-2">Sign out</button>
    </Form>
  );
  return (
    <Page title={title} wide aside={signOut} lead={lead}>
      <nav aria-label="All designs" data-chrome className="mb-4 flex gap-4 border-b border-rule text-small">
        {PAGES.map(([to, text]) => (
          <NavLink
            key={to}
            to={to}
            end
            className={({ isActive }) =>
              `-mb-px border-b-2 pb-1.5 ${isActive ? "border-accent font-semibold" : "border-transparent text-soft hover:text-ink"}`
            }
          >
            {text}
          </NavLink>
        ))}
      </nav>
      {children}
    </Page>
  );
}

/** Which rows of how many are shown, with the way to those before and after. */
export function Pages({ page, size, total }: { page: number; size: number; total: number }) {
  const [params] = useSearchParams();
  if (total <= size && page === 1) return null;
  const to = (number: number) => {
    const next = new URLSearchParams(params);
    if (number > 1) next.set("page", String(number));
    else next.delete("page");
    return `?${next}`;
  };
  const from = size * (page - 1);
  return (
    <nav aria-label="Pages" className="mt-3 flex items-center gap-4 text-small">
      <span className="text-soft">
        {from < total ? `${from + 1} to ${Math.min(total, from + size)} of ${total}` : `none of ${total}`}
      </span>
      {page > 1 && (
        <Link data-chrome className="underline underline-offset-2" to={to(page - 1)}>
          Before
        </Link>
      )}
      {from + size < total && (
        <Link data-chrome className="underline underline-offset-2" to={to(page + 1)}>
          Next
        </Link>
      )}
    </nav>
  );
}
