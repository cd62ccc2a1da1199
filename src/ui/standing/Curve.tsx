'use client';

import type { LotStory } from '@/core/standing/lotStory';
import { secondsUntil } from '@/core/standing/lotHeat';
import type { ShownLot } from '@/server/pail/views';
import { useSay } from '../frame/FarmContext';
import { toldLot } from './lotNow';

/** Temperature over the last hours and the next: foreseen as a line, probe readings as rings, the cold chain as marks. */
export function Curve({
  story,
  now,
  limits,
  lot,
  mass,
  fat,
  to,
}: {
  story: LotStory;
  now: number;
  /** Draws what milk has to reach by when. */
  limits: boolean;
  lot: ShownLot;
  mass: number;
  fat: number;
  /** A temperature it is brought to. */
  to?: number | undefined;
}) {
  const say = useSay();
  const target =
    to ?? (story.around < story.celsius ? Math.max(story.around + 0.5, 4.5) : story.around - 0.5);
  const until = secondsUntil(toldLot(lot), story, mass, fat, target);
  const start = Math.max(story.firstSeconds, now - 8 * 3600);
  const end = Math.max(now, start) + Math.min(8 * 3600, Math.max(3600, (until ?? 3600) * 1.15));
  const ahead = Array.from({ length: 40 }, (_, i) => now + ((end - now) * (i + 1)) / 40);
  const future = follow(lot, story, mass, fat, now, ahead);
  // What had settled before these hours has no point of its own in them: its line comes in from the side.
  const before = story.curve.findLast(({ atSeconds }) => atSeconds < start);
  const past = [
    ...(before ? [{ ...before, atSeconds: start, read: false }] : []),
    ...story.curve.filter(({ atSeconds }) => atSeconds >= start),
  ];
  const points = [...past, ...future];
  const top = Math.max(12, ...points.map(({ celsius }) => celsius), to ?? 0) + 2;
  const bottom = Math.min(0, ...points.map(({ celsius }) => celsius));
  const [width, height, left, base] = [560, 190, 44, 160];
  const x = (at: number) => left + ((at - start) / (end - start)) * (width - left - 12);
  const y = (celsius: number) => base - ((celsius - bottom) / (top - bottom)) * (base - 12);
  const d = (list: readonly { atSeconds: number; celsius: number }[]) =>
    list
      .map(
        ({ atSeconds, celsius }, i) => `${i ? 'L' : 'M'}${x(atSeconds).toFixed(1)} ${y(celsius).toFixed(1)}`,
      )
      .join('');
  const mark4h = story.firstSeconds + 4 * 3600;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`Temperature: ${say.temperature(story.celsius)} now${until === undefined ? '' : `, ${say.temperature(target)} ${say.clock(now + until)}`}`}
      style={{ width: '100%', height: 'auto', display: 'block' }}
    >
      {[...new Set([4, 10, 20, 30].filter((celsius) => celsius < top))].map((celsius) => (
        <g key={celsius}>
          <path d={`M${left} ${y(celsius)}H${width - 12}`} stroke="var(--pewter-faint)" strokeWidth="1.5" />
          <text x={left - 6} y={y(celsius) + 4} fontSize="12" textAnchor="end" fill="var(--quiet)">
            {say.temperature(celsius).replace(' ', '')}
          </text>
        </g>
      ))}
      {limits && mark4h > start && mark4h < end && (
        <g>
          <path
            d={`M${x(mark4h)} ${y(top) + 2}V${y(10)}h-12M${x(mark4h)} ${y(10)}h12`}
            stroke="var(--danger)"
            strokeWidth="2"
            fill="none"
          />
          <text x={x(mark4h) - 6} y={y(top) + 12} fontSize="12" textAnchor="end" fill="var(--ink)">
            {say.temperature(10)} by {say.clock(mark4h)}
          </text>
        </g>
      )}
      {to !== undefined && (
        <path
          d={`M${left} ${y(to)}H${width - 12}`}
          stroke="var(--rim)"
          strokeWidth="2"
          strokeDasharray="2 6"
        />
      )}
      <path d={d(past)} fill="none" stroke="var(--heat)" strokeWidth="3" strokeLinejoin="round" />
      <path
        d={d([past.at(-1)!, ...future])}
        fill="none"
        stroke="var(--heat)"
        strokeWidth="2.5"
        strokeDasharray="7 6"
      />
      {past
        .filter(({ read }) => read)
        .map(({ atSeconds, celsius }) => (
          <circle
            key={atSeconds}
            cx={x(atSeconds)}
            cy={y(celsius)}
            r="5"
            fill="var(--enamel)"
            stroke="var(--heat)"
            strokeWidth="2.5"
          />
        ))}
      <path d={`M${x(now)} 8V${base}`} stroke="var(--time)" strokeWidth="2" />
      <text x={x(now) + 5} y={base - 5} fontSize="12" fill="var(--ink)">
        now
      </text>
      {[start, end].map((at, i) => (
        <text
          key={at}
          x={i ? width - 12 : left}
          y={height - 10}
          fontSize="12"
          fill="var(--quiet)"
          textAnchor={i ? 'end' : 'start'}
        >
          {say.clock(at)}
        </text>
      ))}
    </svg>
  );
}

/** The curve ahead, if nothing is moved: read off the core's own answer at each temperature on the way. */
function follow(
  lot: ShownLot,
  story: LotStory,
  mass: number,
  fat: number,
  now: number,
  times: readonly number[],
): { atSeconds: number; celsius: number }[] {
  const told = toldLot(lot);
  const span = story.around - story.celsius;
  if (Math.abs(span) < 0.6) return times.map((atSeconds) => ({ atSeconds, celsius: story.celsius }));
  const steps = Array.from({ length: 14 }, (_, i) => story.celsius + span * (1 - 0.72 ** (i + 1)));
  const passed = [
    { atSeconds: now, celsius: story.celsius },
    ...steps.flatMap((celsius) => {
      const seconds = secondsUntil(told, story, mass, fat, celsius);
      return seconds === undefined ? [] : [{ atSeconds: now + seconds, celsius }];
    }),
  ];
  return times.map((atSeconds) => {
    const after = passed.findIndex((point) => point.atSeconds >= atSeconds);
    if (after === -1) return { atSeconds, celsius: passed.at(-1)!.celsius };
    const [a, b] = [passed[Math.max(0, after - 1)]!, passed[after]!];
    const share = b.atSeconds > a.atSeconds ? (atSeconds - a.atSeconds) / (b.atSeconds - a.atSeconds) : 0;
    return { atSeconds, celsius: a.celsius + share * (b.celsius - a.celsius) };
  });
}
