/** Stage 1: what troubles whom, what is asked for, what binds, in which order it is done. */
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from "@headlessui/react";
import { Household, Constraints } from "./lists";
import { Phases } from "./phases";
import { Problems } from "./problems";
import { Requirements } from "./requirements";
import { Uses } from "./uses";
import { parts } from "./stage";

export const handle = { parts };

const TABS = [
  ["Problems", Problems],
  ["Requirements", Requirements],
  ["Constraints", Constraints],
  ["Phases", Phases],
  ["Use log", Uses],
  ["Household", Household],
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
              <Panel />
            </TabPanel>
          ))}
        </TabPanels>
      </TabGroup>
    </>
  );
}
