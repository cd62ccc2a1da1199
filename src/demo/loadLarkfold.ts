import type { BatchFacts } from '@/core/churning/batchEvents';
import { wayOf } from '@/core/churning/wayOfWorking';
import { setClock, now } from '@/server/clock';
import { personOfDemo } from '@/server/people/personOfDemo';
import { todayView } from '@/server/today/views';
import { Days } from './days';
import { failedRipening, troubles, vessels } from './larkfold';
import type { Churning } from './larkfold';
import type { CreamAtHand, Living } from './liveThrough';
import { liveThrough, send } from './liveThrough';
import { MilkRoom } from './milkRoom';
import { noiseFrom } from './noise';
import type { CultureLine } from './sourPool';
import { sourPool } from './sourPool';
import type { Tub } from './tub';
import { together } from './tub';
import { usualChurning } from './usualChurning';

const dayMs = 86_400_000;
const capital = (word: string) => word[0]!.toUpperCase() + word.slice(1);
/** Fourteen months, about. */
const usualDays = 425;
/** Churning days of each six, counted back from today: four days' cream, then two days'; raw cream keeps four and a half. */
const churningDays: readonly number[] = [4, 2];
const everySix = 6;
const everyDays = 4;

/**
 * Fills a farm with Larkfold, dated back from the clock's now: milkings, separations and churnings of `days` days, all
 * through the same commands as the screens'. Does nothing to a farm that has batches. Returns whether it did.
 * @param progress told now and then how much is done, 0 … 1
 */
export async function loadLarkfold(
  farmId: string,
  {
    seed = 'larkfold',
    days = usualDays,
    progress,
    planted,
  }: {
    seed?: string;
    days?: number;
    progress?: (share: number) => void;
    planted?: Planted;
  } = {},
): Promise<boolean> {
  if ((await todayView(farmId)).batches > 0) return false;
  const today = now();
  const noise = noiseFrom(seed);
  await peopleOfLarkfold(farmId);
  const living: Living = { farmId, noise, asides: noiseFrom(`${seed}, beside`), vesselIds: new Map() };
  const opened = new Date(today.getTime() - (days + 1) * dayMs);
  const timeZone = process.env.IMMULGO_CLOCK
    ? 'Europe/Dublin'
    : Intl.DateTimeFormat().resolvedOptions().timeZone;
  await send(living, 'house.settle', { name: 'Larkfold', unitSystem: 'metric', timeZone }, opened);
  for (const { key, ...vessel } of vessels) {
    const id = noise.id();
    living.vesselIds.set(key, id);
    await send(living, 'vessel.add', { id, ...vessel }, opened);
  }
  await new Larkfold(living, new Days(today), days, planted).live(progress);
  setClock(undefined);
  return true;
}

/** Ines and Rowan, to look around as: without a password, so that nobody is asked for one. */
async function peopleOfLarkfold(farmId: string): Promise<void> {
  const id = noiseFrom('the people of Larkfold');
  for (const [name, role] of [['Ines', 'maker'], ['Rowan', 'helper'], ['Wren', 'reader']] as const)
    await personOfDemo(farmId, { id: id.id(), name, role });
} // prettier-ignore

/** Told of each trouble that was planted, and when its churning began. */
type Planted = (what: string, at: Date) => void;

class Larkfold {
  private readonly milk: MilkRoom;
  private finishing: { lotId: string; at: Date }[] = [];
  private line: CultureLine | undefined;
  private ripening: Tub | undefined;
  private batches = 0;
  /** The last batch worked in each way that Larkfold has a name for. */
  private readonly worked = new Map<string, BatchFacts>();
  private readonly planted = new Set<string>();

  constructor(
    private readonly living: Living,
    private readonly days: Days,
    private readonly howMany: number,
    private readonly tell: Planted = () => undefined,
  ) {
    this.milk = new MilkRoom(living, days);
  }

  async live(progress?: (share: number) => void): Promise<void> {
    for (let daysAgo = this.howMany; daysAgo >= 0; daysAgo -= 1) {
      await this.day(daysAgo);
      if (daysAgo % 5 === 0) progress?.(1 - daysAgo / this.howMany);
    }
    for (const name of ['Sunday cultured', 'Barrel as usual']) {
      const facts = this.worked.get(name);
      if (facts)
        await send(
          this.living,
          'way.keep',
          {
            id: this.living.asides.id(),
            name,
            way: wayOf({ ...facts, usualWashes: 3, usualPieces: { form: 'block', each: 250 } }),
          },
          new Date(this.days.today.getTime() - 2 * dayMs),
        );
    }
    await this.inProgress();
  }

  private async day(daysAgo: number): Promise<void> {
    await this.milk.herd(daysAgo);
    const { noise } = this.living;
    const morning = this.days.at(daysAgo, 6, 20 + Math.abs(noise.normal(10, 6)));
    if (this.days.past(morning)) await this.milk.morning(daysAgo, morning);
    const churned = this.days.at(daysAgo, 8, 10 + Math.abs(noise.normal(15, 8)));
    if (
      this.days.past(new Date(churned.getTime() + 2 * 3_600_000)) &&
      daysAgo > 0 &&
      churningDays.includes(daysAgo % everySix)
    )
      await this.churn(daysAgo, churned);
    const evening = this.days.at(daysAgo, 17, 30 + Math.abs(noise.normal(8, 5)));
    if (this.days.past(evening)) await this.milk.evening(daysAgo, evening);
    for (const { lotId, at } of this.finishing.filter((one) => one.at <= evening && this.days.past(one.at)))
      await send(this.living, 'butter.finish', { lotId }, at);
    this.finishing = this.finishing.filter((one) => one.at > evening || !this.days.past(one.at));
  }

  /** Four days’ cream: pooled and churned, or set to sour two days first and churned when it is ripe. */
  private async churn(daysAgo: number, at: Date): Promise<void> {
    const { noise } = this.living;
    if (this.ripening) {
      const ripe = this.ripening;
      this.ripening = undefined;
      await this.churnTubs(daysAgo, at, [ripe], true);
      return;
    }
    const tubs = Object.values(this.milk.tubs).filter(({ toldMass }) => toldMass > 100);
    if (tubs.length === 0) return;
    this.milk.empty();
    const sours = this.batches % 3 === 1 && together(tubs).toldFat > 0.24;
    if (sours && daysAgo > 3) {
      const pool = await this.pool(tubs, at);
      const fails = Math.abs(daysAgo - failedRipening) < everyDays && !this.planted.has('failed');
      await sourPool(this.living, pool, this.line, at, fails);
      if (fails) this.tell('failed ripening', at);
      // It rests cold for a night, and is churned the next morning.
      if (pool.toldMass > 0)
        await this.churnTubs(
          daysAgo - 1,
          new Date(at.getTime() + dayMs + noise.normal(0, 20) * 60_000),
          [pool],
          true,
        );
      return;
    }
    await this.churnTubs(daysAgo, at, tubs, false);
  }

  private async pool(tubs: readonly Tub[], at: Date): Promise<Tub> {
    const lotId = this.living.noise.id();
    await send(
      this.living,
      'lot.pour',
      { from: tubs.map((tub) => ({ lotId: tub.lotId! })), lotId, kind: 'cream', vesselId: null, celsius: 6 },
      new Date(at.getTime() - 16 * 3_600_000),
    );
    return { key: 'pool', lotId, ...together(tubs) };
  }

  private async churnTubs(daysAgo: number, at: Date, tubs: readonly Tub[], ripened: boolean): Promise<void> {
    const cream: CreamAtHand = {
      lots: tubs.map((tub) => ({ lotId: tub.lotId! })),
      ...together(tubs),
    };
    const { plan, trouble } = this.plan(daysAgo, cream, ripened);
    // Cream too thin to break is lifted by what was richest; the books say so.
    if (cream.toldFat < 0.23) {
      for (const { lotId } of cream.lots) await send(this.living, 'lot.use', { lotId, to: 'baked' }, at);
      return;
    }
    if (trouble) this.tell(trouble, at);
    const { creamLotId, facts, finish } = await liveThrough(this.living, plan, cream, at);
    this.worked.set(ripened ? 'Sunday cultured' : `${capital(plan.churn)} as usual`, facts);
    this.finishing.push(...finish);
    this.batches += 1;
    const later = new Date(at.getTime() + 4 * 3_600_000);
    if (!this.days.past(later)) return;
    const buttermilk = `${creamLotId}-bm`;
    if (ripened) {
      const lotId = this.living.asides.id();
      const kept = (await send(
        this.living,
        'culture.keep',
        { lotId, fromLotId: buttermilk, mass: 240, name: 'Larkfold line' },
        new Date(later.getTime() - 3_600_000),
      )) as { line: { generation: number } };
      if (this.line && this.line.mass > 1)
        await send(this.living, 'lot.use', { lotId: this.line.lotId, to: 'pigs' }, later);
      this.line = { lotId, mass: 240, generation: kept.line.generation };
    }
    if (daysAgo > 2)
      await send(
        this.living,
        'lot.use',
        { lotId: buttermilk, to: ripened ? 'baked' : 'pigs' },
        new Date(later.getTime() + 20 * 3_600_000),
      );
  }

  /** How a churning is meant: its churn by how much there is, its temperature near the usual, now and then a trouble. */
  private plan(daysAgo: number, cream: CreamAtHand, ripened: boolean): { plan: Churning; trouble?: string } {
    const celsius = Math.round((13.6 + this.living.noise.normal(0, 0.5)) * 2) / 2;
    const usual = usualChurning(this.batches, cream.toldMass, celsius, ripened, daysAgo);
    const trouble = troubles.find(
      ({ daysAgo: when, what }) => Math.abs(when - daysAgo) <= everyDays && !this.planted.has(what),
    );
    if (!trouble) return { plan: usual };
    this.planted.add(trouble.what);
    return { plan: { ...usual, ...trouble.change }, trouble: trouble.what };
  }

  /** The batch in hand, nine minutes old, out of cream that was kept for it; what is left over stays on the shelf. */
  private async inProgress(): Promise<void> {
    const minutes = 9;
    const start = new Date(this.days.today.getTime() - minutes * 60_000);
    const { separator, ladle } = this.milk.tubs;
    const rich = Math.round(Math.min(1200, 0.9 * separator.toldMass));
    if (!separator.lotId || rich < 200) return;
    // No more of the thin cream than of the rich, so that together they break.
    const thin = ladle.lotId === undefined ? 0 : Math.round(Math.min(rich, 0.6 * ladle.toldMass));
    const mass = rich + thin;
    const told = (rich * separator.toldFat + thin * ladle.toldFat) / mass;
    await liveThrough(
      this.living,
      { churn: 'paddle', celsius: 14, portions: [] },
      {
        lots: [
          { lotId: separator.lotId, mass: rich },
          ...(thin > 0 ? [{ lotId: ladle.lotId!, mass: thin }] : []),
        ],
        toldMass: mass,
        trueMass: mass,
        toldFat: told,
        trueFat: (rich * separator.trueFat + thin * ladle.trueFat) / mass,
      },
      start,
      minutes,
    );
  }
}
