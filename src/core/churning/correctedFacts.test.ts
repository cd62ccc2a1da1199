import { someFacts } from '../testing/someFacts';
import type { BatchEvent } from './batchEvents';
import { correctedFacts, correctionOf } from './correctedFacts';

const corrected = (at: number, to: object, was: object, id = `corrected-${at}`) =>
  ({ kind: 'corrected', id, atSeconds: 1_812_000_000 + at, to, was }) as BatchEvent;
const undone = (at: number, eventId: string) =>
  ({ kind: 'undone', id: `undone-${at}`, atSeconds: 1_812_000_000 + at, eventId }) as BatchEvent;

const more = corrected(10, { creamMass: 1600 }, { creamMass: 1400 });
const richer = corrected(20, { creamFat: 0.4, creamMass: 1700 }, { creamFat: 0.36, creamMass: 1600 });
const facts = { ...someFacts, creamMass: 1400, creamFat: 0.36 };

test('what was put right holds, in whatever order it arrives; the last that stands counts', () => {
  for (const all of [
    [more, richer],
    [richer, more],
  ])
    expect(correctedFacts(facts, [], all)).toMatchObject({ creamMass: 1700, creamFat: 0.4 });
});

test('one that is taken back leaves what was said before it, and taking that back as well brings it again', () => {
  const back = undone(30, richer.id);
  expect(correctedFacts(facts, [], [more, richer, back])).toMatchObject({ creamMass: 1600, creamFat: 0.36 });
  expect(correctedFacts(facts, [], [more, richer, back, undone(40, back.id)])).toMatchObject({
    creamMass: 1700,
  });
  expect(correctedFacts(facts, [], [more, richer, undone(30, more.id), undone(31, richer.id)])).toEqual(
    facts,
  );
});

test('facts that hold some corrections already are told on from there', () => {
  const known = correctedFacts(facts, [], [more]);
  expect(correctedFacts(known, [more], [more, richer])).toMatchObject({ creamMass: 1700, creamFat: 0.4 });
  expect(correctedFacts(known, [more], [more, undone(30, more.id)])).toEqual(facts);
  expect(correctedFacts(known, [more], [more])).toEqual(known);
  // A second device that had not heard of the first.
  const other = corrected(15, { creamMass: 1500 }, { creamMass: 1400 });
  expect(correctedFacts(known, [more], [more, other]).creamMass).toBe(1500);
  expect(
    correctedFacts(
      correctedFacts(facts, [], [more, other]),
      [more, other],
      [more, other, undone(40, more.id), undone(41, other.id)],
    ).creamMass,
  ).toBe(1400);
});

test('facts without corrections are the very same', () => {
  expect(correctedFacts(facts, [], [])).toBe(facts);
});

test('a correction names only what differs, with what it was', () => {
  expect(correctionOf(facts, { creamMass: 1600, creamFat: 0.36, ripened: facts.ripened })).toEqual({
    to: { creamMass: 1600 },
    was: { creamMass: 1400 },
  });
  expect(correctionOf(facts, { creamMass: 1400 })).toBeUndefined();
});
