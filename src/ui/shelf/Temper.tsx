'use client';

import { takeOut as takeOutWord } from '@/core/standing/judgeLot';
import Button from '@mui/material/Button';
import Link from 'next/link';
import { useState } from 'react';
import { CalculationError } from '@/core/calculationError';
import { creamDensity } from '@/core/dairy/creamDensity';
import { decimal, spokenMinutes, text } from '@/core/quantities/formatQuantity';
import type { Place } from '@/core/standing/places';
import type { TemperMethod, TemperPlan } from '@/core/tempering/temperPlan';
import { temperPlan } from '@/core/tempering/temperPlan';
import { Door } from '../board/Door';
import { Cautions } from '../caution/Caution';
import { useFarm, usePlaces, useSay } from '../frame/FarmContext';
import { nextReading } from '../frame/farmTime';
import { clockSeconds } from '../frame/useNow';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { ClockField } from '../quantity/DayField';
import styles from '../pail/Pail.module.css';
import { useChimeAt } from '../pail/useChime';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import { Curve } from '../standing/Curve';
import type { LotNow } from '../standing/lotNow';
import { Enamel, Quiet } from '../theme/Enamel';

const placeOf: Record<TemperMethod, Place> = {
  roomAir: 'room',
  fridge: 'fridge',
  fanFridge: 'fanFridge',
  bath: 'bath',
  stirredBath: 'stirredBath',
  iceWater: 'iceWater',
};
const methodAt: Partial<Record<Place, TemperMethod>> = {
  room: 'roomAir',
  fridge: 'fridge',
  fanFridge: 'fanFridge',
  bath: 'bath',
  stirredBath: 'stirredBath',
  iceWater: 'iceWater',
};
const targets = { cold: 8, cool: 12, classic: 14, mild: 16, room: 19 } as const;
const targetNames: Record<keyof typeof targets, string> = {
  cold: 'Cold',
  cool: 'Cool',
  classic: 'Classic',
  mild: 'Mild',
  room: 'Room',
};

/** From where it is to churning temperature: every way at hand, when to begin for a wanted hour, and what a probe says on the way. */
export function Temper({ one, now, usual }: { one: LotNow; now: number; usual: number | undefined }) {
  const { timeZone } = useFarm();
  const say = useSay();
  const places = usePlaces();
  const { act, refused } = useAct();
  const { lot, story, celsius } = one;
  const under = story?.tempering;
  const [target, setTarget] = useState<keyof typeof targets | 'last'>(
    usual === undefined ? 'classic' : 'last',
  );
  const [readyBy, setReadyBy] = useState('');
  const [bathTyped, setBath] = useState('');
  const to = under?.to ?? (target === 'last' ? usual! : targets[target]);
  const bath = understand(bathTyped, {
    system: say.system,
    kinds: ['temperature'],
    bareUnit: say.system === 'us' ? 'F' : 'C',
    check: ({ value }) =>
      value > 30
        ? `A bath of ${say.temperature(30)} at most: warmer melts the outside.`
        : value < 5
          ? 'Warmer than the cream.'
          : undefined,
  });
  const bathCelsius = bath && 'quantity' in bath ? bath.quantity.value : 25;
  const at = nextReading(readyBy, now, timeZone);
  const plan = ((): TemperPlan | { wrong: string } => {
    const volume = lot.mass / creamDensity(Math.min(0.6, one.fatShare), Math.max(0, Math.min(45, celsius)));
    const diameter = lot.vessel?.shape.diameter ?? 120;
    try {
      return temperPlan({
        volume,
        fat: Math.min(1, one.fatShare),
        from: Math.round(celsius * 10) / 10,
        to,
        diameter,
        filledHeight: Math.max(10, (volume * 1000) / ((Math.PI / 4) * diameter ** 2)),
        topExposed: true,
        set: story?.soured ?? false,
        soured: story?.soured ?? false,
        hardness: 0,
        methods: [
          { method: 'roomAir', celsius: places.room.celsius },
          { method: 'bath', celsius: bathCelsius },
          { method: 'stirredBath', celsius: bathCelsius },
          { method: 'fridge', celsius: places.fridge.celsius },
          { method: 'fanFridge', celsius: places.fanFridge.celsius },
          { method: 'iceWater' },
        ],
        vesselFactors: lot.vesselReadings > 0 ? [lot.vesselFactor] : [],
        warmHours: Math.min(400, story?.warmHours ?? 0),
        ...(at === undefined ? {} : { readyInMinutes: Math.max(0, Math.min(10_080, (at - now) / 60)) }),
      });
    } catch (error) {
      if (error instanceof CalculationError) return { wrong: error.message.replace(/^\w+: /, '') };
      throw error;
    }
  })();
  const ways = 'ways' in plan ? plan.ways.filter(({ probeMinutes }) => probeMinutes) : [];
  const best = 'best' in plan ? plan.best : undefined;
  const correction = (() => {
    if (!under || !story) return undefined;
    const method = methodAt[story.place];
    const read = story.curve.findLast((point) => point.read && point.atSeconds > under.sinceSeconds + 60);
    if (!method || !read || Math.abs(under.from - under.to) < 0.3) return undefined;
    const volume =
      lot.mass / creamDensity(Math.min(0.6, one.fatShare), Math.max(0, Math.min(45, under.from)));
    const diameter = lot.vessel?.shape.diameter ?? 120;
    try {
      return temperPlan({
        volume,
        fat: Math.min(1, one.fatShare),
        from: under.from,
        to: under.to,
        diameter,
        filledHeight: Math.max(10, (volume * 1000) / ((Math.PI / 4) * diameter ** 2)),
        topExposed: true,
        set: story.soured,
        soured: story.soured,
        hardness: 0,
        methods: [{ method, celsius: story.around }],
        vesselFactors: [lot.vesselFactor],
        warmHours: 0,
        reading: {
          method,
          celsius: story.around,
          minutes: (read.atSeconds - under.sinceSeconds) / 60,
          probe: read.celsius,
        },
      }).correction;
    } catch {
      return undefined;
    }
  })();
  const readyAt = under?.readyAtSeconds;
  useChimeAt(now, readyAt, 'done');
  const takeOut = at !== undefined && best?.probeMinutes ? at - best.probeMinutes.mid * 60 : undefined;
  useChimeAt(now, takeOut, 'look');
  const there = Math.abs(celsius - to) < 0.6;

  const put = (way: TemperPlan['ways'][number]) =>
    act(
      'lot.record',
      {
        lotId: lot.id,
        events: [
          {
            id: newId(),
            atSeconds: clockSeconds(),
            kind: 'placed',
            place: placeOf[way.method],
            celsius: way.celsius,
            to,
            readyAtSeconds: clockSeconds() + (way.probeMinutes?.mid ?? 0) * 60,
          },
        ],
      },
      `${places[placeOf[way.method]].name}: ${say.temperature(to)} ${say.when(clockSeconds() + (way.probeMinutes?.mid ?? 0) * 60, now)}.`,
    );

  if (under && story)
    return (
      <Enamel className={styles.stack} aria-label="Tempering">
        <p className={styles.readout}>
          <span className={styles.big}>
            {one.waiting.word === takeOutWord
              ? `At ${say.temperature(celsius)}: take it out now, or it goes on.`
              : there
                ? `At ${say.temperature(celsius)}: ready to churn.`
                : readyAt !== undefined
                  ? now < readyAt
                    ? `Take out at ${say.temperature(to)}, by ${say.when(readyAt, now)}`
                    : `It should be at ${say.temperature(to)} now: probe it.`
                  : `On the way to ${say.temperature(to)}`}
          </span>
        </p>
        <Quiet>
          {say.temperature(celsius)} now, {places[story.place].inSentence} since{' '}
          {say.when(under.sinceSeconds, now)}. A chime comes on this device while this page is open.
        </Quiet>
        <Curve story={story} now={now} limits={false} lot={lot} mass={lot.mass} fat={one.fatShare} to={to} />
        {correction && (
          <p className={styles.refused} style={{ borderLeftColor: 'var(--time)' }} role="status">
            {say.words(correction.says)}
          </p>
        )}
        {!story.soured && story.warmHours > 1.5 && (
          <Cautions
            cautions={[
              {
                key: 'two-hours',
                level: story.warmHours > 2 ? 'danger' : 'caution',
                says: `Over ${say.temperature(5)} for ${decimal(story.warmHours, 1)} h and not soured: two hours at most, then churn or chill; after four, discard.`,
              },
            ]}
          />
        )}
        <div className={styles.steps}>
          {(there || one.waiting.word === takeOutWord) && (
            <Button component={Link} href={`/churn/new?lots=${lot.id}`} variant="contained" size="large">
              Plan its churning
            </Button>
          )}
          {readyAt !== undefined && now < readyAt && (
            <Button
              component="a"
              href={`/api/lots/${lot.id}/calendar?at=${Math.round(readyAt)}&to=${encodeURIComponent(say.temperature(to))}`}
              variant="outlined"
            >
              Into the calendar
            </Button>
          )}
          <Button
            variant="outlined"
            onClick={() =>
              void act(
                'lot.record',
                {
                  lotId: lot.id,
                  events: [
                    {
                      id: newId(),
                      atSeconds: clockSeconds(),
                      kind: 'placed',
                      place: 'fridge',
                      celsius: places.fridge.celsius,
                    },
                  ],
                },
                'Back in the fridge.',
              )
            }
          >
            Back in the fridge
          </Button>
        </div>
        <RefusedSentence refused={refused} />
      </Enamel>
    );
  return (
    <Enamel className={styles.stack} aria-label="Temper it">
      <h2 style={{ margin: 0 }}>
        {'wrong' in plan || there
          ? `At ${say.temperature(celsius)} it can be churned as it is.`
          : takeOut !== undefined && best
            ? takeOut < now - 60
              ? `Too late for ${say.when(at!, now)} this way: the quickest is ready ${say.when(now + quickest(ways) * 60, now)}.`
              : `${say.words(best.says)} ${say.when(takeOut, now)}.`
            : best?.probeMinutes
              ? `${say.words(best.says)}: ${say.temperature(to)} in ${text(spokenMinutes(best.probeMinutes.mid))}, ${say.when(now + best.probeMinutes.mid * 60, now)}.`
              : ways.length > 0
                ? `Every way to ${say.temperature(to)} leaves it warm for too long.`
                : `No way at hand brings it to ${say.temperature(to)}.`}
      </h2>
      {best && !there && !('wrong' in plan) && (
        <Button
          variant="contained"
          size="large"
          sx={{ minHeight: 72, fontSize: '1.25rem', justifySelf: 'start', px: 4 }}
          onClick={() => void put(best)}
        >
          {say.words(best.says)}
        </Button>
      )}
      {(there || 'wrong' in plan) && (
        <Button
          component={Link}
          href={`/churn/new?lots=${lot.id}`}
          variant="contained"
          size="large"
          sx={{ minHeight: 72, fontSize: '1.25rem', justifySelf: 'start', px: 4 }}
        >
          Plan its churning
        </Button>
      )}
      {takeOut !== undefined && takeOut > now && (
        <>
          <p className={styles.readout}>
            <span className={styles.big}>Take out by {say.when(takeOut, now)}</span>
          </p>
          <div className={styles.steps}>
            <Button
              component="a"
              href={`/api/lots/${lot.id}/calendar?at=${Math.round(takeOut)}&to=${encodeURIComponent(say.temperature(to))}&ready=${Math.round(at!)}`}
              variant="outlined"
            >
              Into the calendar
            </Button>
          </div>
          <Quiet>A chime comes then on this device, while this page is open.</Quiet>
        </>
      )}
      {'cautions' in plan && <Cautions cautions={plan.cautions} />}
      {best && !there && <Quiet>{say.words(best.minds)}</Quiet>}
      <Door
        name="Warmer, colder, later or another way"
        open={!best && ways.length > 0 && !there}
        value={`${say.temperature(to)}${at === undefined ? ', as soon as can be' : `, by ${say.when(at, now)}`}`}
      >
        <div className={styles.stack}>
          <Chips
            legend="To churn at"
            chosen={target}
            onChoose={setTarget}
            choices={[
              ...(usual === undefined
                ? []
                : [{ key: 'last' as const, name: 'As last time', small: say.temperature(usual) }]),
              ...(Object.keys(targets) as (keyof typeof targets)[]).map((key) => ({
                key,
                name: targetNames[key],
                small: say.temperature(targets[key]),
              })),
            ]}
          />
          <div className={styles.pair}>
            <ClockField
              label="Ready by"
              value={readyBy === '' ? null : readyBy}
              onValue={(clock) => setReadyBy(clock ?? '')}
              hint="or as soon as it can be"
            />
            <QuantityField
              label="Warm bath of"
              typed={bathTyped}
              onTyped={setBath}
              understood={bath}
              system={say.system}
              hint={`${say.temperature(25)} assumed, ${say.temperature(30)} at most`}
            />
          </div>
          {ways.length > 0 && !there && (
            <ul className={styles.list} style={{ listStyle: 'none', padding: 0, display: 'grid', gap: 10 }}>
              {ways
                .filter((way) => way !== best)
                .map((way) => (
                  <li
                    key={way.method}
                    style={{ display: 'flex', flexWrap: 'wrap', gap: '6px 14px', alignItems: 'center' }}
                  >
                    <Button variant="outlined" onClick={() => void put(way)}>
                      {say.words(way.says)}
                    </Button>
                    <span>
                      {text(spokenMinutes(way.probeMinutes!.low))} to{' '}
                      {text(spokenMinutes(way.probeMinutes!.high))}
                      {at !== undefined &&
                        (way.inTime
                          ? `; begin by ${say.when(at - way.probeMinutes!.mid * 60, now)}`
                          : '; too slow')}
                      {way.cold === 'tight' && '; longer than the two hours unsoured cream may be warm'}
                      {way.cold === 'over' &&
                        (lot.treatment === 'raw'
                          ? '; over four hours in the warm: raw, it sours meanwhile, and is not to drink'
                          : '; over four hours in the warm: it would have to be thrown out')}
                      {way.crystallisedMinutes !== undefined &&
                        way.crystallisedMinutes > way.probeMinutes!.mid * 1.1 &&
                        `; its fat has set after ${text(spokenMinutes(way.crystallisedMinutes))}`}
                      . {say.words(way.minds)}
                    </span>
                  </li>
                ))}
            </ul>
          )}
        </div>
      </Door>
      {'reasons' in plan && <Quiet>{say.words(plan.reasons.map(({ says }) => says).join(' '))}</Quiet>}
      <RefusedSentence refused={refused} />
    </Enamel>
  );
}

const quickest = (ways: TemperPlan['ways']): number =>
  Math.min(...ways.map(({ probeMinutes }) => probeMinutes?.mid ?? Infinity));
