import QRCode from 'qrcode';
import { useState } from 'react';
import { reportOf, happened, isCardBagEmptied, remark, waiting } from '@/core/card/card-record';
import { foundParts } from '@/core/consignment/found-file';
import { projectFacts, unstruck } from '@/core/consignment/project-facts';
import { Remark } from './look';
import { useHere } from './words';

/** Characters of a code that any phone reads off a screen. */
const MOST = 420;

/** A code as a drawing: dark squares on white, with the white edge that readers ask for. */
function Code({ text }: { text: string }) {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'L' });
  const { size } = modules;
  const path = Array.from({ length: size * size }, (_, i) =>
    modules.data[i] ? `M${i % size} ${Math.floor(i / size)}h1v1h-1z` : '',
  ).join('');
  return (
    <svg className="code" viewBox={`-4 -4 ${size + 8} ${size + 8}`} role="img" aria-label={text}>
      <rect x="-4" y="-4" width={size + 8} height={size + 8} fill="#fff" />
      <path d={path} fill="#000" />
    </svg>
  );
}

function Codes({ parts }: { parts: string[] }) {
  const { w } = useHere();
  const [at, setAt] = useState(0);
  const i = Math.min(at, parts.length - 1);
  return (
    <div className="codes">
      <Code text={parts[i]!} />
      <p className="beside">
        <button type="button" disabled={i === 0} onClick={() => setAt(i - 1)}>
          ←
        </button>
        <b>{w.end.codeOf(i + 1, parts.length)}</b>
        <button type="button" disabled={i === parts.length - 1} onClick={() => setAt(i + 1)}>
          →
        </button>
      </p>
      <p>{w.end.hold}</p>
    </div>
  );
}

/** The ways in which it goes back to the sender: a file with its pictures, codes on the screen, or text. */
function GoesBack() {
  const { data, w, told, photos } = useHere();
  const [codes, setCodes] = useState(false);
  const [copied, setCopied] = useState(false);
  const found = () => reportOf(told, data, photos, Date.now());
  const name = `${data.code}-found.json`;
  const file = (): File => new File([JSON.stringify(found())], name, { type: 'application/json' });
  const save = (): void => {
    const url = URL.createObjectURL(file());
    const a = document.createElement('a');
    a.href = url;
    a.download = name;
    a.click();
    setTimeout(() => URL.revokeObjectURL(url), 10_000);
  };
  const canShare =
    typeof navigator.canShare === 'function' &&
    navigator.canShare({ files: [new File([''], name, { type: 'application/json' })] });
  return (
    <>
      <p>{w.end.why}</p>
      <p className="beside">
        <button type="button" className="big" onClick={save}>
          {w.end.save}
        </button>
        {canShare && (
          <button
            type="button"
            onClick={() => void navigator.share({ files: [file()], title: data.code }).catch(() => null)}
          >
            {w.end.share}
          </button>
        )}
        <button type="button" aria-pressed={codes} onClick={() => setCodes(!codes)}>
          {w.end.codes}
        </button>
        <button
          type="button"
          onClick={() =>
            void navigator.clipboard.writeText(foundParts(found(), 100_000)[0]!).then(
              () => setCopied(true),
              () => setCopied(false),
            )
          }
        >
          {w.end.copy}
        </button>
      </p>
      {copied && <p role="status">{w.end.copied}</p>}
      {codes && <Codes parts={foundParts(found(), MOST)} />}
    </>
  );
}

/** What came of it, in one look. */
export function End() {
  const { data, w, p, told, tell, now, figure, clock } = useHere();
  const actual = projectFacts(told);
  const left = waiting(told, data, now);
  const finished = unstruck(told.events).findLast((e) => e.kind === 'released');
  const upTo = actual.openedAt ?? actual.arrivedAt;
  const note = unstruck(told.observations).findLast((o) => o.quantity === 'note' && o.subject.kind === 'consignment');
  const dead = actual.bags.some((b) => (b.dead ?? 0) > 0);
  return (
    <section aria-label={w.end.title}>
      <h2>{w.end.title}</h2>
      <p>
        {left.length > 0 ? w.end.left(left.join(', ')) : <b>{w.end.all}</b>}{' '}
        {upTo && w.end.hours(figure((Date.parse(upTo) - data.sealMs) / 3600_000, 1))}
      </p>
      <table>
        <thead>
          <tr>
            <th scope="col">{p.card.bags('')}</th>
            <th scope="col">{w.figures.alive}</th>
            <th scope="col">{w.figures.dead}</th>
            <th scope="col">°C</th>
            <th scope="col">pH</th>
          </tr>
        </thead>
        <tbody>
          {data.bags.map((b) => {
            const r = actual.bags.find((x) => x.bagId === b.id);
            const n = (v: number | null | undefined, decimals: number): string =>
              v == null ? '·' : figure(v, decimals);
            return (
              <tr key={b.id}>
                <th scope="row">
                  {b.id} {isCardBagEmptied(told, b) && <small>{w.page.noneAlive}</small>}
                </th>
                <td>
                  {n(r?.alive, 0)} <small>/ {b.animals}</small>
                </td>
                <td>{n(r?.dead, 0)}</td>
                <td>{n(r?.tempC, 1)}</td>
                <td>{n(r?.pH, 1)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {dead && <p className="watch">{w.end.claim(data.claimHours)}</p>}
      {left.length === 0 && (
        <>
          <h3>{w.end.looks}</h3>
          <ul>
            {w.looks.map((x) => (
              <li key={x}>{x}</li>
            ))}
          </ul>
          {!finished && (
            <button type="button" className="hands" onClick={() => tell((t, ms) => happened(t, 'released', ms, ms))}>
              {w.end.finish}
            </button>
          )}
        </>
      )}
      {finished && (
        <p className="row">
          <b>{w.end.finished(clock(Date.parse(finished.at)))}</b>
          <button type="button" onClick={() => tell((t, ms) => happened(t, 'released', null, ms))}>
            {w.box.slip}
          </button>
        </p>
      )}
      <Remark
        of=""
        label={w.end.remarks}
        value={note?.word ?? ''}
        keep={(x) => tell((t, ms) => remark(t, { kind: 'consignment', id: '' }, x, ms))}
      />
      <GoesBack />
    </section>
  );
}
