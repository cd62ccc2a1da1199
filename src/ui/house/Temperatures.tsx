'use client';

import { useState } from 'react';
import type { OwnPlace } from '@/core/standing/places';
import { ownPlaceKeys, places } from '@/core/standing/places';
import { placeRules } from '../churning/plan/creamRules';
import { useFarm, usePlaces, useSay } from '../frame/FarmContext';
import { DatesCountOn } from '../larder/DatesCountOn';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { Chips } from '../quantity/Chips';
import { understand } from '../quantity/understand';
import { Enamel, Quiet } from '../theme/Enamel';
import { OwnFigure } from './OwnFigure';
import styles from './House.module.css';

/** How warm it is where things stand: each place as a thermometer there reads, else as such places usually are. */
export function Temperatures() {
  const say = useSay();
  const { placeCelsius } = useFarm();
  const own = usePlaces();
  const { act, refused, busy } = useAct();
  const [place, setPlace] = useState<OwnPlace>('fridge');
  const [typed, setTyped] = useState('');
  const said = placeCelsius[place];
  const understood = understand(typed, placeRules(place, say));
  const settle = (to: number | null) =>
    act(
      'house.settle',
      { placeCelsius: { [place]: to } },
      to === null
        ? `${places[place].name}: ${say.temperature(places[place].celsius)} is reckoned with again.`
        : `${places[place].name}: ${say.temperature(to)}. What stands there is reckoned with it from now on.`,
      { name: 'house.settle', input: { placeCelsius: { [place]: said ?? null } } },
    ).then((done) => done && setTyped(''));
  return (
    <Enamel className={styles.settings} aria-label="How warm it is">
      <Chips
        legend="Where"
        chosen={place}
        onChoose={(to) => {
          setPlace(to);
          setTyped('');
        }}
        choices={ownPlaceKeys.map((key) => ({
          key,
          name: places[key].name,
          small: `${say.temperature(own[key].celsius)}${placeCelsius[key] === undefined ? ' assumed' : ''}`,
        }))}
      />
      <OwnFigure
        label={`${places[place].name}: a thermometer there reads`}
        hint={`${say.temperature(own[place].celsius)}${said === undefined ? ' assumed' : ', as you said'}`}
        typed={typed}
        onTyped={setTyped}
        understood={understood}
        busy={busy}
        onSettle={(to) => void settle(to)}
        said={said !== undefined}
        again={<>Nobody knows: {say.temperature(places[place].celsius)} again</>}
      />
      <RefusedSentence refused={refused} />
      <DatesCountOn />
      <Quiet>
        Cooling, tempering, souring and what stands by over a night go by these. In a fridge, a glass of water
        that stood there for a day reads truer than its dial.
      </Quiet>
    </Enamel>
  );
}
