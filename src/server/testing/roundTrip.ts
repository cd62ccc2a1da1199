import { farmDocumentText } from '../farm/exportFarm';
import { importFarm } from '../farm/importFarm';

/** A farm as its document has it. */
export async function exported(farm: string): Promise<string> {
  let text = '';
  for await (const part of farmDocumentText(farm)) text += part;
  return text;
}

/** Takes a farm out and into one that has nothing: looked at first, then done, then once more. What that one is exported as. */
export async function roundTrip(farm: string, empty: string): Promise<{ from: string; to: string }> {
  const from = await exported(farm);
  const tried = await importFarm(empty, JSON.parse(from), true);
  expect(tried).toMatchObject({ troubles: [], outcome: 'possible' });
  expect(await importFarm(empty, JSON.parse(from), false)).toMatchObject({ outcome: 'taken' });
  expect(await importFarm(empty, JSON.parse(from), false)).toMatchObject({ outcome: 'nothing' });
  return { from, to: await exported(empty) };
}
