'use client';

import { useState } from 'react';

/** One line of a scale; anything else on the cable is passed over. */
function lineOf(text: string): { kg: number; stable: boolean } | null {
  try {
    const l = JSON.parse(text) as { kg?: unknown; stable?: unknown };
    return typeof l.kg === 'number' ? { kg: l.kg, stable: l.stable === true } : null;
  } catch {
    return null;
  }
}

/** Follows a scale until it rests: what it shows meanwhile, and what it came to. */
export function useScale(code: string, boxId: string, rests: (kg: number) => void) {
  const [shows, setShows] = useState<number | null>(null);
  const [words, setWords] = useState('');
  const follow = async (): Promise<void> => {
    setWords('');
    const answer = await fetch(`/consignments/${code}/scale?box=${encodeURIComponent(boxId)}`).catch(() => null);
    if (!answer?.ok || !answer.body) {
      setWords(answer ? await answer.text() : 'The scale does not answer. Type what it shows.');
      return;
    }
    const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader();
    let rest = '';
    let last: number | null = null;
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      const lines = (rest + value).split('\n');
      rest = lines.pop() ?? '';
      for (const l of lines.map(lineOf)) {
        if (!l) continue;
        setShows(l.kg);
        // At rest twice with the same figure: a box that is still being set down does not count.
        if (l.stable && l.kg === last) rests(l.kg);
        last = l.stable ? l.kg : null;
      }
    }
    setShows(null);
  };
  return { shows, words, follow };
}
