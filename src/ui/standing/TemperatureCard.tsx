'use client';

import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { secondsUntil } from '@/core/standing/lotHeat';
import type { Place } from '@/core/standing/places';
import { percent, spokenMinutes, text } from '@/core/quantities/formatQuantity';
import { AskCooling } from '../asking/AskCooling';
import { usePlaces, useSay } from '../frame/FarmContext';
import { RefusedSentence } from '../outbox/RefusedSentence';
import styles from '../pail/Pail.module.css';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import { Enamel, Quiet } from '../theme/Enamel';
import { Curve } from './Curve';
import { useLotRecord } from './useLotRecord';
import type { LotNow } from './lotNow';
import { toldLot } from './lotNow';
import { counted } from '@/core/quantities/counted';

/** Where yoghurt sets. */
const warmers: readonly Place[] = ['warm', 'wrapped'];
/** Cool enough for live yoghurt, °C. */
const forCulture = 44;
const coolers: readonly Place[] = ['fridge', 'fanFridge', 'coldWater', 'iceWater', 'cool', 'room', 'freezer'];

/** The temperature of a lot: its curve against its readings and the cold chain, where it stands, and what would be quicker. */
export function TemperatureCard({ one, now, title }: { one: LotNow; now: number; title: string }) {
  const say = useSay();
  const places = usePlaces();
  const { record, placed, refused } = useLotRecord(one.lot.id);
  const [typed, setTyped] = useState('');
  const { lot, story, celsius } = one;
  const place = story?.place ?? 'fridge';
  const times = useMemo(
    () =>
      story &&
      Object.fromEntries(
        coolers.map((key) => [
          key,
          secondsUntil(
            toldLot(lot),
            {
              celsius,
              place: key,
              around: key === place ? story.around : places[key].celsius,
              soured: story.soured,
            },
            lot.mass,
            one.fatShare,
            key === 'coldWater' ? 11 : 4.5,
          ),
        ]),
      ),
    [lot, story, celsius, place, places, one.fatShare],
  );
  // Boiled for yoghurt, it is to cool only so far.
  const toCulture =
    story &&
    celsius > forCulture + 1 &&
    lot.treatment !== 'raw' &&
    (lot.kind === 'milk' || lot.kind === 'skim')
      ? secondsUntil(toldLot(lot), story, lot.mass, one.fatShare, forCulture)
      : undefined;
  const reading = understand(typed, {
    system: say.system,
    kinds: ['temperature'],
    bareUnit: say.system === 'us' ? 'F' : 'C',
    check: ({ value }) =>
      value < -25 || value > 100 ? `Between ${say.temperature(-25)} and ${say.temperature(100)}.` : undefined,
  });
  const here = times?.[place];
  const cold = celsius <= 5.2;
  // Yoghurt that sets is kept warm, and nothing is told it of being cold soon.
  const setting = lot.kind === 'yoghurt' && story?.soured === false;
  const milk = lot.kind === 'milk';
  const quickest =
    times && !cold && !setting
      ? coolers.toSorted((a, b) => (times[a] ?? Infinity) - (times[b] ?? Infinity))[0]
      : undefined;
  const says = !story
    ? 'Nobody has read its temperature yet.'
    : story.frozen === 'frozen'
      ? 'Frozen.'
      : cold
        ? `Cold: ${say.temperature(celsius)} ${places[place].inSentence}.`
        : story.souring && !story.soured
          ? `${say.temperature(celsius)} now, ${places[place].inSentence}.`
          : here === undefined
            ? `${say.temperature(celsius)} now; it does not get to ${say.temperature(4)} ${places[place].inSentence}.`
            : `${say.temperature(celsius)} now; ${say.temperature(4)} in ${text(spokenMinutes(here / 60))} ${places[place].inSentence}.`;
  const late = milk && one.waiting.tone === 'danger' && !one.judged.discard;
  return (
    <Enamel className={styles.stack} aria-label={title}>
      <h2 style={{ margin: 0 }}>{says}</h2>
      {story && story.frozen !== 'frozen' && (
        <Curve story={story} now={now} limits={milk} lot={lot} mass={lot.mass} fat={one.fatShare} />
      )}
      {toCulture !== undefined && (
        <Quiet>
          {say.temperature(forCulture)}, cool enough for live yoghurt, in{' '}
          {text(spokenMinutes(toCulture / 60))}.
        </Quiet>
      )}
      {quickest && quickest !== place && (times?.[quickest] ?? Infinity) < 0.6 * (here ?? Infinity) && (
        <p className={styles.refused} style={late ? undefined : { borderLeftColor: 'var(--time)' }}>
          {late
            ? say.words(
                'Too slow for the cold chain (10 °C within 4 h of the start of milking, 4 to 7 °C two hours after the end). ',
              )
            : 'Safer: '}
          {places[quickest].name} would take {text(spokenMinutes((times![quickest] ?? 0) / 60))}.
        </p>
      )}
      {story && !cold && !setting && story.frozen === undefined && (
        <AskCooling one={one} {...(place === 'coldWater' ? { to: 11, says: 11 } : { to: 4.5, says: 4 })} />
      )}
      <Chips
        legend="It stands"
        chosen={place}
        onChoose={(key) => void placed(key)}
        choices={[...(setting ? warmers : []), ...coolers].map((key) => {
          const until = times?.[key];
          return {
            key,
            name: places[key].name,
            small:
              cold || setting
                ? undefined
                : until === undefined
                  ? `not to ${say.temperature(4)}`
                  : text(spokenMinutes(until / 60)),
          };
        })}
      />
      <div className={styles.pair}>
        <QuantityField
          label="Probe reads"
          typed={typed}
          onTyped={setTyped}
          understood={reading}
          system={say.system}
          hint="stir, and read in the middle"
        />
        <Button
          variant="outlined"
          disabled={!reading || !('quantity' in reading)}
          onClick={() => {
            if (reading && 'quantity' in reading)
              void record(
                { kind: 'reading', celsius: reading.quantity.value },
                `It reads ${say.temperature(reading.quantity.value)}.`,
              ).then((done) => done && setTyped(''));
          }}
        >
          Write it down
        </Button>
      </div>
      <RefusedSentence refused={refused} />
      <Quiet>
        {lot.vesselReadings > 0
          ? `Foreseen as ${lot.vessel?.name} passed heat in its last ${lot.vesselReadings === 1 ? 'reading' : counted(lot.vesselReadings, 'reading')}: ${lot.vesselFactor > 1.03 ? `${percent(lot.vesselFactor - 1, 0)} quicker than the table` : lot.vesselFactor < 0.97 ? `${percent(1 - lot.vesselFactor, 0)} slower than the table` : 'as the table says'}.`
          : 'Foreseen from the table for such a vessel; a reading teaches it yours.'}
      </Quiet>
    </Enamel>
  );
}
