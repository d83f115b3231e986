'use client';

import { useMemo, useState, type ReactNode } from 'react';
import { againstJourney, openLogger, readLogger, type LoggerFile, type LoggerMapping } from '@/core/learning/logger';
import { tracePlaces, tracePlaceWords, type TracePlace } from '@/core/consignment/trace';
import type { StoryView } from '@/server/logbook/story';
import { keepLogger, readLoggerDevice, strikeTrace } from '@/server/logbook/actions';
import { SelectField } from '@/ui/fields/fields';
import { LARGEST_FILE } from '@/core/consignment/file-size';
import { readFileText, sent } from '@/ui/fields/file';
import { dayClock } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { useSave } from '@/ui/use-save';

/** How the readings lie to the journey, and the way out where the clock of the logger was in another zone. */
function AgainstJourney({
  points,
  shift: [shiftH, setShiftH],
  s,
}: {
  points: readonly (readonly [number, number])[];
  shift: [number, (hours: number) => void];
  s: StoryView;
}) {
  const beside = againstJourney(
    points.map(([ms, v]): [number, number] => [ms + shiftH * 3600_000, v]),
    s.journey,
  );
  const hours = (h: number): string => `${Math.abs(h)} h ${h < 0 ? 'earlier' : 'later'}`;
  return (
    <>
      {beside.notes.map((n) => (
        <p key={n} className="note">
          {n}
        </p>
      ))}
      {beside.shiftH !== null && (
        <Button className="mt-1" onClick={() => setShiftH(shiftH + beside.shiftH!)}>
          Use every reading {hours(beside.shiftH)}
        </Button>
      )}
      {shiftH !== 0 && (
        <p className="note">
          Taken {hours(shiftH)} than the file says.{' '}
          <Button tone="flat" onClick={() => setShiftH(0)}>
            As in the file
          </Button>
        </p>
      )}
    </>
  );
}

/** What a file holds, as it is read: every guess can be put right before anything is kept. */
function Reading({
  file,
  opened,
  read,
  mapping,
  change,
  shift,
  s,
  children,
}: {
  file: string;
  opened: LoggerFile;
  read: ReturnType<typeof readLogger>;
  mapping: LoggerMapping;
  change: (m: Partial<LoggerMapping>) => void;
  /** Hours by which its clock is taken to be off. */
  shift: [hours: number, set: (hours: number) => void];
  s: StoryView;
  children: ReactNode;
}) {
  const columns = opened.columns.map((c, i): [string, string] => [String(i), c]);
  const zones = useMemo(
    () => [...new Set([s.zone, 'UTC', ...Intl.supportedValuesOf('timeZone')])].map((z): [string, string] => [z, z]),
    [s.zone],
  );
  return (
    <div className="mt-3 border-l-4 border-tide pl-4">
      <b className="font-head text-15">{file}</b>
      <div className="mt-2 grid max-w-2xl grid-cols-2 gap-3 sm:grid-cols-3">
        <SelectField
          label="Time column"
          path="time"
          value={String(mapping.time)}
          onChange={(v) => change({ time: Number(v) })}
          options={columns}
        />
        <SelectField
          label="Temperature column"
          path="temp"
          value={String(mapping.temp)}
          onChange={(v) => change({ temp: Number(v) })}
          options={columns}
        />
        <SelectField
          label="In"
          path="unit"
          value={mapping.unit}
          onChange={(v) => change({ unit: v === 'F' ? 'F' : 'C' })}
          options={[
            ['C', '°C'],
            ['F', '°F'],
          ]}
        />
        <SelectField
          label="Clock of the logger"
          path="zone"
          value={mapping.zone}
          onChange={(v) => change({ zone: v })}
          options={zones}
        />
        <SelectField
          label={opened.unsureOrder ? 'Dates are (could be either)' : 'Dates are'}
          path="order"
          value={mapping.order}
          onChange={(v) => change({ order: v as LoggerMapping['order'] })}
          options={[
            ['ymd', 'year month day'],
            ['dmy', 'day month year'],
            ['mdy', 'month day year'],
          ]}
        />
      </div>
      {read.ok ? (
        <p className="mt-2">
          <b className="num">{read.value.points.length}</b> readings, {dayClock(read.value.points[0]![0], s.zone)} to{' '}
          {dayClock(read.value.points.at(-1)![0], s.zone)},{' '}
          <span className="num">{Math.min(...read.value.points.map((p) => p[1])).toFixed(1)}</span> to{' '}
          <span className="num">{Math.max(...read.value.points.map((p) => p[1])).toFixed(1)}</span> °C.
        </p>
      ) : (
        <p className="problem mt-2" role="alert">
          {read.why}
        </p>
      )}
      {read.ok &&
        [...read.value.problems, ...read.value.notes].map((n) => (
          <p key={n} className="note">
            {n}
          </p>
        ))}
      {read.ok && <AgainstJourney points={read.value.points} shift={shift} s={s} />}
      <div className="mt-2 flex gap-3">{children}</div>
    </div>
  );
}

/** What loggers told already, each with its way out. */
function Traces({ s }: { s: StoryView }) {
  const [struck, setStruck] = useState<string | null>(null);
  const { save, busy } = useSave();
  const strike = (id: string): void =>
    void save(
      (press) => strikeTrace(press, s.code, id, false),
      () => setStruck(id),
    );
  return (
    <>
      <ul className="mt-2">
        {s.boxes.flatMap((b) =>
          b.traces.map((t) => (
            <li key={t.id} className="flex items-center gap-3 border-b border-rule py-1 text-13">
              <span className="mr-auto">
                {t.words}: <b className="num">{t.count}</b> readings
                {t.standIn && ' (simulated: not used for your figures)'}
              </span>
              <Button disabled={busy} onClick={() => strike(t.id)}>
                Strike out
              </Button>
            </li>
          )),
        )}
      </ul>
      {struck && (
        <p className="note mt-1" role="status">
          Struck out: kept, but not used.{' '}
          <Button
            tone="flat"
            disabled={busy}
            onClick={() =>
              void save(
                (press) => strikeTrace(press, s.code, struck, true),
                () => setStruck(null),
              )
            }
          >
            Restore
          </Button>
        </p>
      )}
    </>
  );
}

/** Which box, and where in it the logger lay. */
function Where({
  s,
  at,
  set,
  children,
}: {
  s: StoryView;
  at: { boxId: string; place: TracePlace; bagId: string };
  set: { setBoxId: (v: string) => void; setPlace: (v: TracePlace) => void; setBagId: (v: string) => void };
  children: ReactNode;
}) {
  const same = (ids: readonly string[]): [string, string][] => ids.map((id) => [id, id]);
  return (
    <div className="flex flex-wrap items-end gap-3">
      {s.boxes.length > 1 && (
        <SelectField
          label="Box"
          path="boxId"
          value={at.boxId}
          onChange={set.setBoxId}
          options={same(s.boxes.map((b) => b.id))}
        />
      )}
      <SelectField
        label="Position"
        path="place"
        value={at.place}
        onChange={(v) => set.setPlace(v as TracePlace)}
        options={tracePlaces.map((p): [string, string] => [p, tracePlaceWords[p]])}
      />
      {at.place === 'bag' && (
        <SelectField
          label="Bag"
          path="bagId"
          value={at.bagId}
          onChange={set.setBagId}
          options={same(s.bags.filter((b) => b.boxId === at.boxId).map((b) => b.id))}
        />
      )}
      {children}
    </div>
  );
}

/** The file of a logger: its columns, its clock and its unit are shown as guessed, and can be put right before anything is kept. */
export function LoggerForm({ s }: { s: StoryView }) {
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [over, setOver] = useState<Partial<LoggerMapping>>({});
  const [place, setPlace] = useState<TracePlace>('air');
  const [boxId, setBoxId] = useState(s.boxes[0]?.id ?? '1');
  const [bagId, setBagId] = useState('');
  const [told, setTold] = useState<string[]>([]);
  const [shiftH, setShiftH] = useState(0);
  const { save, busy, problems } = useSave();
  const opened = useMemo(() => (file ? openLogger(file.text) : null), [file]);
  const mapping: LoggerMapping | null = opened?.ok ? { ...opened.value.guess, zone: s.zone, ...over } : null;
  const read = opened?.ok && mapping ? readLogger(opened.value, mapping) : null;
  const bags = s.bags.filter((b) => b.boxId === boxId);
  const bag = place === 'bag' ? bagId || (bags[0]?.id ?? null) : null;
  const take = async (f: File | undefined): Promise<void> => {
    if (!f) return;
    if (f.size > LARGEST_FILE) return setTold(['This file is too large for a logger file.']);
    setTold([]);
    setOver({});
    setShiftH(0);
    setFile({ name: f.name, text: (await readFileText(f)).text });
  };
  const kept = (k: { kept: number; notes: string[] }): void => {
    setFile(null);
    setTold([`${k.kept} readings kept.`, ...k.notes]);
  };
  return (
    <div>
      <Where s={s} at={{ boxId, place, bagId: bag ?? '' }} set={{ setBoxId, setPlace, setBagId }}>
        <label className="btn inline-flex cursor-pointer items-center">
          File of a logger
          <input
            type="file"
            accept=".csv,.txt,text/csv,text/plain"
            className="sr-only"
            onChange={(e) => {
              void take(e.target.files?.[0]);
              e.target.value = '';
            }}
          />
        </label>
        {s.practises && (
          <Button
            disabled={busy}
            onClick={() =>
              void save((press) => readLoggerDevice(press, { code: s.code, boxId, bagId: bag, place }), kept)
            }
          >
            Read the simulated logger
          </Button>
        )}
      </Where>
      {opened && !opened.ok && (
        <p className="problem mt-2" role="alert">
          {opened.why}
        </p>
      )}
      {file && opened?.ok && mapping && read && (
        <Reading
          file={file.name}
          opened={opened.value}
          read={read}
          mapping={mapping}
          change={(m) => setOver({ ...over, ...m })}
          shift={[shiftH, setShiftH]}
          s={s}
        >
          <Button
            tone="go"
            disabled={busy || !read.ok}
            onClick={() =>
              void save(
                (press) =>
                  keepLogger(press, sent(file.text), {
                    code: s.code,
                    boxId,
                    bagId: bag,
                    place,
                    name: file.name,
                    shiftH,
                    mapping,
                  }),
                kept,
              )
            }
          >
            Save these readings
          </Button>
          <Button onClick={() => setFile(null)}>Cancel</Button>
        </Reading>
      )}
      {problems.map((p) => (
        <p key={p.message} className="problem mt-2" role="alert">
          {p.message}
        </p>
      ))}
      {told.length > 0 && (
        <p className="note mt-2" role="status">
          {told.join(' ')}
        </p>
      )}
      <Traces s={s} />
    </div>
  );
}
