'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { SeparationWay } from '@/core/separating/usualSeparations';
import { usualSeparations } from '@/core/separating/usualSeparations';
import { separationBalance } from '@/core/separating/separationBalance';
import { creamDensity } from '@/core/dairy/creamDensity';
import { expectedButter } from '@/core/churning/expectedButter';
import { breedFat } from '@/core/dairy/breeds';
import { Board } from '../board/Board';
import { drawnSize, profiles } from '../board/profiles';
import { Wall } from '../board/Wall';
import type { Layer } from '../board/WareDrawing';
import { WareDrawing } from '../board/WareDrawing';
import { Cautions } from '../caution/Caution';
import { amountRules } from '../churning/plan/creamRules';
import { useFarm, usePlaces, useSay } from '../frame/FarmContext';
import { laterPart } from '../frame/laterPart';
import { useSettle } from '../frame/useSettle';
import { newId } from '../outbox/newId';
import { rawCaution } from '@/core/keeping/cautions';
import { vesselShape } from '@/core/standing/places';
import { clockSeconds } from '../frame/useNow';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import type { SaidWhen } from '../quantity/saidWhen';
import { momentOf } from '../quantity/saidWhen';
import { understand } from '../quantity/understand';
import { Enamel, Quiet } from '../theme/Enamel';
import { CreamDrawing } from '../vessel/CreamDrawing';
import styles from './FirstFive.module.css';

const WhenItWas = laterPart(() => import('../quantity/WhenItWas').then((part) => part.WhenItWas));

/** The first five minutes: what is in front of you? No account, no set-up. */
export function FirstFive() {
  const [open, setOpen] = useState<'pail' | 'jar'>();
  const { unitSystem } = useFarm();
  const settle = useSettle();
  return (
    <div className={styles.first}>
      <Wall>
        <div className={styles.asked}>
          <h1>What is in front of you?</h1>
          <p>One number and a few taps, and you know what to expect.</p>
        </div>
        <Board
          large
          label="What is in front of you?"
          things={[
            {
              key: 'tub',
              name: 'A tub of cream',
              lines: ['bought, or separated already'],
              href: '/churn/new?front=tub',
              ...drawn('tub', 1800, [{ part: 0.62, fat: 0.36 }]),
            },
            {
              key: 'jar',
              name: 'A jar with a cream line',
              lines: ['milk that stood, ready to skim'],
              expanded: open === 'jar',
              onPress: () => setOpen(open === 'jar' ? undefined : 'jar'),
              ...drawn('jar', 2600, [
                { part: 0.74, fat: 0.004 },
                { part: 0.15, fat: 0.12, fatAbove: 0.28 },
              ]),
            },
            {
              key: 'pail',
              name: 'A warm pail',
              lines: ['milk, just now'],
              expanded: open === 'pail',
              onPress: () => setOpen(open === 'pail' ? undefined : 'pail'),
              ...drawn('pail', 5000, [{ part: 0.66, fat: 0.04 }]),
            },
            {
              key: 'nothing',
              name: 'Nothing yet',
              lines: ['work out what it would take'],
              href: '/bench',
              high: churnHigh,
              drawing: (
                <span className={styles.churn}>
                  <CreamDrawing shape="churn" fill={0} fat={0} stage="fluid" label="" />
                </span>
              ),
            },
          ]}
        />
      </Wall>
      {open === 'pail' && <WarmPail />}
      {open === 'jar' && <StoodJar />}
      <Chips
        legend="I measure in"
        chosen={unitSystem}
        onChoose={(system) => void settle(system)}
        choices={[
          { key: 'metric', name: 'Litres and grams' },
          { key: 'us', name: 'Quarts and pounds', small: 'US' },
          { key: 'imperial', name: 'Pints and pounds', small: 'imperial' },
        ]}
      />
    </div>
  );
}

const churnHigh = 180;

function drawn(ware: 'tub' | 'jar' | 'pail', capacity: number, layers: readonly Layer[]) {
  const shape = vesselShape(ware, capacity);
  return {
    high: drawnSize(profiles[ware], shape).height,
    drawing: <WareDrawing ware={ware} shape={shape} layers={layers} />,
  };
}

/** Milk that already stands: how much, how long, where; then the gauge shows its line and how deep to skim. */
function StoodJar() {
  const say = useSay();
  const places = usePlaces();
  const router = useRouter();
  const { act, refused, busy } = useAct();
  const [typed, setTyped] = useState('');
  const [when, setWhen] = useState<SaidWhen>({ chosen: 'h24', typed: '' });
  const [place, setPlace] = useState<'fridge' | 'cool' | 'room'>('fridge');
  const understood = understand(typed, amountRules(say.system));
  const quantity = understood && 'quantity' in understood ? understood.quantity : undefined;
  const known = momentOf(when, 0) !== undefined;
  const milkMass =
    quantity && (quantity.kind === 'mass' ? quantity.value : quantity.value * creamDensity(0.04, 10));
  async function toTheGauge() {
    const atSeconds = momentOf(when, clockSeconds());
    if (milkMass === undefined || atSeconds === undefined) return;
    const lotId = newId();
    const done = await act(
      'milk.in',
      {
        lotId,
        from: 'herd',
        mass: milkMass,
        massSd: quantity?.sd ?? 0.03 * milkMass,
        amountTyped: typed.trim(),
        celsius: 35,
        place,
        atSeconds,
      },
      `${say.volume(milkMass / creamDensity(0.04, 10))} of milk that stands is written down.`,
    );
    if (done) router.push(`/pail/${lotId}`);
  }
  return (
    <Enamel className={styles.pail} aria-label="A jar with a cream line">
      <h2>How much is in it, cream and all?</h2>
      <QuantityField
        label="Milk in the jar"
        typed={typed}
        onTyped={setTyped}
        understood={understood}
        system={say.system}
        hint={{ metric: '2.5 L', us: '1/2 gal', imperial: '4 pints' }[say.system]}
        onEnter={() => void toTheGauge()}
      />
      <WhenItWas legend="It was milked" when={when} onWhen={setWhen} offered="stood" />
      <Chips
        legend="It has stood"
        chosen={place}
        onChoose={setPlace}
        choices={(['fridge', 'cool', 'room'] as const).map((key) => ({
          key,
          name: places[key].name,
          small: say.temperature(places[key].celsius),
        }))}
      />
      <Cautions cautions={[rawCaution]} />
      <RefusedSentence refused={refused} />
      <div className={styles.acts}>
        <Button variant="contained" disabled={!quantity || !known || busy} onClick={() => void toTheGauge()}>
          How deep to skim
        </Button>
        <Button component={Link} href="/churn/new?front=jar" variant="outlined">
          The cream is off already
        </Button>
      </div>
    </Enamel>
  );
}

/** Warm milk makes cream first: what it will give, what to do now, and the way on when there is cream. */
function WarmPail() {
  const say = useSay();
  const { act } = useAct();
  const [typed, setTyped] = useState('');
  const understood = understand(typed, amountRules(say.system));
  const quantity = understood && 'quantity' in understood ? understood.quantity : undefined;
  const milkFat = breedFat.mixed.fat;
  const milkMass =
    quantity && (quantity.kind === 'mass' ? quantity.value : quantity.value * creamDensity(milkFat, 30));
  const gives = (way: SeparationWay) => {
    const { skimFat, creamFat } = usualSeparations[way];
    const { creamMass } = separationBalance({ milkMass: milkMass!, milkFat, skimFat, creamFat });
    const butter = expectedButter({ mass: creamMass, massSd: 0, fat: creamFat, fatSd: 0 }, 0.006);
    return `${say.volume(creamMass / creamDensity(creamFat, 10))} of cream, about ${say.about(butter.mass)} of butter`;
  };
  return (
    <Enamel className={styles.pail} aria-label="A warm pail">
      <h2>Milk makes cream first.</h2>
      <QuantityField
        label="How much milk"
        typed={typed}
        onTyped={setTyped}
        understood={understood}
        system={say.system}
        hint="to see what it will give; milk of 4.1 % is assumed"
      />
      {milkMass !== undefined && milkMass > 0 && (
        <ul>
          <li>Through a hand separator, warm: {gives('separator')}.</li>
          <li>Stood cold for a day and ladled: {gives('ladle')}.</li>
        </ul>
      )}
      <Quiet>
        Strain it, then either separate it while it is at {say.temperature(35)} to {say.temperature(40)}, or
        cool it fast and let it stand cold in a clean, covered jar for 12 to 24 hours.
      </Quiet>
      <Cautions
        cautions={[
          {
            key: 'cool',
            level: 'caution',
            says: `Cool milk to ${say.temperature(10)} within 4 hours of the start of milking, and to ${say.temperature(4)} within 2 hours after the end.`,
          },
          {
            key: 'raw',
            level: 'caution',
            says: 'Raw milk can carry dangerous bacteria; pregnant women, infants, the old and the ill are most at risk. Local rules decide what may be sold.',
          },
        ]}
      />
      <div className={styles.acts}>
        <Button
          variant="contained"
          disabled={!quantity}
          onClick={() =>
            void act(
              'milk.in',
              {
                lotId: newId(),
                from: 'herd',
                mass: milkMass,
                massSd: quantity?.sd ?? 0.03 * milkMass!,
                amountTyped: typed.trim(),
                celsius: 35,
                place: 'fridge',
              },
              `${say.volume(milkMass! / creamDensity(milkFat, 30))} of milk is written down.`,
            )
          }
        >
          Write this milk down
        </Button>
        <Button component={Link} href="/churn/new?front=jar" variant="outlined">
          I have cream from it now
        </Button>
      </div>
    </Enamel>
  );
}
