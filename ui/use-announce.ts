'use client';

import { useEffect, useRef, useState } from 'react';

/** One tone of a second, Hz. */
function tone(hz: number): void {
  const audio = new AudioContext();
  const source = audio.createOscillator();
  const gain = audio.createGain();
  source.frequency.value = hz;
  gain.gain.setValueAtTime(0.2, audio.currentTime);
  gain.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 1.2);
  source.connect(gain).connect(audio.destination);
  source.start();
  source.stop(audio.currentTime + 1.2);
}

/** A buzz, a tone if sound is on, and the system's own notification where the browser grants it: once for each that is new. */
export function useAlarm(list: readonly { id: string; words: string }[], sound: boolean): void {
  const known = useRef<ReadonlySet<string> | null>(null);
  // Whoever turns sound on is asked once for the rest.
  useEffect(() => {
    if (sound && 'Notification' in window && Notification.permission === 'default')
      void Notification.requestPermission();
  }, [sound]);
  useEffect(() => {
    const before = known.current;
    known.current = new Set(list.map((x) => x.id));
    const fresh = before === null ? [] : list.filter((x) => !before.has(x.id));
    if (fresh.length === 0) return;
    if (navigator.userActivation?.hasBeenActive) navigator.vibrate?.([300, 100, 300, 100, 300]);
    if (sound) tone(880);
    if ('Notification' in window && Notification.permission === 'granted')
      void navigator.serviceWorker?.ready.then((r) => r.showNotification(fresh[0]!.words, { tag: fresh[0]!.id }));
  }, [list, sound]);
}

/** Speaks at five minutes, one minute and the end: a tone if sound is on, a buzz where the device can, text always. */
export function useAnnounce(remainingMs: number | null, key: string, sound: boolean): string {
  const [said, setSaid] = useState('');
  const last = useRef<{ key: string; mark: number }>({ key: '', mark: Infinity });
  useEffect(() => {
    if (remainingMs === null) return;
    const mark = remainingMs <= 0 ? 0 : remainingMs <= 60_000 ? 1 : remainingMs <= 300_000 ? 5 : 99;
    const before = last.current.key === key ? last.current.mark : 99;
    last.current = { key, mark };
    if (mark >= before || mark === 99) return;
    setSaid(mark === 0 ? 'The timer has ended.' : mark === 1 ? 'One minute left.' : 'Five minutes left.');
    if (navigator.userActivation?.hasBeenActive) navigator.vibrate?.(mark === 0 ? [300, 100, 300] : 150);
    if (!sound) return;
    tone(mark === 0 ? 660 : 520);
  }, [remainingMs, key, sound]);
  return said;
}
