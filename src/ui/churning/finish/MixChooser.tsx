import Button from '@mui/material/Button';
import { useState } from 'react';
import type { MixedIn } from '@/core/churning/batchEvents';
import type { Addition, MixIn } from '@/core/churning/batchWords';
import { additions } from '@/core/churning/batchWords';
import { isPerishable, mixName } from '@/core/working/mix';
import { natureOf } from '@/core/working/mixedIn';
import { useSay } from '../../frame/FarmContext';
import { Chips } from '../../quantity/Chips';
import { Field } from '../../quantity/Field';
import { QuantityField } from '../../quantity/QuantityField';
import type { MixDraft, ReadPortion } from './portionDraft';
import styles from './PortionPanel.module.css';

const keys = Object.keys(additions) as Addition[];
const same = (a: Pick<MixedIn, 'of' | 'name'>, b: Pick<MixedIn, 'of' | 'name'>) =>
  a.of === b.of && a.name === b.name;
const keyOf = ({ of, name = '' }: Pick<MixedIn, 'of' | 'name'>) => `${of}:${name}`;
const capital = (words: string) => `${words.slice(0, 1).toUpperCase()}${words.slice(1)}`;

/** “2 cloves, ” of what is counted so. */
const pieces = (of: Addition): string => {
  const { piece }: MixIn = additions[of];
  return piece ? `2 ${piece.name}s, ` : '';
};
/** g of what was told by the spoon or by the piece. */
const spooned = (read: ReadPortion['mixed'][number] | undefined): number | undefined =>
  read?.understood && 'quantity' in read.understood && read.understood.quantity.kind === 'volume'
    ? read.mass
    : undefined;

/** What is mixed in, each with how much of it: from the list, from what this house mixed in before, or something new. */
export function MixChooser({
  mixed,
  read,
  before,
  change,
}: {
  mixed: readonly MixDraft[];
  read: ReadPortion['mixed'];
  /** What this house called by its own name before. */
  before: readonly Pick<MixedIn, 'of' | 'name'>[];
  change: (to: MixDraft[]) => void;
}) {
  const say = useSay();
  const [name, setName] = useState('');
  const [chosen, setChosen] = useState<Addition>();
  const of = chosen ?? natureOf(name);
  const offered: Pick<MixedIn, 'of' | 'name'>[] = [...keys.map((key) => ({ of: key })), ...before];
  const listed = [...offered, ...mixed.filter((one) => !offered.some((other) => same(one, other)))];
  return (
    <>
      <fieldset className={styles.mixed}>
        <legend>Mixed in</legend>
        {listed.map((thing) => (
          <label key={keyOf(thing)}>
            <input
              type="checkbox"
              checked={mixed.some((one) => same(one, thing))}
              onChange={({ target }) =>
                change(
                  target.checked
                    ? [...mixed, { of: thing.of, name: thing.name, typed: '' }]
                    : mixed.filter((one) => !same(one, thing)),
                )
              }
            />{' '}
            {thing.name ? capital(thing.name) : additions[thing.of].name}
          </label>
        ))}
      </fieldset>
      {mixed.map((one, i) => (
        <QuantityField
          key={keyOf(one)}
          label={`How much ${mixName(one)}`}
          typed={one.typed}
          onTyped={(typed) => change(mixed.map((other) => (other === one ? { ...one, typed } : other)))}
          understood={read[i]?.understood}
          system={say.system}
          hint={`${pieces(one.of)}1 tsp or ${say.mass(20)}, part of what the butter weighs; may be left`}
          says={spooned(read[i]) === undefined ? undefined : `about ${say.mass(spooned(read[i])!)}`}
        />
      ))}
      <Field
        label="Something else"
        value={name}
        onChange={({ target }) => {
          setName(target.value);
          setChosen(undefined);
        }}
        slotProps={{ htmlInput: { maxLength: 40 } }}
        helperText="As you call it: wild garlic, hazelnuts. It stands in the list from then on."
      />
      {name.trim() !== '' && (
        <>
          <Chips
            legend={`Most like which, for its date and its label?`}
            chosen={of}
            onChoose={setChosen}
            choices={keys.map((key) => ({
              key,
              name: additions[key].name,
              ...(isPerishable(key) ? { small: 'fresh' } : {}),
            }))}
          />
          <Button
            variant="outlined"
            disabled={!of}
            onClick={() => {
              const thing = { of: of!, name: name.trim().toLowerCase() };
              if (!mixed.some((one) => same(one, thing))) change([...mixed, { ...thing, typed: '' }]);
              setName('');
              setChosen(undefined);
            }}
          >
            Mix in {name.trim().toLowerCase()}
          </Button>
        </>
      )}
    </>
  );
}
