import type { BatchEvent, BatchFacts } from '@/core/churning/batchEvents';
import { expectedButter } from '@/core/churning/expectedButter';
import { simulateChurn } from '@/core/churning/simulateChurn';
import type { ToolKey } from '@/core/churning/tools';
import { churnOf, tools } from '@/core/churning/tools';
import { creamDensity } from '@/core/dairy/creamDensity';
import { fatMethods } from '@/core/dairy/creamFat';
import { saltDose } from '@/core/salting/saltDose';
import { usualMoisture } from '@/core/salting/salts';
import { carryOut } from '@/server/commands/carryOut';
import { setClock } from '@/server/clock';
import { usualSalt, vessels } from './larkfold';
import type { Morning } from './larkfold';
import type { Noise } from './noise';

/** How fast Larkfold's own churns really are against the tool's median: hidden from the application, which learns it. */
const truePace: Partial<Record<ToolKey, number>> = { paddleHand: 0.82, barrel: 1.15, standMixer: 0.9 };

export interface Living {
  farmId: string;
  noise: Noise;
  vesselIds: Map<string, string>;
}

type Body = BatchEvent extends infer E ? (E extends BatchEvent ? Omit<E, 'id' | 'atSeconds'> : never) : never;

/** Sends a command as Ines's tablet would, at a time. */
export async function send({ farmId, noise }: Living, name: string, input: unknown, at: Date): Promise<void> {
  setClock(at);
  const answer = await carryOut(farmId, {
    id: noise.id(),
    farm: farmId,
    device: 'Ines’s tablet',
    name,
    input,
    at: at.toISOString(),
  });
  if (answer.status === 'refused') throw new Error(`Larkfold: ${name} was refused: ${answer.message}`);
}

/**
 * Lives through one morning by the core's own models, with noise on every reading, up to `untilMinutes` of churning or
 * to packed butter. Every write goes through the same commands as the screens'.
 */
export async function liveThrough(
  living: Living,
  morning: Morning,
  start: Date,
  untilMinutes = Infinity,
): Promise<void> {
  const { noise, vesselIds } = living;
  const vessel = vessels.find((one) => one.key === morning.churn)!;
  const tool = vessel.tool!;
  const startSeconds = start.getTime() / 1000;
  const trueFat = noise.normal(morning.fat, 0.008);
  const trueVolume = morning.millilitres * (1 + noise.normal(0, 0.015));
  const creamMass = trueVolume * creamDensity(trueFat, morning.celsius);
  const toldMass = morning.millilitres * creamDensity(morning.fat, morning.celsius);
  const facts: BatchFacts = {
    creamMass: toldMass,
    creamMassSd: 0.03 * toldMass,
    creamVolume: morning.millilitres,
    amountTyped: `${morning.millilitres / 1000} L`,
    creamFat: morning.fat,
    creamFatSd: fatMethods[morning.fatMethod].sd,
    fatMethod: morning.fatMethod,
    temperature: morning.celsius,
    temperatureAssumed: false,
    ripened: morning.ripened ?? false,
    treatment: morning.raw ? 'raw' : 'pasteurised',
    homogenised: false,
    hardness: 0,
    tool,
    vesselId: vesselIds.get(morning.churn) ?? null,
    capacity: vessel.capacity,
    loads: 1,
    usualSalt,
    usualStorage: 'fridge',
  };
  const batchId = noise.id();
  await send(
    living,
    'batch.begin',
    { batchId, creamLotId: noise.id(), startedEventId: noise.id(), startedAtSeconds: startSeconds, facts },
    start,
  );

  const run = simulateChurn({
    churn: churnOf(
      tool,
      tools[tool].medianBreakMinutes * (truePace[tool] ?? 1) * Math.exp(noise.normal(0, 0.12)),
    ),
    fat: trueFat,
    temperature: morning.celsius,
    roomTemperature: 16,
    fill: trueVolume / vessel.capacity,
    ripened: facts.ripened,
    hardness: 0,
  });
  const record = (minutes: number, bodies: Body[]) => {
    const at = new Date((startSeconds + minutes * 60) * 1000);
    const events = bodies.map((body, i) => ({
      id: noise.id(),
      atSeconds: startSeconds + minutes * 60 + i / 1000,
      ...body,
    }));
    return send(living, 'batch.record', { batchId, events }, at);
  };
  for (const stage of ['thickening', 'whipped', 'grainy', 'break'] as const) {
    const seen = run.reached[stage];
    if (seen === undefined) continue;
    const minutes = (seen / 60) * (1 + Math.abs(noise.normal(0, 0.03)));
    if (minutes > untilMinutes) return;
    await record(minutes, [{ kind: 'mark', stage }]);
    if (stage === 'whipped' && morning.water)
      await record(minutes + 0.5, [{ kind: 'water', mass: morning.water }]);
  }
  const stopped = (run.breakSeconds ?? 3600) / 60 + 1.5;
  const made = expectedButter({ mass: creamMass, massSd: 0, fat: trueFat, fatSd: 0 }, run.buttermilkFat);
  const butterFat = morning.butterFat ?? noise.normal(0.82, 0.008);
  const unsalted = (made.mass * 0.82) / butterFat;
  const buttermilk = (creamMass + (morning.water ?? 0) - made.mass) * 0.985;
  await record(stopped, [{ kind: 'mark', stage: 'stopped' }]);
  await record(stopped + 4, [
    {
      kind: 'drained',
      measured: 'volume',
      mass: buttermilk * (1 + noise.normal(0, 0.02)),
      massSd: 0.03 * buttermilk,
    },
  ]);
  for (const [i, clarity] of (morning.washes ?? ['milky', 'hazy', 'clear']).entries()) {
    await record(stopped + 8 + 3 * i, [{ kind: 'washed', clarity, waterMass: 1000 }]);
  }
  const bodies = (morning.portions ?? []).map((part): Body => {
    const share = unsalted * part.share;
    const salt = part.salted
      ? saltDose({
          unsaltedMass: share,
          targetFraction: 0.016,
          moisture: usualMoisture,
          gramsPerTeaspoon: 5.9,
        }).salt
      : 0;
    return {
      kind: 'portion',
      portionId: noise.id(),
      name: part.name,
      mass: Math.round(share + salt + noise.normal(0, 2)),
      massSd: Math.max(2, 0.005 * share),
      measured: 'scale',
      saltMass: Math.round(salt * 10) / 10,
      salting: part.salted ? usualSalt : { way: 'none' },
      additions: part.additions ?? [],
      storage: part.storage,
    };
  });
  await record(stopped + 25, [...bodies, { kind: 'packed' }]);
  for (const [i, part] of (morning.portions ?? []).entries()) {
    const body = bodies[i]!;
    if (part.eaten && body.kind === 'portion')
      await send(
        living,
        'butter.finish',
        { lotId: body.portionId },
        new Date(start.getTime() + 8 * 86400_000),
      );
  }
}
