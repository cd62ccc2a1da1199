'use client';

import FormControl from '@mui/material/FormControl';
import type { FormControlProps } from '@mui/material/FormControl';
import FormHelperText from '@mui/material/FormHelperText';
import type { FormHelperTextProps } from '@mui/material/FormHelperText';
import InputLabel from '@mui/material/InputLabel';
import type { InputLabelProps } from '@mui/material/InputLabel';
import OutlinedInput from '@mui/material/OutlinedInput';
import type { OutlinedInputProps } from '@mui/material/OutlinedInput';
import type { ReactNode } from 'react';
import { useId } from 'react';

/**
 * A field to type into, with its label and what is said under it. Of the same parts as MUI’s text field, without the list to
 * choose from, which most pages have no use for and would have to fetch.
 */
export function Field({
  id: given,
  label,
  helperText,
  error = false,
  fullWidth,
  sx,
  slotProps = {},
  ...rest
}: Pick<
  OutlinedInputProps,
  | 'id'
  | 'value'
  | 'onChange'
  | 'onBlur'
  | 'onKeyDown'
  | 'autoFocus'
  | 'placeholder'
  | 'type'
  | 'multiline'
  | 'minRows'
  | 'maxRows'
  | 'name'
  | 'inputRef'
> &
  Pick<FormControlProps, 'error' | 'fullWidth' | 'sx'> & {
    label: string;
    helperText?: ReactNode;
    slotProps?: {
      htmlInput?: OutlinedInputProps['inputProps'];
      inputLabel?: Pick<InputLabelProps, 'shrink'>;
      formHelperText?: FormHelperTextProps;
    };
  }) {
  const made = useId();
  const id = given ?? made;
  const helps = helperText !== undefined && helperText !== '';
  return (
    <FormControl error={error} fullWidth={fullWidth ?? false} sx={sx ?? null}>
      <InputLabel htmlFor={id} {...slotProps.inputLabel}>
        {label}
      </InputLabel>
      <OutlinedInput
        {...rest}
        id={id}
        label={label}
        notched={slotProps.inputLabel?.shrink}
        inputProps={slotProps.htmlInput}
        aria-describedby={helps ? `${id}-helps` : undefined}
      />
      {helps && (
        <FormHelperText id={`${id}-helps`} {...slotProps.formHelperText}>
          {helperText}
        </FormHelperText>
      )}
    </FormControl>
  );
}
