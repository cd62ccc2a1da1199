import type { Correctable } from '@/core/churning/batchEvents';
import { tools } from '@/core/churning/tools';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { useSay } from '../frame/FarmContext';

type Say = Pick<ReturnType<typeof useSay>, 'mass' | 'volume' | 'temperature'>;

/** What was put right, with what it was: “1.6 L of cream, was 1.4 L; 38 % fat, was 36 %”. */
export function correctedWords(to: Correctable, was: Correctable, say: Say): string {
  const said: string[] = [];
  const change = (now: string, before: string | undefined) =>
    said.push(
      before === undefined || before === now ? now : `${now}, was ${before.replace(/ of cream$/, '')}`,
    );
  const amount = (of: Correctable) =>
    of.creamVolume === undefined
      ? of.creamMass === undefined
        ? undefined
        : say.mass(of.creamMass)
      : say.volume(of.creamVolume);
  const much = amount(to);
  if (much !== undefined && to.creamMass !== undefined)
    change(`${much} of cream`, amount(was) === undefined ? undefined : `${amount(was)} of cream`);
  const fat = ({ creamFat }: Correctable) => creamFat !== undefined && text(spokenFraction(creamFat));
  if (to.creamFat !== undefined) change(`${fat(to)} fat`, fat(was) || undefined);
  if (to.temperature !== undefined)
    change(
      say.temperature(to.temperature),
      was.temperature === undefined ? undefined : say.temperature(was.temperature),
    );
  if (to.treatment !== undefined) change(to.treatment, was.treatment);
  if (to.homogenised !== undefined) change(to.homogenised ? 'homogenised' : 'not homogenised', undefined);
  if (to.ripened !== undefined) change(to.ripened ? 'ripened' : 'sweet', was.ripened ? 'ripened' : 'sweet');
  if (to.tool !== undefined) change(tools[to.tool].inSentence, was.tool && tools[was.tool].inSentence);
  else if (to.capacity !== undefined)
    change(
      `a churn of ${say.volume(to.capacity)}`,
      was.capacity === undefined ? undefined : say.volume(was.capacity),
    );
  return said.length > 0 ? said.join('; ') : 'how sure it is';
}
