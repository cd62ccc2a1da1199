import { randomUUID } from 'node:crypto';
import { openHouse } from '@/server/house/openHouse';
import { bringNotebook } from '@/server/notebook/bringNotebook';
import { asCommand, benchViews, countOf } from './benchViews';
import { everyView, multiply } from './manyYears';

/** Ten years of a three-cow farm. */
const years = Number(process.env.YEARS ?? 10);
const mostMs = 150;

/** A notebook of thirty churnings, long before the house. */
const notebook = {
  lines: Array.from({ length: 30 }, (_, i) => [
    `${(i % 28) + 1}/${Math.floor(i / 28) + 5}/1931`,
    '2',
    '57',
    '22',
    '25',
  ]),
  columns: [
    { field: 'date', unit: '' },
    { field: 'cream', unit: 'qt' },
    { field: 'temperature', unit: '°F' },
    { field: 'minutes', unit: 'min' },
    { field: 'butter', unit: 'oz' },
  ],
  order: 'dmy',
  measures: 'us',
  usual: { fat: 0.36, treatment: 'raw', churn: 'tool:paddleHand' },
};

asCommand(async () => {
  await multiply(years);
  const farmId = await openHouse(randomUUID());
  console.log(
    `${years} years: ${await countOf(farmId, 'lot')} lots, ${await countOf(farmId, 'entry')} entries, ${await countOf(farmId, 'batch')} batches`,
  );
  // It writes, and so has no bare statements to be held against.
  const began = performance.now();
  await bringNotebook(farmId, notebook, true);
  console.log(`Thirty lines of a notebook, looked at: ${((performance.now() - began) / 1000).toFixed(1)} s`);
  return benchViews(await everyView(farmId), mostMs);
});
