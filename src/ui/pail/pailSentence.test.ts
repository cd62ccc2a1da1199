import { coolsFirst, standsAtMost } from '@/core/standing/judgeLot';
import type { CreamRise } from '@/core/separating/creamRise.calc';
import type { Risen } from '../standing/useRises';
import { someLot } from '../testing/someLot';
import { betterLeft, pailSentence } from './pailSentence';

const say = { about: (grams: number) => `${Math.round(grams)} g`, alarm: () => 'throw it out' };
const risen = (id: string, waitingGains: number) =>
  new Map([[id, { rise: { waitingGains } as CreamRise } as Risen]]);

describe('the gauge of one milk and the sentence over all of it', () => {
  it('leave milk that still rises alone for as many hours', () => {
    const one = someLot({}, 7);
    const left = betterLeft(one, undefined);
    expect(left).toBe(5);
    expect(pailSentence([one], new Map(), say).says).toContain(`about ${left} h more`);
  });

  it('wait together while six hours gain more than two in a hundred of its fat, and more than nothing to speak of', () => {
    const one = someLot({}, 14);
    // Two and a half in a hundred of little fat is less than a teaspoon of butter.
    const little = someLot({ mass: 2000, fat: 80 }, 14);
    expect(betterLeft(little, 2)).toBeUndefined();
    expect(betterLeft(someLot({ mass: 2000, fat: 80 }, 14), 4)).toBeDefined();
    for (const [gains, waits] of [
      [3.1, true],
      [2.0, false],
      [0, false],
    ] as const) {
      expect(betterLeft(one, gains * 1.03) !== undefined).toBe(waits);
      expect(pailSentence([one], risen(one.lot.id, gains * 1.03), say).waits ?? false).toBe(waits);
    }
  });

  it('never tell anyone to wait with what is to be skimmed at once, or before it is worked out', () => {
    expect(betterLeft(someLot({}, 14), undefined)).toBeUndefined();
    const late = someLot({}, standsAtMost + 1);
    expect(late.waiting.word).toBe('skim at once');
    expect(betterLeft(late, 50)).toBeUndefined();
  });
});

test('milk that has to be cooled first is told apart from milk that is kept from people', () => {
  expect(coolsFirst(someLot({}, 6, 30).waiting)).toBe(true);
  expect(coolsFirst(someLot({}, 14, 5).waiting)).toBe(false);
  expect(coolsFirst(someLot({ blockedReason: 'Tansy: udder tubes' }, 6, 30).waiting)).toBe(false);
});

test('two milks in vessels without a name are told apart, and a sentence begins as one', () => {
  const bare = (code: string) => {
    const one = someLot({}, 14);
    return { ...one, lot: { ...one.lot, id: `lot-${code}`, code, vessel: null } };
  };
  expect(pailSentence([bare('W1'), bare('W2')], new Map(), say).says).toBe('Skim W1 and W2 now.');
  expect(pailSentence([bare('W1')], new Map(), say).says).toBe('Skim the milk now.');
  const warm = { ...bare('W1'), waiting: { ...bare('W1').waiting, word: 'cooling', tone: 'now' } } as const;
  expect(pailSentence([warm], new Map(), say).says).toMatch(/^The milk is still warm/);
});
