'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { yoghurtPlan } from '@/core/byProducts/yoghurtPlan';
import { souringIf } from '@/core/standing/souringSaid';
import {
  cultureWrong,
  settingPlaces,
  usualCulture,
  usualWarm,
  yoghurtSetting,
} from '@/core/byProducts/yoghurtSetting';
import type { SettingPlace } from '@/core/byProducts/yoghurtSetting';
import { Cautions } from '../caution/Caution';
import { usePlaces, useSay } from '../frame/FarmContext';
import { clockSeconds, useNow } from '../frame/useNow';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import styles from '../pail/Pail.module.css';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import { Quiet } from '../theme/Enamel';
import { bowlFor } from './lotNow';

/** A tablespoon of it, g. */
const spoon = 15;

/** Yoghurt of the house’s own that some can be spooned from. */
export interface OwnYoghurt {
  id: string;
  code: string;
  mass: number;
}

/** Live yoghurt goes into so much of a lot now: how much, how warm it is, where it stands, and when it will be set. */
export function YoghurtBegins({
  lotId,
  mass,
  of,
  fatShare,
  raw,
  heated,
  yoghurts,
  onBegun,
}: {
  lotId: string;
  /** g of it, where not all of it was asked for. */
  mass: number | undefined;
  /** g that it is made of. */
  of: number;
  fatShare: number;
  raw: boolean;
  heated: boolean;
  yoghurts: readonly OwnYoghurt[];
  onBegun: () => void;
}) {
  const say = useSay();
  const places = usePlaces();
  const now = Math.floor(useNow(60_000) / 60) * 60;
  const { act, refused, busy } = useAct();
  const [from, setFrom] = useState('pot');
  const [cultureTyped, setCulture] = useState('');
  const [warmTyped, setWarm] = useState('');
  const [place, setPlace] = useState<SettingPlace>('warm');
  const own = yoghurts.find(({ id }) => id === from);
  const dose = understand(cultureTyped, {
    system: say.system,
    kinds: ['mass', 'volume'],
    bareUnit: say.system === 'metric' ? 'g' : 'tbsp',
    check: ({ value }) =>
      value <= 0
        ? 'An amount above zero.'
        : (cultureWrong(value, of) ??
          (own && value > own.mass ? `There is ${say.mass(own.mass)} of it.` : undefined)),
  });
  const warm = understand(warmTyped, {
    system: say.system,
    kinds: ['temperature'],
    bareUnit: say.system === 'us' ? 'F' : 'C',
    check: ({ value }) =>
      value < 4 || value > 95 ? `Between ${say.temperature(4)} and ${say.temperature(95)}.` : undefined,
  });
  const { culture, celsius, around, held, hot } = yoghurtSetting(
    of,
    {
      culture: dose && 'quantity' in dose ? dose.quantity.value : undefined,
      celsius: warm && 'quantity' in warm ? warm.quantity.value : undefined,
      place,
    },
    places,
  );
  const plan = yoghurtPlan({
    milkMass: of,
    dose: Math.min(0.2, Math.max(0.005, culture / of)),
    warm: held,
    heated: heated || !raw,
  });
  // As its page will foresee it once it stands there.
  const at = { atSeconds: now };
  const sets = souringIf(
    {
      kind: 'yoghurt',
      treatment: heated ? 'boiled' : raw ? 'raw' : 'pasteurised',
      ripened: false,
      vessel: bowlFor(of + culture),
      vesselFactor: 1,
      events: [],
    },
    [
        { ...at, id: 'a', kind: 'poured', mass: of + culture, fat: fatShare, celsius },
        { ...at, id: 'b', kind: 'placed', place, celsius: around },
        { ...at, id: 'c', kind: 'soured', route: 'yoghurt', dose: Math.min(0.3, Math.max(1e-4, culture / of)), culture: 'liveYoghurt', generation: 0 },
    ],
    now + 1,
  )?.readyHours;
  const spoons = Math.max(1, Math.round((usualCulture.share * of) / spoon));
  return (
    <div className={styles.stack}>
      <p role="status" style={{ margin: 0, fontWeight: 640 }}>
        {hot
          ? `At ${say.temperature(celsius)} the culture dies: let it come to ${say.temperature(44)} first.`
          : sets
            ? `Set ${say.when(now + sets.low * 3600, now)} to ${say.when(now + sets.high * 3600, now)}, about ${say.mass(plan.yoghurtMass)}.`
            : `At ${say.temperature(around)} it hardly sets: yoghurt wants ${say.temperature(40)} to ${say.temperature(44)}.`}
      </p>
      {yoghurts.length > 0 && (
        <Chips
          legend="Live yoghurt from"
          chosen={own ? own.id : 'pot'}
          onChoose={setFrom}
          choices={[
            { key: 'pot', name: 'A pot', small: 'bought, live' },
            ...yoghurts.map(({ id, code, mass: left }) => ({
              key: id,
              name: code,
              small: `${say.mass(left)} of your own`,
            })),
          ]}
        />
      )}
      <div className={styles.pair}>
        <QuantityField
          label="How much live yoghurt"
          typed={cultureTyped}
          onTyped={setCulture}
          understood={dose}
          system={say.system}
          hint={`${say.mass(usualCulture.share * of)}, ${spoons === 1 ? 'a tablespoon' : `${spoons} tablespoons`}`}
        />
        <QuantityField
          label="How warm it is"
          typed={warmTyped}
          onTyped={setWarm}
          understood={warm}
          system={say.system}
          hint={`${say.temperature(usualWarm)} assumed`}
        />
      </div>
      <Chips
        legend="Where it stands"
        chosen={place}
        onChoose={setPlace}
        choices={settingPlaces.map((key) => ({
          key,
          name: places[key].name,
          small:
            key === 'warm'
              ? `held at ${say.temperature(yoghurtSetting(of, { celsius }).around)}`
              : key === 'wrapped'
                ? 'in towels, or a cool box'
                : say.temperature(places.room.celsius),
        }))}
      />
      <Cautions cautions={plan.cautions.filter(({ key }) => !(hot && key === 'harm'))} />
      <Button
        variant="outlined"
        size="large"
        disabled={busy || hot || (dose !== undefined && 'wrong' in dose) || (warm !== undefined && 'wrong' in warm)}
        onClick={() =>
          void act(
            'lot.use',
            {
              lotId,
              to: 'yoghurt',
              ...(mass === undefined ? {} : { mass }),
              atSeconds: clockSeconds(),
              made: {
                heated,
                setting: {
                  culture: Math.min(culture, own?.mass ?? Infinity),
                  ...(own ? { cultureLotId: own.id } : {}),
                  celsius,
                  place,
                  around,
                },
              },
            },
            'It sets from now on. Keep it still.',
          ).then((done) => done && onBegun())
        }
      >
        The live yoghurt is in
      </Button>
      <RefusedSentence refused={refused} />
      <Quiet>It stands in the larder then, with the hour to look at it; a probe reading moves that hour.</Quiet>
    </div>
  );
} // prettier-ignore
