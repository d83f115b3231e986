import { askedFor } from '@/server/asked';
import { notFound } from 'next/navigation';
import { kindOfSlug } from '@/records';
import { countField } from '@/records/csv';
import { journeys } from '@/core/catalogue/journeys';
import { toDraft } from '@/records/field';
import { profileOf } from '@/server/house';
import { speciesDraft, speciesTemplates } from '@/server/records/species';
import { editorView } from '@/server/records/view';
import { house } from '@/server/wiring';
import { dayClock } from '@/ui/format';
import { RecordEditor } from '@/ui/records/editor';

export default async function RecordPage({
  params,
  searchParams,
}: {
  params: Promise<{ kind: string; id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { kind: slug, id } = await params;
  const kind = kindOfSlug(slug);
  if (!kind) notFound();
  const h = house();
  const view = editorView(h, kind, decodeURIComponent(id));
  if (!view) notFound();
  const zone = profileOf(h).place.zone;
  // A link may bring what is known already: the tank of new fish, the kind of a supply.
  const given = id === 'new' ? await askedFor(searchParams) : {};
  const base = id === 'new' && kind.id === 'species' ? speciesDraft(h, given.likeId) : view.draft;
  const draft = { ...base };
  for (const f of kind.fields) if (given[f.path]) draft[f.path] = given[f.path]!;
  return (
    <RecordEditor
      key={view.id}
      kindId={kind.id}
      slug={kind.slug}
      one={kind.one}
      fields={kind.counted ? [...kind.fields.slice(0, 2), countField, ...kind.fields.slice(2)] : [...kind.fields]}
      view={{ ...view, draft, movements: view.movements.map((m) => ({ ...m, at: dayClock(Date.parse(m.at), zone) })) }}
      templates={
        kind.id === 'species' && id === 'new'
          ? speciesTemplates(h)
          : kind.id === 'service' && id === 'new'
            ? Object.values(journeys).map((t) => ({
                name: t.name,
                draft: toDraft(kind.fields, { ...kind.blank, ...t.row }),
              }))
            : []
      }
    />
  );
}
