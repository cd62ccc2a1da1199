'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { creamDensity } from '@/core/dairy/creamDensity';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import { kindWord } from '@/core/standing/lotKinds';
import { notTakenBack } from '@/core/standing/lotStory';
import type { Animal, ShownLot } from '@/server/pail/views';
import { useSay } from '../frame/FarmContext';
import { useNow } from '../frame/useNow';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import styles from '../pail/Pail.module.css';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import type { SaidWhen } from '../quantity/saidWhen';
import { justNow } from '../quantity/saidWhen';
import type { Understood } from '../quantity/understand';
import { understand } from '../quantity/understand';
import { WhenItWas } from '../quantity/WhenItWas';
import { Enamel, Quiet } from '../theme/Enamel';
import type { LotNow } from './lotNow';

const valueOf = (understood: Understood) =>
  understood && 'quantity' in understood ? understood.quantity.value : undefined;

/** What was said of milk or cream when it came in, put right; everything that came of it follows. */
export function CorrectLot({ one, animals }: { one: LotNow; animals: readonly Animal[] }) {
  const { lot } = one;
  const cameIn = notTakenBack(lot.events).find((event) => event.kind === 'poured');
  const was =
    cameIn?.kind === 'poured'
      ? cameIn
      : { mass: lot.mass, fat: one.fatShare, celsius: one.celsius, atSeconds: lot.madeSeconds };
  return (
    <Enamel className={styles.stack} aria-label="Put it right">
      <h2 style={{ margin: 0 }}>As it came in</h2>
      <PutRight
        lot={{ ...lot, bought: lot.details.from === 'bought', animals: lot.details.animals ?? [] }}
        was={was}
        animals={animals}
      />
    </Enamel>
  );
}

/** What is put right: milk or cream, as it came in. */
export interface CameIn {
  id: string;
  kind: ShownLot['kind'];
  treatment: ShownLot['treatment'];
  bought: boolean;
  /** Whose milk it is, by name. */
  animals: readonly string[];
}

/** How much came in, how rich, how warm, of whom and when: what is said here takes the place of what was written. */
export function PutRight({
  lot,
  was,
  animals,
  entryId,
}: {
  lot: CameIn;
  was: { mass: number; fat: number; celsius: number; atSeconds: number };
  animals: readonly Animal[];
  /** One of several pourings, by its entry. */
  entryId?: string;
}) {
  const say = useSay();
  const now = useNow(60_000);
  const { act, refused, busy } = useAct();
  const [typed, setTyped] = useState('');
  const [fatTyped, setFat] = useState('');
  const [heatTyped, setHeat] = useState('');
  const [of, setOf] = useState<string>();
  const [treatment, setTreatment] = useState<'raw' | 'pasteurised'>();
  const [when, setWhen] = useState<SaidWhen>(justNow);
  const amount = understand(typed, {
    system: say.system,
    kinds: ['volume', 'mass'],
    bareUnit: { metric: 'L', us: 'qt', imperial: 'pt' }[say.system],
    check: ({ value }) => (value <= 0 ? 'An amount above zero is needed.' : undefined),
  });
  const fat = understand(fatTyped, { system: say.system, kinds: ['fraction'], bareUnit: '%' });
  const heat = understand(heatTyped, {
    system: say.system,
    kinds: ['temperature'],
    bareUnit: say.system === 'us' ? 'F' : 'C',
  });
  const density = creamDensity(
    Math.min(0.6, valueOf(fat) ?? was.fat),
    Math.max(0, Math.min(45, was.celsius)),
  );
  const quantity = amount && 'quantity' in amount ? amount.quantity : undefined;
  const mass = quantity && (quantity.kind === 'mass' ? quantity.value : quantity.value * density);
  const at = when.chosen === 'typed' ? when.at : undefined;
  const to = {
    ...(mass === undefined ? {} : { mass }),
    ...(valueOf(fat) === undefined ? {} : { fat: valueOf(fat) }),
    ...(valueOf(heat) === undefined ? {} : { celsius: valueOf(heat) }),
    ...(treatment === undefined || treatment === lot.treatment ? {} : { treatment }),
    ...(of === undefined ? {} : { animalIds: of === 'herd' ? [] : [of] }),
    ...(at === undefined ? {} : { atSeconds: at }),
  };
  const wrong =
    [amount, fat, heat].some((one) => one && 'wrong' in one) || (when.chosen === 'typed' && at === undefined);
  const before = animals.find(({ name }) => lot.animals.length === 1 && lot.animals[0] === name);
  const changed = [
    ...(mass === undefined ? [] : [`${say.volume(mass / density)}, was ${say.volume(was.mass / density)}`]),
    ...(valueOf(fat) === undefined
      ? []
      : [`${text(spokenFraction(valueOf(fat)!))} fat, was ${text(spokenFraction(was.fat))}`]),
    ...(valueOf(heat) === undefined
      ? []
      : [`${say.temperature(valueOf(heat)!)}, was ${say.temperature(was.celsius)}`]),
    ...('treatment' in to ? [`${treatment}, was ${lot.treatment}`] : []),
    ...(of === undefined
      ? []
      : [of === 'herd' ? 'of the herd' : `of ${animals.find(({ id }) => id === of)?.name ?? 'her'}`]),
    ...(at === undefined ? [] : [`${say.when(at, now)}, was ${say.when(was.atSeconds, now)}`]),
  ];
  async function putRight() {
    // Taken back by saying what it was; the very same act, the other way.
    const undo = {
      ...('mass' in to ? { mass: was.mass } : {}),
      ...('fat' in to ? { fat: was.fat } : {}),
      ...('celsius' in to ? { celsius: was.celsius } : {}),
      ...('treatment' in to ? { treatment: lot.treatment } : {}),
      ...('animalIds' in to ? { animalIds: before ? [before.id] : [] } : {}),
      ...('atSeconds' in to ? { atSeconds: was.atSeconds } : {}),
    };
    const done = await act(
      'lot.correct',
      { lotId: lot.id, ...(entryId ? { entryId } : {}), to },
      `Put right: ${changed.join('; ')}.`,
      {
        name: 'lot.correct',
        input: { lotId: lot.id, ...(entryId ? { entryId, orInstead: true } : {}), to: undo },
      },
    );
    if (!done) return;
    setTyped('');
    setFat('');
    setHeat('');
    setOf(undefined);
    setTreatment(undefined);
    setWhen(justNow);
  }
  return (
    <>
      <div className={styles.pair}>
        <QuantityField
          label="How much it was"
          typed={typed}
          onTyped={setTyped}
          understood={amount}
          system={say.system}
          hint={`written down: ${say.volume(was.mass / density)}, ${say.mass(was.mass)}`}
        />
        <QuantityField
          label="Its fat"
          typed={fatTyped}
          onTyped={setFat}
          understood={fat}
          system={say.system}
          hint={`written down: ${text(spokenFraction(was.fat))}`}
        />
        <QuantityField
          label="How warm it came"
          typed={heatTyped}
          onTyped={setHeat}
          understood={heat}
          system={say.system}
          hint={`written down: ${say.temperature(was.celsius)}`}
        />
      </div>
      {lot.kind === 'milk' && !lot.bought && (
        <Chips
          legend="Whose"
          chosen={of ?? before?.id ?? 'herd'}
          onChoose={setOf}
          choices={[{ key: 'herd', name: 'The herd' }, ...animals.map(({ id, name }) => ({ key: id, name }))]}
        />
      )}
      {lot.treatment !== 'boiled' && (
        <Chips
          legend="Raw or heated when it came"
          chosen={treatment ?? (lot.treatment === 'raw' ? 'raw' : 'pasteurised')}
          onChoose={setTreatment}
          choices={[
            { key: 'raw', name: 'Raw' },
            { key: 'pasteurised', name: 'Pasteurised' },
          ]}
        />
      )}
      <WhenItWas
        legend={`Came in ${say.when(was.atSeconds, now)}`}
        when={when}
        onWhen={setWhen}
        offered="right"
        longestDays={30}
      />
      <Quiet role="status">
        {changed.length > 0
          ? `${changed.join('; ')}.`
          : `What was written stays in the books, taken back by its opposite; what came of this ${kindWord(lot.kind)} follows.`}
      </Quiet>
      <Button
        variant="outlined"
        sx={{ justifySelf: 'start', minHeight: 56 }}
        disabled={busy || wrong || changed.length === 0}
        onClick={() => void putRight()}
      >
        Put it right
      </Button>
      <RefusedSentence refused={refused} />
    </>
  );
}
