import * as v from 'valibot';
import { positiveMass } from '@/core/calculation';
import { id } from '@/core/churning/batchEvents';
import { command } from '../commands/command';
import { intoVessel } from '../ledger/intoVessel';
import { draw, momentOf, move } from '../ledger/move';
import { letGo } from '../ledger/judgedLots';
import { Refusal } from '../refusal';

/** Keeps some of a soured lot as a line of culture, one generation on. Never from sweet buttermilk. */
export const keepCulture = command({
  name: 'culture.keep',
  input: v.strictObject({
    lotId: id,
    fromLotId: id,
    mass: positiveMass,
    name: v.optional(
      v.pipe(
        v.string(),
        v.trim(),
        v.minLength(1, 'a name of 1 to 60 letters.'),
        v.maxLength(60, 'a name of 1 to 60 letters.'),
      ),
    ),
    vesselId: v.optional(v.nullable(v.string()), null),
  }),
  carryOut: async (scope, input, sender) => {
    const [drawn] = await draw(scope, [{ lotId: input.fromLotId, mass: input.mass }], sender);
    const { lot } = drawn!;
    if (!lot.ripened)
      throw new Refusal(
        lot.kind === 'buttermilk'
          ? 'This buttermilk is of sweet cream: nothing lives in it that sours. Keep a culture from a cultured batch.'
          : 'Nothing in this has soured yet: a culture is kept from what is thick and tart.',
        'fromLotId',
      );
    const despite = await letGo(scope, [lot], 'culture', sender.receivedAt, false);
    if (despite) throw new Refusal(despite, 'fromLotId');
    await intoVessel(scope, input.vesselId, { mass: drawn!.mass }, sender);
    const before = lot.details.line;
    const line = {
      name: input.name ?? before?.name ?? 'House culture',
      generation: (before?.generation ?? 0) + 1,
      kind: before?.kind ?? ('mesophilic' as const),
      culture: 'culturedButtermilk',
    };
    const codes = await move(scope, sender, {
      kind: 'poured',
      at: momentOf(undefined, sender),
      from: [drawn!],
      into: [
        {
          lotId: input.lotId,
          mass: drawn!.mass,
          fat: drawn!.fat,
          celsius: 5,
          fresh: {
            kind: 'culture',
            vesselId: input.vesselId,
            treatment: lot.treatment,
            ripened: true,
            blockedReason: lot.blockedReason,
            blockedUntil: lot.blockedUntil,
            details: { line },
          },
        },
      ],
    });
    return { lotId: input.lotId, code: codes[input.lotId], line };
  },
});
