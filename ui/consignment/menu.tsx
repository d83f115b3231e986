'use client';

import { putAway, undoChange } from '@/server/consignment/actions';
import { cancelOrder, duplicate, reviveOrder } from '@/server/order/actions';
import { Dialog, DialogPanel, DialogTitle, Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { MoreHorizontal } from 'lucide-react';
import { Link } from '@/ui/kit/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button, ButtonLink } from '@/ui/kit/button';
import { useMe } from '@/ui/shell/preferences';
import { useSave } from '@/ui/use-save';

interface MenuProps {
  code: string;
  /** The state that is looked at: another is not undone. */
  version: number;
  archived: boolean;
  cancelled: boolean;
  /** On its way: nothing to cancel any more. */
  left: boolean;
}

/** Changes of a whole consignment are the owner’s; who did what in it is everybody’s. */
export function ConsignmentMenu(p: MenuProps) {
  return useMe().role === 'owner' ? (
    <OwnersMenu {...p} />
  ) : (
    <ButtonLink className="no-print" href={`/journal?of=${p.code}`}>
      Who did what
    </ButtonLink>
  );
}

/** Undo, duplicate, export, put away: what the owner can do with a whole consignment. */
function OwnersMenu({ code, version, archived, cancelled, left }: MenuProps) {
  const { save, busy, problems } = useSave();
  const [said, setSaid] = useState('');
  const [asking, setAsking] = useState(false);
  const router = useRouter();
  const item = 'flex w-full min-h-9 items-center px-3 text-left text-14 data-focus:bg-sunk';
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
              disabled={busy}
              onClick={() =>
                save(
                  (press) => undoChange(press, code, version),
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
              disabled={busy}
              onClick={() =>
                save(
                  (press) => duplicate(press, code),
                  (made) => router.push(`/consignments/${made}/order`),
                )
              }
            >
              Duplicate
            </button>
          </MenuItem>
          <MenuItem>
            <Link className={item} href={`/journal?of=${code}`}>
              Who did what
            </Link>
          </MenuItem>
          <MenuItem>
            <a className={item} href={`/consignments/${code}/export`} download>
              Export as a file
            </a>
          </MenuItem>
          {cancelled ? (
            <MenuItem>
              <button
                className={item}
                onClick={() =>
                  save(
                    (press) => reviveOrder(press, code, version),
                    () => setSaid('Restored.'),
                  )
                }
              >
                Undo cancellation
              </button>
            </MenuItem>
          ) : (
            !left && (
              <MenuItem>
                <button className={item} onClick={() => setAsking(true)}>
                  Cancel the order …
                </button>
              </MenuItem>
            )
          )}
          <MenuItem>
            <button
              className={item}
              disabled={busy}
              onClick={() =>
                save(
                  (press) => putAway(press, code, !archived),
                  () => setSaid(archived ? 'Restored.' : 'Archived. You can restore it here.'),
                )
              }
            >
              {archived ? 'Restore' : 'Archive'}
            </button>
          </MenuItem>
        </MenuItems>
      </Menu>
      <CancelDialog
        code={code}
        open={asking}
        close={() => setAsking(false)}
        cancel={(reason) =>
          save(
            (press) => cancelOrder(press, code, version, reason),
            () => setSaid('Cancelled. You can restore it here.'),
          )
        }
      />
      <p className="absolute right-0 top-10 whitespace-nowrap text-12 text-ink-2" role="status">
        {problems[0]?.message ?? said}
      </p>
    </div>
  );
}

function CancelDialog({
  code,
  open,
  close,
  cancel,
}: {
  code: string;
  open: boolean;
  close: () => void;
  cancel: (reason: string) => Promise<unknown>;
}) {
  const [reason, setReason] = useState('');
  return (
    <Dialog open={open} onClose={close} className="relative z-40">
      <div className="fixed inset-0 bg-[rgb(20_41_46/0.35)]" aria-hidden="true" />
      <div className="fixed inset-0 flex items-center justify-center p-4">
        <DialogPanel className="w-full max-w-md border border-rule-strong bg-surface p-5 text-left">
          <DialogTitle className="mb-2 font-head text-20 font-semibold">Cancel {code}?</DialogTitle>
          <form
            onSubmit={(e) => {
              e.preventDefault();
              close();
              void cancel(reason);
            }}
          >
            <label className="field">
              Reason (optional)
              <input className="in" value={reason} onChange={(e) => setReason(e.target.value)} maxLength={300} />
            </label>
            <p className="note my-3">
              Fish and supplies are released and its tasks leave the Bench. Closed bags and opened packs stay used. The
              plan is kept.
            </p>
            <div className="flex gap-2">
              <Button tone="go">Cancel the order</Button>
              <Button type="button" onClick={close}>
                Keep the order
              </Button>
            </div>
          </form>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
