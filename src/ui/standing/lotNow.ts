import { creamDensity } from '@/core/dairy/creamDensity';
import { ageSince, isMade } from '@/core/standing/lotKinds';
import type { LotStory, ToldLot } from '@/core/standing/lotStory';
import { secondsUntil } from '@/core/standing/lotHeat';
import { lotStory } from '@/core/standing/lotStory';
import type { VesselShape } from '@/core/standing/places';
import { vesselShape } from '@/core/standing/places';
import { souringNow } from '@/core/standing/souringNow';
import type { LotJudgement, Waiting } from '@/core/standing/judgeLot';
import { forTable } from '@/core/standing/forTable';
import { meantFor } from '@/core/standing/meant';
import { judgeLot } from '@/core/standing/judgeLot';
import type { ShownLot } from '@/server/pail/views';
import { wholeHours, wholeMinutes } from '@/core/quantities/whole';

/** A vessel nobody named is a jar that holds what is in it, mL at least; filled so far (engineering estimates). */
const leastJar = 2000;
const filledTo = 0.9;
/** What is made stands in a bowl of its size, mL at least; filled so far (engineering estimates). */
const bowl = { least: 400, filled: 0.75 };

/** The bowl that so much of what is made stands in, g. */
export const bowlFor = (mass: number): VesselShape =>
  vesselShape('bowl', Math.max(bowl.least, mass / bowl.filled));

/** The shape of the vessel a lot stands in. */
export const shapeOf = ({ kind, vessel, events, mass }: ShownLot): VesselShape => {
  if (vessel) return vessel.shape;
  if (isMade(kind)) return bowlFor(mass);
  const first = events.find((event) => event.kind === 'poured');
  const most = Math.max(mass, first?.kind === 'poured' ? first.mass : 0);
  return vesselShape('jar', Math.max(leastJar, most / filledTo));
};

export const toldLot = (lot: ShownLot): ToldLot => ({
  kind: lot.kind,
  treatment: lot.treatment,
  ripened: lot.ripened,
  vessel: shapeOf(lot),
  vesselFactor: lot.vesselFactor,
  events: lot.events,
});

/** What is in a lot and how it stands, at a minute. */
export interface LotNow {
  lot: ShownLot;
  story: LotStory | undefined;
  /** °C; a fridge's when nobody said anything. */
  celsius: number;
  volume: number;
  /** Its grams a millilitre, as it was when it was measured. */
  density: number;
  fatShare: number;
  ageHours: number;
  fill: number;
  /** Cream that is kept for the table: it goes to no churn unless somebody says so. */
  table: boolean;
  waiting: Waiting;
  /** What may be done with it, until when, and why not. */
  judged: LotJudgement;
  /** Warm milk: when it will be cold where it stands, s since 1970; undefined when it is cold, or never will be. */
  coldAtSeconds?: number | undefined;
}

export function lotNow(lot: ShownLot, atSeconds: number): LotNow {
  // The page tells time by the minute; what was done within this one is told at once.
  const latest = Math.max(0, ...lot.events.map((event) => event.atSeconds));
  const told = toldLot(lot);
  const at = latest < atSeconds + 90 ? Math.max(atSeconds, latest) : atSeconds;
  const story = lotStory(told, at);
  const celsius = story?.celsius ?? 4;
  const fatShare = lot.mass > 0 ? Math.max(0, lot.fat) / lot.mass : 0;
  // By the density it had when it was measured: what was said stays what stands there, though milk shrinks as it cools.
  const poured = lot.events.find((event) => event.kind === 'poured');
  const measuredAt = poured?.kind === 'poured' ? poured.celsius : celsius;
  const density = creamDensity(Math.min(0.6, fatShare), Math.max(0, Math.min(45, measuredAt)));
  const volume = lot.mass / density;
  const ageHours = Math.max(0, (atSeconds - ageSince(lot)) / 3600);
  const warmMilk = lot.kind === 'milk' && story !== undefined && story.celsius > milkCold;
  const coolIn = warmMilk ? secondsUntil(told, story, lot.mass, fatShare, milkCold) : undefined;
  const table = lot.kind === 'cream' && forTable(lot);
  const judged = judgeLot(
    {
      kind: lot.kind,
      treatment: lot.treatment,
      ripened: lot.ripened,
      blockedReason: lot.blockedReason,
      oldestSeconds: lot.oldestSeconds,
      madeSeconds: lot.madeSeconds,
      cut: table ? 'top' : undefined,
      meant: meantFor(lot.events),
      despite: lot.details.despite,
      souring: souringNow(lot, story)?.state,
      ...(warmMilk ? { coolIn: { seconds: coolIn } } : {}),
    },
    story,
    at,
  );
  return {
    lot,
    story,
    celsius,
    volume,
    density,
    fatShare,
    ageHours,
    fill: Math.min(1, volume / (lot.vessel?.capacity ?? roomOf(lot, volume))),
    table,
    waiting: judged.waiting,
    judged,
    coldAtSeconds: coolIn === undefined ? undefined : at + coolIn,
  };
}

/** What a vessel that nobody named holds, mL. */
const roomOf = ({ kind }: ShownLot, volume: number): number =>
  isMade(kind) ? Math.max(bowl.least, volume / bowl.filled) : Math.max(volume * 1.3, 1000);

/** Milk is to be this cold within four hours (handbook §7), °C. */
const milkCold = 10;

/** How much of it there is: what is spooned by weight, what is poured by measure. */
export const sayMuch = (
  { lot, volume }: Pick<LotNow, 'lot' | 'volume'>,
  say: { mass: (grams: number) => string; volume: (millilitres: number) => string },
): string => (lot.kind === 'curd' || lot.kind === 'whipped' ? say.mass(lot.mass) : say.volume(volume));

/** “this morning”, “yesterday evening”, “3 days old”. */
export function sayAge(ageHours: number): string {
  if (ageHours < 1) return `${wholeMinutes(Math.max(1, ageHours * 60))} old`;
  if (ageHours < 48) return `${wholeHours(ageHours)} old`;
  return `${Math.floor(ageHours / 24)} days old`;
}
