import { percent } from '@/core/quantities/formatQuantity';
import * as v from 'valibot';
import { mass, positiveMass, temperature } from '@/core/calculation';
import { atSeconds, id } from '@/core/churning/batchEvents';
import { breedFat } from '@/core/dairy/breeds';
import { milkBlock, pooledMilkFat, richestMilk } from '@/core/dairy/milkIn';
import { placeKeys } from '@/core/standing/places';
import { animalsOf, farmOf } from '@/data/house/house';
import { addLotEvents } from '@/data/ledger/standing';
import { actId, command } from '../commands/command';
import { intoVessel } from '../ledger/intoVessel';
import { move, milligrams, momentOf } from '../ledger/move';
import { localDate } from '../localDate';
import { Refusal } from '../refusal';
import { wholeKilograms } from '@/core/quantities/whole';
import { ownPlaces } from '../ledger/ownPlaces';

/** Most milk that comes in at once, g: past this a unit was mistyped (engineering estimate). */
const mostMilk = 2_000_000;

/** Milk comes in: from animals, the herd, or bought. What medicine or calving asks is blocked by itself. */
export const milkIn = command({
  name: 'milk.in',
  input: v.strictObject({
    lotId: id,
    atSeconds: v.optional(atSeconds),
    from: v.picklist(['herd', 'animals', 'bought']),
    animalIds: v.optional(v.array(v.string()), []),
    mass: positiveMass,
    massSd: mass,
    amountTyped: v.optional(v.pipe(v.string(), v.maxLength(80, 'at most 80 letters.')), ''),
    /** When it was tested or is on the label; worked out from the animals otherwise. */
    fat: v.optional(v.pipe(v.number(), v.gtValue(0, 'milk fat above 0 is needed.'))),
    fatMethod: v.optional(v.picklist(['test', 'label']), 'test'),
    celsius: v.optional(temperature, 35),
    strained: v.optional(v.boolean(), true),
    treatment: v.optional(v.picklist(['raw', 'pasteurised']), 'raw'),
    homogenised: v.optional(v.boolean(), false),
    vesselId: v.optional(v.nullable(v.string()), null),
    place: v.optional(v.picklist(placeKeys)),
  }),
  carryOut: async (scope, input, sender) => {
    const at = momentOf(input.atSeconds, sender);
    if (input.mass > mostMilk)
      throw new Refusal(
        `${wholeKilograms(input.mass / 1000)} of milk at once is more than a farm brings in: check the unit.`,
        'mass',
      );
    if (input.fat !== undefined && input.fat > richestMilk)
      throw new Refusal(
        `${percent(input.fat)} is no milk: milk holds at most 12 % fat. Cream comes in on the Shelf.`,
        'fat',
      );
    const herd = await animalsOf(scope);
    const known = new Set(herd.map((animal) => animal.id));
    if (input.animalIds.some((one) => !known.has(one)))
      throw new Refusal('That animal is not one of this farm’s.', 'animalIds');
    const milked =
      input.from === 'animals'
        ? herd.filter((animal) => input.animalIds.includes(animal.id))
        : input.from === 'herd'
          ? herd.filter((animal) => animal.milked && breedFat[animal.breed].species !== 'goat')
          : [];
    if (input.from === 'animals' && milked.length === 0)
      throw new Refusal('Say which animal it is of, or that it is the herd’s.', 'animalIds');
    const { timeZone } = await farmOf(scope);
    const day = localDate(at, timeZone);
    const block = milkBlock(milked, day);
    const expected = pooledMilkFat(milked, day);
    const fat = input.fat ?? expected.fat;
    const fatSd = input.fat === undefined ? expected.sd : input.fatMethod === 'test' ? 0.001 : 0.002;
    const { vessel, onto: milkInIt } = await intoVessel(
      scope,
      input.vesselId,
      { mass: input.mass, onto: 'milk' },
      sender,
    );
    if (milkInIt && (milkInIt.blockedReason === null) !== (block === undefined))
      throw new Refusal(
        `${vessel!.name} holds ${milkInIt.blockedReason === null ? 'milk for people' : `milk kept from people (${milkInIt.blockedReason})`}, and this is ${block ? `kept from them (${block.reason})` : 'for them'}: use another vessel.`,
        'vesselId',
      );
    const species = new Set<string>(milked.map((animal) => breedFat[animal.breed].species));
    const lotId = milkInIt?.id ?? input.lotId;
    const grams = milligrams(input.mass);
    const codes = await move(scope, sender, {
      kind: input.from === 'bought' ? 'bought' : 'milked',
      at,
      details: {
        from: input.from,
        animalIds: input.animalIds,
        milkedIds: milked.map(({ id: one }) => one),
        names: milked.map(({ name }) => name),
        treatment: input.treatment,
        // A withdrawal is looked up whenever it is asked for; the first days after calving are known now.
        block:
          milkBlock(
            milked.map((one) => ({ ...one, withdrawnUntil: null })),
            day,
          ) ?? null,
        amountTyped: input.amountTyped,
        celsius: input.celsius,
        strained: input.strained,
        massSd: input.massSd,
        ...(input.place ? { place: input.place } : {}),
      },
      from: [],
      sources: [
        {
          account: input.from === 'bought' ? 'received' : 'milked',
          mass: grams,
          fat: milligrams(grams * fat),
        },
      ],
      into: [
        {
          lotId,
          mass: grams,
          fat: milligrams(grams * fat),
          celsius: input.celsius,
          ...(milkInIt
            ? {}
            : {
                fresh: {
                  kind: 'milk' as const,
                  vesselId: vessel?.id ?? null,
                  treatment: input.treatment,
                  ripened: false,
                  fatMethod: input.fat === undefined ? 'breed' : input.fatMethod,
                  fatSd,
                  blockedReason: block?.reason ?? null,
                  blockedUntil: block?.until ?? null,
                  details: {
                    from: input.from,
                    animals: milked.map(({ name }) => name),
                    species: species.size === 1 ? ([...species][0] as 'cow') : 'cow',
                    strained: input.strained,
                    homogenised: input.homogenised,
                    fatHow:
                      input.fat === undefined
                        ? expected.how
                        : [`${input.fatMethod === 'test' ? 'Tested' : 'On the label'}`],
                    amountTyped: input.amountTyped,
                  },
                },
              }),
        },
      ],
    });
    if (input.place && !milkInIt)
      await addLotEvents(
        scope,
        lotId,
        [
          {
            kind: 'placed',
            id: `${actId(sender)}-at`,
            atSeconds: at.getTime() / 1000 + 0.001,
            place: input.place,
            celsius: (await ownPlaces(scope))[input.place].celsius,
          },
        ],
        { device: sender.device, commandId: sender.commandId, recordedAt: sender.receivedAt },
      );
    return {
      lotId,
      code: codes[lotId] ?? milkInIt?.code,
      pouredOn: milkInIt !== undefined,
      fat,
      blocked: block ?? null,
    };
  },
});
