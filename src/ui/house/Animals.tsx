'use client';

import Button from '@mui/material/Button';
import { valibotResolver } from '@hookform/resolvers/valibot';
import { useState } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { animalSaid } from '@/core/dairy/animalSaid';
import { breedFat } from '@/core/dairy/breeds';
import { herdDates } from '@/core/dairy/herdDates';
import { expectedMilkFat, milkBlock } from '@/core/dairy/milkIn';
import { list } from '@/core/quantities/list';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { Animal } from '@/server/house/views';
import { useSay } from '../frame/FarmContext';
import { newId } from '../outbox/newId';
import { useAct } from '../outbox/useAct';
import pail from '../pail/Pail.module.css';
import { BreedSelect } from '../quantity/BreedSelect';
import { DayField } from '../quantity/DayField';
import { Field } from '../quantity/Field';
import { Enamel, Quiet } from '../theme/Enamel';
import styles from './House.module.css';

const fresh = (): Animal => ({
  id: newId(),
  name: '',
  breed: 'mixed',
  calvedOn: null,
  servedOn: null,
  dryOn: null,
  sharesWithCalf: false,
  withdrawnFrom: null,
  withdrawnUntil: null,
  withdrawnReason: null,
  milked: true,
});

/** The herd: who gives milk, how rich, and whose milk is kept from people now. */
export function Animals({ animals, today }: { animals: readonly Animal[]; today: string }) {
  const say = useSay();
  const [editing, setEditing] = useState<Animal>();
  return (
    <section className={pail.stack} aria-labelledby="animals">
      <h2 id="animals" style={{ margin: 0 }}>
        {animals.length === 0
          ? 'No animals: none is needed'
          : `${animals.filter(({ milked }) => milked).length} in milk`}
      </h2>
      {animals.length > 0 && (
        <ul className={pail.list}>
          {animals.map((animal) => {
            const block = milkBlock([animal], today);
            return (
              <li key={animal.id}>
                <strong>{animal.name}</strong>, {breedFat[animal.breed].name},{' '}
                {animal.milked
                  ? `milk of about ${text(spokenFraction(expectedMilkFat(animal, today).fat))}`
                  : 'dry'}
                {animal.sharesWithCalf && ', shares with her calf'}
                <Ahead animal={animal} today={today} />
                {block && (
                  <span style={{ color: 'var(--caution)', fontWeight: 600 }}>
                    {' '}
                    — milk kept from people until {say.day(block.until)}: {block.reason}
                  </span>
                )}{' '}
                <Button variant="text" sx={{ minHeight: 44 }} onClick={() => setEditing(animal)}>
                  Change<span className={styles.unseen}> {animal.name}</span>
                </Button>
              </li>
            );
          })}
        </ul>
      )}
      {editing ? (
        <EditAnimal today={today} key={editing.id} animal={editing} onDone={() => setEditing(undefined)} />
      ) : (
        <div>
          <Button variant="outlined" onClick={() => setEditing(fresh())}>
            Add an animal
          </Button>
        </div>
      )}
    </section>
  );
}

/** What lies ahead of an animal: when it is due, to be dried off, or served again. It advises; who treats her decides. */
function Ahead({ animal, today }: { animal: Animal; today: string }) {
  const say = useSay();
  const { due, dryOff, serviceFrom } = herdDates(animal, today);
  const said = [
    ...(due
      ? [
          due.inDays >= 0
            ? `due about ${say.day(due.day, today)}, between ${say.day(due.from, today)} and ${say.day(due.until, today)}`
            : `was due about ${say.day(due.day, today)}: write down when she calved`,
        ]
      : []),
    ...(dryOff && animal.milked
      ? [
          dryOff.inDays > 0
            ? `to be dried off ${dryOff.said ? 'on' : 'about'} ${say.day(dryOff.day, today)}`
            : `was to be dried off ${dryOff.said ? 'on' : 'about'} ${say.day(dryOff.day, today)}`,
        ]
      : []),
    ...(serviceFrom !== undefined && animal.milked
      ? [
          serviceFrom > today
            ? `next service from ${say.day(serviceFrom, today)}, to calve once a year`
            : `to calve once a year, served since ${say.day(serviceFrom, today)}? Write down when she was`,
        ]
      : []),
  ];
  return said.length === 0 ? null : <Quiet as="span">. {sentence(list(said))}.</Quiet>;
}

function EditAnimal({ animal, today, onDone }: { animal: Animal; today: string; onDone: () => void }) {
  const { act, refused, busy } = useAct();
  const { control, handleSubmit, formState, register } = useForm({
    resolver: valibotResolver(animalSaid),
    defaultValues: { ...animal, withdrawnReason: animal.withdrawnReason ?? '' },
  });
  const withheld = useWatch({ control, name: 'withdrawnUntil' }) != null;
  const { errors } = formState;
  /** What is wrong with a field: by the rule both know, or because the house refused it. */
  const wrong = (field: keyof typeof errors): string | undefined =>
    sentence(errors[field]?.message ?? (refused?.field === field ? refused.message : undefined));
  const day = (
    name: 'calvedOn' | 'servedOn' | 'dryOn' | 'withdrawnFrom' | 'withdrawnUntil',
    label: string,
    hint: string,
  ) => (
    <Controller
      control={control}
      name={name}
      render={({ field: { value, onChange } }) => (
        <DayField
          label={label}
          value={value ?? (name === 'withdrawnFrom' ? today : null)}
          onValue={onChange}
          hint={hint}
          wrong={wrong(name)}
          {...(name === 'calvedOn' || name === 'servedOn' ? { max: today } : {})}
        />
      )}
    />
  );
  const text = (name: 'name' | 'withdrawnReason', label: string, hint: string) => (
    <Controller
      control={control}
      name={name}
      render={({ field: { ref, value, ...field } }) => (
        <Field
          {...field}
          inputRef={ref}
          value={value ?? ''}
          label={label}
          error={wrong(name) !== undefined}
          helperText={wrong(name) ?? hint}
          autoFocus={name === 'name'}
        />
      )}
    />
  );
  const keep = handleSubmit(async (said) => {
    if (await act('animal.put', { ...said }, `${said.name} is written down.`, false)) onDone();
  });
  return (
    <Enamel className={pail.stack} aria-label={animal.name || 'A new animal'}>
      <div className={pail.pair}>
        {text('name', 'Its name', 'as you call it')}
        <Controller
          control={control}
          name="breed"
          render={({ field: { value, onChange } }) => (
            <BreedSelect label="Breed or kind" breed={value} onBreed={onChange} />
          )}
        />
        {day('calvedOn', 'Calved on', 'its first five days’ milk is kept from people')}
        {day('servedOn', 'Served on', 'from it, when she is due and when to dry her off')}
        {day('dryOn', 'Dried off on', 'or to be; left empty, two months before she is due')}
        {day('withdrawnUntil', 'Milk withheld until', 'after medicine, as the label or the vet says')}
        {withheld &&
          day(
            'withdrawnFrom',
            'Withheld from',
            'what was made of her milk since then is kept from people too',
          )}
        {withheld && text('withdrawnReason', 'Because of', 'the medicine')}
      </div>
      <label className={pail.check}>
        <input type="checkbox" {...register('milked')} />
        In milk, and milked with the herd
      </label>
      <label className={pail.check}>
        <input type="checkbox" {...register('sharesWithCalf')} />
        Shares her milk with a calf
      </label>
      {refused && !(refused.field && refused.field in animal) && (
        <p className={pail.refused} role="alert">
          {refused.message}
        </p>
      )}
      <div className={pail.steps}>
        <Button variant="contained" disabled={busy} onClick={() => void keep()}>
          Keep
        </Button>
        <Button variant="text" onClick={onDone}>
          Leave it
        </Button>
      </div>
      <Quiet>
        Goat’s, sheep’s and buffalo’s milk is kept apart from the cows’: it creams otherwise. Dates only
        advise: your vet or local practice decides.
      </Quiet>
    </Enamel>
  );
}

const sentence = (says: string | undefined): string | undefined =>
  says && `${says[0]!.toUpperCase()}${says.slice(1)}`;
