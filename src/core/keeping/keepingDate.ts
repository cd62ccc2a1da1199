import { percent } from '../quantities/formatQuantity';
import { counted } from '../quantities/counted';
import { usuallyKeeps } from './brineKeeps';
import { addDays, readDate } from './civilDate';

export const storages = ['counter', 'crock', 'fridge', 'freezer'] as const;
export type Storage = (typeof storages)[number];

/** As warm as the room. */
export const isWarm = (storage: Storage): boolean => storage === 'counter' || storage === 'crock';

export interface Kept {
  /** ISO date the butter was made. */
  made: string;
  storage: Storage;
  washed: boolean;
  salted: boolean;
  cultured: boolean;
  rawOrigin: boolean;
  freshHerbsOrGarlic: boolean;
  /** Some salt is in it, too little to keep it. */
  littleSalt?: boolean;
  /** Salt in its water, mass fraction, when it is known: what keeps it, more than that it is salted. */
  brine?: number | undefined;
}

export interface KeepingDate {
  /** ISO date, the last good day. */
  until: string;
  days: number;
  /** Why this date and no later, in words. */
  reasons: string[];
}

/** Base days of handbook §6.12; conservative defaults. */
const fridgeDays = { unwashed: 4, unsalted: 12, salted: 25 };
const freezerDays = { unsalted: 165, salted: 270 };
const counterDays = { washed: 2, unwashed: 1 };
const crockDays = 14;
const culturedFactor = 1.25;
const rawFactor = 0.7;
const herbDays: Record<Storage, number> = { fridge: 4, freezer: 90, counter: 0, crock: 0 };

/** How long butter keeps where it is put, and why (handbook §6.12). Rounded down to whole days. */
export function keepingDate(butter: Kept): KeepingDate {
  readDate(butter.made, 'made');
  const reasons: string[] = [];
  let days = byBrine(butter, reasons);
  if (butter.storage === 'fridge' && butter.cultured) {
    days *= culturedFactor;
    reasons.push('cultured: a quarter longer');
  }
  if (butter.storage === 'fridge' && butter.rawOrigin) {
    days *= rawFactor;
    reasons.push('from raw milk: a third less');
  }
  if (butter.freshHerbsOrGarlic && days > herbDays[butter.storage]) {
    days = herbDays[butter.storage];
    reasons.push(
      butter.storage === 'counter' || butter.storage === 'crock'
        ? 'fresh herbs, garlic or fruit never stand at room temperature (botulism)'
        : `fresh herbs, garlic or fruit: at most ${counted(days, 'day')}`,
    );
  }
  const whole = Math.floor(days + 1e-9);
  return { until: addDays(butter.made, whole), days: whole, reasons };
}

/** Between the days of unsalted and of salted butter by the strength of the brine, where that is known. */
function byBrine(butter: Kept, reasons: string[]): number {
  const days = baseDays(butter, reasons);
  if (!butter.salted || butter.brine === undefined || butter.brine >= usuallyKeeps) return days;
  const unsalted = baseDays({ ...butter, salted: false }, []);
  reasons.push(`a brine of ${percent(butter.brine, 0)} only, for its salt stands in much water`);
  return unsalted + (days - unsalted) * (butter.brine / usuallyKeeps);
}

function baseDays({ storage, washed, salted, rawOrigin, littleSalt }: Kept, reasons: string[]): number {
  const unsalted = littleSalt ? 'too little salt to keep it' : 'unsalted';
  switch (storage) {
    case 'fridge':
      reasons.push(
        washed
          ? salted
            ? 'washed and salted, at 4 °C or colder'
            : `washed, ${unsalted}, at 4 °C or colder`
          : 'not washed: buttermilk left in it sours',
      );
      return washed ? (salted ? fridgeDays.salted : fridgeDays.unsalted) : fridgeDays.unwashed;
    case 'freezer':
      reasons.push(`${salted ? 'salted' : unsalted}, at −18 °C; safe after that, but the flavour fades`);
      return salted ? freezerDays.salted : freezerDays.unsalted;
    case 'counter':
      if (rawOrigin) reasons.push('raw milk butter has no counter time');
      else if (!salted)
        reasons.push(littleSalt ? 'too little salt for counter time' : 'unsalted butter has no counter time');
      else
        reasons.push(
          washed ? 'salted and washed, on the counter up to 21 °C' : 'salted but not washed, on the counter',
        );
      return salted && !rawOrigin ? (washed ? counterDays.washed : counterDays.unwashed) : 0;
    case 'crock':
      if (rawOrigin)
        reasons.push('a water seal keeps out air, not bacteria: no crock time for raw milk butter');
      else if (!salted || !washed) reasons.push('a crock needs washed, salted butter');
      else reasons.push('washed and salted under water changed every 3–5 days, up to 21 °C');
      return salted && washed && !rawOrigin ? crockDays : 0;
  }
}
