'use client';

import { useId } from 'react';
import { Sheen } from '../vessel/Sheen';
import type { VesselShape } from '@/core/standing/places';
import { drawnSize, fillHeight, halfWidthAt, outline, profiles } from './profiles';
import type { Ware } from './profiles';
import { edgeOf, tint } from './tint';

/** One layer of what is in a vessel, from the bottom up. */
export interface Layer {
  /** Share of the vessel's volume. */
  part: number;
  /** Mass fraction of fat, at its bottom. */
  fat: number;
  /** And at its top, where it thickens on the way up. */
  fatAbove?: number;
}

/** Room round a drawing for rims, ears, taps and its shadow, px. */
const around = { side: 12, ears: 24, above: 42, below: 10 };
const eared = new Set<Ware>(['can', 'crock', 'tapCan']);
const glassy = new Set<Ware>(['jar', 'bottle']);

/**
 * A vessel on the board, drawn as large as it is (within reason) and full as high as it stands full; what is in it has the
 * tint of its fat. Frozen and kept from people are drawn as well as said.
 */
export function WareDrawing({
  ware,
  shape,
  layers,
  frozen = false,
  blocked = false,
  label = '',
}: {
  ware: Ware;
  /** Its real size, mm. */
  shape: VesselShape;
  layers: readonly Layer[];
  frozen?: boolean;
  blocked?: boolean;
  /** What a screen reader says; nothing where a name stands beside it. */
  label?: string;
}) {
  const id = useId();
  const profile = profiles[ware];
  const { width, height } = drawnSize(profile, shape);
  const body = outline(profile, width, height);
  const side = eared.has(ware) ? around.ears : around.side;
  const box = {
    x: -width / 2 - side,
    y: -height - around.above,
    width: width + 2 * side,
    height: height + around.above + around.below,
  };
  const full = Math.min(
    1,
    layers.reduce((sum, { part }) => sum + part, 0),
  );
  const surface = -height * fillHeight(profile, full);
  return (
    <svg
      viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
      {...(label === '' ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })}
      style={{
        width: `calc(${box.width} * var(--u, 1px))`,
        height: `calc(${box.height} * var(--u, 1px))`,
        marginBottom: `calc(${-around.below} * var(--u, 1px))`,
        display: 'block',
      }}
    >
      <defs>
        <clipPath id={`${id}in`}>
          <path d={body} />
        </clipPath>
        <Sheen id={`${id}sheen`} />
        {blocked && (
          <pattern
            id={`${id}no`}
            width="12"
            height="12"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <path d="M0 0v12" stroke="var(--caution)" strokeWidth="3.5" />
          </pattern>
        )}
      </defs>
      <ellipse cx={width * 0.05} cy={1} rx={width * 0.5 * profile[0][1] + 12} ry={6} fill="var(--shadow)" />
      <Behind ware={ware} width={width} height={height} />
      <path d={body} fill={glassy.has(ware) ? 'var(--glass)' : 'var(--ware)'} />
      <g clipPath={`url(#${id}in)`}>
        <Layers id={id} layers={layers} profile={profile} width={width} height={height} />
        {frozen && full > 0 && <Ice surface={surface} width={width} />}
        {blocked && (
          <rect
            x={-width / 2}
            y={surface}
            width={width}
            height={-surface}
            fill={`url(#${id}no)`}
            opacity=".55"
          />
        )}
        <rect x={-width / 2} y={-height} width={width} height={height} fill={`url(#${id}sheen)`} />
        <rect
          x={-width * 0.36}
          y={-height * 0.74}
          width={Math.max(3, width * 0.06)}
          height={height * 0.58}
          rx="4"
          fill="var(--gloss)"
        />
      </g>
      <path d={body} {...line} />
      <Front ware={ware} width={width} height={height} />
    </svg>
  );
}

function Layers({
  id,
  layers,
  profile,
  width,
  height,
}: {
  id: string;
  layers: readonly Layer[];
  profile: (typeof profiles)[Ware];
  width: number;
  height: number;
}) {
  let below = 0;
  return layers.map(({ part, fat, fatAbove }, i) => {
    const [from, to] = [below, below + part].map((share) => -height * fillHeight(profile, share));
    below += part;
    if (part <= 0) return null;
    const edge = edgeOf(fatAbove ?? fat);
    return (
      <g key={i}>
        {fatAbove !== undefined && (
          <linearGradient id={`${id}layer${i}`} x1="0" y1="1" x2="0" y2="0">
            <stop offset="0" style={{ stopColor: tint(fat) }} />
            <stop offset="1" style={{ stopColor: tint(fatAbove) }} />
          </linearGradient>
        )}
        <rect
          x={-width / 2}
          y={to}
          width={width}
          height={from! - to! + 0.5}
          style={{ fill: fatAbove === undefined ? tint(fat) : `url(#${id}layer${i})` }}
        />
        <path d={`M${-width / 2} ${to}h${width}`} style={{ stroke: edge }} strokeWidth="1.7" />
      </g>
    );
  });
}

const Ice = ({ surface, width }: { surface: number; width: number }) => (
  <path
    d={[-0.28, 0, 0.28]
      .flatMap((across) =>
        [0.25, 0.7].map((down) => {
          const [x, y] = [across * width, surface * (1 - down)];
          return `M${x - 7} ${y}h14M${x - 3.5} ${y - 6}l7 12M${x + 3.5} ${y - 6}l-7 12`;
        }),
      )
      .join('')}
    stroke="var(--ink)"
    strokeWidth="1.6"
    fill="none"
  />
);

interface Sized {
  ware: Ware;
  width: number;
  height: number;
}

/** Ears, bails and taps, behind the wall. */
function Behind({ ware, width, height }: Sized) {
  const profile = profiles[ware];
  const ear = (at: number, tall: number) => {
    const half = halfWidthAt(profile, at, width) - 2;
    return [-1, 1]
      .map((side) => `M${side * half} ${-at * height}c${side * 20} 0 ${side * 20} ${tall} 0 ${tall}`)
      .join('');
  };
  if (ware === 'can') return <path d={ear(0.5, 42)} {...line} strokeWidth={6} />;
  if (ware === 'crock') return <path d={ear(0.66, 32)} {...line} strokeWidth={6} />;
  if (ware === 'pail')
    return (
      <path
        d={`M${-width / 2} ${-height}C${-width * 0.4} ${-height - 46} ${width * 0.4} ${-height - 46} ${width / 2} ${-height}`}
        {...line}
        strokeWidth={4}
      />
    );
  if (ware === 'tapCan')
    return (
      <path
        d={`M${width / 2 - 2} ${-height * 0.14}h16v8M${width / 2 + 8} ${-height * 0.14}v-9m-6 0h12`}
        {...line}
        strokeWidth={4}
      />
    );
  return null;
}

/** Lids and rims: glass has a cobalt lid, enamel a white one with a cobalt rim. */
function Front({ ware, width, height }: Sized) {
  const profile = profiles[ware];
  const top = halfWidthAt(profile, 1, width);
  const lid = { jar: 13, bottle: 12, can: 18 }[ware as string] ?? 8;
  const over = ware === 'can' ? 8 : 5;
  const glass = glassy.has(ware);
  return (
    <rect
      x={-top - over}
      y={-height - (lid <= 9 ? lid / 2 : lid - 2)}
      width={2 * (top + over)}
      height={lid}
      rx={lid / 2.4}
      fill={glass ? 'var(--rim)' : 'var(--ware)'}
      stroke="var(--rim)"
      strokeWidth="2.6"
    />
  );
}

const line = {
  fill: 'none',
  stroke: 'var(--pewter)',
  strokeWidth: 2.2,
  strokeLinecap: 'round',
  strokeLinejoin: 'round',
} as const;
