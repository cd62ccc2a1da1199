'use client';

import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import type { KeyboardEvent, PointerEvent, ReactNode } from 'react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { creamDensity } from '@/core/dairy/creamDensity';
import { richestCream } from '@/core/dairy/creamFat';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { CreamRise } from '@/core/separating/creamRise.calc';
import type { PailView, Use } from '@/server/pail/views';
import { inWorker } from '@/workers/inWorker';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { newId } from '../outbox/newId';
import { useAct } from '../outbox/useAct';
import { Chips } from '../quantity/Chips';
import { QuantityField, understand } from '../quantity/QuantityField';
import { Enamel, Quiet } from '../theme/Enamel';
import { cutBetween, riseOf } from '../standing/useRises';
import type { LotNow } from '../standing/useStory';
import styles from './Pail.module.css';
import { underLine } from './SkimNow';
import { creamGoesTo, freeVessels, toUse, useNames, usualSkimUse } from './usual';

const laters = ['0', '3', '6', '12', '24'] as const;
const usesOfSkim: readonly Use[] = ['pigs', 'hens', 'calves', 'drunk', 'yoghurt', 'curd', 'soap'];
/** Fat of butter, for saying fat left behind as butter (handbook §6.8). */
const butterFat = 0.82;
/** Boiled milk creams by another way: the middle of what is known (handbook §6.3, estimate). */
const boiled = { recovery: 0.52, fat: 0.35 };
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
    lot.blockedReason ? 'calves' : usualSkimUse(view.separations),
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
  const depth = rise?.depth ?? 0;
  const line = rise?.lineDepth?.mid;
  const best = line === undefined ? undefined : Math.min(depth, line + underLine);
  const at = Math.min(depth, ladle ?? best ?? 0);
  const cut = rise && at > 0 ? cutBetween(rise, at) : undefined;
  const topAt = top === undefined ? undefined : Math.min(top, at - 2);
  const topCut = rise && topAt !== undefined && topAt > 0 ? cutBetween(rise, topAt) : undefined;
  const lastStop = view.separations.find(
    (before) => before.vesselId === lot.vessel?.id && before.stopped,
  )?.stopped;
  const amount = understand(measured, {
    system: say.system,
    kinds: ['volume', 'mass'],
    bareUnit: { metric: 'L', us: 'qt', imperial: 'pt' }[say.system],
    check: ({ kind, value }) =>
      (kind === 'mass' ? value : value * 1.01) > lot.mass
        ? `There were ${say.volume(one.volume)} of milk: that much cream cannot come from it.`
        : value <= 0
          ? 'An amount above zero is needed.'
          : undefined,
  });
  const quantity = amount && 'quantity' in amount ? amount.quantity : undefined;
  const guess = isBoiled
    ? { creamMass: (boiled.recovery * lot.fat) / boiled.fat, creamFat: boiled.fat }
    : cut && { creamMass: cut.creamMass, creamFat: cut.creamFat };
  // A measured amount keeps the fat the cut would have taken, up to what cream can hold.
  const measuredMass =
    quantity &&
    (quantity.kind === 'mass' ? quantity.value : quantity.value * creamDensity(guess?.creamFat ?? 0.22, 5));
  const creamMass = measuredMass ?? guess?.creamMass;
  const creamFat =
    guess && creamMass !== undefined
      ? Math.min(
          richestCream,
          0.5,
          measuredMass === undefined ? guess.creamFat : (guess.creamFat * guess.creamMass) / creamMass,
        )
      : undefined;
  const usual = creamGoesTo(view, (creamMass ?? 0) / 1.01, lot.blockedReason !== null);
  const intoId = into === undefined ? usual.vesselId : into === 'none' ? null : into;
  const week = Math.max(
    1,
    view.separations.filter(({ atSeconds }) => atSeconds > view.nowSeconds - 7 * 86_400).length || 7,
  );
  const leftAWeek = cut ? (week * (lot.fat - cut.creamMass * cut.creamFat)) / butterFat : 0;

  async function skim() {
    if (creamMass === undefined || creamFat === undefined) return;
    const keepTop = topCut && measuredMass === undefined;
    const place = 'fridge';
    const cuts = keepTop
      ? [
          {
            lotId: newId(),
            mass: topCut.creamMass,
            fat: topCut.creamFat,
            fatSd: 0.03,
            cut: 'top',
            vesselId: topInto === 'none' ? null : topInto,
            place,
          },
          {
            lotId: newId(),
            mass: creamMass - topCut.creamMass,
            fat: (creamMass * creamFat - topCut.creamMass * topCut.creamFat) / (creamMass - topCut.creamMass),
            fatSd: 0.03,
            cut: 'rest',
            vesselId: intoId,
            place,
          },
        ]
      : [{ lotId: newId(), mass: creamMass, fat: creamFat, fatSd: 0.03, vesselId: intoId, place }];
    const kind = lot.vessel?.kind;
    await act(
      'milk.separate',
      {
        way: isBoiled ? 'boiled' : kind === 'tapCan' ? 'tap' : kind === 'pan' ? 'pan' : 'ladle',
        from: [{ lotId: lot.id }],
        cuts,
        skim:
          skimTo === 'keep'
            ? { to: 'lot', lotId: newId(), vesselId: lot.vessel?.id ?? null }
            : { to: 'use', use: skimTo },
        celsius: one.celsius,
        details: {
          standHours: Math.round(one.ageHours * 10) / 10,
          ...(line !== undefined && ladle !== undefined ? { foreseen: line, stopped: at } : {}),
          ...(rise ? { ladleDepth: Math.round(at) } : {}),
        },
      },
      `${say.volume(creamMass / creamDensity(creamFat, 5))} of cream off ${lot.vessel?.name ?? 'the milk'}; the skim ${skimTo === 'keep' ? 'is kept' : toUse[skimTo]}.`,
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
          <Jar
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
                {Math.round(cut.recovery.low * 100)}–{Math.round(cut.recovery.high * 100)} % of the fat.
              </p>
              <Quiet>
                {tap ? 'Drawn off with the skim at this stop' : 'Left behind at this depth'}:{' '}
                {say.about(leftAWeek)} of butter a week.{' '}
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
              {topCut && (
                <>
                  <Quiet role="status">
                    Heavy top: {say.volume(topCut.creamMass / creamDensity(topCut.creamFat, 5))} of{' '}
                    {text(spokenFraction(topCut.creamFat, 0))}, for whipping. The rest:{' '}
                    {say.volume((cut.creamMass - topCut.creamMass) / 1.01)} of{' '}
                    {text(
                      spokenFraction(
                        (cut.creamMass * cut.creamFat - topCut.creamMass * topCut.creamFat) /
                          Math.max(1, cut.creamMass - topCut.creamMass),
                        0,
                      ),
                    )}
                    , to churn.
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
                understood={amount}
                system={say.system}
                hint={
                  guess
                    ? `${say.volume(guess.creamMass / creamDensity(guess.creamFat, 5))} as foreseen`
                    : 'how much you took'
                }
              />
              {topCut && measuredMass === undefined && (
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
                legend={topCut && measuredMass === undefined ? 'The rest into' : 'Cream into'}
                chosen={into ?? usual.vesselId ?? 'none'}
                onChoose={setInto}
                choices={creamChoices}
              />
              <Chips
                legend="The skim"
                chosen={skimTo}
                onChoose={setSkimTo}
                choices={[
                  ...usesOfSkim
                    .filter((use) => !lot.blockedReason || !['drunk', 'yoghurt', 'curd'].includes(use))
                    .map((use) => ({ key: use, name: useNames[use] })),
                  { key: 'keep' as const, name: 'Keep it', small: 'in its vessel' },
                ]}
              />
              {skimTo === 'drunk' && lot.treatment === 'raw' && (
                <Cautions
                  cautions={[
                    {
                      key: 'raw',
                      level: 'caution',
                      says: 'Raw skim can carry what raw milk can: not for pregnant women, infants, the old or the ill.',
                    },
                  ]}
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
          {refused && (
            <p className={styles.refused} role="alert">
              {refused.message}
            </p>
          )}
        </Enamel>
        <div className={`${styles.stack} ${styles.last}`}>{underTake}</div>
      </div>
    </div>
  );
}

/** The jar in profile: each layer’s fat as a width of yellow, the ladle line on it, ghosts of other depths. */
function Jar({
  tap,
  rise,
  at,
  topAt,
  onLadle,
  ghosts,
}: {
  /** The skim is drawn from under the cream, down to the line. */
  tap: boolean;
  rise: CreamRise;
  at: number;
  topAt: number | undefined;
  onLadle: (depth: number) => void;
  ghosts: readonly { depth: number; name: string }[];
}) {
  const say = useSay();
  const box = useRef<SVGSVGElement>(null);
  const { depth, profile } = rise;
  const [width, height, left, right, topY] = [420, 480, 96, 300, 66];
  const y = (below: number) => topY + (below / depth) * (height - topY - 24);
  const richest = Math.max(0.25, ...profile.map(({ fat }) => fat));
  const slice = (height - topY - 24) / profile.length;
  const inner = right - left - 8;
  const from = (event: PointerEvent) => {
    const frame = box.current!.getBoundingClientRect();
    // The drawing keeps its proportions: undo the scale and the margins it stands in.
    const scale = Math.min(frame.width / width, frame.height / height);
    const inSvg = (event.clientY - frame.top - (frame.height - scale * height) / 2) / scale;
    onLadle(Math.max(2, Math.min(depth, ((inSvg - topY) / (height - topY - 24)) * depth)));
  };
  const onKey = (event: KeyboardEvent) => {
    const by = { ArrowDown: 2, ArrowRight: 2, ArrowUp: -2, ArrowLeft: -2, PageDown: 10, PageUp: -10 }[
      event.key
    ];
    if (by === undefined) return;
    event.preventDefault();
    onLadle(Math.max(2, Math.min(depth, at + by)));
  };
  return (
    <div className={styles.gauge}>
      <svg
        ref={box}
        viewBox={`0 0 ${width} ${height}`}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          from(event);
        }}
        onPointerMove={(event) => {
          if (event.buttons & 1) from(event);
        }}
      >
        <rect
          x={left}
          y={topY}
          width={right - left}
          height={height - topY - 24}
          fill="var(--serum)"
          stroke="var(--serum-edge)"
          strokeWidth="1.6"
        />
        <path
          d={`M${left + 4} ${y(depth)}${profile
            .map(({ fat }, i) => {
              const w = (fat / richest) * inner;
              const bottom = height - 24 - i * slice;
              return `L${left + 4 + w} ${bottom}L${left + 4 + w} ${bottom - slice}`;
            })
            .join('')}L${left + 4} ${topY}z`}
          fill="var(--fat)"
          stroke="var(--fat-edge)"
          strokeWidth="1.4"
          strokeLinejoin="round"
        />
        {[0.1, 0.2, 0.3]
          .filter((fat) => fat < richest)
          .map((fat) => (
            <g key={fat}>
              <path
                d={`M${left + 4 + (fat / richest) * inner} ${topY}v-6`}
                stroke="var(--pewter)"
                strokeWidth="1.5"
              />
              <text
                x={left + 4 + (fat / richest) * inner}
                y={topY - 11}
                textAnchor="middle"
                fontSize="12"
                fill="var(--quiet)"
              >
                {fat * 100} %
              </text>
            </g>
          ))}
        <path
          d={`M${left - 6} 24V${height - 30}q0 12 12 12H${right - 6}q12 0 12 -12V24`}
          fill="none"
          stroke="var(--pewter)"
          strokeWidth="3"
        />
        <path
          d={`M${left - 14} 24H${right + 14}`}
          stroke="var(--rim)"
          strokeWidth="5"
          strokeLinecap="round"
        />
        {ghosts.map((ghost) => (
          <g key={ghost.name}>
            <path
              d={`M${left - 6} ${y(ghost.depth)}H${right + 6}`}
              stroke="var(--ink)"
              strokeWidth="1.5"
              strokeDasharray="3 5"
            />
            <text x={left - 24} y={y(ghost.depth) + 4} fontSize="13" textAnchor="end" fill="var(--quiet)">
              {ghost.name}
            </text>
          </g>
        ))}
        {topAt !== undefined && topAt > 0 && (
          <g>
            <path
              d={`M${left - 6} ${y(topAt)}H${right + 6}`}
              stroke="var(--rim)"
              strokeWidth="2.5"
              strokeDasharray="8 5"
            />
            <text x={left - 24} y={y(topAt) + 4} fontSize="13" textAnchor="end" fill="var(--ink)">
              heavy top
            </text>
          </g>
        )}
        <g
          role="slider"
          tabIndex={0}
          aria-label={tap ? 'Where the tap is stopped, below the surface' : 'Ladle depth below the surface'}
          aria-orientation="vertical"
          aria-valuemin={2}
          aria-valuemax={Math.round(depth)}
          aria-valuenow={Math.round(at)}
          aria-valuetext={say.length(at)}
          className={styles.line}
          onKeyDown={onKey}
        >
          <rect x={left - 20} y={y(at) - 24} width={right - left + 120} height="48" fill="transparent" />
          <path
            d={`M${left - 16} ${y(at)}H${right + 30}`}
            stroke="var(--rim)"
            strokeWidth="4"
            strokeLinecap="round"
          />
          <circle
            className={styles.grip}
            cx={right + 34}
            cy={y(at)}
            r="15"
            fill="var(--enamel)"
            stroke="var(--rim)"
            strokeWidth="3"
          />
          <path
            d={`M${right + 28} ${y(at) - 3}l6 -6 6 6M${right + 28} ${y(at) + 3}l6 6 6 -6`}
            fill="none"
            stroke="var(--rim)"
            strokeWidth="2.5"
          />
          <text x={right + 56} y={y(at) + 5} fontSize="16" fontWeight="640" fill="var(--ink)">
            {say.length(at)}
          </text>
        </g>
      </svg>
    </div>
  );
}
