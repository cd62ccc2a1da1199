'use client';

import Button from '@mui/material/Button';
import type { Use } from '@/core/byProducts/uses';
import { creamDensity } from '@/core/dairy/creamDensity';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import { whipsFrom } from '@/core/separating/toFat';
import { restUnder } from '@/core/separating/cutBetween';
import type { PailView } from '@/server/pail/views';
import { Door } from '../board/Door';
import { useSay } from '../frame/FarmContext';
import { laterPart } from '../frame/laterPart';
import { Chips } from '../quantity/Chips';
import { Quiet } from '../theme/Enamel';
import type { LotNow } from '../standing/lotNow';
import styles from './SkimGauge.module.css';
import { skimUses } from './usual';
import type { SkimPlan } from './skimPlan';
import { freeVessels, toUse, useNames } from './usual';

const QuantityField = laterPart(() => import('../quantity/QuantityField').then((part) => part.QuantityField));

/** Cream this much of the depth on top is the heavy part, when it is kept apart (engineering estimate). */
const topShare = 0.35;

/** How much of the cream is rich enough to whip, and what to do when little is. */
function whipsSaid(
  whips: SkimPlan['whips'],
  cut: NonNullable<SkimPlan['cut']>,
  say: Pick<ReturnType<typeof useSay>, 'length' | 'volume'>,
): string {
  const thirty = text(spokenFraction(whipsFrom, 0));
  if (!whips)
    return `None of it reaches ${thirty} yet, which whipping wants. Cold and still it gets richer: try 6 h, 12 h or 24 h above.`;
  const share = Math.min(1, whips.creamMass / Math.max(1, cut.creamMass));
  if (share > 0.98) return `All of it reaches ${thirty}: it whips.`;
  return `The first ${say.length(whips.at)} reach ${thirty}, which whipping wants: ${say.volume(whips.creamMass / creamDensity(whips.creamFat, 5))}, ${text(spokenFraction(share, 0))} of the cream. Cold and still more of it does: try 6 h, 12 h or 24 h above.`;
}

/** How a skimming may differ from the usual: everything may be left unsaid. */
export interface SkimChoices {
  top: number | undefined;
  measured: string;
  into: string | undefined;
  topInto: string;
  skimTo: Use | 'keep';
}

/** What is rarer about a skimming, behind a door each: the heavy top, what was measured, where cream and skim go. */
export function SkimDoors({
  view,
  one,
  plan,
  choices,
  change,
}: {
  view: PailView;
  one: LotNow;
  plan: SkimPlan;
  choices: SkimChoices;
  change: (part: Partial<SkimChoices>) => void;
}) {
  const say = useSay();
  const { lot } = one;
  const { whips, at, cut, topAt, topCut, topShown, guess, usual } = plan;
  const { top, measured, into, topInto, skimTo } = choices;
  const volumeOf = (mass: number, fat: number) => say.volume(mass / creamDensity(fat, 5));
  const free = freeVessels(view, 'cream');
  const creamChoices = [
    ...(usual.vesselId ? [{ key: usual.vesselId, name: usual.name, small: 'as it would go' }] : []),
    ...free
      .filter(({ id }) => id !== usual.vesselId)
      .map(({ id, name, capacity }) => ({ key: id, name, small: say.volume(capacity) })),
    // Other cream of its sort, such as a frozen collecting tub.
    ...view.lots.flatMap((cream) =>
      cream.kind === 'cream' &&
      cream.vessel &&
      cream.vessel.id !== usual.vesselId &&
      (cream.blockedReason !== null) === (lot.blockedReason !== null)
        ? [{ key: cream.vessel.id, name: cream.vessel.name, small: 'onto its cream' }]
        : [],
    ),
    { key: 'none', name: 'A jar', small: 'no name' },
  ];
  const intoName =
    creamChoices.find(({ key }) => key === (into ?? usual.vesselId ?? 'none'))?.name ?? 'a jar';
  const chosenInto = into ?? usual.vesselId ?? 'none';
  return (
    <>
      {cut && (
        <Door
          name="Heavy top apart"
          half={topShown === undefined}
          value={
            topShown && topAt !== undefined
              ? `first ${say.length(topAt)}: ${volumeOf(topShown.creamMass, topShown.creamFat)} at ${text(spokenFraction(topShown.creamFat, 0))}`
              : 'all in one'
          }
          group="skim"
        >
          <div className={styles.inside}>
            <div className={styles.steps}>
              <Button
                variant="outlined"
                aria-pressed={top !== undefined}
                onClick={() => change({ top: top === undefined ? at * topShare : undefined })}
              >
                {top === undefined ? 'Keep the heavy top apart' : 'All in one'}
              </Button>
              {whips && whips.at >= 2 && whips.at < at - 2 && (
                <Button variant="outlined" onClick={() => change({ top: whips.at })}>
                  As far as it whips
                </Button>
              )}
              {topShown && (
                <>
                  <Button variant="outlined" onClick={() => change({ top: Math.max(2, (topAt ?? 0) - 2) })}>
                    Thinner top
                  </Button>
                  <Button variant="outlined" onClick={() => change({ top: (topAt ?? 0) + 2 })}>
                    Thicker top
                  </Button>
                </>
              )}
            </div>
            <Quiet>{whipsSaid(whips, cut, say)}</Quiet>
            {topShown && (
              <Quiet role="status">
                Heavy top: {volumeOf(topShown.creamMass, topShown.creamFat)} of{' '}
                {text(spokenFraction(topShown.creamFat, 0))}, for whipping. The rest:{' '}
                {say.volume(restUnder(topShown, cut).mass / 1.01)} of{' '}
                {text(spokenFraction(restUnder(topShown, cut).fat, 0))}, to churn.
              </Quiet>
            )}
            {topCut && (
              <Chips
                legend="Heavy top into"
                chosen={topInto}
                onChoose={(key) => change({ topInto: key })}
                choices={[
                  { key: 'none', name: 'A jar', small: 'no name' },
                  ...free
                    .filter(({ id }) => id !== chosenInto)
                    .map(({ id, name, capacity }) => ({ key: id, name, small: say.volume(capacity) })),
                ]}
              />
            )}
          </div>
        </Door>
      )}
      <Door
        name="Cream, if you measured it"
        value={
          measured === ''
            ? guess
              ? `${volumeOf(guess.creamMass, guess.creamFat)}, as foreseen`
              : 'not yet'
            : measured
        }
        open={plan.isBoiled}
        group="skim"
      >
        <div className={styles.inside}>
          <QuantityField
            label="Cream, if you measured it"
            typed={measured}
            onTyped={(typed) => change({ measured: typed })}
            understood={plan.amount}
            system={say.system}
            hint={guess ? `${volumeOf(guess.creamMass, guess.creamFat)} as foreseen` : 'how much you took'}
          />
        </div>
      </Door>
      <Door
        name="Where it goes"
        value={`cream into ${intoName === 'A jar' ? 'a jar' : intoName}, skim ${skimTo === 'keep' ? 'kept' : toUse[skimTo]}`}
        group="skim"
      >
        <div className={styles.inside}>
          <Chips
            legend={topCut ? 'The rest into' : 'Cream into'}
            chosen={chosenInto}
            onChoose={(key) => change({ into: key })}
            choices={creamChoices}
          />
          <Chips
            legend="The skim"
            chosen={skimTo}
            onChoose={(key) => change({ skimTo: key })}
            choices={[
              ...skimUses(lot.blockedReason !== null).map((use) => ({ key: use, name: useNames[use] })),
              { key: 'keep' as const, name: 'Keep it', small: 'in its vessel' },
            ]}
          />
        </div>
      </Door>
    </>
  );
}
