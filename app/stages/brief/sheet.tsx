/** Stage 1: what troubles whom, what is asked for, what binds, in which order it is done. */
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from "@headlessui/react";
import { lazilyFrom } from "../../kit/lazily";
import { Fetched, useView } from "../../kit/views";
import { Problems } from "./problems";
import { parts } from "./stage";
import { VIEWS } from "./views";

export const handle = { parts };

const lists = () => import("./lists");
const PANELS = {
  problems: Problems,
  requirements: lazilyFrom(
    () => import("./requirements"),
    (file) => file.Requirements,
  ),
  constraints: lazilyFrom(lists, (file) => file.Constraints),
  phases: lazilyFrom(
    () => import("./phases"),
    (file) => file.Phases,
  ),
  uses: lazilyFrom(
    () => import("./uses"),
    (file) => file.Uses,
  ),
  household: lazilyFrom(lists, (file) => file.Household),
};

export default function Brief() {
  const [view, show] = useView(VIEWS);
  return (
    <>
      <h2 className="sr-only">Brief</h2>
      <TabGroup
        as="div"
        className="flex min-h-0 flex-1 flex-col"
        selectedIndex={VIEWS.findIndex(([name]) => name === view)}
        onChange={(index) => show(VIEWS[index]![0])}
      >
        <TabList
          className="flex h-9 shrink-0 items-stretch gap-4 overflow-x-auto border-b border-rule bg-pane px-3"
          aria-label="Parts of the brief"
        >
          {VIEWS.map(([name, text]) => (
            <Tab
              key={name}
              className="border-b-2 border-transparent text-soft whitespace-nowrap hover:text-ink data-selected:border-accent data-selected:font-semibold data-selected:text-ink"
            >
              {text}
            </Tab>
          ))}
        </TabList>
        <TabPanels className="flex min-h-0 flex-1 flex-col">
          {VIEWS.map(([name]) => {
            const Panel = PANELS[name];
            return (
              <TabPanel key={name} className="flex min-h-0 flex-1 flex-col">
                <Fetched>
                  <Panel />
                </Fetched>
              </TabPanel>
            );
          })}
        </TabPanels>
      </TabGroup>
    </>
  );
}
