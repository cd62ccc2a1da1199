import { expectedMilkFat } from '@/core/dairy/milkIn';
import type { Milking } from '@/core/dairy/milkGiven';
import { dayInMilk, foreseenOn, givenByDay, lactationOf, peaksOf } from '@/core/dairy/milkGiven';
import { butterOfMilk } from '@/core/dairy/butterOfMilk';
import { addDays } from '@/core/keeping/civilDate';
import { packedBetween } from '@/data/churning/batches';
import type { FarmScope } from '@/data/farmScope';
import { inFarm } from '@/data/farmScope';
import { animalsOf } from '@/data/house/house';
import type { MilkingRow } from '@/data/ledger/milkings';
import { milkingRows } from '@/data/ledger/milkings';
import { now } from '../clock';
import { houseViewOf } from '../house/views';
import { localDate } from '../localDate';
import { upstreamOf } from './upstream';
import type { MilkBookView, MilkingShown } from './views';

/** A lactation and what comes after it. */
const daysBack = 430;
/** Four milkings a day over all of it: more than any house of this size has. */
const mostMilkings = 4000;
/** Written out at first. */
const firstMilkings = 10;
/** Days of churning that say what becomes of a gram of the milk's fat. */
const daysOfButter = 90;
const day = 86_400_000;

/** Every milking of a lactation's time, what each animal gives against her curve, and what her milk makes in butter. */
export const milkBookView = (farmId: string, asked: { of?: string; all?: boolean }): Promise<MilkBookView> =>
  inFarm(farmId, async (scope) => {
    const house = await houseViewOf(scope);
    const { timeZone } = house.farm;
    const at = now();
    const today = localDate(at, timeZone);
    const animals = await animalsOf(scope);
    const rows = await milkingRows(scope, new Date(at.getTime() - daysBack * day), new Date(at.getTime() + day), mostMilkings); // prettier-ignore
    const chosen = animals.find(({ id }) => id === asked.of);
    const milkings = milkingsOf(rows, animals, timeZone);
    const shown = rows
      .map((row, i) => shownMilking(row, milkings[i]!))
      .filter(({ whose }) => !chosen || whose.includes(chosen.id));
    const peaks = peaksOf(milkings, animals);
    const butter = await butterOf(scope, at);
    const byId = new Map(animals.map((one) => [one.id, one]));
    const fats = new Map<string, number>();
    const fatOf = (id: string, on: string) => {
      const key = `${id} ${on}`;
      const known = fats.get(key) ?? expectedMilkFat(byId.get(id)!, on).fat;
      fats.set(key, known);
      return known;
    };
    const whole = (of?: string) => givenByDay(milkings, animals, of, { peaks, fatOf });
    const given = chosen ? whole(chosen.id) : whole();
    const sinceCalving =
      chosen?.calvedOn && given.some(({ day: one }) => one >= chosen.calvedOn!)
        ? given.filter(({ day: one }) => one >= chosen.calvedOn!)
        : given;
    // Her curve is told by what she gave alone; where she never was, it is of her part, and says nothing against it.
    const lactation = chosen && lactationOf(chosen, sinceCalving.filter(({ alone, day: one }) => alone && one < today)); // prettier-ignore
    return {
      ...house,
      today,
      of: chosen?.id ?? null,
      animals,
      milked: [...new Set(milkings.flatMap(({ whose }) => whose))],
      butter,
      days: sinceCalving.map((one) => ({
        ...one,
        inMilk: chosen ? (dayInMilk(chosen, one.day) ?? null) : null,
        foreseen: (chosen && lactation && foreseenOn(chosen, lactation, one.day)) ?? null,
        foreseenFat: chosen ? expectedMilkFat(chosen, one.day).fat : null,
      })),
      tested: testedOf(rows, milkings, chosen?.id),
      lactation: lactation ?? null,
      each: animals
        .map((animal) => {
          const hers = whole(animal.id).filter(({ day: one }) => one < today && one >= addDays(today, -7));
          const mass = hers.reduce((sum, one) => sum + one.mass, 0);
          return {
            id: animal.id,
            name: animal.name,
            inMilk: dayInMilk(animal, today) ?? null,
            days: hers.length,
            alone: hers.length > 0 && hers.every(({ alone }) => alone),
            perDay: hers.length > 0 ? mass / hers.length : 0,
            fat: mass > 0 ? hers.reduce((sum, one) => sum + one.fat, 0) / mass : 0,
          };
        })
        .filter(({ days }) => days > 0),
      milkings: shown.slice(0, asked.all ? mostMilkings : firstMilkings),
      more: asked.all ? 0 : Math.max(0, shown.length - firstMilkings),
    };
  });

/** Milkings as they are reckoned with: their day where the farm is, and whose they were. */
export function milkingsOf(
  rows: readonly MilkingRow[],
  animals: readonly { id: string; name: string }[],
  timeZone: string,
): Milking[] {
  const idOf = new Map(animals.map(({ id, name }) => [name, id]));
  return rows.map((row) => ({
    day: localDate(row.at, timeZone),
    mass: row.mass,
    fat: row.fat,
    whose: whoseOf(row, idOf),
  }));
}

function whoseOf({ details, lot }: MilkingRow, idOf: ReadonlyMap<string, string>): string[] {
  if (Array.isArray(details.milkedIds)) return details.milkedIds as string[];
  return lot.animals.flatMap((name) => idOf.get(name) ?? []);
}

const shownMilking = (row: MilkingRow, { day: of, whose }: Milking): MilkingShown => ({
  entryId: row.entryId,
  atSeconds: row.at.getTime() / 1000,
  day: of,
  mass: row.mass,
  fat: row.fat / row.mass,
  whose: [...whose],
  names: Array.isArray(row.details.names) ? (row.details.names as string[]) : row.lot.animals,
  herd: row.details.from === 'herd',
  celsius: typeof row.details.celsius === 'number' ? row.details.celsius : null,
  corrected: typeof row.details.corrects === 'string',
  lot: row.lot,
});

/** Fat that was tested of an animal by herself, or of the herd's milk: what a breed is said to give is no test. */
export const testedOf = (rows: readonly MilkingRow[], milkings: readonly Milking[], of: string | undefined) =>
  rows
    .flatMap(({ entryId, at, mass, fat, lot }, i) =>
      lot.pourings === 1 &&
      (lot.fatMethod === 'test' || lot.fatMethod === 'label') &&
      (of === undefined || (milkings[i]!.whose.length === 1 && milkings[i]!.whose[0] === of))
        ? [{ id: entryId, atSeconds: at.getTime() / 1000, fat: fat / mass }]
        : [],
    )
    .toReversed();

/** What a gram of the milk's fat made in butter of late, where the books tell it; else as the book has it. */
async function butterOf(scope: FarmScope, at: Date): Promise<MilkBookView['butter']> {
  const batches = await packedBetween(scope, new Date(at.getTime() - daysOfButter * day), at);
  const upstream =
    batches.length > 0
      ? await upstreamOf(scope, ...batches.map(({ creamLotId, fatIn }) => ({ lot: creamLotId, fat: fatIn })))
      : undefined;
  return butterOfMilk({
    milkFat: upstream?.milk ?? 0,
    boughtFat: upstream?.bought ?? 0,
    butterMass: batches.reduce((sum, { butterMass }) => sum + butterMass, 0),
    batches: batches.length,
  });
}
