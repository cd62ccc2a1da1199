'use client';

import { styled } from '@mui/material/styles';
import type { ReactNode } from 'react';

const Group = styled('fieldset')({ border: 0, margin: 0, padding: 0, minWidth: 0 });
const Legend = styled('legend')({ padding: 0, marginBottom: 8, fontWeight: 640 });
const Row = styled('div')({
  display: 'flex',
  flexWrap: 'wrap',
  gap: 10,
  '@media (max-width: 480px)': { gap: 8 },
});

const Chip = styled('button')({
  font: 'inherit',
  fontSize: '1rem',
  lineHeight: 1.25,
  minHeight: 56,
  padding: '8px 16px',
  borderRadius: 14,
  border: '1.5px solid var(--pewter)',
  background: 'var(--enamel)',
  color: 'var(--ink)',
  textAlign: 'left',
  cursor: 'pointer',
  display: 'flex',
  flexDirection: 'column',
  justifyContent: 'center',
  '& small': { color: 'var(--quiet)', fontSize: '0.85rem' },
  '@media (max-width: 480px)': { paddingInline: 13 },
  '&:hover': { borderColor: 'var(--rim)' },
  '&[aria-checked="true"]': {
    borderColor: 'var(--rim)',
    boxShadow: 'inset 0 0 0 1.5px var(--rim)',
    background: 'var(--rim-faint)',
  },
  // The tick is for eyes only: the second form gives it no words, where a browser knows it.
  '&[aria-checked="true"] > span::before': {
    content: ['"✓ "', '"✓ " / ""'],
    color: 'var(--rim)',
    fontWeight: 700,
  },
});

export interface ChipChoice<K extends string> {
  key: K;
  name: ReactNode;
  small?: ReactNode;
}

/** One choice out of a few, each big enough for a knuckle. Arrow keys move, as in any radio group. */
export function Chips<K extends string>({
  legend,
  choices,
  chosen,
  onChoose,
}: {
  legend: ReactNode;
  choices: readonly ChipChoice<K>[];
  chosen: K | undefined;
  onChoose: (key: K) => void;
}) {
  const step = (from: number, by: number) => {
    const to = choices[(from + by + choices.length) % choices.length];
    if (to) onChoose(to.key);
    return to;
  };
  return (
    <Group>
      <Legend>{legend}</Legend>
      <Row role="radiogroup" aria-label={typeof legend === 'string' ? legend : undefined}>
        {choices.map(({ key, name, small }, i) => (
          <Chip
            key={key}
            type="button"
            role="radio"
            aria-checked={chosen === key}
            tabIndex={chosen === key || (chosen === undefined && i === 0) ? 0 : -1}
            onClick={() => onChoose(key)}
            onKeyDown={(event) => {
              const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
              if (by === undefined) return;
              event.preventDefault();
              if (step(i, by))
                (
                  event.currentTarget.parentElement?.children[(i + by + choices.length) % choices.length] as
                    HTMLElement | undefined
                )?.focus();
            }}
          >
            <span>{name}</span>
            {small && <small>{small}</small>}
          </Chip>
        ))}
      </Row>
    </Group>
  );
}
