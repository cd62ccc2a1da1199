import type { Inflow, LotNature, TracedLot } from './lotNature';
import { leastTreated, naturesOf } from './lotNature';

const milk = (change: Partial<LotNature> = {}): LotNature => ({
  treatment: 'raw',
  oldestSeconds: 100,
  blocks: [],
  ...change,
});
const flow = (atSeconds: number, sources: string[], more: Partial<Inflow> = {}): Inflow => ({
  atSeconds,
  sources,
  ...more,
});
const lot = (id: string, inflows: Inflow[], more: Partial<TracedLot> = {}): TracedLot => ({
  id,
  kind: 'cream',
  inflows,
  heatings: [],
  ...more,
});
const told = (...lots: TracedLot[]) => naturesOf(new Map(lots.map((one) => [one.id, one])));
const medicine = { reason: 'Tansy: udder tubes', until: '2026-06-09' };
const colostrum = { reason: 'Colostrum: Quill', until: '2026-06-05' };

describe('what stays with a lot from everything that went into it', () => {
  it('raw stays raw, whatever it is poured onto', () => {
    expect(leastTreated(['boiled', 'pasteurised'])).toBe('pasteurised');
    expect(leastTreated(['boiled', 'raw', 'pasteurised'])).toBe('raw');
    expect(leastTreated([])).toBeUndefined();
    const natures = told(
      lot('a', [flow(1, [], { outside: milk({ treatment: 'pasteurised' }) })]),
      lot('b', [flow(2, [], { outside: milk() })]),
      lot('pool', [flow(3, ['a']), flow(4, ['b'])]),
    );
    expect([...natures].map(([id, { treatment }]) => [id, treatment])).toEqual([['a', 'pasteurised'], ['b', 'raw'], ['pool', 'raw']]);
  });

  it('raw stays raw under what is heated and poured onto it', () => {
    const pasteurised = { outside: milk({ treatment: 'pasteurised' }) };
    expect(told(lot('can', [flow(1, [], { outside: milk() }), flow(2, [], pasteurised)])).get('can')!.treatment).toBe('raw');
    // What went through a vessel in one second came out of it as it went in.
    const through = told(lot('jar', [flow(5, [], { outside: milk() })]), lot('can', [flow(5, ['jar'])]), lot('tub', [flow(5, ['can'])]));
    expect([...through.values()].map(({ treatment }) => treatment)).toEqual(['raw', 'raw', 'raw']);
    // To and fro in one second it ends as well.
    const fro = told(lot('a', [flow(5, [], { outside: milk() }), flow(6, ['b'])]), lot('b', [flow(6, ['a'])]));
    expect(fro.get('b')).toMatchObject({ treatment: 'raw', oldestSeconds: 100 });
    // Heated empty, nothing is in it.
    expect(told(lot('pan', [], { heatings: [{ atSeconds: 3, how: 'boiled' }] })).size).toBe(0);
  });

  it('heating lifts what is in the vessel then, and nothing that comes later or went before', () => {
    const jar = (heatedAt: number) => lot('jar', [flow(10, [], { outside: milk() })], { heatings: [{ atSeconds: heatedAt, how: 'pasteurised' }] });
    const from = (takenAt: number, heatedAt: number) => told(jar(heatedAt), lot('tub', [flow(takenAt, ['jar'])])).get('tub')!.treatment;
    expect([from(20, 30), from(40, 30), from(30, 30)]).toEqual(['raw', 'pasteurised', 'pasteurised']);
    const topped = told(lot('jar', [flow(10, [], { outside: milk() }), flow(50, [], { outside: milk() })], { heatings: [{ atSeconds: 30, how: 'boiled' }] }));
    expect(topped.get('jar')!.treatment).toBe('raw');
    // An empty vessel is heated for nothing; what is heated on its way comes in so; of one moment the pour goes first.
    expect(told(lot('jar', [flow(10, [], { outside: milk() })], { heatings: [{ atSeconds: 5, how: 'boiled' }] })).get('jar')!.treatment).toBe('raw');
    expect(told(lot('jar', [flow(10, [], { outside: milk(), heated: 'boiled' })])).get('jar')!.treatment).toBe('boiled');
    expect(told(lot('jar', [flow(10, [], { outside: milk() })], { heatings: [{ atSeconds: 10, how: 'boiled' }] })).get('jar')!.treatment).toBe('boiled');
    // Told in any order.
    expect(told(lot('jar', [flow(50, [], { outside: milk() }), flow(10, [], { outside: milk({ treatment: 'boiled' }) })])).get('jar')!.treatment).toBe('raw');
  });

  it('is as old as its oldest part; a spoon of culture makes cream no older', () => {
    const old = lot('old', [flow(1, [], { outside: milk({ oldestSeconds: 7 }) })]);
    const fresh = flow(5, [], { outside: milk({ oldestSeconds: 90 }) });
    const culture = { ...old, kind: 'culture' };
    const age = (...lots: TracedLot[]) => told(...lots).get('pool')!.oldestSeconds;
    expect(age(old, lot('pool', [fresh, flow(6, ['old'])]))).toBe(7);
    expect(age(culture, lot('pool', [fresh, flow(6, ['old'])]))).toBe(90);
    // A culture carried on is as old as what it was carried on from, and cream of culture alone as old as its first pour.
    expect(age(culture, lot('pool', [fresh, flow(6, ['old'])], { kind: 'culture' }))).toBe(7);
    expect(age(culture, lot('pool', [flow(6, ['old'])]))).toBe(6);
  });

  it('what is kept from people reaches all that came of it, once, and nothing it was taken from before', () => {
    const dosed = lot('dosed', [flow(10, [], { outside: milk({ blocks: [medicine] }) })]);
    const first = lot('first', [flow(20, [], { outside: milk({ blocks: [colostrum] }) })]);
    const natures = told(
      dosed,
      first,
      lot('pool', [flow(30, ['dosed']), flow(40, ['first', 'dosed'])]),
      lot('early', [flow(35, ['pool'])]),
      lot('late', [flow(45, ['pool'])]),
      lot('before', [flow(25, ['pool'])]),
    );
    const reasons = (id: string) => natures.get(id)?.blocks.map(({ reason }) => reason);
    expect(reasons('pool')).toEqual([colostrum.reason, medicine.reason]);
    expect(reasons('early')).toEqual([medicine.reason]);
    expect(reasons('late')).toEqual([colostrum.reason, medicine.reason]);
    // Nothing had been in it yet.
    expect(reasons('before')).toBeUndefined();
  });

  it('what is known already is not looked at again, and poured to and fro it ends', () => {
    const settled = milk({ treatment: 'boiled', oldestSeconds: 3, blocks: [medicine] });
    expect(told(lot('a', [], { settled }), lot('b', [flow(1, ['a', 'gone'])])).get('b')).toEqual(settled);
    const circle = told(
      lot('a', [flow(1, [], { outside: milk() }), flow(5, ['b'])]),
      lot('b', [flow(2, ['a']), flow(6, ['a'])]),
    );
    expect([...circle.values()].map(({ treatment, oldestSeconds }) => [treatment, oldestSeconds])).toEqual([['raw', 100], ['raw', 100]]);
    expect(told(lot('empty', [])).size).toBe(0);
  });
}); // prettier-ignore
