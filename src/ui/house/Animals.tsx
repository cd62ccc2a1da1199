'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Breed } from '@/core/dairy/breeds';
import { breedFat } from '@/core/dairy/breeds';
import { expectedMilkFat, milkBlock } from '@/core/dairy/milkIn';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { Animal } from '@/server/house/views';
import { useSay } from '../frame/FarmContext';
import { newId } from '../outbox/newId';
import { useAct } from '../outbox/useAct';
import pail from '../pail/Pail.module.css';
import { BreedSelect } from '../quantity/BreedSelect';
import { Enamel, Quiet } from '../theme/Enamel';
import styles from './House.module.css';

const fresh = (): Animal => ({
  id: newId(),
  name: '',
  breed: 'mixed',
  calvedOn: null,
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

function EditAnimal({ animal, today, onDone }: { animal: Animal; today: string; onDone: () => void }) {
  const { act, refused, busy } = useAct();
  const [draft, setDraft] = useState(animal);
  const change = (part: Partial<Animal>) => setDraft((before) => ({ ...before, ...part }));
  return (
    <Enamel className={pail.stack} aria-label={animal.name || 'A new animal'}>
      <div className={pail.pair}>
        <TextField
          label="Its name"
          value={draft.name}
          onChange={(event) => change({ name: event.target.value })}
          error={refused?.field === 'name'}
          helperText={refused?.field === 'name' ? refused.message : ' '}
          autoFocus
        />
        <BreedSelect
          label="Breed or kind"
          breed={draft.breed}
          onBreed={(breed: Breed) => change({ breed })}
        />
        <TextField
          type="date"
          label="Calved on"
          value={draft.calvedOn ?? ''}
          onChange={(event) => change({ calvedOn: event.target.value || null })}
          helperText="its first five days’ milk is kept from people"
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <TextField
          type="date"
          label="Milk withheld until"
          value={draft.withdrawnUntil ?? ''}
          onChange={(event) => change({ withdrawnUntil: event.target.value || null })}
          helperText="after medicine, as the label or the vet says"
          slotProps={{ inputLabel: { shrink: true } }}
        />
        {draft.withdrawnUntil && (
          <TextField
            type="date"
            label="Withheld from"
            value={draft.withdrawnFrom ?? today}
            onChange={(event) => change({ withdrawnFrom: event.target.value || null })}
            error={refused?.field === 'withdrawnFrom'}
            helperText="what was made of her milk since then is kept from people too"
            slotProps={{ inputLabel: { shrink: true } }}
          />
        )}
        {draft.withdrawnUntil && (
          <TextField
            label="Because of"
            value={draft.withdrawnReason ?? ''}
            onChange={(event) => change({ withdrawnReason: event.target.value })}
            error={refused?.field === 'withdrawnReason'}
            helperText={refused?.field === 'withdrawnReason' ? refused.message : 'the medicine'}
          />
        )}
      </div>
      <label className={pail.check}>
        <input
          type="checkbox"
          checked={draft.milked}
          onChange={(event) => change({ milked: event.target.checked })}
        />
        In milk, and milked with the herd
      </label>
      <label className={pail.check}>
        <input
          type="checkbox"
          checked={draft.sharesWithCalf}
          onChange={(event) => change({ sharesWithCalf: event.target.checked })}
        />
        Shares her milk with a calf
      </label>
      {refused && refused.field !== 'name' && refused.field !== 'withdrawnReason' && (
        <p className={pail.refused} role="alert">
          {refused.message}
        </p>
      )}
      <div className={pail.steps}>
        <Button
          variant="contained"
          disabled={busy || draft.name.trim() === ''}
          onClick={() =>
            void act('animal.put', { ...draft }, `${draft.name.trim()} is written down.`, false).then(
              (done) => done && onDone(),
            )
          }
        >
          Keep
        </Button>
        <Button variant="text" onClick={onDone}>
          Leave it
        </Button>
      </div>
      <Quiet>Goat’s, sheep’s and buffalo’s milk is kept apart from the cows’: it creams otherwise.</Quiet>
    </Enamel>
  );
}
