/** The menu under the person's name. Fetched when it is first asked for, and open as soon as it is there. */
import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { useEffect, useRef } from "react";
import { Form, Link } from "react-router";
import { useDesk } from "./desk";
import { askPrint } from "../kit/printing";
import type { Person } from "#db/people";

interface Props {
  person: Person;
  role: string;
  owner: boolean;
  url: string;
}

export default function PersonMenu({ person, role, owner, url }: Props) {
  const { leaveFor } = useDesk();
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    // It was pressed before it was there.
    button.current?.focus();
    button.current?.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true }));
  }, []);
  return (
    <Menu>
      <MenuButton ref={button} className="mast-button font-medium">
        {person.name}
      </MenuButton>
      <MenuItems
        anchor="bottom end"
        className="z-50 mt-1 min-w-52 border border-rule bg-raised py-1 text-small text-ink shadow-lg"
      >
        <div className="border-b border-rule px-3 pt-1 pb-2 text-soft">
          {person.email}
          <br />
          {role}
        </div>
        <MenuItem>
          <Link className="block px-3 py-1.5 data-focus:bg-wash" to="/designs">
            All designs
          </Link>
        </MenuItem>
        <MenuItem>
          <Link
            className="block px-3 py-1.5 data-focus:bg-wash"
            to={`${url}/settings`}
            onClick={() => leaveFor()}
          >
            Settings of this design
          </Link>
        </MenuItem>
        <MenuItem>
          <Link
            className="block px-3 py-1.5 data-focus:bg-wash"
            to={`${url}/compare`}
            onClick={() => leaveFor()}
          >
            Compare with another design
          </Link>
        </MenuItem>
        {owner && (
          <MenuItem>
            <Link className="block px-3 py-1.5 data-focus:bg-wash" to={`/designs/${url.slice(3)}/people`}>
              Share this design
            </Link>
          </MenuItem>
        )}
        <MenuItem>
          <button
            type="button"
            className="w-full px-3 py-1.5 text-left data-focus:bg-wash"
            onClick={() => setTimeout(askPrint)}
          >
            Print this view
          </button>
        </MenuItem>
        <MenuItem>
          <a className="block px-3 py-1.5 data-focus:bg-wash" href={`${url}/file`}>
            Save the project file
          </a>
        </MenuItem>
        <MenuItem>
          <Link className="block px-3 py-1.5 data-focus:bg-wash" to="/account">
            Account and sessions
          </Link>
        </MenuItem>
        <Form method="post" action="/sign-out">
          <MenuItem>
            <button className="w-full px-3 py-1.5 text-left data-focus:bg-wash">Sign out</button>
          </MenuItem>
        </Form>
      </MenuItems>
    </Menu>
  );
}
