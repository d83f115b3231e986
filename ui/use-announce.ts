'use client';

import { useEffect, useRef, useState } from 'react';

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
    const audio = new AudioContext();
    const tone = audio.createOscillator();
    const gain = audio.createGain();
    tone.frequency.value = mark === 0 ? 660 : 520;
    gain.gain.setValueAtTime(0.2, audio.currentTime);
    gain.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 1.2);
    tone.connect(gain).connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + 1.2);
  }, [remainingMs, key, sound]);
  return said;
}
