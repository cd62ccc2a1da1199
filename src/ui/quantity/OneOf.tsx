'use client';

import FormControl from '@mui/material/FormControl';
import InputLabel from '@mui/material/InputLabel';
import NativeSelect from '@mui/material/NativeSelect';
import OutlinedInput from '@mui/material/OutlinedInput';
import { useId } from 'react';

/** One of many, as the device shows a list: a wheel on a phone, letters on a keyboard. Few stand as chips instead. */
export function OneOf<K extends string>({
  label,
  chosen,
  onChoose,
  choices,
}: {
  label: string;
  chosen: K;
  onChoose: (key: K) => void;
  choices: readonly { key: K; name: string }[];
}) {
  const id = useId();
  return (
    <FormControl>
      <InputLabel htmlFor={id} shrink>
        {label}
      </InputLabel>
      <NativeSelect
        value={chosen}
        onChange={(event) => onChoose(event.target.value as K)}
        input={<OutlinedInput id={id} label={label} notched />}
      >
        {choices.map(({ key, name }) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </NativeSelect>
    </FormControl>
  );
}
