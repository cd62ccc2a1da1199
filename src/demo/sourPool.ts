import type { Living } from './liveThrough';
import { send } from './liveThrough';
import type { Tub } from './tub';

/** Cultured buttermilk kept for the next souring. Mass in g. */
export interface CultureLine {
  lotId: string;
  mass: number;
  generation: number;
}

const hour = 3_600_000;
/** Starter put to the cream, g per g (handbook §6.4–6.7). */
const dose = 0.02;

/**
 * Sets pooled cream to sour overnight, with the line while it is young and there is enough of it. Takes what it needs of the
 * line; cream that fails is thrown out, and the pool is empty then.
 * @param at when it should be ripe, about
 * @param fails gas instead of acid
 */
export async function sourPool(
  living: Living,
  pool: Tub,
  line: CultureLine | undefined,
  at: Date,
  fails: boolean,
): Promise<void> {
  const { noise } = living;
  const lotId = pool.lotId!;
  const start = new Date(at.getTime() - 15.5 * hour);
  const seconds = start.getTime() / 1000;
  const culture = line && line.generation < 9 && line.mass >= dose * pool.toldMass ? line : undefined;
  await send(
    living,
    'lot.record',
    {
      lotId,
      events: [
        { id: noise.id(), atSeconds: seconds, kind: 'placed', place: 'room', celsius: 25 },
        {
          id: noise.id(),
          atSeconds: seconds + 1,
          kind: 'soured',
          route: 'mesophilic',
          dose,
          culture: culture ? 'culturedButtermilk' : 'bought',
          generation: culture?.generation ?? 0,
        },
      ],
      ...(culture ? { culture: { lotId: culture.lotId, mass: dose * pool.toldMass } } : {}),
    },
    start,
  );
  if (culture) culture.mass -= dose * pool.toldMass;
  const look = new Date(at.getTime() + 2 * hour);
  const lookSeconds = look.getTime() / 1000;
  if (!fails) {
    await send(
      living,
      'lot.record',
      {
        lotId,
        events: [
          {
            id: noise.id(),
            atSeconds: lookSeconds,
            kind: 'looked',
            seen: 'thickAndTart',
            ph: Math.round((4.8 + noise.normal(0, 0.08)) * 10) / 10,
          },
          { id: noise.id(), atSeconds: lookSeconds + 1, kind: 'placed', place: 'fridge', celsius: 4 },
        ],
      },
      new Date(look.getTime() + 2000),
    );
    return;
  }
  const end = new Date(at.getTime() + 20 * hour);
  const looked = (atSeconds: number, seen: object) =>
    send(
      living,
      'lot.record',
      { lotId, events: [{ id: noise.id(), atSeconds, kind: 'looked', ...seen }] },
      new Date(atSeconds * 1000),
    );
  await looked(lookSeconds, { seen: 'notYet', ph: 6.1 });
  await looked(end.getTime() / 1000, { seen: 'gas' });
  await send(living, 'lot.use', { lotId, to: 'spoiled' }, new Date(end.getTime() + 600_000));
  pool.toldMass = 0;
}
