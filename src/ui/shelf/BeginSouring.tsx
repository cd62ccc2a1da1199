'use client';

import { percent } from '@/core/quantities/formatQuantity';
import { counted, timesSaid } from '@/core/quantities/counted';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { CalculationError } from '@/core/calculationError';
import { renewAfter } from '@/core/ripening/cultureLine';
import { refuseSouring } from '@/core/ripening/refuseSouring';
import type { SaidLotEvent } from '@/core/standing/lotEvents';
import { souringIf } from '@/core/standing/souringSaid';
import type { Route } from '@/core/standing/lotWords';
import type { Place } from '@/core/standing/places';
import type { ShownLot } from '@/server/shelf/views';
import { Cautions } from '../caution/Caution';
import { usePlaces, useSay } from '../frame/FarmContext';
import { clockSeconds } from '../frame/useNow';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import styles from '../pail/Pail.module.css';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import type { SaidWhen } from '../quantity/saidWhen';
import { justNow, momentOf } from '../quantity/saidWhen';
import { understand } from '../quantity/understand';
import { WhenItWas } from '../quantity/WhenItWas';
import type { LotNow } from '../standing/lotNow';
import { lotNow, toldLot } from '../standing/lotNow';
import { Enamel, Quiet } from '../theme/Enamel';

const bought = {
  mesophilic: { name: 'Bought culture', small: 'sour-cream kind', dose: 0.02, culture: 'bought' },
  sourCream: { name: 'Sour cream, live', small: 'a spoonful', dose: 0.03, culture: 'sourCream' },
  buttermilk: {
    name: 'Cultured buttermilk',
    small: 'bought or from a friend',
    dose: 0.05,
    culture: 'culturedButtermilk',
  },
  yoghurt: { name: 'Live yoghurt', small: 'likes it warm', dose: 0.03, culture: 'liveYoghurt' },
} as const;
/** Behind glass or out of doors on a mild day, °C (engineering estimate). */
const inTheSun = 28;
const spoon = 15;
const spoons = (many: number) => (many < 1.5 ? 'a tablespoon' : counted(Math.round(many), 'tablespoon'));

type School = keyof typeof bought | 'natural' | `line:${string}`;

/** How it would sour, begun so; or why it does not. */
function useSouring(one: LotNow, begun: readonly SaidLotEvent[], now: number) {
  const key = JSON.stringify([begun, Math.floor(now / 60)]);
  return useMemo(() => {
    try {
      const soured = begun.find((event) => event.kind === 'soured');
      if (soured) refuseSouring({ ...soured, treatment: one.lot.treatment });
      return { ripening: souringIf(toldLot(one.lot), begun, now) };
    } catch (error) {
      if (error instanceof CalculationError)
        return { wrong: error.message.replace(/^\w+: \S+ was given; /, '') };
      throw error;
    }
    // The key says all of what is asked, and the minute.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, one.lot]);
}

/** Choosing how cream is to sour: school, culture, dose and place, and when it will be ready by then. */
export function BeginSouring({
  one,
  cultures,
  now,
}: {
  one: LotNow;
  cultures: readonly ShownLot[];
  now: number;
}) {
  const say = useSay();
  const places = usePlaces();
  const { act, refused, busy } = useAct();
  const { lot } = one;
  const lines = cultures.filter(({ id, blockedReason }) => id !== lot.id && blockedReason === null);
  const tooOld = lines.filter((each) => lotNow(each, now).waiting.tone === 'danger');
  const fitting = lines.filter((each) => !tooOld.includes(each));
  const [school, setSchool] = useState<School>(fitting[0] ? `line:${fitting[0].id}` : 'mesophilic');
  const [place, setPlace] = useState<Place | 'sun'>('room');
  const [far, setFar] = useState<'thick' | 'lightly'>('thick');
  const [heatTyped, setHeatTyped] = useState('');
  const [typed, setTyped] = useState('');
  const [when, setWhen] = useState<SaidWhen>(justNow);
  const begun = when.chosen === 'typed' ? when.at : undefined;
  const from = begun ?? now;
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
          ? `That is ${percent(value / lot.mass, 0)} of it: at most 30 %.`
          : undefined,
  });
  const usualDose = line ? 0.02 : school === 'natural' ? 0 : bought[school as keyof typeof bought].dose;
  const culture = amount && 'quantity' in amount ? amount.quantity.value : usualDose * lot.mass;
  const dose = Math.min(0.3, culture / lot.mass);
  const heat = understand(heatTyped, {
    system: say.system,
    kinds: ['temperature'],
    bareUnit: say.system === 'us' ? 'F' : 'C',
    check: ({ value }) =>
      value < 4 || value > 45 ? `Between ${say.temperature(4)} and ${say.temperature(45)}.` : undefined,
  });
  const usualThere = place === 'sun' ? inTheSun : places[place].celsius;
  const celsius = heat && 'quantity' in heat ? heat.quantity.value : usualThere;
  const events = (atSeconds: number, id: (of: string) => string): SaidLotEvent[] => [
    { id: id('place'), atSeconds, kind: 'placed', place: place === 'sun' ? 'room' : place, celsius },
    {
      id: id('souring'),
      atSeconds: atSeconds + 0.001,
      kind: 'soured',
      route,
      ...(route === 'natural'
        ? {}
        : {
            dose: Math.max(1e-4, dose),
            culture: line ? 'culturedButtermilk' : bought[school as keyof typeof bought].culture,
          }),
      generation,
      ...(far === 'lightly' ? { lightly: true } : {}),
    },
  ];
  const result = useSouring(
    one,
    events(from - 1, (of) => `asked ${of}`),
    now,
  );
  const ripening = result && 'ripening' in result ? result.ripening : undefined;
  const ready = ripening?.readyHours;
  const short = line !== undefined && culture > line.mass;
  const choices = [
    ...fitting.map((each) => ({
      key: `line:${each.id}` as School,
      name: each.details.line?.name ?? each.code,
      small: `${each.details.line?.generation ? `kept on ${timesSaid(each.details.line.generation)}` : 'begun anew'}${(each.details.line?.generation ?? 0) >= renewAfter ? ', renew it' : ''}`,
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
            ? `${far === 'lightly' ? 'A little tart' : 'Ripe'} ${say.when(from + ready.low * 3600, now)} to ${say.when(from + ready.high * 3600, now)}.`
            : 'That cold it hardly sours: it takes weeks.'}
      </h2>
      {lot.kind === 'cream' && (
        <Chips
          legend="How far"
          chosen={far}
          onChoose={setFar}
          choices={[
            { key: 'thick', name: 'Thick and tart', small: 'ripened cream' },
            { key: 'lightly', name: 'A little', small: 'while it warms for hours' },
          ]}
        />
      )}
      <Chips legend="Soured with" chosen={school} onChoose={setSchool} choices={choices} />
      {tooOld.map((each) => (
        <Quiet key={each.id}>
          {each.details.line?.name ?? each.code} has stood {Math.floor((now - each.oldestSeconds) / 86_400)}{' '}
          days: past two weeks a culture sours slowly or wrong. Begin it anew, from bought culture or the next
          cultured buttermilk.
        </Quiet>
      ))}
      <Chips
        legend="Where it stands"
        chosen={place}
        onChoose={setPlace}
        choices={(['room', 'sun', 'cool', 'fridge'] as const).map((key) => ({
          key,
          name: key === 'sun' ? 'In the sun' : places[key].name,
          small: say.temperature(key === 'sun' ? inTheSun : places[key].celsius),
        }))}
      />
      <div className={styles.pair}>
        <QuantityField
          label="How warm there"
          typed={heatTyped}
          onTyped={setHeatTyped}
          understood={heat}
          system={say.system}
          hint={`${say.temperature(usualThere)} assumed`}
        />
        {route !== 'natural' && (
          <QuantityField
            label="How much culture"
            typed={typed}
            onTyped={setTyped}
            understood={amount}
            system={say.system}
            hint={`${say.mass(usualDose * lot.mass)}, ${spoons((usualDose * lot.mass) / spoon)}`}
            says={amount && 'quantity' in amount ? `= ${percent(dose)} of it` : undefined}
          />
        )}
      </div>
      {ripening && (
        <Quiet>
          {say.words(ripening.reasons.map(({ says }) => says).join(' '))} Thrown out{' '}
          {say.when(from + ripening.discardAfterHours * 3600, now)}, {Math.round(ripening.discardAfterHours)}{' '}
          h from {begun === undefined ? 'now' : 'then'},{' '}
          {far === 'lightly'
            ? 'if it is neither churned, nor chilled, nor thick and tart by then: a little sour keeps nothing.'
            : 'if it is not thick and tart by then.'}
        </Quiet>
      )}
      <WhenItWas legend="Set to sour" when={when} onWhen={setWhen} offered="told" />
      {ripening && <Cautions cautions={ripening.cautions} />}
      <Button
        variant={lot.kind === 'cream' ? 'outlined' : 'contained'}
        size="large"
        disabled={busy || !ripening || short || momentOf(when, 0) === undefined}
        onClick={() =>
          void act(
            'lot.record',
            {
              lotId: lot.id,
              events: events(momentOf(when, clockSeconds())!, newId),
              ...(line ? { culture: { lotId: line.id, mass: culture } } : {}),
            },
            begun === undefined
              ? far === 'lightly'
                ? 'It turns a little from now on. Clean vessel, loose cover.'
                : 'It sours from now on. Clean vessel, loose cover.'
              : `It has soured since ${say.when(begun, now)}. Clean vessel, loose cover.`,
          )
        }
      >
        {short ? `Only ${say.mass(line.mass)} of that culture is left` : 'Set it to sour'}
      </Button>
      <RefusedSentence refused={refused} />
    </Enamel>
  );
}
