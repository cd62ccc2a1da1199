import { randomUUID } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import type { TroubleKey } from '@/core/balancing/troubles';
import { openHouse } from '@/server/house/openHouse';
import { trendsView } from '@/server/ledger/trends';
import { loadLarkfold } from '@/demo/loadLarkfold';
import { setClock } from '@/server/clock';
import { asCommand } from './benchViews';

/** What each planted trouble ought to be called. */
const called: Record<string, TroubleKey> = {
  'mis-weighed': 'misweighed',
  'too salty, rinsed back': 'salty',
  'greasy and warm': 'warm',
  'stuck and cold': 'cold',
  'wet and heavy': 'wet',
};
const [from = 1, to = 1, days = 235] = process.argv.slice(2, 5).map(Number);
/** What earlier runs counted, and this one adds to. */
const tally = process.argv[5];

interface Tally {
  found: Record<string, { planted: number; named: number; misnamed: string[] }>;
  invented: string[];
  clean: number;
}

asCommand(async () => {
  const counted: Tally =
    tally && existsSync(tally)
      ? (JSON.parse(readFileSync(tally, 'utf8')) as Tally)
      : { found: {}, invented: [], clean: 0 };
  const { found, invented } = counted;
  for (let seed = from; seed <= to; seed += 1) {
    const farmId = await openHouse(randomUUID());
    const planted = new Map<number, string>();
    setClock(new Date('2026-11-23T07:42:00Z'));
    await loadLarkfold(farmId, {
      seed: `trouble ${seed}`,
      days,
      planted: (what, at) => planted.set(Math.round(at.getTime() / 1000), what),
    });
    const { batches, failed } = await trendsView(farmId);
    const score = (what: string, named: boolean, as: string) => {
      const one = (found[what] ??= { planted: 0, named: 0, misnamed: [] });
      one.planted += 1;
      if (named) one.named += 1;
      else one.misnamed.push(`seed ${seed}: ${as}`);
    };
    for (const { number, atSeconds, tool, verdict, troubles } of batches) {
      const what = planted.get(Math.round(atSeconds));
      const told = troubles.join(', ') || String(verdict);
      if (what) score(what, troubles.length === 1 && troubles[0] === called[what], told);
      else {
        counted.clean += 1;
        if (troubles.length > 0) invented.push(`seed ${seed}, batch ${number}, ${tool}: ${told}`);
      }
    }
    const souring = [...planted.values()].filter((what) => what === 'failed ripening').length;
    for (let i = 0; i < souring; i += 1) score('failed ripening', failed.length > i, 'not found');
    for (const { code } of failed.slice(souring)) invented.push(`seed ${seed}: ${code} failed ripening`);
    process.stderr.write(`seed ${seed}: ${batches.length} batches\n`);
  }
  if (tally) writeFileSync(tally, JSON.stringify(counted));
  for (const [what, { planted, named, misnamed }] of Object.entries(found))
    console.log(
      `${what}: ${named} of ${planted} named rightly${misnamed.length > 0 ? `; ${misnamed.join('; ')}` : ''}`,
    );
  console.log(`clean batches: ${counted.clean}, troubles invented: ${invented.length}`);
  for (const one of invented) console.log(`  ${one}`);
  const missed = Object.values(found).reduce((sum, one) => sum + one.planted - one.named, 0);
  return missed + invented.length;
});
