import type { Vessel } from '@/server/house/views';

/**
 * A separator put together and made ready, step by step, each with its key: its own parts where its house wrote them down, then what
 * holds for every bowl (handbook §7: assembled in order and tight, lid on).
 */
export function putTogether({ discs, motor = false, parts = [] }: Vessel['equipment']): [string, string][] {
  return [
    ...parts.map((part, i): [string, string] => [`part-${i}-${part}`, part]),
    [
      'discs',
      discs ? `${discs} discs in their order, by their numbers` : 'Discs in their order, by their numbers',
    ],
    ['seal', 'Seal ring whole and in its groove'],
    ['nut', 'Bowl nut tight, marks in line'],
    ['spouts', 'Cream spout over skim spout, each over its can'],
    ['warm', 'Bowl warmed with hot water'],
    ['lid', 'Lid on'],
    [
      'speed',
      motor
        ? 'At speed before the milk is let in'
        : 'At speed before the milk is let in: the handle’s own bell or count, turns of the handle are not turns of the bowl',
    ],
  ];
}

/** The parts of a separator as they are typed, one a line. */
export const partsOf = (typed: string): string[] =>
  typed
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');
