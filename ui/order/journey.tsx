import type { Service } from '@/core/catalogue/schema';
import type { Problem } from '@/core/consignment/outcome';
import { SelectField } from '@/ui/fields/fields';
import { WhenField } from '@/ui/fields/time-fields';
import type { OrderDraft } from './draft';

/** The service and its four times, each in the clock of its own end. */
export function JourneyFields({
  d,
  services,
  problems,
  onService,
  onHandOver,
  onChange,
}: {
  d: OrderDraft;
  services: readonly Service[];
  problems: readonly Problem[];
  onService: (id: string) => void;
  onHandOver: (local: string) => void;
  onChange: (change: Partial<OrderDraft>) => void;
}) {
  const here = `${d.sender.town || 'local'} time`;
  const there = `${d.receiver.town || 'local'} time`;
  const times: [label: string, path: string, value: string, set: (v: string) => void][] = [
    [`Drop-off, ${here}`, 'handOverLocal', d.handOver, onHandOver],
    [`Planned opening, ${there}`, 'openingLocal', d.opening, (opening) => onChange({ opening })],
    [`Delivery from, ${there}`, 'windowStartLocal', d.windowStart, (windowStart) => onChange({ windowStart })],
    ['Delivery until', 'windowEndLocal', d.windowEnd, (windowEnd) => onChange({ windowEnd })],
  ];
  return (
    <fieldset>
      <legend className="mb-2 font-head text-18 font-semibold">Journey</legend>
      <div className="grid gap-2 sm:grid-cols-2">
        <SelectField
          className="sm:col-span-2"
          label="Service"
          path="serviceId"
          problems={problems}
          value={d.serviceId}
          onChange={onService}
          options={services.map((s) => [s.id, s.live ? s.name : `${s.name} (no live animals)`])}
        />
        {times.map(([label, path, value, set]) => (
          <WhenField key={path} label={label} path={path} problems={problems} value={value} onChange={set} />
        ))}
      </div>
    </fieldset>
  );
}
