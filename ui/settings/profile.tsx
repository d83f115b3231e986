'use client';

import { Button } from '@/ui/kit/button';
import { saveProfile } from '@/server/settings/actions';
import { useState } from 'react';
import type { Place } from '@/core/catalogue/places';
import { OtherProblems, TextField, num } from '@/ui/fields/fields';
import { DraftLine } from '@/ui/fields/draft-line';
import { useDraft } from '@/ui/use-draft';
import { useSave } from '@/ui/use-save';
import { Party } from '@/ui/order/party';
import type { PartyDraft } from '@/ui/order/draft';

/** The fish room itself: the sender of every box. */
export function ProfileForm({
  profile,
  papers,
  licence,
  currency,
  places,
}: {
  profile: PartyDraft;
  papers: string;
  licence: string;
  currency: string;
  places: Place[];
}) {
  const { save, busy, problems } = useSave();
  const { draft, setDraft, kept, ...keeping } = useDraft(
    { v: profile, text: papers, paper: { licence, currency } },
    0,
    'profile',
  );
  const { v, text, paper } = draft;
  const setV = (next: PartyDraft): void => setDraft((d) => ({ ...d, v: next }));
  const setText = (next: string): void => setDraft((d) => ({ ...d, text: next }));
  const setPaper = (next: typeof paper): void => setDraft((d) => ({ ...d, paper: next }));
  const [said, setSaid] = useState('');
  return (
    <form
      noValidate
      aria-label="Your fish room"
      className="max-w-[760px]"
      onSubmit={(e) => {
        e.preventDefault();
        setSaid('');
        void save(
          (press) =>
            saveProfile(press, {
              name: v.name,
              address: v.address,
              phone: v.phone,
              place: {
                name: v.town,
                lat: num(v.lat),
                lon: num(v.lon),
                zone: v.zone,
                ...(v.country ? { country: v.country.toUpperCase() } : {}),
                ...(v.altitudeM ? { altitudeM: num(v.altitudeM) } : {}),
              },
              papers: text,
              licence: paper.licence,
              currency: paper.currency.trim().toUpperCase() || 'EUR',
            }),
          () => {
            kept();
            setSaid('Saved.');
          },
        );
      }}
    >
      <DraftLine {...keeping} />
      <Party
        title="Your fish room"
        path="sender"
        value={v}
        onChange={setV}
        places={places}
        problems={problems.map((p) => ({ ...p, path: `sender.${p.path}` }))}
      />
      <div className="mt-3 grid grid-cols-[1fr_140px] gap-3">
        <TextField
          label="Licence, for certificates of origin"
          path="licence"
          problems={problems}
          value={paper.licence}
          onChange={(x) => setPaper({ ...paper, licence: x })}
        />
        <TextField
          label="Money (EUR, GBP …)"
          path="currency"
          problems={problems}
          value={paper.currency}
          onChange={(x) => setPaper({ ...paper, currency: x })}
        />
      </div>
      <label className="field mt-3">
        Papers and terms, on every confirmation
        <textarea
          className="in min-h-24 py-2"
          value={text}
          onChange={(e) => setText(e.target.value)}
          placeholder="Permit numbers, live-arrival terms, a line for the buyer"
        />
      </label>
      <div className="mt-3 flex items-center gap-3">
        <Button tone="go" className="!min-h-11 min-w-40" disabled={busy}>
          {busy ? 'Saving …' : 'Save'}
        </Button>
        <OtherProblems problems={problems} shown={(x) => /^(name|phone|address|place|licence|currency)/.test(x)} />
        <span role="status" className="note">
          {said}
        </span>
      </div>
    </form>
  );
}
