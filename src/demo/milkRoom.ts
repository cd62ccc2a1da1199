import { expectedMilkFat } from '@/core/dairy/milkIn';
import { animals } from './larkfold';
import type { Days } from './days';
import { daysInMilk, givenBy, herdOn, ladled, separated } from './liveMilk';
import type { Living } from './liveThrough';
import { send } from './liveThrough';
import { noiseFrom } from './noise';
import type { Tub } from './tub';
import { emptyTub, pourOnto } from './tub';

/** Each cow is milked into a pail of her own on one day in so many. */
const recordingEvery = 12;
const recordingOn = 5;

/** Larkfold’s milk room: who is in milk, what comes in, and how it becomes the cream of two tubs. */
export class MilkRoom {
  readonly tubs = { separator: emptyTub('cream'), ladle: emptyTub('tub') };
  private readonly ids = new Map<string, string>();
  private readonly known = new Map<string, { milked: boolean; calvedOn: string | null }>();
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

  /** Curd that is being eaten. */
  private curds: { lotId: string; at: Date }[] = [];

  /** Of what each cow gives beside the others: a stream of its own, so that all else stays as it is. */
  private readonly recorded = noiseFrom('recorded');

  constructor(
    private readonly living: Living,
    private readonly days: Days,
  ) {}

  /** The cream of both tubs was taken. */
  empty(): void {
    this.tubs.separator = emptyTub('cream');
    this.tubs.ladle = emptyTub('tub');
  }

  /** Calvings and drying off, as they come. */
  async herd(daysAgo: number): Promise<void> {
    for (const animal of animals) {
      const inMilk = daysInMilk(animal, daysAgo);
      const before = this.known.get(animal.name);
      const milked = inMilk !== undefined;
      const calvedOn =
        inMilk === 0 || (!before && inMilk !== undefined)
          ? this.days
              .at(daysAgo + (inMilk ?? 0), 4)
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
        this.days.at(daysAgo, 5),
      );
    }
    await this.services(daysAgo);
  }

  /** Services, on the days they were; they draw nothing, so that all else stays as it is. */
  private async services(daysAgo: number): Promise<void> {
    for (const animal of animals.filter(({ servedDaysAgo }) => servedDaysAgo === daysAgo)) {
      const at = this.days.at(daysAgo, 6);
      await send(
        this.living,
        'animal.put',
        {
          id: this.ids.get(animal.name)!,
          name: animal.name,
          breed: animal.breed,
          ...this.known.get(animal.name)!,
          sharesWithCalf: animal.sharesWithCalf ?? false,
          servedOn: at.toISOString().slice(0, 10),
        },
        at,
        this.recorded.id(),
      );
    }
  }

  /** Those whose first milk is kept from people. */
  private fresh(daysAgo: number): string[] {
    return animals.filter((animal) => (daysInMilk(animal, daysAgo) ?? 99) < 5).map(({ name }) => name);
  }

  /** Milk as it is carried in: of all together, or on a day of recording each cow’s by itself, one after the other into one can. */
  private pails(
    daysAgo: number,
    names: readonly string[],
    told: number,
  ): { name?: string; first?: boolean; mass: number }[] {
    if (daysAgo % recordingEvery !== recordingOn || names.length < 2) return [{ mass: told }];
    const given = names.map(
      (name) =>
        givenBy(
          animals.find((one) => one.name === name)!,
          daysAgo,
        ).mass *
        (1 + this.recorded.normal(0, 0.04)),
    );
    const all = given.reduce((sum, one) => sum + one, 0);
    return names.map((name, i) => ({ name, first: i === 0, mass: Math.round((told * given[i]!) / all) }));
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
    const named = kept.length > 0;
    for (const pail of this.pails(daysAgo, named || key === null ? [] : herd.names, told))
      await send(
        this.living,
        'milk.in',
        {
          lotId: pail.name === undefined || pail.first ? lotId : this.recorded.id(),
          from: named || pail.name !== undefined ? 'animals' : 'herd',
          animalIds: (pail.name !== undefined ? [pail.name] : named ? herd.names : []).map((name) =>
            this.ids.get(name)!,
          ),
          mass: pail.mass,
          massSd: 0.02 * pail.mass,
          amountTyped: `${(pail.mass / 1030).toFixed(1)} L`,
          celsius,
          vesselId: key === null ? null : vesselIds.get(key)!,
          place: key === null || celsius > 30 ? 'room' : 'fridge',
        },
        at,
        ...(pail.name === undefined || pail.first ? [] : [this.recorded.id()]),
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
            withdrawnFrom: null,
            withdrawnUntil: null,
            withdrawnReason: null,
          },
          at.toISOString().slice(0, 10),
        ).fat;
      });
    return { lotId, mass: told, fat, toldFat: told0.reduce((a, b) => a + b, 0) / Math.max(1, told0.length) };
  }

  /** Morning milk goes warm through the separator; a freshly calved cow’s milk goes to the calves. */
  async morning(daysAgo: number, at: Date): Promise<void> {
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
    if (!this.days.past(run)) return;
    // Early in the day this morning’s milk still stands there, warm, waiting for the separator.
    if (daysAgo === 0 && this.days.today.getTime() - run.getTime() < 3 * 3_600_000) return;
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
  async evening(daysAgo: number, at: Date): Promise<void> {
    const { noise, vesselIds } = this.living;
    await this.eatCurd(at);
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
        async (cut) => {
          const { codes } = (await send(
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
          )) as { codes: Record<string, string> };
          const curd = Object.keys(codes).find((lotId) => lotId.endsWith('-made'));
          if (curd) this.curds.push({ lotId: curd, at });
        },
      );
    }
    this.standing = [];
    const poured = new Date(at.getTime() + 30 * 60_000);
    const jars = daysAgo % 3 === 0 || daysAgo <= 1;
    const filled: [string, number, number, number][] = jars
      ? [['jar1', 0.22, 2700, 125], ['jar2', 0.22, 2700, 125]]
      : [['can2', 0.44, 8600, 230]]; // prettier-ignore
    for (const [key, share, most, diameter] of filled) {
      if (!this.days.past(poured)) continue;
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
      if (daysAgo % 10 === 1 && this.days.past(hour))
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

  /** Curd is on the table for two days. */
  private async eatCurd(at: Date): Promise<void> {
    const old = this.curds.filter((curd) => at.getTime() - curd.at.getTime() > 40 * 3_600_000);
    for (const { lotId } of old)
      await send(this.living, 'lot.use', { lotId, to: 'eaten' }, at, `${lotId.slice(0, 40)}-eaten`);
    this.curds = this.curds.filter((curd) => !old.includes(curd));
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
}
