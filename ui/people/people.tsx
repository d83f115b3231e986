'use client';

import { roleName } from '@/words/en/roles';
import { Link } from '@/ui/kit/link';
import type { PeopleView } from '@/server/room/room-view';
import { endSession, sendAway, setRole, setRoom } from '@/server/room/actions';
import { StateMark } from '@/ui/drawings/state-mark';
import { dayClock } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { useNow } from '@/ui/use-now';
import { useSave } from '@/ui/use-save';
import { Invite } from './invite';
import { Passphrase } from './passphrase';
import { roleWords } from './roles';
import { MIN } from '@/core/quantities/time';

const seenWords = (ms: number, now: number, zone: string): string =>
  now - ms < 2 * MIN
    ? 'here now'
    : now - ms < 60 * MIN
      ? `${Math.round((now - ms) / MIN)} min ago`
      : dayClock(ms, zone);

/** The network of the house: closed, or open at these addresses. */
function RoomLine({ room }: { room: PeopleView['room'] }) {
  const { save, busy, problems } = useSave();
  if (!room)
    return <p className="note">Only this computer can connect. Start Kindly Crate with ./kindly to allow phones.</p>;
  return (
    <div className="flex flex-wrap items-center gap-x-6 gap-y-3 border border-rule-strong bg-surface px-4 py-3">
      <StateMark mark={room.open ? 'fine' : 'ahead'} size={22} />
      <div className="min-w-0 flex-1">
        <p className="font-head text-20 font-semibold">
          {room.open ? 'Phones on this network can connect' : 'Only this computer can connect'}
        </p>
        {room.open ? (
          <p className="num break-all text-15">
            {room.addresses.join('   ')}
            {room.problem && <span className="problem block">{room.problem}</span>}
          </p>
        ) : (
          <p className="note">The network is off. Turned on here, it stays on until the server stops.</p>
        )}
        {problems[0] && (
          <p className="problem" role="alert">
            {problems[0].message}
          </p>
        )}
      </div>
      <Button
        tone={room.open ? 'plain' : 'go'}
        className="!min-h-11"
        disabled={busy}
        onClick={() => save((press) => setRoom(press, !room.open))}
      >
        {room.open ? 'Disconnect phones' : 'Let phones connect'}
      </Button>
    </div>
  );
}

function PersonRow({ p, now, zone }: { p: PeopleView['people'][number]; now: number; zone: string }) {
  const { save, busy, problems } = useSave();
  return (
    <li className="border-b border-rule py-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <b className="min-w-28 font-head text-18">{p.name}</b>
        <label className="sr-only" htmlFor={`role ${p.id}`}>
          Role of {p.name}
        </label>
        <select
          id={`role ${p.id}`}
          className="in !w-auto min-w-32"
          value={p.role}
          disabled={busy || p.keeper}
          onChange={(e) => void save((press) => setRole(press, p.id, e.target.value))}
        >
          {Object.keys(roleWords).map((r) => (
            <option key={r}>{r}</option>
          ))}
        </select>
        <Link className="text-13 font-semibold text-tide" href={`/journal?by=${encodeURIComponent(p.name)}`}>
          What {p.name} did
        </Link>
        {p.keeper ? (
          <span className="ml-auto text-13 text-ink-3">has the passphrase</span>
        ) : (
          <Button
            tone="flat"
            className="ml-auto"
            disabled={busy}
            onClick={() => {
              if (
                window.confirm(
                  `Remove ${p.name}? All their phones are signed out at once. Their entries keep their name.`,
                )
              )
                void save((press) => sendAway(press, p.id));
            }}
          >
            Remove person
          </Button>
        )}
      </div>
      <ul className="mt-1">
        {p.phones.map((s) => (
          <li key={s.id} className="flex flex-wrap items-center gap-x-3 text-14">
            <span className="min-w-28 text-ink-2">{s.device}</span>
            <span>
              {seenWords(s.seenMs, now, zone)}
              {s.mine && <b> (this one)</b>}
            </span>
            <span className="text-13 text-ink-3">let in {dayClock(s.madeMs, zone)}</span>
            <Button
              tone="flat"
              className="ml-auto"
              disabled={busy}
              onClick={() => save((press) => endSession(press, s.id))}
              aria-label={`Sign out ${s.device} of ${p.name}`}
            >
              Sign out
            </Button>
          </li>
        ))}
        {p.phones.length === 0 && <li className="note">No phone connected.</li>}
      </ul>
      {problems[0] && (
        <p className="problem" role="alert">
          {problems[0].message}
        </p>
      )}
    </li>
  );
}

/** Who works here, the phones they came in with, and how another is let in. */
export function People(v: PeopleView) {
  const now = useNow(v.nowMs, false);
  return (
    <>
      <section className="chead flex-wrap gap-y-2 py-2">
        <h1>People and phones</h1>
        <p className="c2 mr-auto pt-2">
          You are {v.me.name || 'the owner at this machine'}
          {v.me.name ? `, ${roleName(v.me.role)}` : ', and have no name yet'}.
        </p>
        <Link className="font-semibold text-tide" href="/settings">
          All settings
        </Link>
      </section>
      <section className="work space-y-8 border-t border-rule-strong">
        <RoomLine room={v.room} />
        <div className="grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_420px]">
          <div className="min-w-0">
            <h2 className="mb-1">People</h2>
            {v.people.length === 0 ? (
              <p className="max-w-[560px]">
                No names yet. Connect a phone or set a passphrase; from then on entries carry a name.
              </p>
            ) : (
              <ul>
                {v.people.map((p) => (
                  <PersonRow key={p.id} p={p} now={now} zone={v.zone} />
                ))}
              </ul>
            )}
            <h2 className="mb-1 mt-8">{v.keeper ? 'Change the passphrase' : 'A passphrase for this machine'}</h2>
            <Passphrase keeper={v.people.find((p) => p.keeper)?.name ?? null} />
            {v.room?.root && (
              <>
                <h2 className="mb-1 mt-8">Certificate</h2>
                <p className="note max-w-[640px]">
                  A phone with it installed connects privately
                  {v.room.safe.length > 0 && (
                    <>
                      {' '}
                      at <span className="num">{v.room.safe.join('   ')}</span>
                    </>
                  )}
                  , works offline, and scans labels live. It covers private networks only. SHA-256 fingerprint to
                  compare:
                </p>
                <p className="num mt-1 max-w-[640px] break-all text-12">{v.room.root}</p>
              </>
            )}
          </div>
          <Invite open={v.room?.open ?? false} waiting={v.waiting} now={now} />
        </div>
      </section>
    </>
  );
}
