import { keepRecent, keptRecent, undoableFor } from './recent';

const shelf = new Map<string, string>();
beforeAll(() => {
  Object.assign(globalThis, {
    localStorage: {
      getItem: (key: string) => shelf.get(key) ?? null,
      setItem: (key: string, value: string) => void shelf.set(key, value),
    },
  });
});
beforeEach(() => shelf.clear());

const act = (id: string, ago: number) => ({
  id,
  says: `${id} was done.`,
  at: Date.now() - ago,
  undo: { name: 'entry.undo', input: { commandId: id } },
});

describe('what can still be taken back', () => {
  it('outlives a reload for ten minutes and no longer', () => {
    keepRecent([act('fresh', 1000), act('nearly', undoableFor - 5000), act('old', undoableFor + 1000)]);
    expect(keptRecent().map(({ id }) => id)).toEqual(['fresh', 'nearly']);
  });

  it('keeps only what a command takes back: what the page itself would undo goes with the page', () => {
    keepRecent([act('milk in', 0), { id: 'here', says: 'Here.', at: Date.now(), undo: () => undefined }]);
    expect(keptRecent()).toEqual([
      expect.objectContaining({
        id: 'milk in',
        undo: { name: 'entry.undo', input: { commandId: 'milk in' } },
      }),
    ]);
  });

  it('is nothing on a device that keeps nothing, or kept nonsense', () => {
    expect(keptRecent()).toEqual([]);
    shelf.set('immulgo-recent', '{"half');
    expect(keptRecent()).toEqual([]);
  });
});
