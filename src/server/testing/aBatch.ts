import { randomUUID } from 'node:crypto';
import type { BatchEvent, BatchFacts } from '@/core/churning/batchEvents';
import { carryOut } from '../commands/carryOut';
import type { Answer } from '../commands/envelope';

/** Two litres of good cold cream in a stand mixer: what tests start from. */
export const facts: BatchFacts = {
  creamMass: 2000,
  creamMassSd: 20,
  creamVolume: 2000,
  amountTyped: '2 kg',
  creamFat: 0.38,
  creamFatSd: 0.01,
  fatMethod: 'label',
  temperature: 13,
  temperatureAssumed: false,
  ripened: false,
  treatment: 'pasteurised',
  homogenised: false,
  hardness: 0,
  tool: 'standMixer',
  vesselId: null,
  capacity: 5000,
  loads: 1,
  usualSalt: { way: 'share', share: 0.016, kind: 'fine' },
  usualStorage: 'fridge',
};

/** A morning in June, s since 1970. */
export const morning = 1812090000;

/** Sends one command as a device would. */
export const send = (
  farmId: string,
  name: string,
  input: unknown,
  id: string = randomUUID(),
  device = 'tablet',
): Promise<Answer> =>
  carryOut(farmId, { id, farm: farmId, device, name, input, at: new Date(morning * 1000).toISOString() });

export async function begin(farmId: string, change: Partial<BatchFacts> = {}): Promise<string> {
  const batchId = randomUUID();
  const answer = await send(farmId, 'batch.begin', {
    batchId,
    creamLotId: randomUUID(),
    startedEventId: randomUUID(),
    startedAtSeconds: morning,
    facts: { ...facts, ...change },
  });
  if (answer.status !== 'done') throw new Error(answer.message);
  return batchId;
}

type EventBody = BatchEvent extends infer E
  ? E extends BatchEvent
    ? Omit<E, 'id' | 'atSeconds'>
    : never
  : never;

/** An event `minutes` into the batch. */
export const event = (minutes: number, body: EventBody, id: string = randomUUID()): BatchEvent =>
  ({ id, atSeconds: morning + minutes * 60, ...body }) as BatchEvent;

export const portion = (portionId: string, mass = 900, saltMass = 14): EventBody => ({
  kind: 'portion',
  portionId,
  name: 'Butter',
  mass,
  massSd: 2,
  measured: 'scale',
  saltMass,
  salting: { way: 'share', share: 0.016, kind: 'fine' },
  additions: [],
  storage: 'fridge',
});
