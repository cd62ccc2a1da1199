'use client';

import { valibotResolver } from '@hookform/resolvers/valibot';
import Button from '@mui/material/Button';
import { useRouter } from 'next/navigation';
import { Controller, useForm, useWatch } from 'react-hook-form';
import * as v from 'valibot';
import { toolKeys } from '@/core/churning/tools';
import type { Vessel } from '@/server/house/views';
import { ToolSelect } from '../churning/ToolSelect';
import { sizeRules } from '../churning/plan/creamRules';
import { useSay } from '../frame/FarmContext';
import { newId } from '../outbox/newId';
import { useOutbox } from '../outbox/OutboxProvider';
import { Chips } from '../quantity/Chips';
import { Field } from '../quantity/Field';
import { OneOf } from '../quantity/OneOf';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import { Enamel } from '../theme/Enamel';
import styles from './House.module.css';

const kinds: Record<Vessel['kind'], string> = {
  churn: 'Churn',
  jar: 'Jar',
  pail: 'Pail',
  can: 'Settling can',
  tapCan: 'Can with a tap',
  pan: 'Pan',
  tub: 'Tub',
  crock: 'Crock',
  mould: 'Mould',
  separator: 'Separator',
};
const kindChoices = Object.entries(kinds).map(([key, name]) => ({ key: key as Vessel['kind'], name }));

const positive = v.pipe(
  v.string(),
  v.trim(),
  v.regex(/^(\d+([.,]\d+)?)?$/, 'A number such as 12 or 12.5, or nothing.'),
);
/** As it is typed; what it holds is read in the farm’s units ({@link understand}). */
const vesselTyped = v.object({
  kind: v.picklist(Object.keys(kinds) as [Vessel['kind'], ...Vessel['kind'][]]),
  tool: v.picklist(toolKeys),
  name: v.pipe(
    v.string(),
    v.trim(),
    v.minLength(1, 'A name of 1 to 60 letters is needed.'),
    v.maxLength(60, 'A name of 1 to 60 letters is needed.'),
  ),
  size: v.pipe(v.string(), v.trim(), v.minLength(1, 'Its size to the brim is needed.')),
  across: positive,
  discs: v.pipe(v.string(), v.trim(), v.regex(/^\d*$/, 'A whole number such as 20, or nothing.')),
  motor: v.boolean(),
});
const fresh: v.InferInput<typeof vesselTyped> = {
  kind: 'churn',
  tool: 'paddleHand',
  name: '',
  size: '',
  across: '',
  discs: '',
  motor: false,
};
const numberOf = (typed: string): number => Number(typed.replace(',', '.'));

/** Adds a churn or vessel of the maker's own, with its size to the brim. */
export function AddVessel() {
  const say = useSay();
  const outbox = useOutbox();
  const router = useRouter();
  const { control, handleSubmit, setError, reset, formState } = useForm({
    resolver: valibotResolver(vesselTyped),
    defaultValues: fresh,
  });
  const { errors } = formState;
  const kind = useWatch({ control, name: 'kind' });
  const size = understand(useWatch({ control, name: 'size' }), sizeRules(say.system));
  const put = handleSubmit(async ({ name, tool, across, discs, motor }) => {
    if (!size || !('quantity' in size)) return;
    const answer = await outbox.put('vessel.add', {
      id: newId(),
      name,
      kind,
      tool: kind === 'churn' ? tool : null,
      capacity: size.quantity.value,
      ...(kind !== 'churn' && kind !== 'separator' && across !== ''
        ? { diameter: numberOf(across) * (say.system === 'metric' ? 10 : 25.4) }
        : {}),
      ...(kind === 'separator'
        ? { equipment: { motor, ...(discs === '' ? {} : { discs: Number(discs) }) } }
        : {}),
    });
    if (answer.status === 'refused') {
      const field = { name: 'name', capacity: 'size', diameter: 'across' }[answer.field ?? ''] ?? 'name';
      return setError(field as 'name' | 'size' | 'across', { message: answer.message });
    }
    reset({ ...fresh, kind, tool, motor });
    router.refresh();
  });
  const line = (name: 'name' | 'across' | 'discs', label: string, hint: string) => (
    <Controller
      control={control}
      name={name}
      render={({ field: { ref, ...field } }) => (
        <Field
          {...field}
          inputRef={ref}
          label={label}
          error={errors[name] !== undefined}
          helperText={errors[name]?.message ?? hint}
        />
      )}
    />
  );
  return (
    <Enamel className={styles.add} aria-label="Add a vessel">
      <Controller
        control={control}
        name="kind"
        render={({ field: { value, onChange } }) => (
          <OneOf label="What" chosen={value} onChoose={onChange} choices={kindChoices} />
        )}
      />
      {kind === 'churn' && (
        <Controller
          control={control}
          name="tool"
          render={({ field: { value, onChange } }) => (
            <ToolSelect label="Kind of churn" tool={value} onTool={onChange} />
          )}
        />
      )}
      {line('name', 'Its name', 'the oak one, blue jar')}
      <Controller
        control={control}
        name="size"
        render={({ field: { value, onChange } }) => (
          <QuantityField
            label={kind === 'separator' ? 'Milk it takes in an hour' : 'Holds, to the brim'}
            typed={value}
            onTyped={onChange}
            understood={
              errors.size?.message && !(size && 'wrong' in size) ? { wrong: errors.size.message } : size
            }
            system={say.system}
            hint={say.system === 'metric' ? '4 L' : '4 qt'}
            onEnter={() => void put()}
          />
        )}
      />
      {kind !== 'churn' &&
        kind !== 'separator' &&
        kind !== 'mould' &&
        line(
          'across',
          say.system === 'metric' ? 'Across inside, cm' : 'Across inside, inches',
          'for the skim gauge; a usual one is assumed',
        )}
      {kind === 'separator' && (
        <>
          {line('discs', 'Discs in the bowl', 'to count them in and out')}
          <Controller
            control={control}
            name="motor"
            render={({ field: { value, onChange } }) => (
              <Chips
                legend="Turned by"
                chosen={value ? 'motor' : 'hand'}
                onChoose={(key) => onChange(key === 'motor')}
                choices={[
                  { key: 'hand', name: 'Hand' },
                  { key: 'motor', name: 'Motor' },
                ]}
              />
            )}
          />
        </>
      )}
      <Button variant="outlined" onClick={() => void put()}>
        Put it on the shelf
      </Button>
    </Enamel>
  );
}
