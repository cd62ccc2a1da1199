'use client';

import type { KeyboardEvent, PointerEvent } from 'react';
import { useId, useRef } from 'react';
import type { CreamRise } from '@/core/separating/creamRise.calc';
import type { VesselShape } from '@/core/standing/places';
import type { Ware } from '../board/profiles';
import { fillHeight, halfWidthAt, outline, profiles, roominess } from '../board/profiles';
import { tint } from '../board/tint';
import { useSay } from '../frame/FarmContext';
import { Sheen } from '../vessel/Sheen';
import styles from './JarProfile.module.css';

/** The drawing’s own measures, px: the board at `floor`, the vessel no wider and no higher than it may be. */
const box = { width: 420, height: 480, middle: 176, floor: 462, widest: 250, highest: 402 };
/** Milk is drawn at least so deep that a ladle can be set in it, px. */
const leastDeep = 150;
/** As many tints as an eye can tell, from bottom to surface. */
const mostTints = 36;

/** The standing vessel in profile: what is in it tinted by its fat, the ladle line to drag, ghosts of other depths. */
export function JarProfile({
  tap,
  ware,
  shape,
  fill,
  rise,
  at,
  topAt,
  onLadle,
  ghosts,
}: {
  /** The skim is drawn from under the cream, down to the line. */
  tap: boolean;
  ware: Ware;
  /** Its real size, mm. */
  shape: VesselShape;
  /** Share of its volume that is milk. */
  fill: number;
  rise: CreamRise;
  at: number;
  topAt: number | undefined;
  onLadle: (depth: number) => void;
  ghosts: readonly { depth: number; name: string }[];
}) {
  const say = useSay();
  const id = useId();
  const svg = useRef<SVGSVGElement>(null);
  const { depth, profile } = rise;
  const form = profiles[ware];
  const stands = fillHeight(form, Math.max(0.05, fill));
  const wide = shape.diameter / Math.sqrt(roominess(form));
  const scale = Math.min(box.widest / wide, box.highest / shape.height);
  const width = wide * scale;
  // A wide pan is drawn deeper than it is: its millimetres matter more than its looks.
  const height = Math.min(box.highest / 1, Math.max(shape.height * scale, leastDeep / stands));
  const surface = box.floor - stands * height;
  /** Where the name of a line stands: over it, but never behind the handle. */
  const besideHandle = (line: number): number =>
    line < y(at) ? Math.min(line - 6, y(at) - 20) : Math.max(line - 6, y(at) + 34);
  const y = (below: number) => surface + (below / depth) * (box.floor - surface);
  const half = (below: number) => halfWidthAt(form, (box.floor - y(below)) / height, width);
  const body = outline(form, width, height);
  const step = Math.max(1, Math.ceil(profile.length / mostTints));
  const tints = profile.filter((_, i) => i % step === 0);
  const from = (event: PointerEvent) => {
    const frame = svg.current!.getBoundingClientRect();
    // The drawing keeps its proportions and stands on the board: undo the scale and the margin above.
    const shown = Math.min(frame.width / box.width, frame.height / box.height);
    const inSvg = (event.clientY - frame.bottom) / shown + box.height;
    onLadle(Math.max(2, Math.min(depth, ((inSvg - surface) / (box.floor - surface)) * depth)));
  };
  const onKey = (event: KeyboardEvent) => {
    const by = { ArrowDown: 2, ArrowRight: 2, ArrowUp: -2, ArrowLeft: -2, PageDown: 10, PageUp: -10 }[
      event.key
    ];
    if (by === undefined) return;
    event.preventDefault();
    onLadle(Math.max(2, Math.min(depth, at + by)));
  };
  const right = box.middle + width / 2;
  const left = box.middle - width / 2;
  const grip = Math.min(right + 34, box.width - 84);
  const rim = halfWidthAt(form, 1, width);
  return (
    <svg
      ref={svg}
      className={styles.gauge}
      viewBox={`0 0 ${box.width} ${box.height}`}
      preserveAspectRatio="xMidYMax meet"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        from(event);
      }}
      onPointerMove={(event) => {
        if (event.buttons & 1) from(event);
      }}
    >
      <defs>
        <clipPath id={`${id}in`}>
          <path d={body} transform={`translate(${box.middle} ${box.floor})`} />
        </clipPath>
        <Sheen id={`${id}sheen`} />
        <linearGradient id={`${id}fat`} x1="0" y1="1" x2="0" y2="0">
          {tints.map(({ fat }, i) => (
            <stop key={i} offset={(i + 0.5) / tints.length} style={{ stopColor: tint(fat) }} />
          ))}
        </linearGradient>
      </defs>
      <ellipse cx={box.middle + 8} cy={box.floor + 1} rx={width / 2 + 10} ry="7" fill="var(--shadow)" />
      <g clipPath={`url(#${id}in)`}>
        <rect x={left} y={box.floor - height} width={width} height={height} fill="var(--glass)" />
        <rect x={left} y={surface} width={width} height={box.floor - surface} fill={`url(#${id}fat)`} />
        <path d={`M${left} ${surface}h${width}`} stroke="var(--fat-edge)" strokeWidth="1.8" />
        <rect x={left} y={box.floor - height} width={width} height={height} fill={`url(#${id}sheen)`} />
        <rect
          x={left + width * 0.12}
          y={box.floor - height * 0.76}
          width="9"
          height={height * 0.58}
          rx="4.5"
          fill="var(--gloss)"
        />
      </g>
      <path
        d={body}
        transform={`translate(${box.middle} ${box.floor})`}
        fill="none"
        stroke="var(--pewter)"
        strokeWidth="3"
        strokeLinejoin="round"
      />
      <rect
        x={box.middle - rim - 6}
        y={box.floor - height - 12}
        width={2 * rim + 12}
        height="14"
        rx="6"
        fill={ware === 'jar' || ware === 'bottle' ? 'var(--rim)' : 'var(--ware)'}
        stroke="var(--rim)"
        strokeWidth="2.6"
      />
      {ghosts.map((ghost) => (
        <g key={ghost.name}>
          <path
            d={`M${box.middle - half(ghost.depth)} ${y(ghost.depth)}H${right + 12}`}
            stroke="var(--ink)"
            strokeWidth="1.6"
            strokeDasharray="3 5"
          />
          <text x={right + 18} y={besideHandle(y(ghost.depth))} fontSize="15" fill="var(--quiet)">
            {ghost.name}
          </text>
        </g>
      ))}
      {topAt !== undefined && topAt > 0 && (
        <g>
          <path
            d={`M${left} ${y(topAt)}H${right + 12}`}
            stroke="var(--rim)"
            strokeWidth="2.5"
            strokeDasharray="8 5"
          />
          <text x={right + 18} y={besideHandle(y(topAt))} fontSize="15" fill="var(--ink)">
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
        <rect x={left - 20} y={y(at) - 24} width={width + 140} height="48" fill="transparent" />
        <path
          d={`M${left - 14} ${y(at)}H${grip - 14}`}
          stroke="var(--rim)"
          strokeWidth="4.5"
          strokeLinecap="round"
        />
        <circle
          className={styles.grip}
          cx={grip}
          cy={y(at)}
          r="18"
          fill="var(--enamel)"
          stroke="var(--rim)"
          strokeWidth="3.5"
        />
        <path
          d={`M${grip - 7} ${y(at) - 3}l7 -7 7 7M${grip - 7} ${y(at) + 3}l7 7 7 -7`}
          fill="none"
          stroke="var(--rim)"
          strokeWidth="2.8"
        />
        <text x={grip + 25} y={y(at) + 7} fontSize="20" fontWeight="680" fill="var(--rim)">
          {say.length(at)}
        </text>
      </g>
    </svg>
  );
}
