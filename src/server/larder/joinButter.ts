import * as v from 'valibot';
import { atSeconds, id } from '@/core/churning/batchEvents';
import type { Storage } from '@/core/keeping/keepingDate';
import { isWarm, storages } from '@/core/keeping/keepingDate';
import { looseKept, together } from '@/core/keeping/looseButter';
import { saltedName } from '@/core/salting/salts';
import { saltWays } from '@/core/salting/saltWays';
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
 * Butter of several lots, all or some of each, worked into one: it weighs what they weighed, holds what they held, and keeps
 * no longer than the oldest of them.
 */
export const joinButter = command({
  name: 'butter.join',
  input: v.strictObject({
    /** The lot they become. */
    lotId: id,
    from: v.pipe(outs, v.minLength(2, 'two pieces of butter at least.')),
    name: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(60, 'at most 60 letters.')), ''),
    /** Where it is put; where the first of them stands when it is not said. */
    storage: v.optional(v.picklist(storages)),
    atSeconds: v.optional(atSeconds),
  }),
  carryOut: async (scope, { lotId, from, name, storage: asked, atSeconds: seconds }, sender) => {
    const at = momentOf(seconds, sender);
    const drawn = await draw(scope, from, sender);
    for (const { lot } of drawn) {
      await holdButter(scope, lot.id);
      if (lot.kind !== 'butter')
        throw new Refusal('Ghee is not worked into butter: it is another thing.', 'from');
    }
    const blocked = drawn.filter(({ lot }) => lot.blockedReason !== null);
    if (blocked.length > 0 && blocked.length < drawn.length)
      throw new Refusal(
        `${blocked[0]!.lot.code} is kept from people’s food (${blocked[0]!.lot.blockedReason}): it is mixed with no other butter.`,
        'from',
      );
    const parts = [];
    let saltMass = 0;
    let additions: string[] = [];
    let mixedIn: ReturnType<typeof joinedMix>;
    for (const { lot, mass } of drawn) {
      parts.push(await knownOf(scope, lot));
      const portion = await portionRow(scope, portionOf(lot));
      if (!portion) continue;
      const share = Math.min(1, mass / portion.mass);
      saltMass += portion.saltMass * share;
      additions = [...new Set([...additions, ...portion.additions])];
      mixedIn = joinedMix(mixedIn, portion.mixedIn ? shareOfMix(portion.mixedIn, share) : undefined);
    }
    const mass = milligrams(drawn.reduce((sum, one) => sum + one.mass, 0));
    const fat = milligrams(drawn.reduce((sum, one) => sum + one.fat, 0));
    saltMass = milligrams(Math.min(saltMass, 0.5 * mass));
    const salt = saltWays({ way: 'mass', grams: saltMass, kind: 'fine' }, mass - saltMass, 1000);
    const storage = asked ?? (parts[0]!.storage as Storage);
    const loose = together(parts, { salted: salt.keeps, storage });
    const today = localDate(at, (await farmOf(scope)).timeZone);
    if (loose.perishable && isWarm(storage))
      throw new Refusal(
        'Fresh herbs, garlic or fruit are in it: it never stands at room temperature (botulism). Fridge, or freezer.',
        'storage',
      );
    const { until, reasons } = looseKept(loose, today);
    const blend = blendOf(drawn.map(({ lot }) => lot));
    const codes = await move(scope, sender, {
      kind: 'poured',
      at,
      from: drawn,
      into: [
        {
          lotId,
          mass,
          fat,
          celsius: 12,
          fresh: {
            kind: 'butter',
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
              joined: drawn.map(({ lot }) => lot.code),
              ...(blend.details.despite ? { despite: blend.details.despite } : {}),
            },
          },
        },
      ],
    });
    await putLoosePortion(scope, {
      lotId,
      name: name || saltedName(salt.share),
      mass,
      saltMass,
      measured: 'scale',
      additions,
      mixedIn: mixedIn ?? null,
    });
    return { lotId, code: codes[lotId], keepUntil: until };
  },
});
