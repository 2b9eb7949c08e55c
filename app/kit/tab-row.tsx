/** The row of tabs on the shared parts, with its keys: fetched when the page has come to rest. */
import { Tab, TabGroup, TabList } from "@headlessui/react";
import { useLayoutEffect, useRef } from "react";
import { TAB, TAB_ROW, tabId, type TabRowProps } from "./views";

export default function TabRow({ id, label, tabs, tab, show, focused }: TabRowProps) {
  const list = useRef<HTMLElement>(null);
  // Whoever had turned to the tabs before they were there, has so still.
  useLayoutEffect(() => {
    if (focused) list.current?.querySelector<HTMLElement>("[aria-selected=true]")?.focus();
  }, [focused]);
  return (
    <TabGroup
      as="div"
      className="flex min-w-0"
      selectedIndex={tabs.findIndex(([name]) => name === tab)}
      onChange={(index) => show(tabs[index]![0])}
    >
      <TabList ref={list} aria-label={label} className={TAB_ROW}>
        {tabs.map(([name, text]) => (
          <Tab key={name} id={tabId(id, name)} className={TAB}>
            {text}
          </Tab>
        ))}
      </TabList>
    </TabGroup>
  );
}
