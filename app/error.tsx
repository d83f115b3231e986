'use client';

import { Button } from '@/ui/kit/button';
export default function ErrorPage({ error, reset }: { error: Error; reset: () => void }) {
  return (
    <section className="work min-h-[60vh]">
      <h1 className="mt-10 text-34">This page could not be drawn</h1>
      <p className="mt-3">{error.message || 'The server met something it did not expect.'} What was saved is safe.</p>
      <Button tone="go" className="mt-4" onClick={reset}>
        Try again
      </Button>
    </section>
  );
}
