'use client';

import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { AlarmClock } from 'lucide-react';
import { laterChoices, type LaterChoice } from './laters';

/** Puts a duty off: how long is asked. */
export function LaterMenuItems({
  title,
  busy,
  onLater,
}: {
  title: string;
  busy: boolean;
  onLater: (l: LaterChoice) => void;
}) {
  return (
    <Menu>
      <MenuButton
        className="btn flat !px-2 max-md:min-h-16 max-md:min-w-16"
        disabled={busy}
        aria-label={`Later: ${title}`}
        title="Later"
      >
        <AlarmClock size={17} />
      </MenuButton>
      <MenuItems
        anchor="bottom end"
        modal={false}
        className="z-20 mt-1 min-w-52 border border-rule-strong bg-surface py-1"
      >
        {laterChoices.map(([id, words]) => (
          <MenuItem key={id}>
            <button
              className="flex min-h-9 max-md:min-h-14 w-full items-center px-3 text-left text-14 data-focus:bg-sunk"
              onClick={() => onLater(id)}
            >
              {words}
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}
