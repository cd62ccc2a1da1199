import * as v from 'valibot';
import { purposeFor, uses, usesOf } from '@/core/byProducts/uses';
import { positiveMass } from '@/core/calculation';
import { atSeconds, id } from '@/core/churning/batchEvents';
import { actId, command } from '../commands/command';
import { isMade } from '@/core/standing/lotKinds';
import { Refusal } from '../refusal';
import { intoMade } from './intoMade';
import { letGo } from './judgedLots';
import type { Drawn } from './move';
import { draw, momentOf, move } from './move';
import { kindNames } from '@/core/standing/lotKinds';

/** Some of a lot, or all of it, goes to a named use. What is made of it and kept stands in the larder as a lot of its own. */
export const useLot = command({
  name: 'lot.use',
  input: v.strictObject({
    lotId: id,
    mass: v.optional(positiveMass),
    to: v.picklist(uses),
    /** Yoghurt, curd, whipped cream: what came of it, g, and whether it was heated to 85 °C first. */
    made: v.optional(
      v.strictObject({ mass: v.optional(positiveMass), heated: v.optional(v.boolean(), true) }),
      {},
    ),
    atSeconds: v.optional(atSeconds),
    /** It should not go there, and the maker knows. */
    knowing: v.optional(v.boolean(), false),
  }),
  carryOut: async (scope, { lotId, mass, to, made, atSeconds: seconds, knowing }, sender) => {
    const at = momentOf(seconds, sender);
    const [drawn] = (await draw(scope, [{ lotId, mass }], sender)) as [Drawn];
    const { lot } = drawn;
    if (!usesOf(lot.kind).includes(to))
      throw new Refusal(
        `${kindNames[lot.kind]} is not put to that: ${usesOf(lot.kind).join(', ')} are what it can go to.`,
        'to',
      );
    const purpose = purposeFor(to, made.heated);
    const despite = purpose && (await letGo(scope, [lot], purpose, at, knowing));
    const kept = isMade(to)
      ? intoMade(to, { ...drawn, lots: [lot] }, actId(sender), {
          weighed: made.mass,
          heated: made.heated,
          despite,
        })
      : { into: [], sources: [], to: [{ account: to, mass: drawn.mass, fat: drawn.fat }], details: {} };
    await move(scope, sender, {
      ...kept,
      kind: 'used',
      at,
      details: { ...kept.details, ...(despite ? { despite } : {}) },
      from: [drawn],
    });
    return { lotId, mass: drawn.mass };
  },
});
