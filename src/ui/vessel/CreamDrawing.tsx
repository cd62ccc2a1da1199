'use client';

import { useId } from 'react';
import type { Stage } from '@/core/churning/stages';
import { scatter } from './scatter';
import type { Shape } from './shapes';
import { shapes } from './shapes';

/** How the cream looks at each stage: how far air lifts it, and how its fat is gathered. */
const looks: Record<Stage, { lift: number; drops: number; radius: number; gathered: number; ragged: number }> = {
  fluid: { lift: 1, drops: 90, radius: 2.4, gathered: 0, ragged: 0 },
  thickening: { lift: 1.3, drops: 90, radius: 3, gathered: 0, ragged: 4 },
  whipped: { lift: 1.75, drops: 90, radius: 5, gathered: 0.05, ragged: 13 },
  grainy: { lift: 1.5, drops: 70, radius: 6.4, gathered: 0.12, ragged: 9 },
  break: { lift: 1.08, drops: 46, radius: 7, gathered: 0.55, ragged: 2 },
  grains: { lift: 1.02, drops: 30, radius: 9, gathered: 0.6, ragged: 1 },
  mass: { lift: 1, drops: 8, radius: 20, gathered: 0.62, ragged: 1 },
};

/**
 * A vessel with cream in it as it should look now. Fill height is amount; fat is drawn as yellow, gathered as the stage
 * gathers it, and the watery part is blue.
 */
export function CreamDrawing({
  shape: kind,
  fill,
  fat,
  stage,
  label,
  limit,
}: {
  shape: keyof typeof shapes;
  /** Share of the vessel that is full, 0 … 1. */
  fill: number;
  /** Mass fraction of fat. */
  fat: number;
  stage: Stage;
  label: string;
  /** Draws the line to fill to. */
  limit?: number;
}) {
  const id = useId();
  const shape = shapes[kind];
  const look = looks[stage];
  const depth = Math.min(0.97, fill * look.lift) * (shape.bottom - shape.top);
  const surface = shape.bottom - depth;
  return (
    <svg viewBox="0 0 200 240" role="img" aria-label={label} style={{ width: '100%', height: '100%', display: 'block' }}>
      <defs>
        <clipPath id={id}>
          <path d={shape.inside} />
        </clipPath>
      </defs>
      <path d={shape.inside} fill="var(--room)" />
      {shape.back && <path d={shape.back} {...line} opacity={0.55} />}
      <g clipPath={`url(#${id})`}>
        {fill > 0 && <Cream shape={shape} surface={surface} depth={depth} fat={fat} look={look} />}
      </g>
      {limit !== undefined && (
        <g stroke="var(--ink)" strokeWidth="1.5">
          <path d={`M${shape.right - 16} ${shape.bottom - limit * (shape.bottom - shape.top)}h28`} strokeDasharray="4 3" />
          <text x={shape.right + 14} y={shape.bottom - limit * (shape.bottom - shape.top) - 5} fontSize="11" fill="var(--quiet)" stroke="none" textAnchor="end">
            half
          </text>
        </g>
      )}
      <path d={shape.inside} {...line} strokeWidth={2} />
      <path d={shape.front} {...line} />
      <path d={shape.rim} stroke="var(--rim)" strokeWidth="5" strokeLinecap="round" fill="none" />
    </svg>
  );
}

const line = { fill: 'none', stroke: 'var(--pewter)', strokeWidth: 2.5, strokeLinecap: 'round', strokeLinejoin: 'round' } as const;

function Cream({ shape, surface, depth, fat, look }: { shape: Shape; surface: number; depth: number; fat: number; look: (typeof looks)[Stage] }) {
  const width = shape.right - shape.left;
  const waves = 7;
  const top = Array.from({ length: waves + 1 }, (_, i) => {
    const x = shape.left + (width * i) / waves;
    return `${i === 0 ? 'M' : 'L'}${x} ${surface - (i % 2 ? look.ragged : 0)}`;
  }).join('');
  const drops = scatter(Math.round(look.drops * Math.min(1, 0.35 + fat * 1.7)));
  const band = look.gathered > 0.3 ? depth * 0.62 : depth;
  return (
    <>
      <path d={`${top}V${shape.bottom + 4}H${shape.left}z`} fill="var(--serum)" stroke="var(--serum-edge)" strokeWidth="1.6" strokeLinejoin="round" />
      <g fill="var(--fat)" stroke="var(--fat-edge)" strokeWidth="0.9">
        {drops.map(({ x, y, size }, i) => (
          <circle key={i} cx={(shape.left + x * width).toFixed(1)} cy={(surface + 3 + y * (band - 4) * (1 - look.gathered * 0.3)).toFixed(1)} r={(look.radius * size).toFixed(1)} />
        ))}
      </g>
    </>
  );
}
