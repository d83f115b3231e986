'use client';

import { Button, ButtonLink } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import dynamic from 'next/dynamic';
import { archiveRecord, removeRecord, restoreRecord, saveRecord, undoRecord } from '@/server/records/actions';
import { Link } from '@/ui/kit/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState, type ReactNode } from 'react';
import type { Outcome } from '@/core/consignment/outcome';
import { differences, type Draft, type Field, type Lookup } from '@/records/field';
import { DraftLine } from '@/ui/fields/draft-line';
import { saving } from '@/ui/fields/saving';
import { OtherProblems, SelectField } from '@/ui/fields/fields';
import { Tabs } from '@/ui/shell/tabs';
import { useDraft } from '@/ui/use-draft';
import { useSave } from '@/ui/use-save';
import { RecordForm, type Options } from './form';

/** Needed only when two people saved. */
const Meanwhile = dynamic(() => import('./merge').then((m) => m.Meanwhile));

export interface RecordEditorProps {
  kindId: string;
  slug: string;
  one: string;
  fields: readonly Field[];
  view: {
    id: string | null;
    version: number | null;
    name: string;
    draft: Draft;
    users: { id: string; code: string | null; name: string | null }[];
    archived: boolean;
    deleted: boolean;
    canUndo: boolean;
    movements: { at: string; delta: number; why: string; code: string | null }[];
    options: Options;
  };
  /** Ways to start a new one. */
  templates: { name: string; draft: Draft }[];
  /** What lives beside the form: water and fish of a tank. */
  before?: ReactNode;
}

/** Names that a beginning does not take away. */
const KEPT = ['name', 'scientific', 'otherNames', 'carrier'];

/** What is typed and not saved is asked about before the page goes. */
function useLeaveAsked(dirty: boolean): void {
  useEffect(() => {
    if (!dirty) return;
    const ask = (e: BeforeUnloadEvent): void => e.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [dirty]);
}

/** One record: its form, what uses it, how its count moved. */
export function RecordEditor(p: RecordEditorProps) {
  const { view: v } = p;
  const router = useRouter();
  const { save, busy, problems, conflict, setProblems } = useSave();
  const keeping = useDraft(v.draft, v.version, `${p.kindId} ${v.id ?? 'new'}`);
  const { draft, setDraft, version, dirty, kept } = keeping;
  const [said, setSaid] = useState('');
  useLeaveAsked(dirty);

  const send = (what: Draft, version: number | null): void =>
    void save(
      (press) => saveRecord(press, p.kindId, { id: v.id, version, draft: what }),
      (saved) => {
        kept();
        setSaid('Saved.');
        if (v.id === null) router.replace(`/${p.slug}/${saved.id}`);
      },
    );
  const lookup: Lookup = {
    label: (kind, id) => p.view.options[kind]?.find((o) => o.id === id)?.label ?? id,
    find: () => null,
  };
  const theirs = conflict?.theirs as Draft | undefined;
  const rows = theirs ? differences(p.fields, draft, theirs, lookup) : [];
  const shownPaths = (path: string): boolean =>
    path === 'version' || p.fields.some((f) => path === f.path || path.startsWith(`${f.path}.`));

  const deed = (label: string, act: (press: string) => Promise<Outcome<unknown>>, done: string) => (
    <Button disabled={busy} onClick={() => save(act, () => setSaid(done))}>
      {label}
    </Button>
  );
  const remove = (): void =>
    void save(
      (press) => removeRecord(press, v.id!),
      (r) => (r.archived ? setSaid(r.words) : router.push(`/${p.slug}?gone=${encodeURIComponent(v.id!)}`)),
    );
  const begin = (name: string): void => {
    const t = p.templates.find((x) => x.name === name);
    // What is typed stays.
    if (t) setDraft({ ...t.draft, ...Object.fromEntries(KEPT.filter((k) => draft[k]).map((k) => [k, draft[k]!])) });
  };

  return (
    <>
      <section className="chead flex-wrap gap-y-2 py-2">
        <h1 className="!whitespace-normal">{v.name}</h1>
        <p className="c2 mr-auto pt-2" role="status">
          {v.archived ? 'Archived: no longer offered. ' : ''}
          {v.deleted ? 'Deleted. ' : ''}
          {said}
        </p>
        {v.id && (
          <div className="no-print flex flex-wrap gap-2">
            {v.canUndo &&
              !dirty &&
              deed('Undo the last change', (press) => undoRecord(press, v.id!), 'The last change is undone.')}
            {(v.archived || v.deleted) && deed('Restore', (press) => restoreRecord(press, v.id!), 'Restored.')}
            {!v.archived && !v.deleted && (
              <>
                {deed('Archive', (press) => archiveRecord(press, v.id!), 'Archived.')}
                <Button disabled={busy} onClick={remove}>
                  Delete
                </Button>
              </>
            )}
          </div>
        )}
      </section>
      <Tabs at={`/${p.slug}`} />
      <section className="work">
        {p.before}
        <DraftLine {...keeping} />
        {conflict && theirs && (
          <Meanwhile
            rows={rows}
            busy={busy}
            onSave={(chosen) => {
              const merged = { ...draft };
              for (const path of chosen) merged[path] = theirs[path]!;
              setDraft(merged);
              send(merged, conflict.version);
            }}
          />
        )}
        <form noValidate aria-label={v.name} className="max-w-[1120px]" {...saving(() => send(draft, version))}>
          {p.templates.length > 0 && (
            <SelectField
              className="mb-4 max-w-[360px]"
              label="Begin from"
              path="template"
              value=""
              onChange={begin}
              options={[['', 'what is below'], ...p.templates.map((t) => [t.name, t.name] as const)]}
            />
          )}
          <RecordForm
            fields={p.fields}
            draft={draft}
            onChange={(path, value) => {
              setSaid('');
              setProblems(problems.filter((x) => x.path !== path));
              setDraft((d) => ({ ...d, [path]: value }));
            }}
            problems={problems}
            options={v.options}
          />
          <div className="mt-5 flex flex-wrap items-center gap-3">
            <Button tone="go" className="!min-h-11 min-w-40" disabled={busy}>
              {busy ? 'Saving …' : 'Save'}
            </Button>
            <ButtonLink tone="flat" href={`/${p.slug}`}>
              Back to the list
            </ButtonLink>
            <OtherProblems problems={problems} shown={shownPaths} />
            {problems.length > 0 && !conflict && <span className="problem">Not saved yet: see above.</span>}
          </div>
        </form>
        <UsedBy users={v.users} />
        <Moved movements={v.movements} />
      </section>
    </>
  );
}

function UsedBy({ users }: { users: RecordEditorProps['view']['users'] }) {
  if (users.length === 0) return null;
  return (
    <section className="mt-8 max-w-[1120px]">
      <h2 className="mb-1">Used by</h2>
      <p className="flex flex-wrap gap-x-4 gap-y-1">
        {users.map((u) =>
          u.code ? (
            <Link key={u.id} className="font-semibold text-tide" href={`/consignments/${u.code}/order`}>
              {u.code}
            </Link>
          ) : (
            <span key={u.id}>{u.name}</span>
          ),
        )}
      </p>
    </section>
  );
}

function Moved({ movements }: { movements: RecordEditorProps['view']['movements'] }) {
  if (movements.length === 0) return null;
  return (
    <section className="mt-8 max-w-[640px]">
      <h2 className="mb-1">How the count moved</h2>
      <Table>
        {movements.map((m, i) => (
          <tr key={i}>
            <td>{m.at}</td>
            <td className="r num font-semibold">
              {m.delta > 0 ? '+' : '−'}
              {Math.round(Math.abs(m.delta) * 10) / 10}
            </td>
            <td>{m.why}</td>
            <td>
              {m.code && (
                <Link className="font-semibold text-tide" href={`/consignments/${m.code}/order`}>
                  {m.code}
                </Link>
              )}
            </td>
          </tr>
        ))}
      </Table>
    </section>
  );
}
