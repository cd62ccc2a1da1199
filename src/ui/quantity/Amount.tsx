import { styled } from '@mui/material/styles';
import type { Spoken } from '@/core/quantities/formatQuantity';

const Unit = styled('small')({
  fontSize: '0.52em',
  fontWeight: 500,
  marginLeft: '0.22em',
  color: 'var(--quiet)',
  letterSpacing: 0,
});
const Number = styled('span')({ whiteSpace: 'nowrap' });

/** A big number with its small unit. */
export function Amount({ spoken, size }: { spoken: Spoken; size?: string }) {
  return (
    <Number style={{ fontSize: size }}>
      {spoken.number}
      <Unit>{spoken.unit}</Unit>
    </Number>
  );
}
