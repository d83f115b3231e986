import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { clock, dayClock, hoursMinutes, localInput, one, OVER, slackWords } from './format';

describe('figures as people read them', () => {
  test('margin in steps of ten minutes, with a true minus, and never minus nothing', () => {
    expect(slackWords(15.84)).toBe('15 h 50');
    expect(slackWords(-0.5)).toBe('−0 h 30');
    expect(slackWords(-0.01)).toBe('0 h 00');
    expect(slackWords(59.97)).toBe('60 h 00');
    expect(slackWords(null)).toBe(OVER);
    expect(hoursMinutes(-17.1)).toEqual({ sign: '−', h: 17, min: '10' });
    expect(one(-1.25)).toMatch(/^−1\.[23]$/);
  });
  test('the 24-hour clock of the place, across the change of the clocks', () => {
    expect(clock(Date.parse('2026-10-25T00:30:00Z'), 'Europe/Lisbon')).toBe('01:30');
    expect(clock(Date.parse('2026-10-25T01:30:00Z'), 'Europe/Lisbon')).toBe('01:30');
    expect(clock(Date.parse('2026-11-24T22:00:00Z'), 'Europe/Tallinn')).toBe('00:00');
    expect(dayClock(Date.parse('2026-11-24T22:00:00Z'), 'Europe/Tallinn')).toBe('Wed 25 Nov, 00:00');
  });
  test('a local time for a field', () => {
    expect(localInput(Date.parse('2026-11-24T19:45:00Z'), 'Europe/Tallinn')).toBe('2026-11-24T21:45');
  });
});

describe('a unit stands apart from its figure', () => {
  const files = readdirSync('ui', { recursive: true, encoding: 'utf8' }).filter((f) => f.endsWith('.tsx'));
  test.each(files)('in %s a space stands in the text itself, so that no two figures run together', (f) => {
    const text = readFileSync(path.join('ui', f), 'utf8');
    // A line break between two tags is no space.
    const glued = [...text.matchAll(/(<\/b>|<\/span>|[^'}]\})(?:\n\s*)?<span className="u\b/g)];
    expect(glued.map((m) => text.slice(Math.max(0, m.index - 40), m.index + 60))).toEqual([]);
  });
});
