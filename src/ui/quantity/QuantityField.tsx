'use client';

import { useId } from 'react';
import type { UnitSystem } from '@/core/quantities/units';
import { Field } from './Field';
import type { Understood } from './understand';
import { echo } from './understand';

/** A field that takes what a tired person types, says what it understood, and keeps what was typed when it did not. */
export function QuantityField({
  label,
  typed,
  onTyped,
  understood,
  system,
  hint,
  autoFocus,
  onEnter,
  says,
}: {
  label: string;
  typed: string;
  onTyped: (typed: string) => void;
  understood: Understood;
  system: UnitSystem;
  /** Shown while nothing is typed. */
  hint: string;
  autoFocus?: boolean;
  onEnter?: () => void;
  /** Instead of the plain echo. */
  says?: string;
}) {
  const id = useId();
  const wrong = understood && 'wrong' in understood ? understood.wrong : undefined;
  const right =
    understood && 'quantity' in understood ? (says ?? `= ${echo(understood.quantity, system)}`) : undefined;
  return (
    <Field
      id={id}
      label={label}
      value={typed}
      onChange={(event) => onTyped(event.target.value)}
      onKeyDown={(event) => {
        if (event.key === 'Enter') onEnter?.();
      }}
      error={wrong !== undefined}
      helperText={wrong ?? right ?? hint}
      autoFocus={autoFocus}
      fullWidth
      slotProps={{
        htmlInput: {
          autoComplete: 'off',
          autoCapitalize: 'off',
          spellCheck: false,
          inputMode: 'text',
          maxLength: 80,
        },
        formHelperText: {
          'aria-live': 'polite',
          sx: { fontSize: '0.95rem', marginLeft: '4px', color: wrong ? undefined : 'var(--quiet)' },
        },
      }}
    />
  );
}
