import { bandsOf, layersOf, makingSteps } from './making';

const film = {};
const breather = { breather: true };
const steps = (bag: Parameters<typeof makingSteps>[1], type = film, gasL = 2, oxygen = true): string =>
  makingSteps(type, bag, gasL, oxygen).join('. ');

describe('how a bag is made', () => {
  test('taped corners and an inverted second bag go together; oxygen may be filled elsewhere, the neck loose until then', () => {
    expect(steps({ corners: 'taped-inverted' })).toMatch(
      /^First both corners folded up and taped.*Second bag the other way up/,
    );
    expect(bandsOf(film, { corners: 'taped-inverted' })).toBe(4);
    const shop = makingSteps(film, { filledElsewhere: true }, 3, true).join('. ');
    expect(shop).toMatch(/loosely closed over air for the trip\. At the oxygen: .*3 L oxygen\. Twist, two bands/);
    expect(makingSteps(film, { filledElsewhere: true }, 3, false).join()).toMatch(/3 L air from a pump/);
  });
  test('as usual: two layers, the second the other way up, two bands on each (common practice)', () => {
    expect([layersOf(film), bandsOf(film)]).toEqual([2, 4]);
    expect(steps({})).toBe(
      'Press out the air, 2 L oxygen. Twist, two bands. Second bag the other way up, so no corners remain',
    );
  });
  test('what hands have said comes in the order of the work', () => {
    const all = steps({ layers: 3, corners: 'taped', closure: 'gooseneck', cover: 'moss', lies: true }, film, 4, false);
    const order = [
      'tuft of rinsed moss',
      'folded up and taped',
      '4 L air',
      'fold the neck over',
      'Second bag over it',
      'Third bag',
      'Laid on its side',
    ];
    const at = order.map((words) => all.indexOf(words));
    expect(at.every((x) => x >= 0)).toBe(true);
    expect(at).toEqual([...at].sort((x, y) => x - y));
  });
  test('one layer is one layer: no second bag is asked for', () => {
    expect(steps({ layers: 1 })).not.toMatch(/econd bag/);
    expect(layersOf(film, { layers: 1 })).toBe(1);
  });
  test('bands by what is closed with them: a knot takes none, banded corners two more a layer', () => {
    expect(bandsOf(film, { closure: 'knot' })).toBe(0);
    expect(bandsOf(film, { closure: 'knot', corners: 'banded' })).toBe(4);
    expect(bandsOf(film, { layers: 3 })).toBe(6);
  });
  test('breather film gets no gas and no second bag, stands for its seam, and is wrapped by itself', () => {
    expect([layersOf(breather), bandsOf(breather)]).toEqual([1, 2]);
    const said = steps({ cover: 'mesh' }, breather, 0);
    expect(said).toMatch(/soft mesh.*no gas.*ten minutes.*wrap alone in paper, away from plastic and foam/);
    expect(said).not.toMatch(/oxygen|econd bag/);
  });
});
