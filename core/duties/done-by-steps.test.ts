import { catalogue } from '@/core/catalogue';
import { exampleConsignment } from '@/tests/example';
import { packingChecklist } from './checklist';
import { doneBySteps } from './done-by-steps';

const c = exampleConsignment();
const lids = packingChecklist({ ...c, boxes: [c.boxes[0]!, { ...c.boxes[0]!, id: '2' }] }, catalogue).filter((s) =>
  s.key.startsWith('lid:'),
);
const two = { ...c, boxes: [c.boxes[0]!, { ...c.boxes[0]!, id: '2' }] };

describe('a task of the day is done by the steps of the packing', () => {
  test('once all of its steps are, at the instant of the last', () => {
    const [a, b] = lids.map((s) => s.key);
    const one = new Map([[a!, '2026-11-24T18:00:00.000Z']]);
    expect(doneBySteps(two, catalogue, 'close-box', one)).toBeNull();
    const both = new Map([...one, [b!, '2026-11-24T17:40:00.000Z'] as const]);
    expect(doneBySteps(two, catalogue, 'close-box', both)).toBe('2026-11-24T18:00:00.000Z');
  });
  test('and never where it has no steps, or nothing was ticked', () => {
    expect(doneBySteps(two, catalogue, 'last-feed', new Map([['labels', '2026']]))).toBeNull();
    expect(doneBySteps(two, catalogue, 'close-box', new Map())).toBeNull();
  });
});
