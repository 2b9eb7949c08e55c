/** Stage 1: what troubles whom, what is asked for, what binds, in which order it is done. */
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from "@headlessui/react";
import { Suspense } from "react";
import { lazilyFrom } from "../../kit/lazily";
import { Problems } from "./problems";
import { parts } from "./stage";

export const handle = { parts };

const lists = () => import("./lists");
const Requirements = lazilyFrom(
  () => import("./requirements"),
  (file) => file.Requirements,
);
const Phases = lazilyFrom(
  () => import("./phases"),
  (file) => file.Phases,
);
const Uses = lazilyFrom(
  () => import("./uses"),
  (file) => file.Uses,
);

const TABS = [
  ["Problems", Problems],
  ["Requirements", Requirements],
  ["Constraints", lazilyFrom(lists, (file) => file.Constraints)],
  ["Phases", Phases],
  ["Use log", Uses],
  ["Household", lazilyFrom(lists, (file) => file.Household)],
] as const;

export default function Brief() {
  return (
    <>
      <h2 className="sr-only">Brief</h2>
      <TabGroup as="div" className="flex min-h-0 flex-1 flex-col">
        <TabList
          className="flex h-9 shrink-0 items-stretch gap-4 overflow-x-auto border-b border-rule bg-pane px-3"
          aria-label="Parts of the brief"
        >
          {TABS.map(([name]) => (
            <Tab
              key={name}
              className="border-b-2 border-transparent text-soft whitespace-nowrap hover:text-ink data-selected:border-accent data-selected:font-semibold data-selected:text-ink"
            >
              {name}
            </Tab>
          ))}
        </TabList>
        <TabPanels className="flex min-h-0 flex-1 flex-col">
          {TABS.map(([name, Panel]) => (
            <TabPanel key={name} className="flex min-h-0 flex-1 flex-col">
              <Suspense
                fallback={
                  <p className="p-4 text-soft" role="status">
                    Fetching…
                  </p>
                }
              >
                <Panel />
              </Suspense>
            </TabPanel>
          ))}
        </TabPanels>
      </TabGroup>
    </>
  );
}
