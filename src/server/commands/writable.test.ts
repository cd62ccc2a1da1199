import { writable } from './writable';

test('NUL and half characters are left out, wherever they stand; everything else stays as it was', () => {
  expect(
    writable({
      name: 'Tansy\u0000',
      notes: ['half \ud83d', '\udc04 half', 'whole 🐄'],
      'k\u0000ey': { deep: 'a\u0000b', mass: 11.2, kept: null, yes: true },
    }),
  ).toEqual({
    name: 'Tansy',
    notes: ['half ', ' half', 'whole 🐄'],
    key: { deep: 'ab', mass: 11.2, kept: null, yes: true },
  });
  for (const plain of ['Quill’s butter', '', 7, null, undefined, false]) expect(writable(plain)).toBe(plain);
});
