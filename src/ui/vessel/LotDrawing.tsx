'use client';

import { useId } from 'react';
import { scatter } from './scatter';
import type { shapes as allShapes } from './shapes';
import { shapes } from './shapes';

/**
 * A vessel at rest with what is in it: fill height is amount, blue is the watery part, yellow is fat. Milk that has stood
 * shows its cream as a layer; what is mixed shows its fat as drops. Frozen and blocked are drawn as well as said.
 */
export function LotDrawing({
  shape: kind,
  fill,
  fat,
  layer,
  frozen,
  blocked,
  label,
}: {
  shape: keyof typeof allShapes;
  /** Share of the vessel that is full. */
  fill: number;
  /** Mass fraction of fat. */
  fat: number;
  /** Share of the depth that is cream on top; 0 or absent draws it mixed. */
  layer?: number;
  frozen?: boolean;
  blocked?: boolean;
  label: string;
}) {
  const id = useId();
  const shape = shapes[kind];
  const depth = Math.max(0, Math.min(1, fill)) * (shape.bottom - shape.top);
  const surface = shape.bottom - depth;
  const cream = (layer ?? 0) * depth;
  const width = shape.right - shape.left;
  const drops = layer ? [] : scatter(Math.round(Math.min(210, 12 + 520 * fat)));
  return (
    <svg
      viewBox="0 0 200 240"
      {...(label === '' ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })}
      style={{ width: '100%', height: '100%', display: 'block' }}
    >
      <defs>
        <clipPath id={`${id}in`}>
          <path d={shape.inside} />
        </clipPath>
        <pattern
          id={`${id}no`}
          width="12"
          height="12"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0v12" stroke="var(--caution)" strokeWidth="3.5" />
        </pattern>
      </defs>
      <path d={shape.inside} fill="var(--room)" />
      {shape.back && <path d={shape.back} {...line} opacity={0.55} />}
      {fill > 0 && (
        <g clipPath={`url(#${id}in)`}>
          <rect
            x={shape.left - 12}
            y={surface}
            width={width + 24}
            height={depth + 6}
            fill="var(--serum)"
            stroke="var(--serum-edge)"
            strokeWidth="1.6"
          />
          {cream > 0.5 && (
            <rect
              x={shape.left - 12}
              y={surface}
              width={width + 24}
              height={cream}
              fill="var(--fat)"
              stroke="var(--fat-edge)"
              strokeWidth="1.6"
            />
          )}
          <path
            d={drops
              .map(({ x, y, size }) => {
                const r = 2.2 * size;
                return `M${(shape.left + x * width - r).toFixed(1)} ${(surface + 3 + y * (depth - 4)).toFixed(1)}a${r.toFixed(1)} ${r.toFixed(1)} 0 1 0 ${(2 * r).toFixed(1)} 0a${r.toFixed(1)} ${r.toFixed(1)} 0 1 0 ${(-2 * r).toFixed(1)} 0`;
              })
              .join('')}
            fill="var(--fat)"
            stroke="var(--fat-edge)"
            strokeWidth="0.9"
          />
          {frozen && (
            <path
              d={[0.25, 0.5, 0.75]
                .flatMap((across) =>
                  [0.25, 0.7].map((down) => {
                    const [x, y] = [shape.left + across * width, surface + down * depth];
                    return `M${x - 8} ${y}h16M${x - 4} ${y - 7}l8 14M${x + 4} ${y - 7}l-8 14`;
                  }),
                )
                .join('')}
              stroke="var(--ink)"
              strokeWidth="1.8"
            />
          )}
          {blocked && (
            <rect
              x={shape.left - 12}
              y={surface}
              width={width + 24}
              height={depth}
              fill={`url(#${id}no)`}
              opacity="0.55"
            />
          )}
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
}

const line = {
  fill: 'none',
  stroke: 'var(--pewter)',
  strokeWidth: 2.5,
  strokeLinecap: 'round',
  strokeLinejoin: 'round',
  vectorEffect: 'non-scaling-stroke',
} as const;
