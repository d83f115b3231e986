'use client';

import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { MoreHorizontal } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Outcome } from '@/core/consignment/schema';
import { useSave } from '@/ui/use-save';

/** Undo, duplicate, export, put away: what can be done with a whole consignment. */
export function ConsignmentMenu({
  code,
  archived,
  undoChange,
  duplicate,
  putAway,
}: {
  code: string;
  archived: boolean;
  undoChange: (code: string) => Promise<Outcome<string>>;
  duplicate: (code: string) => Promise<Outcome<string>>;
  putAway: (code: string, away: boolean) => Promise<Outcome<null>>;
}) {
  const { save, problems } = useSave();
  const [said, setSaid] = useState('');
  const router = useRouter();
  const item = 'flex w-full min-h-9 items-center px-3 text-left text-[14px] data-focus:bg-sunk';
  return (
    <div className="no-print relative text-right">
      <Menu>
        <MenuButton className="btn" aria-label={`More for ${code}`}>
          <MoreHorizontal size={18} />
        </MenuButton>
        <MenuItems anchor="bottom end" className="z-20 mt-1 min-w-52 border border-rule-strong bg-surface py-1">
          <MenuItem>
            <button
              className={item}
              onClick={() =>
                save(
                  () => undoChange(code),
                  (what) => setSaid(`Undone: ${what}.`),
                )
              }
            >
              Undo the last change
            </button>
          </MenuItem>
          <MenuItem>
            <button
              className={item}
              onClick={() =>
                save(
                  () => duplicate(code),
                  (made) => router.push(`/consignments/${made}/order`),
                )
              }
            >
              Order the same again
            </button>
          </MenuItem>
          <MenuItem>
            <a className={item} href={`/consignments/${code}/export`} download>
              Export as a file
            </a>
          </MenuItem>
          <MenuItem>
            <button
              className={item}
              onClick={() =>
                save(
                  () => putAway(code, !archived),
                  () => setSaid(archived ? 'Brought back.' : 'Put away. It can be brought back here.'),
                )
              }
            >
              {archived ? 'Bring back' : 'Put away'}
            </button>
          </MenuItem>
        </MenuItems>
      </Menu>
      <p className="absolute right-0 top-10 whitespace-nowrap text-[12px] text-ink-2" role="status">
        {problems[0]?.message ?? said}
      </p>
    </div>
  );
}
