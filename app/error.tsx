'use client';

import { useEffect, useState } from 'react';
import { Button } from '@/ui/kit/button';

/** A page that failed says why as far as the server knows: it is asked how its data are. */
export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  const [words, setWords] = useState('Looking why …');
  useEffect(() => {
    let here = true;
    const tell = (text: string): void => void (here && setWords(text));
    fetch('/health')
      .then((r) => r.json() as Promise<{ ok: boolean; words: string }>)
      .then((h) =>
        tell(h.ok ? 'The server hit an unexpected error; its log has the details. Saved data are safe.' : h.words),
      )
      .catch(() => tell('The server does not answer. Saved data are safe. Start Kindly Crate again.'));
    return () => {
      here = false;
    };
  }, []);
  return (
    <section className="work min-h-[60vh]">
      <h1 className="mt-10 text-34">This page could not be shown</h1>
      <p className="mt-3 max-w-[720px] text-16" role="status">
        {words}
      </p>
      <Button tone="go" className="mt-4 !min-h-11" onClick={reset}>
        Try again
      </Button>
    </section>
  );
}
