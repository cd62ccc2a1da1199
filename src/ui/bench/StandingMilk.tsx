'use client';

import { percent } from '@/core/quantities/formatQuantity';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useRef, useState } from 'react';
import type { Breed } from '@/core/dairy/breeds';
import { breedFat } from '@/core/dairy/breeds';
import { creamDensity } from '@/core/dairy/creamDensity';
import type { CreamRise } from '@/core/separating/creamRise.calc';
import { inWorker } from '@/workers/inWorker';
import { useSay } from '../frame/FarmContext';
import { BreedSelect } from '../quantity/BreedSelect';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import { Enamel, Quiet } from '../theme/Enamel';
import styles from './Bench.module.css';
import { wholeMillimetres } from '@/core/quantities/whole';

/** Vessels milk is stood in, mm inside (engineering estimates of usual ones). */
const vessels = {
  jar: { name: 'Jar', small: '11 cm across', bottomDiameter: 110, height: 260 },
  crock: { name: 'Wide crock', small: '20 cm across', bottomDiameter: 200, height: 300 },
  pan: { name: 'Shallow pan', small: '35 cm across', bottomDiameter: 350, height: 100 },
  can: { name: 'Settling can', small: '25 cm across', bottomDiameter: 250, height: 550 },
} as const;
const stands = ['6', '12', '24', '36', '48'] as const;
/** A clean fridge or spring house, °C. */
const cold = 4;

/** How far cream has risen, worked out beside the page, with its progress and a way to stop it. */
export function StandingMilk() {
  const say = useSay();
  const [typed, setTyped] = useState(say.system === 'metric' ? '2 L' : '2 qt');
  const [breed, setBreed] = useState<Breed>('mixed');
  const [vessel, setVessel] = useState<keyof typeof vessels>('jar');
  const [hours, setHours] = useState<(typeof stands)[number]>('24');
  const [share, setShare] = useState<number>();
  const [risen, setRisen] = useState<CreamRise | { wrong: string }>();
  const stop = useRef<AbortController>(undefined);
  const milk = understand(typed, {
    system: say.system,
    kinds: ['volume', 'mass'],
    bareUnit: { metric: 'L', us: 'qt', imperial: 'pt' }[say.system],
    check: ({ value }) =>
      value <= 0 ? 'There has to be some milk: an amount above zero is needed.' : undefined,
  });
  const quantity = milk && 'quantity' in milk ? milk.quantity : undefined;

  async function workOut() {
    if (!quantity) return;
    const milkFat = breedFat[breed].fat;
    const { bottomDiameter, height } = vessels[vessel];
    stop.current = new AbortController();
    setShare(0);
    setRisen(undefined);
    try {
      setRisen(
        await inWorker(
          'cream.rise',
          {
            milkMass:
              quantity.kind === 'mass' ? quantity.value : quantity.value * creamDensity(milkFat, cold),
            milkFat,
            temperature: cold,
            species: breedFat[breed].species,
            heated: false,
            vessel: { bottomDiameter, height },
            hours: Number(hours),
            ladleDepths: [],
            happenings: [],
            stops: [],
          },
          { onProgress: setShare, signal: stop.current.signal },
        ),
      );
    } catch (error) {
      if (!stop.current.signal.aborted)
        setRisen({ wrong: error instanceof Error ? error.message : String(error) });
    } finally {
      setShare(undefined);
    }
  }

  const done = risen && 'profile' in risen ? risen : undefined;
  const line = done?.atLine;
  return (
    <section className={styles.takes} aria-label="Standing milk">
      <div className={styles.form}>
        <h2>How far has it creamed?</h2>
        <QuantityField
          label="Milk stood cold"
          typed={typed}
          onTyped={setTyped}
          understood={milk}
          system={say.system}
          hint={`at ${say.temperature(cold)}, not moved`}
        />
        <BreedSelect label="Milk from" breed={breed} onBreed={setBreed} />
        <Chips
          legend="In a"
          chosen={vessel}
          onChoose={setVessel}
          choices={(Object.keys(vessels) as (keyof typeof vessels)[]).map((key) => ({
            key,
            ...vessels[key],
          }))}
        />
        <Chips
          legend="For"
          chosen={hours}
          onChoose={setHours}
          choices={stands.map((key) => ({ key, name: `${key} h` }))}
        />
        {share === undefined ? (
          <Button variant="contained" size="large" disabled={!quantity} onClick={() => void workOut()}>
            Let it rise
          </Button>
        ) : (
          <>
            <LinearProgress variant="determinate" value={100 * share} aria-label="Cream rising" />
            <Button variant="outlined" size="large" onClick={() => stop.current?.abort()}>
              Stop
            </Button>
          </>
        )}
      </div>
      <Enamel className={styles.risen} aria-live="polite">
        {done && line ? (
          <>
            <Profile rise={done} />
            <div>
              <p className={styles.sentence}>
                Ladle {Math.round(line.ladleDepth)} mm deep: {say.about(line.creamMass)} of cream,{' '}
                {percent(line.creamFat, 0)} fat, with {percent(line.recovery.mid, 0)} of all the fat.
              </p>
              <Quiet>
                Between {Math.round(line.recovery.low * 100)} and {percent(line.recovery.high, 0)}, as milks
                differ. Six hours more would gain{' '}
                {done.waitingGains < 1 ? 'under 1 g' : say.about(done.waitingGains)} of fat.
              </Quiet>
            </div>
          </>
        ) : done ? (
          <p className={styles.sentence}>
            No line yet: {say.words(done.reasons[0]?.says ?? 'let it stand longer.')}
          </p>
        ) : risen && 'wrong' in risen ? (
          <p className={styles.sentence} role="alert">
            {risen.wrong}
          </p>
        ) : (
          <p className={styles.sentence}>
            {share === undefined ? 'Say how much milk, and in what.' : 'Working it out…'}
          </p>
        )}
      </Enamel>
    </section>
  );
}

/** The vessel in profile: yellow as deep as the milk is fat, and the line a ladle follows. */
function Profile({ rise: { profile, depth, lineDepth } }: { rise: CreamRise }) {
  const [width, height] = [150, 240];
  const y = (millimetres: number) => height - 6 - (millimetres / depth) * (height - 26);
  const slice = (height - 26) / profile.length;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className={styles.profile}
      role="img"
      aria-label={`Milk ${wholeMillimetres(depth)} deep${lineDepth ? `, the cream line ${wholeMillimetres(lineDepth.mid)} down` : ''}`}
    >
      <rect
        x="12"
        y={y(depth)}
        width="84"
        height={height - 26}
        fill="var(--serum)"
        stroke="var(--serum-edge)"
        strokeWidth="1.6"
      />
      {profile.map(({ height: at, fat }) => (
        <rect
          key={at}
          x="13"
          y={y(at) - slice / 2}
          width="82"
          height={slice + 0.4}
          fill="var(--fat)"
          fillOpacity={Math.min(1, fat / 0.24)}
        />
      ))}
      {lineDepth && (
        <>
          <rect
            x="12"
            y={y(depth)}
            width="84"
            height={y(depth - lineDepth.mid) - y(depth)}
            fill="none"
            stroke="var(--fat-edge)"
            strokeWidth="1.6"
          />
          <text x="102" y={y(depth - lineDepth.mid) + 4} fill="var(--ink)" fontSize="13" fontWeight="600">
            {Math.round(lineDepth.mid)} mm
          </text>
        </>
      )}
      <path
        d={`M10 4V${height - 4}H98V4`}
        fill="none"
        stroke="var(--pewter)"
        strokeWidth="2.5"
        strokeLinejoin="round"
      />
    </svg>
  );
}
