import * as v from 'valibot';
import { gheeButter, gheeYield } from '@/core/byProducts/gheeYield';
import { gheeFat } from '@/core/balancing/churnedLines';
import { positiveMass } from '@/core/calculation';
import { atSeconds, id } from '@/core/churning/batchEvents';
import { isWarm, storages } from '@/core/keeping/keepingDate';
import { looseKept, together } from '@/core/keeping/looseButter';
import { joinedMix, shareOfMix } from '@/core/working/mix';
import { portionRow, putLoosePortion } from '@/data/churning/batches';
import { farmOf } from '@/data/house/house';
import { command } from '../commands/command';
import { blendOf, draw, milligrams, momentOf, move, outs } from '../ledger/move';
import { localDate } from '../localDate';
import { Refusal } from '../refusal';
import { holdButter, portionOf } from './butterLot';
import { knownOf } from './loose';

/**
 * Butter of the larder made into ghee: its water boils off, some fat clings to what is strained out, and it is dated as
 * ghee from the day it was made.
 */
export const clarifyButter = command({
  name: 'butter.clarify',
  input: v.strictObject({
    /** The ghee. */
    lotId: id,
    from: outs,
    /** g of ghee; what is to be expected where nobody weighed it. */
    mass: v.optional(positiveMass),
    storage: v.optional(v.picklist(storages), 'counter'),
    /** When each stage was seen. */
    stages: v.optional(
      v.strictObject({
        melted: v.optional(atSeconds),
        crackles: v.optional(atSeconds),
        quiet: v.optional(atSeconds),
        strained: v.optional(atSeconds),
      }),
      {},
    ),
    atSeconds: v.optional(atSeconds),
  }),
  carryOut: async (scope, { lotId, from, mass: weighed, storage, stages, atSeconds: seconds }, sender) => {
    const at = momentOf(seconds, sender);
    const drawn = await draw(scope, from, sender);
    for (const { lot } of drawn) {
      await holdButter(scope, lot.id);
      if (lot.kind !== 'butter') throw new Refusal('It is ghee already.', 'from');
    }
    const blocked = drawn.filter(({ lot }) => lot.blockedReason !== null);
    if (blocked.length > 0 && blocked.length < drawn.length)
      throw new Refusal(
        `${blocked[0]!.lot.code} is kept from people’s food (${blocked[0]!.lot.blockedReason}): it is melted with no other butter.`,
        'from',
      );
    const butterMass = milligrams(drawn.reduce((sum, one) => sum + one.mass, 0));
    const butterFat = milligrams(drawn.reduce((sum, one) => sum + one.fat, 0));
    if (weighed !== undefined && weighed >= butterMass)
      throw new Refusal('Ghee weighs less than the butter it was made of: its water has gone.', 'mass');
    const expected = gheeYield({
      butterMass,
      butterFat: Math.min(0.95, Math.max(0.5, butterFat / butterMass)),
      butterFatSd: gheeButter.butterFatSd,
    }).ghee.mid;
    const mass = milligrams(weighed ?? Math.min(0.99 * butterMass, expected));
    const fat = milligrams(Math.min(mass * gheeFat, butterFat));
    const clings = milligrams(Math.min(butterMass - mass, butterFat - fat));
    const parts = [];
    let additions: string[] = [];
    let mixedIn: ReturnType<typeof joinedMix>;
    for (const one of drawn) {
      parts.push(await knownOf(scope, one.lot));
      const portion = await portionRow(scope, portionOf(one.lot));
      if (!portion) continue;
      additions = [...new Set([...additions, ...portion.additions])];
      const share = Math.min(1, one.mass / portion.mass);
      mixedIn = joinedMix(mixedIn, portion.mixedIn ? shareOfMix(portion.mixedIn, share) : undefined);
    }
    const today = localDate(at, (await farmOf(scope)).timeZone);
    // Ghee is no older than its making.
    const loose = { ...together(parts, { salted: false, storage }), ghee: true, made: today };
    delete loose.atMost;
    if (loose.perishable && isWarm(storage))
      throw new Refusal(
        'Fresh herbs, garlic or fruit were in that butter: strained or not, it never stands at room temperature (botulism). Fridge, or freezer.',
        'storage',
      );
    const { until, reasons } = looseKept(loose, today);
    const blend = blendOf(drawn.map(({ lot }) => lot));
    const codes = await move(scope, sender, {
      kind: 'poured',
      at,
      details: { clarified: true, stages },
      from: drawn,
      into: [
        {
          lotId,
          mass,
          fat,
          celsius: 40,
          fresh: {
            kind: 'ghee',
            treatment: blend.treatment,
            ripened: blend.ripened,
            oldestAt: blend.oldestAt,
            blockedReason: blend.blockedReason,
            blockedUntil: blend.blockedUntil,
            storage,
            keepUntil: until,
            keepReasons: reasons,
            details: {
              loose,
              stages,
              joined: drawn.map(({ lot }) => lot.code),
              ...(blend.details.despite ? { despite: blend.details.despite } : {}),
            },
          },
        },
      ],
      to: [
        { account: 'smeared', mass: clings, fat: clings },
        { account: 'boiledOff', mass: milligrams(butterMass - mass - clings), fat: 0 },
      ].filter((line) => line.mass > 0),
    });
    await putLoosePortion(scope, {
      lotId,
      name: 'Ghee',
      mass,
      saltMass: 0,
      measured: 'scale',
      additions,
      mixedIn: mixedIn ?? null,
    });
    return { lotId, code: codes[lotId], mass, keepUntil: until };
  },
});
