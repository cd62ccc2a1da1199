import * as v from 'valibot';
import { mass, temperature } from '@/core/calculation';
import { atSeconds, id } from '@/core/churning/batchEvents';
import { placeKeys } from '@/core/standing/places';
import { addLotEvents, lotsById } from '@/data/ledger/standing';
import { isMade } from '@/core/standing/lotKinds';
import { actId, command } from '../commands/command';
import { intoVessel, refuseOverfull } from '../ledger/intoVessel';
import { blendOf, draw, milligrams, momentOf, move, outs } from '../ledger/move';
import { letPour } from '../ledger/judgedLots';
import { Refusal } from '../refusal';
import { ownPlaces } from '../ledger/ownPlaces';

/** Pools lots, thins them with skim, milk or water, tops one up, or sets part of one aside: grams flow, nothing else. */
export const pourCream = command({
  name: 'lot.pour',
  input: v.strictObject({
    from: outs,
    /** A lot that stands already; or else a new one, of this kind, in this vessel. */
    intoLotId: v.optional(id),
    lotId: id,
    kind: v.picklist(['milk', 'cream', 'skim', 'buttermilk']),
    vesselId: v.optional(v.nullable(v.string()), null),
    cut: v.optional(v.picklist(['whole', 'top', 'rest'])),
    waterMass: v.optional(mass, 0),
    celsius: temperature,
    place: v.optional(v.picklist(placeKeys), 'fridge'),
    atSeconds: v.optional(atSeconds),
    /** Some of it should be thrown out, and the maker knows. */
    knowing: v.optional(v.boolean(), false),
  }),
  carryOut: async (scope, input, sender) => {
    const at = momentOf(input.atSeconds, sender);
    if (input.from.some(({ lotId }) => lotId === input.intoLotId))
      throw new Refusal('A lot cannot be poured into itself.', 'intoLotId');
    const drawn = await draw(scope, input.from, sender, input.intoLotId ? [input.intoLotId] : []);
    const odd = drawn.find(({ lot }) => lot.kind === 'butter' || lot.kind === 'ghee' || isMade(lot.kind));
    if (odd) throw new Refusal(`${odd.lot.code} is ${odd.lot.kind}: it does not pour.`, 'from');
    const emptied = new Set(drawn.filter(({ all }) => all).map(({ lot }) => lot.id));
    const poured = drawn.reduce((sum, one) => sum + one.mass, 0) + input.waterMass;
    if (!input.intoLotId) await intoVessel(scope, input.vesselId, { mass: poured, emptied }, sender);
    else {
      const onto = (await lotsById(scope, [input.intoLotId])).get(input.intoLotId);
      if (onto?.vessel) refuseOverfull(onto.vessel, poured, onto.mass, 'intoLotId');
    }
    const total = {
      mass: milligrams(drawn.reduce((sum, one) => sum + one.mass, 0) + input.waterMass),
      fat: milligrams(drawn.reduce((sum, one) => sum + one.fat, 0)),
    };
    await letPour(
      scope,
      drawn.map(({ lot }) => lot),
      at,
      input.knowing,
    );
    const all = blendOf(drawn.map(({ lot }) => lot));
    // Independent errors of the parts, each by its share of the whole.
    const fatSd = Math.hypot(...drawn.map((one) => ((one.lot.fatSd ?? 0.03) * one.mass) / total.mass));
    const lotId = input.intoLotId ?? input.lotId;
    const codes = await move(scope, sender, {
      kind: 'poured',
      at,
      from: drawn,
      sources: input.waterMass > 0 ? [{ account: 'water', mass: milligrams(input.waterMass), fat: 0 }] : [],
      into: [
        {
          lotId,
          ...total,
          celsius: input.celsius,
          ...(input.intoLotId
            ? {}
            : {
                fresh: {
                  kind: input.kind,
                  vesselId: input.vesselId,
                  treatment: all.treatment,
                  ripened: all.ripened,
                  oldestAt: all.oldestAt,
                  blockedReason: all.blockedReason,
                  blockedUntil: all.blockedUntil,
                  fatSd,
                  fatMethod: drawn.length === 1 ? drawn[0]!.lot.fatMethod : 'batches',
                  details: { ...all.details, ...(input.cut ? { cut: input.cut } : {}) },
                },
              }),
        },
      ],
    });
    if (!input.intoLotId)
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
    return { lotId, code: codes[lotId], ...total };
  },
});
