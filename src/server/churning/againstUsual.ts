import type { AgainstUsual } from '@/core/balancing/againstUsual';
import { againstUsual } from '@/core/balancing/againstUsual';
import type { FatUpstream } from '@/core/balancing/fatUpstream';
import type { Judgement } from '@/core/balancing/judgeBatch';
import { expectedButter } from '@/core/churning/expectedButter';
import type { Foreseen } from '@/core/churning/foresee';
import type { Batch } from '@/data/churning/batches';
import { packedBefore } from '@/data/churning/batches';
import type { FarmScope } from '@/data/farmScope';
import { separationsOf } from '@/data/ledger/movements';

/** So many earlier batches, and skimmings, say what is usual. */
const habit = 24;

/** A batch against the maker's own before it: what is usual, and what would have brought most ({@link againstUsual}). */
export async function againstUsualOf(
  scope: FarmScope,
  { facts, startedAt }: Batch,
  judged: Judgement,
  { fatLost, better }: Pick<Foreseen, 'fatLost' | 'better'>,
  upstream: FatUpstream | undefined,
): Promise<AgainstUsual> {
  const cream = { mass: facts.creamMass, massSd: 0, fat: facts.creamFat, fatSd: facts.creamFatSd };
  return againstUsual({
    judged,
    upstream,
    before: await packedBefore(scope, startedAt, habit),
    skimmings: upstream && upstream.milk > 0 ? await shareLeftInSkim(scope, startedAt) : [],
    churned:
      better.outcome === 'breaks'
        ? {
            celsius: facts.temperature,
            lost: fatLost.mid,
            best: better.temperature,
            lostThere: 1 - expectedButter(cream, better.buttermilkFat).churnEfficiency,
          }
        : undefined,
  });
}

/** Shares of the milk's fat that stayed in the skim, of the last skimmings before. */
async function shareLeftInSkim(scope: FarmScope, before: Date): Promise<number[]> {
  return (await separationsOf(scope, habit, before)).flatMap(({ details }) => {
    const { milkMass, milkFat, creamMass, creamFat } = details as Record<string, number>;
    const [milk, cream] = [milkMass! * milkFat!, creamMass! * creamFat!];
    return milk > 0 && cream > 0 && cream <= milk ? [1 - cream / milk] : [];
  });
}
