'use client';

import { percent } from '@/core/quantities/formatQuantity';
import type { KeyboardEvent, PointerEvent } from 'react';
import { useRef } from 'react';
import type { CreamRise } from '@/core/separating/creamRise.calc';
import { useSay } from '../frame/FarmContext';
import styles from './Pail.module.css';

/** The jar in profile: each layer’s fat as a width of yellow, the ladle line on it, ghosts of other depths. */
export function JarProfile({
  tap,
  rise,
  at,
  topAt,
  onLadle,
  ghosts,
}: {
  /** The skim is drawn from under the cream, down to the line. */
  tap: boolean;
  rise: CreamRise;
  at: number;
  topAt: number | undefined;
  onLadle: (depth: number) => void;
  ghosts: readonly { depth: number; name: string }[];
}) {
  const say = useSay();
  const box = useRef<SVGSVGElement>(null);
  const { depth, profile } = rise;
  const [width, height, left, right, topY] = [420, 480, 96, 300, 66];
  const y = (below: number) => topY + (below / depth) * (height - topY - 24);
  const richest = Math.max(0.25, ...profile.map(({ fat }) => fat));
  const slice = (height - topY - 24) / profile.length;
  const inner = right - left - 8;
  const from = (event: PointerEvent) => {
    const frame = box.current!.getBoundingClientRect();
    // The drawing keeps its proportions: undo the scale and the margins it stands in.
    const scale = Math.min(frame.width / width, frame.height / height);
    const inSvg = (event.clientY - frame.top - (frame.height - scale * height) / 2) / scale;
    onLadle(Math.max(2, Math.min(depth, ((inSvg - topY) / (height - topY - 24)) * depth)));
  };
  const onKey = (event: KeyboardEvent) => {
    const by = { ArrowDown: 2, ArrowRight: 2, ArrowUp: -2, ArrowLeft: -2, PageDown: 10, PageUp: -10 }[
      event.key
    ];
    if (by === undefined) return;
    event.preventDefault();
    onLadle(Math.max(2, Math.min(depth, at + by)));
  };
  return (
    <div className={styles.gauge}>
      <svg
        ref={box}
        viewBox={`0 0 ${width} ${height}`}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          from(event);
        }}
        onPointerMove={(event) => {
          if (event.buttons & 1) from(event);
        }}
      >
        <rect
          x={left}
          y={topY}
          width={right - left}
          height={height - topY - 24}
          fill="var(--serum)"
          stroke="var(--serum-edge)"
          strokeWidth="1.6"
        />
        <path
          d={`M${left + 4} ${y(depth)}${profile
            .map(({ fat }, i) => {
              const w = (fat / richest) * inner;
              const bottom = height - 24 - i * slice;
              return `L${left + 4 + w} ${bottom}L${left + 4 + w} ${bottom - slice}`;
            })
            .join('')}L${left + 4} ${topY}z`}
          fill="var(--fat)"
          stroke="var(--fat-edge)"
          strokeWidth="1.4"
          strokeLinejoin="round"
        />
        {[0.1, 0.2, 0.3]
          .filter((fat) => fat < richest)
          .map((fat) => (
            <g key={fat}>
              <path
                d={`M${left + 4 + (fat / richest) * inner} ${topY}v-6`}
                stroke="var(--pewter)"
                strokeWidth="1.5"
              />
              <text
                x={left + 4 + (fat / richest) * inner}
                y={topY - 11}
                textAnchor="middle"
                fontSize="12"
                fill="var(--quiet)"
              >
                {percent(fat)}
              </text>
            </g>
          ))}
        <path
          d={`M${left - 6} 24V${height - 30}q0 12 12 12H${right - 6}q12 0 12 -12V24`}
          fill="none"
          stroke="var(--pewter)"
          strokeWidth="3"
        />
        <path
          d={`M${left - 14} 24H${right + 14}`}
          stroke="var(--rim)"
          strokeWidth="5"
          strokeLinecap="round"
        />
        {ghosts.map((ghost) => (
          <g key={ghost.name}>
            <path
              d={`M${left - 6} ${y(ghost.depth)}H${right + 6}`}
              stroke="var(--ink)"
              strokeWidth="1.5"
              strokeDasharray="3 5"
            />
            <text x={left - 24} y={y(ghost.depth) + 4} fontSize="13" textAnchor="end" fill="var(--quiet)">
              {ghost.name}
            </text>
          </g>
        ))}
        {topAt !== undefined && topAt > 0 && (
          <g>
            <path
              d={`M${left - 6} ${y(topAt)}H${right + 6}`}
              stroke="var(--rim)"
              strokeWidth="2.5"
              strokeDasharray="8 5"
            />
            <text x={left - 24} y={y(topAt) + 4} fontSize="13" textAnchor="end" fill="var(--ink)">
              heavy top
            </text>
          </g>
        )}
        <g
          role="slider"
          tabIndex={0}
          aria-label={tap ? 'Where the tap is stopped, below the surface' : 'Ladle depth below the surface'}
          aria-orientation="vertical"
          aria-valuemin={2}
          aria-valuemax={Math.round(depth)}
          aria-valuenow={Math.round(at)}
          aria-valuetext={say.length(at)}
          className={styles.line}
          onKeyDown={onKey}
        >
          <rect x={left - 20} y={y(at) - 24} width={right - left + 120} height="48" fill="transparent" />
          <path
            d={`M${left - 16} ${y(at)}H${right + 30}`}
            stroke="var(--rim)"
            strokeWidth="4"
            strokeLinecap="round"
          />
          <circle
            className={styles.grip}
            cx={right + 34}
            cy={y(at)}
            r="15"
            fill="var(--enamel)"
            stroke="var(--rim)"
            strokeWidth="3"
          />
          <path
            d={`M${right + 28} ${y(at) - 3}l6 -6 6 6M${right + 28} ${y(at) + 3}l6 6 6 -6`}
            fill="none"
            stroke="var(--rim)"
            strokeWidth="2.5"
          />
          <text x={right + 56} y={y(at) + 5} fontSize="16" fontWeight="640" fill="var(--ink)">
            {say.length(at)}
          </text>
        </g>
      </svg>
    </div>
  );
}
