'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Place } from '@/core/catalogue/places';
import type { Service, Species } from '@/core/catalogue/schema';
import type { Outcome } from '@/core/consignment/schema';
import { NumberField, OtherProblems, SelectField, TextField, num } from '@/ui/fields/fields';
import { SpeciesCombo } from '@/ui/fields/species-combo';
import { localInput } from '@/ui/format';
import { problemAt, useSave } from '@/ui/use-save';

export interface PartyDraft {
  name: string;
  address: string;
  phone: string;
  town: string;
  lat: string;
  lon: string;
  zone: string;
}
export interface LineDraft {
  id: string;
  speciesId: string;
  count: string;
  lengthCm: string;
  massG: string;
  sex: string;
  tank: string;
}
export interface OrderDraft {
  direction: string;
  sender: PartyDraft;
  receiver: PartyDraft;
  serviceId: string;
  handOver: string;
  windowStart: string;
  windowEnd: string;
  opening: string;
  lines: LineDraft[];
  source: Record<string, string>;
  tank: Record<string, string>;
  note: string;
}

export interface OrderStationProps {
  code: string | null;
  version: number | null;
  draft: OrderDraft;
  species: Species[];
  services: Service[];
  places: Place[];
  saveOrder: (input: unknown) => Promise<Outcome<{ code: string; reasons: string[] }>>;
}

const OWN = 'own coordinates';
const waterFields = [
  ['tempC', 'Temperature', '°C'],
  ['pH', 'pH', ''],
  ['khDkh', 'KH', '°dKH'],
  ['ghDgh', 'GH', '°dGH'],
  ['salinity', 'Salinity', ''],
  ['tanMgNL', 'Ammonia', 'mg N/L'],
] as const;
const marine = { tempC: '25.5', pH: '8.1', khDkh: '8', ghDgh: '60', salinity: '34', tanMgNL: '0' };

function Party({
  title,
  path,
  value,
  onChange,
  places,
  problems,
}: {
  title: string;
  path: string;
  value: PartyDraft;
  onChange: (v: PartyDraft) => void;
  places: Place[];
  problems: { path: string; message: string }[];
}) {
  const known = places.some((p) => p.name === value.town);
  const pick = (town: string): void => {
    const p = places.find((x) => x.name === town);
    onChange(
      p
        ? { ...value, town, lat: String(p.lat), lon: String(p.lon), zone: p.zone }
        : { ...value, town: '', lat: '', lon: '' },
    );
  };
  return (
    <fieldset>
      <legend className="mb-2 font-head text-[15px] font-semibold">{title}</legend>
      <div className="grid grid-cols-2 gap-2">
        <TextField
          label="Name"
          path={`${path}.name`}
          problems={problems}
          value={value.name}
          onChange={(name) => onChange({ ...value, name })}
        />
        <TextField
          label="Phone"
          type="tel"
          path={`${path}.phone`}
          problems={problems}
          value={value.phone}
          onChange={(phone) => onChange({ ...value, phone })}
        />
        <TextField
          label="Address"
          path={`${path}.address`}
          problems={problems}
          value={value.address}
          onChange={(address) => onChange({ ...value, address })}
        />
        <SelectField
          label="Town"
          path={`${path}.place`}
          problems={problems}
          value={known ? value.town : OWN}
          onChange={pick}
          options={[...places.map((p) => [p.name, p.name] as const), [OWN, 'Another place …']]}
        />
        {!known && (
          <>
            <TextField
              label="Name of the place"
              path={`${path}.place.name`}
              problems={problems}
              value={value.town}
              onChange={(town) => onChange({ ...value, town })}
            />
            <TextField
              label="Time zone"
              path={`${path}.place.zone`}
              problems={problems}
              value={value.zone}
              onChange={(zone) => onChange({ ...value, zone })}
            />
            <NumberField
              label="Latitude"
              unit="°"
              path={`${path}.place.lat`}
              problems={problems}
              value={value.lat}
              onChange={(lat) => onChange({ ...value, lat })}
            />
            <NumberField
              label="Longitude"
              unit="°"
              path={`${path}.place.lon`}
              problems={problems}
              value={value.lon}
              onChange={(lon) => onChange({ ...value, lon })}
            />
          </>
        )}
      </div>
    </fieldset>
  );
}

/** The order: who gets what, from which tank, to where, by which service, until when. */
export function OrderStation(p: OrderStationProps) {
  const router = useRouter();
  const { save, busy, problems } = useSave();
  const [d, setD] = useState(p.draft);
  const [said, setSaid] = useState<string[]>([]);
  const set = (change: Partial<OrderDraft>): void => setD((x) => ({ ...x, ...change }));
  const party = (x: PartyDraft): unknown => ({
    name: x.name,
    address: x.address,
    phone: x.phone,
    place: { name: x.town, lat: num(x.lat), lon: num(x.lon), zone: x.zone },
  });
  const numbers = (r: Record<string, string>): Record<string, number> =>
    Object.fromEntries(waterFields.map(([k]) => [k, num(r[k] ?? '')]));

  /** Delivery and opening follow from the hand-over and the service's usual hours, until they are typed. */
  const follow = (handOver: string, serviceId: string): Partial<OrderDraft> => {
    const service = p.services.find((s) => s.id === serviceId);
    const ms = Date.parse(`${handOver}:00Z`);
    if (!service || !Number.isFinite(ms)) return {};
    const at = (h: number): string => localInput(ms + h * 3600_000, 'UTC');
    return {
      windowStart: at(service.usualH),
      windowEnd: at(service.usualH + service.windowH),
      opening: at(service.usualH + service.windowH / 2),
    };
  };
  const setLine = (i: number, change: Partial<LineDraft>): void =>
    set({ lines: d.lines.map((l, j) => (j === i ? { ...l, ...change } : l)) });
  const choose = (i: number, id: string): void => {
    const s = p.species.find((x) => x.id === id)!;
    setLine(i, { speciesId: id, lengthCm: String(s.lengthCm) });
    if (s.water === 'marine' && num(d.source.salinity ?? '0') < 20)
      set({ source: { ...d.source, ...marine }, tank: { ...d.tank, ...marine } });
    else if (p.code === null && i === 0 && s.water === 'fresh')
      set({ source: { ...d.source, tempC: String(s.usualC) }, tank: { ...d.tank, tempC: String(s.usualC) } });
  };
  const addLine = (): void => {
    let n = d.lines.length + 1;
    while (d.lines.some((l) => l.id === `L${n}`)) n++;
    set({
      lines: [
        ...d.lines,
        {
          id: `L${n}`,
          speciesId: '',
          count: '',
          lengthCm: '',
          massG: '',
          sex: 'unsexed',
          tank: d.lines[d.lines.length - 1]?.tank ?? '',
        },
      ],
    });
  };
  const submit = (): void =>
    void save(
      () =>
        p.saveOrder({
          code: p.code,
          version: p.version,
          direction: d.direction,
          sender: party(d.sender),
          receiver: party(d.receiver),
          serviceId: d.serviceId,
          handOverLocal: d.handOver,
          windowStartLocal: d.windowStart,
          windowEndLocal: d.windowEnd,
          openingLocal: d.opening,
          lines: d.lines.map((l) => ({
            id: l.id,
            speciesId: l.speciesId,
            count: num(l.count),
            lengthCm: num(l.lengthCm),
            massG: l.massG.trim() === '' ? null : num(l.massG),
            sex: l.sex,
            tank: l.tank,
          })),
          sourceWater: numbers(d.source),
          tank: { ...numbers(d.tank), name: d.tank.name ?? '', volumeL: num(d.tank.volumeL ?? '') },
          note: d.note,
        }),
      (made) => {
        setSaid(made.reasons);
        if (p.code === null) router.push(`/consignments/${made.code}/bag`);
      },
    );
  const time = (label: string, path: string, value: string, onChange: (v: string) => void) => (
    <TextField label={label} type="datetime-local" path={path} problems={problems} value={value} onChange={onChange} />
  );
  const incoming = d.direction === 'incoming';

  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        submit();
      }}
      aria-label="Order"
      noValidate
    >
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[1fr_420px]">
        <div className="min-w-0 space-y-6">
          <section>
            <div className="mb-2 flex items-center gap-3">
              <h2 className="mr-auto">Animals</h2>
              <SelectField
                hideLabel
                label="Direction"
                path="direction"
                value={d.direction}
                onChange={(direction) =>
                  set(
                    direction === d.direction
                      ? {}
                      : {
                          direction,
                          ...(direction === 'incoming' || d.direction === 'incoming'
                            ? { sender: d.receiver, receiver: d.sender }
                            : {}),
                        },
                  )
                }
                options={[
                  ['outgoing', 'We send'],
                  ['incoming', 'We receive'],
                  ['own-move', 'We move them ourselves'],
                ]}
              />
            </div>
            <div className="overflow-x-auto">
              <table className="tbl min-w-[680px]">
                <thead>
                  <tr>
                    <th className="w-[220px]">Species</th>
                    <th className="w-[76px]">Count</th>
                    <th className="w-[100px]">Length</th>
                    <th className="w-[110px]">Mass each</th>
                    <th className="w-[110px]">Sex</th>
                    <th className="w-[90px]">From tank</th>
                    <th />
                  </tr>
                </thead>
                <tbody>
                  {d.lines.map((l, i) => (
                    <tr key={l.id} className="align-top">
                      <td>
                        <SpeciesCombo
                          species={p.species}
                          value={l.speciesId}
                          label={`Species of line ${i + 1}`}
                          error={problemAt(problems, `lines.${i}.speciesId`)}
                          onChange={(id) => choose(i, id)}
                        />
                      </td>
                      <td>
                        <NumberField
                          hideLabel
                          label={`Count of line ${i + 1}`}
                          path={`lines.${i}.count`}
                          problems={problems}
                          value={l.count}
                          onChange={(count) => setLine(i, { count })}
                        />
                      </td>
                      <td>
                        <NumberField
                          hideLabel
                          label={`Length of line ${i + 1}`}
                          unit="cm"
                          path={`lines.${i}.lengthCm`}
                          problems={problems}
                          value={l.lengthCm}
                          onChange={(lengthCm) => setLine(i, { lengthCm })}
                        />
                      </td>
                      <td>
                        <NumberField
                          hideLabel
                          label={`Mass of line ${i + 1}, if weighed`}
                          unit="g"
                          path={`lines.${i}.massG`}
                          problems={problems}
                          value={l.massG}
                          onChange={(massG) => setLine(i, { massG })}
                        />
                      </td>
                      <td>
                        <SelectField
                          hideLabel
                          label={`Sex of line ${i + 1}`}
                          path={`lines.${i}.sex`}
                          value={l.sex}
                          onChange={(sex) => setLine(i, { sex })}
                          options={['unsexed', 'male', 'female', 'pair', 'mixed'].map((x) => [x, x] as const)}
                        />
                      </td>
                      <td>
                        <TextField
                          hideLabel
                          label={`Tank of line ${i + 1}`}
                          path={`lines.${i}.tank`}
                          problems={problems}
                          value={l.tank}
                          onChange={(tank) => setLine(i, { tank })}
                        />
                      </td>
                      <td>
                        {d.lines.length > 1 && (
                          <button
                            type="button"
                            className="btn flat"
                            aria-label={`Remove line ${i + 1}`}
                            onClick={() => set({ lines: d.lines.filter((_, j) => j !== i) })}
                          >
                            Remove
                          </button>
                        )}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
            <button type="button" className="btn mt-2" onClick={addLine}>
              Another kind
            </button>
          </section>
          <section>
            <h2 className="mb-2">The two waters</h2>
            <div className="overflow-x-auto">
              <table className="tbl min-w-[620px]">
                <thead>
                  <tr>
                    <th />
                    {waterFields.map(([k, label]) => (
                      <th key={k}>{label}</th>
                    ))}
                    <th>Tank</th>
                    <th>Litres</th>
                  </tr>
                </thead>
                <tbody>
                  <tr className="align-top">
                    <td className="whitespace-nowrap pt-3">Shipping water</td>
                    {waterFields.map(([k, label, unit]) => (
                      <td key={k}>
                        <NumberField
                          hideLabel
                          label={`Shipping water, ${label}`}
                          unit={unit}
                          path={`sourceWater.${k}`}
                          problems={problems}
                          value={d.source[k] ?? ''}
                          onChange={(v) => set({ source: { ...d.source, [k]: v } })}
                        />
                      </td>
                    ))}
                    <td colSpan={2} className="note pt-3">
                      see each line
                    </td>
                  </tr>
                  <tr className="align-top">
                    <td className="whitespace-nowrap pt-3">Receiving tank</td>
                    {waterFields.map(([k, label, unit]) => (
                      <td key={k}>
                        <NumberField
                          hideLabel
                          label={`Receiving tank, ${label}`}
                          unit={unit}
                          path={`tank.${k}`}
                          problems={problems}
                          value={d.tank[k] ?? ''}
                          onChange={(v) => set({ tank: { ...d.tank, [k]: v } })}
                        />
                      </td>
                    ))}
                    <td className="w-[104px]">
                      <TextField
                        hideLabel
                        label="Receiving tank, name"
                        path="tank.name"
                        problems={problems}
                        value={d.tank.name ?? ''}
                        onChange={(v) => set({ tank: { ...d.tank, name: v } })}
                      />
                    </td>
                    <td className="w-[84px]">
                      <NumberField
                        hideLabel
                        label="Receiving tank, litres"
                        path="tank.volumeL"
                        problems={problems}
                        value={d.tank.volumeL ?? ''}
                        onChange={(v) => set({ tank: { ...d.tank, volumeL: v } })}
                      />
                    </td>
                  </tr>
                  <tr>
                    <td className="mute">Step between</td>
                    {waterFields.map(([k]) => {
                      const step = num(d.tank[k] ?? '') - num(d.source[k] ?? '');
                      return (
                        <td key={k} className="num">
                          {Number.isFinite(step) ? `${step >= 0 ? '+' : '−'}${Math.abs(step).toFixed(1)}` : ''}
                        </td>
                      );
                    })}
                    <td />
                    <td />
                  </tr>
                </tbody>
              </table>
            </div>
          </section>
          <TextField label="Note" path="note" problems={problems} value={d.note} onChange={(note) => set({ note })} />
        </div>
        <div className="space-y-6">
          {incoming ? (
            <Party
              title="Sender"
              path="sender"
              value={d.sender}
              onChange={(sender) => set({ sender })}
              places={p.places}
              problems={problems}
            />
          ) : (
            <Party
              title="Receiver"
              path="receiver"
              value={d.receiver}
              onChange={(receiver) => set({ receiver })}
              places={p.places}
              problems={problems}
            />
          )}
          <fieldset>
            <legend className="mb-2 font-head text-[15px] font-semibold">Journey</legend>
            <div className="grid grid-cols-2 gap-2">
              <SelectField
                className="col-span-2"
                label="Service"
                path="serviceId"
                problems={problems}
                value={d.serviceId}
                onChange={(serviceId) => set({ serviceId, ...follow(d.handOver, serviceId) })}
                options={p.services.map((s) => [s.id, s.live ? s.name : `${s.name} (no live animals)`])}
              />
              {time(`Hand-over, ${d.sender.town} time`, 'handOverLocal', d.handOver, (handOver) =>
                set({ handOver, ...(p.code === null ? follow(handOver, d.serviceId) : {}) }),
              )}
              {time(`Planned opening, ${d.receiver.town || 'local'} time`, 'openingLocal', d.opening, (opening) =>
                set({ opening }),
              )}
              {time(
                `Delivery from, ${d.receiver.town || 'local'} time`,
                'windowStartLocal',
                d.windowStart,
                (windowStart) => set({ windowStart }),
              )}
              {time('Delivery until', 'windowEndLocal', d.windowEnd, (windowEnd) => set({ windowEnd }))}
            </div>
          </fieldset>
          {incoming ? null : (
            <details>
              <summary className="min-h-9 pt-2 text-[13px] text-tide">
                Sender: {d.sender.name}, {d.sender.town}
              </summary>
              <div className="mt-2">
                <Party
                  title="Sender"
                  path="sender"
                  value={d.sender}
                  onChange={(sender) => set({ sender })}
                  places={p.places}
                  problems={problems}
                />
              </div>
            </details>
          )}
          <p className="note">
            Early in the week is kinder: a slip from Thursday leaves the fish over a weekend. Permits, protected and
            invasive species and carriers’ live-animal rules: ask the authority.
          </p>
          <OtherProblems
            problems={problems}
            shown={(x) =>
              /^(lines\.\d+\.(speciesId|count|lengthCm|massG|tank)|sourceWater\.|tank\.|sender\.(name|phone|address|place)|receiver\.(name|phone|address|place)|serviceId|handOverLocal|openingLocal|window(Start|End)Local|note)/.test(
                x,
              )
            }
          />
          <button className="btn go w-full !min-h-11" disabled={busy}>
            {busy ? 'Computing the plan …' : p.code ? 'Save the order' : 'Make the consignment'}
          </button>
          {said.length > 0 && (
            <ul className="note" role="status">
              {said.map((s) => (
                <li key={s}>{s}</li>
              ))}
            </ul>
          )}
        </div>
      </div>
    </form>
  );
}
