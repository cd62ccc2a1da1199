'use client';

import { memo, useId } from 'react';
import { edgeOf, tint } from '../board/tint';
import { Sheen } from './Sheen';
import type { Stage } from '@/core/churning/stages';
import { scatter } from './scatter';
import type { Shape } from './shapes';
import { shapes } from './shapes';

/** Where a word beside the vessel begins at the latest, in the drawing’s units. */
const widest = 178;

/**
 * How the cream looks at each stage: how far air lifts it, its bubbles with fat about them, how the rest of its fat
 * is gathered, and which share of its fat is still in what flows, and tints it.
 */
interface Look {
  lift: number;
  flowing: number;
  bubbles: number;
  drops: number;
  radius: number;
  gathered: number;
  ragged: number;
}
const looks: Record<Stage, Look> = {
  fluid: { lift: 1, flowing: 1, bubbles: 0, drops: 70, radius: 1.7, gathered: 0, ragged: 1 },
  thickening: { lift: 1.3, flowing: 1, bubbles: 34, drops: 110, radius: 2, gathered: 0, ragged: 7 },
  whipped: { lift: 1.75, flowing: 1, bubbles: 96, drops: 160, radius: 2.3, gathered: 0.02, ragged: 24 },
  grainy: { lift: 1.5, flowing: 0.6, bubbles: 12, drops: 250, radius: 4.2, gathered: 0.1, ragged: 13 },
  break: { lift: 1.08, flowing: 0.03, bubbles: 0, drops: 62, radius: 7.5, gathered: 0.45, ragged: 5 },
  grains: { lift: 1.02, flowing: 0.02, bubbles: 0, drops: 44, radius: 9, gathered: 0.5, ragged: 3 },
  mass: { lift: 1, flowing: 0.02, bubbles: 0, drops: 46, radius: 12, gathered: 0.05, ragged: 2 },
};
/** Depth of cream the numbers of drops and bubbles are for, px. */
const usualDepth = 120;
/** A bubble, px: it is all air, with a skin of fat. */
const bubble = { radius: 6.5, skin: 2.4 };

/**
 * A vessel with cream in it as it should look now. Fill height is amount; what flows is tinted by the fat that is still in it,
 * as in every vessel; globules, bubbles and grains say what stage it is at.
 */
export const CreamDrawing = memo(function CreamDrawing({
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
  const limitY = shape.bottom - (limit ?? 0) * (shape.bottom - shape.top);
  return (
    <svg
      viewBox="0 0 200 240"
      preserveAspectRatio="xMidYMax meet"
      {...(label === '' ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })}
      style={{ width: '100%', height: '100%', display: 'block', overflow: 'visible' }}
    >
      <defs>
        <clipPath id={id}>
          <path d={shape.inside} />
        </clipPath>
        <Sheen id={`${id}sheen`} />
      </defs>
      <path d={shape.inside} fill="var(--glass)" />
      {shape.back && <path d={shape.back} {...line} opacity={0.55} />}
      <g clipPath={`url(#${id})`}>
        {fill > 0 && <Cream shape={shape} surface={surface} depth={depth} fat={fat} look={look} />}
        <path d={shape.inside} fill={`url(#${id}sheen)`} />
        <rect
          x={shape.left + (shape.right - shape.left) * 0.14}
          y={shape.top + (shape.bottom - shape.top) * 0.2}
          width="7"
          height={(shape.bottom - shape.top) * 0.56}
          rx="3.5"
          fill="var(--gloss)"
        />
      </g>
      {limit !== undefined && (
        <g>
          <path
            d={shape.crank ? `M${shape.left - 6} ${limitY}h16` : `M${shape.right - 10} ${limitY}h16`}
            stroke="var(--ink)"
            strokeWidth="1.8"
          />
          <text
            x={shape.crank ? shape.left - 9 : Math.min(shape.right + 9, widest)}
            textAnchor={shape.crank ? 'end' : 'start'}
            // Beside the wide bowl there is no room: above its line.
            y={limitY + (!shape.crank && shape.right + 9 > widest ? -6 : 4)}
            fontSize="11"
            fill="var(--quiet)"
          >
            half
          </text>
        </g>
      )}
      <path d={shape.inside} {...line} strokeWidth={2} />
      <path d={shape.front} {...line} />
      <path
        d={shape.rim}
        stroke="var(--rim)"
        strokeWidth="4"
        strokeLinecap="round"
        fill="none"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
});

const line = {
  fill: 'none',
  stroke: 'var(--pewter)',
  strokeWidth: 2.5,
  strokeLinecap: 'round',
  strokeLinejoin: 'round',
  vectorEffect: 'non-scaling-stroke',
} as const;

function Cream({
  shape,
  surface,
  depth,
  fat,
  look,
}: {
  shape: Shape;
  surface: number;
  depth: number;
  fat: number;
  look: Look;
}) {
  const width = shape.right - shape.left;
  const waves = 6;
  const wave = width / waves;
  const top = `M${shape.left} ${surface}${Array.from({ length: waves }, (_, i) => `q${wave / 2} ${(i % 2 ? 0.5 : -1) * look.ragged} ${wave} 0`).join('')}`;
  // As dense in a little as in much.
  const room = Math.min(1.3, Math.max(0.25, depth / usualDepth));
  const drops = scatter(Math.round(look.drops * room * Math.min(1, 0.35 + fat * 1.7)));
  const band = look.gathered > 0.3 ? depth * 0.62 : depth;
  const placed = drops.map(({ x, y, size }) => ({
    x: round(shape.left + x * width),
    y: round(surface + 3 + y * (band - 4) * (1 - look.gathered * 0.3)),
    r: round(look.radius * size),
  }));
  const gathered = placed.map(({ x, y, r }) => circle(x, y, r)).join('');
  const bubbles = scatter(Math.round(look.bubbles * room))
    .map(({ x, y, size }) =>
      circle(shape.left + x * width, surface + 6 + y * (depth - 10), bubble.radius * size * size),
    )
    .join('');
  return (
    <>
      <path
        d={`${top}V${shape.bottom + 4}H${shape.left}z`}
        fill={tint(fat * look.flowing)}
        stroke={edgeOf(fat * look.flowing)}
        strokeWidth="1.6"
        strokeLinejoin="round"
      />
      {look.drops < fewGrains ? (
        placed.map(({ x, y, r }, i) => <circle key={i} cx={x} cy={y} r={r} {...fatLine} />)
      ) : (
        <>
          <path d={gathered} {...fatLine} fill="none" strokeWidth={1.8} />
          <path d={gathered} fill="var(--fat)" />
        </>
      )}
      {look.bubbles > 0 && (
        <>
          <path d={bubbles} fill="none" stroke="var(--fat-edge)" strokeWidth={bubble.skin + 1.6} />
          <path d={bubbles} fill="var(--enamel)" stroke="var(--fat)" strokeWidth={bubble.skin} />
        </>
      )}
    </>
  );
}

/** So few are grains, each lying on the one before it; more run into one another. */
const fewGrains = 70;
const fatLine = { fill: 'var(--fat)', stroke: 'var(--fat-edge)', strokeWidth: 0.9 } as const;
const round = (px: number) => Math.round(px * 10) / 10;

/** A circle as a path. */
const circle = (x: number, y: number, r: number) =>
  `M${(x - r).toFixed(1)} ${y.toFixed(1)}a${r.toFixed(1)} ${r.toFixed(1)} 0 1 0 ${(2 * r).toFixed(1)} 0a${r.toFixed(1)} ${r.toFixed(1)} 0 1 0 ${(-2 * r).toFixed(1)} 0`;
