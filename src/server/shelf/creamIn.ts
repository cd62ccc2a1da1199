import { percent } from '@/core/quantities/formatQuantity';
import * as v from 'valibot';
import { positiveMass, temperature } from '@/core/calculation';
import { atSeconds, id } from '@/core/churning/batchEvents';
import { richestCream } from '@/core/dairy/creamFat';
import { placeKeys } from '@/core/standing/places';
import { addLotEvents } from '@/data/ledger/standing';
import { actId, command } from '../commands/command';
import { intoVessel } from '../ledger/intoVessel';
import { milligrams, momentOf, move } from '../ledger/move';
import { Refusal } from '../refusal';
import { ownPlaces } from '../ledger/ownPlaces';

/** Leanest that is still called cream (handbook §6.1: light cream 18–20 %, half-and-half about 10), mass fraction. */
const leanestCream = 0.08;

/** Bought cream, or cream separated before anyone wrote it down: no animal and no milk needed. */
export const creamIn = command({
  name: 'cream.in',
  input: v.strictObject({
    lotId: id,
    atSeconds: v.optional(atSeconds),
    mass: positiveMass,
    fat: v.number(),
    fatSd: v.pipe(
      v.number(),
      v.gtValue(0, 'a spread above zero is needed.'),
      v.maxValue(0.2, 'a spread of at most 20 points.'),
    ),
    fatMethod: v.picklist(['test', 'label', 'batches', 'separator', 'gravity', 'breed']),
    treatment: v.picklist(['raw', 'pasteurised', 'boiled']),
    homogenised: v.optional(v.boolean(), false),
    ripened: v.optional(v.boolean(), false),
    bought: v.optional(v.boolean(), true),
    celsius: v.optional(temperature, 4),
    vesselId: v.optional(v.nullable(v.string()), null),
    place: v.optional(v.picklist(placeKeys), 'fridge'),
  }),
  carryOut: async (scope, input, sender) => {
    const at = momentOf(input.atSeconds, sender);
    if (input.fat > richestCream)
      throw new Refusal(
        `Cream of ${percent(input.fat, 0)} is butter already: cream holds at most 60 % fat.`,
        'fat',
      );
    if (input.fat < leanestCream)
      throw new Refusal(
        `${percent(input.fat)} is milk: it comes in on the Pail. Cream holds 8 % and more.`,
        'fat',
      );
    await intoVessel(scope, input.vesselId, { mass: input.mass }, sender);
    const mass = milligrams(input.mass);
    const fat = milligrams(mass * input.fat);
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
          celsius: input.celsius,
          fresh: {
            kind: 'cream',
            vesselId: input.vesselId,
            treatment: input.treatment,
            ripened: input.ripened,
            fatMethod: input.fatMethod,
            fatSd: input.fatSd,
            details: { from: 'bought', homogenised: input.homogenised },
          },
        },
      ],
    });
    await addLotEvents(
      scope,
      input.lotId,
      [{ kind: 'placed', id: `${actId(sender)}-at`, atSeconds: at.getTime() / 1000 + 0.001, place: input.place, celsius: (await ownPlaces(scope))[input.place].celsius }],
      { device: sender.device, commandId: sender.commandId, recordedAt: sender.receivedAt },
    ); // prettier-ignore
    return { lotId: input.lotId, code: codes[input.lotId] };
  },
});
