import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';

/** Before the first look, and at most between two, ms: the server waits a moment for its figures besides. */
const FIRST_MS = 500;
const MOST_MS = 5000;

/** Asks the server again until what it is still computing is there, more and more seldom. `seen` changes with every answer. */
export function useLookAgain(wanted: boolean, seen: unknown): void {
  const router = useRouter();
  const wait = useRef(FIRST_MS);
  useEffect(() => {
    if (!wanted) {
      wait.current = FIRST_MS;
      return;
    }
    const timer = setTimeout(() => router.refresh(), wait.current);
    wait.current = Math.min(MOST_MS, 1.5 * wait.current);
    return () => clearTimeout(timer);
  }, [wanted, seen, router]);
}
