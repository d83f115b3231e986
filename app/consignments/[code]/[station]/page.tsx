import { notFound } from 'next/navigation';
import { paperText } from '@/core/consignment/confirmation';
import { measuredTank } from '@/core/consignment/schema';
import { packingChecklist } from '@/core/journey/checklist';
import { scheduleOf } from '@/core/journey/schedule';
import { withOverrides } from '@/core/catalogue/assumptions';
import { keyInstants } from '@/core/journey/legs';
import { catalogueOf, chanceOf, jobRows } from '@/server/result';
import { profileOf } from '@/server/house';
import { positionOf } from '@/server/usecases/arrival';
import { bagViews } from '@/server/views/bag';
import { dayView, fastView, schoolOptions } from '@/server/views/fast';
import { boxView, heatView } from '@/server/views/packing';
import { draftOf, orderChoices } from '@/server/views/order';
import { confirmationOf } from '@/server/usecases/papers';
import { laneViews } from '@/server/views/receive';
import { dayOf } from '@/server/views/bench';
import { consignmentView, ribbonOf, stations, type ConsignmentView, type StationId } from '@/server/views/consignment';
import { house } from '@/server/wiring';
import * as act from '@/app/actions';
import { Chance } from '@/ui/consignment/chance';
import { Heading } from '@/ui/consignment/heading';
import { ConsignmentMenu } from '@/ui/consignment/menu';
import { StateMark } from '@/ui/drawings/state-mark';
import { Stations } from '@/ui/consignment/stations';
import { clock, dayMonth } from '@/ui/format';
import { Ribbon } from '@/ui/ribbon/ribbon';
import { BagStation } from '@/ui/stations/bag/station';
import { BoxStation } from '@/ui/stations/box';
import { DayPicker } from '@/ui/stations/day';
import { FastStation } from '@/ui/stations/fast';
import { FastTanks } from '@/ui/stations/fast-tanks';
import { HeatStation } from '@/ui/stations/heat';
import { OrderStation } from '@/ui/stations/order/station';
import { QuarantineStation } from '@/ui/stations/quarantine';
import { ReceiveStation } from '@/ui/stations/receive/station';
import { SendStation } from '@/ui/stations/send';

const FULL: readonly StationId[] = ['order', 'fast', 'bag', 'send'];

export default async function StationPage({ params }: { params: Promise<{ code: string; station: string }> }) {
  const { code, station } = await params;
  const open = stations.find((s) => s === station);
  const h = house();
  const view = open ? consignmentView(h, code) : null;
  if (!open || !view) notFound();
  const c = view.stored.document;
  const zone = profileOf(h).place.zone;
  const handOver = Date.parse(c.handOverAt);
  const service = catalogueOf(c, h).services.find((s) => s.id === c.serviceId);
  const incoming = c.direction === 'incoming';
  const animals = c.lines.reduce((n, l) => n + l.count, 0);
  const there = c.receiver.place;
  const delivery = c.window
    ? `Delivery ${dayMonth(Date.parse(c.window.startAt), there.zone)}, ${clock(Date.parse(c.window.startAt), there.zone)} to ${clock(Date.parse(c.window.endAt), there.zone)} in ${there.name}.`
    : `Opened ${dayMonth(Date.parse(c.openingAt), there.zone)}, ${clock(Date.parse(c.openingAt), there.zone)} in ${there.name}.`;
  return (
    <>
      <Heading
        code={c.code}
        line1={
          <>
            {animals} animal{animals === 1 ? '' : 's'} in {c.bags.length} bag{c.bags.length === 1 ? '' : 's'},{' '}
            {incoming ? 'from' : 'for'}{' '}
            <b>{incoming ? `${c.sender.name}, ${c.sender.place.name}` : `${c.receiver.name}, ${there.name}`}</b>
          </>
        }
        line2={`Hand-over ${dayMonth(handOver, c.sender.place.zone)} at ${clock(handOver, c.sender.place.zone)}${c.sender.place.zone === zone ? '' : ` in ${c.sender.place.name}`}, ${service?.name ?? 'unknown service'}. ${delivery}`}
        overall={view.evaluation?.overall ?? null}
        problem={view.problems[0]?.message ?? null}
        chance={
          <Chance
            version={`${c.id}:${view.stored.version}`}
            job={
              view.evaluation && !c.actual.openedAt
                ? { consignment: c, catalogue: jobRows(c, h), calendar: h.calendar(c) }
                : null
            }
            stored={chanceOf(view.stored.result)}
          />
        }
        actions={
          <ConsignmentMenu
            code={c.code}
            archived={view.stored.archivedAt !== null}
            undoChange={act.undoChange}
            duplicate={act.duplicate}
            cancelled={c.cancelled != null}
            left={c.actual.handedOverAt !== null}
            cancelOrder={act.cancelOrder}
            reviveOrder={act.reviveOrder}
            putAway={act.putAway}
          />
        }
      />
      {c.cancelled && (
        <p className="mx-6 mb-2 flex items-center gap-2 border border-rule-strong bg-surface px-3 py-2" role="status">
          <StateMark mark="stop" size={16} />
          <b>Cancelled</b> {dayMonth(Date.parse(c.cancelled.at), zone)}
          {c.cancelled.reason && `: ${c.cancelled.reason}`}. Its fish and supplies are free again.
        </p>
      )}
      {c.held && open !== 'fast' && (
        <p className="mx-6 mb-2 flex items-center gap-2 border border-rule-strong bg-surface px-3 py-2" role="status">
          <StateMark mark="watch" size={16} />
          <span>
            <b>Held back</b> since {dayMonth(Date.parse(c.held.at), zone)} for a better day: nothing of it is due.
          </span>
        </p>
      )}
      <Ribbon
        data={ribbonOf(h, c, view.evaluation, view.schedule, h.nowMs(), null)}
        zone={zone}
        there={there}
        full={FULL.includes(open)}
      />
      <Stations code={c.code} list={view.stations} open={open} />
      <section className="work">{stationOf(open, view)}</section>
    </>
  );
}

function stationOf(open: StationId, view: ConsignmentView) {
  const h = house();
  const nowMs = h.nowMs();
  const c = view.stored.document;
  const e = view.evaluation;
  const catalogue = catalogueOf(c, h);
  const home = profileOf(h).place;
  const base = { code: c.code, version: view.stored.version };
  /** Where this house's hands work on it. */
  const near = c.direction === 'incoming' ? c.receiver.place : c.sender.place;
  const missing = <p className="note max-w-[640px]">{view.problems.map((p) => p.message).join(' ')}</p>;
  switch (open) {
    case 'order': {
      const paper = confirmationOf(h, c.code);
      return (
        <OrderStation
          {...base}
          draft={draftOf(c)}
          species={catalogue.species}
          services={catalogue.services}
          {...orderChoices(h, c)}
          confirmation={paper.ok ? paperText(paper.value) : null}
          saveOrder={act.saveOrder}
          checkOrder={act.checkOrder}
          findReceivers={act.findReceivers}
        />
      );
    }
    case 'fast':
      return (
        <>
          {!c.actual.sealedAt && !c.cancelled && c.direction !== 'incoming' && e && (
            <DayPicker
              {...base}
              {...dayView(h, c)}
              zone={c.sender.place.zone}
              there={c.receiver.place}
              moveDay={act.moveDay}
              hold={act.hold}
              release={act.release}
            />
          )}
          {c.direction !== 'incoming' && (
            <FastTanks
              code={c.code}
              zone={c.sender.place.zone}
              tanks={fastView(h, c)}
              schools={schoolOptions}
              fixed={c.actual.sealedAt !== null || c.cancelled != null}
              saveFast={act.saveFast}
            />
          )}
          <FastStation
            code={c.code}
            zone={near.zone}
            town={near.name}
            incoming={c.direction === 'incoming'}
            nowMs={nowMs}
            moments={scheduleOf(c, catalogue).map((m) => ({ ...m, doneAt: view.ticks.get(`moment:${m.key}`) ?? null }))}
            tick={act.tick}
          />
        </>
      );
    case 'bag':
      return (
        <BagStation
          {...base}
          views={e ? bagViews(h, c, e) : []}
          bags={c.bags}
          lines={c.lines.map((l) => ({
            id: l.id,
            name: catalogue.species.find((s) => s.id === l.speciesId)?.name ?? l.speciesId,
            count: l.count,
          }))}
          bagTypes={catalogue.bags}
          water={c.sourceWater}
          deadlineH={e?.deadlineH ?? 0}
          chosen={e?.overall.bagId ?? null}
          saveBags={act.saveBags}
          replanBags={act.replanBags}
        />
      );
    case 'heat': {
      if (!e || !c.forecast) return missing;
      return (
        <HeatStation
          {...base}
          {...heatView(h, view.stored, e, view.schedule, nowMs, home.zone)}
          job={{ consignment: c, catalogue: jobRows(c, h), calendar: h.calendar(c) }}
          savePacks={act.savePacks}
          importForecast={act.importForecast}
          refreshForecast={act.refreshForecast}
          typeForecast={act.typeForecast}
          zone={home.zone}
        />
      );
    }
    case 'box':
      return e ? <BoxStation {...base} {...boxView(h, c, e)} saveBoxes={act.saveBoxes} /> : missing;
    case 'send': {
      const a = withOverrides(c.assumptions);
      const k = keyInstants(c, catalogue, a);
      return (
        <SendStation
          code={c.code}
          zone={c.sender.place.zone}
          nowMs={nowMs}
          leaveMs={k.leaveMs}
          items={packingChecklist(c, catalogue).map((i) => ({ ...i, at: view.ticks.get(i.key) ?? null }))}
          events={[
            {
              name: 'sealedAt',
              title: 'First bag sealed',
              planned: keyInstants({ ...c, actual: { ...c.actual, sealedAt: null } }, catalogue, a).sealMs,
              actual: c.actual.sealedAt,
            },
            {
              name: 'handedOverAt',
              title: 'Hand-over',
              planned: Date.parse(c.handOverAt),
              actual: c.actual.handedOverAt,
            },
          ]}
          tick={act.tick}
          recordEvent={act.recordEvent}
        />
      );
    }
    case 'receive':
      if (!e) return missing;
      return (
        <ReceiveStation
          key={c.actual.arrivedAt}
          {...base}
          zone={c.receiver.place.zone}
          arrivedAt={c.actual.arrivedAt}
          arrivePlanMs={e.instants.arriveMs}
          bags={e.bags.map((b) => {
            const at = Math.min(
              e.steps - 1,
              Math.max(
                0,
                Math.round(
                  ((c.actual.arrivedAt ? Date.parse(c.actual.arrivedAt) : e.instants.openMs) - e.instants.sealMs) /
                    3600_000 /
                    e.stepH,
                ),
              ),
            );
            return {
              id: b.id,
              species: b.species[0]!,
              animals: b.animals,
              expectedC: b.tempC[at]!,
              expectedPh: b.curves.pH[at]!,
              reading: c.actual.bags.find((r) => r.bagId === b.id) ?? null,
            };
          })}
          tanks={[c.tank, ...(c.otherTanks ?? [])].map((t) => measuredTank(c, t.name))}
          tankMeasured={c.actual.tank !== null}
          lanes={laneViews(h, c, e, view.runs, nowMs)}
          recordEvent={act.recordEvent}
          saveReadings={act.saveReadings}
          startRun={act.startRun}
        />
      );
    case 'quarantine': {
      const q = view.quarantine;
      const startedMs = q ? Date.parse(q.startedAt) : null;
      return (
        <QuarantineStation
          code={c.code}
          zone={q?.zone ?? home.zone}
          nowMs={nowMs}
          tank={c.tank.name}
          volumeL={c.tank.volumeL}
          animals={q?.animals ?? ''}
          startedMs={startedMs}
          day={q ? dayOf(q, nowMs) : 0}
          duties={q ? h.arrivals.dutiesOf(q.id).map((d) => ({ ...d, dueMs: Date.parse(d.dueAt) })) : []}
          running={view.runs.some((r) => !positionOf(r, nowMs).finished)}
          openQuarantine={act.openQuarantine}
          setDuty={act.setDuty}
        />
      );
    }
  }
}
