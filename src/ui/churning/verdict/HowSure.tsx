'use client';

import type { FatUpstream } from '@/core/balancing/fatUpstream';
import type { Judgement } from '@/core/balancing/judgeBatch';
import { ninety, together } from '@/core/quantities/estimate';
import { useSay } from '../../frame/FarmContext';
import type { FatPlace } from './fatFlow';
import { fatFlow } from './fatFlow';
import styles from './FatTrail.module.css';

/** Each part of the way of a batch's fat: how much, how well that is known, and by what. */
export function HowSure({ judged, upstream }: { judged: Judgement; upstream: FatUpstream | undefined }) {
  const say = useSay();
  const sure = sureOf(judged, upstream);
  return (
    <ul className={styles.sure}>
      {fatFlow(judged, upstream).places.map(({ key, name, fat }) => {
        const sd = sure[key];
        return (
          <li key={key}>
            {name[0]!.toUpperCase() + name.slice(1)}: <b>{say.mass(fat)}</b>
            {sd === undefined || sd <= 0
              ? ''
              : ninety * sd < fat
                ? ` ± ${say.mass(ninety * sd)}`
                : `; it may be anything up to ${say.mass(fat + ninety * sd)}`}
            {sureBy[key] && <small>{sureBy[key]}</small>}
          </li>
        );
      })}
    </ul>
  );
}

/** How well each part of its fat is known: what its figures say of themselves, one standard deviation, g. */
function sureOf(
  { figures, buttermilkMass }: Judgement,
  upstream: FatUpstream | undefined,
): Partial<Record<FatPlace['key'], number>> {
  const figure = (key: string) => figures.find((one) => one.key === key);
  const input = (name: string) => figure('fatToButter')?.inputs.find((one) => one.name === name)?.sd;
  const known = (sd: number | undefined) => sd ?? 0;
  const cream = known(figure('fatIn')?.sd);
  const milk = upstream?.milkSd ?? 0;
  return {
    milk,
    // What is left of two that are known badly is known worse.
    ...(milk > 0 ? { skim: together(milk, cream) } : {}),
    churned: known(figure('fatIn')?.sd),
    butter: known(figure('fatToButter')?.sd),
    buttermilk: known(input('Fat of the buttermilk')) * buttermilkMass,
    washed: known(input('Lost to wash and smears')),
  };
}

/** What each part was known by. */
const sureBy: Partial<Record<FatPlace['key'], string>> = {
  milk: 'by how much milk there was, and what milk of its breeds holds',
  skim: 'what of the milk’s fat was not in the cream',
  bought: 'by its weight, and its label or test',
  churned: 'by the cream’s weight and its fat',
  butter: 'what is left of the cream’s fat',
  buttermilk: 'by its weight, and the churning as it was marked',
  washed: 'about a hundredth of the fat, by experience of others',
};
