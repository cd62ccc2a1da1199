import { butterOfCream, butterOfMilk } from '@/core/dairy/butterOfMilk';
import { curvesOf } from '@/core/dairy/milkGiven';
import { ownFat } from '@/core/dairy/ownFat';
import { throughChurn } from '@/core/planning/throughChurn';
import { feastsAhead } from '@/core/planning/yearFeasts';
import { butterLeft } from '@/data/ledger/ledger';
import { packedBetween } from '@/data/churning/batches';
import { inFarm } from '@/data/farmScope';
import { futuresOf } from '@/data/house/futures';
import { animalsOf, vesselsOf } from '@/data/house/house';
import { wishesSince } from '@/data/house/wishes';
import { milkingRows } from '@/data/ledger/milkings';
import { now } from '../clock';
import { houseViewOf } from '../house/views';
import { stockOf } from '../larder/views';
import { localDate } from '../localDate';
import { milkingsOf, testedOf } from './milkBook';
import type { YearView } from './views';

/** A lactation and what comes after it, days; more milkings than any house of this size has in them. */
const daysBack = 430;
const mostMilkings = 4000;
/** Fewer batches say nothing of how much of the milk becomes butter (engineering estimate). */
const leastBatches = 4;
const day = 86_400_000;

/** What a year of butter ahead is worked out from: the herd with its own peaks, what becomes of its milk, what is eaten, what lies there. */
export const yearBookView = (farmId: string): Promise<YearView> =>
  inFarm(farmId, async (scope) => {
    const house = await houseViewOf(scope);
    const { timeZone } = house.farm;
    const at = now();
    const from = new Date(at.getTime() - daysBack * day);
    const animals = await animalsOf(scope);
    const rows = await milkingRows(scope, from, new Date(at.getTime() + day), mostMilkings);
    const milkings = milkingsOf(rows, animals, timeZone);
    const curves = curvesOf(milkings, animals);
    const today = localDate(at, timeZone);
    const packed = await packedBetween(scope, from, at);
    const milkFat = milkings.reduce((sum, { fat }) => sum + fat, 0);
    const butter = packed.reduce((sum, { butterMass }) => sum + butterMass, 0);
    const whole = butterOfMilk({ milkFat: 0, boughtFat: 0, butterMass: 0, batches: 0 }).perFat;
    // Milk that is drunk and cream that is eaten are no butter; cream that was bought is none of the herd’s.
    const told = packed.length >= leastBatches && milkFat > 0;
    const { butter: stock, rate } = await stockOf(scope, timeZone);
    const grams = (frozen: boolean) =>
      stock
        .filter(({ storage, blockedReason }) => (storage === 'freezer') === frozen && blockedReason === null)
        .reduce((sum, { mass }) => sum + mass, 0);
    return {
      ...house,
      today,
      animals: animals.map(({ id, ...animal }) => {
        const curve = curves.get(id);
        const tests = testedOf(rows, milkings, id).map(({ atSeconds, fat }) => ({
          day: localDate(new Date(1000 * atSeconds), timeZone),
          fat,
        }));
        return {
          ...animal,
          peak: curve?.peak,
          // What she showed before she calved last says how much she gives, and not how this lactation falls.
          curve:
            curve && !curve.before ? { tilt: curve.tilt, tiltSd: curve.tiltSd, at: curve.at } : undefined,
          fat: ownFat(animal, tests, today),
        };
      }),
      // A separator brings more of it into the cream than the book’s ladle; more than all of it nothing does.
      butterPerFat: told ? Math.min(butterOfCream, butter / milkFat) : whole,
      batches: told ? packed.length : 0,
      churning: told
        ? throughChurn(
            packed.map((one) => ({ on: localDate(one.startedAt, timeZone), butter: one.butterMass })),
          )
        : undefined,
      separator: (await vesselsOf(scope)).some(({ kind }) => kind === 'separator'),
      feasts: feastsAhead(
        (await butterLeft(scope, new Date(at.getTime() - 366 * day)))
          .filter(({ guests }) => guests)
          .map((one) => ({ on: localDate(one.at, timeZone), mass: one.mass })),
        (await wishesSince(scope, at))
          .filter(({ occasion }) => occasion !== null)
          .map(({ readyAt, mass }) => ({ on: localDate(readyAt, timeZone), mass })),
        today,
      ),
      eaten: rate?.perWeek,
      frozen: grams(true),
      fresh: grams(false),
      futures: await futuresOf(scope),
    };
  });
