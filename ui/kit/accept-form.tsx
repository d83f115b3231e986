import { useState } from 'react';
import { TextField } from '@/ui/fields/fields';
import { press } from '@/ui/queue/store';
import { Button } from './button';

/** Why a concern is accepted: it keeps quiet for a day, or until it grows worse. */
export function AcceptForm({ id, title, close }: { id: string; title: string; close: () => void }) {
  const [reason, setReason] = useState('');
  return (
    <form
      className="mt-1 grid w-full gap-2 bg-surface p-3 text-ink sm:grid-cols-[1fr_auto_auto]"
      onSubmit={(e) => {
        e.preventDefault();
        if (reason.trim() === '') return;
        press({ deed: 'accept', id, reason: reason.trim(), hours: 24 }, `accept: ${title}`);
        close();
      }}
    >
      <TextField
        label="Accept for 24 h, because"
        path={`accept-${id}`}
        problems={[]}
        value={reason}
        onChange={setReason}
      />
      <Button type="submit" className="min-h-11 self-end" disabled={reason.trim() === ''}>
        Accept
      </Button>
      <Button tone="flat" type="button" className="min-h-11 self-end" onClick={close}>
        Cancel
      </Button>
    </form>
  );
}
