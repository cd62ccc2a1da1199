'use client';

import Button from '@mui/material/Button';
import type { ComponentProps, ReactNode } from 'react';
import { useSay } from '../frame/FarmContext';
import { QuantityField } from '../quantity/QuantityField';
import styles from './House.module.css';

/** A figure that a house has of its own: typed and kept, and taken back where it was said. */
export function OwnFigure({
  label,
  hint,
  typed,
  onTyped,
  understood,
  busy,
  onSettle,
  said,
  again,
}: Pick<ComponentProps<typeof QuantityField>, 'label' | 'hint' | 'typed' | 'onTyped' | 'understood'> & {
  busy: boolean;
  /** null takes back what was said. */
  onSettle: (value: number | null) => void;
  /** It was said before. */
  said: boolean;
  /** What is reckoned with again once it is taken back. */
  again: ReactNode;
}) {
  const { system } = useSay();
  const value = understood && 'quantity' in understood ? understood.quantity.value : undefined;
  const keep = () => value !== undefined && onSettle(value);
  return (
    <>
      <div className={styles.name}>
        <QuantityField
          label={label}
          typed={typed}
          onTyped={onTyped}
          understood={understood}
          system={system}
          hint={hint}
          onEnter={keep}
        />
        <Button variant="outlined" disabled={busy || value === undefined} onClick={keep}>
          Keep
        </Button>
      </div>
      {said && (
        <Button variant="text" disabled={busy} sx={{ justifySelf: 'start' }} onClick={() => onSettle(null)}>
          {again}
        </Button>
      )}
    </>
  );
}
