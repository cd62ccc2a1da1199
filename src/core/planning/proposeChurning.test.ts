import * as fc from 'fast-check';
import { fillLimit } from '../churning/tools';
import type { RestingCream } from './proposeChurning';
import { proposeChurning } from './proposeChurning';

const cream = (id: string, change: Partial<RestingCream> = {}): RestingCream => ({
  id,
  volume: 800,
  ageHours: 30,
  ripened: false,
  souring: false,
  frozen: false,
  blocked: false,
  keptApart: false,
  ...change,
});

describe('the next churning', () => {
  it('takes the oldest first until the churn is half full', () => {
    const { chosen, leftOut } = proposeChurning(
      [cream('new', { ageHours: 10 }), cream('old', { ageHours: 70 }), cream('middle', { ageHours: 40 })],
      3000,
    );
    expect(chosen).toEqual(['old', 'middle']);
    expect(leftOut).toEqual([{ id: 'new', why: 'the churn is half full without it' }]);
  });

  it('puts no fresh sweet cream to ripened, and says so', () => {
    const { chosen, leftOut } = proposeChurning(
      [cream('ripe', { ripened: true, ageHours: 60 }), cream('fresh', { ageHours: 5 })],
      9000,
    );
    expect(chosen).toEqual(['ripe']);
    expect(leftOut[0]!.why).toContain('fresh sweet cream does not go to ripened');
  });

  it.each([
    [{ blocked: true }, 'kept from people’s food'],
    [{ mayNot: 'it is older than is safe' }, 'it is older than is safe'],
    [{ frozen: true }, 'frozen'],
    [{ souring: true }, 'still souring'],
    [{ keptApart: true }, 'kept apart for the table'],
  ])('leaves out cream that is %p', (change, why) => {
    const { chosen, leftOut } = proposeChurning([cream('it', change)], 9000);
    expect(chosen).toEqual([]);
    expect(leftOut).toEqual([{ id: 'it', why }]);
  });

  it('places every cream once, never mixes ripeness, never blocked, and stops at the first load past half full', () => {
    const any = fc.record({
      volume: fc.integer({ min: 50, max: 6000 }),
      ageHours: fc.integer({ min: 0, max: 300 }),
      ripened: fc.boolean(),
      souring: fc.boolean(),
      frozen: fc.boolean(),
      blocked: fc.boolean(),
      keptApart: fc.boolean(),
    });
    fc.assert(
      fc.property(
        fc.array(any, { maxLength: 12 }),
        fc.integer({ min: 500, max: 20_000 }),
        (made, capacity) => {
          const creams = made.map((one, i) => ({ ...one, id: String(i) }));
          const { chosen, leftOut } = proposeChurning(creams, capacity);
          expect([...chosen, ...leftOut.map(({ id }) => id)].toSorted()).toEqual(
            creams.map(({ id }) => id).toSorted(),
          );
          const taken = chosen.map((id) => creams[Number(id)]!);
          expect(new Set(taken.map(({ ripened }) => ripened)).size).toBeLessThanOrEqual(1);
          expect(taken.some(({ blocked, frozen, keptApart }) => blocked || frozen || keptApart)).toBe(false);
          const allButLast = taken.slice(0, -1).reduce((sum, { volume }) => sum + volume, 0);
          expect(taken.length < 2 || allButLast < fillLimit * capacity).toBe(true);
        },
      ),
    );
  });
});
