import type { DeviceStore, KeptCommand } from './deviceStore';
import { subjectsOf } from './dependsOn';
import { HouseClock, houseClock, shiftTimes } from './houseClock';
import type { Answer, QueuedCommand } from './queuedCommand';
import { Outbox } from './outbox';

/** A house that can be reached or not, can hang or fail, and remembers what it carried out. */
class House {
  reachable = true;
  loseAnswers = 0;
  /** How far ahead of this device its clock is, ms. */
  ahead = 0;
  hangs: (command: QueuedCommand) => boolean = () => false;
  readonly carriedOut: QueuedCommand[] = [];
  readonly received: string[] = [];
  answer: (command: QueuedCommand) => { status: number; body: unknown } = () => ({
    status: 200,
    body: { status: 'done', result: null },
  });

  fetch = async (url: unknown, init?: { body?: unknown; signal?: AbortSignal }): Promise<Response> => {
    if (!this.reachable) throw new TypeError('Failed to fetch');
    const headers = { 'x-immulgo-now': String(Date.now() + this.ahead) };
    if (url === '/api/time') return new Response(null, { status: 204, headers });
    const command = JSON.parse(String(init?.body)) as QueuedCommand;
    this.received.push(command.id);
    if (this.hangs(command))
      return new Promise((_, reject) =>
        init!.signal!.addEventListener('abort', () => reject(new DOMException('aborted', 'AbortError'))),
      );
    const { status, body } = this.answer(command);
    if (status === 200 && !this.carriedOut.some(({ id }) => id === command.id)) this.carriedOut.push(command);
    if (this.loseAnswers > 0) {
      this.loseAnswers -= 1;
      throw new TypeError('The answer was lost');
    }
    return new Response(JSON.stringify(body), { status, headers });
  };
}

/** A device's store, in memory: slow to open, full, or broken when a test says so. */
class Shelf implements DeviceStore {
  readonly kept = new Map<string, KeptCommand>();
  opensAfterMs = 0;
  full = false;
  hangs = false;
  async load(): Promise<KeptCommand[]> {
    if (this.opensAfterMs > 0) await new Promise((later) => setTimeout(later, this.opensAfterMs));
    return structuredClone([...this.kept.values()]);
  }
  async save(one: KeptCommand): Promise<void> {
    if (this.full) throw new DOMException('The device is full.', 'QuotaExceededError');
    if (this.hangs) return new Promise(() => undefined);
    this.kept.set(one.command.id, structuredClone(one));
  }
  async remove(id: string): Promise<void> {
    this.kept.delete(id);
  }
}

const farm = '9a0f6f6e-7c5b-4d0b-8f7e-0d1c2b3a4f50';
let house: House;
let shelf: Shelf;
let outbox: Outbox;
const realFetch = globalThis.fetch;
const boxes: Outbox[] = [];
const another = () => {
  const made = new Outbox(farm, shelf);
  boxes.push(made);
  return made;
};

beforeEach(() => {
  jest.useFakeTimers();
  house = new House();
  shelf = new Shelf();
  globalThis.fetch = house.fetch as typeof fetch;
  houseClock.known = false;
  houseClock.learn({ headers: new Headers({ 'x-immulgo-now': String(Date.now()) }) }, Date.now());
  houseClock.known = false;
  outbox = another();
});
afterEach(() => {
  for (const one of boxes.splice(0)) one.close();
  globalThis.fetch = realFetch;
  jest.useRealTimers();
});

const settle = (ms = 60_000) => jest.advanceTimersByTimeAsync(ms);
const batch = (n: number) => `b0000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const names = () => house.carriedOut.map(({ name }) => name);

describe('the outbox of a device', () => {
  it('sends what it is given, in order, and strikes it off', async () => {
    const answers = ['one', 'two', 'three'].map((name) => outbox.put(name, {}));
    expect(outbox.waiting().map(({ command }) => command.name)).toEqual(['one', 'two', 'three']);
    expect(await Promise.all(answers)).toEqual(Array<Answer>(3).fill({ status: 'done', result: null }));
    await settle();
    expect(outbox.waiting()).toEqual([]);
    expect(names()).toEqual(['one', 'two', 'three']);
  });

  it('keeps everything while the house is gone and sends it once when it is back', async () => {
    house.reachable = false;
    void outbox.put('one', { batchId: batch(1) });
    void outbox.put('two', { batchId: batch(1) });
    await settle();
    expect(outbox.waiting()).toHaveLength(2);
    expect(outbox.reachable).toBe(false);
    const order = outbox.waiting().map(({ command }) => command.id);
    house.reachable = true;
    await settle();
    expect(outbox.waiting()).toEqual([]);
    expect(outbox.reachable).toBe(true);
    expect(house.carriedOut.map(({ id }) => id)).toEqual(order);
  });

  it('sends again under the same id when the answer was lost, so that the house can know it', async () => {
    house.loseAnswers = 2;
    const answer = outbox.put('one', {});
    await settle();
    expect(await answer).toEqual({ status: 'done', result: null });
    expect(house.received).toHaveLength(3);
    expect(new Set(house.received).size).toBe(1);
    expect(house.carriedOut).toHaveLength(1);
  });

  it('tries again when the house says it cannot write just now', async () => {
    let times = 0;
    house.answer = () =>
      times++ < 2 ? { status: 503, body: {} } : { status: 200, body: { status: 'done', result: 7 } };
    const answer = outbox.put('one', {});
    await settle();
    expect(await answer).toEqual({ status: 'done', result: 7 });
  });

  it('never lets a later command about the same batch overtake one that waits', async () => {
    let times = 0;
    const seen: string[] = [];
    house.answer = (command) => {
      if (command.name === 'first' && times++ < 3) return { status: 503, body: {} };
      seen.push(command.name);
      return { status: 200, body: { status: 'done', result: null } };
    };
    void outbox.put('first', { batchId: batch(1) });
    void outbox.put('second', { batchId: batch(1) });
    await settle();
    expect(seen).toEqual(['first', 'second']);
  });

  it('tells why the house refused, and goes on with the next', async () => {
    const heard: string[] = [];
    const stop = outbox.onRefused((message) => heard.push(message));
    house.answer = ({ name }) => ({
      status: 200,
      body:
        name === 'bad' ? { status: 'refused', message: 'No such butter.' } : { status: 'done', result: null },
    });
    const [bad, good] = [outbox.put('bad', {}), outbox.put('good', {})];
    await settle();
    expect(await bad).toMatchObject({ status: 'refused', message: 'No such butter.' });
    expect(await good).toMatchObject({ status: 'done' });
    expect(heard).toEqual(['No such butter.']);
    stop();
    await outbox.put('bad', {});
    expect(heard).toHaveLength(1);
  });

  it('does not send for ever what the house cannot read', async () => {
    house.answer = () => ({ status: 400, body: { error: { message: 'name: unknown', path: 'name' } } });
    const answer = outbox.put('nonsense', {});
    await settle();
    expect(await answer).toEqual({ status: 'refused', message: 'name: unknown', field: 'name' });
    expect(outbox.waiting()).toEqual([]);
  });

  it('waits for those who draw before it strikes a command off, even when one of them fails', async () => {
    const waitingThen: number[] = [];
    outbox.onAnswered(async () => void waitingThen.push(outbox.waiting().length));
    outbox.onAnswered(() => Promise.reject(new Error('could not draw')));
    await outbox.put('one', {});
    await settle();
    expect(waitingThen).toEqual([1]);
    expect(outbox.waiting()).toEqual([]);
  });

  it('tells its listeners of every change, until they stop listening', async () => {
    let told = 0;
    const stop = outbox.subscribe(() => (told += 1));
    await outbox.put('one', {});
    await settle();
    expect(told).toBeGreaterThanOrEqual(2);
    stop();
    const before = told;
    await outbox.put('two', {});
    await settle();
    expect(told).toBe(before);
  });

  it('hurries when the network is back', async () => {
    house.reachable = false;
    void outbox.put('one', {});
    await jest.advanceTimersByTimeAsync(20_000);
    house.reachable = true;
    outbox.hurry();
    await jest.advanceTimersByTimeAsync(0);
    await Promise.resolve();
    await jest.advanceTimersByTimeAsync(10);
    expect(house.carriedOut).toHaveLength(1);
  });
});

describe('where people say who they are', () => {
  const [ines, rowan] = ['1e000000-0000-4000-8000-000000000001', '2e000000-0000-4000-8000-000000000002'];
  const of = (who: string, onFarm = farm) => {
    const made = new Outbox(onFarm, shelf, undefined, who);
    boxes.push(made);
    return made;
  };

  it('a device that is shut out keeps everything, says that it is asked who it is, and sends it once somebody has', async () => {
    let out = true;
    house.answer = () =>
      out ? { status: 401, body: {} } : { status: 200, body: { status: 'done', result: null } };
    const mine = of(rowan);
    const answer = mine.put('batch.record', { batchId: batch(1) });
    await settle();
    expect(mine.state()).toMatchObject({ reachable: false, signedOut: true });
    expect(mine.waiting()).toHaveLength(1);
    expect(mine.waiting()[0]!.aside).toBeUndefined();
    out = false;
    await settle();
    expect(await answer).toMatchObject({ status: 'done' });
    expect(mine.state()).toMatchObject({ reachable: true, signedOut: false });
    expect(house.carriedOut[0]).toMatchObject({ by: rowan });
  });

  it('what the other said is not refused for what this one may not do: it waits until they have it in hand again', async () => {
    house.reachable = false;
    void of(ines).put('lot.correct', { lotId: batch(2) });
    await settle(1000);
    boxes.at(-1)!.close();
    house.reachable = true;
    let hand = rowan;
    house.answer = ({ by }) => ({
      status: 200,
      body:
        by === hand
          ? { status: 'done', result: null }
          : { status: 'refused', message: 'Not for you.', field: 'role' },
    });
    const his = of(rowan);
    await his.open();
    const own = his.put('batch.record', { batchId: batch(1) });
    await settle();
    expect(await own).toMatchObject({ status: 'done' });
    expect(his.waiting()).toMatchObject([
      { command: { name: 'lot.correct', by: ines }, aside: { why: expect.stringMatching(/Not for you/) } },
    ]);
    his.close();
    hand = ines;
    const hers = of(ines);
    await hers.open();
    hers.tryAgain(hers.waiting()[0]!.command.id);
    await settle();
    expect(hers.waiting()).toEqual([]);
  });

  it('what was said on another farm waits for that farm', async () => {
    house.reachable = false;
    void of(ines).put('milk.in', { lotId: batch(3) });
    await settle(1000);
    boxes.at(-1)!.close();
    house.reachable = true;
    const elsewhere = of(ines, '9a0f6f6e-7c5b-4d0b-8f7e-0d1c2b3a4f51');
    await elsewhere.open();
    await settle();
    expect(house.carriedOut).toEqual([]);
    expect(elsewhere.waiting()).toHaveLength(1);
    elsewhere.close();
    await of(ines).open();
    await settle();
    expect(house.carriedOut).toHaveLength(1);
  });
});

describe('what must never be lost, hang or be blocked', () => {
  it('a mark put before the outbox has opened, with the house away, is kept and sent when both are there', async () => {
    shelf.opensAfterMs = 2000;
    house.reachable = false;
    void outbox.open();
    const answer = outbox.put('batch.record', { batchId: batch(1) });
    expect(outbox.waiting()).toHaveLength(1);
    await settle(10_000);
    expect(shelf.kept.size).toBe(1);
    house.reachable = true;
    await settle();
    expect(await answer).toEqual({ status: 'done', result: null });
    expect(shelf.kept.size).toBe(0);
  });

  it('is shown once the device keeps it, or at once where the device is slow', async () => {
    house.reachable = false;
    let told = 0;
    outbox.subscribe(() => (told += 1));
    void outbox.put('one', { batchId: batch(1) });
    await settle(0);
    expect(shelf.kept.size).toBe(1);
    expect(told).toBeGreaterThan(0);
    shelf.opensAfterMs = 5000;
    const slow = another();
    let seen = 0;
    slow.subscribe(() => (seen += 1));
    void slow.put('two', { batchId: batch(2) });
    await settle(200);
    expect(seen).toBe(1);
    expect(slow.waiting()).toMatchObject([{ kept: false }]);
  });

  it('what was kept before goes before what is put while it opens', async () => {
    house.reachable = false;
    void outbox.put('first', { batchId: batch(1) });
    await settle(1000);
    const next = another();
    shelf.opensAfterMs = 500;
    void next.open();
    void next.put('second', { batchId: batch(1) });
    await settle(1000);
    expect(next.waiting().map(({ command }) => command.name)).toEqual(['first', 'second']);
    outbox.close();
    house.reachable = true;
    await settle();
    expect(names()).toEqual(['first', 'second']);
  });

  it('a request that never answers is given up, and the house is not taken for reachable meanwhile', async () => {
    let hanging = true;
    house.hangs = () => hanging;
    const answer = outbox.put('batch.record', { batchId: batch(1) });
    await settle(20_000);
    expect(outbox.reachable).toBe(false);
    hanging = false;
    await settle();
    expect(await answer).toMatchObject({ status: 'done' });
    expect(house.carriedOut).toHaveLength(1);
  });

  it('hurrying gives up what hangs at once', async () => {
    let hanging = true;
    house.hangs = () => hanging;
    void outbox.put('batch.record', { batchId: batch(1) });
    await settle(1000);
    hanging = false;
    outbox.hurry();
    await settle(2000);
    expect(house.carriedOut).toHaveLength(1);
  });

  it('what was given up before it was even asked is asked again, by a house that hangs without end', async () => {
    // A request that is never answered, and does not hear that it was given up.
    let deaf = true;
    const { fetch } = house;
    globalThis.fetch = ((url, init) =>
      deaf && url === '/api/commands'
        ? new Promise(() => undefined)
        : fetch(url, init as never)) as typeof fetch & typeof globalThis.fetch;
    void outbox.put('batch.record', { batchId: batch(1) });
    await Promise.resolve();
    outbox.hurry();
    await settle(100);
    outbox.hurry();
    await settle(1000);
    deaf = false;
    await settle(30_000);
    expect(house.carriedOut).toHaveLength(1);
    expect(outbox.waiting()).toEqual([]);
  });

  it('a device store that never answers is said, and keeps nothing from the house', async () => {
    shelf.hangs = true;
    const answer = outbox.put('batch.record', { batchId: batch(1) });
    void outbox.put('batch.record', { batchId: batch(1) });
    await settle(40_000);
    expect(await answer).toMatchObject({ status: 'done' });
    expect(house.carriedOut).toHaveLength(2);
    void outbox.put('batch.record', { batchId: batch(1) });
    await settle(9000);
    expect(outbox.state().storeFails).toBe(true);
  });

  it('a page that never hears its answer to the end does not hold up the next mark', async () => {
    outbox.onAnswered(() => new Promise(() => undefined));
    for (let n = 0; n < 3; n += 1) void outbox.put('batch.record', { batchId: batch(1), n });
    await settle(30_000);
    expect(house.carriedOut).toHaveLength(3);
    expect(outbox.waiting()).toEqual([]);
  });

  it('a hanging request about one batch holds up no other', async () => {
    house.hangs = ({ input }) => (input as { batchId: string }).batchId === batch(1);
    void outbox.put('batch.record', { batchId: batch(1) });
    void outbox.put('batch.record', { batchId: batch(1) });
    for (let n = 2; n < 9; n += 1) void outbox.put('batch.record', { batchId: batch(n) });
    await settle(5000);
    expect(house.carriedOut).toHaveLength(7);
    expect(outbox.waiting()).toHaveLength(2);
  });

  it('what the house fails at again and again is set aside in sight, and what does not need it goes on', async () => {
    house.answer = ({ name }) =>
      name === 'milk.in'
        ? { status: 500, body: { error: { message: 'Something went wrong in the house itself.' } } }
        : { status: 200, body: { status: 'done', result: null } };
    const milk = batch(7);
    const answer = outbox.put('milk.in', { lotId: milk });
    void outbox.put('lot.use', { lotId: milk, to: 'pigs' });
    void outbox.put('batch.record', { batchId: batch(1) });
    await settle();
    expect(await answer).toMatchObject({ status: 'refused', message: expect.stringMatching(/went wrong/) });
    expect(names()).toEqual(['batch.record']);
    // The use needs the milk: it waits, and is not refused for want of it.
    expect(outbox.waiting().map(({ command, aside }) => [command.name, aside?.why])).toEqual([
      ['milk.in', 'Something went wrong in the house itself.'],
      ['lot.use', undefined],
    ]);
    expect(outbox.reachable).toBe(true);
    const received = house.received.length;
    await settle(600_000);
    expect(house.received).toHaveLength(received);

    // The house is mended: tried again, both go, in order.
    house.answer = () => ({ status: 200, body: { status: 'done', result: null } });
    outbox.tryAgain(outbox.waiting()[0]!.command.id);
    await settle();
    expect(names()).toEqual(['batch.record', 'milk.in', 'lot.use']);
  });

  it('a mark that fails does not keep later marks of its batch from the house; what takes it back waits for it', async () => {
    const event = (n: number, body: object) => ({
      id: `event-000${n}`,
      atSeconds: 1_760_000_000 + n,
      ...body,
    });
    house.answer = (command) =>
      JSON.stringify(command.input).includes('"id":"event-0001"') && command.name === 'batch.record'
        ? { status: 500, body: {} }
        : { status: 200, body: { status: 'done', result: null } };
    for (const body of [
      event(1, { kind: 'reading', temperature: 14 }),
      event(2, { kind: 'mark', stage: 'whipped' }),
      event(3, { kind: 'undone', eventId: 'event-0001' }),
    ])
      void outbox.put('batch.record', { batchId: batch(1), events: [body] });
    await settle();
    expect(house.carriedOut).toHaveLength(1);
    expect(JSON.stringify(house.carriedOut[0]!.input)).toContain('event-0002');
    await outbox.throwAway(outbox.waiting()[0]!.command.id);
    await settle();
    expect(house.carriedOut).toHaveLength(2);
    expect(outbox.waiting()).toEqual([]);
  });

  it('a set-aside command is still aside after a reload', async () => {
    house.answer = () => ({ status: 500, body: {} });
    void outbox.put('milk.in', { lotId: batch(7) });
    await settle();
    outbox.close();
    const next = another();
    await next.open();
    expect(next.waiting()).toMatchObject([{ aside: { why: expect.any(String) } }]);
  });

  it('a database that is down for an hour sets nothing aside', async () => {
    house.answer = () => ({ status: 503, body: {} });
    for (let n = 0; n < 6; n += 1) void outbox.put('batch.record', { batchId: batch(n) });
    await settle(3_600_000);
    expect(outbox.waiting().every(({ aside }) => aside === undefined)).toBe(true);
    house.answer = () => ({ status: 200, body: { status: 'done', result: null } });
    await settle();
    expect(house.carriedOut).toHaveLength(6);
  });

  it('endless “not just now” for one kind of command, while others go through, is set aside too', async () => {
    house.answer = ({ name }) => ({
      status: name === 'bad' ? 503 : 200,
      body: { status: 'done', result: null },
    });
    void outbox.put('bad', { batchId: batch(1) });
    for (let minute = 0; minute < 30; minute += 1) {
      void outbox.put('good', { batchId: batch(minute + 2) });
      await settle(2000);
    }
    await settle();
    expect(names().filter((name) => name === 'good')).toHaveLength(30);
    expect(outbox.waiting()).toMatchObject([{ command: { name: 'bad' }, aside: {} }]);
  });

  it('a full device says so at once, keeps marks in memory, sends them, and writes again when there is room', async () => {
    shelf.full = true;
    house.reachable = false;
    void outbox.put('one', { batchId: batch(1) });
    await settle(100);
    expect(outbox.state()).toMatchObject({ storeFails: true });
    expect(outbox.waiting()).toMatchObject([{ kept: false }]);
    shelf.full = false;
    void outbox.put('two', { batchId: batch(1) });
    await settle(100);
    house.reachable = true;
    await settle();
    expect(names()).toEqual(['one', 'two']);
    expect(outbox.state()).toEqual({ reachable: true, storeFails: false, signedOut: false });
  });

  it('two thousand waiting commands go in the order of their batches, each once', async () => {
    house.reachable = false;
    for (let n = 0; n < 2000; n += 1) void outbox.put(`mark ${n}`, { batchId: batch(n % 40) });
    await settle(1000);
    expect(shelf.kept.size).toBe(2000);
    house.reachable = true;
    await settle(120_000);
    expect(outbox.waiting()).toEqual([]);
    expect(house.carriedOut).toHaveLength(2000);
    for (let b = 0; b < 40; b += 1) {
      const marks = house.carriedOut
        .filter(({ input }) => (input as { batchId: string }).batchId === batch(b))
        .map(({ name }) => Number(name.slice(5)));
      expect(marks).toEqual(marks.toSorted((x, y) => x - y));
    }
  });
});

describe('a device whose clock is wrong', () => {
  const at = (command: QueuedCommand | undefined) =>
    (command!.input as { events: { atSeconds: number }[] }).events[0]!.atSeconds;

  it('has what it kept placed by the house’s time, once, before it is sent the first time', async () => {
    house.reachable = false;
    house.ahead = 2 * 86_400_000;
    const here = Date.now() / 1000;
    void outbox.put('batch.record', { batchId: batch(1), events: [{ id: 'event-0001', atSeconds: here }] });
    await settle(5000);
    house.loseAnswers = 2;
    house.reachable = true;
    await settle();
    expect(at(house.carriedOut[0])).toBeCloseTo(here + 2 * 86_400, 0);
    expect(Math.abs(Date.parse(house.carriedOut[0]!.at) / 1000 - here - 2 * 86_400)).toBeLessThan(70);
    // Sent three times, it was the same three times.
    expect(house.received).toHaveLength(3);
    expect(new Set(house.received).size).toBe(1);
  });

  it('marks by the house’s time from then on', async () => {
    house.ahead = -86_400_000;
    await outbox.put('one', {});
    expect(Math.abs(houseClock.now() - (Date.now() - 86_400_000))).toBeLessThan(2000);
    void outbox.put('two', { events: [{ id: 'event-0002', atSeconds: houseClock.now() / 1000 }] });
    await settle();
    expect(Math.abs(at(house.carriedOut[1]) - (Date.now() / 1000 - 86_400))).toBeLessThan(70);
  });

  it('moves every time that was said, and nothing else', () => {
    const said = {
      mass: 5,
      startedAtSeconds: 100,
      events: [{ atSeconds: 100, toSeconds: 90, minutes: 3 }],
      name: 'x',
    };
    expect(shiftTimes(said, 10)).toEqual({
      mass: 5,
      startedAtSeconds: 110,
      events: [{ atSeconds: 110, toSeconds: 100, minutes: 3 }],
      name: 'x',
    });
  });
});

describe('what a command is about', () => {
  const of = (name: string, input: unknown) =>
    subjectsOf({ id: 'command-0001', farm, device: 'd', name, input, at: '' });

  it('is every batch, lot and vessel it names, the buttermilk of a cream among them', () => {
    expect(of('lot.use', { lotId: `${batch(3)}-bm`, to: 'pigs' }).about).toContain(batch(3));
    const pour = of('lot.pour', {
      from: [{ lotId: batch(1) }, { lotId: batch(2) }],
      lotId: batch(3),
      vesselId: batch(4),
    });
    for (const n of [1, 2, 3, 4]) expect(pour.about).toContain(batch(n));
    expect(pour.makes).toContain(batch(3));
    expect(of('lot.pour', { from: [], lotId: batch(3), intoLotId: batch(5) }).makes).not.toContain(batch(3));
  });

  it('keeps apart what has nothing in common', () => {
    const [a, b] = [of('batch.record', { batchId: batch(1) }), of('batch.record', { batchId: batch(2) })];
    expect([...a.about].filter((id) => b.about.has(id))).toEqual(['command-0001']);
  });
});

test('a slow answer after a quick one moves no clock, and a clock set back a little puts no mark before the last', () => {
  let device = 1_000_000;
  const clock = new HouseClock(() => device);
  const says = (house: number, sentAt: number) =>
    clock.learn({ headers: new Headers({ 'x-immulgo-now': String(house) }) }, sentAt);
  // Answered after eight seconds: said at some moment between.
  device += 8000;
  says(1_360_000 + 8000, 1_000_000);
  const first = clock.now();
  // A quick one says better.
  device += 100;
  says(1_360_000 + 8050, device - 100);
  const second = clock.now();
  expect(second).toBeGreaterThan(first);
  const { offsetMs } = clock;
  device += 9000;
  says(device + offsetMs - 200, device - 9000);
  expect(clock.offsetMs).toBe(offsetMs);
});
