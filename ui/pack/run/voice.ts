'use client';

import { useEffect, useRef, useState } from 'react';

/** Says a step aloud when it comes, where somebody switched that on and the browser can. */
export function useSpoken(words: string, on: boolean): void {
  const said = useRef('');
  useEffect(() => {
    if (!on || !('speechSynthesis' in window) || said.current === words) return;
    said.current = words;
    window.speechSynthesis.cancel();
    const u = new SpeechSynthesisUtterance(words);
    u.lang = 'en-GB';
    u.rate = 0.95;
    window.speechSynthesis.speak(u);
  }, [words, on]);
  useEffect(() => () => window.speechSynthesis?.cancel(), []);
}

/** The part of a browser’s ear that is used: only one that listens on the device, so that no sound leaves it. */
interface Ear extends EventTarget {
  lang: string;
  continuous: boolean;
  processLocally: boolean;
  start(): void;
  stop(): void;
  onresult: ((e: { results: ArrayLike<ArrayLike<object>> }) => void) | null;
  onend: (() => void) | null;
}
type EarMaker = (new () => Ear) & {
  available?: (o: { langs: string[]; processLocally: boolean }) => Promise<string>;
};
const maker = (): EarMaker | undefined => (window as unknown as { SpeechRecognition?: EarMaker }).SpeechRecognition;

/** The words of what was heard: the one text among the fields of an alternative. */
function heardIn(alternative: object): string {
  for (const key in alternative) {
    const field: unknown = alternative[key as keyof typeof alternative];
    if (typeof field === 'string') return field.toLowerCase();
  }
  return '';
}

/** Whether the browser can listen by itself, without a network. */
export function useEar(): boolean {
  const [can, setCan] = useState(false);
  useEffect(() => {
    void maker()
      ?.available?.({ langs: ['en-GB'], processLocally: true })
      .then((told) => setCan(told === 'available'))
      .catch(() => undefined);
  }, []);
  return can;
}

/** “done”, “next”, “back”: while it is on. */
export function useHeard(on: boolean, heard: (word: 'done' | 'back') => void): void {
  const tell = useRef(heard);
  useEffect(() => {
    tell.current = heard;
  });
  useEffect(() => {
    const Make = maker();
    if (!on || !Make) return;
    let here = true;
    const ear = new Make();
    ear.lang = 'en-GB';
    ear.continuous = true;
    ear.processLocally = true;
    ear.onresult = (e) => {
      const last = heardIn(e.results[e.results.length - 1]?.[0] ?? {});
      if (/\b(done|next|ready)\b/.test(last)) tell.current('done');
      else if (/\bback\b/.test(last)) tell.current('back');
    };
    ear.onend = () => {
      if (here) ear.start();
    };
    ear.start();
    return () => {
      here = false;
      ear.stop();
    };
  }, [on]);
}

/**
 * Any key is a press of the large button: space bar, foot pedal, clicker. Only where no other control has the focus, once
 * for each time it goes down, and not twice within a moment.
 */
export function usePedal(press: () => void): void {
  const tell = useRef(press);
  useEffect(() => {
    tell.current = press;
  });
  useEffect(() => {
    let last = 0;
    const down = (e: KeyboardEvent): void => {
      const at = document.activeElement;
      const own = at instanceof HTMLElement && at.dataset.primary !== undefined;
      if (at && at !== document.body && !own) return;
      if (own && (e.key === ' ' || e.key === 'Enter')) return;
      if (e.repeat || e.ctrlKey || e.altKey || e.metaKey || e.shiftKey) return;
      if (/^(Tab|Escape|Shift|Control|Alt|Meta|CapsLock|F\d+|Arrow\w+|Audio\w+|Volume\w+|Home|End)$/.test(e.key))
        return;
      e.preventDefault();
      if (e.timeStamp - last < 600) return;
      last = e.timeStamp;
      tell.current();
    };
    window.addEventListener('keydown', down);
    return () => window.removeEventListener('keydown', down);
  }, []);
}
