'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { setLabelPaper, setLanguage } from '@/server/papers/actions';
import type { PapersView } from '@/server/papers/view';
import type { Language } from '@/core/consignment/languages';
import { StateMark } from '@/ui/drawings/state-mark';
import { num, NumberField, SelectField } from '@/ui/fields/fields';
import { Button, ButtonLink } from '@/ui/kit/button';
import { useLookAgain } from '@/ui/use-look-again';
import { useSave } from '@/ui/use-save';
import { Certify } from './certify';
import { PaperSheet } from './sheet';

/** Prints a PDF out of a frame that nobody sees; where a browser will not, it opens beside. */
function printPdf(address: string): void {
  const frame = document.createElement('iframe');
  frame.style.display = 'none';
  frame.src = address;
  frame.onload = (): void => {
    try {
      frame.contentWindow!.focus();
      frame.contentWindow!.print();
    } catch {
      window.open(address, '_blank');
    }
  };
  document.body.append(frame);
  setTimeout(() => frame.remove(), 300_000);
}

/** What a printer cannot reach at the edges of its paper. */
function Edge({ edgeMm, set }: { edgeMm: number; set: (mm: number) => void }) {
  const [mm, setMm] = useState(String(edgeMm));
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        set(num(mm));
      }}
    >
      <NumberField className="w-24" label="White edge" unit="mm" path="edgeMm" value={mm} onChange={setMm} />
      {mm !== String(edgeMm) && <Button>Set</Button>}
    </form>
  );
}

/** The card as one file that its receiver opens anywhere. */
const CardFile = ({ code }: { code: string }) => (
  <div className="mx-6 mt-3 flex flex-wrap items-center gap-3">
    <a className="btn" href={`/consignments/${code}/card`}>
      Card as a file to send
    </a>
    <span className="note flex-1">
      One file for a phone or computer, in six languages. It works offline, runs the timers, recomputes with their
      readings, and reports back to you.
    </span>
  </div>
);

/** Every paper of a consignment as it will be printed: one kind at a time here, all of them in one PDF. */
export function PapersStation(p: PapersView) {
  const { save, busy, problems } = useSave();
  const router = useRouter();
  useLookAgain(p.oddsFollow, p);
  const here = `/consignments/${p.code}/papers`;
  const to = (x: { kind?: string; format?: string; bag?: string }): string =>
    `${here}?kinds=${x.kind ?? p.kind}&format=${x.format ?? p.format}${x.bag ? `&bag=${x.bag}` : ''}`;
  const pdf = (kinds: string): string =>
    `${here}/pdf?kinds=${kinds}&format=${p.format}&edge=${p.edgeMm}${kinds === 'bags' && p.bag ? `&bag=${p.bag}` : ''}`;
  /** The paper is remembered for the next time. */
  const paper = (format: string, edgeMm?: number): void =>
    void save(
      (press) => setLabelPaper(press, { format, ...(edgeMm === undefined ? {} : { edgeMm }) }),
      () => router.replace(`${to({ format })}${edgeMm === undefined ? '' : `&edge=${edgeMm}`}`, { scroll: false }),
    );
  const name = p.kinds.find((k) => k.id === p.kind)?.name ?? '';
  const packed = p.kinds.filter((k) => k.packed).map((k) => k.id);
  return (
    <div data-version={p.version}>
      <div className="flex flex-wrap items-center gap-3 px-6 pt-4">
        <h1 className="mr-auto font-head text-28 font-semibold">Papers for {p.code}</h1>
        <ButtonLink href={`/consignments/${p.code}/send`}>Back to Send</ButtonLink>
        <Button onClick={() => printPdf(pdf(p.kind))}>Print {name.toLowerCase()}</Button>
        <ButtonLink href={pdf(p.kind)} target="_blank">
          PDF
        </ButtonLink>
        <ButtonLink tone="go" href={pdf(packed.join(','))} target="_blank">
          PDF of all papers
        </ButtonLink>
      </div>
      <nav className="segs mx-6 mt-3 flex flex-wrap gap-2" aria-label="Papers">
        {p.kinds.map((k) => (
          <ButtonLink
            key={k.id}
            href={to({ kind: k.id })}
            tone={k.id === p.kind ? 'go' : 'plain'}
            aria-current={k.id === p.kind ? 'page' : undefined}
          >
            {k.name}
          </ButtonLink>
        ))}
      </nav>
      <div className="mx-6 mt-3 flex flex-wrap items-end gap-4 border-b border-rule pb-3">
        {p.kind === 'bags' && (
          <SelectField
            label="Printed on"
            path="format"
            value={p.format}
            onChange={(format) => paper(format)}
            options={p.formats.map((f): [string, string] => [f.id, f.name])}
          />
        )}
        {p.kind === 'bags' && p.bags.length > 1 && (
          <SelectField
            label="Which"
            path="bag"
            value={p.bag}
            onChange={(bag) => router.replace(to({ bag }), { scroll: false })}
            options={[['', 'all bags'], ...p.bags.map((b): [string, string] => [b, `bag ${b}`])]}
          />
        )}
        {p.kind === 'bags' && (
          <Edge key={`${p.format} ${p.edgeMm}`} edgeMm={p.edgeMm} set={(x) => paper(p.format, x)} />
        )}
        <SelectField
          label="Language of the receiver’s papers"
          path="language"
          value={p.language}
          problems={problems}
          onChange={(language) =>
            void save((press) =>
              setLanguage(press, { code: p.code, version: p.version, language: language as Language }),
            )
          }
          options={p.languages}
        />
        <span className="note" role="status">
          {busy
            ? 'Updating …'
            : `${p.of === 0 ? 'None of these' : p.of === 1 ? 'One sheet' : `${p.of} sheets`}; black only, also for thermal printers. Print at 100 %.`}
          {p.kind === 'boxes' && ' Each side prints four times. On a reused box strike out every old label and mark.'}
          {p.kind === 'boxes' && ' Put the carrier’s own acceptance mark on lid and base if it requires one.'}
        </span>
      </div>
      {p.evening.all.length > 1 && (
        <p className="mx-6 mt-3 flex flex-wrap items-center gap-3 text-13">
          <span>
            Packed the same evening, in this order: {p.evening.all.map((x) => `${x.code} (${x.leaves})`).join(', ')}.
          </span>
          <ButtonLink target="_blank" href={`/papers/${p.evening.day}?format=${p.format}`}>
            PDF of the evening’s papers
          </ButtonLink>
        </p>
      )}
      {p.told.length > 0 && (
        <ul className="mx-6 mt-3" aria-label="Before printing">
          {p.told.map((x) => (
            <li key={x} className="flex items-start gap-2 text-13">
              <StateMark mark="watch" size={15} /> {x}
            </li>
          ))}
        </ul>
      )}
      {p.kind === 'card' && p.sheets.length > 0 && <CardFile code={p.code} />}
      {p.kind === 'certificate' && <Certify code={p.code} certify={p.certify} />}
      {p.sheets.length > 0 && (
        <div className="papersheets">
          {p.sheets.map((s, i) => (
            <PaperSheet key={i} sheet={s} name={`${name} ${i + 1}`} />
          ))}
        </div>
      )}
      {p.of > p.sheets.length && (
        <p className="note px-6 pb-6">
          {p.sheets.length} of {p.of} sheets are shown; the PDF has all.
        </p>
      )}
    </div>
  );
}
