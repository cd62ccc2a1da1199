'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { ripenPredict } from '@/core/ripening/ripenPredict';
import { souringSaid } from '@/core/standing/souringSaid';
import type { Look } from '@/core/standing/lotWords';
import { decimal, spokenMinutes, text } from '@/core/quantities/formatQuantity';
import { Cautions } from '../caution/Caution';
import { usePlaces, useSay } from '../frame/FarmContext';
import { clockSeconds } from '../frame/useNow';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import styles from '../pail/Pail.module.css';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import type { LotNow } from '../standing/lotNow';
import { Enamel, Quiet } from '../theme/Enamel';
import { counted } from '@/core/quantities/counted';

const lookWords: Record<Look, string> = {
  notYet: 'Not yet',
  lightlyTart: 'A little tart',
  thickAndTart: 'Thick and tart',
  mould: 'Mould',
  pink: 'Pink or orange',
  gas: 'Gas',
  foul: 'Foul smell',
};

/** While it sours: the window against the clock, what was seen, and chilling back when it is ready. */
export function Souring({ one, now }: { one: LotNow; now: number }) {
  const say = useSay();
  const places = usePlaces();
  const { act, refused } = useAct();
  const [typed, setTyped] = useState('');
  const { lot, story } = one;
  const souring = story!.souring!;
  const minute = Math.floor(now / 60);
  const ripening = useMemo(
    () => souringSaid(lot, story),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the story of a lot changes with its events and the minute
    [lot, minute],
  );
  const ready = ripening?.readyHours;
  const start = souring.startedSeconds;
  const ripe = story!.soured;
  const yoghurt = lot.kind === 'yoghurt';
  // Cream is ripe, yoghurt is set, and both are thick and tart.
  const done = yoghurt ? 'set' : 'ripe';
  const sours = yoghurt ? 'Setting' : 'Souring';
  const lightly = souring.lightly !== undefined && !ripe;
  const tasted = lightly && souring.lightly === 'tasted';
  const limit = start + (ripening?.discardAfterHours ?? 0) * 3600;
  const ph = understand(typed, { system: 'metric', kinds: ['duration'], bareUnit: 'min' });
  const phValue = ph && 'quantity' in ph ? ph.quantity.value : undefined;
  const record = (event: Record<string, unknown>, says: string) =>
    act(
      'lot.record',
      { lotId: lot.id, events: [{ id: newId(), atSeconds: clockSeconds(), ...event }] },
      says,
    );
  const chill = one.celsius > 10;
  return (
    <Enamel className={styles.stack} aria-label="It sours">
      <h2 style={{ margin: 0 }}>
        {ripe
          ? yoghurt
            ? chill
              ? 'Set: into the fridge with it, and keep it still.'
              : 'Set, and cold.'
            : chill
              ? 'Ripe: chill it back now, and probe the middle. Set cream only conducts.'
              : 'Ripe, and cold again.'
          : tasted
            ? chill
              ? 'A little tart: churn it now, or chill it.'
              : 'A little tart, and cold again: it goes to the churn.'
            : ripening?.state === 'discard'
              ? `${lightly ? 'Neither churned, nor chilled, nor thick' : 'Not thick and tart'} by ${say.when(limit, now)}: throw it out.`
              : ready
                ? now < start + ready.low * 3600
                  ? `${sours} since ${say.when(start, now)}: look again ${say.when(start + ready.low * 3600, now)}.`
                  : `It should be ${lightly ? 'a little tart' : done} about now, until ${say.when(start + ready.high * 3600, now)}: look at it.`
                : `${sours} since ${say.when(start, now)}; it is too cold to say when.`}
      </h2>
      {ripening && !ripe && (
        <Quiet>
          {limit <= now ? (
            <>Its time was up {say.when(limit, now)}, and nobody had seen it thick and tart before that. </>
          ) : (
            <>
              About pH {decimal(ripening.phNow.mid, 1)} now, as foreseen. Thrown out if it is{' '}
              {lightly
                ? 'neither churned, nor chilled, nor thick and tart'
                : yoghurt
                  ? 'not set'
                  : 'not thick and tart'}{' '}
              by {say.when(limit, now)} ({text(spokenMinutes((limit - now) / 60))} from now).{' '}
            </>
          )}
          {say.words(ripening.reasons.map(({ says }) => says).join(' '))}
        </Quiet>
      )}
      {ripening && <SourCurve ripening={ripening} elapsed={souring.elapsedHours} />}
      {!ripe && ripening?.state !== 'discard' && (
        <>
          <div className={styles.steps} role="group" aria-label="What you see">
            {(
              [
                ...(lightly && !tasted ? (['lightlyTart'] as const) : []),
                'thickAndTart',
                'notYet',
                'mould',
                'pink',
                'gas',
                'foul',
              ] as const
            ).map((seen) => (
              <Button
                key={seen}
                variant={seen === (lightly ? 'lightlyTart' : 'thickAndTart') ? 'contained' : 'outlined'}
                onClick={() =>
                  void record({ kind: 'looked', seen }, `Seen: ${lookWords[seen].toLowerCase()}.`)
                }
              >
                {yoghurt && seen === 'thickAndTart' ? 'Set and tart' : lookWords[seen]}
              </Button>
            ))}
          </div>
          <div className={styles.pair}>
            <QuantityField
              label="pH, if you measure it"
              typed={typed}
              onTyped={setTyped}
              understood={
                phValue !== undefined && (phValue < 3.5 || phValue > 7)
                  ? { wrong: 'A pH from 3.5 to 7 is allowed.' }
                  : ph && 'wrong' in ph
                    ? { wrong: 'A number such as 5.2 is needed.' }
                    : undefined
              }
              system="metric"
              hint={yoghurt ? '4.5 to 4.8 is set' : '4.6 to 5.0 is ripe'}
            />
            <Button
              variant="outlined"
              disabled={phValue === undefined || phValue < 3.5 || phValue > 7}
              onClick={() =>
                void record(
                  { kind: 'looked', seen: phValue! <= 5 ? 'thickAndTart' : 'notYet', ph: phValue },
                  `pH ${phValue}.`,
                ).then((done) => done && setTyped(''))
              }
            >
              Write it down
            </Button>
          </div>
        </>
      )}
      {(ripe || tasted) && chill && (
        <Button
          variant="contained"
          size="large"
          onClick={() =>
            void record(
              { kind: 'placed', place: 'fridge', celsius: places.fridge.celsius },
              yoghurt ? 'Into the fridge.' : 'Into the fridge; probe it in a few hours.',
            )
          }
        >
          Into the fridge
        </Button>
      )}
      {tasted && (
        <Button
          component={Link}
          href={`/churn/new?lots=${lot.id}`}
          variant={chill ? 'outlined' : 'contained'}
          size="large"
        >
          Churn it
        </Button>
      )}
      {ripening && <Cautions cautions={ripening.cautions} />}
      <RefusedSentence refused={refused} />
    </Enamel>
  );
}

/** pH falling over the hours, where it is now, and where it is ripe. */
function SourCurve({ ripening, elapsed }: { ripening: ReturnType<typeof ripenPredict>; elapsed: number }) {
  const end = Math.max(elapsed * 1.15, (ripening.readyHours?.high ?? 24) * 1.2, 8);
  const points = ripening.curve.filter(({ hours }) => hours <= end);
  const [width, height] = [560, 150];
  const x = (hours: number) => 36 + (hours / end) * (width - 48);
  const y = (ph: number) => 12 + ((6.8 - ph) / 2.4) * (height - 40);
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`pH over ${counted(Math.round(end), 'hour')}`}
      style={{ width: '100%', height: 'auto' }}
    >
      {[6.5, 5.5, 5, 4.5].map((ph) => (
        <g key={ph}>
          <path
            d={`M36 ${y(ph)}H${width - 12}`}
            stroke={ph === 5 ? 'var(--rim)' : 'var(--pewter-faint)'}
            strokeWidth={ph === 5 ? 2 : 1.5}
            strokeDasharray={ph === 5 ? '2 6' : undefined}
          />
          <text x="30" y={y(ph) + 4} textAnchor="end" fontSize="12" fill="var(--quiet)">
            {ph}
          </text>
        </g>
      ))}
      {ripening.readyHours && (
        <rect
          x={x(ripening.readyHours.low)}
          y="10"
          width={Math.max(2, x(Math.min(end, ripening.readyHours.high)) - x(ripening.readyHours.low))}
          height={height - 38}
          fill="var(--rim)"
          opacity="0.12"
          stroke="var(--rim)"
        />
      )}
      <path
        d={points
          .map(({ hours, ph }, i) => `${i ? 'L' : 'M'}${x(hours).toFixed(1)} ${y(ph).toFixed(1)}`)
          .join('')}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2.5"
      />
      <path d={`M${x(Math.min(end, elapsed))} 8V${height - 26}`} stroke="var(--time)" strokeWidth="2" />
      <text x={x(Math.min(end, elapsed)) + 5} y="20" fontSize="12" fill="var(--ink)">
        now
      </text>
      <text x={width - 12} y={height - 8} textAnchor="end" fontSize="12" fill="var(--quiet)">
        {Math.round(end)} h
      </text>
    </svg>
  );
}
