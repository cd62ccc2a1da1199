import * as v from 'valibot';
import { positiveMass } from '@/core/calculation';
import { usualButterFat } from '@/core/churning/expectedButter';
import { atSeconds, id } from '@/core/churning/batchEvents';
import { isWarm, storages } from '@/core/keeping/keepingDate';
import { readDate } from '@/core/keeping/civilDate';
import { looseKept } from '@/core/keeping/looseButter';
import { putLoosePortion } from '@/data/churning/batches';
import { farmOf } from '@/data/house/house';
import { command } from '../commands/command';
import { milligrams, momentOf, move } from '../ledger/move';
import { localDate } from '../localDate';
import { Refusal } from '../refusal';

/** Salt of salted butter nobody measured, as a share of it (handbook §6.11: 1.5–2 %; engineering estimate). */
const usualSalt = 0.016;

/** Butter from before the books were kept, bought or given, with what is known of it. */
export const enterButter = command({
  name: 'butter.enter',
  input: v.strictObject({
    lotId: id,
    atSeconds: v.optional(atSeconds),
    mass: positiveMass,
    name: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(60, 'at most 60 letters.')), ''),
    /** ISO date; not said where nobody knows. */
    madeOn: v.optional(v.string()),
    salted: v.boolean(),
    raw: v.optional(v.boolean(), false),
    cultured: v.optional(v.boolean(), false),
    washed: v.optional(v.boolean(), true),
    bought: v.optional(v.boolean(), false),
    storage: v.picklist(storages),
    /** It has no time there by any rule, and the maker knows. */
    knowing: v.optional(v.boolean(), false),
  }),
  carryOut: async (scope, input, sender) => {
    const at = momentOf(input.atSeconds, sender);
    const { timeZone } = await farmOf(scope);
    const today = localDate(at, timeZone);
    if (input.madeOn !== undefined) {
      readDate(input.madeOn, 'madeOn');
      if (input.madeOn > today)
        throw new Refusal('Butter is made before it is written down: look at its day.', 'madeOn');
    }
    const mass = milligrams(input.mass);
    const saltMass = input.salted ? milligrams(usualSalt * mass) : 0;
    const fat = milligrams((mass - saltMass) * usualButterFat);
    const loose = {
      washed: input.washed,
      salted: input.salted,
      someSalt: input.salted,
      cultured: input.cultured,
      raw: input.raw,
      perishable: false,
      storage: input.storage,
      made: input.madeOn ?? null,
    };
    const { until, reasons } = looseKept(loose, today);
    if (isWarm(input.storage) && until <= today && !input.knowing)
      throw new Refusal(
        'By the usual rules it has no time there: washed, salted butter of heated cream only. Fridge, or freezer.',
        'storage',
      );
    const codes = await move(scope, sender, {
      kind: input.bought ? 'bought' : 'received',
      at,
      from: [],
      sources: [{ account: 'received', mass, fat }],
      into: [
        {
          lotId: input.lotId,
          mass,
          fat,
          celsius: 4,
          fresh: {
            kind: 'butter',
            treatment: input.raw ? 'raw' : 'pasteurised',
            ripened: input.cultured,
            ...(input.madeOn ? { oldestAt: new Date(`${input.madeOn}T12:00:00Z`) } : {}),
            storage: input.storage,
            keepUntil: until,
            keepReasons: reasons,
            details: { loose, from: input.bought ? 'bought' : 'herd' },
          },
        },
      ],
    });
    await putLoosePortion(scope, {
      lotId: input.lotId,
      name: input.name || (input.salted ? 'Salted' : 'Unsalted'),
      mass,
      saltMass,
      measured: 'scale',
      additions: [],
      mixedIn: null,
    });
    return { lotId: input.lotId, code: codes[input.lotId], keepUntil: until };
  },
});
