'use client';

import { Button, ButtonLink } from '@/ui/kit/button';
import { FilePick } from '@/ui/kit/file-pick';
import { Table } from '@/ui/kit/table';
import type { ImportReport } from '@/server/records/csv';
import { importCsv, undoImport } from '@/server/records/actions';
import { useState } from 'react';
import { LARGEST_FILE, tooLarge } from '@/core/consignment/file-size';
import { readFileText, sent } from '@/ui/fields/file';
import { OtherProblems, SelectField } from '@/ui/fields/fields';
import { useSave } from '@/ui/use-save';

type Report = ImportReport;

export interface ImportCsvProps {
  list: string;
  title: string;
  back: string;
}

/** Hands a text over as a file. */
function saveAs(name: string, csv: string): void {
  const url = URL.createObjectURL(new Blob([csv], { type: 'text/csv' }));
  const a = document.createElement('a');
  a.href = url;
  a.download = name;
  a.click();
  URL.revokeObjectURL(url);
}

/** A list from a file: which column is which, what would happen, every problem by its line; then it is taken. */
export function ImportCsv(p: ImportCsvProps) {
  const { save, busy, problems, setProblems } = useSave();
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [report, setReport] = useState<Report | null>(null);
  const [said, setSaid] = useState('');
  const ask = (text: string, mapping: Report['mapping'] | null, commit: boolean): void =>
    void save((press) => importCsv(press, p.list, sent(text), { mapping, commit }), setReport);
  const take = async (f: File): Promise<void> => {
    setReport(null);
    setSaid('');
    if (f.size > LARGEST_FILE) return setProblems(tooLarge(f.size).problems);
    const { text, said } = await readFileText(f);
    setSaid(said);
    setFile({ name: f.name, text });
    ask(text, null, false);
  };
  const good = report ? report.added + report.changed : 0;
  const badLines = report ? new Set(report.problems.map((x) => x.line)).size : 0;
  const lines = (n: number): string => (n === 1 ? 'one line' : `${n} lines`);
  const remap = (i: number, path: string): void => {
    if (!report || !file) return;
    const mapping = report.mapping.map((m, j) => (j === i ? path || null : m === path ? null : m));
    ask(file.text, mapping, false);
  };
  return (
    <>
      <section className="chead flex-wrap py-2">
        <h1>Import {p.title.toLowerCase()}</h1>
        <p className="c2 mr-auto pt-2">
          A CSV file with a heading line. Nothing is saved until you confirm; importing the same file again changes
          nothing.
        </p>
        <ButtonLink href={p.back}>Back to the list</ButtonLink>
      </section>
      <section className="work border-t border-rule-strong">
        <FilePick accept=".csv,text/csv,text/plain" className="go !min-h-11" onFile={(f) => void take(f)}>
          {busy ? 'Reading …' : file ? 'Another file' : 'Choose a file'}
        </FilePick>
        {file && <span className="note ml-3">{file.name}</span>}
        <OtherProblems problems={problems} shown={() => false} />
        {report && (
          <>
            <p className="mt-4 text-16" role="status" data-testid="import-sum">
              <b className="num text-22">{report.added}</b> new, <b className="num text-22">{report.changed}</b>{' '}
              changed, <b className="num text-22">{report.same}</b> here already,{' '}
              <b className={`num text-22 ${badLines > 0 ? 'text-stop' : ''}`}>{badLines}</b> with something wrong.
              {report.done && ' Imported.'}
            </p>
            <div className="mt-3 flex flex-wrap items-center gap-2">
              {!report.done && good > 0 && (
                <Button
                  tone="go"
                  className="!min-h-11"
                  disabled={busy}
                  onClick={() => ask(file!.text, report.mapping, true)}
                >
                  {badLines > 0 ? `Import the ${lines(good)} that are right` : `Import ${lines(good)}`}
                </Button>
              )}
              {report.leftOver && (
                <Button onClick={() => saveAs(`to-correct-${file?.name ?? 'list.csv'}`, report.leftOver)}>
                  Save the {lines(badLines)} to correct
                </Button>
              )}
              {report.done && report.undo && (
                <Button
                  disabled={busy}
                  onClick={() =>
                    save(
                      (press) => undoImport(press, report.undo!),
                      (n) => {
                        setSaid(`${lines(n)} undone.`);
                        setReport(null);
                      },
                    )
                  }
                >
                  Undo this import
                </Button>
              )}
              {report.done && <ButtonLink href={p.back}>See the list</ButtonLink>}
            </div>
            <Preview report={report} remap={remap} />
            <Wrong problems={report.problems} />
          </>
        )}
        {said && (
          <p className="mt-4" role="status">
            {said}
          </p>
        )}
      </section>
    </>
  );
}

/** The first lines, and which column is read as what. */
function Preview({ report, remap }: { report: Report; remap: (column: number, path: string) => void }) {
  return (
    <Table
      className="w-auto"
      frame="mt-6"
      head={
        <>
          <th className="r">Line</th>
          {report.headings.map((h, i) => (
            <th key={i} className="min-w-36">
              <SelectField
                label={`“${h}” is`}
                path={`mapping.${i}`}
                value={report.mapping[i] ?? ''}
                onChange={(path) => remap(i, path)}
                options={[['', 'not read'], ...report.fields.map((f) => [f.path, f.label] as const)]}
              />
            </th>
          ))}
        </>
      }
    >
      {report.preview.map((l) => (
        <tr key={l.line}>
          <td className="r num">{l.line}</td>
          {l.cells.map((c, i) => (
            <td key={i} className="max-w-60 truncate" title={c}>
              {c}
            </td>
          ))}
        </tr>
      ))}
    </Table>
  );
}

function Wrong({ problems }: { problems: Report['problems'] }) {
  if (problems.length === 0) return null;
  return (
    <section className="mt-6 max-w-[860px]">
      <h2 className="mb-1">What is wrong</h2>
      <ul data-testid="import-problems">
        {problems.slice(0, 200).map((x, i) => (
          <li key={i} className="flex gap-4 border-b border-rule py-1.5 text-13">
            <b className="num w-20 shrink-0">line {x.line}</b>
            {x.message}
          </li>
        ))}
      </ul>
      {problems.length > 200 && (
        <p className="note mt-1">and {problems.length - 200} more, all in the file to correct.</p>
      )}
    </section>
  );
}
