import type { FarmScope } from '@/data/farmScope';
import type { StandingLot } from '@/data/ledger/standing';
import { lotsById } from '@/data/ledger/standing';
import type { Sender } from '../commands/command';
import type { Drawn } from '../ledger/move';
import { draw, LateOverdraw } from '../ledger/move';
import { Refusal } from '../refusal';

/** A start that arrives later than this was not answered when it was pressed: nobody is there any more to press it differently, ms. */
export const heardWithin = 120_000;

/** Cream as it went into the churn. */
export interface Churned {
  drawn: Drawn[];
  /** The lots it came from, those that were found empty among them. */
  lots: StandingLot[];
  /** Asked when another device had used some of it before this arrived. */
  late?: { lotId: string; question: string };
}

/**
 * Takes cream for a churning. It is in the churn already when a device without a signal tells of it: what another device
 * used meanwhile keeps no batch and no mark from being written down. As much as there is is taken, and the rest is asked about.
 * @throws {Refusal} when a lot is not this farm's, or one who can still choose otherwise asked for more than it holds
 */
export async function drawChurned(
  scope: FarmScope,
  asked: readonly { lotId: string; mass?: number | undefined }[],
  sender: Sender,
): Promise<Churned> {
  try {
    const drawn = await draw(scope, asked, sender);
    return { drawn, lots: drawn.map(({ lot }) => lot) };
  } catch (error) {
    const unheard = sender.receivedAt.getTime() - sender.at.getTime() > heardWithin;
    if (!(error instanceof LateOverdraw) && !(unheard && isShort(error))) throw error;
    const found = await lotsById(
      scope,
      asked.map(({ lotId }) => lotId),
      true,
    );
    const lots = asked.map(({ lotId }) => {
      const lot = found.get(lotId);
      if (!lot) throw new Refusal('There is no such lot on this farm.', 'fromLots');
      return lot;
    });
    const left = asked.flatMap(({ lotId, mass }) => {
      const there = found.get(lotId)!.mass;
      if (there <= 0) return [];
      return [{ lotId, ...(mass === undefined ? {} : { mass: Math.min(mass, there) }) }];
    });
    return {
      drawn: left.length > 0 ? await draw(scope, left, sender) : [],
      lots,
      late:
        error instanceof LateOverdraw
          ? { lotId: error.lotId, question: error.question }
          : { lotId: (lots.find(({ mass }) => mass <= 0) ?? lots[0]!).id, question: error.message },
    };
  }
}

/** A lot that is empty, or holds less than was wanted. */
const isShort = (error: unknown): error is Refusal =>
  error instanceof Refusal && (error.field === 'lotId' || error.field === 'mass');
