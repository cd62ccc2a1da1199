'use client';

import { styled } from '@mui/material/styles';
import type { ReactNode } from 'react';
import { useFarm } from '../frame/FarmContext';
import { useDraft } from '../frame/useDraft';
import { Press } from '../theme/Press';

const Line = styled('div')({
  display: 'grid',
  gap: 10,
  gridColumn: '1 / -1',
  padding: '10px 0 4px 14px',
  borderLeft: '3px dashed var(--rim)',
  '& p': { margin: 0, maxWidth: '64ch' },
});

/**
 * One question, at the number that its answer would sharpen, with what it would sharpen; with a field where it can be answered here.
 * Left alone it is not asked again for half a day.
 * @param of what is asked, the same for the same question
 */
export function Asked({ of, says, children }: { of: string; says: string; children?: ReactNode }) {
  const { id: farm } = useFarm();
  const [{ leave }, change] = useDraft(`asked:${farm}:${of}`, () => ({ leave: false }));
  if (leave) return null;
  return (
    <Line role="group" aria-label="What would sharpen it">
      <p>
        {says}{' '}
        <Press look="word" onClick={() => change({ leave: true })}>
          Not now
        </Press>
      </p>
      {children}
    </Line>
  );
}
