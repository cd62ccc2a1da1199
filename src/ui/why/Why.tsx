'use client';

import { styled } from '@mui/material/styles';
import type { ReactNode } from 'react';
import { useState } from 'react';
import type { Figure, FigureInput } from '@/core/balancing/figure';
import { sayFigure } from '@/core/balancing/sayFigure';
import type { UnitSystem } from '@/core/quantities/units';
import { laterPart } from '../frame/laterPart';
import { useSay } from '../frame/FarmContext';
import { Unseen } from '../theme/Enamel';

const WhySheet = laterPart(() => import('./WhySheet').then((part) => part.WhySheet), null);

const Formula = styled('p')({
  margin: 0,
  padding: '12px 16px',
  borderLeft: '3px solid var(--rim)',
  background: 'var(--rim-faint)',
  borderRadius: '0 10px 10px 0',
});
const Inputs = styled('dl')({
  margin: 0,
  display: 'grid',
  gap: 12,
  '& > div': { display: 'grid', gridTemplateColumns: '1fr auto', gap: '0 16px' },
  '& dt': { fontWeight: 600 },
  '& dd': { margin: 0 },
  '& dd.from': { gridColumn: '1 / -1', color: 'var(--quiet)', fontSize: '0.92rem' },
});
const Opener = styled('button')({
  font: 'inherit',
  color: 'inherit',
  background: 'none',
  border: 0,
  padding: '6px 0',
  cursor: 'pointer',
  textAlign: 'left',
  minHeight: 44,
  textDecoration: 'underline dotted 1.5px',
  textUnderlineOffset: '0.28em',
  textDecorationColor: 'var(--rim)',
});

function Input({ input, system }: { input: FigureInput; system: UnitSystem }) {
  return (
    <div>
      <dt>{input.name}</dt>
      <dd>
        {sayFigure(input.value, input.unit, system)}
        {input.sd !== undefined && input.sd > 0 && ` ± ${sayFigure(input.sd, input.unit, system)}`}
      </dd>
      <dd className="from">
        {input.origin === 'assumed'
          ? 'Assumed'
          : input.origin === 'measured'
            ? 'Measured'
            : input.origin === 'told'
              ? 'Told'
              : 'Worked out'}
        : {input.from}
      </dd>
    </div>
  );
}

/** A figure that opens to show how it came about: inputs, the formula in words, the source, and how sure it is. */
export function Why({ figure, children }: { figure: Figure; children: ReactNode }) {
  const { system } = useSay();
  return (
    <WhyDrawer title={figure.name} opener={children} section="6.8">
      <p style={{ margin: 0, fontSize: '1.6rem', fontWeight: 640 }}>
        {sayFigure(figure.value, figure.unit, system)}
        {figure.sd !== undefined && figure.sd > 0 && (
          <span style={{ fontSize: '1.05rem', fontWeight: 420, color: 'var(--quiet)' }}>
            {' '}
            ± {sayFigure(figure.sd, figure.unit, system)}
          </span>
        )}
      </p>
      <Formula>= {figure.formula}</Formula>
      <Inputs>
        {figure.inputs.map((input) => (
          <Input key={input.name} input={input} system={system} />
        ))}
      </Inputs>
      <p style={{ margin: 0, color: 'var(--quiet)', fontSize: '0.92rem' }}>
        {figure.source} The ± is one standard deviation.
      </p>
    </WhyDrawer>
  );
}

/** The drawer itself, for explanations that are not a single figure. */
export function WhyDrawer({
  title,
  opener,
  section,
  children,
}: {
  title: string;
  opener: ReactNode;
  /** Where the handbook has more of it, such as 6.8. */
  section?: string | undefined;
  children: ReactNode;
}) {
  const [open, setOpen] = useState(false);
  const [opened, setOpened] = useState(false);
  return (
    <>
      <Opener
        type="button"
        onClick={() => {
          setOpened(true);
          setOpen(true);
        }}
        aria-haspopup="dialog"
      >
        {opener}
        <Unseen> (how we got this)</Unseen>
      </Opener>
      {opened && (
        <WhySheet title={title} section={section} open={open} onClose={() => setOpen(false)}>
          {children}
        </WhySheet>
      )}
    </>
  );
}
