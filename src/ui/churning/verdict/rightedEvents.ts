import type { Suspect } from '@/core/balancing/findings';
import type { BatchFacts, Correctable } from '@/core/churning/batchEvents';
import type { BatchStory } from '@/core/churning/batchStory';
import { scaleSd } from '@/core/quantities/measuring';
import type { Told } from '../makeDayEvents';

/** Buttermilk measured in a jug, as a share of it (engineering estimate). */
const jugSd = 0.02;

/**
 * What is written down when a figure that is likeliest wrong is put right: as a correction of the start, or the weighing or draining
 * taken back and told anew at its own time. Nothing that was written is lost.
 * @returns nothing where one figure does not say it: butter weighed in several portions
 */
export function rightedEvents({ of, fits }: Suspect, facts: BatchFacts, story: BatchStory): Told[] | undefined {
  switch (of) {
    case 'cream.fat':
      return [corrected({ creamFat: fits }, { creamFat: facts.creamFat })];
    case 'cream.mass': {
      const { creamMass, creamMassSd, creamVolume, amountTyped } = facts;
      return [
        corrected(
          {
            creamMass: fits,
            creamMassSd: (creamMassSd * fits) / creamMass,
            creamVolume: (creamVolume * fits) / creamMass,
            amountTyped: `${fits} g`,
          },
          { creamMass, creamMassSd, creamVolume, amountTyped },
        ),
      ];
    }
    case 'butter.mass': {
      const [portion, ...more] = story.portions;
      if (!portion || more.length > 0) return undefined;
      const mass = fits + portion.saltMass + (portion.additionMass ?? 0);
      const weighings = story.events.filter((event) => event.kind === 'reweighed' && event.portionId === portion.id);
      const first = story.events.findLast((event) => event.kind === 'portion' && event.portionId === portion.id);
      if (first?.kind !== 'portion' || portion.ghee) return undefined;
      const { id: eventId, atSeconds, ...weighed } = first;
      return [
        ...[...weighings.map(({ id }) => id), eventId].map((id) => ({ kind: 'undone' as const, eventId: id })),
        { ...withoutRecord(weighed), mass, massSd: scaleSd(mass), atSeconds } as Told,
      ];
    }
    case 'buttermilk.mass': {
      const drains = story.events.filter((event) => event.kind === 'drained');
      const last = drains.at(-1);
      if (!last) return undefined;
      return [
        ...drains.map(({ id }) => ({ kind: 'undone' as const, eventId: id })),
        { kind: 'drained', measured: 'mass', mass: fits, massSd: Math.max(5, jugSd * fits), atSeconds: last.atSeconds },
      ];
    }
  }
} // prettier-ignore

const corrected = (to: Correctable, was: Correctable): Told => ({ kind: 'corrected', to, was });

/** An event as it is told: without what the house wrote beside it. */
const withoutRecord = (event: object): object =>
  Object.fromEntries(
    Object.entries(event).filter(([key]) => key !== 'device' && key !== 'recordedAtSeconds'),
  );
