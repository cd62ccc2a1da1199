import { gheeButter, gheeYield } from '@/core/byProducts/gheeYield';
import type { OfPiece } from '@/core/jot/readPiece';
import { list } from '@/core/quantities/list';
import type { useSay } from '../frame/FarmContext';
import { into } from '../larder/intoPlaces';
import { newId } from '../outbox/newId';

const gone = {
  eaten: 'eaten',
  given: 'given away',
  sold: 'sold',
  baked: 'baked with',
  spoiled: 'thrown away',
} as const;

/** What is said of butter in the larder, as the command that writes it and the sentence that says it back. */
export function pieceCommand(
  of: Exclude<OfPiece, { kind: 'onTheFlame' }>,
  say: Pick<ReturnType<typeof useSay>, 'mass'>,
): { name: string; input: Record<string, unknown>; says: string } {
  switch (of.kind) {
    case 'entered': {
      const { mass, salted, bought, storage } = of;
      return {
        name: 'butter.enter',
        input: { lotId: newId(), mass, salted, bought, storage },
        says: `${say.mass(mass)} of ${salted ? 'salted' : 'unsalted'} butter, ${bought ? 'bought' : 'from before'}: ${into[storage].toLowerCase()}`,
      };
    }
    case 'joined':
      return {
        name: 'butter.join',
        input: { lotId: newId(), from: of.lotIds.map((lotId) => ({ lotId })) },
        says: `${list(of.codes)} worked into one`,
      };
    case 'moved':
      return {
        name: 'butter.move',
        input: {
          lotId: of.lotId,
          to: of.to,
          ...(of.mass === undefined ? {} : { mass: of.mass, partId: newId() }),
        },
        says: `${some(of, say)} ${into[of.to].toLowerCase()}`,
      };
    case 'gone':
      return {
        name: 'butter.finish',
        input: { lotId: of.lotId, how: of.how, ...(of.mass === undefined ? {} : { mass: of.mass }) },
        says: `${some(of, say)} ${gone[of.how]}`,
      };
    case 'ghee': {
      const gave =
        of.gave ??
        (of.mass === undefined ? undefined : gheeYield({ butterMass: of.mass, ...gheeButter }).ghee.mid);
      return {
        name: 'butter.clarify',
        input: {
          lotId: newId(),
          from: [{ lotId: of.lotId, ...(of.mass === undefined ? {} : { mass: of.mass }) }],
          ...(of.gave === undefined ? {} : { mass: of.gave }),
        },
        says: `${some(of, say)} made into ${gave === undefined ? 'ghee' : `${of.gave === undefined ? 'about ' : ''}${say.mass(gave)} of ghee`}`,
      };
    }
  }
}

const some = ({ code, mass }: { code: string; mass?: number }, say: { mass: (grams: number) => string }) =>
  mass === undefined ? code : `${say.mass(mass)} of ${code}`;
