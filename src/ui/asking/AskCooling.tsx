'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Ask } from '@/core/asking/ask';
import { worthAsking } from '@/core/asking/ask';
import { mayDo } from '@/core/people/roles';
import { spokenMinutes, text } from '@/core/quantities/formatQuantity';
import { coolingAsks } from '@/core/standing/coolingAsks';
import type { OwnPlace } from '@/core/standing/places';
import { isOwnPlace, places } from '@/core/standing/places';
import { placeRules } from '../churning/plan/creamRules';
import { useFarm, useSay, useWho } from '../frame/FarmContext';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { Field } from '../quantity/Field';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import type { LotNow } from '../standing/lotNow';
import { toldLot } from '../standing/lotNow';
import styles from '../pail/Pail.module.css';
import { Asked } from './Asked';

/** Asks the one thing that would sharpen most when this is cold: how warm the place is, how wide the vessel, what a probe reads. */
export function AskCooling({
  one,
  to,
  says,
}: {
  one: LotNow;
  /** °C it is to come to, as it is reckoned and as it is said. */
  to: number;
  says: number;
}) {
  const say = useSay();
  const { placeCelsius } = useFarm();
  const { role } = useWho();
  const { lot, story } = one;
  if (!story) return null;
  const ask = worthAsking(
    coolingAsks(toldLot(lot), story, { mass: lot.mass, fat: one.fatShare }, to, {
      places: placeCelsius,
      width: lot.vessel === null || lot.vessel.diameter !== null,
      readings: lot.vesselReadings,
    }),
  );
  // Nobody is asked what they may not answer.
  if (
    !ask ||
    (ask.of === 'place' && !mayDo(role, 'house.settle')) ||
    (ask.of === 'width' && !mayDo(role, 'vessel.change'))
  )
    return null;
  const at = (seconds: number | undefined) =>
    seconds === undefined ? 'never' : `in ${text(spokenMinutes(seconds / 60))}`;
  const ends = (said: (answer: number) => string) =>
    `${said(ask.low.answer)} it is at ${say.temperature(says)} ${at(ask.low.gives)}, ${said(ask.high.answer)} ${at(ask.high.gives)}.`;
  switch (ask.of) {
    case 'place': {
      const { place } = story;
      if (!isOwnPlace(place)) return null;
      return (
        <Asked
          of={`place-${place}`}
          says={`How warm is it ${places[place].inSentence}? Nobody said, so ${say.temperature(story.around)} is reckoned with. With ${ends((answer) => say.temperature(answer))}`}
        >
          <AnswerPlace place={place} />
        </Asked>
      );
    }
    case 'width':
      return lot.vessel ? (
        <Asked
          of={`width-${lot.vessel.id}`}
          says={`How wide is ${lot.vessel.name} inside? Nobody measured. At ${ends((answer) => say.length(answer))}`}
        >
          <AnswerWidth vesselId={lot.vessel.id} name={lot.vessel.name} />
        </Asked>
      ) : null;
    case 'reading':
      return (
        <Asked
          of={`reading-${lot.vessel?.id ?? lot.id}`}
          says={readingSays(ask, at, say.temperature(says))}
        />
      );
  }
}

const readingSays = (ask: Ask, at: (seconds: number | undefined) => string, to: string): string =>
  ask.low.gives === undefined || ask.high.gives === undefined
    ? `A probe reading in half an hour tells whether it gets to ${to} there.`
    : `A probe reading in half an hour tells how this vessel passes heat: as it is, ${to} comes ${at(ask.high.gives)} at the soonest, ${at(ask.low.gives)} at the latest.`;

/** The temperature of a place, kept for the whole house. */
function AnswerPlace({ place }: { place: OwnPlace }) {
  const say = useSay();
  const { act, refused, busy } = useAct();
  const [typed, setTyped] = useState('');
  const understood = understand(typed, placeRules(place, say));
  const celsius = understood && 'quantity' in understood ? understood.quantity.value : undefined;
  const keep = () =>
    celsius !== undefined &&
    void act(
      'house.settle',
      { placeCelsius: { [place]: celsius } },
      `${say.temperature(celsius)} ${places[place].inSentence}.`,
      { name: 'house.settle', input: { placeCelsius: { [place]: null } } },
    );
  return (
    <div className={styles.pair}>
      <QuantityField
        label={`${places[place].name}: a thermometer there reads`}
        typed={typed}
        onTyped={setTyped}
        understood={understood}
        system={say.system}
        hint="kept for the whole house"
        onEnter={keep}
      />
      <Button variant="outlined" disabled={busy || celsius === undefined} onClick={keep}>
        Keep that
      </Button>
      <RefusedSentence refused={refused} />
    </div>
  );
}

/** The width of a vessel, as it is measured here: cm, or inches. */
function AnswerWidth({ vesselId, name }: { vesselId: string; name: string }) {
  const say = useSay();
  const { act, refused, busy } = useAct();
  const [typed, setTyped] = useState('');
  const inches = say.system !== 'metric';
  const number = /^\d+(?:[.,]\d+)?$/.test(typed.trim()) ? Number(typed.trim().replace(',', '.')) : undefined;
  const millimetres = number === undefined ? undefined : number * (inches ? 25.4 : 10);
  const keep = () =>
    millimetres !== undefined &&
    void act(
      'vessel.change',
      { vesselId, diameter: millimetres },
      `${name} is ${say.length(millimetres)} wide.`,
      false,
    );
  return (
    <div className={styles.pair}>
      <Field
        label={`Across, inside (${inches ? 'inches' : 'cm'})`}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        error={typed.trim() !== '' && number === undefined}
        helperText={
          typed.trim() !== '' && number === undefined
            ? 'A number such as 12 or 12.5.'
            : 'by a ruler, wall to wall'
        }
      />
      <Button variant="outlined" disabled={busy || millimetres === undefined} onClick={keep}>
        Keep that
      </Button>
      <RefusedSentence refused={refused} />
    </div>
  );
}
