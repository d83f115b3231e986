'use client';

import { useSyncExternalStore } from 'react';
import type { DoorView } from '@/server/room/door-view';

const never = (): (() => void) => () => undefined;
/** Whether the browser gives this page everything: offline, camera, a screen that stays awake. */
const useSecure = (): boolean | null =>
  useSyncExternalStore(
    never,
    () => window.isSecureContext,
    () => null,
  );

const MISSING = [
  ['Without network', 'presses wait while this page is open; a closed page cannot reload'],
  ['Live camera', 'take a picture of the label, or type it'],
  ['Screen stays on', 'set the phone to stay awake while you pack'],
] as const;

/** What is missing on plain http, and how the house’s own certificate brings it: installed once on this phone. */
export function Whole({ way, root, port }: Pick<DoorView, 'way' | 'root' | 'port'>) {
  const secure = useSecure();
  if (secure === null) return null;
  if (secure)
    return (
      <p className="note">
        {window.location.protocol === 'https:' && 'This connection is private (Kindly Crate’s certificate). '}
        Everything works on this phone. Add Kindly Crate to the home screen from the browser’s menu.
      </p>
    );
  const safe = `https://${window.location.hostname}:${port}/`;
  return (
    <section className="grid gap-3 border border-rule-strong bg-surface p-4">
      <h2 className="text-20">Set up this phone</h2>
      <p>This connection is not private: others on the network could read it, and the browser blocks</p>
      <ul className="grid gap-1">
        {MISSING.map(([what, words]) => (
          <li key={what}>
            <b>{what}</b>: {words}
          </li>
        ))}
      </ul>
      {way === 'room' && root && (
        <ol className="grid list-decimal gap-3 pl-6">
          <li>
            <a className="btn min-h-16 w-full" href="/door/certificate" download>
              Download the certificate
            </a>
          </li>
          <li>
            Open it. Where the phone speaks of a <i>profile</i>: install it in its settings, then switch it on where it
            lists certificates to trust. Where it asks what kind: search its settings for “certificate”, choose{' '}
            <i>CA certificate</i>, and take the file.
          </li>
          <li>
            Compare its SHA-256 fingerprint with the one under Settings, People and phones:
            <span className="num mt-1 block break-all text-12">{root}</span>
          </li>
          <li>
            <a className="btn go min-h-16 w-full" href={safe}>
              Continue privately
            </a>
          </li>
        </ol>
      )}
      <p className="note">
        The certificate covers private networks only, never websites. Remove it from this phone when it is no longer
        used here.
      </p>
    </section>
  );
}
