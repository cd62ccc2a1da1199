import type { Churning } from './larkfold';

type Portion = Churning['portions'][number];

/**
 * How Larkfold means a churning: its churn by how much cream there is, and its butter divided now and then.
 * @param batches how many there were before
 * @param creamMass g
 * @param daysAgo what would be eaten by today is
 */
export function usualChurning(
  batches: number,
  creamMass: number,
  celsius: number,
  ripened: boolean,
  daysAgo: number,
): Churning {
  return {
    churn: creamMass > 2400 ? 'barrel' : batches % 4 === 3 ? 'mixer' : 'paddle',
    celsius,
    ripened,
    portions: portionsOf(batches).map(({ eaten, ...portion }) => ({
      ...portion,
      ...(daysAgo > eaten.ifOlder ? { eatenAfter: Math.min(eaten.after, daysAgo - 0.4) } : {}),
    })),
  };
}

/** Each portion, and after how many days it is eaten when it is older than that many. */
function portionsOf(batches: number): (Portion & { eaten: { after: number; ifOlder: number } })[] {
  const salted = { name: 'Salted', storage: 'fridge', salted: true } as const;
  if (batches % 5 === 0)
    return [
      { ...salted, share: 0.55, storage: 'freezer', eaten: { after: 55, ifOlder: 60 } },
      { ...salted, share: 0.45, eaten: { after: 9, ifOlder: 4 } },
    ];
  if (batches % 13 === 6)
    return [
      { ...salted, share: 0.7, eaten: { after: 8, ifOlder: 6 } },
      {
        share: 0.3,
        name: 'Ghee',
        storage: 'fridge',
        salted: false,
        ghee: true,
        eaten: { after: 60, ifOlder: 61 },
      },
    ];
  if (batches % 7 === 3)
    return [
      { ...salted, share: 0.8, eaten: { after: 8, ifOlder: 5 } },
      { ...salted, share: 0.2, name: 'Garlic', additions: ['garlic'], eaten: { after: 3.5, ifOlder: 4 } },
    ];
  const plain = batches % 3 === 2;
  return [
    {
      ...salted,
      share: 1,
      name: plain ? 'Unsalted' : 'Salted',
      salted: !plain,
      eaten: { after: 8, ifOlder: 6 },
    },
  ];
}
