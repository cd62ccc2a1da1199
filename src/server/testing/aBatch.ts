import { randomUUID } from 'node:crypto';
import type { BatchEvent, BatchFacts } from '@/core/churning/batchEvents';
import { now, setClock } from '../clock';
import { carryOut } from '../commands/carryOut';
import { theOwner } from '../commands/command';
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

/** The latest time that is said anywhere in something, s since 1970. */
const latestIn = (said: unknown): number =>
  said === null || typeof said !== 'object'
    ? 0
    : Math.max(
        0,
        ...Object.entries(said).map(([key, value]) =>
          key.endsWith('Seconds') && typeof value === 'number' ? value : latestIn(value),
        ),
      );

/** Sends one command as a device would, once the house’s clock has come to what is said in it (within a year of that morning). */
export const send = (
  farmId: string,
  name: string,
  input: unknown,
  id: string = randomUUID(),
  device = 'tablet',
): Promise<Answer> => {
  const said = latestIn(input);
  const at = Math.max(morning, said < morning + 366 * 86_400 ? said : 0) * 1000;
  if (at > now().getTime()) setClock(new Date(at + 1000));
  return carryOut(
    farmId,
    { id, farm: farmId, device, name, input, at: new Date(at).toISOString() },
    () => theOwner,
  );
};

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
