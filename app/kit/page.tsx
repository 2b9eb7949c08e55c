/** Plain pages outside the desk: signing in, the list of designs. */
import { useEffect, type ComponentProps, type ReactNode } from "react";
import { useRouteLoaderData } from "react-router";
import type { loader as rootLoader } from "../root";
import { Mark } from "./mark";
import { today } from "./now";
import { setSheet, usePrinting } from "./printing";
import { TitleBlock } from "./title-block";

export function Page({
  title,
  lead,
  wide = false,
  aside,
  children,
}: {
  title: string;
  lead?: string;
  wide?: boolean;
  aside?: ReactNode;
  children: ReactNode;
}) {
  const printing = usePrinting();
  const paper = useRouteLoaderData<typeof rootLoader>("root")?.preferences.paper ?? "A4";
  useEffect(() => setSheet({ paper, landscape: false }, `${title} · ${today()}`), [paper, title]);
  return (
    <div className="min-h-screen bg-ground">
      {printing && (
        <TitleBlock
          title="Zinc Lattice"
          facts={[
            ["Sheet", title],
            ["Date", today()],
          ]}
        />
      )}
      <header data-chrome className="flex h-10 items-center gap-3 bg-mast px-4 text-mast-ink">
        <Mark />
        <span className="font-semibold">Zinc Lattice</span>
        <span className="ml-auto">{aside}</span>
      </header>
      <main
        className={`mx-auto my-10 border border-rule bg-pane p-6 ${wide ? "max-w-4xl" : "max-w-md"} max-sm:my-0 max-sm:border-0`}
      >
        <h1 className="text-xl font-semibold [font-stretch:88%]">{title}</h1>
        {lead && <p className="mt-1 mb-5 text-soft">{lead}</p>}
        {children}
      </main>
    </div>
  );
}

export function Field({ label, ...input }: { label: string } & ComponentProps<"input">) {
  return (
    <label className="grid gap-1">
      <span className="text-small text-soft">{label}</span>
      <input {...input} className="field h-8" />
    </label>
  );
}

export function FormError({ text }: { text?: string }) {
  return text ? (
    <p role="alert" className="border-l-2 border-stop bg-raised px-3 py-2 text-stop">
      {text}
    </p>
  ) : null;
}
