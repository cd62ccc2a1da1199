import type { BatchFacts } from '@/core/churning/batchEvents';
import { wayOf } from '@/core/churning/wayOfWorking';
import { expectedMilkFat } from '@/core/dairy/milkIn';
import { setClock, now } from '@/server/clock';
import { todayView } from '@/server/today/views';
import { animals, failedRipening, troubles, vessels } from './larkfold';
import type { Churning } from './larkfold';
import { daysInMilk, herdOn, ladled, separated } from './liveMilk';
import type { CreamAtHand, Living } from './liveThrough';
import { liveThrough, send } from './liveThrough';
import { noiseFrom } from './noise';
import type { CultureLine } from './sourPool';
import { sourPool } from './sourPool';
import type { Tub } from './tub';
import { emptyTub, pourOnto, together } from './tub';
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
  }: { seed?: string; days?: number; progress?: (share: number) => void } = {},
): Promise<boolean> {
  if ((await todayView(farmId)).batches > 0) return false;
  const today = now();
  const noise = noiseFrom(seed);
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
  await new Larkfold(living, today, days).live(progress);
  setClock(undefined);
  return true;
}

class Larkfold {
  private readonly ids = new Map<string, string>();
  private readonly known = new Map<string, { milked: boolean; calvedOn: string | null }>();
  private readonly tubs = { separator: emptyTub('cream'), ladle: emptyTub('tub') };
  /** Vessels of milk that stand, to be skimmed the next day. */
  private standing: {
    key: string;
    lotId: string;
    mass: number;
    fat: number;
    toldFat: number;
    at: Date;
    diameter: number;
  }[] = [];
  private finishing: { lotId: string; at: Date }[] = [];
  private line: CultureLine | undefined;
  private ripening: Tub | undefined;
  private batches = 0;
  /** The last batch worked in each way that Larkfold has a name for. */
  private readonly worked = new Map<string, BatchFacts>();
  private readonly planted = new Set<string>();

  constructor(
    private readonly living: Living,
    private readonly today: Date,
    private readonly days: number,
  ) {}

  async live(progress?: (share: number) => void): Promise<void> {
    for (let daysAgo = this.days; daysAgo >= 0; daysAgo -= 1) {
      await this.day(daysAgo);
      if (daysAgo % 5 === 0) progress?.(1 - daysAgo / this.days);
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
          new Date(this.today.getTime() - 2 * dayMs),
        );
    }
    await this.inProgress();
  }

  private at(daysAgo: number, hour: number, minutes = 0): Date {
    const at = new Date(this.today.getTime() - daysAgo * dayMs);
    at.setUTCHours(hour, Math.round(minutes), 0, 0);
    return at;
  }

  private readonly past = (at: Date): boolean => at.getTime() < this.today.getTime() - 20 * 60_000;

  private async day(daysAgo: number): Promise<void> {
    await this.herd(daysAgo);
    const { noise } = this.living;
    const morning = this.at(daysAgo, 6, 20 + Math.abs(noise.normal(10, 6)));
    if (this.past(morning)) await this.morning(daysAgo, morning);
    const churned = this.at(daysAgo, 8, 10 + Math.abs(noise.normal(15, 8)));
    if (
      this.past(new Date(churned.getTime() + 2 * 3_600_000)) &&
      daysAgo > 0 &&
      churningDays.includes(daysAgo % everySix)
    )
      await this.churn(daysAgo, churned);
    const evening = this.at(daysAgo, 17, 30 + Math.abs(noise.normal(8, 5)));
    if (this.past(evening)) await this.evening(daysAgo, evening);
    for (const { lotId, at } of this.finishing.filter((one) => one.at <= evening && this.past(one.at)))
      await send(this.living, 'butter.finish', { lotId }, at);
    this.finishing = this.finishing.filter((one) => one.at > evening || !this.past(one.at));
  }

  /** Calvings and drying off, as they come. */
  private async herd(daysAgo: number): Promise<void> {
    for (const animal of animals) {
      const inMilk = daysInMilk(animal, daysAgo);
      const before = this.known.get(animal.name);
      const milked = inMilk !== undefined;
      const calvedOn =
        inMilk === 0 || (!before && inMilk !== undefined)
          ? this.at(daysAgo + (inMilk ?? 0), 4)
              .toISOString()
              .slice(0, 10)
          : (before?.calvedOn ?? null);
      if (before && before.milked === milked && before.calvedOn === calvedOn) continue;
      this.known.set(animal.name, { milked, calvedOn });
      const id = this.ids.get(animal.name) ?? this.living.noise.id();
      this.ids.set(animal.name, id);
      await send(
        this.living,
        'animal.put',
        {
          id,
          name: animal.name,
          breed: animal.breed,
          calvedOn,
          milked,
          sharesWithCalf: animal.sharesWithCalf ?? false,
        },
        this.at(daysAgo, 5),
      );
    }
  }

  /** Those whose first milk is kept from people. */
  private fresh(daysAgo: number): string[] {
    return animals.filter((animal) => (daysInMilk(animal, daysAgo) ?? 99) < 5).map(({ name }) => name);
  }

  private async milkIn(
    daysAgo: number,
    at: Date,
    share: number,
    key: string | null,
    celsius: number,
    most: number,
  ): Promise<{ lotId: string; mass: number; fat: number; toldFat: number } | undefined> {
    const { noise, vesselIds } = this.living;
    const kept = this.fresh(daysAgo);
    const herd = herdOn(daysAgo, kept);
    const mass = Math.min(most, herd.mass * share * (1 + noise.normal(0, 0.05)));
    if (mass < 1100) return undefined;
    const fat = Math.max(0.025, herd.fat + noise.normal(0, 0.0025));
    const lotId = noise.id();
    const told = Math.round(mass * (1 + noise.normal(0, 0.02)));
    await send(
      this.living,
      'milk.in',
      {
        lotId,
        from: kept.length > 0 ? 'animals' : 'herd',
        animalIds: kept.length > 0 ? herd.names.map((name) => this.ids.get(name)!) : [],
        mass: told,
        massSd: 0.02 * told,
        amountTyped: `${(told / 1030).toFixed(1)} L`,
        celsius,
        vesselId: key === null ? null : vesselIds.get(key)!,
        place: key === null || celsius > 30 ? 'room' : 'fridge',
      },
      at,
    );
    const told0 = animals
      .filter(({ name }) => herd.names.includes(name))
      .map((animal) => {
        const stands = this.known.get(animal.name)!;
        return expectedMilkFat(
          {
            name: animal.name,
            breed: animal.breed,
            calvedOn: stands.calvedOn,
            sharesWithCalf: animal.sharesWithCalf ?? false,
            withdrawnUntil: null,
            withdrawnReason: null,
          },
          at.toISOString().slice(0, 10),
        ).fat;
      });
    return { lotId, mass: told, fat, toldFat: told0.reduce((a, b) => a + b, 0) / Math.max(1, told0.length) };
  }

  /** Morning milk goes warm through the separator; a freshly calved cow’s milk goes to the calves. */
  private async morning(daysAgo: number, at: Date): Promise<void> {
    const { noise, vesselIds } = this.living;
    for (const name of this.fresh(daysAgo)) {
      const lotId = noise.id();
      await send(
        this.living,
        'milk.in',
        { lotId, from: 'animals', animalIds: [this.ids.get(name)!], mass: 3000, massSd: 60, celsius: 36 },
        at,
      );
      await send(this.living, 'lot.use', { lotId, to: 'calves' }, new Date(at.getTime() + 600_000));
    }
    const milk = await this.milkIn(daysAgo, at, 0.54, 'can1', 36, 11_500);
    if (!milk) return;
    const run = new Date(at.getTime() + 25 * 60_000);
    if (!this.past(run)) return;
    // Early in the day this morning’s milk still stands there, warm, waiting for the separator.
    if (daysAgo === 0 && this.today.getTime() - run.getTime() < 3 * 3_600_000) return;
    const temperature = 35 + noise.normal(0, 1);
    const screw = Math.floor(daysAgo / 60) % 2;
    const out = separated({ mass: milk.mass, fat: milk.fat, temperature, screw });
    const creamMass = Math.round(out.creamMass * (1 + noise.normal(0, 0.05)));
    const skimFat = out.skimFat * Math.exp(noise.normal(0, 0.2));
    const trueFat = (milk.mass * milk.fat - (milk.mass - creamMass) * skimFat) / creamMass;
    const toldFat = (milk.mass * milk.toldFat - (milk.mass - creamMass) * 0.0015) / creamMass;
    const tested = daysAgo % 21 === 0;
    await this.toTub(this.tubs.separator, { mass: creamMass, toldFat, trueFat }, (cut) =>
      send(
        this.living,
        'milk.separate',
        {
          way: 'separator',
          from: [{ lotId: milk.lotId }],
          cuts: [{ ...cut, fatSd: 0.02, fatMethod: 'separator', vesselId: vesselIds.get('cream')! }],
          skim: { to: 'use', use: daysAgo % 9 === 4 ? 'calves' : 'pigs' },
          celsius: 30,
          details: {
            screw,
            flow: 1,
            milkCelsius: Math.round(temperature * 2) / 2,
            minutes: Math.round(milk.mass / 1000),
            discsIn: 12,
            discsOut: 12,
            separatorId: vesselIds.get('separator')!,
            ...(tested ? { skimFat: Math.round(skimFat * 1e5) / 1e5 } : {}),
          },
        },
        run,
      ),
    );
    if (daysAgo % 7 === 2)
      await send(
        this.living,
        'cleaning.record',
        {
          vesselIds: ['separator', 'can1', 'can2'].map((key) => vesselIds.get(key)!),
          steps: ['rinse', 'wash', 'rinseAgain', 'scald'],
        },
        new Date(run.getTime() + 40 * 60_000),
      );
  }

  /** Evening milk stands in the cold; yesterday’s is skimmed first, by ladle. */
  private async evening(daysAgo: number, at: Date): Promise<void> {
    const { noise, vesselIds } = this.living;
    for (const milk of this.standing) {
      const hours = Math.round((at.getTime() - milk.at.getTime()) / 3_600_000);
      // One settling serves all: the ladle comes a day later, give or take.
      const under = 3 + noise.normal(0, 2);
      const took = ladled({ mass: milk.mass, fat: milk.fat, hours: 24, diameter: milk.diameter }, under);
      const mass = Math.round(took.creamMass * (1 + noise.normal(0, 0.06)));
      const trueFat = took.creamFat;
      const keepTop = milk.key === 'jar2' && daysAgo % 11 === 3;
      await this.toTub(
        this.tubs.ladle,
        {
          mass, // What was measured is booked with no more fat than the milk is told to have held.
          toldFat: Math.min(
            0.3,
            (took.creamFat * milk.toldFat) / milk.fat,
            (0.95 * milk.mass * milk.toldFat) / mass,
          ),
          trueFat,
        },
        (cut) =>
          send(
            this.living,
            'milk.separate',
            {
              way: 'ladle',
              from: [{ lotId: milk.lotId }],
              cuts: [{ ...cut, fatSd: 0.03, vesselId: vesselIds.get('tub')! }],
              skim: { to: 'use', use: keepTop ? 'curd' : 'pigs' },
              celsius: 5,
              details: {
                standHours: hours,
                foreseen: Math.round(took.line * 10) / 10,
                stopped: Math.max(2, Math.round(took.line + under)),
                ladleDepth: Math.round(took.line + under),
              },
            },
            at,
          ),
      );
    }
    this.standing = [];
    const poured = new Date(at.getTime() + 30 * 60_000);
    const jars = daysAgo % 3 === 0 || daysAgo <= 1;
    const filled: [string, number, number, number][] = jars
      ? [['jar1', 0.22, 2700, 125], ['jar2', 0.22, 2700, 125]]
      : [['can2', 0.44, 8600, 230]]; // prettier-ignore
    for (const [key, share, most, diameter] of filled) {
      if (!this.past(poured)) continue;
      const milk = await this.milkIn(daysAgo, poured, share, key, 24, most);
      if (!milk) continue;
      const drawn = key === 'can2' && milk.mass > 3500 ? 1500 : 0;
      if (drawn > 0)
        await send(
          this.living,
          'lot.use',
          { lotId: milk.lotId, mass: drawn, to: 'drunk' },
          new Date(poured.getTime() + 300_000),
        );
      const hour = new Date(poured.getTime() + 3_600_000);
      if (daysAgo % 10 === 1 && this.past(hour))
        await send(
          this.living,
          'lot.record',
          {
            lotId: milk.lotId,
            events: [
              {
                kind: 'reading',
                id: noise.id(),
                atSeconds: hour.getTime() / 1000,
                celsius:
                  Math.round((24 - (key === 'can2' ? 3 : 6) * Math.exp(noise.normal(0, 0.15))) * 2) / 2,
              },
            ],
          },
          hour,
        );
      this.standing.push({
        key,
        lotId: milk.lotId,
        mass: milk.mass - drawn,
        fat: milk.fat,
        toldFat: milk.toldFat,
        at: poured,
        diameter,
      });
    }
  }

  private async toTub(
    tub: Tub,
    cream: { mass: number; toldFat: number; trueFat: number },
    pour: (cut: { lotId: string; mass: number; fat: number }) => Promise<unknown>,
  ): Promise<void> {
    const lotId = this.living.noise.id();
    const fat = Math.max(0.1, Math.min(0.58, cream.toldFat));
    await pour({ lotId, mass: cream.mass, fat });
    pourOnto(tub, lotId, cream.mass, fat, cream.trueFat);
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
    const tubs = Object.values(this.tubs).filter(({ toldMass }) => toldMass > 100);
    if (tubs.length === 0) return;
    this.tubs.separator = emptyTub('cream');
    this.tubs.ladle = emptyTub('tub');
    const sours = this.batches % 3 === 1 && together(tubs).toldFat > 0.24;
    if (sours && daysAgo > 3) {
      const pool = await this.pool(tubs, at);
      await sourPool(
        this.living,
        pool,
        this.line,
        at,
        Math.abs(daysAgo - failedRipening) < everyDays && !this.planted.has('failed'),
      );
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
    const { noise } = this.living;
    const cream: CreamAtHand = {
      lots: tubs.map((tub) => ({ lotId: tub.lotId! })),
      ...together(tubs),
    };
    const plan = this.plan(daysAgo, cream, ripened);
    // Cream too thin to break is lifted by what was richest; the books say so.
    if (cream.toldFat < 0.23) {
      for (const { lotId } of cream.lots) await send(this.living, 'lot.use', { lotId, to: 'baked' }, at);
      return;
    }
    const { creamLotId, facts, finish } = await liveThrough(this.living, plan, cream, at);
    this.worked.set(ripened ? 'Sunday cultured' : `${capital(plan.churn)} as usual`, facts);
    this.finishing.push(...finish);
    this.batches += 1;
    const later = new Date(at.getTime() + 4 * 3_600_000);
    if (!this.past(later)) return;
    const buttermilk = `${creamLotId}-bm`;
    if (ripened && (!this.line || this.line.mass < 120 || this.batches % 6 === 0)) {
      const lotId = noise.id();
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
  private plan(daysAgo: number, cream: CreamAtHand, ripened: boolean): Churning {
    const celsius = Math.round((13.6 + this.living.noise.normal(0, 0.5)) * 2) / 2;
    const usual = usualChurning(this.batches, cream.toldMass, celsius, ripened, daysAgo);
    const trouble = troubles.find(
      ({ daysAgo: when, what }) => Math.abs(when - daysAgo) <= everyDays && !this.planted.has(what),
    );
    if (!trouble) return usual;
    this.planted.add(trouble.what);
    return { ...usual, ...trouble.change };
  }

  /** The batch in hand, nine minutes old, out of cream that was kept for it; what is left over stays on the shelf. */
  private async inProgress(): Promise<void> {
    const minutes = 9;
    const start = new Date(this.today.getTime() - minutes * 60_000);
    const { separator, ladle } = this.tubs;
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
