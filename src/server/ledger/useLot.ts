import * as v from 'valibot';
import { purposeFor, uses, usesOf } from '@/core/byProducts/uses';
import { curdWays } from '@/core/byProducts/curdWays';
import { setting } from '@/core/byProducts/setting';
import { positiveMass } from '@/core/calculation';
import { atSeconds, id } from '@/core/churning/batchEvents';
import { actId, command } from '../commands/command';
import { isMade } from '@/core/standing/lotKinds';
import { addLotEvents } from '@/data/ledger/standing';
import { Refusal } from '../refusal';
import { intoMade, madeId } from './intoMade';
import { letGo } from './judgedLots';
import type { Drawn } from './move';
import { draw, milligrams, momentOf, move } from './move';
import { kindNames } from '@/core/standing/lotKinds';
import { wholeGrams } from '@/core/quantities/whole';
import { ownPlaces } from './ownPlaces';

/** Fat of whey that is strained off, as a share of it (engineering estimate). */
const wheyFat = 0.001;
/** More live yoghurt than this is no dose, as a share of the milk (handbook §6.13: 2 to 5 %). */
const mostCulture = 0.2;

/** Some of a lot, or all of it, goes to a named use. What is made of it and kept stands in the larder as a lot of its own. */
export const useLot = command({
  name: 'lot.use',
  input: v.strictObject({
    lotId: id,
    mass: v.optional(positiveMass),
    to: v.picklist(uses),
    /** Yoghurt, curd, whipped cream: what came of it, g, whether it was heated to 85 °C first, how curd came about, and yoghurt that only begins to set. */
    made: v.optional(
      v.strictObject({
        mass: v.optional(positiveMass),
        heated: v.optional(v.boolean(), true),
        way: v.optional(v.picklist(curdWays)),
        setting: v.optional(setting),
      }),
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
    if (to === 'whey') {
      if (drawn.mass >= lot.mass - 1)
        throw new Refusal('Whey is what parts from it: say how much ran off.', 'mass');
      // What is strained off takes next to no fat along.
      drawn.fat = milligrams(Math.min(drawn.fat, wheyFat * drawn.mass));
    }
    const purpose = purposeFor(to, made.heated);
    const despite = purpose && (await letGo(scope, [lot], purpose, at, knowing));
    const sets = to === 'yoghurt' ? made.setting : undefined;
    if (sets && sets.culture > mostCulture * drawn.mass)
      throw new Refusal(
        `${wholeGrams(sets.culture)} of live yoghurt in ${wholeGrams(drawn.mass)} is too much: 2 to 5 % is usual, 20 % the most.`,
        'made.setting.culture',
      );
    const spooned = sets?.cultureLotId
      ? (await draw(scope, [{ lotId: sets.cultureLotId, mass: sets.culture }], sender))[0]
      : undefined;
    if (spooned && spooned.lot.kind !== 'yoghurt')
      throw new Refusal(`${spooned.lot.code} is no yoghurt.`, 'made.setting.cultureLotId');
    const spoonedDespite = spooned && (await letGo(scope, [spooned.lot], 'drink', at, knowing));
    const kept = isMade(to)
      ? intoMade(to, { ...drawn, lots: [lot, ...(spooned ? [spooned.lot] : [])] }, actId(sender), {
          weighed: made.mass,
          heated: made.heated,
          way: made.way,
          ...(sets ? { setting: { ...sets, spooned } } : {}),
          despite: despite ?? spoonedDespite,
        })
      : { into: [], sources: [], to: [{ account: to, mass: drawn.mass, fat: drawn.fat }], details: {} };
    await move(scope, sender, {
      ...kept,
      kind: 'used',
      at,
      details: { ...kept.details, ...(despite ? { despite } : {}) },
      from: spooned ? [drawn, spooned] : [drawn],
    });
    if (sets)
      await addLotEvents(
        scope,
        madeId(actId(sender)),
        [
          {
            kind: 'placed',
            id: `${actId(sender)}-sa`,
            atSeconds: at.getTime() / 1000 + 0.001,
            place: sets.place,
            celsius: sets.around ?? (await ownPlaces(scope))[sets.place].celsius,
          },
          {
            kind: 'soured',
            id: `${actId(sender)}-ss`,
            atSeconds: at.getTime() / 1000 + 0.002,
            route: 'yoghurt',
            dose: Math.min(0.3, Math.max(1e-4, sets.culture / drawn.mass)),
            culture: 'liveYoghurt',
            generation: 0,
          },
        ],
        { device: sender.device, commandId: sender.commandId, recordedAt: sender.receivedAt },
      );
    return { lotId, mass: drawn.mass };
  },
});
