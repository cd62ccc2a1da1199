import type { Answer, QueuedCommand } from './outbox';
import { Outbox } from './outbox';

/** A house that can be reached or not, and remembers what it carried out. */
class House {
  reachable = true;
  loseAnswers = 0;
  readonly carriedOut: string[] = [];
  readonly received: string[] = [];
  answer: (command: QueuedCommand) => { status: number; body: unknown } = () => ({
    status: 200,
    body: { status: 'done', result: null },
  });

  fetch = async (_url: unknown, init?: { body?: unknown }): Promise<Response> => {
    if (!this.reachable) throw new TypeError('Failed to fetch');
    const command = JSON.parse(String(init?.body)) as QueuedCommand;
    this.received.push(command.id);
    if (!this.carriedOut.includes(command.id)) this.carriedOut.push(command.id);
    if (this.loseAnswers > 0) {
      this.loseAnswers -= 1;
      throw new TypeError('The answer was lost');
    }
    const { status, body } = this.answer(command);
    return new Response(JSON.stringify(body), { status });
  };
}

let house: House;
let outbox: Outbox;
const realFetch = globalThis.fetch;

beforeEach(() => {
  jest.useFakeTimers();
  house = new House();
  globalThis.fetch = house.fetch as typeof fetch;
  outbox = new Outbox('9a0f6f6e-7c5b-4d0b-8f7e-0d1c2b3a4f50');
});
afterEach(() => {
  globalThis.fetch = realFetch;
  jest.useRealTimers();
});

const settle = () => jest.advanceTimersByTimeAsync(60_000);

describe('the outbox of a device', () => {
  it('sends what it is given, in order, and strikes it off', async () => {
    const answers = ['one', 'two', 'three'].map((name) => outbox.put(name, {}));
    expect(outbox.waiting().map(({ command }) => command.name)).toEqual(['one', 'two', 'three']);
    expect(await Promise.all(answers)).toEqual(Array<Answer>(3).fill({ status: 'done', result: null }));
    await settle();
    expect(outbox.waiting()).toEqual([]);
    expect(house.carriedOut).toHaveLength(3);
  });

  it('keeps everything while the house is gone and sends it once when it is back', async () => {
    house.reachable = false;
    void outbox.put('one', {});
    void outbox.put('two', {});
    await settle();
    expect(outbox.waiting()).toHaveLength(2);
    expect(outbox.reachable).toBe(false);
    const order = outbox.waiting().map(({ command }) => command.id);
    house.reachable = true;
    await settle();
    expect(outbox.waiting()).toEqual([]);
    expect(outbox.reachable).toBe(true);
    expect(house.carriedOut).toEqual(order);
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

  it('never lets a later command overtake one that waits', async () => {
    let times = 0;
    const seen: string[] = [];
    house.answer = (command) => {
      if (command.name === 'first' && times++ < 3) return { status: 503, body: {} };
      seen.push(command.name);
      return { status: 200, body: { status: 'done', result: null } };
    };
    void outbox.put('first', {});
    void outbox.put('second', {});
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
