import { churnedLines } from '@/core/balancing/churnedLines';
import type { Judgement } from '@/core/balancing/judgeBatch';
import { portionCodes, portionKept } from '@/core/keeping/portionKept';
import type { BatchStory } from '@/core/churning/batchStory';
import type { BatchView } from '@/server/churning/views';
import type { Standing } from '../../board/Board';
import { ButterPiece, pieceSize } from '../../board/ButterPiece';
import type { useSay } from '../../frame/FarmContext';

/** Larger pieces than this are drawn no larger, g. */
const mostDrawn = 1500;

/** The butter of a batch as it stands on the board: each portion with its code, what it weighs, and till when it keeps. */
export function standingOf(
  { number, facts, codes, nowSeconds }: Pick<BatchView, 'number' | 'facts' | 'codes' | 'nowSeconds'>,
  story: BatchStory,
  judged: Judgement,
  say: ReturnType<typeof useSay>,
): Standing[] {
  const packed = story.events.findLast(({ kind }) => kind === 'packed');
  const named = portionCodes(
    number,
    story.portions.map(({ id }) => id),
    new Map(Object.entries(codes)),
  );
  const fats = new Map(
    churnedLines(facts, story, judged, 'cream', 'buttermilk').map(({ lot, fat }) => [lot, fat]),
  );
  return story.portions.map((portion, i) => {
    const made = packed && say.dateOf(packed.atSeconds);
    const form = portion.pieces?.form ?? 'block';
    const mass = Math.min(mostDrawn, portion.mass);
    return {
      key: portion.id,
      // The house gives a batch its number.
      name: number > 0 ? named[i]! : portion.name,
      lines: [
        portion.ghee ? `${say.mass(portion.ghee.mass)} of ghee` : say.mass(portion.mass),
        ...(made
          ? [
              `eat by ${say.day(portionKept(facts, story.washes.length > 0, portion, made).until, say.dateOf(nowSeconds))}`,
            ]
          : []),
      ],
      // As its lot in the Larder has it.
      fat: fats.get(portion.id),
      high: pieceSize(mass, form).height,
      drawing: <ButterPiece mass={mass} form={form} salted={portion.saltMass > 0} />,
      ...(number > 0 ? { href: `/larder?piece=${portion.id}` } : {}),
    };
  });
}
