import type { BatchEvent, BatchFacts } from '@/core/churning/batchEvents';
import type { Feed } from '@/core/churning/batchWords';
import { expectedButter } from '@/core/churning/expectedButter';
import { simulateChurn } from '@/core/churning/simulateChurn';
import { bookHardness } from '@/core/comparing/seasonBook';
import { splitLoads } from '@/core/churning/splitLoads';
import type { ToolKey } from '@/core/churning/tools';
import { churnOf, tools } from '@/core/churning/tools';
import { creamDensity } from '@/core/dairy/creamDensity';
import { saltDose } from '@/core/salting/saltDose';
import { usualMoisture } from '@/core/salting/salts';
import { carryOut } from '@/server/commands/carryOut';
import { theOwner } from '@/server/commands/command';
import { setClock } from '@/server/clock';
import { usualSalt, vessels } from './larkfold';
import type { Churning } from './larkfold';
import type { Noise } from './noise';

/** How fast Larkfold's own churns really are against the tool's median: hidden from the application, which learns it. */
const truePace: Partial<Record<ToolKey, number>> = { paddleHand: 0.82, barrel: 1.15, standMixer: 0.9 };

/** How hard Larkfold’s fat really is through the year, K: a little more than the book has it, and as hidden. */
const trueHardness = (at: Date): number => 1.15 * bookHardness(at.getUTCMonth() + 1, 'north');

export interface Living {
  farmId: string;
  noise: Noise;
  /** Noise of what is said beside the work (tastes, tests), so that the work itself goes as it goes. */
  asides: Noise;
  vesselIds: Map<string, string>;
}

/** Cream as the books have it, and as it really is. */
export interface CreamAtHand {
  lots: { lotId: string; mass?: number }[];
  toldMass: number;
  toldFat: number;
  trueMass: number;
  trueFat: number;
}

/** Blocks for the freezer, g; curd in washed butter, mass fraction (handbook §6.8). */
const block = 250;
const curd = 0.01;

/** What a hill farm’s cows eat, by month from 0. */
const feedIn = (month: number): Feed =>
  month >= 4 && month <= 8 ? 'grass' : month === 3 || month === 9 ? 'mixed' : 'hay';

type Body = BatchEvent extends infer E ? (E extends BatchEvent ? Omit<E, 'id' | 'atSeconds'> : never) : never;

/** Sends a command as Ines's tablet would, at a time. */
export async function send(
  { farmId, noise }: Living,
  name: string,
  input: unknown,
  at: Date,
  /** What is done of its own accord draws nothing: the rest of the farm’s life stays what it was. */
  id = noise.id(),
): Promise<unknown> {
  setClock(at);
  const answer = await carryOut(
    farmId,
    {
      id,
      farm: farmId,
      device: 'Ines’s tablet',
      name,
      input,
      at: at.toISOString(),
    },
    () => theOwner,
  );
  if (answer.status === 'refused')
    throw new Error(`Larkfold: ${name} was refused on ${at.toISOString()}: ${answer.message}`);
  return answer.result;
}

/**
 * Lives through one churning by the core's own models, with noise on every reading, up to `untilMinutes` of churning or
 * to packed butter. Every write goes through the same commands as the screens'.
 * @returns the batch's id, and portions still to be finished with the day they are
 */
export async function liveThrough(
  living: Living,
  churning: Churning,
  cream: CreamAtHand,
  start: Date,
  untilMinutes = Infinity,
): Promise<{ creamLotId: string; facts: BatchFacts; finish: { lotId: string; at: Date }[] }> {
  const { noise, asides, vesselIds } = living;
  const vessel = vessels.find((one) => one.key === churning.churn)!;
  const tool = vessel.tool!;
  const startSeconds = start.getTime() / 1000;
  const toldVolume = cream.toldMass / creamDensity(cream.toldFat, churning.celsius);
  const loads = splitLoads(toldVolume, vessel.capacity);
  const facts: BatchFacts = {
    creamMass: cream.toldMass,
    creamMassSd: 0.02 * cream.toldMass,
    creamVolume: toldVolume,
    amountTyped: `${(toldVolume / 1000).toFixed(1)} L`,
    creamFat: cream.toldFat,
    creamFatSd: 0.02,
    fatMethod: 'separator',
    temperature: churning.celsius,
    temperatureAssumed: false,
    ripened: churning.ripened ?? false,
    treatment: 'raw',
    homogenised: false,
    hardness: 0,
    tool,
    vesselId: vesselIds.get(churning.churn) ?? null,
    capacity: vessel.capacity,
    loads: loads.loads,
    usualSalt,
    usualStorage: 'fridge',
  };
  const batchId = noise.id();
  const creamLotId = noise.id();
  await send(
    living,
    'batch.begin',
    {
      batchId,
      creamLotId,
      startedEventId: noise.id(),
      startedAtSeconds: startSeconds,
      facts,
      fromLots: cream.lots,
      maker: makerOf(batchId),
    },
    start,
  );

  const run = simulateChurn({
    churn: churnOf(
      tool,
      tools[tool].medianBreakMinutes * (truePace[tool] ?? 1) * Math.exp(noise.normal(0, 0.12)),
    ),
    fat: cream.trueFat,
    temperature: churning.celsius,
    roomTemperature: 16,
    fill: loads.fillEach,
    ripened: facts.ripened,
    hardness: trueHardness(start),
  });
  const record = (minutes: number, bodies: Body[], from = noise) => {
    const at = new Date((startSeconds + minutes * 60) * 1000);
    const events = bodies.map((body, i) => ({
      id: from.id(),
      atSeconds: startSeconds + minutes * 60 + i / 1000,
      ...body,
    }));
    return send(living, 'batch.record', { batchId, events }, at);
  };
  if (untilMinutes > 1.5)
    await record(
      1.5,
      [{ kind: 'reading', temperature: Math.round((churning.celsius + asides.normal(0.2, 0.2)) * 2) / 2 }],
      asides,
    );
  for (const stage of ['thickening', 'whipped', 'grainy', 'break'] as const) {
    const seen = run.reached[stage];
    if (seen === undefined) continue;
    const minutes = (seen / 60) * (1 + Math.abs(noise.normal(0, 0.03)));
    if (minutes > untilMinutes) return { creamLotId, facts, finish: [] };
    await record(minutes, [{ kind: 'mark', stage }]);
    if (stage === 'whipped' && churning.water)
      await record(minutes + 0.5, [{ kind: 'water', mass: churning.water }]);
  }
  const stopped = (run.breakSeconds ?? 3600) / 60 + 1.5;
  if (stopped > untilMinutes) return { creamLotId, facts, finish: [] };
  const made = expectedButter(
    { mass: cream.trueMass, massSd: 0, fat: cream.trueFat, fatSd: 0 },
    run.buttermilkFat,
  );
  const butterFat = churning.butterFat ?? noise.normal(0.82, 0.008);
  const unsalted = (made.mass * 0.82) / butterFat;
  const buttermilk = (cream.trueMass + (churning.water ?? 0) - made.mass) * 0.985;
  await record(stopped, [{ kind: 'mark', stage: 'stopped' }]);
  await record(stopped + 4, [
    {
      kind: 'drained',
      measured: 'volume',
      mass: buttermilk * (1 + noise.normal(0, 0.02)),
      massSd: 0.03 * buttermilk,
    },
  ]);
  const washes = (churning.washes ?? ['milky', 'hazy', 'clear']).map((clarity): Body => ({
    kind: 'washed',
    clarity,
    waterMass: 1000,
    celsius: Math.round(churning.celsius - 2.5 + asides.normal(0, 0.7)),
    where: ({ paddle: 'bowl', barrel: 'churn', mixer: 'machine' } as const)[churning.churn] ?? 'bowl',
  }));
  await record(stopped + 12, washes);
  const wet = churning.butterFat !== undefined;
  await record(
    stopped + 18,
    [
      {
        kind: 'worked',
        way: wet ? 'pressed' : 'worked',
        waterMass: Math.round(Math.max(4, unsalted * (wet ? 0.01 : 0.04) + asides.normal(0, 5))),
      },
    ],
    asides,
  );
  const bodies = churning.portions.map((part): Body => {
    const share = unsalted * part.share;
    const wanted = churning.saltShare ?? 0.016;
    const salt = part.salted
      ? saltDose({
          unsaltedMass: share,
          targetFraction: wanted,
          moisture: usualMoisture,
          gramsPerTeaspoon: 5.9,
        }).salt
      : 0;
    return {
      kind: 'portion',
      portionId: noise.id(),
      name: part.name,
      mass: Math.round(share + salt + noise.normal(0, 2) + (churning.misread ?? 0)),
      massSd: Math.max(2, 0.005 * share),
      measured: 'scale',
      saltMass: Math.round(salt * 10) / 10,
      salting: part.salted ? usualSalt : { way: 'none' },
      additions: part.additions ?? [],
      storage: part.storage,
      ...(part.ghee
        ? { ghee: { mass: Math.round(share * butterFat * (0.97 + asides.normal(0, 0.005))), weighed: true } }
        : {}),
    };
  });
  // Butter for the freezer is cut into half-pound blocks; what is over goes with the rest.
  const [frozen, kept] = bodies;
  if (frozen?.kind === 'portion' && kept?.kind === 'portion' && frozen.storage === 'freezer') {
    const whole = Math.floor(frozen.mass / block) * block;
    if (whole > 0) {
      const salt = (frozen.saltMass * (frozen.mass - whole)) / frozen.mass;
      bodies[0] = {
        ...frozen,
        mass: whole,
        saltMass: frozen.saltMass - salt,
        pieces: { form: 'block', each: block },
      };
      bodies[1] = { ...kept, mass: kept.mass + frozen.mass - whole, saltMass: kept.saltMass + salt };
    }
  }
  const rinsed: Body[] =
    // What was too salty was rinsed back and weighed again before it was packed.
    (churning.saltShare ?? 0) > 0.03
      ? bodies.flatMap((body) =>
          body.kind === 'portion'
            ? [
                {
                  kind: 'reweighed' as const,
                  portionId: body.portionId,
                  why: 'rinsed' as const,
                  mass: Math.round(body.mass - body.saltMass * 0.5),
                  massSd: body.massSd,
                  saltMass: Math.round(body.mass * 0.018 * 10) / 10,
                },
              ]
            : [],
        )
      : [];
  await record(stopped + 25, [...bodies, ...rinsed, { kind: 'packed' }]);
  const salt = bodies.reduce(
    (sum, body) => sum + (body.kind === 'portion' ? body.saltMass / unsalted : 0),
    0,
  );
  const later: Body[] = [];
  if (asides.normal(0, 1) > 1.1) {
    const tare = Math.round((82 + asides.normal(0, 0.4)) * 10) / 10;
    const before = Math.round((tare + 10 + asides.normal(0, 0.4)) * 10) / 10;
    const water = 1 - butterFat - curd - Math.min(0.02, salt);
    later.push({
      kind: 'moisture',
      tare,
      before,
      after: Math.round((before - (before - tare) * water + asides.normal(0, 0.04)) * 10) / 10,
    });
  }
  if (asides.normal(0, 1) > -0.6) {
    const feed = feedIn(start.getUTCMonth());
    const deep = { grass: 4.8, mixed: 3.5, hay: 2.2 }[feed];
    later.push({
      kind: 'tasted',
      colour: Math.max(1, Math.min(6, Math.round(deep + asides.normal(0, 0.5)))),
      feed,
      tastes: facts.ripened ? ['tart', 'nutty'] : asides.normal(0, 1) > 0 ? ['sweet'] : ['sweet', 'feed'],
    });
  }
  if (later.length > 0) await record(stopped + 60, later, asides);
  return {
    creamLotId,
    facts,
    finish: churning.portions.flatMap(({ eatenAfter }, i) => {
      const body = bodies[i]!;
      return eatenAfter !== undefined && body.kind === 'portion'
        ? [{ lotId: body.portionId, at: new Date(start.getTime() + eatenAfter * 86_400_000) }]
        : [];
    }),
  };
}

/** Ines churns, and Rowan one time in four: by lot, and without a draw that would change what comes after. */
const makerOf = (batchId: string): string => (/[0-3]$/.test(batchId) ? 'Rowan' : 'Ines');
