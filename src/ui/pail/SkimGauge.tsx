'use client';

import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import type { ReactNode } from 'react';
import { useEffect, useMemo, useState } from 'react';
import type { Use } from '@/core/byProducts/uses';
import { cautionsOfUse } from '@/core/byProducts/uses';
import { creamDensity } from '@/core/dairy/creamDensity';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { CreamRise } from '@/core/separating/creamRise.calc';
import { restUnder } from '@/core/separating/cutBetween';
import type { PailView } from '@/server/pail/views';
import { inWorker } from '@/workers/inWorker';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import { Enamel, Quiet } from '../theme/Enamel';
import { riseOf } from '../standing/useRises';
import type { LotNow } from '../standing/useStory';
import styles from './Pail.module.css';
import { JarProfile } from './JarProfile';
import { skimUses } from './separatorRunDraft';
import { planSkim, skimInput } from './skimPlan';
import { freeVessels, toUse, useNames, usualSkimUse } from './usual';

const laters = ['0', '3', '6', '12', '24'] as const;
/** Cream this much of the depth on top is the heavy part, when it is kept apart (engineering estimate). */
const topShare = 0.35;

/** The skim gauge: the jar in profile, the ladle line to drag, and what it would take and leave, now or later. */
export function SkimGauge({
  view,
  one,
  underJar,
  underTake,
}: {
  view: PailView;
  one: LotNow;
  underJar: ReactNode;
  underTake: ReactNode;
}) {
  const say = useSay();
  const { act, refused, busy } = useAct();
  const { lot } = one;
  const [later, setLater] = useState<(typeof laters)[number]>('0');
  const [risen, setRisen] = useState<{ key: string; rise: CreamRise }>();
  const [share, setShare] = useState(0);
  const [ladle, setLadle] = useState<number>();
  const [top, setTop] = useState<number>();
  const [measured, setMeasured] = useState('');
  const [skimTo, setSkimTo] = useState<Use | 'keep'>(
    lot.blockedReason ? 'keep' : usualSkimUse(view.separations),
  );
  const [into, setInto] = useState<string>();
  const [topInto, setTopInto] = useState('none');
  const wanted = useMemo(
    () => riseOf({ ...one, ageHours: Math.round(one.ageHours * 6) / 6 }, view.separations, Number(later)),
    [one, view.separations, later],
  );
  const key = JSON.stringify([
    wanted?.hours,
    wanted?.milkMass,
    wanted?.happenings,
    wanted?.temperature.toFixed(0),
  ]);
  const isBoiled = lot.treatment === 'boiled';
  useEffect(() => {
    if (!wanted || isBoiled) return;
    const stop = new AbortController();
    inWorker('cream.rise', wanted, { onProgress: (done) => setShare(done), signal: stop.signal }).then(
      (rise) => !stop.signal.aborted && setRisen({ key, rise }),
      () => undefined,
    );
    return () => stop.abort();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key says what matters of the input
  }, [key, isBoiled]);
  const rise = risen?.rise;
  const plan = planSkim(view, one, rise, { ladle, top, measured }, say.system, say.volume);
  const { depth, line, best, at, cut, topAt, topCut, topShown, guess, creamMass, usual } = plan;
  const lastStop = view.separations.find(
    (before) => before.vesselId === lot.vessel?.id && before.stopped,
  )?.stopped;
  const intoId = into === undefined ? usual.vesselId : into === 'none' ? null : into;

  async function skim() {
    const input = skimInput(
      one,
      plan,
      { ladle, into: intoId, topInto: topInto === 'none' ? null : topInto, skimTo, rose: rise !== undefined },
      newId,
    );
    if (!input) return;
    await act(
      'milk.separate',
      input,
      `${say.volume(creamMass! / creamDensity(plan.creamFat!, 5))} of cream off ${lot.vessel?.name ?? 'the milk'}; the skim ${skimTo === 'keep' ? 'is kept' : toUse[skimTo]}.`,
    );
  }

  const creamChoices = [
    ...(usual.vesselId ? [{ key: usual.vesselId, name: usual.name, small: 'as it would go' }] : []),
    ...freeVessels(view, 'cream')
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
  const goat = (lot.details.species ?? 'cow') !== 'cow';
  const tap = lot.vessel?.kind === 'tapCan';
  return (
    <div className={`${styles.two} ${styles.columns}`}>
      <div className={styles.stack}>
        {isBoiled ? (
          <Quiet>
            Boiled milk creams by another way, with a skin: about half its fat, at 25 to 45 %. Say how much
            you took.
          </Quiet>
        ) : rise && depth > 0 ? (
          <JarProfile
            tap={tap}
            rise={rise}
            at={at}
            topAt={topAt}
            onLadle={setLadle}
            ghosts={[
              ...(best !== undefined ? [{ depth: best, name: 'the line' }] : []),
              ...(lastStop !== undefined && Math.abs(lastStop - (best ?? 0)) > depth * 0.045
                ? [{ depth: lastStop, name: 'last time' }]
                : []),
            ]}
          />
        ) : wanted ? (
          <div>
            <LinearProgress variant="determinate" value={100 * share} aria-label="Cream rising" />
            <Quiet>Working out how far it has risen…</Quiet>
          </div>
        ) : (
          <Quiet>Pour it into a vessel with a name, and its cream can be foreseen.</Quiet>
        )}
        <Chips
          legend="If you skim it"
          chosen={later}
          onChoose={(hours) => {
            setLater(hours);
            setShare(0);
          }}
          choices={laters.map((hours) => ({ key: hours, name: hours === '0' ? 'Now' : `In ${hours} h` }))}
        />
        <div className={`${styles.stack} ${styles.last}`}>{underJar}</div>
      </div>
      <div className={styles.stack}>
        <Enamel
          className={styles.stack}
          aria-label={tap ? 'What stays above the tap' : 'What the ladle takes'}
        >
          {cut ? (
            <>
              <p className={styles.readout}>
                <span className={styles.big}>
                  {say.volume(cut.creamMass / creamDensity(cut.creamFat, 5))}
                </span>{' '}
                of cream, about {text(spokenFraction(cut.creamFat, 0))} fat, with{' '}
                {`${Math.round(cut.recovery.low * 100)}–${Math.round(cut.recovery.high * 100)}\u00a0%`} of the
                fat.
              </p>
              <Quiet>
                {tap ? 'Drawn off with the skim at this stop' : 'Left behind at this depth'}:{' '}
                {say.about(plan.leftAWeek)} of butter a week.{' '}
                {later === '0' && rise
                  ? rise.waitingGains < 3
                    ? 'Waiting six hours gains next to nothing.'
                    : `Waiting six hours gains about ${say.about(rise.waitingGains)} of fat.`
                  : ''}
              </Quiet>
              <div className={styles.steps}>
                <Button variant="outlined" onClick={() => setLadle(Math.max(2, at - 2))}>
                  − {say.system === 'metric' ? '2 mm' : '1/16 in'}
                </Button>
                <Button variant="outlined" onClick={() => setLadle(Math.min(depth, at + 2))}>
                  + {say.system === 'metric' ? '2 mm' : '1/16 in'}
                </Button>
                <Button
                  variant={
                    ladle !== undefined && line !== undefined && Math.abs(ladle - at) < 0.5
                      ? 'text'
                      : 'outlined'
                  }
                  disabled={line === undefined}
                  onClick={() => setLadle(best)}
                >
                  To the line
                </Button>
                <Button
                  variant="outlined"
                  aria-pressed={top !== undefined}
                  onClick={() => setTop(top === undefined ? at * topShare : undefined)}
                >
                  {top === undefined ? 'Keep the heavy top apart' : 'All in one'}
                </Button>
              </div>
              {topShown && (
                <>
                  <Quiet role="status">
                    Heavy top: {say.volume(topShown.creamMass / creamDensity(topShown.creamFat, 5))} of{' '}
                    {text(spokenFraction(topShown.creamFat, 0))}, for whipping. The rest:{' '}
                    {say.volume(restUnder(topShown, cut).mass / 1.01)} of{' '}
                    {text(spokenFraction(restUnder(topShown, cut).fat, 0))}, to churn.
                  </Quiet>
                  <div className={styles.steps}>
                    <Button variant="outlined" onClick={() => setTop(Math.max(2, (topAt ?? 0) - 2))}>
                      Thinner top
                    </Button>
                    <Button variant="outlined" onClick={() => setTop((topAt ?? 0) + 2)}>
                      Thicker top
                    </Button>
                  </div>
                </>
              )}
            </>
          ) : rise ? (
            <p className={styles.readout}>
              {goat
                ? 'Goat’s and sheep’s milk hardly cream: use the separator.'
                : 'No line yet: let it stand.'}
            </p>
          ) : null}
          {(cut || isBoiled) && later === '0' && (
            <>
              <QuantityField
                label="Cream, if you measured it"
                typed={measured}
                onTyped={setMeasured}
                understood={plan.amount}
                system={say.system}
                hint={
                  guess
                    ? `${say.volume(guess.creamMass / creamDensity(guess.creamFat, 5))} as foreseen`
                    : 'how much you took'
                }
              />
              {topCut && (
                <Chips
                  legend="Heavy top into"
                  chosen={topInto}
                  onChoose={setTopInto}
                  choices={[
                    { key: 'none', name: 'A jar', small: 'no name' },
                    ...freeVessels(view, 'cream')
                      .filter(({ id }) => id !== intoId)
                      .map(({ id, name, capacity }) => ({ key: id, name, small: say.volume(capacity) })),
                  ]}
                />
              )}
              <Chips
                legend={topCut ? 'The rest into' : 'Cream into'}
                chosen={into ?? usual.vesselId ?? 'none'}
                onChoose={setInto}
                choices={creamChoices}
              />
              <Chips
                legend="The skim"
                chosen={skimTo}
                onChoose={setSkimTo}
                choices={[
                  ...skimUses(lot.blockedReason !== null).map((use) => ({ key: use, name: useNames[use] })),
                  { key: 'keep' as const, name: 'Keep it', small: 'in its vessel' },
                ]}
              />
              {skimTo !== 'keep' && (
                <Cautions
                  cautions={cautionsOfUse(skimTo, {
                    raw: lot.treatment === 'raw',
                    blocked: lot.blockedReason !== null,
                    asUsual: skimTo === usualSkimUse(view.separations),
                  })}
                />
              )}
              <Button
                variant="contained"
                size="large"
                disabled={busy || creamMass === undefined}
                sx={{ minHeight: 96, fontSize: '1.4rem' }}
                onClick={() => void skim()}
              >
                {tap
                  ? ladle === undefined
                    ? 'Tapped off'
                    : 'Stopped here'
                  : ladle === undefined
                    ? 'Skimmed'
                    : 'Skimmed here'}
              </Button>
              {ladle !== undefined && (
                <Quiet>
                  Where the blue showed is kept: the next line for {lot.vessel?.name ?? 'this vessel'} learns
                  from it.
                </Quiet>
              )}
            </>
          )}
          <RefusedSentence refused={refused} />
        </Enamel>
        <div className={`${styles.stack} ${styles.last}`}>{underTake}</div>
      </div>
    </div>
  );
}
