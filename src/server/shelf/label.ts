import { allergensOf } from '@/core/keeping/allergens';
import { spokenFraction, spokenMass, text } from '@/core/quantities/formatQuantity';
import type { FarmScope } from '@/data/farmScope';
import { inFarm } from '@/data/farmScope';
import type { Farm } from '@/data/house/house';
import { farmOf } from '@/data/house/house';
import { butterOnHand } from '@/data/ledger/ledger';
import type { StandingLot } from '@/data/ledger/standing';
import { lotsById } from '@/data/ledger/standing';
import { meantFor } from '@/core/standing/meant';
import { weekFrom } from '@/core/keeping/civilDate';
import { fridgeDoor } from '@/formats/fridgeDoor';
import { jarLabel } from '@/formats/jarLabel';
import type { SheetKey, SheetLabel } from '@/formats/labelSheet';
import { labelSheet, mostLabels, sheets } from '@/formats/labelSheet';
import type { Paper } from '@/formats/print';
import { localDate } from '../localDate';
import { now } from '../clock';
import { judgedLots } from '../ledger/judgedLots';

const day = (at: Date, timeZone: string): string =>
  new Intl.DateTimeFormat('en-GB', { timeZone, weekday: 'short', day: 'numeric', month: 'short' }).format(at);

/**
 * A lot's jar label as PDF. It says “not for drinking” when the lot is kept from people or past its time, and when the
 * maker says so (for animals, for soap). Undefined when there is no such lot.
 */
export const lotLabel = (
  farmId: string,
  lotId: string,
  forAnimals: boolean,
): Promise<Uint8Array | undefined> =>
  inFarm(farmId, async (scope) => {
    const lot = (await lotsById(scope, [lotId])).get(lotId);
    if (!lot) return undefined;
    const farm = await farmOf(scope);
    if (lot.kind === 'butter' || lot.kind === 'ghee') return butterLabel(scope, lot, farm);
    const { judged, told } = (await judgedLots(scope, [lot], now()))[0]!;
    const soap = meantFor(told.events) === 'soap';
    const until = judged.untilSeconds === undefined ? undefined : new Date(judged.untilSeconds * 1000);
    const unsafe = judged.discard?.why ?? lot.details.despite;
    const fat = lot.mass > 0 ? lot.fat / lot.mass : 0;
    return jarLabel({
      what: lot.kind[0]!.toUpperCase() + lot.kind.slice(1),
      code: lot.code,
      lines: [
        `${farm.name ? `${farm.name}, ` : ''}of ${day(lot.oldestAt, farm.timeZone)}`,
        `${lot.treatment}${lot.ripened ? ', soured' : ''}, ${text(spokenFraction(fat, lot.kind === 'cream' ? 0 : 1))} fat`,
        ...(lot.blockedReason || forAnimals || soap || unsafe || lot.ripened || !until
          ? []
          : [`Keep cold; use by ${day(until, farm.timeZone)}`]),
      ],
      notForDrinking:
        lot.blockedReason || forAnimals || soap || unsafe
          ? { reason: lot.blockedReason ?? (unsafe ? `Throw out: ${unsafe}` : soap ? 'For soap' : undefined) }
          : undefined,
      made: now(),
    });
  });

/** Sheets labels are printed on, by name. */
export const sheetNames = Object.keys(sheets);
export const isSheet = (name: string): name is SheetKey => Object.hasOwn(sheets, name);

/**
 * As many labels of a piece of butter as it has pieces, or as many as asked, on a sheet as it is sold.
 * @param origin where this house answers, for the code to the piece’s page
 * @returns undefined when there is no such butter
 */
export const butterSheet = (
  farmId: string,
  lotId: string,
  {
    sheet,
    copies,
    first,
    origin,
  }: { sheet: SheetKey; copies?: number | undefined; first: number; origin: string },
): Promise<Uint8Array | undefined> =>
  inFarm(farmId, async (scope) => {
    const lot = (await lotsById(scope, [lotId])).get(lotId);
    if (lot?.kind !== 'butter' && lot?.kind !== 'ghee') return undefined;
    const pat = (await butterOnHand(scope)).find((one) => one.lotId === lot.id);
    const pieces = pat?.pieces ? Math.max(1, Math.round(pat.mass / pat.pieces.each)) : 1;
    const label = await butterWords(scope, lot, await farmOf(scope));
    const page = `${origin}/larder?piece=${lotId}`;
    return labelSheet(
      Array.from({ length: Math.min(mostLabels, copies ?? pieces) }, () => ({ ...label, page })),
      sheet,
      now(),
      first,
    );
  });

/** Four weeks to write on by hand, from the first day of this week on. */
export const fridgeDoorSheet = (farmId: string, paper: Paper): Promise<Uint8Array> =>
  inFarm(farmId, async (scope) => {
    const { name, timeZone, unitSystem, weekBegins } = await farmOf(scope);
    const today = localDate(now(), timeZone);
    return fridgeDoor({
      farm: name,
      from: weekFrom(today, weekBegins),
      paper,
      units: {
        metric: { volume: 'litres', mass: 'grams' },
        us: { volume: 'quarts', mass: 'pounds and ounces' },
        imperial: { volume: 'pints', mass: 'pounds and ounces' },
      }[unitSystem],
      made: now(),
    });
  });

const butterLabel = async (scope: FarmScope, lot: StandingLot, farm: Farm): Promise<Uint8Array> =>
  jarLabel({ ...(await butterWords(scope, lot, farm)), made: now() });

/** What the label of a piece of butter or ghee says: its code, when it was made, where it is kept and until when, and its allergens. */
async function butterWords(scope: FarmScope, lot: StandingLot, farm: Farm): Promise<SheetLabel> {
  const pat = (await butterOnHand(scope)).find(({ lotId }) => lotId === lot.id);
  const until = pat && new Date(`${pat.keepUntil}T12:00:00Z`);
  const mass = pat && text(spokenMass(pat.pieces?.each ?? pat.mass, farm.unitSystem));
  return {
    what: lot.kind === 'ghee' ? 'Ghee' : 'Butter',
    code: lot.code,
    lines: [
      `${farm.name ? `${farm.name}, ` : ''}${pat?.madeUnknown ? 'written down' : 'made'} ${day(pat?.madeAt ?? lot.madeAt, farm.timeZone)}`,
      ...(pat ? [`${pat.name}${mass ? `, ${mass}${pat.pieces ? ' each' : ''}` : ''}`] : []),
      ...(pat && until
        ? [`${pat.storage[0]!.toUpperCase()}${pat.storage.slice(1)}: eat by ${day(until, 'UTC')}`]
        : []),
      ...(lot.treatment === 'raw' ? ['From raw milk'] : []),
    ],
    notForPeople:
      lot.blockedReason ?? (lot.details.despite ? `Throw out: ${lot.details.despite}` : undefined),
    contains: allergensOf(pat ?? { additions: [] }, lot.kind === 'ghee'),
  };
}
