import type { FormEvent, KeyboardEvent } from 'react';

/** A form that is sent by its button, by Enter, and by Ctrl or Cmd with S. */
export const saving = (send: () => void) => ({
  onSubmit: (e: FormEvent): void => {
    e.preventDefault();
    send();
  },
  onKeyDown: (e: KeyboardEvent): void => {
    if (e.key !== 's' || !(e.ctrlKey || e.metaKey)) return;
    e.preventDefault();
    send();
  },
});
