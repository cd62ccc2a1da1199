'use client';

import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import type { ReactNode } from 'react';
import { useEffect, useMemo, useState } from 'react';
import { cautionsOfUse } from '@/core/byProducts/uses';
import { creamDensity } from '@/core/dairy/creamDensity';
import type { CreamRise } from '@/core/separating/creamRise.calc';
import type { PailView } from '@/server/pail/views';
import { inWorker } from '@/workers/inWorker';
import { Beside } from '../board/Beside';
import { Rail } from '../board/Board';
import { Door, Doors } from '../board/Door';
import { Cautions } from '../caution/Caution';
import { laterPart } from '../frame/laterPart';
import { useSay } from '../frame/FarmContext';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { clockSeconds } from '../frame/useNow';
import { Chips } from '../quantity/Chips';
import type { SaidWhen } from '../quantity/saidWhen';
import { justNow, whenTold } from '../quantity/saidWhen';
import { Quiet } from '../theme/Enamel';
import { LargeWare } from '../standing/LargeWare';
import { wares } from '../standing/LotBoard';
import { riseOf } from '../standing/useRises';
import type { LotNow } from '../standing/lotNow';
import { lotNow, shapeOf } from '../standing/lotNow';
import { JarProfile } from './JarProfile';
import { SkimDoors } from './SkimDoors';
import type { SkimChoices } from './SkimDoors';
import styles from './SkimGauge.module.css';
import { planSkim, skimInput } from './skimPlan';
import { betterLeft } from './pailSentence';
import { laterAtMost } from '@/core/planning/habits';
import { useAnswers } from './useAnswers';
import { skimSays } from './skimSays';
import { toUse, usualSkimUse } from './usual';
import { Headline } from '../theme/Headline';

/** How far the reckoning has come: mostly it is there before anybody looks. */
const LinearProgress = laterPart(
  () => import('@mui/material/LinearProgress').then((part) => part.default),
  null,
);
const SkimChart = dynamic(() => import('./SkimChart').then((it) => it.SkimChart), {
  ssr: false,
  loading: () => <div className={styles.chart} />,
});

const WhenItWas = laterPart(() => import('../quantity/WhenItWas').then((part) => part.WhenItWas));

const laters = ['0', '3', '6', '12', '24'] as const;
/** The board’s rail is full at so much fat in one vessel, g. */
const railFull = 400;

/** The skim gauge: the jar in profile, the ladle line to drag, and what it would take and leave, now or later. */
export function SkimGauge({
  view,
  one: asItIs,
  which,
  whence,
  before,
  doors,
  pressing = false,
  warm = false,
}: {
  view: PailView;
  one: LotNow;
  /** What milk it is, under its drawing. */
  which: ReactNode;
  /** Of whom it is, and how its fat is known. */
  whence?: ReactNode;
  /** What has to be said before all else. */
  before?: ReactNode;
  /** Other doors of this milk. */
  doors: ReactNode;
  /** Something else has to be done first: the main button is not here. */
  pressing?: boolean;
  /** It has to be cooled before all else. */
  warm?: boolean;
}) {
  const say = useSay();
  const { act, refused, busy } = useAct();
  const router = useRouter();
  const { later: leaveAlone } = useAnswers(view.answered);
  const [when, setWhen] = useState<SaidWhen>(justNow);
  // Told later than it was done: the milk as it stood then.
  const then = when.chosen === 'typed' ? when.at : undefined;
  const one = useMemo(() => (then === undefined ? asItIs : lotNow(asItIs.lot, then)), [asItIs, then]);
  const { lot } = one;
  const tooEarly = then !== undefined && then < lot.oldestSeconds;
  const [later, setLater] = useState<(typeof laters)[number]>('0');
  const [risen, setRisen] = useState<{ key: string; rise: CreamRise }>();
  const [share, setShare] = useState(0);
  const [ladle, setLadle] = useState<number>();
  const [choices, setChoices] = useState<SkimChoices>(() => ({
    top: undefined,
    measured: '',
    into: undefined,
    topInto: 'none',
    skimTo: lot.blockedReason ? 'keep' : usualSkimUse(view.separations),
  }));
  const { top, measured, into, topInto, skimTo } = choices;
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
  const { depth, line, best, at, cut, topAt, creamMass, usual } = plan;
  const lastStop = view.separations.find((past) => past.vesselId === lot.vessel?.id && past.stopped)?.stopped;
  const intoId = into === undefined ? usual.vesselId : into === 'none' ? null : into;
  const intoName =
    into === undefined ? usual.name : (view.vessels.find(({ id }) => id === into)?.name ?? 'a jar');
  const tap = lot.vessel?.kind === 'tapCan';
  const ware = wares[lot.vessel?.kind ?? 'jar'] ?? 'jar';
  const shape = shapeOf(lot);
  const skimGoes = skimTo === 'keep' ? 'is kept' : toUse[skimTo];

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
      { ...input, ...whenTold(when, clockSeconds()) },
      `${say.volume(creamMass! / creamDensity(plan.creamFat!, 5))} of cream off ${lot.vessel?.name ?? 'the milk'}; the skim ${skimGoes}.`,
    );
  }

  const { says, why } = skimSays(
    {
      at,
      cut,
      isBoiled,
      tap,
      hardlyCreams: (lot.details.species ?? 'cow') !== 'cow',
      known: rise !== undefined,
      foreseeable: wanted !== undefined,
      later: Number(later),
      waitingGains: rise?.waitingGains,
      warm: warm && !isBoiled,
    },
    say,
  );
  const step = say.system === 'metric' ? '2 mm' : '1/16 in';
  const leave = betterLeft(one, rise?.waitingGains);
  // Still being reckoned: what is to come has its room from the start, so that nothing moves from under a finger.
  const awaited = wanted !== undefined && !rise && !isBoiled;
  const canSkim = (cut !== undefined || isBoiled || tooEarly || awaited) && later === '0';
  const unsaid = when.chosen === 'typed' && (then === undefined || tooEarly);
  return (
    <Beside
      label="The milk, in profile"
      above
      drawing={
        rise && depth > 0 && !isBoiled ? (
          <JarProfile
            tap={tap}
            ware={ware}
            shape={shape}
            fill={one.fill}
            rise={rise}
            at={at}
            topAt={topAt}
            onLadle={setLadle}
            ghosts={[
              ...(best !== undefined && Math.abs(best - at) > depth * 0.02
                ? [{ depth: best, name: 'the line' }]
                : []),
              ...(lastStop !== undefined && Math.abs(lastStop - at) > depth * 0.045
                ? [{ depth: lastStop, name: 'last time' }]
                : []),
            ]}
          />
        ) : (
          <LargeWare one={one} />
        )
      }
      rail={<Rail fat={Math.max(0, lot.fat)} scale={railFull} />}
      below={
        <p className={styles.standing}>
          <strong>{lot.vessel?.name ?? 'Milk'}</strong>
          {which}
        </p>
      }
    >
      <div className={styles.gauge}>
        {before}
        <section
          className={styles.said}
          aria-label={tap ? 'What stays above the tap' : 'What the ladle takes'}
          aria-live="polite"
        >
          <Headline>{says}</Headline>
          {why && <p>{why}</p>}
        </section>
        {canSkim && (
          <div className={styles.acts}>
            {leave !== undefined && !pressing && (
              <Button
                variant="contained"
                size="large"
                sx={{ minHeight: 76, px: 5, fontSize: '1.4rem' }}
                onClick={() => {
                  leaveAlone({ act: 'skim', lots: [one.lot.id] }, Math.min(laterAtMost, leave), true);
                  router.push('/pail');
                }}
              >
                Look again in {leave} h
              </Button>
            )}
            <Button
              variant={pressing || leave !== undefined ? 'outlined' : 'contained'}
              size="large"
              disabled={busy || creamMass === undefined || unsaid}
              sx={{ minHeight: 76, px: 5, fontSize: '1.4rem', flexDirection: 'column', lineHeight: 1.25 }}
              onClick={() => void skim()}
            >
              {tap
                ? ladle === undefined
                  ? 'Tapped off'
                  : 'Stopped here'
                : ladle === undefined
                  ? 'Skimmed'
                  : 'Skimmed here'}
              <small style={{ fontSize: '1rem', fontWeight: 420 }}>
                into {intoName} · skim {skimGoes}
              </small>
            </Button>
          </div>
        )}
        <RefusedSentence refused={refused} />
        {(cut || awaited) && (
          <figure className={styles.figure} aria-busy={awaited}>
            <figcaption>
              {tap ? 'Butter drawn off with the skim, a week' : 'Butter left in the skim, a week'}
              {cut && <>: {say.about(plan.leftAWeek)}</>}
            </figcaption>
            {cut ? (
              <SkimChart points={plan.leftByDepth} at={at} left={plan.leftAWeek} before={lastStop} />
            ) : (
              <div className={styles.chart}>
                <LinearProgress variant="determinate" value={100 * share} aria-label="Cream rising" />
              </div>
            )}
            <div className={styles.steps}>
              <Button variant="outlined" disabled={awaited} onClick={() => setLadle(Math.max(2, at - 2))}>
                − {step}
              </Button>
              <Button variant="outlined" disabled={awaited} onClick={() => setLadle(Math.min(depth, at + 2))}>
                + {step}
              </Button>
              <Button variant="outlined" disabled={line === undefined} onClick={() => setLadle(best)}>
                To the line
              </Button>
            </div>
          </figure>
        )}
        {!isBoiled && (cut || rise || awaited) && (
          <Chips
            legend="If you skim it in"
            chosen={later}
            onChoose={(hours) => {
              setLater(hours);
              setShare(0);
            }}
            choices={laters.map((hours) => ({ key: hours, name: hours === '0' ? 'Now' : `${hours} h` }))}
          />
        )}
        {canSkim && skimTo !== 'keep' && (
          <Cautions
            cautions={cautionsOfUse(skimTo, {
              raw: lot.treatment === 'raw',
              blocked: lot.blockedReason !== null,
              asUsual: skimTo === usualSkimUse(view.separations),
            })}
          />
        )}
        <Doors>
          {later === '0' && (
            <Door
              name="Skimmed when"
              half
              value={then === undefined ? 'just now' : say.when(then, clockSeconds())}
              group="skim"
            >
              <div className={styles.inside}>
                <WhenItWas legend="Skimmed" when={when} onWhen={setWhen} offered="told" />
                {tooEarly && (
                  <Quiet role="status">
                    This milk was milked {say.when(lot.oldestSeconds, clockSeconds())} only: it was skimmed
                    after that.
                  </Quiet>
                )}
              </div>
            </Door>
          )}
          {canSkim && (
            <SkimDoors
              view={view}
              one={one}
              plan={plan}
              choices={choices}
              change={(part) => setChoices((now) => ({ ...now, ...part }))}
            />
          )}
          {doors}
        </Doors>
        {whence && <p className={styles.which}>{whence}</p>}
      </div>
    </Beside>
  );
}
