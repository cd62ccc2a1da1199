'use client';

import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { CalculationError } from '@/core/calculation';
import { ripenPredict } from '@/core/ripening/ripenPredict';
import type { RipenInput } from '@/core/ripening/ripenPredict';
import { ripenedKind, ripePh, souringNow } from '@/core/standing/souringNow';
import type { Look, Route } from '@/core/standing/lotEvents';
import { places } from '@/core/standing/places';
import type { Place } from '@/core/standing/places';
import { spokenMinutes, text } from '@/core/quantities/formatQuantity';
import type { ShownLot } from '@/server/shelf/views';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { clockSeconds } from '../frame/useNow';
import { newId } from '../outbox/newId';
import { useAct } from '../outbox/useAct';
import styles from '../pail/Pail.module.css';
import { Chips } from '../quantity/Chips';
import { QuantityField, understand } from '../quantity/QuantityField';
import type { LotNow } from '../standing/useStory';
import { Enamel, Quiet } from '../theme/Enamel';

const bought = {
  mesophilic: { name: 'Bought culture', small: 'sour-cream kind', dose: 0.02, culture: 'bought' },
  sourCream: { name: 'Sour cream, live', small: 'a spoonful', dose: 0.03, culture: 'sourCream' },
  yoghurt: { name: 'Live yoghurt', small: 'likes it warm', dose: 0.03, culture: 'liveYoghurt' },
} as const;
/** Kept after this many times a line is begun anew (handbook §6.4). */
const renewAt = 9;
const spoon = 15;

type School = keyof typeof bought | 'natural' | `line:${string}`;

/** Ripening: choose a school and a culture, see when it is ready and when it must be thrown out, and look at it as it goes. */
export function Ripen({ one, cultures, now }: { one: LotNow; cultures: readonly ShownLot[]; now: number }) {
  const { story } = one;
  if (story?.spoiled) return <Spoiled look={story.spoiled} />;
  if (story?.souring) return <Souring one={one} now={now} />;
  if (story?.soured) return null;
  return <BeginSouring one={one} cultures={cultures} now={now} />;
}

function Spoiled({ look }: { look: Look }) {
  const words: Partial<Record<Look, string>> = {
    mould: 'mould',
    pink: 'pink or orange',
    gas: 'gas',
    foul: 'a foul smell',
  };
  return (
    <Enamel className={styles.stack} aria-label="Throw it out">
      <h2 style={{ margin: 0 }}>Throw it out: {words[look]} was seen.</h2>
      <Cautions
        cautions={[
          {
            key: 'discard',
            level: 'danger',
            says: 'Do not taste it and do not cook it. Scald the vessel. Ask before it goes to any animal.',
          },
        ]}
      />
    </Enamel>
  );
}

function useRipening(input: RipenInput | undefined) {
  const key = JSON.stringify(input);
  return useMemo(() => {
    if (!input) return undefined;
    try {
      return { ripening: ripenPredict(input) };
    } catch (error) {
      if (error instanceof CalculationError)
        return { wrong: error.message.replace(/^\w+: \S+ was given; /, '') };
      throw error;
    }
    // The key says all of the input.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
}

function BeginSouring({ one, cultures, now }: { one: LotNow; cultures: readonly ShownLot[]; now: number }) {
  const say = useSay();
  const { act, refused, busy } = useAct();
  const { lot } = one;
  const fitting = cultures.filter(({ id, blockedReason }) => id !== lot.id && blockedReason === null);
  const [school, setSchool] = useState<School>(fitting[0] ? `line:${fitting[0].id}` : 'mesophilic');
  const [place, setPlace] = useState<Place>('room');
  const [warmth, setWarmth] = useState('');
  const [typed, setTyped] = useState('');
  const line = fitting.find(({ id }) => school === `line:${id}`);
  const generation = line?.details.line?.generation ?? 0;
  const route: Route =
    school === 'natural'
      ? 'natural'
      : line
        ? (line.details.line?.kind ?? 'mesophilic')
        : school === 'yoghurt'
          ? 'yoghurt'
          : 'mesophilic';
  const amount = understand(typed, {
    system: say.system,
    kinds: ['mass', 'volume'],
    bareUnit: say.system === 'metric' ? 'g' : 'tbsp',
    check: ({ value }) =>
      value <= 0
        ? 'An amount above zero.'
        : value > 0.3 * lot.mass
          ? `That is ${Math.round((100 * value) / lot.mass)} % of it: at most 30 %.`
          : undefined,
  });
  const usualDose = line ? 0.02 : school === 'natural' ? 0 : bought[school as keyof typeof bought].dose;
  const culture = amount && 'quantity' in amount ? amount.quantity.value : usualDose * lot.mass;
  const dose = Math.min(0.3, culture / lot.mass);
  const heat = understand(warmth, {
    system: say.system,
    kinds: ['temperature'],
    bareUnit: say.system === 'us' ? 'F' : 'C',
    check: ({ value }) =>
      value < 4 || value > 45 ? `Between ${say.temperature(4)} and ${say.temperature(45)}.` : undefined,
  });
  const celsius = heat && 'quantity' in heat ? heat.quantity.value : places[place].celsius;
  const result = useRipening({
    of: ripenedKind(lot.kind),
    route,
    ...(route === 'natural' ? {} : { dose: Math.max(1e-4, dose) }),
    treatment: lot.treatment,
    ...(line
      ? { culture: 'culturedButtermilk' as const }
      : school === 'natural'
        ? {}
        : { culture: bought[school as keyof typeof bought].culture }),
    generation,
    temperatures: [{ hours: 400, celsius }],
    elapsedHours: 0,
    readings: [],
    readyPh: ripePh,
  });
  const ripening = result && 'ripening' in result ? result.ripening : undefined;
  const ready = ripening?.readyHours;
  const short = line !== undefined && culture > line.mass;
  const choices = [
    ...fitting.map((each) => ({
      key: `line:${each.id}` as School,
      name: each.details.line?.name ?? each.code,
      small: `kept on ${each.details.line?.generation ?? 0} times${(each.details.line?.generation ?? 0) >= renewAt ? ', renew it' : ''}`,
    })),
    ...(Object.keys(bought) as (keyof typeof bought)[]).map((key) => ({
      key: key as School,
      name: bought[key].name,
      small: bought[key].small,
    })),
    {
      key: 'natural' as School,
      name: 'By itself',
      small: lot.treatment === 'raw' ? 'two to three days' : 'not when heated',
    },
  ];
  return (
    <Enamel className={styles.stack} aria-label="Ripen it">
      <h2 style={{ margin: 0 }}>
        {result && 'wrong' in result
          ? result.wrong
          : ready
            ? `Ripe ${say.when(now + ready.low * 3600, now)} to ${say.when(now + ready.high * 3600, now)}.`
            : 'That cold it hardly sours: it takes weeks.'}
      </h2>
      <Chips legend="Soured with" chosen={school} onChoose={setSchool} choices={choices} />
      <Chips
        legend="Where it stands"
        chosen={place}
        onChoose={setPlace}
        choices={(['room', 'cool', 'fridge'] as const).map((key) => ({
          key,
          name: places[key].name,
          small: say.temperature(places[key].celsius),
        }))}
      />
      <div className={styles.pair}>
        <QuantityField
          label="How warm there"
          typed={warmth}
          onTyped={setWarmth}
          understood={heat}
          system={say.system}
          hint={`${say.temperature(places[place].celsius)} assumed`}
        />
        {route !== 'natural' && (
          <QuantityField
            label="How much culture"
            typed={typed}
            onTyped={setTyped}
            understood={amount}
            system={say.system}
            hint={`${say.mass(usualDose * lot.mass)}, ${Math.max(1, Math.round((usualDose * lot.mass) / spoon))} tablespoons`}
            says={amount && 'quantity' in amount ? `= ${(100 * dose).toFixed(1)} % of it` : undefined}
          />
        )}
      </div>
      {ripening && (
        <Quiet>
          {say.words(ripening.reasons.map(({ says }) => says).join(' '))} Thrown out{' '}
          {say.when(now + ripening.discardAfterHours * 3600, now)}, {Math.round(ripening.discardAfterHours)} h
          from now, if it is not thick and tart by then.
        </Quiet>
      )}
      {ripening && <Cautions cautions={ripening.cautions} />}
      <Button
        variant="contained"
        size="large"
        disabled={busy || !ripening || short}
        onClick={() =>
          void act(
            'lot.record',
            {
              lotId: lot.id,
              events: [
                { id: newId(), atSeconds: clockSeconds(), kind: 'placed', place, celsius },
                {
                  id: newId(),
                  atSeconds: clockSeconds() + 0.001,
                  kind: 'soured',
                  route,
                  ...(route === 'natural'
                    ? {}
                    : {
                        dose: Math.max(1e-4, dose),
                        culture: line ? 'culturedButtermilk' : bought[school as keyof typeof bought].culture,
                      }),
                  generation,
                },
              ],
              ...(line ? { culture: { lotId: line.id, mass: culture } } : {}),
            },
            'It sours from now on. Clean vessel, loose cover.',
          )
        }
      >
        {short ? `Only ${say.mass(line.mass)} of that culture is left` : 'Set it to sour'}
      </Button>
      {refused && (
        <p className={styles.refused} role="alert">
          {refused.message}
        </p>
      )}
    </Enamel>
  );
}

const lookWords: Record<Look, string> = {
  notYet: 'Not yet',
  thickAndTart: 'Thick and tart',
  mould: 'Mould',
  pink: 'Pink or orange',
  gas: 'Gas',
  foul: 'Foul smell',
};

/** While it sours: the window against the clock, what was seen, and chilling back when it is ready. */
function Souring({ one, now }: { one: LotNow; now: number }) {
  const say = useSay();
  const { act, refused } = useAct();
  const [typed, setTyped] = useState('');
  const { lot, story } = one;
  const souring = story!.souring!;
  const minute = Math.floor(now / 60);
  const ripening = useMemo(
    () => souringNow(lot, story),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the story of a lot changes with its events and the minute
    [lot, minute],
  );
  const ready = ripening?.readyHours;
  const start = souring.startedSeconds;
  const ripe = story!.soured;
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
          ? chill
            ? 'Ripe: chill it back now, and probe the middle. Set cream only conducts.'
            : 'Ripe, and cold again.'
          : ripening?.state === 'discard'
            ? 'Not thick and tart in time: throw it out.'
            : ready
              ? now < start + ready.low * 3600
                ? `Souring since ${say.when(start, now)}: look again ${say.when(start + ready.low * 3600, now)}.`
                : `It should be ripe about now, until ${say.when(start + ready.high * 3600, now)}: look at it.`
              : `Souring since ${say.when(start, now)}; it is too cold to say when.`}
      </h2>
      {ripening && !ripe && (
        <Quiet>
          About pH {ripening.phNow.mid.toFixed(1)} now. Thrown out if it is not thick and tart{' '}
          {say.when(start + ripening.discardAfterHours * 3600, now)} (
          {text(spokenMinutes(Math.max(0, ripening.discardAfterHours - souring.elapsedHours) * 60))} from
          now). {say.words(ripening.reasons.map(({ says }) => says).join(' '))}
        </Quiet>
      )}
      {ripening && <SourCurve ripening={ripening} elapsed={souring.elapsedHours} />}
      {!ripe && (
        <>
          <div className={styles.steps} role="group" aria-label="What you see">
            {(['thickAndTart', 'notYet', 'mould', 'pink', 'gas', 'foul'] as const).map((seen) => (
              <Button
                key={seen}
                variant={seen === 'thickAndTart' ? 'contained' : 'outlined'}
                onClick={() =>
                  void record({ kind: 'looked', seen }, `Seen: ${lookWords[seen].toLowerCase()}.`)
                }
              >
                {lookWords[seen]}
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
              hint="4.6 to 5.0 is ripe"
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
      {ripe && chill && (
        <Button
          variant="contained"
          size="large"
          onClick={() =>
            void record(
              { kind: 'placed', place: 'fridge', celsius: 4 },
              'Into the fridge; probe it in a few hours.',
            )
          }
        >
          Into the fridge
        </Button>
      )}
      {ripening && <Cautions cautions={ripening.cautions} />}
      {refused && (
        <p className={styles.refused} role="alert">
          {refused.message}
        </p>
      )}
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
      aria-label={`pH over ${Math.round(end)} hours`}
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
