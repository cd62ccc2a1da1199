import { randomUUID } from 'node:crypto';
import { TZDate } from '@date-fns/tz';
import { database } from '@/data/connection';
import { inFarm } from '@/data/farmScope';
import { butterOnHand } from '@/data/ledger/ledger';
import { carryOut } from './commands/carryOut';
import { theOwner } from './commands/command';
import { clocked, setClock } from './clock';
import { localDate } from './localDate';
import { pailView } from './pail/views';
import { facts, portion } from './testing/aBatch';
import { aDairy, animal, balanced, sums } from './testing/aDairy';
import { takeOutCalendar } from './shelf/calendar';
import { todayView } from './today/views';
import { HouseClock } from '@/ui/outbox/houseClock';
import type { DeviceStore, KeptCommand } from '@/ui/outbox/deviceStore';
import type { Answer } from '@/ui/outbox/queuedCommand';
import { Outbox } from '@/ui/outbox/outbox';

const house = aDairy();
const zone = 'Europe/Berlin';
const hour = 3600;
const day = 24 * hour;
/** 12 October 2026; clocks go back in the night to the 25th. */
const firstDay = [2026, 9, 12] as const;
const days = 21;

class Shelf implements DeviceStore {
  private readonly kept = new Map<string, KeptCommand>();
  load = async () => structuredClone([...this.kept.values()]);
  save = async (one: KeptCommand) => void this.kept.set(one.command.id, structuredClone(one));
  remove = async (id: string) => void this.kept.delete(id);
}

/** The farm's true time, moved on by the test; devices have their own idea of it. */
let trueSeconds = 0;
const moveTo = (seconds: number) => {
  trueSeconds = seconds;
  setClock(new Date(seconds * 1000));
};

/** A device with a clock of its own, and a signal that comes and goes. */
class Device {
  signal = true;
  readonly clock: HouseClock;
  readonly outbox: Outbox;
  constructor(farm: string, wrongBySeconds: number) {
    this.clock = new HouseClock(() => (trueSeconds + wrongBySeconds) * 1000);
    this.outbox = new Outbox(farm, new Shelf(), this.clock);
  }
  now = () => this.clock.now() / 1000;
}

/** Does something with the house answering this device, or not. */
async function on<T>(device: Device, farm: string, work: () => Promise<T>): Promise<T> {
  const real = globalThis.fetch;
  globalThis.fetch = (async (url: unknown, init?: { body?: unknown }) => {
    if (!device.signal) throw new TypeError('Failed to fetch');
    if (url === '/api/time') return new Response(null, { status: 204, headers: clocked() });
    const answer = await carryOut(farm, JSON.parse(String(init!.body)) as unknown, () => theOwner);
    return Response.json(answer, { headers: clocked() });
  }) as typeof fetch;
  try {
    return await work();
  } finally {
    globalThis.fetch = real;
  }
}

describe('three weeks on two devices across the change to winter time, one of them a day off', () => {
  it('every entry is at its true time, on its own day, in order, and the books are sound every evening', async () => {
    const farm = await house.farm();
    const at = (n: number, hours: number, minutes = 0) =>
      new TZDate(firstDay[0], firstDay[1], firstDay[2] + n, hours, minutes, zone).getTime() / 1000;
    moveTo(at(0, 5));
    const phone = new Device(farm, 0);
    const tablet = new Device(farm, -day - 340);
    const say = (device: Device, name: string, input: unknown) =>
      on(device, farm, () => device.outbox.put(name, input));
    expect(await say(phone, 'house.settle', { timeZone: zone, unitSystem: 'metric' })).toMatchObject({ status: 'done' });
    expect(await say(phone, 'animal.put', animal({ calvedOn: '2026-06-01' }))).toMatchObject({ status: 'done' });

    const trueTimes = new Map<string, number>();
    let waitingMilk: string[] = [];
    let cream: string[] = [];
    const made: { lotId: string; day: string }[] = [];
    for (let n = 0; n < days; n += 1) {
      // Evening milk by the tablet, which has no signal on every fifth evening and sends in the morning.
      moveTo(at(n, 18, 30));
      tablet.signal = n % 5 !== 3;
      const milk = randomUUID();
      trueTimes.set(milk, trueSeconds);
      waitingMilk.push(milk);
      const kept = tablet.outbox;
      const put = () => kept.put('milk.in', { lotId: milk, from: 'herd', mass: 9000, massSd: 100, celsius: 35, place: 'coldWater', atSeconds: tablet.now() });
      const evening = on(tablet, farm, async () => {
        const answer = put();
        if (tablet.signal) return answer;
        await new Promise((later) => setTimeout(later, 30));
        void answer;
        return { status: 'done' } as Answer;
      });
      expect(await evening).toMatchObject({ status: 'done' });

      // Next morning the clock may have changed in between.
      moveTo(at(n + 1, 7));
      tablet.signal = true;
      await on(tablet, farm, async () => {
        tablet.outbox.hurry();
        for (let tries = 0; tries < 100 && tablet.outbox.waiting().length > 0; tries += 1)
          await new Promise((later) => setTimeout(later, 10));
      });
      expect(tablet.outbox.waiting()).toEqual([]);
      for (const lotId of waitingMilk) {
        const cut = randomUUID();
        trueTimes.set(cut, trueSeconds);
        cream.push(cut);
        expect(await say(phone, 'milk.separate', { way: 'ladle', from: [{ lotId }], cuts: [{ lotId: cut, mass: 1500, fat: 0.2 }], skim: { to: 'use', use: 'pigs' }, atSeconds: phone.now() })).toMatchObject({ status: 'done' });
      }
      waitingMilk = [];
      if (cream.length === 3) {
        // Churned on the tablet, late in the evening before the change and after it as well: packed past midnight.
        moveTo(at(n + 1, 23, 20));
        const batchId = randomUUID();
        const start = tablet.now();
        const lotId = randomUUID();
        expect(await say(tablet, 'batch.begin', { batchId, creamLotId: randomUUID(), startedEventId: randomUUID(), startedAtSeconds: start, facts: { ...facts, creamMass: 4500, creamVolume: 4500, creamFat: 0.2, creamFatSd: 0.03, capacity: 10_000 }, fromLots: cream.map((one) => ({ lotId: one })) })).toMatchObject({ status: 'done' });
        const events = [
          { kind: 'mark', stage: 'break', minutes: 25 },
          { kind: 'drained', measured: 'mass', mass: 3300, massSd: 20, minutes: 30 },
          { ...portion(lotId, 1060, 16), minutes: 50 },
          { kind: 'packed', minutes: 55 },
        ].map(({ minutes, ...body }) => ({ id: randomUUID(), atSeconds: start + minutes * 60, ...body }));
        moveTo(trueSeconds + 56 * 60);
        expect(await say(tablet, 'batch.record', { batchId, events })).toMatchObject({ status: 'done' });
        made.push({ lotId, day: localDate(new Date((trueSeconds - 60) * 1000), zone) });
        cream = [];
      }
      expect(await sums(farm)).toMatchObject(balanced);
      const today = await todayView(farm);
      expect(today.today).toBe(localDate(new Date(trueSeconds * 1000), zone));
      // Nothing lies in the future, whichever device said it.
      for (const lot of today.lots) {
        expect(lot.madeSeconds).toBeLessThanOrEqual(trueSeconds + 1);
        for (const { atSeconds } of lot.events) expect(atSeconds).toBeLessThanOrEqual(trueSeconds + 2);
      }
    }

    const [rows] = await inFarm(farm, ({ transaction }) =>
      database().query(`SELECT id, extract(epoch FROM made_at) AS at FROM lot WHERE kind IN ('milk', 'cream') AND farm_id = :farm`, { replacements: { farm }, transaction }),
    );
    for (const { id, at: madeAt } of rows as { id: string; at: string }[]) {
      const truly = trueTimes.get(id);
      if (truly !== undefined) expect(Math.abs(Number(madeAt) - truly)).toBeLessThan(5);
    }
    const butter = await inFarm(farm, butterOnHand);
    const today = await todayView(farm);
    expect(made.length).toBeGreaterThan(5);
    for (const { lotId, day: madeOn } of made) {
      expect(localDate(butter.find((pat) => pat.lotId === lotId)!.madeAt, zone)).toBe(madeOn);
      expect(today.butter.find((pat) => pat.lotId === lotId)!.madeOn).toBe(madeOn);
    }
    // The night of the change has 25 hours: milk of that evening is 13 and a half hours old at seven.
    const changed = [...trueTimes].filter(([, seconds]) => localDate(new Date(seconds * 1000), zone) === '2026-10-24');
    expect(changed.length).toBeGreaterThan(0);
    expect((await pailView(farm)).milkings.length).toBeGreaterThan(0);
    const first = today.lots[0];
    if (first) {
      const told = await takeOutCalendar(farm, first.id, { at: trueSeconds + hour, ready: undefined, to: '14 °C' });
      expect(told).toContain('BEGIN:VEVENT');
    }
  }, 120_000); // prettier-ignore
});
